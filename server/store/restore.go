package store

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"time"
)

// Change is what taking a backup in would do to one wall.
type Change struct {
	Name  string `json:"name"`
	Is    string `json:"is"`    // "new", "changed", "gone" or "same"
	Here  string `json:"here"`  // when it was last changed here
	There string `json:"there"` // and in the backup
}

// Holds is how much there is in a store.
type Holds struct {
	Walls    int `json:"walls"`
	Entries  int `json:"entries"`
	Pictures int `json:"pictures"`
	Own      int `json:"own"`
}

// Preview is what taking a backup in would change.
type Preview struct {
	Walls []Change `json:"walls"`
	Here  Holds    `json:"here"`
	There Holds    `json:"there"`
}

// tables are all that are taken in, those first that others refer to.
var tables = []string{"projects", "revisions", "own", "snapshots", "journal", "pictures", "plans", "shop"}

// incoming opens a copy of a backup, brought up to date; close lets go of it.
func incoming(ctx context.Context, file, beside string) (in *Store, done func(), err error) {
	dir, err := os.MkdirTemp(filepath.Dir(beside), ".incoming-")
	if err != nil {
		return nil, nil, plain(err)
	}
	done = func() { _ = os.RemoveAll(dir) }
	path := filepath.Join(dir, "in.db")
	if fresh, err := kindOf(file); err != nil || fresh {
		done()
		return nil, nil, &Refusal{Path: file, Why: cmp.Or(err, ErrDamaged)}
	}
	if err = copied(file, path); err == nil {
		in, err = opened(ctx, path)
	}
	if err != nil {
		done()
		return nil, nil, &Refusal{Path: file, Why: plain(err)}
	}
	return in, done, nil
}

// copied copies a file, however large.
func copied(from, to string) error {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer in.Close()
	out, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	return errors.Join(err, out.Sync(), out.Close())
}

// Compare says what taking a backup in would change.
func (s *Store) Compare(ctx context.Context, file string) (Preview, error) {
	in, done, err := incoming(ctx, file, s.path)
	if err != nil {
		return Preview{}, err
	}
	defer done()
	p, err := compare(ctx, s, in)
	return p, errors.Join(err, in.Close())
}

func compare(ctx context.Context, here, there *Store) (p Preview, err error) {
	mine, err := here.List(ctx)
	theirs, err2 := there.List(ctx)
	if err = errors.Join(err, err2); err != nil {
		return p, err
	}
	p.Walls = []Change{}
	for _, t := range theirs {
		c := Change{Name: t.Name(), Is: "new", There: t.Updated}
		if k := slices.IndexFunc(mine, func(m Saved) bool { return m.ID == t.ID }); k >= 0 {
			c.Is, c.Here = "changed", mine[k].Updated
			if mine[k].Version == t.Version && mine[k].Updated == t.Updated {
				c.Is = "same"
			}
		}
		p.Walls = append(p.Walls, c)
	}
	for _, m := range mine {
		if !slices.ContainsFunc(theirs, func(t Saved) bool { return t.ID == m.ID }) {
			p.Walls = append(p.Walls, Change{Name: m.Name(), Is: "gone", Here: m.Updated})
		}
	}
	p.Here, err = here.holds(ctx)
	p.There, err2 = there.holds(ctx)
	return p, errors.Join(err, err2)
}

func (s *Store) holds(ctx context.Context) (h Holds, err error) {
	err = s.db.QueryRowContext(ctx, `SELECT (SELECT count(*) FROM projects WHERE deleted_at IS NULL), (SELECT count(*) FROM journal),
		(SELECT count(*) FROM pictures), (SELECT count(*) FROM own)`).Scan(&h.Walls, &h.Entries, &h.Pictures, &h.Own)
	return h, err
}

// TakeIn replaces all of the store by a backup, after making a copy of what is there. A wall that
// is in both gets a version of its own, so that no page takes it for what it had.
func (s *Store) TakeIn(ctx context.Context, file string) error {
	in, done, err := incoming(ctx, file, s.path)
	if err != nil {
		return err
	}
	defer done()
	if err := in.Close(); err != nil {
		return err
	}
	before := filepath.Join(copiesOf(s.path), "before-restore-"+s.now().Format("2006-01-02-150405.000")+".db")
	if err := s.Backup(ctx, before); err != nil {
		return plain(err)
	}
	return plain(s.replaceBy(ctx, in.path))
}

// replaceBy replaces all tables by those of another store, at once.
func (s *Store) replaceBy(ctx context.Context, other string) error {
	conn, err := s.db.Conn(ctx)
	if err != nil {
		return err
	}
	defer conn.Close()
	if _, err := conn.ExecContext(ctx, `ATTACH DATABASE ? AS theirs`, other); err != nil {
		return err
	}
	tx, err := conn.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	do := func(stmt string, args ...any) {
		if err == nil {
			_, err = tx.ExecContext(ctx, stmt, args...)
		}
	}
	do(`PRAGMA defer_foreign_keys = ON`)
	for _, t := range []string{"projects", "plans", "shop"} {
		do(`CREATE TEMP TABLE was_` + t + ` AS SELECT * FROM main.` + t)
	}
	for _, t := range slices.Backward(tables) {
		do(`DELETE FROM main.` + t)
	}
	for _, t := range tables {
		do(`INSERT INTO main.` + t + ` SELECT * FROM theirs.` + t)
	}
	do(`UPDATE main.projects AS p SET version = max(p.version, was.version) + 1, updated_at = ?, saved_by = ''
		FROM was_projects was WHERE was.id = p.id`, s.stamp())
	do(`INSERT INTO main.revisions (project_id, version, saved_at, document) SELECT p.id, p.version, p.updated_at, p.document
		FROM main.projects p JOIN was_projects was ON was.id = p.id`)
	do(`UPDATE main.plans AS p SET version = max(p.version, was.version) + 1 FROM was_plans was WHERE was.project_id = p.project_id`)
	do(`UPDATE main.shop AS s SET version = max(s.version, was.version) + 1 FROM was_shop was`)
	for _, t := range []string{"projects", "plans", "shop"} {
		do(`DROP TABLE was_` + t)
	}
	if err != nil {
		err = errors.Join(err, tx.Rollback())
	} else {
		err = tx.Commit()
	}
	_, gone := conn.ExecContext(ctx, `DETACH DATABASE theirs`)
	return errors.Join(err, gone)
}

// Instead puts a backup in the place of a store that does not open, which is set aside under
// another name, that it returns.
func Instead(ctx context.Context, path, file string) (aside string, err error) {
	in, done, err := incoming(ctx, file, path)
	if err != nil {
		return "", err
	}
	defer done()
	if err := in.Close(); err != nil {
		return "", err
	}
	l, err := lockOf(path)
	if err != nil {
		return "", err
	}
	defer func() { err = errors.Join(err, l.remove()) }()
	aside = fmt.Sprintf("%s.set-aside-%s", path, time.Now().Format("2006-01-02-150405"))
	for _, end := range []string{"", "-wal", "-shm"} {
		if e := os.Rename(path+end, aside+end); e != nil && !errors.Is(e, os.ErrNotExist) {
			return "", e
		}
	}
	if err := os.Rename(in.path, path); err != nil {
		return "", err
	}
	return aside, synced(filepath.Dir(path))
}
