package support

import (
	"math"
	"strings"
	"testing"

	"aguante/core/fastener"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/wall"
)

// onStuds is a setting on a wall with studs at the given places, contents that
// change over the years, and a board of black cherry.
func onStuds(x float64, studs ...float64) Setting {
	s := setting(x)
	cherry, _ := material.WoodOf("black-cherry")
	s.Board.Wood, s.Along = cherry, 400
	s.Wall.Studs = nil
	for i, at := range studs {
		s.Wall.Studs = append(s.Wall.Studs, wall.Stud{ID: string(rune('a' + i)), X: mm(at), Width: 38, Depth: 89, Wood: "spruce-pine-fir"})
	}
	return s
}

// cherryStrip is a strip of black cherry, 38 thick, with one fastener in each row at each
// of the places.
func cherryStrip(from, to float64, height float64, xs, ys []float64) *Rail {
	r := &Rail{Made: hold.Made{Wood: "black-cherry", Grade: "clear"}, ID: "rail", Kind: Strip, X: mm(from), Length: mm(to - from),
		Height: mm(height), Thickness: 38,
		Screw: hold.Fixing{Type: "wood-12", Length: 101.6}}
	for i, x := range xs {
		for k, y := range ys {
			r.Spots = append(r.Spots, Spot{ID: "s" + string(rune('a'+i)) + string(rune('a'+k)), X: mm(x), Y: mm(y)})
		}
	}
	return r
}

// ashPin is row 13's pin: 16 mm white ash, 60 mm bedded in strip and shelf.
func ashPin() *Pin {
	return &Pin{Made: hold.Made{Wood: "white-ash", Grade: "clear"}, Kind: DowelPin, Width: 16, High: 16, Root: 60, Tip: 60, Play: 0.1}
}

// hangPin puts a pin in the middle of a 44 mm board over a strip so thick.
func hangPin(p *Pin, thick float64) *pinned {
	s := onStuds(500, 300, 700)
	s.Thickness, s.Depth = 44, 250
	s.Rail = cherryStrip(200, 900, 60, []float64{300, 700}, []float64{40})
	s.Rail.Thickness = mm(thick)
	s.Bases[hold.Everyday] = material.Basis{CD: 0.9}
	return p.Hang(s).(*pinned)
}

func TestRow13Pin(t *testing.T) {
	h := hangPin(ashPin(), 60)
	// Arm 80 in front of the strip: the load's centroid is 140 from the wall.
	a := hold.Action{R: 60, M: 60 * 140}
	if !near(h.modulus(), 402.1, 0.005) {
		t.Errorf("S %v", h.modulus())
	}
	if u := h.bends(nil, a); !near(u.Used, 0.4020, 0.005) {
		t.Errorf("bending %v, want 0.4020", u.Used)
	}
	if u := h.rootBore(nil, a); !near(u.Used, 0.750/3.879, 0.005) {
		t.Errorf("bore in the strip %v, want %v", u.Used, 0.750/3.879)
	}
	if u := h.tipBore(nil, a); !near(u.Used, 0.375/3.879, 0.005) {
		t.Errorf("bore in the shelf %v, want %v", u.Used, 0.375/3.879)
	}
	brk := a
	brk.Case = hold.Break
	if u := h.rootBore(nil, brk); !near(u.Used, 0.750/(5*3.879), 0.005) {
		t.Errorf("at the break the bore takes Fe itself: %v", u.Used)
	}
}

func TestRow26Play(t *testing.T) {
	p := ashPin()
	p.Root, p.Play = 38, 0.2
	h := hangPin(p, 38)
	h.set.Depth = 200
	if d := h.play(); !near(d, 1.719, 0.005) {
		t.Errorf("droop from play %v, want 1.719", d)
	}
}

func TestRodIsHeldBySteel(t *testing.T) {
	p := ashPin()
	p.Kind, p.Width, p.High, p.Steel = RodPin, 12, 12, hold.Unmarked
	h := hangPin(p, 38)
	// By hand: π 12³/32 = 169.6 mm³ at 205/1.67 = 122.8 MPa takes 20 825 N·mm; 100 N
	// at 112 mm from the wall stand 74 in front of the strip: 7400/20 825 = 0.3553.
	if u := h.bends(nil, hold.Action{R: 100, M: 11200}); !near(u.Used, 0.3553, 0.001) {
		t.Errorf("rod in bending %v, want 0.3553", u.Used)
	}
}

