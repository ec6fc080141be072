-- When the packs of a lot were counted last: what is logged after that is drawn from it.
ALTER TABLE lot ADD COLUMN counted_at timestamptz NOT NULL DEFAULT now();
