-- name: RevisionsOf :many
SELECT id, parent_id, change, made_at FROM revision
WHERE build_id = sqlc.arg(build) AND id < sqlc.arg(before) AND instr(lower(change), lower(sqlc.arg(words))) > 0
ORDER BY id DESC LIMIT sqlc.arg(most);

-- name: RevisionOfBuild :one
SELECT * FROM revision WHERE id = ? AND build_id = ?;

-- name: SetAway :execrows
UPDATE build SET away = ? WHERE slug = ?;

-- name: Outline :many
SELECT id, parent_id, made_at FROM revision WHERE build_id = ? ORDER BY id;

-- name: SetParent :exec
UPDATE revision SET parent_id = ?, hash = ? WHERE id = ?;

-- name: DropRevision :exec
DELETE FROM revision WHERE id = ?;
