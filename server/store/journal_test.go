package store_test

import (
	"context"
	"errors"
	"fmt"
	"path/filepath"
	"sync"
	"testing"

	"aguante/core/journal"
	"aguante/core/plan"
	"aguante/core/shop"
	"aguante/server/store"
)

func tick(id string) journal.Entry {
	return journal.Entry{ID: id, Kind: journal.Tick, When: "2026-11-26T12:00:00Z", Text: "glued " + id}
}

// Many windows write at once, each some entries of its own and some that another sends too,
// while the design is changed and changed back: none is lost, none is there twice, and the
// order is the server's.
func TestWindowsWriteTheJournalAtOnce(t *testing.T) {
	ctx := context.Background()
	s := open(t, filepath.Join(t.TempDir(), "a.db"))
	made, err := s.Create(ctx, project(t, "wall"))
	if err != nil {
		t.Fatal(err)
	}
	const windows, each = 6, 20
	var all sync.WaitGroup
	for w := range windows {
		all.Go(func() {
			for i := range each {
				come := []journal.Entry{tick(fmt.Sprintf("w%d-%d", w, i)), tick(fmt.Sprintf("shared-%d", i))}
				for range 2 { // the answer was lost, and it is sent again
					if _, err := s.Append(ctx, made.ID, come, nil); err != nil {
						t.Error(err)
					}
				}
			}
		})
	}
	all.Go(func() {
		for v := range 12 {
			if _, err := s.Replace(ctx, made.ID, v+1, project(t, fmt.Sprint("change ", v%2)), store.Window{}); err != nil {
				t.Error(err)
			}
		}
	})
	all.Wait()
	got, err := s.Journal(ctx, made.ID, 0)
	if err != nil || len(got) != windows*each+each {
		t.Fatalf("%d entries, want %d: %v", len(got), windows*each+each, err)
	}
	seen := map[string]bool{}
	for i, e := range got {
		if e.Seq != i+1 || seen[e.ID] || e.At == "" {
			t.Errorf("entry %d: %+v", i, e)
		}
		seen[e.ID] = true
		if p, err := s.Snapshot(ctx, made.ID, e.Design); err != nil || len(p.Shelves) == 0 {
			t.Errorf("%s was written under %q: %v", e.ID, e.Design, err)
		}
	}
	if rest, err := s.Journal(ctx, made.ID, 100); err != nil || len(rest) != len(got)-100 || rest[0].Seq != 101 {
		t.Errorf("after the hundredth: %d, %v", len(rest), err)
	}
}

func TestAJournalIsOfItsWall(t *testing.T) {
	ctx := context.Background()
	s := open(t, filepath.Join(t.TempDir(), "a.db"))
	one, _ := s.Create(ctx, project(t, "one"))
	two, _ := s.Create(ctx, project(t, "two"))
	under := project(t, "as it stood on the screen")
	got, err := s.Append(ctx, one.ID, []journal.Entry{tick("a")}, under)
	if err != nil {
		t.Fatal(err)
	}
	if p, err := s.Snapshot(ctx, one.ID, got[0].Design); err != nil || p.Name != under.Name {
		t.Errorf("the design that it was written under: %+v, %v", p, err)
	}
	if _, err := s.Snapshot(ctx, two.ID, got[0].Design); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("another wall sees it: %v", err)
	}
	if all, err := s.Journal(ctx, two.ID, 0); err != nil || len(all) != 0 {
		t.Errorf("another wall's journal: %v, %v", all, err)
	}
	for name, e := range map[string]journal.Entry{
		"another word": {ID: "a", Kind: journal.Remark, When: "2026-11-26T12:00:00Z"},
		"no picture":   {ID: "b", Kind: journal.Picture, When: "2026-11-26T12:00:00Z", Pictures: []string{"x"}},
		"nothing back": {ID: "c", Kind: journal.TakeBack, Back: "z", When: "2026-11-26T12:00:00Z"},
	} {
		if _, err := s.Append(ctx, one.ID, []journal.Entry{tick("fine-" + e.ID), e}, nil); !errors.Is(err, store.ErrEntry) {
			t.Errorf("%s: %v", name, err)
		}
	}
	if all, _ := s.Journal(ctx, one.ID, 0); len(all) != 1 {
		t.Errorf("half of what was refused is there: %+v", all)
	}
	if err := s.Delete(ctx, one.ID); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Append(ctx, one.ID, []journal.Entry{tick("late")}, nil); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("a deleted wall: %v", err)
	}
}

func TestPlanAndShopAreReplacedByVersion(t *testing.T) {
	ctx := context.Background()
	s := open(t, filepath.Join(t.TempDir(), "a.db"))
	made, _ := s.Create(ctx, project(t, "wall"))
	p, version, err := s.Plan(ctx, made.ID)
	if err != nil || version != 0 || p.Locked == nil {
		t.Fatalf("%+v %d %v", p, version, err)
	}
	p.Days = []plan.Day{{Step: "glue", On: "2026-12-01"}}
	if version, err = s.ReplacePlan(ctx, made.ID, 0, p); err != nil || version != 1 {
		t.Fatalf("%d %v", version, err)
	}
	for _, base := range []int{0, 2, -1} {
		if _, err := s.ReplacePlan(ctx, made.ID, base, p); !errors.Is(err, store.ErrStale) {
			t.Errorf("over version %d: %v", base, err)
		}
	}
	if version, err = s.ReplacePlan(ctx, made.ID, 1, p); err != nil || version != 2 {
		t.Errorf("%d %v", version, err)
	}
	if got, version, err := s.Plan(ctx, made.ID); err != nil || version != 2 || len(got.Days) != 1 {
		t.Errorf("%+v %d %v", got, version, err)
	}
	usual := func() shop.Shop { return shop.New(true) }
	v, version, err := s.Shop(ctx, usual)
	if err != nil || version != 0 || v.Paper != shop.Letter {
		t.Fatalf("%+v %d %v", v, version, err)
	}
	v.Kerf = 2
	if version, err = s.ReplaceShop(ctx, 0, v); err != nil || version != 1 {
		t.Fatalf("%d %v", version, err)
	}
	if _, err := s.ReplaceShop(ctx, 0, v); !errors.Is(err, store.ErrStale) {
		t.Errorf("a stale shop: %v", err)
	}
	if got, _, err := s.Shop(ctx, usual); err != nil || got.Kerf != 2 {
		t.Errorf("%+v %v", got, err)
	}
}
