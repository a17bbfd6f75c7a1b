package design

import (
	"encoding/json"
	"math"
	"os"
	"strings"
	"testing"

	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/wall"
)

func demoWall(t *testing.T) *Project {
	t.Helper()
	b, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	var p Project
	if err := json.Unmarshal(b, &p); err != nil {
		t.Fatal(err)
	}
	return &p
}

func TestDemoIsSound(t *testing.T) {
	if bad := demoWall(t).Validate(); len(bad) != 0 {
		t.Errorf("%+v", bad)
	}
}

func TestLeftOutFieldsTakeTheirDefaults(t *testing.T) {
	var p Project
	if err := json.Unmarshal([]byte(`{"shelves":[{"id":"a"}]}`), &p); err != nil {
		t.Fatal(err)
	}
	s := p.Shelves[0]
	if p.Units != (Units{"in", "lb"}) || s.Board.Grade != "knots" || s.Board.Condition != material.Dry || s.Duration != material.Years ||
		s.Below != Nothing || s.Accident != NoAccident || s.Sag.School != Eye || s.Misfit != 1 {
		t.Errorf("%+v", p)
	}
	for name, list := range map[string]any{"studs": p.Wall.Studs, "keep-outs": p.Wall.KeepOuts, "supports": s.Supports,
		"contents": s.Contents} {
		if b, _ := json.Marshal(list); string(b) != "[]" {
			t.Errorf("%s are written as %s", name, b)
		}
	}
	var given Project
	if err := json.Unmarshal([]byte(`{"units":{"length":"mm","mass":"kg"},"shelves":[{"id":"a","misfit_mm":0,"below":"bed"}]}`),
		&given); err != nil {
		t.Fatal(err)
	}
	if given.Units.Length != "mm" || given.Shelves[0].Misfit != 0 || given.Shelves[0].Below != Bed {
		t.Errorf("what is given is lost: %+v", given)
	}
}

func TestValidateNamesEachProblemByItsPath(t *testing.T) {
	for path, spoil := range map[string]func(p *Project){
		"format":                                     func(p *Project) { p.Format = "sketch" },
		"version":                                    func(p *Project) { p.Version = 9 },
		"name":                                       func(p *Project) { p.Name = strings.Repeat("x", 121) },
		"units.length":                               func(p *Project) { p.Units.Length = "yard" },
		"units.mass":                                 func(p *Project) { p.Units.Mass = "stone" },
		"wall.length_mm":                             func(p *Project) { p.Wall.Length = 1e6 },
		"wall.lining.thickness_mm":                   func(p *Project) { p.Wall.Lining.Thickness = 0 },
		"wall.studs[2].id":                           func(p *Project) { p.Wall.Studs[2].ID = "stud-1" },
		"wall.studs[3].wood":                         func(p *Project) { p.Wall.Studs[3].Wood = "straw" },
		"wall.keep_outs[0].kind":                     func(p *Project) { p.Wall.KeepOuts[0].Kind = "ghost" },
		"wall.keep_outs[1].width_mm":                 func(p *Project) { p.Wall.KeepOuts[1].Width = 0 },
		"shelves[0].id":                              func(p *Project) { p.Shelves[0].ID = "" },
		"shelves[0].name":                            func(p *Project) { p.Shelves[0].Name = strings.Repeat("x", 121) },
		"shelves[0].length_mm":                       func(p *Project) { p.Shelves[0].X = 3000 },
		"shelves[0].x_mm":                            func(p *Project) { p.Shelves[0].X = -10 },
		"shelves[0].y_mm":                            func(p *Project) { p.Shelves[0].Y = 2500 },
		"shelves[0].depth_mm":                        func(p *Project) { p.Shelves[0].Depth = quantity.Length(math.NaN()) },
		"shelves[0].thickness_mm":                    func(p *Project) { p.Shelves[0].Thickness = 0 },
		"shelves[0].board.grade":                     func(p *Project) { p.Shelves[0].Board.Grade = "best" },
		"shelves[0].board.condition":                 func(p *Project) { p.Shelves[0].Board.Condition = "soggy" },
		"shelves[0].board.woods":                     func(p *Project) { p.Shelves[0].Board.Woods = nil },
		"shelves[0].board.woods[0]":                  func(p *Project) { p.Shelves[0].Board.Woods[0] = "cheese" },
		"shelves[0].board.across":                    func(p *Project) { p.Shelves[0].Board.Across = true },
		"shelves[0].board.sawn":                      func(p *Project) { p.Shelves[0].Board.Sawn = "round" },
		"shelves[0].board.tested_mpa":                func(p *Project) { p.Shelves[0].Board.Tested = 3 },
		"shelves[0].board.moisture_pct":              func(p *Project) { p.Shelves[0].Board.Moisture = 400 },
		"shelves[0].board.slack_mm":                  func(p *Project) { p.Shelves[0].Board.Slack = ptr(quantity.Length(-1)) },
		"shelves[0].duration":                        func(p *Project) { p.Shelves[0].Duration = "forever" },
		"shelves[0].below":                           func(p *Project) { p.Shelves[0].Below = "lions" },
		"shelves[0].accident":                        func(p *Project) { p.Shelves[0].Accident = "meteor" },
		"shelves[0].pet_kg":                          func(p *Project) { p.Shelves[0].Accident = Pet },
		"shelves[0].sag.school":                      func(p *Project) { p.Shelves[0].Sag.School = "span/1" },
		"shelves[0].sag.figure_mm":                   func(p *Project) { p.Shelves[0].Sag = SagLimit{School: Figure} },
		"shelves[0].misfit_mm":                       func(p *Project) { p.Shelves[0].Misfit = 4 },
		"shelves[0].supports[1].x_mm":                func(p *Project) { p.Shelves[0].Supports[1].X = p.Shelves[0].Supports[0].X },
		"shelves[0].supports[0].kind":                func(p *Project) { p.Shelves[0].Supports[0].Kind = "magnet" },
		"shelves[0].supports[0].flat_bracket":        func(p *Project) { p.Shelves[0].Supports[0].FlatBracket = nil },
		"shelves[0].supports[2].flat_bracket.leg_mm": func(p *Project) { p.Shelves[0].Supports[2].FlatBracket.Leg = 1 },
		"shelves[0].contents[1].each_kg":             func(p *Project) { p.Shelves[0].Contents[1].Each = -1 },
		"shelves[0].contents[1].each_low_kg":         func(p *Project) { p.Shelves[0].Contents[1].EachLow = 99 },
		"shelves[0].contents[0].from_mm":             func(p *Project) { p.Shelves[0].Contents[0].To = 9999 },
	} {
		p := demoWall(t)
		spoil(p)
		found := false
		for _, b := range p.Validate() {
			found = found || b.Path == path && b.Message != ""
		}
		if !found {
			t.Errorf("nothing is said of %s: %+v", path, p.Validate())
		}
	}
}

