package support

import (
	"math"
	"strconv"

	"aguante/core/beam"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/working"
)

// bay is a length of rail between two of its columns, or beyond the last one: held at
// columns left and right, of which one is -1 on an overhang. How it bends and sags under
// each load in it is worked out once, for a load of 1.
type bay struct {
	from, to    float64
	left, right int
	on          []laden
	bends       []float64 // place by place where it may bend most, load by load, N·mm
	places      []float64
}

// laden is a part of what a rail carries that lies in a bay, spread over a width about x: of what
// a rider passes on, or of the rail's own weight, N, where that is -1. A load of 1 there sinks
// the bay's middle, or its end beyond the last column, by sinks / 48 E I.
type laden struct {
	rider          int
	part           float64
	x, wide, sinks float64
}

// layBays finds the bays of a length of rail, from left to right, and what lies in each.
func (s *span) layBays(r *railed) {
	n := len(s.Columns)
	if n == 0 {
		return
	}
	out := make([]bay, 0, n+1)
	if x := s.Columns[0].X; x > s.from+1 {
		out = append(out, bay{from: s.from, to: x, left: -1})
	}
	for k := range n - 1 {
		out = append(out, bay{from: s.Columns[k].X, to: s.Columns[k+1].X, left: k, right: k + 1})
	}
	if x := s.Columns[n-1].X; x < s.to-1 {
		out = append(out, bay{from: x, to: s.to, left: n - 1, right: -1})
	}
	s.bays = out
	for i := range out {
		out[i].lay(r)
	}
}

// overhangs tells that a bay is held at one end.
func (b *bay) overhangs() bool { return b.left < 0 || b.right < 0 }

// lay finds what lies in a bay, and what each does there.
func (b *bay) lay(r *railed) {
	if b.on = b.on[:0]; b.on == nil {
		b.on = r.ladens.Take(len(r.riders) + 1)[:0]
	}
	for i := range r.riders {
		on := &r.riders[i]
		x0, x1 := on.X-on.Wide/2, on.X+on.Wide/2
		if x1 < b.from || x0 > b.to {
			continue
		}
		part := 1.0
		if on.Wide > 0 {
			x0, x1 = max(x0, b.from), min(x1, b.to)
			part = (x1 - x0) / on.Wide
		}
		b.on = append(b.on, laden{rider: i, part: part, x: (x0 + x1) / 2, wide: x1 - x0})
	}
	if own := r.own * (b.to - b.from); own > 0 {
		b.on = append(b.on, laden{rider: -1, part: own, x: (b.from + b.to) / 2, wide: b.to - b.from})
	}
	b.sections(r)
	if n := len(b.places) * len(b.on); cap(b.bends) < n {
		b.bends = r.floats.Take(n)
	}
	b.bends = b.bends[:0]
	for _, s := range b.places {
		for i := range b.on {
			b.bends = append(b.bends, b.on[i].bends(b, s))
		}
	}
	for i := range b.on {
		b.on[i].sinks = b.on[i].sink(b)
	}
}

// bends is what a load of 1 bends a bay by at s, N·mm: as a simple span between its columns,
// or as a cantilever at its one.
func (w *laden) bends(b *bay, s float64) float64 {
	if b.overhangs() {
		if b.left < 0 {
			return b.to - w.x
		}
		return w.x - b.from
	}
	length := b.to - b.from
	left, right := w.wide/2+s-w.x, w.wide/2+w.x-s // of the load on either side
	if left <= 0 || right <= 0 || w.wide == 0 {
		return (min(w.x, s) - b.from) * (b.to - max(w.x, s)) / length
	}
	return (left*(s-left/2-b.from)*(b.to-s) + right*(s-b.from)*(b.to-s-right/2)) / length / w.wide
}

// sink is 48 E I times how far a load of 1 sinks the bay's middle, or its end beyond the last
// column.
func (w *laden) sink(b *bay) float64 {
	l := b.to - b.from
	if b.overhangs() {
		a := w.bends(b, b.to)
		return 8 * a * a * (3*l - a)
	}
	a := min(w.x-b.from, b.to-w.x)
	out := a * (3*l*l - 4*a*a)
	if w.wide > 0 { // of a load spread over its width, less than of one in its middle
		out -= spread(w, b)
	}
	return out
}

