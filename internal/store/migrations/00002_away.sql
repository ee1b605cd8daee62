-- +goose Up
ALTER TABLE build ADD COLUMN away INTEGER NOT NULL DEFAULT 0 CHECK (away IN (0, 1)); -- put away: kept, but not in the list

-- +goose Down
ALTER TABLE build DROP COLUMN away;
