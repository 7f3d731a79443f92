import { shopTable } from '../../kit/shopTable.js';

/** Special tools the shop has or lacks; and what waits by itself: soaks, drains, cures. */
export const name = '0020-strip';

/** @param app role the application connects as */
export const up = (app: string): string =>
  shopTable(
    'tools',
    `  id uuid NOT NULL,
  name text NOT NULL CHECK (name <> '' AND name = lower(name)),
  have boolean NOT NULL,
  by text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (shop_id, id),
  UNIQUE (shop_id, name)`,
    app,
    { tells: true },
  ) +
  shopTable(
    'timers',
    `  id uuid NOT NULL,
  job_id uuid NOT NULL,
  station text NOT NULL CHECK (station ~ '^[a-z-]{1,40}$'),
  what text NOT NULL CHECK (what <> ''),
  began timestamptz NOT NULL,
  ends timestamptz NOT NULL CHECK (ends > began),
  by text NOT NULL,
  over_at timestamptz,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs`,
    app,
    { tells: true },
  ) +
  `
CREATE INDEX timers_running ON timers (shop_id, ends) WHERE over_at IS NULL;
`;
