package support

import (
	"fmt"
	"math"

	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// mount is a stiff piece on the wall and its fasteners, in columns: those of one
// stud stand over one another and turn on the piece's lower edge by the heel rule.
// low and high are the edges that bear on the wall, above the board's underside.
type mount struct {
	set       *Site
	fix       Fixing
	name      string // what the piece is called
	holes     []drilled
	columns   []column
	hold      int
	low, high float64
}

// column is the fasteners of one stud that count.
type column struct {
	x        float64
	holes    []int
	down, up heel // turning on the lower edge, and on the upper one when pulled up
}

// Pulled is what one column carries: V down, M off the wall, and Turn in the
// wall's plane, which only a lone column is asked for.
type Pulled struct {
	V, M, Turn float64
	Case       Case
}

// sameColumn is how near one another fasteners stand in one column, mm.
const sameColumn = 25

// newMount puts a piece up. alone makes one column of all; else each stud's
// fasteners are one, and press is the length of the piece that bears there.
func newMount(s *Site, name string, fix Fixing, holes []drilled, low, high float64, alone bool, press func(xs []float64, i int) float64) mount {
	m := mount{set: s, fix: fix, name: name, holes: holes, low: low, high: high}
	for i := range holes {
		h := &holes[i]
		if !h.counts() {
			continue
		}
		m.hold++
		k := 0
		for k < len(m.columns) && !alone && math.Abs(m.columns[k].x-h.x) > sameColumn {
			k++
		}
		if k == len(m.columns) {
			m.columns = append(m.columns, column{x: h.x})
		}
		m.columns[k].holes = append(m.columns[k].holes, i)
	}
	var xs []float64
	for k := range m.columns {
		xs = append(xs, m.columns[k].x)
	}
	fb := s.bearing(holes)
	for k := range m.columns {
		c := &m.columns[k]
		var below, above []float64
		for _, i := range c.holes {
			below, above = append(below, holes[i].y-low), append(above, high-holes[i].y)
		}
		b := press(xs, k)
		c.down, c.up = newHeel(below, b, fb), newHeel(above, b, fb)
	}
	return m
}

// newPlate is a mount of one column, width mm wide.
func newPlate(s *Site, name string, fix Fixing, holes []drilled, low, high, width float64) mount {
	return newMount(s, name, fix, holes, low, high, true, func([]float64, int) float64 { return width })
}

// turning returns the heel that a column turns on and how high a fastener stands
// over it.
func (m *mount) turning(c *column, l Pulled, d *drilled) (*heel, float64) {
	if l.M >= 0 {
		return &c.down, d.y - m.low
	}
	return &c.up, m.high - d.y
}

// across is the push on each fastener of a column: its share, and where the
// column is alone the turn as well, sideways, by its distance from the middle.
func (m *mount) across(sh *working.Sheet, c *column, l Pulled, d *drilled) float64 {
	n := float64(len(c.holes))
	v := math.Abs(l.V) / n
	if sh.On() {
		sh.Add("V", "push across on each one of the "+fmt.Sprint(len(c.holes))+" that hold here", "R / n", v, working.Force, "statics", working.In("R", math.Abs(l.V), working.Force), working.In("n", n, working.Ratio))
	}
	if l.Turn == 0 {
		return v
	}
	mean, sum := 0.0, 0.0
	for _, i := range c.holes {
		mean += m.holes[i].y / n
	}
	for _, i := range c.holes {
		sum += (m.holes[i].y - mean) * (m.holes[i].y - mean)
	}
	if sum < 1 {
		return fails
	}
	side := math.Abs(l.Turn) * math.Abs(d.y-mean) / sum
	if sh.On() {
		sh.Add("Vt", "and sideways, as one column alone keeps the piece from swinging", "√(V² + (Mt × y / Σy²)²)", math.Hypot(v, side), working.Force, "statics, polar group",
			working.In("V", v, working.Force), working.In("Mt", l.Turn, working.Moment), working.In("y", math.Abs(d.y-mean), working.Length), working.In("Σy²", sum, working.Area))
	}
	return math.Hypot(v, side)
}

// worst is the fastener of a column that is used most.
func (m *mount) worst(sh *working.Sheet, c *column, l Pulled) Use {
	worst, at := Use{Used: -1}, 0
	m.each(c, l, func(i int, v, t float64) {
		u := m.holes[i].used(nil, v, t, l.Case, m.set.Bases[l.Case])
		if math.IsInf(v, 1) {
			u = Use{Used: fails, How: "let it swing: one fastener alone is a hinge"}
		}
		if u.Used > worst.Used {
			worst, at = u, i
		}
	})
	if sh.On() && !math.IsInf(worst.Used, 1) {
		d := &m.holes[at]
		h, y := m.turning(c, l, d)
		d.used(sh, m.across(sh, c, l, d), h.pull(sh, math.Abs(l.M), y), l.Case, m.set.Bases[l.Case])
	}
	return worst
}

// each tells what every fastener of a column carries across and as a pull, N.
func (m *mount) each(c *column, l Pulled, do func(i int, v, t float64)) {
	for _, i := range c.holes {
		d := &m.holes[i]
		h, y := m.turning(c, l, d)
		do(i, m.across(nil, c, l, d), h.pull(nil, math.Abs(l.M), y))
	}
}

// press is the wall under a column's heel.
func (m *mount) press(sh *working.Sheet, c *column, l Pulled) Use {
	h := &c.down
	if l.M < 0 {
		h = &c.up
	}
	return h.press(sh, Action{M: l.M})
}

// behind is whether anything of it holds at all.
func (m *mount) behind(sh *working.Sheet) Use {
	if sh.On() {
		sh.Add("n", m.fix.noun()+"s that count, as they meet what they need and reach far enough into it", fmt.Sprintf("of %d", len(m.holes)), float64(m.hold), working.Ratio, "NDS 12.1.5; the wall as measured")
	}
	return behindUse(m.holes, m.hold)
}

// plateLinks are those of a piece that carries one support alone; turn gives what
// it carries from the support's action.
func (m *mount) plateLinks(turn func(sh *working.Sheet, a Action) Pulled) []Link {
	var out []Link
	if m.hold > 0 {
		c := &m.columns[0]
		out = append(out,
			Link{Part: "screws", Mode: "pull", Role: RoleNear, Kind: Strength, Name: m.fix.noun() + "s of the " + m.name, NoMean: m.fix.noMean(),
				Use: func(sh *working.Sheet, a Action) Use { return m.worst(sh, c, turn(sh, a)) }},
			Link{Part: m.name, Mode: "heel", Role: RoleHeel, Kind: Strength, Name: m.set.heelName(), NoMean: noWallMean,
				Use: func(sh *working.Sheet, a Action) Use { return m.press(sh, c, turn(sh, a)) }})
	}
	return append(out, Link{Part: "screws", Mode: "behind", Role: RoleBehind, Kind: Gate, Name: m.set.intoName(m.fix),
		Use: func(sh *working.Sheet, _ Action) Use { return m.behind(sh) }})
}

const noWallMean = "no mean strength is known for the wall under the heel"

// straight is a piece that carries what the support does, unchanged.
func straight(_ *working.Sheet, a Action) Pulled { return Pulled{V: a.R, M: a.M, Case: a.Case} }

// draw adds one column's holes, heel and pulls to a drawing; -1 is the holes that
// are in no column, as they do not count.
func (m *mount) draw(g *Geometry, k int, l Pulled) {
	if k < 0 {
		for i := range m.holes {
			if !m.holes[i].counts() {
				g.Holes = append(g.Holes, m.holes[i].hole(l.Case, 0, 0))
			}
		}
		return
	}
	c := &m.columns[k]
	first := len(g.Holes)
	m.each(c, l, func(i int, v, t float64) { g.Holes = append(g.Holes, m.holes[i].hole(l.Case, t, min(v, 1e9))) })
	top := first
	for i := first; i < len(g.Holes); i++ {
		if g.Holes[i].Pull > g.Holes[top].Pull {
			top = i
		}
	}
	h := &g.Holes[top]
	h.Near = true
	reach := m.holes[c.holes[0]].piece.Length
	turn, heelY, inward := &c.down, m.low, 0.5
	if l.M < 0 {
		turn, heelY, inward = &c.up, m.high, -0.5
	}
	a := turn.contact(math.Abs(l.M))
	if h.Pull > 0.5 {
		g.Forces = append(g.Forces, Force{Name: "pulls", Z: reach, Y: h.Y, DZ: 1, N: h.Pull, Takes: h.Takes},
			Force{Name: "heel", Z: reach, Y: heelY + inward*a, DZ: -1, N: a * turn.fb * turn.b})
		g.Measures = append(g.Measures, Measure{Name: "lever", Z1: reach, Y1: heelY, Z2: reach, Y2: h.Y, MM: math.Abs(h.Y - heelY)})
	}
	m.holeFacts(g, h)
}

// holeFacts says of a fastener what is in what it holds by.
func (m *mount) holeFacts(g *Geometry, h *Hole) {
	g.Facts = append(g.Facts, Fact{Name: "of the " + m.fix.noun() + " in the " + m.set.behindName(m.fix), Value: h.In, Kind: "length", Bad: h.In < h.Least})
	g.Facts = append(g.Facts, long("needs", h.Least), pulls("one takes a pull of", h.Takes))
}

// behindName is what the fasteners are in.
func (s *Site) behindName(f Fixing) string {
	switch {
	case s.Wall.Solid():
		return "wall"
	case f.noun() == "anchor":
		return "lining"
	}
	return "stud"
}

// notes are what its fasteners assume and beware of.
func (m *mount) notes() Notes { return fastenerNotes(m.set, m.fix, m.holes, m.hold) }

// crowd marks the fasteners of a wooden piece that stand too near its ends, its
// edges or one another: under half of what is usual they split it and do not
// count; it returns a caution for the rest. from and to are its ends.
func (s *Site) crowd(holes []drilled, name string, from, to, low, high float64) string {
	caution := ""
	warn := func(i int, got, least float64, where string) {
		got = math.Round(got*10) / 10
		switch {
		case got < least/2:
			holes[i].split = fmt.Sprintf("is %s mm from %s of the %s and needs %s, or it splits", quantity.Decimal(got, 1), where, name, quantity.Decimal(least, 0))
		case got < least && caution == "":
			caution = fmt.Sprintf("a %s is %s mm from %s of the %s: %s is usual, or it may split", holes[i].fix.noun(), quantity.Decimal(got, 1), where, name, quantity.Decimal(least, 0))
		}
	}
	for i := range holes {
		h := &holes[i]
		if h.anchor() {
			continue
		}
		warn(i, min(h.x-from, to-h.x), h.screw.EndDistance(), "an end")
		warn(i, min(h.y-low, high-h.y), h.screw.EdgeDistance(), "an edge")
		for k := range holes[:i] {
			dx, dy := math.Abs(h.x-holes[k].x), math.Abs(h.y-holes[k].y)
			if along, over := h.screw.Along(), h.screw.Across(); dx/along+dy/over < 1 {
				part := dx/along + dy/over
				warn(i, part*over, over, "the next one")
			}
		}
	}
	for i := range holes {
		if holes[i].split != "" {
			holes[i].caps = [cases]takes{}
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

func validateHoles(p *problem.List, holes []PlateHole, above, below, width float64) {
	if n := len(holes); n > 24 {
		p.Add("holes", "%d holes: at most 24", n)
	}
	for i, h := range holes {
		at := p.In(fmt.Sprintf("holes[%d]", i))
		at.ID(h.ID)
		at.Between("down_mm", float64(h.Down), -above, below)
		at.Between("offset_mm", float64(h.Offset), -width/2, width/2)
	}
}

// crowdUpright is crowd for a piece whose grain runs up the wall.
func (s *Site) crowdUpright(holes []drilled, x, width, low, high float64) string {
	turned := make([]drilled, len(holes))
	for i := range holes {
		turned[i] = holes[i]
		turned[i].x, turned[i].y = holes[i].y, holes[i].x
	}
	caution := s.crowd(turned, "upright", low, high, x-width/2, x+width/2)
	for i := range holes {
		holes[i].split, holes[i].caps = turned[i].split, turned[i].caps
	}
	return caution
}
