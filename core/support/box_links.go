package support

import (
	"cmp"
	"fmt"
	"slices"

	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/working"
)

// boxed is a box in its place.
type boxed struct {
	*BinBox
	set    Stage
	own    hold.Site
	at     []float64 // where its bottom is held: the ends, and dividers that are fixed so that they may
	bottom row
	wood   material.Board // of its ends
	back   *railed        // what it is screwed by, or its keyholes are in; nil on a cleat, or without a back
	rail   *railed        // on a cleat
	hook   hooking
	keys   []Hung    // its keyholes, one at each column of the back
	rest   float64   // of its weight all but the bottom, N
	restZ  float64   // how far out that is, mm
	base   float64   // of the face that it hangs on
	marks  []Divider // those at which the bottom is held
}

// Stand puts a box up.
func (b *BinBox) Stand(s Stage) Standing {
	h := &boxed{BinBox: b, set: s, own: s.site(s.X + s.Length/2), base: s.Rail.Base()}
	t := float64(b.Thick)
	h.wood = h.own.Piece(b.Made, s.Depth, t)
	h.at = []float64{s.X + t/2}
	if b.holdsBottom() {
		h.marks = slices.SortedFunc(slices.Values(b.Dividers), func(a, b Divider) int { return cmp.Compare(a.X, b.X) })
		for _, d := range h.marks {
			h.at = append(h.at, float64(d.X))
		}
	}
	h.at = append(h.at, s.X+s.Length-t/2)
	h.bottom = row{noun: "bottom", over: "ends and dividers", set: &h.set, at: h.at, points: h.Points(), board: s.Board, deep: s.Depth - b.behind(), t: s.Thickness}.lay()
	h.weigh()
	h.mount()
	return h
}

// holdsBottom tells whether its dividers hold the bottom up: they are fixed, and what fixes them may
// be pulled.
func (b *BinBox) holdsBottom() bool {
	if !b.Fixed || b.Back == NoBack {
		return false
	}
	switch b.Corners.Kind {
	case ScrewedCorner:
		return !b.Corners.End
	case DowelledCorner:
		return b.Corners.Glued
	}
	return false
}

// weigh sums what it weighs beside the bottom: the pieces as they are cut.
func (h *boxed) weigh() {
	o := Over{ID: h.ID, Length: h.set.Length, Depth: h.set.Depth, Thickness: h.set.Thickness, Rail: h.set.Rail}
	for _, p := range h.Pieces(o) {
		if p.Wood == "" || p.ID == h.ID+"/bottom" {
			continue
		}
		h.rest += float64(p.Count) * h.own.Piece(hold.Made{Wood: p.Wood}, p.Width, p.Thickness).Density() * 1e-9 * p.Length * p.Width * p.Thickness *
			quantity.Gravity
	}
	h.restZ = h.set.Depth / 2
}

// bottomWeight is the bottom's, between the ends, N.
func (h *boxed) bottomWeight() float64 {
	if h.Open {
		return 0
	}
	in := h.set.Length - 2*float64(h.Thick)
	return h.bottom.weight() * in / h.set.Length
}

// mount makes what it hangs by.
func (h *boxed) mount() {
	b := h.BinBox
	if b.On == ByCleat {
		if b.Hook == nil {
			return
		}
		backT := float64(b.BackThick)
		h.hook = hooking{Hook: b.Hook, site: &h.own, spacer: b.Spacer, lock: b.Lock, back: h.own.Piece(b.Made, float64(b.High), max(1, backT)), deep: backT}
		h.hook.hang(h.set.Rail, h.set.Fixtures)
		if h.set.Rail != nil {
			h.rail = newRailed(h.set.Rail, h.own, h.hook.along())
		}
		return
	}
	if b.Back == NoBack || b.Screw == nil || b.Key == nil && b.On == ByKeyholes {
		return
	}
	low, high := b.slat()
	name := "back slat"
	if b.Back == WholeBack {
		name = "back"
	}
	slat := &Rail{Made: b.Made, ID: b.ID, Kind: Ledger, X: quantity.Length(h.set.X), Length: quantity.Length(h.set.Length), Bottom: quantity.Length(low),
		Height: quantity.Length(high - low), Thickness: b.BackThick, Screw: *b.Screw, called: name, heel: new(float64)}
	for _, s := range b.Spots {
		s.Y -= quantity.Length(low)
		slat.Spots = append(slat.Spots, s)
	}
	var riders []Rider
	for _, x := range h.at {
		riders = append(riders, Rider{X: x, On: h.pullsBack})
	}
	h.back = newRailed(slat, h.own, riders)
	if b.On == ByKeyholes {
		for _, c := range h.back.lengths[0].Columns {
			spot := h.back.lengths[0].Holes[c.Holes[0]]
			k := Keyhole{KeySlot: *b.Key, Made: b.Made, High: quantity.Length(high), Up: quantity.Length(spot.Y), Back: b.BackThick, Hole: spot.ID, Screw: *b.Screw}
			site := h.set.site(c.X)
			site.Along = h.set.Length / float64(len(h.back.lengths[0].Columns))
			h.keys = append(h.keys, k.Hang(Setting{Site: site}))
		}
	}
}

