package support

import (
	"fmt"
	"math"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// Corners is what joins the pieces of a box: so many screws or dowels in each, through or out of
// one piece into the other, or glue alone. End tells that they stand in end grain. D is a dowel's
// diameter and Deep how far it goes into each piece, Made what it is of; mm.
type Corners struct {
	Kind  CornerKind      `json:"kind" label:"joined by"`
	Count int             `json:"count,omitempty" label:"in each joint" range:"1 24" only:"kind=screws,dowels"`
	End   bool            `json:"end_grain" label:"into" yes:"end grain|side grain, or a panel's edge"`
	Glued bool            `json:"glued" label:"glued" yes:"yes|no" only:"kind=screws,dowels"`
	Screw *hold.Fixing    `json:"screw,omitempty" label:"" only:"kind=screws"`
	D     quantity.Length `json:"d_mm,omitempty" label:"dowels, thick" range:"4 30" as:"fine" only:"kind=dowels"`
	Deep  quantity.Length `json:"deep_mm,omitempty" label:"deep in each" range:"5 100" only:"kind=dowels"`
	Made  *hold.Made      `json:"made,omitempty" label:"of" as:"wood" only:"kind=dowels"`
}

// CornerKind is how pieces of a box are joined.
type CornerKind string

// The ways.
const (
	ScrewedCorner  CornerKind = "screws"
	DowelledCorner CornerKind = "dowels"
	GluedCorner    CornerKind = "glue"
)

// Choices lists the ways.
func (CornerKind) Choices() []field.Choice {
	return field.Choose("screws", "screws", "dowels", "dowels", "glue", "glue alone")
}

// Validate names every problem of what joins a box.
func (c *Corners) Validate(p *problem.List) {
	field.Check(p, c)
	switch {
	case c.Kind == ScrewedCorner && c.Screw == nil:
		p.Add("screw", "its screws are missing")
	case c.Kind == ScrewedCorner && (c.Screw.Noun() == "anchor" || c.Screw.Screw().Kind == fastener.Bolt):
		p.Add("screw.type", "%q does not belong in a corner", c.Screw.Type)
	case c.Kind == DowelledCorner && c.Made == nil:
		p.Add("made", "say what the dowels are made of")
	}
}

// Of is what may give in a corner.
func (c *Corners) Of() hold.Of {
	switch c.Kind {
	case ScrewedCorner:
		return c.Screw.Of()
	case GluedCorner:
		return hold.OfGlue
	}
	return hold.OfWood
}

// noun is what holds it.
func (c *Corners) noun() string {
	if c.Kind == GluedCorner {
		return "glue"
	}
	return string(c.Kind)
}

// cornered is what one screw or dowel of a corner takes, N, and why it does not hold, or "".
type cornered struct {
	push, pull float64
	fails      string
}

// hinge turns the yield moment of a steel screw, Fyb d³ / 6, into that of a wooden dowel, MOR π d³ / 32
// (engineering basis 4.14 on TR12).
const hinge = math.Pi * 6 / 32

// takes is it for a corner through one piece, t mm thick, into another.
func (c *Corners) takes(sh *working.Sheet, set *hold.Site, side material.Board, t float64, main material.Board, on material.Basis) cornered {
	switch c.Kind {
	case ScrewedCorner:
		return c.screws(sh, side, t, main, on)
	case DowelledCorner:
		return c.dowels(sh, set, side, t, main, on)
	}
	if sh.On() {
		sh.Add("Rj", "what a butt joint of end grain takes", "0", 0, working.Force, "engineering basis: "+hold.NoGlue)
	}
	return cornered{fails: "opens: " + hold.NoGlue}
}

func (c *Corners) screws(sh *working.Sheet, side material.Board, t float64, main material.Board, on material.Basis) cornered {
	s, thick := c.Screw.Screw(), t-float64(c.Screw.Recess)
	g := s.Grip(thick, 0, 400)
	if !g.Holds || thick < 3 {
		return cornered{fails: fmt.Sprintf("open: they have %s of the %s that they need", say.Place(g.In), say.Place(g.Least))}
	}
	through := hold.Wooden("piece", side, thick, true)
	into, end := g.Into(&main, true), 1.0
	out := cornered{}
	if c.End {
		end = endGrain
	} else {
		out.pull = min(fastener.Withdrawal(sh, s, into, on), hold.HeadThrough(sh, *c.Screw, through, on), fastener.Steel(sh, s, on))
	}
	z, _ := fastener.Lateral(sh, s, through.Member, into, 0, on)
	out.push = z * end
	if sh.On() && c.End {
		sh.Add("Zend", "push across in end grain; no pull is trusted there", fmt.Sprintf("%g × Z", endGrain), out.push, working.Force, "NDS 12.5.2",
			working.In("Z", z, working.Force))
	}
	return out
}

// dowels shear as TR12 has it of a dowel whose bending moment is that of its wood, at most the dowel's
// own shear; a glued one is drawn out as 4.3 has it.
func (c *Corners) dowels(sh *working.Sheet, set *hold.Site, side material.Board, t float64, main material.Board, on material.Basis) cornered {
	d, deep := float64(c.D), float64(c.Deep)
	wood, mean := set.Piece(*c.Made, d, d), material.Basis{Mean: true, CD: 1}
	pin := fastener.Screw{Type: fastener.Type{Kind: fastener.WoodScrew, D: d, Root: d, Yield: hinge * wood.Bending(nil, mean)}, Length: 2 * deep}
	of := func(b *material.Board, l float64) fastener.Member {
		return fastener.Member{G: b.G(), Length: l, Across: true, Wood: b, Part: 1}
	}
	z, _ := fastener.Lateral(sh, pin, of(&side, min(deep, t)), of(&main, deep), 0, on)
	own := math.Pi / 4 * d * d * wood.Shear(sh, on)
	out := cornered{push: min(z, own)}
	if sh.On() {
		sh.Add("Zd", "push across that one dowel takes, at most its own shear", "min(Z, π × d² / 4 × Fv)", out.push, working.Force, "engineering basis 4.14",
			working.In("Z", z, working.Force), working.In("own", own, working.Force))
	}
	if c.Glued {
		out.pull = joint.Dowel(sh, d, deep, wood.Shear(nil, mean), main.Shear(nil, mean), c.End, on)
	}
	return out
}

// row is how far a row of them across a joint so deep is used, pushed across by v whose middle is z out
// from the joint's near edge, and pulled by t; N, mm.
func (c *Corners) row(sh *working.Sheet, one cornered, v, z, deep, t float64) hold.Use {
	if one.fails != "" {
		return hold.Use{Used: hold.Fails, How: one.fails}
	}
	at := hold.Row(c.Count, joint.Point{}, joint.Point{X: deep})
	m := v * (z - deep/2)
	worst := joint.Polar(sh, at, m, v)
	if math.IsInf(worst, 1) {
		worst = math.Abs(v) // one alone: it turns on it, and bears
	}
	pull := math.Abs(t) / float64(c.Count)
	if pull > 0 && one.pull == 0 {
		return hold.Use{Used: hold.Fails, How: "pull out: end grain is not trusted with a pull"}
	}
	u := worst / one.push
	how := "shear"
	if c.Kind == ScrewedCorner {
		how = "bend and crush the wood"
	}
	if pull > 0 {
		if pull/one.pull > u {
			how = "pull out"
		}
		u = fastener.Together(sh, worst, pull, one.push, one.pull)
	} else if sh.On() {
		sh.Add("used", "part of what one of them takes", "F / Z", u, working.Ratio, "", working.In("F", worst, working.Force),
			working.In("Z", one.push, working.Force))
	}
	return hold.Use{Used: u, How: how}
}

// fill puts in what a kind of corner needs and nobody has given yet, of pieces so thick.
func (c *Corners) fill(o *Outfit, thick quantity.Length) {
	give(&c.Kind, ScrewedCorner)
	switch c.Kind {
	case ScrewedCorner:
		give(&c.Count, 3)
		if c.Screw == nil {
			s := o.woodScrew(1.5, 40)
			s.Length = hold.StockLength(s.Type, 2.4*float64(thick), 100)
			c.Screw = &s
		}
	case DowelledCorner:
		give(&c.Count, 3)
		give(&c.D, quantity.Length(math.Max(4, math.Round(float64(thick)/2.4))))
		give(&c.Deep, max(5, by(thick, 1.3)))
		if c.Made == nil {
			of := beech()
			c.Made, c.Glued = &of, true
		}
	}
}
