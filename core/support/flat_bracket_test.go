package support

import (
	"math"
	"testing"

	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/wall"
	"aguante/core/working"
)

// bracket is row 12's: 38.1 × 4.76, reach 200, hole 6, screws 25 and 80 from
// the corner of a 120 leg.
func bracket() *FlatBracket {
	return &FlatBracket{
		Reach: 200, Leg: 120, Width: 38.1, Thickness: 4.76, Steel: hold.Unmarked, LegSide: LegBelow, Hole: 6,
		Holes: []BracketHole{{ID: "h1", Corner: 25}, {ID: "h2", Corner: 80}},
		Screw: hold.Fixing{Type: "wood-10", Length: 63.5},
	}
}

func setting(x float64) Setting {
	pine, _ := material.WoodOf("ponderosa-pine")
	clear, _ := material.GradeOf("clear")
	return Setting{Site: hold.Site{
		Wall: &wall.Wall{Length: 2000, Height: 2400, Lining: wall.Lining{Kind: wall.Gypsum, Thickness: 12.7},
			Studs: []wall.Stud{{ID: "s1", X: 500, Width: 38, Depth: 89, Wood: "spruce-pine-fir"}}},
		X: x, Underside: 1200, Depth: 260, Thickness: 19.05,
		Board: material.Board{Wood: pine, Grade: clear}, Bases: hold.BasesFor(material.Changing),
	}}
}

func hang(b *FlatBracket, x float64) *flat { return b.Hang(setting(x)).(*flat) }

func TestRow12FlatBracketWhole(t *testing.T) {
	f := hang(bracket(), 500)
	a := hold.Action{R: 120, M: 120 * 130}
	if !near(f.net, 181.8, 0.005) || !near(f.Steel.Yield()*f.net/1.67, 22320, 0.005) {
		t.Errorf("Z %v, moment %v", f.net, f.Steel.Yield()*f.net/1.67)
	}
	if u := f.bar(nil, a); !near(u.Used, 0.699, 0.005) {
		t.Errorf("bar used %v, want 0.699", u.Used)
	}
	if d := f.tipDroop(nil, a); !near(d, 2.32+1.139, 0.005) {
		t.Errorf("droop %v, want 3.459", d)
	}
	if p := f.nearPull(nil, a); !near(p, 327.7, 0.005) {
		t.Errorf("near screw %v, want 327.7", p)
	}
	if u := f.bar(nil, hold.Action{R: 120, M: 120 * 130, Case: hold.Break}); !near(u.Used, 120*130/(1.1*205*181.8), 0.005) {
		t.Errorf("bar at the break: %v", u.Used)
	}
	// Its spring: R over the deflection at e, e³/3EI + e² s/EI with I = 38.1 × 4.76³/12.
	ei := 200000 * 38.1 * 4.76 * 4.76 * 4.76 / 12
	if want := 130.*130*130/(3*ei) + 130.*130*25/ei; !near(f.Soft(130), want, 1e-9) {
		t.Errorf("soft %v, want %v", f.Soft(130), want)
	}
	// Droop in the limit link is judged against a hundredth of the depth.
	if u := f.droop(nil, a); !near(u.Used, 3.459/2.6, 0.005) {
		t.Errorf("droop used %v", u.Used)
	}
}

func TestScrewsByHand(t *testing.T) {
	// Two #10 × 2 1/2 in screws through a 4.76 plate and 12.7 lining: 46.04 mm in
	// the stud, thread 42.33. W = 16.73 × 42.33 = 708.2 at CD 1; Z through 12.7
	// lining on 46 mm of stud, row 22: 291.8 (mode IV does not feel the length).
	f := hang(bracket(), 500)
	a := hold.Action{R: 200, M: 200 * 130}
	// Near: T = 26000/47.6 = 546.2, V = 100; P = 555.3.
	want := (100*100/555.3)/291.8 + (546.2*546.2/555.3)/708.2
	if u := f.nearScrew(nil, a); !near(u.Used, want, 0.005) || u.How != "pull out of the stud" {
		t.Errorf("near screw %+v, want %v", u, want)
	}
	// Other: levers 95 and 40 over the heel, ignoring the little contact height:
	// T = 26000 × 40/(95² + 40²) = 97.9 at first; the contact raises it a little.
	got := f.heel.Pull(nil, a.M, 40)
	if got < 93 || got > 98 {
		t.Errorf("other screw pulls %v, want a little under 97.9", got)
	}
	g := f.Geometry(a)
	pull, heel := g.Forces[0], g.Forces[1]
	if !near(pull.N, 546.2, 0.005) || pull.DZ != 1 || !near(heel.N, f.heel.Fb*f.heel.B*f.heel.Contact(a.M), 1e-9) || heel.DZ != -1 ||
		heel.Y != -120 || len(g.Holes) != 2 || !g.Holes[0].Near || g.Holes[1].Near {
		t.Errorf("geometry %+v", g)
	}
}

