import { shopTable } from '../../kit/shopTable.js';
import { LOOKUP_ROLE } from '../roles.js';

/** Devices on which somebody has signed in before: whoever guesses elsewhere cannot lock them out. */
export const name = '0008-devices';

/** @param app role the application connects as */
export const up = (app: string): string =>
  shopTable(
    'known_devices',
    `  person_id uuid NOT NULL,
  token_hash bytea NOT NULL CHECK (length(token_hash) = 32),
  since timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (shop_id, person_id, token_hash),
  FOREIGN KEY (shop_id, person_id) REFERENCES people`,
    app,
    { removable: true },
  ) +
  `
CREATE FUNCTION device_is_known(wanted text, device bytea) RETURNS boolean
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT EXISTS (
       SELECT 1 FROM public.known_devices d JOIN public.people p ON p.shop_id = d.shop_id AND p.id = d.person_id
       WHERE p.email = lower(wanted) AND d.token_hash = device) $$;
REVOKE ALL ON FUNCTION device_is_known(text, bytea) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION device_is_known(text, bytea) TO ${app};
GRANT SELECT ON known_devices TO ${LOOKUP_ROLE};
ALTER FUNCTION device_is_known(text, bytea) OWNER TO ${LOOKUP_ROLE};
`;
