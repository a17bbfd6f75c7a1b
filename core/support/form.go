package support

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/beam"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/wall"
	"aguante/core/working"
)

// Form is what holds without a board on brackets: a rack of arms, a rail of hooks, a
// standing frame, frames that sheets lean on, a hinged cart. Noun is what it is
// called.
type Form interface {
	Noun() string
	Validate(p *problem.List)
	Stand(s Stage) Standing
	// Tiers are how high over its foot goods stand, or hang from, level by level, mm; at
	// least one.
	Tiers() []float64
	// Room is how far from the wall goods begin to stand on it, and how deep they may,
	// where the shelf is so deep; mm.
	Room(depth float64) (from, reach float64)
	// Fixings are its fasteners into the wall.
	Fixings() []*hold.Fixing
	// Pieces are what it is made of, with its fasteners.
	Pieces(o Over) []piece.Piece
	// body is from how far over its foot to how far it takes up the wall, mm.
	body() (low, high float64)
}

// Hangs tells whether goods hang on a form, so that their height goes down from its level.
func Hangs(f Form) bool {
	h, ok := f.(interface{ hangs() bool })
	return ok && h.hangs()
}

// TiersOf are how high over its foot goods stand on a form, or hang from, with a bottom so thick, mm.
func TiersOf(f Form, bottom float64) []float64 {
	out := f.Tiers()
	if _, on := f.(interface{ onBottom() }); on {
		for i := range out {
			out[i] += bottom
		}
	}
	return out
}

// TierOf is how high over its foot goods stand on a level of a form, or hang from, with a bottom
// so thick, mm.
func TierOf(f Form, level int, bottom float64) float64 {
	if t, ok := f.(interface{ tier(level int) float64 }); ok {
		return t.tier(level)
	}
	tiers := TiersOf(f, bottom)
	return tiers[min(level, len(tiers)-1)]
}

// Body is from how far over its foot to how far a form takes up the wall, mm.
func Body(f Form) (low, high float64) { return f.body() }

func (h *HookRail) body() (low, high float64)      { return float64(h.Bottom), float64(h.Bottom + h.Height) }
func (h *ToolHolder) body() (low, high float64)    { return 0, float64(h.High) }
func (b *BinBox) body() (low, high float64)        { return 0, float64(b.High) }
func (r *Rack) body() (low, high float64)          { return 0, float64(r.Height) }
func (r *SheetRack) body() (low, high float64)     { return 0, float64(r.Height) }
func (f *StandingFrame) body() (low, high float64) { return 0, float64(f.Height) }
func (c *HingedCart) body() (low, high float64)    { return 0, float64(c.Height) }

// Boards is what a form's goods stand on that is a board like the shelf's, "" where they stand on none.
func Boards(f Form) string {
	if b, ok := f.(interface{ onBoards() string }); ok {
		return b.onBoards()
	}
	return ""
}

// Loses takes a part of a form away, by its id, and says where its load goes; false where
// it has no such part or nothing would be left.
func Loses(f Form, id string) (where string, ok bool) {
	l, ok := f.(interface {
		lose(id string) (string, bool)
	})
	if !ok {
		return "", false
	}
	return l.lose(id)
}

// lose takes one of a list of things away by its id, leaving at least so many.
func lose[T any](all *[]T, least int, is func(*T) bool) bool {
	for i := range *all {
		if is(&(*all)[i]) && len(*all) > least {
			*all = slices.Delete(slices.Clone(*all), i, i+1)
			return true
		}
	}
	return false
}

// Stage is where a form stands and what is on it. X and Length are its place along
// the wall, Foot its lowest point above the floor, Depth how far it reaches out,
// all mm; Bases give the footing of strength for each case.
type Stage struct {
	Wall        *wall.Wall
	X, Length   float64
	Foot, Depth float64
	Thickness   float64
	Board       material.Board // of platforms
	Rail        *Rail          // that it hangs on, seen from its foot
	Fixtures    *Fixtures
	Bases       [hold.Cases]material.Basis
	Condition   material.Condition
	Goods       []Good
	LongTerm    float64 // growth of a lasting sag
	Days        float64 // that the goods stay
	Care        float64 // on what strength is asked
	Allowed     func(span float64) float64
}

