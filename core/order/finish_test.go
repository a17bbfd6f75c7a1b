package order

import (
	"math"
	"slices"
	"testing"

	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/dress/dresstest"
	"aguante/core/shop"
)

// Every finish that can be chosen has its grits, its coats with their waits and what they cover, by the tables of the basis
// §15 and §16; what the tin says takes the place of the last coat's.
func TestEveryFinishHasItsRow(t *testing.T) {
	type coat struct {
		key         string
		coats       int
		wait, cover float64
	}
	want := map[design.FinishKind]struct {
		coats []coat
		full  float64
	}{
		design.Bare:         {},
		design.Oil:          {[]coat{{"oil", 2, 24, 20}}, 7},
		design.HardWax:      {[]coat{{"hard-wax-oil", 2, 12, 20}}, 7},
		design.Shellac:      {[]coat{{"shellac", 3, 1, 12}}, 0},
		design.StainVarnish: {[]coat{{"stain", 1, 24, 14}, {"varnish", 2, 24, 12}}, 7},
		design.Lacquer:      {[]coat{{"lacquer", 3, 2, 10}}, 3},
		design.Paint:        {[]coat{{"primer", 1, 4, 9}, {"paint", 2, 6, 10}}, 14},
	}
	for _, c := range design.Bare.Choices() {
		kind := design.FinishKind(c.Key)
		row, known := want[kind]
		got := finishOf(&design.Finish{Kind: kind})
		if !known || len(got.coats) != len(row.coats) || got.full != row.full || len(got.grits) == 0 || got.name != c.Label {
			t.Errorf("%s: %+v", kind, got)
			continue
		}
		for i, w := range row.coats {
			if g := got.coats[i]; g.key != w.key || g.coats != w.coats || g.wait != w.wait || g.cover != w.cover || g.name == "" {
				t.Errorf("%s, coat %d: %+v", kind, i+1, g)
			}
		}
		if n := len(row.coats); n > 0 {
			tin := finishOf(&design.Finish{Kind: kind, Coats: 5, Wait: 33, Cover: 7, Full: 21})
			if last := tin.coats[n-1]; last.coats != 5 || last.wait != 33 || last.cover != 7 || tin.full != 21 || n > 1 && tin.coats[0] != got.coats[0] {
				t.Errorf("%s by its tin: %+v", kind, tin)
			}
		}
	}
	for glue, w := range map[design.Glue]gluing{
		design.PVA: {8, 1, 24}, design.Slow: {20, 1, 24}, design.Epoxy: {20, 24, 24}, design.Quick: {4, 1, 24}, design.PU: {20, 4, 24}, design.Hide: {8, 12, 24},
	} {
		if got := gluingOf(glue); got != w {
			t.Errorf("%s: %+v", glue, got)
		}
	}
	for _, c := range design.PVA.Choices() {
		if g := gluingOf(design.Glue(c.Key)); g.open <= 0 || g.clamp <= 0 || g.stress < g.clamp {
			t.Errorf("%s: %+v", c.Key, g)
		}
	}
}

// A lap takes glue on both of its faces: 180 g a square metre (basis §15).
func TestGlueOfALap(t *testing.T) {
	p := dresstest.HoneyRoom(t)
	h, err := dress.Shelf(p, 0, "timber-brackets", dresstest.New(1).ID)
	if err != nil {
		t.Fatal(err)
	}
	p = p.With(0, h)
	want := 0.0
	for i := range p.Shelves[0].Supports {
		f := &p.Shelves[0].Supports[i].TimberBracket.Frame
		f.Joint.Glued, f.Front = true, nil
		want += 180 * 2 * float64(f.High) * float64(f.Deep) * 1e-6
	}
	if got := GlueOf(p, &p.Shelves[0]); want == 0 || math.Abs(got-want) > 1e-6 {
		t.Errorf("%.3f g, worked %.3f", got, want)
	}
}

