package support

import (
	"aguante/core/field"
	"aguante/core/hold"
	"fmt"
	"math"
	"slices"

	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// RailKind is what a shared piece on the wall is for.
type RailKind string

// The kinds of rail.
const (
	Strip  RailKind = "strip"  // pins stand in it
	Cleat  RailKind = "cleat"  // bevelled; holders hook onto it
	Block  RailKind = "block"  // a hollow shelf is pushed over it
	Ledger RailKind = "ledger" // the board's back edge lies on it
	Hooks  RailKind = "hooks"  // hooks are on it
)

// Choices lists the kinds of rail.
func (RailKind) Choices() []field.Choice {
	return field.Choose("strip", "strip", "cleat", "cleat rail", "block", "block", "ledger", "back cleat", "hooks", "board of hooks")
}

// RailKinds lists them.
func RailKinds() []RailKind { return field.Keys[RailKind]() }

// Rail is a piece along the wall that carries a shelf by what hangs on it. X is
// its left end along the wall, Bottom its lower edge above the board's underside,
// Thickness out from the wall; mm. Joints are where lengths of it meet, from its
// left end. Bevel is a cleat's, degrees from level. Lock says that a screw keeps
// the shelf on.
type Rail struct {
	hold.Made `label:"wood" as:"wood"`
	ID        string            `json:"id"`
	Kind      RailKind          `json:"kind"`
	X         quantity.Length   `json:"x_mm" label:"left end, along the wall"`
	Length    quantity.Length   `json:"length_mm" label:"long" range:"40 10000"`
	Bottom    quantity.Length   `json:"bottom_mm" label:"lower edge, over the underside" range:"-1000 1000"`
	Height    quantity.Length   `json:"height_mm" label:"high" range:"8 400"`
	Thickness quantity.Length   `json:"thickness_mm" label:"thick" range:"6 300"`
	Bevel     float64           `json:"bevel_deg,omitempty" label:"bevel, degrees from level" as:"degrees" only:"kind=cleat"`
	Joints    []quantity.Length `json:"joints_mm,omitempty"`
	Spots     []Spot            `json:"spots" count:"0 80"`
	Screw     hold.Fixing       `json:"screw"`
	Gap       quantity.Length   `json:"gap_mm,omitempty" label:"gap, board to wall" range:"0 50" only:"kind=ledger"`        // between wall and board, on a ledger
	Kerf      quantity.Length   `json:"kerf_mm,omitempty" label:"kerf of the saw" range:"0 10" as:"fine" only:"kind=cleat"` // of the saw that rips a cleat's bevel
	Lock      bool              `json:"lock,omitempty" label:"lock screw" yes:"yes|no" only:"kind=block"`
}

// Spot is a place for a fastener: along the wall, and above the piece's lower edge.
type Spot struct {
	ID string          `json:"id"`
	X  quantity.Length `json:"x_mm"`
	Y  quantity.Length `json:"y_mm"`
}

// Validate names every problem of a rail.
func (r *Rail) Validate(p *problem.List) {
	if !field.Check(p, r) {
		return
	}
	if r.Kind == Cleat {
		if !(r.Bevel >= 20 && r.Bevel <= 70) {
			p.Add("bevel_deg", "a bevel of %s° holds nothing: give 20 to 70, 45 is usual", quantity.Decimal(r.Bevel, 0))
		} else if fall := r.fall(); fall > float64(r.Height)-8 {
			p.Add("height_mm", "the bevel takes %s mm of its height: give at least %s", quantity.Decimal(fall, 0), quantity.Decimal(fall+8, 0))
		}
	}
	for i, s := range r.Spots {
		at := p.In(fmt.Sprintf("spots[%d]", i))
		at.Between("x_mm", float64(s.X), float64(r.X), float64(r.X+r.Length))
		at.Between("y_mm", float64(s.Y), 1, float64(r.Height)-1)
	}
	for i, j := range r.Joints {
		p.Between(fmt.Sprintf("joints_mm[%d]", i), float64(j), 20, float64(r.Length)-20)
	}
}

// Noun is what a rail is called.
func (r *Rail) Noun() string {
	switch r.Kind {
	case Cleat:
		return "rail"
	case Ledger:
		return "back cleat"
	}
	return string(r.Kind)
}

// fall is how much lower a cleat's bevel is at the wall than at its front, mm.
func (r *Rail) fall() float64 { return float64(r.Thickness) * math.Tan(r.Bevel*math.Pi/180) }

// railed is a rail in its place: one mount for each of its lengths.
type railed struct {
	*Rail
	set     hold.Site
	board   material.Board // bent from stud to stud
	lengths []span
	riders  []Rider
	caution []string
	noun    string
}

// Rider is what a rail carries at a place along the wall. On turns what comes down
// there into what the rail gets.
type Rider struct {
	X  float64
	On func(sh *working.Sheet, a hold.Action) hold.Pulled
}

// RiderOf is a support on the rail of its setting; ok is false where it hangs on none.
func RiderOf(h Hung, x float64) (Rider, bool) {
	switch o := h.(type) {
	case *pinned:
		return Rider{x, o.onRail}, o.strip != nil
	case *held:
		return Rider{x, o.onRail}, o.rail != nil
	case seat:
		return Rider{x, hold.Straight}, true
	}
	return Rider{}, false
}

// Lying is a length of board that lies on a ledger: weight without a lever but that
// of the cleat's own middle.
func (r *Rail) Lying(x float64) Rider {
	return Rider{x, func(_ *working.Sheet, a hold.Action) hold.Pulled {
		return hold.Pulled{V: a.R, M: a.R * float64(r.Thickness) / 2, Case: a.Case}
	}}
}

// span is one length of a rail.
type span struct {
	from, to float64
	hold.Mount
}

// newRailed puts a rail up, with what rides on it.
func newRailed(r *Rail, s hold.Site, riders []Rider) *railed {
	out := &railed{Rail: r, set: s, riders: riders, noun: r.Noun(), board: r.Made.Board(float64(r.Thickness), float64(r.Height))}
	ends := []float64{float64(r.X)}
	joints := slices.Clone(r.Joints)
	slices.Sort(joints)
	for _, j := range joints {
		ends = append(ends, float64(r.X+j))
	}
	ends = append(ends, float64(r.X+r.Length))
	low, high := float64(r.Bottom), float64(r.Bottom+r.Height)
	through := hold.Wooden(out.noun, out.board, float64(r.Thickness), true)
	for i := range len(ends) - 1 {
		from, to := ends[i], ends[i+1]
		var holes []hold.Drilled
		for _, sp := range r.Spots {
			if x := float64(sp.X); x >= from && (x < to || i == len(ends)-2) {
				holes = append(holes, out.set.Drill(sp.ID, x, low+float64(sp.Y), r.Screw, through))
			}
		}
		slices.SortStableFunc(holes, func(a, b hold.Drilled) int { return int(math.Copysign(1, a.X-b.X)) })
		if c := out.set.Crowd(holes, out.noun, from, to, low, high); c != "" {
			out.caution = append(out.caution, c)
		}
		m := hold.NewMount(&out.set, out.noun, r.Screw, holes, low, high, false, func(xs []float64, k int) float64 {
			a, b := from, to
			if k > 0 {
				a = (xs[k-1] + xs[k]) / 2
			}
			if k < len(xs)-1 {
				b = (xs[k] + xs[k+1]) / 2
			}
			return b - a
		})
		out.lengths = append(out.lengths, span{from, to, m})
	}
	return out
}

// Hang puts a rail up with what rides on it. skin is that of a hollow shelf over a
// block, and beyond the part of the load's moment that is left about its front.
func (r *Rail) Hang(s hold.Site, riders []Rider, skin, beyond float64) Shared {
	out := newRailed(r, s, riders)
	if r.Kind == Block {
		return &sleeve{railed: out, skin: skin, beyond: beyond, along: s.Along}
	}
	return out
}

// lengthOf is the length of the rail that a place is on, or -1.
func (r *railed) lengthOf(x float64) int {
	for i, l := range r.lengths {
		if x >= l.from-1e-6 && x <= l.to+1e-6 {
			return i
		}
	}
	return -1
}

// carries is what a column of a length carries: the worse of the share as a stiff
// body, V/n + V ecc xi/Σx², no negative one being relied on, and of a beam on the
// two columns nearest each load.
func (r *railed) carries(sh *working.Sheet, l, k int, all []hold.Action) hold.Pulled {
	cols := r.lengths[l].Columns
	n := float64(len(cols))
	var out, lever hold.Pulled
	var v, m, vx, mx, mean, sum float64
	for _, c := range cols {
		mean += c.X / n
	}
	for _, c := range cols {
		sum += (c.X - mean) * (c.X - mean)
	}
	for i, a := range all {
		if r.lengthOf(r.riders[i].X) != l {
			continue
		}
		p := r.riders[i].On(nil, a)
		x := r.riders[i].X - mean
		v, m, vx, mx = v+p.V, m+p.M, vx+p.V*x, mx+p.M*x
		out.Case = p.Case
		w := leverShare(cols, k, r.riders[i].X)
		lever.V, lever.M = lever.V+w*p.V, lever.M+w*p.M
	}
	if len(cols) == 1 {
		out.V, out.M = v, m
		if e := vx / max(math.Abs(v), 1e-9); math.Abs(e) > lone {
			out.Turn = vx
		}
	} else {
		xi := cols[k].X - mean
		out.V, out.M = v/n+vx*xi/sum, m/n+mx*xi/sum
		if sh.On() {
			sh.Add("V1", "share of this column as if the "+r.noun+" were stiff, all loads together", "ΣV / n + Σ(V × x) × xi / Σx²", out.V, working.Force, "statics",
				working.In("ΣV", v, working.Force), working.In("n", n, working.Ratio), working.In("Σ(V × x)", vx, working.Moment), working.In("xi", xi, working.Length), working.In("Σx²", sum, working.Area))
			sh.Add("V2", "and with every load on the two columns nearest to it", "by levers", lever.V, working.Force, "statics")
			sh.Add("M1", "moment off the wall, shared in the same way", "ΣM / n + Σ(M × x) × xi / Σx²", out.M, working.Moment, "statics",
				working.In("ΣM", m, working.Moment), working.In("n", n, working.Ratio), working.In("Σ(M × x)", mx, working.Area), working.In("xi", xi, working.Length), working.In("Σx²", sum, working.Area))
			sh.Add("M2", "and with every load on the two columns nearest to it", "by levers", lever.M, working.Moment, "statics")
		}
		if math.Abs(lever.V) > math.Abs(out.V) {
			out.V = lever.V
		}
		if math.Abs(lever.M) > math.Abs(out.M) {
			out.M = lever.M
		}
	}
	if sh.On() {
		sh.Add("R", "on this column, the worse of the two", "max(V1, V2)", out.V, working.Force, "engineering basis")
		sh.Add("M", "moment off the wall on this column", "max(M1, M2)", out.M, working.Moment, "engineering basis")
	}
	return out
}

// lone is how far off its only column a rail may be loaded and not swing, mm (Rule).
const lone = 5

// leverShare is the part of a load at x that column k takes if the rail is a beam
// on the two columns nearest to the load; none below nothing.
func leverShare(cols []hold.StudColumn, k int, x float64) float64 {
	if len(cols) < 2 {
		return 1
	}
	i := 0
	for i < len(cols)-2 && x > cols[i+1].X {
		i++
	}
	part := (x - cols[i].X) / (cols[i+1].X - cols[i].X)
	switch k {
	case i:
		return max(0, 1-part)
	case i + 1:
		return max(0, part)
	}
	return 0
}

// column finds the length and column that stand nearest to x; -1 where none does.
func (r *railed) nearest(x float64) (l, k int) {
	l = r.lengthOf(x)
	if l < 0 {
		return -1, -1
	}
	k = -1
	for i, c := range r.lengths[l].Columns {
		if k < 0 || math.Abs(c.X-x) < math.Abs(r.lengths[l].Columns[k].X-x) {
			k = i
		}
	}
	return l, k
}

// Links are every column's fasteners and heel, the rail's own wood, and whether
// each length and each support is held at all.
func (r *railed) Links() []SharedLink {
	var out []SharedLink
	name := r.Screw.Noun() + "s of the " + r.noun
	mean := r.Screw.NoMean()
	for l := range r.lengths {
		s := &r.lengths[l]
		for k := range s.Columns {
			c := &s.Columns[k]
			where := r.columnName(s, k)
			id := s.Holes[c.Holes[0]].Id
			out = append(out,
				SharedLink{Link: hold.Link{Part: id, Mode: "pull", Role: hold.RoleNear, Kind: hold.Strength, Name: name, NoMean: mean}, Where: where, X: c.X,
					Use: func(sh *working.Sheet, all []hold.Action) hold.Use { return s.Worst(sh, c, r.carries(sh, l, k, all)) }},
				SharedLink{Link: hold.Link{Part: id, Mode: "heel", Role: hold.RoleHeel, Kind: hold.Strength, Name: r.set.HeelName(), NoMean: hold.NoWallMean}, Where: where, X: c.X,
					Use: func(sh *working.Sheet, all []hold.Action) hold.Use { return s.Press(sh, c, r.carries(sh, l, k, all)) }})
		}
		out = append(out, SharedLink{Link: hold.Link{Part: fmt.Sprintf("length-%d", l+1), Mode: "behind", Role: hold.RoleBehind, Kind: hold.Gate, Name: r.set.IntoName(r.Screw)}, Where: r.lengthName(l), X: (s.from + s.to) / 2,
			Use: func(sh *working.Sheet, _ []hold.Action) hold.Use { return r.lengthHolds(sh, l) }})
	}
	if r.Kind == Strip {
		out = append(out,
			SharedLink{Link: hold.Link{Part: "strip", Mode: "twists", Role: hold.RoleRail, Kind: hold.Strength, Name: "twist of the strip"}, Use: r.twists},
			SharedLink{Link: hold.Link{Part: "strip", Mode: "splits", Role: hold.RoleRail, Kind: hold.Strength, Name: "split of the strip"}, Use: r.splits})
	}
	return out
}

// columnName is where a column stands: at which of the wall's studs, counted from
// the left, or which of the columns it is.
func (r *railed) columnName(s *span, k int) string {
	c := &s.Columns[k]
	if behind := s.Holes[c.Holes[0]].Hit.Behind(); behind != nil {
		n := 1
		for _, st := range s.Set.Wall.Studs {
			if st.X < behind.X {
				n++
			}
		}
		return fmt.Sprintf("stud %d", n)
	}
	return fmt.Sprintf("fastener %d from the left", k+1)
}

// lengthHolds is whether anything holds a length that something rides on.
func (r *railed) lengthHolds(sh *working.Sheet, l int) hold.Use {
	u := r.lengths[l].Behind(sh)
	for _, on := range r.riders {
		if r.lengthOf(on.X) == l {
			return u
		}
	}
	return hold.Use{How: "carries nothing"}
}

func (r *railed) lengthName(l int) string {
	if len(r.lengths) == 1 {
		return "the " + r.noun
	}
	return fmt.Sprintf("length %d of the %s", l+1, r.noun)
}

// twists is the strip in torsion between a pin and the columns beside it.
func (r *railed) twists(sh *working.Sheet, all []hold.Action) hold.Use {
	worst, at, part := 0.0, 0, 0.0
	for i, a := range all {
		l, k := r.nearest(r.riders[i].X)
		if k < 0 || math.Abs(r.lengths[l].Columns[k].X-r.riders[i].X) < 1 {
			continue
		}
		w := 1.0
		if cols := r.lengths[l].Columns; len(cols) > 1 {
			w = min(1, leverShare(cols, k, r.riders[i].X))
		}
		if t := math.Abs(r.riders[i].On(nil, a).M) * w; t > worst {
			worst, at, part = t, i, w
		}
	}
	on := r.set.Bases[all[at].Case]
	side := min(float64(r.Height), float64(r.Thickness))
	tau, fv := worst/(0.208*side*side*side), r.board.Shear(sh, on)
	if sh.On() {
		sh.Add("T", "twist in the strip from the worst pin to the column beside it, part of the pin's moment", "M × part", worst, working.Moment, "statics",
			working.In("M", math.Abs(r.riders[at].On(nil, all[at]).M), working.Moment), working.In("part", part, working.Ratio))
		sh.Add("τ", "shear stress at the middle of its face, a being its smaller side", "T / (0.208 × a³)", tau, working.Stress, "statics; square, low for others",
			working.In("T", worst, working.Moment), working.In("a", side, working.Length))
		sh.Add("used", "part of the allowable stress", "τ / Fv", tau/fv, working.Ratio, "", working.In("τ", tau, working.Stress), working.In("Fv", fv, working.Stress))
	}
	return hold.Use{Used: tau / fv, How: "shears as it twists"}
}

// splits is the strip torn along its grain: by a pin that presses it down at
// mid-height, or by the screws of a column that hold it up (EC5 8.1.4).
func (r *railed) splits(sh *working.Sheet, all []hold.Action) hold.Use {
	b, h := float64(r.Thickness), float64(r.Height)
	on := r.set.Bases[all[0].Case]
	worst, used, edge, force := "", -1.0, 0.0, 0.0
	ask := func(what string, he, f float64) {
		if u := math.Abs(f) / hold.Splitting(nil, b, h, he, on); u > used {
			worst, used, edge, force = what, u, he, math.Abs(f)
		}
	}
	for i, a := range all {
		ask("the worst pin, from the lower edge", r.set.Thickness/2-float64(r.Bottom), r.riders[i].On(nil, a).V)
	}
	for l := range r.lengths {
		s := &r.lengths[l]
		for k := range s.Columns {
			low := math.Inf(1)
			for _, i := range s.Columns[k].Holes {
				low = min(low, s.Holes[i].Y-s.Low)
			}
			ask("the worst column of fasteners, from the upper edge", h-low, r.carries(nil, l, k, all).V)
		}
	}
	if sh.On() {
		f := hold.Splitting(sh, b, h, edge, on)
		sh.Add("used", "part of it in use by "+worst, "F / F90", force/f, working.Ratio, "", working.In("F", force, working.Force), working.In("F90", f, working.Force))
	}
	return hold.Use{Used: used, How: "splits along its grain"}
}

// outline is the rail's end as seen from the side: a cleat has its bevel, high at
// the front, so that what hooks over it is drawn to the wall.
func (r *Rail) outline() [][2]float64 {
	t, low, high := float64(r.Thickness), float64(r.Bottom), float64(r.Bottom+r.Height)
	if r.Kind != Cleat {
		return hold.Box(0, low, t, high)
	}
	return [][2]float64{{0, low}, {t, low}, {t, high}, {0, high - r.fall()}}
}

// Geometry draws the rail from the front, and each of its columns from the side.
func (r *railed) Geometry(all []hold.Action) hold.RailGeometry {
	g := hold.RailGeometry{Name: r.noun, Shapes: []hold.Shape{}, Columns: []hold.Column{}, Marks: r.marks()}
	stuff := r.Made.Stuff()
	for l := range r.lengths {
		s := &r.lengths[l]
		g.Shapes = append(g.Shapes, hold.Shape{Name: r.noun, Stuff: stuff, Front: hold.Box(s.from, s.Low, s.to, s.High)})
		side := []hold.Shape{{Name: r.noun, Stuff: stuff, Side: r.outline()}}
		for k := range s.Columns {
			p := r.carries(nil, l, k, all)
			col := hold.Column{X: s.Columns[k].X, Share: p.V, Moment: p.M, Geometry: r.set.NewGeometry(hold.Action{})}
			col.Shapes = side
			s.Draw(&col.Geometry, k, p)
			col.Measures = append(col.Measures, hold.Upright("height", "rail.height_mm", float64(r.Thickness)+10, s.Low, s.High))
			col.Fit()
			g.Columns = append(g.Columns, col)
		}
		idle := hold.Column{X: (s.from + s.to) / 2, Geometry: r.set.NewGeometry(hold.Action{})}
		s.Draw(&idle.Geometry, -1, hold.Pulled{})
		if len(idle.Holes) > 0 {
			idle.X = idle.Holes[0].X
			idle.Shapes = side
			idle.Fit()
			g.Columns = append(g.Columns, idle)
		}
	}
	return g
}

// marks are what a rail is marked out and cut by: the bores of a strip from its left
// end, the rip of a cleat.
func (r *railed) marks() []hold.Fact {
	out := []hold.Fact{}
	switch r.Kind {
	case Strip:
		for i, on := range r.riders {
			out = append(out, hold.Long(fmt.Sprintf("bore %d, from the strip's left end", i+1), on.X-float64(r.X)))
		}
		up := r.set.Thickness/2 - float64(r.Bottom)
		out = append(out, hold.Long("bores, up from the strip's lower edge", up), hold.Long("and from its upper edge", float64(r.Height)-up))
	case Cleat:
		tilt := 1 / math.Cos(r.Bevel*math.Pi/180)
		out = append(out,
			hold.Fact{Name: "tilt of the blade", Value: r.Bevel, Kind: "degrees"},
			hold.Long("fence to blade at the table, the rail's long face down", float64(r.Height)),
			hold.Long("the same rail, read on its short face", float64(r.Height)-r.fall()),
			hold.Long("width of blade along the face, kerf / cos of the tilt", float64(r.Kerf)*tilt),
			hold.Long("blank for two such pieces from one rip", 2*float64(r.Height)-r.fall()+float64(r.Kerf)*tilt))
	case Ledger:
		out = append(out, hold.Long("of the board on the cleat", float64(r.Thickness-r.Gap)))
	}
	return out
}

// Notes gathers its fasteners' notes, and says what stands off it.
func (r *railed) Notes() hold.Notes {
	n := hold.Notes{Cautions: r.caution}
	for l := range r.lengths {
		m := r.lengths[l].Notes()
		n.Assumed, n.Cautions = append(n.Assumed, m.Assumed...), append(n.Cautions, m.Cautions...)
		if len(r.lengths[l].Columns) == 1 {
			n.Cautions = append(n.Cautions, "only one stud holds "+r.lengthName(l)+": it leans on its rows alone not to swing")
		}
	}
	return n
}
