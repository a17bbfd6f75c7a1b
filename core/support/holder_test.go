package support

import (
	"math"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/wall"
)

func TestRow18Cleat(t *testing.T) {
	k := onBevel(300, 120, 9.5, 250, slopeOf(45))
	if !near(k.H, 132.6, 0.005) || !near(k.Hs, 173.2, 0.005) || !near(k.Climb, 300, 1e-9) {
		t.Errorf("%+v, want H 132.6, Hs 173.2", k)
	}
	rail := &Rail{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, ID: "rail", Kind: Cleat, Bevel: 45, X: 300, Length: 600, Height: 120,
		Thickness: 19, Screw: hold.Fixing{Type: "wood-10", Length: 76.2}}
	m := k.Hs*rail.gripped() + 300*19/2
	if !near(m, 21990, 0.005) {
		t.Errorf("moment on the rail %v, want 21 990", m)
	}
	// On two studs with rows at 30 and 90, no contact height: each column takes half.
	s := onStuds(500, 400, 800)
	s.Wall.Lining.Thickness = 12.7
	for i, x := range []float64{400, 800} {
		for j, y := range []float64{30, 90} {
			rail.Spots = append(rail.Spots, Spot{ID: string(rune('a' + 2*i + j)), X: mm(x), Y: mm(y)})
		}
	}
	r := railOn(rail, s, 600)
	got := r.carries(nil, 0, 0, r.pulls([]hold.Action{{R: 300, M: m}}))
	if !near(got.M, m/2, 1e-9) || !near(got.V, 150, 1e-9) {
		t.Errorf("a column takes %+v", got)
	}
	for y, want := range map[float64]float64{90: 109.9, 30: 36.65} {
		if pull := got.M * y / (90*90 + 30*30); !near(pull, want, 0.005) {
			t.Errorf("row at %v pulls %v, want %v", y, pull, want)
		}
		if pull := r.lengths[0].Columns[0].Down.Pull(nil, got.M, y); !near(pull, want, 0.02) {
			t.Errorf("with its contact the row at %v pulls %v, want near %v", y, pull, want)
		}
	}
	if sigma := lipStress(k.Lip, 19, 400); !near(sigma, 0.1184, 0.005) {
		t.Errorf("lip %v, want 0.1184", sigma)
	}
}

// cleated is a holder on a rail of its own.
func cleated(change func(*Holder, *Rail)) *held {
	s := onStuds(500, 400, 800)
	s.Depth, s.Thickness = 220, 19
	s.Rail = &Rail{Made: hold.Made{Wood: "birch-plywood", Grade: "clear"}, ID: "rail", Kind: Cleat, Bevel: 45, X: 300, Length: 600,
		Bottom: 40, Height: 90, Thickness: 19, Screw: hold.Fixing{Type: "wood-10", Length: 76.2}}
	h := &Holder{
		Frame: Frame{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, Reach: 240, Width: 38, High: 60, Deep: 38, Leg: 170, Up: 160,
			Joint: hold.Joint{Kind: hold.LapJoint, Glued: true}},
		Hook: Hook{Made: hold.Made{Wood: "birch-plywood", Grade: "clear"}, High: 70, Thick: 19, Length: 120,
			Screw: hold.Fixing{Type: "wood-8", Length: 44.45}, Count: 4},
		Spacer: true,
	}
	change(h, s.Rail)
	return h.Hang(s).(*held)
}

func TestAHolderNeedsItsLowerSpacer(t *testing.T) {
	a := hold.Action{R: 100, M: 100 * 120}
	with := cleated(func(*Holder, *Rail) {})
	if u := useOf(t, with, "hook", "hangs", a); u.Used != 0 {
		t.Errorf("with its spacer: %+v", u)
	}
	without := cleated(func(h *Holder, _ *Rail) { h.Spacer = false })
	if u := useOf(t, without, "hook", "hangs", a); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, "lip alone") {
		t.Errorf("without: %+v", u)
	}
	for how, change := range map[string]func(*Holder, *Rail){
		"end of its rail": func(_ *Holder, r *Rail) { r.Length = 240 },
		"not as thick":    func(h *Holder, _ *Rail) { h.Hook.Thick = 30 },
		"no bevelled":     func(_ *Holder, r *Rail) { r.Kind = Strip },
	} {
		if u := useOf(t, cleated(change), "hook", "hangs", a); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, how) {
			t.Errorf("%s: %+v", how, u)
		}
	}
}

