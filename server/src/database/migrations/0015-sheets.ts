/** Engines, kits and parts of a sheet are typed on; what was copied by mistake goes again. */
export const name = '0015-sheets';

/** @param app role the application connects as */
export const up = (app: string): string => `
ALTER TABLE kits ADD COLUMN version integer NOT NULL DEFAULT 1;
GRANT UPDATE, DELETE ON kits TO ${app};
GRANT DELETE ON limits, sheet_parts TO ${app};

-- What is gone is told as what was changed is.
CREATE FUNCTION told_gone() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('tribos', OLD.shop_id || ' ' || TG_TABLE_NAME || ' ' || OLD.engine_id);
  INSERT INTO summaries_due (shop_id, job_id) SELECT j.shop_id, j.id FROM jobs j
    WHERE j.shop_id = OLD.shop_id AND j.engine_id = OLD.engine_id ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
CREATE TRIGGER told_gone AFTER DELETE ON limits FOR EACH ROW EXECUTE FUNCTION told_gone();
CREATE TRIGGER told_gone AFTER DELETE ON kits FOR EACH ROW EXECUTE FUNCTION told_gone();
CREATE TRIGGER told_gone AFTER DELETE ON sheet_parts FOR EACH ROW EXECUTE FUNCTION told_gone();
`;
