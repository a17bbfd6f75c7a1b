package design_test

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/field"
	"aguante/core/say"
	"aguante/core/support"
)

// What was done is said in a line, by the name of the thing and in the person's units.
func TestDifferSaysWhatWasDone(t *testing.T) {
	for want, change := range map[string]func(p *design.Project){
		"Jar shelf: thickness 1 in":                               func(p *design.Project) { p.Shelves[0].Thickness = 25.4 },
		"Jar shelf: support along the wall 47 1/2 in":             func(p *design.Project) { p.Shelves[0].Supports[1].X = 47.5 * 25.4 },
		"Jar shelf: a support taken out":                          func(p *design.Project) { p.Shelves[0].Supports = p.Shelves[0].Supports[:2] },
		"Jar shelf: item count 12":                                func(p *design.Project) { p.Shelves[0].Contents[0].Count = 12 },
		"Jar shelf taken away":                                    func(p *design.Project) { p.Shelves = p.Shelves[1:] },
		"the wall is called Shed":                                 func(p *design.Project) { p.Name = "Shed" },
		"the wall: stud found scanner, stud along the wall 17 in": func(p *design.Project) { p.Wall.Studs[0].X, p.Wall.Studs[0].Found = 17*25.4, "scanner" },
		"": func(p *design.Project) {},
	} {
		was, now := dresstest.HoneyRoom(t), dresstest.HoneyRoom(t)
		change(now)
		got := say.In(say.Units{Length: "in", Mass: "kg"}, strings.Join(design.Differ(was, now), "; "))
		if got != want {
			t.Errorf("%q, want %q", got, want)
		}
	}
}

// Any change of a figure is told, and none is where there is none.
func TestDifferMissesNothing(t *testing.T) {
	draw := dresstest.New(161)
	for trial, w := range append(support.Recipes(), support.Recipes()...) {
		p := draw.Design(w.Key)
		b, _ := json.Marshal(p)
		var q design.Project
		if err := json.Unmarshal(b, &q); err != nil {
			t.Fatal(err)
		}
		if said := design.Differ(p, &q); len(said) > 0 {
			t.Errorf("%d, %s: nothing has changed, and it says %q", trial, w.Key, said)
		}
		all := field.Figures(&q)
		f := &all[draw.IntN(len(all))]
		f.Set(f.Value() + 7)
		if said := design.Differ(p, &q); len(said) == 0 || slices.Contains(said, "") {
			t.Errorf("%d, %s: %s is %g, and it says %q", trial, w.Key, f.Path, f.Value(), said)
		}
	}
}

// Letters follow from the rest and are no change; how a piece is made is one, by its letter.
func TestLettersAreNoChange(t *testing.T) {
	was, now := dresstest.HoneyRoom(t), dresstest.HoneyRoom(t)
	now.Making.Letters = []design.Letter{{Piece: "jars/board", Letter: "A"}}
	if got := design.Differ(was, now); len(got) > 0 {
		t.Errorf("%v", got)
	}
	m := now.Making.Of("jars/board")
	m.Longer = 5
	now.Making.Pieces = []design.MadePiece{m}
	if got := design.Differ(was, now); len(got) != 1 || got[0] != "piece A is made otherwise" {
		t.Errorf("%v", got)
	}
}
