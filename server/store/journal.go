package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/base64"
	"encoding/json"
	"errors"
	"fmt"

	"aguante/core/design"
	"aguante/core/journal"
)

// MostEntries is how many entries one journal holds, and mostPictures how many pictures.
const (
	MostEntries  = 20_000
	mostPictures = 500
)

// ErrEntry: an entry cannot be added as it is.
var ErrEntry = errors.New("this entry cannot be added")

// hashOf names bytes by what they say.
func hashOf(b []byte) string {
	sum := sha256.Sum256(b)
	return base64.RawURLEncoding.EncodeToString(sum[:])
}

// Journal returns the entries of a wall after a place in their order, or ErrNotFound.
func (s *Store) Journal(ctx context.Context, id string, after int) ([]journal.Entry, error) {
	if _, err := s.Get(ctx, id); err != nil {
		return nil, err
	}
	return entries(ctx, s.db, id, after)
}

type queries interface {
	QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error)
}

func entries(ctx context.Context, q queries, id string, after int) ([]journal.Entry, error) {
	rows, err := q.QueryContext(ctx, `SELECT seq, document FROM journal WHERE project_id = ? AND seq > ? ORDER BY seq`, id, after)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []journal.Entry{}
	for rows.Next() {
		var seq int
		var doc string
		if err := rows.Scan(&seq, &doc); err != nil {
			return nil, err
		}
		var e journal.Entry
		if err := json.Unmarshal([]byte(doc), &e); err != nil { // it does not hide the others
			e = journal.Entry{ID: fmt.Sprintf("unreadable-%d", seq), Kind: journal.Remark, Text: "this entry cannot be read"}
		}
		e.Seq = seq
		out = append(out, e)
	}
	return out, rows.Err()
}

// Append adds entries to a wall's journal, in the order in which they come, and returns
// those that are new to it. Entries that are there already are passed by. The design that
// they were written under is kept with them; without one they name the stored one.
// ErrEntry where one cannot be added: then none is.
func (s *Store) Append(ctx context.Context, id string, come []journal.Entry, under *design.Project) ([]journal.Entry, error) {
	var added []journal.Entry
	err := s.write(ctx, func(tx *sql.Tx) error {
		was, err := now(ctx, tx, id)
		if err != nil {
			return err
		}
		if under == nil {
			under = was.Document
		}
		have, err := entries(ctx, tx, id, 0)
		if err != nil {
			return err
		}
		if added, err = journal.Add(have, come); err != nil {
			return fmt.Errorf("%w: %w", ErrEntry, err)
		}
		if len(have)+len(added) > MostEntries {
			return fmt.Errorf("%w: a journal holds %d entries", ErrEntry, MostEntries)
		}
		snapshot, err := snap(ctx, tx, under)
		if err != nil {
			return err
		}
		for i := range added {
			e := &added[i]
			if err := pictured(ctx, tx, id, e); err != nil {
				return err
			}
			e.Seq, e.At, e.Design = len(have)+i+1, s.stamp(), snapshot
			if err := insert(ctx, tx, id, *e); err != nil {
				return err
			}
		}
		return nil
	})
	return added, err
}

func insert(ctx context.Context, tx *sql.Tx, id string, e journal.Entry) error {
	doc, err := json.Marshal(e)
	if err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, `INSERT INTO journal (project_id, seq, id, snapshot, document) VALUES (?, ?, ?, NULLIF(?, ''), ?)`, id, e.Seq,
		e.ID, e.Design, string(doc))
	return err
}

// snap keeps a design by its content.
func snap(ctx context.Context, tx *sql.Tx, p *design.Project) (string, error) {
	doc, err := json.Marshal(p)
	if err != nil {
		return "", err
	}
	hash := hashOf(doc)
	_, err = tx.ExecContext(ctx, `INSERT INTO snapshots (hash, document) VALUES (?, ?) ON CONFLICT DO NOTHING`, hash, string(doc))
	return hash, err
}

// pictured tells whether the pictures of an entry are there.
func pictured(ctx context.Context, tx *sql.Tx, id string, e *journal.Entry) error {
	for _, hash := range e.Pictures {
		var n int
		if err := tx.QueryRowContext(ctx, `SELECT count(*) FROM pictures WHERE project_id = ? AND hash = ?`, id, hash).Scan(&n); err != nil {
			return err
		}
		if n == 0 {
			return fmt.Errorf("%w: entry %q shows picture %q, which is not here: send it first", ErrEntry, e.ID, hash)
		}
	}
	return nil
}

// Snapshot returns the design that an entry of a wall names, or ErrNotFound.
func (s *Store) Snapshot(ctx context.Context, id, hash string) (*design.Project, error) {
	var doc string
	err := s.db.QueryRowContext(ctx, `SELECT s.document FROM snapshots s JOIN journal j ON j.snapshot = s.hash
		JOIN projects p ON p.id = j.project_id WHERE j.project_id = ? AND s.hash = ? AND p.deleted_at IS NULL LIMIT 1`, id, hash).Scan(&doc)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, ErrNotFound
	}
	if err != nil {
		return nil, err
	}
	var p design.Project
	return &p, json.Unmarshal([]byte(doc), &p)
}

// Picture is one of a wall's pictures, by what is in it.
type Picture struct {
	Hash  string `json:"hash"`
	Type  string `json:"type"`
	Bytes []byte `json:"-"`
}

