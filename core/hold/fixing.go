package hold

import (
	"math"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/wall"
)

// Fixing is a fastener by its catalogue key and length, and for an anchor what
// its packet says it holds. Head is its head or washer as measured, 0 for the
// usual one; Recess is how deep it is sunk into a wooden piece; Angle is how far
// from square it is driven, degrees.
type Fixing struct {
	Type      string          `json:"type"`
	Length    quantity.Length `json:"length_mm" range:"8 400"`
	Rating    *Rating         `json:"rating,omitempty"`
	Head      quantity.Length `json:"head_mm,omitempty" range:"0|3 60"`
	Recess    quantity.Length `json:"recess_mm,omitempty" range:"0 100"`
	Angle     float64         `json:"angle_deg,omitempty" range:"-45 45"`
	Own       *Measured       `json:"own,omitempty"`         // as one has measured it
	Undrilled bool            `json:"undrilled,omitempty"`   // driven without a pilot hole
	Soft      bool            `json:"soft,omitempty"`        // of metric ones, not hardened
	Behind    bool            `json:"from_behind,omitempty"` // driven from the wall's side, before it hangs
}

// Rating is what a maker says of an anchor, and what the maker means by it.
type Rating struct {
	Pull  quantity.Mass `json:"pull_kg" label:"pull, each" range:"0.5 5000"`
	Shear quantity.Mass `json:"shear_kg" label:"across, each" range:"0.5 5000"`
	Means Means         `json:"means" label:"it is"`
}

// Means is what a rating is.
type Means string

// What a rating may be.
const (
	WorkingLoad Means = "working"
	Ultimate    Means = "ultimate"
	Unstated    Means = "unstated"
)

// Choices lists what a rating may be.
func (Means) Choices() []field.Choice {
	return field.Choose("working", "a working load", "ultimate", "its ultimate load", "unstated", "not said")
}

// Screw finds a fixing in the catalogue.
func (f Fixing) Screw() fastener.Screw {
	t, _ := fastener.TypeOf(f.Type)
	t = f.Own.over(t)
	if f.Soft {
		t.Yield = 0
	}
	return fastener.Screw{Type: t, Length: float64(f.Length)}
}

// StockLength is the shortest length that a type is sold in of at least so much, mm;
// where that is over the most, the longest under it.
func StockLength(key string, least, most float64) quantity.Length {
	t, _ := fastener.TypeOf(key)
	under := 0.0
	for _, l := range (fastener.Screw{Type: t}).Stock() {
		if l >= least-1e-9 && l <= most {
			return quantity.Length(l)
		}
		if l <= most {
			under = l
		}
	}
	return quantity.Length(max(under, 8))
}

// Noun is what a person calls it.
func (f Fixing) Noun() string {
	switch f.Screw().Kind {
	case fastener.Anchor:
		return "anchor"
	case fastener.Bolt:
		return "bolt"
	}
	return "screw"
}

// one is one that is called so: "a screw", "an anchor".
func one(noun string) string {
	if noun == "anchor" {
		return "an " + noun
	}
	return "a " + noun
}

// HeadAcross is the diameter of its head, or of the washer under it: 2.5 D where
// nobody has said (Rule), mm.
func (f Fixing) HeadAcross() float64 {
	s := f.Screw()
	switch {
	case f.Head > 0:
		return float64(f.Head)
	case s.Head > 0:
		return s.Head
	}
	return 2.5 * s.D
}

// slant is by how much an angled fastener's way through things is longer.
func (f Fixing) slant() float64 { return 1 / math.Cos(f.Angle*math.Pi/180) }

// Validate names every problem of a fixing.
func (f *Fixing) Validate(p *problem.List) {
	t, ok := fastener.TypeOf(f.Type)
	if !ok {
		p.Add("type", "fastener %q is not in the catalogue", f.Type)
	}
	field.Check(p, f)
	if r := f.Rating; r != nil {
		if ok && t.Kind != fastener.Anchor {
			p.Add("rating", "only an anchor has a rating: what a %s holds is worked out", t.Name)
		}
	}
}

// usualGypsum is the lining that the low figures for unrated anchors are for, mm,
// with 0.2 mm for a metric board.
const usualGypsum = 12.5

// unknown says why nothing is known of an unrated anchor here, or "".
func (f Fixing) unknown(w *wall.Wall) string {
	t := f.Screw()
	switch {
	case t.Kind == fastener.Drywall:
		return "is hardened for boarding walls and snaps under load: use a wood screw"
	case t.Kind == fastener.Bolt:
		return "needs its nut behind the wall: use a lag or an anchor"
	case f.Rating != nil || t.Kind != fastener.Anchor:
		return ""
	case t.Fits == fastener.InLining && w.Lining.Kind != wall.Gypsum:
		return "has no known figure in this lining: give its rating"
	case t.Fits == fastener.InLining && w.Lining.Gap() < usualGypsum:
		return "has no known figure in a lining this thin: give its rating"
	case t.Fits == fastener.InMasonry && w.Kind == wall.Block:
		return "has no known figure in hollow block: give its rating"
	}
	return ""
}

// NoMean says why no expected break is known of a fixing, or "".
func (f Fixing) NoMean() string {
	if f.Noun() != "anchor" || f.Rating != nil && f.Rating.Means == Ultimate {
		return ""
	}
	return "the anchor's ultimate load is not known"
}

// Bearing is the pressure, MPa, that the wall takes under a heel: a lining's; on
// bare masonry the piece's own across its grain, a steel one held to what a lining
// takes; on bare studs, or a board, the softer of it and the piece.
func (s *Site) Bearing(holes []Drilled) float64 {
	if s.Onto == nil && s.Wall.Lining.Kind != wall.Bare {
		return wall.LiningBearing
	}
	least := math.Inf(1)
	if s.Onto != nil {
		least = s.Onto.bears()
	}
	for i := range holes {
		if w := holes[i].Through.Wood; w != nil {
			least = min(least, w.Bearing(nil, material.Basis{CD: 1}))
		}
		if s.Onto == nil && !s.Wall.Solid() && s.Wall.Kind != wall.SteelStuds && holes[i].Hit.Behind() != nil {
			least = min(least, holes[i].stud().Perp)
		}
	}
	if math.IsInf(least, 1) {
		return wall.LiningBearing
	}
	return least
}
