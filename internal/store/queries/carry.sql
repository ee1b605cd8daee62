-- name: AllBuilds :many
SELECT * FROM build ORDER BY place, id;

-- name: Strays :many
SELECT build.slug FROM build LEFT JOIN revision ON revision.id = build.head_id WHERE revision.build_id IS NULL OR revision.build_id != build.id;

-- name: LastRevision :one
SELECT CAST(coalesce(max(id), 0) AS INTEGER) AS newest FROM revision;

-- name: RevisionsBetween :many
SELECT * FROM revision WHERE id > sqlc.arg(after) AND id <= sqlc.arg(up_to) ORDER BY id;

-- name: LastHead :one
SELECT CAST(coalesce(max(head_id), 0) AS INTEGER) AS newest FROM build;

-- name: HashRevision :exec
UPDATE OR IGNORE revision SET hash = ? WHERE id = ?;

-- name: HashBottle :exec
UPDATE OR IGNORE shelf SET hash = ? WHERE id = ?;

-- name: ShelfRevisionIDs :many
SELECT id FROM shelf_revision ORDER BY id;

-- name: LastShelfRevision :one
SELECT CAST(coalesce(max(id), 0) AS INTEGER) AS newest FROM shelf_revision;

-- name: BringRevision :exec
INSERT INTO revision (id, build_id, parent_id, plan, change, made_at, hash) VALUES (?, ?, ?, ?, ?, ?, ?);

-- name: BringShelfRevision :exec
INSERT INTO shelf_revision (id, parent_id, change, made_at) VALUES (?, ?, ?, ?);

-- name: Filled :one
SELECT (SELECT count(*) FROM build) + (SELECT count(*) FROM shelf) AS filled;
