/**
 * Everything that holds a customer of the shop that is entered, in one place: the list that is shown before, and the
 * erasing that follows it. A row goes or stays; why it stays is said where it is shown, by its kind.
 *
 * @param app role the application connects as
 */
export const TRACES = (app: string): string => `
-- A name as a word of its own: whoever is called Ring or Al takes no word of the trade along. A number however it is set out.
CREATE FUNCTION person_pattern(person text) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT '(?<![[:alnum:]])' || regexp_replace(person, '([^[:alnum:][:space:]])', '\\\\\\1', 'g') || '(?![[:alnum:]])'
$$;
CREATE FUNCTION number_pattern(digits text) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT '(?<![0-9])' || regexp_replace(digits, '(\\d)(?=\\d)', '\\1[^0-9A-Za-z]*', 'g') || '(?![0-9])'
$$;
-- Whether a text holds a name, or a number of six digits and more.
CREATE FUNCTION holds_person(said text, person text, digits text) RETURNS boolean LANGUAGE sql IMMUTABLE AS $$
  SELECT said ~* public.person_pattern(person) OR (length(digits) >= 6 AND said ~ public.number_pattern(digits))
$$;
-- The text without them.
CREATE FUNCTION without_person(said text, person text, digits text) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN length(digits) < 6 THEN t ELSE regexp_replace(t, public.number_pattern(digits), '(number)', 'g') END
    FROM (SELECT regexp_replace(said, public.person_pattern(person), '(customer)', 'gi') AS t) q
$$;

-- kind, what it is of, how many, and whether it goes.
CREATE FUNCTION traces_of(who uuid) RETURNS TABLE (kind text, place text, id uuid, goes boolean)
  LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
#variable_conflict use_column
DECLARE
  shop uuid := public.current_shop();
  was text;
  rung text;
  digits text;
  namesake boolean;
BEGIN
  SELECT c.name, c.phone INTO was, rung FROM public.customers c WHERE c.shop_id = shop AND c.id = who AND c.erased_on IS NULL;
  IF NOT FOUND THEN RETURN; END IF;
  digits := regexp_replace(rung, '\\D', '', 'g');
  namesake := EXISTS (SELECT 1 FROM public.customers c WHERE c.shop_id = shop AND c.id <> who AND lower(c.name) = lower(was) AND c.erased_on IS NULL)
    OR EXISTS (SELECT 1 FROM public.arrivals a WHERE a.shop_id = shop AND lower(a.customer) = lower(was) AND a.phone <> rung);
  RETURN QUERY SELECT 'customer', was, who, true;
  RETURN QUERY SELECT 'complaint', lpad(j.number::text, 4, '0'), j.id, true FROM public.jobs j
    WHERE j.shop_id = shop AND j.customer_id = who AND public.holds_person(concat_ws(' ', j.complaint, j.use, j.engine_number), was, digits) ORDER BY j.number;
  RETURN QUERY SELECT 'arrival', lpad(a.number::text, 4, '0'), a.id, a.phone = rung FROM public.arrivals a
    WHERE a.shop_id = shop AND lower(a.customer) = lower(was) ORDER BY a.number;
  RETURN QUERY SELECT 'caption', p.station, p.id, true FROM public.photos p
    WHERE p.shop_id = shop AND public.holds_person(p.caption, was, digits)
    AND (p.job_id IN (SELECT j.id FROM public.jobs j WHERE j.shop_id = shop AND j.customer_id = who)
      OR p.job_id IN (SELECT a.id FROM public.arrivals a WHERE a.shop_id = shop AND lower(a.customer) = lower(was) AND a.phone = rung));
  RETURN QUERY SELECT 'print', lpad(j.number::text, 4, '0'), r.id, true FROM public.reports r JOIN public.jobs j ON j.shop_id = r.shop_id AND j.id = r.job_id
    WHERE r.shop_id = shop AND j.customer_id = who ORDER BY j.number;
  RETURN QUERY SELECT 'import', lpad(j.number::text, 4, '0'), i.id, true FROM public.imports i JOIN public.jobs j ON j.shop_id = i.shop_id AND j.id = i.job_id
    WHERE i.shop_id = shop AND j.customer_id = who AND i.file_hash IS NOT NULL ORDER BY j.number;
  -- What was refused became no job: whose it is, only what it says tells.
  RETURN QUERY SELECT 'refused', i.name, i.id, NOT namesake FROM public.imports i
    LEFT JOIN public.files f ON f.shop_id = i.shop_id AND f.hash = i.file_hash
    WHERE i.shop_id = shop AND i.state = 'refused' AND i.file_hash IS NOT NULL
    AND (public.holds_person(i.name, was, digits) OR public.holds_person(coalesce(i.problem::text, ''), was, digits)
      OR position(convert_to(was, 'UTF8') IN f.content) > 0
      OR (length(rung) >= 6 AND position(convert_to(rung, 'UTF8') IN f.content) > 0));
  RETURN QUERY SELECT 'trick', t.station, t.id, NOT namesake FROM public.tricks t
    WHERE t.shop_id = shop AND public.holds_person(t.text, was, digits);
  RETURN QUERY SELECT 'timer', t.what, t.id, true FROM public.timers t
    WHERE t.shop_id = shop AND public.holds_person(t.what, was, digits)
    AND t.job_id IN (SELECT j.id FROM public.jobs j WHERE j.shop_id = shop AND j.customer_id = who);
  -- Chained: what is in them cannot be changed without breaking the proof of the whole.
  RETURN QUERY SELECT 'note', lpad(j.number::text, 4, '0'), l.id, false FROM public.log_entries l JOIN public.jobs j ON j.shop_id = l.shop_id AND j.id = l.job_id
    WHERE l.shop_id = shop AND j.customer_id = who AND public.holds_person(l.body::text, was, digits) ORDER BY j.number, l.seq;
  RETURN QUERY SELECT 'decision', lpad(j.number::text, 4, '0'), d.id, false FROM public.decisions d JOIN public.jobs j ON j.shop_id = d.shop_id AND j.id = d.job_id
    WHERE d.shop_id = shop AND j.customer_id = who AND public.holds_person(d.reason, was, digits) ORDER BY j.number;
  RETURN QUERY SELECT 'audit', a.action, NULL::uuid, false FROM public.audit a
    WHERE a.shop_id = shop AND public.holds_person(a.detail::text, was, digits);
  RETURN QUERY SELECT CASE WHEN p.kind = 'sound' THEN 'sound' ELSE 'photo' END, lpad(j.number::text, 4, '0'), p.id, false
    FROM public.photos p JOIN public.jobs j ON j.shop_id = p.shop_id AND j.id = p.job_id
    WHERE p.shop_id = shop AND j.customer_id = who AND p.gone_on IS NULL ORDER BY j.number;
END $$;

-- Everything that goes, goes; who they were is nowhere kept, that they were is.
CREATE OR REPLACE FUNCTION erase_customer(who uuid, called text) RETURNS integer
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public AS $$
DECLARE
  shop uuid := public.current_shop();
  was text;
  number text;
  digits text;
  prints bytea[];
  touched integer;
BEGIN
  SELECT c.name, c.phone INTO was, number FROM public.customers c WHERE c.shop_id = shop AND c.id = who AND c.erased_on IS NULL FOR UPDATE;
  IF NOT FOUND THEN RETURN -1; END IF;
  digits := regexp_replace(number, '\\D', '', 'g');
  CREATE TEMPORARY TABLE going ON COMMIT DROP AS SELECT t.kind, t.id FROM public.traces_of(who) t WHERE t.goes;
  UPDATE public.photos SET caption = public.without_person(caption, was, digits)
    WHERE shop_id = shop AND id IN (SELECT g.id FROM going g WHERE g.kind = 'caption');
  UPDATE public.tricks SET text = public.without_person(text, was, digits)
    WHERE shop_id = shop AND id IN (SELECT g.id FROM going g WHERE g.kind = 'trick');
  UPDATE public.timers SET what = public.without_person(what, was, digits)
    WHERE shop_id = shop AND id IN (SELECT g.id FROM going g WHERE g.kind = 'timer');
  UPDATE public.arrivals SET customer = called, phone = '', complaint = public.without_person(complaint, was, digits),
      machine = public.without_person(machine, was, digits)
    WHERE shop_id = shop AND id IN (SELECT g.id FROM going g WHERE g.kind = 'arrival');
  UPDATE public.customers SET name = called, phone = '', erased_on = current_date, retired_on = current_date
    WHERE shop_id = shop AND id = who;
  UPDATE public.jobs SET search = lower(public.without_person(search, was, digits) || ' ' || called),
      complaint = public.without_person(complaint, was, digits), use = public.without_person(use, was, digits),
      engine_number = public.without_person(engine_number, was, digits), version = version + 1
    WHERE shop_id = shop AND customer_id = who;
  GET DIAGNOSTICS touched = ROW_COUNT;
  SELECT array_agg(r.file_hash) INTO prints FROM public.reports r
    WHERE r.shop_id = shop AND r.file_hash IS NOT NULL AND r.id IN (SELECT g.id FROM going g WHERE g.kind = 'print');
  DELETE FROM public.reports r WHERE r.shop_id = shop AND r.id IN (SELECT g.id FROM going g WHERE g.kind = 'print');
  -- The file a job came in says whose it is.
  prints := prints || (SELECT array_agg(i.file_hash) FROM public.imports i
    WHERE i.shop_id = shop AND i.id IN (SELECT g.id FROM going g WHERE g.kind IN ('import', 'refused')));
  UPDATE public.imports SET file_hash = NULL, name = 'erased'
    WHERE shop_id = shop AND id IN (SELECT g.id FROM going g WHERE g.kind IN ('import', 'refused'));
  UPDATE public.imports SET problem = jsonb_build_object('code', problem->'code', 'detail', 'The file was erased with its customer.')
    WHERE shop_id = shop AND id IN (SELECT g.id FROM going g WHERE g.kind = 'refused');
  DROP TABLE going;
  PERFORM set_config('app.erasing', 'yes', true);
  DELETE FROM public.files f WHERE f.shop_id = shop AND f.hash = ANY(prints)
    AND NOT EXISTS (SELECT 1 FROM public.reports r WHERE r.shop_id = shop AND r.file_hash = f.hash)
    AND NOT EXISTS (SELECT 1 FROM public.photos p WHERE p.shop_id = shop AND (p.file_hash = f.hash OR p.small_hash = f.hash))
    AND NOT EXISTS (SELECT 1 FROM public.imports i WHERE i.shop_id = shop AND i.file_hash = f.hash);
  PERFORM set_config('app.erasing', '', true);
  INSERT INTO public.erasures (shop_id, customer_id) VALUES (shop, who) ON CONFLICT DO NOTHING;
  RETURN touched;
END $$;
REVOKE ALL ON FUNCTION traces_of(uuid), erase_customer(uuid, text) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION traces_of(uuid), erase_customer(uuid, text) TO ${app};
`;
