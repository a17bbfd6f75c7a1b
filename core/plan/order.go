package plan

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/cutting"
	"aguante/core/say"
)

// Cut is one cut through a blank, from edge to edge of the part that it parts. At is where it runs: along the blank
// so far from its lower edge, or across it so far from its left end; From and To how far it goes. Size is what is
// between fence or stop and blade. Frees are the pieces that are cut out by it.
type Cut struct {
	N     int      `json:"n"`
	Blank string   `json:"blank"`
	Kind  CutKind  `json:"kind"`
	Along bool     `json:"along"`
	At    float64  `json:"at_mm"`
	From  float64  `json:"from_mm"`
	To    float64  `json:"to_mm"`
	Size  float64  `json:"size_mm"`
	Tilt  float64  `json:"tilt_deg,omitempty"`
	Frees []string `json:"frees"`
	There bool     `json:"there,omitempty"` // made where it is bought: the part is too large to be carried
}

// CutKind is what a cut is for.
type CutKind string

// The kinds: squares a rough end, clears a bad place, crosscuts, rips, and rips at an angle.
const (
	Squares  CutKind = "square"
	Clears   CutKind = "clear"
	Crosses  CutKind = "crosscut"
	RipsIt   CutKind = "rip"
	BevelRip CutKind = "bevel-rip"
	StripRip CutKind = "strip-rip" // of a strip off its own shelf, which is bored first
)

// Setting is a run of cuts with one setting of fence, stop and blade, and what is said of it.
type Setting struct {
	Cuts []int  `json:"cuts"`
	Says string `json:"says"`
}

// cut is a cut that is to be put in order: after which other one on its blank, by its place there, -1 for none, and
// how deep in its parts.
type cut struct {
	Cut
	after, level int
}

// finish writes what lies on a blank, what is left, and its cuts.
func (b *Blank) finish(g *group) {
	b.Places, b.Left = []Place{}, []Place{}
	slices.SortStableFunc(b.roots, func(x, y *cutting.Part) int { return cmp.Compare(x.X, y.X) })
	for _, root := range b.roots {
		begin := -1
		if root.X > 1e-6 && b.From != FromSheet {
			kind := Clears
			if root.X <= b.Squaring+1e-6 {
				kind = Squares
			}
			begin = b.add(cut{Cut: Cut{Kind: kind, At: root.X, To: b.Width}, after: -1})
		}
		b.walk(g, root, begin, 1)
	}
}

func (b *Blank) add(c cut) int {
	c.Blank = b.ID
	if c.Frees == nil {
		c.Frees = []string{}
	}
	b.cuts = append(b.cuts, c)
	return len(b.cuts) - 1
}

// walk writes a part's pieces and cuts, which come after another.
func (b *Blank) walk(g *group, p *cutting.Part, after, level int) {
	switch {
	case len(p.Parts) > 0:
		c := Cut{Kind: Crosses, Size: p.At, At: p.X + p.At, From: p.Y, To: p.Y + p.Width}
		if p.Along {
			c = Cut{Kind: RipsIt, Along: true, Size: p.At, At: p.Y + p.At, From: p.X, To: p.X + p.Length}
		}
		c.There = b.From == FromSheet && !b.Own && g.tooLarge(p.Length, p.Width)
		at := b.add(cut{Cut: c, after: after, level: level})
		for k := range p.Parts {
			next := level + 1
			if k == 1 && len(p.Parts[1].Parts) > 0 && p.Parts[1].Along == p.Along {
				next = level // the rest of a run of cuts the same way
			}
			b.walk(g, &p.Parts[k], at, next)
		}
	case p.Panel != "":
		b.piece(g, p, after, level)
	case min(p.Length, p.Width) > 1:
		b.Left = append(b.Left, Place{X: p.X, Y: p.Y, Length: p.Length, Width: p.Width})
	}
}

// piece writes the piece on a part, or the two that a bevelled rip parts.
func (b *Blank) piece(g *group, p *cutting.Part, after, level int) {
	j, l := g.jobOf(p.Panel)
	if j.first == 0 {
		b.Places = append(b.Places, Place{Piece: l.id, Called: l.called, X: p.X, Y: p.Y, Length: p.Length, Width: p.Width, Turned: p.Turned})
		if after >= 0 {
			b.cuts[after].Frees = append(b.cuts[after].Frees, l.called)
		}
		return
	}
	c := Cut{Kind: BevelRip, Along: !p.Turned, Size: j.first, Tilt: j.tilt, At: p.Y + j.first, From: p.X, To: p.X + p.Length}
	if j.tilt == 0 {
		c.Kind = StripRip
	}
	if p.Turned {
		c.At, c.From, c.To = p.X+j.first, p.Y, p.Y+p.Width
	}
	for _, l := range j.lies {
		at := Place{Piece: l.id, Called: l.called, X: p.X + l.x, Y: p.Y + l.y, Length: l.length, Width: l.width}
		if p.Turned {
			at = Place{Piece: l.id, Called: l.called, X: p.X + l.y, Y: p.Y + l.x, Length: l.width, Width: l.length, Turned: true}
		}
		b.Places = append(b.Places, at)
		c.Frees = append(c.Frees, l.called)
	}
	b.add(cut{Cut: c, after: after, level: level})
}

