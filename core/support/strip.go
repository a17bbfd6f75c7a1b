package support

import (
	"math"
	"strconv"

	"aguante/core/hold"
	"aguante/core/working"
)

// strip is a rail that pins stand in.
type strip struct{ plainRail }

func (strip) kind() RailKind { return Strip }
func (strip) noun() string   { return "strip" }

func (strip) hang(r *railed, _ Boarded) Shared { return &stripped{r} }

// marks are its bores, from its left end.
func (strip) marks(r *railed) []hold.Fact {
	out := make([]hold.Fact, 0, len(r.riders)+2)
	for i, on := range r.riders {
		out = append(out, hold.Long(r.text.Join("bore ", strconv.Itoa(i+1), ", from the strip's left end"), on.X-float64(r.X)))
	}
	up := r.set.Thickness/2 - float64(r.Bottom)
	return append(out, hold.Long("bores, up from the strip's lower edge", up), hold.Long("and from its upper edge", float64(r.Height)-up))
}

// stripped is a strip in its place: it may split.
type stripped struct{ *railed }

func (r *stripped) Links() []SharedLink {
	return append(r.railed.Links(), r.split(r.set.Thickness/2-float64(r.Bottom), float64(r.Thickness), "the worst pin"))
}

// split is a rail torn along its grain: by what rides on it, so high over its lower edge and
// so deep in it, mm, which presses it down; or by the screws of a column that hold it up (EC5
// 8.1.4).
func (r *railed) split(up, deep float64, rider string) SharedLink {
	return SharedLink{Link: hold.Link{Part: string(r.Kind), Mode: "splits", Goes: hold.Splits, Of: r.Made.Of(), Role: hold.RoleRail,
		Kind: hold.Strength, Name: "split of the " + r.noun},
		Use: func(sh *working.Sheet, all []hold.Pulled) hold.Use { return r.splits(sh, all, up, deep, rider) }}
}

func (r *railed) splits(sh *working.Sheet, all []hold.Pulled, up, deep float64, rider string) hold.Use {
	if len(all) == 0 { // nothing rides on it
		return hold.Use{How: "splits along its grain"}
	}
	h := float64(r.Height)
	on := r.set.Bases[all[0].Case]
	below, used, edge, thick, force := false, -1.0, 0.0, 0.0, 0.0
	ask := func(rides bool, he, b, f float64) {
		if u := hold.Part(math.Abs(f), hold.Splitting(nil, b, h, he, on)); u > used {
			below, used, edge, thick, force = rides, u, he, b, math.Abs(f)
		}
	}
	heaviest := 0.0
	for _, a := range all {
		heaviest = max(heaviest, math.Abs(a.V))
	}
	ask(true, up, min(deep, float64(r.Thickness)), heaviest)
	for l := range r.lengths {
		s := &r.lengths[l]
		for k := range s.Columns {
			low := math.Inf(1)
			for _, i := range s.Columns[k].Holes {
				low = min(low, s.Holes[i].Y-s.Low)
			}
			ask(false, h-low, float64(r.Thickness), r.carries(nil, l, k, all).V)
		}
	}
	if sh.On() {
		worst := "the worst column of fasteners, from the upper edge"
		if below {
			worst = rider + ", from the lower edge"
		}
		f := hold.Splitting(sh, thick, h, edge, on)
		sh.Add("used", "part of it in use by "+worst, "F / F90", hold.Part(force, f), working.Ratio, "", working.In("F", force, working.Force),
			working.In("F90", f, working.Force))
	}
	return hold.Use{Used: used, How: "splits along its grain"}
}
