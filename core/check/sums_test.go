package check

import (
	"encoding/json"
	"math"
	"os"
	"testing"

	"aguante/core/design"
)

// EverySum opens the sum of every link of a design, in every case that it is asked in; it returns how many that were.
func EverySum(t *testing.T, name string, p *design.Project) int {
	t.Helper()
	if len(p.Validate()) > 0 {
		return 0
	}
	answers, err := Answers(t.Context(), p, nil)
	if err != nil {
		t.Fatalf("%s: %v", name, err)
	}
	w, opened := newBearing(p, answers), 0
	open := func(id, which string, w *Working, err error) {
		if err != nil {
			return // not asked in this case
		}
		opened++
		for _, s := range w.Steps {
			figures := []float64{s.Result}
			for _, in := range s.Inputs {
				figures = append(figures, in.Value)
			}
			for _, v := range figures {
				if math.IsNaN(v) || math.IsInf(v, 0) {
					t.Errorf("%s: %s, %s: %s = %s of %v: %v", name, id, which, s.Symbol, s.Formula, s.Inputs, s.Result)
				}
			}
		}
		if w.Steps == nil {
			t.Errorf("%s: %s, %s: no list of steps", name, id, which)
		}
	}
	for i, a := range answers {
		form, _ := p.Shelves[i].Form()
		if form != nil {
			g := formOf(p, &p.Shelves[i], form, a, "")
			for _, l := range a.Links {
				for _, which := range []string{"everyday", "handling", "accident", "break"} {
					sum, err := g.explain(a, l.ID, which)
					open(l.ID, which, sum, err)
				}
			}
		} else {
			full, err := answer(t.Context(), p, &p.Shelves[i])
			if err != nil {
				t.Fatalf("%s: %v", name, err)
			}
			for k := range full.links {
				for _, which := range []string{"everyday", "handling", "accident", "break"} {
					sum, err := full.links[k].explain(which)
					open(full.links[k].ID, which, sum, err)
				}
			}
		}
		for _, j := range w.joined(i, a, true) {
			for _, which := range []string{"everyday", "handling", "accident", "break"} {
				sum, err := j.explain(a, which)
				open(j.ID, which, sum, err)
			}
		}
	}
	return opened
}

func TestEverySumOfTheDemoCanBeWritten(t *testing.T) {
	for _, name := range []string{"honey-room", "back-wall", "brick-wall"} {
		b, err := os.ReadFile("../../demo/" + name + ".json")
		if err != nil {
			t.Fatal(err)
		}
		var p design.Project
		if err := json.Unmarshal(b, &p); err != nil {
			t.Fatal(err)
		}
		if n := EverySum(t, name, &p); n < 50 {
			t.Errorf("%s: %d sums", name, n)
		}
	}
}
