import pg from 'pg';

/** One number for every worker of a cluster: they make a template one after the other. */
const LOCK = 7_709_411;

/**
 * A database copied from one that was filled once for the whole cluster: what every world begins with is worked
 * once, not for each of them.
 * @param {string} clusterUrl connection string of the cluster's owner
 * @param {string} name       of the database that is made
 * @param {string} template   what it is copied from
 * @param {(ownerUrl: string) => Promise<void>} fill fills the template, the first time
 * @returns {Promise<string>} the owner's connection string of the new database
 */
export async function fromTemplate(clusterUrl, name, template, fill) {
  const of = (database) => {
    const url = new URL(clusterUrl);
    url.pathname = `/${database}`;
    return url.href;
  };
  const client = new pg.Client({ connectionString: clusterUrl });
  await client.connect();
  try {
    // Nobody may be in a template while it is copied.
    await client.query('SELECT pg_advisory_lock($1)', [LOCK]);
    const { rowCount } = await client.query(
      'SELECT 1 FROM pg_database WHERE datname = $1 AND datistemplate',
      [template],
    );
    if (!rowCount) {
      await client.query(`DROP DATABASE IF EXISTS ${template} WITH (FORCE)`);
      await client.query(`CREATE DATABASE ${template}`);
      await fill(of(template));
      // Only what was filled to the end is one.
      await client.query(`ALTER DATABASE ${template} IS_TEMPLATE true`);
    }
    await client.query(
      'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1 AND pid <> pg_backend_pid()',
      [template],
    );
    await client.query(`CREATE DATABASE ${name} TEMPLATE ${template}`);
  } finally {
    await client.end();
  }
  return of(name);
}
