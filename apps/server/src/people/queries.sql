-- name: byId
SELECT id, name, role, units FROM person WHERE id = $1

-- name: byLogin
SELECT id, name, role, units, password_hash FROM person WHERE login = lower($1)

-- name: passwordHash
SELECT password_hash FROM person WHERE id = $1

-- name: demoAccounts
SELECT id, name, role FROM person WHERE demo ORDER BY role DESC, name

-- name: setUnits
UPDATE person SET units = $2 WHERE id = $1 RETURNING id, name, role, units

-- name: shop
SELECT name, single_handed AS "singleHanded", bond FROM shop WHERE id = 1

-- name: setBond
UPDATE shop SET bond = $1 WHERE id = 1

-- name: names
SELECT id, name, role FROM person ORDER BY name

-- name: setShop
INSERT INTO shop (id, name, single_handed) VALUES (1, $1, $2) ON CONFLICT (id) DO UPDATE SET name = $1, single_handed = $2

-- name: upsertPerson
INSERT INTO person (id, login, name, role, password_hash, demo) VALUES ($1, $2, $3, $4, $5, $6)
ON CONFLICT (login) DO UPDATE SET password_hash = $5

-- name: setPassword
UPDATE person SET password_hash = $2 WHERE login = $1
