-- A seal has its number in this shop's chain and is signed with the shop's key, which is not kept in the database.
ALTER TABLE sealed_record ADD COLUMN number integer, ADD COLUMN public_key text CHECK (public_key ~ '^[0-9a-f]{64}$'), ADD COLUMN signature text CHECK (signature ~ '^[0-9a-f]{128}$');
CREATE UNIQUE INDEX sealed_record_number ON sealed_record (number) WHERE NOT imported;

-- A craft of a record taken in is not one of the shop's own, whatever tag it has.
ALTER TABLE craft ADD COLUMN origin text;
ALTER TABLE craft DROP CONSTRAINT craft_tag_key;
CREATE UNIQUE INDEX craft_tag_own ON craft (tag) WHERE origin IS NULL;
CREATE UNIQUE INDEX craft_tag_elsewhere ON craft (tag, origin) WHERE origin IS NOT NULL;
