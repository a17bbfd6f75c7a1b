package support

import (
	"testing"

	"aguante/core/hold"
)

// most is the greatest use of every kind of link of a form, by its mode.
func most(f Form, s Stage, by float64) map[string]float64 {
	out := map[string]float64{}
	for _, l := range f.Stand(s).Links() {
		key := l.Mode
		if l.Kind != hold.Gate {
			out[key] = max(out[key], l.Use(nil, everyday(by)).Used)
		}
	}
	return out
}

// harder asks the second to be used more than the first by the links that are named,
// and less by none of them.
func harder(t *testing.T, what string, easy, hard map[string]float64, links ...string) {
	t.Helper()
	for _, l := range links {
		if easy[l] == 0 || hard[l] <= easy[l] {
			t.Errorf("%s: %s is used %v, without %v", what, l, hard[l], easy[l])
		}
	}
}

func TestPropertiesOfHookRails(t *testing.T) {
	goods := []Good{{From: 400, To: 440, W: 120}, {From: 1200, To: 1240, W: 120}}
	on := func(change func(h *HookRail)) map[string]float64 {
		h := hooksOn(Pipe)
		change(h)
		return most(h, stage(goods, 400, 800, 1200), 1)
	}
	plain := on(func(*HookRail) {})
	harder(t, "a thinner pipe", plain, on(func(h *HookRail) { h.Peg.D = 15 }), "bends")
	harder(t, "a longer hook", plain, on(func(h *HookRail) { h.Peg.Reach = 140 }), "bends", "flange")
	harder(t, "a smaller flange", plain, on(func(h *HookRail) { h.Peg.Flange, h.Peg.Apart = 40, 22 }), "flange")
	harder(t, "half of its screws", plain, on(func(h *HookRail) { h.Peg.Count = 2 }), "flange")
	harder(t, "a lower board", plain, on(func(h *HookRail) {
		h.Height = 60
		for i := range h.Spots {
			h.Spots[i].Y *= 60.0 / 89
		}
		h.Peg.Up = 30
	}), "pull")
	// Under 75 N a hook is judged at 150 N whatever hangs there.
	light, none := hooksOn(Pipe), hooksOn(Pipe)
	a := formLink(t, light.Stand(stage([]Good{{From: 400, To: 440, W: 70}}, 400, 800, 1200)), "hook", "bends", "h1").Use(nil, everyday(1))
	b := formLink(t, none.Stand(stage([]Good{{From: 400, To: 440, W: 20}}, 400, 800, 1200)), "hook", "bends", "h1").Use(nil, everyday(1))
	if !near(a.Used, b.Used, 1e-9) {
		t.Errorf("70 N and 20 N hang, and they are used %v and %v", a.Used, b.Used)
	}
}

// One heavy thing hangs on one hook, whichever (engineering basis 4.10), and who leans or climbs
// does so on any one of them, by what lasts.
func TestAHookTakesTheHeaviestAndWhoLeans(t *testing.T) {
	used := func(part, mode, id string, each float64, d Demand) float64 {
		goods := []Good{{From: 220, To: 1420, W: 300, Each: each}}
		return formLink(t, hooksOn(Pipe).Stand(stage(goods, 400, 800, 1200)), part, mode, id).Use(nil, d).Used
	}
	for _, link := range [][3]string{{"hook", "bends", "h1"}, {"hook", "flange", "h3"}} {
		three, one := used(link[0], link[1], link[2], 100, everyday(1)), used(link[0], link[1], link[2], 300, everyday(1))
		if one < 2.99*three || link[1] == "bends" && !near(one, 3*three, 1e-9) {
			t.Errorf("%v: three things of 100 N use %v, one of 300 N %v, want three times as much", link, three, one)
		}
	}
	child := Demand{By: 1, Care: 1, Case: hold.Sudden, Extra: 441, X: 420}
	quiet := used("hook", "bends", "h1", 100, everyday(1))
	if got := used("hook", "bends", "h1", 100, child); !near(got, quiet*541/200, 1e-9) {
		t.Errorf("a child of 441 N on a hook with 100 N: %v, want %v", got, quiet*541/200)
	}
	if got := used("hook", "bends", "h2", 100, child); got != quiet {
		t.Errorf("a child on the first hook: the second is used %v, want %v", got, quiet)
	}
	rail := func(d Demand) float64 {
		worst := 0.0
		for _, l := range hooksOn(Pipe).Stand(stage([]Good{{From: 220, To: 1420, W: 300, Each: 100}}, 400, 800, 1200)).Links() {
			if l.Part != "hook" {
				worst = max(worst, l.Use(nil, d).Used)
			}
		}
		return worst
	}
	// All studs together take no less than the couples of its hooks, and the board's own.
	h := hooksOn(Pipe).Stand(stage([]Good{{From: 220, To: 1420, W: 300, Each: 100}}, 400, 800, 1200)).(*hookRail)
	passed := 0.0
	Couples(h, child, func(_ string, _, couple float64) { passed += couple })
	if want := (300+441)*(80+25) + h.Self()*25/2; passed < want {
		t.Errorf("with a child on it the board passes %v N·mm to its studs, want at least %v", passed, want)
	}
	if a, b := rail(everyday(1)), rail(child); b <= a {
		t.Errorf("with a child on it the board on the wall is used %v, without %v", b, a)
	}
}

