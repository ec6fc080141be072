-- What a reading of the shed's air was read with; nothing where nobody said.
ALTER TABLE air_reading ADD COLUMN instrument text NOT NULL DEFAULT '' CHECK (length(instrument) <= 80);
