package support

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// ToolHolder is a plate as wide as its shelf that hooks onto a bevelled rail, its lower edge at
// the shelf's foot: with goods fixed on it so far from the wall, or with hooks that they hang on;
// mm.
type ToolHolder struct {
	ID        string          `json:"id"`
	High      quantity.Length `json:"high_mm" title:"Plate" label:"high" range:"30 1500"`
	Thick     quantity.Length `json:"thick_mm" label:"thick" range:"4 80" as:"fine"`
	hold.Made `label:"wood" as:"wood"`
	Spacer    bool         `json:"spacer" label:"lower spacer" yes:"yes|no"`
	Lock      bool         `json:"lock,omitempty" label:"lock screw" yes:"yes|no"`
	Hook      Hook         `json:"hook" title:"Hook"`
	Peg       *Peg         `json:"peg,omitempty" title:"Hooks" add:"put hooks on it" drop:"take them off"`
	Hooks     []Hanger     `json:"hooks,omitempty" count:"0 60" stands:"yes"`
	LockScrew *hold.Fixing `json:"lock_screw,omitempty" title:"Lock screw" label:"" only:"lock=true"`
}

// Noun is what it is called.
func (h *ToolHolder) Noun() string { return "tool holder" }

// Validate names every problem of a tool holder by itself.
func (h *ToolHolder) Validate(p *problem.List) {
	if !field.Check(p, h) || h.Peg == nil {
		return
	}
	h.Peg.within(p.In("peg"), h.High)
}

// fitsUnder names hooks that are not on the plate.
func (h *ToolHolder) fitsUnder(p *problem.List, x, long quantity.Length) {
	for i, k := range h.Hooks {
		if k.X < x || k.X > x+long {
			p.Add(fmt.Sprintf("hooks[%d].x_mm", i), "the hook at %s is not on its plate, %s to %s", say.Place(float64(k.X)),
				say.Place(float64(x)), say.Place(float64(x+long)))
		}
	}
}

// plated is a tool holder in its place.
type plated struct {
	*ToolHolder
	set   Stage
	own   hold.Site
	hook  hooking
	rail  *railed // nil: nothing to hang on
	pegs  *pegged
	plate float64 // its weight, hook and spacer with it, N
	at    float64 // how far out from its rail's face that stands, mm
}

// Stand hooks a tool holder onto the rail of its stage.
func (h *ToolHolder) Stand(s Stage) Standing {
	out := &plated{ToolHolder: h, set: s, own: s.site(s.X + s.Length/2)}
	board := out.own.Piece(h.Made, float64(h.High), float64(h.Thick))
	out.hook = hooking{Hook: &h.Hook, site: &out.own, spacer: h.Spacer, lock: h.Lock, back: board, deep: float64(h.Thick)}
	out.hook.hang(s.Rail, s.Fixtures)
	if h.Peg != nil {
		pegs := newPegged(h.Peg, h.Hooks, &out.set, &out.own, board, float64(h.Thick))
		out.pegs = &pegs
	}
	heavy := func(made hold.Made, volume, z float64) {
		w := out.own.Piece(made, 20, 20).Density() * 1e-9 * volume * quantity.Gravity
		out.plate, out.at = out.plate+w, out.at+w*z
	}
	t := float64(h.Hook.Thick)
	heavy(h.Made, s.Length*float64(h.High*h.Thick), t+float64(h.Thick)/2)
	heavy(h.Hook.Made, float64(h.Hook.Length*h.Hook.High*h.Hook.Thick), t/2)
	if h.Spacer {
		heavy(h.Made, s.Length*spacer*t, t/2)
	}
	out.at /= out.plate
	if s.Rail != nil {
		out.rail = newRailed(s.Rail, out.own, out.hook.along())
	}
	return out
}

// action is what it does to its rail with a demand; of hooks, one of them is yanked, or none
// where that is -1.
func (h *plated) action(d Demand, yanked int) hold.Action {
	base, w := h.set.Rail.Base(), h.plate*d.Care
	a := hold.Action{R: w, M: w * h.at, Case: d.Case}
	add := func(n, z float64) { a.R, a.M = a.R+n, a.M+n*z }
	if h.pegs == nil {
		for _, g := range h.set.Goods {
			add(g.W*d.By*d.Care, g.Z-base)
		}
		if d.Extra > 0 {
			_, reach := h.Room(h.set.Depth)
			from, _ := h.Room(0)
			add(d.Extra*d.Care, from+reach)
		}
		return a
	}
	face := float64(h.Hook.Thick + h.Thick)
	for i := range h.Hooks {
		p := h.pegs.goods[i] * d.By
		if h.pegs.meets(i, d) {
			p += d.Extra
		}
		p *= d.Care
		if i == yanked {
			p = h.pegs.load(nil, i, d)
		}
		add(p, face+float64(h.Peg.Reach))
		add(h.pegs.each*d.Care, face+float64(h.Peg.Reach)/2)
	}
	return a
}

