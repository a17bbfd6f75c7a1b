package hold

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/wall"
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

// StudColumn is the fasteners of one stud that count. Fewer are the same without each
// one of them, where they are not all as strong: a weak one must not take from the rest.
type StudColumn struct {
	X        float64
	Holes    []int          // which of the mount's they are
	of       []Drilled      // as they are reckoned here
	Down, up Heel           // turning on the lower edge, and on the upper one when pulled up
	all      [Cases]float64 // ΣZ
	fewer    []StudColumn
}

// Pulled is what one column carries: V down, M off the wall, Turn in the wall's plane,
// which only a lone column is asked for, and H, that a bevel pushes its rail off the wall by.
type Pulled struct {
	V, M, Turn float64
	H          float64
	Case       Case
}

// sameColumn is how near one another fasteners stand in one column, mm.
const sameColumn = 25

// NewMount puts a piece up. alone makes one column of all; else each stud's
// fasteners are one, and press is the length of the piece that bears there.
func NewMount(s *Site, name string, fix Fixing, holes []Drilled, low, high float64, alone bool,
	press func(xs []float64, i int) float64) Mount {
	if g := s.Onto; g != nil { // it turns on what of it lies on the board
		low, high = max(low, g.Y[0]), min(high, g.Y[1])
	}
	m := Mount{Set: s, fix: fix, name: name, Holes: holes, Low: low, High: high, Columns: make([]StudColumn, 0, max(1, len(holes)/2))}
	for i := range holes {
		h := &holes[i]
		if h.Counts() {
			m.Hold++
		} else if !h.joined {
			continue
		}
		k := 0
		for k < len(m.Columns) && !alone && math.Abs(m.Columns[k].X-h.X) > sameColumn {
			k++
		}
		if k == len(m.Columns) {
			m.Columns = append(m.Columns, StudColumn{X: h.X})
		}
		m.Columns[k].Holes = append(m.Columns[k].Holes, i)
	}
	xs := make([]float64, len(m.Columns))
	for k := range m.Columns {
		xs[k] = m.Columns[k].X
	}
	fb := s.Bearing(holes)
	for k := range m.Columns {
		c := &m.Columns[k]
		of := make([]Drilled, len(c.Holes))
		for q, i := range c.Holes {
			of[q] = holes[i]
		}
		s.near(of)
		for q, i := range c.Holes {
			holes[i] = of[q]
		}
		c.of = of
		b := press(xs, k)
		m.turn(c, b, fb)
		for _, left := range s.Fewer(of) {
			less := StudColumn{X: c.X, Holes: c.Holes, of: left}
			m.turn(&less, b, fb)
			c.fewer = append(c.fewer, less)
		}
	}
	return m
}

// turn makes a column's heels, b wide on a wall that takes fb, and sums what its
// fasteners take across.
func (m *Mount) turn(c *StudColumn, b, fb float64) {
	levers := make([]float64, 2*len(c.of))
	below, above := levers[:0:len(c.of)], levers[len(c.of):len(c.of)]
	for q := range c.of {
		d := &c.of[q]
		if !d.Counts() {
			continue
		}
		below, above = append(below, d.At.Y-m.Low), append(above, m.High-d.At.Y)
		for k := range c.all {
			c.all[k] += d.Caps[k].Push
		}
	}
	c.Down, c.up = NewHeel(below, b, fb), NewHeel(above, b, fb)
}

// NewPlate is a mount of one column, width mm wide.
func NewPlate(s *Site, name string, fix Fixing, holes []Drilled, low, high, width float64) Mount {
	return NewMount(s, name, fix, holes, low, high, true, func([]float64, int) float64 { return width })
}

// turning returns the heel that a column turns on and how high a fastener stands
// over it.
func (m *Mount) turning(c *StudColumn, l Pulled, d *Drilled) (*Heel, float64) {
	if l.M >= 0 {
		return &c.Down, d.At.Y - m.Low
	}
	return &c.up, m.High - d.At.Y
}

