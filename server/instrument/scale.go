// Package instrument holds the simulated stand-ins for what a person measures
// with. A stand-in is a pure function of what was done to it and of the time,
// so that the same doings always read the same.
package instrument

import (
	"errors"
	"fmt"
	"math"
	"math/rand/v2"

	"aguante/core/say"
)

// Deed is something done to the scale, At seconds after it was switched on:
// Put says what lies on it from then on, kg; Tare makes what it reads zero.
type Deed struct {
	At   float64 `json:"at_s"`
	Put  float64 `json:"put_kg"`
	Tare bool    `json:"tare"`
}

// Reading is what a scale shows: a mass to its own step, whether it has come to
// rest, and what is wrong, if anything is.
type Reading struct {
	Kg     float64 `json:"kg"`
	Stable bool    `json:"stable"`
	Fault  string  `json:"fault,omitempty"` // "overload" or "no reading"
}

// Scale is anything that weighs.
type Scale interface {
	// Read returns what it shows at a time, seconds after it was switched on.
	Read(at float64) Reading
}

// The stand-in's manners.
const (
	ScaleCapacity = 40.0  // kg
	ScaleStep     = 0.02  // kg
	scaleSettles  = 0.45  // s, to come within 1/e of the load
	scaleNoise    = 0.004 // kg
	scaleDrift    = 0.002 // kg a minute
	scaleDrops    = 0.04  // part of the readings that do not come through
)

// Simulated is the weighing scale that ships with the app.
type Simulated struct {
	seed  uint64
	deeds []Deed
}

// ErrDeed: what was done to an instrument makes no sense.
var ErrDeed = errors.New("that cannot be done to the scale")

// errTime: a time is none that an instrument has been on for.
var errTime = errors.New("no such time")

// At refuses a time, seconds after an instrument was switched on, that is none.
func At(at float64) error {
	if !(at >= 0 && at <= 1e6) {
		return fmt.Errorf("%w: %g s: give 0 to 1000000", errTime, at)
	}
	return nil
}

// NewScale returns the stand-in after some deeds, in the order of time.
func NewScale(seed uint64, deeds []Deed) (*Simulated, error) {
	last := 0.0
	for i, d := range deeds {
		if !(d.At >= last) || At(d.At) != nil {
			return nil, fmt.Errorf("%w: deed %d at %g s is not after the one before it", ErrDeed, i+1, d.At)
		}
		if !(d.Put >= 0) || d.Put > 1000 {
			return nil, fmt.Errorf("%w: %s is not possible: give 0 to %s", ErrDeed, say.Mass(d.Put), say.Mass(1000))
		}
		last = d.At
	}
	if len(deeds) > 500 {
		return nil, fmt.Errorf("%w: %d deeds are too many", ErrDeed, len(deeds))
	}
	return &Simulated{seed, deeds}, nil
}

// pan is what presses on the pan at a time, as far as it has settled, with the
// drift since it was switched on.
func (s *Simulated) pan(at float64) (settled, lies float64) {
	since := 0.0
	for _, d := range s.deeds {
		if d.At > at {
			break
		}
		settled = lies + (settled-lies)*math.Exp(-(d.At-since)/scaleSettles)
		if !d.Tare {
			lies = d.Put
		}
		since = d.At
	}
	settled = lies + (settled-lies)*math.Exp(-(at-since)/scaleSettles)
	return settled + scaleDrift*at/60, lies
}

// Read implements Scale.
func (s *Simulated) Read(at float64) Reading {
	zero := 0.0
	for _, d := range s.deeds {
		if d.Tare && d.At <= at {
			zero, _ = s.pan(d.At)
		}
	}
	now, lies := s.pan(at)
	rng := rand.New(rand.NewPCG(s.seed, math.Float64bits(at)))
	if rng.Float64() < scaleDrops {
		return Reading{Fault: "no reading"}
	}
	if lies > ScaleCapacity {
		return Reading{Fault: "overload"}
	}
	before, _ := s.pan(max(0, at-0.3))
	shown := now - zero + rng.NormFloat64()*scaleNoise
	return Reading{Kg: math.Round(shown/ScaleStep) * ScaleStep, Stable: math.Abs(now-before) < ScaleStep/2 && at > 0.3}
}
