-- name: chainLock
SELECT pg_advisory_xact_lock(4280100)

-- name: chainEnd
SELECT hash, number FROM sealed_record WHERE NOT imported ORDER BY number DESC LIMIT 1

-- name: insert
INSERT INTO sealed_record (repair_id, revision, imported, body, previous_hash, hash, sealed_at, signed_by, meaning, single_handed, number, public_key, signature)
VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)

-- name: seals
SELECT repair_id AS "repairId", revision, imported, body, previous_hash AS "previousHash", hash, number, public_key AS "publicKey", signature,
  sealed_at AS "sealedAt", signed_by AS "signedBy", meaning, single_handed AS "singleHanded"
FROM sealed_record WHERE $1::uuid IS NULL OR repair_id = $1 ORDER BY repair_id, revision

-- name: unsigned
SELECT position, hash FROM sealed_record WHERE NOT imported AND number IS NULL ORDER BY position

-- name: sign
UPDATE sealed_record SET number = $2, public_key = $3, signature = $4 WHERE position = $1

-- name: sealedRepairs
SELECT id FROM repair WHERE state = 'sealed'

-- name: importRepair
INSERT INTO repair (id, craft_id, title, revision, stage_reached, technician_name, inputs, created_at, updated_at)
VALUES ($1, $2, $3, $4, 9, $5, $6, $7, $7)

-- name: sealImported
UPDATE repair SET state = 'sealed', sealed_at = $2 WHERE id = $1

-- name: importEvent
INSERT INTO repair_event (repair_id, version, at, by_name, kind, section, detail, device) VALUES ($1, 1, $2, $3, $4, $5, $6, $7)

-- name: importLog
INSERT INTO log_entry (id, repair_id, at, by_name, entry, mix_error_percent, within, received_at, device) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)

-- name: importCheck
INSERT INTO check_mark (repair_id, check_id, done, by_name, at) VALUES ($1, $2, $3, $4, $5)

-- name: importResult
INSERT INTO inspection_result (id, repair_id, check_id, pass, readings, mean, spread, why, note, by_name, at) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)

-- name: importRework
INSERT INTO rework_item (id, repair_id, check_id, opened_at, cause, action, closed_at, closed_by, concession) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)
