package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
)

// Kind names a drawer of the person's own things.
type Kind string

// The drawers.
const (
	OwnContents Kind = "contents" // rows of the contents catalogue
	OwnBoards   Kind = "boards"   // tested boards
	OwnParts    Kind = "parts"    // brackets, anchors, hooks, screws
)

// Most is how many things one drawer holds.
const Most = 500

// ErrFull: a drawer holds no more.
var ErrFull = fmt.Errorf("you have kept %d of these: forget some first", Most)

// Keep puts a thing into a drawer, over one with the same key.
func (s *Store) Keep(ctx context.Context, kind Kind, key string, v any) error {
	doc, err := json.Marshal(v)
	if err != nil {
		return err
	}
	return s.write(ctx, func(tx *sql.Tx) error {
		var n int
		if err := tx.QueryRowContext(ctx, `SELECT count(*) FROM own WHERE kind = ? AND key <> ?`, kind, key).Scan(&n); err != nil {
			return err
		}
		if n >= Most {
			return ErrFull
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO own (kind, key, saved_at, document) VALUES (?, ?, ?, ?)
			ON CONFLICT (kind, key) DO UPDATE SET saved_at = excluded.saved_at, document = excluded.document`, kind, key, s.stamp(), string(doc))
		return err
	})
}

// Forget takes a thing out of its drawer, or returns ErrNotFound.
func (s *Store) Forget(ctx context.Context, kind Kind, key string) error {
	return s.mark(ctx, `DELETE FROM own WHERE kind = ? AND key = ?`, kind, key)
}

// Kept lists what is in a drawer, first kept first.
func Kept[T any](ctx context.Context, s *Store, kind Kind) ([]T, error) {
	rows, err := s.db.QueryContext(ctx, `SELECT document FROM own WHERE kind = ? ORDER BY saved_at, key`, kind)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []T{}
	for rows.Next() {
		var doc string
		var v T
		if err := rows.Scan(&doc); err != nil {
			return nil, err
		}
		if json.Unmarshal([]byte(doc), &v) == nil { // one that cannot be read does not hide the others
			out = append(out, v)
		}
	}
	return out, rows.Err()
}
