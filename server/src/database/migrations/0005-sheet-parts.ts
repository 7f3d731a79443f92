import { shopTable } from '../../kit/shopTable.js';

/** What rooms need from an engine's sheet besides its limits and kits, each part checked by its own description. */
export const name = '0005-sheet-parts';

/** @param app role the application connects as */
export const up = (app: string): string =>
  shopTable(
    'sheet_parts',
    `  engine_id uuid NOT NULL,
  part text NOT NULL CHECK (length(part) BETWEEN 1 AND 60),
  version integer NOT NULL DEFAULT 1,
  body jsonb NOT NULL,
  PRIMARY KEY (shop_id, engine_id, part),
  FOREIGN KEY (shop_id, engine_id) REFERENCES engines`,
    app,
    { tells: true },
  );
