package support

import (
	"math"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/problem"
)

// frame is row 17's braced bracket, of clear Douglas fir 38 × 60 in a half-lap.
func frame() Frame {
	return Frame{
		Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, Reach: 240, Width: 38, High: 60, Deep: 38, Leg: 260,
		Joint: hold.Joint{Kind: hold.LapJoint, Glued: true}, Brace: &Brace{Out: 200, Down: 220, High: 38},
	}
}

func timberBracket() *TimberBracket {
	return &TimberBracket{Frame: frame(), Holes: []hold.PlateHole{{ID: "h1", Down: 80}, {ID: "h2", Down: 190}},
		Screw: hold.Fixing{Type: "wood-14", Length: 101.6}}
}

func hangTimber(b *TimberBracket) *timbered {
	s := onStuds(500, 500)
	s.Depth, s.Thickness = 260, 19
	return b.Hang(s).(*timbered)
}

func useOf(t *testing.T, h Hung, part, mode string, a hold.Action) hold.Use {
	t.Helper()
	for _, l := range h.Links() {
		if l.Part == part && l.Mode == mode {
			return l.Use(nil, a)
		}
	}
	t.Fatalf("no link %s/%s", part, mode)
	return hold.Use{}
}

func TestRow17Brace(t *testing.T) {
	s := bracing(400, 150, 200, 220)
	if !near(s.N, 405.4, 0.005) || !near(s.H, 272.7, 0.005) || !near(s.V, 100, 0.005) {
		t.Errorf("N %v H %v across the joint %v, want 405.4, 272.7, 100", s.N, s.H, s.V)
	}
	// Equilibrium of the arm: up at the joint and the brace, R down; moments about the
	// joint: R e = N sin φ × ab. And of the whole: what the joint pulls the brace pushes.
	if !near(s.V+s.Foot, 400, 1e-9) || !near(s.Foot*200, 400*150, 1e-9) || !near(math.Hypot(s.H, s.Foot), s.N, 1e-9) {
		t.Errorf("the arm does not balance: %+v", s)
	}
}

func TestTimberBracketByHand(t *testing.T) {
	h := hangTimber(timberBracket())
	a := hold.Action{R: 400, M: 400 * 150}
	// Arm: 400 × 150 × 50/200 = 15 000 N·mm; S 38 × 60²/6 = 22 800; Fb of clear Douglas
	// fir at CD 1: 85 × 0.7368/2.1 = 29.82: 0.02206.
	if u := useOf(t, h, "arm", "bending", a); !near(u.Used, 15000/22800.0/29.823, 0.002) {
		t.Errorf("arm %v", u.Used)
	}
	// Past the brace's head at 200: 400 × 30.
	if u := useOf(t, h, "arm", "bending", hold.Action{R: 400, M: 400 * 230}); !near(u.Used, 12000/22800.0/29.823, 0.002) {
		t.Errorf("arm past the brace %v", u.Used)
	}
	// Half-lap 38 × 60 under H 272.7 and V 100: 290.5/(38 × 60) = 0.1274 MPa against
	// Fv/4: 7.8 × 0.7697/2.1 × 0.5/4 = 0.3574.
	if u := useOf(t, h, "arm", "joint", a); !near(u.Used, 0.1274/0.35737, 0.002) {
		t.Errorf("half-lap %v, want %v", u.Used, 0.1274/0.35737)
	}
	// Brace ends: 405.4/(38 × 38) = 0.2807 against 5.5/1.67 = 3.293.
	if u := useOf(t, h, "brace", "ends", a); !near(u.Used, 0.2807/3.2934, 0.005) {
		t.Errorf("brace ends %v", u.Used)
	}
	// Upright: levers 180 and 70 over its foot: 60 000 × 180/(180² + 70²) = 289.5 at
	// first, a little more with the contact's height.
	if p := h.mount.Columns[0].Down.Pull(nil, a.M, 180); p < 289.5 || p > 305 {
		t.Errorf("upper screw pulls %v", p)
	}
}

