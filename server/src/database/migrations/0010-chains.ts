import { shopTable } from '../../kit/shopTable.js';

/**
 * Decisions and the audit trail are chained as the log is; the head of every chain is kept apart, in one chain
 * for the shop: whoever cuts the end of one off is found.
 */
export const name = '0010-chains';

/** @param app role the application connects as */
export const up = (app: string): string =>
  `
ALTER TABLE decisions ADD COLUMN previous_hash bytea, ADD COLUMN hash bytea;
ALTER TABLE audit ADD COLUMN seq integer, ADD COLUMN previous_hash bytea, ADD COLUMN hash bytea,
  ADD UNIQUE (shop_id, seq);
-- What was kept before is not chained; everything from here on is.
ALTER TABLE decisions ADD CONSTRAINT chained CHECK (length(previous_hash) = 32 AND length(hash) = 32 AND hash IS NOT NULL) NOT VALID;
ALTER TABLE audit ADD CONSTRAINT chained CHECK (seq IS NOT NULL AND length(previous_hash) = 32 AND length(hash) = 32) NOT VALID;
` +
  shopTable(
    'seals',
    `  seq integer NOT NULL CHECK (seq > 0),
  at timestamptz NOT NULL,
  chain text NOT NULL CHECK (chain IN ('log', 'decisions', 'audit')),
  job_id uuid,
  entries integer NOT NULL CHECK (entries > 0),
  head bytea NOT NULL CHECK (length(head) = 32),
  previous_hash bytea NOT NULL CHECK (length(previous_hash) = 32),
  hash bytea NOT NULL CHECK (length(hash) = 32),
  PRIMARY KEY (shop_id, seq),
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs,
  CHECK ((chain = 'audit') = (job_id IS NULL))`,
    app,
    { appendOnly: true },
  ) +
  `
CREATE INDEX seals_of_chain ON seals (shop_id, job_id, chain, seq DESC);
INSERT INTO summaries_due (shop_id, job_id) SELECT shop_id, id FROM jobs ON CONFLICT DO NOTHING;
`;
