-- The shop's own fabrics, resins, cores, fillers and abrasives. Jobs keep a copy of what they use, so an entry may change; it is never deleted.
CREATE TABLE library_entry (
  id text PRIMARY KEY CHECK (id LIKE 'own-%' AND length(id) <= 80),
  kind text NOT NULL CHECK (kind IN ('fabric', 'system', 'core', 'filler', 'abrasive')),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  entry jsonb NOT NULL,
  changed_at timestamptz NOT NULL,
  changed_by text NOT NULL,
  retired_at timestamptz,
  retired_by text,
  CHECK ((retired_at IS NULL) = (retired_by IS NULL))
);

CREATE TABLE lot (
  id uuid PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('fabric', 'system', 'core', 'filler', 'abrasive')),
  entry_id text NOT NULL CHECK (length(entry_id) <= 80),
  part text NOT NULL CHECK (part IN ('whole', 'resin', 'hardener')),
  code text NOT NULL CHECK (length(code) BETWEEN 1 AND 60),
  received_on date NOT NULL,
  expires_on date CHECK (expires_on >= received_on),
  pack_size double precision NOT NULL CHECK (pack_size > 0),
  unit text NOT NULL CHECK (unit IN ('g', 'ml', 'm2', 'm', 'piece')),
  packs double precision NOT NULL CHECK (packs >= 0),
  price double precision CHECK (price >= 0),
  used_up boolean NOT NULL DEFAULT false
);
CREATE INDEX lot_entry ON lot (entry_id, received_on);

CREATE FUNCTION refuse_delete() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% rows are retired, never deleted', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;
CREATE TRIGGER keep BEFORE DELETE ON library_entry FOR EACH ROW EXECUTE FUNCTION refuse_delete();
CREATE TRIGGER keep BEFORE DELETE ON lot FOR EACH ROW EXECUTE FUNCTION refuse_delete();
