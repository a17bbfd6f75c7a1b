package store_test

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"sync"
	"testing"

	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/load"
	"aguante/server/projectfile"
	"aguante/server/store"
)

func project(t *testing.T, name string) *design.Project {
	t.Helper()
	b, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	p, err := projectfile.Read(b)
	if err != nil {
		t.Fatal(err)
	}
	p.Name = name
	return p
}

func open(t *testing.T, path string) *store.Store {
	t.Helper()
	s, err := store.Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

func TestProjectsAreKeptWithTheirVersions(t *testing.T) {
	ctx := context.Background()
	path := filepath.Join(t.TempDir(), "with space & sign.db")
	s := open(t, path)
	made, err := s.Create(ctx, project(t, "one"))
	if err != nil || made.Version != 1 {
		t.Fatalf("%+v, %v", made, err)
	}
	second, err := s.Replace(ctx, made.ID, 1, project(t, "two"), store.Window{})
	if err != nil || second.Version != 2 {
		t.Fatalf("%+v, %v", second, err)
	}
	if now, err := s.Replace(ctx, made.ID, 1, project(t, "stale"), store.Window{}); !errors.Is(err, store.ErrStale) || now.Version != 2 {
		t.Errorf("a stale save: %v, version %d", err, now.Version)
	}
	s.Close()
	again := open(t, path)
	got, err := again.Get(ctx, made.ID)
	if err != nil || got.Document.Name != "two" || got.Version != 2 {
		t.Errorf("after reopening: %+v, %v", got, err)
	}
	revs, err := again.Revisions(ctx, made.ID)
	if err != nil || len(revs) != 2 || revs[0].Version != 2 || revs[1].Name != "one" {
		t.Errorf("revisions %+v, %v", revs, err)
	}
	if old, err := again.Revision(ctx, made.ID, 1); err != nil || old.Document.Name != "one" {
		t.Errorf("revision 1: %+v, %v", old, err)
	}
}

func TestDeleteCanBeUndone(t *testing.T) {
	ctx := context.Background()
	s := open(t, filepath.Join(t.TempDir(), "a.db"))
	p, err := s.Create(ctx, project(t, "one"))
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Delete(ctx, p.ID); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Get(ctx, p.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("deleted, but got: %v", err)
	}
	if _, err := s.Replace(ctx, p.ID, 1, project(t, "x"), store.Window{}); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("deleted, but replaced: %v", err)
	}
	if all, _ := s.List(ctx); len(all) != 0 {
		t.Errorf("listed: %v", all)
	}
	if err := s.Delete(ctx, p.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("deleted twice: %v", err)
	}
	if err := s.Restore(ctx, p.ID); err != nil {
		t.Fatal(err)
	}
	if err := s.Restore(ctx, p.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("restored twice: %v", err)
	}
	if all, _ := s.List(ctx); len(all) != 1 || all[0].Document.Name != "one" {
		t.Errorf("after restoring: %v", all)
	}
}

// TestOneOfManyWritersWins: of saves over the same version exactly one lands.
func TestOneOfManyWritersWins(t *testing.T) {
	ctx := context.Background()
	s := open(t, filepath.Join(t.TempDir(), "a.db"))
	p, err := s.Create(ctx, project(t, "one"))
	if err != nil {
		t.Fatal(err)
	}
	var wg sync.WaitGroup
	results := make([]error, 12)
	for i := range results {
		doc := project(t, "writer")
		wg.Go(func() { _, results[i] = s.Replace(ctx, p.ID, 1, doc, store.Window{}) })
	}
	wg.Wait()
	won := 0
	for _, err := range results {
		if err == nil {
			won++
		} else if !errors.Is(err, store.ErrStale) {
			t.Errorf("lost with %v", err)
		}
	}
	if won != 1 {
		t.Errorf("%d of 12 saves landed", won)
	}
}

func TestOpenSaysWhyItCannot(t *testing.T) {
	file := filepath.Join(t.TempDir(), "not-a-database")
	if err := os.WriteFile(file, []byte("this is no database at all, it is a letter"), 0o600); err != nil {
		t.Fatal(err)
	}
	if s, err := store.Open(context.Background(), file); err == nil {
		s.Close()
		t.Error("a letter was opened as a database")
	}
}

