package improve

import (
	"math"
	"testing"
)

// A shelf as it is loaded bears what stands on it and itself, with what has gone bearing nothing; with
// as much on it as is asked it is the shelf of the check.
func TestLoadedBearsAllThatIsOnIt(t *testing.T) {
	p := jars(t)
	steps, err := Break(t.Context(), p, "jars", nil)
	if err != nil || len(steps) < 2 || len(steps[0].Gone) != 1 {
		t.Fatalf("%v %+v", err, steps)
	}
	asked := 0.0
	for _, it := range p.Shelves[0].Contents {
		asked += float64(it.Mass())
	}
	for _, c := range []struct {
		kg    float64
		gone  []string
		left  int
		empty bool
	}{
		{asked, nil, 3, false}, {steps[0].Kg, nil, 3, false}, {steps[0].Kg, steps[0].Gone, 2, false}, {50, nil, 3, true},
	} {
		q := p.With(0, p.Hung(0))
		if c.empty {
			q.Shelves[0].Contents = nil
		}
		s, err := Loaded(t.Context(), q, "jars", c.kg, c.gone, nil)
		if err != nil {
			t.Fatal(err)
		}
		sum := 0.0
		for _, u := range s.Supports {
			sum += u.Share
		}
		if len(s.Supports) != c.left || math.Abs(sum-c.kg-s.Self) > 0.001*sum || math.Abs(s.Asked-c.kg) > 1e-6*c.kg {
			t.Errorf("%.1f kg without %v: %d supports bear %.2f kg, asked %.2f, itself %.2f", c.kg, c.gone, len(s.Supports), sum, s.Asked, s.Self)
		}
	}
	for _, kg := range []float64{0, -1, math.NaN(), math.Inf(1)} {
		if _, err := Loaded(t.Context(), p, "jars", kg, nil, nil); err == nil {
			t.Errorf("%g kg: no error", kg)
		}
	}
	if _, err := Loaded(t.Context(), p, "none", 10, nil, nil); err == nil {
		t.Error("no such shelf: no error")
	}
}