// sections finds where a bay may bend most.
func (b *bay) sections(r *railed) {
	const steps = 16
	if n := len(b.on) + steps; cap(b.places) < n {
		b.places = r.floats.Take(n)
	}
	b.places = b.places[:0]
	if b.overhangs() {
		b.places = append(b.places, b.to)
		return
	}
	wide := false
	for i := range b.on {
		wide = wide || b.on[i].wide > 0
		b.places = append(b.places, b.on[i].x)
	}
	for k := 1; k < steps && wide; k++ {
		b.places = append(b.places, b.from+(b.to-b.from)*float64(k)/steps)
	}
}

// loads are what the loads of a bay come to, one by one: with care on the rail's own weight.
func (r *railed) loads(b *bay, all []hold.Pulled, care float64) []hold.Pulled {
	if r.laden = r.laden[:0]; cap(r.laden) < len(b.on) {
		r.laden = make([]hold.Pulled, 0, len(r.riders)+1)
	}
	for i := range b.on {
		w := &b.on[i]
		if w.rider < 0 {
			r.laden = append(r.laden, hold.Pulled{V: w.part * care})
			continue
		}
		p := &all[w.rider]
		r.laden = append(r.laden, hold.Pulled{V: w.part * p.V, H: w.part * p.H, M: w.part * p.M})
	}
	return r.laden
}

// Links of the rail as a beam from column to column; twist where what it carries turns it,
// and not the wall at its back.
func (r *railed) between() []SharedLink {
	n, laid := 0, 0
	for l := range r.lengths {
		for k := range r.lengths[l].bays {
			n, laid = n+1, laid+len(r.lengths[l].bays[k].on)
		}
	}
	all := make([]int, 0, laid)
	out := make([]SharedLink, 0, 3*n)
	bends, sags, twists := r.text.Join(r.noun, " in bending"), r.text.Join(r.noun, "'s sag"), r.text.Join("twist of the ", r.noun)
	of, twisted := r.Made.Of(), r.way().twisted()
	for l := range r.lengths {
		s := &r.lengths[l]
		for n := range s.bays {
			b := &s.bays[n]
			where := r.text.Join("between ", r.columnAt(s, b.left), " and ", r.columnAt(s, b.right))
			if b.overhangs() {
				where = r.text.Join("beyond ", r.columnAt(s, max(b.left, b.right)))
			}
			first := len(all)
			for i := range b.on {
				if b.on[i].rider >= 0 {
					all = append(all, b.on[i].rider)
				}
			}
			under := all[first:len(all):len(all)]
			part := r.text.Join("bay-", strconv.Itoa(l+1), "-", strconv.Itoa(n+1))
			link := func(mode string, goes hold.Goes, kind hold.Kind, role hold.Role, name string,
				use func(*railed, *working.Sheet, *bay, []hold.Pulled, hold.Case) hold.Use) {
				out = append(out, SharedLink{Link: hold.Link{Part: part, Mode: mode, Goes: goes, Of: of,
					Role: role, Kind: kind, Name: name}, Where: where, X: (b.from + b.to) / 2, Under: under, Own: len(under) == 0,
					Use: func(sh *working.Sheet, all []hold.Pulled) hold.Use {
						if len(all) == 0 {
							return hold.Use{}
						}
						care := 1.0
						if kind == hold.Strength {
							care = r.set.CareIn(all[0].Case)
						}
						return use(r, sh, b, r.loads(b, all, care), all[0].Case)
					}})
			}
			link("bends", hold.Bends, hold.Strength, hold.RoleRail, bends, (*railed).bends)
			link("sags", hold.Sags, hold.Stiffness, hold.RoleRailSags, sags, (*railed).sags)
			if twisted {
				link("twists", hold.Twists, hold.Strength, hold.RoleRail, twists, (*railed).twists)
			}
		}
	}
	return out
}

// columnAt names a column of a length.
func (r *railed) columnAt(s *span, k int) string {
	if k < 0 {
		return ""
	}
	return r.columnName(s, k)
}

