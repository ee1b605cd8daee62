-- name: AddPhoto :exec
INSERT INTO photo (id, build_id, hash, kind, width, height, bytes, exposure, zone, step, caption, who, at, kept_at, dropped_at, reading) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING;

-- name: PhotosOf :many
SELECT * FROM photo WHERE build_id = ? ORDER BY at, id;

-- name: Photo :one
SELECT * FROM photo WHERE build_id = ? AND id = ?;

-- name: CountPhotos :one
SELECT count(*) FROM photo WHERE build_id = ?;

-- name: ChangePhoto :exec
UPDATE photo SET zone = ?, step = ?, caption = ?, at = ?, reading = ?, dropped_at = ? WHERE id = ?;

-- name: PhotoHashes :many
SELECT DISTINCT hash FROM photo ORDER BY hash;

-- name: ForgetPhotos :exec
DELETE FROM photo WHERE build_id = ? AND dropped_at < ?;

-- name: AddNote :exec
INSERT INTO note (id, build_id, zone, step, words, who, at, kept_at, dropped_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING;

-- name: NotesOf :many
SELECT * FROM note WHERE build_id = ? ORDER BY at, id;

-- name: CountNotes :one
SELECT count(*) FROM note WHERE build_id = ?;

-- name: ChangeNote :exec
UPDATE note SET words = ?, dropped_at = ? WHERE build_id = ? AND id = ?;

-- name: ForgetNotes :exec
DELETE FROM note WHERE build_id = ? AND dropped_at < ?;
