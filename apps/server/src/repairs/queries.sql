-- name: detail
SELECT r.id, r.craft_id AS "craftId", c.tag AS "craftTag", c.name AS "craftName", c.construction, r.title, r.state, r.revision, r.version,
  r.technician_name AS technician, r.technician_id AS "technicianId", to_json(r.updated_at) AS "updatedAt", to_json(r.sealed_at) AS "sealedAt",
  r.stage_reached AS "stageReached",
  (SELECT count(*)::int FROM rework_item w WHERE w.repair_id = r.id AND w.closed_at IS NULL) AS "openRework",
  json_build_object('id', c.id, 'tag', c.tag, 'name', c.name, 'kind', c.kind, 'year', c.year, 'construction', c.construction, 'notes', c.notes) AS craft,
  (SELECT coalesce(json_agg(json_build_object('checkId', k.check_id, 'done', k.done, 'by', k.by_name, 'at', k.at) ORDER BY k.check_id), '[]') FROM check_mark k WHERE k.repair_id = r.id) AS checks,
  (SELECT coalesce(json_agg(json_build_object('id', i.id, 'checkId', i.check_id, 'pass', i.pass, 'readings', i.readings, 'mean', i.mean, 'spread', i.spread, 'why', i.why, 'note', i.note, 'by', i.by_name, 'at', i.at, 'revision', i.revision, 'version', i.version, 'byId', i.by_id, 'byRole', p.role) ORDER BY i.version, i.at, i.id), '[]') FROM inspection_result i LEFT JOIN person p ON p.id = i.by_id WHERE i.repair_id = r.id) AS results,
  (SELECT coalesce(json_agg(json_build_object('id', w.id, 'checkId', w.check_id, 'openedAt', w.opened_at, 'cause', w.cause, 'action', w.action, 'closedAt', w.closed_at, 'closedBy', w.closed_by, 'concession', w.concession) ORDER BY w.opened_at, w.id), '[]') FROM rework_item w WHERE w.repair_id = r.id) AS rework,
  (SELECT coalesce(json_agg(json_build_object('seq', e.seq, 'at', e.at, 'by', e.by_name, 'kind', e.kind, 'section', e.section, 'detail', e.detail - 'changes', 'commandId', e.command_id, 'device', e.device ->> 'name') ORDER BY e.seq), '[]') FROM (SELECT * FROM repair_event WHERE repair_id = r.id ORDER BY seq DESC LIMIT 50) e) AS events,
  (SELECT count(*)::int FROM repair_event e WHERE e.repair_id = r.id) AS "eventCount",
  CASE WHEN $2 THEN r.inputs END AS inputs
FROM repair r JOIN craft c ON c.id = r.craft_id
WHERE r.id = $1

-- name: inputs
SELECT inputs FROM repair WHERE id = $1

-- name: ofSameCraft
SELECT other.id, other.title, other.inputs, to_json(coalesce(other.sealed_at, other.updated_at)) AS at, other.sealed_at IS NOT NULL AS sealed
FROM repair r JOIN repair other ON other.craft_id = r.craft_id AND other.id <> r.id
WHERE r.id = $1 ORDER BY other.created_at DESC LIMIT $2

-- name: readWet
SELECT inputs #> '{finish,colour,trials}' AS trials FROM repair
WHERE id <> $1 AND read_wet AND NOT EXISTS (SELECT 1 FROM sealed_record s WHERE s.repair_id = repair.id AND s.imported)
ORDER BY updated_at DESC LIMIT $2

