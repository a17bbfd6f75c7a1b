package support

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"

	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/slab"
	"aguante/core/working"
)

// railed is a rail in its place: one mount for each of its lengths.
type railed struct {
	*Rail
	set     hold.Site
	board   material.Board // bent from stud to stud
	flat    material.Board // and bent off the wall
	own     float64        // its weight, N per mm
	takes   [hold.Cases]timber
	floats  slab.Of[float64]
	ladens  slab.Of[laden]
	text    slab.Text
	laden   []hold.Pulled // to reckon with
	pulled  []hold.Pulled // likewise
	lengths []span
	riders  []Rider
	caution []string
	studs   []string
	noun    string
	panel   *paneled // that it is held by
}

// Rider is what a rail carries at a place along the wall, spread over a width about it. On
// turns what comes down there into what the rail gets.
type Rider struct {
	X, Wide float64
	Into    []hold.Drilled // its own fasteners in the rail, of what is screwed to it
	On      func(a hold.Action) hold.Pulled
}

// Pulls writes what each of some riders passes on of what comes down on it.
func Pulls(riders []Rider, all []hold.Action, to []hold.Pulled) []hold.Pulled {
	to = slices.Grow(to, len(all))
	for i, a := range all {
		to = append(to, riders[i].On(a))
	}
	return to
}

// rides is a support that hangs on a rail of its setting; nil where it hangs on none.
type rides interface {
	rider() func(a hold.Action) hold.Pulled
}

// RiderOf is a support on the rail of its setting; ok is false where it hangs on none.
func RiderOf(h Hung, x float64, on *Rail) (Rider, bool) {
	if on.Kind == Backer {
		r := Rider{X: x, On: hold.Straight}
		if s, ok := h.(interface{ screwed() []hold.Drilled }); ok {
			r.Into = s.screwed()
		}
		return r, true
	}
	if r, ok := h.(rides); ok {
		if on := r.rider(); on != nil {
			return Rider{X: x, On: on}, true
		}
	}
	return Rider{}, false
}

// span is one length of a rail: which riders are on it, and what of each goes to every
// column.
type span struct {
	from, to     float64
	mean, spread float64   // of its columns: middle, and Σx² about it
	belong       []float64 // of it to every column, mm
	on           []bool
	shares       []share // column by column
	bays         []bay
	hold.Mount
}

// timber is what a rail's wood takes in a case, MPa: bent down, bent off the wall, and sheared.
type timber struct{ down, out, across float64 }

// share is the part of a rider's load that a column takes if the rail is a stiff body, if it
// is a beam on the two columns nearest to it, and if it is one beam through over all.
type share struct{ stiff, lever, through float64 }

// share works out what of every rider goes to which column.
func (s *span) share(riders []Rider) {
	n := float64(len(s.Columns))
	for _, c := range s.Columns {
		s.mean += c.X / n
	}
	for _, c := range s.Columns {
		s.spread += (c.X - s.mean) * (c.X - s.mean)
	}
	s.on, s.shares = make([]bool, len(riders)), make([]share, len(riders)*len(s.Columns))
	for i, on := range riders {
		s.place(i, on.X)
	}
	s.through(riders)
}

// place works it out for one rider.
func (s *span) place(i int, x float64) {
	s.on[i] = x >= s.from-1e-6 && x <= s.to+1e-6
	for k := range s.Columns {
		to := &s.shares[k*len(s.on)+i]
		to.lever = leverShare(s.Columns, k, x)
		if to.stiff = 1; len(s.Columns) > 1 {
			to.stiff = 1/float64(len(s.Columns)) + (x-s.mean)*(s.Columns[k].X-s.mean)/s.spread
		}
	}
}

// pulls is what its riders pass on of what comes down on each, until it is asked again.
func (r *railed) pulls(all []hold.Action) []hold.Pulled {
	r.pulled = Pulls(r.riders, all, r.pulled[:0])
	return r.pulled
}

