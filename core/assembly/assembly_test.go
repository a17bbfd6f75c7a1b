package assembly

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"gonum.org/v1/gonum/spatial/r3"

	"aguante/core/fastener"
	"aguante/core/piece"
)

func screw(t *testing.T, key string, long float64) fastener.Screw {
	t.Helper()
	k, ok := fastener.TypeOf(key)
	if !ok {
		t.Fatal(key)
	}
	return fastener.Screw{Type: k, Length: long}
}

func wood(id string, at Frame, l, w, thick float64) *Body {
	return &Body{ID: id, Name: id, Wood: "douglas-fir", Stuff: Timber, Outline: Rect(0, 0, l, w), Thickness: thick, At: at}
}

func stud(x float64) *Body {
	b := wood("stud", Up(x-19, -500, -102), 2400, 89, 38)
	b.Made = There
	return b
}

func is(t *testing.T, what string, got, want float64) {
	t.Helper()
	if math.Abs(got-want) > 1e-6*max(1, math.Abs(want)) {
		t.Errorf("%s: %g, want %g", what, got, want)
	}
}

// A screw through a rail of 19 and 13 mm of air into a stud: 19 of the rail, 13 of air, the rest in the stud; 30 from the
// rail's edge and 100 from its end; across the grain of both.
func TestPathThroughARail(t *testing.T) {
	rail := wood("rail", Along(0, 0, 0), 600, 90, 19)
	a := Assembly{Bodies: []*Body{stud(100), rail}}
	f := a.Fasten(Fastener{ID: "s", Group: "rail/screws", Is: screw(t, "wood-5", 80), Head: Vec{X: 100, Y: 30, Z: 19}, Way: Vec{Z: -1}, Wall: true})
	path := a.Path(f)
	if len(path) != 2 || path[0].Body != rail || path[0].In != piece.Front || path[0].Out != piece.Back || path[1].Out != "" {
		t.Fatalf("%+v", path)
	}
	is(t, "of the rail", path[0].To-path[0].From, 19)
	is(t, "air", path[1].Air, 13)
	is(t, "in the stud", path[1].To-path[1].From, 80-32)
	is(t, "edge", path[0].Edge, 30)
	is(t, "end", path[0].End, 100)
	is(t, "grain", path[1].Grain, 90)
	is(t, "edge of the stud", path[1].Edge, 19)
	if wrong := a.Faults(); len(wrong) > 0 {
		t.Error(wrong)
	}
}

// A rail's bevel of 45° in 19 mm: 19 lower at the wall; seen from the side, cut to one width, and a screw too high in it
// leaves by the bevel.
func TestBevelledRail(t *testing.T) {
	rail := wood("rail", Along(0, 0, 0), 600, 71, 19)
	rail.Slopes = []float64{0, 0, 45, 0}
	if side := rail.Side(); len(side) != 4 || !slices.ContainsFunc(side, func(p [2]float64) bool { return math.Hypot(p[0]-19, p[1]-90) < 1e-9 }) ||
		!slices.ContainsFunc(side, func(p [2]float64) bool { return math.Hypot(p[0], p[1]-71) < 1e-9 }) {
		t.Error(side)
	}
	p := rail.Piece()
	is(t, "wide", p.Width, 90)
	is(t, "bevel", p.Bevel, 45)
	for y, leaves := range map[float64]bool{40: false, 59: false, 74: true} {
		a := Assembly{Bodies: []*Body{stud(100), rail}}
		a.Fasten(Fastener{ID: "s", Group: "rail/screws", Is: screw(t, "wood-5", 80), Head: Vec{X: 100, Y: y, Z: 19}, Way: Vec{Z: -1}, Wall: true})
		if got := said(a.Faults(), "by its side"); got != leaves {
			t.Errorf("at %g: %v", y, a.Faults())
		}
	}
}

func said(all []Fault, words string) bool {
	return slices.ContainsFunc(all, func(f Fault) bool { return strings.Contains(f.Says, words) })
}

