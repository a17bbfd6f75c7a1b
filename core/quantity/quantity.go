// Package quantity reads and writes lengths, masses and forces the way people
// at a bench write them. Inside the core everything is mm, kg and N.
package quantity

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"

	"aguante/core/say"
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
		what: "a length", example: say.ALength(), most: 1e6,
		units: map[string]float64{
			"mm": 1, "millimetre": 1, "millimetres": 1, "millimeter": 1, "millimeters": 1,
			"cm": 10, "centimetre": 10, "centimetres": 10, "centimeter": 10, "centimeters": 10,
			"m": 1000, "metre": 1000, "metres": 1000, "meter": 1000, "meters": 1000,
			"in": say.Inch, "inch": say.Inch, "inches": say.Inch, `"`: say.Inch,
			"ft": 304.8, "foot": 304.8, "feet": 304.8, "'": 304.8,
		},
		after: map[string]string{"ft": "in", "foot": "in", "feet": "in", "'": "in"},
	}
	masses = kind{
		what: "a mass", example: say.AMass(), most: 1e6,
		units: map[string]float64{
			"kg": 1, "kilo": 1, "kilos": 1, "g": 0.001, "t": 1000,
			"lb": say.Pound, "lbs": say.Pound, "pound": say.Pound, "pounds": say.Pound,
			"oz": 0.028349523125, "ounce": 0.028349523125, "ounces": 0.028349523125,
		},
		after: map[string]string{"lb": "oz", "lbs": "oz", "pound": "oz", "pounds": "oz"},
	}
	forces = kind{
		what: "a force", example: "250 N, 1.2 kN or 60 lbf", most: 1e9,
		units: map[string]float64{
			"n": 1, "kn": 1000, "kgf": Gravity, "lbf": say.Pound * Gravity,
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
