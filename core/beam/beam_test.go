package beam

import (
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
)

func near(got, want, rel float64) bool { return math.Abs(got-want) <= rel*math.Abs(want) }

// oakEI is the 254 × 19.05 red oak board of the worked numbers.
const oakEI = 12500 * 254 * 19.05 * 19.05 * 19.05 / 12

func even(from, to, w float64) Load { return Load{Patches: []Patch{{from, to, w}}} }

// stand solves one load on one set of supports.
func stand(t *testing.T, length, ei float64, at []float64, load Load, rest Rest) (Stand, Curve) {
	t.Helper()
	r, err := Condense(length, ei, at, []Load{load})
	if err != nil {
		t.Fatal(err)
	}
	if rest.Soft == nil {
		rest.Soft = make([]float64, len(at))
	}
	if rest.Held == nil {
		rest.Held = make([]bool, len(at))
	}
	s, err := r.React(r.Mix([]float64{1}), rest)
	if err != nil {
		t.Fatal(err)
	}
	return s, r.Curve([]float64{1}, s.Sunk)
}

func wantAll(t *testing.T, what string, got, want []float64, rel float64) {
	t.Helper()
	for i := range want {
		if !near(got[i], want[i], rel) {
			t.Errorf("%s: %v, want %v", what, got, want)
			return
		}
	}
}

const w60 = 60 * 9.80665 / 1000

func TestRow1SimpleSpan(t *testing.T) {
	s, c := stand(t, 900, oakEI, []float64{0, 900}, even(0, 900, w60), Rest{})
	sag := c.Sag(1)
	if !near(sag.Value, 2.748, 0.001) || !near(sag.X, 450, 1e-6) {
		t.Errorf("sag %+v, want 2.748 in the middle", sag)
	}
	if sigma := c.Moment().Value / (254 * 19.05 * 19.05 / 6); !near(sigma, 3.878, 0.001) {
		t.Errorf("stress %v, want 3.878", sigma)
	}
	wantAll(t, "reactions", s.R, []float64{264.8, 264.8}, 0.001)
	if v := c.Shear(); !near(math.Abs(v.Value), 264.8, 0.001) {
		t.Errorf("shear %+v", v)
	}
}

func TestRow2ThreeBrackets(t *testing.T) {
	s, c := stand(t, 1400, oakEI, []float64{100, 700, 1300}, even(0, 1400, w60), Rest{})
	wantAll(t, "reactions", s.R, []float64{198.6, 426.6, 198.6}, 0.005)
	if sag := c.Sag(1); !near(sag.Value, 0.2055, 0.005) {
		t.Errorf("sag %+v, want 0.2055", sag)
	}
	if lift := -c.Deflection(0); !near(lift, 0.1166, 0.005) {
		t.Errorf("tip lift %v, want 0.1166", lift)
	}
	if c.Sag(0).Value != 0 {
		t.Errorf("a rising tip sags %v", c.Sag(0))
	}
}

func TestRow3PatchAndPoint(t *testing.T) {
	load := Load{Patches: []Patch{{200, 800, 0.4}}, Points: []Point{{1150, 80}}}
	s, c := stand(t, 1200, oakEI, []float64{150, 1050}, load, Rest{})
	wantAll(t, "reactions", s.R, []float64{137.8, 182.2}, 0.005)
	sag := c.Sag(1)
	if !near(sag.Value, 1.309, 0.005) || !near(sag.X, 576, 0.005) {
		t.Errorf("sag %+v, want 1.309 at 576", sag)
	}
	wantAll(t, "tips", []float64{-c.Deflection(1200), -c.Deflection(0)}, []float64{0.5399, 0.7385}, 0.005)
}

func TestRow21OneSpanLoadedHeldDown(t *testing.T) {
	held := []bool{true, true, true}
	s, c := stand(t, 1400, oakEI, []float64{100, 700, 1300}, even(0, 700, w60), Rest{Held: held})
	wantAll(t, "reactions", s.R, []float64{219.4, 213.3, -20.84}, 0.005)
	rise := 0.0
	for x := 0.0; x <= 1400; x++ {
		rise = max(rise, -c.Deflection(x))
	}
	wantAll(t, "sag and rise", []float64{c.Sag(1).Value, rise}, []float64{0.3536, 0.185}, 0.005)
}

func TestRow21NotHeldDownLetsGo(t *testing.T) {
	s, c := stand(t, 1400, oakEI, []float64{100, 700, 1300}, even(0, 700, w60), Rest{})
	if s.R[2] != 0 || s.Bears != 0b011 {
		t.Errorf("support 3 pulls %v, contacts %b", s.R[2], s.Bears)
	}
	// Statics on two supports: 700 mm of load, centred 250 mm right of the first.
	all := 700 * w60
	wantAll(t, "reactions", s.R, []float64{all * 350 / 600, all * 250 / 600, 0}, 1e-9)
	if s.Sunk[2] >= 0 || c.Deflection(1300) >= 0 {
		t.Errorf("the board should rise at 1300, moves %v", s.Sunk[2])
	}
}

