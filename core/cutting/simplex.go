package cutting

import (
	"context"
	"math"
	"slices"
)

// column is one way to cut one board: how often each length comes out of it.
type column struct {
	board int
	times []int
	cost  float64
}

// program is the linear program over cutting patterns:
//
//	min Σ c x   where   Σ a_ip x_p ≥ d_i  for each length, and  Σ x_p ≤ n_b  for each own board
//
// Its patterns are made as they are wanted, from the duals (Gilmore and Gomory 1961).
type program struct {
	lengths []float64 // with the blade
	demand  []int
	boards  []Board // lengths with the blade
	cost    func(*Board) float64

	inverse [][]float64 // of the basis
	basis   []column
	value   []float64 // of what is in the basis
}

// dear is what a piece costs that no pattern has yet.
const dear = 1e7

// relax solves the program and returns the duals of lengths and boards, which bound every plan from
// below, also one for fewer pieces from fewer boards. False where it did not come to its end.
func relax(ctx context.Context, lengths []float64, demand []int, boards []Board,
	cost func(*Board) float64) (pieces, own []float64, ok bool) {
	p := &program{lengths: lengths, demand: demand, boards: boards, cost: cost}
	n := len(lengths) + len(boards)
	p.inverse = make([][]float64, n)
	p.basis = make([]column, n)
	p.value = make([]float64, n)
	for i := range n {
		p.inverse[i] = make([]float64, n)
		p.inverse[i][i] = 1
		// At first every piece is dear, and every own board idle.
		p.basis[i] = column{board: -1}
		if i < len(lengths) {
			p.basis[i].cost = dear
			p.value[i] = float64(demand[i])
		} else {
			p.value[i] = float64(max(0, boards[i-len(lengths)].Count))
		}
	}
	for range 200 * (n + 1) {
		duals := p.duals()
		pieces, own = duals[:len(lengths)], duals[len(lengths):]
		if c, row, better := p.slack(duals); better {
			if !p.enter(c, p.unit(row)) {
				return nil, nil, false
			}
			continue
		}
		if ctx.Err() != nil {
			return nil, nil, false
		}
		c, better, sure := p.price(pieces, own, fewTries)
		if !better && !sure {
			c, better, sure = p.price(pieces, own, mostTries)
		}
		if !better {
			return pieces, own, sure
		}
		if !p.enter(c, p.vector(c)) {
			return nil, nil, false
		}
	}
	return nil, nil, false
}

// duals are the costs of the basis times its inverse.
func (p *program) duals() []float64 {
	out := make([]float64, len(p.basis))
	for i, b := range p.basis {
		if b.cost == 0 {
			continue
		}
		for k := range out {
			out[k] += b.cost * p.inverse[i][k]
		}
	}
	return out
}

// slack is a surplus of a length, or an idle board, that would better the program.
func (p *program) slack(duals []float64) (column, int, bool) {
	for i, d := range duals {
		if i < len(p.lengths) && d < -1e-9 || i >= len(p.lengths) && d > 1e-9 {
			return column{board: -1}, i, true
		}
	}
	return column{}, 0, false
}

// unit is the column of a surplus, −1, or of an idle board, 1.
func (p *program) unit(row int) []float64 {
	v := make([]float64, len(p.basis))
	v[row] = 1
	if row < len(p.lengths) {
		v[row] = -1
	}
	return v
}

// vector is the column of a pattern.
func (p *program) vector(c column) []float64 {
	v := make([]float64, len(p.basis))
	for i, t := range c.times {
		v[i] = float64(t)
	}
	if p.boards[c.board].Own() {
		v[len(p.lengths)+c.board] = 1
	}
	return v
}

// price finds the pattern that betters the program most; sure tells that none was left out.
func (p *program) price(pieces, own []float64, tries int) (best column, better, sure bool) {
	least := -1e-7
	sure = true
	for b := range p.boards {
		bd := &p.boards[b]
		times, worth, all := fullest(p.lengths, pieces, p.demand, bd.Length, tries)
		sure = sure && all
		cost := p.cost(bd)
		reduced := cost - worth
		if bd.Own() {
			reduced -= own[b]
		}
		if reduced < least {
			least, better = reduced, true
			best = column{board: b, times: times, cost: cost}
		}
	}
	return best, better, sure
}

// enter puts a column in the basis, in place of what then comes to nothing first; false where it is
// without end, or too near to it.
func (p *program) enter(c column, v []float64) bool {
	n := len(p.basis)
	d := make([]float64, n)
	for i := range n {
		for k := range n {
			if v[k] != 0 {
				d[i] += p.inverse[i][k] * v[k]
			}
		}
	}
	row, least := -1, math.Inf(1)
	for i := range n {
		if d[i] > 1e-9 {
			if r := p.value[i] / d[i]; r < least-1e-12 || (r < least+1e-12 && (row < 0 || d[i] > d[row])) {
				row, least = i, r
			}
		}
	}
	if row < 0 {
		return false
	}
	pivot := d[row]
	for k := range n {
		p.inverse[row][k] /= pivot
	}
	for i := range n {
		if i == row || d[i] == 0 {
			continue
		}
		for k := range n {
			p.inverse[i][k] -= d[i] * p.inverse[row][k]
		}
		p.value[i] = max(0, p.value[i]-d[i]*least)
	}
	p.value[row] = least
	p.basis[row] = c
	return true
}

// How many patterns one pricing looks at: at first, and before it says that there is none.
const (
	fewTries  = 3_000
	mostTries = 100_000
)

// fullest is the pattern of most worth in a length, each length no more often than it is asked for; all
// tells that none was left unseen.
func fullest(lengths, worth []float64, most []int, room float64, limit int) (times []int, best float64, all bool) {
	order := make([]int, 0, len(lengths))
	for i := range lengths {
		if worth[i] > 1e-12 && lengths[i] <= room+near && most[i] > 0 {
			order = append(order, i)
		}
	}
	slices.SortStableFunc(order, func(a, b int) int {
		switch d := worth[a]/lengths[a] - worth[b]/lengths[b]; {
		case d > 0:
			return -1
		case d < 0:
			return 1
		}
		return 0
	})
	times = make([]int, len(lengths))
	now := make([]int, len(lengths))
	tries := 0
	var try func(k int, room, sum float64)
	try = func(k int, room, sum float64) {
		tries++
		if sum > best+1e-12 {
			best = sum
			copy(times, now)
		}
		if k == len(order) || tries > limit {
			return
		}
		i := order[k]
		if sum+room*worth[i]/lengths[i] <= best+1e-12 {
			return
		}
		for n := min(most[i], int((room+near)/lengths[i])); n >= 0; n-- {
			now[i] = n
			try(k+1, room-float64(n)*lengths[i], sum+float64(n)*worth[i])
		}
		now[i] = 0
	}
	try(0, room, 0)
	return times, best, tries <= limit
}
