package support

import (
	"math"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// stage is a wall with studs at the given places and something on it.
func stage(goods []Good, studs ...float64) Stage {
	s := onStuds(500, studs...)
	s.Wall.Height = 2500
	return Stage{Wall: s.Wall, X: 300, Length: 1400, Depth: 300, Thickness: 18, Board: s.Board, Bases: s.Bases, Goods: goods, LongTerm: 1.6,
		Allowed: func(span float64) float64 { return span / 384 }}
}

func everyday(by float64) Demand { return Demand{By: by, Care: 1} }

// rack19 is a rack like row 19's upright: four levels of arms at every upright.
func rack19(xs ...float64) *Rack {
	r := &Rack{Made: hold.Made{Wood: "spruce-pine-fir", Grade: "clear"}, Width: 89, Deep: 38, Height: 2200,
		Screw: hold.Fixing{Type: "structural-6", Length: 120},
		Arm:   Arm{Made: hold.Made{Wood: "birch-plywood", Grade: "clear"}, Reach: 300, High: 150, Thick: 18, Cheeks: true},
		Joint: hold.Joint{Kind: hold.ScrewJoint, Screw: &hold.Fixing{Type: "wood-5", Length: 50},
			Places: []joint.Point{{X: 10, Y: 20}, {X: 30, Y: 20}, {X: 10, Y: 120}, {X: 30, Y: 120}}}}
	for i, y := range []float64{600, 1000, 1400, 1800} {
		r.Levels = append(r.Levels, Level{ID: "l" + string(rune('1'+i)), Up: mm(y)})
	}
	for _, y := range []float64{100, 550, 1000, 1450, 1900, 2120} {
		r.Rows = append(r.Rows, mm(y))
	}
	for i, x := range xs {
		r.Uprights = append(r.Uprights, Upright{ID: "u" + string(rune('1'+i)), X: mm(x)})
	}
	return r
}

// rows are even rows of w N each on four levels, z out from the wall.
func rows(w, z float64) []Good {
	var out []Good
	for l := range 4 {
		out = append(out, Good{From: 300, To: 1700, W: w, Z: z, Level: l, Height: 200})
	}
	return out
}

func formLink(t *testing.T, s Standing, part, mode, of string) FormLink {
	t.Helper()
	for _, l := range s.Links() {
		if l.Part == part && l.Mode == mode && (of == "" || l.Support == of) {
			return l
		}
	}
	t.Fatalf("no link %s/%s of %q", part, mode, of)
	return FormLink{}
}

func TestRowsLeanUnevenlyOnUprights(t *testing.T) {
	h := rack19(400, 1000, 1600).Stand(stage(rows(800, 230), 400, 1000, 1600)).(*racked)
	// 800 N over 1400 on supports 600 apart with overhangs of 100: by the beam more
	// than a third comes on the middle one; together all of it.
	sum := 0.0
	for i := range h.uprights {
		sum += h.row[0][i]
	}
	if !near(sum, 800, 1e-6) || h.row[0][1] < 800/3.0*1.1 || !near(h.row[0][0], h.row[0][2], 1e-6) {
		t.Errorf("shares %v", h.row[0])
	}
	if !near(h.turn[0][1], h.row[0][1]*230, 1e-6) {
		t.Errorf("moment %v of a share of %v at 230", h.turn[0][1], h.row[0][1])
	}
	// One arm takes half as much again as its equal share.
	if r, _ := h.onArm(nil, 0, everyday(1)); !near(r, 1.5*800/3+h.armWeight(), 1e-9) {
		t.Errorf("worst arm %v", r)
	}
}

func TestArmByHand(t *testing.T) {
	h := rack19(400, 1000, 1600).Stand(stage(rows(800, 230), 400, 1000, 1600)).(*racked)
	// 400 N at 230 − 38 = 192 from the face with the arm's own weight at 150; cheeks
	// 2 × 18 × 150²/6 = 135 000 mm³; plywood of 18 mm, MOR 52 × 0.8026/2.1 = 19.874.
	own := h.armWeight()
	want := (400*192 + own*150) / (135000 * 19.874)
	if u := formLink(t, h, "l1", "arm", "").Use(nil, everyday(1)); !near(u.Used, want, 0.001) {
		t.Errorf("arm %v, want %v", u.Used, want)
	}
	solid := rack19(400, 1000, 1600)
	solid.Arm.Cheeks = false
	one := solid.Stand(stage(rows(800, 230), 400, 1000, 1600)).(*racked)
	want = (400*192 + one.armWeight()*150) / (135000 / 2 * 19.874)
	if u := formLink(t, one, "l1", "arm", "").Use(nil, everyday(1)); !near(u.Used, want, 0.001) || one.armWeight() >= own/2 {
		t.Errorf("one piece as thick as a cheek, without a core: %v, want %v", u.Used, want)
	}
}

func TestUprightsAreHeldAsRow19(t *testing.T) {
	// One load of 250 N an arm on the only upright that bears: its share is 250 at 230.
	goods := rows(250, 230)
	for i := range goods {
		goods[i].From, goods[i].To = 990, 1010
	}
	h := rack19(1000).Stand(stage(goods, 1000)).(*racked)
	for i, want := range []float64{4.4, 97.1, 97.4, 90.4, 157, 24.8} {
		// The screws here have 64 of 72 mm of thread in the stud, the bed and EI are row 19's.
		if got := h.uprights[0].stood[0].Pulls[i]; math.Abs(got-want) > 0.06*want+1 {
			t.Errorf("screw %d pulls %.1f, row 19 %.1f", i+1, got, want)
		}
	}
}

func TestPropertiesOfRacks(t *testing.T) {
	used := func(r *Rack, e float64, studs ...float64) map[string]float64 {
		out := map[string]float64{}
		for _, l := range r.Stand(stage(rows(800, e), studs...)).Links() {
			out[l.Part+"/"+l.Mode] = max(out[l.Part+"/"+l.Mode], l.Use(nil, everyday(1)).Used)
		}
		return out
	}
	wide, near16 := used(rack19(400, 1010, 1620), 230, 400, 1010, 1620), used(rack19(400, 806, 1213, 1620), 230, 400, 806, 1213, 1620)
	if near16["screws/pull"] >= wide["screws/pull"] || near16["l1/arm"] >= wide["l1/arm"] {
		t.Errorf("on studs 24 in apart %v, on 16 in %v", wide, near16)
	}
	if far := used(rack19(400, 1010, 1620), 290, 400, 1010, 1620); far["screws/pull"] < wide["screws/pull"] ||
		far["l1/arm"] <= wide["l1/arm"] || far["upright/bending"] <= wide["upright/bending"] {
		t.Errorf("a longer lever is easier: %v, %v", wide, far)
	}
	notched := rack19(400, 1010, 1620)
	notched.Uprights[1].Notch = &Notch{Up: 1150, High: 300, Deep: 20}
	if n := used(notched, 230, 400, 1010, 1620); n["upright/bending"] <= wide["upright/bending"] {
		t.Error("a notch costs nothing")
	}
	onLedger := rack19(400, 1010, 1620)
	onLedger.Ledger = &RackLedger{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, Height: 89, Thickness: 38,
		Screw: hold.Fixing{Type: "structural-6", Length: 120}, Count: 3}
	if l := used(onLedger, 230, 400, 1010, 1620); l["screws/pull"] >= wide["screws/pull"] || l["ledger/shear"] <= 0 {
		t.Errorf("a ledger under the uprights takes no weight off their screws: %v", l)
	}
	missed := rack19(400, 900, 1620).Stand(stage(rows(800, 230), 400, 1010, 1620))
	if u := formLink(t, missed, "screws", "behind", "u2").Use(nil, everyday(1)); !math.IsInf(u.Used, 1) ||
		!strings.Contains(u.How, "misses the stud") {
		t.Errorf("an upright beside its stud: %+v", u)
	}
	none := rack19().Stand(stage(rows(800, 230), 400))
	if u := none.Links()[0].Use(nil, everyday(1)); !math.IsInf(u.Used, 1) || u.How != "has no uprights" {
		t.Errorf("no uprights: %+v", u)
	}
	aside := rows(800, 230)
	for i := range aside {
		aside[i].From, aside[i].To = 1500, 1700
	}
	if u := rack19(400, 1010).Stand(stage(aside, 400, 1010)).Links()[0].Use(nil, everyday(1)); !strings.Contains(u.How, "tips") {
		t.Errorf("rows past the last upright: %+v", u)
	}
}

func TestBadRacks(t *testing.T) {
	r := rack19(400)
	r.Levels[1].Up = 650 // into the arms at 600
	r.Levels[3].Up = 2300
	r.Rows[5] = 2500
	r.Uprights[0].Notch = &Notch{Up: 10, High: 50, Deep: 37}
	r.Arm.Reach = 3
	l := problem.New()
	r.Validate(l.In("rack"))
	(&Rack{Made: hold.Made{Wood: "x", Grade: ""}}).Validate(l.In("none"))
	got := map[string]string{}
	for _, p := range l.All() {
		got[p.Path] = p.Message
	}
	for _, path := range []string{"rack.levels[1].up_mm", "rack.levels[3].up_mm", "rack.rows_mm[5]", "rack.uprights[0].notch.deep_mm",
		"rack.arm.reach_mm", "none.levels", "none.wood"} {
		if got[path] == "" {
			t.Errorf("nothing is said of %s: %v", path, got)
		}
	}
	if !strings.Contains(got["rack.levels[1].up_mm"], "run into") {
		t.Errorf("arms in arms: %q", got["rack.levels[1].up_mm"])
	}
	if n := (rack19(400)).Stand(func() Stage { s := stage(nil, 400); s.Foot = 600; return s }()).Notes(); !strings.Contains(strings.Join(n.Cautions, " "), "taller than the wall") {
		t.Errorf("%v", n.Cautions)
	}
}

func hooksOn(kind PegKind) *HookRail {
	r := cherryStrip(300, 1500, 89, []float64{400, 800, 1200}, []float64{25, 64})
	r.Kind, r.Thickness, r.Made = Hooks, 25, hold.Made{Wood: "red-maple", Grade: "clear"}
	h := &HookRail{Rail: *r, Peg: Peg{Made: hold.Made{Wood: "white-ash", Grade: "clear"}, Kind: kind, Reach: 80, D: 20, Wall: 2.5,
		Flange: 60, Apart: 40, Count: 4, Screw: hold.Fixing{Type: "wood-8", Length: 29}, Up: 45}}
	for i, x := range []float64{420, 820, 1220} {
		h.Hooks = append(h.Hooks, Hanger{ID: "h" + string(rune('1'+i)), X: mm(x)})
	}
	return h
}

func TestHooksByHand(t *testing.T) {
	goods := []Good{{From: 800, To: 840, W: 100}}
	pipe := hooksOn(Pipe).Stand(stage(goods, 400, 800, 1200))
	// Twice 100 N at 80 mm: 16 000 N·mm; π (20⁴ − 15⁴)/(32 × 20) × 0.75 = 402.7 mm³ at
	// 205/1.67: 0.3237.
	if u := formLink(t, pipe, "hook", "bends", "h2").Use(nil, everyday(1)); !near(u.Used, 16000/(402.66*205/1.67), 0.002) {
		t.Errorf("pipe %v", u.Used)
	}
	// A hook that bears nothing is yanked with 150 N all the same.
	if u := formLink(t, pipe, "hook", "bends", "h1").Use(nil, everyday(1)); !near(u.Used, 12000/(402.66*205/1.67), 0.002) {
		t.Errorf("an empty hook %v", u.Used)
	}
	// Flange 60 with screws 40 apart: levers 50 and 10: 16 000 × 50/(2 × 50² + 2 × 10²) =
	// 153.8 N each of the upper two at first.
	h := pipe.(*hookRail)
	turn := hold.NewHeel([]float64{50, 50, 10, 10}, 60, h.rail.board.Bearing(nil, h.set.Bases[hold.Everyday]))
	if p := turn.Pull(nil, 16000, 50); p < 153.8 || p > 158 {
		t.Errorf("flange screw %v", p)
	}
	peg := hooksOn(WoodPeg).Stand(stage(goods, 400, 800, 1200))
	if u := formLink(t, peg, "hook", "bore", "h2").Use(nil, everyday(1)); !(u.Used > 0) {
		t.Errorf("bore %+v", u)
	}
	short := hooksOn(Pipe)
	short.Peg.Screw.Length = 8
	if u := formLink(t, short.Stand(stage(goods, 400, 800, 1200)), "hook", "flange", "h1").Use(nil, everyday(1)); !math.IsInf(u.Used, 1) ||
		!strings.Contains(u.How, "in the board") {
		t.Errorf("screws of 8 mm: %+v", u)
	}
	long := hooksOn(Pipe)
	long.Peg.Reach = 120
	for _, mode := range []string{"bends", "flange"} {
		if a, b := formLink(t, pipe, "hook", mode, "h2").Use(nil, everyday(1)),
			formLink(t, long.Stand(stage(goods, 400, 800, 1200)), "hook", mode, "h2").Use(nil, everyday(1)); b.Used <= a.Used {
			t.Errorf("%s: a longer hook is easier", mode)
		}
	}
	// The board at the stud beside a yanked hook pulls harder than with all at rest.
	for _, l := range pipe.Links() {
		if l.Mode == "pull" && l.Support == "rail" {
			if u := l.Use(nil, everyday(1)); !(u.Used > 0) || u.Used > 1 {
				t.Errorf("board at %s: %+v", l.Where, u)
			}
		}
	}
	bare := hooksOn(Cast)
	bare.Hooks = nil
	if u := bare.Stand(stage(goods, 400, 800)).Links()[0].Use(nil, everyday(1)); !math.IsInf(u.Used, 1) {
		t.Errorf("no hooks: %+v", u)
	}
	off := hooksOn(Pipe)
	off.Hooks[0].X, off.Peg.Wall, off.Peg.Count = 100, 15, 0
	l := problem.New()
	off.Validate(l.In("h"))
	if len(l.All()) != 3 {
		t.Errorf("%v", l.All())
	}
}

func frameOn(ties ...float64) *StandingFrame {
	f := &StandingFrame{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, Width: 38, Deep: 64, Height: 1800, Piece: 38,
		Screw: hold.Fixing{Type: "structural-6", Length: 100},
		Posts: []Post{{"p1", 350}, {"p2", 1000}, {"p3", 1650}}, Platforms: []Level{{"a", 200}, {"b", 900}, {"c", 1500}}}
	for i, x := range ties {
		f.Ties = append(f.Ties, FrameTie{ID: "t" + string(rune('1'+i)), X: mm(x), Up: 1700})
	}
	return f
}

// In which order posts were put down changes nothing.
func TestAFramesPostsStandInAnyOrder(t *testing.T) {
	goods := []Good{{From: 300, To: 900, W: 600, Z: 150, Level: 2}}
	plain, mixed := frameOn(400, 1600), frameOn(400, 1600)
	mixed.Posts = []Post{mixed.Posts[2], mixed.Posts[0], mixed.Posts[1]}
	a, b := plain.Stand(stage(goods, 400, 1600)).Links(), mixed.Stand(stage(goods, 400, 1600)).Links()
	if len(a) != len(b) {
		t.Fatalf("%d links, and %d in another order", len(a), len(b))
	}
	for i := range a {
		want, got := a[i].Use(nil, everyday(1)), b[i].Use(nil, everyday(1))
		if a[i].Support != b[i].Support || a[i].Where != b[i].Where || !near(got.Used, want.Used, 1e-9) && got.Used != want.Used {
			t.Errorf("%s of %s: %v, in order %v", b[i].Name, b[i].Support, got.Used, want.Used)
		}
	}
}

func TestAFrameTipsWithoutItsTie(t *testing.T) {
	goods := []Good{{From: 300, To: 1700, W: 600, Z: 150, Level: 2}}
	tied, free := frameOn(400, 1600).Stand(stage(goods, 400, 1600)), frameOn().Stand(stage(goods, 400, 1600))
	if u := tied.Links()[0].Use(nil, everyday(1)); u.Used != 0 {
		t.Errorf("tied: %+v", u)
	}
	if u := free.Links()[0].Use(nil, everyday(1)); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, "tie it to the wall") {
		t.Errorf("free: %+v", u)
	}
	// By hand: 250 × 1800/1700 = 264.7 N against Σ W e/1700: the greater on both ties.
	f := tied.(*stoodFrame)
	_, m := f.weight(everyday(1))
	if got := f.tie(nil, everyday(1)); !near(got, max(264.7, m/1700), 1e-3) {
		t.Errorf("ties pull %v, want %v", got, max(264.7, m/1700))
	}
	heavy := f.tie(nil, everyday(9))
	_, m9 := f.weight(everyday(9))
	if !near(heavy, m9/1700, 1e-9) || heavy < 264.7 {
		t.Errorf("under much more they pull %v, want %v", heavy, m9/1700)
	}
	high := stage(goods, 400, 1600)
	high.Foot = 300
	if u := frameOn(400).Stand(high).Links()[0].Use(nil, everyday(1)); !strings.Contains(u.How, "no floor") {
		t.Errorf("300 mm up: %+v", u)
	}
	one := frameOn(400)
	one.Posts = one.Posts[:1]
	if u := one.Stand(stage(goods, 400)).Links()[0].Use(nil, everyday(1)); !strings.Contains(u.How, "1 of the 2") {
		t.Errorf("one pair of posts: %+v", u)
	}
	off := frameOn(400, 1600)
	off.Standoff = 60
	off.Screw.Length = 160
	if a, b := formLink(t, tied, "ties", "pull", "").Use(nil, everyday(9)),
		formLink(t, off.Stand(stage(goods, 400, 1600)), "ties", "pull", "").Use(nil, everyday(9)); b.Used <= a.Used {
		t.Error("standing off the wall pulls the ties no harder")
	}
	l := problem.New()
	(&StandingFrame{Made: hold.Made{Wood: "douglas-fir", Grade: ""}, Width: 38, Deep: 38, Height: 100, Piece: 38,
		Screw: hold.Fixing{Type: "wood-10", Length: 60}, Ties: []FrameTie{{"t", 5, 900}}}).Validate(l)
	if len(l.All()) != 3 {
		t.Errorf("%v", l.All())
	}
}