func TestADrawerHoldsSoManyAndNoMore(t *testing.T) {
	ctx := context.Background()
	s := open(t, filepath.Join(t.TempDir(), "a.db"))
	for i := range store.Most {
		if err := s.Keep(ctx, store.OwnContents, fmt.Sprint(i), i); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.Keep(ctx, store.OwnContents, "one more", 1); !errors.Is(err, store.ErrFull) {
		t.Errorf("one more: %v", err)
	}
	if err := s.Keep(ctx, store.OwnContents, "0", 1000); err != nil {
		t.Errorf("over one that is there: %v", err)
	}
	all, err := store.Kept[int](ctx, s, store.OwnContents)
	if err != nil || len(all) != store.Most || all[store.Most-1] != 1000 {
		t.Errorf("%d of them, the last %v, %v", len(all), all[len(all)-1], err)
	}
	if err := s.Forget(ctx, store.OwnContents, "7"); err != nil {
		t.Error(err)
	}
	if err := s.Forget(ctx, store.OwnContents, "7"); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("forgotten twice: %v", err)
	}
}

// A store as it was before there were journals opens: its walls, their earlier states and its
// person's own contents are there, and it takes what is new.
func TestAStoreFromBeforeTheJournalOpens(t *testing.T) {
	b, err := os.ReadFile("testdata/before-journal.sqlite")
	if err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(t.TempDir(), "old.db")
	if err := os.WriteFile(path, b, 0o600); err != nil {
		t.Fatal(err)
	}
	ctx, s := t.Context(), open(t, path)
	all, err := s.List(ctx)
	if err != nil || len(all) != 1 || all[0].Document.Name != "kept from before" || all[0].Version != 2 {
		t.Fatalf("%+v, %v", all, err)
	}
	if was, err := s.Revisions(ctx, all[0].ID); err != nil || len(was) == 0 {
		t.Errorf("its earlier states: %+v, %v", was, err)
	}
	own, err := store.Kept[load.Row](ctx, s, store.OwnContents)
	if err != nil || len(own) != 1 || own[0].Name != "Own jars" {
		t.Errorf("own contents: %+v, %v", own, err)
	}
	e := journal.Entry{ID: "first", Kind: journal.Tick, When: "2026-11-26T12:00:00Z", Text: "done"}
	if now, err := s.Append(ctx, all[0].ID, []journal.Entry{e}, all[0].Document); err != nil || len(now) != 1 || now[0].Seq != 1 {
		t.Errorf("its first entry: %+v, %v", now, err)
	}
}

// A window whose replies were lost goes on from its own saves, however many; not over another's.
func TestOwnSavesAfterLostReplies(t *testing.T) {
	ctx := t.Context()
	s := open(t, filepath.Join(t.TempDir(), "a.db"))
	p, err := s.Create(ctx, project(t, "one"))
	if err != nil {
		t.Fatal(err)
	}
	for i := range 3 { // each with the version that it had before its replies were lost
		if p, err = s.Replace(ctx, p.ID, 1, project(t, "mine"), store.Window{Name: "a", Seq: int64(1 + i)}); err != nil || p.Version != 2+i {
			t.Fatalf("%d: version %d, %v", i, p.Version, err)
		}
	}
	if _, err := s.Replace(ctx, p.ID, 1, project(t, "late"), store.Window{Name: "a", Seq: 2}); !errors.Is(err, store.ErrStale) {
		t.Errorf("one that was sent earlier comes late: %v", err)
	}
	if _, err := s.Replace(ctx, p.ID, 1, project(t, "other"), store.Window{Name: "b", Seq: 12}); !errors.Is(err, store.ErrStale) {
		t.Errorf("another window: %v", err)
	}
	if _, err := s.Replace(ctx, p.ID, 4, project(t, "other"), store.Window{Name: "b", Seq: 13}); err != nil {
		t.Fatal(err)
	}
	for _, base := range []int{1, 4} {
		if now, err := s.Replace(ctx, p.ID, base, project(t, "mine"), store.Window{Name: "a", Seq: 14}); !errors.Is(err, store.ErrStale) || now.Document.Name != "other" {
			t.Errorf("over another's, from %d: %v", base, err)
		}
	}
	if p, err = s.Replace(ctx, p.ID, 5, project(t, "mine again"), store.Window{Name: "a", Seq: 15}); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Replace(ctx, p.ID, 4, project(t, "mine"), store.Window{Name: "a", Seq: 16}); !errors.Is(err, store.ErrStale) {
		t.Errorf("from before the other's: %v", err)
	}
	if _, err := s.Replace(ctx, p.ID, 99, project(t, "mine"), store.Window{Name: "a", Seq: 17}); !errors.Is(err, store.ErrStale) {
		t.Errorf("from a version that never was: %v", err)
	}
}
