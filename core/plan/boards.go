package plan

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"aguante/core/cutting"
	"aguante/core/say"
	"aguante/core/shop"
)

// blank is the next one of a stock that is not in use yet; an own one is one fewer on hand then.
func (c *Cutting) blank(g *group, st *stock) *Blank {
	for n := 1; ; n++ {
		if id := fmt.Sprintf("%s-%d", st.id, n); !c.uses(id) {
			return c.take(g, st, id)
		}
	}
}

func (c *Cutting) uses(id string) bool {
	return slices.ContainsFunc(c.Blanks, func(b *Blank) bool { return b.ID == id })
}

// take puts a blank of a stock to use under an id.
func (c *Cutting) take(g *group, st *stock, id string) *Blank {
	b := &Blank{ID: id, Group: g.n, Stock: st.id, Name: st.name, From: g.from, Wood: g.wood, Stuff: g.stuff, Own: st.own, Length: st.length,
		Width: st.width, Thickness: st.thickness, Squaring: st.squaring, Bad: st.bad, Price: st.price, Priced: st.priced}
	if b.Bad == nil {
		b.Bad = []shop.Span{}
	}
	if st.own {
		c.taken[st.id]++
	}
	c.Blanks = append(c.Blanks, b)
	return b
}

// left is how many of an own stock are still on hand; groups share what fits several.
func (c *Cutting) left(st *stock) int { return st.count - c.taken[st.id] }

// segment is a stretch of a board that can be used: past the squaring cut, and between its bad places.
type segment struct{ from, to float64 }

func (st *stock) segments() []segment {
	bad := slices.Clone(st.bad)
	slices.SortFunc(bad, func(a, b shop.Span) int { return cmp.Compare(a.From, b.From) })
	var out []segment
	from := st.squaring
	for _, b := range bad {
		if to := float64(b.From); to-from > 1 {
			out = append(out, segment{from, to})
		}
		from = max(from, float64(b.To))
	}
	if st.length-from > 1 {
		out = append(out, segment{from, st.length})
	}
	return out
}

// stretch is a segment of a stock that pieces may be cut from, or what is left of a board that some were put on by hand.
type stretch struct {
	stock *stock
	seg   segment
	open  *cutting.Part
}

// layout is a plan of boards in the making: the sections, what they may be cut from, and what was found.
type layout struct {
	sections []section
	items    []cutting.Item
	from     []cutting.Board
	of       map[string]stretch
	found    cutting.Layout
	cost     float64
}

// boards plans the boards or rods of a group; least is how many no plan can do without, blade what the blade costs
// where that is a board.
func (g *group) boards(ctx context.Context, decided *Plan, out *Cutting) (least int, blade string) {
	open := g.decided(decided, out)
	least = len(out.Blanks) - g.first
	if len(g.jobs) == 0 {
		return least, ""
	}
	best := g.layout(ctx, out, open, g.widest())
	// Lanes that are beside each other on a wide board are not on a narrow own one: that is tried as well.
	if narrow := g.narrowest(); narrow < g.widest()-sameWidth {
		if l := g.layout(ctx, out, open, narrow); l.better(best) {
			best = l
		}
	}
	out.Settled = out.Settled && best.found.Settled
	nth := map[stretch]int{} // how many of a segment are in use
	byStock := map[*stock][]*Blank{}
	for _, f := range best.found.Boards {
		at := best.of[f.Board]
		if at.open != nil {
			fill(at.open, best.pick(f.Items), g.kerf)
			continue
		}
		n := nth[at]
		nth[at]++
		for len(byStock[at.stock]) <= n {
			byStock[at.stock] = append(byStock[at.stock], out.blank(g, at.stock))
		}
		b := byStock[at.stock][n]
		root := &cutting.Part{X: at.seg.from, Length: at.seg.to - at.seg.from, Width: b.Width}
		fill(root, best.pick(f.Items), g.kerf)
		b.roots = append(b.roots, root)
	}
	for _, s := range best.pick(best.found.Unplaced) {
		for _, l := range s.lanes {
			out.cannot(g, l.jobs)
		}
	}
	if len(best.found.Boards) == best.found.Least {
		blade = best.blade(ctx, g.kerf)
	}
	return least + best.found.Least, blade
}

// widest is how wide the boards are that a group's pieces are sold for; where there are only own ones, the widest.
func (g *group) widest() float64 {
	if !math.IsInf(g.width, 1) {
		return g.width
	}
	wide := 0.0
	for _, st := range g.stocks {
		wide = max(wide, st.width)
	}
	return wide
}

// narrowest is the narrowest board that is wide enough for every piece of a group.
func (g *group) narrowest() float64 {
	need, least := 0.0, math.Inf(1)
	for _, j := range g.jobs {
		need = max(need, j.width)
	}
	for _, st := range g.stocks {
		if st.width >= need-0.5 {
			least = min(least, st.width)
		}
	}
	return least
}