func TestTooMuchIsRefusedByCount(t *testing.T) {
	p := demoWall(t)
	p.Shelves = make([]Shelf, 41)
	if bad := p.Validate(); len(bad) != 1 || bad[0].Path != "shelves" {
		t.Errorf("41 shelves: %d problems", len(bad))
	}
	p = demoWall(t)
	p.Shelves[0].Contents = make([]load.Item, 101)
	p.Shelves[0].Supports = append(p.Shelves[0].Supports, make([]Support, 30)...)
	p.Wall.Studs = append(p.Wall.Studs, make([]wall.Stud, 120)...)
	p.Shelves[0].Board.Woods = make([]string, 9)
	got := map[string]bool{}
	for _, b := range p.Validate() {
		got[b.Path] = true
	}
	for _, path := range []string{"shelves[0].contents", "shelves[0].supports", "wall.studs", "shelves[0].board.woods"} {
		if !got[path] {
			t.Errorf("nothing is said of %s", path)
		}
	}
}

func TestSchoolsOfSag(t *testing.T) {
	for _, c := range []struct {
		limit SagLimit
		want  float64
	}{
		{SagLimit{School: Eye}, 900. / 384}, {SagLimit{School: Over360}, 2.5}, {SagLimit{School: Over240}, 3.75},
		{SagLimit{School: Over180}, 5}, {SagLimit{School: Figure, Figure: 4}, 4},
	} {
		if got := c.limit.Allowed(900); math.Abs(got-c.want) > 1e-12 {
			t.Errorf("%s over 900 mm allows %v, want %v", c.limit.School, got, c.want)
		}
	}
	// The eye's limit is 1/32 in to the foot.
	if got := (SagLimit{School: Eye}).Allowed(304.8); math.Abs(got-25.4/32) > 1e-9 {
		t.Errorf("a foot: %v", got)
	}
	last := 0.0
	for _, s := range Schools()[:4] {
		if a := (SagLimit{School: s}).Allowed(1000); a < last {
			t.Errorf("%s is stricter than the one before it", s)
		} else {
			last = a
		}
	}
}

func TestCareAndAccidents(t *testing.T) {
	for below, want := range map[Below]float64{Nothing: 1, People: 1.25, Bed: 1.5} {
		if got := below.Care(); got != want {
			t.Errorf("%s: %v, want %v", below, got, want)
		}
	}
	for of, want := range map[Accident]float64{NoAccident: 0, Lean: 220, Child: 45 * quantity.Gravity, Pet: 12 * quantity.Gravity} {
		s := Shelf{Accident: of, Pet: 4}
		if got := s.AccidentLoad(); math.Abs(got-want) > 1e-9 {
			t.Errorf("%s: %v, want %v", of, got, want)
		}
	}
}

