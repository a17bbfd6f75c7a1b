package support

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/material"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// PegKind is what a hook is.
type PegKind string

// The hooks.
const (
	WoodPeg PegKind = "peg"  // a turned peg in a bore
	Pipe    PegKind = "pipe" // pipe screwed into a flange
	Cast    PegKind = "cast" // a cast hook on its own plate
)

// Choices lists the hooks.
func (PegKind) Choices() []field.Choice {
	return field.Choose("peg", "wooden pegs", "pipe", "flanged pipes", "cast", "cast hooks")
}

// Peg is what all hooks of a rail are: how far it reaches from the board, its
// diameter, a pipe's wall; and its flange, with Count screws in two rows Apart. A
// peg stands in a bore through the board instead. Up is its middle over the board's
// lower edge; mm.
type Peg struct {
	Kind      PegKind         `json:"kind" label:"they are"`
	Reach     quantity.Length `json:"reach_mm" label:"reach" range:"10 500"`
	D         quantity.Length `json:"d_mm" label:"thick" range:"3 60" as:"fine"`
	Wall      quantity.Length `json:"wall_mm,omitempty" label:"pipe's wall" range:"0.8 30" as:"fine" only:"kind=pipe"`
	Up        quantity.Length `json:"up_mm" label:"over the board's lower edge" range:"3 397"`
	hold.Made `label:"wood" as:"wood" only:"kind=peg"`
	Flange    quantity.Length `json:"flange_mm,omitempty" title:"Flanges" label:"wide and high" range:"15 200" only:"kind=pipe,cast"`
	Apart     quantity.Length `json:"apart_mm,omitempty" label:"its screws apart" range:"5 196" only:"kind=pipe,cast"`
	Count     int             `json:"count,omitempty" label:"screws in each" range:"1 8" only:"kind=pipe,cast"`
	Screw     hold.Fixing     `json:"screw,omitzero" label:"" only:"kind=pipe,cast"`
}

// Validate names every problem of a hook by itself.
func (a *Peg) Validate(p *problem.List) { field.Check(p, a) }

// within names what of it does not fit on a board so high, mm.
func (a *Peg) within(p *problem.List, high quantity.Length) {
	p.Between("up_mm", float64(a.Up), 3, float64(high)-3)
	if a.Kind == Pipe {
		p.Between("wall_mm", float64(a.Wall), 0.8, float64(a.D)/2)
	}
	if a.Kind != WoodPeg {
		p.Between("apart_mm", float64(a.Apart), 5, float64(a.Flange)-4)
	}
}

// pieces are n of them on a board so thick, with their screws.
func (a *Peg) pieces(o Over, n int, board float64) []piece.Piece {
	reach := float64(a.Reach)
	switch a.Kind {
	case WoodPeg:
		return []piece.Piece{o.round("pegs", "peg", n, a.Made, reach+board, float64(a.D))}
	case Pipe:
		return []piece.Piece{o.round("pipes", "pipe", n, hold.Made{}, reach, float64(a.D)), o.bought("flanges", "pipe flange", n, float64(a.Flange)),
			o.screws("hook screws", n*a.Count, a.Screw)}
	}
	return []piece.Piece{o.bought("hooks", "cast hook", n, reach), o.screws("hook screws", n*a.Count, a.Screw)}
}

// boreFor bores a board for one of them so far along it, mm.
func (a *Peg) boreFor(board *piece.Piece, x float64) {
	if a.Kind == WoodPeg {
		board.Features = append(board.Features, piece.Feature{Kind: piece.Bore, Face: piece.Front, X: x, Y: float64(a.Up), D: float64(a.D)})
	}
	for _, at := range a.Places() {
		board.Features = append(board.Features, bore(piece.Front, x+at.X, float64(a.Up)+at.Y, a.Screw))
	}
}

