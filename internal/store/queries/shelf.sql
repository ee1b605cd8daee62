-- name: Shelf :many
SELECT product FROM shelf ORDER BY name COLLATE NOCASE, id;

-- name: ShelfProduct :one
SELECT product FROM shelf WHERE id = ?;

-- name: PutShelf :exec
INSERT INTO shelf (id, name, product) VALUES (?, ?, ?) ON CONFLICT (id) DO UPDATE SET name = excluded.name, product = excluded.product;

-- name: DeleteShelf :execrows
DELETE FROM shelf WHERE id = ?;

-- name: ClearShelf :exec
DELETE FROM shelf;

-- name: DeleteUse :exec
DELETE FROM stock_use WHERE build_id = ?;

-- name: AddUse :exec
INSERT INTO stock_use (build_id, step, shelf_id, what, use_ml, at) VALUES (?, ?, ?, ?, ?, ?);

-- name: Uses :many
SELECT build.slug, summary.name, stock_use.shelf_id, stock_use.what, stock_use.use_ml, stock_use.at
FROM stock_use JOIN build ON build.id = stock_use.build_id JOIN summary ON summary.build_id = build.id
WHERE build.away = 0 ORDER BY stock_use.at, build.id, stock_use.step;
