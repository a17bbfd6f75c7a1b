package check

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/support"
	"aguante/core/working"
)

// ride is what one support or rider of a shelf does to a fixture that others may share, with
// care: a bracket to its standard, by its own heel, or what rides on a rail.
type ride struct {
	fixture string
	name    string
	mount   *hold.Mount // a bracket's, on its standard
	rider   support.Rider
	r, m    course
	at      int // its support, or its place among the rail's riders
}

// rides lists what of a run rides on fixtures.
func (g *gripping) ridden(r *run) {
	for i, h := range r.hung {
		if m := support.OnStandard(h); m != nil && r.which[i] >= 0 {
			g.rides = append(g.rides, ride{fixture: support.HangsOn(r.shelf.Supports[r.which[i]].Way()), name: r.supportName(i), mount: m,
				r: g.course(), m: g.course(), at: i})
		}
	}
	if r.rail != nil {
		g.rides = slices.Grow(g.rides, len(r.rail.riders))
		for k, on := range r.rail.riders {
			g.rides = append(g.rides, ride{fixture: r.lath.ID, name: r.shelf.Name, rider: on, r: g.course(), m: g.course(), at: k})
		}
	}
}

// noteRides takes what every ride does in a view.
func (g *gripping) noteRides(v *view, c hold.Case, at int) {
	var all []hold.Action
	if len(g.rides) > 0 && g.rides[len(g.rides)-1].mount == nil {
		all = v.r.carried(nil, v, c, hold.Strength)
	}
	for k := range g.rides {
		d := &g.rides[k]
		force, moment := 0.0, 0.0
		if d.mount != nil {
			force, moment = v.action(d.at)
			force, moment = force*v.r.care(c), moment*v.r.care(c)
		} else {
			force, moment = all[d.at].R, all[d.at].M
		}
		d.r.take(c, at, force)
		d.m.take(c, at, moment)
	}
}

// riding is a ride of one of the shelves.
type riding struct {
	shelf int
	*ride
}

// on are all rides on a fixture, and the shortest duration factor of the shelves that they
// are of.
func (w *bearing) on(fixture string) (all []riding, longest design.Shelf) {
	for i, a := range w.answers {
		for k := range a.rides {
			if d := &a.rides[k]; d.fixture == fixture {
				if len(all) == 0 || w.p.Shelves[i].Duration.CD() < longest.Duration.CD() {
					longest = w.p.Shelves[i]
				}
				all = append(all, riding{i, d})
			}
		}
	}
	return all, longest
}

// does is what a ride does with a shelf's own contents so many times there, the others as
// asked.
func (w *bearing) does(d *riding, i int, c question, by float64) hold.Action {
	if d.shelf != i {
		c0, asked := everyday, w.answers[d.shelf].asked()
		if c == breaking {
			c0 = breaking
		}
		return hold.Action{R: d.r.at(asked, c0), M: d.m.at(asked, c0), Case: c.as()}
	}
	return hold.Action{R: d.r.at(by, c), M: d.m.at(by, c), Case: c.as()}
}

// ridden are the links of fixtures that a shelf shares: a standard with other brackets, a
// rail with other shelves.
func (w *bearing) ridden(i int, a *Answer) []joint {
	var out []joint
	seen := map[string]bool{}
	for k := range a.rides {
		id := a.rides[k].fixture
		if seen[id] {
			continue
		}
		seen[id] = true
		all, longest := w.on(id)
		if a.rides[k].mount != nil && len(all) > 1 {
			out = append(out, w.standard(i, id, all, longest))
		} else if a.rides[k].mount == nil && w.sharing[id] > 1 {
			out = append(out, w.rail(i, id, all, longest)...)
		}
		out = append(out, w.panel(i, id, seen)...)
	}
	return out
}