func TestTurnedOverTheSameBracketPullsDifferently(t *testing.T) {
	a := hold.Action{R: 150, M: 150 * 130}
	below, over := bracket(), bracket()
	over.LegSide = LegAbove
	f, g := hang(below, 500), hang(over, 500)
	// Leg above: the near screw's lever over the corner is its own 25 mm, under
	// 10 t = 47.6, so it pulls 47.6/25 as much.
	if r := g.nearPull(nil, a) / f.nearPull(nil, a); !near(r, 47.6/25, 1e-6) {
		t.Errorf("ratio of the pulls %v, want %v", r, 47.6/25)
	}
	if got := fact(t, f.Geometry(a), "turned over, the near one pulls"); !near(got, g.nearPull(nil, a), 1e-9) {
		t.Errorf("the drawing says %v for the bracket turned over, it is %v", got, g.nearPull(nil, a))
	}
	if got := fact(t, f.Geometry(a), "the other"); !near(got, fact(t, g.Geometry(a), "in place of"), 1e-9) {
		t.Errorf("other screw turned: %v", got)
	}
}

// fact is a figure that a drawing gives.
func fact(t *testing.T, g hold.Geometry, name string) float64 {
	t.Helper()
	for _, f := range g.Facts {
		if f.Name == name {
			return f.Value
		}
	}
	t.Fatalf("the drawing does not say %q: %+v", name, g.Facts)
	return 0
}

func linkOf(t *testing.T, f Hung, role hold.Role) hold.Link {
	t.Helper()
	for _, l := range f.Links() {
		if l.Role == role {
			return l
		}
	}
	t.Fatalf("no link %s", role)
	return hold.Link{}
}

func TestNoPathCountsAScrewInAir(t *testing.T) {
	for name, c := range map[string]struct {
		x     float64
		screw hold.Fixing
		hold  int
		how   string
	}{
		"in the stud":       {500, hold.Fixing{Type: "wood-10", Length: 63.5}, 2, "hold"},
		"beside it":         {560, hold.Fixing{Type: "wood-10", Length: 63.5}, 0, "the first misses the stud: not counted"},
		"its edge, a screw": {510, hold.Fixing{Type: "wood-10", Length: 63.5}, 2, "hold"},
		"its very edge":     {518, hold.Fixing{Type: "wood-10", Length: 63.5}, 0, "the first is too near the stud's edge: not counted"},
		"its edge, a lag":   {510, hold.Fixing{Type: "lag-5/16", Length: 101.6}, 0, "the first is too near the stud's edge: not counted"},
		"too short":         {500, hold.Fixing{Type: "wood-10", Length: 21}, 0, "the first is too short for the stud: not counted"},
		"out of the back": {500, hold.Fixing{Type: "lag-5/16", Length: 127}, 0,
			"the first comes out of the stud's back, do not drill: not counted"},
		"lag too short by tip": {500, hold.Fixing{Type: "lag-5/16", Length: 4.76 + 12.7 + 12}, 0,
			"the first is too short for the stud: not counted"},
	} {
		b := bracket()
		b.Screw = c.screw
		f := hang(b, c.x)
		gate := linkOf(t, f, hold.RoleBehind)
		u := gate.Use(nil, hold.Action{R: 1, M: 1})
		if f.hold != c.hold || u.How != c.how || math.IsInf(u.Used, 1) != (c.hold == 0) {
			t.Errorf("%s: %d hold, %+v", name, f.hold, u)
		}
		if c.hold == 0 {
			for _, l := range f.Links() {
				if l.Role == hold.RoleNear || l.Role == hold.RoleOthers || l.Role == hold.RoleHeel {
					t.Errorf("%s: %s is still asked", name, l.Name)
				}
			}
		}
	}
	none := bracket()
	none.Holes = nil
	if u := linkOf(t, hang(none, 500), hold.RoleBehind).Use(nil, hold.Action{}); u.How != "there are none" || !math.IsInf(u.Used, 1) {
		t.Errorf("no screws: %+v", u)
	}
	half := bracket()
	half.Width, half.Holes[1].Offset = 60, 25
	if f := hang(half, 500); f.hold != 1 || len(f.Notes().Cautions) == 0 {
		t.Errorf("one of two beside the stud: %d hold, %v", f.hold, f.Notes())
	}
}

func TestBoardScrews(t *testing.T) {
	b := bracket()
	b.Board = &hold.BoardScrews{Fixing: hold.Fixing{Type: "wood-6", Length: 28}, Count: 2, FromWall: 100}
	s := setting(500)
	s.Thickness = 38
	f := b.Hang(s).(*flat)
	if !f.HoldsDown() {
		t.Fatal("23 mm of a #6 in a 38 mm board should hold")
	}
	// The board lifts with 60 N: 30 N a screw. #6: W = 2850 × 0.40² × 0.138 = 62.93
	// lb/in = 11.02 N/mm; thread min(28 × 2/3, 28 − 4.76) = 18.67: 205.7 N.
	if u := f.arm().Held(nil, hold.Action{R: -60, M: -60 * 100}); !near(u.Used, 30/205.7, 0.005) {
		t.Errorf("held down: %v", u.Used)
	}
	// 30 N keep the board from tipping off its front: 15 N a screw.
	if u := f.arm().Held(nil, hold.Action{R: 100, M: 100 * 230, Lift: 30}); !near(u.Used, 15/205.7, 0.005) {
		t.Errorf("past the tip: %v", u.Used)
	}
	if n, behind := Screwed(f); n != 2 || behind != 100 {
		t.Errorf("%v screws, %v behind the tip", n, behind)
	}
	b.Board.Length = 8
	if short := b.Hang(s).(*flat); short.HoldsDown() || len(short.arm().Links()) > 0 || len(short.Notes().Cautions) == 0 {
		t.Error("3 mm of a #6 counts, or nothing is said of it")
	}
	if bed := hang(bracket(), 500).Bed(); bed == nil || bed.Reach != 200 || bed.Wide != float64(bracket().Width) {
		t.Errorf("a board lies on %v", bed)
	}
}

