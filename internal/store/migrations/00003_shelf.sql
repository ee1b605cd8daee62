-- +goose Up
-- The modeller's own products. A plan carries its own copy of each that it uses and names it by this id.
CREATE TABLE shelf (
  id      TEXT PRIMARY KEY CHECK (length(id) BETWEEN 1 AND 100),
  name    TEXT NOT NULL CHECK (length(name) >= 1), -- of the product, for order
  product TEXT NOT NULL CHECK (json_valid(product))
) STRICT, WITHOUT ROWID;

-- What the steps still to be done will use of the shelf; made from the plan at the head and rebuilt from it at any time.
CREATE TABLE stock_use (
  build_id INTEGER NOT NULL REFERENCES build (id) ON DELETE CASCADE,
  step     TEXT NOT NULL, -- its id in the plan
  shelf_id TEXT NOT NULL, -- of a product that may have left the shelf since
  what     TEXT NOT NULL, -- such as "Gloss coat, Underside"
  use_ml   REAL NOT NULL CHECK (use_ml >= 0),
  at       TEXT NOT NULL CHECK (at GLOB '????-??-??T??:??:??Z'),
  PRIMARY KEY (build_id, step)
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE stock_use;
DROP TABLE shelf;
