package demo

import (
	"strings"
	"testing"
	"time"

	"aguante/core/check"
	"aguante/core/logbook"
	"aguante/core/prove"
)

// Every demo wall comes through the door of a user's files, can be checked, and
// has something to say on every shelf.
func TestDemoWallsAreSoundProjectFiles(t *testing.T) {
	walls, err := Walls()
	if err != nil || len(walls) == 0 {
		t.Fatal(walls, err)
	}
	for _, p := range walls {
		if !strings.HasPrefix(p.Name, "Honey room") {
			t.Errorf("%q: demo walls live in the honey room", p.Name)
		}
		r, err := check.Run(t.Context(), p)
		if err != nil {
			t.Errorf("%s: %v", p.Name, err)
			continue
		}
		for _, s := range r.Shelves {
			if s.Asked == 0 || s.First == "" || len(s.Band) < 5 {
				t.Errorf("%s: %q tells nothing: %v asked, first %q, %d links on the band", p.Name, s.Name, s.Asked, s.First, len(s.Band))
			}
		}
	}
}

// What has happened in the honey room: the jar shelf was tested and the proof stands, the alcove shelf has crept past its
// limit in a year, and a bracket was broken.
func TestWhatHasHappenedInTheHoneyRoom(t *testing.T) {
	all, err := Archives()
	if err != nil {
		t.Fatal(err)
	}
	for _, a := range all {
		if len(a.Journal) == 0 {
			continue
		}
		r, err := check.Run(t.Context(), a.Design)
		if err != nil {
			t.Fatal(err)
		}
		for i := range r.Shelves {
			s := &r.Shelves[i]
			switch s.ID {
			case "jars":
				tests := logbook.Tests(a.Journal)
				run := tests[0].Run()
				if res, why := run.Result(); res != prove.Passed {
					t.Errorf("%s: %s", res, why)
				}
				if p := run.Proof(a.Design, a.Design, s); p == nil || p.Stale != "" || p.Allows < s.Asked || p.Allows <= s.HoldsUpTo.Kg {
					t.Errorf("it proves %+v of %.1f", p, s.Asked)
				}
				if len(logbook.Broken(a.Journal, "jars")) != 1 {
					t.Error("no bracket was broken")
				}
			case "alcove":
				y := logbook.Over(s, a.Journal, func(string) bool { return true }, time.Date(2026, 9, 20, 0, 0, 0, 0, time.UTC))
				if !y.Past || len(y.Readings) != 7 {
					t.Errorf("%+v", y)
				}
				t.Logf("limit %.2f, passed on %s, ten years %+v", y.Limit, y.Passes, y.Ten)
			}
		}
	}
}
