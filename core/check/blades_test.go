package check_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/quantity"
	"aguante/core/support"
)

// bladed is a shelf on two hidden brackets, each with blades so far from its middle.
func bladed(t *testing.T, at ...quantity.Length) (*design.Project, *check.Shelf) {
	t.Helper()
	p := plain()
	p.Shelves[0].Thickness = 30
	dressedPlain(t, p, "hidden-brackets")
	for i := range p.Shelves[0].Supports {
		b := p.Shelves[0].Supports[i].HiddenBracket
		for k, x := range at {
			b.Blades = append(b.Blades, support.Blade{ID: fmt.Sprintf("blade-%d-%d", i, k), Offset: x})
		}
	}
	return p, asked(t, p)
}

func limitOf(s *check.Shelf, ending string) float64 {
	least := math.Inf(1)
	for _, l := range s.Links {
		if strings.HasSuffix(l.ID, ending) {
			least = min(least, l.Limit.Kg)
		}
	}
	return least
}

// Of n blades one gets 1.5 / n: of two three quarters, of three a half. On rigid supports under a board of which
// the own weight w is on them too: k (w + limit) is the same for all n.
func TestSeveralBladesShare(t *testing.T) {
	_, one := bladed(t)
	w := one.Self
	for n, at := range map[float64][]quantity.Length{2: {-60, 60}, 3: {-90, 0, 90}} {
		p, s := bladed(t, at...)
		if bad := p.Validate(); len(bad) > 0 || len(p.Unjudged(&p.Shelves[0])) > 0 {
			t.Fatalf("%v %v", bad, p.Unjudged(&p.Shelves[0]))
		}
		for _, link := range []string{"/blade/bending", "/slot/bears", "/slot/punches"} {
			was, now := limitOf(one, link), limitOf(s, link)
			if want := (was+w)*n/1.5 - w; now < 2250 && math.Abs(now-want) > 0.02*want { // above 2250 kg no more is tried
				t.Errorf("%g blades, %s: holds %.1f kg, of one %.1f, want %.1f", n, link, now, was, want)
			}
		}
		if limitOf(s, "/screws/pull") < limitOf(one, "/screws/pull")*0.999 {
			t.Errorf("%g blades: the screws hold less, %.1f, than of a narrow plate, %.1f", n, limitOf(s, "/screws/pull"), limitOf(one, "/screws/pull"))
		}
		if slots := len(p.Pieces(&p.Shelves[0])); slots == 0 {
			t.Error("no pieces")
		}
	}
}

// Blades whose slots run into one another, or that stand off the board, are refused by name.
func TestBladesThatCannotBe(t *testing.T) {
	for want, at := range map[string][]quantity.Length{"leave no wood between them": {-20, 20}, "stands off the board's end": {-250, 250}} {
		p, _ := bladed(t)
		b := p.Shelves[0].Supports[0].HiddenBracket
		for k, x := range at {
			b.Blades = append(b.Blades, support.Blade{ID: fmt.Sprint("blade", k), Offset: x})
		}
		bad := p.Validate()
		if len(bad) != 1 || !strings.Contains(bad[0].Message, want) {
			t.Errorf("%v: %v", at, bad)
		}
	}
}