func TestPropertiesOfTheFlatBracket(t *testing.T) {
	use := func(b *FlatBracket, e float64) map[hold.Role]float64 {
		out := map[hold.Role]float64{}
		for _, l := range hang(b, 500).Links() {
			out[l.Role] = l.Use(nil, hold.Action{R: 100, M: 100 * e}).Used
		}
		return out
	}
	base := use(bracket(), 120)
	thick, long, deep, far := bracket(), bracket(), bracket(), use(bracket(), 150)
	thick.Thickness, long.Leg, deep.Screw.Length = 6, 160, 76.2
	long.Holes[1].Corner = 120
	for _, r := range []hold.Role{hold.RoleBar, hold.RoleDroop, hold.RoleNear, hold.RoleOthers, hold.RoleHeel, hold.RoleTips} {
		if far[r] < base[r] {
			t.Errorf("%s: a longer arm is easier", r)
		}
	}
	if u := use(thick, 120); u[hold.RoleBar] >= base[hold.RoleBar] || u[hold.RoleDroop] >= base[hold.RoleDroop] ||
		u[hold.RoleNear] >= base[hold.RoleNear] {
		t.Error("a thicker bar is no stronger")
	}
	if u := use(deep, 120); u[hold.RoleNear] >= base[hold.RoleNear] {
		t.Error("more thread in the stud holds no more")
	}
	if u := use(long, 120); u[hold.RoleHeel] >= base[hold.RoleHeel] {
		t.Error("a longer leg presses harder")
	}
}

func TestValidationNamesEveryProblem(t *testing.T) {
	b := &FlatBracket{Leg: -1, Width: quantity.Length(math.NaN()), Thickness: 900, Steel: "cheese", LegSide: "sideways",
		Holes: make([]BracketHole, 12),
		Screw: hold.Fixing{Type: "nail", Length: 1e9}, Board: &hold.BoardScrews{Count: -2}}
	l := problem.New()
	b.Validate(l.In("b"))
	got := map[string]bool{}
	for _, p := range l.All() {
		got[p.Path] = true
	}
	for _, path := range []string{"b.reach_mm", "b.leg_mm", "b.width_mm", "b.thickness_mm", "b.steel", "b.leg_side", "b.screw.type",
		"b.screw.length_mm",
		"b.holes[0].id", "b.holes[0].from_corner_mm", "b.board_screws.type", "b.board_screws.count"} {
		if !got[path] {
			t.Errorf("nothing is said of %s; found %v", path, got)
		}
	}
	ok := problem.New()
	bracket().Validate(ok)
	if len(ok.All()) != 0 {
		t.Errorf("a sound bracket: %v", ok.All())
	}
}

func TestWorkingFollowsTheRule(t *testing.T) {
	f := hang(bracket(), 500)
	for _, l := range f.Links() {
		for _, c := range []hold.Case{hold.Everyday, hold.Sudden, hold.Break} {
			var sh working.Sheet
			a := hold.Action{R: 120, M: 120 * 130, Case: c}
			u := l.Use(&sh, a)
			if plain := l.Use(nil, a); plain != u {
				t.Errorf("%s: %+v with its sum shown, %+v without", l.Name, u, plain)
			}
			if len(sh.Steps) == 0 {
				t.Errorf("%s shows nothing", l.Name)
			} else if last := sh.Steps[len(sh.Steps)-1]; l.Kind != hold.Gate && !near(last.Result, u.Used, 1e-9) {
				t.Errorf("%s: the sum ends with %v, the link is used %v", l.Name, last.Result, u.Used)
			}
		}
	}
}

func near(got, want, rel float64) bool { return math.Abs(got-want) <= rel*math.Abs(want) }

// A load past the tip of an arm droops it by R a² (3e − a) / 6EI, and e²R s/EI of its corner's turning as any other does: at the
// tip both formulas are one.
func TestDroopOfALoadPastTheTip(t *testing.T) {
	f := hang(bracket(), 500)
	reach := float64(bracket().Reach)
	droop := func(e float64) float64 { return f.tipDroop(nil, hold.Action{R: 100, M: 100 * e}) }
	if at, past := droop(reach-1e-6), droop(reach+1e-6); math.Abs(at-past) > 1e-6*at {
		t.Errorf("%g before the tip, %g past it", at, past)
	}
}