// standard is a standard's fasteners under all brackets on it: each bracket's couple turns on
// its own heel and pulls the fasteners above it; what each carries is summed, one by one.
func (w *bearing) standard(i int, id string, all []riding, longest design.Shelf) joint {
	s := &w.p.Shelves[i]
	of := all[0].mount
	for _, d := range all {
		if d.shelf >= 0 && w.p.Shelves[d.shelf].ID == longest.ID {
			of = d.mount
		}
	}
	fix := w.p.Fixtures.Standard(id).Screw
	return joint{Link{ID: s.ID + "/" + id + "/screws/shared", Role: hold.RoleNear, Kind: hold.Strength, Piece: "standard", Goes: hold.Draws,
		Of: fix.Of(), Name: fix.Noun() + "s of the standard, under all that is on it", Where: "standard", NoMean: fix.NoMean(),
		When: "with what is asked of all shelves"},
		func(sh *working.Sheet, c question, by float64) hold.Use {
			type sum struct{ v, t float64 }
			carried := map[string]sum{}
			for k := range all {
				act := w.does(&all[k], i, c, by)
				if m := all[k].mount; len(m.Columns) > 0 {
					m.Each(&m.Columns[0], hold.Straight(act), func(d *hold.Drilled, v, t float64) {
						carried[d.ID] = sum{carried[d.ID].v + v, carried[d.ID].t + t}
					})
				}
				if sh.On() {
					sh.Add(fmt.Sprintf("M%d", k+1), w.p.Shelves[all[k].shelf].Name+", "+all[k].name+": its moment off the wall, about its own heel",
						"R × e × care", act.M, working.Moment, "statics", working.In("R", act.R, working.Force))
				}
			}
			worst, at := hold.Use{Used: -1}, (*hold.Drilled)(nil)
			for k := range of.Holes {
				d := &of.Holes[k]
				if load := carried[d.ID]; d.Counts() {
					if u := d.UsedBy(nil, load.v, load.t, c.as(), of.Set.Bases[c.as()]); u.Used > worst.Used {
						worst, at = u, d
					}
				}
			}
			if at == nil {
				return hold.Use{Used: hold.Fails, How: "hold nothing"}
			}
			if sh.On() {
				load := carried[at.ID]
				sh.Add("V", "push across on the worst one, of all brackets", "Σ R × Z / ΣZ", load.v, working.Force, "statics")
				sh.Add("T", "pull on it, of all brackets", "Σ M × y / Σy², each about its own heel", load.t, working.Force, "heel rule (Rule, from statics)")
				at.UsedBy(sh, load.v, load.t, c.as(), of.Set.Bases[c.as()])
			}
			return worst
		}}
}

// panel are the links of the panel that a rail is on, under all that hangs on any of its rails.
func (w *bearing) panel(i int, rail string, seen map[string]bool) []joint {
	r := w.p.Fixtures.Rail(rail)
	if r == nil || w.p.Fixtures.Panel(r.Panel) == nil || !r.Behind || seen[r.Panel] {
		return nil
	}
	seen[r.Panel] = true
	s := &w.p.Shelves[i]
	var all []riding
	var riders []support.PanelRider
	var longest design.Shelf
	for k := range w.p.Fixtures.Rails {
		other := &w.p.Fixtures.Rails[k]
		if other.Panel != r.Panel || !other.Behind {
			continue
		}
		on, of := w.on(other.ID)
		for _, d := range on {
			all, riders = append(all, d), append(riders, support.PanelRider{Rider: d.rider, Rail: w.p.Fixtures.Under(other.ID, s.Y)})
		}
		if len(on) > 0 && (longest.ID == "" || of.Duration.CD() < longest.Duration.CD()) {
			longest = of
		}
	}
	if !slices.ContainsFunc(all, func(d riding) bool { return d.shelf != i }) {
		return nil
	}
	site := w.site(s, &longest)
	return w.under(i, r.Panel, "on the panel", all, w.p.Fixtures.PanelUnder(r.Panel, s.Y).Hang(site, riders).Links())
}

