package support

import (
	"math"
	"strings"
	"testing"

	"aguante/core/fastener"
	"aguante/core/hold"
	"aguante/core/material"
)

// A platform on two pairs of posts, and what holds it there.
func platformOn(through, length float64, end bool) *stoodFrame {
	f := frameOn(400, 1600)
	f.Posts, f.Platforms = []Post{{"p1", 350}, {"p2", 1000}}, f.Platforms[:1]
	f.Made.Wood = "quaking-aspen"
	f.Fixed = &PlatformFix{Fixing: hold.Fixing{Type: "wood-10", Length: mm(length)}, Count: 1, Through: mm(through), End: end}
	s := stage([]Good{{From: 350, To: 1000, W: 300 * 9.80665, Z: 150, Level: 0}}, 400, 1600)
	s.X, s.Length = 350, 650
	return f.Stand(s).(*stoodFrame)
}

func TestRow39PlatformsInTheirPosts(t *testing.T) {
	h := platformOn(38.1, 76.2, true)
	for i := range h.at {
		if r := h.rows[0].most(i) / 2; !near(r, 735.5, 0.005) {
			t.Errorf("post %d bears %v, want 735.5", i+1, r)
		}
	}
	// #10 through 38.1 of G .42 into 38.1 of end grain, CD 1: 0.67 × 442.5.
	s := h.Fixed.Screw()
	g := s.Grip(38.1, 0, 400)
	post, board := h.own.Piece(hold.Made{Wood: "spruce-pine-fir"}, 38, 89), h.own.Piece(hold.Made{Wood: "spruce-pine-fir"}, 38, 89)
	z, _ := lateral(s, hold.Wooden("post", post, 38.1, true).Member, g.Into(&board, true))
	if !near(endGrain*z, 296.5, 0.005) {
		t.Errorf("Z %v, want 296.5", endGrain*z)
	}
	u, side := formLink(t, h, h.Platforms[0].ID, "held", "").Use(nil, everyday(1)),
		formLink(t, platformOn(38.1, 76.2, false), h.Platforms[0].ID, "held", "").Use(nil, everyday(1))
	if u.Used <= side.Used {
		t.Errorf("in end grain used %v, in side grain %v", u.Used, side.Used)
	}
	if short := formLink(t, platformOn(38.1, 40, false), h.Platforms[0].ID, "held", "").Use(nil, everyday(1)); !math.IsInf(short.Used, 1) {
		t.Errorf("screws that hardly reach: %+v", short)
	}
}

// Two spans with one laden sag more than both laden: 1.7 times as much for the goods alone.
func TestPlatformsByPatterns(t *testing.T) {
	goods := []Good{{From: 350, To: 1650, W: 3000, Z: 150, Level: 0}}
	f := frameOn(400, 1600)
	f.Platforms = f.Platforms[:1]
	h := f.Stand(stage(goods, 400, 1600)).(*stoodFrame)
	h.rows[0].ownTerm = 0
	h.set.LongTerm = 1
	_, worst, _ := h.rows[0].span(everyday(1))
	p := &h.rows[0]
	factors := make([]float64, len(p.rig.Fixed))
	for b := range p.bays {
		factors[1+b] = 1
	}
	both := p.rig.Curve(factors, make([]float64, len(h.at)))
	full := 0.0
	for bay := range p.rig.Bays() {
		full = max(full, both.Sag(bay).Value)
	}
	if worst < 1.6*full || worst > 1.8*full {
		t.Errorf("one bay laden sags %v, both %v", worst, full)
	}
}

func TestAFramePushedSideways(t *testing.T) {
	goods := []Good{{From: 300, To: 1700, W: 600, Z: 150, Level: 2}}
	free := frameOn()
	if u := formLink(t, free.Stand(stage(goods, 400, 1600)), "frame", "sideways", "").Use(nil, everyday(1)); !math.IsInf(u.Used, 1) ||
		!strings.Contains(u.How, "nothing keeps it square") {
		t.Errorf("without a tie: %+v", u)
	}
	free.Sideways = ByPanel
	if u := formLink(t, free.Stand(stage(goods, 400, 1600)), "frame", "sideways", "").Use(nil, everyday(1)); u.Used != 0 {
		t.Errorf("with a panel: %+v", u)
	}
	h := frameOn(400, 1600).Stand(stage(goods, 400, 1600)).(*stoodFrame)
	want := 125 / h.holes[0].Caps[hold.Everyday].Push
	if u := formLink(t, h, "frame", "sideways", "").Use(nil, everyday(1)); !near(u.Used, want, 1e-6) {
		t.Errorf("on two ties: %v, want %v", u.Used, want)
	}
}

// The air behind a frame is no wood: its ties bend over it.
func TestAStandoffIsNoWood(t *testing.T) {
	goods := []Good{{From: 300, To: 1700, W: 600, Z: 150, Level: 2}}
	near, off := frameOn(400, 1600), frameOn(400, 1600)
	off.Standoff, off.Screw.Length = 40, 140
	near.Screw.Length = 100
	a, b := near.Stand(stage(goods, 400, 1600)).(*stoodFrame), off.Stand(stage(goods, 400, 1600)).(*stoodFrame)
	if a.holes[0].Grip.In != b.holes[0].Grip.In || b.holes[0].Caps[hold.Everyday].Push > 0.6*a.holes[0].Caps[hold.Everyday].Push {
		t.Errorf("over 40 mm of air a tie takes %+v across, on the wall %+v", b.holes[0].Caps[hold.Everyday], a.holes[0].Caps[hold.Everyday])
	}
}

// Fasteners in a wet stud keep seven tenths.
func TestAWetStud(t *testing.T) {
	s := onStuds(500, 500)
	r := cherryStrip(300, 700, 60, []float64{500}, []float64{30})
	dry := railOn(r, s, 500).lengths[0].Holes[0].Caps[hold.Everyday]
	s.Wall.Studs[0].Condition = material.Wet
	wet := railOn(r, s, 500).lengths[0].Holes[0].Caps[hold.Everyday]
	if !near(wet.Pull, 0.7*dry.Pull, 1e-9) || !near(wet.Push, 0.7*dry.Push, 1e-9) {
		t.Errorf("wet %+v, dry %+v", wet, dry)
	}
}

func lateral(s fastener.Screw, side, main fastener.Member) (float64, string) {
	return fastener.Lateral(nil, s, side, main, 0, material.Basis{CD: 1})
}
