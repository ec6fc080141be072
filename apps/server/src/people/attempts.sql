-- name: try
INSERT INTO password_try (at, login, client, what, outcome) VALUES ($1, $2, $3, $4, 'tried') RETURNING seq

-- name: triesBefore
SELECT count(*) FILTER (WHERE login = $2)::int AS "forOne", count(*)::int AS "fromOne"
FROM password_try WHERE client = $3 AND at > $4 AND seq < $1 AND outcome IN ('tried', 'wrong')
  AND seq > coalesce((SELECT max(seq) FROM password_try WHERE client = $3 AND login = $2 AND outcome = 'right' AND seq < $1), 0)

-- name: outcome
UPDATE password_try SET outcome = $2 WHERE seq = $1
