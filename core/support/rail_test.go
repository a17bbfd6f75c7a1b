package support

import (
	"math"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

func mm(v float64) quantity.Length { return quantity.Length(v) }

// railOn puts a rail up with plain loads at places along the wall.
func railOn(r *Rail, s Setting, at ...float64) *stripped {
	var riders []Rider
	for _, x := range at {
		riders = append(riders, Rider{X: x, On: hold.Straight})
	}
	h := &stripped{newRailed(r, s.Site, riders)}
	weightless(h.railed) // loads as given
	return h
}

func weightless(r *railed) {
	r.own = 0
	for l := range r.lengths {
		for k := range r.lengths[l].bays {
			r.lengths[l].bays[k].lay(r)
		}
	}
}

func loads(v, e float64, n int) []hold.Pulled {
	out := make([]hold.Pulled, n)
	for i := range out {
		out[i] = hold.Pulled{V: v, M: v * e}
	}
	return out
}

func TestRow7ScrewThroughAStrip(t *testing.T) {
	// #12 × 3 1/2 in through 38.1 of cherry and a gap of 15.875: 34.925 mm in the stud.
	s := onStuds(500, 500)
	s.Wall.Lining.Thickness = 15.875
	r := cherryStrip(300, 700, 60, []float64{500}, []float64{30})
	r.Thickness, r.Screw.Length = 38.1, 88.9
	d := &railOn(r, s, 500).lengths[0].Holes[0]
	if !d.Counts() || !near(d.Grip.In, 34.925, 1e-6) || !near(d.Caps[hold.Everyday].Push, 312.8, 0.005) {
		t.Errorf("in the stud %v, Z %v, want 312.8", d.Grip.In, d.Caps[hold.Everyday].Push)
	}
	r.Screw.Length = 76.2
	if d := &railOn(r, s, 500).lengths[0].Holes[0]; !near(d.Caps[hold.Everyday].Push, 186.6, 0.005) || !strings.Contains(d.Why(), "68 %") {
		t.Errorf("the 3 in one takes %v, want 186.6: %v", d.Caps[hold.Everyday].Push, d.Why())
	}
}

func TestColumnsShareAsStiffBodyOrByLevers(t *testing.T) {
	s := onStuds(500, 400, 800, 1200)
	r := cherryStrip(300, 1300, 60, []float64{400, 800, 1200}, []float64{40})
	// 90 N on the left column: as a stiff body V/n + V ecc xi/Σx² with ecc −400,
	// Σx² 320 000: 30 + 90 × 400 × 400/320 000 = 75; by levers all 90 of it.
	rail := railOn(r, s, 400)
	a := loads(90, 100, 1)
	for k, want := range []float64{90, 30, -15} {
		if got := rail.carries(nil, 0, k, a); !near(got.V, want, 1e-9) || !near(got.M, want*100, 1e-9) {
			t.Errorf("column %d carries %v, %v, want %v", k+1, got.V, got.M, want)
		}
	}
	// Midway between the first two, 45 each by levers; stiffly 30 + 18 000 × 400/320 000 = 52.5, 30, 7.5.
	rail = railOn(r, s, 600)
	// As one beam through, 90 × (0.40625, 0.6875, −0.09375), of which none is relied on to lift.
	for k, want := range []float64{52.5, 61.875, 7.5} {
		if got := rail.carries(nil, 0, k, a); !near(got.V, want, 1e-6) {
			t.Errorf("midway, column %d: %v, want %v", k+1, got.V, want)
		}
	}
	// Past the last stud the levers throw more than all of it on that one, 90 × 1.2, and a
	// beam through more yet: 90 + 90 × 80 / 400 × 1.25.
	rail = railOn(r, s, 1280)
	if got := rail.carries(nil, 0, 2, a); !near(got.V, 112.5, 1e-6) {
		t.Errorf("overhanging by a fifth of the span: %v, want 112.5", got.V)
	}
}

// Shares sum to the load in either way of sharing, for any loads.
func TestSharesSumToTheLoad(t *testing.T) {
	s := onStuds(500, 400, 760, 1200)
	r := cherryStrip(300, 1300, 60, []float64{400, 760, 1200}, []float64{40})
	at := []float64{380, 550, 900, 1250}
	rail := railOn(r, s, at...)
	a := []hold.Pulled{{V: 50, M: 4000}, {V: 110, M: 9000}, {V: 20, M: 900}, {V: 70, M: 8000}}
	stiff, lever := 0.0, 0.0
	for k := range rail.lengths[0].Columns {
		var sh working.Sheet
		rail.carries(&sh, 0, k, a)
		for _, step := range sh.Steps {
			switch step.Symbol {
			case "V1":
				stiff += step.Result
			}
		}
		for i := range a {
			lever += a[i].V * leverShare(rail.lengths[0].Columns, k, at[i])
		}
	}
	if !near(stiff, 250, 1e-9) {
		t.Errorf("as a stiff body %v of 250", stiff)
	}
	if lever < 250-1e-9 { // overhangs ask for more, none for less
		t.Errorf("by levers %v of 250", lever)
	}
}

func TestATallerStripPullsLess(t *testing.T) {
	s := onStuds(500, 400, 800)
	last := math.Inf(1)
	for _, h := range []float64{38, 60, 90, 140} {
		r := cherryStrip(300, 900, h, []float64{400, 800}, []float64{h - 17})
		rail := railOn(r, s, 450, 750)
		u := rail.Links()[0].Use(nil, loads(80, 120, 2))
		if u.Used >= last {
			t.Errorf("%v mm high: the screws are used %v, lower ones %v", h, u.Used, last)
		}
		last = u.Used
	}
}

func TestOneMoreStudNeverLowersAStrip(t *testing.T) {
	s := onStuds(500, 400, 800, 1200)
	worst := func(xs ...float64) float64 {
		rail := railOn(cherryStrip(300, 1300, 60, xs, []float64{40}), s, 450, 800, 1150)
		used := 0.0
		for _, l := range rail.Links() {
			if l.Role == hold.RoleNear {
				used = max(used, l.Use(nil, loads(60, 110, 3)).Used)
			}
		}
		return used
	}
	if two, three := worst(400, 1200), worst(400, 800, 1200); three > two {
		t.Errorf("on two studs used %v, on three %v", two, three)
	}
}

func TestAColumnIsHeldByTheHeelRule(t *testing.T) {
	s := onStuds(500, 500)
	r := cherryStrip(300, 700, 60, []float64{500}, []float64{20, 45})
	rail := railOn(r, s, 500)
	const m = 9000.0
	c := &rail.lengths[0].Columns[0]
	a := c.Down.Contact(m)
	sum, turn := 0.0, 0.0
	rail.lengths[0].Each(c, hold.Pulled{V: 100, M: m}, func(d *hold.Drilled, v, pull float64) {
		sum += pull
		turn += pull * (d.At.Y - rail.lengths[0].Low - a/2)
		if v != 50 {
			t.Errorf("each of two is pushed by %v, want 50", v)
		}
	})
	if !near(sum, c.Down.Fb*c.Down.B*a, 1e-4) || !near(turn, m, 1e-4) {
		t.Errorf("pulls of %v against the heel's %v, moment %v of %v", sum, c.Down.Fb*c.Down.B*a, turn, m)
	}
	if c.Down.B != 400 {
		t.Errorf("a lone column presses with all of the strip: %v mm", c.Down.B)
	}
}

func TestSplittingOfAStrip(t *testing.T) {
	// EC5 8.1.4 by hand: 14 × 38 × √(40/(1 − 40/60)) = 5827.7 N characteristic; × 0.48 at CD 1.
	if f := hold.Splitting(nil, 38, 60, 40, material.Basis{CD: 1}); !near(f, 5827.8*0.48, 1e-4) {
		t.Errorf("%v, want %v", f, 5827.8*0.48)
	}
	if f := hold.Splitting(nil, 38, 60, 40, material.Basis{Mean: true}); !near(f, 1.5*5827.8, 1e-4) {
		t.Errorf("at the break %v", f)
	}
}

// bayOf asks a link of the first bay of a rail that is held at both ends.
func bayOf(t *testing.T, r Shared, mode string, all []hold.Pulled) hold.Use {
	t.Helper()
	for _, l := range r.Links() {
		if l.Mode == mode && strings.HasPrefix(l.Where, "between") {
			return l.Use(nil, all)
		}
	}
	t.Fatalf("no link %s between columns", mode)
	return hold.Use{}
}

func TestRow32LedgerBetweenItsColumns(t *testing.T) {
	s := onStuds(500, 100, 1440)
	s.Days = 0
	s.Allowed = func(span float64) float64 { return span / 384 }
	r := cherryStrip(90, 1450, 38, []float64{100, 1440}, []float64{19})
	r.Kind, r.Thickness, r.Wood = Ledger, 19, "douglas-fir"
	riders := r.Lies(100, 1440)
	h := newRailed(r, s.Site, riders)
	weightless(h)
	all := loads(45*9.80665/float64(len(riders)), 10, len(riders))
	// σ = 73 920 / (19 × 38² / 6) = 16.17, with E 13 400 it goes down 11.88 mm.
	if u := bayOf(t, h, "bends", all); !near(u.Used, 16.17/h.board.Bending(nil, s.Bases[hold.Everyday]), 0.005) {
		t.Errorf("used %v, want %v", u.Used, 16.17/h.board.Bending(nil, s.Bases[hold.Everyday]))
	}
	if u := bayOf(t, h, "sags", all); !near(u.Value, 11.88, 0.005) || !near(u.Allowed, 1340/384.0, 1e-9) {
		t.Errorf("sag %v of %v, want 11.88", u.Value, u.Allowed)
	}
	var sh working.Sheet
	for _, l := range h.Links() {
		l.Use(&sh, all)
	}
	if len(sh.Steps) == 0 {
		t.Error("no sum is shown")
	}
}

func TestRow33TwistOfAStrip(t *testing.T) {
	s := onStuds(500, 300, 900)
	r := cherryStrip(260, 940, 45, []float64{300, 900}, []float64{22})
	r.Thickness = 35
	rail := newRailed(r, s.Site, []Rider{{X: 450, On: hold.Straight}, {X: 600, On: hold.Straight}, {X: 750, On: hold.Straight}})
	weightless(rail)
	all := []hold.Pulled{{M: 4000}, {M: 6000}, {M: 5000}}
	// 7.25 Nm at the left column, 7.75 at the right one: τ 0.6311; Fv of cherry at CD 1 is
	// 11.7 × 0.7697/2.3 × 0.5 = 1.958.
	if k := torsion(45, 35); !near(k, 0.2228, 0.001) {
		t.Errorf("k %v, want 0.2228", k)
	}
	if u := bayOf(t, rail, "twists", all); !near(u.Used, 0.6311/1.958, 0.005) {
		t.Errorf("twist %v, want %v", u.Used, 0.6311/1.958)
	}
	for ratio, k := range map[float64]float64{1: 0.208, 1.29: 0.223, 2: 0.246, 5: 0.292, 20: 0.292} {
		if got := torsion(10, 10*ratio); !near(got, k, 1e-6) {
			t.Errorf("%v: %v, want %v", ratio, got, k)
		}
	}
}

// The middle of three columns carries 1.25 of one bay's load, not a third of both.
func TestTheMiddleColumnOfARail(t *testing.T) {
	s := onStuds(500, 100, 700, 1300)
	r := cherryStrip(60, 1340, 60, []float64{100, 700, 1300}, []float64{30})
	r.Kind = Ledger
	riders := r.Lies(100, 1300)
	h := newRailed(r, s.Site, riders)
	all := loads(1200/float64(len(riders)), 0, len(riders))
	if got := h.carries(nil, 0, 1, all).V - h.own*600; !near(got, 1.25*600, 0.01) {
		t.Errorf("the middle column carries %v of 1200 N, want 750", got)
	}
	sum := 0.0
	for k := range 3 {
		sum += h.carries(nil, 0, k, all).V
	}
	if sum < 1200+h.own*1200 {
		t.Errorf("all columns carry %v of %v", sum, 1200+h.own*1200)
	}
}

func TestARailPiecedTogetherIsSeveral(t *testing.T) {
	s := onStuds(500, 400, 800, 1200)
	r := cherryStrip(300, 1300, 60, []float64{400, 1200}, []float64{20, 45})
	r.Joints = []quantity.Length{300, 700} // the middle length, 600 to 1000, has no fastener
	rail := railOn(r, s, 400, 800)
	gate := map[string]hold.Use{}
	for _, l := range rail.Links() {
		if l.Kind == hold.Gate {
			gate[l.Where] = l.Use(nil, loads(50, 100, 2))
		}
	}
	if u := gate["length 1 of the strip"]; u.Used != 0 {
		t.Errorf("the first length: %+v", u)
	}
	if u := gate["length 2 of the strip"]; !math.IsInf(u.Used, 1) {
		t.Errorf("a length that nothing holds, with a pin in it: %+v", u)
	}
	if u := gate["length 3 of the strip"]; u.How != "carries nothing" {
		t.Errorf("a length that nothing hangs on: %+v", u)
	}
	// A length on one stud must not swing: loads beside it need two rows.
	r.Joints, r.Spots = nil, r.Spots[:1]
	if u := railOn(r, s, 500).Links()[0].Use(nil, loads(50, 100, 1)); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, "swing") {
		t.Errorf("one screw, and a load beside it: %+v", u)
	}
}

