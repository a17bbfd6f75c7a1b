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

// hookBoard is the board of a hook rail.
type hookBoard struct{ plainRail }

func (hookBoard) kind() RailKind { return Hooks }
func (hookBoard) noun() string   { return "board" }

// HookRail is a board along the wall with hooks on it.
type HookRail struct {
	Peg   Peg `json:"peg" title:"Hooks"`
	Rail  `title:"Board" but:"kind,x_mm,bottom_mm,length_mm"`
	Hooks []Hanger `json:"hooks" count:"0 60" stands:"yes"`
}

// Hanger is one hook, at X along the wall.
type Hanger struct {
	ID string          `json:"id"`
	X  quantity.Length `json:"x_mm"`
}

// Noun is what it is called.
func (h *HookRail) Noun() string { return "hook rail" }

// Validate names every problem of a hook rail.
func (h *HookRail) Validate(p *problem.List) {
	if !field.Check(p, h) {
		return
	}
	for i, k := range h.Hooks {
		if k.X < h.X || k.X > h.X+h.Length {
			p.Add(fmt.Sprintf("hooks[%d].x_mm", i), "the hook at %s is not on its board, %s to %s", say.Place(float64(k.X)),
				say.Place(float64(h.X)), say.Place(float64(h.X+h.Length)))
		}
	}
	h.Peg.within(p.In("peg"), h.Height)
}

// hookRail is one in its place.
type hookRail struct {
	*HookRail
	pegs   pegged
	set    Stage
	own    hold.Site
	rail   *railed
	acts   []hold.Pulled
	passed []hold.Action // to reckon with
}

// HasHook tells whether it has a hook of a name.
func (h *HookRail) HasHook(id string) bool {
	return slices.ContainsFunc(h.Hooks, func(k Hanger) bool { return k.ID == id })
}

// Stand puts a hook rail up with what hangs on it.
func (h *HookRail) Stand(s Stage) Standing {
	out := &hookRail{HookRail: h, set: s, own: s.site(s.X), acts: make([]hold.Pulled, len(h.Hooks)), passed: make([]hold.Action, len(h.Hooks))}
	var riders []Rider
	for _, k := range h.Hooks {
		riders = append(riders, Rider{X: float64(k.X), On: hold.Straight})
	}
	out.rail = newRailed(&h.Rail, out.own, riders)
	out.pegs = newPegged(&h.Peg, h.Hooks, &out.set, &out.own, out.rail.board, float64(h.Thickness))
	return out
}

// lasting is a demand by what lasts: a yank is no shorter than what hangs there (engineering
// basis 4.10).
func lasting(d Demand) Demand {
	if d.Case == hold.Sudden {
		d.Case = hold.Everyday
	}
	return d
}

func (h *hookRail) Links() []FormLink {
	out := make([]FormLink, 0, 8+2*len(h.Hooks)+4*len(h.Spots))
	gate := FormLink{Link: hold.Link{Part: "hooks", Mode: "there", Goes: hold.Stands, Of: hold.OfWood, Role: hold.RoleStanding,
		Kind: hold.Gate, Name: "hooks on the board"}, Use: func(sh *working.Sheet, _ Demand) hold.Use {
		if sh.On() {
			sh.Add("n", "hooks", "count", float64(len(h.Hooks)), working.Ratio, "the design")
		}
		if len(h.Hooks) == 0 {
			return hold.Use{Used: hold.Fails, How: "are missing: there is nothing to hang on"}
		}
		return hold.Use{How: "hang"}
	}}
	out = append(out, gate)
	out = append(out, h.pegs.links(h.Rail.Made)...)
	deep := float64(h.Thickness) // of a peg, or of its flange's screws
	if h.Peg.Kind != WoodPeg {
		deep = h.Peg.Screw.Screw().Grip(flangePlate, 0, deep).In
	}
	for _, l := range append(h.rail.Links(), h.rail.split(float64(h.Peg.Up), deep, "the worst hook")) {
		use := l.Use
		out = append(out, FormLink{Link: l.Link, Support: h.ID, Where: l.Where, X: l.X,
			Use: func(sh *working.Sheet, d Demand) hold.Use { return h.onWall(sh, use, lasting(d)) }})
	}
	return out
}