func TestPinStraightInAStud(t *testing.T) {
	s := onStuds(500, 500)
	s.Thickness, s.Depth = 44, 250
	p := ashPin()
	p.Kind, p.Width, p.High, p.Steel, p.Root, p.Lock = RodPin, 12, 12, hold.Structural, 70, true
	h := p.Hang(s).(*pinned)
	// The lining of 12.7 mm makes the lever longer: 112 + 12.7 = 124.7.
	if got := h.reach(hold.Action{R: 100, M: 11200}); !near(got, 124.7, 1e-9) {
		t.Errorf("lever %v, want 124.7", got)
	}
	// The bore lies along the stud's grain: 11 200 × 0.42 psi = 32.43 MPa, a quarter
	// of it 8.108; q = (4 × 100/70 + 6 × 12 470/70²)/12 = 1.7486: 0.2157.
	if u := h.rootBore(nil, hold.Action{R: 100, M: 11200}); !near(u.Used, 0.2157, 0.002) {
		t.Errorf("bore in the stud %v, want 0.2157", u.Used)
	}
	if u := h.stands(nil, hold.Action{}); u.Used != 0 {
		t.Errorf("a pin in the middle of a stud: %+v", u)
	}
	for name, move := range map[string]func(*Setting, *Pin){
		"misses":      func(s *Setting, _ *Pin) { s.X = 560 },
		"stud's edge": func(s *Setting, _ *Pin) { s.X = 512 },
		"stud's back": func(_ *Setting, p *Pin) { p.Root = 95 },
		"not drilled": func(s *Setting, _ *Pin) {
			s.Wall.KeepOuts = []wall.KeepOut{{ID: "k", Kind: wall.Pipe, Name: "pipe", X: 490, Width: 20, Height: 2400}}
		},
		"hollow block":  func(s *Setting, _ *Pin) { s.Wall.Kind = wall.Block },
		"not so deep":   func(_ *Setting, p *Pin) { p.Tip = 260 },
		"in a board of": func(_ *Setting, p *Pin) { p.High, p.Width = 43, 43 },
	} {
		s, p := onStuds(500, 500), *p
		s.Thickness, s.Depth = 44, 250
		move(&s, &p)
		u := p.Hang(s).(*pinned).stands(nil, hold.Action{})
		want := map[string]string{"misses": "misses", "stud's edge": "edge", "stud's back": "back", "not drilled": "must not be drilled",
			"hollow block": "hollow block", "not so deep": "not so deep", "in a board of": "high in a board"}[name]
		if !math.IsInf(u.Used, 1) || !strings.Contains(u.How, want) {
			t.Errorf("%s: %+v", name, u)
		}
	}
}

func TestPinsOffTheirStrip(t *testing.T) {
	for name, c := range map[string]struct {
		change func(*Setting, *Pin)
		how    string
	}{
		"beyond its end":     {func(s *Setting, _ *Pin) { s.X = 905 }, "beyond the end"},
		"over its edge":      {func(s *Setting, _ *Pin) { s.Rail.Bottom = 20 }, "no wood of the strip"},
		"deeper than it":     {func(_ *Setting, p *Pin) { p.Root = 61 }, "into a strip"},
		"thicker than board": {func(_ *Setting, p *Pin) { p.Width, p.High = 60, 60 }, "high in a board"},
	} {
		h := hangPin(ashPin(), 60)
		rail := *h.strip
		s, p := Setting{Site: h.set, Rail: &rail}, ashPin()
		c.change(&s, p)
		if u := p.Hang(s).(*pinned).stands(nil, hold.Action{}); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, c.how) {
			t.Errorf("%s: %+v", name, u)
		}
	}
	l := problem.New()
	(&Pin{Made: hold.Made{Wood: "cheese", Grade: ""}, Kind: "nail", Width: 16, High: 12, Root: -1, Tip: 1000, Play: 9}).Validate(l.In("pin"))
	if len(l.All()) < 5 {
		t.Errorf("bad pins: %v", l.All())
	}
}

func TestPropertiesOfPins(t *testing.T) {
	use := func(p *Pin, e float64) map[string]float64 {
		out := map[string]float64{}
		for _, l := range hangPin(p, 60).Links() {
			out[l.Mode] = l.Use(nil, hold.Action{R: 60, M: 60 * e}).Used
		}
		return out
	}
	base, far, fat, deep := use(ashPin(), 140), use(ashPin(), 170), ashPin(), ashPin()
	fat.Width, fat.High = 18, 18
	deep.Tip = 90
	for _, mode := range []string{"bending", "root", "tip", "droop"} {
		if far[mode] <= base[mode] {
			t.Errorf("%s: a longer lever is easier", mode)
		}
		if u := use(fat, 140); u[mode] > base[mode] {
			t.Errorf("%s: a thicker pin is harder pressed", mode)
		}
	}
	if u := use(deep, 140); u["tip"] >= base["tip"] || u["droop"] >= base["droop"] {
		t.Error("a pin bedded deeper in the shelf helps nothing")
	}
	// Equilibrium of the straight-line pressures that the bore rules stand for: over
	// the bore they sum to V, about its mouth to M.
	const d, l, v, m, n = 16.0, 60.0, 60.0, 4800.0, 20000
	q0, q1 := (4*v/l+6*m/l/l)/d, -(2*v/l+6*m/l/l)/d
	force, moment := 0.0, 0.0
	for i := range n {
		x := l * (float64(i) + 0.5) / n
		f := (q0 + (q1-q0)*x/l) * d * l / n
		force, moment = force+f, moment-f*x
	}
	if !near(force, v, 1e-6) || !near(moment, m, 1e-6) {
		t.Errorf("pressures sum to %v and %v, want %v and %v", force, moment, v, m)
	}
}

func TestEmbeddingDoesNotDependOnHowThinAPinIs(t *testing.T) {
	if fastener.Embedding(nil, 0.5, 3, true) < fastener.Embedding(nil, 0.5, 20, true) {
		t.Error("a thin pin beds worse than a thick one")
	}
}