// Where nobody has said how many clamps there are, what is glued at once goes by the glue alone.
func TestGlueWithoutAWordOfClamps(t *testing.T) {
	p := jars(t, design.Finish{})
	h, err := dress.Shelf(p, 0, "timber-brackets", dresstest.New(1).ID)
	if err != nil {
		t.Fatal(err)
	}
	p = p.With(0, h)
	for i := range p.Shelves[0].Supports {
		p.Shelves[0].Supports[i].TimberBracket.Joint.Glued = true
	}
	p.Making.Glue = design.Slow
	for clamps, batches := range map[int]int{0: 1, 2: 3} { // three brackets, two clamps a corner
		mine := shop.New(true)
		mine.Clamps = nil
		if clamps > 0 {
			mine.Clamps = []shop.Clamp{{Reach: 600, Count: clamps}}
		}
		n := 0
		for _, s := range toBuild(t, p, &mine) {
			if s.Kind == GlueK {
				n++
			}
		}
		if n != batches {
			t.Errorf("%d clamps: %d glue-ups, worked %d", clamps, n, batches)
		}
	}
}

// A block of a plan as it stood stays where all of it is in open hours, and not where its end is beyond them.
func TestWhatStaysWhereItStood(t *testing.T) {
	g := evenings()
	c := newClock(g)
	from, to := c.window(0, 0, false)
	for d := 0; from >= to; d++ {
		from, to = c.window(0, d, false)
	}
	s := &Step{ID: "s"}
	for _, b := range []struct {
		from, to int
		stays    bool
	}{{from, from + 30, true}, {from, to, true}, {from, to + 1, false}, {from - 1, from + 30, false}, {to - 10, to + 50, false}} {
		if got := c.still(s, []Block{{Step: "s", From: b.from, To: b.to, People: []int{0}}}); got != b.stays {
			t.Errorf("%d to %d of hours from %d to %d: %v", b.from, b.to, from, to, got)
		}
	}
}

// Three plies have two joints, each the shelf's whole face with glue on one side of it (basis §15, B8).
func TestGlueOfPlies(t *testing.T) {
	p := jars(t, design.Finish{})
	s := &p.Shelves[0]
	s.MakeUp = design.MakeUp{Kind: design.Laminated, Plies: []design.Ply{{Thickness: 6.35}, {Thickness: 6.35}, {Thickness: 6.35}}}
	if got, want := GlueOf(p, s), 180*2*float64(s.Length)*float64(s.Depth)*1e-6; math.Abs(got-want) > 1e-6 {
		t.Errorf("%.2f g, worked %.2f", got, want)
	}
}

// Finding studs and striking a line takes a quarter of an hour (basis §16).
func TestFindingTakesAQuarterOfAnHour(t *testing.T) {
	mine := shop.New(true)
	for _, s := range toBuild(t, jars(t, design.Finish{}), &mine) {
		if s.Kind == Find {
			if s.Minutes != 15 {
				t.Errorf("%g minutes", s.Minutes)
			}
			return
		}
	}
	t.Error("nobody finds the studs")
}

// Pins that are glued into their shelf take glue on both faces round them: 180 g/m² × 2 π d l each; dry ones none.
func TestGlueOfPins(t *testing.T) {
	p := dresstest.HoneyRoom(t)
	i := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return len(s.Supports) > 0 && s.Supports[0].Pin != nil })
	s := &p.Shelves[i]
	want := 0.0
	for k := range s.Supports {
		pin := s.Supports[k].Pin
		pin.Glued = true
		want += 180 * 2 * math.Pi * float64(pin.Width) * float64(pin.Tip) * 1e-6
	}
	if got := GlueOf(p, s); math.Abs(got-want) > 1e-9 {
		t.Errorf("%g g, want %g", got, want)
	}
	for k := range s.Supports {
		s.Supports[k].Pin.Glued = false
	}
	if got := GlueOf(p, s); got != 0 {
		t.Errorf("dry: %g g", got)
	}
}