// bends is the rail in bending: by weight, and by what pushes it off the wall (engineering
// basis 4).
func (r *railed) bends(sh *working.Sheet, b *bay, on []hold.Pulled, c hold.Case) hold.Use {
	t, h := float64(r.Thickness), float64(r.Height)
	down, out := t*h*h/6*r.takes[c].down, h*t*t/6*r.takes[c].out
	var worst, mv, mh float64
	for s := 0; s < len(b.bends); s += len(on) {
		var v, w float64
		for i, k := range b.bends[s : s+len(on)] {
			v, w = v+k*on[i].V, w+k*on[i].H
		}
		if u := math.Abs(v)/down + math.Abs(w)/out; u > worst {
			worst, mv, mh = u, math.Abs(v), math.Abs(w)
		}
	}
	if sh.On() {
		r.board.Bending(sh, r.set.Bases[c])
		sh.Add("Mv", "greatest moment in the "+r.noun+", a simple span from column to column or a cantilever beyond the last, with its own weight",
			"Σ V × a × b / L", mv, working.Moment, "statics", working.In("L", b.to-b.from, working.Length))
		sh.Add("σ", "bending stress", "Mv / (t × h² / 6)", mv/(t*h*h/6), working.Stress, "statics", working.In("Mv", mv, working.Moment),
			working.In("t", t, working.Length), working.In("h", h, working.Length))
		if mh > 0 {
			sh.Add("Mh", "and bent off the wall by what pulls it there", "Σ H × a × b / L", mh, working.Moment, "statics")
			sh.Add("σh", "its stress", "Mh / (h × t² / 6)", mh/(h*t*t/6), working.Stress, "statics", working.In("Mh", mh, working.Moment),
				working.In("h", h, working.Length), working.In("t", t, working.Length))
		}
		sh.Add("used", "part of the allowable stress, both together", "σ / Fb + σh / Fb", worst, working.Ratio, "statics")
	}
	return hold.Use{Used: worst, How: "breaks between what holds it"}
}

// sags is how far it goes down between its columns, or its end beyond the last, after the
// contents' stay.
func (r *railed) sags(sh *working.Sheet, b *bay, on []hold.Pulled, _ hold.Case) hold.Use {
	t, h, l := float64(r.Thickness), float64(r.Height), b.to-b.from
	e := r.board.E(nil)
	ei := e * t * h * h * h / 12
	now, span := 0.0, l
	for i := range on {
		now += on[i].V * b.on[i].sinks / (48 * ei)
	}
	if b.overhangs() {
		span = 2 * l
	}
	later := material.CreepFactor(nil, r.board.Creep(), r.set.Days)
	sag, allowed := math.Abs(now)*later, r.set.Allowed(span)
	if sh.On() {
		sh.Add("I", "inertia of the "+r.noun, "t × h³ / 12", t*h*h*h/12, working.Inertia, "statics", working.In("t", t, working.Length),
			working.In("h", h, working.Length))
		sh.Add("δ", "how far it goes down in its middle at first, or at its end beyond the last column", "Σ V × a × (3 L² − 4 a²) / (48 E I)",
			math.Abs(now), working.Length, "statics", working.In("E", e, working.Stress), working.In("L", l, working.Length))
		sh.Add("δ′", "and at the end of the contents' stay", "δ × k", sag, working.Length, "EC5 2.2.3", working.In("δ", math.Abs(now), working.Length),
			working.In("k", later, working.Ratio))
		sh.Add("used", "part of what is still straight", "δ′ / allowed", sag/allowed, working.Ratio, "", working.In("δ′", sag, working.Length),
			working.In("allowed", allowed, working.Length))
	}
	return hold.Use{Used: sag / allowed, How: "sags too far", Value: sag, Allowed: allowed}
}

// spread is by how much a (3 L² − 4 a²), a from the nearer column, is less in the mean over
// a load's width than in its middle; mm³.
func spread(w *laden, b *bay) float64 {
	l := b.to - b.from
	at := func(x float64) float64 {
		a := min(x-b.from, b.to-x)
		return a * (3*l*l - 4*a*a)
	}
	const steps = 8
	mean := 0.0
	for k := range steps {
		mean += at(w.x+w.wide*((float64(k)+0.5)/steps-0.5)) / steps
	}
	return at(w.x) - mean
}