// asked asks a link what it is used in a demand: with every hook yanked in turn.
func (h *plated) asked(sh *working.Sheet, d Demand, use func(sh *working.Sheet, a hold.Action) hold.Use) hold.Use {
	if h.pegs == nil || len(h.Hooks) == 0 {
		return use(sh, h.action(d, -1))
	}
	d = lasting(d)
	worst, at := hold.Use{Used: -1}, -1
	for i := range h.Hooks {
		if d.Extra > 0 && !h.pegs.meets(i, d) {
			continue // one thing at a time
		}
		if u := use(nil, h.action(d, i)); u.Used > worst.Used {
			worst, at = u, i
		}
	}
	if sh.On() {
		use(sh, h.action(d, at))
	}
	return worst
}

func (h *plated) Links() []FormLink {
	var out []FormLink
	if h.pegs != nil {
		out = append(out, h.pegs.links(h.Made)...)
	}
	x := h.own.X
	add := func(l hold.Link) {
		out = append(out, FormLink{Link: l, Support: h.ID, Where: "the holder", X: x,
			Use: func(sh *working.Sheet, d Demand) hold.Use { return h.asked(sh, d, l.Use) }})
	}
	for _, l := range h.hook.links() {
		add(l)
	}
	if h.rail == nil || h.hook.rail == nil {
		return out
	}
	add(hold.Link{Part: "plate", Mode: "bending", Goes: hold.Bends, Of: h.Made.Of(), Role: hold.RoleRail, Kind: hold.Strength,
		Name: "plate in bending", Use: h.bends})
	if !h.Lock {
		out = append(out, FormLink{Link: hold.Link{Part: "hook", Mode: "swings", Goes: hold.Tips, Of: hold.OfWood, Role: hold.RoleTips,
			Kind: hold.Strength, Name: "holder level on its rail", NoMean: "it hangs level or it does not", Eases: true}, Support: h.ID, Where: "the holder", X: x,
			Use: h.swings})
	}
	for _, l := range h.rail.Links() {
		use := l.Use
		out = append(out, FormLink{Link: l.Link, Support: h.set.Rail.ID, Where: l.Where, X: l.X, Use: func(sh *working.Sheet, d Demand) hold.Use {
			return h.asked(sh, d, func(sh *working.Sheet, a hold.Action) hold.Use { return use(sh, h.rail.pulls(h.spread(a))) })
		}})
	}
	return out
}

