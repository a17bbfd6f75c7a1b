// Package scan makes stud marks of what a stud scanner says while it is swept
// along a wall: edges found on passing, in one direction and in the other, and
// what they add up to.
package scan

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"aguante/core/field"
	"aguante/core/quantity"
	"aguante/core/say"
)

// Reading is one line of a scanner: at a time, s, and a place along the wall,
// how much is behind the lining. Level is 0 where it was calibrated, over plain
// lining, and 1 over a stud. Lost says that it has no calibration.
type Reading struct {
	At    float64         `json:"at_s"`
	X     quantity.Length `json:"x_mm"`
	Level float64         `json:"level"`
	Metal bool            `json:"metal,omitempty"`
	Lost  bool            `json:"lost,omitempty"`
}

// Kind is what a mark may be.
type Kind string

// The kinds of mark.
const (
	Stud  Kind = "stud"
	Pipe  Kind = "pipe"  // too narrow, or metal: not a stud
	Broad Kind = "broad" // too wide for one stud
)

// Choices lists what a mark may be.
func (Kind) Choices() []field.Choice {
	return field.Choose("stud", "stud", "pipe", "pipe or metal", "broad", "too broad for one stud")
}

// Mark is something that the scanner passed. Both tells whether it was passed
// in both directions, which takes the scanner's trailing out of its place.
type Mark struct {
	X     quantity.Length `json:"x_mm"`
	Width quantity.Length `json:"width_mm"`
	Doubt quantity.Length `json:"doubt_mm"`
	Kind  Kind            `json:"kind"`
	Why   string          `json:"why,omitempty"`
	Both  bool            `json:"both"`
}

// How readings are judged (Rule: from the widths that studs are sold in, and
// from how much scanners trail).
const (
	half     = 0.5  // level at a stud's edge
	turned   = 8.0  // mm of the other way that make a new pass
	together = 30.0 // mm between centres that are one thing
	narrow   = 30.0 // mm: less is no stud
	broad    = 60.0 // mm: more is no single stud
	surely   = 3.0  // mm of doubt after both directions
	once     = 10.0 // mm of doubt after one
)

// crossing is one thing passed once.
type crossing struct {
	left, right float64
	way         float64 // +1 to the right
	metal       bool
}

func (c crossing) centre() float64 { return (c.left + c.right) / 2 }

// Marks returns what the readings, in the order of time, add up to, from left
// to right.
func Marks(readings []Reading) []Mark {
	var all []crossing
	for _, pass := range passes(readings) {
		all = append(all, cross(pass)...)
	}
	slices.SortStableFunc(all, func(a, b crossing) int { return cmp.Compare(a.centre(), b.centre()) })
	out := []Mark{}
	for len(all) > 0 {
		n := 1
		for n < len(all) && all[n].centre()-all[n-1].centre() < together {
			n++
		}
		out = append(out, mark(all[:n]))
		all = all[n:]
	}
	return out
}

// passes cuts readings where the scanner turns round or loses its calibration.
func passes(readings []Reading) [][]Reading {
	var out [][]Reading
	start, far := 0, 0
	way := 0.0
	cut := func(end int) {
		if end-start > 2 {
			out = append(out, readings[start:end])
		}
		start, far, way = end, end, 0
	}
	for i, r := range readings {
		if r.Lost {
			cut(i)
			start, far = i+1, i+1
			continue
		}
		if i == start {
			continue
		}
		step := float64(r.X - readings[far].X)
		switch {
		case way == 0 && math.Abs(step) > turned:
			way, far = math.Copysign(1, step), i
		case way*step > 0:
			far = i
		case way != 0 && way*step < -turned:
			turn := far
			cut(turn + 1)
			start, far, way = turn, i, math.Copysign(1, step)
		}
	}
	cut(len(readings))
	return out
}

// cross finds what one pass goes in and out of, its level smoothed by the
// median of three.
func cross(pass []Reading) []crossing {
	level := func(i int) float64 {
		if i == 0 || i == len(pass)-1 {
			return pass[i].Level
		}
		a, b, c := pass[i-1].Level, pass[i].Level, pass[i+1].Level
		return max(min(a, b), min(max(a, b), c))
	}
	way := math.Copysign(1, float64(pass[len(pass)-1].X-pass[0].X))
	var out []crossing
	in, metal, n := math.NaN(), 0, 0
	for i := 1; i < len(pass); i++ {
		a, b := level(i-1), level(i)
		if b >= half {
			n++
			if pass[i].Metal {
				metal++
			}
		}
		if (a < half) == (b < half) {
			continue
		}
		x := float64(pass[i-1].X) + float64(pass[i].X-pass[i-1].X)*(half-a)/(b-a)
		if b >= half {
			in, metal, n = x, 0, 0
			continue
		}
		if !math.IsNaN(in) { // a pass that begins over something does not say where it begins
			out = append(out, crossing{min(in, x), max(in, x), way, metal*2 > n && n > 0})
		}
		in = math.NaN()
	}
	return out
}

// mark joins the passes over one thing: the mean of each direction, then the
// mean of the two, because a scanner trails behind in the way that it moves.
func mark(group []crossing) Mark {
	var left, right [2]float64
	var n [2]int
	lo, hi := [2]float64{math.Inf(1), math.Inf(1)}, [2]float64{math.Inf(-1), math.Inf(-1)}
	metal := 0
	for _, c := range group {
		k := 0
		if c.way < 0 {
			k = 1
		}
		n[k]++
		left[k], right[k] = left[k]+c.left, right[k]+c.right
		lo[k], hi[k] = min(lo[k], c.centre()), max(hi[k], c.centre())
		if c.metal {
			metal++
		}
	}
	var l, r, spread float64
	ways := 0.0
	for k := range 2 {
		if n[k] > 0 {
			ways++
			l, r = l+left[k]/float64(n[k]), r+right[k]/float64(n[k])
			spread = max(spread, (hi[k]-lo[k])/2)
		}
	}
	l, r = l/ways, r/ways
	m := Mark{X: quantity.Length((l + r) / 2), Width: quantity.Length(r - l), Kind: Stud, Both: ways == 2, Doubt: once}
	if m.Both {
		m.Doubt = quantity.Length(max(surely, math.Ceil(spread)))
	}
	switch {
	case metal*2 > len(group):
		m.Kind, m.Why = Pipe, "metal all across: a pipe or a cable's conduit"
	case r-l < narrow:
		m.Kind, m.Why = Pipe, fmt.Sprintf("%s wide: too narrow for a stud", say.Place(r-l))
	case r-l > broad:
		m.Kind, m.Why = Broad, fmt.Sprintf("%s wide: two studs, or something else", say.Place(r-l))
	}
	return m
}
