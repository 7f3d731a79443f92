import { shopTable } from '../../kit/shopTable.js';

/**
 * Engines that came in before anybody knew which they are; photos and sounds of a job; what tells an engine from
 * others of its model; and the day a limit was typed, so that its typist may type it again on another.
 */
export const name = '0016-intake';

/** @param app role the application connects as */
export const up = (app: string): string =>
  `
ALTER TABLE limits ADD COLUMN entered_on date, ADD COLUMN retyped_on date,
  ADD CONSTRAINT retyped_on_another_day CHECK (retyped_on IS NULL OR retyped_on > entered_on);
ALTER TABLE jobs ADD COLUMN variant jsonb NOT NULL DEFAULT '{"year":null,"code":null,"use":null}';
ALTER TABLE customers ADD COLUMN erased_on date;
GRANT UPDATE (name, phone, erased_on) ON customers TO ${app};

-- Photos lie in a directory; what is small or was kept before lies here.
ALTER TABLE files ALTER COLUMN content DROP NOT NULL, ADD COLUMN bytes bigint;
` +
  shopTable(
    'arrivals',
    `  id uuid NOT NULL,
  number integer NOT NULL,
  customer text NOT NULL CHECK (customer <> ''),
  phone text NOT NULL,
  machine text NOT NULL,
  complaint text NOT NULL,
  by text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (shop_id, id),
  UNIQUE (shop_id, number)`,
    app,
    { removable: true, tells: true },
  ) +
  shopTable(
    'photos',
    `  id uuid NOT NULL,
  job_id uuid NOT NULL,
  entry_id uuid,
  kind text NOT NULL CHECK (kind IN ('photo', 'sound')),
  station text NOT NULL,
  caption text NOT NULL,
  by text NOT NULL,
  at timestamptz NOT NULL,
  file_hash bytea NOT NULL,
  width integer,
  height integer,
  gone_on date,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, file_hash) REFERENCES files,
  CHECK ((kind = 'photo') = (width IS NOT NULL AND height IS NOT NULL))`,
    app,
    { tells: true },
  ) +
  `
CREATE INDEX photos_of_job ON photos (shop_id, job_id, at);
`;