// jobOf is the job that a piece is in, and how it lies there.
func (g *group) jobOf(id string) (*job, lying) {
	for i := range g.laid {
		for _, l := range g.laid[i].lies {
			if l.id == id {
				return &g.laid[i], l
			}
		}
	}
	return nil, lying{}
}

// sameSetting is within what two cuts are made with one setting, mm.
const sameSetting = 0.05

func (c *cut) sets(o *cut) bool {
	return c.Kind == o.Kind && c.There == o.There && math.Abs(c.Size-o.Size) < sameSetting && c.Tilt == o.Tilt
}

// order numbers the cuts of all blanks: each when all before it on its blank are made, those of one setting
// together as far as that goes, the coarse ones first, of these the longest.
func (c *Cutting) order() {
	var all []*cut
	ready := func(b *Blank, k *cut) bool { return k.after < 0 || b.cuts[k.after].N > 0 }
	var owners []*Blank
	for i := range c.Blanks {
		b := c.Blanks[i]
		for k := range b.cuts {
			all, owners = append(all, &b.cuts[k]), append(owners, b)
		}
	}
	c.Cuts, c.Settings = []Cut{}, []Setting{}
	for len(c.Cuts) < len(all) {
		var lead *cut
		for i, k := range all {
			if k.N == 0 && ready(owners[i], k) && (lead == nil || k.before(lead)) {
				lead = k
			}
		}
		set := Setting{Cuts: []int{}}
		var mine []*cut
		for again := true; again; {
			again = false
			for i, k := range all {
				if k.N == 0 && k.sets(lead) && ready(owners[i], k) {
					k.N = len(c.Cuts) + 1
					c.Cuts = append(c.Cuts, k.Cut)
					set.Cuts = append(set.Cuts, k.N)
					mine = append(mine, k)
					again = true
				}
			}
		}
		set.Says = said(mine)
		c.Settings = append(c.Settings, set)
	}
}

// before tells whether a cut is made before another where both can be.
func (c *cut) before(o *cut) bool {
	return cmp.Or(here(c)-here(o), cmp.Compare(c.level, o.level), cmp.Compare(o.Size, c.Size)) < 0
}

// here is 0 for what is cut where it is bought, which comes first.
func here(k *cut) int {
	if k.There {
		return 0
	}
	return 1
}

// tooLarge tells whether a part is larger than the person can carry, whichever way it is turned.
func (g *group) tooLarge(length, width float64) bool {
	l, w := float64(g.carry.Length), float64(g.carry.Width)
	if l == 0 || w == 0 {
		return false
	}
	return max(length, width) > max(l, w) || min(length, width) > min(l, w)
}

// said is what a run of cuts with one setting is called, in a workmate's words.
func said(run []*cut) string {
	first := run[0]
	var frees []string
	for _, k := range run {
		frees = append(frees, k.Frees...)
	}
	many := fmt.Sprintf("Cut all %d.", len(run))
	if len(run) == 1 {
		many = "One cut."
	}
	last := ""
	if len(run) > 1 && len(frees) > 0 {
		last = fmt.Sprintf(" Do not move it before %s is cut.", frees[len(frees)-1])
	}
	if first.There {
		return fmt.Sprintf("Have it cut where you buy it, %s from the edge. %s", say.Fine(first.Size), many)
	}
	switch first.Kind {
	case Squares:
		return "Square one end of each board."
	case Clears:
		return "Cut off what is bad, square."
	case RipsIt:
		return fmt.Sprintf("Fence at %s. %s%s", say.Fine(first.Size), many, last)
	case StripRip:
		return fmt.Sprintf("Bore through both first. Then fence at %s: the strip comes off its own shelf. %s", say.Fine(first.Size), many)
	case BevelRip:
		return fmt.Sprintf("Blade tilted %g°, fence at half the blank, %s, measured in the middle of its thickness. %s Each parts two: %s.",
			first.Tilt, say.Fine(first.Size), many, strings.Join(frees, ", "))
	}
	return fmt.Sprintf("Stop at %s. %s%s", say.Fine(first.Size), many, last)
}
