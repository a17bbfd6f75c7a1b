-- +goose Up
PRAGMA application_id = 1097299249;
-- which window saved this version, and from which version on nobody else has
ALTER TABLE projects ADD COLUMN saved_by TEXT NOT NULL DEFAULT '';
ALTER TABLE projects ADD COLUMN saved_from INTEGER NOT NULL DEFAULT 0;
-- and its how-manieth save that was
ALTER TABLE projects ADD COLUMN saved_seq INTEGER NOT NULL DEFAULT 0;

-- +goose Down
ALTER TABLE projects DROP COLUMN saved_seq;
ALTER TABLE projects DROP COLUMN saved_from;
ALTER TABLE projects DROP COLUMN saved_by;
PRAGMA application_id = 0;
