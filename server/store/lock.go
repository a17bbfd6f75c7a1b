package store

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"strings"

	"github.com/gofrs/flock"
)

// lock is the file beside a store that whoever has it open holds. What it says outlives a
// program that is killed.
type lock struct {
	*flock.Flock
	was string // what the last one left behind, where it was killed
}

// What a lock says: its store is open, or is being closed.
const (
	open    = "open"
	closing = "closing"
)

// lockOf takes the lock of a store, or ErrInUse with what it says.
func lockOf(path string) (*lock, error) {
	for {
		l := &lock{Flock: flock.New(path+".lock", flock.SetPermissions(0o600))}
		got, err := l.TryLock()
		if err != nil {
			return nil, err
		}
		said, _ := os.ReadFile(l.Path())
		l.was = strings.TrimSpace(string(said))
		if !got {
			_, where, _ := strings.Cut(l.was, " ")
			if where == "" {
				where = "by another program"
			}
			return nil, errors.Join(l.Close(), fmt.Errorf("%w %s", ErrInUse, where))
		}
		mine, err := l.Stat()
		if now, e := os.Stat(l.Path()); err == nil && e == nil && os.SameFile(mine, now) {
			return l, nil
		}
		if err := l.Close(); err != nil { // the one who had it took it away meanwhile
			return nil, err
		}
	}
}

// say writes what is the case.
func (l *lock) say(what string) error { return os.WriteFile(l.Path(), []byte(what+"\n"), 0o600) }

// leave lets go of the lock with what it said before.
func (l *lock) leave() error {
	if l.was == "" {
		return l.remove()
	}
	return errors.Join(l.say(l.was), l.Close())
}

func (l *lock) remove() error { return errors.Join(os.Remove(l.Path()), l.Close()) }

// whole tells whether what a killed program left is all there: while a store is open its last
// edits are in the log beside it.
func (l *lock) whole(path string) error {
	if !strings.HasPrefix(l.was, open) {
		return nil
	}
	if _, err := os.Stat(path + "-wal"); !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	return ErrNoLog
}

// At tells others where the store is open.
func (s *Store) At(url string) error { return s.lock.say(open + " at " + url) }