// AddPicture keeps a picture of a wall, once.
func (s *Store) AddPicture(ctx context.Context, id, kind string, b []byte) (Picture, error) {
	p := Picture{Hash: hashOf(b), Type: kind, Bytes: b}
	return p, s.write(ctx, func(tx *sql.Tx) error {
		if _, err := now(ctx, tx, id); err != nil {
			return err
		}
		var n int
		if err := tx.QueryRowContext(ctx, `SELECT count(*) FROM pictures WHERE project_id = ?`, id).Scan(&n); err != nil {
			return err
		}
		if n >= mostPictures {
			return fmt.Errorf("%w: a wall keeps %d pictures", ErrEntry, mostPictures)
		}
		return putPicture(ctx, tx, id, p)
	})
}

func putPicture(ctx context.Context, tx *sql.Tx, id string, p Picture) error {
	_, err := tx.ExecContext(ctx, `INSERT INTO pictures (project_id, hash, type, bytes) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING`, id, p.Hash,
		p.Type, p.Bytes)
	return err
}

// Pictures returns all pictures of a wall.
func (s *Store) Pictures(ctx context.Context, id string) ([]Picture, error) {
	rows, err := s.db.QueryContext(ctx, `SELECT hash, type, bytes FROM pictures WHERE project_id = ? ORDER BY hash`, id)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Picture
	for rows.Next() {
		var p Picture
		if err := rows.Scan(&p.Hash, &p.Type, &p.Bytes); err != nil {
			return nil, err
		}
		out = append(out, p)
	}
	return out, rows.Err()
}

// Picture returns one of a wall's pictures, or ErrNotFound.
func (s *Store) Picture(ctx context.Context, id, hash string) (Picture, error) {
	p := Picture{Hash: hash}
	err := s.db.QueryRowContext(ctx, `SELECT q.type, q.bytes FROM pictures q JOIN projects p ON p.id = q.project_id
		WHERE q.project_id = ? AND q.hash = ? AND p.deleted_at IS NULL`, id, hash).Scan(&p.Type, &p.Bytes)
	if errors.Is(err, sql.ErrNoRows) {
		err = ErrNotFound
	}
	return p, err
}

// Archive is a wall with all that has happened to it.
type Archive struct {
	Design   *design.Project
	Journal  []journal.Entry
	Designs  map[string]*design.Project // that the entries name
	Pictures []Picture
}

// Archived gathers a wall with all that has happened to it.
func (s *Store) Archived(ctx context.Context, id string) (*Archive, error) {
	saved, err := s.Get(ctx, id)
	if err != nil {
		return nil, err
	}
	a := &Archive{Design: saved.Document, Designs: map[string]*design.Project{}}
	if a.Journal, err = s.Journal(ctx, id, 0); err != nil {
		return nil, err
	}
	for _, e := range a.Journal {
		if a.Designs[e.Design] == nil && e.Design != "" {
			if a.Designs[e.Design], err = s.Snapshot(ctx, id, e.Design); err != nil {
				return nil, err
			}
		}
	}
	a.Pictures, err = s.Pictures(ctx, id)
	return a, err
}

// Merge takes what an archive knows of the same wall into its journal: entries that are here are passed by, the others are put
// in behind, with the designs that they were written under and their pictures. None is taken where one says something else
// under an id that is here: that is ErrEntry.
func (s *Store) Merge(ctx context.Context, id string, a *Archive) (added int, err error) {
	return added, s.write(ctx, func(tx *sql.Tx) error {
		if _, err := now(ctx, tx, id); err != nil {
			return err
		}
		have, err := entries(ctx, tx, id, 0)
		if err != nil {
			return err
		}
		fresh, err := journal.Add(have, a.Journal)
		if err != nil {
			return fmt.Errorf("%w: %w", ErrEntry, err)
		}
		if len(have)+len(fresh) > MostEntries {
			return fmt.Errorf("%w: a journal holds %d entries", ErrEntry, MostEntries)
		}
		for _, p := range a.Pictures {
			if err := putPicture(ctx, tx, id, p); err != nil {
				return err
			}
		}
		added = len(fresh)
		return putEntries(ctx, tx, id, len(have), fresh, a.Designs)
	})
}

// putEntries puts entries behind so many others, with the designs that they name.
func putEntries(ctx context.Context, tx *sql.Tx, id string, behind int, all []journal.Entry, designs map[string]*design.Project) error {
	for i, e := range all {
		e.Seq = behind + i + 1
		under := designs[e.Design]
		e.Design = ""
		if under != nil {
			var err error
			if e.Design, err = snap(ctx, tx, under); err != nil {
				return err
			}
		}
		if err := pictured(ctx, tx, id, &e); err != nil {
			return err
		}
		if err := insert(ctx, tx, id, e); err != nil {
			return err
		}
	}
	return nil
}

// CreateFrom stores a wall that was saved with all that had happened to it: its entries keep
// their order and their times.
func (s *Store) CreateFrom(ctx context.Context, a *Archive) (Saved, error) {
	saved, err := s.Create(ctx, a.Design)
	if err != nil || len(a.Journal)+len(a.Pictures) == 0 {
		return saved, err
	}
	return saved, s.write(ctx, func(tx *sql.Tx) error {
		for _, p := range a.Pictures {
			if err := putPicture(ctx, tx, saved.ID, p); err != nil {
				return err
			}
		}
		return putEntries(ctx, tx, saved.ID, 0, a.Journal, a.Designs)
	})
}