// torsion is k of τ = T / (k a b²), a being the longer side (Saint-Venant; engineering
// basis 4).
func torsion(a, b float64) float64 {
	if b > a {
		a, b = b, a
	}
	table := [][2]float64{{1, 0.208}, {1.29, 0.223}, {2, 0.246}, {5, 0.292}}
	ratio := a / b
	for i := 1; i < len(table); i++ {
		if p, q := table[i-1], table[i]; ratio <= q[0] {
			return p[1] + (q[1]-p[1])*(ratio-p[0])/(q[0]-p[0])
		}
	}
	return table[len(table)-1][1]
}

// twists is the rail in torsion beside a column, with its shear there: all that turns it in
// the bay, each by how near it stands.
func (r *railed) twists(sh *working.Sheet, b *bay, on []hold.Pulled, c hold.Case) hold.Use {
	t, h := float64(r.Thickness), float64(r.Height)
	fv, k := r.takes[c].across, torsion(h, t)
	worst, torque, shear := 0.0, 0.0, 0.0
	for _, left := range [2]bool{true, false} {
		if left && b.left < 0 || !left && b.right < 0 {
			continue
		}
		var m, v float64
		for i := range on {
			part := 1.0
			if !b.overhangs() {
				part = (b.to - b.on[i].x) / (b.to - b.from)
				if !left {
					part = 1 - part
				}
			}
			m, v = m+part*on[i].M, v+part*on[i].V
		}
		tau := math.Abs(m)/(k*max(t, h)*min(t, h)*min(t, h)) + 1.5*math.Abs(v)/(t*h)
		if tau > worst {
			worst, torque, shear = tau, math.Abs(m), math.Abs(v)
		}
	}
	if sh.On() {
		sh.Add("T", "twist beside a column: what turns the "+r.noun+" in this bay, each by how near it stands", "Σ T × (1 − x / L)", torque,
			working.Moment, "statics")
		sh.Add("V", "and shear there", "Σ V × (1 − x / L)", shear, working.Force, "statics")
		sh.Add("τ", "shear stress at the middle of its broad face", "T / (k × a × b²) + 1.5 × V / (a × b)", worst, working.Stress,
			"Saint-Venant", working.In("T", torque, working.Moment), working.In("k", k, working.Ratio),
			working.In("a", max(t, h), working.Length), working.In("b", min(t, h), working.Length), working.In("V", shear, working.Force))
		sh.Add("used", "part of the allowable stress", "τ / Fv", worst/fv, working.Ratio, "", working.In("τ", worst, working.Stress),
			working.In("Fv", fv, working.Stress))
	}
	return hold.Use{Used: worst / fv, How: "shears as it twists"}
}

// through works out what of every rider goes to which column if the rail is a beam through
// over all of them, on rigid columns: the middle one of two bays carries more than its share.
func (s *span) through(riders []Rider) {
	n := len(s.Columns)
	if n < 3 {
		return
	}
	at := make([]float64, n)
	for k := range s.Columns {
		at[k] = s.Columns[k].X - s.from
	}
	loads := make([]beam.Load, 0, len(riders))
	var which []int
	for i, on := range riders {
		if !s.on[i] {
			continue
		}
		which = append(which, i)
		x := min(max(on.X-s.from, 0), s.to-s.from)
		if on.Wide > 0 {
			loads = append(loads, beam.Load{Patches: []beam.Patch{{From: max(0, x-on.Wide/2), To: min(s.to-s.from, x+on.Wide/2), W: 1 / on.Wide}}})
		} else {
			loads = append(loads, beam.Load{Points: []beam.Point{{At: x, P: 1}}})
		}
	}
	rig, err := beam.Condense(s.to-s.from, 1e9, at, loads)
	if err != nil {
		return // columns in one place: the others govern
	}
	for q, i := range which {
		for k := range s.Columns {
			s.shares[k*len(s.on)+i].through = rig.Fixed[q][k]
		}
	}
}

// ownWeight of a rail is N per mm.
func (r *Rail) ownWeight(board material.Board) float64 {
	return board.Density() * 1e-9 * float64(r.Thickness) * float64(r.Height) * quantity.Gravity
}
