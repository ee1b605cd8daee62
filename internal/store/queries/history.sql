-- name: RevisionsOf :many
SELECT id, parent_id, change, made_at FROM revision WHERE build_id = ? ORDER BY id DESC LIMIT 500;

-- name: RevisionOfBuild :one
SELECT * FROM revision WHERE id = ? AND build_id = ?;

-- name: SetAway :execrows
UPDATE build SET away = ? WHERE slug = ?;
