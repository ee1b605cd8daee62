-- name: Shelf :many
SELECT * FROM shelf ORDER BY name COLLATE NOCASE, id;

-- name: ShelfProduct :one
SELECT product FROM shelf WHERE id = ?;

-- name: PutShelf :exec
INSERT INTO shelf (id, name, product, hash) VALUES (?, ?, ?, ?)
ON CONFLICT (id) DO UPDATE SET name = excluded.name, product = excluded.product, hash = excluded.hash;

-- name: DeleteShelf :execrows
DELETE FROM shelf WHERE id = ?;

-- name: ClearShelf :exec
DELETE FROM shelf;

-- name: DropOlderShelfRevisions :exec
DELETE FROM shelf_revision WHERE id < ?;

-- name: ShelfHead :one
SELECT shelf_revision.* FROM shelf_head JOIN shelf_revision ON shelf_revision.id = shelf_head.revision_id;

-- name: SetShelfHead :exec
INSERT INTO shelf_head (one, revision_id) VALUES (1, ?) ON CONFLICT (one) DO UPDATE SET revision_id = excluded.revision_id;

-- name: AddShelfRevision :one
INSERT INTO shelf_revision (parent_id, change, made_at) VALUES (?, ?, ?) RETURNING id;

-- name: AddShelfChange :exec
INSERT INTO shelf_change (revision_id, product_id, before, after) VALUES (?, ?, ?, ?);

-- name: ShelfChanges :many
SELECT * FROM shelf_change WHERE revision_id = ? ORDER BY product_id;

-- name: ShelfRevision :one
SELECT * FROM shelf_revision WHERE id = ?;

-- name: HashShelfRevision :exec
UPDATE shelf_revision SET hash = ? WHERE id = ?;

-- name: NewestShelfChild :one
SELECT * FROM shelf_revision WHERE parent_id = ? ORDER BY id DESC LIMIT 1;

-- name: ShelfRevisions :many
SELECT * FROM shelf_revision WHERE id < sqlc.arg(before) AND instr(lower(change), lower(sqlc.arg(words))) > 0 ORDER BY id DESC LIMIT sqlc.arg(most);

-- name: DeleteUse :exec
DELETE FROM stock_use WHERE build_id = ?;

-- name: AddUse :exec
INSERT INTO stock_use (build_id, step, shelf_id, what, use_ml, at) VALUES (?, ?, ?, ?, ?, ?);

-- name: Uses :many
SELECT build.slug, summary.name, stock_use.shelf_id, stock_use.what, stock_use.use_ml, stock_use.at, CAST(coalesce(json_extract(revision.plan, '$.timezone'), '') AS TEXT) AS timezone
FROM stock_use JOIN build ON build.id = stock_use.build_id JOIN summary ON summary.build_id = build.id JOIN revision ON revision.id = build.head_id
WHERE build.away = 0 ORDER BY stock_use.at, build.id, stock_use.step;

-- name: NoteProducts :exec
INSERT INTO shelf_change (revision_id, product_id, before, after)
SELECT CAST(sqlc.arg(revision) AS INTEGER), json_extract(j.value, '$.id'), (SELECT shelf.product FROM shelf WHERE shelf.id = json_extract(j.value, '$.id')), j.value
FROM json_each(CAST(sqlc.arg(products) AS TEXT)) AS j;

-- name: Bottle :one
SELECT * FROM shelf WHERE id = ?;

-- name: BottleAfter :one
SELECT * FROM shelf WHERE id > ? ORDER BY id LIMIT 1;

-- name: BottleBefore :one
SELECT * FROM shelf WHERE id < ? ORDER BY id DESC LIMIT 1;
