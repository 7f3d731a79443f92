import { shopTable } from '../../kit/shopTable.js';
import { LOOKUP_ROLE } from '../roles.js';

/** Tricks of an engine, pinned where they help; and phones that are signed in from the screen of a job. */
export const name = '0018-tricks';

/** @param app role the application connects as */
export const up = (app: string): string =>
  shopTable(
    'tricks',
    `  id uuid NOT NULL,
  engine_id uuid NOT NULL,
  station text NOT NULL CHECK (station ~ '^[a-z-]{1,40}$'),
  text text NOT NULL CHECK (text <> ''),
  job_id uuid,
  photo_id uuid,
  by text NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  gone_on date,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, engine_id) REFERENCES engines,
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs,
  FOREIGN KEY (shop_id, photo_id) REFERENCES photos`,
    app,
    { tells: true },
  ) +
  shopTable(
    'phone_links',
    `  token_hash bytea NOT NULL UNIQUE CHECK (length(token_hash) = 32),
  person_id uuid NOT NULL,
  until timestamptz NOT NULL,
  PRIMARY KEY (shop_id, token_hash),
  FOREIGN KEY (shop_id, person_id) REFERENCES people`,
    app,
    { removable: true },
  ) +
  `
CREATE INDEX tricks_of_engine ON tricks (shop_id, engine_id);
-- Who holds the code on a screen belongs to no shop yet; it is good once.
CREATE FUNCTION phone_link(token bytea) RETURNS TABLE (shop_id uuid, person_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT l.shop_id, l.person_id FROM public.phone_links l WHERE l.token_hash = token AND l.until > now() $$;
REVOKE ALL ON FUNCTION phone_link(bytea) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION phone_link(bytea) TO ${app};
GRANT SELECT ON phone_links TO ${LOOKUP_ROLE};
ALTER FUNCTION phone_link(bytea) OWNER TO ${LOOKUP_ROLE};
`;
