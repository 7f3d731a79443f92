import { randomBytes } from 'node:crypto';
import pg from 'pg';
import { hashToken } from '../kit/access.js';

const HOURS = 24;

/**
 * A code with which an empty house is founded, once; the one before it is over. Only its hash is kept.
 * @returns null where a shop is there already
 */
export async function firstCode(ownerUrl: string): Promise<string | null> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    if ((await client.query('SELECT 1 FROM shops LIMIT 1')).rowCount) return null;
    const code = randomBytes(12).toString('base64url');
    await client.query('DELETE FROM first_codes');
    await client.query('INSERT INTO first_codes (code_hash, until) VALUES ($1, $2)', [
      hashToken(code),
      new Date(Date.now() + HOURS * 3_600_000),
    ]);
    return code;
  } finally {
    await client.end();
  }
}
