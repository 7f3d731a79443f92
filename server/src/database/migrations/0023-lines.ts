import { shopTable } from '../../kit/shopTable.js';
import { LOOKUP_ROLE } from '../roles.js';

/** The line of a firm: its name at the exchange, since when it is used, and what is wrong with it now. */
export const name = '0023-lines';

/** @param app role the application connects as */
export const up = (app: string): string =>
  `
ALTER TABLE firms
  ADD COLUMN line text CHECK (line ~ '^[a-z0-9][a-z0-9-]{0,39}$'),
  ADD COLUMN line_since timestamptz,
  ADD CONSTRAINT firms_line CHECK ((line IS NULL) = (line_since IS NULL));
ALTER TABLE tickets
  ADD COLUMN turn integer NOT NULL DEFAULT 1,
  ADD COLUMN sent_at timestamptz;
` +
  shopTable(
    'firm_lines',
    `  id uuid NOT NULL,
  trouble text CHECK (trouble IN ('away', 'slow', 'rubbish')),
  since timestamptz NOT NULL,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, id) REFERENCES firms`,
    app,
    { tells: true },
  ) +
  `
-- What is out at firms that have a line, of every shop: what was sent by this shop's own hand since the line is used.
CREATE FUNCTION tickets_on_line(after uuid, most integer)
  RETURNS TABLE (shop_id uuid, job_id uuid, ticket_id uuid, firm_id uuid, line text, state text, turn integer, due date, price bigint, currency text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT t.shop_id, t.job_id, t.id, f.id, f.line, t.state, t.turn, t.due, t.price, s.currency
     FROM public.tickets t JOIN public.firms f ON f.shop_id = t.shop_id AND f.name = t.firm
       JOIN public.shops s ON s.id = t.shop_id
     WHERE t.id > after AND t.out_since IS NOT NULL AND t.state <> 'ready' AND f.line IS NOT NULL
       AND f.retired_on IS NULL AND t.sent_at >= f.line_since
     ORDER BY t.id LIMIT most $$;
REVOKE ALL ON FUNCTION tickets_on_line(uuid, integer) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION tickets_on_line(uuid, integer) TO ${app};
GRANT SELECT ON tickets, firms TO ${LOOKUP_ROLE};
ALTER FUNCTION tickets_on_line(uuid, integer) OWNER TO ${LOOKUP_ROLE};
`;