// rail are the links of a rail under all shelves that hang on it.
func (w *bearing) rail(i int, id string, all []riding, longest design.Shelf) []joint {
	s := &w.p.Shelves[i]
	lath := w.p.RailOf(s)
	site := w.site(s, &longest)
	riders := make([]support.Rider, len(all))
	for k := range all {
		riders[k] = all[k].rider
	}
	site.Along = float64(lath.Length) / float64(len(riders))
	return w.under(i, id, "on it", all, lath.Hang(site, riders, support.Boarded{}).Links())
}

// site is what several shelves hang on as one of them sees it, for as long as any of them.
func (w *bearing) site(s, longest *design.Shelf) hold.Site {
	return hold.Site{Wall: &w.p.Wall, Underside: float64(s.Y), Depth: float64(s.Depth), Thickness: float64(s.Thickness),
		Board: s.Candidates()[0], Condition: s.Board.Condition, Bases: hold.BasesFor(longest.Duration), Care: s.Below.Care(),
		Days: longest.Duration.Days(), Allowed: s.Sag.Allowed}
}

// under are links of a fixture under all shelves that hang there.
func (w *bearing) under(i int, id, where string, all []riding, links []support.SharedLink) []joint {
	s := &w.p.Shelves[i]
	acts := make([]hold.Pulled, len(all))
	var out []joint
	for _, l := range links {
		if l.Kind != hold.Strength || l.Role != hold.RoleNear && l.Role != hold.RoleHeel && l.Role != hold.RoleRail {
			continue
		}
		out = append(out, joint{Link{ID: s.ID + "/" + id + "/" + l.Part + "-" + l.Mode + "/shared", Role: l.Role, Kind: l.Kind, Piece: l.Part,
			Goes: l.Goes, Of: l.Of, Name: l.Name + ", under all shelves " + where, Where: l.Where, NoMean: l.NoMean, Support: id,
			When: "with what is asked of all shelves", X: l.X - float64(s.X)},
			func(sh *working.Sheet, c question, by float64) hold.Use {
				for k := range all {
					acts[k] = all[k].rider.On(w.does(&all[k], i, c, by))
				}
				return l.Use(sh, acts)
			}})
	}
	return out
}

// asOne is how near one another fasteners of two shelves stand in one place, mm.
const asOne = 5

// place is where a fastener of one of the shelves stands on the wall.
type place struct {
	shelf int
	id    string
	x, y  float64
}

// besides finds for each shelf the first other one that has a fastener in one place with one of
// its own, -1 where none has.
func besides(p *design.Project, answers []*Answer) []int {
	n := 0
	for _, a := range answers {
		for h := range a.held() {
			n += len(h.Holes)
		}
	}
	all, out := make([]place, 0, n), make([]int, len(answers))
	for k, a := range answers {
		out[k] = -1
		for h := range a.held() {
			for i := range h.Holes {
				all = append(all, place{k, h.Holes[i].ID, h.Holes[i].X, h.Holes[i].Y + float64(p.Shelves[k].Y)})
			}
		}
	}
	slices.SortFunc(all, func(a, b place) int { return cmp.Compare(a.x, b.x) })
	first := func(of, other int) {
		if out[of] < 0 || other < out[of] {
			out[of] = other
		}
	}
	for i := range all {
		a := &all[i]
		for k := i + 1; k < len(all) && all[k].x-a.x < asOne; k++ {
			if b := &all[k]; a.shelf != b.shelf && a.id != b.id && math.Hypot(a.x-b.x, a.y-b.y) < asOne {
				first(a.shelf, b.shelf)
				first(b.shelf, a.shelf)
			}
		}
	}
	return out
}

// together names fasteners of one shelf that stand in one place with another's: what both ask
// of it is not summed.
func (w *bearing) together(i int) []Caution {
	if k := w.beside[i]; k >= 0 {
		return []Caution{{w.p.Shelves[i].ID, "not judged yet: fasteners in one place with those of " + w.p.Shelves[k].Name}}
	}
	return nil
}
