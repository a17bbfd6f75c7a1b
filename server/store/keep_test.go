package store_test

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"aguante/core/journal"
	"aguante/server/store"
)

// stopped makes a store with walls of some names in it, and stops it.
func stopped(t *testing.T, names ...string) string {
	t.Helper()
	path := filepath.Join(t.TempDir(), "aguante.db")
	s, err := store.Open(t.Context(), path)
	for _, name := range names {
		if err == nil {
			_, err = s.Create(t.Context(), project(t, name))
		}
	}
	if err = errors.Join(err, s.Close()); err != nil {
		t.Fatal(err)
	}
	return path
}

// killed copies what of an open store is on the disk into a folder of its own, as a program leaves
// it that is killed.
func killed(t *testing.T, path string) string {
	t.Helper()
	dir := t.TempDir()
	if err := os.CopyFS(dir, os.DirFS(filepath.Dir(path))); err != nil {
		t.Fatal(err)
	}
	return filepath.Join(dir, filepath.Base(path))
}

func files(t *testing.T, path string) (names []string) {
	t.Helper()
	all, err := os.ReadDir(filepath.Dir(path))
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range all {
		info, err := e.Info()
		if err != nil || !e.IsDir() && info.Mode().Perm() != 0o600 {
			t.Errorf("%s: %v %v", e.Name(), info.Mode(), err)
		}
		names = append(names, e.Name())
	}
	return names
}

