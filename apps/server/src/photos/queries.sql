-- name: list
SELECT id, name, to_json(at) AS at, by_name AS by, width_px AS "widthPx", height_px AS "heightPx", sha256 FROM photo WHERE repair_id = $1 ORDER BY photo.at, id

-- name: count
SELECT count(*)::int AS count FROM photo WHERE repair_id = $1 AND id <> $2

-- name: insert
INSERT INTO photo (id, repair_id, at, by_name, name, width_px, height_px, sha256, jpeg) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)
ON CONFLICT (id) DO NOTHING RETURNING id

-- name: bytes
SELECT jpeg, sha256 FROM photo WHERE repair_id = $1 AND id = $2

-- name: sealedWith
SELECT 1 FROM sealed_record JOIN photo USING (repair_id) WHERE repair_id = $1 AND photo.id = $2 AND position(photo.id::text IN body) > 0 LIMIT 1

-- name: remove
DELETE FROM photo WHERE repair_id = $1 AND id = $2 RETURNING name
