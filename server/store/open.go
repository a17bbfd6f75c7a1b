package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/pressly/goose/v3"
	"modernc.org/sqlite" // the database driver
	lib "modernc.org/sqlite/lib"
)

// Why a store does not open; compare with errors.Is. Nothing of it has been touched then.
var (
	ErrDamaged = errors.New("it is damaged")
	ErrForeign = errors.New("it is the store of some other program")
	ErrNewer   = errors.New("a newer version of this program has written it: start that one")
	ErrInUse   = errors.New("it is in use")
	ErrNoLog   = errors.New("the program was stopped short, and the file beside it with the last edits, its name ending in -wal, " +
		"has gone: put it back")
	ErrGone = errors.New("it has gone, and its copies are still there")
)

// Why a store cannot be written.
var (
	ErrNoRoom   = errors.New("the disk is full: nothing was saved; make room there")
	ErrReadOnly = errors.New("the folder of the store cannot be written to: nothing was saved")
)

// Refusal is why a store does not open, and what there is to go on with.
type Refusal struct {
	Path   string
	Why    error
	Copies []Copy
}

func (r *Refusal) Unwrap() error { return r.Why }

func (r *Refusal) Error() string {
	text := fmt.Sprintf("the store %s does not open: %v. Nothing of it has been touched.", r.Path, r.Why)
	if errors.Is(r.Why, ErrInUse) || errors.Is(r.Why, ErrReadOnly) || errors.Is(r.Why, ErrNoRoom) {
		return text
	}
	dir := filepath.Dir(r.Path)
	text += fmt.Sprintf("\nWhat is wrong, and what can be done:  aguante doctor --data %q", dir)
	if len(r.Copies) > 0 {
		text += fmt.Sprintf("\nThe newest copy is of %s. To go on with it:  aguante restore %q --data %q",
			r.Copies[0].Made.Format(time.DateOnly), r.Copies[0].Path, dir)
	}
	return text
}

//go:embed migrations/*.sql
var migrations embed.FS

// mark is the application id that our stores have from the fourth step on: "Agu1".
const mark = 0x41677531

// Open opens or makes the store and brings its tables up to date. A store that is not whole, not
// ours or from later is left as it is: the error is a Refusal then.
func Open(ctx context.Context, path string) (*Store, error) {
	s, err := opened(ctx, path)
	if err != nil {
		copies, _ := Copies(path)
		return nil, &Refusal{Path: path, Why: plain(err), Copies: copies}
	}
	return s, nil
}

func opened(ctx context.Context, path string) (*Store, error) {
	if err := os.MkdirAll(filepath.Dir(path), 0o700); err != nil {
		return nil, err
	}
	l, err := lockOf(path)
	if err != nil {
		return nil, err
	}
	s := &Store{now: time.Now, path: path, lock: l, turn: make(chan struct{}, 1)}
	if err = l.whole(path); err == nil {
		err = s.connect(ctx)
	}
	if err != nil {
		return nil, errors.Join(err, l.leave()) // as it was found
	}
	return s, l.say(open)
}

// connect connects to the file, looks whether it is one of ours, and brings it up to date.
func (s *Store) connect(ctx context.Context) error {
	fresh, err := kindOf(s.path)
	if err != nil {
		return err
	}
	if f, err := os.OpenFile(s.path, os.O_CREATE|os.O_RDWR, 0o600); err != nil { // the files beside it get its mode
		return err
	} else if err := errors.Join(f.Chmod(0o600), f.Close()); err != nil {
		return err
	}
	// Every transaction is on the disk before it is answered for: with a write-ahead log that
	// took a third of the time that a rollback journal took (docs/decisions.md).
	if s.db, err = connected(s.path, "rwc", "journal_mode(WAL)", "synchronous(FULL)"); err != nil {
		return err
	}
	if err = s.prepare(ctx, fresh); err != nil {
		err = errors.Join(err, s.db.Close())
	}
	return err
}

// connected is a connection in a mode of the database's, with pragmas of its own.
func connected(path, mode string, pragmas ...string) (*sql.DB, error) {
	q := url.Values{"mode": {mode}, "_txlock": {"immediate"},
		"_pragma": append([]string{"busy_timeout(5000)", "foreign_keys(ON)"}, pragmas...)}
	return sql.Open("sqlite", "file:"+(&url.URL{Path: path}).EscapedPath()+"?"+q.Encode())
}

