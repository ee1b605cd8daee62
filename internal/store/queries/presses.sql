-- name: AddPress :exec
INSERT INTO press (id, build_id, device, step, word, at, made_at, kept_at, more) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING;

-- name: PressesOf :many
SELECT more FROM press WHERE build_id = ? ORDER BY id;

-- name: CountPresses :one
SELECT count(*) FROM press WHERE build_id = ?;

-- name: BuildIDs :many
SELECT id, slug, head_id FROM build ORDER BY place, id;