// pullsBack is what an end or a divider does to the back: its weight, and by its couple about the box's
// lower edge a pull at the back's middle, which bends it between the studs and does not twist it.
func (h *boxed) pullsBack(a hold.Action) hold.Pulled {
	low, high := h.slat()
	return hold.Pulled{V: a.R, M: a.M, H: a.M / ((low + high) / 2), Case: a.Case}
}

// does is what a place where the bottom is held gets in a demand, N, with care: of the bottom, of
// goods as they press it down, and at the ends half of all else; and how far out all of it stands.
func (h *boxed) does(i int, d Demand, all bool) (r, e float64) {
	goods := h.bottom.most(i)
	if all {
		goods = h.bottom.all(i)
	}
	inner := h.bottom.own(i) / max(h.bottom.weight(), 1e-9) * h.bottomWeight()
	r = inner + goods*d.By
	if i == 0 || i == len(h.at)-1 {
		r += h.rest / 2
	}
	r += d.Extra * two(h.at, i, d.X)
	return r * d.Care, h.out(d)
}

// out is how far from the wall's face all of it stands in a demand, mm.
func (h *boxed) out(d Demand) float64 {
	w := h.rest + h.bottomWeight()
	m := w*h.off() + h.rest*h.restZ + h.bottomWeight()*(h.behind()+h.set.Depth)/2
	for _, g := range h.set.Goods {
		w, m = w+g.W*d.By, m+g.W*d.By*(g.Z-h.base)
	}
	w, m = w+d.Extra, m+d.Extra*(h.off()+h.set.Depth)
	return m / max(w, 1e-9)
}

// actions are what its ends and dividers do to its back.
func (h *boxed) actions(d Demand) []hold.Action {
	out := make([]hold.Action, len(h.at))
	for i := range out {
		r, e := h.does(i, d, true)
		out[i] = hold.Action{R: r, M: r * e, Case: d.Case}
	}
	return out
}

// whole is all of it as one action.
func (h *boxed) whole(d Demand) hold.Action {
	var a hold.Action
	for _, one := range h.actions(d) {
		a.R, a.M = a.R+one.R, a.M+one.M
	}
	a.Case = d.Case
	return a
}

func (h *boxed) Links() []FormLink {
	var out []FormLink
	add := func(l hold.Link, where string, x float64, use func(*working.Sheet, Demand) hold.Use) {
		out = append(out, FormLink{Link: l, Support: h.ID, Where: where, X: x, Use: use})
	}
	add(hold.Link{Part: "bottom", Mode: "there", Goes: hold.Stands, Of: hold.StuffOf(h.set.Board), Role: hold.RoleStanding, Kind: hold.Gate, Name: "bottom"},
		"the box", h.own.X, func(sh *working.Sheet, _ Demand) hold.Use {
			if sh.On() {
				sh.Add("t", "the bottom's thickness", "the design", h.set.Thickness, working.Length, "the design")
			}
			if h.Open {
				return hold.Use{Used: hold.Fails, How: "is missing: what stands in the box falls through"}
			}
			return hold.Use{How: "is there"}
		})
	if h.Open {
		return out
	}
	add(hold.Link{Part: "bottom", Mode: "bending", Goes: hold.Bends, Of: hold.StuffOf(h.set.Board), Role: hold.RoleBends, Kind: hold.Strength,
		Name: "bottom in bending"}, "the box", h.own.X, h.bottom.bends)
	add(hold.Link{Part: "bottom", Mode: "sag", Goes: hold.Sags, Of: hold.StuffOf(h.set.Board), Role: hold.RoleSags, Kind: hold.Stiffness,
		Name: "bottom's sag"}, "the box", h.own.X, h.bottom.sags)
	for i := range h.at {
		where, part := h.whereAt(i), h.partAt(i)
		add(hold.Link{Part: part, Mode: "bottom", Goes: hold.Opens, Of: h.Corners.Of(), Role: hold.RoleJoint, Kind: hold.Strength,
			Name: h.Corners.noun() + " of the bottom"}, where, h.at[i], func(sh *working.Sheet, d Demand) hold.Use { return h.cornered(sh, i, d) })
		if h.Back != NoBack {
			add(hold.Link{Part: part, Mode: "back", Goes: hold.Opens, Of: h.Corners.Of(), Role: hold.RoleJoint, Kind: hold.Strength,
				Name: h.Corners.noun() + " of the back"}, where, h.at[i], func(sh *working.Sheet, d Demand) hold.Use { return h.atBack(sh, i, d) })
		}
	}
	return append(out, h.onWall()...)
}