// newRailed puts a rail up, with what rides on it.
func newRailed(r *Rail, s hold.Site, riders []Rider) *railed {
	out := &railed{Rail: r, set: s, riders: riders, noun: r.Noun(),
		flat: s.Piece(r.Made, float64(r.Height), float64(r.Thickness)), board: s.Piece(r.Made, float64(r.Thickness), float64(r.Height))}
	out.own = r.ownWeight(out.board)
	for c, on := range s.Bases {
		out.takes[c] = timber{out.board.Bending(nil, on), out.flat.Bending(nil, on), out.board.Shear(nil, on)}
		if out.board.Panel != nil {
			out.takes[c].across = out.board.Planar(nil, on)
		}
	}
	ends := append(out.floats.Take(len(r.Joints) + 2)[:0], float64(r.X), float64(r.X+r.Length))
	for _, j := range r.Joints {
		ends = append(ends, float64(r.X+j))
	}
	slices.Sort(ends)
	out.lengths = make([]span, 0, len(ends)-1)
	low, high := float64(r.Bottom), float64(r.Bottom+r.Height)
	through := hold.Wooden(out.noun, out.board, float64(r.Thickness), true)
	if r.back != nil && r.Behind {
		out.panel = r.back.Hang(s, panelRiders(r, riders))
		through = hold.Wooden("panel", s.Piece(r.back.Made, float64(r.back.Width), float64(r.back.Thickness)), float64(r.back.Thickness), true)
	} else if r.back != nil {
		through = through.Off(float64(r.back.Thickness))
	}
	for i := range len(ends) - 1 {
		from, to := ends[i], ends[i+1]
		if out.panel != nil {
			out.set.Onto = &hold.Ground{Name: out.noun, Face: "panel", Wood: out.board, Thick: float64(r.Thickness), X: [2]float64{from, to},
				Y: [2]float64{low, high}}
		}
		set := out.set
		holes := make([]hold.Drilled, 0, len(r.Spots))
		for _, sp := range r.Spots {
			if x := float64(sp.X); x >= from && (x < to || i == len(ends)-2) {
				holes = append(holes, set.Drill(sp.ID, x, low+float64(sp.Y), r.screwOf(&sp), through))
			}
		}
		hold.Spare(holes)
		slices.SortStableFunc(holes, func(a, b hold.Drilled) int { return cmp.Compare(a.X, b.X) })
		if c := set.Crowd(holes, hold.Grain{Name: out.noun, Ends: [2]float64{from, to}, Edges: [2]float64{low, high}}); c != "" {
			out.caution = append(out.caution, c)
		}
		heel := low
		if r.heel != nil {
			heel = *r.heel
		}
		m := hold.NewMount(&set, out.noun, r.Screw, holes, heel, high, false, func(xs []float64, k int) float64 {
			return belongs(xs, k, from, to)
		})
		length := span{from: from, to: to, Mount: m, belong: out.floats.Take(len(m.Columns))}
		xs := out.floats.Take(len(m.Columns))
		for k := range m.Columns {
			xs[k] = m.Columns[k].X
		}
		for k := range xs {
			length.belong[k] = belongs(xs, k, from, to)
		}
		out.lengths = append(out.lengths, length)
		out.lengths[i].share(riders)
		out.lengths[i].layBays(out)
	}
	return out
}

// belongs is the length of a piece from one end to the other that belongs to its k-th column.
func belongs(xs []float64, k int, from, to float64) float64 {
	if k > 0 {
		from = (xs[k-1] + xs[k]) / 2
	}
	if k < len(xs)-1 {
		to = (xs[k] + xs[k+1]) / 2
	}
	return to - from
}

// move puts a rider elsewhere.
func (r *railed) move(i int, x float64) {
	if r.riders[i].X == x {
		return
	}
	r.riders[i].X = x
	for l := range r.lengths {
		s := &r.lengths[l]
		s.place(i, x)
		s.through(r.riders)
		for k := range s.bays {
			s.bays[k].lay(r)
		}
	}
}