func TestAHolderBalances(t *testing.T) {
	h := cleated(func(*Holder, *Rail) {})
	a := hold.Action{R: 100, M: 100 * 120}
	y, hp := h.hook.y, h.hook.hp
	k := h.hook.works(nil, a)
	// About the lower bearing: R (e − zb) = H hp; the bevel's middle is 120.5 over the
	// board's underside, the bearing 160 under it.
	if !near(y, 120.5, 1e-9) || !near(hp, 280.5, 1e-9) || !near(k.H*hp, 100*(120-9.5), 1e-9) {
		t.Errorf("bevel at %v, lever %v, H %v", y, hp, k.H)
	}
	if k.Hs < k.H || k.Lip < k.H {
		t.Errorf("%+v", k)
	}
}

func TestAHolderClimbsItsBevelOrIsLocked(t *testing.T) {
	far := hold.Action{R: 100, M: 100 * 320} // H = 100 × 310.5/280.5 > V tan 45°
	if u := useOf(t, cleated(func(*Holder, *Rail) {}), "hook", "climbs", far); !near(u.Used, 310.5/280.5, 1e-6) {
		t.Errorf("climbs %+v", u)
	}
	for _, l := range cleated(func(h *Holder, _ *Rail) { h.Lock = true }).Links() {
		if l.Mode == "climbs" {
			t.Error("locked, it is asked whether it climbs")
		}
	}
	if u := useOf(t, cleated(func(_ *Holder, r *Rail) { r.Bevel = 60 }), "hook", "climbs", far); u.Used >= 310.5/280.5 {
		t.Error("a steeper bevel keeps it no better")
	}
}

func TestHookOnItsHolder(t *testing.T) {
	a := hold.Action{R: 200, M: 200 * 120}
	through := func(change func(*Holder)) hold.Use {
		return useOf(t, cleated(func(h *Holder, _ *Rail) { change(h) }), "hook", "held", a)
	}
	thick := through(func(*Holder) {})
	// From behind through a back of 6 mm the heads are what gives.
	long := cleated(func(h *Holder, r *Rail) {
		h.Deep, h.Hook.Behind, h.Hook.Thick, r.Thickness, h.Hook.Screw.Length = 6, true, 38, 38, 38
	})
	if u := useOf(t, long, "hook", "held", a); !strings.Contains(u.How, "pull their heads through the back") || u.Used <= thick.Used {
		t.Errorf("through a thin back: %+v, through the hook %+v", u, thick)
	}
	more := through(func(h *Holder) { h.Hook.Count = 8 })
	if more.Used >= thick.Used {
		t.Error("twice the screws hold no more")
	}
	if u := through(func(h *Holder) { h.Hook.Count = 0 }); !math.IsInf(u.Used, 1) {
		t.Errorf("no screws: %+v", u)
	}
	if u := through(func(h *Holder) { h.Hook.Glued = true }); !(u.Used > 0) || u.How != "comes off the glue" {
		t.Errorf("glued: %+v", u)
	}
}

func TestLipIsTheWeakerOfHookAndRail(t *testing.T) {
	a := hold.Action{R: 200, M: 200 * 120}
	both := useOf(t, cleated(func(*Holder, *Rail) {}), "hook", "lip", a)
	softer := useOf(t, cleated(func(_ *Holder, r *Rail) { r.Made = hold.Made{Wood: "eastern-white-pine", Grade: "clear"} }), "hook", "lip", a)
	if softer.Used <= both.Used || !strings.Contains(softer.How, "rail") {
		t.Errorf("of pine %+v, of plywood %+v", softer, both)
	}
	if wide := useOf(t, cleated(func(h *Holder, _ *Rail) { h.Hook.Length = 200 }), "hook", "lip", a); wide.Used >= both.Used {
		t.Error("a longer hook is no stronger")
	}
}

