package cutting

import (
	"cmp"
	"context"
	"math"
	"slices"
)

// mostNodes is how far a search goes on before it is content with what it has.
const mostNodes = 60_000

// mostPatterns is how many ways to fill one board a search tries at one place.
const mostPatterns = 40

// Lengths plans which board each item is cut from. It looks for, in this order: the least money, the
// fewest boards, the longest single leftover; own stock costs nothing, so it comes first. The bound is
// that of the linear program over cutting patterns. What is cut short by ctx is the
// best so far, not settled.
func Lengths(ctx context.Context, items []Item, boards []Board, kerf float64) Layout {
	var out Layout
	longest := 0.0
	for i := range boards {
		longest = max(longest, boards[i].Length)
	}
	placed := make([]Item, 0, len(items))
	for _, it := range items {
		if it.Length > longest+near {
			out.Unplaced = append(out.Unplaced, it)
		} else {
			placed = append(placed, it)
		}
	}
	if len(placed) == 0 {
		out.Settled = true
		return out
	}
	s := newSearch(ctx, placed, boards, kerf)
	s.bound()
	s.quick()
	s.node(0, 0)
	if math.IsInf(s.best.cost, 1) {
		// There is not enough of what is on hand for all of them: the longest stays uncut.
		last := slices.IndexFunc(placed, func(it Item) bool { return it.Length+kerf == s.lengths[0] })
		rest := Lengths(ctx, slices.Delete(slices.Clone(placed), last, last+1), boards, kerf)
		rest.Unplaced = append(rest.Unplaced, append(out.Unplaced, placed[last])...)
		return rest
	}
	s.longestLeftover()
	out.Least, out.Cheapest = s.least, s.cheapest
	out.Boards = s.filled(placed)
	out.Settled = ctx.Err() == nil && (s.nodes < mostNodes && !s.cut ||
		s.best.cost <= s.cheapest+near && len(s.best.cuts) <= s.least)
	return out
}

// filled is one board of a plan in the search.
type filled struct {
	board int
	times []int
}

type planned struct {
	cuts []filled
	cost float64
}

// better compares plans by money, then by boards.
func (p *planned) better(o *planned) bool {
	if math.Abs(p.cost-o.cost) > near {
		return p.cost < o.cost
	}
	return len(p.cuts) < len(o.cuts)
}

// search looks for the best plan; lengths are of each kind once, the longest first, with the blade.
type search struct {
	ctx     context.Context
	lengths []float64
	demand  []int
	left    []int
	boards  []Board
	own     []int // how many are left of each
	kerf    float64

	byCost, byCount duals
	cheapest        float64
	least           int
	now             []filled
	best            planned
	nodes           int
	cut             bool // patterns were left out
}

// duals bound what is left to be cut from below.
type duals struct {
	pieces, own []float64
	ok          bool
}

// over is the bound for what is left.
func (d *duals) over(left, own []int) float64 {
	if !d.ok {
		return 0
	}
	var sum float64
	for i, n := range left {
		sum += d.pieces[i] * float64(n)
	}
	for b, n := range own {
		sum += d.own[b] * float64(n)
	}
	return max(0, sum)
}

func newSearch(ctx context.Context, items []Item, boards []Board, kerf float64) *search {
	s := &search{ctx: ctx, kerf: kerf, best: planned{cost: math.Inf(1)}}
	for _, it := range items {
		l := it.Length + kerf
		i := slices.IndexFunc(s.lengths, func(o float64) bool { return math.Abs(o-l) < near })
		if i < 0 {
			s.lengths, s.demand = append(s.lengths, l), append(s.demand, 0)
			i = len(s.lengths) - 1
		}
		s.demand[i]++
	}
	order := make([]int, len(s.lengths))
	for i := range order {
		order[i] = i
	}
	slices.SortFunc(order, func(a, b int) int { return cmp.Compare(s.lengths[b], s.lengths[a]) })
	lengths, demand := make([]float64, len(order)), make([]int, len(order))
	for i, o := range order {
		lengths[i], demand[i] = s.lengths[o], s.demand[o]
	}
	s.lengths, s.demand, s.left = lengths, demand, slices.Clone(demand)
	for _, b := range boards {
		b.Length += kerf
		s.boards = append(s.boards, b)
		s.own = append(s.own, b.Count)
	}
	return s
}

