-- name: bridges
SELECT id, name, to_json(paired_at) AS "pairedAt", by_name AS by, to_json(seen_at) AS "seenAt" FROM bridge WHERE ended_at IS NULL ORDER BY paired_at

-- name: instruments
SELECT i.id, i.kind, i.name, i.code, to_char(i.calibrated_on, 'YYYY-MM-DD') AS "calibratedOn", i.simulated, i.connected, i.battery, i.trouble,
  (SELECT coalesce(json_agg(json_build_object('quantity', r.key, 'value', r.value -> 'value', 'state', r.value ->> 'state', 'at', r.value ->> 'at') ORDER BY r.key), '[]') FROM jsonb_each(i.readings) r) AS readings
FROM instrument i JOIN bridge b ON b.id = i.bridge_id WHERE b.ended_at IS NULL ORDER BY i.kind, i.name

-- name: addCode
INSERT INTO bridge_code (code_hash, until, by_name) VALUES ($1, $2, $3)

-- name: dropOldCodes
DELETE FROM bridge_code WHERE until < $1

-- name: takeCode
DELETE FROM bridge_code WHERE code_hash = $1 AND until >= $2 RETURNING by_name AS by

-- name: addBridge
INSERT INTO bridge (id, name, token_hash, paired_at, by_name) VALUES ($1, $2, $3, $4, $5)
ON CONFLICT (id) DO UPDATE SET token_hash = EXCLUDED.token_hash, ended_at = NULL

-- name: endBridge
UPDATE bridge SET ended_at = $2 WHERE id = $1 AND ended_at IS NULL RETURNING id

-- name: bridgeOf
SELECT id FROM bridge WHERE token_hash = $1 AND ended_at IS NULL

-- name: seen
UPDATE bridge SET seen_at = $2 WHERE id = $1

-- name: hello
INSERT INTO instrument (bridge_id, code, kind, name, calibrated_on, simulated) VALUES ($1, $2, $3, $4, $5, $6)
ON CONFLICT (bridge_id, code) DO UPDATE SET kind = EXCLUDED.kind, name = EXCLUDED.name, calibrated_on = EXCLUDED.calibrated_on, simulated = EXCLUDED.simulated, connected = true, trouble = NULL

-- name: read
UPDATE instrument SET readings = jsonb_set(readings, ARRAY[$3::text], $4::jsonb), battery = coalesce($5, battery), connected = true, trouble = NULL
WHERE bridge_id = $1 AND code = $2 RETURNING id

-- name: trouble
UPDATE instrument SET trouble = $3 WHERE bridge_id = $1 AND code = $2 RETURNING id

-- name: gone
UPDATE instrument SET connected = false WHERE bridge_id = $1 AND ($2::text IS NULL OR code = $2)

-- name: find
SELECT i.code, i.simulated, i.connected, i.bridge_id AS "bridgeId" FROM instrument i JOIN bridge b ON b.id = i.bridge_id WHERE i.id = $1 AND b.ended_at IS NULL

-- name: say
SELECT pg_notify($1, $2)
