// Package piece is what a shelf is made of: pieces that are cut from a wood or a panel,
// and things that are bought. It knows their sizes and what is cut into them, and no rules.
package piece

import (
	"math"
	"slices"

	"aguante/core/material"
	"aguante/core/quantity"
)

// Piece is one kind of physical piece, Count of them alike. A cut piece has a wood and
// its finished size: Length along its grain, Width across it, Thickness; mm. A bought one
// has no wood; of it Length is how long it is, 0 where that says nothing, and Type is a
// fastener's key.
type Piece struct {
	ID        string
	Name      string
	Count     int
	Length    float64
	Width     float64
	Thickness float64
	Wood      string
	Type      string
	Mass      float64 // kg, of what is bought and weighed
	D         float64 // of what is round: a dowel, a rod, a pipe
	Ends      [2]End  // at its left, lower or wall end, and the other
	Bevel     float64 // of its upper edge, degrees from level; 0 is square
	Features  []Feature
	From      Source
}

// End is how an end is cut: so many degrees off square, 0 is square.
type End struct{ Off float64 }

// Kind is what is cut into a piece.
type Kind string

// The kinds of feature.
const (
	Bore  Kind = "bore"
	Slot  Kind = "slot"
	Notch Kind = "notch"
	Lap   Kind = "lap"
	Mouth Kind = "mortise"
	Key   Kind = "keyhole"
)

// Face is the side of a piece that a feature goes into.
type Face string

// The faces: the wide one that shows, the one behind it, the edges and the ends.
const (
	Front Face = "front"
	Back  Face = "back"
	Lower Face = "lower edge"
	Upper Face = "upper edge"
	Ended Face = "end"
)

// Feature is what is cut into a face of a piece, in that piece's own coordinates: X along
// its length from its first end, Y across the face from its lower or back edge; of a bore
// its middle and diameter D, of the others their first corner, Long and Wide; Depth 0 goes
// right through; mm. Of names the bore's fastener by its key; its head is let in Recess deep,
// Head across. A keyhole's X and Y are where the shank ends up: its entry, D across, is Long
// along and Wide across from there, the slot between them Slim wide and its head behind a Lip.
// Far says that an end is the other one; Pilot that a bore is one for a thread.
type Feature struct {
	Kind   Kind    `json:"kind"`
	Face   Face    `json:"face"`
	X      float64 `json:"x_mm"`
	Y      float64 `json:"y_mm"`
	D      float64 `json:"d_mm,omitempty"`
	Long   float64 `json:"long_mm,omitempty"`
	Wide   float64 `json:"wide_mm,omitempty"`
	Depth  float64 `json:"depth_mm,omitempty"`
	Of     string  `json:"of,omitempty"`
	Head   float64 `json:"head_mm,omitempty"`
	Recess float64 `json:"recess_mm,omitempty"`
	Slim   float64 `json:"slot_mm,omitempty"`
	Lip    float64 `json:"lip_mm,omitempty"`
	Far    bool    `json:"far,omitempty"`
	Pilot  bool    `json:"pilot,omitempty"`
}

// Source is what a piece is made from: Of names other pieces of the same shelf by their
// ids, none where it is cut from stock. Glued says that these are glued up and then trimmed.
type Source struct {
	Of    []string
	Glued bool
}

// Bought tells whether it is of no wood: a thing from a shop.
func (p *Piece) Bought() bool { return p.Wood == "" }

// Rod tells whether it is a length of rod or pipe, which is cut to it.
func (p *Piece) Rod() bool { return p.Bought() && p.D > 0 }

// Called is its name, with its wood.
func (p *Piece) Called() string {
	if p.Bought() {
		return p.Name
	}
	return p.Name + " of " + p.stuff().Name()
}

func (p *Piece) stuff() material.Board {
	b, _ := material.Stuff(p.Wood, material.Grade{}, material.Dry, p.Width, p.Thickness)
	return b
}

// Weight is that of one of them, N, by its finished size as if nothing were cut into it,
// or as it was weighed.
func (p *Piece) Weight() float64 {
	if p.Bought() {
		return p.Mass * quantity.Gravity
	}
	return p.stuff().Density() * 1e-9 * p.Length * p.Width * p.Thickness * quantity.Gravity
}

// Gather puts like ones together that are bought, in the order in which they come.
func Gather(all []Piece) []Piece {
	var out []Piece
	for _, p := range all {
		i := slices.IndexFunc(out, func(o Piece) bool {
			return o.Name == p.Name && o.Wood == p.Wood && o.Type == p.Type && o.Length == p.Length && o.Width == p.Width &&
				o.Thickness == p.Thickness
		})
		switch {
		case p.Count == 0:
		case i >= 0:
			out[i].Count += p.Count
		default:
			out = append(out, p)
		}
	}
	return out
}

// Outside names the features of a piece that are not within it, each by what it is.
func (p *Piece) Outside() []Feature {
	var out []Feature
	for _, f := range p.Features {
		along, across := p.Length, p.Width
		switch f.Face {
		case Lower, Upper:
			across = p.Thickness
		case Ended:
			along, across = p.Width, p.Thickness
		}
		r := f.D / 2
		if f.Kind == Key {
			if min(f.X, f.X+f.Long)-r < -0.01 || max(f.X, f.X+f.Long)+r > along+0.01 || min(f.Y, f.Y+f.Wide)-r < -0.01 || max(f.Y, f.Y+f.Wide)+r > across+0.01 {
				out = append(out, f)
			}
			continue
		}
		if f.X-r < -0.01 || f.X+r+f.Long > along+0.01 || f.Y-r < -0.01 || f.Y+r+f.Wide > across+0.01 {
			out = append(out, f)
		}
	}
	return out
}

// Box is what a feature takes out of a piece at most, from and to along its length, its width and its thickness, mm.
func (f *Feature) Box(p *Piece) (lo, hi [3]float64) {
	size := [3]float64{p.Length, p.Width, p.Thickness}
	u, v, w, high := 0, 1, 2, f.Face == Front
	switch f.Face {
	case Lower, Upper:
		v, w, high = 2, 1, f.Face == Upper
	case Ended:
		u, v, w, high = 1, 2, 0, f.Far
	}
	r := f.D / 2
	lo[u], hi[u] = min(f.X, f.X+f.Long)-r, max(f.X, f.X+f.Long)+r
	lo[v], hi[v] = min(f.Y, f.Y+f.Wide)-r, max(f.Y, f.Y+f.Wide)+r
	switch deep := f.Depth; {
	case deep == 0:
		lo[w], hi[w] = 0, size[w]
	case high:
		lo[w], hi[w] = size[w]-deep, size[w]
	default:
		hi[w] = deep
	}
	return lo, hi
}

// Round leaves no more of its figures than is real, so that what is alike is the same.
func (f *Feature) Round() {
	for _, v := range []*float64{&f.X, &f.Y, &f.D, &f.Long, &f.Wide, &f.Depth, &f.Head, &f.Recess, &f.Slim, &f.Lip} {
		*v = math.Round(*v*1e4) / 1e4
	}
}
