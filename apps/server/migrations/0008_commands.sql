-- Every act has an id, made on the device it was done on: what has been carried out is not carried out again.
CREATE TABLE command (
  id uuid PRIMARY KEY,
  by_id uuid REFERENCES person,
  repair_id uuid,
  -- What was asked for: another request under the same id is not the same act.
  digest text NOT NULL,
  at timestamptz NOT NULL
);
-- Inputs are read and written as a whole, a large survey with every tap: as text, which nothing has to take apart.
ALTER TABLE repair DISABLE TRIGGER guard_sealed;
ALTER TABLE repair ALTER COLUMN inputs TYPE json USING inputs::json;
ALTER TABLE repair ALTER COLUMN inputs SET COMPRESSION lz4;
ALTER TABLE repair ENABLE TRIGGER guard_sealed;
CREATE OR REPLACE FUNCTION guard_sealed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.state = 'sealed' AND NOT (NEW.state = 'open' AND NEW.revision = OLD.revision + 1 AND NEW.inputs::text = OLD.inputs::text) THEN
    RAISE EXCEPTION 'repair is sealed' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;

CREATE INDEX command_repair ON command (repair_id);
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON command FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- Changes of stored rows that no statement can express, each carried out once.
CREATE TABLE upgrade (
  name text PRIMARY KEY,
  at timestamptz NOT NULL
);

-- Who, by account and not by name alone; and when an act came in that was done while the server was out of reach.
ALTER TABLE repair_event ADD COLUMN by_id uuid REFERENCES person, ADD COLUMN command_id uuid, ADD COLUMN received_at timestamptz;
ALTER TABLE log_entry ADD COLUMN received_at timestamptz;
-- An acceptance result is of a revision and of the figures as they were at a version.
ALTER TABLE inspection_result ADD COLUMN by_id uuid REFERENCES person, ADD COLUMN revision integer NOT NULL DEFAULT 1, ADD COLUMN version integer NOT NULL DEFAULT 1;

ALTER TABLE repair_event DISABLE TRIGGER append_only;
ALTER TABLE inspection_result DISABLE TRIGGER append_only;
-- Names of records taken in from elsewhere are not those of people here.
CREATE TEMPORARY TABLE namesake ON COMMIT DROP AS SELECT min(id::text)::uuid AS id, name FROM person GROUP BY name HAVING count(*) = 1;
UPDATE repair_event e SET by_id = n.id FROM namesake n WHERE n.name = e.by_name AND NOT EXISTS (SELECT 1 FROM sealed_record s WHERE s.repair_id = e.repair_id AND s.imported);
UPDATE inspection_result r SET by_id = n.id FROM namesake n WHERE n.name = r.by_name AND NOT EXISTS (SELECT 1 FROM sealed_record s WHERE s.repair_id = r.repair_id AND s.imported);
UPDATE inspection_result r SET
  revision = 1 + (SELECT count(*) FROM repair_event e WHERE e.repair_id = r.repair_id AND e.kind = 'amended' AND e.at <= r.at),
  version = coalesce((SELECT max(e.version) FROM repair_event e WHERE e.repair_id = r.repair_id AND e.at <= r.at), 1);
ALTER TABLE repair_event ENABLE TRIGGER append_only;
ALTER TABLE inspection_result ENABLE TRIGGER append_only;

-- What the shop itself changed: settings, forecast, readings taken.
CREATE TABLE shop_event (
  seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL,
  by_id uuid REFERENCES person,
  by_name text NOT NULL,
  kind text NOT NULL,
  detail jsonb NOT NULL DEFAULT '{}'
);
CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON shop_event FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- Emptying a table is a change too.
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON repair_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON log_entry FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON inspection_result FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON sealed_record FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON air_reading FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON command FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON shop_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER kept BEFORE DELETE ON repair FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER kept_all BEFORE TRUNCATE ON repair FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Ticks and rework of a sealed job stay as they were sealed.
CREATE FUNCTION refuse_sealed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM repair WHERE id = OLD.repair_id AND state = 'sealed') THEN
    RAISE EXCEPTION 'repair is sealed' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;
CREATE TRIGGER sealed_stays BEFORE UPDATE OR DELETE ON check_mark FOR EACH ROW EXECUTE FUNCTION refuse_sealed();
CREATE TRIGGER sealed_stays BEFORE UPDATE OR DELETE ON rework_item FOR EACH ROW EXECUTE FUNCTION refuse_sealed();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON check_mark FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON rework_item FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER append_only_all BEFORE TRUNCATE ON photo FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
