package check_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/quantity"
	"aguante/core/support"
)

// stripped is a shelf on pins in a strip that is held at some places, each by a fastener of its
// own, one row at 50 mm over the strip's lower edge.
func stripped(t *testing.T, at map[float64]hold.Fixing) (*design.Project, *check.Shelf) {
	t.Helper()
	p := plain()
	p.Shelves[0].Thickness = 30
	dressedPlain(t, p, "pins-in-strip")
	r := &p.Fixtures.Rails[0]
	r.Height, r.Bottom, r.Spots = 100, 1455, nil
	for _, x := range []float64{550, 675, 700, 800, 950, 1100, 1200, 1350} {
		if f, ok := at[x]; ok {
			r.Spots = append(r.Spots, support.Spot{ID: fmt.Sprint("spot", x), X: quantity.Length(x), Y: 50, Screw: &f})
		}
	}
	return p, asked(t, p)
}

var (
	lag   = hold.Fixing{Type: "lag-5/16", Length: 100}
	screw = hold.Fixing{Type: "structural-6", Length: 100}
	plug  = hold.Fixing{Type: "self-drilling", Length: 60, Rating: &hold.Rating{Pull: 30, Shear: 40, Means: hold.WorkingLoad}}
)

func pulls(s *check.Shelf) map[string]check.Link {
	out := map[string]check.Link{}
	for _, l := range s.Links {
		if strings.HasSuffix(l.ID, "/pull") && strings.Contains(l.ID, "spot") {
			out[l.ID[strings.Index(l.ID, "spot"):strings.LastIndex(l.ID, "/")]] = l
		}
	}
	return out
}

// One lag in a stud and two anchors in the lining beside it: each is asked for what comes to it by
// what it is. The anchor at 950, 250 mm from the lag and from the other, of a printed 30 kg and 40 kg
// that lasts: 0.6 × 30 kg of pull.
func TestOneLagAndTwoAnchorsInAStrip(t *testing.T) {
	p, s := stripped(t, map[float64]hold.Fixing{700: lag, 950: plug, 1100: plug})
	of := pulls(s)
	if len(of) != 3 {
		t.Fatalf("%d columns: %v", len(of), of)
	}
	if a, b := of["spot700"].Name, of["spot950"].Name; !strings.HasPrefix(a, "screws of the") || !strings.HasPrefix(b, "anchors of the") {
		t.Errorf("they are called %q and %q", a, b)
	}
	if of["spot700"].Of == of["spot950"].Of {
		t.Errorf("both are %v", of["spot700"].Of)
	}
	if l := of["spot950"]; l.NoMean == "" || of["spot700"].NoMean != "" {
		t.Errorf("means: %q of the anchor, %q of the lag", l.NoMean, of["spot700"].NoMean)
	}
	w, err := check.Explain(t.Context(), p, of["spot950"].ID, "everyday", nil)
	if err != nil {
		t.Fatal(err)
	}
	last := map[string]float64{}
	for _, step := range w.Steps {
		for _, in := range step.Inputs {
			last[in.Symbol] = in.Value
		}
	}
	const kg = 9.80665
	if ta, va := last["T′"], last["Z"]; math.Abs(ta-0.6*30*kg) > 0.1 || math.Abs(va-40*kg) > 0.1 ||
		math.Abs(of["spot950"].Used-last["T"]/ta-last["V"]/va) > 0.001 {
		t.Errorf("%v, used %.3f", last, of["spot950"].Used)
	}
	// a better anchor holds no less
	strong := plug
	strong.Rating = &hold.Rating{Pull: 60, Shear: 80, Means: hold.WorkingLoad}
	if _, better := stripped(t, map[float64]hold.Fixing{700: lag, 950: strong, 1100: strong}); better.HoldsUpTo.Kg < s.HoldsUpTo.Kg {
		t.Errorf("stronger anchors hold %.2f kg, weaker ones %.2f", better.HoldsUpTo.Kg, s.HoldsUpTo.Kg)
	}
}