func names(t *testing.T, s *store.Store) string {
	t.Helper()
	all, err := s.List(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	var out []string
	for i := range all {
		out = append([]string{all[i].Name()}, out...)
	}
	return strings.Join(out, " ")
}

func TestAStoppedStoreIsOneFileForNobodyElse(t *testing.T) {
	path := filepath.Join(t.TempDir(), "aguante.db")
	s := open(t, path)
	if _, err := s.Create(t.Context(), project(t, "one")); err != nil {
		t.Fatal(err)
	}
	if got := files(t, path); len(got) < 3 {
		t.Errorf("open, there are %v", got)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	if got := files(t, path); len(got) != 1 {
		t.Errorf("stopped, there are %v", got)
	}
}

func TestAKilledStoreGoesOn(t *testing.T) {
	path := filepath.Join(t.TempDir(), "aguante.db")
	s := open(t, path)
	if _, err := s.Create(t.Context(), project(t, "one")); err != nil {
		t.Fatal(err)
	}
	if got := names(t, open(t, killed(t, path))); got != "one" {
		t.Errorf("after a kill there is %q", got)
	}
}

// Whatever is not a whole store of ours is not opened, and not touched; it is said what it is and
// how to go on.
func TestWhatIsNotOursIsLeftAlone(t *testing.T) {
	cut := func(keep int64) func(t *testing.T, path string) {
		return func(t *testing.T, path string) {
			if err := os.Truncate(path, keep); err != nil {
				t.Fatal(err)
			}
		}
	}
	exec := func(stmt string) func(t *testing.T, path string) {
		return func(t *testing.T, path string) {
			db, err := sql.Open("sqlite", path)
			if err == nil {
				_, err = db.Exec(stmt)
			}
			if err = errors.Join(err, db.Close()); err != nil {
				t.Fatal(err)
			}
		}
	}
	for name, c := range map[string]struct {
		harm func(t *testing.T, path string)
		want error
	}{
		"garbage": {func(t *testing.T, path string) {
			if err := os.WriteFile(path, []byte(strings.Repeat("honey ", 9000)), 0o600); err != nil {
				t.Fatal(err)
			}
		}, store.ErrDamaged},
		"cut off":      {cut(20000), store.ErrDamaged},
		"cut to a bit": {cut(7), store.ErrDamaged},
		"empty":        {cut(0), store.ErrDamaged},
		"overwritten": {func(t *testing.T, path string) {
			b, err := os.ReadFile(path)
			for i := 4096; err == nil && i < len(b); i++ {
				b[i] = 7
			}
			if err = errors.Join(err, os.WriteFile(path, b, 0o600)); err != nil {
				t.Fatal(err)
			}
		}, store.ErrDamaged},
		"gone": {func(t *testing.T, path string) {
			if err := os.Remove(path); err != nil {
				t.Fatal(err)
			}
		}, store.ErrGone},
		"of later":        {exec(`INSERT INTO goose_db_version (version_id, is_applied) VALUES (99, 1)`), store.ErrNewer},
		"of someone else": {exec(`PRAGMA application_id = 7`), store.ErrForeign},
	} {
		t.Run(name, func(t *testing.T) {
			path := stopped(t, "one")
			s := open(t, path)
			if err := errors.Join(s.Daily(t.Context()), s.Close()); err != nil {
				t.Fatal(err)
			}
			c.harm(t, path)
			before, _ := os.ReadFile(path)
			_, err := store.Open(t.Context(), path)
			var r *store.Refusal
			if !errors.Is(err, c.want) || !errors.As(err, &r) || len(r.Copies) != 1 || !strings.Contains(err.Error(), "aguante restore") {
				t.Fatalf("%v", err)
			}
			if after, _ := os.ReadFile(path); string(after) != string(before) {
				t.Error("the file was touched")
			}
			d, err := store.Diagnose(t.Context(), path)
			if err != nil || d.Well() || len(d.Copies) != 1 {
				t.Errorf("the doctor says %+v, %v", d, err)
			}
			aside, err := store.Instead(t.Context(), path, r.Copies[0].Path)
			if err != nil {
				t.Fatal(err)
			}
			if kept, _ := os.ReadFile(aside); string(kept) != string(before) {
				t.Error("what was there is not set aside as it was")
			}
			if got := names(t, open(t, path)); got != "one" {
				t.Errorf("restored, there is %q", got)
			}
		})
	}
}

func TestAStoreOfAnotherProgramIsNotTaken(t *testing.T) {
	path := filepath.Join(t.TempDir(), "aguante.db")
	db, err := sql.Open("sqlite", path)
	if err == nil {
		_, err = db.Exec(`CREATE TABLE bees (n INTEGER)`)
	}
	if err = errors.Join(err, db.Close()); err != nil {
		t.Fatal(err)
	}
	if _, err := store.Open(t.Context(), path); !errors.Is(err, store.ErrForeign) {
		t.Errorf("%v", err)
	}
}

// While a store is open its last edits are in the log beside it: where that has gone after a kill,
// it is said, and taken only when it is asked for.
func TestALogThatHasGoneIsMissed(t *testing.T) {
	path := filepath.Join(t.TempDir(), "aguante.db")
	s := open(t, path)
	if _, err := s.Create(t.Context(), project(t, "one")); err != nil {
		t.Fatal(err)
	}
	now := killed(t, path)
	if err := os.Remove(now + "-wal"); err != nil {
		t.Fatal(err)
	}
	for range 2 { // asking does not change it
		if _, err := store.Open(t.Context(), now); !errors.Is(err, store.ErrNoLog) {
			t.Fatalf("%v", err)
		}
		if err := store.BackupOf(t.Context(), now, now+".backup"); !errors.Is(err, store.ErrNoLog) {
			t.Errorf("backup: %v", err)
		}
	}
	d, err := store.Diagnose(t.Context(), now)
	if err != nil || d.Well() || !strings.Contains(d.NextStep("x"), "--accept") {
		t.Errorf("the doctor says %+v %q, %v", d, d.NextStep("x"), err)
	}
	if err := store.Accept(now); err != nil {
		t.Fatal(err)
	}
	open(t, now)
}

func TestTwoCannotHaveOneStore(t *testing.T) {
	path := filepath.Join(t.TempDir(), "aguante.db")
	s := open(t, path)
	if err := s.At("http://127.0.0.1:1"); err != nil {
		t.Fatal(err)
	}
	if _, err := store.Open(t.Context(), path); !errors.Is(err, store.ErrInUse) || !strings.Contains(err.Error(), "http://127.0.0.1:1") {
		t.Errorf("%v", err)
	}
	if _, err := s.Create(t.Context(), project(t, "one")); err != nil {
		t.Errorf("the first one: %v", err)
	}
}

func TestABackupIsMadeWhileEditsGoOn(t *testing.T) {
	path := filepath.Join(t.TempDir(), "aguante.db")
	s := open(t, path)
	made, err := s.Create(t.Context(), project(t, "one"))
	if err != nil {
		t.Fatal(err)
	}
	done := make(chan error, 1)
	go func() {
		var err error
		for v := 1; v < 40 && err == nil; v++ {
			_, err = s.Replace(context.WithoutCancel(t.Context()), made.ID, v, made.Document, store.Window{})
		}
		done <- err
	}()
	file := filepath.Join(t.TempDir(), "all.db")
	if err := store.BackupOf(t.Context(), path, file); err != nil {
		t.Fatal(err)
	}
	if err := <-done; err != nil {
		t.Errorf("edits beside it: %v", err)
	}
	if err := s.Backup(t.Context(), file); !errors.Is(err, fs.ErrExist) {
		t.Errorf("over a file: %v", err)
	}
	if got := names(t, open(t, file)); got != "one" {
		t.Errorf("in the backup there is %q", got)
	}
}

func TestABackupIsTakenInAfterItIsSaidWhatChanges(t *testing.T) {
	ctx, path := t.Context(), stopped(t, "same", "changed", "gone-there")
	file := filepath.Join(t.TempDir(), "all.db")
	other := stopped(t)
	s := open(t, path)
	all, err := s.List(ctx)
	if err = errors.Join(err, s.Delete(ctx, all[0].ID), s.Backup(ctx, file), s.Restore(ctx, all[0].ID)); err != nil {
		t.Fatal(err)
	}
	was := all[1] // "changed"
	for v := range 3 {
		if was, err = s.Replace(ctx, was.ID, was.Version, project(t, fmt.Sprint("changed-", v)), store.Window{}); err != nil {
			t.Fatal(err)
		}
	}
	p, err := s.Compare(ctx, file)
	got := map[string]string{}
	for _, w := range p.Walls {
		got[w.Name] = w.Is
	}
	if err != nil || len(got) != 3 || got["same"] != "same" || got["changed"] != "changed" || got["gone-there"] != "gone" || p.Here.Walls != 3 || p.There.Walls != 2 {
		t.Errorf("%+v %v", p, err)
	}
	if err := s.TakeIn(ctx, file); err != nil {
		t.Fatal(err)
	}
	if got := names(t, s); !strings.Contains(got, "same") || !strings.Contains(got, "changed") || strings.Contains(got, "changed-2") || strings.Contains(got, "gone-there") {
		t.Errorf("restored, there is %q", got)
	}
	if now, err := s.Replace(ctx, was.ID, was.Version, was.Document, store.Window{}); !errors.Is(err, store.ErrStale) {
		t.Errorf("a page that had version %d writes over %d: %v", was.Version, now.Version, err)
	}
	copies, err := store.Copies(path)
	if err != nil || len(copies) != 1 {
		t.Fatalf("%+v %v", copies, err)
	}
	if err := s.TakeIn(ctx, copies[0].Path); err != nil || !strings.Contains(names(t, s), "changed-2") {
		t.Errorf("and back: %q, %v", names(t, s), err)
	}
	for _, bad := range []string{other + "-none", filepath.Join("testdata", "..", "store.go")} {
		if _, err := s.Compare(ctx, bad); err == nil {
			t.Errorf("%s is taken for a backup", bad)
		}
	}
	if left, _ := filepath.Glob(filepath.Join(filepath.Dir(path), ".incoming*")); len(left) > 0 {
		t.Errorf("left behind: %v", left)
	}
}

func TestSevenDaysAreKept(t *testing.T) {
	path := stopped(t, "one")
	s := open(t, path)
	day := time.Date(2026, 11, 20, 9, 0, 0, 0, time.UTC)
	for range 10 {
		store.SetNow(s, day)
		for range 2 {
			if err := s.Daily(t.Context()); err != nil {
				t.Fatal(err)
			}
		}
		day = day.AddDate(0, 0, 1)
	}
	copies, err := store.Copies(path)
	if err != nil || len(copies) != 7 {
		t.Fatalf("%d copies, %v", len(copies), err)
	}
	for _, c := range copies {
		if name := filepath.Base(c.Path); name < "day-2026-11-23.db" || name > "day-2026-11-29.db" {
			t.Errorf("%s is kept", name)
		}
	}
}

// One document that cannot be read hides no other, and can be brought back to how it was.
func TestWhatCannotBeReadHidesNothing(t *testing.T) {
	ctx, path := t.Context(), stopped(t, "one", "two")
	s := open(t, path)
	all, _ := s.List(ctx)
	bad := all[0]
	if _, err := s.Append(ctx, all[1].ID, []journal.Entry{{ID: "a", Kind: journal.Remark, When: "2026-11-26T12:00:00Z", Text: "hung"}}, nil); err != nil {
		t.Fatal(err)
	}
	store.Exec(t, s, `UPDATE projects SET document = '{"name": 7' WHERE id = '`+bad.ID+`'`)
	store.Exec(t, s, `UPDATE journal SET document = 'x'`)
	now, err := s.List(ctx)
	if err != nil || len(now) != 2 || now[0].Unreadable == "" || now[1].Document == nil {
		t.Fatalf("%+v %v", now, err)
	}
	if _, err := s.Get(ctx, bad.ID); !errors.Is(err, store.ErrUnreadable) {
		t.Errorf("%v", err)
	}
	if e, err := s.Journal(ctx, all[1].ID, 0); err != nil || len(e) != 1 {
		t.Errorf("its journal: %+v %v", e, err)
	}
	if d, err := store.Diagnose(ctx, path); err != nil || d.Well() || d.Why != nil {
		t.Errorf("the doctor says %+v, %v", d, err)
	}
	if back, err := s.Mend(ctx, bad.ID); err != nil || back.Document == nil || back.Document.Name != bad.Document.Name || back.Version != bad.Version+1 {
		t.Errorf("mended: %+v %v", back, err)
	}
	if again, err := s.Mend(ctx, bad.ID); err != nil || again.Version != bad.Version+1 {
		t.Errorf("mended again: %+v %v", again, err)
	}
}

func TestAStoreFromBeforeTheMarkOpensWithACopyOfHowItWas(t *testing.T) {
	b, err := os.ReadFile("testdata/before-mark.sqlite")
	path := filepath.Join(t.TempDir(), "aguante.db")
	if err = errors.Join(err, os.WriteFile(path, b, 0o644)); err != nil {
		t.Fatal(err)
	}
	s := open(t, path)
	if got := names(t, s); got != "Frozen wall, later" {
		t.Errorf("there is %q", got)
	}
	copies, err := store.Copies(path)
	if err != nil || len(copies) != 1 || !strings.Contains(copies[0].Path, "before-upgrade-from-3") {
		t.Errorf("%+v %v", copies, err)
	}
	files(t, path)
}
