package support

import (
	"fmt"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
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

// threaded is what the threads at a pipe's end leave of its strength (Rule).
const threaded = 0.75

// modulus is that of the peg or the pipe; a pipe's threads leave three quarters.
func (h *hookRail) modulus() float64 {
	d := float64(h.Peg.D)
	if h.Peg.Kind == Pipe {
		return joint.Tube(d, d-2*float64(h.Peg.Wall)) * threaded
	}
	return joint.Round(d)
}

func (h *hookRail) bends(sh *working.Sheet, i int, d Demand) hold.Use {
	p := h.load(sh, i, d)
	m, s := p*float64(h.Peg.Reach), h.modulus()
	f := hold.Unmarked.Bending(d.Case)
	formula := "π × (D⁴ − d⁴) / (32 D) × 0.75"
	if h.Peg.Kind == WoodPeg {
		f, formula = h.own.Piece(h.Peg.Made, float64(h.Peg.D), float64(h.Peg.D)).Bending(sh, h.set.Bases[d.Case]), "π × D³ / 32"
	}
	if sh.On() {
		sh.Add("S", "section modulus; threads leave three quarters of a pipe", formula, s, working.Modulus, "statics; Rule for threads",
			working.In("D", float64(h.Peg.D), working.Length))
		sh.Add("used", "part of it in use", "P × a / (S × F)", m/(s*f), working.Ratio, "", working.In("P", p, working.Force),
			working.In("a", float64(h.Peg.Reach), working.Length), working.In("S", s, working.Modulus), working.In("F", f, working.Stress))
	}
	return hold.Use{Used: m / (s * f), How: "bends down"}
}

func (h *hookRail) bore(sh *working.Sheet, i int, d Demand) hold.Use {
	p := h.load(sh, i, d)
	l, dia := float64(h.Thickness), float64(h.Peg.D)
	m := p * float64(h.Peg.Reach)
	q := joint.BoreRoot(dia, l, p, m)
	f, by := hold.BoreStrength(sh, h.rail.board, dia, true, h.set.Bases[d.Case])
	if sh.On() {
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
func (h *hookRail) flange(sh *working.Sheet, i int, d Demand) hold.Use {
	p := h.load(sh, i, d)
	m := p * float64(h.Peg.Reach)
	s, on := h.Peg.Screw.Screw(), h.set.Bases[d.Case]
	g := s.Grip(flangePlate, 0, float64(h.Thickness))
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
	turn := hold.NewHeel(levers, float64(h.Peg.Flange), h.rail.board.Bearing(nil, on))
	t, v := turn.Pull(sh, m, top), p/float64(n)
	board := g.Into(&h.rail.board, true)
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