func TestRow24Springs(t *testing.T) {
	soft := []float64{1. / 35, 1. / 35, 1. / 35}
	s, _ := stand(t, 1400, oakEI, []float64{100, 700, 1300}, even(0, 1400, w60), Rest{Soft: soft})
	wantAll(t, "reactions", s.R, []float64{250.7, 322.4, 250.7}, 0.005)
}

func TestRow25MiddleOff(t *testing.T) {
	level, _ := stand(t, 1400, oakEI, []float64{100, 700, 1300}, even(0, 1400, w60), Rest{})
	low, _ := stand(t, 1400, oakEI, []float64{100, 700, 1300}, even(0, 1400, w60), Rest{Drop: []float64{0, 1, 0}})
	if d := level.R[1] - low.R[1]; !near(d, 50.81, 0.005) {
		t.Errorf("1 mm takes %v N off the middle, want 50.81", d)
	}
}

func TestClosedForms(t *testing.T) {
	const ei, w, l = 1e9, 0.5, 1000.0
	two, c2 := stand(t, 2*l, ei, []float64{0, l, 2 * l}, even(0, 2*l, w), Rest{})
	three, _ := stand(t, 3*l, ei, []float64{0, l, 2 * l, 3 * l}, even(0, 3*l, w), Rest{})
	_, tip := stand(t, 2*l, ei, []float64{0, 1}, Load{Points: []Point{{1 + l, 10}}}, Rest{Held: []bool{true, true}})
	_, mid := stand(t, l, ei, []float64{0, l}, Load{Points: []Point{{l / 2, 100}}}, Rest{})
	_, patch := stand(t, l, ei, []float64{0, l}, even(0, l/2, w), Rest{})
	for name, c := range map[string][2]float64{
		"two spans, middle 5/8":      {two.R[1], 5. / 8 * w * 2 * l},
		"two spans, sag":             {c2.Sag(1).Value, 0.0054 * w * l * l * l * l / ei},
		"two spans, moment":          {c2.Moment().Value, -w * l * l / 8},
		"three spans, end":           {three.R[0], 0.4 * w * l},
		"three spans, inner":         {three.R[1], 1.1 * w * l},
		"cantilever 10 N at 1 m":     {tip.Deflection(1+l) - tip.Deflection(1), 10*l*l*l/3/ei + 10*l/3/ei*l},
		"point in the middle":        {mid.Sag(1).Value, 100 * l * l * l / 48 / ei},
		"half loaded, at the middle": {patch.Deflection(l / 2), 5 * w * l * l * l * l / 768 / ei},
		"half loaded, moment":        {patch.Moment().Value, 9. / 128 * w * l * l},
		"half loaded, where":         {patch.Moment().X, 3. / 8 * l},
	} {
		if !near(c[0], c[1], 0.005) {
			t.Errorf("%s: %v, want %v", name, c[0], c[1])
		}
	}
}