// Hang puts a rail up with what rides on it.
func (r *Rail) Hang(s hold.Site, riders []Rider, b Boarded) Shared {
	return r.way().hang(newRailed(r, s, riders), b)
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

// carries is what a column of a length carries: the worst of its share as a stiff body, V/n
// + V ecc xi/Σx², no negative one being relied on, of a beam on the two columns nearest each
// load, and of one beam through over all of them; and its part of the rail's own weight.
func (r *railed) carries(sh *working.Sheet, l, k int, all []hold.Pulled) hold.Pulled {
	s := &r.lengths[l]
	var out, lever, through hold.Pulled
	var v, m, vx float64
	for i, p := range all {
		if !s.on[i] {
			continue
		}
		out.Case = p.Case
		v, m, vx = v+p.V, m+p.M, vx+p.V*(r.riders[i].X-s.mean)
		share := &s.shares[k*len(all)+i]
		out.V, out.M = out.V+share.stiff*p.V, out.M+share.stiff*p.M
		lever.V, lever.M = lever.V+share.lever*p.V, lever.M+share.lever*p.M
		if share.through > 0 { // what lifts it off this column comes and goes
			through.V, through.M = through.V+share.through*p.V, through.M+share.through*p.M
		}
	}
	if len(s.Columns) == 1 {
		if e := vx / max(math.Abs(v), 1e-9); math.Abs(e) > lone {
			out.Turn = vx
		}
	} else {
		if sh.On() {
			n, xi := working.In("n", float64(len(s.Columns)), working.Ratio), working.In("xi", s.Columns[k].X-s.mean, working.Length)
			spread := working.In("Σx²", s.spread, working.Area)
			sh.Add("V1", "share of this column as if the "+r.noun+" were stiff, all loads together", "ΣV / n + Σ(V × x) × xi / Σx²", out.V,
				working.Force, "statics", working.In("ΣV", v, working.Force), n, working.In("Σ(V × x)", vx, working.Moment), xi, spread)
			sh.Add("V2", "and with every load on the two columns nearest to it", "by levers", lever.V, working.Force, "statics")
			sh.Add("M1", "moment off the wall, shared in the same way", "ΣM / n + Σ(M × x) × xi / Σx²", out.M, working.Moment, "statics",
				working.In("ΣM", m, working.Moment), n, xi, spread)
			sh.Add("M2", "and with every load on the two columns nearest to it", "by levers", lever.M, working.Moment, "statics")
			if len(s.Columns) > 2 {
				sh.Add("V3", "and as one beam through over all of its columns, of what adds to it", "beam on rigid columns", through.V, working.Force, "statics")
				sh.Add("M3", "its moment off the wall likewise", "beam on rigid columns", through.M, working.Moment, "statics")
			}
		}
		out.V, out.M = farthest(out.V, lever.V, through.V), farthest(out.M, lever.M, through.M)
	}
	if own := r.own * s.belong[k] * r.set.CareIn(out.Case); own > 0 {
		out.V, out.M = out.V+own, out.M+own*float64(r.Thickness)/2
	}
	if sh.On() {
		sh.Add("R", "on this column, the worst of them, with its part of the "+r.noun+"'s own weight", "max(V1, V2, V3) + own", out.V,
			working.Force, "engineering basis")
		sh.Add("M", "moment off the wall on this column", "max(M1, M2, M3) + own × t / 2", out.M, working.Moment, "engineering basis")
	}
	return out
}

// farthest is that of some figures which is farthest from nothing.
func farthest(all ...float64) float64 {
	out := 0.0
	for _, x := range all {
		if math.Abs(x) > math.Abs(out) {
			out = x
		}
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

// Links are every column's fasteners and heel, the rail's own wood, and whether
// each length and each support is held at all.
func (r *railed) Links() []SharedLink {
	n := 0
	for l := range r.lengths {
		n += 1 + 2*len(r.lengths[l].Columns) + 3*len(r.lengths[l].bays)
	}
	out := make([]SharedLink, 0, n+1)
	for l := range r.lengths {
		s := &r.lengths[l]
		for k := range s.Columns {
			c := &s.Columns[k]
			where := r.columnName(s, k)
			id, name, mean := s.Holes[c.Holes[0]].ID, r.text.Join(s.Nouns(c), " of the ", r.noun), s.NoMean(c)
			out = append(out,
				SharedLink{Link: hold.Link{Part: id, Mode: "pull", Goes: hold.Draws, Of: s.Of(c), Role: hold.RoleNear, Kind: hold.Strength,
					Name: name, NoMean: mean, Eases: len(s.Columns) == 1}, Where: where, X: c.X,
					Use: func(sh *working.Sheet, all []hold.Pulled) hold.Use { return s.Worst(sh, c, r.carries(sh, l, k, all)) }},
				SharedLink{Link: hold.Link{Part: id, Mode: "heel", Goes: hold.Crushes, Of: r.set.LinedWith(), Role: hold.RoleHeel,
					Kind: hold.Strength, Name: r.set.HeelName(), NoMean: hold.NoWallMean}, Where: where, X: c.X,
					Use: func(sh *working.Sheet, all []hold.Pulled) hold.Use { return s.Press(sh, c, r.carries(sh, l, k, all)) }})
		}
		out = append(out, SharedLink{Link: hold.Link{Part: r.text.Join("length-", strconv.Itoa(l+1)), Mode: "behind", Goes: hold.Stands, Of: r.Screw.Of(),
			Role: hold.RoleBehind, Kind: hold.Gate, Name: s.IntoName()}, Where: r.lengthName(l), X: (s.from + s.to) / 2,
			Use: func(sh *working.Sheet, _ []hold.Pulled) hold.Use { return r.lengthHolds(sh, l) }})
	}
	out = append(out, r.between()...)
	if r.panel != nil {
		out = append(append(out, r.offPanel(r.panel)...), r.panel.Links()...)
	}
	return out
}

// columnName is where a column stands: at which of the wall's studs, counted from
// the left, or which of the columns it is.
func (r *railed) columnName(s *span, k int) string {
	c := &s.Columns[k]
	if behind := s.Holes[c.Holes[0]].Hit.Behind(); behind != nil {
		return r.text.Join("stud ", strconv.Itoa(s.Set.Wall.Number(behind)))
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
		return r.text.Join("the ", r.noun)
	}
	return fmt.Sprintf("length %d of the %s", l+1, r.noun)
}

// panelRiders are a rail's as its panel has them.
func panelRiders(r *Rail, riders []Rider) []PanelRider {
	out := make([]PanelRider, len(riders))
	for i := range riders {
		out[i] = PanelRider{riders[i], r}
	}
	return out
}

// Base is how far out from the wall the back of a rail is, mm: in front of its panel.
func (r *Rail) Base() float64 {
	if r == nil || r.back == nil {
		return 0
	}
	return float64(r.back.Thickness)
}

// Studs are those behind its columns.
func (r *railed) Studs() []string {
	if r.studs != nil {
		return r.studs
	}
	n := 0
	for l := range r.lengths {
		n += len(r.lengths[l].Columns)
	}
	out := make([]string, 0, n)
	for l := range r.lengths {
		s := &r.lengths[l]
		for k := range s.Columns {
			if stud := s.studBehind(k); stud != "" {
				out = append(out, stud)
			}
		}
	}
	if r.panel != nil {
		r.panel.couples(nil, func(stud string, _ float64) { out = append(out, stud) })
	}
	r.studs = out
	return out
}

// Couples writes what each of these columns passes to its stud, N·mm.
func (r *railed) Couples(all []hold.Pulled, to []float64) {
	n := 0
	for l := range r.lengths {
		s := &r.lengths[l]
		for k := range s.Columns {
			if s.studBehind(k) != "" {
				to[n] = r.carries(nil, l, k, all).M
				n++
			}
		}
	}
	if r.panel != nil {
		r.panel.couples(all, func(_ string, m float64) {
			to[n] = m
			n++
		})
	}
}

func (s *span) studBehind(k int) string { return s.Holes[s.Columns[k].Holes[0]].Hit.Stud }