// A lap is half of what both have in common, out of both: arm and upright of 38 × 60 and 38 × 45.
func TestBothHalvesOfALap(t *testing.T) {
	up, arm := wood("upright", Up(-19, -200, 0), 300, 45, 38), wood("arm", Out(19, -60, 0), 250, 60, 38)
	a := Assembly{Bodies: []*Body{up, arm}}
	a.Join(Joint{ID: "lap", Kind: Lap, A: arm, B: up, Glued: true})
	cuts := a.Cuts()
	want := piece.Feature{Kind: piece.Lap, Face: piece.Front, Long: 45, Wide: 60, Depth: 19}
	if len(cuts[arm]) != 1 || cuts[arm][0] != want {
		t.Errorf("arm: %+v", cuts[arm])
	}
	want = piece.Feature{Kind: piece.Lap, Face: piece.Front, X: 140, Long: 60, Wide: 45, Depth: 19}
	if len(cuts[up]) != 1 || cuts[up][0] != want {
		t.Errorf("upright: %+v", cuts[up])
	}
	// A screw through the lap goes through half of each.
	f := a.Fasten(Fastener{ID: "s", Group: "lap", Is: screw(t, "wood-4", 30), Head: Vec{X: 19, Y: -30, Z: 20}, Way: Vec{X: -1}})
	path := a.Path(f)
	if len(path) != 2 || path[0].Body != arm || path[1].Body != up {
		t.Fatalf("%+v", path)
	}
	is(t, "of the arm", path[0].To, 19)
	is(t, "in the upright", path[1].To-path[1].From, 11)
	f.Is.Length = 15 // it ends in the arm's half
	if path = a.Path(f); len(path) != 1 || path[0].Body != arm || path[0].Out != "" {
		t.Errorf("a short one: %+v", path)
	}
}

// What is housed is cut out by the face that it comes in by, with its room: a dowel in an end and in an edge, a rod right
// through, a blade in its slot, a brace's end in a notch.
func TestWaysForWhatIsHoused(t *testing.T) {
	host := wood("host", Flat(0, 0, 0), 800, 250, 30)
	for name, c := range map[string]struct {
		in   *Body
		cuts piece.Kind
		room [3]float64
		want piece.Feature
	}{
		"a dowel at the back edge": {round("dowel", Vec{X: 200, Y: 15, Z: -30}, Vec{Z: 1}, 60, 10), piece.Bore, [3]float64{0, 0, 1},
			piece.Feature{Kind: piece.Bore, Face: piece.Lower, X: 200, Y: 15, D: 10, Depth: 31}},
		"a dowel in the far end": {round("dowel", Vec{X: 770, Y: 15, Z: 40}, Vec{X: 1}, 60, 10), piece.Bore, [3]float64{0, 0, 1},
			piece.Feature{Kind: piece.Bore, Face: piece.Ended, Far: true, X: 40, Y: 15, D: 10, Depth: 31}},
		"a rod through it": {round("rod", Vec{X: 200, Y: -20, Z: 100}, Vec{Y: 1}, 80, 12), piece.Bore, [3]float64{},
			piece.Feature{Kind: piece.Bore, Face: piece.Front, X: 200, Y: 100, D: 12}},
		"a blade": {wood("blade", Flat(280, 11, -8), 40, 188, 8), piece.Slot, [3]float64{2, 0.5, 5},
			piece.Feature{Kind: piece.Slot, Face: piece.Lower, X: 279, Y: 10.75, Long: 42, Wide: 8.5, Depth: 185}},
		"what is let in from below": {wood("rib", Flat(100, -30, 50), 400, 20, 40), piece.Notch, [3]float64{},
			piece.Feature{Kind: piece.Notch, Face: piece.Back, X: 100, Y: 50, Long: 400, Wide: 20, Depth: 10}},
	} {
		a := Assembly{Bodies: []*Body{host, c.in}}
		a.Join(Joint{ID: "j", Kind: Housed, A: c.in, B: host, Cuts: c.cuts, Room: c.room})
		got := a.Cuts()[host]
		if name == "a rod through it" && len(got) == 1 && got[0].Face == piece.Back { // either way is right
			got[0].Face = piece.Front
		}
		if len(got) != 1 || got[0] != c.want {
			t.Errorf("%s: %+v, want %+v", name, got, c.want)
		}
		if wrong := a.Faults(); said(wrong, "stands") || said(wrong, "goes past") {
			t.Errorf("%s: %v", name, wrong)
		}
	}
}