// prepare sees whether what is connected is a whole store of ours, and upgrades it, a copy of what
// it was being made before.
func (s *Store) prepare(ctx context.Context, fresh bool) error {
	all, err := steps(s.db)
	if err != nil {
		return err
	}
	if !fresh {
		if err := ours(ctx, s.db); err != nil {
			return err
		}
		if said, err := check(ctx, s.db, "quick_check(1)"); err != nil {
			return err
		} else if said != "" {
			return fmt.Errorf("%w: %s", ErrDamaged, said)
		}
	}
	have, want, err := all.GetVersions(ctx)
	switch {
	case err != nil:
		return err
	case have > want:
		return ErrNewer
	case have < want && have > 0:
		name := filepath.Join(copiesOf(s.path), fmt.Sprintf("before-upgrade-from-%d.db", have))
		if err := backup(ctx, s.db, name); err != nil && !errors.Is(err, fs.ErrExist) {
			return err
		}
	}
	if _, err = all.Up(ctx); err != nil {
		return err
	}
	_, err = s.db.ExecContext(ctx, `PRAGMA wal_checkpoint(TRUNCATE)`) // what there was is in the file itself
	return err
}

func steps(db *sql.DB) (*goose.Provider, error) {
	dir, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectSQLite3, db, dir)
}

// kindOf looks at the file alone: whether it is not there yet, or no database.
func kindOf(path string) (fresh bool, err error) {
	f, err := os.Open(path)
	if errors.Is(err, fs.ErrNotExist) {
		if copies, _ := Copies(path); len(copies) > 0 {
			return false, ErrGone
		}
		return true, nil
	}
	if err != nil {
		return false, err
	}
	defer f.Close()
	head := make([]byte, 16)
	switch n, err := io.ReadFull(f, head); {
	case n == 0: // stopped as it was made, or cut off
		if copies, _ := Copies(path); len(copies) > 0 {
			return false, fmt.Errorf("%w: it is empty", ErrDamaged)
		}
		return true, nil
	case err != nil || string(head) != "SQLite format 3\x00":
		return false, fmt.Errorf("%w: it is no database", ErrDamaged)
	}
	return false, nil
}

// ours tells whether a database was written by this program, or by nobody yet.
func ours(ctx context.Context, db *sql.DB) error {
	var id, tables, known int
	err := db.QueryRowContext(ctx, `SELECT (SELECT application_id FROM pragma_application_id), count(*),
		count(*) FILTER (WHERE name IN ('projects', 'revisions', 'goose_db_version')) FROM sqlite_schema WHERE type = 'table'`).Scan(&id, &tables, &known)
	switch {
	case err != nil:
		return err
	case id != mark && (id != 0 || tables > 0 && known == 0):
		return ErrForeign
	}
	return nil
}

// check asks the database to look at itself, and returns the first thing that it finds.
func check(ctx context.Context, db *sql.DB, how string) (string, error) {
	var said string
	if err := db.QueryRowContext(ctx, "PRAGMA "+how).Scan(&said); err != nil {
		return "", err
	}
	if said == "ok" {
		said = ""
	}
	return said, nil
}

// plain says of an error of the database or the system what it means here.
func plain(err error) error {
	var of *sqlite.Error
	switch {
	case errors.Is(err, fs.ErrPermission), strings.Contains(fmt.Sprint(err), "read-only file system"):
		return errors.Join(ErrReadOnly, err)
	case !errors.As(err, &of):
		return err
	}
	switch of.Code() & 0xff {
	case lib.SQLITE_FULL:
		return errors.Join(ErrNoRoom, err)
	case lib.SQLITE_READONLY, lib.SQLITE_CANTOPEN, lib.SQLITE_PERM:
		return errors.Join(ErrReadOnly, err)
	case lib.SQLITE_CORRUPT, lib.SQLITE_NOTADB:
		return errors.Join(ErrDamaged, err)
	case lib.SQLITE_BUSY:
		return errors.Join(ErrInUse, err)
	}
	return err
}

// Close closes the database; the store is one file then.
func (s *Store) Close() error {
	if err := s.lock.say(closing); err != nil {
		return errors.Join(err, s.db.Close())
	}
	return errors.Join(s.db.Close(), s.lock.remove())
}

// write does work in a transaction. Those who write wait for one another in turn here: SQLite's own wait asks again now and
// then, and whoever asks at the wrong moments is starved until it gives up.
func (s *Store) write(ctx context.Context, work func(*sql.Tx) error) error {
	select {
	case s.turn <- struct{}{}:
		defer func() { <-s.turn }()
	case <-ctx.Done():
		return plain(ctx.Err())
	}
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return plain(err)
	}
	if err := work(tx); err != nil {
		return plain(errors.Join(err, tx.Rollback()))
	}
	return plain(tx.Commit())
}
