package cutting

import (
	"cmp"
	"context"
	"math"
	"math/rand/v2"
	"slices"
)

// Grain is which way a piece lies on a sheet, whose grain runs along its length.
type Grain int

// The ways: any, the piece's length along the sheet's grain, or across it.
const (
	Either Grain = iota
	Along
	Across
)

// Panel is a piece to be cut from a sheet.
type Panel struct {
	ID            string
	Length, Width float64
	Grain         Grain
}

// Sheet is a sheet, or an offcut, on hand or to buy. Count and Cost are as those of a Board.
type Sheet struct {
	ID            string
	Length, Width float64
	Cost          float64
	Count         int
}

// First is which way a saw can make the first cuts.
type First int

// The ways: any, along the sheet, or across it.
const (
	AnyWay First = iota
	Rips
	Crosscuts
)

// Saw is what the sheets are cut with: its kerf, which way it begins, and how much of the factory's edge is cut off.
type Saw struct {
	Kerf  float64
	First First
	Trim  float64
}

// Part is a part of a sheet: a piece, what is left, or two parts with a cut between them that goes from
// edge to edge. X runs along the sheet, Y across it.
type Part struct {
	X, Y, Length, Width float64
	Panel               string // the piece that it is; "" where it is none
	Turned              bool   // whether the piece's length lies across the sheet
	Along               bool   // whether its cut runs along the sheet
	At                  float64
	Parts               []Part // before and behind the cut

	whole bool // only cuts the way of the first ones have been made to it
}

// CutSheet is one sheet with what is cut from it.
type CutSheet struct {
	Sheet string
	Whole Part
}

// SheetLayout is a plan for all panels; Least is how many sheets no plan can do without, and fits is for what fits
// no sheet.
type SheetLayout struct {
	Sheets   []CutSheet
	Unplaced []Panel
	Least    int
}

// Each walks all parts of a part, itself first.
func (p *Part) Each(f func(*Part)) {
	f(p)
	for i := range p.Parts {
		p.Parts[i].Each(f)
	}
}

// Pieces are the pieces in it, each where it lies.
func (p *Part) Pieces() []Part {
	var out []Part
	p.Each(func(o *Part) {
		if o.Panel != "" {
			out = append(out, *o)
		}
	})
	return out
}

// Leftovers are what is left in it, that both sides are longer than least of.
func (p *Part) Leftovers(least float64) []Part {
	var out []Part
	p.Each(func(o *Part) {
		if o.Panel == "" && len(o.Parts) == 0 && min(o.Length, o.Width) >= least {
			out = append(out, *o)
		}
	})
	return out
}

// tries is how many orders the pieces are laid in before the best is taken.
const tries = 160

// Sheets plans which sheet each panel is cut from and where, by cuts from edge to edge. It looks for the least
// money, the fewest sheets, the largest single leftover and the fewest settings, among several hundred orders in
// which the pieces are laid (the first of them the largest first): a good plan, not always the best; its bound
// says how good.
func Sheets(ctx context.Context, panels []Panel, sheets []Sheet, saw Saw) SheetLayout {
	var out SheetLayout
	var all []Panel
	for _, p := range panels {
		if slices.ContainsFunc(sheets, func(s Sheet) bool { return fitsOn(&p, s.Length-2*saw.Trim, s.Width-2*saw.Trim) }) {
			all = append(all, p)
		} else {
			out.Unplaced = append(out.Unplaced, p)
		}
	}
	if len(all) == 0 {
		return out
	}
	r := rand.New(rand.NewPCG(uint64(len(all)), 11)) // the same plan for the same pieces
	orders := firstOrders(all)
	var best *laid
	for n := range tries {
		if n > 0 && ctx.Err() != nil {
			break
		}
		order := orders[n%len(orders)]
		if n >= len(orders) {
			order = slices.Clone(orders[r.IntN(len(orders))])
			for range 1 + r.IntN(4) {
				i, k := r.IntN(len(order)), r.IntN(len(order))
				order[i], order[k] = order[k], order[i]
			}
		}
		for way := range ways {
			for _, cheap := range []bool{false, true} {
				if l := lay(order, sheets, saw, way, cheap); best == nil || l.better(best) {
					best = l
				}
			}
		}
	}
	out.Sheets, out.Unplaced = best.sheets, append(out.Unplaced, best.left...)
	out.Least = leastSheets(all, sheets, saw)
	return out
}

