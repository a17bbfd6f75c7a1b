package check

import (
	"cmp"
	"context"
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/combin"

	"aguante/core/beam"
	"aguante/core/design"
	"aguante/core/wall"
)

// Places are the best places for so many supports under a shelf, in mm along the
// wall: where they may stand anywhere, and where they have to be on a stud.
type Places struct {
	Now   Place   `json:"now"`
	Count []Count `json:"count"`
	Tried int     `json:"tried"` // placings looked at
	Tip   int     `json:"tip"`   // placings left out, as the board would tip off them
	// Stopped says that it had looked at as many as it may.
	Stopped bool `json:"stopped"`
}

// Count is the answer for one number of supports; Studs is nil where there are
// too few studs behind the shelf, or where it Tips off whichever are chosen.
type Count struct {
	Supports int    `json:"supports"`
	Free     Place  `json:"free"`
	Studs    *Place `json:"studs,omitempty"`
	Tips     bool   `json:"tips"`
}

// Place is one placing: the worst sag under all contents as they will be, mm,
// and the greatest share that one support carries, N, on supports that do not
// give; or that it tips off them.
type Place struct {
	At    []float64 `json:"at_mm"`
	Tips  bool      `json:"tips"`
	Sag   float64   `json:"sag_mm"`
	Worst float64   `json:"worst_n"`
}

const (
	apart  = 60.0 // no two supports nearer than this, mm
	inside = 15.0 // nor nearer the board's end
)

// FindPlaces looks for the best places for 2 to 6 supports. Free places are
// found by pulling supports to where the board sags least, in ever smaller steps;
// places on studs as onStuds says. The error is
// Invalid where the design cannot be checked.
func FindPlaces(ctx context.Context, p *design.Project, s *design.Shelf) (*Places, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, Invalid(bad)
	}
	f := finderOf(ctx, p, s)
	x := float64(s.X)
	out := &Places{}
	var now []float64
	for _, su := range s.Supports {
		if at := float64(su.X) - x; at >= 0 && at <= f.length {
			now = append(now, at)
		}
	}
	slices.Sort(now)
	if len(now) >= 2 {
		out.Now = f.place(now, x)
	}
	var studs []float64
	if !p.Wall.Solid() && p.Wall.Kind != wall.SteelStuds { // only wood holds screws
		for _, st := range p.Wall.Studs {
			if at := float64(st.X) - x; at >= inside && at <= f.length-inside {
				studs = append(studs, at)
			}
		}
		slices.Sort(studs)
	}
	var on []float64
	for n := 2; n <= 6 && float64(n-1)*apart+2*inside <= f.length; n++ {
		free := f.free(n)
		if free == nil {
			break // it tips off whatever it stands on
		}
		c := Count{Supports: n, Free: f.place(free, x)}
		if on = f.onStuds(n, on, free, studs); on != nil {
			at := f.place(on, x)
			c.Studs = &at
		} else {
			c.Tips = len(studs) >= n
		}
		out.Count = append(out.Count, c)
	}
	out.Tried, out.Tip, out.Stopped = f.tried, f.tipping, f.tried >= placings
	return out, ctx.Err()
}

// finderOf prepares the softest board that the shelf may be.
func finderOf(ctx context.Context, p *design.Project, s *design.Shelf) *finder {
	var r *run
	lath := p.RailOf(s)
	for _, board := range s.Candidates() {
		if next := newPlank(s, board, backingOf(s, lath) != nil); r == nil || next.stiffness() < r.plank.stiffness() {
			r = &run{shelf: s, board: board, plank: next, selfW: next.self, lath: lath, backing: backingOf(s, lath)}
		}
	}
	r.placeItems()
	r.grow()
	f := &finder{ctx: ctx, length: float64(s.Length), ei: r.plank.stiffness(), long: r.long}
	f.self.Patches = r.selfPatches()
	var all []beam.Patch
	for _, own := range f.self.Patches {
		own.W *= r.long[0]
		all = append(all, own)
	}
	for _, it := range r.items {
		f.contents.Patches = append(f.contents.Patches, beam.Patch{From: it.from, To: it.to, W: it.w})
		all = append(all, beam.Patch{From: it.from, To: it.to, W: it.w * r.long[1]})
	}
	f.quick = beam.NewQuick(f.length, f.ei, all)
	sum := 0.0
	for _, q := range slices.Concat(f.self.Patches, f.contents.Patches) {
		sum += q.W
		f.middle += q.W * (q.From + q.To) / 2
	}
	f.middle /= sum
	return f
}

// finder asks one board about many placings.
type finder struct {
	ctx            context.Context
	length, ei     float64
	self, contents beam.Load
	quick          *beam.Quick // of the load as it comes to in the end
	long           [2]float64
	middle         float64 // of all that weighs on it, mm: off the outer supports it tips
	tried, tipping int
}

// tips tells whether the board tips off supports: what weighs on it has its middle beyond them.
func (f *finder) tips(at []float64) bool { return f.middle < at[0] || f.middle > at[len(at)-1] }

