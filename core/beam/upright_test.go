package beam

import (
	"math"
	"testing"
)

// row19 is the worked upright: 2200 tall, 89 × 38 flat, six screws, four arms whose
// couple is 250 × 230 over 150 mm.
func row19(by float64) (u Upright, at, push []float64) {
	k := 780 * math.Pow(6, 0.2) * math.Pow(55, 0.4)
	u = Upright{Length: 2200, EI: 9650 * 89 * 38 * 38 * 38 / 12, Bed: 700}
	for _, y := range []float64{100, 550, 1000, 1450, 1900, 2120} {
		u.Ties = append(u.Ties, Tie{y, k})
	}
	for _, y := range []float64{600, 1000, 1400, 1800} {
		f := 250 * 230.0 / 150 * by
		at, push = append(at, y, y-150), append(push, f, -f)
	}
	return u, at, push
}

func TestRow19Upright(t *testing.T) {
	u, at, push := row19(1)
	s := u.Fit(at).Stand(push)
	for i, want := range []float64{4.4, 97.1, 97.4, 90.4, 157, 24.8} {
		if got := s.Pulls[i]; math.Abs(got-want) > 0.03*want+0.1 {
			t.Errorf("screw %d pulls %.2f, want %.1f", i+1, got, want)
		}
	}
}

func TestAnUprightBalances(t *testing.T) {
	u, at, push := row19(1)
	s := u.Fit(at).Stand(push)
	pull := 0.0
	for _, f := range s.Pulls {
		pull += f
	}
	if !near(pull, s.Pushback, 1e-3) { // couples have no force of their own
		t.Errorf("screws pull %v, the wall pushes back %v", pull, s.Pushback)
	}
	u2, _, push2 := row19(2.5)
	for i, f := range u2.Fit(at).Stand(push2).Pulls {
		if !near(f, 2.5*s.Pulls[i], 1e-3) {
			t.Errorf("screw %d: under 2.5 times the load %v, not 2.5 × %v", i+1, f, s.Pulls[i])
		}
	}
	u.Ties = append(u.Ties, Tie{1600, u.Ties[0].K})
	if more := u.Fit(at).Stand(push); more.Pulls[3] > s.Pulls[3]+1e-6 || more.Pulls[4] > s.Pulls[4]+1e-6 {
		t.Errorf("one more screw between them, and its neighbours pull harder: %v, %v", s.Pulls, more.Pulls)
	}
}

// On two ties and a stiff bed a short stiff upright is the heel rule: T times its
// lever over the foot is the moment.
func TestAStiffUprightTurnsOnItsFoot(t *testing.T) {
	u := Upright{Length: 300, EI: 1e13, Bed: 1e6, Ties: []Tie{{280, 1000}}}
	s := u.Fit([]float64{200, 100}).Stand([]float64{100, -100})
	if want := 100 * 100.0 / 280; !near(s.Pulls[0], want, 0.03) {
		t.Errorf("the tie pulls %v, want %v", s.Pulls[0], want)
	}
	worst := 0.0
	for _, m := range s.Moments {
		worst = max(worst, math.Abs(m))
	}
	if worst < 0.3*100*100 || worst > 100*100 {
		t.Errorf("greatest moment %v of a couple of 10 000", worst)
	}
}

// What it was asked before does not change an answer.
func TestAnUprightForgets(t *testing.T) {
	u, at, push := row19(1)
	fresh := u.Fit(at).Stand(push)
	f := u.Fit(at)
	other := make([]float64, len(push))
	other[2], other[3] = 900, -900
	f.Stand(other)
	for i, n := range f.Stand(push).Pulls {
		if !near(n, fresh.Pulls[i], 1e-6) {
			t.Errorf("screw %d: %v after another question, %v at first", i+1, n, fresh.Pulls[i])
		}
	}
}

func BenchmarkUpright(b *testing.B) {
	u, at, push := row19(1)
	for b.Loop() {
		u.Fit(at).Stand(push)
	}
}
