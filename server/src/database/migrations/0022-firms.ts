import { shopTable } from '../../kit/shopTable.js';

/** What a shop asks for its work, firms it sends work out to, what is out at them, and what came back. */
export const name = '0022-firms';

/** @param app role the application connects as */
export const up = (app: string): string =>
  `
ALTER TABLE shops
  ADD COLUMN hourly_rate bigint NOT NULL DEFAULT 0 CHECK (hourly_rate BETWEEN 0 AND 9000000000),
  ADD COLUMN enough double precision NOT NULL DEFAULT 0.9 CHECK (enough BETWEEN 0.5 AND 0.999);
ALTER TABLE decisions
  DROP CONSTRAINT decisions_route_check,
  ADD CONSTRAINT decisions_route_check
    CHECK (route IN ('reuse', 'hone', 'fit', 'bore', 'replate', 'sleeve', 'exchange'));
` +
  shopTable(
    'firms',
    `  id uuid NOT NULL,
  name text NOT NULL CHECK (name <> ''),
  unit text NOT NULL CHECK (unit IN ('mm', 'in')),
  works jsonb NOT NULL,
  freight bigint NOT NULL CHECK (freight BETWEEN 0 AND 9000000000),
  retired_on date,
  version integer NOT NULL DEFAULT 1,
  PRIMARY KEY (shop_id, id),
  UNIQUE (shop_id, name)`,
    app,
    { tells: true },
  ) +
  shopTable(
    'firm_returns',
    `  ticket_id uuid NOT NULL,
  cylinder integer NOT NULL CHECK (cylinder BETWEEN 0 AND 11),
  job_id uuid NOT NULL,
  firm text NOT NULL,
  what text NOT NULL,
  asked bigint NOT NULL,
  found bigint NOT NULL,
  u double precision NOT NULL CHECK (u >= 0),
  at timestamptz NOT NULL,
  PRIMARY KEY (shop_id, ticket_id, cylinder),
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs`,
    app,
    { removable: true },
  ) +
  shopTable(
    'tickets',
    `  id uuid NOT NULL,
  job_id uuid NOT NULL,
  firm text NOT NULL,
  what text NOT NULL,
  cylinders text NOT NULL,
  state text NOT NULL,
  out_since timestamptz,
  due date,
  price bigint,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs`,
    app,
    { tells: true },
  ) +
  `
CREATE INDEX tickets_out ON tickets (shop_id, due, out_since) WHERE out_since IS NOT NULL;
CREATE INDEX firm_returns_of ON firm_returns (shop_id, firm, at);
`;
