import { LOOKUP_ROLE } from '../roles.js';

/** Finding a job among many by a few letters of it. */
export const name = '0012-search';

/** @param app role the application connects as */
export const up = (app: string): string => `
CREATE EXTENSION IF NOT EXISTS pg_trgm;
CREATE INDEX jobs_search ON jobs USING gin (search gin_trgm_ops);

-- Row-level security keeps an index from being asked before it has looked at every row. This asks for one shop
-- and nothing else: ids of its jobs that hold every pattern, the newest first.
CREATE FUNCTION find_jobs(patterns text[], before integer, most integer) RETURNS TABLE (id uuid)
  LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS $$
DECLARE
  holds text := (SELECT string_agg(format('j.search LIKE %L', p), ' AND ') FROM unnest(patterns) p);
BEGIN
  -- Planned with what is looked for: a rare word leads by the index, common ones by the newest jobs.
  RETURN QUERY EXECUTE 'SELECT j.id FROM public.jobs j WHERE j.shop_id = $1 AND ' || holds ||
    ' AND ($2::integer IS NULL OR j.number < $2) ORDER BY j.number DESC LIMIT $3' USING public.current_shop(), before, most;
END $$;
REVOKE ALL ON FUNCTION find_jobs(text[], integer, integer) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION find_jobs(text[], integer, integer) TO ${app};
GRANT SELECT ON jobs TO ${LOOKUP_ROLE};
ALTER FUNCTION find_jobs(text[], integer, integer) OWNER TO ${LOOKUP_ROLE};
`;
