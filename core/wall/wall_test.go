package wall

import (
	"math"
	"strings"
	"testing"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
)

func testWall() *Wall {
	return &Wall{Length: 2000, Height: 2400, Lining: Lining{Kind: Gypsum, Thickness: 12.7}, Studs: []Stud{
		{ID: "a", X: 400, Width: 38, Depth: 89, Wood: "spruce-pine-fir"},
		{ID: "b", X: 768, Width: 38, Depth: 89, Wood: "spruce-pine-fir"},
	}}
}

func TestMeet(t *testing.T) {
	screw, _ := fastener.TypeOf("wood-10") // edge distance 12.07
	lag, _ := fastener.TypeOf("lag-5/16")  // edge distance 11.91
	for _, c := range []struct {
		name   string
		x      float64
		of     fastener.Type
		meets  Meets
		stud   string
		counts bool
	}{
		{"centre", 400, screw, InStud, "a", true},
		{"just far enough in", 406.9, screw, InStud, "a", true},
		{"near the edge", 409, screw, Edge, "a", true},
		{"under half the edge distance", 414, screw, Edge, "a", false},
		{"on the edge", 419, screw, Edge, "a", false},
		{"lag near the edge", 409, lag, Edge, "a", false},
		{"between studs", 584, screw, Misses, "a", false},
		{"where 16 in was assumed but the bay is 14 1/2", 806.4, screw, Misses, "b", false},
	} {
		t.Run(c.name, func(t *testing.T) {
			h := testWall().Meet(c.x, 1200, fastener.Screw{Type: c.of, Length: 60})
			if h.Meets != c.meets || h.Stud != c.stud || h.Counts != c.counts {
				t.Errorf("%s: %+v", c.name, h)
			}
		})
	}
	empty := &Wall{}
	if h := empty.Meet(10, 1200, fastener.Screw{}); h.Meets != Misses || h.Counts || h.Behind() != nil {
		t.Errorf("a wall without studs: %+v", h)
	}
}

func TestWallProblemsAreAllNamed(t *testing.T) {
	w := testWall()
	w.Height, w.Lining = 20, Lining{Kind: Plaster, Thickness: 900}
	w.KeepOuts = append(w.KeepOuts, KeepOut{ID: "k", Kind: "ghost", Width: 10, Height: 10})
	w.Studs[1] = Stud{ID: "a", X: 5000, Width: 1, Depth: 1, Doubt: -1, Wood: "balsa"}
	l := problem.New()
	w.Validate(l.In("wall"))
	var all []string
	for _, p := range l.All() {
		all = append(all, p.Path)
	}
	got := strings.Join(all, " ")
	for _, path := range []string{"wall.height_mm", "wall.lining.thickness_mm", "wall.keep_outs[0].kind", "wall.studs[1].id",
		"wall.studs[1].x_mm", "wall.studs[1].width_mm", "wall.studs[1].depth_mm", "wall.studs[1].doubt_mm", "wall.studs[1].wood"} {
		if !strings.Contains(got, path) {
			t.Errorf("nothing is said of %s in %s", path, got)
		}
	}
	if (Lining{Kind: Bare, Thickness: 12}).Gap() != 0 {
		t.Error("a bare stud has a gap")
	}
}

func TestKeepOutsBarWhatRunsBehind(t *testing.T) {
	screw, _ := fastener.TypeOf("wood-10")
	w := testWall()
	w.KeepOuts = []KeepOut{
		{ID: "c", Kind: Pipe, Name: "conduit", X: 390, Y: 1000, Width: 20, Height: 300},
		{ID: "o", Kind: Outlet, X: 740, Y: 300, Width: 80, Height: 80},
		{ID: "w", Kind: Window, X: 300, Y: 1900, Width: 400, Height: 300},
	}
	for _, c := range []struct {
		name  string
		x, y  float64
		meets Meets
		bars  string
	}{
		{"into the conduit", 400, 1200, Barred, "conduit"},
		{"over it", 400, 1400, InStud, ""},
		{"its edge by the screw's own radius", 400, 1301, Barred, "conduit"},
		{"straight above the outlet", 768, 2000, Barred, "outlet"},
		{"level with the outlet", 400, 340, Barred, "outlet"},
		{"a window is before the wall, not behind it", 400, 2000, InStud, ""},
	} {
		t.Run(c.name, func(t *testing.T) {
			if h := w.Meet(c.x, c.y, fastener.Screw{Type: screw, Length: 60}); h.Meets != c.meets || !strings.Contains(h.Why, c.bars) ||
				(c.meets == Barred && h.Counts) {
				t.Errorf("%s: %+v", c.name, h)
			}
		})
	}
	if k := w.KeepOuts[2]; !k.Overlaps(600, 800, 1950, 1990) || k.Overlaps(701, 800, 1950, 1990) || k.Meets(400, 2000, 3) {
		t.Error("the window's edges")
	}
}

func TestChanceOfAMiss(t *testing.T) {
	screw, _ := fastener.TypeOf("wood-10")
	for _, c := range []struct{ doubt, off, want float64 }{
		{0, 0, 0}, {0, 18, 0}, {0, 20, 1}, {10, 0, 0}, {10, 9, 0}, {10, 19, 0.5}, {10, 24, 0.75}, {10, 30, 1}, {40, 0, 1 - 38./80},
	} {
		w := testWall()
		w.Studs[0].Doubt = quantity.Length(c.doubt)
		if h := w.Meet(400+c.off, 1200, fastener.Screw{Type: screw, Length: 60}); math.Abs(h.Chance-c.want) > 1e-9 {
			t.Errorf("± %v, %v off: %v, want %v", c.doubt, c.off, h.Chance, c.want)
		}
	}
}

