/** An engine used again whole, rings too, is a way of its own. Where a job stands on the run and since when it waits, so that lists follow them; every job is summed up anew. */
export const name = '0025-next';

const PROMISE = `(coalesce(promised - DATE '2000-01-01', 9999999))`;
const WAIT = `(CASE WHEN waits_since IS NULL THEN 9999999 ELSE (waits_since AT TIME ZONE 'UTC')::date - DATE '2000-01-01' END)`;

export const up = (): string => `
ALTER TABLE jobs
  ADD COLUMN run_place smallint NOT NULL DEFAULT 0 CHECK (run_place >= 0),
  ADD COLUMN waits_since timestamptz;
UPDATE jobs SET next = NULL;
CREATE INDEX jobs_ordered_by_promise ON jobs (shop_id, ${PROMISE}, number);
CREATE INDEX jobs_ordered_by_station ON jobs (shop_id, run_place, ${PROMISE}, number);
CREATE INDEX jobs_ordered_by_wait ON jobs (shop_id, ${WAIT}, ${PROMISE}, number);
ALTER TABLE decisions
  DROP CONSTRAINT decisions_route_check,
  ADD CONSTRAINT decisions_route_check
    CHECK (route IN ('whole', 'reuse', 'hone', 'fit', 'bore', 'replate', 'sleeve', 'exchange'));
INSERT INTO summaries_due (shop_id, job_id) SELECT shop_id, id FROM jobs ON CONFLICT DO NOTHING;
`;
