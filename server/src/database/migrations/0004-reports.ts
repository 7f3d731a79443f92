import { shopTable } from '../../kit/shopTable.js';

/** Files kept once by what is in them, and the reports that are made of jobs. */
export const name = '0004-reports';

/** @param app role the application connects as */
export const up = (app: string): string =>
  shopTable(
    'files',
    `  hash bytea NOT NULL CHECK (length(hash) = 32),
  type text NOT NULL,
  content bytea NOT NULL,
  kept_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (shop_id, hash)`,
    app,
    { appendOnly: true },
  ) +
  shopTable(
    'reports',
    `  id uuid NOT NULL,
  job_id uuid NOT NULL,
  unit text NOT NULL CHECK (unit IN ('mm', 'in')),
  by text NOT NULL,
  asked_at timestamptz NOT NULL DEFAULT now(),
  state text NOT NULL DEFAULT 'queued' CHECK (state IN ('queued', 'working', 'done', 'failed')),
  progress double precision NOT NULL DEFAULT 0 CHECK (progress BETWEEN 0 AND 1),
  file_hash bytea,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs,
  FOREIGN KEY (shop_id, file_hash) REFERENCES files`,
    app,
    { tells: true },
  );
