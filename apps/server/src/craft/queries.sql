-- name: list
SELECT c.id, c.tag, c.name, c.kind, c.year, c.construction, c.notes, count(r.id)::int AS repairs
FROM craft c LEFT JOIN repair r ON r.craft_id = c.id WHERE c.origin IS NULL
GROUP BY c.id ORDER BY c.tag

-- name: insert
INSERT INTO craft (id, tag, name, kind, year, construction, notes, origin) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
ON CONFLICT (id) DO NOTHING

-- name: fromElsewhere
SELECT id FROM craft WHERE tag = $1 AND origin = $2
