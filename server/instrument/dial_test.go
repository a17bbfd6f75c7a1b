package instrument

import (
	"math"
	"testing"

	"aguante/core/material"
)

// A test on the simulated bench, done as a person would, finds the board's own E
// within 3 % for every seed.
func TestTheDialFindsTheBoardsOwnE(t *testing.T) {
	b := Bench{Wood: "white-oak", Grade: "clear", Span: 900, Width: 200, Thickness: 20}
	grade, _ := material.GradeOf("clear")
	board, _ := material.Stuff("white-oak", grade, material.Dry, 200, 20)
	low, high := math.Inf(1), 0.0
	for seed := range uint64(40) {
		var readings []material.Bend
		presses := []Press{{At: 1, Zero: true}}
		for i, kg := range []float64{4, 6, 8} {
			at := 10 * float64(i+1)
			presses = append(presses, Press{At: at, Put: kg}, Press{At: at + 5}, Press{At: at + 8, Zero: true})
			for k := range 20 {
				d, err := ReadDial(seed, b, presses, at+2+float64(k)/10)
				if err != nil {
					t.Fatal(err)
				}
				if d.Fault == "" && d.Stable {
					readings = append(readings, material.Bend{Load: kg, Sag: d.Mm})
					break
				}
			}
		}
		got, err := material.Test(b.Span, b.Width, b.Thickness, readings)
		if err != nil || len(readings) != 3 {
			t.Fatalf("seed %d: %v, %d readings", seed, err, len(readings))
		}
		if want := TrueE(seed, board); math.Abs(got.E/want-1) > 0.03 || got.Spread > 0.03 {
			t.Errorf("seed %d: found %v ± %v, it is %v", seed, got.E, got.Spread, want)
		}
		low, high = min(low, got.E), max(high, got.E)
	}
	if high/low < 1.3 {
		t.Errorf("boards differ only from %v to %v", low, high)
	}
}

func TestTheDialsFaults(t *testing.T) {
	b := Bench{Wood: "mdf", Grade: "clear", Span: 900, Width: 100, Thickness: 9}
	if d, _ := ReadDial(1, b, []Press{{At: 0, Put: 50}}, 10); d.Fault != "end of travel" {
		t.Errorf("%+v", d)
	}
	dropped := 0
	for k := range 1000 {
		if d, _ := ReadDial(1, b, nil, float64(k)/7); d.Fault == "no reading" {
			dropped++
		}
	}
	if dropped < 10 || dropped > 80 {
		t.Errorf("%d of 1000 readings dropped", dropped)
	}
	presses := []Press{{At: 0, Zero: true}, {At: 1, Put: 3}, {At: 100}}
	if before, after := pressedAt(presses, 99), pressedAt(presses, 120); after <= 0 || after > before/50 {
		t.Errorf("down %v under load, %v after it", before, after)
	}
	for name, bad := range map[string][]Press{"backwards": {{At: 5}, {At: 2}}, "too heavy": {{At: 1, Put: 900}},
		"no number": {{At: 1, Put: math.NaN()}}} {
		if _, err := ReadDial(1, b, bad, 10); err == nil {
			t.Errorf("%s is taken", name)
		}
	}
	b.Wood = "cheese"
	if _, err := ReadDial(1, b, nil, 1); err == nil {
		t.Error("cheese is measured")
	}
}

func pressedAt(p []Press, at float64) float64 {
	down, _ := pressed(p, 1, at)
	return down
}

func TestTheMoistureMeter(t *testing.T) {
	for c, from := range map[material.Condition]float64{material.Dry: 5, material.Damp: 11, material.Drying: 17, material.Wet: 24} {
		good := 0
		for n := range 60 {
			pct, fault := ReadMoisture(9, c, n)
			if fault != "" {
				continue
			}
			good++
			if pct < from || pct > from+11 {
				t.Errorf("%s reads %v %%", c, pct)
			}
		}
		if good < 40 {
			t.Errorf("%s: only %d of 60 readings", c, good)
		}
	}
}
