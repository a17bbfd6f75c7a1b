// Package quantity reads and writes lengths, masses and forces the way people
// at a bench write them. Inside the core everything is mm, kg and N.
package quantity

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"strings"
)

// Gravity is the standard acceleration of free fall, m/s².
const Gravity = 9.80665

// Length is a length in millimetres.
type Length float64

// Mass is a mass in kilograms.
type Mass float64

// Force is a force in newtons.
type Force float64

// Weight returns the weight of a mass, in newtons.
func (m Mass) Weight() float64 { return float64(m) * Gravity }

// MassOf returns the mass, in kilograms, whose weight is f newtons.
func MassOf(f float64) Mass { return Mass(f / Gravity) }

// Errors of reading. Callers add what and where; compare with errors.Is.
var (
	ErrEmpty   = errors.New("nothing is typed")
	ErrNumber  = errors.New("no number there")
	ErrUnit    = errors.New("unit not known")
	ErrNoUnit  = errors.New("a unit is missing")
	ErrRange   = errors.New("number out of range")
	ErrComma   = errors.New("the comma could mean thousands or decimals")
	ErrTrailer = errors.New("words left over")
	ErrOrder   = errors.New("units do not go together")
)

// kind is one sort of quantity: its units as factors to the base unit, the
// largest value believed, and what a bare number after a larger unit means
// (2' 3 is two feet three inches).
type kind struct {
	what    string
	example string
	units   map[string]float64
	after   map[string]string
	most    float64
}

var (
	lengths = kind{
		what: "a length", example: "27 5/8 in, 2' 3 5/8\", 810 mm or 0.81 m", most: 1e6,
		units: map[string]float64{
			"mm": 1, "millimetre": 1, "millimetres": 1, "millimeter": 1, "millimeters": 1,
			"cm": 10, "centimetre": 10, "centimetres": 10, "centimeter": 10, "centimeters": 10,
			"m": 1000, "metre": 1000, "metres": 1000, "meter": 1000, "meters": 1000,
			"in": 25.4, "inch": 25.4, "inches": 25.4, `"`: 25.4,
			"ft": 304.8, "foot": 304.8, "feet": 304.8, "'": 304.8,
		},
		after: map[string]string{"ft": "in", "foot": "in", "feet": "in", "'": "in"},
	}
	masses = kind{
		what: "a mass", example: "60 lb, 4 lb 6 oz or 27 kg", most: 1e6,
		units: map[string]float64{
			"kg": 1, "kilo": 1, "kilos": 1, "g": 0.001, "t": 1000,
			"lb": 0.45359237, "lbs": 0.45359237, "pound": 0.45359237, "pounds": 0.45359237,
			"oz": 0.028349523125, "ounce": 0.028349523125, "ounces": 0.028349523125,
		},
		after: map[string]string{"lb": "oz", "lbs": "oz", "pound": "oz", "pounds": "oz"},
	}
	forces = kind{
		what: "a force", example: "250 N, 1.2 kN or 60 lbf", most: 1e9,
		units: map[string]float64{
			"n": 1, "kn": 1000, "kgf": Gravity, "lbf": 0.45359237 * Gravity,
		},
	}
)

// ParseLength reads a length; a bare number is in bare ("in" or "mm"; "" where
// a unit must be written). The errors wrap the Err values of this package.
func ParseLength(text, bare string) (Length, error) {
	v, err := lengths.parse(text, bare)
	return Length(v), err
}

// ParseMass reads a mass; a bare number is in bare ("lb" or "kg", or "").
func ParseMass(text, bare string) (Mass, error) {
	v, err := masses.parse(text, bare)
	return Mass(v), err
}

// ParseForce reads a force; a bare number is in bare ("N", "lbf", or "").
func ParseForce(text, bare string) (Force, error) {
	v, err := forces.parse(text, bare)
	return Force(v), err
}

// ParseNumber reads a plain number or fraction, with no unit.
func ParseNumber(text string) (float64, error) {
	none := kind{what: "a number", example: "8 or 2.5", most: 1e9, units: map[string]float64{"": 1}}
	return none.parse(text, "")
}

// UnmarshalJSON takes a number in mm or a string with a unit.
func (l *Length) UnmarshalJSON(b []byte) error {
	v, err := lengths.fromJSON(b)
	*l = Length(v)
	return err
}

// UnmarshalJSON takes a number in kg or a string with a unit.
func (m *Mass) UnmarshalJSON(b []byte) error {
	v, err := masses.fromJSON(b)
	*m = Mass(v)
	return err
}

func (k kind) fromJSON(b []byte) (float64, error) {
	var text string
	if len(b) > 0 && b[0] == '"' {
		if err := json.Unmarshal(b, &text); err != nil {
			return 0, err
		}
		return k.parse(text, "")
	}
	var v float64
	if err := json.Unmarshal(b, &v); err != nil {
		return 0, fmt.Errorf("%w: want a number or a text with a unit, like %s", ErrNumber, k.example)
	}
	if math.Abs(v) > k.most {
		return 0, fmt.Errorf("%w: %g is not believable as %s", ErrRange, v, k.what)
	}
	return v, nil
}

// Inches writes a length in inches to the nearest 1/denominator, reduced:
// "27 5/8". The denominator is a power of two; 0 means 16.
func Inches(l Length, denominator int) string {
	if denominator == 0 {
		denominator = 16
	}
	n := int64(math.Round(float64(l) / 25.4 * float64(denominator)))
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

// FeetInches writes a length in feet and inches to the nearest 1/16: 2' 3 5/8".
func FeetInches(l Length) string {
	n := math.Round(math.Abs(float64(l)) / 25.4 * 16)
	feet := math.Floor(n / 192)
	rest := Inches(Length((n-feet*192)/16*25.4), 16)
	sign := ""
	if l < 0 && n > 0 {
		sign = "-"
	}
	return fmt.Sprintf(`%s%.0f' %s"`, sign, feet, rest)
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

// Figure writes what something holds, kilograms or pounds, never rounded up:
// whole from 20 on, else with one decimal.
func Figure(v float64) string {
	if v >= 20 {
		return fmt.Sprintf("%.0f", math.Floor(v+1e-9))
	}
	return Decimal(math.Floor(v*10+1e-9)/10, 1)
}

// Asked writes what is asked of something, never rounded down.
func Asked(v float64) string {
	if v >= 20 {
		return fmt.Sprintf("%.0f", math.Ceil(v-1e-9))
	}
	return Decimal(math.Ceil(v*10-1e-9)/10, 1)
}
