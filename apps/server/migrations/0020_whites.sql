-- White gel coats of the shop, by how they read alone.
ALTER TABLE library_entry DROP CONSTRAINT library_entry_kind_check, ADD CONSTRAINT library_entry_kind_check CHECK (kind IN ('fabric', 'system', 'hardener', 'core', 'filler', 'abrasive', 'pigment', 'white'));
ALTER TABLE lot DROP CONSTRAINT lot_kind_check, ADD CONSTRAINT lot_kind_check CHECK (kind IN ('fabric', 'system', 'hardener', 'core', 'filler', 'abrasive', 'pigment', 'white'));
