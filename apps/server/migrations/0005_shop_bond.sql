-- Bond shear the shop has measured, by resin, with the trials it rests on.
ALTER TABLE shop ADD COLUMN bond jsonb NOT NULL DEFAULT '{}';
