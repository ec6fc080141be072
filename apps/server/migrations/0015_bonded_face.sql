-- The bonded face of a coupon that was pulled by force, so that it can be told as a strength.
ALTER TABLE bond_trial
  ADD COLUMN width_mm double precision CHECK (width_mm >= 1 AND width_mm <= 20000),
  ADD COLUMN overlap_mm double precision CHECK (overlap_mm >= 1 AND overlap_mm <= 20000),
  ADD CONSTRAINT both_sides CHECK ((width_mm IS NULL) = (overlap_mm IS NULL));
