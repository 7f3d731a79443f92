/** A customer who is erased: the engineering record stays, the person goes, the prints with their name too. */
export const name = '0017-customers';

/** @param app role the application connects as */
export const up = (app: string): string => `
CREATE INDEX jobs_of_customer ON jobs (shop_id, customer_id, number DESC);

ALTER TABLE imports ALTER COLUMN file_hash DROP NOT NULL;

-- Files are added and never changed; only erasing a person takes any away.
CREATE FUNCTION refuse_unless_erasing() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND current_setting('app.erasing', true) = 'yes' THEN RETURN OLD; END IF;
  RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;
DROP TRIGGER append_only ON files;
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON files FOR EACH ROW EXECUTE FUNCTION refuse_unless_erasing();

-- Of the shop that is entered and no other. Prints are made anew without the name when somebody asks for one.
CREATE FUNCTION erase_customer(who uuid, called text) RETURNS integer
  LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public AS $$
DECLARE
  shop uuid := public.current_shop();
  was text := (SELECT c.name FROM public.customers c WHERE c.shop_id = shop AND c.id = who AND c.erased_on IS NULL);
  prints bytea[];
  touched integer;
BEGIN
  IF was IS NULL THEN RETURN -1; END IF;
  UPDATE public.customers SET name = called, phone = '', erased_on = current_date, retired_on = current_date
    WHERE shop_id = shop AND id = who;
  UPDATE public.jobs SET search = replace(search, lower(was), lower(called)), version = version + 1
    WHERE shop_id = shop AND customer_id = who;
  GET DIAGNOSTICS touched = ROW_COUNT;
  UPDATE public.arrivals SET customer = called, phone = '' WHERE shop_id = shop AND customer = was;
  SELECT array_agg(r.file_hash) INTO prints FROM public.reports r JOIN public.jobs j ON j.shop_id = r.shop_id AND j.id = r.job_id
    WHERE r.shop_id = shop AND j.customer_id = who AND r.file_hash IS NOT NULL;
  DELETE FROM public.reports r USING public.jobs j
    WHERE j.shop_id = r.shop_id AND j.id = r.job_id AND r.shop_id = shop AND j.customer_id = who;
  -- The file a job came in says whose it is.
  prints := prints || (SELECT array_agg(i.file_hash) FROM public.imports i JOIN public.jobs j ON j.shop_id = i.shop_id AND j.id = i.job_id
    WHERE i.shop_id = shop AND j.customer_id = who);
  UPDATE public.imports i SET file_hash = NULL, name = 'erased' FROM public.jobs j
    WHERE j.shop_id = i.shop_id AND j.id = i.job_id AND i.shop_id = shop AND j.customer_id = who;
  PERFORM set_config('app.erasing', 'yes', true);
  DELETE FROM public.files f WHERE f.shop_id = shop AND f.hash = ANY(prints)
    AND NOT EXISTS (SELECT 1 FROM public.reports r WHERE r.shop_id = shop AND r.file_hash = f.hash)
    AND NOT EXISTS (SELECT 1 FROM public.photos p WHERE p.shop_id = shop AND p.file_hash = f.hash)
    AND NOT EXISTS (SELECT 1 FROM public.imports i WHERE i.shop_id = shop AND i.file_hash = f.hash);
  PERFORM set_config('app.erasing', '', true);
  RETURN touched;
END $$;
REVOKE ALL ON FUNCTION erase_customer(uuid, text) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION erase_customer(uuid, text) TO ${app};
`;
