package check

import (
	"math"

	"aguante/core/hold"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/working"
)

// bed is where a loose board bears on a support: from x0 to x1 along the board, and out from
// the wall up to front.
type bed struct{ x0, x1, front float64 }

// layDown finds whether the board lies loose, and on what: it does where nothing under it
// holds it down and all of it may tip off.
func (r *run) layDown() {
	r.kept = r.keptDown()
	r.beds = make([]bed, 0, len(r.hung))
	for i, h := range r.hung {
		b := h.Bed()
		if b == nil || r.rest.Held[i] {
			r.beds = nil
			return
		}
		r.beds = append(r.beds, bed{r.at[i] - b.Wide/2, r.at[i] + b.Wide/2, b.Reach + r.onto})
	}
}

// loose tells that nothing holds the board down.
func (r *run) loose() bool { return len(r.beds) > 0 }

// weighed is a weight, N, and its moments along the board and out from the wall.
type weighed struct{ w, x, z float64 }

func (l *weighed) add(w, x, z float64) { l.w, l.x, l.z = l.w+w, l.x+w*x, l.z+w*z }

// weighs is everything on the board in a state, its contents so many times there.
func (r *run) weighs(st *state, by float64) weighed {
	var out weighed
	length := float64(r.shelf.Length)
	out.add(r.selfW*length, length/2, r.out+float64(r.shelf.Depth)/2)
	for _, bay := range st.bays {
		from, to := r.rig.Bay(bay)
		for _, it := range r.items {
			if a, b := max(from, it.from), min(to, it.to); b > a {
				out.add(it.all*(b-a)*by, (a+b)/2, it.z)
			}
		}
	}
	return out
}

// tipsOver tells where a load tips a loose board as one body: its centroid is not within the
// hull of what it bears on (engineering basis 1).
func (r *run) tipsOver(l weighed) (string, bool) {
	if l.w <= 0 {
		return "", false
	}
	x, z := l.x/l.w, l.z/l.w
	left, right := math.Inf(1), math.Inf(-1)
	for _, b := range r.beds {
		left, right = min(left, b.x0), max(right, b.x1)
	}
	switch {
	case x < left-1e-6:
		return "over its left support", true
	case x > right+1e-6:
		return "over its right support", true
	case z > r.frontAt(x)+1e-6:
		return "off the front", true
	}
	return "", false
}

// frontAt is how far out the hull of the beds goes at a place along the board, mm.
func (r *run) frontAt(x float64) float64 {
	out := 0.0
	at := func(p, q, fp, fq float64) {
		if p > q {
			p, q, fp, fq = q, p, fq, fp
		}
		if x >= p-1e-9 && x <= q+1e-9 {
			f := max(fp, fq)
			if q > p {
				f = fp + (fq-fp)*(x-p)/(q-p)
			}
			out = max(out, f)
		}
	}
	for _, a := range r.beds {
		for _, b := range r.beds {
			for _, p := range [2]float64{a.x0, a.x1} {
				for _, q := range [2]float64{b.x0, b.x1} {
					at(p, q, a.front, b.front)
				}
			}
		}
	}
	return out
}

// standing is the board on its supports. A loose one is asked with all contents there; what
// tips it when part of them is gone is said apart.
func (r *run) standing(sh *working.Sheet, v *view, _ hold.Case) hold.Use {
	if r.rig == nil {
		return hold.Use{Used: math.Inf(1), How: "has " + say.Decimal(float64(len(r.at)), 0) + " of the 2 supports it needs under it"}
	}
	if !r.loose() {
		if sh.On() {
			sh.Add("stands", "something holds the board down, or it rests on two supports", "contacts of the beam", 1, working.Ratio, "statics")
		}
		if v.tips {
			return hold.Use{Used: math.Inf(1), How: "tips over its end support"}
		}
		return hold.Use{How: "tips over its end support"}
	}
	all := r.weighs(v.state, v.by)
	over, tips := r.tipsOver(all)
	if sh.On() {
		sh.Add("X", "centroid of everything on the board, from its left end", "Σ W x / Σ W", all.x/all.w, working.Length, "statics",
			working.In("Σ W x", all.x, working.Moment), working.In("Σ W", all.w, working.Force))
		sh.Add("Z", "and out from the wall", "Σ W z / Σ W", all.z/all.w, working.Length, "statics", working.In("Σ W z", all.z, working.Moment),
			working.In("Σ W", all.w, working.Force))
		sh.Add("front", "how far out the hull of what it lies on goes there: a loose board past it tips", "hull of the supports' bearing",
			r.frontAt(all.x/all.w), working.Length, "engineering basis")
	}
	if tips {
		return hold.Use{Used: math.Inf(1), How: "tips " + over}
	}
	return hold.Use{How: "tips"}
}

// looseness says when a loose board tips while part of its contents is gone, or something is
// set down on its edge; "" where it does not.
func (r *run) looseness() string {
	if !r.loose() || r.rig == nil {
		return ""
	}
	most := max(1, r.multiple())
	best, out := math.Inf(1), ""
	for _, st := range r.states[1:] {
		if !st.level {
			continue
		}
		over := func(by float64) float64 {
			if _, tips := r.tipsOver(r.weighs(st, by)); tips {
				return math.Inf(1)
			}
			return -1
		}
		if over(most) < 0 {
			continue
		}
		mass, by := 0.0, 0.0
		if over(0) < 0 {
			by = crossing(over, -1, math.Inf(1), most)
			one, none := r.weighs(st, 1), r.weighs(st, 0)
			mass = float64(quantity.MassOf((one.w - none.w) * by))
		}
		if mass < best {
			best = mass
			how, _ := r.tipsOver(r.weighs(st, by+1e-6*most))
			if out = st.pattern + " it tips " + how; mass > 0 {
				out += " at " + say.Mass(mass)
			}
		}
	}
	if weight := r.suddenLoad(handling); out == "" && weight > 0 {
		for _, x := range r.points {
			all := r.weighs(r.states[0], r.multiple())
			all.add(weight, x, r.out+float64(r.shelf.Depth))
			if how, tips := r.tipsOver(all); tips {
				return "with " + say.Force(weight) + " set down on its front edge, " + say.Place(x) + " from its left end, it tips " + how
			}
		}
	}
	return out
}

// kept is how a board is kept down at a support: n screws so far behind the front of what it
// lies on.
type kept struct{ front, n, behind float64 }

// keptDown is it at every support; nil where the board does not lie on all of them.
func (r *run) keptDown() []kept {
	out := make([]kept, len(r.hung))
	for i, h := range r.hung {
		b := h.Bed()
		if b == nil {
			return nil
		}
		n, behind := support.Screwed(h)
		out[i] = kept{b.Reach + r.onto, n, behind}
	}
	return out
}

// lift is what the screws of support i keep the board down with in a view, N, as it would tip
// as one body over the fronts of what it lies on: all screws alike, by how far they are behind.
func (r *run) lift(v *view, i int) float64 {
	turns, holds := 0.0, 0.0
	for k, at := range r.kept {
		force, moment := v.action(k)
		turns += moment - force*at.front
		holds += at.n * at.behind
	}
	if holds == 0 {
		return 0
	}
	return r.kept[i].n * max(0, turns) / holds
}

// fallen are the reactions of a board that tips: all of it lies on the support that it tips
// about.
func (r *run) fallen(weight, along float64) int {
	x, best := along/max(weight, 1e-9), 0
	for i := range r.at {
		if math.Abs(r.at[i]-x) < math.Abs(r.at[best]-x) {
			best = i
		}
	}
	return best
}
