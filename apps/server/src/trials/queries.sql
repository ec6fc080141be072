-- name: list
SELECT id, to_json(at) AS at, by_name AS by, preparation, resin, fabric, unit, value,
  CASE WHEN width_mm IS NULL THEN NULL ELSE json_build_object('widthMm', width_mm, 'overlapMm', overlap_mm) END AS bonded,
  CASE WHEN old_percent IS NULL THEN NULL ELSE json_build_object('oldLaminatePercent', old_percent, 'newLaminatePercent', new_percent, 'bondLinePercent', bond_percent) END AS failure,
  notes, CASE WHEN withdrawn_at IS NULL THEN NULL ELSE json_build_object('at', withdrawn_at, 'by', withdrawn_by, 'why', withdrawn_why) END AS withdrawn
FROM bond_trial ORDER BY bond_trial.at, id

-- name: insert
INSERT INTO bond_trial (id, at, by_name, preparation, resin, fabric, unit, value, old_percent, new_percent, bond_percent, notes, width_mm, overlap_mm)
VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14) ON CONFLICT (id) DO NOTHING

-- name: withdraw
UPDATE bond_trial SET withdrawn_at = $2, withdrawn_by = $3, withdrawn_why = $4 WHERE id = $1 AND withdrawn_at IS NULL