func TestRandomBeamsKeepTheirProperties(t *testing.T) {
	rng := rand.New(rand.NewPCG(1, 2))
	for trial := range 300 {
		length := 600 + 2400*rng.Float64()
		n := 2 + rng.IntN(5)
		at := make([]float64, n)
		for i := range at {
			at[i] = length * (float64(i) + 0.2 + 0.6*rng.Float64()) / float64(n)
		}
		load := Load{Points: []Point{{length * rng.Float64(), 50 * rng.Float64()}}}
		for range 3 {
			a, b := length*rng.Float64(), length*rng.Float64()
			load.Patches = append(load.Patches, Patch{min(a, b), max(a, b), rng.Float64()})
		}
		rest := Rest{Soft: make([]float64, n), Held: make([]bool, n)}
		for i := range n {
			rest.Soft[i] = rng.Float64() / 30 * float64(rng.IntN(2))
			rest.Held[i] = rng.IntN(2) == 0
		}
		name := fmt.Sprintf("trial %d, %d supports", trial, n)
		r, err := Condense(length, oakEI, at, []Load{load})
		if err != nil {
			t.Fatal(name, err)
		}
		s, err := r.React(r.Mix([]float64{1}), rest)
		if errors.Is(err, ErrUnstable) {
			continue
		}
		if err != nil {
			t.Fatal(name, err)
		}
		force, moment := -total(load), 0.0
		for _, p := range load.Patches {
			moment -= p.W * (p.To - p.From) * (p.From + p.To) / 2
		}
		for _, p := range load.Points {
			moment -= p.P * p.At
		}
		for i, R := range s.R {
			force, moment = force+R, moment+R*at[i]
			if R < -1e-6 && !rest.Held[i] {
				t.Errorf("%s: support %d pulls %v though it does not hold", name, i, R)
			}
		}
		if math.Abs(force) > 1e-6*total(load) || math.Abs(moment) > 1e-6*total(load)*length {
			t.Errorf("%s: out of balance by %v N, %v Nmm", name, force, moment)
		}
		mirror := mirrored(length, load)
		back := make([]float64, n)
		turned := Rest{Soft: make([]float64, n), Held: make([]bool, n)}
		for i := range n {
			back[i], turned.Soft[i], turned.Held[i] = length-at[n-1-i], rest.Soft[n-1-i], rest.Held[n-1-i]
		}
		m, cm := stand(t, length, oakEI, back, mirror, turned)
		c := r.Curve([]float64{1}, s.Sunk)
		for i := range n {
			if !near(m.R[i]+1, s.R[n-1-i]+1, 1e-6) {
				t.Errorf("%s: mirrored reactions %v, %v", name, m.R, s.R)
			}
		}
		for bay := range r.Bays() {
			sag, other := c.Sag(bay).Value, cm.Sag(n-bay).Value
			if !near(sag+1, other+1, 1e-6) {
				t.Errorf("%s: bay %d sags %v, mirrored %v", name, bay, sag, other)
			}
			from, to := r.Bay(bay)
			if bay > 0 && bay < n {
				for x := from; x <= to; x += (to - from) / 200 {
					chord := c.Deflection(from) + (c.Deflection(to)-c.Deflection(from))*(x-from)/(to-from)
					if c.Deflection(x)-chord > sag+1e-7 {
						t.Errorf("%s: bay %d: %v at %v is deeper than the extreme %v", name, bay, c.Deflection(x)-chord, x, sag)
					}
				}
			}
		}
	}
}

// total is the whole of a load, N.
func total(l Load) float64 {
	sum := 0.0
	for _, p := range l.Patches {
		sum += p.W * (p.To - p.From)
	}
	for _, p := range l.Points {
		sum += p.P
	}
	return sum
}

func mirrored(length float64, l Load) Load {
	var m Load
	for _, p := range l.Patches {
		m.Patches = append(m.Patches, Patch{length - p.To, length - p.From, p.W})
	}
	for _, p := range l.Points {
		m.Points = append(m.Points, Point{length - p.At, p.P})
	}
	return m
}

func TestWhatCannotStandIsRefused(t *testing.T) {
	load := []Load{even(0, 100, 1)}
	for name, c := range map[string]struct {
		length, ei float64
		at         []float64
	}{
		"one support":   {1000, 1e9, []float64{500}},
		"none":          {1000, 1e9, nil},
		"no length":     {0, 1e9, []float64{0, 1}},
		"no stiffness":  {1000, math.NaN(), []float64{0, 500}},
		"out of order":  {1000, 1e9, []float64{500, 100}},
		"off the board": {1000, 1e9, []float64{500, 1100}},
		"same place":    {1000, 1e9, []float64{500, 500.5}},
		"more than fits": {1e5, 1e9, func() (at []float64) {
			for i := range 65 {
				at = append(at, float64(i)*100)
			}
			return at
		}()},
	} {
		if _, err := Condense(c.length, c.ei, c.at, load); err == nil {
			t.Errorf("%s was taken", name)
		}
	}
	r, _ := Condense(1000, 1e9, []float64{400, 600}, []Load{even(0, 100, 1)})
	if _, err := r.React(r.Mix([]float64{1}), Rest{Soft: []float64{0, 0}, Held: []bool{false, false}}); !errors.Is(err, ErrUnstable) {
		t.Errorf("a board that tips over its left support: %v", err)
	}
}

