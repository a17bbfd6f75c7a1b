package saglog

import (
	"math"
	"math/rand/v2"
	"testing"

	"aguante/core/material"
)

func near(t *testing.T, what string, got, want float64) {
	t.Helper()
	if math.Abs(got-want) > 0.005*math.Abs(want)+5e-4 {
		t.Errorf("%s: %.4f, want %.4f", what, got, want)
	}
}

// The worked numbers: an empty shelf read once, then loaded and read for a year; without readings; and with the first two.
func TestWorkedFit(t *testing.T) {
	p := Prior{A: 1.8, Kdef: 0.6}
	loads := []Load{{0, 1}}
	all := []Reading{{-1, 0.2, .3}, {0, 2.1, .3}, {1, 2.25, .3}, {30, 2.7, .3}, {180, 2.95, .3}, {365, 3.2, .3}}
	f, err := Of(p, loads, all)
	if err != nil {
		t.Fatal(err)
	}
	near(t, "a", f.A, 1.967)
	near(t, "b", f.B, 1.326)
	near(t, "z", f.Z, 0.203)
	mm, sd := f.Years(material.TenYears)
	near(t, "ten years", mm, 3.294)
	near(t, "its doubt", sd, 0.378)
	mm, sd = f.Years(material.TenYears / 2)
	near(t, "five years", mm, 3.122)
	near(t, "its doubt", sd, 0.350)
	for n, want := range map[int][2]float64{0: {2.880, 0.712}, 2: {3.273, 0.562}} {
		read := all[:n:n]
		if n == 2 {
			read[1].Mm = 2.5
		}
		f, err := Of(p, loads, read)
		if err != nil {
			t.Fatal(err)
		}
		mm, sd := f.Years(material.TenYears)
		near(t, "ten years", mm, want[0])
		near(t, "its doubt", sd, want[1])
	}
}

// Over many shelves that are as the prior says, the sag of ten years is inside the band of 95 % about that often, however
// often it was read, also where more was put on after a year and the zero was off.
func TestTheBandIsTrue(t *testing.T) {
	p := Prior{A: 1.8, Kdef: 0.6}
	for _, loads := range [][]Load{{{0, 1}}, {{0, 0.6}, {365, 0.4}}} {
		for _, n := range []int{0, 1, 3, 8} {
			rng := rand.New(rand.NewPCG(uint64(n), uint64(len(loads))))
			inside := 0
			const shelves = 5000
			for range shelves {
				za := rng.NormFloat64()
				a := p.A * (1 + stiff*za)
				b := p.Kdef*a + p.A*p.Kdef*grows*rng.NormFloat64()
				truth := &Fit{A: a, B: b, Z: bow * rng.NormFloat64(), loads: loads}
				var read []Reading
				for k := range n {
					day := []float64{0, 1, 27, 114, 348, 366, 500, 900}[k]
					mm, _ := truth.At(day, true)
					read = append(read, Reading{day, mm + 0.3*rng.NormFloat64(), 0.3})
				}
				f, err := Of(p, loads, read)
				if err != nil {
					t.Fatal(err)
				}
				mm, sd := f.Years(material.TenYears)
				if math.Abs(mm-(a+b)) <= 1.96*sd {
					inside++
				}
			}
			if part := float64(inside) / shelves; part < 0.94 || part > 0.96 {
				t.Errorf("%d loads, %d readings: %.3f inside", len(loads), n, part)
			}
		}
	}
}

// More readings never leave more doubt; what is not known is refused.
func TestMoreReadingsLeaveLessDoubt(t *testing.T) {
	was := math.Inf(1)
	var read []Reading
	for day := range 12 {
		f, err := Of(Prior{A: 3, Kdef: 0.8}, []Load{{0, 1}}, read)
		if err != nil {
			t.Fatal(err)
		}
		_, sd := f.Years(material.TenYears)
		if sd > was+1e-12 {
			t.Errorf("%d readings: %.4f after %.4f", day, sd, was)
		}
		was = sd
		read = append(read, Reading{float64(day * 30), 3 + 0.1*float64(day), 0.5})
	}
	if _, err := Of(Prior{}, nil, nil); err == nil {
		t.Error("nothing is known, and it is fitted")
	}
	// What does not creep passes its limit at once or never.
	still, err := Of(Prior{A: 2, Kdef: 0}, []Load{{0, 1}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	if _, passes := still.Passes(2.1, 0); passes {
		t.Error("it passes without moving")
	}
	if day, passes := still.Passes(1.9, 0); !passes || day != 0 {
		t.Error("it is past it from the first day", day, passes)
	}
}

// The day on which a limit is passed is the day on which the curve has it; what is passed already is passed today, and what
// is not within ten years is not.
func TestWhenALimitIsPassed(t *testing.T) {
	f, err := Of(Prior{A: 1.8, Kdef: 0.6}, []Load{{0, 1}}, []Reading{{-1, 0.2, .3}, {0, 2.1, .3}, {30, 2.7, .3}, {365, 3.2, .3}})
	if err != nil {
		t.Fatal(err)
	}
	limit, _ := f.At(1000, false)
	if day, ok := f.Passes(limit, 10); !ok || math.Abs(day-1000) > 1e-3 {
		t.Errorf("passed on day %v, %v", day, ok)
	}
	if day, ok := f.Passes(limit, 1200); !ok || day != 1200 {
		t.Errorf("passed already: %v, %v", day, ok)
	}
	end, _ := f.At(10+material.TenYears, false)
	if day, ok := f.Passes(end, 10); ok {
		t.Errorf("just not within ten years: %v", day)
	}
	if day, ok := f.Passes(end-1e-9, 10); !ok || day < material.TenYears-10 {
		t.Errorf("at the end of ten years: %v, %v", day, ok)
	}
}
