package support

import (
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// onPanel is a bevelled rail of 90 × 19 mm plywood, 560 long about the middle between studs at 400
// and 800, screwed from behind to 12 mm of plywood that has one screw in each stud 125 over the rail's
// lower edge; 200 N hang in its middle, whose bevel pushes out with 150 N and turns it with 20 000 N·mm.
func onPanel(change func(a *Panel, r *Rail)) (*railed, []hold.Pulled) {
	s := onStuds(600, 400, 800)
	back := &Panel{Made: ply(), ID: "p", X: 320, Width: 560, Bottom: -100, Height: 300, Thickness: 12,
		Screw: hold.Fixing{Type: "structural-6", Length: 80}, Spots: []Spot{{ID: "p1", X: 400, Y: 225}, {ID: "p2", X: 800, Y: 225}}}
	r := &Rail{Made: ply(), ID: "r", Kind: Cleat, X: 320, Length: 560, Height: 90, Thickness: 19, Bevel: 45, Panel: "p", Behind: true, back: back,
		Screw: hold.Fixing{Type: "wood-4", Length: 28}}
	change(back, r)
	for i, x := range []quantity.Length{350, 500, 700, 850} {
		if x > r.X && x < r.X+r.Length {
			r.Spots = append(r.Spots, Spot{ID: string(rune('a' + i)), X: x, Y: 54})
		}
	}
	rail := newRailed(r, s.Site, []Rider{{X: 600, On: func(a hold.Action) hold.Pulled {
		return hold.Pulled{V: a.R, M: 100 * a.R, H: 0.75 * a.R, Case: a.Case}
	}}})
	return rail, rail.pulls([]hold.Action{{R: 200}})
}

func linkAt(t *testing.T, r *railed, part, mode string) SharedLink {
	t.Helper()
	for _, l := range r.Links() {
		if l.Part == part && l.Mode == mode {
			return l
		}
	}
	t.Fatalf("no link %s/%s", part, mode)
	return SharedLink{}
}

// By hand: each column bears half of the 200 N, of the rail (0.56 × 0.09 × 0.019 m) and the panel
// (0.56 × 0.3 × 0.012 m) half of their weight too; the couple on each is (20 000 + 200 × 12) / 2, with
// the rail's weight 19/2 + 12 out and the panel's 12/2. One screw 125 over the rail's lower edge holds
// it: T (125 − T / (2 fb b)) = M on b = 280 mm of rail, fb = 2.4 MPa.
func TestPanelByHand(t *testing.T) {
	r, all := onPanel(func(*Panel, *Rail) {})
	density := r.board.Density() * 1e-9 * quantity.Gravity
	rail, panel := density*560*90*19, density*560*300*12
	v, m := 0.0, 0.0
	for _, o := range r.panel.bears(nil, 0, all) {
		v, m = v+o.V, m+o.M
	}
	wantM := (20000 + 200*12 + rail*(9.5+12) + panel*6) / 2
	if !near(v, (200+rail+panel)/2, 1e-9) || !near(m, wantM, 1e-9) {
		t.Errorf("a column bears %.3f N and %.1f N·mm, want %.3f and %.1f", v, m, (200+rail+panel)/2, wantM)
	}
	d := 125.0
	pull := 2.4 * 280 * (d - math.Sqrt(d*d-2*wantM/(2.4*280)))
	hole := r.panel.mount.Holes[0]
	want := hole.UsedBy(nil, v, pull, hold.Everyday, r.set.Bases[hold.Everyday]).Used
	if got := linkAt(t, r, "p1", "pull").Use(nil, all).Used; !near(got, want, 0.005) {
		t.Errorf("its screw is used %.4f, want %.4f", got, want)
	}
	// 150 N in the middle of 400 mm bend the rail by 15 000 N·mm on 90 × 19² / 6.
	fb := r.flat.Bending(nil, r.set.Bases[hold.Everyday])
	if got := linkAt(t, r, "length-1", "off").Use(nil, all).Used; !near(got, 15000/(90*19*19/6.0)/fb, 1e-6) {
		t.Errorf("bent off its panel it is used %.4f, want %.4f", got, 15000/(90*19*19/6.0)/fb)
	}
	// The pull on a rail's screw draws its head through the panel, or its thread out of the rail.
	if u := linkAt(t, r, "b", "pull").Use(nil, all); !(u.Used > 0) || !strings.Contains(u.How, "rail") && !strings.Contains(u.How, "panel") {
		t.Errorf("%+v", u)
	}
	var sh working.Sheet
	linkAt(t, r, "p1", "pull").Use(&sh, all)
	if last := sh.Steps[len(sh.Steps)-1]; !near(last.Result, want, 0.005) {
		t.Errorf("its sum ends with %v", last)
	}
}

// A thin panel fails where its rail ends between studs, and holds with the rail reaching both; a
// thicker back never holds less; one more screw over the rail never less.
func TestThinPanels(t *testing.T) {
	worst := func(change func(*Panel, *Rail)) float64 {
		r, all := onPanel(change)
		used := 0.0
		for _, l := range r.Links() {
			if l.Kind != hold.Stiffness {
				used = max(used, l.Use(nil, all).Used)
			}
		}
		return used
	}
	short := func(thick quantity.Length) func(*Panel, *Rail) {
		return func(a *Panel, r *Rail) { a.Thickness, r.X, r.Length, r.Screw.Length = thick, 430, 340, thick+16 }
	}
	r, all := onPanel(short(6))
	if u := linkAt(t, r, "length-1", "reaches").Use(nil, all); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, "reach a stud on each side") {
		t.Errorf("6 mm and a rail between the studs: %+v", u)
	}
	if u := worst(func(a *Panel, r *Rail) { a.Thickness, r.Screw.Length = 6, 22 }); math.IsInf(u, 1) {
		t.Error("6 mm and a rail that reaches both studs fails")
	}
	for _, rail := range []func(quantity.Length) func(*Panel, *Rail){short, func(thick quantity.Length) func(*Panel, *Rail) {
		return func(a *Panel, r *Rail) { a.Thickness = thick; r.Screw.Length = thick + 16 }
	}} {
		last := math.Inf(1)
		for _, thick := range []quantity.Length{5, 6, 8.9, 9, 12, 15, 18} {
			u := worst(rail(thick))
			if u > last*1.02 { // by what its own weight and lever ask more
				t.Errorf("%v mm of back are used %.4f, the thinner one %.4f", thick, u, last)
			}
			last = u
		}
	}
	one, two := worst(func(*Panel, *Rail) {}), worst(func(a *Panel, _ *Rail) {
		a.Spots = append(a.Spots, Spot{ID: "p3", X: 400, Y: 280}, Spot{ID: "p4", X: 800, Y: 280})
	})
	if two > one+1e-9 {
		t.Errorf("with a second screw over the rail it is used %.4f, with one %.4f", two, one)
	}
	r, all = onPanel(func(a *Panel, _ *Rail) { a.Spots[0].Y, a.Spots[1].Y = 50, 50 })
	if u := linkAt(t, r, "p1", "pull").Use(nil, all); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, "none is within") {
		t.Errorf("with its screws under the rail: %+v", u)
	}
}

// Rails off their panel, and on none, are refused by their place.
func TestRailsOffTheirPanel(t *testing.T) {
	for path, change := range map[string]func(r *Rail){
		"rails[0].x_mm": func(r *Rail) { r.Length = 900 }, "rails[0].bottom_mm": func(r *Rail) { r.Bottom = 400 },
		"rails[0].panel": func(r *Rail) { r.Panel = "none" },
	} {
		held, _ := onPanel(func(*Panel, *Rail) {})
		f := Fixtures{Rails: []Rail{*held.Rail}, Panels: []Panel{*held.back}}
		change(&f.Rails[0])
		l := problem.New()
		f.Fit(l, 3000, 3000)
		if !slices.ContainsFunc(l.All(), func(p problem.Problem) bool { return p.Path == path }) {
			t.Errorf("%s: %v", path, l.All())
		}
	}
}
