-- +goose Up
CREATE TABLE projects (
  id         TEXT PRIMARY KEY,
  version    INTEGER NOT NULL,
  document   TEXT NOT NULL,
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

CREATE TABLE revisions (
  project_id TEXT NOT NULL REFERENCES projects (id) ON DELETE CASCADE,
  version    INTEGER NOT NULL,
  saved_at   TEXT NOT NULL,
  document   TEXT NOT NULL,
  PRIMARY KEY (project_id, version)
) STRICT;

-- +goose Down
DROP TABLE revisions;
DROP TABLE projects;