// whereAt and partAt name a place where the bottom is held.
func (h *boxed) whereAt(i int) string {
	switch i {
	case 0:
		return "left end"
	case len(h.at) - 1:
		return "right end"
	}
	return fmt.Sprintf("divider %d", i)
}

func (h *boxed) partAt(i int) string {
	switch i {
	case 0:
		return "left"
	case len(h.at) - 1:
		return "right"
	}
	return h.marks[i-1].ID
}

// cornered is the bottom in an end, pushed across, or hung from a divider, pulled.
func (h *boxed) cornered(sh *working.Sheet, i int, d Demand) hold.Use {
	r, e := h.does(i, d, false)
	if i == 0 || i == len(h.at)-1 {
		r -= h.rest / 2 * d.Care // the end bears that itself
	}
	if sh.On() {
		sh.Add("R", "of the bottom and of what presses it down there, × care", "beam on ends and dividers × care", r, working.Force, "Euler–Bernoulli beam",
			working.In("care", d.Care, working.Ratio))
	}
	on, deep := h.set.Bases[d.Case], h.set.Depth-h.behind()
	if i == 0 || i == len(h.at)-1 {
		one := h.Corners.takes(sh, &h.own, h.wood, float64(h.Thick), h.set.Board, on)
		return h.Corners.row(sh, one, r, e-h.off()-h.behind(), deep, 0)
	}
	one := h.Corners.takes(sh, &h.own, h.set.Board, h.set.Thickness, h.wood, on)
	return h.Corners.row(sh, one, 0, 0, deep, r)
}

// atBack is an end or a divider on the back: its weight along the joint, and what turns it off the
// wall about the box's lower edge out of it.
func (h *boxed) atBack(sh *working.Sheet, i int, d Demand) hold.Use {
	r, e := h.does(i, d, false)
	low, high := h.slat()
	y := (low + high) / 2
	if h.Back == WholeBack {
		y = high * 2 / 3
	}
	arm := max(0, e-h.off()-h.behind())
	t := r * arm / y
	if sh.On() {
		sh.Add("R", "of the bottom, of what presses it down there, and its own half of the box, × care", "beam on ends and dividers × care", r, working.Force,
			"Euler–Bernoulli beam", working.In("care", d.Care, working.Ratio))
		sh.Add("T", "pull off the back, about the box's lower edge, y below the joint's middle", "R × e / y", t, working.Force, "statics",
			working.In("R", r, working.Force), working.In("e", arm, working.Length), working.In("y", y, working.Length))
	}
	side := h.Corners // through the back into the ends' back edges, whose grain runs up the wall
	side.End = false
	one := side.takes(sh, &h.own, h.own.Piece(h.Made, high-low, float64(h.BackThick)), float64(h.BackThick), h.wood, h.set.Bases[d.Case])
	return side.row(sh, one, r, (high-low)/2, high-low, t)
}

