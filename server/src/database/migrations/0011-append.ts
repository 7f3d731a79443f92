/**
 * Fewer ways to the database and back: who asks is looked up where the transaction of their request begins, and
 * entries are appended in one question, the job locked, the chain carried on and the summary due.
 */
export const name = '0011-append';

/** @param app role the application connects as */
export const up = (app: string): string => `
-- Planned once a connection, not at every call.
CREATE OR REPLACE FUNCTION session_person(token bytea) RETURNS TABLE (shop_id uuid, shop_name text, id uuid, name text, role text)
  LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
BEGIN
  RETURN QUERY SELECT p.shop_id, s.name, p.id, p.name, p.role
    FROM public.sessions x JOIN public.people p ON p.shop_id = x.shop_id AND p.id = x.person_id JOIN public.shops s ON s.id = x.shop_id
    WHERE x.token_hash = token AND x.expires_at > now();
END $$;

-- The same, and the running transaction sees that shop from here on.
CREATE FUNCTION enter_shop(token bytea) RETURNS TABLE (shop_id uuid, shop_name text, id uuid, name text, role text)
  LANGUAGE plpgsql AS $$
BEGIN
  SELECT p.shop_id, p.shop_name, p.id, p.name, p.role INTO shop_id, shop_name, id, name, role FROM session_person(token) p;
  IF FOUND THEN
    PERFORM set_config('app.shop_id', shop_id::text, true);
    RETURN NEXT;
  END IF;
END $$;

-- A job written to is to be summed up anew.
CREATE FUNCTION summary_of_written() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO summaries_due (shop_id, job_id) VALUES (NEW.shop_id, NEW.job_id) ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;
CREATE TRIGGER summaries AFTER INSERT ON decisions FOR EACH ROW EXECUTE FUNCTION summary_of_written();

-- Appends entries to the log of a job of the shop that is entered. texts are the canonical texts that are
-- chained. What is there already with the same content is given back as it stands; with other content: TL409.
-- A log that is full: TL422. Nothing is given back for a job that is not there: TL404.
CREATE FUNCTION append_log(job uuid, entries jsonb[], texts text[], most integer)
  RETURNS TABLE (at_entry integer, standing jsonb) LANGUAGE plpgsql AS $$
#variable_conflict use_column
DECLARE
  shop uuid := current_shop();
  link bytea;
  made bytea;
  place integer;
  e jsonb;
  there jsonb;
  wrote boolean := false;
BEGIN
  PERFORM 1 FROM jobs j WHERE j.shop_id = shop AND j.id = job FOR UPDATE;
  IF NOT FOUND THEN
    RAISE EXCEPTION 'no such job' USING ERRCODE = 'TL404';
  END IF;
  SELECT l.seq, l.hash INTO place, link FROM log_entries l
    WHERE l.shop_id = shop AND l.job_id = job ORDER BY l.seq DESC LIMIT 1;
  place := coalesce(place, 0);
  link := coalesce(link, sha256(convert_to(job::text, 'UTF8')));
  FOR n IN 1 .. cardinality(entries) LOOP
    e := entries[n];
    SELECT l.body INTO there FROM log_entries l WHERE l.shop_id = shop AND l.job_id = job AND l.id = (e->>'id')::uuid;
    IF FOUND THEN
      IF there - '{by,received,importedBy}'::text[] IS DISTINCT FROM e - '{by,received,importedBy}'::text[] THEN
        RAISE EXCEPTION 'another content' USING ERRCODE = 'TL409', DETAIL = e->>'id';
      END IF;
      at_entry := n; standing := there;
      RETURN NEXT;
      CONTINUE;
    END IF;
    place := place + 1;
    IF place > most THEN
      RAISE EXCEPTION 'the log is full' USING ERRCODE = 'TL422';
    END IF;
    made := sha256(link || convert_to(place || ':' || texts[n], 'UTF8'));
    INSERT INTO log_entries (shop_id, job_id, seq, id, kind, at, "by", body, previous_hash, hash)
      VALUES (shop, job, place, (e->>'id')::uuid, e->>'kind', (e->>'at')::timestamptz, e->>'by', e, link, made);
    link := made;
    wrote := true;
  END LOOP;
  IF wrote THEN
    INSERT INTO summaries_due (shop_id, job_id) VALUES (shop, job) ON CONFLICT DO NOTHING;
  END IF;
END $$;
REVOKE ALL ON FUNCTION enter_shop(bytea), append_log(uuid, jsonb[], text[], integer) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION enter_shop(bytea), append_log(uuid, jsonb[], text[], integer) TO ${app};
`;