func TestJointsOfAnArm(t *testing.T) {
	use := func(j hold.Joint, a hold.Action) hold.Use {
		b := timberBracket()
		b.Brace, b.Joint = nil, j
		if j.Kind == hold.LapJoint && j.Screw != nil {
			b.Width = 50 // in half of 38 mm no screw has six diameters
		}
		return useOf(t, hangTimber(b), "arm", "joint", a)
	}
	a := hold.Action{R: 60, M: 60 * 120}
	column := []joint.Point{{X: 28, Y: 12}, {X: 28, Y: 48}}
	four := []joint.Point{{X: 10, Y: 12}, {X: 28, Y: 12}, {X: 10, Y: 48}, {X: 28, Y: 48}}
	for _, c := range []struct {
		name  string
		joint hold.Joint
		fails string // part of why it holds nothing
	}{
		{"butt", hold.Joint{Kind: hold.ButtJoint, Glued: true}, "end-grain glue counts for nothing"},
		{"dry lap", hold.Joint{Kind: hold.LapJoint}, "dry"},
		{"lap", hold.Joint{Kind: hold.LapJoint, Glued: true}, ""},
		{"lap with screws", hold.Joint{Kind: hold.LapJoint, Glued: true, Screw: &hold.Fixing{Type: "wood-6", Length: 48}, Places: four}, ""},
		{"screws", hold.Joint{Kind: hold.ScrewJoint, Screw: &hold.Fixing{Type: "wood-8", Length: 63.5}, Places: four}, ""},
		{"one screw", hold.Joint{Kind: hold.ScrewJoint, Screw: &hold.Fixing{Type: "wood-8", Length: 63.5}, Places: four[:1]}, "hinge"},
		{"short screws", hold.Joint{Kind: hold.ScrewJoint, Screw: &hold.Fixing{Type: "wood-8", Length: 41}, Places: four}, "that they need"},
		{"bolts", hold.Joint{Kind: hold.BoltJoint, Screw: &hold.Fixing{Type: "bolt-6", Length: 90}, Places: column}, ""},
		{"short bolts", hold.Joint{Kind: hold.BoltJoint, Screw: &hold.Fixing{Type: "bolt-6", Length: 60}, Places: four}, "shorter than both"},
		{"gussets", hold.Joint{Kind: hold.GussetJoint, Screw: &hold.Fixing{Type: "wood-8", Length: 38}, Places: four,
			Made: &hold.Made{Wood: "birch-plywood", Grade: "clear"}}, ""},
		{"glued dowels", hold.Joint{Kind: hold.DowelJoint, Glued: true, D: 10, Deep: 30, Places: four[1:3],
			Made: &hold.Made{Wood: "european-beech", Grade: "clear"}}, ""},
		{"dry dowels", hold.Joint{Kind: hold.DowelJoint, D: 10, Deep: 30, Places: four[1:3],
			Made: &hold.Made{Wood: "european-beech", Grade: "clear"}}, "pull out"},
		{"glued tenon", hold.Joint{Kind: hold.TenonJoint, Glued: true, D: 12, Deep: 32, High: 45}, ""},
		{"dry tenon", hold.Joint{Kind: hold.TenonJoint, D: 12, Deep: 32, High: 45}, ""},
		{"mitre", hold.Joint{Kind: hold.MitreJoint, Glued: true, D: 12, Deep: 32, High: 45}, ""},
		{"screws from behind", hold.Joint{Kind: hold.BehindJoint, Screw: &hold.Fixing{Type: "wood-14", Length: 100}, Places: four},
			"end grain is not trusted"},
		{"lags from behind", hold.Joint{Kind: hold.BehindJoint, Screw: &hold.Fixing{Type: "lag-1/4", Length: 127}, Places: four}, ""},
	} {
		u := use(c.joint, a)
		if c.fails != "" {
			if !math.IsInf(u.Used, 1) || !strings.Contains(u.How, c.fails) {
				t.Errorf("%s: %+v, want a failure with %q", c.name, u, c.fails)
			}
			continue
		}
		if !(u.Used > 0) || math.IsInf(u.Used, 1) {
			t.Errorf("%s: %+v", c.name, u)
		}
		if far := use(c.joint, hold.Action{R: 60, M: 60 * 160}); far.Used <= u.Used {
			t.Errorf("%s: a longer lever is easier, %v, %v", c.name, u.Used, far.Used)
		}
		if c.joint.Kind != hold.ButtJoint {
			if b := use(c.joint, hold.Action{R: 60, M: 60 * 120, Case: hold.Break}); b.Used >= u.Used {
				t.Errorf("%s: breaks no further than its working limit, %v, %v", c.name, b.Used, u.Used)
			}
		}
	}
	// The screwed group by hand: 7200 N·mm over Σr² = 4 × (9² + 18²) = 1620, r = 20.12,
	// and 60/4 down: |(7200 × 18/1620, 15 + 7200 × 9/1620)| = |(80, 55)| = 97.08 N each.
	if f := joint.Polar(nil, four, 7200, 60); !near(f, 97.08, 0.001) {
		t.Errorf("worst screw %v, want 97.08", f)
	}
}