// solve returns the worst sag in the end, mm, and the greatest reaction, N.
func (f *finder) solve(at []float64) (sag, worst float64) {
	rig, err := beam.Condense(f.length, f.ei, at, []beam.Load{f.self, f.contents})
	if err != nil {
		return math.Inf(1), math.Inf(1)
	}
	s, err := rig.React(rig.Mix([]float64{1, 1}), beam.Rest{Soft: make([]float64, len(at)), Held: make([]bool, len(at))})
	if err != nil {
		return math.Inf(1), math.Inf(1)
	}
	c := rig.Curve([]float64{f.long[0], f.long[1]}, s.Sunk)
	for bay := range rig.Bays() {
		sag = max(sag, c.Sag(bay).Value)
	}
	return sag, slices.Max(s.R)
}

// bad is what the search makes small: the sags of all bays together, the worst
// counting most, so that a better place for one support shows even while another
// bay sags more.
func (f *finder) bad(at []float64) float64 {
	f.tried++
	sum := 0.0
	f.quick.Sags(at, func(d float64) {
		d *= d
		sum += d * d * d * d
	})
	return sum
}

func (f *finder) place(at []float64, x float64) Place {
	out := Place{Tips: f.tips(at)}
	if !out.Tips {
		out.Sag, out.Worst = f.solve(at)
	}
	for _, v := range at {
		out.At = append(out.At, v+x)
	}
	return out
}

// free pulls n supports, from an even spacing, to where the board sags least; nil where it
// tips wherever they stand.
func (f *finder) free(n int) []float64 {
	at := make([]float64, n)
	for i := range at {
		at[i] = f.length * (0.22 + 0.56*float64(i)/float64(n-1))
		if n > 2 {
			at[i] = f.length * (float64(i) + 0.4) / (float64(n) - 0.2)
		}
	}
	at[0], at[n-1] = max(inside, min(at[0], f.middle)), min(f.length-inside, max(at[n-1], f.middle))
	if f.tips(at) {
		return nil
	}
	best := f.bad(at)
	try := func(next []float64) bool {
		if !f.fits(next) {
			return false
		}
		if b := f.bad(next); b < best*(1-1e-9) {
			at, best = next, b
			return true
		}
		return false
	}
	for step := f.length / 12; step > 0.4; step /= 2 {
		for moved := true; moved; {
			moved = false
			for i := -2; i < n; i++ {
				for _, by := range [2]float64{-step, step} {
					next := slices.Clone(at)
					switch i {
					case -2: // all of them wider or closer about the middle
						for k := range next {
							next[k] += by * (2*next[k]/f.length - 1)
						}
					case -1: // all of them along
						for k := range next {
							next[k] += by
						}
					default:
						next[i] += by
					}
					moved = try(next) || moved
				}
			}
		}
	}
	return at
}

// placings is how many are looked at before a search is stopped.
const placings = 400_000

// fits tells whether supports lie on the board and apart, and another placing is to be
// looked at at all.
func (f *finder) fits(at []float64) bool {
	if f.ctx.Err() != nil || f.tried >= placings {
		return false
	}
	for i, x := range at {
		if x < inside || x > f.length-inside || i > 0 && x-at[i-1] < apart {
			return false
		}
	}
	if f.tips(at) {
		f.tipping++
		return false
	}
	return true
}

// every is how many choices of studs are tried one by one.
const every = 12000

// onStuds returns the best studs found for n supports, or nil where there are too
// few. As long as there are not too many choices each is tried; else the best for
// one less with one added, and the even ones nearest the free places, are each
// moved support by support to whichever stud is best.
func (f *finder) onStuds(n int, fewer, free, studs []float64) []float64 {
	var best []float64
	least := math.Inf(1)
	try := func(at []float64) {
		if !f.fits(at) {
			return
		}
		if b := f.bad(at); b < least*(1-1e-9) {
			best, least = slices.Clone(at), b
		}
	}
	if combin.Binomial(max(len(studs), n), n) <= every {
		at := make([]float64, 0, n)
		var pick func(from int)
		pick = func(from int) {
			if len(at) == n {
				try(at)
				return
			}
			for k := from; k <= len(studs)-(n-len(at)); k++ {
				at = append(at, studs[k])
				pick(k + 1)
				at = at[:len(at)-1]
			}
		}
		pick(0)
		return best
	}
	with := func(at []float64, x float64) []float64 {
		out := append(slices.Clone(at), x)
		slices.Sort(out)
		return out
	}
	for _, x := range studs {
		if len(fewer) == n-1 {
			try(with(fewer, x))
		}
	}
	var near []float64
	for _, x := range free {
		near = append(near, slices.MinFunc(studs, func(a, b float64) int { return cmp.Compare(math.Abs(a-x), math.Abs(b-x)) }))
	}
	try(near)
	for last := math.Inf(1); least < last; {
		last = least
		for i := range best {
			rest := slices.Delete(slices.Clone(best), i, i+1)
			for _, x := range studs {
				try(with(rest, x))
			}
		}
	}
	return best
}
