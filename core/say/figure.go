package say

import (
	"fmt"
	"math"
	"strings"
)

// What an inch is in mm and a pound in kg; other packages take them from here.
const (
	Inch  = 25.4
	Pound = 0.45359237
	gee   = 9.80665
	psi   = 145.0377 // in an MPa

	cubicFoot = 0.0283168466 // m³
)

// figure writes a marked value in the units, or in both where there are none.
func (u Units) figure(kind byte, v float64) string {
	switch kind {
	case 'l', 'p', 'f':
		return u.both(u.Length == millimetres, u.Length == inches, metric(kind, v), imperial(kind, v))
	case 'x':
		return u.either(u.Length == millimetres, u.Length == inches, "810 mm or 0.81 m", "27 5/8 in or 2 ft 3 5/8")
	case 'y':
		return u.either(u.Mass == kilograms, u.Mass == pounds, "27 kg", "60 lb or 4 lb 6 oz")
	case 'm':
		return u.both(u.Mass == kilograms, u.Mass == pounds, Decimal(v, 2)+" kg", Decimal(v/Pound, 2)+" lb")
	case 'a':
		return u.both(u.Mass == kilograms, u.Mass == pounds, Decimal(v, 1)+" kg", Decimal(v/Pound, 1)+" lb")
	case 'g':
		return u.both(u.Length == millimetres, u.Length == inches, Decimal(v, 2)+" mm", Decimal(v/Inch, 3)+" in")
	case 'n':
		return u.both(u.Mass == kilograms, u.Mass == pounds, Decimal(v, 0)+" N", Decimal(v/gee/Pound, 0)+" lbf")
	case 's':
		if u.Length == inches {
			return fmt.Sprintf("%s psi (%s MPa)", Decimal(figures(v*psi, 3), 0), Decimal(v, 1))
		}
		return Decimal(v, 1) + " MPa"
	case 'd':
		return u.both(u.Mass == kilograms, u.Mass == pounds, Decimal(v, 0)+" kg/m³", Decimal(v*cubicFoot/Pound, 0)+" lb/ft³")
	case 'r':
		length, per := " a metre", 1.0
		if u.Length == inches {
			length, per = " a foot", 12*Inch/1000
		}
		return u.both(u.Mass == kilograms, u.Mass == pounds, Decimal(v*per, 1)+" kg"+length, Decimal(v*per/Pound, 1)+" lb"+length)
	}
	return Decimal(v, 2)
}

// figures rounds to so many significant figures.
func figures(v float64, n int) float64 {
	if v == 0 {
		return 0
	}
	step := math.Pow(10, math.Floor(math.Log10(math.Abs(v)))-float64(n-1))
	return math.Round(v/step) * step
}

func (u Units) either(metric, imperial bool, a, b string) string {
	switch {
	case metric:
		return a
	case imperial:
		return b
	}
	return b + ", " + a
}

func (u Units) both(metric, imperial bool, a, b string) string {
	switch {
	case metric:
		return a
	case imperial:
		return b
	}
	return a + " (" + b + ")"
}

func metric(kind byte, mm float64) string {
	if kind == 'p' {
		return Decimal(mm, 0) + " mm"
	}
	return Decimal(mm, 1) + " mm"
}

// imperial writes inches: to 1/16, or 1/64 where it is thin or small; what is smaller yet
// as a decimal.
func imperial(kind byte, mm float64) string {
	small := math.Abs(mm)
	switch {
	case small > 1e-9 && small < Inch/64:
		return Decimal(mm/Inch, 3) + " in"
	case kind == 'f' || kind == 'l' && small < Inch/4:
		return FractionOf(mm, 64) + " in"
	}
	return FractionOf(mm, 16) + " in"
}

// FractionOf writes a length, mm, in inches to the nearest 1/denominator, reduced: "27 5/8".
// The denominator is a power of two.
func FractionOf(mm float64, denominator int) string {
	n := int64(math.Round(mm / Inch * float64(denominator)))
	sign := ""
	if n < 0 {
		sign, n = "-", -n
	}
	d := int64(denominator)
	whole, part := n/d, n%d
	for part > 0 && part%2 == 0 {
		part, d = part/2, d/2
	}
	switch {
	case part == 0:
		return fmt.Sprintf("%s%d", sign, whole)
	case whole == 0:
		return fmt.Sprintf("%s%d/%d", sign, part, d)
	}
	return fmt.Sprintf("%s%d %d/%d", sign, whole, part, d)
}

// Decimal writes v with at most places decimals and no trailing zeros.
func Decimal(v float64, places int) string {
	s := fmt.Sprintf("%.*f", places, v)
	if strings.Contains(s, ".") {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	if s == "-0" {
		return "0"
	}
	return s
}

// grain is how much of a figure is only how it was reckoned: a pound that was typed is a
// pound, on the way through kilograms and back.
const grain = 1e-6

// inMass is a mass, kg, in the units.
func (u Units) inMass(kg float64) float64 {
	if u.Mass == pounds {
		return kg / Pound
	}
	return kg
}

func (u Units) massUnit() string {
	if u.Mass == pounds {
		return " lb"
	}
	return " kg"
}

// Holds writes what something holds, kg, never rounded up: whole from 20 on, else with one
// decimal.
func (u Units) Holds(kg float64) string {
	v := u.inMass(kg)
	v += math.Abs(v) * grain
	if v >= 20 {
		return fmt.Sprintf("%.0f", math.Floor(v)) + u.massUnit()
	}
	return Decimal(math.Floor(v*10)/10, 1) + u.massUnit()
}

// Asked writes what is asked of something, kg, never rounded down.
func (u Units) Asked(kg float64) string {
	v := u.inMass(kg)
	v -= math.Abs(v) * grain
	if v >= 20 {
		return fmt.Sprintf("%.0f", math.Ceil(v)) + u.massUnit()
	}
	return Decimal(math.Ceil(v*10)/10, 1) + u.massUnit()
}
