// Package store keeps projects and their revisions in SQLite.
package store

import (
	"cmp"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/google/uuid"
	_ "modernc.org/sqlite" // the database driver

	"aguante/core/design"
)

// Errors of the store; compare with errors.Is.
var (
	ErrNotFound = errors.New("there is no such thing here, or no longer")
	ErrStale    = errors.New("the project was changed elsewhere since")
)

// kept is how many revisions of a project are kept.
const kept = 200

// Store is an open database.
type Store struct {
	db   *sql.DB
	now  func() time.Time
	path string
	lock *lock
	turn chan struct{} // held by the one that writes
}

func (s *Store) stamp() string { return s.now().UTC().Format(time.RFC3339Nano) }

const columns = `SELECT id, version, updated_at, document FROM projects`

// Saved is a project as the store has it.
type Saved struct {
	ID       string          `json:"id"`
	Version  int             `json:"version"`
	Updated  string          `json:"updated"`
	Document *design.Project `json:"document"`
	// Unreadable is why there is no document.
	Unreadable string `json:"unreadable,omitempty"`
	// SavedBy is the window that saved it, which alone has done so since the version SavedFrom.
	SavedBy   string `json:"saved_by,omitempty"`
	SavedFrom int    `json:"saved_from,omitempty"`
	seq       int64
}

// Window is one that saves, by its name, and a number that grows with every save of it. The zero
// value has no name.
type Window struct {
	Name string
	Seq  int64
}

// Name is what the wall is called.
func (p *Saved) Name() string {
	if p.Document == nil {
		return "a wall that cannot be read"
	}
	return p.Document.Name
}

// Revision is one earlier state of a project.
type Revision struct {
	Version int    `json:"version"`
	SavedAt string `json:"saved_at"`
	Name    string `json:"name"`
}

// now is the stored state of a project that is not deleted, or ErrNotFound.
func now(ctx context.Context, q interface {
	QueryRowContext(context.Context, string, ...any) *sql.Row
}, id string) (Saved, error) {
	var by Window
	var from int
	p, err := read(q.QueryRowContext(ctx, `SELECT id, version, updated_at, document, saved_by, saved_seq, saved_from FROM projects
		WHERE id = ? AND deleted_at IS NULL`, id), &by.Name, &by.Seq, &from)
	p.SavedBy, p.seq, p.SavedFrom = by.Name, by.Seq, from
	return p, err
}

// read reads a row, and what more there is in it; that its document cannot be read is no error of
// the row.
func read(row interface{ Scan(...any) error }, more ...any) (Saved, error) {
	var p Saved
	var doc string
	if err := row.Scan(append([]any{&p.ID, &p.Version, &p.Updated, &doc}, more...)...); err != nil {
		if errors.Is(err, sql.ErrNoRows) {
			err = ErrNotFound
		}
		return p, err
	}
	if err := json.Unmarshal([]byte(doc), &p.Document); err != nil || p.Document == nil {
		p.Document, p.Unreadable = nil, fmt.Sprint(cmp.Or(err, errors.New("there is nothing in it")))
	}
	return p, nil
}

// List returns every project that is not deleted, last changed first.
func (s *Store) List(ctx context.Context) ([]Saved, error) {
	rows, err := s.db.QueryContext(ctx, columns+` WHERE deleted_at IS NULL ORDER BY updated_at DESC, id`)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []Saved{}
	for rows.Next() {
		p, err := read(rows)
		if err != nil {
			return nil, err
		}
		out = append(out, p)
	}
	return out, rows.Err()
}

// ErrUnreadable: the document of a wall cannot be read.
var ErrUnreadable = errors.New("this wall cannot be read; home offers its last state that can be")

// Get returns one project, or ErrNotFound, or ErrUnreadable.
func (s *Store) Get(ctx context.Context, id string) (Saved, error) {
	return readable(now(ctx, s.db, id))
}

func readable(p Saved, err error) (Saved, error) {
	if err == nil && p.Unreadable != "" {
		err = ErrUnreadable
	}
	return p, err
}

// Create stores a new project as version 1.
func (s *Store) Create(ctx context.Context, p *design.Project) (Saved, error) {
	doc, err := json.Marshal(p)
	if err != nil {
		return Saved{}, err
	}
	saved := Saved{ID: uuid.NewString(), Version: 1, Updated: s.stamp(), Document: p}
	return saved, s.write(ctx, func(tx *sql.Tx) error {
		_, err := tx.ExecContext(ctx, `INSERT INTO projects (id, version, document, created_at, updated_at) VALUES (?, 1, ?, ?, ?)`, saved.ID,
			string(doc), saved.Updated, saved.Updated)
		if err != nil {
			return err
		}
		return revise(ctx, tx, saved, doc)
	})
}