func TestPropertiesOfTimberBrackets(t *testing.T) {
	a := hold.Action{R: 300, M: 300 * 150}
	pull := func(b *TimberBracket) float64 { return useOf(t, hangTimber(b), "screws", "pull", a).Used }
	base, tall, deep, thin := timberBracket(), timberBracket(), timberBracket(), timberBracket()
	tall.Leg = 400
	deep.Screw.Length = 114.3
	thin.Screw.Length = 88.9
	if pull(tall) >= pull(base) {
		t.Error("a taller upright pulls its screws as hard")
	}
	if pull(deep) > pull(base) || pull(thin) < pull(base) {
		t.Error("more thread in the stud holds less")
	}
	open := timberBracket()
	open.Brace = nil
	if with, without := useOf(t, hangTimber(base), "arm", "joint", a),
		useOf(t, hangTimber(open), "arm", "joint", a); with.Used >= without.Used {
		t.Errorf("a brace helps the joint nothing: %v, %v", with.Used, without.Used)
	}
	if h := hangTimber(base); h.Soft(150) >= hangTimber(open).Soft(150) {
		t.Error("a brace makes the arm no stiffer")
	}
}

func TestBadTimberBrackets(t *testing.T) {
	b := timberBracket()
	b.Brace.Out, b.Brace.Down = 300, 400 // longer than arm and upright
	b.Joint = hold.Joint{Kind: "nailed"}
	b.Front = &Front{High: 2, Corner: "round"}
	b.Holes[0].Down = 900
	l := problem.New()
	b.Validate(l.In("b"))
	got := map[string]bool{}
	for _, p := range l.All() {
		got[p.Path] = true
	}
	for _, path := range []string{"b.brace.out_mm", "b.brace.down_mm", "b.joint.kind", "b.front.high_mm", "b.front.corner",
		"b.holes[0].down_mm"} {
		if !got[path] {
			t.Errorf("nothing is said of %s: %v", path, got)
		}
	}
	for name, j := range map[string]hold.Joint{
		"screw":   {Kind: hold.ScrewJoint},
		"type":    {Kind: hold.BoltJoint, Screw: &hold.Fixing{Type: "wood-8", Length: 90}},
		"d_mm":    {Kind: hold.DowelJoint, Made: &hold.Made{Wood: "european-beech", Grade: ""}},
		"made":    {Kind: hold.GussetJoint, Screw: &hold.Fixing{Type: "wood-8", Length: 40}},
		"high_mm": {Kind: hold.TenonJoint, D: 10, Deep: 30},
	} {
		l := problem.New()
		j.Validate(l)
		found := false
		for _, p := range l.All() {
			found = found || strings.HasSuffix(p.Path, name)
		}
		if !found {
			t.Errorf("%+v: nothing is said of %s: %v", j, name, l.All())
		}
	}
}

