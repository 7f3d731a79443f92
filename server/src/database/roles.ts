import { createHmac } from 'node:crypto';
import type { Client } from 'pg';

/** Role the application connects as. It owns nothing and bypasses nothing. */
export const APP_ROLE = 'tribos_app';

/** Owns the functions that look something up before a shop is known; cannot sign in, sees past row security. */
export const LOOKUP_ROLE = 'tribos_lookup';

/**
 * The application's own connection string, derived from the owner's: same server and database, its own role
 * and a password that every server started with the same owner derives alike. Roles belong to the whole
 * cluster, so the password may not depend on the database.
 */
export function appUrl(ownerUrl: string): string {
  const url = new URL(ownerUrl);
  url.password = createHmac('sha256', decodeURIComponent(url.password) || 'no password')
    .update(APP_ROLE)
    .digest('hex');
  url.username = APP_ROLE;
  return url.href;
}

/** Codes PostgreSQL gives when two servers make or change the same role at once. */
const AT_ONCE = new Set(['XX000', '42710', '23505']);
const TRIES = 8;

async function patiently(work: () => Promise<void>): Promise<void> {
  for (let left = TRIES; ; left -= 1) {
    try {
      return await work();
    } catch (error) {
      if (left <= 1 || !AT_ONCE.has((error as { code?: string }).code ?? '')) throw error;
      await new Promise((resolve) => setTimeout(resolve, 50 + Math.random() * 100));
    }
  }
}

/** Creates the roles, or renews the application's password. The owner needs to be superuser. */
export async function ensureRoles(client: Client, ownerUrl: string): Promise<void> {
  const password = new URL(appUrl(ownerUrl)).password;
  const exists = async (role: string) =>
    (await client.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [role])).rowCount === 1;
  await patiently(async () => {
    const attributes = `LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE NOBYPASSRLS PASSWORD '${password}'`;
    await client.query(`${(await exists(APP_ROLE)) ? 'ALTER' : 'CREATE'} ROLE ${APP_ROLE} ${attributes}`);
    if (!(await exists(LOOKUP_ROLE))) await client.query(`CREATE ROLE ${LOOKUP_ROLE} NOLOGIN BYPASSRLS`);
  });
}

/** Hands the two look-up functions to the role that may see past row security, with no more than they read. */
export const LOOKUP_GRANTS = `
GRANT USAGE ON SCHEMA public TO ${LOOKUP_ROLE};
GRANT SELECT ON people, sessions, shops TO ${LOOKUP_ROLE};
ALTER FUNCTION sign_in_person(text) OWNER TO ${LOOKUP_ROLE};
ALTER FUNCTION session_person(bytea) OWNER TO ${LOOKUP_ROLE};
`;