func TestRippingACleat(t *testing.T) {
	h := cleated(func(_ *Holder, r *Rail) { r.Kerf = 3.2 })
	marks := map[string]float64{}
	for _, f := range (cleat{}).marks(newRailed(h.hook.rail, h.own, nil)) {
		marks[f.Name] = f.Value
	}
	// 19 mm at 45°: the short face is 19 lower; the kerf takes 3.2/cos 45° = 4.525 of the
	// face; two pieces 90 high need 180 − 19 + 4.525.
	for name, want := range map[string]float64{
		"fence to blade at the table, the rail's long face down": 90, "the same rail, read on its short face": 71,
		"width of blade along the face, kerf / cos of the tilt": 4.525, "blank for two such pieces from one rip": 165.525,
	} {
		if !near(marks[name], want, 0.001) {
			t.Errorf("%s: %v, want %v", name, marks[name], want)
		}
	}
}

func TestBadHolders(t *testing.T) {
	l := problem.New()
	h := cleated(func(*Holder, *Rail) {}).h
	h.Hook = Hook{Made: hold.Made{Wood: "cheese", Grade: ""}, High: 3, Thick: 200, Length: 1, Count: -1, Screw: hold.Fixing{Type: "nail"}}
	h.Validate(l.In("h"))
	if len(l.All()) < 6 {
		t.Errorf("%v", l.All())
	}
}

func TestSleeveByHand(t *testing.T) {
	s := onStuds(500, 400, 800)
	s.Depth, s.Thickness, s.Along = 240, 64, 150
	g, _ := material.GradeOf("clear")
	s.Board, _ = material.Stuff("birch-plywood", g, material.Dry, 240, 9)
	block := &Rail{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, ID: "rail", Kind: Block, X: 300, Length: 600, Bottom: 9.5,
		Height: 45, Thickness: 80, Screw: hold.Fixing{Type: "wood-14", Length: 152.4},
		Spots: []Spot{{ID: "a", X: 400, Y: 25}, {ID: "b", X: 800, Y: 25}}}
	riders := []Rider{{X: 300, On: hold.Straight}, {X: 600, On: hold.Straight}, {X: 900, On: hold.Straight}}
	h := block.Hang(s.Site, riders, Boarded{9, 0.4}).(*sleeve)
	a := hold.Pulled{V: 60, M: 60 * 130}
	// Skins: 0.4 × 7800 = 3120 N·mm on 2 × 150 × 9²/6 = 4050 mm³: 0.7704 MPa; plywood
	// of 9 mm, MOR 57 × 0.8026/2.1 = 21.785 at CD 1.
	if u := h.bends(nil, a); !near(u.Used, 0.7704/21.785, 0.001) {
		t.Errorf("skins %v, want %v", u.Used, 0.7704/21.785)
	}
	// Block: A = 7800/80 = 97.5 up at its front, 37.5 down at the wall: moments about
	// the wall close, 97.5 × 80 = 7800. On a quarter of 80 × 150: 0.0325 MPa of 0.1 MOR.
	if u := h.bears(nil, a); !near(u.Used, 97.5/(150*20)/5.7, 0.001) {
		t.Errorf("bearing %v", u.Used)
	}
	deep := *block
	deep.Thickness = 120
	if u := deep.Hang(s.Site, riders, Boarded{9, 0.4}).(*sleeve).bears(nil, a); u.Used >= h.bears(nil, a).Used {
		t.Error("a deeper block presses as hard")
	}
	if u := h.fits(nil, nil); u.Used != 0 {
		t.Errorf("it fits: %+v", u)
	}
	for how, c := range map[string]struct {
		skin   float64
		change func(*Rail)
	}{
		"is solid":         {0, func(*Rail) {}},
		"block is":         {9, func(r *Rail) { r.Height = 60 }},
		"where the hollow": {9, func(r *Rail) { r.Bottom = 30 }},
		"not as deep":      {9, func(r *Rail) { r.Thickness = 240 }},
	} {
		b := *block
		c.change(&b)
		if u := b.Hang(s.Site, riders, Boarded{c.skin, 0.4}).(*sleeve).fits(nil, nil); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, how) {
			t.Errorf("%s: %+v", how, u)
		}
	}
	if at := block.Seats(0, 2000); len(at) != 5 || at[0] != 300 || at[4] != 900 {
		t.Errorf("seats %v", at)
	}
	if at := block.Seats(890, 2000); at != nil {
		t.Errorf("a shelf beside its block sits at %v", at)
	}
	if n := h.Notes(); len(n.Cautions) == 0 || !strings.Contains(strings.Join(n.Cautions, " "), "bump") {
		t.Errorf("without a lock: %v", n)
	}
}