// What hangs on the hooks is on some hook, all of it.
func TestHooksShareWhatHangs(t *testing.T) {
	for _, goods := range [][]Good{
		{{From: 400, To: 440, W: 100}},
		{{From: 400, To: 900, W: 100}},
		{{From: 300, To: 1500, W: 90}, {From: 1000, To: 1010, W: 25}},
		{{From: 1490, To: 1500, W: 10}},
	} {
		h := hooksOn(WoodPeg).Stand(stage(goods, 400, 800, 1200)).(*hookRail)
		want, got := 0.0, 0.0
		for _, g := range goods {
			want += g.W
		}
		for _, w := range h.pegs.goods {
			got += w
		}
		if !near(got, want, 1e-9) {
			t.Errorf("%+v: %v N on the hooks of %v", goods, got, want)
		}
	}
}

func TestPropertiesOfFrames(t *testing.T) {
	goods := []Good{{From: 350, To: 1650, W: 700, Z: 200, Level: 2}, {From: 350, To: 1650, W: 300, Z: 150, Level: 0}}
	on := func(change func(f *StandingFrame)) map[string]float64 {
		f := frameOn(400, 1600)
		change(f)
		return most(f, stage(goods, 400, 1600), 4)
	}
	plain := on(func(*StandingFrame) {})
	harder(t, "thinner posts", plain, on(func(f *StandingFrame) { f.Width, f.Deep = 25, 25 }), "crush")
	harder(t, "a post less", plain, on(func(f *StandingFrame) { f.Posts = []Post{{"p1", 350}, {"p3", 1650}} }), "bending", "sag")
	harder(t, "a tie less", plain, on(func(f *StandingFrame) { f.Ties = f.Ties[:1] }), "pull")
	harder(t, "ties lower down", plain, on(func(f *StandingFrame) {
		for i := range f.Ties {
			f.Ties[i].Up = 600
		}
	}), "pull")
}

// Property: the thrust of leaning sheets grows with their tilt, and with how high they
// are over where they lean.
func TestPropertiesOfSheetRacks(t *testing.T) {
	goods := []Good{{From: 400, To: 1200, W: 900, Height: 1200, Depth: 60}}
	at := func(tilt, contact float64) float64 {
		r := &SheetRack{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, Width: 38, Deep: 89, Height: 1200, Foot: 200, High: 89,
			Tilt: tilt, Contact: mm(contact), Stop: true,
			Joint: hold.Joint{Kind: hold.LapJoint, Glued: true}, Screw: hold.Fixing{Type: "structural-6", Length: 140},
			Frames: []Upright{{ID: "f1", X: 400}, {ID: "f2", X: 1200}}}
		for _, y := range []float64{200, 700, 1100} {
			r.Rows = append(r.Rows, mm(y))
		}
		return r.Stand(stage(goods, 400, 1200)).(*leaned).thrust(nil, everyday(1))
	}
	last := 0.0
	for _, tilt := range []float64{2, 5, 8, 12, 20} {
		now := at(tilt, 900)
		if now <= last {
			t.Errorf("at %v° they push %v, at less %v", tilt, now, last)
		}
		last = now
	}
	if low, high := at(8, 500), at(8, 1000); low <= high || !near(low, 2*high, 1e-9) {
		t.Errorf("leaning at 500 they push %v, at 1000 %v", low, high)
	}
}

// Property: what a cart hangs with falls with the caster's share and with hinges
// farther apart, and grows with how far out its goods are.
func TestPropertiesOfCarts(t *testing.T) {
	on := func(caster, apart, to float64) float64 {
		c := &HingedCart{ID: "c", X: 400, Width: 600, Height: 900, Up: 100, Apart: mm(apart), Caster: caster, Own: 10, Count: 4, Rows: 60,
			Screw: hold.Fixing{Type: "wood-14", Length: 60}}
		pull, v := c.Stand(stage([]Good{{From: 400, To: 400 + to, W: 200}}, 400)).(*hinged).hinge(nil, everyday(1))
		if v <= 0 {
			t.Errorf("it hangs with nothing: %v", v)
		}
		return pull
	}
	base := on(0.5, 600, 600)
	if on(0.7, 600, 600) >= base || on(0.5, 750, 600) >= base || on(0, 600, 600) != 2*base || on(0.5, 600, 300) >= base {
		t.Errorf("pulls %v; more on the caster %v; hinges farther apart %v; no caster %v; goods nearer %v", base, on(0.7, 600, 600),
			on(0.5, 750, 600), on(0, 600, 600), on(0.5, 600, 300))
	}
}