// layout plans a group for boards that are at least so wide.
func (g *group) layout(ctx context.Context, out *Cutting, open []stretch, wide float64) *layout {
	l := &layout{sections: sections(g.jobs, wide, g.kerf), of: map[string]stretch{}}
	for i, s := range l.sections {
		l.items = append(l.items, cutting.Item{ID: fmt.Sprint(i), Length: s.length})
	}
	add := func(s stretch, length, cost float64, count int) {
		id := fmt.Sprint(len(l.from))
		l.of[id] = s
		l.from = append(l.from, cutting.Board{ID: id, Length: length, Cost: cost, Count: count})
	}
	costs := g.costs()
	for i := range g.stocks {
		st := &g.stocks[i]
		if st.own && out.left(st) <= 0 || st.width < wide-sameWidth {
			continue
		}
		for _, seg := range st.segments() {
			add(stretch{stock: st, seg: seg}, seg.to-seg.from, costs[i], max(0, out.left(st)))
		}
	}
	for _, o := range open {
		if o.open.Width >= wide-sameWidth {
			add(o, o.open.Length, 0, 1)
		}
	}
	l.found = cutting.Lengths(ctx, l.items, l.from, g.kerf)
	for _, f := range l.found.Boards {
		l.cost += l.from[slices.IndexFunc(l.from, func(b cutting.Board) bool { return b.ID == f.Board })].Cost
	}
	return l
}

// better compares layouts: all pieces, money, boards.
func (l *layout) better(o *layout) bool {
	return cmp.Or(cmp.Compare(len(l.found.Unplaced), len(o.found.Unplaced)), compareCost(l.cost, o.cost),
		cmp.Compare(len(l.found.Boards), len(o.found.Boards))) < 0
}

func compareCost(a, b float64) int {
	if math.Abs(a-b) < 1e-6 {
		return 0
	}
	return cmp.Compare(a, b)
}

// pick are the sections that items stand for.
func (l *layout) pick(items []cutting.Item) []section {
	var of []section
	for i, it := range l.items {
		if slices.ContainsFunc(items, func(o cutting.Item) bool { return o.ID == it.ID }) {
			of = append(of, l.sections[i])
		}
	}
	return of
}

// blade says what a blade costs that nobody counted: that fewer boards would do without it.
func (l *layout) blade(ctx context.Context, kerf float64) string {
	without := cutting.Lengths(ctx, l.items, l.from, 0)
	if len(without.Boards) >= len(l.found.Boards) || len(without.Unplaced) > 0 {
		return ""
	}
	says := fmt.Sprintf("it is the blade: without its %s %d would do", say.Fine(kerf), len(without.Boards))
	first := without.Boards[0]
	n := len(first.Items)
	unlike := func(it cutting.Item) bool { return math.Abs(it.Length-first.Items[0].Length) > 0.5 }
	if n < 2 || slices.ContainsFunc(first.Items, unlike) {
		return says
	}
	at := slices.IndexFunc(l.from, func(b cutting.Board) bool { return b.ID == first.Board })
	each := math.Floor(cutting.Equal(l.from[at].Length, n, kerf)*10) / 10
	return fmt.Sprintf("%s; of %d alike one gives %s each", says, n, say.Length(each))
}

// fill cuts sections off a part, one behind the other, and returns what is left of it.
func fill(p *cutting.Part, all []section, kerf float64) *cutting.Part {
	for i := range all {
		if p == nil {
			return nil
		}
		one := p.Split(false, all[i].length, kerf)
		left := one
		for k := range all[i].lanes {
			l := &all[i].lanes[k]
			lane := left.Split(true, l.width, kerf)
			left = behind(left, lane)
			for j := range l.jobs {
				on := lane.Split(false, l.jobs[j].length, kerf)
				lane = behind(lane, on)
				lay(on, &l.jobs[j], kerf, false)
			}
		}
		p = behind(p, one)
	}
	return p
}

// behind is what is left of a part when one was cut off it, nil where that was all.
func behind(p, off *cutting.Part) *cutting.Part {
	if p == off || len(p.Parts) < 2 || p.Parts[1].Length < 1e-6 || p.Parts[1].Width < 1e-6 {
		return nil
	}
	return &p.Parts[1]
}

// lay writes the pieces of a job on the part that was cut for it.
func lay(on *cutting.Part, j *job, kerf float64, turned bool) {
	if j.first > 0 {
		on.Panel, on.Turned = j.lies[0].id, turned
		return
	}
	for i := range j.lies {
		one := on.Split(turned, j.lies[i].length, kerf)
		one.Panel, one.Turned = j.lies[i].id, turned
		on = behind(on, one)
	}
}
