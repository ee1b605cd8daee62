-- +goose Up
-- The air of a build's room as it was measured, right or not: what is believed is sifted from it.
CREATE TABLE reading (
  build_id      INTEGER NOT NULL REFERENCES build (id) ON DELETE CASCADE,
  at            TEXT NOT NULL CHECK (at GLOB '????-??-??T??:??:??Z'),
  source        TEXT NOT NULL CHECK (source IN ('hand', 'device')),
  temperature_c REAL NOT NULL,
  humidity_pct  REAL NOT NULL,
  PRIMARY KEY (build_id, at, source)
) STRICT, WITHOUT ROWID;

-- +goose Down
DROP TABLE reading;