func TestStudBending(t *testing.T) {
	w := testWall() // 2400 high
	for _, c := range []struct {
		couples, heights []float64
		want             float64
	}{
		{[]float64{30000}, []float64{1800}, 30000 * 1800. / 2400}, // M0 max(y, H − y)/H
		{[]float64{30000}, []float64{600}, 30000 * 1800. / 2400},
		// Two like couples at 800 and 1600: just under the upper one
		// 60000/2400 × 1600 − 30000 = 10000; at the lower 60000/2400 × 800 = 20000.
		{[]float64{30000, 30000}, []float64{800, 1600}, 20000},
		{[]float64{30000, 30000}, []float64{1600, 800}, 20000},
		{nil, nil, 0},
	} {
		if got := w.StudBending(c.couples, c.heights); math.Abs(got-c.want) > 1e-6 {
			t.Errorf("%v at %v: %v, want %v", c.couples, c.heights, got, c.want)
		}
	}
	// Stud grade, 38 × 89: S 50166 mm³ × 4.65 × 1.1 at CD 1.
	s := Stud{Width: 38, Depth: 89, Wood: "spruce-pine-fir-stud"}
	if got, want := s.Takes(material.Basis{CD: 1}), 38.*89*89/6*4.65*1.1; math.Abs(got-want) > 1e-6 {
		t.Errorf("takes %v, want %v", got, want)
	}
}

func TestWhatHoldsInOtherWalls(t *testing.T) {
	of := func(key string) fastener.Screw {
		ty, ok := fastener.TypeOf(key)
		if !ok {
			t.Fatalf("no %s", key)
		}
		return fastener.Screw{Type: ty, Length: 60}
	}
	for _, c := range []struct {
		name   string
		kind   Kind
		lining LiningKind
		x      float64
		what   string
		meets  Meets
		counts bool
		why    string
	}{
		{"a screw in brick", Masonry, Bare, 400, "wood-10", InWall, false, "anchor made for masonry"},
		{"a toggle in block", Block, Bare, 400, "toggle", InWall, false, "hollow block"},
		{"a plug in brick", Masonry, Bare, 400, "masonry-plug-8", InWall, true, ""},
		{"a sleeve in concrete", Concrete, Bare, 30, "sleeve-8", InWall, true, ""},
		{"a screw in a steel stud", SteelStuds, Gypsum, 400, "wood-10", InStud, false, "rated anchor"},
		{"a screw between steel studs", SteelStuds, Gypsum, 500, "wood-10", Misses, false, "misses"},
		{"a toggle between steel studs", SteelStuds, Gypsum, 500, "toggle", InLining, true, ""},
		{"a toggle between wood studs", WoodStuds, Gypsum, 500, "toggle", InLining, true, ""},
		{"a toggle at a stud", WoodStuds, Gypsum, 410, "toggle", InStud, false, "cannot open"},
		{"a toggle without a lining", WoodStuds, Bare, 500, "toggle", Misses, false, "there is none"},
		{"a masonry plug in a stud wall", WoodStuds, Gypsum, 500, "masonry-plug-8", Misses, false, "for masonry"},
	} {
		t.Run(c.name, func(t *testing.T) {
			w := testWall()
			w.Kind, w.Lining.Kind = c.kind, c.lining
			h := w.Meet(c.x, 1000, of(c.what))
			if h.Meets != c.meets || h.Counts != c.counts || !strings.Contains(h.Why, c.why) || (h.Why == "") != h.Counts {
				t.Errorf("%s: %+v", c.name, h)
			}
		})
	}
	w := testWall()
	w.Kind = Masonry
	w.KeepOuts = []KeepOut{{ID: "k", Kind: Pipe, X: 390, Y: 0, Width: 30, Height: 2400}}
	if h := w.Meet(400, 1000, of("sleeve-8")); h.Meets != Barred || h.Counts {
		t.Errorf("an anchor into a pipe: %+v", h)
	}
}

func TestOnlyAPersonFindsAStud(t *testing.T) {
	for _, found := range field.Keys[Found]() {
		want := found == ByGuess || found == ByStandIn
		if got := (&Stud{Found: found}).Assumed(); got != want {
			t.Errorf("a stud found by %q is assumed: %v", found, got)
		}
	}
	if (&Stud{}).Assumed() {
		t.Error("a stud of which nobody says who found it is assumed: it is the tape")
	}
}

// A keep-out is met from its edge and the radius of what comes near, on all four sides; what is drawn over it overlaps it.
func TestTheEdgesOfAKeepOut(t *testing.T) {
	k := KeepOut{ID: "c", Kind: Pipe, X: 390, Y: 1000, Width: 20, Height: 300}
	for _, c := range []struct {
		x, y  float64
		meets bool
	}{{387.1, 1100, true}, {386.9, 1100, false}, {412.9, 1100, true}, {413.1, 1100, false}, {400, 997.1, true}, {400, 996.9, false}, {400, 1302.9, true}, {400, 1303.1, false}} {
		if got := k.Meets(c.x, c.y, 3); got != c.meets {
			t.Errorf("at %g, %g: %v", c.x, c.y, got)
		}
	}
	for _, c := range []struct {
		x0, x1, y0, y1 float64
		over           bool
	}{{300, 391, 1299, 1400, true}, {300, 390, 1299, 1400, false}, {409, 500, 900, 1001, true}, {410, 500, 900, 1001, false}, {395, 405, 1300, 1400, false},
		{395, 405, 900, 1000, false}, {395, 405, 500, 600, false}} {
		if got := k.Overlaps(c.x0, c.x1, c.y0, c.y1); got != c.over {
			t.Errorf("%+v: %v", c, got)
		}
	}
}