// pegged are hooks on a board so thick, and what hangs on each: its weight, and the heaviest single
// thing that may hang there, N.
type pegged struct {
	*Peg
	hooks        []Hanger
	set          *Stage
	own          *hold.Site
	board        material.Board
	thick        float64
	goods, heavy []float64
	each         float64             // weight of one hook, N
	round        material.Board      // what a peg is of
	mouth        [hold.Cases]float64 // what the mouth of its bore takes, MPa
}

// newPegged hangs goods on hooks. What is said to hang on a hook hangs there; all else is taken by the
// hooks nearest to it, by its length, so that it comes to the same however it is listed; one thing of
// it may hang on each of them.
func newPegged(a *Peg, hooks []Hanger, s *Stage, own *hold.Site, board material.Board, thick float64) pegged {
	out := pegged{Peg: a, hooks: hooks, set: s, own: own, board: board, thick: thick, goods: make([]float64, len(hooks)),
		heavy: make([]float64, len(hooks))}
	var at []float64
	for _, k := range hooks {
		at = append(at, float64(k.X))
	}
	if a.Kind == WoodPeg {
		out.round = own.Piece(a.Made, float64(a.D), float64(a.D))
	}
	for c, on := range s.Bases {
		out.mouth[c], _ = hold.BoreStrength(nil, board, float64(a.D), true, on)
	}
	out.each = out.pegWeight()
	for _, g := range s.Goods {
		if g.Hook != "" {
			if i := slices.IndexFunc(hooks, func(k Hanger) bool { return k.ID == g.Hook }); i >= 0 {
				out.goods[i] += g.W
				out.heavy[i] = max(out.heavy[i], g.Each)
			}
			continue // off a hook that gave way it lies on the floor
		}
		for i, x := range at {
			from, to := math.Inf(-1), math.Inf(1)
			for _, o := range at { // up to half of the way to the hooks beside it
				if o < x {
					from = max(from, (o+x)/2)
				}
				if o > x {
					to = min(to, (o+x)/2)
				}
			}
			if long := min(to, g.To) - max(from, g.From); long > 0 {
				out.goods[i] += g.W * long / (g.To - g.From)
				out.heavy[i] = max(out.heavy[i], g.Each)
			}
		}
	}
	return out
}

// leastYank is what any hook must stand, N (Rule: things are yanked).
const leastYank = 150.0

// load is what hook i is judged at: twice its share, twice the heaviest thing that may hang
// there, all of it on this hook, at least 150 N, and its share with what comes down on it
// (engineering basis 4.10).
func (h *pegged) load(sh *working.Sheet, i int, d Demand) float64 {
	share, heaviest, sudden := h.goods[i]*d.By, h.heavy[i]*d.By, 0.0
	if h.meets(i, d) {
		sudden = d.Extra
	}
	p := max(2*share, 2*heaviest, leastYank, share+sudden) * d.Care
	if sh.On() {
		sh.Add("P", "what the hook is judged at, as things are yanked: twice its share or twice the heaviest thing that may hang there, at "+
			"least "+
			say.Force(leastYank)+", or its share with what comes down on it; × care",
			fmt.Sprintf("max(2 × W, 2 × W1, %g, W + F) × care", leastYank), p,
			working.Force, "Rule", working.In("W", share, working.Force), working.In("W1", heaviest, working.Force),
			working.In("F", sudden, working.Force), working.In("care", d.Care, working.Ratio))
	}
	return p
}

// meets tells that what comes down in a demand comes down on hook i.
func (h *pegged) meets(i int, d Demand) bool { return d.Extra > 0 && d.X == float64(h.hooks[i].X) }

// pegWeight is that of one peg, as it is cut, N; pipes and cast hooks are not weighed.
func (h *pegged) pegWeight() float64 {
	if h.Peg.Kind != WoodPeg {
		return 0
	}
	d := float64(h.Peg.D)
	return h.round.Density() * 1e-9 * d * d * (float64(h.Peg.Reach) + h.thick) * quantity.Gravity
}

