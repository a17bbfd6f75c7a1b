// Package store keeps projects and their revisions in SQLite.
package store

import (
	"context"
	"database/sql"
	"embed"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"time"

	"github.com/google/uuid"
	"github.com/pressly/goose/v3"
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

//go:embed migrations/*.sql
var migrations embed.FS

// Store is an open database.
type Store struct {
	db  *sql.DB
	now func() time.Time
}

// Open opens or makes the database file and brings its tables up to date.
func Open(ctx context.Context, path string) (*Store, error) {
	q := url.Values{"_txlock": {"immediate"}, "_pragma": {"busy_timeout(5000)", "journal_mode(WAL)", "foreign_keys(ON)",
		"synchronous(NORMAL)"}}
	db, err := sql.Open("sqlite", "file:"+(&url.URL{Path: path}).EscapedPath()+"?"+q.Encode())
	if err != nil {
		return nil, err
	}
	dir, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	m, err := goose.NewProvider(goose.DialectSQLite3, db, dir)
	if err == nil {
		_, err = m.Up(ctx)
	}
	if err != nil {
		return nil, errors.Join(fmt.Errorf("database %s: %w", path, err), db.Close())
	}
	return &Store{db: db, now: time.Now}, nil
}

// Close closes the database.
func (s *Store) Close() error { return s.db.Close() }

func (s *Store) stamp() string { return s.now().UTC().Format(time.RFC3339Nano) }

const columns = `SELECT id, version, updated_at, document FROM projects`

// Saved is a project as the store has it.
type Saved struct {
	ID       string          `json:"id"`
	Version  int             `json:"version"`
	Updated  string          `json:"updated"`
	Document *design.Project `json:"document"`
}

// Revision is one earlier state of a project.
type Revision struct {
	Version int    `json:"version"`
	SavedAt string `json:"saved_at"`
	Name    string `json:"name"`
}

func read(row interface{ Scan(...any) error }) (Saved, error) {
	var p Saved
	var doc string
	if err := row.Scan(&p.ID, &p.Version, &p.Updated, &doc); err != nil {
		if errors.Is(err, sql.ErrNoRows) {
			err = ErrNotFound
		}
		return p, err
	}
	return p, json.Unmarshal([]byte(doc), &p.Document)
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

// Get returns one project, or ErrNotFound.
func (s *Store) Get(ctx context.Context, id string) (Saved, error) {
	return read(s.db.QueryRowContext(ctx, columns+` WHERE id = ? AND deleted_at IS NULL`, id))
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

// Replace stores a project over version base. ErrStale, with what is stored,
// when that is no longer the newest.
func (s *Store) Replace(ctx context.Context, id string, base int, p *design.Project) (Saved, error) {
	doc, err := json.Marshal(p)
	if err != nil {
		return Saved{}, err
	}
	saved := Saved{ID: id, Version: base + 1, Updated: s.stamp(), Document: p}
	err = s.write(ctx, func(tx *sql.Tx) error {
		now, err := read(tx.QueryRowContext(ctx, columns+` WHERE id = ? AND deleted_at IS NULL`, id))
		if err != nil {
			return err
		}
		if now.Version != base {
			saved = now
			return ErrStale
		}
		if _, err := tx.ExecContext(ctx, `UPDATE projects SET version = ?, document = ?, updated_at = ? WHERE id = ?`, saved.Version,
			string(doc), saved.Updated, id); err != nil {
			return err
		}
		return revise(ctx, tx, saved, doc)
	})
	return saved, err
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
	rows, err := s.db.QueryContext(ctx, `SELECT version, saved_at, json_extract(document, '$.name') FROM revisions WHERE project_id = ? ORDER BY version DESC`, id)
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
	return read(s.db.QueryRowContext(ctx, `SELECT r.project_id, r.version, r.saved_at, r.document FROM revisions r JOIN projects p ON p.id = r.project_id
		WHERE r.project_id = ? AND r.version = ? AND p.deleted_at IS NULL`, id, version))
}

func (s *Store) write(ctx context.Context, work func(*sql.Tx) error) error {
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	if err := work(tx); err != nil {
		return errors.Join(err, tx.Rollback())
	}
	return tx.Commit()
}