func TestFastenersTooNearAnEndSplitTheStrip(t *testing.T) {
	s := onStuds(500, 320, 700)
	// #12: D 5.486, 5 D 27.43 to an end that nothing presses on. Half and more counts in
	// proportion, a quarter nothing.
	whole := 0.0
	for _, c := range []struct{ from, part float64 }{{40, 1}, {20, 20 / 27.43}, {10, 2*10/27.43 - 0.5}, {6, 0}} {
		r := cherryStrip(320-c.from, 780+c.from, 60, []float64{320, 700}, []float64{30})
		rail := railOn(r, s, 500)
		d := &rail.lengths[0].Holes[0]
		z := d.Caps[hold.Everyday].Push
		if whole == 0 {
			whole = z
		}
		if !near(z, c.part*whole, 0.001) || d.Counts() != (c.part > 0) || (c.part < 1) != (len(rail.Notes().Cautions) > 0) {
			t.Errorf("%v mm from the end: takes %v of %v, %q, %v", c.from, z, whole, d.Why(), rail.Notes().Cautions)
		}
	}
	r := cherryStrip(300, 800, 60, []float64{320, 700}, []float64{30})
	r.Screw.Undrilled = true
	if d := &railOn(r, s, 500).lengths[0].Holes[0]; !near(d.Caps[hold.Everyday].Push, (2*20/41.15-0.5)*whole, 0.001) {
		t.Errorf("driven without a pilot hole, 20 mm from the end: %v of %v", d.Caps[hold.Everyday].Push, whole)
	}
}

