package plan

import (
	"cmp"
	"slices"

	"aguante/core/cutting"
)

// moved is what pieces were put on a board by hand, in their order along it.
type moved struct {
	board, stock string
	pieces       []string
}

func movedTo(decided *Plan) []moved {
	var out []moved
	all := slices.Clone(decided.Moves)
	slices.SortStableFunc(all, func(a, b Move) int { return cmp.Compare(a.At, b.At) })
	for _, m := range all {
		i := slices.IndexFunc(out, func(o moved) bool { return o.board == m.Board })
		if i < 0 {
			out = append(out, moved{board: m.Board, stock: m.Stock})
			i = len(out) - 1
		}
		out[i].pieces = append(out[i].pieces, m.Piece)
	}
	return out
}

// decided lays out the boards that a person has decided on, and returns what is left of those that are not locked.
func (g *group) decided(decided *Plan, out *Cutting) []stretch {
	var open []stretch
	for _, l := range decided.Locked {
		if b, _ := g.byHand(out, moved{l.ID, l.Stock, l.Pieces}); b != nil {
			b.Locked = true
		}
	}
	for _, m := range movedTo(decided) {
		if _, rest := g.byHand(out, m); rest != nil {
			open = append(open, stretch{open: rest})
		}
	}
	return open
}

// byHand lays pieces on a board as a person has decided, and takes both out of what is to be planned; rest is what is
// left of it. Where they do not fit, or there is no such stock, that is noted; where the pieces are gone it counts no
// more.
func (g *group) byHand(out *Cutting, m moved) (b *Blank, rest *cutting.Part) {
	var mine, others []job
	for _, j := range g.jobs {
		if slices.ContainsFunc(j.lies, func(l lying) bool { return slices.Contains(m.pieces, l.id) }) {
			mine = append(mine, j)
		} else {
			others = append(others, j)
		}
	}
	if len(mine) == 0 {
		return nil, nil
	}
	at := slices.IndexFunc(g.stocks, func(st stock) bool { return st.id == m.stock })
	if at < 0 || out.uses(m.board) || g.stocks[at].own && out.left(&g.stocks[at]) <= 0 {
		out.Unmet = append(out.Unmet, m.board)
		return nil, nil
	}
	st := &g.stocks[at]
	all := sections(mine, st.width, g.kerf)
	long, wide := g.kerf*float64(len(all)-1), 0.0
	for _, s := range all {
		long, wide = long+s.length, max(wide, s.width)
	}
	for _, seg := range st.segments() {
		if long <= seg.to-seg.from+1e-6 && wide <= st.width+sameWidth {
			b = out.take(g, st, m.board)
			root := &cutting.Part{X: seg.from, Length: seg.to - seg.from, Width: st.width}
			rest = fill(root, all, g.kerf)
			b.roots = append(b.roots, root)
			g.jobs = others
			return b, rest
		}
	}
	out.Unmet = append(out.Unmet, m.board)
	return nil, nil
}