func TestSideCleatByHand(t *testing.T) {
	s := onStuds(0, 400)
	s.Depth, s.Thickness = 240, 19
	side := &Side{At: LeftEnd, Rail: Rail{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, ID: "c", Kind: Ledger, X: 20, Length: 210,
		Bottom: -64, Height: 64, Thickness: 19, Gap: 2,
		Screw: hold.Fixing{Type: "wood-10", Length: 76.2}, Spots: []Spot{{ID: "a", X: 120, Y: 16}, {ID: "b", X: 120, Y: 48}}}}
	side.Studs = s.Wall.Studs[:1:1]
	side.Studs[0].X = 120
	h := side.Hang(s).(*aside)
	// 160 N at 120 from the back, where the screws are: 80 N on each; e = 19/2, so
	// 1520 N·mm over rows 16 and 48: 1520 × 48/(16² + 48²) = 28.5 N at first.
	weightless(h.rail)
	c := &h.rail.lengths[0].Columns[0]
	got := h.rail.carries(nil, 0, 0, h.along(hold.Action{R: 160, M: 160 * 120}))
	if !near(got.V, 160, 1e-9) || !near(got.M, 1520, 1e-9) || got.Turn != 0 {
		t.Errorf("%+v", got)
	}
	if p := c.Down.Pull(nil, got.M, 48); p < 28.5 || p > 29.5 {
		t.Errorf("upper screw %v", p)
	}
	// With a back cleat the front half has what it is asked, in the middle of that.
	s.Rail = &Rail{Kind: Ledger}
	half := side.Hang(s).(*aside)
	weightless(half.rail)
	if got := half.rail.carries(nil, 0, 0, half.along(hold.Action{R: 160, M: 160 * 120})); !near(got.V, 160, 1e-9) ||
		!near(got.Turn, 160*60, 1e-9) {
		t.Errorf("with a back cleat %+v", got)
	}
	for z, want := range map[float64][2]float64{100: {0.5, 0.5}, 200: {0.667, 0.5}, 300: {1, 0.5}, 350: {1, 0.5}} {
		if f, b := FrontShare(z, 400), BackShare(z, 400); !near(f, want[0], 0.005) || !near(b, want[1], 0.005) {
			t.Errorf("row 35, goods at %v: front %v, back %v, want %v", z, f, b, want)
		}
	}
	narrow := *side
	narrow.Gap = 9
	if u := useOf(t, narrow.Hang(s), "cleat", "bearing", hold.Action{R: 10}); !math.IsInf(u.Used, 1) {
		t.Errorf("10 mm of bearing: %+v", u)
	}
	l := problem.New()
	(&Side{At: "middle", Rail: side.Rail, Studs: []wall.Stud{{ID: "s", X: -5, Width: 1}}}).Validate(l)
	if len(l.All()) < 3 {
		t.Errorf("%v", l.All())
	}
}
