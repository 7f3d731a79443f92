import { shopTable } from '../../kit/shopTable.js';
import { LOOKUP_ROLE } from '../roles.js';

/**
 * A shop founds itself, lets people in and sees them off: invitations, short PINs on a device that is signed in, and
 * what a lead sets for the shop.
 */
export const name = '0014-people';

/** @param app role the application connects as */
export const up = (app: string): string =>
  `
ALTER TABLE shops
  ADD COLUMN unit text NOT NULL DEFAULT 'mm' CHECK (unit IN ('mm', 'in')),
  ADD COLUMN currency text NOT NULL DEFAULT 'EUR' CHECK (currency ~ '^[A-Z]{3}$'),
  ADD COLUMN tax_per_myriad integer NOT NULL DEFAULT 0 CHECK (tax_per_myriad BETWEEN 0 AND 10000),
  ADD COLUMN hours jsonb NOT NULL DEFAULT '[null,[480,1020],[480,1020],[480,1020],[480,1020],[480,1020],null]',
  ADD COLUMN label jsonb NOT NULL DEFAULT '{"width":62,"height":29}',
  ADD COLUMN keep_years integer NOT NULL DEFAULT 10 CHECK (keep_years BETWEEN 1 AND 50),
  ADD COLUMN version integer NOT NULL DEFAULT 1;
CREATE FUNCTION tell_shop() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('tribos', NEW.id || ' shops ' || NEW.id);
  RETURN NULL;
END $$;
CREATE FUNCTION tell_bench() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE shop uuid := coalesce(NEW.shop_id, OLD.shop_id);
BEGIN
  PERFORM pg_notify('tribos', shop || ' benches ' || shop);
  RETURN NULL;
END $$;
ALTER TABLE people
  ADD COLUMN left_on date,
  ADD COLUMN pin_hash text,
  ADD COLUMN pin_failures integer NOT NULL DEFAULT 0,
  ADD COLUMN version integer NOT NULL DEFAULT 1;
ALTER TABLE sessions
  ADD COLUMN id uuid NOT NULL DEFAULT gen_random_uuid(),
  ADD COLUMN by_pin boolean NOT NULL DEFAULT false,
  ADD COLUMN device text NOT NULL DEFAULT '',
  ADD UNIQUE (shop_id, id);
GRANT INSERT, UPDATE ON people TO ${app};
GRANT INSERT, UPDATE, DELETE ON benches TO ${app};
-- A bench called something else keeps its engine; one that holds an engine cannot be taken away.
ALTER TABLE jobs DROP CONSTRAINT jobs_shop_id_bench_fkey,
  ADD FOREIGN KEY (shop_id, bench) REFERENCES benches (shop_id, name) ON UPDATE CASCADE;
CREATE TRIGGER tell_change AFTER INSERT OR UPDATE ON shops FOR EACH ROW EXECUTE FUNCTION tell_shop();
CREATE TRIGGER tell_change AFTER INSERT OR UPDATE ON people FOR EACH ROW EXECUTE FUNCTION tell_change();
CREATE TRIGGER tell_change AFTER INSERT OR UPDATE OR DELETE ON benches FOR EACH ROW EXECUTE FUNCTION tell_bench();
` +
  shopTable(
    'invitations',
    `  id uuid NOT NULL,
  token_hash bytea NOT NULL UNIQUE CHECK (length(token_hash) = 32),
  person_id uuid,
  role text NOT NULL CHECK (role IN ('lead', 'technician', 'apprentice')),
  note text NOT NULL,
  by text NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  until timestamptz NOT NULL,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, person_id) REFERENCES people`,
    app,
    { removable: true },
  ) +
  `
-- Whoever has left signs in no more, and what they were signed in with is over.
CREATE OR REPLACE FUNCTION sign_in_person(wanted text) RETURNS TABLE (shop_id uuid, id uuid, password_hash text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT p.shop_id, p.id, p.password_hash FROM public.people p WHERE p.email = lower(wanted) AND p.left_on IS NULL $$;
DROP FUNCTION enter_shop(bytea);
DROP FUNCTION session_person(bytea);
CREATE FUNCTION session_person(token bytea) RETURNS TABLE (shop_id uuid, shop_name text, id uuid, name text, role text, by_pin boolean)
  LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
BEGIN
  RETURN QUERY SELECT p.shop_id, s.name, p.id, p.name, p.role, x.by_pin
    FROM public.sessions x JOIN public.people p ON p.shop_id = x.shop_id AND p.id = x.person_id JOIN public.shops s ON s.id = x.shop_id
    WHERE x.token_hash = token AND x.expires_at > now() AND p.left_on IS NULL;
END $$;
CREATE FUNCTION enter_shop(token bytea) RETURNS TABLE (shop_id uuid, shop_name text, id uuid, name text, role text, by_pin boolean)
  LANGUAGE plpgsql AS $$
BEGIN
  SELECT p.shop_id, p.shop_name, p.id, p.name, p.role, p.by_pin INTO shop_id, shop_name, id, name, role, by_pin FROM session_person(token) p;
  IF FOUND THEN
    PERFORM set_config('app.shop_id', shop_id::text, true);
    RETURN NEXT;
  END IF;
END $$;

-- Who holds the link of an invitation belongs to no shop yet.
CREATE FUNCTION invitation_shop(token bytea) RETURNS TABLE (shop_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT i.shop_id FROM public.invitations i WHERE i.token_hash = token AND i.until > now() $$;
-- Whether anybody is here at all.
CREATE FUNCTION any_shop() RETURNS boolean
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT EXISTS (SELECT 1 FROM public.shops) $$;

-- An empty house is founded once, by who was given the code that its start printed.
CREATE TABLE first_codes (code_hash bytea PRIMARY KEY CHECK (length(code_hash) = 32), until timestamptz NOT NULL);
CREATE FUNCTION found_shop(code bytea, shop uuid, shop_name text, unit_used text, money text,
    person uuid, person_name text, address text, hashed text) RETURNS boolean
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public AS $$
BEGIN
  LOCK TABLE public.first_codes IN EXCLUSIVE MODE;
  IF EXISTS (SELECT 1 FROM public.shops) OR
     NOT EXISTS (SELECT 1 FROM public.first_codes c WHERE c.code_hash = code AND c.until > now()) THEN
    RETURN false;
  END IF;
  DELETE FROM public.first_codes;
  PERFORM set_config('app.shop_id', shop::text, true);
  INSERT INTO public.shops (id, name, unit, currency) VALUES (shop, shop_name, unit_used, money);
  INSERT INTO public.people (shop_id, id, name, email, role, password_hash)
    VALUES (shop, person, person_name, lower(address), 'lead', hashed);
  RETURN true;
END $$;
REVOKE ALL ON FUNCTION session_person(bytea), enter_shop(bytea), invitation_shop(bytea), any_shop(),
  found_shop(bytea, uuid, text, text, text, uuid, text, text, text) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION session_person(bytea), enter_shop(bytea), invitation_shop(bytea), any_shop(),
  found_shop(bytea, uuid, text, text, text, uuid, text, text, text) TO ${app};
GRANT SELECT ON invitations TO ${LOOKUP_ROLE};
ALTER FUNCTION invitation_shop(bytea) OWNER TO ${LOOKUP_ROLE};
ALTER FUNCTION any_shop() OWNER TO ${LOOKUP_ROLE};
`;
