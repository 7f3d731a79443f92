/** What a decision does, and a job that is not all read. */
export const name = '0003-honest';

export const up = (): string => `
ALTER TABLE jobs
  DROP CONSTRAINT jobs_overall_check,
  ADD CONSTRAINT jobs_overall_check CHECK (overall IN ('within', 'undecided', 'beyond', 'noLimit', 'unread'));

-- What a log may hold is said once, where the entries are described.
ALTER TABLE log_entries DROP CONSTRAINT log_entries_kind_check;

-- Pressures are kept in kilopascals, as everything else that is not a length is in its own unit.
UPDATE limits SET low = low / 1000, high = high / 1000 WHERE feature LIKE 'crank.leak-%';

-- Written by earlier versions: a kit or none, and what that kit is for.
ALTER TABLE decisions ADD COLUMN route text NOT NULL DEFAULT 'reuse';
ALTER TABLE jobs ADD COLUMN marks jsonb NOT NULL DEFAULT '{}';
ALTER TABLE decisions DISABLE TRIGGER append_only;
UPDATE decisions d SET route = CASE WHEN k.oversize > 0 THEN 'bore' ELSE 'fit' END
  FROM kits k WHERE k.shop_id = d.shop_id AND k.id = d.kit_id;
ALTER TABLE decisions ENABLE TRIGGER append_only;
ALTER TABLE decisions ALTER COLUMN route DROP DEFAULT,
  ADD CONSTRAINT decisions_route_check CHECK (route IN ('reuse', 'fit', 'bore', 'replate', 'sleeve', 'exchange'));
`;
