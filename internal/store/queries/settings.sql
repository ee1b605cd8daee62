-- name: Setting :one
SELECT value FROM setting WHERE name = ?;

-- name: PutSetting :exec
INSERT INTO setting (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value;

-- name: DropSetting :exec
DELETE FROM setting WHERE name = ?;

-- name: AddVisit :exec
INSERT INTO visit (token_hash, made_at) VALUES (?, ?);

-- name: Visit :one
SELECT made_at FROM visit WHERE token_hash = ?;

-- name: DropVisit :exec
DELETE FROM visit WHERE token_hash = ?;

-- name: DropVisits :exec
DELETE FROM visit;

-- name: DropVisitsBefore :exec
DELETE FROM visit WHERE made_at < ?;
