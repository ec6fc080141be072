CREATE TABLE bond_trial (
  id uuid PRIMARY KEY,
  at timestamptz NOT NULL,
  by_name text NOT NULL,
  preparation text NOT NULL CHECK (length(preparation) BETWEEN 1 AND 80),
  resin text NOT NULL CHECK (length(resin) BETWEEN 1 AND 80),
  fabric text NOT NULL DEFAULT '' CHECK (length(fabric) <= 80),
  unit text NOT NULL CHECK (unit IN ('MPa', 'N', 'rank')),
  value double precision NOT NULL CHECK (value >= 0 AND value <= 1000000),
  old_percent double precision CHECK (old_percent BETWEEN 0 AND 100),
  new_percent double precision CHECK (new_percent BETWEEN 0 AND 100),
  bond_percent double precision CHECK (bond_percent BETWEEN 0 AND 100),
  notes text NOT NULL DEFAULT '',
  -- A coupon that should not count stays, with who took it out and why.
  withdrawn_at timestamptz,
  withdrawn_by text,
  withdrawn_why text,
  CHECK ((old_percent IS NULL) = (new_percent IS NULL) AND (new_percent IS NULL) = (bond_percent IS NULL)),
  CHECK (old_percent IS NULL OR old_percent + new_percent + bond_percent <= 100.001),
  CHECK ((withdrawn_at IS NULL) = (withdrawn_by IS NULL) AND (withdrawn_at IS NULL) = (withdrawn_why IS NULL))
);

CREATE FUNCTION guard_trial() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR OLD.withdrawn_at IS NOT NULL
     OR (to_jsonb(NEW) - '{withdrawn_at,withdrawn_by,withdrawn_why}'::text[]) <> (to_jsonb(OLD) - '{withdrawn_at,withdrawn_by,withdrawn_why}'::text[]) THEN
    RAISE EXCEPTION 'a bond trial can only be withdrawn' USING ERRCODE = 'restrict_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER guard_trial BEFORE UPDATE OR DELETE ON bond_trial FOR EACH ROW EXECUTE FUNCTION guard_trial();
