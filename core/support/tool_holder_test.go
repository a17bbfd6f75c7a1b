package support

import (
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// toolsOn is a plate of 400 × 200 × 19 mm plywood, its lower edge at 1500, on a rail of 90 × 19 whose lower
// edge is 110 over that, on studs at 400 and 800; 100 N stand 120 mm out from the wall in its middle.
func toolsOn(change func(h *ToolHolder, f *Fixtures)) *plated {
	s := onStuds(0, 400, 800)
	f := &Fixtures{Rails: []Rail{{Made: ply(), ID: "up", Kind: Cleat, X: 300, Length: 700, Bottom: 1610, Height: 90, Thickness: 19, Bevel: 45,
		Screw: hold.Fixing{Type: "structural-6", Length: 80}, Spots: []Spot{{ID: "s1", X: 400, Y: 20}, {ID: "s2", X: 400, Y: 60}, {ID: "s3", X: 800, Y: 20},
			{ID: "s4", X: 800, Y: 60}}}}}
	h := &ToolHolder{ID: "h", Made: ply(), High: 200, Thick: 19, Spacer: true,
		Hook: Hook{Made: ply(), High: 70, Thick: 19, Length: 300, Count: 4, Screw: hold.Fixing{Type: "wood-4", Length: 35}}}
	change(h, f)
	clear, _ := material.GradeOf("clear")
	wood, _ := material.Stuff("birch-plywood", clear, material.Dry, 200, 18)
	return h.Stand(Stage{Wall: s.Wall, X: 400, Length: 400, Foot: 1500, Depth: 200, Thickness: 18, Board: wood, Bases: s.Bases, Condition: material.Dry,
		LongTerm: 1.6, Days: 3652.5, Care: 1, Allowed: func(span float64) float64 { return span / 300 }, Rail: f.Under("up", 1500), Fixtures: f,
		Goods: []Good{{Name: "drill", From: 550, To: 650, W: 100, Z: 120, Each: 100}}}).(*plated)
}

// By hand: the bevel's middle is 110 + 90 − 9.5 = 190.5 over the plate's lower edge, the spacer's 10, hp
// 180.5; V = 100 + the plate's weight w, V e = 100 × 120 + w × z; H = (V e − V × 9.5) / 180.5. Of three
// places along the hook each rail's rider gets a third; together V and Hs (h − t/2) + V t/2.
func TestAToolHolderByHand(t *testing.T) {
	h := toolsOn(func(*ToolHolder, *Fixtures) {})
	a := h.action(everyday(1), -1)
	v, m := 100+h.plate, 100*120+h.plate*h.at
	if !near(a.R, v, 1e-9) || !near(a.M, m, 1e-9) {
		t.Fatalf("it asks %.3f N and %.1f N·mm, want %.3f and %.1f", a.R, a.M, v, m)
	}
	pull := (m - v*9.5) / 180.5
	if k := h.hook.works(nil, a); !near(k.H, pull, 1e-9) {
		t.Errorf("at the bevel it pulls with %.3f N, want %.3f", k.H, pull)
	}
	rail, all := h.onRail(everyday(1))
	var force, moment float64
	for i := range all {
		p := rail.riders[i].On(all[i])
		force, moment = force+p.V, moment+p.M
	}
	hs := max(pull, v*math.Tan(30*math.Pi/180))
	if len(all) != 3 || !near(force, v, 1e-9) || !near(moment, hs*(90-9.5)+v*9.5, 1e-9) {
		t.Errorf("%d places bring the rail %.3f N and %.1f N·mm, want %.3f and %.1f", len(all), force, moment, v, hs*(90-9.5)+v*9.5)
	}
	// The plate: H × hp on the hook's length and hp of its width.
	fb := h.hook.back.Bending(nil, h.own.Bases[hold.Everyday])
	if u := formLink(t, h, "plate", "bending", "h").Use(nil, everyday(1)).Used; !near(u, pull*180.5/(400*19*19/6.0)/fb, 1e-6) {
		t.Errorf("the plate is used %.5f, want %.5f", u, pull*180.5/(400*19*19/6.0)/fb)
	}
	// Farther out it holds less.
	far := toolsOn(func(*ToolHolder, *Fixtures) {})
	far.set.Goods[0].Z = 180
	if near, out := formLink(t, h, "plate", "bending", "h").Use(nil, everyday(1)).Used, formLink(t, far, "plate", "bending", "h").Use(nil, everyday(1)).Used; out <= near {
		t.Errorf("180 mm out its plate is used %.3f, 120 out %.3f", out, near)
	}
}

// What hangs beside its hook swings it off, unless a screw locks it; without a spacer it hangs by its lip,
// unless a rail as thick stands where its lower edge is; a yank on one hook is asked of its rail.
func TestToolHoldersHang(t *testing.T) {
	beside := toolsOn(func(h *ToolHolder, _ *Fixtures) { h.Hook.Length = 60 })
	beside.set.Goods[0].From, beside.set.Goods[0].To = 750, 800
	if u := formLink(t, beside, "hook", "swings", "h").Use(nil, everyday(1)); u.Used <= 1 || !strings.Contains(u.How, "swings off") {
		t.Errorf("175 mm beside a hook of 60: %+v", u)
	}
	for _, l := range toolsOn(func(h *ToolHolder, _ *Fixtures) { h.Lock = true }).Links() {
		if l.Mode == "swings" || l.Mode == "climbs" {
			t.Errorf("locked, it is asked whether it %s", l.Mode)
		}
	}
	bare := func(h *ToolHolder, _ *Fixtures) { h.Spacer = false }
	if u := formLink(t, toolsOn(bare), "hook", "hangs", "h").Use(nil, everyday(1)); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, "lip alone") {
		t.Errorf("without a lower bearing: %+v", u)
	}
	low := func(h *ToolHolder, f *Fixtures) {
		bare(h, f)
		f.Rails = append(f.Rails, Rail{Made: ply(), ID: "low", Kind: Cleat, X: 300, Length: 700, Bottom: 1440, Height: 90, Thickness: 19, Bevel: 45})
	}
	if u := formLink(t, toolsOn(low), "hook", "hangs", "h").Use(nil, everyday(1)); u.Used != 0 {
		t.Errorf("on the rail further down: %+v", u)
	}
	hooks := func(h *ToolHolder, _ *Fixtures) {
		h.Peg = &Peg{Kind: Cast, Reach: 40, D: 8, Up: 80, Flange: 50, Apart: 30, Count: 4, Screw: hold.Fixing{Type: "wood-8", Length: 19}}
		h.Hooks = []Hanger{{ID: "k1", X: 500}, {ID: "k2", X: 700}}
	}
	h := toolsOn(hooks)
	asked := 0.0
	h.asked(nil, everyday(0), func(_ *working.Sheet, a hold.Action) hold.Use { asked = max(asked, a.R); return hold.Use{} })
	if want := h.Self() + leastYank; !near(asked, want, 1e-9) {
		t.Errorf("empty, its rail is asked %.2f N, of a yank %.2f", asked, want)
	}
}

// Hooks off the plate and pegs that do not fit are refused by their place.
func TestBadToolHolders(t *testing.T) {
	h := toolsOn(func(h *ToolHolder, _ *Fixtures) {
		h.Peg = &Peg{Kind: Cast, Reach: 40, D: 8, Up: 80, Flange: 50, Apart: 30, Count: 4, Screw: hold.Fixing{Type: "wood-8", Length: 19}}
		h.Hooks = []Hanger{{ID: "k1", X: 350}}
	}).ToolHolder
	h.High, h.Peg.Up, h.Peg.Apart = quantity.Length(60), 59, 48
	l := problem.New()
	h.Validate(l)
	h.fitsUnder(l, 400, 400)
	for _, path := range []string{"hooks[0].x_mm", "peg.up_mm", "peg.apart_mm"} {
		if !slices.ContainsFunc(l.All(), func(p problem.Problem) bool { return p.Path == path }) {
			t.Errorf("nothing is said of %s: %v", path, l.All())
		}
	}
}