func TestBadRails(t *testing.T) {
	l := problem.New()
	(&Rail{Made: hold.Made{Wood: "pine?", Grade: "fine?"}, ID: "", Kind: "pole", Length: 3, Height: -1, Thickness: 999,
		Spots: []Spot{{ID: "a", X: 9e9, Y: -3}}, Screw: hold.Fixing{Type: "nail"}}).Validate(l.In("r"))
	(&Rail{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, ID: "c", Kind: Cleat, Length: 500, Height: 90, Thickness: 19,
		Screw: hold.Fixing{Type: "wood-10", Length: 60}}).Validate(l.In("flat"))
	(&Rail{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, ID: "d", Kind: Cleat, Bevel: 60, Length: 500, Height: 30, Thickness: 19,
		Screw: hold.Fixing{Type: "wood-10", Length: 60}}).Validate(l.In("low"))
	got := map[string]string{}
	for _, p := range l.All() {
		got[p.Path] = p.Message
	}
	for _, path := range []string{"r.id", "r.kind", "r.wood", "r.grade", "r.length_mm", "r.height_mm", "r.thickness_mm", "r.spots[0].x_mm",
		"r.spots[0].y_mm", "r.screw.type", "flat.bevel_deg", "low.height_mm"} {
		if got[path] == "" {
			t.Errorf("nothing is said of %s", path)
		}
	}
	if !strings.Contains(got["flat.bevel_deg"], "holds nothing") {
		t.Errorf("a cleat without a bevel: %q", got["flat.bevel_deg"])
	}
}
