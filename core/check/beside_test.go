package check_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/field"
	"aguante/core/load"
	"aguante/core/problem"
	"aguante/core/wall"
)

// Long things on hooks hang down into what is under them, and are in the way of what stands out from the
// wall as far as they do, and not of what they hang before.
func TestLongThingsOnHooks(t *testing.T) {
	p := hooked(t, -1)
	s := &p.Shelves[0]
	s.Depth = 120
	s.Contents[0].Depth, s.Contents[0].Place = 20, load.Front // from 100 mm out
	says := func() string {
		var all []string
		for _, c := range asked(t, p).Cautions {
			all = append(all, c.Text)
		}
		return strings.Join(all, "; ")
	}
	p.Wall.KeepOuts = []wall.KeepOut{{ID: "hose", Kind: wall.Rail, Name: "hose", X: 600, Y: 900, Width: 300, Height: 100}}
	if got := says(); !strings.Contains(got, "in the way of the hose") {
		t.Errorf("of a hose that nobody has measured: %q", got)
	}
	p.Wall.KeepOuts[0].Out = 60
	if got := says(); strings.Contains(got, "hose") {
		t.Errorf("100 mm out, before a hose that stands out 60: %q", got)
	}
	p.Wall.KeepOuts[0].Out = 140
	if got := says(); !strings.Contains(got, "in the way of the hose") {
		t.Errorf("100 mm out, where a hose stands out 140: %q", got)
	}
	p.Wall.KeepOuts = []wall.KeepOut{}
	under := plain().Shelves[0]
	under.ID, under.Name, under.Y = "b", "Row below", 1000
	p.Shelves = append(p.Shelves, under)
	if got := says(); !strings.Contains(got, `hangs down into "Row below"`) {
		t.Errorf("800 mm of coats over a shelf 500 under them: %q", got)
	}
}

// Sheets and boards weigh what their size and wood come to: 1220 × 610 × 18 mm of birch plywood, and the
// same of Douglas fir, wet and dry.
func TestGoodsOfWood(t *testing.T) {
	each := func(of load.Timber) float64 { return float64(of.Each()) }
	ply := load.Timber{Wood: "birch-plywood", Long: 1220, Wide: 610, Thick: 18}
	volume := 1.22 * 0.61 * 0.018
	if got := each(ply) / volume; got < 550 || got > 750 {
		t.Errorf("plywood of %.0f kg/m³", got)
	}
	fir := load.Timber{Wood: "douglas-fir", Long: 1220, Wide: 610, Thick: 18}
	if got := each(fir) / volume; math.Abs(got-0.48*1120) > 0.5 {
		t.Errorf("Douglas fir of %.1f kg/m³, want %.1f", got, 0.48*1120)
	}
	dry := each(fir)
	fir.Condition = "wet"
	if got := each(fir); math.Abs(got/dry-1.6) > 1e-9 {
		t.Errorf("wet it weighs %.3f times as much", got/dry)
	}
	p := plain()
	s := &p.Shelves[0]
	s.Contents = []load.Item{{ID: "sheets", Name: "sheets", Shape: "box", By: load.ByCount, Count: 5, Each: 99, From: 0, To: 800, Place: load.Back,
		Height: 600, Of: &ply}}
	again := cloned(t, p)
	if got := float64(again.Shelves[0].Contents[0].Mass()); math.Abs(got-5*each(ply)) > 1e-9 {
		t.Errorf("five sheets weigh %.2f kg, want %.2f", got, 5*each(ply))
	}
	again.Shelves[0].Contents[0].Of.Wood = "cheese"
	again.Shelves[0].Contents[0].Of.Thick = 0
	bad := again.Validate()
	for _, path := range []string{"shelves[0].contents[0].of.wood", "shelves[0].contents[0].of.thick_mm"} {
		if !slices.ContainsFunc(bad, func(b problem.Problem) bool { return b.Path == path }) {
			t.Errorf("nothing is said of %s: %v", path, bad)
		}
	}
}

