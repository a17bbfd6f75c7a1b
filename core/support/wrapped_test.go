package support

import (
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// wrap is a bracket without a brace that goes round a board of 19 × 240: arm below, arm above, a piece
// in front.
func wrap(change func(b *TimberBracket)) *timbered {
	b := timberBracket()
	b.Brace, b.Reach, b.Up = nil, 262, 120
	b.Front = &Front{Corner: MitredSpline, Above: true, Room: 3}
	change(b)
	return hangTimber(b)
}

// By hand: what goes round the board weighs 38 × 60 mm of it, 142 high in front (60 + 19 + 3 + 60) and
// 262 long above (the joint is a half-lap: from the wall): its moment is asked of every link. The joint
// carries M about its middle; the arm above shares it in the expected break, half each, and only with
// corners that hold.
func TestAWrappedBracket(t *testing.T) {
	h := wrap(func(*TimberBracket) {})
	per := h.set.Piece(h.Made, 38, 60).Density() * 1e-9 * 38 * 60 * quantity.Gravity
	w, z := h.wraps()
	if want := per * (142 + 262); !near(w, want, 1e-9) || !near(z, (142*(262+30)+262*131)/(142+262.0), 1e-9) {
		t.Errorf("it weighs %.3f N at %.1f mm, want %.3f at %.1f", w, z, want, (142*(262+30)+262*131)/(142+262.0))
	}
	open := wrap(func(b *TimberBracket) { b.Front = nil })
	a := hold.Action{R: 100, M: 100 * 140}
	more := hold.Action{R: 100 + w, M: 100*140 + w*z}
	for _, l := range [][2]string{{"arm", "joint"}, {"arm", "bending"}, {"screws", "pull"}} {
		if got, want := useOf(t, h, l[0], l[1], a).Used, useOf(t, open, l[0], l[1], more).Used; !near(got, want, 1e-9) {
			t.Errorf("%v is used %.4f, of its weight as well %.4f", l, got, want)
		}
	}
	breaks := func(h *timbered, a hold.Action) float64 {
		a.Case = hold.Break
		return useOf(t, h, "arm", "joint", a).Used
	}
	if got, want := breaks(h, a), breaks(open, more)/2; !near(got, want, 1e-6) {
		t.Errorf("at the break its joint is used %.4f, half of it is %.4f", got, want)
	}
	for _, c := range []Corner{Mitred, Butted, ButtedScrews} {
		if got, want := breaks(wrap(func(b *TimberBracket) { b.Front.Corner = c }), a), breaks(open, more); !near(got, want, 1e-6) {
			t.Errorf("%s: at the break its joint is used %.4f, alone %.4f", c, got, want)
		}
	}
	if far := useOf(t, h, "arm", "joint", hold.Action{R: 100, M: 100 * 200}).Used; far <= useOf(t, h, "arm", "joint", a).Used {
		t.Error("a load farther out uses it no more")
	}
}

// A bracket on keyholes: its screws' heads are loose in their slots, each pulled as the heel rule has
// it; the slots give before the screws do, and wider lips hold more.
func TestABracketOnKeyholes(t *testing.T) {
	keyed := func(lip quantity.Length) *timbered {
		return wrap(func(b *TimberBracket) {
			b.Key, b.Screw = &KeySlot{Routed: true, Lip: lip}, hold.Fixing{Type: "wood-10", Length: 63.5}
		})
	}
	a := hold.Action{R: 20, M: 20 * 140}
	h := keyed(6)
	u := useOf(t, h, "h1", "slot", a)
	pull := 0.0
	h.mount.Each(&h.mount.Columns[0], hold.Straight(h.with(a)), func(d *hold.Drilled, _, t float64) {
		if d.ID == "h1" {
			pull = t
		}
	})
	slot := keySlotted{h.b.Key, h.b.Screw, h.own.Piece(h.Made, 38, 38), 380, 180}
	off, _ := slot.drawnOut(nil, h.own.Bases[hold.Everyday])
	if pull == 0 || u.Used < pull/off {
		t.Errorf("its upper slot is used %.3f, by its pull of %.1f N alone %.3f", u.Used, pull, pull/off)
	}
	if thick := useOf(t, keyed(9), "h1", "slot", a); thick.Used >= u.Used {
		t.Errorf("a lip of 9 mm is used %.3f, one of 6 %.3f", thick.Used, u.Used)
	}
	if n := h.Notes(); !slices.ContainsFunc(n.Cautions, func(c string) bool { return strings.Contains(c, "lifts it off") }) {
		t.Errorf("nothing is said of its being lifted: %v", n.Cautions)
	}
	plate := wrap(func(b *TimberBracket) { b.Key = &KeySlot{} })
	if u := useOf(t, plate, "h1", "slot", a); !(u.Used > 0) || math.IsInf(u.Used, 1) {
		t.Errorf("a plate: %+v", u)
	}
	l := problem.New()
	b := keyed(6).b
	b.Key.Lip = 60
	b.Validate(l)
	b.fitsBoard(l, 70, 300, 38)
	for _, path := range []string{"keyhole.lip_mm", "up_mm", "reach_mm"} {
		if !slices.ContainsFunc(l.All(), func(p problem.Problem) bool { return p.Path == path }) {
			t.Errorf("nothing is said of %s: %v", path, l.All())
		}
	}
}