// An anchor in the lining does not help screws in two studs, nor does it take from them; one where a stud
// is cannot open. Each says so.
func TestAnchorsBesideTwoStudsAreLeftOut(t *testing.T) {
	_, bare := stripped(t, map[float64]hold.Fixing{700: lag, 1200: lag})
	_, more := stripped(t, map[float64]hold.Fixing{700: lag, 950: plug, 1200: lag})
	if bare.HoldsUpTo.Kg <= 0 || math.Abs(more.HoldsUpTo.Kg-bare.HoldsUpTo.Kg) > 1e-6*bare.HoldsUpTo.Kg {
		t.Errorf("with an anchor beside them %v, without %v", more.HoldsUpTo, bare.HoldsUpTo)
	}
	said := fmt.Sprint(more.Cautions)
	for _, c := range more.Rail.Geometry.Columns {
		for _, h := range c.Holes {
			said += h.Why
		}
	}
	if !strings.Contains(said, "the screws in the studs beside it") {
		t.Errorf("it is not said: %s", said)
	}
	_, beside := stripped(t, map[float64]hold.Fixing{700: lag, 675: plug, 1100: plug}) // one stud, and an anchor in its column
	if got := pulls(beside); len(got) != 2 || got["spot675"].ID != "" && got["spot675"].Of == hold.OfAnchor {
		t.Errorf("an anchor in a stud's column counts: %v", got)
	}
	_, atStud := stripped(t, map[float64]hold.Fixing{700: lag, 1200: plug})
	said = ""
	for _, c := range atStud.Rail.Geometry.Columns {
		for _, h := range c.Holes {
			said += h.Why
		}
	}
	if !strings.Contains(said, "where it cannot open: use a screw") {
		t.Errorf("an anchor at a stud: %s", said)
	}
}

// A screw is slanted, sunk and bored for by itself: one that is shorter in its stud never makes the strip
// hold more, and the others are as they were.
func TestEachScrewIsItsOwn(t *testing.T) {
	_, plainly := stripped(t, map[float64]hold.Fixing{700: screw, 1200: screw})
	for name, change := range map[string]func(f *hold.Fixing){
		"slanted": func(f *hold.Fixing) { f.Angle = 30 },
		"shorter": func(f *hold.Fixing) { f.Length = 70 },
		"thinner": func(f *hold.Fixing) { f.Type, f.Length = "wood-8", 100 },
	} {
		own := screw
		change(&own)
		p, s := stripped(t, map[float64]hold.Fixing{700: screw, 1200: own})
		if s.HoldsUpTo.Kg > plainly.HoldsUpTo.Kg*(1+1e-9) {
			t.Errorf("%s: holds %.3f kg, before %.3f", name, s.HoldsUpTo.Kg, plainly.HoldsUpTo.Kg)
		}
		was, now := pulls(plainly), pulls(s)
		if math.Abs(was["spot700"].Limit.Kg-now["spot700"].Limit.Kg) > 0.02*was["spot700"].Limit.Kg {
			t.Errorf("%s: the other one holds %.2f, before %.2f", name, now["spot700"].Limit.Kg, was["spot700"].Limit.Kg)
		}
		if was["spot1200"].Limit == now["spot1200"].Limit {
			t.Errorf("%s: it makes no difference to itself: %v", name, now["spot1200"].Limit)
		}
		if all := p.Unjudged(&p.Shelves[0]); len(all) > 0 {
			t.Errorf("%s: %v", name, all)
		}
	}
	p, _ := stripped(t, map[float64]hold.Fixing{700: screw, 1200: screw})
	p.Fixtures.Rails[0].Spots[1].Screw.Type = "string"
	if bad := p.Validate(); len(bad) != 1 || bad[0].Path != "fixtures.rails[0].spots[1].screw.type" {
		t.Errorf("a fastener that is none: %v", bad)
	}
}

// Driven without a pilot hole a screw needs half as much again to an end of its piece.
func TestAPilotHoleCounts(t *testing.T) {
	holds := func(undrilled bool) float64 {
		own := screw
		own.Undrilled = undrilled
		p, _ := stripped(t, map[float64]hold.Fixing{700: own, 1200: own})
		p.Fixtures.Rails[0].X, p.Fixtures.Rails[0].Length = 662, 576 // 38 mm to its ends
		for i := range p.Shelves[0].Supports {
			p.Shelves[0].Supports[i].X = quantity.Length(800 + 150*i)
		}
		return pulls(asked(t, p))["spot700"].Limit.Kg
	}
	if drilled, not := holds(false), holds(true); not >= drilled || drilled <= 0 {
		t.Errorf("drilled %.2f kg, not %.2f", drilled, not)
	}
}
