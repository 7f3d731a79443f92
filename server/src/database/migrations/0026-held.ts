import { shopTable } from '../../kit/shopTable.js';
import { LOOKUP_ROLE } from '../roles.js';
import { TRACES } from './0026-traces.js';

/**
 * Nobody comes back: what somebody handed out hangs on who handed it out, a phone on the session that let it in. Who
 * was erased is listed, so that a backup erases them again. Photos that were put away go, and small ones are kept.
 */
export const name = '0026-held';

/** @param app role the application connects as */
export const up = (app: string): string =>
  `
-- Whoever leaves takes what he handed out with him. Names are one to a shop; nobody is renamed.
ALTER TABLE invitations ADD COLUMN by_id uuid, ADD FOREIGN KEY (shop_id, by_id) REFERENCES people (shop_id, id);
UPDATE invitations i SET by_id = p.id FROM people p WHERE p.shop_id = i.shop_id AND p.name = i.by;
DELETE FROM invitations i USING people p
  WHERE p.shop_id = i.shop_id AND p.id = i.by_id AND (p.left_on IS NOT NULL OR p.role <> 'lead');

-- A phone ends with the session whose screen let it in. One that was let in before nobody knows by whom.
DELETE FROM phone_links;
ALTER TABLE phone_links ADD COLUMN session_id uuid NOT NULL,
  ADD FOREIGN KEY (shop_id, session_id) REFERENCES sessions (shop_id, id) ON DELETE CASCADE;
ALTER TABLE sessions ADD COLUMN how text NOT NULL DEFAULT 'password' CHECK (how IN ('password', 'pin', 'code')),
  ADD COLUMN let_in_by uuid,
  ADD FOREIGN KEY (shop_id, let_in_by) REFERENCES sessions (shop_id, id) ON DELETE CASCADE;
UPDATE sessions SET how = 'pin' WHERE by_pin;
ALTER TABLE sessions ADD CHECK (by_pin = (how <> 'password')), ADD CHECK (let_in_by IS NULL OR how = 'code');
CREATE INDEX sessions_let_in ON sessions (shop_id, let_in_by) WHERE let_in_by IS NOT NULL;
CREATE INDEX phone_links_of_session ON phone_links (shop_id, session_id);

-- However a session ends, its streams on whichever server hear of it.
CREATE FUNCTION tell_session_ended() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('tribos', OLD.shop_id || ' session-ended ' || encode(OLD.token_hash, 'hex'));
  RETURN NULL;
END $$;
CREATE TRIGGER tell_ended AFTER DELETE ON sessions FOR EACH ROW EXECUTE FUNCTION tell_session_ended();

DROP FUNCTION phone_link(bytea);
CREATE FUNCTION phone_link(token bytea) RETURNS TABLE (shop_id uuid, person_id uuid, session_id uuid)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT l.shop_id, l.person_id, l.session_id FROM public.phone_links l WHERE l.token_hash = token AND l.until > now() $$;
DROP FUNCTION enter_shop(bytea);
DROP FUNCTION session_person(bytea);
CREATE FUNCTION session_person(token bytea)
  RETURNS TABLE (shop_id uuid, shop_name text, id uuid, name text, role text, by_pin boolean, how text, session_id uuid)
  LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
BEGIN
  RETURN QUERY SELECT p.shop_id, s.name, p.id, p.name, p.role, x.by_pin, x.how, x.id
    FROM public.sessions x JOIN public.people p ON p.shop_id = x.shop_id AND p.id = x.person_id JOIN public.shops s ON s.id = x.shop_id
    WHERE x.token_hash = token AND x.expires_at > now() AND p.left_on IS NULL;
END $$;
CREATE FUNCTION enter_shop(token bytea)
  RETURNS TABLE (shop_id uuid, shop_name text, id uuid, name text, role text, by_pin boolean, how text, session_id uuid)
  LANGUAGE plpgsql AS $$
BEGIN
  SELECT p.shop_id, p.shop_name, p.id, p.name, p.role, p.by_pin, p.how, p.session_id
    INTO shop_id, shop_name, id, name, role, by_pin, how, session_id FROM session_person(token) p;
  IF FOUND THEN
    PERFORM set_config('app.shop_id', shop_id::text, true);
    RETURN NEXT;
  END IF;
END $$;
REVOKE ALL ON FUNCTION phone_link(bytea), session_person(bytea), enter_shop(bytea) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION phone_link(bytea), session_person(bytea), enter_shop(bytea) TO ${app};
ALTER FUNCTION phone_link(bytea) OWNER TO ${LOOKUP_ROLE};

-- A small one is made once. What was put away goes when its time is over, with its file where nothing else names it.
ALTER TABLE photos ADD COLUMN small_hash bytea, ADD FOREIGN KEY (shop_id, small_hash) REFERENCES files;
CREATE INDEX photos_put_away ON photos (gone_on) WHERE gone_on IS NOT NULL;
CREATE INDEX photos_by_file ON photos (shop_id, file_hash);
CREATE FUNCTION photos_over(days integer, most integer) RETURNS TABLE (shop_id uuid, hash bytea)
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public AS $$
#variable_conflict use_column
BEGIN
  PERFORM set_config('app.erasing', 'yes', true);
  CREATE TEMPORARY TABLE over_photos ON COMMIT DROP AS
    SELECT q.shop_id, q.id FROM public.photos q WHERE q.gone_on < current_date - days ORDER BY q.gone_on LIMIT most FOR UPDATE SKIP LOCKED;
  -- A trick stays without the photo that was pinned to it.
  UPDATE public.tricks t SET photo_id = NULL FROM over_photos o WHERE t.shop_id = o.shop_id AND t.photo_id = o.id;
  CREATE TEMPORARY TABLE over_now ON COMMIT DROP AS
    WITH gone AS (DELETE FROM public.photos p USING over_photos o WHERE p.shop_id = o.shop_id AND p.id = o.id
      RETURNING p.shop_id, p.file_hash, p.small_hash)
    SELECT DISTINCT g.shop_id, h.hash FROM gone g CROSS JOIN LATERAL (VALUES (g.file_hash), (g.small_hash)) h(hash) WHERE h.hash IS NOT NULL;
  RETURN QUERY DELETE FROM public.files f USING over_now o WHERE f.shop_id = o.shop_id AND f.hash = o.hash
    AND NOT EXISTS (SELECT 1 FROM public.photos p WHERE p.shop_id = f.shop_id AND (p.file_hash = f.hash OR p.small_hash = f.hash))
    AND NOT EXISTS (SELECT 1 FROM public.reports r WHERE r.shop_id = f.shop_id AND r.file_hash = f.hash)
    AND NOT EXISTS (SELECT 1 FROM public.imports i WHERE i.shop_id = f.shop_id AND i.file_hash = f.hash)
    RETURNING f.shop_id, f.hash;
  DROP TABLE over_now;
  DROP TABLE over_photos;
  PERFORM set_config('app.erasing', '', true);
END $$;
REVOKE ALL ON FUNCTION photos_over(integer, integer) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION photos_over(integer, integer) TO ${app};
` +
  shopTable(
    'erasures',
    `  customer_id uuid NOT NULL,
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (shop_id, customer_id)`,
    app,
    { appendOnly: true },
  ) +
  TRACES(app);
