package plan

import (
	"context"
	"fmt"
	"slices"

	"aguante/core/cutting"
	"aguante/core/design"
	"aguante/core/shop"
)

// sheets plans the sheets of a group; least is how many no plan can do without.
func (g *group) sheets(ctx context.Context, s *shop.Shop, out *Cutting) (least int) {
	if len(g.jobs) == 0 {
		return 0
	}
	var panels []cutting.Panel
	for i, j := range g.jobs {
		grain := cutting.Along
		if j.grain == design.GrainAny || !grained(g.wood) {
			grain = cutting.Either
		}
		panels = append(panels, cutting.Panel{ID: fmt.Sprint(i), Length: j.length, Width: j.width, Grain: grain})
	}
	var from []cutting.Sheet
	costs := g.costs()
	for i := range g.stocks {
		st := &g.stocks[i]
		if st.own && out.left(st) <= 0 {
			continue
		}
		from = append(from, cutting.Sheet{ID: fmt.Sprint(i), Length: st.length, Width: st.width, Cost: costs[i], Count: max(0, out.left(st))})
	}
	first := map[shop.First]cutting.First{shop.Rips: cutting.Rips, shop.Crosscuts: cutting.Crosscuts}[s.First]
	plan := cutting.Sheets(ctx, panels, from, cutting.Saw{Kerf: g.kerf, First: first, Trim: float64(s.Trim)})
	for _, sh := range plan.Sheets {
		var i int
		fmt.Sscan(sh.Sheet, &i)
		b := out.blank(g, &g.stocks[i])
		root := &sh.Whole
		var leaves []*cutting.Part
		root.Each(func(p *cutting.Part) {
			if p.Panel != "" {
				leaves = append(leaves, p)
			}
		})
		for _, leaf := range leaves {
			var k int
			fmt.Sscan(leaf.Panel, &k)
			leaf.Panel = ""
			lay(leaf, &g.jobs[k], g.kerf, leaf.Turned)
		}
		b.roots = append(b.roots, root)
	}
	for _, p := range plan.Unplaced {
		var k int
		fmt.Sscan(p.ID, &k)
		out.cannot(g, g.jobs[k:k+1])
	}
	return plan.Least
}

// grained tells whether a panel has a grain that is to be seen.
func grained(wood string) bool {
	return !slices.Contains([]string{"mdf", "particleboard", "osb-3"}, wood)
}