-- name: board
SELECT r.id, r.craft_id AS "craftId", c.tag AS "craftTag", c.name AS "craftName", c.construction, r.title, r.state, r.revision, r.version,
  r.technician_name AS technician, to_json(r.updated_at) AS "updatedAt", to_json(r.sealed_at) AS "sealedAt", r.inputs::text AS inputs, r.stage_reached AS "stageReached",
  (SELECT count(*)::int FROM rework_item w WHERE w.repair_id = r.id AND w.closed_at IS NULL) AS "openRework",
  EXISTS (SELECT 1 FROM standing_log l WHERE l.repair_id = r.id AND l.entry ->> 'kind' = 'start') AS started,
  (SELECT count(DISTINCT l.entry ->> 'plyKey')::int FROM standing_log l WHERE l.repair_id = r.id AND l.entry ->> 'kind' = 'ply') AS "pliesLaid",
  (SELECT to_json(min(l.at)) FROM standing_log l WHERE l.repair_id = r.id AND l.entry ->> 'kind' = 'start') AS "startedAt",
  (SELECT coalesce(json_agg(json_build_object('key', p.key, 'at', p.at) ORDER BY p.at, p.key), '[]') FROM (SELECT l.entry ->> 'plyKey' AS key, min(l.at) AS at FROM standing_log l WHERE l.repair_id = r.id AND l.entry ->> 'kind' = 'ply' GROUP BY 1) p) AS plies,
  (SELECT coalesce(json_agg(json_build_object('id', k.check_id, 'at', k.at) ORDER BY k.check_id), '[]') FROM (SELECT m.check_id, m.at FROM check_mark m WHERE m.repair_id = r.id AND m.done UNION ALL SELECT 'finish-' || (l.entry ->> 'round'), min(l.at) FROM standing_log l WHERE l.repair_id = r.id AND l.entry ->> 'kind' = 'round' GROUP BY 1) k) AS checks,
  (SELECT count(DISTINCT i.check_id)::int FROM inspection_result i WHERE i.repair_id = r.id) AS results,
  (SELECT count(*)::int FROM (SELECT DISTINCT ON (i.check_id) i.pass FROM inspection_result i WHERE i.repair_id = r.id ORDER BY i.check_id, i.at DESC) latest WHERE latest.pass) AS passes
FROM repair r JOIN craft c ON c.id = r.craft_id
WHERE r.state = 'open' AND ($1::uuid IS NULL OR r.id = $1)
ORDER BY r.created_at

-- name: history
WITH found AS (
  SELECT r.id, r.craft_id, c.tag, c.name AS craft_name, c.construction, r.title, r.state, r.revision, r.version, r.technician_name, r.updated_at, r.sealed_at,
    r.small, r.resin, r.own_resin, c.origin, count(*) OVER ()::int AS total
  FROM repair r JOIN craft c ON c.id = r.craft_id
  WHERE ($1::text IS NULL OR r.state = $1)
    AND ($2::text IS NULL OR concat_ws(' ', c.tag, c.name, c.construction, r.title, r.technician_name, r.place, r.resin) ILIKE '%' || $2 || '%')
    AND ($3::text IS NULL OR EXISTS (SELECT 1 FROM log_entry l WHERE l.repair_id = r.id AND (l.entry ->> 'resinLot' = $3 OR l.entry ->> 'secondLot' = $3)))
  ORDER BY coalesce(r.sealed_at, r.updated_at) DESC, r.id LIMIT $4 OFFSET $5
)
SELECT json_build_object('page', $6::int, 'pageSize', $4::int, 'total', coalesce(max(total), 0), 'rows', coalesce(json_agg(json_build_object(
  'id', id, 'craftId', craft_id, 'craftTag', tag, 'craftName', craft_name, 'construction', construction, 'title', title, 'state', state,
  'revision', revision, 'version', version, 'technician', technician_name, 'updatedAt', updated_at, 'sealedAt', sealed_at,
  'openRework', (SELECT count(*) FROM rework_item w WHERE w.repair_id = found.id AND w.closed_at IS NULL),
  'small', small, 'resin', resin, 'ownResin', own_resin,
  'lots', ARRAY(SELECT DISTINCT lot FROM log_entry l, LATERAL (VALUES (l.entry ->> 'resinLot'), (l.entry ->> 'secondLot')) v(lot)
    WHERE l.repair_id = found.id AND lot IS NOT NULL ORDER BY lot),
  'origin', origin) ORDER BY coalesce(sealed_at, updated_at) DESC, id), '[]'))::text AS written
FROM found