// across is the push on each fastener of a column: its share, and where the
// column is alone the turn as well, sideways, by its distance from the middle.
func (m *Mount) across(sh *working.Sheet, c *StudColumn, l Pulled, d *Drilled) float64 {
	z := d.Caps[l.Case].Push
	v := math.Abs(l.V) * z / c.all[l.Case]
	if sh.On() {
		sh.Add("V", "push across on this one of those that hold here, each as much as it takes of it", "R × Z / ΣZ", v, working.Force,
			"statics", working.In("R", math.Abs(l.V), working.Force), working.In("Z", z, working.Force),
			working.In("ΣZ", c.all[l.Case], working.Force))
	}
	if l.Turn == 0 {
		return v
	}
	mean, sum, n := 0.0, 0.0, 0.0
	for q := range c.of {
		if c.of[q].Counts() {
			mean, n = mean+c.of[q].At.Y, n+1
		}
	}
	mean /= n
	for q := range c.of {
		if y := c.of[q].At.Y - mean; c.of[q].Counts() {
			sum += y * y
		}
	}
	if sum < 1 {
		return Fails
	}
	side := math.Abs(l.Turn) * math.Abs(d.At.Y-mean) / sum
	if sh.On() {
		sh.Add("Vt", "and sideways, as one column alone keeps the piece from swinging", "√(V² + (Mt × y / Σy²)²)", math.Hypot(v, side),
			working.Force, "statics, polar group",
			working.In("V", v, working.Force), working.In("Mt", l.Turn, working.Moment), working.In("y", math.Abs(d.At.Y-mean), working.Length),
			working.In("Σy²", sum, working.Area))
	}
	return math.Hypot(v, side)
}

// Worst is the fastener of a column that is used most; without one of them, where the
// others hold more so.
func (m *Mount) Worst(sh *working.Sheet, c *StudColumn, l Pulled) Use {
	of := m.bearing(c, l)
	worst, d := m.worst(of, l)
	if sh.On() && !math.IsInf(worst.Used, 1) {
		h, y := m.turning(of, l, d)
		if of != c {
			sh.Add("n", "fasteners reckoned here: without the weakest the others hold more", fmt.Sprintf("of %d", len(c.Holes)),
				float64(len(of.Holes)-1), working.Ratio, "engineering basis: a group may be reckoned without any one of its fasteners")
		}
		d.UsedBy(sh, m.across(sh, of, l, d), h.Pull(sh, math.Abs(l.M), y), l.Case, m.Set.Bases[l.Case])
	}
	return worst
}

// bearing is the column, or it without that fastener without which it is used least.
func (m *Mount) bearing(c *StudColumn, l Pulled) *StudColumn {
	best := c
	if len(c.fewer) == 0 {
		return c
	}
	least, _ := m.worst(c, l)
	for k := range c.fewer {
		if u, _ := m.worst(&c.fewer[k], l); u.Used < least.Used-1e-12 {
			best, least = &c.fewer[k], u
		}
	}
	return best
}

// worst is the fastener used most of all that a column has.
func (m *Mount) worst(c *StudColumn, l Pulled) (Use, *Drilled) {
	worst, at := Use{Used: -1}, (*Drilled)(nil)
	m.Each(c, l, func(d *Drilled, v, t float64) {
		u := d.UsedBy(nil, v, t, l.Case, m.Set.Bases[l.Case])
		if math.IsInf(v, 1) {
			u = Use{Used: Fails, How: "let it swing: one fastener alone is a hinge"}
		}
		if u.Used > worst.Used {
			worst, at = u, d
		}
	})
	return worst, at
}

// Each tells what every fastener of a column that is reckoned carries across and as a
// pull, N.
func (m *Mount) Each(c *StudColumn, l Pulled, do func(d *Drilled, v, t float64)) {
	h, from, up := &c.Down, m.Low, 1.0
	if l.M < 0 {
		h, from, up = &c.up, m.High, -1
	}
	lean := h.Lean(math.Abs(l.M))
	for q := range c.of {
		if d := &c.of[q]; d.Counts() {
			do(d, m.across(nil, c, l, d), lean.Pull((d.At.Y-from)*up))
		}
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
		sh.Add("n", m.noun(m.Holes)+"s that count, as they meet what they need and reach far enough into it", fmt.Sprintf("of %d", len(m.Holes)),
			float64(m.Hold), working.Ratio, "NDS 12.1.5; the wall as measured")
	}
	return BehindUse(m.Holes, m.Hold)
}

