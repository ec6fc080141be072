-- name: settings
SELECT settings FROM shop WHERE id = 1

-- name: saveSettings
INSERT INTO shop (id, name, settings) VALUES (1, 'Repair shed', $1) ON CONFLICT (id) DO UPDATE SET settings = $1

-- name: forecast
SELECT start_at AS "startAt", hours FROM forecast WHERE id = 1

-- name: saveForecast
INSERT INTO forecast (id, start_at, hours, taken_at, taken_by) VALUES (1, $1, $2, $3, $4)
ON CONFLICT (id) DO UPDATE SET start_at = $1, hours = $2, taken_at = $3, taken_by = $4

-- name: dropForecast
DELETE FROM forecast WHERE id = 1

-- name: lastReading
SELECT at, temp_c AS "tempC", humidity_percent AS "humidityPercent", instrument, by_name AS by FROM air_reading ORDER BY at DESC, id LIMIT 1

-- name: addReading
INSERT INTO air_reading (id, at, temp_c, humidity_percent, by_name, instrument) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT (id) DO NOTHING

-- name: pins
SELECT p.repair_id AS "repairId", p.key, p.start_at AS "startAt", p.by_name AS by FROM step_pin p JOIN repair r ON r.id = p.repair_id WHERE r.state = 'open' ORDER BY p.repair_id, p.key

-- name: savePin
INSERT INTO step_pin (repair_id, key, start_at, by_name, at) VALUES ($1, $2, $3, $4, $5)
ON CONFLICT (repair_id, key) DO UPDATE SET start_at = $3, by_name = $4, at = $5

-- name: dropPin
DELETE FROM step_pin WHERE repair_id = $1 AND key = $2

-- name: marks
SELECT m.repair_id AS "repairId", m.key, m.started_at AS "startedAt", m.done_at AS "doneAt", m.by_name AS by FROM step_mark m JOIN repair r ON r.id = m.repair_id WHERE r.state = 'open' ORDER BY m.repair_id, m.key

-- name: saveMark
INSERT INTO step_mark (repair_id, key, started_at, done_at, by_name, at) VALUES ($1, $2, $3, $4, $5, $6)
ON CONFLICT (repair_id, key) DO UPDATE SET started_at = $3, done_at = $4, by_name = $5, at = $6

-- name: dropMark
DELETE FROM step_mark WHERE repair_id = $1 AND key = $2

-- name: stepBefore
SELECT (SELECT start_at FROM step_pin WHERE repair_id = $1 AND key = $2) AS pin, m.started_at AS "startedAt", m.done_at AS "doneAt"
FROM (SELECT 1) one LEFT JOIN step_mark m ON m.repair_id = $1 AND m.key = $2

-- name: event
INSERT INTO shop_event (at, by_id, by_name, kind, detail) VALUES ($1, $2, $3, $4, $5)

-- name: laid
SELECT work, count(*)::int AS lays, percentile_cont(0.5) WITHIN GROUP (ORDER BY g_per_min) AS "gPerMin",
  min(g_per_min) AS "lowGPerMin", max(g_per_min) AS "highGPerMin"
FROM (
  SELECT DISTINCT ON (r.repair_id, r.revision, r.round) r.* FROM laid_round r
  WHERE EXISTS (SELECT 1 FROM standing_log l WHERE l.repair_id = r.repair_id AND l.at = r.at AND l.entry ->> 'kind' = 'ply')
  ORDER BY r.repair_id, r.revision, r.round, r.at DESC
) laid GROUP BY work

-- name: keepLaid
INSERT INTO laid_round (repair_id, revision, round, work, grams, minutes, g_per_min, at) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
ON CONFLICT DO NOTHING
