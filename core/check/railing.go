package check

import (
	"fmt"
	"math"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/working"
)

// railing is the piece on the wall that the supports of a shelf hang on, and where
// what it carries comes from.
type railing struct {
	support.Shared
	riders []support.Rider
	from   []int         // index of the support behind each rider; nil on a ledger
	acts   []hold.Action // to reckon with
}

// hangRail puts the shelf's rail up.
func (r *run) hangRail(set hold.Site) {
	rail := r.lath
	if rail == nil {
		return
	}
	left := float64(r.shelf.X)
	g := &railing{riders: rail.Lies(left, left+float64(r.shelf.Length))}
	if len(g.riders) == 0 {
		for i, h := range r.hung {
			if on, ok := support.RiderOf(h, float64(r.shelf.X)+r.at[i], rail); ok {
				g.riders, g.from = append(g.riders, on), append(g.from, i)
			}
		}
	}
	set.Along = float64(rail.Length) / float64(max(1, len(g.riders)))
	g.acts = make([]hold.Action, len(g.riders))
	g.Shared = rail.Hang(set, g.riders, support.Boarded{Skin: r.skin(), Beyond: r.beyond(float64(rail.Thickness))})
	r.rail = g
}

// skin is the thickness of a hollow shelf's skins, 0 for any other.
func (r *run) skin() float64 {
	if b := r.shelf.MakeUp; b.Kind == design.Hollow && b.Hollow != nil {
		return float64(b.Hollow.Skin)
	}
	return 0
}

// beyond bounds the part of a moment off the wall that is left about a block's
// front: of a load at z, (z − p)/z; of the board's own weight (1 − p/D)².
func (r *run) beyond(p float64) float64 {
	d := float64(r.shelf.Depth) + r.out
	part := max(0, 1-p/d) * max(0, 1-p/d)
	for _, it := range r.items {
		part = max(part, 1-p/it.z)
	}
	return part
}

// laid is what of board and contents lies on a back cleat, gathered at its riders, N: half
// of the board, and of contents their back share, over its own length.
func (r *run) laid(sh *working.Sheet, v *view, c hold.Case, care float64, out []hold.Action) []hold.Action {
	sum := 0.0
	add := func(from, to, w float64) {
		for i := range out {
			on := &r.rail.riders[i]
			x := on.X - float64(r.shelf.X)
			if lo, hi := max(x-on.Wide/2, from), min(x+on.Wide/2, to); hi > lo {
				out[i].R += w * (hi - lo) * care
				sum += w * (hi - lo) * care
			}
		}
	}
	own := 0.5
	if r.backing == nil {
		own = 1
	}
	add(0, float64(r.shelf.Length), r.selfW*own)
	for _, it := range r.items {
		back := it.back
		if r.backing == nil {
			back = it.w // brackets are asked for all of it as well
		}
		add(it.from, it.to, back*v.lambda)
	}
	for i := range out {
		out[i].Case = c
	}
	if sh.On() {
		sh.Add("R", "what the back cleat is asked to bear: half of the board and, of what stands at z, the part that the front half does not "+
			"span with, at least half; × care", "(self / 2 + Σ W × max(0.5, 1 − z / (0.75 D))) × care", sum, working.Force, "engineering basis",
			working.In("care", care, working.Ratio))
	}
	return out
}

// pulled is what the rail gets in a view from each of its riders, with care where strength is
// asked: worked out once, as long as no other view asks.
func (r *run) pulled(sh *working.Sheet, v *view, c hold.Case, kind hold.Kind) []hold.Pulled {
	k := 0
	if kind == hold.Stiffness {
		k = 1
	}
	if last := &r.room.carried[k]; last.number != v.number || last.in != c || sh.On() {
		last.number, last.in = v.number, c
		r.room.pulled[k] = support.Pulls(r.rail.riders, r.carried(sh, v, c, kind), r.room.pulled[k][:0])
	}
	return r.room.pulled[k]
}