// onWall asks a link of the board: every hook bears its own, and each in turn is
// yanked.
func (h *hookRail) onWall(sh *working.Sheet, use func(*working.Sheet, []hold.Pulled) hold.Use, d Demand) hold.Use {
	for i := range h.Hooks {
		h.acts[i] = hold.Straight(h.action(h.pegs.goods[i]*d.By*d.Care, d))
	}
	ask := func(sh *working.Sheet, yanked int) hold.Use {
		still := h.acts[yanked]
		h.acts[yanked] = hold.Straight(h.action(h.pegs.load(sh, yanked, d), d))
		u := use(sh, h.acts)
		h.acts[yanked] = still
		return u
	}
	if len(h.Hooks) == 0 {
		return hold.Use{}
	}
	worst, at := hold.Use{Used: -1}, 0
	for i := range h.Hooks {
		if d.Extra > 0 && !h.pegs.meets(i, d) {
			continue // one thing at a time
		}
		if u := ask(nil, i); u.Used > worst.Used {
			worst, at = u, i
		}
	}
	if sh.On() {
		ask(sh, at)
	}
	return worst
}

// Self is the weight of the board and its wooden pegs, N.
func (h *hookRail) Self() float64 {
	board := h.rail.board.Density() * 1e-9 * float64(h.Length*h.Height*h.Thickness) * quantity.Gravity
	return board + float64(len(h.Hooks))*h.pegs.each
}

// Points are the hooks.
func (h *hookRail) Points() []float64 {
	out := make([]float64, len(h.Hooks))
	for i, k := range h.Hooks {
		out[i] = float64(k.X)
	}
	return out
}

// action is what a hook with p newtons on it passes to the board, with its own weight.
func (h *hookRail) action(p float64, d Demand) hold.Action {
	own, out := h.pegs.each*d.Care, float64(h.Peg.Reach+h.Thickness)
	return hold.Action{R: p + own, M: p*out + own*out/2, Case: d.Case}
}

// actions are what the hooks pass to the board in a demand, until it is asked again.
func (h *hookRail) actions(d Demand) []hold.Action {
	out := h.passed
	for i := range h.Hooks {
		p := h.pegs.goods[i] * d.By
		if h.pegs.meets(i, d) {
			p += d.Extra
		}
		out[i] = h.action(p*d.Care, d)
	}
	return out
}

// couples are the board's, at its middle.
func (h *hookRail) couples(d Demand, do func(stud string, up, couple float64)) {
	studs := h.rail.Studs()
	couples := h.rail.floats.Take(len(studs))
	h.rail.Couples(h.rail.pulls(h.actions(d)), couples)
	for i, stud := range studs {
		do(stud, float64(h.Bottom+h.Height/2), couples[i])
	}
}

// Parts draws the board at its studs, and every hook.
func (h *hookRail) Parts(d Demand) []FormPart {
	var out []FormPart
	weight := h.Self()
	for i := range h.Hooks {
		weight += h.pegs.goods[i] * d.By
	}
	rail := h.rail.Geometry(h.rail.pulls(h.actions(d)))
	for i, k := range h.Hooks {
		set := h.set.site(float64(k.X))
		g := set.NewGeometry(hold.Action{})
		h.Peg.draw(&g, float64(h.Bottom+h.Peg.Up), float64(h.Thickness))
		g.Facts = append(g.Facts, hold.Pulls("judged at", h.pegs.load(nil, i, d)))
		near := -1
		for c := range rail.Columns {
			if near < 0 || math.Abs(rail.Columns[c].X-float64(k.X)) < math.Abs(rail.Columns[near].X-float64(k.X)) {
				near = c
			}
		}
		g.Fit()
		if near >= 0 {
			g.With(rail.Columns[near].Geometry)
		}
		if n := len(h.Hooks); i > 0 {
			g.Marks = append(g.Marks, hold.Long("story stick, from the first hook", float64(k.X-h.Hooks[0].X)),
				hold.Long("from the one before", float64(k.X-h.Hooks[i-1].X)))
		} else if n > 1 {
			g.Marks = append(g.Marks, hold.Long("first hook, from the board's left end", float64(k.X-h.X)))
		}
		out = append(out, FormPart{ID: k.ID, Noun: "hook", Name: fmt.Sprintf("hook %d", i+1), On: true, X: float64(k.X),
			Share: h.pegs.goods[i] * d.By, Geometry: g})
	}
	return append([]FormPart{h.drawBoard(&rail, weight)}, out...)
}

