package design

import (
	"encoding/json"
	"reflect"
	"slices"
	"strings"
	"testing"

	"aguante/core/quantity"
	"aguante/core/support"
)

func shelfAt(t *testing.T, p *Project, id string) int {
	t.Helper()
	i := slices.IndexFunc(p.Shelves, func(s Shelf) bool { return s.ID == id })
	if i < 0 {
		t.Fatalf("no shelf %s", id)
	}
	return i
}

// Bad racks, rails and pins are refused with the path of everything wrong in them.
func TestWhatHoldsIsValidatedByItsPath(t *testing.T) {
	for _, c := range []struct {
		shelf, path string
		spoil       func(s *Shelf)
	}{
		{"rack", "rack.height_mm", func(s *Shelf) { s.Rack.Height = 9000 }},
		{"rack", "rack.levels[1].up_mm", func(s *Shelf) { s.Rack.Levels[1].Up = s.Rack.Levels[0].Up + 20 }},
		{"rack", "rack.levels", func(s *Shelf) { s.Rack.Levels = nil }},
		{"rack", "rack.arm.reach_mm", func(s *Shelf) { s.Rack.Arm.Reach = 5 }},
		{"rack", "rack.arm.wood", func(s *Shelf) { s.Rack.Arm.Wood = "cheese" }},
		{"rack", "rack.uprights[1].notch.deep_mm", func(s *Shelf) {
			s.Rack.Uprights[1].Notch = &support.Notch{Up: 100, High: 50,
				Deep: s.Rack.Deep}
		}},
		{"rack", "rack.uprights[1].id", func(s *Shelf) { s.Rack.Uprights[1].ID = s.Rack.Uprights[0].ID }},
		{"rack", "rack.screw.type", func(s *Shelf) { s.Rack.Screw.Type = "nail" }},
		{"rack", "rack.screw.length_mm", func(s *Shelf) { s.Rack.Screw.Length = 2 }},
		{"hooks", "hook_rail.peg.kind", func(s *Shelf) { s.HookRail.Peg.Kind = "magnet" }},
		{"hooks", "hook_rail.peg.reach_mm", func(s *Shelf) { s.HookRail.Peg.Reach = 900 }},
		{"hooks", "hook_rail.hooks[0].x_mm", func(s *Shelf) { s.HookRail.Hooks[0].X = 10 }},
		{"display", "supports[0].pin.high_mm", func(s *Shelf) { s.Supports[0].Pin.High = 0.1 }},
		{"tools", "rail", func(s *Shelf) { s.Rail = "nowhere" }},
		{"jars", "rail", func(s *Shelf) { s.Rail = "nowhere" }},
		{"tools", "supports[1].holder", func(s *Shelf) { s.Supports[1].Holder = nil }},
	} {
		t.Run(c.shelf, func(t *testing.T) {
			p := demoWall(t)
			i := shelfAt(t, p, c.shelf)
			c.spoil(&p.Shelves[i])
			var paths []string
			for _, b := range p.Validate() {
				if b.Message == "" {
					t.Errorf("%s: nothing is said", b.Path)
				}
				paths = append(paths, b.Path)
			}
			if !slices.ContainsFunc(paths, func(path string) bool { return strings.HasSuffix(path, "]."+c.path) }) {
				t.Errorf("nothing is said of %s, only of %v", c.path, paths)
			}
		})
	}
}