// turns are the ways a panel may lie, with its length along the sheet or across it.
func (p *Panel) turns() []bool {
	switch p.Grain {
	case Along:
		return []bool{false}
	case Across:
		return []bool{true}
	}
	return []bool{false, true}
}

// lies is how long and wide it is as it lies.
func (p *Panel) lies(turned bool) (length, width float64) {
	if turned {
		return p.Width, p.Length
	}
	return p.Length, p.Width
}

func fitsOn(p *Panel, length, width float64) bool {
	for _, t := range p.turns() {
		if l, w := p.lies(t); l <= length+near && w <= width+near {
			return true
		}
	}
	return false
}

func firstOrders(all []Panel) [][]Panel {
	by := func(keys ...func(*Panel) float64) []Panel {
		order := slices.Clone(all)
		slices.SortStableFunc(order, func(a, b Panel) int {
			for _, key := range keys {
				if c := cmp.Compare(key(&b), key(&a)); c != 0 {
					return c
				}
			}
			return 0
		})
		return order
	}
	length := func(p *Panel) float64 { return p.Length }
	width := func(p *Panel) float64 { return p.Width }
	area := func(p *Panel) float64 { return p.Length * p.Width }
	longer := func(p *Panel) float64 { return max(p.Length, p.Width) }
	return [][]Panel{by(width, length), by(length, width), by(area), by(longer)}
}

// ways are how a part that a piece is put in is cut: first along, first across, or so that the larger part stays
// whole.
const ways = 3

// laid is a plan in the making.
type laid struct {
	sheets []CutSheet
	left   []Panel
	cost   float64
	over   float64 // area of the largest leftover
	sets   int     // different settings
}

// better compares plans: all pieces, money, sheets, the largest leftover, settings.
func (l *laid) better(o *laid) bool {
	for _, c := range []int{
		cmp.Compare(len(l.left), len(o.left)),
		compareNear(l.cost, o.cost),
		cmp.Compare(len(l.sheets), len(o.sheets)),
		-compareNear(l.over/1000, o.over/1000),
		cmp.Compare(l.sets, o.sets),
	} {
		if c != 0 {
			return c < 0
		}
	}
	return false
}

func compareNear(a, b float64) int {
	if math.Abs(a-b) < 1e-3 {
		return 0
	}
	return cmp.Compare(a, b)
}

// lay puts panels in turn where they fit best; where they fit nowhere a sheet is taken, an own one before one that
// is bought.
func lay(order []Panel, sheets []Sheet, saw Saw, way int, cheap bool) *laid {
	l := &laid{}
	used := make([]int, len(sheets))
	var free []*Part
	roots := []*Part{}
	names := []string{}
	for i := range order {
		p := &order[i]
		if !put(p, &free, saw, way) {
			s := next(p, sheets, used, saw, cheap)
			if s < 0 {
				l.left = append(l.left, *p)
				continue
			}
			used[s]++
			l.cost += sheets[s].Cost
			root := &Part{whole: true, X: saw.Trim, Y: saw.Trim, Length: sheets[s].Length - 2*saw.Trim, Width: sheets[s].Width - 2*saw.Trim}
			roots, names = append(roots, root), append(names, sheets[s].ID)
			free = append(free, root)
			put(p, &free, saw, way)
		}
	}
	settings := map[float64]bool{}
	for i, root := range roots {
		l.sheets = append(l.sheets, CutSheet{names[i], *root})
		root.Each(func(o *Part) {
			if len(o.Parts) > 0 {
				settings[math.Round(o.Parts[0].size(o.Along)*10)] = true
			} else if o.Panel == "" {
				l.over = max(l.over, o.Length*o.Width)
			}
		})
	}
	l.sets = len(settings)
	return l
}

// size is how far from its edge a cut is that runs along or across.
func (p *Part) size(along bool) float64 {
	if along {
		return p.Width
	}
	return p.Length
}