// Frames whose feet lie on the floor bear nothing but the thrust: ten times the sheets ask their screws ten
// times as much, of little; the same frames on the wall give long before.
func TestFramesOnTheFloor(t *testing.T) {
	p := plain()
	dressedPlain(t, p, "sheet-rack")
	s := &p.Shelves[0]
	s.Contents = []load.Item{{ID: "sheets", Name: "sheets", Shape: "box", By: load.ByCount, Count: 6, From: 0, To: s.Length, Place: load.Back, Depth: 110,
		Height: 1200, Of: &load.Timber{Wood: "birch-plywood", Long: 900, Wide: 1200, Thick: 18}}}
	p = cloned(t, p)
	onWall := asked(t, p)
	p.Shelves[0].SheetRack.OnFloor = true
	onFloor := asked(t, p)
	if onFloor.HoldsUpTo.Kg <= onWall.HoldsUpTo.Kg || onFloor.Verdict != check.Holds {
		t.Errorf("on the floor it %s and holds %.0f kg by %s, on the wall %.0f", onFloor.Verdict, onFloor.HoldsUpTo.Kg, onFloor.First, onWall.HoldsUpTo.Kg)
	}
	p.Shelves[0].Y = 300
	if up := asked(t, p); up.Verdict != check.Gives || !strings.Contains(linkOf(t, up, "/feet/floor").How, "in the air") {
		t.Errorf("300 over the floor: %s", up.Verdict)
	}
}

func cloned(t *testing.T, p *design.Project) *design.Project {
	t.Helper()
	q := *p
	q.Shelves = []design.Shelf{p.Shelves[0].Clone()}
	return &q
}

// Nothing stands in one place with another without a word: studs, fasteners, pins, what hangs beside it;
// a rail past the wall cannot be judged.
func TestNoCollisionPassesUnsaid(t *testing.T) {
	for want, build := range map[string]func(t *testing.T, p *design.Project){
		"stand in one another": func(t *testing.T, p *design.Project) {
			dressedPlain(t, p, "flat-brackets")
			again := p.Wall.Studs[1]
			again.ID, again.X = "twin", again.X+6
			p.Wall.Studs = append(p.Wall.Studs, again)
		},
		"pin 1 and a screw of its strip": func(t *testing.T, p *design.Project) {
			p.Shelves[0].Thickness = 44
			dressedPlain(t, p, "pins-in-strip")
			r := &p.Fixtures.Rails[0]
			p.Shelves[0].Supports[0].X = r.Spots[0].X + 5
			r.Spots[0].Y = p.Shelves[0].Y + p.Shelves[0].Thickness/2 - r.Bottom
		},
		"are in one place": func(t *testing.T, p *design.Project) {
			p.Shelves[0].Thickness = 44
			dressedPlain(t, p, "pins-in-strip")
			r := &p.Fixtures.Rails[0]
			twin := r.Spots[0]
			twin.ID, twin.X = "twin", twin.X+3
			r.Spots = append(r.Spots, twin)
		},
		`it runs into "Rack"`: func(t *testing.T, p *design.Project) {
			q := plain()
			dressedPlain(t, q, "rack")
			rack := q.Shelves[0]
			n := 0
			field.Renew(&rack, func() string { n++; return fmt.Sprint("r", n) })
			rack.Name, rack.Y = "Rack", 200
			dressedPlain(t, p, "cart")
			p.Shelves = append(p.Shelves, rack)
			p.Shelves[0].Y = 600
		},
	} {
		p := plain()
		build(t, p)
		if !slices.ContainsFunc(asked(t, p).Cautions, func(c check.Caution) bool { return strings.Contains(c.Text, want) }) {
			t.Errorf("nothing says %q: %v", want, asked(t, p).Cautions)
		}
	}
	p := plain()
	p.Shelves[0].Thickness = 44
	dressedPlain(t, p, "pins-in-strip")
	p.Fixtures.Rails[0].X = 2500
	if bad := p.Validate(); !slices.ContainsFunc(bad, func(b problem.Problem) bool { return strings.Contains(b.Message, "keep it on the wall") }) {
		t.Errorf("a rail past the wall: %v", bad)
	}
}