// PlateLinks are those of a piece that carries one support alone.
func (m *Mount) PlateLinks() []Link {
	var out []Link
	if m.Hold > 0 {
		c := &m.Columns[0]
		out = append(out,
			Link{Part: "screws", Mode: "pull", Goes: Draws, Of: m.fix.Of(), Role: RoleNear, Kind: Strength,
				Name: m.fix.Noun() + "s of the " + m.name, NoMean: m.fix.NoMean(),
				Use: func(sh *working.Sheet, a Action) Use { return m.Worst(sh, c, Straight(a)) }},
			Link{Part: m.name, Mode: "heel", Goes: Crushes, Of: m.Set.LinedWith(), Role: RoleHeel, Kind: Strength, Name: m.Set.HeelName(),
				NoMean: NoWallMean,
				Use:    func(sh *working.Sheet, a Action) Use { return m.Press(sh, c, Straight(a)) }})
	}
	return append(out, Link{Part: "screws", Mode: "behind", Goes: Stands, Of: m.fix.Of(), Role: RoleBehind, Kind: Gate,
		Name: m.Set.IntoName(m.fix),
		Use:  func(sh *working.Sheet, _ Action) Use { return m.Behind(sh) }})
}

const NoWallMean = "no mean strength is known for the wall under the heel"

// Straight is a piece that carries what the support does, unchanged.
func Straight(a Action) Pulled { return Pulled{V: a.R, M: a.M, Case: a.Case} }

// Draw adds one column's holes, heel and pulls to a drawing; -1 is the holes that
// are in no column, as they do not count.
func (m *Mount) Draw(g *Geometry, k int, l Pulled) {
	if k < 0 {
		for i := range m.Holes {
			if !m.Holes[i].Counts() && !m.Holes[i].joined {
				g.Holes = append(g.Holes, m.Holes[i].Hole(l.Case, 0, 0))
			}
		}
		return
	}
	c := &m.Columns[k]
	g.Holes, g.Facts = slices.Grow(g.Holes, len(c.of)), slices.Grow(g.Facts, 4)
	first := len(g.Holes)
	of := m.bearing(c, l)
	m.Each(of, l, func(d *Drilled, v, t float64) { g.Holes = append(g.Holes, d.Hole(l.Case, t, min(v, 1e9))) })
	for q := range of.of {
		if !of.of[q].Counts() {
			g.Holes = append(g.Holes, of.of[q].Hole(l.Case, 0, 0))
		}
	}
	top := first
	for i := first; i < len(g.Holes); i++ {
		if g.Holes[i].Pull > g.Holes[top].Pull {
			top = i
		}
	}
	h := &g.Holes[top]
	h.Near = true
	reach := of.of[0].Through.Length
	turn, heelY, inward := &of.Down, m.Low, 0.5
	if l.M < 0 {
		turn, heelY, inward = &of.up, m.High, -0.5
	}
	a := turn.Contact(math.Abs(l.M))
	if h.Pull > 0.5 {
		g.Measures = slices.Grow(g.Measures, 2)
		g.Forces = append(g.Forces, Force{Name: "pulls", Z: reach, Y: h.Y, DZ: 1, N: h.Pull, Takes: h.Takes},
			Force{Name: "heel", Z: reach, Y: heelY + inward*a, DZ: -1, N: a * turn.Fb * turn.B})
		g.Measures = append(g.Measures, Measure{Name: "lever", Z1: reach, Y1: heelY, Z2: reach, Y2: h.Y, MM: math.Abs(h.Y - heelY)})
	}
	m.holeFacts(g, h)
}

