/** Comparators, leaves, findings, work between readings, own repeatability. */
export const name = '0002-measure';

/** @param app role the application connects as */
export const up = (app: string): string => `
ALTER TABLE engines
  ADD COLUMN pin bigint CHECK (pin > 0),
  ADD COLUMN cooling text NOT NULL DEFAULT 'liquid' CHECK (cooling IN ('liquid', 'air'));

ALTER TABLE instruments
  ADD COLUMN travel bigint CHECK (travel > 0),
  ADD COLUMN leaves jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(leaves) = 'array'),
  DROP CONSTRAINT instruments_type_check,
  ADD CONSTRAINT instruments_type_check CHECK (type IN ('dial-bore', 'telescoping', 'micrometer', 'calliper', 'leaf')),
  ADD CONSTRAINT leaves_of_a_set CHECK ((type = 'leaf') = (jsonb_array_length(leaves) > 0));
UPDATE instruments SET travel = 1000000 WHERE type = 'dial-bore';

ALTER TABLE log_entries
  DROP CONSTRAINT log_entries_kind_check,
  -- 'score' is what findings were called before; such entries stay as they were written.
  ADD CONSTRAINT log_entries_kind_check CHECK (kind IN ('reading', 'leaf', 'zero', 'closing-zero', 'take-back',
    'answer', 'finding', 'work', 'note', 'score'));

UPDATE jobs SET thermal = '{"cylinder": null, "piston": null}'::jsonb || thermal;

CREATE TABLE studies (
  shop_id uuid NOT NULL REFERENCES shops,
  id uuid NOT NULL,
  instrument_id uuid NOT NULL,
  part text NOT NULL CHECK (part <> ''),
  by text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  texts jsonb NOT NULL,
  readings jsonb NOT NULL,
  repeats integer NOT NULL CHECK (repeats >= 2),
  s double precision CHECK (s > 0),
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, instrument_id) REFERENCES instruments
);
CREATE INDEX studies_of_gauge ON studies (shop_id, instrument_id, at);
ALTER TABLE studies ENABLE ROW LEVEL SECURITY;
ALTER TABLE studies FORCE ROW LEVEL SECURITY;
CREATE POLICY own_shop ON studies USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON studies FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON studies FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER tell_change AFTER INSERT ON studies FOR EACH ROW EXECUTE FUNCTION tell_change();
GRANT SELECT, INSERT ON studies TO ${app};
`;
