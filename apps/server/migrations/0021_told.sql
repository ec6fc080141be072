-- What lists tell of a job, taken from its inputs as they are written: a list would read the inputs of every job for it.
ALTER TABLE repair
  ADD COLUMN small boolean NOT NULL DEFAULT false,
  ADD COLUMN place text,
  ADD COLUMN resin text,
  ADD COLUMN own_resin text,
  ADD COLUMN read_wet boolean NOT NULL DEFAULT false;

CREATE FUNCTION tell_of_inputs() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  SELECT i.small ->> 'kind' IS NOT NULL, i.place ->> 'where', i.resin ->> 'systemId', i.resin -> 'own' ->> 'name',
    coalesce(i.finish #>> '{colour,trials}' LIKE '%"wet":{%', false)
  INTO NEW.small, NEW.place, NEW.resin, NEW.own_resin, NEW.read_wet
  FROM json_to_record(NEW.inputs) AS i(small json, place json, resin json, finish json);
  RETURN NEW;
END $$;
CREATE TRIGGER told BEFORE INSERT OR UPDATE OF inputs ON repair FOR EACH ROW EXECUTE FUNCTION tell_of_inputs();

ALTER TABLE repair DISABLE TRIGGER guard_sealed;
UPDATE repair SET inputs = inputs;
ALTER TABLE repair ENABLE TRIGGER guard_sealed;

-- Every touch of a job looked through its inputs for this index.
DROP INDEX repair_read_wet;
CREATE INDEX repair_read_wet ON repair (updated_at DESC) WHERE read_wet;