// carried is what each rider gets in a view, with care where strength is asked, until it is
// asked again.
func (r *run) carried(sh *working.Sheet, v *view, c hold.Case, kind hold.Kind) []hold.Action {
	if len(r.rail.riders) == 0 {
		return nil
	}
	care := r.care(c)
	if kind == hold.Stiffness {
		care = 1
	}
	out := r.rail.acts
	clear(out)
	if r.rail.from == nil {
		return r.laid(sh, v, c, care, out)
	}
	for k, i := range r.rail.from {
		force, moment := v.action(i)
		moment -= force * r.base // about the face that the rail is on
		out[k] = hold.Action{R: force * care, M: moment * care, Case: c}
		if sh.On() {
			name := fmt.Sprintf("%s %s along the wall", r.noun(i), say.Place(r.rail.riders[k].X))
			sh.Add(fmt.Sprintf("R%d", k+1), name+": its share, "+v.when()+", × care", "beam on its supports × care", out[k].R, working.Force,
				"Euler–Bernoulli beam", working.In("care", care, working.Ratio))
			sh.Add(fmt.Sprintf("M%d", k+1), "and its moment off the wall", "beam on its supports × care", out[k].M, working.Moment,
				"Euler–Bernoulli beam", working.In("care", care, working.Ratio))
		}
	}
	return out
}

// railProbes adds what asks the rail.
func (r *run) railProbes(out []probe, all []support.SharedLink, id func(part, fastener, mode string) string) []probe {
	for _, l := range all {
		on := -1
		if len(l.Under) == 1 && r.rail.from != nil {
			on = r.rail.from[l.Under[0]]
		}
		out = append(out, probe{Link: r.link(Link{ID: id("rail", l.Part, l.Mode), Role: l.Role, Kind: l.Kind, Piece: l.Part, Goes: l.Goes,
			Of:   l.Of,
			Name: l.Name, Where: l.Where, Support: r.lath.ID, NoMean: l.NoMean, X: l.X - float64(r.shelf.X)}),
			on: on, levelOnly: l.Kind == hold.Stiffness, same: l.Kind == hold.Gate || l.Own, eases: l.Eases, rail: l.Use})
	}
	return out
}

// railReport is the rail as it is drawn, under what uses it most.
func (r *run) railReport(all []found) *Rail {
	if r.rail == nil {
		return nil
	}
	out := &Rail{ID: r.lath.ID, Name: r.lath.Noun()}
	from, carried := r, make([]hold.Pulled, len(r.rail.riders))
	if r.rig != nil {
		v := r.look(r.states[0], r.multiple())
		if worst := worstOf(all, out.ID); worst != nil {
			out.Worst = worst.ID
			from, v = worst.run, worst.run.look(worst.state, r.multiple())
		}
		if !v.gone() {
			out.When, carried = v.when(), from.pulled(nil, &v, hold.Everyday, hold.Strength)
		}
	}
	out.Geometry = from.rail.Geometry(carried)
	for i := range out.Geometry.Columns {
		out.Geometry.Columns[i].Back = r.out
	}
	return out
}

// columnBeside is the column of a rail that stands nearest to a support on it.
func (r *run) columnBeside(rail hold.RailGeometry, i int) hold.Column {
	best := hold.Column{X: math.Inf(1)}
	x := float64(r.shelf.X) + r.at[i]
	for _, c := range rail.Columns {
		if math.Abs(c.X-x) < math.Abs(best.X-x) {
			best = c
		}
	}
	return best
}

// railNotes say what the rail assumes and is to be watched for.
func (r *run) railNotes(assume func(string), caution func(about, format string, args ...any)) {
	if r.rail == nil {
		return
	}
	rail := r.lath
	n := r.rail.Notes()
	for _, t := range n.Assumed {
		assume(t)
	}
	for _, t := range n.Cautions {
		caution(rail.ID, "%s: %s", rail.Noun(), t)
	}
	if len(r.rail.riders) == 0 {
		caution(rail.ID, "nothing hangs on the %s", rail.Noun())
	}
	if m := r.movement(); r.rail.from == nil && len(r.rail.riders) > 0 && m != nil {
		if left := float64(rail.Thickness-rail.Gap) - m.Shrinks; left < support.LeastBearing {
			caution(rail.ID, "when the board has shrunk only %s of it lie on the back cleat; %s is the least", say.Length(max(0, left)),
				say.Length(support.LeastBearing))
		}
	}
}
