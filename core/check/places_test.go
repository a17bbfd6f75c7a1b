package check_test

import (
	"encoding/json"
	"fmt"
	"math"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/dress/dresstest"
	"aguante/core/field"
	"aguante/core/support"
	"aguante/core/wall"
)

// moved are copies of a document in which one part stands where its neighbour does, or off
// the board, or off the wall. It takes every list of things with a place along the wall.
func moved(doc map[string]any, do func(what string)) {
	var walk func(at string, v any)
	walk = func(at string, v any) {
		switch v := v.(type) {
		case map[string]any:
			for k, in := range v {
				walk(at+"."+k, in)
			}
		case []any:
			for i, in := range v {
				one, _ := in.(map[string]any)
				was, placed := one["x_mm"].(float64)
				if placed {
					to := map[string]float64{"off the left": was - 700, "off the right": was + 900}
					if i > 0 {
						next, _ := v[i-1].(map[string]any)
						to["on its twin"], _ = next["x_mm"].(float64)
						to["a tenth beside its twin"] = to["on its twin"] + 0.1
					}
					for how, x := range to {
						one["x_mm"] = x
						do(fmt.Sprintf("%s[%d] %s", at, i, how))
					}
					one["x_mm"] = was
				}
				walk(fmt.Sprintf("%s[%d]", at, i), in)
			}
		}
	}
	walk("", doc)
}

// Wherever a part is put, its place is refused by name, or there is an answer with figures
// in it that can be written.
func TestWhereverAPartIsPut(t *testing.T) {
	draw := dresstest.New(1414)
	refused, answered := 0, 0
	for _, way := range support.Recipes() {
		for range 1 {
			b, err := json.Marshal(draw.Design(way.Key))
			if err != nil {
				t.Fatal(err)
			}
			var doc map[string]any
			if err := json.Unmarshal(b, &doc); err != nil {
				t.Fatal(err)
			}
			moved(doc, func(what string) {
				changed, err := json.Marshal(doc)
				if err != nil {
					t.Fatal(err)
				}
				p := new(design.Project)
				if err := json.Unmarshal(changed, p); err != nil {
					t.Fatal(err)
				}
				if len(p.Validate()) > 0 {
					refused++
					return
				}
				defer func() {
					if r := recover(); r != nil {
						t.Errorf("%s, %s: %v", way.Key, what, r)
					}
				}()
				rep, err := check.Run(t.Context(), p)
				if err != nil {
					t.Errorf("%s, %s: %v", way.Key, what, err)
					return
				}
				if _, err := json.Marshal(rep); err != nil {
					t.Errorf("%s, %s: %v", way.Key, what, err)
				}
				for _, s := range rep.Shelves {
					if math.IsNaN(s.HoldsUpTo.Kg) || s.First == "" && s.Verdict == "" {
						t.Errorf("%s, %s: holds %v by %q", way.Key, what, s.HoldsUpTo.Kg, s.First)
					}
				}
				answered++
			})
		}
	}
	if refused < 100 || answered < 100 {
		t.Errorf("%d refused, %d answered: the test asks nothing", refused, answered)
	}
}

// Whatever figure is the least or the most that it may be by itself, there is an answer that can be written, with
// every sum behind it, or a refusal by name.
func TestEveryFigureAtItsEnds(t *testing.T) {
	draw := dresstest.New(2626)
	refused, answered := 0, 0
	for n, way := range support.Recipes() {
		p := draw.Design(way.Key)
		if n%4 != 0 {
			p.Wall.Kind = wall.WoodStuds
		}
		for i, f := range field.Figures(p) {
			if !f.Bounds.Set {
				continue
			}
			was := f.Value()
			for k, v := range []float64{f.Bounds.Lo, f.Bounds.Lo + 0.1, f.Bounds.Hi - 0.1, f.Bounds.Hi} {
				if !dresstest.Long && (i+n)%32 != k {
					continue // an eighth of them, one way each
				}
				f.Set(v)
				if len(p.Validate()) > 0 {
					refused++
					continue
				}
				answered++
				func() {
					defer func() {
						if r := recover(); r != nil {
							t.Errorf("%s, %s %g: %v", way.Key, f.Path, v, r)
						}
					}()
					rep, err := check.Run(t.Context(), p)
					if err == nil {
						_, err = json.Marshal(rep)
					}
					if err != nil {
						t.Errorf("%s, %s %g: %v", way.Key, f.Path, v, err)
						return
					}
					check.EverySum(t, fmt.Sprintf("%s, %s %g", way.Key, f.Path, v), p)
				}()
			}
			f.Set(was)
		}
	}
	if refused < 10 || answered < 100 {
		t.Errorf("%d refused, %d answered: the test asks nothing", refused, answered)
	}
	t.Logf("%d refused, %d answered", refused, answered)
}

// Brackets in front of a strip without a pin in it, as it is left when its pins are taken out.
func TestBracketsOnAStripWithoutPins(t *testing.T) {
	draw := dresstest.New(4)
	p := draw.Design("pins-in-strip")
	p.Shelves = p.Shelves[:1]
	rails, rail := p.Fixtures.Rails, p.Shelves[0].Rail
	h, err := dress.Shelf(p, 0, "flat-brackets", draw.ID)
	if err != nil {
		t.Fatal(err)
	}
	p = p.With(0, h)
	p.Fixtures.Rails, p.Shelves[0].Rail = rails, rail
	if bad := p.Validate(); len(bad) > 0 {
		t.Fatal(bad)
	}
	if n := check.EverySum(t, "brackets on a strip", p); n == 0 {
		t.Error("no sum")
	}
}

// A keyhole so near its piece's upper edge that no wood is over its slot holds nothing, and says so in figures.
func TestAKeyholeAtItsEdge(t *testing.T) {
	for seed := range uint64(6) {
		p := dresstest.New(seed).Design("keyholes")
		for i := range p.Shelves[0].Supports {
			k := p.Shelves[0].Supports[i].Keyhole
			k.Routed, k.Lip, k.Rating = true, 5, nil
			k.Up = k.High - k.Low - 2
		}
		if bad := p.Validate(); len(bad) > 0 {
			continue
		}
		rep, err := check.Run(t.Context(), p)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := json.Marshal(rep); err != nil {
			t.Errorf("seed %d: %v", seed, err)
		}
		if kg := rep.Shelves[0].HoldsUpTo.Kg; kg != 0 {
			t.Errorf("seed %d: holds %g kg by no wood", seed, kg)
		}
		check.EverySum(t, "a keyhole at its edge", p)
		return
	}
	t.Error("no design")
}
