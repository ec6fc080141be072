CREATE TABLE shop (
  id integer PRIMARY KEY CHECK (id = 1),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  single_handed boolean NOT NULL DEFAULT false
);

CREATE TABLE person (
  id uuid PRIMARY KEY,
  login text NOT NULL UNIQUE CHECK (login = lower(login) AND length(login) BETWEEN 1 AND 80),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  role text NOT NULL CHECK (role IN ('technician', 'inspector', 'manager')),
  password_hash text NOT NULL,
  units text NOT NULL DEFAULT 'metric' CHECK (units IN ('metric', 'imperial')),
  demo boolean NOT NULL DEFAULT false
);

-- The shape connect-pg-simple expects.
CREATE TABLE session (
  sid varchar PRIMARY KEY,
  sess json NOT NULL,
  expire timestamp(6) NOT NULL
);
CREATE INDEX session_expire ON session (expire);

CREATE TABLE craft (
  id uuid PRIMARY KEY,
  tag text NOT NULL UNIQUE CHECK (length(tag) BETWEEN 1 AND 24),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  kind text NOT NULL CHECK (kind IN ('boat', 'board', 'paddle', 'vehicle', 'other')),
  year integer CHECK (year BETWEEN 1940 AND 2100),
  construction text NOT NULL DEFAULT '',
  notes text NOT NULL DEFAULT ''
);

CREATE TABLE repair (
  id uuid PRIMARY KEY,
  craft_id uuid NOT NULL REFERENCES craft,
  title text NOT NULL CHECK (length(title) BETWEEN 1 AND 160),
  state text NOT NULL DEFAULT 'open' CHECK (state IN ('open', 'sealed')),
  revision integer NOT NULL DEFAULT 1 CHECK (revision >= 1),
  version integer NOT NULL DEFAULT 1 CHECK (version >= 1),
  stage_reached integer NOT NULL DEFAULT 0 CHECK (stage_reached BETWEEN 0 AND 9),
  technician_id uuid REFERENCES person,
  technician_name text NOT NULL,
  inputs jsonb NOT NULL,
  created_at timestamptz NOT NULL,
  updated_at timestamptz NOT NULL,
  sealed_at timestamptz,
  CHECK ((state = 'sealed') = (sealed_at IS NOT NULL))
);
CREATE INDEX repair_state ON repair (state, updated_at DESC);
CREATE INDEX repair_craft ON repair (craft_id);

CREATE TABLE repair_event (
  seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  repair_id uuid NOT NULL REFERENCES repair,
  version integer NOT NULL,
  at timestamptz NOT NULL,
  by_name text NOT NULL,
  kind text NOT NULL,
  section text,
  detail jsonb NOT NULL DEFAULT '{}'
);
CREATE INDEX repair_event_repair ON repair_event (repair_id, seq);

CREATE TABLE log_entry (
  id uuid PRIMARY KEY,
  repair_id uuid NOT NULL REFERENCES repair,
  at timestamptz NOT NULL,
  by_id uuid REFERENCES person,
  by_name text NOT NULL,
  entry jsonb NOT NULL,
  mix_error_percent double precision,
  within boolean
);
CREATE INDEX log_entry_repair ON log_entry (repair_id, at);
CREATE INDEX log_entry_resin_lot ON log_entry ((entry ->> 'resinLot'));
CREATE INDEX log_entry_second_lot ON log_entry ((entry ->> 'secondLot'));

CREATE TABLE check_mark (
  repair_id uuid NOT NULL REFERENCES repair,
  check_id text NOT NULL,
  done boolean NOT NULL,
  by_name text NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (repair_id, check_id)
);

CREATE TABLE inspection_result (
  id uuid PRIMARY KEY,
  repair_id uuid NOT NULL REFERENCES repair,
  check_id text NOT NULL,
  pass boolean NOT NULL,
  readings double precision[] NOT NULL,
  mean double precision,
  spread double precision,
  why text NOT NULL,
  note text NOT NULL,
  by_name text NOT NULL,
  at timestamptz NOT NULL
);
CREATE INDEX inspection_result_repair ON inspection_result (repair_id, at);

CREATE TABLE rework_item (
  id uuid PRIMARY KEY,
  repair_id uuid NOT NULL REFERENCES repair,
  check_id text NOT NULL,
  opened_at timestamptz NOT NULL,
  cause text NOT NULL DEFAULT '',
  action text NOT NULL DEFAULT '',
  closed_at timestamptz,
  closed_by text,
  concession text,
  CHECK ((closed_at IS NULL) = (closed_by IS NULL))
);
CREATE INDEX rework_item_repair ON rework_item (repair_id);
CREATE UNIQUE INDEX rework_item_one_open ON rework_item (repair_id, check_id) WHERE closed_at IS NULL;

CREATE TABLE sealed_record (
  position bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  repair_id uuid NOT NULL REFERENCES repair,
  revision integer NOT NULL,
  imported boolean NOT NULL DEFAULT false,
  body text NOT NULL,
  previous_hash text NOT NULL CHECK (previous_hash ~ '^[0-9a-f]{64}$'),
  hash text NOT NULL UNIQUE CHECK (hash ~ '^[0-9a-f]{64}$'),
  sealed_at timestamptz NOT NULL,
  signed_by text NOT NULL,
  meaning text NOT NULL,
  single_handed boolean NOT NULL,
  UNIQUE (repair_id, revision)
);

-- What has been written down stays: history rows are only ever added.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% rows are append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON repair_event FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON log_entry FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON inspection_result FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON sealed_record FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- A sealed repair can only be opened again as a new revision.
CREATE FUNCTION guard_sealed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.state = 'sealed' AND NOT (NEW.state = 'open' AND NEW.revision = OLD.revision + 1 AND NEW.inputs = OLD.inputs) THEN
    RAISE EXCEPTION 'repair is sealed' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER guard_sealed BEFORE UPDATE ON repair FOR EACH ROW EXECUTE FUNCTION guard_sealed();

-- Every server process hears of every change.
CREATE FUNCTION tell_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('repair_changed', json_build_object('repairId', NEW.id, 'version', NEW.version)::text);
  RETURN NULL;
END $$;
CREATE TRIGGER tell_change AFTER INSERT OR UPDATE ON repair FOR EACH ROW EXECUTE FUNCTION tell_change();
