/** Tables of the first slice. Every one carries shop_id, has row-level security and keys that start with it. */
export const name = '0001-foundations';

const TABLES = [
  'people',
  'sessions',
  'customers',
  'engines',
  'limits',
  'kits',
  'instruments',
  'benches',
  'jobs',
  'log_entries',
  'decisions',
  'audit',
];
const APPEND_ONLY = ['log_entries', 'decisions', 'audit'];

/** @param app role the application connects as: it owns nothing and bypasses nothing */
export const up = (app: string): string => `
CREATE TABLE shops (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  wear_threshold double precision NOT NULL DEFAULT 0.95 CHECK (wear_threshold BETWEEN 0.8 AND 0.999),
  allowance bigint NOT NULL DEFAULT 0 CHECK (allowance BETWEEN 0 AND 1000000),
  allowance_reason text NOT NULL DEFAULT '',
  next_job_number integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE people (
  shop_id uuid NOT NULL REFERENCES shops,
  id uuid NOT NULL,
  name text NOT NULL,
  email text NOT NULL UNIQUE CHECK (email = lower(email)),
  role text NOT NULL CHECK (role IN ('lead', 'technician', 'apprentice')),
  password_hash text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (shop_id, id),
  UNIQUE (shop_id, name)
);

CREATE TABLE sessions (
  shop_id uuid NOT NULL,
  token_hash bytea NOT NULL UNIQUE,
  person_id uuid NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL,
  PRIMARY KEY (shop_id, token_hash),
  FOREIGN KEY (shop_id, person_id) REFERENCES people
);

CREATE TABLE customers (
  shop_id uuid NOT NULL REFERENCES shops,
  id uuid NOT NULL,
  name text NOT NULL,
  phone text NOT NULL DEFAULT '',
  PRIMARY KEY (shop_id, id),
  UNIQUE (shop_id, name, phone)
);

CREATE TABLE engines (
  shop_id uuid NOT NULL REFERENCES shops,
  id uuid NOT NULL,
  maker text NOT NULL,
  model text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw')),
  strokes smallint NOT NULL CHECK (strokes IN (2, 4)),
  cylinders text[] NOT NULL CHECK (cardinality(cylinders) BETWEEN 1 AND 12),
  bore bigint NOT NULL CHECK (bore > 0),
  stroke bigint NOT NULL CHECK (stroke > 0),
  wall text NOT NULL CHECK (wall IN ('iron-sleeve', 'plated', 'chrome')),
  zero_at text NOT NULL,
  pin_axis_deg double precision NOT NULL DEFAULT 90 CHECK (pin_axis_deg >= 0 AND pin_axis_deg < 180),
  depth_top bigint NOT NULL,
  depth_mid bigint NOT NULL,
  depth_low bigint NOT NULL,
  wall_depth bigint NOT NULL,
  ports jsonb NOT NULL DEFAULT '[]',
  sleeve_outer bigint,
  year integer,
  code text,
  version integer NOT NULL DEFAULT 1,
  PRIMARY KEY (shop_id, id),
  CHECK (0 < depth_top AND depth_top < depth_mid AND depth_mid < depth_low AND depth_low <= wall_depth)
);

CREATE TABLE limits (
  shop_id uuid NOT NULL,
  id uuid NOT NULL,
  engine_id uuid NOT NULL,
  position integer NOT NULL,
  feature text NOT NULL,
  state text NOT NULL CHECK (state IN ('new', 'service')),
  low double precision,
  high double precision,
  rows jsonb,
  unit text NOT NULL,
  taper text,
  conditions jsonb NOT NULL DEFAULT '{}',
  source_type text NOT NULL CHECK (source_type IN ('engine-maker', 'part-maker', 'machinist', 'shop-rule', 'adoption')),
  party text NOT NULL,
  document text NOT NULL,
  page text NOT NULL,
  revision text NOT NULL,
  entered_by text NOT NULL,
  checked_by text,
  version integer NOT NULL DEFAULT 1,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, engine_id) REFERENCES engines,
  CHECK (low IS NOT NULL OR high IS NOT NULL OR rows IS NOT NULL),
  CONSTRAINT checked_by_a_second_person CHECK (checked_by IS NULL OR checked_by <> entered_by)
);
CREATE INDEX limits_of_engine ON limits (shop_id, engine_id, position);

CREATE TABLE kits (
  shop_id uuid NOT NULL,
  id uuid NOT NULL,
  engine_id uuid NOT NULL,
  maker text NOT NULL,
  name text NOT NULL,
  oversize bigint NOT NULL CHECK (oversize >= 0),
  piston bigint NOT NULL CHECK (piston > 0),
  material text NOT NULL,
  gauge_height bigint,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, engine_id) REFERENCES engines
);
CREATE INDEX kits_of_engine ON kits (shop_id, engine_id, oversize);

CREATE TABLE instruments (
  shop_id uuid NOT NULL REFERENCES shops,
  id uuid NOT NULL,
  name text NOT NULL,
  type text NOT NULL CHECK (type IN ('dial-bore', 'telescoping', 'micrometer', 'calliper')),
  unit text NOT NULL CHECK (unit IN ('mm', 'in')),
  resolution bigint NOT NULL CHECK (resolution > 0),
  repeatability bigint NOT NULL CHECK (repeatability > 0),
  study_repeats integer CHECK (study_repeats >= 2),
  max_error bigint NOT NULL CHECK (max_error >= 0),
  range_low bigint NOT NULL CHECK (range_low >= 0),
  range_high bigint NOT NULL,
  contacts smallint NOT NULL CHECK (contacts IN (2, 3)),
  setting_kind text NOT NULL CHECK (setting_kind IN ('none', 'ring', 'micrometer')),
  setting_u double precision,
  setting_instrument_id uuid,
  calibration_due date,
  version integer NOT NULL DEFAULT 1,
  PRIMARY KEY (shop_id, id),
  FOREIGN KEY (shop_id, setting_instrument_id) REFERENCES instruments,
  CHECK (range_low < range_high),
  CHECK ((setting_kind = 'ring') = (setting_u IS NOT NULL)),
  CHECK ((setting_kind = 'micrometer') = (setting_instrument_id IS NOT NULL))
);

CREATE TABLE benches (
  shop_id uuid NOT NULL REFERENCES shops,
  name text NOT NULL,
  position integer NOT NULL,
  PRIMARY KEY (shop_id, name)
);

CREATE TABLE jobs (
  shop_id uuid NOT NULL REFERENCES shops,
  id uuid NOT NULL,
  number integer NOT NULL,
  customer_id uuid NOT NULL,
  engine_id uuid NOT NULL,
  machine text NOT NULL,
  engine_number text NOT NULL,
  use text NOT NULL,
  complaint text NOT NULL,
  bench text,
  promised date,
  plan text NOT NULL CHECK (plan IN ('quick', 'usual', 'full')),
  seized boolean NOT NULL DEFAULT false,
  thermal jsonb NOT NULL,
  fitted_piston text,
  fitted_ring text,
  overrides jsonb NOT NULL DEFAULT '[]',
  overall text CHECK (overall IN ('within', 'undecided', 'beyond', 'noLimit')),
  stations_read integer NOT NULL DEFAULT 0,
  stations_planned integer NOT NULL DEFAULT 0,
  decided text,
  search text NOT NULL,
  version integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (shop_id, id),
  UNIQUE (shop_id, number),
  FOREIGN KEY (shop_id, customer_id) REFERENCES customers,
  FOREIGN KEY (shop_id, engine_id) REFERENCES engines,
  FOREIGN KEY (shop_id, bench) REFERENCES benches
);
CREATE INDEX jobs_on_benches ON jobs (shop_id, bench) WHERE bench IS NOT NULL;
CREATE INDEX jobs_by_promise ON jobs (shop_id, promised) WHERE bench IS NULL AND decided IS NULL;
CREATE INDEX jobs_of_engine ON jobs (shop_id, engine_id);

CREATE TABLE log_entries (
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  seq integer NOT NULL CHECK (seq > 0),
  id uuid NOT NULL,
  kind text NOT NULL CHECK (kind IN ('reading', 'take-back', 'answer', 'score', 'note')),
  at timestamptz NOT NULL,
  by text NOT NULL,
  body jsonb NOT NULL,
  previous_hash bytea NOT NULL,
  hash bytea NOT NULL,
  received_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (shop_id, job_id, seq),
  UNIQUE (shop_id, id),
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs
);

CREATE TABLE decisions (
  shop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  id uuid NOT NULL,
  at timestamptz NOT NULL,
  by text NOT NULL,
  kit_id uuid,
  reason text NOT NULL,
  position integer NOT NULL,
  PRIMARY KEY (shop_id, job_id, position),
  UNIQUE (shop_id, id),
  FOREIGN KEY (shop_id, job_id) REFERENCES jobs,
  FOREIGN KEY (shop_id, kit_id) REFERENCES kits
);

CREATE TABLE audit (
  shop_id uuid NOT NULL REFERENCES shops,
  id bigint GENERATED ALWAYS AS IDENTITY,
  at timestamptz NOT NULL DEFAULT now(),
  by text NOT NULL,
  action text NOT NULL,
  subject text NOT NULL,
  detail jsonb NOT NULL DEFAULT '{}',
  PRIMARY KEY (shop_id, id)
);

-- Counts tries to sign in, before anyone belongs to a shop.
CREATE TABLE rate_limits (key varchar(255) PRIMARY KEY, points integer NOT NULL DEFAULT 0, expire bigint);

CREATE FUNCTION current_shop() RETURNS uuid LANGUAGE sql STABLE AS
  $$ SELECT nullif(current_setting('app.shop_id', true), '')::uuid $$;

ALTER TABLE shops ENABLE ROW LEVEL SECURITY;
ALTER TABLE shops FORCE ROW LEVEL SECURITY;
CREATE POLICY own_shop ON shops USING (id = current_shop()) WITH CHECK (id = current_shop());
${TABLES.map(
  (t) => `