// bends is the plate between its hook and its lower bearing, turned by what is on it: at the
// hooks, or anywhere where goods are fixed.
func (h *plated) bends(sh *working.Sheet, a hold.Action) hold.Use {
	k := h.hook.works(sh, a)
	y, hp := h.hook.y, h.hook.hp
	far := hp
	if h.pegs != nil {
		far = max(math.Abs(y-float64(h.Peg.Up)), math.Abs(float64(h.Peg.Up)-h.hook.bearing()))
	}
	b, t := min(h.set.Length, float64(h.Hook.Length)+hp), float64(h.Thick)
	fb := h.hook.back.Bending(sh, h.own.Bases[a.Case])
	m := math.Abs(k.H) * far
	u := m / (b * t * t / 6 * fb)
	if sh.On() {
		sh.Add("Mu", "moment in the plate: what turns it is at most l from its bevel or its lower bearing", "H × l", m, working.Moment, "statics",
			working.In("H", k.H, working.Force), working.In("l", far, working.Length))
		sh.Add("used", "part of the bending strength of so much of its width as spreads out from the hook", "Mu / (b × t² / 6 × Fb)", u, working.Ratio,
			"statics; Rule for the width", working.In("Mu", m, working.Moment), working.In("b", b, working.Length), working.In("t", t, working.Length),
			working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: u, How: "breaks"}
}

// swings is whether what is on it turns it in the wall's plane off its hook, which only bears from
// below: its weight has to come down within the hook's length.
func (h *plated) swings(sh *working.Sheet, d Demand) hold.Use {
	w, m := h.plate*d.Care, 0.0
	add := func(n, x float64) { w, m = w+n, m+n*(x-h.own.X) }
	if h.pegs == nil {
		for _, g := range h.set.Goods {
			add(g.W*d.By*d.Care, (g.From+g.To)/2)
		}
		if d.Extra > 0 {
			add(d.Extra*d.Care, d.X)
		}
	} else {
		for i, k := range h.Hooks {
			n := h.pegs.goods[i] * d.By
			if h.pegs.meets(i, d) {
				n += d.Extra
			}
			add((n+h.pegs.each)*d.Care, float64(k.X))
		}
	}
	half := float64(h.Hook.Length) / 2
	u := math.Abs(m) / (w * half)
	if sh.On() {
		sh.Add("ex", "how far beside the hook's middle all of it comes down", "Σ W × x / ΣW", math.Abs(m)/w, working.Length, "statics",
			working.In("ΣW", w, working.Force))
		sh.Add("used", "part of half of the hook's length", "ex / (L / 2)", u, working.Ratio, "statics", working.In("L", 2*half, working.Length))
	}
	return hold.Use{Used: u, How: "swings off: give it a longer hook or a lock screw"}
}

// Self is the weight of the plate, its hook and its pegs, N.
func (h *plated) Self() float64 {
	if h.pegs == nil {
		return h.plate
	}
	return h.plate + float64(len(h.Hooks))*h.pegs.each
}

// Points are its hooks, or its ends and its middle.
func (h *plated) Points() []float64 {
	if h.pegs == nil || len(h.Hooks) == 0 {
		return []float64{h.set.X, h.own.X, h.set.X + h.set.Length}
	}
	var out []float64
	for _, k := range h.Hooks {
		out = append(out, float64(k.X))
	}
	return out
}

// onRail is what it does to its rail.
func (h *plated) onRail(d Demand) (rail *railed, all []hold.Action) {
	return h.rail, h.spread(h.action(d, -1))
}

// spread is an action all along the hook.
func (h *plated) spread(a hold.Action) []hold.Action {
	if h.rail == nil {
		return nil
	}
	return onAll(a, len(h.rail.riders))
}

// Notes say what keeps it on.
func (h *plated) Notes() hold.Notes {
	n := hold.Notes{Cautions: h.hook.cautions()}
	if h.pegs != nil {
		n.Assumed = append(n.Assumed, "every hook is judged at twice its load, at least "+say.Force(leastYank)+": things are yanked")
	}
	if h.rail != nil {
		m := h.rail.Notes()
		n.Assumed, n.Cautions = append(n.Assumed, m.Assumed...), append(n.Cautions, m.Cautions...)
	}
	return n
}

// Tiers is the foot, or the row of hooks.
func (h *ToolHolder) Tiers() []float64 {
	if h.Peg != nil {
		return []float64{float64(h.Peg.Up)}
	}
	return []float64{0}
}

// Room begins at the plate's face.
func (h *ToolHolder) Room(depth float64) (from, reach float64) {
	return float64(h.Hook.Thick + h.Thick), depth
}

func (h *ToolHolder) hangs() bool { return h.Peg != nil }

// HasHook tells whether it has a hook of a name.
func (h *ToolHolder) HasHook(id string) bool {
	return slices.ContainsFunc(h.Hooks, func(k Hanger) bool { return k.ID == id })
}

// Fixings are none: its rail's hold it.
func (h *ToolHolder) Fixings() []*hold.Fixing { return nil }

func (h *ToolHolder) lose(id string) (string, bool) {
	return "to the floor: what hung there falls", lose(&h.Hooks, 1, func(k *Hanger) bool { return k.ID == id })
}

func (*ToolHolder) recipes() []Recipe {
	return []Recipe{
		{Key: "tool-holder", Name: "tool holder on a cleat", Words: "a plate, with goods on it or hooks, hooked onto a bevelled rail",
			Tools: []string{"table saw that tilts", "drill"}, Hands: "one bevel, ripped twice the same", Misfit: onARail, Make: (*Outfit).toolHolder},
	}
}

// toolHolder is a plate of plywood on a rail of its own, which others may hook onto.
func (o *Outfit) toolHolder() error {
	o.OffFloor()
	high := o.Size(8, 200)
	thick := o.Size(0.75, 19)
	r := o.rail(Cleat, ply(), float64(o.X), float64(o.X+o.Length), high-o.Size(3.5, 90), o.Size(3.5, 90), thick, true)
	r.Bevel, r.Kerf = 45, o.Size(0.125, 3.2)
	hook := o.woodScrew(1.25, 35)
	h := &ToolHolder{ID: o.ID(), Made: ply(), High: high, Thick: o.Size(0.75, 19), Spacer: true, Lock: true,
		Hook: Hook{Made: ply(), High: 70, Thick: thick, Length: max(60, by(o.Length, 0.8)), Screw: hook, Count: 4}}
	o.Form = h
	return nil
}

// fill puts usual hooks on a plate that is to have some.
func (h *ToolHolder) fill(o *Outfit) {
	o.lockWith(h.Lock, &h.LockScrew, float64(h.Thick)+0.7*float64(h.Hook.Thick), float64(h.Thick+h.Hook.Thick)-1)
	if h.Peg == nil {
		h.Hooks = nil
		return
	}
	a := h.Peg
	give(&a.Kind, Cast)
	give(&a.Reach, o.Size(1.5, 40))
	give(&a.D, o.Size(0.375, 8))
	give(&a.Up, by(h.High, 0.4))
	give(&a.Made, ash())
	if a.Kind != WoodPeg {
		give(&a.Flange, 50)
		give(&a.Apart, 30)
		give(&a.Count, 4)
		give(&a.Wall, 2)
		if a.Screw.Type == "" {
			a.Screw = o.woodScrew(0.75, 19)
		}
	}
	for i := range 2 {
		if len(h.Hooks) < 2 {
			h.Hooks = append(h.Hooks, Hanger{ID: o.ID(), X: o.X + by(o.Length, 0.25+0.5*float64(i))})
		}
	}
}

// betters are a longer hook, more screws in it, and a thicker plate.
func (h *ToolHolder) betters(o *Outfit) []Better {
	return []Better{
		{"hook", "A hook all along the plate", 2, TheSupport | TheWall, to(func(o *Outfit, h *ToolHolder) bool {
			was := h.Hook.Length
			h.Hook.Length = max(was, o.Length)
			return h.Hook.Length > was
		})},
		{"hook-screws", "Twice the screws in its hook", 1, TheSupport, to(func(_ *Outfit, h *ToolHolder) bool {
			h.Hook.Count *= 2
			return h.Hook.Count > 0 && h.Hook.Count <= 24
		})},
		{"glue", "Its hook glued on as well", 2, TheSupport, to(func(_ *Outfit, h *ToolHolder) bool {
			was := h.Hook.Glued
			h.Hook.Glued = true
			return !was
		})},
	}
}

func (h *ToolHolder) more(o *Outfit, like string) string {
	if h.Peg == nil {
		return ""
	}
	return moreHooks(&h.Hooks, h.Peg, o, like)
}

var _ Form = (*ToolHolder)(nil)

// Pieces are the plate, bored for its hooks, hook and spacer.
func (h *ToolHolder) Pieces(o Over) []piece.Piece {
	plate := o.cut("plate", "plate", 1, h.Made, o.Length, float64(h.High), float64(h.Thick))
	k := &h.Hook
	hook := o.cut("hook", "hook", 1, k.Made, float64(k.Length), float64(k.High), float64(k.Thick))
	if o.Rail != nil {
		hook.Bevel = o.Rail.Bevel
	}
	for _, at := range k.Places(o.Length) {
		hook.Features = append(hook.Features, bore(piece.Front, float64(k.Length)/2+at.X, at.Y, k.Screw))
	}
	var pegs []piece.Piece
	if h.Peg != nil {
		pegs = h.Peg.pieces(o, len(h.Hooks), float64(h.Thick))
		for _, at := range h.Hooks {
			h.Peg.boreFor(&plate, float64(at.X)-o.X)
		}
	}
	out := append([]piece.Piece{plate, hook, o.screws("hook screws", k.Count, k.Screw)}, pegs...)
	if h.Spacer {
		out = append(out, o.cut("spacer", "spacer", 1, h.Made, o.Length, spacer, float64(k.Thick)))
	}
	return append(out, o.lock(h.Lock, h.LockScrew)...)
}