// Good is something on a form, from and to along the wall: its weight W, N, how far
// out from its back edge it stands, on which level, and how high and deep it is.
type Good struct {
	Name          string
	From, To      float64
	W, Z          float64
	Level         int
	Height, Depth float64
	Each          float64 // weight of the heaviest piece
	Hook          string  // the one that it hangs on, or "" for those nearest to it
}

// Demand is what a form is asked to hold: By times its goods, with care; Extra N more
// come down at X on the front edge of a level in a sudden case.
type Demand struct {
	By, Care float64
	Case     hold.Case
	Extra    float64
	X        float64
	Level    int
}

// FormLink is a link of a form.
type FormLink struct {
	hold.Link
	Support string // id of the upright, hook or post
	Where   string
	X       float64
	Use     func(sh *working.Sheet, d Demand) hold.Use
}

// Standing is a form in its place.
type Standing interface {
	Links() []FormLink
	// Self is its own weight, N.
	Self() float64
	// Points are where along the wall something may come down on it.
	Points() []float64
	// Parts are what stands on the wall, each drawn under a demand.
	Parts(d Demand) []FormPart
	Notes() hold.Notes
}

// Expect tells a form in its place what it will be asked beside its goods, so that it can
// work it out once.
func Expect(s Standing, asked []Demand) {
	if e, ok := s.(interface{ expect([]Demand) }); ok {
		e.expect(asked)
	}
}

// OnFloor is what of a form and its goods the floor bears past its parts, N.
func OnFloor(s Standing, d Demand) float64 {
	if f, ok := s.(interface{ OnFloor(Demand) float64 }); ok {
		return f.OnFloor(d)
	}
	return 0
}

// OnRail is the rail that a form hangs on and what rides on it, and what that does in a demand;
// nil where it hangs on none.
func OnRail(s Standing, d Demand) (rail Shared, riders []Rider, all []hold.Action) {
	if r, on, acts := onRail(s, d); r != nil {
		return r, on, acts
	}
	return nil, nil, nil
}

func onRail(s Standing, d Demand) (rail *railed, riders []Rider, all []hold.Action) {
	if h, ok := s.(interface {
		onRail(Demand) (*railed, []hold.Action)
	}); ok {
		if r, acts := h.onRail(d); r != nil {
			return r, r.riders, acts
		}
	}
	return nil, nil, nil
}

// Couples tells what a form passes to each stud in a demand: a couple, N·mm, at a height
// over its foot, mm. What only pulls or presses there passes none.
func Couples(s Standing, d Demand, do func(stud string, up, couple float64)) {
	if c, ok := s.(interface {
		couples(Demand, func(stud string, up, couple float64))
	}); ok {
		c.couples(d, do)
	}
	if rail, _, all := onRail(s, d); rail != nil {
		studs := rail.Studs()
		couples := make([]float64, len(studs))
		rail.Couples(rail.pulls(all), couples)
		for i, stud := range studs {
			do(stud, float64(rail.Bottom+rail.Height/2), couples[i])
		}
	}
}

// FormPart is an upright, a hook or a post: its place and share, N, and its drawing. On
// says that its holes are another part's, on which it is.
type FormPart struct {
	ID       string
	Name     string
	Noun     string // what another one is called, where there can be more
	On       bool
	X        float64
	Share    float64
	Moment   float64 // off the wall, N·mm, that its fasteners pass on at each stud
	Geometry hold.Geometry
}

// setting is the stage as a support at x sees it.
func (s *Stage) site(x float64) hold.Site {
	return hold.Site{Wall: s.Wall, X: x, Underside: s.Foot, Depth: s.Depth, Thickness: s.Thickness, Along: s.Length, Board: s.Board,
		Condition: s.Condition, Bases: s.Bases, Care: s.Care, Days: s.Days, Allowed: s.Allowed}
}

