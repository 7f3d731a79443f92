/** Whether a gauge is named anywhere in what a job's log says. */
const named = (gauge: string, job: string): string =>
  `EXISTS (SELECT 1 FROM log_entries l WHERE l.job_id = ${job} AND l.body::text LIKE '%' || ${gauge}.id || '%')`;

/**
 * SQL that says which gauges a job knows: those in use, those of the file it came with, and retired ones its
 * log was read with, with the micrometers these were set in. Only those retired since it was opened are looked for.
 * @param job SQL that gives the job's id
 */
export const gaugesIn = (job: string): string => `(
  instruments.job_id = ${job}
  OR instruments.job_id IS NULL AND (
    instruments.retired_on IS NULL
    OR instruments.retired_on >= (SELECT created_at::date FROM jobs WHERE id = ${job}) AND (
      ${named('instruments', job)}
      OR EXISTS (SELECT 1 FROM instruments g WHERE g.setting_instrument_id = instruments.id AND ${named('g', job)}))))`;
