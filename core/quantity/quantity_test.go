package quantity

import (
	"encoding/json"
	"errors"
	"math"
	"strings"
	"testing"

	"aguante/core/say"
)

func TestParseLengthReadsWhatPeopleWrite(t *testing.T) {
	for _, c := range []struct {
		text, bare string
		mm         float64
	}{
		{"27 5/8", "in", 27.625 * 25.4},
		{`27-5/8"`, "mm", 27.625 * 25.4},
		{`2' 3 5/8"`, "mm", 27.625 * 25.4},
		{"2' 3 5/8", "mm", 27.625 * 25.4},
		{"2ft 3.625in", "mm", 27.625 * 25.4},
		{"2′ 3⅝″", "mm", 27.625 * 25.4},
		{"27⅝", "in", 27.625 * 25.4},
		{"5/8", "in", 15.875},
		{"5 / 8 in", "mm", 15.875},
		{"½", "in", 12.7},
		{"3/4''", "mm", 19.05},
		{"810", "mm", 810},
		{"810", "in", 810 * 25.4},
		{"81 cm", "in", 810},
		{"0.81 m", "in", 810},
		{"0,81 m", "in", 810},
		{"27,5", "mm", 27.5},
		{".5", "in", 12.7},
		{"1 m 20 cm 5 mm", "in", 1205},
		{" 6 FEET ", "mm", 1828.8},
		{"-1/2", "in", -12.7},
		{"16\u00a0in", "mm", 406.4},
		{"27 5/8 + 3 1/2", "in", 31.125 * 25.4},
		{"72/3", "in", 24 * 25.4},
		{"27 5/8-1/2", "in", 27.125 * 25.4},
		{`36" - 3 cm`, "mm", 36*25.4 - 30},
		{`36"-3"`, "mm", 33 * 25.4},
		{"900 - 19 - 19", "mm", 862},
		{"27-5/8", "in", 27.625 * 25.4},
		{"2' 3 5/8\" + 1/8", "in", 27.75 * 25.4},
		{"-1/2 + 3", "in", 2.5 * 25.4},
	} {
		t.Run(c.text, func(t *testing.T) {
			got, err := ParseLength(c.text, c.bare)
			if err != nil || math.Abs(float64(got)-c.mm) > 1e-9 {
				t.Errorf("ParseLength(%q, %q) = %v, %v; want %v", c.text, c.bare, got, err, c.mm)
			}
		})
	}
}

func TestParseMassAndForce(t *testing.T) {
	for text, kg := range map[string]float64{
		"60 lb": 27.2155422, "27 kg": 27, "27": 27, "4 lb 8 oz": 2.041165665, "4 lb 8": 2.041165665,
		"450 g": 0.45, "1/2 lb": 0.226796185,
	} {
		if got, err := ParseMass(text, "kg"); err != nil || math.Abs(float64(got)-kg) > 1e-9 {
			t.Errorf("ParseMass(%q) = %v, %v; want %v", text, got, err, kg)
		}
	}
	for text, n := range map[string]float64{"250": 250, "1.2 kN": 1200, "10 lbf": 44.4822} {
		if got, err := ParseForce(text, "N"); err != nil || math.Abs(float64(got)-n) > 1e-3 {
			t.Errorf("ParseForce(%q) = %v, %v; want %v", text, got, err, n)
		}
	}
	if got, err := ParseNumber("2 1/2"); err != nil || got != 2.5 {
		t.Errorf("ParseNumber = %v, %v", got, err)
	}
}

func TestParseRefusesWithAReason(t *testing.T) {
	for _, c := range []struct {
		text, bare string
		want       error
	}{
		{"", "mm", ErrEmpty},
		{"   ", "mm", ErrEmpty},
		{"+", "in", ErrEmpty},
		{"3 + ", "in", ErrTrailer},
		{"wide", "mm", ErrNumber},
		{"NaN", "mm", ErrNumber},
		{"Inf", "mm", ErrNumber},
		{"1e9", "mm", ErrUnit},
		{"12 bananas", "mm", ErrUnit},
		{"12 kg", "mm", ErrUnit},
		{"12 in wide", "mm", ErrTrailer},
		{"12; drop", "mm", ErrTrailer},
		{"12 mm 3 in", "mm", ErrOrder},
		{"12", "", ErrNoUnit},
		{"5/0", "in", ErrRange},
		{"99999999999 m", "mm", ErrRange},
		{strings.Repeat("9", 60), "mm", ErrRange},
		{strings.Repeat("9", 400), "mm", ErrTrailer},
		{"1,200", "mm", ErrComma},
		{"3 mm 4", "mm", ErrNoUnit},
	} {
		t.Run(c.text, func(t *testing.T) {
			got, err := ParseLength(c.text, c.bare)
			if !errors.Is(err, c.want) {
				t.Errorf("ParseLength(%q) = %v, %v; want %v", c.text, got, err, c.want)
			}
		})
	}
	if _, err := ParseNumber("4 mm"); !errors.Is(err, ErrUnit) {
		t.Errorf("a number with a unit: %v", err)
	}
}

func TestWrittenInchesReadBack(t *testing.T) {
	for n := -2000; n < 2000; n++ {
		l := Length(float64(n) / 16 * 25.4)
		text := say.FractionOf(float64(l), 16)
		if back, err := ParseLength(text, "in"); err != nil || math.Abs(float64(back-l)) > 1e-9 {
			t.Fatalf("%v written %q reads back %v, %v", l, text, back, err)
		}
	}
}

func TestJSONTakesNumbersAndTextWithUnits(t *testing.T) {
	var v struct {
		L Length
		M Mass
	}
	if err := json.Unmarshal([]byte(`{"L":"27 5/8 in","M":"60 lb"}`), &v); err != nil {
		t.Fatal(err)
	}
	if math.Abs(float64(v.L)-701.675) > 1e-9 || math.Abs(float64(v.M)-27.2155422) > 1e-9 {
		t.Errorf("read %+v", v)
	}
	if err := json.Unmarshal([]byte(`{"L":810,"M":3.5}`), &v); err != nil || v.L != 810 || v.M != 3.5 {
		t.Errorf("numbers: %+v, %v", v, err)
	}
	for _, bad := range []string{`{"L":"27"}`, `{"L":true}`, `{"L":1e99}`, `{"M":"5 mm"}`, `{"L":[]}`} {
		if err := json.Unmarshal([]byte(bad), &v); err == nil {
			t.Errorf("%s was taken", bad)
		}
	}
	if got := MassOf(Mass(3).Weight()); math.Abs(float64(got)-3) > 1e-12 {
		t.Errorf("3 kg weighs and comes back as %v", got)
	}
}

func FuzzParseLength(f *testing.F) {
	for _, s := range []string{"27 5/8", `2' 3 5/8"`, "0,81 m", "½", "1/0", "--1", "9e9", "½½", "''", "1'\"2"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		v, err := ParseLength(s, "in")
		if err != nil {
			return
		}
		if math.IsNaN(float64(v)) || math.Abs(float64(v)) > 1e6 {
			t.Fatalf("%q gives %v", s, v)
		}
		if back, err := ParseLength(say.FractionOf(float64(v), 64), "in"); err != nil || math.Abs(float64(back-v)) > 25.4/128+1e-9 {
			t.Fatalf("%q = %v writes %q, reads %v, %v", s, v, say.FractionOf(float64(v), 64), back, err)
		}
	})
}
