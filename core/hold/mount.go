package hold

import (
	"fmt"
	"math"

	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// Mount is a stiff piece on the wall and its fasteners, in columns: those of one
// stud stand over one another and turn on the piece's lower edge by the heel rule.
// low and high are the edges that bear on the wall, above the board's underside.
type Mount struct {
	Set       *Site
	fix       Fixing
	name      string // what the piece is called
	Holes     []Drilled
	Columns   []StudColumn
	Hold      int
	Low, High float64
}

// StudColumn is the fasteners of one stud that count.
type StudColumn struct {
	X        float64
	Holes    []int
	Down, up Heel // turning on the lower edge, and on the upper one when pulled up
}

// Pulled is what one column carries: V down, M off the wall, and Turn in the
// wall's plane, which only a lone column is asked for.
type Pulled struct {
	V, M, Turn float64
	Case       Case
}

// sameColumn is how near one another fasteners stand in one column, mm.
const sameColumn = 25

// NewMount puts a piece up. alone makes one column of all; else each stud's
// fasteners are one, and press is the length of the piece that bears there.
func NewMount(s *Site, name string, fix Fixing, holes []Drilled, low, high float64, alone bool,
	press func(xs []float64, i int) float64) Mount {
	m := Mount{Set: s, fix: fix, name: name, Holes: holes, Low: low, High: high}
	for i := range holes {
		h := &holes[i]
		if !h.Counts() {
			continue
		}
		m.Hold++
		k := 0
		for k < len(m.Columns) && !alone && math.Abs(m.Columns[k].X-h.X) > sameColumn {
			k++
		}
		if k == len(m.Columns) {
			m.Columns = append(m.Columns, StudColumn{X: h.X})
		}
		m.Columns[k].Holes = append(m.Columns[k].Holes, i)
	}
	var xs []float64
	for k := range m.Columns {
		xs = append(xs, m.Columns[k].X)
	}
	fb := s.Bearing(holes)
	for k := range m.Columns {
		c := &m.Columns[k]
		var below, above []float64
		for _, i := range c.Holes {
			below, above = append(below, holes[i].Y-low), append(above, high-holes[i].Y)
		}
		b := press(xs, k)
		c.Down, c.up = NewHeel(below, b, fb), NewHeel(above, b, fb)
	}
	return m
}

// NewPlate is a mount of one column, width mm wide.
func NewPlate(s *Site, name string, fix Fixing, holes []Drilled, low, high, width float64) Mount {
	return NewMount(s, name, fix, holes, low, high, true, func([]float64, int) float64 { return width })
}

// turning returns the heel that a column turns on and how high a fastener stands
// over it.
func (m *Mount) turning(c *StudColumn, l Pulled, d *Drilled) (*Heel, float64) {
	if l.M >= 0 {
		return &c.Down, d.Y - m.Low
	}
	return &c.up, m.High - d.Y
}

// across is the push on each fastener of a column: its share, and where the
// column is alone the turn as well, sideways, by its distance from the middle.
func (m *Mount) across(sh *working.Sheet, c *StudColumn, l Pulled, d *Drilled) float64 {
	n := float64(len(c.Holes))
	v := math.Abs(l.V) / n
	if sh.On() {
		sh.Add("V", "push across on each one of the "+fmt.Sprint(len(c.Holes))+" that hold here", "R / n", v, working.Force, "statics",
			working.In("R", math.Abs(l.V), working.Force), working.In("n", n, working.Ratio))
	}
	if l.Turn == 0 {
		return v
	}
	mean, sum := 0.0, 0.0
	for _, i := range c.Holes {
		mean += m.Holes[i].Y / n
	}
	for _, i := range c.Holes {
		sum += (m.Holes[i].Y - mean) * (m.Holes[i].Y - mean)
	}
	if sum < 1 {
		return Fails
	}
	side := math.Abs(l.Turn) * math.Abs(d.Y-mean) / sum
	if sh.On() {
		sh.Add("Vt", "and sideways, as one column alone keeps the piece from swinging", "√(V² + (Mt × y / Σy²)²)", math.Hypot(v, side),
			working.Force, "statics, polar group",
			working.In("V", v, working.Force), working.In("Mt", l.Turn, working.Moment), working.In("y", math.Abs(d.Y-mean), working.Length),
			working.In("Σy²", sum, working.Area))
	}
	return math.Hypot(v, side)
}

// Worst is the fastener of a column that is used most.
func (m *Mount) Worst(sh *working.Sheet, c *StudColumn, l Pulled) Use {
	worst, at := Use{Used: -1}, 0
	m.Each(c, l, func(i int, v, t float64) {
		u := m.Holes[i].UsedBy(nil, v, t, l.Case, m.Set.Bases[l.Case])
		if math.IsInf(v, 1) {
			u = Use{Used: Fails, How: "let it swing: one fastener alone is a hinge"}
		}
		if u.Used > worst.Used {
			worst, at = u, i
		}
	})
	if sh.On() && !math.IsInf(worst.Used, 1) {
		d := &m.Holes[at]
		h, y := m.turning(c, l, d)
		d.UsedBy(sh, m.across(sh, c, l, d), h.Pull(sh, math.Abs(l.M), y), l.Case, m.Set.Bases[l.Case])
	}
	return worst
}

// Each tells what every fastener of a column carries across and as a pull, N.
func (m *Mount) Each(c *StudColumn, l Pulled, do func(i int, v, t float64)) {
	for _, i := range c.Holes {
		d := &m.Holes[i]
		h, y := m.turning(c, l, d)
		do(i, m.across(nil, c, l, d), h.Pull(nil, math.Abs(l.M), y))
	}
}

// Press is the wall under a column's heel.
func (m *Mount) Press(sh *working.Sheet, c *StudColumn, l Pulled) Use {
	h := &c.Down
	if l.M < 0 {
		h = &c.up
	}
	return h.Press(sh, Action{M: l.M})
}

// Behind is whether anything of it holds at all.
func (m *Mount) Behind(sh *working.Sheet) Use {
	if sh.On() {
		sh.Add("n", m.fix.Noun()+"s that count, as they meet what they need and reach far enough into it", fmt.Sprintf("of %d", len(m.Holes)),
			float64(m.Hold), working.Ratio, "NDS 12.1.5; the wall as measured")
	}
	return BehindUse(m.Holes, m.Hold)
}

// PlateLinks are those of a piece that carries one support alone; turn gives what
// it carries from the support's action.
func (m *Mount) PlateLinks(turn func(sh *working.Sheet, a Action) Pulled) []Link {
	var out []Link
	if m.Hold > 0 {
		c := &m.Columns[0]
		out = append(out,
			Link{Part: "screws", Mode: "pull", Goes: Draws, Of: m.fix.Of(), Role: RoleNear, Kind: Strength,
				Name: m.fix.Noun() + "s of the " + m.name, NoMean: m.fix.NoMean(),
				Use: func(sh *working.Sheet, a Action) Use { return m.Worst(sh, c, turn(sh, a)) }},
			Link{Part: m.name, Mode: "heel", Goes: Crushes, Of: m.Set.LinedWith(), Role: RoleHeel, Kind: Strength, Name: m.Set.HeelName(),
				NoMean: NoWallMean,
				Use:    func(sh *working.Sheet, a Action) Use { return m.Press(sh, c, turn(sh, a)) }})
	}
	return append(out, Link{Part: "screws", Mode: "behind", Goes: Stands, Of: m.fix.Of(), Role: RoleBehind, Kind: Gate,
		Name: m.Set.IntoName(m.fix),
		Use:  func(sh *working.Sheet, _ Action) Use { return m.Behind(sh) }})
}

const NoWallMean = "no mean strength is known for the wall under the heel"

// Straight is a piece that carries what the support does, unchanged.
func Straight(_ *working.Sheet, a Action) Pulled { return Pulled{V: a.R, M: a.M, Case: a.Case} }

// Draw adds one column's holes, heel and pulls to a drawing; -1 is the holes that
// are in no column, as they do not count.
func (m *Mount) Draw(g *Geometry, k int, l Pulled) {
	if k < 0 {
		for i := range m.Holes {
			if !m.Holes[i].Counts() {
				g.Holes = append(g.Holes, m.Holes[i].Hole(l.Case, 0, 0))
			}
		}
		return
	}
	c := &m.Columns[k]
	first := len(g.Holes)
	m.Each(c, l, func(i int, v, t float64) { g.Holes = append(g.Holes, m.Holes[i].Hole(l.Case, t, min(v, 1e9))) })
	top := first
	for i := first; i < len(g.Holes); i++ {
		if g.Holes[i].Pull > g.Holes[top].Pull {
			top = i
		}
	}
	h := &g.Holes[top]
	h.Near = true
	reach := m.Holes[c.Holes[0]].Through.Length
	turn, heelY, inward := &c.Down, m.Low, 0.5
	if l.M < 0 {
		turn, heelY, inward = &c.up, m.High, -0.5
	}
	a := turn.Contact(math.Abs(l.M))
	if h.Pull > 0.5 {
		g.Forces = append(g.Forces, Force{Name: "pulls", Z: reach, Y: h.Y, DZ: 1, N: h.Pull, Takes: h.Takes},
			Force{Name: "heel", Z: reach, Y: heelY + inward*a, DZ: -1, N: a * turn.Fb * turn.B})
		g.Measures = append(g.Measures, Measure{Name: "lever", Z1: reach, Y1: heelY, Z2: reach, Y2: h.Y, MM: math.Abs(h.Y - heelY)})
	}
	m.holeFacts(g, h)
}

// holeFacts says of a fastener what is in what it holds by.
func (m *Mount) holeFacts(g *Geometry, h *Hole) {
	g.Facts = append(g.Facts, Fact{Name: "of the " + m.fix.Noun() + " in the " + m.Set.BehindName(m.fix), Value: h.In, Kind: "length",
		Bad: h.In < h.Least})
	g.Facts = append(g.Facts, Long("needs", h.Least), Pulls("one takes a pull of", h.Takes))
}

// BehindName is what the fasteners are in.
func (s *Site) BehindName(f Fixing) string {
	switch {
	case s.Wall.Solid():
		return "wall"
	case f.Noun() == "anchor":
		return "lining"
	}
	return "stud"
}

// Notes are what its fasteners assume and beware of.
func (m *Mount) Notes() Notes { return FastenerNotes(m.Set, m.fix, m.Holes, m.Hold) }

// Crowd marks the fasteners of a wooden piece that stand too near its ends, its
// edges or one another: under half of what is usual they split it and do not
// count; it returns a caution for the rest. from and to are its ends.
func (s *Site) Crowd(holes []Drilled, name string, from, to, low, high float64) string {
	caution := ""
	warn := func(i int, got, least float64, where string) {
		got = math.Round(got*10) / 10
		switch {
		case got < least/2:
			holes[i].split = fmt.Sprintf("is %s from %s of the %s and needs %s, or it splits", say.Length(got), where, name,
				say.Place(least))
		case got < least && caution == "":
			caution = fmt.Sprintf("a %s is %s from %s of the %s: %s is usual, or it may split", holes[i].fix.Noun(), say.Length(got),
				where, name, say.Place(least))
		}
	}
	for i := range holes {
		h := &holes[i]
		if h.Anchor() {
			continue
		}
		warn(i, min(h.X-from, to-h.X), h.Screw.EndDistance(), "an end")
		warn(i, min(h.Y-low, high-h.Y), h.Screw.EdgeDistance(), "an edge")
		for k := range holes[:i] {
			dx, dy := math.Abs(h.X-holes[k].X), math.Abs(h.Y-holes[k].Y)
			if along, over := h.Screw.Along(), h.Screw.Across(); dx/along+dy/over < 1 {
				part := dx/along + dy/over
				warn(i, part*over, over, "the next one")
			}
		}
	}
	for i := range holes {
		if holes[i].split != "" {
			holes[i].Caps = [Cases]takes{}
		}
	}
	return caution
}

// PlateHole is a hole with a fastener in it, Down from the board's underside
// (negative above it) and Offset to the side.
type PlateHole struct {
	ID     string          `json:"id"`
	Down   quantity.Length `json:"down_mm"`
	Offset quantity.Length `json:"offset_mm"`
}

// WithinPlate notes holes that are not on a plate: above and below its zero and width
// wide, mm.
func WithinPlate(p *problem.List, holes []PlateHole, above, below, width float64) {
	for i, h := range holes {
		at := p.In(fmt.Sprintf("holes[%d]", i))
		at.Between("down_mm", float64(h.Down), -above, below)
		at.Between("offset_mm", float64(h.Offset), -width/2, width/2)
	}
}

// CrowdUpright is crowd for a piece whose grain runs up the wall.
func (s *Site) CrowdUpright(holes []Drilled, x, width, low, high float64) string {
	turned := make([]Drilled, len(holes))
	for i := range holes {
		turned[i] = holes[i]
		turned[i].X, turned[i].Y = holes[i].Y, holes[i].X
	}
	caution := s.Crowd(turned, "upright", low, high, x-width/2, x+width/2)
	for i := range holes {
		holes[i].split, holes[i].Caps = turned[i].split, turned[i].Caps
	}
	return caution
}
