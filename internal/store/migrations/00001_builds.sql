-- +goose Up
CREATE TABLE build (
  id      INTEGER PRIMARY KEY,
  slug    TEXT NOT NULL UNIQUE CHECK (slug GLOB '[a-z0-9]*' AND length(slug) <= 80), -- its name in addresses
  place   INTEGER NOT NULL CHECK (place >= 0),                                       -- order in lists, from 0
  head_id INTEGER REFERENCES revision (id) DEFERRABLE INITIALLY DEFERRED             -- the plan as it stands; NULL only while the build is being made
) STRICT;

-- Revisions are never changed or deleted: a change after an undo grows a branch of its own.
CREATE TABLE revision (
  id        INTEGER PRIMARY KEY AUTOINCREMENT,
  build_id  INTEGER NOT NULL REFERENCES build (id) ON DELETE CASCADE,
  parent_id INTEGER REFERENCES revision (id) ON DELETE CASCADE, -- NULL for the first
  plan      TEXT NOT NULL CHECK (json_valid(plan)),             -- a plan file
  change    TEXT NOT NULL CHECK (length(change) BETWEEN 1 AND 500),
  made_at   TEXT NOT NULL CHECK (made_at GLOB '????-??-??T??:??:??Z')
) STRICT;

CREATE INDEX revision_parent ON revision (parent_id);

-- What lists need; made from the plan at the head and rebuilt from it at any time.
CREATE TABLE summary (
  build_id  INTEGER PRIMARY KEY REFERENCES build (id) ON DELETE CASCADE,
  name      TEXT NOT NULL,
  scale     INTEGER NOT NULL CHECK (scale >= 0),
  next_step TEXT, -- NULL when all is done
  next_at   TEXT CHECK (next_at GLOB '????-??-??T??:??:??Z'),
  finish    TEXT CHECK (finish GLOB '????-??-??T??:??:??Z'),
  stops     INTEGER NOT NULL CHECK (stops >= 0),
  warns     INTEGER NOT NULL CHECK (warns >= 0)
) STRICT;

-- +goose Down
DROP TABLE summary;
DROP TABLE revision;
DROP TABLE build;