-- name: findable
SELECT json_build_object(
  'jobs', (SELECT coalesce(json_agg(json_build_object('id', j.id, 'craftTag', j.tag, 'craftName', j.name, 'title', j.title, 'state', j.state, 'technician', j.technician_name, 'small', j.small) ORDER BY j.updated_at DESC), '[]')
    FROM (SELECT r.id, r.title, r.state, r.technician_name, r.updated_at, r.small, c.tag, c.name FROM repair r JOIN craft c ON c.id = r.craft_id ORDER BY r.updated_at DESC LIMIT $1) j),
  'craft', (SELECT coalesce(json_agg(json_build_object('tag', c.tag, 'name', c.name) ORDER BY c.tag), '[]') FROM craft c))::text AS written

-- name: cluesOfClass
SELECT inputs -> 'laminate' -> 'clueIds' AS "clueIds" FROM repair WHERE state = 'sealed' AND inputs -> 'laminate' ->> 'priorId' = $1 AND NOT EXISTS (SELECT 1 FROM sealed_record s WHERE s.repair_id = repair.id AND s.imported)

-- name: insert
INSERT INTO repair (id, craft_id, title, technician_id, technician_name, inputs, created_at, updated_at, stage_reached)
VALUES ($1, $2, $3, $4, $5, $6, $7, $7, $8) ON CONFLICT (id) DO NOTHING

-- name: lock
SELECT id, state, revision, version, technician_id AS "technicianId", inputs, stage_reached AS "stageReached" FROM repair WHERE id = $1 FOR UPDATE

-- name: lockInShed
SELECT id, stage_reached AS "stageReached", inputs FROM repair
WHERE state = 'open' AND coalesce(inputs -> 'days' ->> 'place', 'shed') = 'shed' ORDER BY id FOR UPDATE

-- name: saveInputs
UPDATE repair SET inputs = $2, version = version + 1, updated_at = $3, stage_reached = $4 WHERE id = $1 RETURNING version

-- name: touch
UPDATE repair SET version = version + 1, updated_at = $2, stage_reached = coalesce($3, stage_reached) WHERE id = $1 RETURNING version

-- name: seal
UPDATE repair SET state = 'sealed', sealed_at = $2, version = version + 1, updated_at = $2 WHERE id = $1 RETURNING version

-- name: amend
UPDATE repair SET state = 'open', sealed_at = NULL, revision = revision + 1, version = version + 1, updated_at = $2 WHERE id = $1 RETURNING version

-- name: event
INSERT INTO repair_event (repair_id, version, at, by_name, kind, section, detail, by_id, command_id, received_at, device) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)

-- name: changedSince
SELECT section, by_name AS by, to_json(at) AS at, detail ->> 'editId' AS "editId" FROM repair_event WHERE repair_id = $1 AND version > $2 AND section IS NOT NULL ORDER BY seq

-- name: addLog
INSERT INTO log_entry (id, repair_id, at, by_id, by_name, entry, mix_error_percent, within, received_at, device) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)

-- name: sameEntry
SELECT 1 FROM log_entry WHERE id = $1 AND repair_id = $2 AND entry = $3::jsonb

-- name: setCheck
INSERT INTO check_mark (repair_id, check_id, done, by_name, at) VALUES ($1, $2, $3, $4, $5)
ON CONFLICT (repair_id, check_id) DO UPDATE SET done = $3, by_name = $4, at = $5

-- name: addResult
INSERT INTO inspection_result (id, repair_id, check_id, pass, readings, mean, spread, why, note, by_name, at, by_id, revision, version)
VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)

-- name: sameResult
SELECT 1 FROM inspection_result WHERE id = $1 AND repair_id = $2 AND check_id = $3

-- name: openRework
INSERT INTO rework_item (id, repair_id, check_id, opened_at) VALUES (gen_random_uuid(), $1, $2, $3)
ON CONFLICT (repair_id, check_id) WHERE closed_at IS NULL DO NOTHING

-- name: unexplained
SELECT check_id AS "checkId" FROM rework_item WHERE repair_id = $1 AND closed_at IS NULL AND cause = ''