// shares returns how the row of goods on each of some levels is borne by supports at places
// along the wall: as a beam that rests on them. Loads beyond the ends lean on the last two.
func (s *Stage) shares(levels int, at []float64) (weights, turning [][]float64) {
	n := len(at)
	weights, turning = make([][]float64, levels), make([][]float64, levels)
	all := make([]float64, (2*levels+2)*n)
	take := func() []float64 {
		out := all[:n:n]
		all = all[n:]
		return out
	}
	loads, patches := make([]beam.Load, 2*levels), make([]beam.Patch, 0, 2*len(s.Goods))
	for l := range levels {
		weights[l], turning[l] = take(), take()
		for k, by := range [2]func(Good) float64{func(Good) float64 { return 1 }, func(g Good) float64 { return g.Z }} {
			first := len(patches)
			for _, g := range s.Goods {
				if g.Level == l && g.W > 0 {
					patches = append(patches, beam.Patch{From: min(max(g.From-s.X, 0), s.Length), To: min(max(g.To-s.X, 0), s.Length),
						W: g.W / max(g.To-g.From, 1e-9) * by(g)})
				}
			}
			loads[2*l+k].Patches = patches[first:]
		}
	}
	var rig *beam.Rig
	rest := beam.Rest{Soft: take(), Held: make([]bool, n)}
	if n > 1 {
		places := take()
		for i, x := range at {
			places[i] = min(max(x-s.X, 0), s.Length)
		}
		rig, _ = beam.Condense(s.Length, 1e10, places, loads)
	}
	for l := range levels {
		if len(loads[2*l].Patches) == 0 || n == 0 {
			continue
		}
		if rig != nil {
			if st, err := rig.React(rig.Fixed[2*l], rest); err == nil {
				if m, err := rig.Bear(rig.Fixed[2*l+1], rest, st.Bears); err == nil {
					weights[l], turning[l] = st.R, m.R
					continue
				}
			}
		}
		// It tips off, or there is one alone: the nearest takes all of it.
		for _, g := range s.Goods {
			if g.Level == l {
				i := nearestOf(at, (g.From+g.To)/2)
				weights[l][i] += g.W
				turning[l][i] += g.W * g.Z
			}
		}
	}
	return weights, turning
}

// tips tells whether a row would tip over its end support.
func (s *Stage) tips(level int, at []float64) bool {
	moment, weight := 0.0, 0.0
	for _, g := range s.Goods {
		if g.Level == level {
			weight += g.W
			moment += g.W * (g.From + g.To) / 2
		}
	}
	if weight == 0 || len(at) == 0 {
		return false
	}
	x := moment / weight
	lo, hi := at[0], at[0]
	for _, a := range at {
		lo, hi = min(lo, a), max(hi, a)
	}
	return x < lo-1 || x > hi+1
}

func nearestOf(at []float64, x float64) int {
	best := 0
	for i := range at {
		if math.Abs(at[i]-x) < math.Abs(at[best]-x) {
			best = i
		}
	}
	return best
}

// two is how a load at x is shared by the two places nearest to it, by levers; none
// below nothing.
func two(at []float64, i int, x float64) float64 {
	if len(at) == 1 {
		return 1
	}
	k := 0
	for k < len(at)-2 && x > at[k+1] {
		k++
	}
	part := (x - at[k]) / (at[k+1] - at[k])
	switch i {
	case k:
		return max(0, 1-part)
	case k + 1:
		return max(0, part)
	}
	return 0
}

// standApart names uprights, posts or frames that stand in one another: their middles are
// less than a piece's width apart.
func standApart(p *problem.List, list, noun string, wide quantity.Length, at []quantity.Length) {
	for i, x := range at {
		for j, other := range at[:i] {
			if apart := math.Abs(float64(x - other)); apart < float64(wide)-0.01 {
				p.Add(fmt.Sprintf("%s[%d].x_mm", list, i), "%s %d stands in %s %d: their middles are %s apart, and each is %s wide", noun, i+1,
					noun, j+1, say.Length(apart), say.Length(float64(wide)))
			}
		}
	}
}

// FitsUnder names what of a form does not stand under its shelf, from x on for so long and so deep.
func FitsUnder(f Form, p *problem.List, x, long, deep quantity.Length) {
	if d, ok := f.(interface {
		fitsDeep(p *problem.List, depth quantity.Length)
	}); ok {
		d.fitsDeep(p, deep)
	}
	if under, ok := f.(interface {
		fitsUnder(p *problem.List, x, long quantity.Length)
	}); ok {
		under.fitsUnder(p, x, long)
	}
}
