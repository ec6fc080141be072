-- What a shop sets once for all its jobs: hours, hands, rates, tools, climate, money.
ALTER TABLE shop ADD COLUMN settings jsonb NOT NULL DEFAULT '{}';

-- A forecast taken from a file: one list, replaced as a whole.
CREATE TABLE forecast (
  id integer PRIMARY KEY CHECK (id = 1),
  start_at text NOT NULL CHECK (start_at ~ '^\d{4}-\d{2}-\d{2}T\d{2}:00$'),
  hours jsonb NOT NULL CHECK (jsonb_typeof(hours) = 'array'),
  taken_at timestamptz NOT NULL,
  taken_by text NOT NULL
);

CREATE TABLE air_reading (
  id uuid PRIMARY KEY,
  at text NOT NULL CHECK (at ~ '^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$'),
  temp_c double precision NOT NULL CHECK (temp_c BETWEEN -40 AND 60),
  humidity_percent double precision NOT NULL CHECK (humidity_percent BETWEEN 1 AND 100),
  by_name text NOT NULL
);
CREATE INDEX air_reading_at ON air_reading (at DESC);
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON air_reading FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- When somebody wants a step of a job to begin.
CREATE TABLE step_pin (
  repair_id uuid NOT NULL REFERENCES repair,
  key text NOT NULL CHECK (length(key) BETWEEN 1 AND 80),
  start_at text NOT NULL CHECK (start_at ~ '^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$'),
  by_name text NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (repair_id, key)
);

-- When a step was really begun and done.
CREATE TABLE step_mark (
  repair_id uuid NOT NULL REFERENCES repair,
  key text NOT NULL CHECK (length(key) BETWEEN 1 AND 80),
  started_at text CHECK (started_at ~ '^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$'),
  done_at text CHECK (done_at ~ '^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$' AND (started_at IS NULL OR started_at <= done_at)),
  by_name text NOT NULL,
  at timestamptz NOT NULL,
  PRIMARY KEY (repair_id, key)
);

CREATE FUNCTION tell_shop() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('shop_changed', '{}');
  RETURN NULL;
END $$;
CREATE TRIGGER tell_shop AFTER INSERT OR UPDATE OR DELETE ON shop FOR EACH STATEMENT EXECUTE FUNCTION tell_shop();
CREATE TRIGGER tell_shop AFTER INSERT OR UPDATE OR DELETE ON forecast FOR EACH STATEMENT EXECUTE FUNCTION tell_shop();
CREATE TRIGGER tell_shop AFTER INSERT ON air_reading FOR EACH STATEMENT EXECUTE FUNCTION tell_shop();
CREATE TRIGGER tell_shop AFTER INSERT OR UPDATE OR DELETE ON step_pin FOR EACH STATEMENT EXECUTE FUNCTION tell_shop();
CREATE TRIGGER tell_shop AFTER INSERT OR UPDATE OR DELETE ON step_mark FOR EACH STATEMENT EXECUTE FUNCTION tell_shop();