// bound solves both programs: for money and for the number of boards.
func (s *search) bound() {
	solve := func(cost func(*Board) float64) (d duals) {
		d.pieces, d.own, d.ok = relax(s.ctx, s.lengths, s.demand, s.boards, cost)
		return d
	}
	s.byCost = solve(func(b *Board) float64 { return b.Cost })
	s.byCount = solve(func(*Board) float64 { return 1 })
	s.cheapest = s.byCost.over(s.demand, s.own)
	s.least = int(math.Ceil(s.byCount.over(s.demand, s.own) - 1e-6))
}

// quick fills board after board as full as it goes, own ones first, to have a plan to better: once with each
// size that can be bought in front.
func (s *search) quick() {
	for first := range s.boards {
		if s.boards[first].Own() && first > 0 {
			continue
		}
		s.left, s.own, s.now = slices.Clone(s.demand), s.counts(), nil
		cost := 0.0
		for s.open() {
			b, times := s.pick(first)
			if b < 0 {
				break
			}
			s.take(b, times)
			cost += s.boards[b].Cost
		}
		if !s.open() {
			s.keep(cost)
		}
	}
	s.left, s.own, s.now = slices.Clone(s.demand), s.counts(), nil
}

func (s *search) counts() []int {
	out := make([]int, len(s.boards))
	for i := range s.boards {
		out[i] = s.boards[i].Count
	}
	return out
}

func (s *search) open() bool { return slices.ContainsFunc(s.left, func(n int) bool { return n > 0 }) }

// pick is the board to fill next: an own one, else that of first, else the cheapest for what it takes.
func (s *search) pick(first int) (int, []int) {
	best, bestTimes, bestWorth := -1, []int(nil), math.Inf(-1)
	for b := range s.boards {
		if s.boards[b].Own() && s.own[b] == 0 {
			continue
		}
		times, sum, _ := fullest(s.lengths, s.lengths, s.left, s.boards[b].Length, fewTries)
		if sum <= 0 {
			continue
		}
		worth := -s.boards[b].Cost / sum
		if s.boards[b].Own() {
			worth = 2 + sum/s.boards[b].Length
		} else if b == first {
			worth = 1
		}
		if worth > bestWorth {
			best, bestTimes, bestWorth = b, times, worth
		}
	}
	return best, bestTimes
}

func (s *search) take(b int, times []int) {
	s.now = append(s.now, filled{b, times})
	if s.boards[b].Own() {
		s.own[b]--
	}
	for i, n := range times {
		s.left[i] -= n
	}
}

func (s *search) putBack() {
	f := s.now[len(s.now)-1]
	s.now = s.now[:len(s.now)-1]
	if s.boards[f.board].Own() {
		s.own[f.board]++
	}
	for i, n := range f.times {
		s.left[i] += n
	}
}

func (s *search) keep(cost float64) {
	p := planned{cuts: slices.Clone(s.now), cost: cost}
	if p.better(&s.best) {
		s.best = p
	}
}

// node fills the next board, which the longest piece that is left is cut from, in every way that may better the
// best plan.
func (s *search) node(cost float64, depth int) {
	s.nodes++
	if s.nodes > mostNodes || s.nodes%256 == 0 && s.ctx.Err() != nil {
		return
	}
	if !s.open() {
		s.keep(cost)
		return
	}
	atLeast := cost + s.byCost.over(s.left, s.own)
	if atLeast > s.best.cost+near {
		return
	}
	if atLeast > s.best.cost-1e-4 {
		// It can only be as cheap: then with fewer boards.
		if depth+int(math.Ceil(s.byCount.over(s.left, s.own)-1e-6)) >= len(s.best.cuts) {
			return
		}
	}
	longest := slices.IndexFunc(s.left, func(n int) bool { return n > 0 })
	for b := range s.boards {
		bd := &s.boards[b]
		if bd.Own() && s.own[b] == 0 || bd.Length+near < s.lengths[longest] {
			continue
		}
		for _, times := range s.patterns(longest, bd.Length) {
			s.take(b, times)
			s.node(cost+bd.Cost, depth+1)
			s.putBack()
			if s.nodes > mostNodes {
				return
			}
		}
	}
}