// drawBoard is the board on the wall under its hooks: from the front all of it, from the
// side at the column that is turned most.
func (h *hookRail) drawBoard(rail *hold.RailGeometry, weight float64) FormPart {
	board := FormPart{ID: h.ID, Name: "board", X: float64(h.X), Share: weight, Geometry: h.own.NewGeometry(hold.Action{})}
	for _, sh := range rail.Shapes {
		x := board.X
		front := make([][2]float64, len(sh.Front))
		for i, p := range sh.Front {
			front[i] = [2]float64{p[0] - x, p[1]}
		}
		board.Geometry.Shapes = append(board.Geometry.Shapes, hold.Shape{Name: sh.Name, Stuff: sh.Stuff, Front: front})
	}
	for _, c := range rail.Columns {
		board.Moment = max(board.Moment, c.Moment)
		board.Geometry.Holes = append(board.Geometry.Holes, c.Holes...)
	}
	worst := -1
	for c := range rail.Columns {
		if worst < 0 || rail.Columns[c].Moment > rail.Columns[worst].Moment {
			worst = c
		}
	}
	if worst >= 0 {
		c := rail.Columns[worst]
		for _, sh := range c.Shapes {
			board.Geometry.Shapes = append(board.Geometry.Shapes, hold.Shape{Name: sh.Name, Stuff: sh.Stuff, Side: sh.Side})
		}
		board.Geometry.Forces, board.Geometry.Measures, board.Geometry.Facts = c.Forces, c.Measures, c.Facts
		for i := range board.Geometry.Measures {
			if board.Geometry.Measures[i].Edit == "rail.height_mm" {
				board.Geometry.Measures[i].Edit = "hook_rail.height_mm"
			}
		}
	}
	board.Geometry.Fit()
	return board
}

// Notes are its fasteners', and what yanking is.
func (h *hookRail) Notes() hold.Notes {
	n := h.rail.Notes()
	n.Assumed = append(n.Assumed, "every hook is judged at twice its load, at least "+say.Force(leastYank)+": things are yanked")
	return n
}

func (*HookRail) recipes() []Recipe {
	return []Recipe{
		{Key: "hooks", Name: "hook rail", Words: "pegs or pipes on a board", Tools: []string{"drill press", "story stick"},
			Hands: "even spacing", Misfit: oneByOne, Make: (*Outfit).hookRail},
	}
}

func (o *Outfit) hookRail() error {
	h := &HookRail{Rail: *o.rail(Hooks, lumber(), float64(o.X), float64(o.X+o.Length), 0, o.Size(3.5, 89), o.Size(1.5, 38), false)}
	o.Rail, h.Lock = nil, false
	h.Peg = Peg{Made: ash(), Kind: WoodPeg, Reach: 60, D: o.Size(0.75, 20), Up: h.Height / 2}
	n := max(2, int(math.Round(float64(o.Length)/200)))
	for i := range n {
		x := float64(o.X) + float64(o.Length)*(float64(i)+0.5)/float64(n)
		h.Hooks = append(h.Hooks, Hanger{ID: o.ID(), X: quantity.Length(math.Round(x))})
	}
	o.Form = h
	return nil
}

// Tiers is the row of hooks.
func (h *HookRail) Tiers() []float64 { return []float64{float64(h.Bottom + h.Peg.Up)} }

// Room is all of the shelf's depth.
func (h *HookRail) Room(depth float64) (from, reach float64) { return 0, depth }

func (h *HookRail) hangs() bool { return true }

// Fixings are those of the board into the wall.
func (h *HookRail) Fixings() []*hold.Fixing { return []*hold.Fixing{&h.Rail.Screw} }

func (h *HookRail) lose(id string) (string, bool) {
	return "to the floor: what hung there falls", lose(&h.Hooks, 1, func(k *Hanger) bool { return k.ID == id })
}

var _ Form = (*HookRail)(nil)

// Pieces are the board, its pegs or hooks, and their screws.
func (h *HookRail) Pieces(o Over) []piece.Piece {
	out, from := h.Rail.Assemble(&o).Pieces(), 0.0
	for i := range out {
		if out[i].Bought() {
			continue
		}
		for _, k := range h.Hooks {
			if x := float64(k.X-h.X) - from; x >= 0 && x <= out[i].Length {
				h.Peg.boreFor(&out[i], x)
			}
		}
		from += out[i].Length
	}
	return append(out, h.Peg.pieces(o, len(h.Hooks), float64(h.Thickness))...)
}