func TestCandidatesShareGradeAndMoisture(t *testing.T) {
	s := Shelf{Board: Board{Woods: []string{"white-oak", "sugar-pine"}, Grade: "split", Condition: material.Damp}}
	c := s.Candidates()
	if len(c) != 2 || c[0].Wood.Key != "white-oak" || c[1].Grade.Key != "split" || c[1].Condition != material.Damp {
		t.Errorf("%+v", c)
	}
}

func ptr[T any](v T) *T { return &v }

// hollowed is the demo's jar shelf as a hollow one, sound as it stands.
func hollowed(s *Shelf) *Box {
	s.Thickness = 60
	s.MakeUp = MakeUp{Kind: Hollow, Hollow: &Box{Skin: 6, Front: 20, Back: 20, Ribs: []Rib{{From: 70, Width: 18}}}}
	return s.MakeUp.Hollow
}

func TestWhatABoardIsMadeUpOfIsValidated(t *testing.T) {
	for _, c := range []struct {
		path  string
		spoil func(s *Shelf)
	}{
		{"board.condition", func(s *Shelf) { s.Board.Woods, s.Board.Condition = []string{"mdf"}, material.Wet }},
		{"build.kind", func(s *Shelf) { s.MakeUp.Kind = "blown" }},
		{"build.plies", func(s *Shelf) { s.MakeUp = MakeUp{Kind: Laminated, Plies: []Ply{{Thickness: s.Thickness}}} }},
		{"build.plies", func(s *Shelf) { s.MakeUp = MakeUp{Kind: Laminated, Plies: []Ply{{Thickness: 9}, {Thickness: 9}}} }},
		{"build.plies[1].wood", func(s *Shelf) {
			s.MakeUp = MakeUp{Kind: Laminated, Plies: []Ply{{Thickness: s.Thickness / 2}, {Thickness: s.Thickness / 2, Wood: "cheese"}}}
		}},
		{"build.hollow", func(s *Shelf) { s.MakeUp = MakeUp{Kind: Hollow} }},
		{"build.hollow.skin_mm", func(s *Shelf) { hollowed(s).Skin = 0 }},
		{"build.hollow.skin_mm", func(s *Shelf) { hollowed(s).Skin = 30 }},
		{"build.hollow.front_mm", func(s *Shelf) { hollowed(s).Front = 0 }},
		{"build.hollow.ribs[1].from_wall_mm", func(s *Shelf) { b := hollowed(s); b.Ribs = append(b.Ribs, Rib{From: 80, Width: 18}) }},
		{"build.hollow.ribs[0].from_wall_mm", func(s *Shelf) { hollowed(s).Ribs[0].From = 5 }},
		{"build.front.width_mm", func(s *Shelf) { s.MakeUp.Front = &Strip{Width: s.Depth + 5, Height: 40, Goes: Down} }},
		{"build.front.height_mm", func(s *Shelf) { s.MakeUp.Front = &Strip{Width: 18, Height: 0, Goes: Down} }},
		{"build.back.goes", func(s *Shelf) { s.MakeUp.Back = &Strip{Width: 18, Height: 40, Goes: "sideways"} }},
		{"build.cuts", func(s *Shelf) { hollowed(s); s.MakeUp.Cuts = []Cut{{ID: "c", From: 10, Length: 10, Width: 10}} }},
		{"build.cuts[0].from_mm", func(s *Shelf) { s.MakeUp.Cuts = []Cut{{ID: "c", From: 1700, Length: 100, Width: 10}} }},
		{"build.cuts[0].from_wall_mm", func(s *Shelf) { s.MakeUp.Cuts = []Cut{{ID: "c", From: 10, Length: 10, FromWall: s.Depth, Width: 10}} }},
		{"build.cuts[0].depth_mm", func(s *Shelf) { s.MakeUp.Cuts = []Cut{{ID: "c", From: 10, Length: 10, Width: 10, Depth: s.Thickness}} }},
	} {
		t.Run(c.path, func(t *testing.T) {
			p := demoWall(t)
			s := &p.Shelves[0]
			c.spoil(s)
			bad := p.Validate()
			if len(bad) == 0 || bad[0].Path != "shelves[0]."+c.path || len(bad) > 1 {
				t.Errorf("want one word on %s: %+v", c.path, bad)
			}
		})
	}
	p := demoWall(t)
	hollowed(&p.Shelves[0])
	if bad := p.Validate(); len(bad) > 0 {
		t.Errorf("a sound hollow shelf: %+v", bad)
	}
}
