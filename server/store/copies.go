package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"
)

// days is for how many days a copy is kept.
const days = 7

// Copy is one file with all of a store in it.
type Copy struct {
	Path string
	Made time.Time
	Size int64
}

// copiesOf is the folder of a store's copies.
func copiesOf(path string) string { return strings.TrimSuffix(path, filepath.Ext(path)) + "-copies" }

// Copies lists the copies of a store, the newest first.
func Copies(path string) ([]Copy, error) {
	all, err := os.ReadDir(copiesOf(path))
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	}
	var out []Copy
	for _, e := range all {
		if info, err := e.Info(); err == nil && filepath.Ext(e.Name()) == ".db" {
			out = append(out, Copy{Path: filepath.Join(copiesOf(path), e.Name()), Made: info.ModTime(), Size: info.Size()})
		}
	}
	slices.SortFunc(out, func(a, b Copy) int { return b.Made.Compare(a.Made) })
	return out, err
}

// Copies lists the store's copies, the newest first.
func (s *Store) Copies() ([]Copy, error) { return Copies(s.path) }

// Backup writes all of the store into one new file while it is in use. fs.ErrExist where there is
// a file of that name.
func (s *Store) Backup(ctx context.Context, file string) error { return backup(ctx, s.db, file) }

// BackupOf is Backup of a store that may be open elsewhere, or closed.
func BackupOf(ctx context.Context, path, file string) error {
	return peek(path, func(db *sql.DB) error {
		if err := ours(ctx, db); err != nil {
			return err
		}
		return backup(ctx, db, file)
	})
}

// peek connects to a store that is there, as it is.
func peek(path string, do func(db *sql.DB) error) (err error) {
	if _, err := os.Stat(path); err != nil {
		return err
	}
	l, err := lockOf(path)
	way := "rw"
	switch {
	case err == nil: // whoever closes it last puts its log away
		if err := l.whole(path); err != nil {
			return errors.Join(err, l.leave())
		}
		defer func() {
			if err != nil { // what was wrong with it is so still
				err = errors.Join(err, l.leave())
				return
			}
			err = l.remove()
		}()
		if err := l.say(closing); err != nil {
			return err
		}
	case errors.Is(err, ErrInUse): // that it may be killed meanwhile must not make this one the last
		way = "ro"
	default:
		return err
	}
	db, err := connected(path, way)
	if err != nil {
		return err
	}
	return plain(errors.Join(do(db), db.Close()))
}

// backup writes a database into one new file, which is there whole or not at all.
func backup(ctx context.Context, db *sql.DB, file string) error {
	if _, err := os.Stat(file); err == nil {
		return fmt.Errorf("%s: %w", file, fs.ErrExist)
	}
	dir := filepath.Dir(file)
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return err
	}
	part := file + ".part"
	if err := os.Remove(part); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	f, err := os.OpenFile(part, os.O_CREATE|os.O_EXCL|os.O_RDWR, 0o600)
	if err != nil {
		return err
	}
	_, err = db.ExecContext(ctx, `VACUUM INTO ?`, part)
	if err = errors.Join(err, f.Sync(), f.Close()); err == nil {
		err = os.Rename(part, file)
	}
	if err != nil {
		return errors.Join(err, os.Remove(part))
	}
	return synced(dir)
}

// synced waits until a folder's names are on the disk.
func synced(dir string) error {
	d, err := os.Open(dir)
	if err != nil {
		return err
	}
	return errors.Join(d.Sync(), d.Close())
}

// Daily makes today's copy where there is none yet, and lets go of those of more than a week
// ago.
func (s *Store) Daily(ctx context.Context) error {
	dir, name := copiesOf(s.path), func(t time.Time) string { return "day-" + t.Format(time.DateOnly) + ".db" }
	if err := backup(ctx, s.db, filepath.Join(dir, name(s.now()))); err != nil && !errors.Is(err, fs.ErrExist) {
		return err
	}
	all, err := os.ReadDir(dir)
	if err != nil {
		return err
	}
	var made []string
	for _, e := range all {
		if strings.HasPrefix(e.Name(), "day-") && filepath.Ext(e.Name()) == ".db" {
			made = append(made, e.Name()) // in the order of their days
		}
	}
	for i := 0; i < len(made)-days; i++ {
		err = errors.Join(err, os.Remove(filepath.Join(dir, made[i])))
	}
	return err
}

// EveryDay makes the copies of the days until ctx ends, and tells what goes wrong.
func (s *Store) EveryDay(ctx context.Context, wrong func(error)) {
	tick := time.NewTicker(time.Hour)
	defer tick.Stop()
	for {
		if err := s.Daily(ctx); err != nil && ctx.Err() == nil {
			wrong(err)
		}
		select {
		case <-tick.C:
		case <-ctx.Done():
			return
		}
	}
}
