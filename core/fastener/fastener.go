// Package fastener knows what one screw carries: pulled out of the wood, pushed
// across it, drawn through the piece it holds, and all at once.
package fastener

import (
	_ "embed" // the table
	"fmt"
	"math"
	"sync"

	"aguante/core/field"
	"aguante/core/say"
	"aguante/core/table"
)

//go:embed fasteners.csv
var fastenersCSV string

const (
	inch = 25.4
	psi  = 0.006894757293 // MPa
	// perInch turns pounds per inch into N/mm.
	perInch = 4.4482216152605 / inch
	pound   = 4.4482216152605
)

// Kind is a family of fasteners that share their rules.
type Kind string

// The kinds of fastener.
const (
	WoodScrew Kind = "wood-screw"
	Lag       Kind = "lag" // also called coach screw
	Anchor    Kind = "anchor"
	Drywall   Kind = "drywall" // brittle: nothing may be hung on it
	Bolt      Kind = "bolt"    // with a nut: a lag without thread
)

// Choices lists the kinds of fastener.
func (Kind) Choices() []field.Choice {
	return field.Choose("wood-screw", "wood screw", "lag", "lag", "anchor", "anchor", "drywall", "drywall screw", "bolt", "bolt")
}

// Fit is what an anchor is made for.
type Fit string

// What anchors are made for.
const (
	InLining  Fit = "lining"
	InMasonry Fit = "masonry"
)

// Choices lists what anchors are made for.
func (Fit) Choices() []field.Choice {
	return field.Choose("lining", "in the lining", "masonry", "in masonry")
}

// Type is a fastener of one diameter, as the tables have it; mm. Head is 0
// where the head is hexagonal and bears on a washer. Tip is the length of the
// tapered point that is not counted, lags only; Yield the bending yield strength
// of hardened ones, MPa, 0 where the diameter says it. Anchors have the place they are
// made for and a pull and a shear, N, to work with where nothing is known of
// them: in 12.7 mm gypsum, or in solid masonry.
type Type struct {
	Key    string  `json:"key"`
	Name   string  `json:"name"`
	Kind   Kind    `json:"kind"`
	Unit   string  `json:"unit"`
	D      float64 `json:"d_mm"`
	Root   float64 `json:"root_mm"`
	Head   float64 `json:"head_mm"`
	Tip    float64 `json:"tip_mm"`
	Yield  float64 `json:"yield_mpa,omitempty"`
	Fits   Fit     `json:"fits,omitempty"`
	Pull   float64 `json:"pull_n,omitempty"`
	Shear  float64 `json:"shear_n,omitempty"`
	Source string  `json:"source"`
}

// Types returns every fastener of the table.
func Types() []Type { return types() }

// TypeOf finds a fastener by key.
func TypeOf(key string) (Type, bool) {
	return table.At(typesByKey(), key)
}

var typesByKey = sync.OnceValue(func() map[string]*Type { return table.Index(Types(), func(t *Type) string { return t.Key }) })

var types = sync.OnceValue(func() []Type {
	var out []Type
	for _, r := range table.Rows(fastenersCSV) {
		by := 1.0
		if r.Text("unit") == "in" {
			by = inch
		}
		out = append(out, Type{
			Key: r.Text("key"), Name: r.Text("name"), Kind: Kind(r.Text("kind")), Unit: r.Text("unit"),
			D: r.Number("d") * by, Root: r.Number("root") * by, Head: r.Number("head") * by, Tip: r.Number("tip") * by,
			Yield: r.Number("yield_mpa"), Fits: Fit(r.Text("fits")), Pull: r.Number("pull_n"), Shear: r.Number("shear_n"), Source: r.Text("source"),
		})
	}
	return out
})

// Screw is a fastener of a type, cut to a length in mm.
type Screw struct {
	Type
	Length float64
}

// Thread returns the threaded length, mm: 2/3 of an inch wood screw, 60 % of a
// metric screw, L/2 + 1/2 in of a lag up to 6 in (NDS App. L).
func (s Screw) Thread() float64 {
	switch {
	case s.Kind == Bolt:
		return 0
	case s.Unit == "mm":
		return 0.6 * s.Length
	case s.Kind == Lag && s.Length <= inch:
		return max(0, s.Length-inch/4)
	case s.Kind == Lag:
		return min(s.Length/2+inch/2, 6*inch, s.Length)
	}
	return s.Length * 2 / 3
}

// Grip is what a screw finds in the member it is driven into, mm. Part is how much
// of what it holds there counts, Looser by how much more a lining between is
// reckoned, as the screw is shorter than codes ask.
type Grip struct {
	In      float64 `json:"in_mm"`      // length in the member, tip included
	Bearing float64 `json:"bearing_mm"` // length that bears sideways
	Thread  float64 `json:"thread_mm"`  // thread in the member, tip of a lag not counted
	Least   float64 `json:"least_mm"`   // bearing that codes ask for
	Part    float64 `json:"part"`
	Looser  float64 `json:"looser_mm"`
	Holds   bool    `json:"holds"`
	Through bool    `json:"through"` // its point comes out of the back
}

