package support

import (
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// boxOf is a box of Douglas-fir 900 × 200 × 200 between studs at 400 and 800, its slat of 64 × 19 along
// its upper edge screwed to both, with 200 N in its middle.
func boxOf(change func(b *BinBox)) *boxed {
	s := onStuds(0, 400, 800)
	b := &BinBox{ID: "box", Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, High: 200, Thick: 19, Back: SlatBack, BackThick: 19, SlatHigh: 64,
		Corners: Corners{Kind: ScrewedCorner, Count: 3, End: true, Screw: &hold.Fixing{Type: "wood-8", Length: 50.8}}, On: ByScrews,
		Screw: &hold.Fixing{Type: "structural-6", Length: 80}, Spots: []Spot{{ID: "s1", X: 400, Y: 168}, {ID: "s2", X: 800, Y: 168}}}
	change(b)
	clear, _ := material.GradeOf("clear")
	wood, _ := material.Stuff("douglas-fir", clear, material.Dry, 200, 19)
	return b.Stand(Stage{Wall: s.Wall, X: 150, Length: 900, Foot: 1500, Depth: 200, Thickness: 19, Board: wood, Bases: s.Bases, Condition: material.Dry,
		LongTerm: 1.6, Days: 3652.5, Care: 1, Allowed: func(span float64) float64 { return span / 300 },
		Goods: []Good{{Name: "tins", From: 500, To: 700, W: 200, Z: 100, Each: 20}}}).(*boxed)
}

// By hand: each end bears half of the 200 N and of the bottom, which is 862 × 181 × 19 mm: R. Its three
// screws stand evenly over 181 mm, at 30.17, 90.5 and 150.83, and take R/3, with the lever of the load
// from their middle R × ex × 60.33 / (2 × 60.33²) on the outer ones; in end grain each takes 0.67 Z.
func TestScrewsOfABoxByHand(t *testing.T) {
	h := boxOf(func(*BinBox) {})
	density := h.set.Board.Density() * 1e-9 * quantity.Gravity
	r := 100 + density*862*181*19/2
	e := h.out(everyday(1)) - 19
	force := r/3 + r*math.Abs(e-90.5)*60.333/(2*60.333*60.333)
	one := h.Corners.screws(nil, h.wood, 19, h.set.Board, h.set.Bases[hold.Everyday])
	if got := formLink(t, h, "left", "bottom", "box").Use(nil, everyday(1)).Used; !near(got, force/one.push, 1e-4) || one.pull != 0 {
		t.Errorf("used %.5f, want %.5f; a pull of %v N is trusted", got, force/one.push, one.pull)
	}
	side := h.Corners
	side.End = false
	if other := side.screws(nil, h.wood, 19, h.set.Board, h.set.Bases[hold.Everyday]); !near(one.push, 0.67*other.push, 1e-9) || other.pull <= 0 {
		t.Errorf("in end grain %v N, in side grain %v", one.push, other.push)
	}
	// The wall's screws: each end stands 240.5 beyond a stud and 640.5 from the other, so that a column is
	// taken to bear 640.5 / 400 of it, what the other end lifts off it not being relied on; all of it is
	// turned about the box's lower edge, 168 below them.
	a := h.whole(everyday(1))
	if !near(a.R, 200+h.Self(), 1e-9) {
		t.Errorf("its ends and dividers bear %.3f N of %.3f", a.R, 200+h.Self())
	}
	p := h.back.carries(nil, 0, 0, h.back.pulls(h.actions(everyday(1))))
	own, share := h.back.own*450, 640.5/400/2
	if !near(p.V, a.R*share+own, 1e-6) || !near(p.M, a.M*share+own*9.5, 1e-6) {
		t.Errorf("a column bears %.3f N and %.1f N·mm, want %.3f and %.1f", p.V, p.M, a.R*share+own, a.M*share+own*9.5)
	}
}

// A dowel 8 mm thick and 25 deep in each of two pieces of one wood, across its grain, by TR12 (no
// gap, qs = qm = q = Fe⊥ d): Im q l / 5, II q l (√2 − 1) / 4.5, III (−l/2 + √(l²/4 + (3/q)(M + q l²/4))) ×
// (2 q / 3) / 4, IV √(2 M q) / 4, M = MOR π d³ / 32; at most its own shear. Pull as in row 14.
func TestDowelsOfABoxByHand(t *testing.T) {
	h := boxOf(func(b *BinBox) {
		of := beech()
		b.Corners = Corners{Kind: DowelledCorner, Count: 3, D: 8, Deep: 25, Made: &of, Glued: true, End: true}
	})
	on := h.set.Bases[hold.Everyday]
	one := h.Corners.dowels(nil, &h.own, h.wood, 40, h.wood, on)
	d, l := 8.0, 25.0
	pin := h.own.Piece(*h.Corners.Made, d, d)
	q := 6100 * math.Pow(h.wood.G(), 1.45) / math.Sqrt(d/25.4) * 0.00689476 * d
	m := pin.Bending(nil, material.Basis{Mean: true, CD: 1}) * math.Pi * d * d * d / 32
	iii := (-l/2 + math.Sqrt(l*l/4+3/q*(m+q*l*l/4))) * 2 * q / 3
	want := min(q*l/5, q*l*(math.Sqrt2-1)/4.5, iii/4, math.Sqrt(2*m*q)/4) * on.CD
	own := math.Pi / 4 * d * d * pin.Shear(nil, on)
	if !near(one.push, min(want, own), 0.005) {
		t.Errorf("across %.1f N, want %.1f, its own shear %.1f", one.push, want, own)
	}
	mean := material.Basis{Mean: true, CD: 1}
	if pull := joint.Dowel(nil, d, l, pin.Shear(nil, mean), h.wood.Shear(nil, mean), true, on); !near(one.pull, pull, 1e-9) {
		t.Errorf("drawn out by %.1f N, want %.1f", one.pull, pull)
	}
	dry := h.Corners
	dry.Glued = false
	if one := dry.dowels(nil, &h.own, h.wood, 40, h.wood, on); one.pull != 0 || one.push == 0 {
		t.Errorf("dry ones: %+v", one)
	}
}

// A box on a bevelled rail stands off the wall by its hook: all that it weighs and what stands in it is
// that much further out on the bevel and on the rail's screws, and not on its own joints.
func TestABoxOnARailStandsOffTheWall(t *testing.T) {
	h := boxOf(func(b *BinBox) {
		b.On, b.Hook = ByCleat, &Hook{Made: b.Made, High: 70, Thick: 30, Length: 700, Screw: hold.Fixing{Type: "wood-8", Length: 31.75}, Count: 6}
	})
	if from, reach := h.Room(200); from != 49 || reach != 181 {
		t.Errorf("the room in it begins at %v and goes %v out, want 49 and 181", from, reach)
	}
	d := everyday(1)
	if got, want := h.whole(d).M, 200*100+h.rest*(30+100)+h.bottomWeight()*(30+109.5); !near(got, want, 1e-9) {
		t.Errorf("turned by %.1f N·mm, want %.1f", got, want)
	}
	from := h.out(d) - 30 - 19
	one := h.Corners.screws(nil, h.wood, 19, h.set.Board, h.set.Bases[hold.Everyday])
	r, _ := h.does(0, d, false)
	want := h.Corners.row(nil, one, r-h.rest/2, from, 181, 0).Used
	if got := formLink(t, h, "left", "bottom", "box").Use(nil, d).Used; !near(got, want, 1e-9) {
		t.Errorf("its joint is used %.5f, want %.5f", got, want)
	}
}

// What is only glued holds nothing in end grain; a bottom that is missing holds nothing; dividers
// carry the bottom only where what fixes them may be pulled; a deeper box is used more.
func TestBoxesAreWhatTheyAre(t *testing.T) {
	worst := func(change func(b *BinBox)) float64 {
		used := 0.0
		h := boxOf(change)
		for _, l := range h.Links() {
			if l.Kind != hold.Stiffness {
				used = max(used, l.Use(nil, everyday(1)).Used)
			}
		}
		return used
	}
	if u := formLink(t, boxOf(func(b *BinBox) { b.Corners.Kind = GluedCorner }), "left", "bottom", "box").Use(nil, everyday(1)); !math.IsInf(u.Used, 1) ||
		!strings.Contains(u.How, "glue") {
		t.Errorf("glued: %+v", u)
	}
	if u := formLink(t, boxOf(func(b *BinBox) { b.Open = true }), "bottom", "there", "box").Use(nil, everyday(1)); !math.IsInf(u.Used, 1) ||
		!strings.Contains(u.How, "falls through") {
		t.Errorf("open: %+v", u)
	}
	if u := worst(func(b *BinBox) { b.Back = NoBack }); !math.IsInf(u, 1) {
		t.Errorf("without a back it is used %v", u)
	}
	bins := func(b *BinBox) { b.Dividers, b.Fixed = []Divider{{ID: "d1", X: 600}}, true }
	if h := boxOf(bins); len(h.at) != 2 {
		t.Errorf("a divider on screws in end grain holds the bottom up: %v", h.at)
	}
	h := boxOf(func(b *BinBox) { bins(b); b.Corners.End = false })
	if len(h.at) != 3 {
		t.Fatalf("a divider screwed into side grain does not: %v", h.at)
	}
	if u := formLink(t, h, "d1", "bottom", "box").Use(nil, everyday(1)); !(u.Used > 0) || !strings.Contains(u.How, "pull") {
		t.Errorf("its screws: %+v", u)
	}
	bend := func(h *boxed) float64 { return formLink(t, h, "bottom", "bending", "box").Use(nil, everyday(1)).Used }
	if bend(h) >= bend(boxOf(func(*BinBox) {})) {
		t.Error("with a divider under it the bottom bends as much")
	}
	if keyed := worst(func(b *BinBox) {
		b.On, b.Key, b.Screw = ByKeyholes, &KeySlot{Routed: true, Across: true, Lip: 6}, &hold.Fixing{Type: "wood-10", Length: 63.5}
	}); !(keyed > 0) || math.IsInf(keyed, 1) {
		t.Errorf("on keyholes it is used %v", keyed)
	}
}

// What is not in the box, or comes out of its pieces, is refused by its place.
func TestBadBoxes(t *testing.T) {
	for path, change := range map[string]func(b *BinBox){
		"dividers[0].x_mm": func(b *BinBox) { b.Dividers = []Divider{{ID: "d", X: 155}} },
		"dividers[1].x_mm": func(b *BinBox) { b.Dividers = []Divider{{ID: "d", X: 500}, {ID: "e", X: 505}} },
		"slant_mm":         func(b *BinBox) { b.Slant = 190 }, "spots[0].x_mm": func(b *BinBox) { b.Spots[0].X = 40 },
		"slat_high_mm": func(b *BinBox) { b.SlatHigh = 300 }, "spots[0].y_mm": func(b *BinBox) { b.Spots[0].Y = 250 },
		"screw": func(b *BinBox) { b.Screw = nil }, "keyhole": func(b *BinBox) { b.On = ByKeyholes }, "hook": func(b *BinBox) { b.On = ByCleat },
		"corners.screw": func(b *BinBox) { b.Corners.Screw = nil }, "corners.made": func(b *BinBox) { b.Corners = Corners{Kind: DowelledCorner, Count: 2, D: 8, Deep: 20} },
		"back_thick_mm": func(b *BinBox) { b.BackThick = 0 },
	} {
		b := boxOf(func(*BinBox) {}).BinBox
		change(b)
		l := problem.New()
		b.Validate(l)
		FitsUnder(b, l, 150, 900, 200)
		if !slices.ContainsFunc(l.All(), func(p problem.Problem) bool { return p.Path == path && p.Message != "" }) {
			t.Errorf("%s: %v", path, l.All())
		}
	}
}