// links are what can give of every hook on a board of some wood.
func (h *pegged) links(board hold.Made) []FormLink {
	var out []FormLink
	for i := range h.hooks {
		where := fmt.Sprintf("hook %d", i+1)
		link := func(mode string, goes hold.Goes, of hold.Of, role hold.Role, name string, use func(*working.Sheet, int, Demand) hold.Use) {
			out = append(out, FormLink{Link: hold.Link{Part: "hook", Mode: mode, Goes: goes, Of: of, Role: role, Kind: hold.Strength, Name: name},
				Support: h.hooks[i].ID, Where: where, X: float64(h.hooks[i].X),
				Use: func(sh *working.Sheet, d Demand) hold.Use { return use(sh, i, lasting(d)) }})
		}
		if h.Peg.Kind != Cast {
			link("bends", hold.Bends, h.Peg.of(), hold.RoleBar, string(h.Peg.Kind)+" in bending", h.bends)
		}
		if h.Peg.Kind == WoodPeg {
			link("bore", hold.Crushes, board.Of(), hold.RoleBore, "bore in the board", h.bore)
		} else {
			link("flange", hold.Draws, h.Peg.Screw.Of(), hold.RoleJoint, "screws of its flange", h.flange)
		}
	}
	return out
}

// threaded is what the threads at a pipe's end leave of its strength (Rule).
const threaded = 0.75

// modulus is that of the peg or the pipe; a pipe's threads leave three quarters.
func (h *pegged) modulus() float64 {
	d := float64(h.Peg.D)
	if h.Peg.Kind == Pipe {
		return joint.Tube(d, d-2*float64(h.Peg.Wall)) * threaded
	}
	return joint.Round(d)
}

func (h *pegged) bends(sh *working.Sheet, i int, d Demand) hold.Use {
	p := h.load(sh, i, d)
	m, s := p*float64(h.Peg.Reach), h.modulus()
	f := hold.Unmarked.Bending(d.Case)
	formula := "π × (D⁴ − d⁴) / (32 D) × 0.75"
	if h.Peg.Kind == WoodPeg {
		f, formula = h.round.Bending(sh, h.set.Bases[d.Case]), "π × D³ / 32"
	}
	if sh.On() {
		sh.Add("S", "section modulus; threads leave three quarters of a pipe", formula, s, working.Modulus, "statics; Rule for threads",
			working.In("D", float64(h.Peg.D), working.Length))
		sh.Add("used", "part of it in use", "P × a / (S × F)", m/(s*f), working.Ratio, "", working.In("P", p, working.Force),
			working.In("a", float64(h.Peg.Reach), working.Length), working.In("S", s, working.Modulus), working.In("F", f, working.Stress))
	}
	return hold.Use{Used: m / (s * f), How: "bends down"}
}

func (h *pegged) bore(sh *working.Sheet, i int, d Demand) hold.Use {
	p := h.load(sh, i, d)
	l, dia := h.thick, float64(h.Peg.D)
	m := p * float64(h.Peg.Reach)
	q := joint.BoreRoot(dia, l, p, m)
	f := h.mouth[d.Case]
	if sh.On() {
		_, by := hold.BoreStrength(sh, h.board, dia, true, h.set.Bases[d.Case])
		sh.Add("q", "pressure at the bore's mouth", "(4 × P / L + 6 × P × a / L²) / D", q, working.Stress, "statics, straight-line pressure",
			working.In("P", p, working.Force), working.In("L", l, working.Length), working.In("a", float64(h.Peg.Reach), working.Length),
			working.In("D", dia, working.Length))
		sh.Add("used", "part of what the bore takes", "q / "+by, q/f, working.Ratio, "Rule on NDS 12.3.3", working.In("q", q, working.Stress),
			working.In(by, f, working.Stress))
	}
	return hold.Use{Used: q / f, How: "crushes the bore's mouth"}
}