func TestPlatformsAndPostsByHand(t *testing.T) {
	goods := []Good{{From: 350, To: 1000, W: 400, Z: 150, Level: 0}}
	f := frameOn(400, 1600)
	f.Posts = []Post{{"p1", 350}, {"p2", 1000}}
	s := stage(goods, 400, 1600)
	s.X, s.Length = 350, 650
	h := f.Stand(s).(*stoodFrame)
	// w L²/8 with the platform's own weight: (400 + own) × 650/8.
	own := h.rows[0].weight()
	if m, _, _ := h.rows[0].span(everyday(1)); !near(m, (400+own)*650/8, 1e-6) {
		t.Errorf("moment %v, want %v", m, (400+own)*650/8)
	}
	// Posts: free 700 between platforms, 38 × 64: I = 64 × 38³/12 = 292 651; a third of
	// π² × 13 400 × I/700² = 26 329; crushing 38 × 64 × 3.293 = 8010 is less.
	sum := (400.0 + h.Self()) / 2
	if u := formLink(t, h, "posts", "crush", "").Use(nil, everyday(1)); !near(u.Used, sum/2/8010, 0.01) {
		t.Errorf("posts %v, want %v", u.Used, sum/2/8010)
	}
}

func TestSheetsLean(t *testing.T) {
	r := &SheetRack{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, Width: 38, Deep: 89, Height: 1200, Foot: 200, High: 89, Tilt: 7,
		Contact: 1000, Stop: true, Screw: hold.Fixing{Type: "structural-6", Length: 140},
		Joint: hold.Joint{Kind: hold.LapJoint, Glued: true}, Rows: []quantity.Length{200, 700, 1100},
		Frames: []Upright{{ID: "f1", X: 400}, {ID: "f2", X: 1200}}}
	goods := []Good{{From: 350, To: 1250, W: 900, Height: 1220, Depth: 100}}
	h := r.Stand(stage(goods, 400, 1200)).(*leaned)
	// 900 × tan 7° × 610/1000 = 67.41 N at the contact, and as much at the feet.
	if got := h.thrust(nil, everyday(1)); !near(got, 67.41, 1e-3) {
		t.Errorf("thrust %v, want 67.41", got)
	}
	// The stack's weight is at half its depth in front of the upright: 89 + 50.
	if !near(h.turn[0][0]/h.row[0][0], 139, 1e-9) {
		t.Errorf("it stands %v out", h.turn[0][0]/h.row[0][0])
	}
	if u := formLink(t, h, "feet", "slides", "").Use(nil, everyday(1)); u.Used != 0 {
		t.Errorf("with a stop: %+v", u)
	}
	r.Stop = false
	if u := formLink(t, r.Stand(stage(goods, 400, 1200)), "feet", "slides", "").Use(nil, everyday(1)); !math.IsInf(u.Used, 1) {
		t.Errorf("without one: %+v", u)
	}
	thick := []Good{{From: 350, To: 1250, W: 900, Height: 1220, Depth: 160}}
	a, b := formLink(t, h, "foot", "joint", "").Use(nil, everyday(1)),
		formLink(t, r.Stand(stage(thick, 400, 1200)), "foot", "joint", "").Use(nil, everyday(1))
	if b.Used <= a.Used {
		t.Error("a thicker stack turns the feet no harder")
	}
	r.Tilt, r.Contact = 0, 5000
	l := problem.New()
	r.Validate(l.In("r"))
	if len(l.All()) != 2 {
		t.Errorf("%v", l.All())
	}
}

