-- +goose Up
CREATE TABLE own (
  kind     TEXT NOT NULL,
  key      TEXT NOT NULL,
  saved_at TEXT NOT NULL,
  document TEXT NOT NULL,
  PRIMARY KEY (kind, key)
) STRICT;

-- +goose Down
DROP TABLE own;
