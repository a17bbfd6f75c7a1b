-- +goose Up
CREATE TABLE snapshots (
  hash     TEXT PRIMARY KEY,
  document TEXT NOT NULL
) STRICT;

CREATE TABLE journal (
  project_id TEXT NOT NULL REFERENCES projects (id) ON DELETE CASCADE,
  seq        INTEGER NOT NULL,
  id         TEXT NOT NULL,
  snapshot   TEXT REFERENCES snapshots (hash),
  document   TEXT NOT NULL,
  PRIMARY KEY (project_id, seq),
  UNIQUE (project_id, id)
) STRICT;

CREATE TABLE pictures (
  project_id TEXT NOT NULL REFERENCES projects (id) ON DELETE CASCADE,
  hash       TEXT NOT NULL,
  type       TEXT NOT NULL,
  bytes      BLOB NOT NULL,
  PRIMARY KEY (project_id, hash)
) STRICT;

CREATE TABLE plans (
  project_id TEXT PRIMARY KEY REFERENCES projects (id) ON DELETE CASCADE,
  version    INTEGER NOT NULL,
  document   TEXT NOT NULL
) STRICT;

CREATE TABLE shop (
  id       INTEGER PRIMARY KEY CHECK (id = 1),
  version  INTEGER NOT NULL,
  document TEXT NOT NULL
) STRICT;

-- +goose Down
DROP TABLE shop;
DROP TABLE plans;
DROP TABLE pictures;
DROP TABLE journal;
DROP TABLE snapshots;