// What does not lie in the wood that arm and upright share holds nothing; a lever is from the
// joint, not from the wall.
func TestPlacesOfAJoint(t *testing.T) {
	on := func(j hold.Joint) hold.Use {
		b := timberBracket()
		b.Brace, b.Joint = nil, j
		return useOf(t, hangTimber(b), "arm", "joint", hold.Action{R: 60, M: 60 * 120})
	}
	screws := func(at ...joint.Point) hold.Joint {
		return hold.Joint{Kind: hold.ScrewJoint, Screw: &hold.Fixing{Type: "wood-8", Length: 63.5}, Places: at}
	}
	for _, c := range []struct {
		name  string
		joint hold.Joint
		says  string
	}{
		{"out of the upright", screws(joint.Point{X: 60, Y: 20}, joint.Point{X: 20, Y: 40}), "outside the"},
		{"under the arm", screws(joint.Point{X: 20, Y: -5}, joint.Point{X: 20, Y: 40}), "outside the"},
		{"at its edge", screws(joint.Point{X: 20, Y: 3}, joint.Point{X: 20, Y: 40}), "from an edge"},
		{"two in one place", screws(joint.Point{X: 20, Y: 30}, joint.Point{X: 20, Y: 34}), "hinge"},
		{"a tenon deeper than its upright", hold.Joint{Kind: hold.TenonJoint, Glued: true, D: 12, Deep: 60, High: 40}, "deep in an upright"},
		{"a tenon higher than its arm", hold.Joint{Kind: hold.TenonJoint, Glued: true, D: 12, Deep: 30, High: 90}, "high in an arm"},
		{"a dowel in the arm's edge", hold.Joint{Kind: hold.DowelJoint, Glued: true, D: 10, Deep: 30, Made: &hold.Made{Wood: "european-beech"},
			Places: []joint.Point{{Y: 2}, {Y: 40}}}, "out of the arm's edge"},
	} {
		if u := on(c.joint); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, c.says) {
			t.Errorf("%s: %+v, want %q", c.name, u, c.says)
		}
	}
	// Nearer to the arm's end each counts for less, 5 D of a #8 being 20.8 mm; both stand 30
	// of 41.7 mm apart along the upright.
	off, by := on(screws(joint.Point{X: 26, Y: 15}, joint.Point{X: 26, Y: 45})), on(screws(joint.Point{X: 12, Y: 15}, joint.Point{X: 12, Y: 45}))
	if part := 12 / (5 * 0.164 * 25.4); !near(by.Used, off.Used*(30/41.66)/part*(120-12.0)/(120-26.0), 0.02) {
		t.Errorf("12 mm from the end used %v, 26 mm %v", by.Used, off.Used)
	}
	across, along := hold.Joint{Kind: hold.MitreJoint, Glued: true, D: 12, Deep: 30, High: 40}, hold.Joint{Kind: hold.MitreJoint, Glued: true,
		D: 12, Deep: 30, High: 40, Splines: hold.SplinesAlong}
	if a, b := on(across), on(along); b.Used <= a.Used {
		t.Errorf("splines with their grain along the joint are used %v, across %v", b.Used, a.Used)
	}
	// A tenon bends at the upright's face, 38 mm out: 60 × (120 − 38) on 12 × 40² / 6.
	b := timberBracket()
	b.Brace, b.Joint = nil, hold.Joint{Kind: hold.TenonJoint, D: 12, Deep: 30, High: 40}
	h := hangTimber(b)
	fb := h.own.Piece(b.Made, 12, 40).Bending(nil, h.own.Bases[hold.Everyday])
	if m := h.atJoint(nil, hold.Action{R: 60, M: 7200}).M; !near(m, 60*82, 1e-9) || !(60*82/(12*40*40/6*fb) <= on(b.Joint).Used) {
		t.Errorf("moment at the face %v, want %v", m, 60*82)
	}
}

func TestABraceThatSlidesOrBends(t *testing.T) {
	a := hold.Action{R: 400, M: 400 * 150}
	butted := timberBracket()
	butted.Brace.Screw, butted.Brace.Ends = nil, OnlyButts
	for _, mode := range []string{"foot", "head"} {
		if u := useOf(t, hangTimber(butted), "brace", mode, a); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, "only butted") {
			t.Errorf("%s of a butted brace: %+v", mode, u)
		}
	}
	// H 272.7 along the arm on a notch of 38 × 12 × Fc⊥ 3.293 and 60 mm of wood before it.
	notched := timberBracket()
	notched.Brace.Screw, notched.Brace.Ends = nil, Notched
	if u := useOf(t, hangTimber(notched), "brace", "head", a); !near(u.Used, 272.7/(38*12*3.2934), 0.01) {
		t.Errorf("head in its notch %v, want %v", u.Used, 272.7/(38*12*3.2934))
	}
	thin := timberBracket()
	thin.Brace.High = 8
	// Euler / 3: π² × 13 400 × 38 × 8³/12 / (200² + 220²) / 3.
	euler := math.Pi * math.Pi * 13400 * 38 * 512 / 12 / (200*200 + 220*220) / 3
	if u := useOf(t, hangTimber(thin), "brace", "ends", a); !near(u.Used, 405.4/euler, 0.01) || u.How != "bends out" {
		t.Errorf("a brace 8 mm thin %+v, want %v", u, 405.4/euler)
	}
}