// holeFacts says of a fastener what is in what it holds by.
func (m *Mount) holeFacts(g *Geometry, h *Hole) {
	fix := m.fix
	if k := slices.IndexFunc(m.Holes, func(d Drilled) bool { return d.ID == h.ID }); k >= 0 {
		fix = m.Holes[k].fix
	}
	g.Facts = append(g.Facts, Fact{Name: "of the " + fix.Noun() + " in the " + m.Set.BehindName(fix), Value: h.In, Kind: "length",
		Bad: h.In < h.Least})
	g.Facts = append(g.Facts, Long("needs", h.Least), Pulls("one takes a pull of", h.Takes))
	if r := fix.Rating; r != nil && h.Counts {
		g.Facts = append(g.Facts, Pulls("of the printed", r.Pull.Weight()))
	}
}

// BehindName is what the fasteners are in.
func (s *Site) BehindName(f Fixing) string {
	switch {
	case s.Onto != nil:
		return s.Onto.Name
	case s.Wall.Solid():
		return "wall"
	case f.Noun() == "anchor":
		return "lining"
	}
	return "stud"
}

// Notes are what its fasteners assume and beware of, kind by kind.
func (m *Mount) Notes() (n Notes) {
	var said []string
	for first := range m.Holes {
		noun := m.Holes[first].fix.Noun()
		if slices.Contains(said, noun) {
			continue
		}
		said = append(said, noun)
		of, hold := m.Holes, 0
		if m.noun(of) != noun { // there are others among them
			of = slices.DeleteFunc(slices.Clone(of), func(d Drilled) bool { return d.fix.Noun() != noun })
		}
		for i := range of {
			if of[i].Counts() {
				hold++
			}
		}
		more := FastenerNotes(m.Set, of[0].fix, of, hold)
		if hold == 0 && m.Hold > 0 {
			more.Cautions = append(more.Cautions, one(noun)+" "+of[0].Why())
		}
		n.Assumed, n.Cautions = append(n.Assumed, more.Assumed...), append(n.Cautions, more.Cautions...)
	}
	return n
}

// noun is what some of its fasteners are called, each of them.
func (m *Mount) noun(of []Drilled) string {
	for i := range of {
		if of[i].fix.Noun() != of[0].fix.Noun() {
			return "fastener"
		}
	}
	if len(of) == 0 {
		return m.fix.Noun()
	}
	return of[0].fix.Noun()
}

// Nouns are what a column's fasteners are called.
func (m *Mount) Nouns(c *StudColumn) string { return m.noun(c.of) + "s" }

// Of is what a column's fasteners are, by the first of them.
func (m *Mount) Of(c *StudColumn) Of { return c.of[0].fix.Of() }

// NoMean is why no mean is known of a column, if so.
func (m *Mount) NoMean(c *StudColumn) string {
	for i := range c.of {
		if why := c.of[i].fix.NoMean(); why != "" {
			return why
		}
	}
	return ""
}

// IntoName names what holds its fasteners.
func (m *Mount) IntoName() string {
	if m.noun(m.Holes) == "fastener" {
		return "fasteners into the wall"
	}
	return m.Set.IntoName(m.fix)
}

// Spare leaves anchors in a lining out of a column where a screw reaches wood (engineering basis 4),
// and of a piece that screws in two studs hold or more: a group may be reckoned without what makes it
// hold less, and screws in wood carry long before a lining gives so far.
func Spare(holes []Drilled) {
	var studs []float64
	for i := range holes {
		d := &holes[i]
		if d.Counts() && !d.Anchor() && !slices.ContainsFunc(studs, func(x float64) bool { return math.Abs(x-d.X) <= sameColumn }) {
			studs = append(studs, d.X)
		}
	}
	for i := range holes {
		d := &holes[i]
		beside := slices.ContainsFunc(studs, func(x float64) bool { return math.Abs(x-d.X) <= sameColumn })
		d.spare = (beside || len(studs) > 1) && d.Anchor() && d.Hit.Meets == wall.InLining
	}
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
		at := p.Each("holes", i)
		at.Between("down_mm", float64(h.Down), -above, below)
		at.Between("offset_mm", float64(h.Offset), -width/2, width/2)
	}
}