ALTER TABLE ${t} ENABLE ROW LEVEL SECURITY;
ALTER TABLE ${t} FORCE ROW LEVEL SECURITY;
CREATE POLICY own_shop ON ${t} USING (shop_id = current_shop()) WITH CHECK (shop_id = current_shop());`,
).join('')}

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS
  $$ BEGIN RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation'; END $$;
${APPEND_ONLY.map(
  (
    t,
  ) => `CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON ${t} FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON ${t} FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();`,
).join('\n')}

CREATE FUNCTION tell_change() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE r jsonb := to_jsonb(NEW);
BEGIN
  PERFORM pg_notify('tribos', (r->>'shop_id') || ' ' || TG_TABLE_NAME || ' ' || coalesce(r->>'job_id', r->>'engine_id', r->>'id'));
  RETURN NULL;
END $$;
${['log_entries', 'decisions', 'jobs', 'engines', 'limits', 'kits', 'instruments'].map((t) => `CREATE TRIGGER tell_change AFTER INSERT OR UPDATE ON ${t} FOR EACH ROW EXECUTE FUNCTION tell_change();`).join('\n')}

-- Before anyone is signed in there is no shop to scope by. These two functions are the only way past it.
CREATE FUNCTION sign_in_person(wanted text) RETURNS TABLE (shop_id uuid, id uuid, password_hash text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT p.shop_id, p.id, p.password_hash FROM public.people p WHERE p.email = lower(wanted) $$;
CREATE FUNCTION session_person(token bytea) RETURNS TABLE (shop_id uuid, shop_name text, id uuid, name text, role text)
  LANGUAGE sql STABLE SECURITY DEFINER SET search_path = pg_catalog, public AS
  $$ SELECT p.shop_id, s.name, p.id, p.name, p.role
     FROM public.sessions x JOIN public.people p ON p.shop_id = x.shop_id AND p.id = x.person_id JOIN public.shops s ON s.id = x.shop_id
     WHERE x.token_hash = token AND x.expires_at > now() $$;
REVOKE ALL ON FUNCTION sign_in_person(text), session_person(bytea) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION sign_in_person(text), session_person(bytea) TO ${app};

GRANT USAGE ON SCHEMA public TO ${app};
GRANT SELECT, UPDATE ON shops TO ${app};
GRANT SELECT ON people, benches TO ${app};
GRANT SELECT, INSERT, DELETE ON sessions TO ${app};
GRANT SELECT, INSERT, UPDATE, DELETE ON rate_limits TO ${app};
GRANT SELECT, INSERT ON customers, kits, log_entries, decisions, audit TO ${app};
GRANT SELECT, INSERT, UPDATE ON engines, limits, instruments, jobs TO ${app};
`;
