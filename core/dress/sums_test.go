package dress_test

import (
	"math"
	"slices"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/hold"
	"aguante/core/quantity"
	"aguante/core/support"
)

// heavier makes everything on a shelf weigh so many times as much.
func heavier(p *design.Project, by float64) {
	for i := range p.Shelves[0].Contents {
		p.Shelves[0].Contents[i].Each *= quantity.Mass(by)
	}
}

// Every figure of every way opens to a sum that ends with it.
func TestTheSumOfEveryLinkEndsWithWhatIsReported(t *testing.T) {
	for _, w := range support.Recipes() {
		p := jars(t)
		answer := hung(t, p, w.Key)
		for _, l := range answer.Links {
			sum, err := check.Explain(t.Context(), p, l.ID, "everyday", nil)
			if err != nil || len(sum.Steps) == 0 {
				t.Errorf("%s: %s has no sum: %v", w.Key, l.ID, err)
				continue
			}
			if last := sum.Steps[len(sum.Steps)-1]; last.Result != l.Limit.Kg {
				t.Errorf("%s: the sum of %s ends with %v kg, the report says %v", w.Key, l.ID, last.Result, l.Limit.Kg)
			}
			for _, s := range sum.Steps {
				if s.Symbol == "" || s.Formula == "" || math.IsNaN(s.Result) {
					t.Errorf("%s: %s: a step says nothing: %+v", w.Key, l.ID, s)
				}
			}
			if l.Break == nil || l.Break.Above {
				continue
			}
			if _, err := check.Explain(t.Context(), p, l.ID, "break", nil); err != nil {
				t.Errorf("%s: %s breaks at %v kg, by no sum: %v", w.Key, l.ID, l.Break.Kg, err)
			}
		}
	}
}

// Property: of everything that is reported as a strength or a stiffness, more weight
// uses no less, whatever the shelf hangs on; gates open or close.
func TestMoreWeightNeverUsesAnyWayLess(t *testing.T) {
	for _, w := range support.Recipes() {
		p := jars(t)
		last := hung(t, p, w.Key)
		for _, by := range []float64{1.2, 2, 3} {
			heavier(p, by)
			now := checked(t, p, w.Key)
			if slices.ContainsFunc(now.Links, func(l check.Link) bool { return l.Role == hold.RoleStanding && l.Used > 1 }) {
				break // it has tipped off: nothing else is asked
			}
			for i, l := range now.Links {
				// A loose board's end rises a hair when another bay lifts it: what is used less
				// than a tenth is left out.
				if was := last.Links[i]; was.Used > 0.1 && l.Kind != hold.Gate && l.Role != hold.RoleUnhooks && l.Used < was.Used-1e-6*(1+was.Used) {
					t.Errorf("%s: × %v: %s is used %v, before %v", w.Key, by, l.ID, l.Used, was.Used)
				}
			}
			last = now
		}
	}
}

// Property: people beneath make every strength harder to pass by the care factor or
// more, and leave sag and droop as they were.
func TestCareIsTakenOfEveryWay(t *testing.T) {
	for _, w := range support.Recipes() {
		p := jars(t)
		calm := hung(t, p, w.Key)
		p.Shelves[0].Below = design.People
		wary := checked(t, p, w.Key)
		for i, l := range wary.Links {
			was := calm.Links[i]
			switch {
			case l.Kind == hold.Stiffness && !near(l.Used, was.Used, 1e-9):
				t.Errorf("%s: %s sags %v times what it may, %v over people", w.Key, l.ID, was.Used, l.Used)
			case l.Kind == hold.Strength && l.Used < was.Used-1e-9:
				t.Errorf("%s: %s is used %v over people, %v over nothing", w.Key, l.ID, l.Used, was.Used)
			}
		}
		if wary.HoldsUpTo.Kg > calm.HoldsUpTo.Kg+1e-9 {
			t.Errorf("%s: holds %v over people, %v over nothing", w.Key, wary.HoldsUpTo.Kg, calm.HoldsUpTo.Kg)
		}
	}
}

// Property: an expected break is never below the limit to rely on.
func TestNothingBreaksBeforeItsLimit(t *testing.T) {
	for _, w := range support.Recipes() {
		for on, build := range walls(t) {
			p := build()
			h, err := dress.Shelf(p, 0, w.Key, ids())
			if err != nil {
				continue // TestWaysThatCannotApplySayWhy
			}
			*p = *p.With(0, h)
			for _, l := range checked(t, p, w.Key).Links {
				if l.Break != nil && l.Break.Kg < l.Limit.Kg-1e-6 {
					t.Errorf("%s on %s: %s breaks at %v and is relied on to %v", w.Key, on, l.ID, l.Break.Kg, l.Limit.Kg)
				}
			}
		}
	}
}

// A shelf that is hung anew keeps what is its own, and is a valid design.
func TestHungAnewItIsStillTheSameShelf(t *testing.T) {
	for _, w := range support.Recipes() {
		for _, then := range support.Recipes() {
			p := jars(t)
			was := p.Shelves[0]
			for _, key := range []string{w.Key, then.Key} {
				h, err := dress.Shelf(p, 0, key, ids())
				if err != nil && p.Shelves[0].Y > 0 { // what stands on the floor has no room beneath
					t.Fatalf("%s after %s: %v", key, w.Key, err)
				}
				if err == nil {
					*p = *p.With(0, h)
				}
			}
			s := p.Shelves[0]
			if s.ID != was.ID || s.Name != was.Name || len(s.Contents) != len(was.Contents) || s.Duration != was.Duration {
				t.Errorf("%s after %s: %q with %d things", then.Key, w.Key, s.Name, len(s.Contents))
			}
			if bad := p.Validate(); len(bad) > 0 {
				t.Errorf("%s after %s: %+v", then.Key, w.Key, bad)
			}
			form, _ := s.Form()
			if s.Y > 0 && (form != nil) != then.Form || form != nil && len(s.Supports) > 0 {
				t.Errorf("%s after %s: still hangs as before", then.Key, w.Key)
			}
		}
	}
}
