package hold

import (
	"math"
	"testing"
)

func TestRow11Heel(t *testing.T) {
	for _, c := range []struct{ m, d, b, fb, want float64 }{
		{30000, 19.05, 700, 2.4, 1616},
		{30000, 90, 38, 2.4, 340.4},
	} {
		h := NewHeel([]float64{c.d}, c.b, c.fb)
		got := h.Pull(nil, c.m, c.d)
		if !near(got, c.want, 0.005) {
			t.Errorf("T %v, want %v", got, c.want)
		}
		if moment := got * (c.d - got/(2*c.fb*c.b)); !near(moment, c.m, 1e-6) {
			t.Errorf("T (d − T/(2 fb b)) = %v, want M %v", moment, c.m)
		}
		if limit := c.fb * c.b * c.d * c.d / 2; !near(h.capacity, limit, 1e-6) {
			t.Errorf("capacity %v, want fb b d²/2 = %v", h.capacity, limit)
		}
	}
}

func TestHeelBalancesWithSeveralRows(t *testing.T) {
	levers := []float64{20, 60, 95}
	h := NewHeel(levers, 38, 2.4)
	for _, part := range []float64{0.05, 0.3, 0.7, 0.95, 0.999} {
		m := part * h.capacity
		a, sum, turn := h.Contact(m), 0.0, 0.0
		for _, y := range levers {
			p := h.Pull(nil, m, y)
			sum += p
			turn += p * (y - a/2)
		}
		if !near(sum, h.Fb*h.B*a, 1e-4) || !near(turn, m, 1e-4) {
			t.Errorf("at %v of the capacity: pulls sum to %v against a push of %v, moments %v of %v", part, sum, h.Fb*h.B*a, turn, m)
		}
	}
	last := 0.0
	for m := 0.0; m < 2*h.capacity; m += h.capacity / 50 {
		if p := h.Pull(nil, m, 95); p < last-1e-6 {
			t.Fatalf("the pull falls from %v to %v as the moment grows", last, p)
		} else {
			last = p
		}
	}
}

func near(got, want, rel float64) bool { return math.Abs(got-want) <= rel*math.Abs(want) }

// A lone fastener level with the heel has no lever: it balances nothing, and without a moment
// nothing is asked of it.
func TestAFastenerWithoutALever(t *testing.T) {
	h := NewHeel([]float64{0}, 25, 2)
	if none := h.Press(nil, Action{}); none.Used != 0 {
		t.Errorf("used %v without a moment", none.Used)
	}
	if some := h.Press(nil, Action{M: 1}); !math.IsInf(some.Used, 1) {
		t.Errorf("used %v of nothing under a moment", some.Used)
	}
}
