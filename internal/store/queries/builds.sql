-- name: Builds :many
SELECT sqlc.embed(build), sqlc.embed(summary) FROM build JOIN summary ON summary.build_id = build.id ORDER BY build.place, build.id;

-- name: BuildBySlug :one
SELECT sqlc.embed(build), sqlc.embed(revision) FROM build JOIN revision ON revision.id = build.head_id WHERE build.slug = ?;

-- name: HeadOf :one
SELECT head_id FROM build WHERE slug = ?;

-- name: AddBuild :one
INSERT INTO build (slug, place) VALUES (?, (SELECT coalesce(max(place) + 1, 0) FROM build)) RETURNING id;

-- name: AddRevision :one
INSERT INTO revision (build_id, parent_id, plan, change, made_at, hash) VALUES (?, ?, ?, ?, ?, ?) RETURNING id;

-- name: SetHead :exec
UPDATE build SET head_id = ? WHERE id = ?;

-- name: Revision :one
SELECT * FROM revision WHERE id = ?;

-- name: NewestChild :one
SELECT * FROM revision WHERE parent_id = ? ORDER BY id DESC LIMIT 1;

-- name: PutSummary :exec
INSERT INTO summary (build_id, name, scale, next_step, next_at, finish, stops, warns, problem, finished) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
ON CONFLICT (build_id) DO UPDATE SET name = excluded.name, scale = excluded.scale, next_step = excluded.next_step, next_at = excluded.next_at,
  finish = excluded.finish, stops = excluded.stops, warns = excluded.warns, problem = excluded.problem, finished = excluded.finished;

-- name: DeleteBuilds :exec
DELETE FROM build;

-- name: Heads :many
SELECT build.slug, sqlc.embed(revision) FROM build JOIN revision ON revision.id = build.head_id;
