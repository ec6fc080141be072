-- name: byId
SELECT id, name, role, units FROM person WHERE id = $1 AND active

-- name: byLogin
SELECT id, name, role, units, password_hash FROM person WHERE login = lower($1) AND active

-- name: passwordHash
SELECT password_hash FROM person WHERE id = $1

-- name: demoAccounts
SELECT id, name, role FROM person WHERE demo AND active ORDER BY role DESC, name

-- name: setUnits
UPDATE person SET units = $2 WHERE id = $1 RETURNING id, name, role, units

-- name: shop
SELECT name, single_handed AS "singleHanded", bond, settings ->> 'zone' AS zone FROM shop WHERE id = 1

-- name: setBond
UPDATE shop SET bond = $1 WHERE id = 1

-- name: names
SELECT id, name, role FROM person WHERE active ORDER BY name

-- name: setShop
INSERT INTO shop (id, name, single_handed) VALUES (1, $1, $2) ON CONFLICT (id) DO UPDATE SET name = $1, single_handed = $2

-- name: upsertPerson
INSERT INTO person (id, login, name, role, password_hash, demo) VALUES ($1, $2, $3, $4, $5, $6)
ON CONFLICT (login) DO UPDATE SET password_hash = $5

-- name: setPassword
UPDATE person SET password_hash = $2 WHERE login = $1

-- name: setPasswordOf
UPDATE person SET password_hash = $2 WHERE id = $1

-- name: loginOf
SELECT login FROM person WHERE id = $1

-- name: accounts
SELECT p.id, p.login, p.name, p.role, p.active, (SELECT to_json(max(t.at)) FROM password_try t WHERE t.login = p.login AND t.what = 'sign-in' AND t.outcome = 'right') AS "lastSignInAt",
  (SELECT json_build_object('at', e.at, 'by', e.by_name, 'kind', e.kind, 'was', e.detail -> 'was', 'is', e.detail -> 'is') FROM person_event e WHERE e.person_id = p.id ORDER BY e.seq DESC LIMIT 1) AS "lastChange"
FROM person p ORDER BY p.active DESC, p.name

-- name: insertPerson
INSERT INTO person (id, login, name, role, password_hash) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (login) DO NOTHING RETURNING id

-- name: lockPerson
SELECT role, active FROM person WHERE id = $1 FOR UPDATE

-- name: alterPerson
UPDATE person SET role = $2, active = $3 WHERE id = $1

-- name: managers
SELECT id FROM person WHERE role = 'manager' AND active FOR UPDATE

-- name: endSessions
DELETE FROM session WHERE sess ->> 'personId' = $1::text AND sid <> $2

-- name: otherSessions
SELECT (sess ->> 'startedAt')::double precision AS "startedAt", (sess ->> 'seenAt')::double precision AS "seenAt" FROM session WHERE sess ->> 'personId' = $1::text AND sid <> $2 AND expire > now() ORDER BY 2 DESC

-- name: personEvent
INSERT INTO person_event (at, person_id, by_id, by_name, kind, detail) VALUES ($1, $2, $3, $4, $5, $6)
