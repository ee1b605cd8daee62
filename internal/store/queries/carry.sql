-- name: AllBuilds :many
SELECT * FROM build ORDER BY place, id;

-- name: LastRevision :one
SELECT CAST(coalesce(max(id), 0) AS INTEGER) AS newest FROM revision;

-- name: RevisionsBetween :many
SELECT build.slug, sqlc.embed(revision) FROM revision JOIN build ON build.id = revision.build_id
WHERE revision.id > sqlc.arg(after) AND revision.id <= sqlc.arg(up_to) ORDER BY revision.id;

-- name: AllShelfRevisions :many
SELECT * FROM shelf_revision ORDER BY id;

-- name: BringRevision :exec
INSERT INTO revision (id, build_id, parent_id, plan, change, made_at) VALUES (?, ?, ?, ?, ?, ?);

-- name: BringShelfRevision :exec
INSERT INTO shelf_revision (id, parent_id, change, made_at) VALUES (?, ?, ?, ?);

-- name: Filled :one
SELECT (SELECT count(*) FROM build) + (SELECT count(*) FROM shelf) AS filled;