-- name: openFault
INSERT INTO rework_item (id, repair_id, check_id, opened_at, cause, action) VALUES (gen_random_uuid(), $1, $2, $3, $4, $5)
ON CONFLICT (repair_id, check_id) WHERE closed_at IS NULL DO UPDATE SET
  cause = CASE WHEN rework_item.cause = '' THEN EXCLUDED.cause ELSE rework_item.cause END,
  action = CASE WHEN rework_item.action = '' THEN EXCLUDED.action ELSE rework_item.action END

-- name: closeRework
UPDATE rework_item SET closed_at = $3, closed_by = $4 WHERE repair_id = $1 AND check_id = $2 AND closed_at IS NULL

-- name: updateRework
UPDATE rework_item SET cause = $3, action = $4, concession = $5, closed_at = CASE WHEN $5::text IS NULL THEN closed_at ELSE $6::timestamptz END,
  closed_by = CASE WHEN $5::text IS NULL THEN closed_by ELSE $7::text END
WHERE repair_id = $1 AND id = $2 AND closed_at IS NULL RETURNING id

-- name: standing
SELECT coalesce((SELECT single_handed FROM shop WHERE id = 1), false) AS "singleHanded",
  ARRAY(SELECT DISTINCT by_id::text FROM (
    SELECT by_id FROM log_entry WHERE repair_id = $1 AND entry ->> 'kind' NOT IN ('note', 'fault')
    UNION ALL SELECT by_id FROM repair_event WHERE repair_id = $1 AND kind = 'changed' AND section = ANY($2)
    UNION ALL SELECT technician_id FROM repair WHERE id = $1
  ) work WHERE by_id IS NOT NULL) AS hands,
  (SELECT coalesce(json_agg(json_build_array(section, version)), '[]') FROM (
    SELECT section, max(version) AS version FROM repair_event WHERE repair_id = $1 AND kind = 'changed' GROUP BY section
    UNION ALL SELECT 'log', max(version) FROM repair_event WHERE repair_id = $1 AND kind = 'logged' AND detail ->> 'entry' NOT IN ('note', 'fault', 'pause', 'resume', 'handed-over', 'settled', 'witness', 'pot-temp') HAVING max(version) IS NOT NULL
  ) change) AS "lastChange"

-- name: logged
SELECT id, entry, by_name AS by, to_json(at) AS at, mix_error_percent AS "mixErrorPercent", within FROM log_entry WHERE repair_id = $1
  AND log_entry.at > coalesce((SELECT max(e.at) FROM repair_event e WHERE e.repair_id = $1 AND e.kind = 'amended'), '-infinity') ORDER BY log_entry.at

-- name: wholeLog
SELECT id, to_json(at) AS at, by_name AS by, entry, mix_error_percent AS "mixErrorPercent", within, to_json(received_at) AS "receivedAt", device FROM log_entry WHERE repair_id = $1 ORDER BY log_entry.at, id

-- name: lastOfSection
SELECT section, by_name AS by, to_json(at) AS at FROM repair_event WHERE repair_id = $1 AND section = $2 ORDER BY seq DESC LIMIT 1

-- name: events
SELECT seq::int, to_json(at) AS at, by_name AS by, kind, section, detail, device ->> 'name' AS device FROM repair_event WHERE repair_id = $1 AND ($2::bigint IS NULL OR seq < $2) ORDER BY repair_event.seq DESC LIMIT $3

-- name: allEvents
SELECT seq::int, to_json(at) AS at, by_name AS by, kind, section, detail, device ->> 'name' AS device FROM repair_event WHERE repair_id = $1 ORDER BY repair_event.seq

-- name: expiredLot
SELECT code, to_char(expires_on, 'YYYY-MM-DD') AS on FROM lot WHERE kind IN ('system', 'hardener') AND code = ANY($1) AND expires_on < $2::date ORDER BY expires_on LIMIT 1

-- name: fabricsOnShelf
SELECT DISTINCT entry_id AS id FROM lot WHERE kind = 'fabric' AND NOT used_up AND (expires_on IS NULL OR expires_on >= $1::date) ORDER BY entry_id LIMIT $2