// onWall are the links of what it hangs by.
func (h *boxed) onWall() []FormLink {
	var out []FormLink
	fails := func(why string) []FormLink {
		return append(out, FormLink{Link: hold.Link{Part: "box", Mode: "hangs", Goes: hold.Stands, Of: h.Made.Of(), Role: hold.RoleBehind, Kind: hold.Gate,
			Name: "box on the wall"}, Support: h.ID, Where: "the box", X: h.own.X, Use: func(sh *working.Sheet, _ Demand) hold.Use {
			if sh.On() {
				sh.Add("n", "places where it is held", "count", float64(len(h.Spots)), working.Ratio, "the design")
			}
			return hold.Use{Used: hold.Fails, How: why}
		}})
	}
	switch {
	case h.Back == NoBack:
		return fails("has no back and no slat to be held by: give it one")
	case h.On == ByCleat:
		for _, l := range h.hook.links() {
			out = append(out, FormLink{Link: l, Support: h.ID, Where: "the box", X: h.own.X,
				Use: func(sh *working.Sheet, d Demand) hold.Use { return l.Use(sh, h.whole(d)) }})
		}
		if h.rail == nil || h.hook.rail == nil {
			return out
		}
		for _, l := range h.rail.Links() {
			out = append(out, FormLink{Link: l.Link, Support: h.set.Rail.ID, Where: l.Where, X: l.X,
				Use: func(sh *working.Sheet, d Demand) hold.Use { return l.Use(sh, h.rail.pulls(h.spread(h.whole(d)))) }})
		}
		return out
	case h.back == nil || len(h.Spots) == 0:
		return fails("has nothing that holds it: put fasteners through its back")
	}
	for _, l := range h.back.Links() {
		if h.On == ByKeyholes && (l.Role == hold.RoleNear || l.Role == hold.RoleHeel) {
			continue // a keyhole has its own
		}
		out = append(out, FormLink{Link: l.Link, Support: h.ID, Where: l.Where, X: l.X,
			Use: func(sh *working.Sheet, d Demand) hold.Use { return l.Use(sh, h.back.pulls(h.actions(d))) }})
	}
	for k, key := range h.keys {
		for _, l := range key.Links() {
			if l.Kind == hold.Gate {
				continue // the back's says so
			}
			l.Part = fmt.Sprintf("%s-%s", h.back.lengths[0].Holes[h.back.lengths[0].Columns[k].Holes[0]].ID, l.Part)
			out = append(out, FormLink{Link: l, Support: h.ID, Where: fmt.Sprintf("keyhole %d", k+1), X: h.back.lengths[0].Columns[k].X,
				Use: func(sh *working.Sheet, d Demand) hold.Use {
					p := h.back.carries(sh, 0, k, h.back.pulls(h.actions(d)))
					return l.Use(sh, hold.Action{R: p.V, M: p.M, Case: d.Case})
				}})
		}
	}
	return out
}

// Self is its own weight, N.
func (h *boxed) Self() float64 { return h.rest + h.bottomWeight() }

// Points are its ends, its dividers and the middles between them.
func (h *boxed) Points() []float64 {
	t := float64(h.Thick)
	at := []float64{h.set.X + t, h.set.X + h.set.Length - t}
	for _, d := range h.Dividers {
		at = append(at, float64(d.X))
	}
	at = append(at, h.set.X+h.set.Length/2)
	return at
}

// onRail is what it does to the rail that it hooks onto.
func (h *boxed) onRail(d Demand) (rail *railed, all []hold.Action) {
	return h.rail, h.spread(h.whole(d))
}

// spread is an action all along the hook.
func (h *boxed) spread(a hold.Action) []hold.Action {
	if h.rail == nil {
		return nil
	}
	return onAll(a, len(h.rail.riders))
}

// couples are what its back passes to the studs.
func (h *boxed) couples(d Demand, do func(stud string, up, couple float64)) {
	if h.back == nil {
		return
	}
	studs := h.back.Studs()
	to := make([]float64, len(studs))
	h.back.Couples(h.back.pulls(h.actions(d)), to)
	low, high := h.slat()
	for i, stud := range studs {
		do(stud, (low+high)/2, to[i])
	}
}

// Notes are its fasteners', and what its joints are.
func (h *boxed) Notes() hold.Notes {
	var n hold.Notes
	if h.back != nil {
		n = h.back.Notes()
	}
	if h.On == ByCleat && h.Hook != nil {
		n.Cautions = append(n.Cautions, h.hook.cautions()...)
	}
	if h.Fixed && len(h.Dividers) > 0 && !h.holdsBottom() {
		n.Assumed = append(n.Assumed, "the dividers stand on the bottom and do not hold it up: what fixes them is not trusted with a pull")
	}
	if h.Corners.Glued && h.Corners.Kind == ScrewedCorner {
		n.Assumed = append(n.Assumed, "the glue in its joints is not counted: the figures are what the screws hold if it lets go")
	}
	if h.Corners.End && h.Corners.Kind == ScrewedCorner {
		n.Cautions = append(n.Cautions, "screws in end grain: two thirds of what they take across is counted, and no pull")
	}
	return n
}