// patterns are the fullest ways to cut a length that has a piece of a kind in it and room for no other.
func (s *search) patterns(with int, room float64) [][]int {
	type pattern struct {
		times []int
		waste float64
	}
	var all []pattern
	now := make([]int, len(s.lengths))
	now[with] = 1
	tries := 0
	var try func(k int, room float64)
	try = func(k int, room float64) {
		tries++
		if tries > 4000 {
			s.cut = true
			return
		}
		if k == len(s.lengths) {
			for i := range s.lengths {
				if now[i] < s.left[i] && s.lengths[i] <= room+near {
					return // another fits: that way is counted as well
				}
			}
			all = append(all, pattern{slices.Clone(now), room})
			return
		}
		had := now[k]
		for n := min(s.left[k]-had, int((room+near)/s.lengths[k])); n >= 0; n-- {
			now[k] = had + n
			try(k+1, room-float64(n)*s.lengths[k])
		}
		now[k] = had
	}
	try(with, room-s.lengths[with])
	slices.SortStableFunc(all, func(a, b pattern) int { return cmp.Compare(a.waste, b.waste) })
	if len(all) > mostPatterns {
		s.cut = true
		all = all[:mostPatterns]
	}
	out := make([][]int, len(all))
	for i, p := range all {
		out[i] = p.times
	}
	return out
}

// longestLeftover cuts the same from the same boards so that one of them has as much left as can be: all others
// are filled as full as they go, each in turn is the one that keeps the rest.
func (s *search) longestLeftover() {
	leftover := func(cuts []filled) float64 {
		most := 0.0
		for _, f := range cuts {
			most = max(most, s.boards[f.board].Length-s.sum(f.times))
		}
		return most
	}
	most := leftover(s.best.cuts)
	for light := range s.best.cuts {
		left := slices.Clone(s.demand)
		cuts := make([]filled, 0, len(s.best.cuts))
		for i, f := range s.best.cuts {
			if i == light {
				continue
			}
			times, _, _ := fullest(s.lengths, s.lengths, left, s.boards[f.board].Length, fewTries)
			for k, n := range times {
				left[k] -= n
			}
			cuts = append(cuts, filled{f.board, times})
		}
		b := s.best.cuts[light].board
		if s.sum(left) > s.boards[b].Length+near {
			continue
		}
		cuts = append(cuts, filled{b, left})
		if l := leftover(cuts); l > most+near {
			most, s.best.cuts = l, cuts
		}
	}
}

func (s *search) sum(times []int) float64 {
	var sum float64
	for i, n := range times {
		sum += float64(n) * s.lengths[i]
	}
	return sum
}

// filled puts the items themselves on the boards: the longest first on each, so that what is cut with one
// stop can be cut together.
func (s *search) filled(items []Item) []Filled {
	kinds := make([][]Item, len(s.lengths))
	for _, it := range items {
		i := slices.IndexFunc(s.lengths, func(l float64) bool { return math.Abs(l-it.Length-s.kerf) < near })
		kinds[i] = append(kinds[i], it)
	}
	out := make([]Filled, 0, len(s.best.cuts))
	for _, f := range s.best.cuts {
		on := Filled{Board: s.boards[f.board].ID}
		for i, n := range f.times {
			on.Items = append(on.Items, kinds[i][:n]...)
			kinds[i] = kinds[i][n:]
		}
		out = append(out, on)
	}
	return out
}
