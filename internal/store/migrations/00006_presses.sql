-- +goose Up
-- Every press of a key at the bench, as it came: rows are only ever added. A build's plan is folded from them.
CREATE TABLE press (
  id       TEXT PRIMARY KEY CHECK (length(id) BETWEEN 8 AND 64), -- made where it was pressed, so that what is sent twice is kept once
  build_id INTEGER NOT NULL REFERENCES build (id) ON DELETE CASCADE,
  device   TEXT NOT NULL CHECK (length(device) BETWEEN 1 AND 64),
  step     TEXT NOT NULL CHECK (length(step) BETWEEN 1 AND 100), -- it may be gone from the plan
  word     TEXT NOT NULL CHECK (length(word) BETWEEN 1 AND 20),
  at       TEXT NOT NULL CHECK (at GLOB '????-??-??T??:??:??Z'),   -- when it was so
  made_at  TEXT NOT NULL CHECK (made_at GLOB '????-??-??T??:??:??Z'), -- when the key was pressed
  kept_at  TEXT NOT NULL CHECK (kept_at GLOB '????-??-??T??:??:??Z'), -- when it came here
  more     TEXT NOT NULL CHECK (json_valid(more))                  -- the press as it was sent
) STRICT, WITHOUT ROWID;

CREATE INDEX press_of_build ON press (build_id);

-- +goose Down
DROP TABLE press;
