package check

import (
	"cmp"
	"errors"
	"math"

	"aguante/core/beam"
	"aguante/core/hold"
	"aguante/core/say"
)

// state is one way in which the board may be loaded and stand: some bays
// loaded, perhaps one support off. Its reactions change with the contents'
// multiplier along straight stretches, a new one where a contact opens or
// closes, so that asking for any multiplier is a multiplication.
type state struct {
	pattern   string
	bays      []int
	level     bool
	off       int     // support that stands off where it is not level
	drop      float64 // so far, mm
	said      string
	outdone   uint64 // supports at which another state asks more, as bits
	owner     *run
	stretches []stretch
}

// when says it.
func (st *state) when() string {
	if st.level || st.said != "" {
		return cmp.Or(st.said, st.pattern)
	}
	way := "low"
	if st.drop < 0 {
		way = "high"
	}
	st.said = st.pattern + ", " + st.owner.supportName(st.off) + " standing " + say.Length(math.Abs(st.drop)) + " " + way
	return st.said
}

// along is the stretch that holds for a multiplier.
func (st *state) along(by float64) *stretch {
	k := len(st.stretches) - 1
	for k > 0 && st.stretches[k].from > by {
		k--
	}
	return &st.stretches[k]
}

// tips tells whether the board tips at some multiplier.
func (st *state) tips() bool { return st.stretches[len(st.stretches)-1].tips }

// stretch holds for multipliers from From on, support by support.
type stretch struct {
	from  float64
	tips  bool
	jumps bool // what a support bears is another at its beginning than at the end of the one before
	at    []borne
}

// borne is what a support bears and how far the board sinks over it, without contents and
// more for each time that the contents are there: reaction R = r + λ dr, moment
// M = m + λ dm, sinking u + λ du.
type borne struct{ r, dr, m, dm, u, du float64 }

// addState solves a state once for every multiplier.
func (r *run) addState(p pattern, off int, drop float64) error {
	r.made = append(r.made, state{pattern: p.name, bays: p.bays, level: off < 0, off: off, drop: drop, owner: r})
	st := &r.made[len(r.made)-1]
	all := r.found[:0]
	rest := r.rest
	turned := rest
	if off >= 0 {
		rest.Drop, turned.Drop = r.drops[0], r.drops[1]
		clear(rest.Drop)
		clear(turned.Drop)
		rest.Drop[off], turned.Drop[off] = drop, drop*r.zAll
	}
	self, selfM := r.rig.Fixed[0], r.selfM
	full, fullM := p.full, p.turning
	level := beam.Rest{Soft: r.rest.Soft, Held: r.rest.Held}
	lambda := 0.0
	for range 6*len(r.at) + 6 {
		for i := range r.sums {
			r.sums[i] = self[i] + full[i]*past(lambda)
		}
		err := r.rig.ReactInto(&r.stood, r.sums, rest)
		if errors.Is(err, beam.ErrUnstable) {
			all = append(all, r.tipped(st, lambda))
			break
		}
		if err != nil {
			return err
		}
		bears := r.stood.Bears
		p := stretch{from: lambda, at: r.bornes.Take(len(r.at))}
		for k, part := range [4]struct {
			fixed []float64
			rest  beam.Rest
		}{{self, rest}, {full, level}, {selfM, turned}, {fullM, level}} {
			got := &r.stood
			if err := r.rig.BearInto(got, part.fixed, part.rest, bears); err != nil {
				return err
			}
			for i := range p.at {
				at := &p.at[i]
				switch k {
				case 0:
					at.r, at.u = got.R[i], got.Sunk[i]
				case 1:
					at.dr, at.du = got.R[i], got.Sunk[i]
				case 2:
					at.m = got.R[i]
				case 3:
					at.dm = got.R[i]
				}
			}
		}
		all = append(all, p)
		next := p.end(bears, rest, lambda)
		if next > r.most {
			break
		}
		lambda = next
	}
	for k := 1; k < len(all); k++ {
		all[k].jumps = all[k].tips || jumps(&all[k-1], &all[k])
	}
	st.stretches, r.found = append(r.straight.Take(len(all))[:0], all...), all
	r.states = append(r.states, st)
	return nil
}

