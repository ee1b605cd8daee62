-- +goose Up
-- Photographs of builds. What they show lies by its hash in a file of its own beside this one, whose rows never change: see photo.go.
CREATE TABLE photo (
  id         TEXT PRIMARY KEY CHECK (length(id) BETWEEN 8 AND 64), -- made where it was brought, so that what is sent twice is kept once
  build_id   INTEGER NOT NULL REFERENCES build (id) ON DELETE CASCADE,
  hash       TEXT NOT NULL CHECK (length(hash) = 64),
  kind       TEXT NOT NULL CHECK (kind IN ('jpeg', 'png', 'webp')),
  width      INTEGER NOT NULL CHECK (width > 0),
  height     INTEGER NOT NULL CHECK (height > 0),
  bytes      INTEGER NOT NULL CHECK (bytes > 0),
  exposure   TEXT NOT NULL CHECK (length(exposure) <= 100),
  zone       TEXT NOT NULL CHECK (length(zone) <= 100),   -- empty for the whole model; it may be gone from the plan
  step       TEXT NOT NULL CHECK (length(step) <= 100),   -- empty for none in particular
  caption    TEXT NOT NULL CHECK (length(caption) <= 500),
  who        TEXT NOT NULL CHECK (length(who) <= 60),
  at         TEXT NOT NULL CHECK (at GLOB '????-??-??T??:??:??Z'),      -- when it was taken
  kept_at    TEXT NOT NULL CHECK (kept_at GLOB '????-??-??T??:??:??Z'),
  dropped_at TEXT CHECK (dropped_at GLOB '????-??-??T??:??:??Z'),       -- when it was taken out of the journal; NULL while it is in it
  reading    TEXT NOT NULL CHECK (reading = '' OR json_valid(reading))  -- how it is read as an instrument; empty where it is not
) STRICT, WITHOUT ROWID;

CREATE INDEX photo_of_build ON photo (build_id, at);

-- What was written down beside a build.
CREATE TABLE note (
  id         TEXT PRIMARY KEY CHECK (length(id) BETWEEN 8 AND 64),
  build_id   INTEGER NOT NULL REFERENCES build (id) ON DELETE CASCADE,
  zone       TEXT NOT NULL CHECK (length(zone) <= 100),
  step       TEXT NOT NULL CHECK (length(step) <= 100),
  words      TEXT NOT NULL CHECK (length(words) BETWEEN 1 AND 4000),
  who        TEXT NOT NULL CHECK (length(who) <= 60),
  at         TEXT NOT NULL CHECK (at GLOB '????-??-??T??:??:??Z'),
  kept_at    TEXT NOT NULL CHECK (kept_at GLOB '????-??-??T??:??:??Z'),
  dropped_at TEXT CHECK (dropped_at GLOB '????-??-??T??:??:??Z')
) STRICT, WITHOUT ROWID;

CREATE INDEX note_of_build ON note (build_id, at);

ALTER TABLE summary ADD COLUMN finished TEXT; -- the day that it was finished; NULL while it is not

-- +goose Down
ALTER TABLE summary DROP COLUMN finished;
DROP TABLE note;
DROP TABLE photo;