func TestHingedCartByHand(t *testing.T) {
	c := &HingedCart{ID: "c", X: 400, Width: 600, Height: 900, Up: 100, Apart: 700, Caster: 0.5, Own: 10, Count: 3, Rows: 60,
		Screw: hold.Fixing{Type: "wood-10", Length: 63.5}}
	goods := []Good{{From: 600, To: 1000, W: 300}}
	h := c.Stand(stage(goods, 400)).(*hinged)
	// (300 × 400 + 98.07 × 300) / 700 × 0.5 = 106.7 N; half of 398.07 down.
	pull, v := h.hinge(nil, everyday(1))
	if !near(pull, (300*400+98.0665*300)/700*0.5, 1e-6) || !near(v, 398.0665/2, 1e-6) {
		t.Errorf("pull %v, down %v", pull, v)
	}
	c.Caster = 0
	if p, _ := c.Stand(stage(goods, 400)).(*hinged).hinge(nil, everyday(1)); !near(p, 2*pull, 1e-9) {
		t.Errorf("without its caster %v, with it %v", p, pull)
	}
	c.Apart = 350
	if p, _ := c.Stand(stage(goods, 400)).(*hinged).hinge(nil, everyday(1)); !near(p, 4*pull, 1e-9) {
		t.Errorf("hinges half as far apart pull %v", p)
	}
	if u := (&HingedCart{ID: "c", X: 600, Width: 600, Height: 900, Up: 100, Apart: 700, Count: 3, Rows: 60,
		Screw: c.Screw}).Stand(stage(goods, 400)).Links()[0].Use(nil, everyday(1)); !math.IsInf(u.Used, 1) {
		t.Errorf("hinges beside the stud: %+v", u)
	}
	l := problem.New()
	(&HingedCart{ID: "c", Width: 1, Height: 900, Apart: 950, Caster: 2, Screw: c.Screw}).Validate(l)
	if len(l.All()) < 4 {
		t.Errorf("%v", l.All())
	}
}