// jumps tells whether two stretches differ where the one ends and the other begins.
func jumps(a, b *stretch) bool {
	for i := range a.at {
		p, q := &a.at[i], &b.at[i]
		r, m := p.r+b.from*p.dr, p.m+b.from*p.dm
		if math.Abs(q.r+b.from*q.dr-r) > 1e-9*(1+math.Abs(r)) || math.Abs(q.m+b.from*q.dm-m) > 1e-9*(1+math.Abs(m)) {
			return true
		}
	}
	return false
}

// past is a multiplier so far beyond one at which a contact opens or closes that it plainly has:
// by more than the smallest force that counts as one.
func past(lambda float64) float64 { return lambda + 1e-6*max(1, lambda) }

// tipped is a stretch in which the board tips: all of it lies on the support that it tips
// about.
func (r *run) tipped(st *state, lambda float64) stretch {
	p := stretch{from: lambda, tips: true, at: r.bornes.Take(len(r.at))}
	all, none, one := r.weighs(st, past(lambda)), r.weighs(st, 0), r.weighs(st, 1)
	p.at[r.fallen(all.w, all.x)] = borne{r: none.w, dr: one.w - none.w, m: none.z, dm: one.z - none.z}
	return p
}

// end is the multiplier past lambda at which the first contact opens or closes.
func (p *stretch) end(bears uint64, rest beam.Rest, lambda float64) float64 {
	next := math.Inf(1)
	for i := range p.at {
		at, slope := p.at[i].r, p.at[i].dr
		if bears>>i&1 == 0 {
			d := 0.0
			if rest.Drop != nil {
				d = rest.Drop[i]
			}
			at, slope = d-p.at[i].u, -p.at[i].du
		} else if rest.Held[i] {
			continue
		}
		if slope < 0 {
			if x := -at / slope; x > past(lambda) {
				next = min(next, x)
			}
		}
	}
	return next
}

// sum adds the fixed reactions of some bays' columns.
func (r *run) sum(bays []int, column func(int) int) []float64 {
	out := r.floats.Take(len(r.at))
	for _, bay := range bays {
		for i, v := range r.rig.Fixed[column(bay)] {
			out[i] += v
		}
	}
	return out
}

func (r *run) scaled(v []float64, by float64) []float64 {
	out := r.floats.Take(len(v))
	for i := range v {
		out[i] = v[i] * by
	}
	return out
}

// plus returns a + by b.
func (r *run) plus(a, b []float64, by float64) []float64 {
	out := r.scaled(b, by)
	for i := range a {
		out[i] += a[i]
	}
	return out
}

// view is a state at one multiplier, seen by the links.
type view struct {
	r       *run
	lambda  float64
	by      float64 // as asked for: lambda, but where the board tips before
	tips    bool
	along   *stretch
	bent    *stretch // by which the board is bent: where it tips, as it lay just before
	state   *state
	r0, m0  []float64 // sudden: reactions and moments as solved
	sunk    []float64
	point   int // column of the point that is set down, or -1
	weight  float64
	outdone uint64 // supports at which something set down elsewhere asks more, as bits
	number  int    // of this view among the run's
}

// when says what is seen.
func (v *view) when() string {
	if v.point < 0 {
		return v.state.when()
	}
	return "with " + say.Force(v.weight) + " coming down on the front edge, " +
		say.Place(v.r.points[v.point-v.r.colPoint(0)]) + " from the left end"
}

// room is what was worked out for a view last: how the board stands now, and at the end, and what
// the rail gets from its riders, with care and without; each with the number of the view.
type room struct {
	factors, sunk []float64
	curves        [3]beam.Curve // the last is drawn anew each time
	drawn         [2]int
	pulled        [2][]hold.Pulled
	carried       [2]struct {
		number int
		in     hold.Case
	}
}

// look sees a state under λ times the contents. Past the multiplier at which the board tips
// all of it lies on one support, with tips set, and it is bent as it was just before.
func (r *run) look(st *state, lambda float64) view {
	var v view
	v.see(r, st, lambda)
	return v
}

