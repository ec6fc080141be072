-- The device an act was done on, when by its own clock, and its place among all done there.
ALTER TABLE log_entry ADD COLUMN device jsonb;
ALTER TABLE repair_event ADD COLUMN device jsonb;

-- What of a log counts: without what was taken back, and the takings back.
CREATE VIEW standing_log AS
SELECT l.* FROM log_entry l
WHERE l.entry ->> 'kind' <> 'taken-back'
  AND NOT EXISTS (SELECT 1 FROM log_entry b WHERE b.repair_id = l.repair_id AND b.entry ->> 'kind' = 'taken-back' AND b.entry ->> 'of' = l.id::text);

-- A last ply may be taken back and laid again: how long the round took is then written anew.
ALTER TABLE laid_round DROP CONSTRAINT laid_round_pkey, ADD PRIMARY KEY (repair_id, revision, round, at);
