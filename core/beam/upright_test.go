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

// Without a bed, on two stiff ties, it is a simple span: half of a push in the middle
// each, and F L / 4.
func TestAnUprightOnTwoTiesIsASimpleSpan(t *testing.T) {
	for _, at := range []float64{0.5, 0.3, 0.1} {
		u := Upright{Length: 1000, EI: 5e9, Ties: []Tie{{0, 1e5}, {1000, 1e5}}}
		s := u.Fit([]float64{1000 * at}).Stand([]float64{200})
		if !near(s.Pulls[0], 200*(1-at), 1e-6) || !near(s.Pulls[1], 200*at, 1e-6) {
			t.Errorf("a push at %v: ties pull %v", at, s.Pulls)
		}
		worst := 0.0
		for _, m := range s.Moments {
			worst = max(worst, math.Abs(m))
		}
		if want := 200 * 1000 * at * (1 - at); !near(worst, want, 1e-3) {
			t.Errorf("a push at %v: moment %v, want %v", at, worst, want)
		}
	}
}

// Pressed into its bed in the middle, a long piece lies on π / (2 λ) to each side and
// lifts clear beyond, λ being the fourth root of k / (4 EI). For a free beam of that
// length the closed form gives F λ / 2 × coth(π/2) under the force, and a moment of
// F / (4 λ) × coth(π/2).
func TestALongUprightOnItsBed(t *testing.T) {
	u := Upright{Length: 6000, EI: 5e9, Bed: 2}
	lambda := math.Pow(u.Bed/(4*u.EI), 0.25)
	s := u.Fit([]float64{3000}).Stand([]float64{-1000})
	lifts := 1 / math.Tanh(math.Pi/2)
	if want := 1000 * lambda / 2 * lifts; !near(s.Press, want, 0.003) {
		t.Errorf("pressure %v, want %v", s.Press, want)
	}
	worst := 0.0
	for _, m := range s.Moments {
		worst = max(worst, math.Abs(m))
	}
	if want := 1000 / (4 * lambda) * lifts; !near(worst, want, 0.003) {
		t.Errorf("moment %v, want %v", worst, want)
	}
	if !near(s.Pushback, 1000, 1e-3) {
		t.Errorf("the bed pushes back %v of 1000", s.Pushback)
	}
}

// Property: more of the same push pulls every tie as many times as hard, whichever
// springs take part; and nothing pushes that can only pull.
func TestUprightsAreLinearAndTiesOnlyPull(t *testing.T) {
	for _, bed := range []float64{50, 700, 5000} {
		for _, couple := range []float64{-80, 30, 400} {
			u, at, _ := row19(1)
			u.Bed = bed
			push := make([]float64, len(at))
			push[0], push[1], push[6], push[7] = couple, -couple, 2*couple, -2*couple
			one := u.Fit(at).Stand(push)
			for i := range push {
				push[i] *= 3
			}
			three := u.Fit(at).Stand(push)
			pull := 0.0
			for i, n := range one.Pulls {
				pull += n
				if n < 0 || math.Abs(three.Pulls[i]-3*n) > 1e-3*(1+n) {
					t.Errorf("bed %v, couple %v: tie %d pulls %v, and %v under three times as much", bed, couple, i+1, n, three.Pulls[i])
				}
			}
			if math.Abs(pull-one.Pushback) > 1e-3*(1+pull) {
				t.Errorf("bed %v, couple %v: ties pull %v, the bed pushes %v", bed, couple, pull, one.Pushback)
			}
		}
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
