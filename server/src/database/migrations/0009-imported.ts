import { shopTable } from '../../kit/shopTable.js';

/**
 * What a file brought in is told from what was said in this shop, and stays with its job; what is no longer
 * used is retired.
 */
export const name = '0009-imported';

/** @param app role the application connects as */
export const up = (app: string): string =>
  shopTable(
    'imports',
    `  id uuid NOT NULL,
  name text NOT NULL,
  by text NOT NULL,
  asked_at timestamptz NOT NULL,
  file_hash bytea NOT NULL,
  state text NOT NULL CHECK (state IN ('queued', 'working', 'done', 'refused')),
  progress double precision NOT NULL CHECK (progress BETWEEN 0 AND 1),
  job_id uuid,
  problem jsonb,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, file_hash) REFERENCES files,
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs,
  CHECK ((state = 'done') = (job_id IS NOT NULL)),
  CHECK ((state = 'refused') = (problem IS NOT NULL))`,
    app,
    { tells: true },
  ) +
  `
CREATE INDEX imports_of_file ON imports (shop_id, file_hash);
CREATE INDEX imports_of_job ON imports (shop_id, job_id);

ALTER TABLE decisions ADD COLUMN imported_by text;
ALTER TABLE instruments ADD COLUMN job_id uuid, ADD COLUMN imported_by text, ADD COLUMN retired_on date,
  ADD FOREIGN KEY (shop_id, job_id) REFERENCES jobs,
  ADD CONSTRAINT of_a_file_or_of_the_shop CHECK ((job_id IS NULL) = (imported_by IS NULL));
CREATE INDEX instruments_of_job ON instruments (shop_id, job_id);
ALTER TABLE studies ADD COLUMN retired_on date;
ALTER TABLE customers ADD COLUMN retired_on date;
GRANT UPDATE (retired_on) ON studies, customers TO ${app};
-- A study is never changed; whether it still counts is.
DROP TRIGGER append_only ON studies;
CREATE TRIGGER append_only BEFORE DELETE ON studies FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER only_retired BEFORE UPDATE ON studies FOR EACH ROW
  WHEN (to_jsonb(OLD) - 'retired_on' IS DISTINCT FROM to_jsonb(NEW) - 'retired_on') EXECUTE FUNCTION refuse_change();

-- A gauge of a file, and what was studied with it, touches the one job it came with.
CREATE FUNCTION summaries_of_gauge() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  only_job uuid := CASE TG_TABLE_NAME WHEN 'instruments' THEN to_jsonb(NEW)->>'job_id'
    ELSE (SELECT i.job_id::text FROM instruments i
          WHERE i.shop_id = NEW.shop_id AND i.id = (to_jsonb(NEW)->>'instrument_id')::uuid) END;
BEGIN
  INSERT INTO summaries_due (shop_id, job_id) SELECT shop_id, id FROM jobs
    WHERE shop_id = NEW.shop_id AND (only_job IS NULL OR id = only_job) ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
DROP TRIGGER summaries ON instruments;
DROP TRIGGER summaries ON studies;
CREATE TRIGGER summaries AFTER INSERT OR UPDATE ON instruments FOR EACH ROW EXECUTE FUNCTION summaries_of_gauge();
CREATE TRIGGER summaries AFTER INSERT OR UPDATE ON studies FOR EACH ROW EXECUTE FUNCTION summaries_of_gauge();
`;
