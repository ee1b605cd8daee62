-- +goose Up
-- What a row holds, as a SHA-256, so that content that was changed by anything but this program is found: see hash.go. Empty only of a row that could not be read when hashes came.
ALTER TABLE revision ADD COLUMN hash TEXT NOT NULL DEFAULT '';
ALTER TABLE shelf ADD COLUMN hash TEXT NOT NULL DEFAULT '';
ALTER TABLE shelf_revision ADD COLUMN hash TEXT NOT NULL DEFAULT ''; -- of what it did to products, too

-- +goose Down
ALTER TABLE shelf_revision DROP COLUMN hash;
ALTER TABLE shelf DROP COLUMN hash;
ALTER TABLE revision DROP COLUMN hash;
