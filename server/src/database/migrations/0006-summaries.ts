import { shopTable } from '../../kit/shopTable.js';
import { LOOKUP_ROLE } from '../roles.js';

/**
 * What lists and benches show is summed up after a write has committed: which jobs are due, the next thing to do
 * on each, and whole maps that were propagated, so that no server works one twice.
 */
export const name = '0006-summaries';

/** @param app role the application connects as */
export const up = (app: string): string =>
  shopTable(
    'summaries_due',
    `  job_id uuid NOT NULL,
  PRIMARY KEY (shop_id, job_id),
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs`,
    app,
    { removable: true },
  ) +
  shopTable(
    'map_spreads',
    `  hash bytea NOT NULL CHECK (length(hash) = 32),
  spread jsonb NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (shop_id, hash)`,
    app,
  ) +
  `
ALTER TABLE jobs ADD COLUMN next jsonb;
INSERT INTO summaries_due (shop_id, job_id) SELECT shop_id, id FROM jobs;

-- What a verdict rests on besides the job itself: a sheet, the gauges, who studied them, the shop's rules.
CREATE FUNCTION summaries_of_engine() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO summaries_due (shop_id, job_id) SELECT shop_id, id FROM jobs
    WHERE shop_id = NEW.shop_id AND engine_id = (to_jsonb(NEW)->>coalesce(TG_ARGV[0], 'engine_id'))::uuid
    ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
CREATE FUNCTION summaries_of_shop() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO summaries_due (shop_id, job_id) SELECT shop_id, id FROM jobs
    WHERE shop_id = (to_jsonb(NEW)->>TG_ARGV[0])::uuid ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
CREATE TRIGGER summaries AFTER UPDATE ON engines FOR EACH ROW EXECUTE FUNCTION summaries_of_engine('id');
CREATE TRIGGER summaries AFTER INSERT OR UPDATE ON limits FOR EACH ROW EXECUTE FUNCTION summaries_of_engine('engine_id');
CREATE TRIGGER summaries AFTER INSERT OR UPDATE ON kits FOR EACH ROW EXECUTE FUNCTION summaries_of_engine('engine_id');
CREATE TRIGGER summaries AFTER INSERT OR UPDATE ON sheet_parts FOR EACH ROW EXECUTE FUNCTION summaries_of_engine('engine_id');
CREATE TRIGGER summaries AFTER INSERT OR UPDATE ON instruments FOR EACH ROW EXECUTE FUNCTION summaries_of_shop('shop_id');
CREATE TRIGGER summaries AFTER INSERT OR UPDATE ON studies FOR EACH ROW EXECUTE FUNCTION summaries_of_shop('shop_id');
CREATE TRIGGER summaries AFTER UPDATE OF name, wear_threshold, allowance, allowance_reason ON shops
  FOR EACH ROW EXECUTE FUNCTION summaries_of_shop('id');

-- A server that starts has no shop yet: it asks which jobs are due, and nothing else.
CREATE FUNCTION due_summaries(most integer) RETURNS TABLE (shop_id uuid, job_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT d.shop_id, d.job_id FROM public.summaries_due d JOIN public.jobs j ON j.shop_id = d.shop_id AND j.id = d.job_id
     ORDER BY j.bench IS NULL, j.number DESC LIMIT most $$;
REVOKE ALL ON FUNCTION due_summaries(integer) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION due_summaries(integer) TO ${app};
GRANT SELECT ON summaries_due, jobs TO ${LOOKUP_ROLE};
ALTER FUNCTION due_summaries(integer) OWNER TO ${LOOKUP_ROLE};
`;