// flangePlate is how thick a flange is, mm.
const flangePlate = 4.0

// flange is a hook's screws by the heel rule over its flange, with no more thread
// than the board is thick.
func (h *pegged) flange(sh *working.Sheet, i int, d Demand) hold.Use {
	p := h.load(sh, i, d)
	m := p * float64(h.Peg.Reach)
	s, on := h.Peg.Screw.Screw(), h.set.Bases[d.Case]
	g := s.Grip(flangePlate, 0, h.thick)
	if !g.Holds {
		return hold.Use{Used: hold.Fails, How: fmt.Sprintf("come out: they have %s of the %s that they need in the board",
			say.Place(g.In), say.Place(g.Least))}
	}
	n, top := h.Peg.Count, 0.0
	var levers []float64
	for _, at := range h.Peg.Places() {
		levers = append(levers, float64(h.Peg.Flange)/2+at.Y)
		top = max(top, levers[len(levers)-1])
	}
	turn := hold.NewHeel(levers, float64(h.Peg.Flange), h.board.Bearing(nil, on))
	t, v := turn.Pull(sh, m, top), p/float64(n)
	board := g.Into(&h.board, true)
	takes := min(fastener.Withdrawal(sh, s, board, on), fastener.Steel(sh, s, on))
	z, _ := fastener.Lateral(sh, s, fastener.Member{Steel: true, Length: flangePlate}, board, 0, on)
	if sh.On() {
		sh.Add("T′", "pull that one takes", "min(W, N)", takes, working.Force, "NDS 12.2")
		sh.Add("V", "push across on each", "P / n", v, working.Force, "statics", working.In("P", p, working.Force),
			working.In("n", float64(n), working.Ratio))
	}
	return hold.Use{Used: fastener.Together(sh, v, t, z, takes), How: "pull out of the board"}
}

// Places are where the screws of a flange are, from its middle: two rows, the upper one
// of more. A peg in a bore has none.
func (a *Peg) Places() []joint.Point {
	if a.Kind == WoodPeg {
		return nil
	}
	w, y := float64(a.Flange)/2, float64(a.Apart)/2
	up := (a.Count + 1) / 2
	return append(hold.Row(up, joint.Point{X: -w, Y: y}, joint.Point{X: w, Y: y}),
		hold.Row(a.Count-up, joint.Point{X: -w, Y: -y}, joint.Point{X: w, Y: -y})...)
}

// of is what hooks are made of.
func (a *Peg) of() hold.Of {
	if a.Kind == WoodPeg {
		return a.Made.Of()
	}
	return hold.OfSteel
}

// draw draws one hook, its middle so high, on a board so thick.
func (a *Peg) draw(g *hold.Geometry, up, t float64) {
	r, reach := float64(a.D)/2, float64(a.Reach)
	stuff, start, name := hold.Metal, t, "hook"
	if a.Kind == WoodPeg {
		stuff, start, name = hold.Timber, 0, "peg"
	} else {
		f := float64(a.Flange) / 2
		g.Shapes = append(g.Shapes, hold.Shape{Name: "flange", Stuff: hold.Metal, Side: hold.Box(t, up-f, t+flangePlate, up+f),
			Front: hold.Box(-f, up-f, f, up+f)})
		for _, at := range a.Places() {
			g.Shapes = append(g.Shapes, a.Screw.Level(at.X, up+at.Y, t+flangePlate, -1))
		}
	}
	g.Shapes = append(g.Shapes, hold.Shape{Name: name, Stuff: stuff,
		Side:  [][2]float64{{start, up - r}, {t + reach, up - r + reach*0.08}, {t + reach, up + r + reach*0.08}, {start, up + r}},
		Front: hold.Box(-r, up-r, r, up+r)})
	g.Arm = t + reach
	g.Measures = append(g.Measures, hold.Across("reach", "hook_rail.peg.reach_mm", t, t+reach, up-r))
}
