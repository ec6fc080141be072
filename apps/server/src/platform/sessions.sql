-- name: kept
SELECT s.sess, CASE WHEN p.id IS NOT NULL THEN json_build_object('id', p.id, 'name', p.name, 'role', p.role, 'units', p.units) END AS person
FROM session s LEFT JOIN person p ON p.id = (s.sess ->> 'personId')::uuid AND p.active WHERE s.sid = $1 AND s.expire >= now()
