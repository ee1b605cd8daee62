-- name: AddReading :exec
INSERT INTO reading (build_id, at, source, temperature_c, humidity_pct) VALUES (?, ?, ?, ?, ?) ON CONFLICT (build_id, at, source) DO UPDATE SET temperature_c = excluded.temperature_c, humidity_pct = excluded.humidity_pct;

-- name: ReadingsSince :many
SELECT * FROM reading WHERE build_id = ? AND at >= ? ORDER BY at;

-- name: DropReadingsBefore :exec
DELETE FROM reading WHERE build_id = ? AND at < ?;
