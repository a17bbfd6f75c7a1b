package store

import (
	"errors"
	"path/filepath"
	"testing"
	"time"

	"aguante/core/design"
)

// SetNow sets the clock of a store.
func SetNow(s *Store, now time.Time) { s.now = func() time.Time { return now } }

// Exec does something to a store behind its back.
func Exec(t *testing.T, s *Store, stmt string) {
	t.Helper()
	if _, err := s.db.Exec(stmt); err != nil {
		t.Fatal(err)
	}
}

// What is acknowledged has been synced: the connections that write say so.
func TestTransactionsAreSynced(t *testing.T) {
	s, err := Open(t.Context(), filepath.Join(t.TempDir(), "a.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	for range 3 {
		conn, err := s.db.Conn(t.Context())
		if err != nil {
			t.Fatal(err)
		}
		defer conn.Close()
		var mode string
		var sync int
		err = errors.Join(conn.QueryRowContext(t.Context(), `PRAGMA journal_mode`).Scan(&mode), conn.QueryRowContext(t.Context(), `PRAGMA synchronous`).Scan(&sync))
		if err != nil || mode != "wal" || sync != 2 {
			t.Errorf("%s %d %v", mode, sync, err)
		}
	}
}

// A full disk says so, and takes nothing away.
func TestAFullDisk(t *testing.T) {
	s, err := Open(t.Context(), filepath.Join(t.TempDir(), "a.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	s.db.SetMaxOpenConns(1)
	made, err := s.Create(t.Context(), &design.Project{Name: "one"})
	if err != nil {
		t.Fatal(err)
	}
	Exec(t, s, `PRAGMA max_page_count = 30`)
	for err == nil {
		_, err = s.Create(t.Context(), &design.Project{Name: "more"})
	}
	if !errors.Is(err, ErrNoRoom) {
		t.Errorf("%v", err)
	}
	if got, err := s.Get(t.Context(), made.ID); err != nil || got.Document.Name != "one" {
		t.Errorf("%+v %v", got, err)
	}
}
