package demo

import (
	"strings"
	"testing"

	"aguante/core/check"
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