func round(id string, from, way Vec, long, d float64) *Body {
	side := Vec{X: 1}
	if math.Abs(way.X) > 0.5 {
		side = Vec{Y: 1}
	}
	z := r3.Cross(way, side)
	return &Body{ID: id, Name: id, Wood: "white-ash", Outline: Rect(0, -d/2, long, d/2), Thickness: d, D: d, At: Frame{O: r3.Sub(from, r3.Scale(d/2, z)), X: way, Y: side, Z: z}}
}

// Clearance in what is drawn up, with the recess for the head; a pilot as deep as the thread in what grips.
func TestBoresOfAScrew(t *testing.T) {
	arm, board := wood("arm", Out(19, -60, 0), 250, 60, 38), wood("board", Flat(-400, 0, 0), 800, 300, 30)
	a := Assembly{Bodies: []*Body{board, arm}}
	s := screw(t, "wood-5", 60)
	a.Fasten(Fastener{ID: "s", Group: "arm/board screws", Is: s, Head: Vec{X: 5, Y: -60, Z: 120}, Way: Vec{Y: 1}, Across: 10, Recess: 15})
	cuts := a.Cuts()
	want := piece.Feature{Kind: piece.Bore, Face: piece.Lower, X: 120, Y: 14, D: s.Bits(0).Clearance, Of: "wood-5", Recess: 15, Head: 10}
	if len(cuts[arm]) != 1 || cuts[arm][0] != want {
		t.Errorf("arm: %+v", cuts[arm])
	}
	if b := cuts[board]; len(b) != 1 || !b[0].Pilot || b[0].Depth != 15 || b[0].Face != piece.Back || b[0].X != 405 || b[0].Y != 120 || !(b[0].D < s.D) {
		t.Errorf("board: %+v", b)
	}
}