// Quick agrees with the full solver on rigid supports that may let go.
func TestQuickAgreesWithTheSolver(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 14))
	for round := range 400 {
		length := 500 + 2500*rng.Float64()
		patches := []Patch{{From: 0, To: length, W: 0.05}}
		for range rng.IntN(4) {
			a := rng.Float64() * length
			patches = append(patches, Patch{From: a, To: a + (length-a)*rng.Float64(), W: rng.Float64()})
		}
		var at []float64
		for x := length * 0.1 * rng.Float64(); x < length && len(at) < 6; x += 80 + length*0.4*rng.Float64() {
			at = append(at, x)
		}
		if len(at) < 2 {
			continue
		}
		rig, err := Condense(length, 1e9, at, []Load{{Patches: patches}})
		if err != nil {
			t.Fatal(err)
		}
		s, err := rig.React(rig.Fixed[0], Rest{Soft: make([]float64, len(at)), Held: make([]bool, len(at))})
		if errors.Is(err, ErrUnstable) {
			continue
		}
		var kept []float64
		for i, x := range at {
			if s.Bears>>i&1 == 1 {
				kept = append(kept, x)
			}
		}
		// Asked on the supports that bear, each bay of both is the same.
		if rig, err = Condense(length, 1e9, kept, []Load{{Patches: patches}}); err != nil {
			t.Fatal(err)
		}
		c := rig.Curve([]float64{1}, make([]float64, len(kept)))
		bay := 0
		NewQuick(length, 1e9, patches).Sags(at, func(sag float64) {
			want, worst := c.Sag(bay).Value, 0.0
			for b := range rig.Bays() {
				worst = max(worst, c.Sag(b).Value)
			}
			if sag > want+1e-9*worst || want-sag > 0.1*worst {
				t.Errorf("round %d, bay %d of supports at %v: %v, want %v", round, bay, kept, sag, want)
			}
			bay++
		})
		if bay != len(kept)+1 {
			t.Errorf("round %d: %d bays on %d supports", round, bay, len(kept))
		}
	}
}

// Whatever the board stands on, it is found: against every set of contacts there
// is, on stiff boards and supports that stand off.
func TestContactsAgainstEverySet(t *testing.T) {
	rng := rand.New(rand.NewPCG(5, 5))
	found := 0
	for round := range 500 {
		at := []float64{100, 500 + 100*rng.Float64(), 1100, 1500 + 100*rng.Float64()}[:3+rng.IntN(2)]
		n := len(at)
		rig, err := Condense(1700, 1e8*math.Pow(100, rng.Float64()), at, []Load{{
			Patches: []Patch{{0, 1700, 0.03}, {1100 * rng.Float64(), 1100 + 600*rng.Float64(), rng.Float64()}}}})
		if err != nil {
			t.Fatal(err)
		}
		rest := Rest{Soft: make([]float64, n), Held: make([]bool, n), Drop: make([]float64, n)}
		for i := range n {
			rest.Soft[i] = 0.02 * rng.Float64()
		}
		rest.Drop[rng.IntN(n)] = 2*rng.Float64() - 1
		var right []uint64
		for bears := uint64(3); bears < 1<<n; bears++ {
			s, err := rig.Bear(rig.Fixed[0], rest, bears)
			if err != nil {
				continue
			}
			ok := true
			for i := range n {
				if bears>>i&1 == 1 {
					ok = ok && s.R[i] > -1e-7
				} else {
					ok = ok && s.Sunk[i]-rest.Drop[i] < 1e-7
				}
			}
			if ok {
				right = append(right, bears)
			}
		}
		s, err := rig.React(rig.Fixed[0], rest)
		if len(right) == 0 {
			continue
		}
		found++
		if err != nil || !slices.Contains(right, s.Bears) {
			t.Errorf("round %d: found contacts %b, %v; right are %b", round, s.Bears, err, right)
		}
	}
	if found < 450 {
		t.Errorf("only %d of 500 stand at all", found)
	}
}

// One more rigid support under a board makes its load sink less in all: ∫ q w dx
// never grows (the theorem of least work). The worst sag alone can grow, as a
// support that shortens one span takes from the next the lift that the longer one
// gave (docs/decisions.md).
func TestOneMoreSupportLetsTheLoadSinkLess(t *testing.T) {
	rng := rand.New(rand.NewPCG(6, 6))
	answer := func(at []float64) (work float64) {
		rig, err := Condense(2000, 1e9, at, []Load{{Patches: []Patch{{0, 2000, 0.3}}}})
		if err != nil {
			t.Fatal(err)
		}
		s, err := rig.React(rig.Fixed[0], Rest{Soft: make([]float64, len(at)), Held: slices.Repeat([]bool{true}, len(at))})
		if err != nil {
			t.Fatal(err)
		}
		c := rig.Curve([]float64{1}, s.Sunk)
		for x := 2.5; x < 2000; x += 5 {
			work += c.Deflection(x) * 0.3 * 5
		}
		return work
	}
	for range 300 {
		at := []float64{0, 2000}
		work := answer(at)
		for range 4 {
			x := 60 + 1880*rng.Float64()
			if slices.ContainsFunc(at, func(o float64) bool { return math.Abs(o-x) < 50 }) {
				continue
			}
			more := append(slices.Clone(at), x)
			slices.Sort(more)
			w := answer(more)
			if w > work*(1+1e-6)+1e-9 {
				t.Fatalf("supports at %v: work %v; at %v: %v", at, work, more, w)
			}
			at, work = more, w
		}
	}
}