// next is the sheet to take for a panel: the smallest own one that it fits on, else the one that costs least, for
// its area or by itself.
func next(p *Panel, sheets []Sheet, used []int, saw Saw, cheap bool) int {
	best, worth := -1, math.Inf(1)
	for i := range sheets {
		s := &sheets[i]
		if s.Count > 0 && used[i] >= s.Count || !fitsOn(p, s.Length-2*saw.Trim, s.Width-2*saw.Trim) {
			continue
		}
		w := s.Cost
		if !cheap {
			w /= s.Length * s.Width
		}
		if s.Count > 0 {
			w = -1 + s.Length*s.Width*1e-12
		}
		if w < worth {
			best, worth = i, w
		}
	}
	return best
}

// put lays a panel on the free part that it fits best, the least of a side left; false where there is none.
func put(p *Panel, free *[]*Part, saw Saw, way int) bool {
	at, turned, least := -1, false, math.Inf(1)
	for i, f := range *free {
		for _, t := range p.turns() {
			l, w := p.lies(t)
			if l > f.Length+near || w > f.Width+near {
				continue
			}
			if left := min(f.Length-l, f.Width-w) + 1e-6*(f.Length-l+f.Width-w); left < least {
				at, turned, least = i, t, left
			}
		}
	}
	if at < 0 {
		return false
	}
	f := (*free)[at]
	*free = slices.Delete(*free, at, at+1)
	l, w := p.lies(turned)
	along := false // the first cut through this part
	switch {
	case f.Length-l < near:
		along = true
	case f.Width-w < near:
	case saw.First == Rips && f.whole:
		along = true
	case saw.First == Crosscuts && f.whole:
	case way == 0:
		along = true
	case way == 2:
		// The larger of the parts that would be left stays whole.
		along = (f.Width-w)*f.Length > (f.Length-l)*f.Width
	}
	f.whole = f.whole && (saw.First == AnyWay || along == (saw.First == Rips))
	first := f.Split(along, map[bool]float64{true: w, false: l}[along], saw.Kerf)
	piece := first
	if first.size(!along) > map[bool]float64{true: w, false: l}[!along]+near {
		piece = first.Split(!along, map[bool]float64{true: w, false: l}[!along], saw.Kerf)
		*free = append(*free, first.rest()...)
	}
	*free = append(*free, f.rest()...)
	piece.Panel, piece.Turned = p.ID, turned
	return true
}

// Split cuts a part so that its first part is so wide, or long, and returns that; nothing is cut where it is so.
func (p *Part) Split(along bool, size, kerf float64) *Part {
	if p.size(along) <= size+near {
		return p
	}
	a, b := *p, *p
	a.whole = false
	if along {
		a.Width = size
		b.Y, b.Width = p.Y+size+kerf, max(0, p.Width-size-kerf)
	} else {
		a.Length = size
		b.X, b.Length = p.X+size+kerf, max(0, p.Length-size-kerf)
	}
	p.Along, p.At, p.Parts = along, size, []Part{a, b}
	return &p.Parts[0]
}

// rest is what is behind a cut, where that is more than the blade took.
func (p *Part) rest() []*Part {
	if len(p.Parts) < 2 || p.Parts[1].Length < near || p.Parts[1].Width < near {
		return nil
	}
	return []*Part{&p.Parts[1]}
}

// leastSheets is how many sheets no plan can do without: by their area with the blade, and by those of which no two
// lie on one sheet.
func leastSheets(all []Panel, sheets []Sheet, saw Saw) int {
	var area, largest float64
	for i := range sheets {
		largest = max(largest, (sheets[i].Length-2*saw.Trim+saw.Kerf)*(sheets[i].Width-2*saw.Trim+saw.Kerf))
	}
	alone := 0
	for i := range all {
		area += (all[i].Length + saw.Kerf) * (all[i].Width + saw.Kerf)
		if !slices.ContainsFunc(sheets, func(s Sheet) bool { return twice(&all[i], &s, saw) }) {
			alone++
		}
	}
	return max(alone, int(math.Ceil(area/largest-1e-9)))
}

// twice tells whether two like a panel, or one like it and one no larger that way, can lie on a sheet beside each
// other, so that it need not be alone with those that cannot either.
func twice(p *Panel, s *Sheet, saw Saw) bool {
	for _, t := range p.turns() {
		l, w := p.lies(t)
		if l <= s.Length-2*saw.Trim+near && w <= s.Width-2*saw.Trim+near &&
			(2*l+saw.Kerf <= s.Length-2*saw.Trim+near || 2*w+saw.Kerf <= s.Width-2*saw.Trim+near) {
			return true
		}
	}
	return false
}
