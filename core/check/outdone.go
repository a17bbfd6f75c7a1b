package check

import "aguante/core/hold"

// Most ways of loading a board are outdone at a support by another one: that puts there as much,
// and besides some load that stands as far out from the wall as things on the shelf do. A link
// that is never used less under more need not be asked about the outdone.

// leaders is among how many those are looked for that outdo the others at a support.
const leaders = 8

// outdo finds by which states, and by what comes down where, each support is not laden most.
func (r *run) outdo() {
	done := make([]bool, max(len(r.states), len(r.points)))
	for i := range r.at {
		lead(done[:len(r.states)], func(k int) float64 { return r.states[k].stretches[0].at[i].dr }, func(a, b int) bool {
			return r.outdoes(r.states[a], r.states[b], i)
		}, func(k int) { r.states[k].outdone |= 1 << i })
		for c := range r.places {
			all := r.places[c]
			lead(done[:len(all)], func(k int) float64 { return all[k].r0[i] }, func(a, b int) bool {
				return !all[a].tips && !all[b].tips && r.more(all[a].r0[i], all[a].m0[i], all[b].r0[i], all[b].m0[i])
			}, func(k int) { all[k].outdone |= 1 << i })
		}
	}
}

// lead goes through ways of loading, most first, and marks those that one before them outdoes.
// The first of all stays.
func lead(done []bool, much func(k int) float64, outdoes func(a, b int) bool, mark func(k int)) {
	clear(done)
	for range leaders {
		best := -1
		for k := range done {
			if !done[k] && (best < 0 || much(k) > much(best)) {
				best = k
			}
		}
		if best < 0 {
			return
		}
		done[best] = true
		for k := 1; k < len(done); k++ {
			if !done[k] && outdoes(best, k) {
				done[k] = true
				mark(k)
			}
		}
	}
}

// outdoes tells that state a puts more on support i than b, under however many times the contents:
// where it does so at every corner of both, it does between them.
func (r *run) outdoes(a, b *state, i int) bool {
	if a.tips() || b.tips() {
		return false
	}
	more := func(by float64) bool {
		p, q := &a.along(by).at[i], &b.along(by).at[i]
		return r.more(p.r+by*p.dr, p.m+by*p.dm, q.r+by*q.dr, q.m+by*q.dm)
	}
	if !more(r.most) {
		return false
	}
	for _, st := range [2]*state{a, b} {
		for k := range st.stretches {
			if from := st.stretches[k].from; from <= r.most && (!more(from) || !more(from*(1-1e-9))) {
				return false
			}
		}
	}
	return true
}

// more tells that an action is another that presses down and turns off the wall with some load of
// the shelf added.
func (r *run) more(force, moment, than, turned float64) bool {
	const little = 1e-9
	d := force - than
	slack := little * (1 + max(force, than))
	return than >= 0 && turned >= 0 && d >= -slack && moment-turned >= d*r.near-slack*r.far && moment-turned <= d*r.far+slack*r.far
}

// asks tells that a link is asked in a state.
func (p *probe) asks(st *state) bool {
	return (st.level || !p.levelOnly) && (!p.whole && !p.same || st == st.owner.states[0]) && !p.leaves(st.outdone)
}

// leaves tells that a link of a support leaves out what is outdone there.
func (p *probe) leaves(outdone uint64) bool {
	return p.on >= 0 && outdone>>p.on&1 == 1 && !p.eases && !p.levers && p.Kind != hold.Stiffness && p.Role != hold.RoleTips
}