// Grip returns what is left of the screw in a member depth mm deep behind a
// piece and a gap. Codes ask for 6 D in the member, tip included, or for a lag
// 4 D, tip not (NDS 12.1.4, 12.1.5). A shorter one holds in proportion down to
// 2 D and from there falls to nothing at 1 D; a lining in front of it is reckoned
// up to 2 mm thicker, all of them 1 D under what codes ask (Rule).
func (s Screw) Grip(piece, gap, depth float64) Grip {
	reach := max(0, s.Length-piece-gap)
	g := Grip{In: min(reach, depth), Least: 6 * s.D, Through: reach > depth}
	tip := s.Tip
	if g.Through {
		tip = max(0, s.Tip-(reach-depth))
	}
	g.Bearing = max(0, g.In-tip)
	g.Thread = max(0, min(s.Thread()-(reach-g.In), g.In)-tip)
	if s.Kind == Lag {
		g.Least = 4 * s.D
	}
	g.Part = min(1, g.Bearing/g.Least)
	if two := 2 * s.D; g.Bearing < two {
		g.Part = two / g.Least * max(0, g.Bearing/s.D-1)
	}
	g.Looser = 2 * min(1, max(0, (g.Least-g.Bearing)/s.D))
	g.Holds = g.Part > 1e-6
	return g
}

// Short says of a grip what codes ask and what there is; "" where that is enough.
func (g Grip) Short() string {
	if g.Part > 0.995 { // by no more than is said
		return ""
	}
	return fmt.Sprintf("codes ask for %s of it, it has %s: %.0f %% counted", say.Place(g.Least), say.Place(g.Bearing), 100*g.Part)
}

// thick fasteners have distances of their own.
func (s Screw) thick() bool { return s.Kind == Lag || s.Kind == Bolt }

// EdgeDistance is how far inside a member's edge the axis should be, mm: 2.5 D
// for screws, 1.5 D for lags, 4 D towards an edge that they press on (NDS 12.5,
// C12.1.5.7).
func (s Screw) EdgeDistance(pressed bool) float64 {
	switch {
	case s.thick() && pressed:
		return 4 * s.D
	case s.thick():
		return 1.5 * s.D
	}
	return 2.5 * s.D
}

// EndDistance is how far from the end of a piece the axis should be, mm: 10 D for
// screws towards the end that they press on, 5 D elsewhere, half as far again where
// nothing is drilled before; 7 D for lags (NDS table 12.5.1B, C12.1.5.7).
func (s Screw) EndDistance(pressed, undrilled bool) float64 {
	d := 5 * s.D
	if pressed {
		d *= 2
	}
	switch {
	case s.thick():
		return 7 * s.D
	case undrilled:
		return 1.5 * d
	}
	return d
}

// Along is how far apart fasteners should be along the grain, mm.
func (s Screw) Along(undrilled bool) float64 {
	switch {
	case s.thick():
		return 4 * s.D
	case undrilled:
		return 15 * s.D
	}
	return 10 * s.D
}

// Across is how far apart fasteners should be across the grain, mm.
func (s Screw) Across() float64 {
	if s.thick() {
		return 4 * s.D
	}
	return 5 * s.D
}

// Stock returns the lengths that a fastener is sold in, mm, shortest first.
func (s Screw) Stock() []float64 {
	if s.Unit == "in" {
		return inchStock[:]
	}
	return metricStock[:]
}

var (
	inchStock = [...]float64{0.625 * inch, 0.75 * inch, 1 * inch, 1.25 * inch, 1.5 * inch, 1.75 * inch, 2 * inch, 2.25 * inch, 2.5 * inch, 2.75 * inch, 3 * inch,
		3.5 * inch, 4 * inch, 4.5 * inch, 5 * inch, 6 * inch, 8 * inch}
	metricStock = [...]float64{16, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 120, 140, 160, 180, 200}
)

// Bits are the drills for a screw, mm.
type Bits struct {
	Pilot     float64 `json:"pilot_mm"`     // in the wood that the thread bites
	Clearance float64 `json:"clearance_mm"` // in a wooden piece being fixed
}

// Bits returns the nearest bits in 1/64 in or 0.5 mm for wood of specific
// gravity g (NDS 12.1.4, 12.1.5).
func (s Screw) Bits(g float64) Bits {
	step := 0.5
	if s.Unit == "in" {
		step = inch / 64
	}
	ideal := 0.7 * s.Root
	if g > 0.6 {
		ideal = 0.9 * s.Root
	}
	if s.Kind == Bolt {
		ideal = s.D
	}
	if s.Kind == Lag {
		lo, hi := 0.40, 0.70
		if g > 0.6 {
			lo, hi = 0.65, 0.85
		} else if g > 0.5 {
			lo, hi = 0.60, 0.75
		}
		ideal = s.D * (lo + hi) / 2
	}
	return Bits{Pilot: math.Round(ideal/step) * step, Clearance: math.Ceil(s.D/step-0.05) * step}
}
