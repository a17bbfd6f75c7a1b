package material

import (
	"errors"
	"fmt"
	"math"
	"strings"

	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// Bend is one reading of a board on two battens: the mass hung at its middle, kg,
// and how far that pressed it down, mm.
type Bend struct {
	Load float64 `json:"load_kg"`
	Sag  float64 `json:"sag_mm"`
}

// Stiffness is what a test found: E by each reading, their mean, and their spread
// as a part of it (standard deviation over mean).
type Stiffness struct {
	E      float64   `json:"e_mpa"`
	Spread float64   `json:"spread"`
	Each   []float64 `json:"each_mpa"`
}

// ErrTest: a test that can tell nothing.
var ErrTest = errors.New("that test tells nothing")

// Test returns a board's own E from readings on battens span apart, mm:
//
//	E = P L³ / (48 I δ)      statics
//
// The error is ErrTest, with what is wrong.
func Test(span, width, thickness float64, readings []Bend) (Stiffness, error) {
	refuse := func(format string, args ...any) (Stiffness, error) {
		return Stiffness{}, fmt.Errorf("%w: %s", ErrTest, fmt.Sprintf(format, args...))
	}
	switch {
	case !(span >= 100 && span <= 6000):
		return refuse("battens %s apart: give %s to %s", say.Place(span), say.Place(100), say.Place(6000))
	case !(width >= 10 && width <= 1500) || !(thickness >= 3 && thickness <= 150):
		return refuse("a board %s × %s", say.Length(width), say.Length(thickness))
	case span < 12*thickness:
		return refuse("battens %s apart are too near for a board %s thick: give at least %s", say.Place(span),
			say.Length(thickness), say.Place(12*thickness))
	case len(readings) == 0:
		return refuse("no readings yet")
	case len(readings) > 100:
		return refuse("%d readings: at most 100", len(readings))
	}
	inertia := width * thickness * thickness * thickness / 12
	var out Stiffness
	for i, b := range readings {
		if !(b.Load > 0 && b.Load <= 500) || !(b.Sag > 0 && b.Sag <= span/20) {
			return refuse("reading %d, %s and %s: the board must go down, by no more than a twentieth of the span", i+1,
				say.Mass(b.Load), say.Length(b.Sag))
		}
		e := b.Load * quantity.Gravity * span * span * span / (48 * inertia * b.Sag)
		out.Each = append(out.Each, e)
		out.E += e / float64(len(readings))
	}
	if n := len(readings); n > 1 {
		sum := 0.0
		for _, e := range out.Each {
			sum += (e - out.E) * (e - out.E)
		}
		out.Spread = math.Sqrt(sum/float64(n-1)) / out.E
	}
	return out, nil
}

// Stock is a board of the person's own that has been tested, kept for later.
type Stock struct {
	Key       string  `json:"key"`
	Name      string  `json:"name"`
	Wood      string  `json:"wood"`
	Grade     string  `json:"grade"`
	Width     float64 `json:"width_mm"`
	Thickness float64 `json:"thickness_mm"`
	E         float64 `json:"e_mpa"`
	Spread    float64 `json:"spread"`
	Moisture  float64 `json:"moisture_pct,omitempty"`
}

// Validate names every problem of a board that is to be kept.
func (s Stock) Validate(p *problem.List) {
	if strings.TrimSpace(s.Name) == "" {
		p.Add("name", "give it a name")
	}
	p.Name("name", s.Name)
	grade, ok := GradeOf(s.Grade)
	if !ok {
		p.Add("grade", "grade %q is not known", s.Grade)
	}
	if _, ok := Stuff(s.Wood, grade, Dry, 1, 1); !ok {
		p.Add("wood", "wood %q is not known", s.Wood)
	}
	p.Between("width_mm", s.Width, 10, 1500)
	p.Between("thickness_mm", s.Thickness, 3, 150)
	p.CountBetween("e_mpa", s.E, 200, 40000)
	p.CountBetween("spread", s.Spread, 0, 1)
	if s.Moisture != 0 {
		p.CountBetween("moisture_pct", s.Moisture, 3, 100)
	}
}