// Replace stores a project over version base, by a window, if it has a name. ErrStale, with what
// is stored, when that is no longer the newest, but where the same window alone has saved since,
// and earlier: its replies were lost then.
func (s *Store) Replace(ctx context.Context, id string, base int, p *design.Project, by Window) (Saved, error) {
	doc, err := json.Marshal(p)
	if err != nil {
		return Saved{}, err
	}
	saved := Saved{ID: id, Updated: s.stamp(), Document: p, SavedBy: by.Name, seq: by.Seq, SavedFrom: base}
	err = s.write(ctx, func(tx *sql.Tx) error {
		was, err := now(ctx, tx, id)
		if err != nil {
			return err
		}
		own := by.Name != "" && was.SavedBy == by.Name && was.seq < by.Seq
		if was.Version != base && !(own && was.SavedFrom <= base && base < was.Version) {
			saved = was
			return ErrStale
		}
		if own {
			saved.SavedFrom = was.SavedFrom
		}
		saved.Version = was.Version + 1
		return s.put(ctx, tx, saved, doc)
	})
	return saved, err
}

// put writes a new version of a project.
func (s *Store) put(ctx context.Context, tx *sql.Tx, p Saved, doc []byte) error {
	if _, err := tx.ExecContext(ctx, `UPDATE projects SET version = ?, document = ?, updated_at = ?, saved_by = ?, saved_seq = ?, saved_from = ?
		WHERE id = ?`, p.Version, string(doc), p.Updated, p.SavedBy, p.seq, p.SavedFrom, p.ID); err != nil {
		return err
	}
	return revise(ctx, tx, p, doc)
}

func revise(ctx context.Context, tx *sql.Tx, p Saved, doc []byte) error {
	if _, err := tx.ExecContext(ctx, `INSERT INTO revisions (project_id, version, saved_at, document) VALUES (?, ?, ?, ?)`, p.ID, p.Version,
		p.Updated, string(doc)); err != nil {
		return err
	}
	_, err := tx.ExecContext(ctx, `DELETE FROM revisions WHERE project_id = ? AND version <= ?`, p.ID, p.Version-kept)
	return err
}

// Delete hides a project until it is restored, or returns ErrNotFound.
func (s *Store) Delete(ctx context.Context, id string) error {
	return s.mark(ctx, `UPDATE projects SET deleted_at = ? WHERE id = ? AND deleted_at IS NULL`, s.stamp(), id)
}

// Restore undoes Delete, or returns ErrNotFound.
func (s *Store) Restore(ctx context.Context, id string) error {
	return s.mark(ctx, `UPDATE projects SET deleted_at = NULL WHERE id = ? AND deleted_at IS NOT NULL`, id)
}

func (s *Store) mark(ctx context.Context, stmt string, args ...any) error {
	return s.write(ctx, func(tx *sql.Tx) error {
		r, err := tx.ExecContext(ctx, stmt, args...)
		if err != nil {
			return err
		}
		if n, err := r.RowsAffected(); err != nil || n == 0 {
			return errors.Join(err, ErrNotFound)
		}
		return nil
	})
}

// Revisions lists the kept states of a project, newest first.
func (s *Store) Revisions(ctx context.Context, id string) ([]Revision, error) {
	if _, err := s.Get(ctx, id); err != nil {
		return nil, err
	}
	rows, err := s.db.QueryContext(ctx, `SELECT version, saved_at, CASE WHEN json_valid(document) THEN coalesce(json_extract(document, '$.name'), '') ELSE '' END
		FROM revisions WHERE project_id = ? ORDER BY version DESC`, id)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []Revision{}
	for rows.Next() {
		var r Revision
		if err := rows.Scan(&r.Version, &r.SavedAt, &r.Name); err != nil {
			return nil, err
		}
		out = append(out, r)
	}
	return out, rows.Err()
}

// Revision returns a project as it stood at a version, or ErrNotFound.
func (s *Store) Revision(ctx context.Context, id string, version int) (Saved, error) {
	return readable(read(s.db.QueryRowContext(ctx, `SELECT r.project_id, r.version, r.saved_at, r.document FROM revisions r
		JOIN projects p ON p.id = r.project_id WHERE r.project_id = ? AND r.version = ? AND p.deleted_at IS NULL`, id, version)))
}
