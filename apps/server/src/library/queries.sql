-- name: entries
SELECT kind, entry, true AS own, CASE WHEN retired_at IS NULL THEN NULL ELSE json_build_object('at', retired_at, 'by', retired_by) END AS retired FROM library_entry ORDER BY name, id

-- name: lots
SELECT id, kind, entry_id AS "entryId", part, code, to_char(received_on, 'YYYY-MM-DD') AS "receivedOn", to_char(expires_on, 'YYYY-MM-DD') AS "expiresOn", pack_size AS "packSize", unit, packs, price, used_up AS "usedUp",
  (SELECT coalesce(sum(CASE WHEN part = 'hardener' OR kind = 'hardener' THEN (l.entry ->> 'secondG')::double precision ELSE (l.entry ->> 'resinG')::double precision END), 0) FROM standing_log l
   WHERE l.entry ->> 'kind' = 'batch' AND l.at > counted_at AND l.entry ->> (CASE WHEN part = 'hardener' OR kind = 'hardener' THEN 'secondLot' ELSE 'resinLot' END) = code) AS "drawnG"
FROM lot ORDER BY used_up, expires_on NULLS LAST, received_on, code

-- name: saveEntry
INSERT INTO library_entry (id, kind, name, entry, changed_at, changed_by) VALUES ($1, $2, $3, $4, $5, $6)
ON CONFLICT (id) DO UPDATE SET name = EXCLUDED.name, entry = EXCLUDED.entry, changed_at = EXCLUDED.changed_at, changed_by = EXCLUDED.changed_by
WHERE library_entry.kind = EXCLUDED.kind RETURNING id

-- name: retire
UPDATE library_entry SET retired_at = $2, retired_by = $3 WHERE id = $1 RETURNING id

-- name: saveLot
INSERT INTO lot (id, kind, entry_id, part, code, received_on, expires_on, pack_size, unit, packs, price) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
ON CONFLICT (id) DO UPDATE SET kind = EXCLUDED.kind, entry_id = EXCLUDED.entry_id, part = EXCLUDED.part, code = EXCLUDED.code, received_on = EXCLUDED.received_on, expires_on = EXCLUDED.expires_on,
  pack_size = EXCLUDED.pack_size, unit = EXCLUDED.unit, packs = EXCLUDED.packs, price = EXCLUDED.price, counted_at = CASE WHEN lot.packs = EXCLUDED.packs THEN lot.counted_at ELSE now() END

-- name: useUp
UPDATE lot SET used_up = $2 WHERE id = $1 RETURNING id

-- name: known
SELECT id FROM library_entry WHERE kind = $1 AND id = $2
