package improve

import (
	"encoding/json"
	"math"
	"testing"

	"aguante/core/check"
	"aguante/core/dress"
	"aguante/core/dress/dresstest"
	"aguante/core/support"
)

// Whatever is asked of whatever design, no figure is a nonsense, everything can be
// written, and what is offered is what comes of it.
func TestRandomDesignsKeepTheirHead(t *testing.T) {
	draw := dresstest.New(11)
	offered := 0
	for trial := range dresstest.Trials(len(support.Recipes()), 480) {
		way := support.Recipes()[trial%len(support.Recipes())].Key
		p := draw.Design(way)
		r, err := check.Run(t.Context(), p)
		if err != nil {
			t.Fatalf("%d, %s: %v", trial, way, err)
		}
		for _, l := range r.Shelves[0].Links {
			if math.IsNaN(l.Used) || l.Used < 0 || math.IsNaN(l.Limit.Kg) || l.Limit.Kg < 0 || l.Break != nil && !(l.Break.Kg >= l.Limit.Kg-1e-6) {
				t.Errorf("%d, %s: %+v, breaks at %+v", trial, way, l, l.Break)
			}
		}
		steps, err := Break(t.Context(), p, "shelf-1", nil)
		if err != nil {
			t.Fatalf("%d, %s: until it breaks: %v", trial, way, err)
		}
		for i := 1; i < len(steps); i++ {
			if steps[i].Kg < steps[i-1].Kg {
				t.Errorf("%d, %s: something goes at %v after %v", trial, way, steps[i].Kg, steps[i-1].Kg)
			}
		}
		answer, err := Shelf(t.Context(), p, "shelf-1", ids(), nil)
		if err != nil {
			t.Fatalf("%d, %s: what it takes: %v", trial, way, err)
		}
		for _, i := range append(answer.Singles, answer.Pairs...) {
			offered++
			if now := applied(t, p, i); now.HoldsUpTo != i.Holds || now.StraightTo != i.Straight {
				t.Errorf("%d, %s: %s promised %v, gives %v", trial, way, i.Words, i.Holds, now.HoldsUpTo)
			}
		}
		rows, err := Compare(t.Context(), p, "shelf-1", ids(), nil)
		if err != nil {
			t.Fatalf("%d, %s: compared: %v", trial, way, err)
		}
		if _, err := json.Marshal([]any{r, steps, answer, rows}); err != nil {
			t.Fatalf("%d, %s cannot be written: %v", trial, way, err)
		}
	}
	if offered < 48 {
		t.Errorf("only %d changes offered: this tests little", offered)
	}
}

// A rack of three uprights loaded until it breaks: the weakest goes, its neighbours
// take its share and give at no less than they would have held, and nothing stands on one.
func TestARackBreaksUprightByUpright(t *testing.T) {
	p := jars(t)
	h, err := dress.Shelf(p, 0, "rack", ids())
	if err != nil {
		t.Fatal(err)
	}
	for i := range h.Shelf.Contents {
		h.Shelf.Contents[i].Each *= 8 // so much that its limits are within ten times as much
	}
	*p = *p.With(0, h)
	was, err := check.One(t.Context(), p, 0)
	if err != nil {
		t.Fatal(err)
	}
	steps, err := Break(t.Context(), p, "jars", nil)
	if err != nil || len(steps) == 0 {
		t.Fatalf("%v, %v", steps, err)
	}
	if was.Breaks == nil || steps[0].Kg != was.Breaks.Kg || steps[0].Link != was.BreakLink {
		t.Errorf("first goes %+v, expected %+v at %s", steps[0], was.Breaks, was.BreakLink)
	}
	if last := steps[len(steps)-1]; !last.Down && !last.Holds {
		t.Errorf("it hangs in the air: %+v", last)
	}
	seen := map[string]bool{}
	for _, g := range steps {
		if g.Name == "" || g.How == "" || g.To == "" && !g.Holds {
			t.Errorf("a step that says too little: %+v", g)
		}
		if seen[g.Name+g.Where] {
			t.Errorf("%s, %s goes twice", g.Name, g.Where)
		}
		seen[g.Name+g.Where] = true
	}
}
