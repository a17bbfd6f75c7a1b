package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"aguante/core/design"
)

// Finding is one thing that was looked at in a store.
type Finding struct {
	Well bool
	Text string
}

// Diagnosis is how a store is.
type Diagnosis struct {
	Findings []Finding
	Copies   []Copy
	Why      error // that it does not open, if so
}

// Well tells whether there is nothing to do.
func (d *Diagnosis) Well() bool {
	for _, f := range d.Findings {
		if !f.Well {
			return false
		}
	}
	return true
}

func (d *Diagnosis) add(well bool, format string, args ...any) {
	d.Findings = append(d.Findings, Finding{well, fmt.Sprintf(format, args...)})
}

// Diagnose looks at all of a store and changes nothing of it.
func Diagnose(ctx context.Context, path string) (*Diagnosis, error) {
	d := &Diagnosis{}
	d.Copies, _ = Copies(path)
	fresh, err := kindOf(path)
	if fresh {
		d.add(true, "there is no store yet; the first start makes one")
		return d, nil
	}
	if err == nil {
		err = peek(path, func(db *sql.DB) error { return d.look(ctx, db) })
	}
	if err != nil {
		d.Why = plain(err)
		d.add(false, "%s", Plainly(d.Why))
	}
	return d, nil
}

// Plainly is what is wrong with a store in a person's words, without what the system said.
func Plainly(err error) string {
	for _, known := range []error{ErrForeign, ErrNewer, ErrNoLog, ErrGone, ErrReadOnly, ErrNoRoom, ErrDamaged} {
		if errors.Is(err, known) {
			return known.Error()
		}
	}
	return err.Error()
}

func (d *Diagnosis) look(ctx context.Context, db *sql.DB) error {
	if err := ours(ctx, db); err != nil {
		return err
	}
	var begun bool
	if err := db.QueryRowContext(ctx, `SELECT count(*) > 0 FROM sqlite_schema WHERE name = 'projects'`).Scan(&begun); err != nil {
		return err
	}
	if !begun {
		d.add(true, "it was stopped as it was made; the next start goes on")
		return nil
	}
	all, err := steps(db)
	if err != nil {
		return err
	}
	have, want, err := all.GetVersions(ctx)
	switch {
	case err != nil:
		return err
	case have > want:
		return ErrNewer
	case have < want:
		d.add(true, "it is from before this version; the next start brings it up to date, after making a copy")
	}
	said, err := check(ctx, db, "integrity_check(1)")
	if err != nil {
		return err
	}
	if said != "" {
		return fmt.Errorf("%w: %s", ErrDamaged, said)
	}
	d.add(true, "the database is whole")
	return d.documents(ctx, db)
}

// documents reads every wall.
func (d *Diagnosis) documents(ctx context.Context, db *sql.DB) error {
	rows, err := db.QueryContext(ctx, columns+` WHERE deleted_at IS NULL`)
	if err != nil {
		return err
	}
	defer rows.Close()
	n := 0
	for rows.Next() {
		p, err := read(rows)
		if err != nil {
			return err
		}
		n++
		if p.Unreadable != "" {
			d.add(false, "the wall %s cannot be read: %s. Home offers its last state that can be", p.ID, p.Unreadable)
		} else if bad := p.Document.Validate(); len(bad) > 0 {
			d.add(true, "in %q %s: %s; the bench says so too", p.Name(), bad[0].Path, bad[0].Message)
		}
	}
	d.add(true, "%d walls", n)
	var entries, own int
	err = db.QueryRowContext(ctx, `SELECT (SELECT count(*) FROM journal WHERE NOT json_valid(document)),
		(SELECT count(*) FROM own WHERE NOT json_valid(document))`).Scan(&entries, &own)
	if entries+own > 0 {
		d.add(false, "%d entries of journals and %d of your own things cannot be read; the others are there", entries, own)
	}
	return errors.Join(err, rows.Err())
}

// NextStep says how to go on, where it is not well; dir is the store's folder as it was given.
func (d *Diagnosis) NextStep(dir string) string {
	switch {
	case d.Well():
		return ""
	case errors.Is(d.Why, ErrNoLog):
		return fmt.Sprintf("Put the file back, or go on without the last edits:  aguante doctor --accept --data %q", dir)
	case d.Why == nil:
		return "Start the app: all else is there."
	case errors.Is(d.Why, ErrNewer), errors.Is(d.Why, ErrReadOnly), errors.Is(d.Why, ErrNoRoom):
		return ""
	case len(d.Copies) > 0:
		return fmt.Sprintf("Go on with the copy of %s:  aguante restore %q --data %q",
			d.Copies[0].Made.Format(time.DateOnly), d.Copies[0].Path, dir)
	}
	return "There is no copy. Put a backup of yours in its place with aguante restore, or move the file away and begin anew."
}

// Accept takes a store as it is, whose log has gone.
func Accept(path string) error {
	l, err := lockOf(path)
	if err != nil {
		return err
	}
	return l.remove()
}

// Mend brings a wall that cannot be read back to its last state that can be, as a new version.
func (s *Store) Mend(ctx context.Context, id string) (Saved, error) {
	var saved Saved
	err := s.write(ctx, func(tx *sql.Tx) error {
		was, err := now(ctx, tx, id)
		if err != nil || was.Unreadable == "" {
			saved = was
			return err
		}
		doc, err := lastReadable(ctx, tx, id)
		if err != nil {
			return err
		}
		saved = Saved{ID: id, Version: was.Version + 1, Updated: s.stamp()}
		if err := json.Unmarshal(doc, &saved.Document); err != nil {
			return err
		}
		return s.put(ctx, tx, saved, doc)
	})
	return saved, err
}

func lastReadable(ctx context.Context, tx *sql.Tx, id string) ([]byte, error) {
	rows, err := tx.QueryContext(ctx, `SELECT document FROM revisions WHERE project_id = ? ORDER BY version DESC`, id)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	for rows.Next() {
		var doc string
		if err := rows.Scan(&doc); err != nil {
			return nil, err
		}
		var p *design.Project
		if json.Unmarshal([]byte(doc), &p) == nil && p != nil {
			return []byte(doc), nil
		}
	}
	return nil, errors.Join(rows.Err(), ErrNotFound)
}