// Things on the wall are validated by their path, and so is what hangs on them.
func TestFixturesAreValidatedByTheirPath(t *testing.T) {
	standard := func(p *Project) *support.Standard {
		p.Fixtures.Standards = []support.Standard{{ID: "st", X: 500, Bottom: 800, Height: 700, Width: 25, Plate: 2,
			Screw: p.Shelves[0].Supports[0].FlatBracket.Screw, Holes: []support.StandardHole{{ID: "st-1", Up: 100}}}}
		p.Shelves[0].Supports[0].Kind = "braced-bracket"
		p.Shelves[0].Supports[0].X = 500
		p.Shelves[0].Supports[0].BracedBracket = &support.Braced{Reach: 200, Leg: 60, Width: 25, Plate: 2,
			Rating: support.BracketRating{Mass: 50, Means: "working"}, Standard: "st"}
		return &p.Fixtures.Standards[0]
	}
	for _, c := range []struct {
		path  string
		spoil func(p *Project)
	}{
		{"fixtures.rails[0].height_mm", func(p *Project) { p.Fixtures.Rails[0].Height, p.Fixtures.Rails[0].Spots = 2, nil }},
		{"fixtures.rails[1].bevel_deg", func(p *Project) { p.Fixtures.Rails[1].Bevel = 89 }},
		{"fixtures.rails[1].panel", func(p *Project) { p.Fixtures.Rails[1].Panel = "nowhere" }},
		{"fixtures.rails[0].x_mm", func(p *Project) { p.Fixtures.Rails[0].X = 9000; p.Fixtures.Rails[0].Spots = nil }},
		{"fixtures.rails[0].kind", func(p *Project) { p.Fixtures.Rails[0].Kind = "rope" }},
		{"fixtures.standards[0].plate_mm", func(p *Project) { standard(p).Plate = 0 }},
		{"fixtures.standards[0].holes[0].up_mm", func(p *Project) { standard(p).Holes[0].Up = 800 }},
		{"shelves[0].supports[0].braced_bracket.standard", func(p *Project) { standard(p).X = 700 }},
		{"shelves[0].supports[0].braced_bracket.standard", func(p *Project) { standard(p).ID = "other" }},
		{"fixtures.panels[0].thickness_mm", func(p *Project) {
			p.Fixtures.Panels = []support.Panel{{ID: "back", X: 100, Bottom: 500, Width: 900, Height: 600, Screw: p.Fixtures.Rails[0].Screw}}
			p.Fixtures.Panels[0].Wood = "birch-plywood"
		}},
	} {
		t.Run(c.path, func(t *testing.T) {
			p := demoWall(t)
			c.spoil(p)
			bad := p.Validate()
			if len(bad) != 1 || bad[0].Path != c.path {
				t.Errorf("want one word on %s: %+v", c.path, bad)
			}
		})
	}
	p := demoWall(t)
	standard(p)
	if bad := p.Validate(); len(bad) > 0 {
		t.Errorf("a bracket on its standard: %+v", bad)
	}
}

// What holds without a board stands in place of supports: both at once is refused.
func TestAFormIsInPlaceOfSupports(t *testing.T) {
	p := demoWall(t)
	rack := &p.Shelves[shelfAt(t, p, "rack")]
	rack.HookRail = p.Shelves[shelfAt(t, p, "hooks")].HookRail
	if bad := p.Validate(); len(bad) == 0 {
		t.Error("a rack that is a hook rail too, and nothing is said")
	}
	p = demoWall(t)
	rack = &p.Shelves[shelfAt(t, p, "rack")]
	rack.Supports = p.Shelves[0].Supports
	if bad := p.Validate(); len(bad) == 0 {
		t.Error("a rack on brackets, and nothing is said")
	}
}

// Every shelf of the demo comes back from its JSON as it went, whatever holds it.
func TestWhatHoldsGoesThroughJSON(t *testing.T) {
	p := demoWall(t)
	b, err := json.Marshal(p)
	if err != nil {
		t.Fatal(err)
	}
	var again Project
	if err := json.Unmarshal(b, &again); err != nil {
		t.Fatal(err)
	}
	for i := range p.Shelves {
		if !reflect.DeepEqual(p.Shelves[i], again.Shelves[i]) {
			t.Errorf("%s: %+v came back as %+v", p.Shelves[i].ID, p.Shelves[i], again.Shelves[i])
		}
	}
	inches := strings.Replace(string(b), `"reach_mm":`, `"reach_mm":"9 in","was_mm":`, 1)
	var typed Project
	if err := json.Unmarshal([]byte(inches), &typed); err != nil || typed.Shelves[0].Supports[0].FlatBracket.Reach != quantity.Length(9*25.4) {
		t.Errorf("a reach of 9 in: %v", err)
	}
}

func TestFormsOfTheDemo(t *testing.T) {
	p := demoWall(t)
	for id, noun := range map[string]string{"rack": "rack", "hooks": "hook rail", "jars": "", "tools": "", "display": ""} {
		form, _ := p.Shelves[shelfAt(t, p, id)].Form()
		if noun == "" && form != nil || noun != "" && (form == nil || form.Noun() != noun) {
			t.Errorf("%s: %v", id, form)
		}
	}
}
