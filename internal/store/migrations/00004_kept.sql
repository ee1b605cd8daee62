-- +goose Up
-- What the program notes about this file: whether it is the demo's, from which schema its derived tables were made, the passphrase's hash.
CREATE TABLE setting (
  name  TEXT PRIMARY KEY CHECK (length(name) BETWEEN 1 AND 100),
  value TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- Browsers that gave the passphrase, by the SHA-256 of the secret in their cookie.
CREATE TABLE visit (
  token_hash TEXT PRIMARY KEY CHECK (length(token_hash) = 64),
  made_at    TEXT NOT NULL CHECK (made_at GLOB '????-??-??T??:??:??Z')
) STRICT, WITHOUT ROWID;

-- The shelf's history. It begins with the shelf as it was when histories began.
CREATE TABLE shelf_revision (
  id        INTEGER PRIMARY KEY AUTOINCREMENT,
  parent_id INTEGER REFERENCES shelf_revision (id) ON DELETE CASCADE, -- NULL for the first
  change    TEXT NOT NULL CHECK (length(change) BETWEEN 1 AND 500),
  made_at   TEXT NOT NULL CHECK (made_at GLOB '????-??-??T??:??:??Z')
) STRICT;

CREATE INDEX shelf_revision_parent ON shelf_revision (parent_id);

-- What a revision of the shelf did to a product: its JSON before and after; NULL where it was not there.
CREATE TABLE shelf_change (
  revision_id INTEGER NOT NULL REFERENCES shelf_revision (id) ON DELETE CASCADE,
  product_id  TEXT NOT NULL,
  before      TEXT CHECK (json_valid(before)),
  after       TEXT CHECK (json_valid(after)),
  PRIMARY KEY (revision_id, product_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE shelf_head (
  one         INTEGER PRIMARY KEY CHECK (one = 1), -- there is one shelf
  revision_id INTEGER NOT NULL REFERENCES shelf_revision (id) DEFERRABLE INITIALLY DEFERRED
) STRICT;

INSERT INTO shelf_revision (parent_id, change, made_at) VALUES (NULL, 'Begun', strftime('%Y-%m-%dT%H:%M:%SZ', 'now'));
INSERT INTO shelf_head (one, revision_id) SELECT 1, max(id) FROM shelf_revision;

ALTER TABLE summary ADD COLUMN problem TEXT; -- why the plan at the head can't be read; NULL where it can

CREATE INDEX revision_of_build ON revision (build_id, id);

-- +goose Down
DROP INDEX revision_of_build;
ALTER TABLE summary DROP COLUMN problem;
DROP TABLE shelf_head;
DROP TABLE shelf_change;
DROP TABLE shelf_revision;
DROP TABLE visit;
DROP TABLE setting;