// see makes a view anew.
func (v *view) see(r *run, st *state, lambda float64) {
	r.views++
	v.r, v.state, v.lambda, v.by, v.point, v.tips, v.number = r, st, lambda, lambda, -1, false, r.views
	v.along, v.bent, v.r0, v.m0 = nil, nil, nil, nil
	for i := range st.stretches {
		p := &st.stretches[i]
		switch {
		case i > 0 && p.from > lambda:
		case p.tips:
			v.tips, v.along, v.lambda = true, p, p.from-1e-6
		default:
			v.along, v.bent = p, p
		}
	}
}

// gone tells that the board has no place to be seen in.
func (v *view) gone() bool { return v.along == nil && v.r0 == nil }

// action returns what support i carries.
func (v *view) action(i int) (force, moment float64) {
	if v.along == nil {
		return v.r0[i], v.m0[i]
	}
	at := &v.along.at[i]
	return at.r + v.by*at.dr, at.m + v.by*at.dm
}

// grown returns the board's curve with the part under its own weight and the
// part under the contents each multiplied; until the next is asked for.
func (v *view) grown(self, contents float64) *beam.Curve { return v.draw(2, self, contents, 1) }

// onSide is the curve of one of two halves of a board, by its share: what is set down stands
// whole on the front one. It is there until the next is asked for.
func (v *view) onSide(sd *side) *beam.Curve {
	down := 0.0
	if sd.front {
		down = 1
	}
	return v.draw(2, sd.share, sd.share, down)
}

// draw draws the curve in the k-th place of the run's room.
func (v *view) draw(k int, self, contents, down float64) *beam.Curve {
	in := &v.r.room
	clear(in.factors)
	in.factors[0] = self
	for _, bay := range v.state.bays {
		in.factors[v.r.colContents(bay)] = v.lambda * contents
	}
	if v.point >= 0 {
		in.factors[v.point] = v.weight * down
		copy(in.sunk, v.sunk)
	} else {
		clear(in.sunk)
		for i := 0; v.bent != nil && i < len(in.sunk); i++ {
			in.sunk[i] = v.bent.at[i].u*self + v.bent.at[i].du*v.lambda*contents
		}
	}
	v.r.rig.CurveInto(&in.curves[k], in.factors, in.sunk)
	return &in.curves[k]
}

// shape is the curve as the board stands now, worked out once as long as no other view asks.
func (v *view) shape() *beam.Curve {
	if in := &v.r.room; in.drawn[0] != v.number {
		v.draw(0, 1, 1, 1)
		in.drawn[0] = v.number
	}
	return &v.r.room.curves[0]
}

// end is the curve at the end of the contents' stay, worked out likewise.
func (v *view) end() *beam.Curve {
	if in := &v.r.room; in.drawn[1] != v.number {
		v.draw(1, v.r.long[0], v.r.long[1], 1)
		in.drawn[1] = v.number
	}
	return &v.r.room.curves[1]
}

// setDown is all contents with one more weight, N, on the front edge at point k.
func (r *run) setDown(k int, weight float64) (view, error) {
	all := r.states[0]
	r.views++
	v := view{r: r, lambda: r.multiple(), by: r.multiple(), state: all, point: r.colPoint(k), weight: weight, number: r.views}
	fixed := r.plus(r.plus(r.rig.Fixed[0], r.sum(all.bays, r.colContents), v.lambda), r.rig.Fixed[v.point], weight)
	s, err := r.rig.React(fixed, r.rest)
	if errors.Is(err, beam.ErrUnstable) {
		v.tips = true
		there := r.weighs(all, v.lambda)
		there.add(weight, r.points[k], r.out+float64(r.shelf.Depth))
		v.r0, v.m0, v.sunk = r.floats.Take(len(r.at)), r.floats.Take(len(r.at)), r.floats.Take(len(r.at))
		on := r.fallen(there.w, there.x)
		v.r0[on], v.m0[on] = there.w, there.z
		return v, nil
	}
	if err != nil {
		return v, err
	}
	depth := float64(r.shelf.Depth)
	turning := r.plus(r.plus(r.scaled(r.rig.Fixed[0], r.out+depth/2), r.sum(all.bays, r.colTurning), v.lambda), r.rig.Fixed[v.point],
		weight*(r.out+depth))
	m, err := r.rig.Bear(turning, r.rest, s.Bears)
	v.r0, v.m0, v.sunk = s.R, m.R, s.Sunk
	return v, err
}
