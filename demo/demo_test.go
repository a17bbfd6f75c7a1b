package demo

import (
	"io/fs"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/server/projectfile"
)

// Every demo wall comes through the door of a user's files, can be checked, and
// has something to say on every shelf.
func TestDemoWallsAreSoundProjectFiles(t *testing.T) {
	walls, err := fs.Glob(Files, "*.json")
	if err != nil || len(walls) == 0 {
		t.Fatal(walls, err)
	}
	for _, name := range walls {
		b, err := Files.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		p, err := projectfile.Read(b)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		if !strings.HasPrefix(p.Name, "Honey room") {
			t.Errorf("%s is of %q: demo walls live in the honey room", name, p.Name)
		}
		r, err := check.Run(p)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		for _, s := range r.Shelves {
			if s.Asked == 0 || s.First == "" || len(s.Band) < 8 {
				t.Errorf("%s: %q tells nothing: %v asked, first %q, %d links on the band", name, s.Name, s.Asked, s.First, len(s.Band))
			}
		}
	}
}
