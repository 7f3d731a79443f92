/** A bench holds one engine, whoever asks at the same moment. */
export const name = '0007-benches';

export const up = (): string => `
-- Where two stood on one bench, the job opened first keeps it; the others lie on the shelf.
UPDATE jobs j SET bench = NULL WHERE bench IS NOT NULL AND EXISTS (
  SELECT 1 FROM jobs o WHERE o.shop_id = j.shop_id AND o.bench = j.bench AND o.number < j.number);
CREATE UNIQUE INDEX jobs_one_on_a_bench ON jobs (shop_id, bench) WHERE bench IS NOT NULL;
`;