// Each kind of fault, made on purpose, is named; what is sound names none.
func TestFaults(t *testing.T) {
	made := func(change func(a *Assembly, rail, block *Body, f *Fastener)) []Fault {
		rail, block := wood("rail", Along(0, 0, 0), 600, 90, 19), wood("block", Along(200, 20, 19), 100, 50, 30)
		a := &Assembly{Bodies: []*Body{stud(100), rail, block}}
		a.Fasten(Fastener{ID: "w", Group: "rail/screws", Is: screw(t, "wood-5", 80), Head: Vec{X: 100, Y: 30, Z: 19}, Way: Vec{Z: -1}, Wall: true})
		f := a.Fasten(Fastener{ID: "b", Group: "block/screws", Is: screw(t, "wood-4", 45), Head: Vec{X: 250, Y: 45, Z: 49}, Way: Vec{Z: -1}, Across: 8})
		change(a, rail, block, f)
		return a.Faults()
	}
	if wrong := made(func(*Assembly, *Body, *Body, *Fastener) {}); len(wrong) > 0 {
		t.Fatal(wrong)
	}
	for words, change := range map[string]func(a *Assembly, rail, block *Body, f *Fastener){
		"crosses itself": func(_ *Assembly, _, b *Body, _ *Fastener) {
			b.Outline = [][2]float64{{50, 0}, {79, 90}, {2, 35}, {98, 35}, {21, 90}}
		},
		"inside out": func(_ *Assembly, _, b *Body, _ *Fastener) {
			b.Outline = [][2]float64{{0, 0}, {100, 0}, {40, 20}, {0, 50}}
		},
		"has no area":              func(_ *Assembly, _, b *Body, _ *Fastener) { b.Outline = Rect(0, 0, 100, 0) },
		"has no thickness":         func(_ *Assembly, _, b *Body, _ *Fastener) { b.Thickness = 0 },
		"in the rail":              func(_ *Assembly, _, b *Body, _ *Fastener) { b.At.O.Z = 17 },
		"meets only air":           func(_ *Assembly, _, _ *Body, f *Fastener) { f.Head.Y = 400 },
		"holds nothing to":         func(_ *Assembly, _, _ *Body, f *Fastener) { f.Is.Length = 20 },
		"out of the rail":          func(_ *Assembly, _, _ *Body, f *Fastener) { f.Is.Length = 70 },
		"breaks out of an edge":    func(_ *Assembly, _, _ *Body, f *Fastener) { f.Head.Y = 21 },
		"breaks out of an end":     func(_ *Assembly, _, _ *Body, f *Fastener) { f.Head.X = 201 },
		"before the block":         func(_ *Assembly, _, _ *Body, f *Fastener) { f.Head.Z = 55 },
		"is tied to nothing":       func(a *Assembly, _, _ *Body, _ *Fastener) { a.Fasteners = a.Fasteners[:1] },
		"does not reach the rail":  func(a *Assembly, r, b *Body, _ *Fastener) { b.At.O.Z = 22; a.Join(Joint{Kind: Faces, A: b, B: r}) },
		"and only touches it":      func(a *Assembly, r, b *Body, _ *Fastener) { a.Join(Joint{Kind: Lap, A: b, B: r}) },
		"its head under the block": func(a *Assembly, _, _ *Body, _ *Fastener) { a.Fasteners[0].Head = Vec{X: 250, Y: 60, Z: 19} },
		"has a slot that goes past it": func(_ *Assembly, r, _ *Body, _ *Fastener) {
			r.Own = []piece.Feature{{Kind: piece.Slot, Face: piece.Front, X: 580, Y: 10, Long: 40, Wide: 10, Depth: 5}}
		},
		"has a keyhole where its slot is": func(_ *Assembly, r, _ *Body, _ *Fastener) {
			r.Own = []piece.Feature{{Kind: piece.Slot, Face: piece.Front, X: 400, Y: 10, Long: 40, Wide: 40, Depth: 12},
				{Kind: piece.Key, Face: piece.Back, X: 420, Y: 40, D: 10, Wide: -15, Depth: 12}}
		},
	} {
		if wrong := made(change); !said(wrong, words) {
			t.Errorf("%q is not named: %v", words, wrong)
		}
	}
}

// anyBox is a box somewhere, turned somehow.
func anyBox(r *rand.Rand) *Body {
	u := r3.Unit(Vec{X: r.NormFloat64(), Y: r.NormFloat64(), Z: r.NormFloat64()})
	v := r3.Unit(r3.Cross(u, Vec{X: r.NormFloat64(), Y: r.NormFloat64(), Z: r.NormFloat64()}))
	b := wood("b", Frame{O: Vec{X: 60 * r.Float64(), Y: 60 * r.Float64(), Z: 60 * r.Float64()}, X: u, Y: v, Z: r3.Cross(u, v)}, 20+60*r.Float64(), 20+60*r.Float64(),
		20+60*r.Float64())
	if r.IntN(2) == 0 {
		b.Slopes = []float64{20 * (r.Float64() - 0.5), 0, 20 * (r.Float64() - 0.5), 0}
	}
	return b
}

