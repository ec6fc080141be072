-- A sealed job takes no rows more, loses none and has none moved to or from it.
CREATE OR REPLACE FUNCTION refuse_sealed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM repair WHERE id IN (OLD.repair_id, NEW.repair_id) AND state = 'sealed') THEN
    RAISE EXCEPTION 'repair is sealed' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;
CREATE TRIGGER sealed_takes_none BEFORE INSERT ON log_entry FOR EACH ROW EXECUTE FUNCTION refuse_sealed();
CREATE TRIGGER sealed_takes_none BEFORE INSERT ON inspection_result FOR EACH ROW EXECUTE FUNCTION refuse_sealed();
CREATE TRIGGER sealed_takes_none BEFORE INSERT ON check_mark FOR EACH ROW EXECUTE FUNCTION refuse_sealed();
CREATE TRIGGER sealed_takes_none BEFORE INSERT ON rework_item FOR EACH ROW EXECUTE FUNCTION refuse_sealed();
CREATE TRIGGER sealed_stays BEFORE INSERT OR UPDATE OR DELETE ON step_pin FOR EACH ROW EXECUTE FUNCTION refuse_sealed();
CREATE TRIGGER sealed_stays BEFORE INSERT OR UPDATE OR DELETE ON step_mark FOR EACH ROW EXECUTE FUNCTION refuse_sealed();
-- That it was sealed is told once it is.
CREATE TRIGGER sealed_takes_none BEFORE INSERT ON repair_event FOR EACH ROW WHEN (NEW.kind <> 'sealed') EXECUTE FUNCTION refuse_sealed();

-- A photograph is never another than the one taken, and one a seal names stays for good.
CREATE FUNCTION refuse_sealed_photo() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM sealed_record WHERE repair_id = OLD.repair_id AND position(OLD.id::text IN body) > 0) THEN
    RAISE EXCEPTION 'photo is part of a sealed record' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN OLD;
END $$;
CREATE TRIGGER append_only BEFORE UPDATE ON photo FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER sealed_takes_none BEFORE INSERT OR DELETE ON photo FOR EACH ROW EXECUTE FUNCTION refuse_sealed();
CREATE TRIGGER sealed_stays BEFORE DELETE ON photo FOR EACH ROW EXECUTE FUNCTION refuse_sealed_photo();