// Bodies that go into one another have a place in common and others have none, tried at random places; all that they have
// in common lies within the corners that are found; drawn out along the way found, they only touch.
func TestOverlapsAtRandom(t *testing.T) {
	r := rand.New(rand.NewPCG(31, 7))
	both, none := 0, 0
	for range 400 {
		a, b := anyBox(r), anyBox(r)
		by := deep(a.form(), b.form())
		corners := shared(a.form(), b.form())
		lo, hi := bounds(corners)
		found := false
		for range 3000 {
			in := Vec{X: r.Float64() * a.Outline[2][0], Y: r.Float64() * a.Outline[2][1], Z: r.Float64() * a.Thickness}
			p := a.At.Of(in)
			if !a.form().holds(p, 0) || !b.form().holds(p, 0) {
				continue
			}
			found = true
			if p.X < lo.X-1e-6 || p.X > hi.X+1e-6 || p.Y < lo.Y-1e-6 || p.Y > hi.Y+1e-6 || p.Z < lo.Z-1e-6 || p.Z > hi.Z+1e-6 {
				t.Fatalf("%v is in both and outside of %v to %v", p, lo, hi)
			}
		}
		switch {
		case found && by <= 0:
			t.Fatalf("they have a place in common, and go %g into one another", by)
		case !found && by > 12:
			t.Fatalf("they have no place in common, and go %g into one another", by)
		case (len(corners) > 0) != (by > near) && math.Abs(by) > 1e-3:
			t.Fatalf("%d corners, %g deep", len(corners), by)
		}
		if found {
			both++
		} else {
			none++
		}
	}
	if both < 50 || none < 50 {
		t.Errorf("%d and %d: not both are tried", both, none)
	}
}

// The hull of a body is what its corners cover: its area seen along its own thickness is its outline's.
func FuzzHull(f *testing.F) {
	f.Add(uint64(1))
	f.Fuzz(func(t *testing.T, seed uint64) {
		r := rand.New(rand.NewPCG(seed, 1))
		var points [][2]float64
		for range 3 + r.IntN(20) {
			points = append(points, [2]float64{math.Round(r.Float64() * 50), math.Round(r.Float64() * 50)})
		}
		h := hull(slices.Clone(points))
		if len(h) < 3 {
			return // all on one line
		}
		if why := convex(h); why != "" {
			t.Fatalf("%v %s", h, why)
		}
		b := &Body{ID: "h", Outline: h, Thickness: 10, At: Along(0, 0, 0)}
		for _, p := range points {
			if !b.form().holds(Vec{X: p[0], Y: p[1], Z: 5}, 1e-6) {
				t.Fatalf("%v is outside of %v", p, h)
			}
		}
	})
}

// What is taken into another is moved with it, and a body that both have is one.
func TestWith(t *testing.T) {
	board := wood("board", Flat(0, 0, 0), 800, 250, 30)
	a := Assembly{Bodies: []*Body{board}}
	for i, x := range []float64{100, 700} {
		arm := wood([]string{"one", "two"}[i], Out(19, -60, 0), 200, 60, 38)
		o := &Assembly{Bodies: []*Body{arm, wood("board", Flat(-x, 0, 0), 800, 250, 30)}}
		o.Join(Joint{ID: arm.ID, Kind: Rests, A: o.Bodies[1], B: arm})
		o.Fasten(Fastener{ID: "s", Group: arm.ID, Is: screw(t, "wood-4", 75), Head: Vec{Y: -60, Z: 100}, Way: Vec{Y: 1}})
		a.With(o, Vec{X: x})
	}
	if len(a.Bodies) != 3 || a.Joints[0].A != board || a.Joints[1].A != board {
		t.Fatalf("%d bodies", len(a.Bodies))
	}
	cuts := a.Cuts()[board]
	if len(cuts) != 2 || cuts[0].X != 100 || cuts[1].X != 700 || cuts[0].Depth != 15 {
		t.Errorf("%+v", cuts)
	}
}

// A turned piece weighs, and is cut to, its own length: a brace between an upright and an arm, its ends off square by its
// slope and by what is left of 90.
func TestBraceAsAPiece(t *testing.T) {
	c, s := math.Cos(30*math.Pi/180), math.Sin(30*math.Pi/180)
	b := wood("brace", Frame{X: Vec{Z: c, Y: s}, Y: Vec{Z: -s, Y: c}, Z: Vec{X: -1}}, 0, 0, 38)
	b.Outline = [][2]float64{{0, 0}, {300, 0}, {300 - 40*c/s, 40}, {40 * s / c, 40}}
	p := b.Piece()
	is(t, "long", p.Length, 300)
	is(t, "wide", p.Width, 40)
	is(t, "foot", p.Ends[0].Off, 30)
	is(t, "head", p.Ends[1].Off, 60)
}
