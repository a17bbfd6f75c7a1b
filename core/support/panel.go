package support

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// Panel is a thin back on the studs that rails are screwed to from behind: X and Bottom
// are its lower left corner, Spots its fasteners into the studs; mm.
type Panel struct {
	hold.Made `label:"panel of" as:"wood"`
	ID        string          `json:"id"`
	X         quantity.Length `json:"x_mm" label:"panel, left edge, along the wall" range:"0 30000"`
	Bottom    quantity.Length `json:"bottom_mm" label:"panel, lower edge, over the floor" range:"0 10000"`
	Width     quantity.Length `json:"width_mm" label:"panel, wide" range:"50 10000"`
	Height    quantity.Length `json:"height_mm" label:"panel, high" range:"50 6000"`
	Thickness quantity.Length `json:"thickness_mm" label:"panel, thick" range:"2 60" as:"fine"`
	Screw     hold.Fixing     `json:"screw" title:"Into the studs" label:""`
	Spots     []Spot          `json:"spots" count:"0 200"`
}

// Validate names every problem of a panel by itself.
func (a *Panel) Validate(p *problem.List) {
	if !field.Check(p, a) {
		return
	}
	for i, s := range a.Spots {
		at := p.Each("spots", i)
		at.Between("x_mm", float64(s.X), float64(a.X), float64(a.X+a.Width))
		at.Between("y_mm", float64(s.Y), 0, float64(a.Height))
	}
}

// Assemble puts the panel up on its studs.
func (a *Panel) Assemble(o *Over) *assembly.Assembly {
	out := o.assemble()
	x, low, t := float64(a.X), float64(a.Bottom), float64(a.Thickness)
	p := out.part("panel", "panel", a.Made, assembly.Along(x, low, 0), assembly.Rect(0, 0, float64(a.Width), float64(a.Height)), t)
	p.Aside = true
	out.spots(a.Spots, a.Screw, low, t)
	return &out.Assembly
}

// fitsPanel names what keeps a rail from the panel that it is on.
func (r *Rail) fitsPanel(p *problem.List, a *Panel) {
	switch {
	case a == nil:
		p.Add("panel", "there is no panel %q on this wall", r.Panel)
	case r.X < a.X-1 || r.X+r.Length > a.X+a.Width+1:
		p.Add("x_mm", "the %s goes from %s to %s, its panel from %s to %s: keep it on the panel", r.Noun(), say.Place(float64(r.X)),
			say.Place(float64(r.X+r.Length)), say.Place(float64(a.X)), say.Place(float64(a.X+a.Width)))
	case r.Bottom < a.Bottom-1 || r.Bottom+r.Height > a.Bottom+a.Height+1:
		p.Add("bottom_mm", "the %s is %s to %s over the floor, its panel %s to %s: keep it on the panel", r.Noun(), say.Place(float64(r.Bottom)),
			say.Place(float64(r.Bottom+r.Height)), say.Place(float64(a.Bottom)), say.Place(float64(a.Bottom+a.Height)))
	}
}

// PanelRider is what a panel carries through one of its rails.
type PanelRider struct {
	Rider
	Rail *Rail
}

// paneled is a panel in its place, with all that hangs on its rails.
type paneled struct {
	*Panel
	set    hold.Site
	mount  hold.Mount
	stacks []hold.Stack
	riders []PanelRider
	rails  []*Rail
	own    float64   // its weight, N
	weigh  []float64 // of each rail, N
	on     []hold.Couple
}

// aboveHeel is how far over a rail's lower edge the panel's fasteners hold its couple, mm (Rule).
const aboveHeel = 300.0

// Hang puts a panel up under what rides on its rails.
func (a *Panel) Hang(s hold.Site, riders []PanelRider) *paneled {
	out := &paneled{Panel: a, set: s, riders: riders}
	board := s.Piece(a.Made, float64(a.Width), float64(a.Thickness))
	out.own = board.Density() * 1e-9 * float64(a.Width*a.Height*a.Thickness) * quantity.Gravity
	for _, on := range riders {
		if !slices.ContainsFunc(out.rails, func(r *Rail) bool { return r.ID == on.Rail.ID }) {
			out.rails = append(out.rails, on.Rail)
			wood := s.Piece(on.Rail.Made, float64(on.Rail.Thickness), float64(on.Rail.Height))
			out.weigh = append(out.weigh, on.Rail.ownWeight(wood)*float64(on.Rail.Length))
		}
	}
	through := hold.Wooden("panel", board, float64(a.Thickness), true)
	var holes []hold.Drilled
	for _, sp := range a.Spots {
		holes = append(holes, out.set.Drill(sp.ID, float64(sp.X), float64(a.Bottom+sp.Y), sp.screw(a.Screw), through))
	}
	hold.Spare(holes)
	low, high, from, to := float64(a.Bottom), float64(a.Bottom+a.Height), float64(a.X), float64(a.X+a.Width)
	out.set.Crowd(holes, hold.Grain{Name: "panel", Ends: [2]float64{from, to}, Edges: [2]float64{low, high}})
	out.mount = hold.NewMount(&out.set, "panel", a.Screw, holes, low, high, false, func(xs []float64, k int) float64 { return belongs(xs, k, from, to) })
	var xs []float64
	slices.SortFunc(out.mount.Columns, func(a, b hold.StudColumn) int { return int(math.Copysign(1, a.X-b.X)) })
	for _, c := range out.mount.Columns {
		xs = append(xs, c.X)
	}
	for k := range out.mount.Columns {
		out.stacks = append(out.stacks, hold.Stack{Mount: &out.mount, Column: &out.mount.Columns[k], Reach: aboveHeel,
			B: func(low float64) float64 { return out.pressed(xs, k, low) }})
	}
	return out
}

// pressed is how much of the rail whose lower edge is so high presses at column k, mm.
func (p *paneled) pressed(xs []float64, k int, low float64) float64 {
	for _, r := range p.rails {
		if float64(r.Bottom) == low {
			from, to := float64(p.X), float64(p.X+p.Width)
			if k > 0 {
				from = (xs[k-1] + xs[k]) / 2
			}
			if k < len(xs)-1 {
				to = (xs[k] + xs[k+1]) / 2
			}
			return max(float64(p.Thickness), min(to, float64(r.X+r.Length))-max(from, float64(r.X)))
		}
	}
	return belongs(xs, k, float64(p.X), float64(p.X+p.Width))
}

// bears is what column k carries: of every rail what hangs on it, by levers between the columns
// nearest, its couple about the rail's lower edge and by the panel's own thickness more; of rails
// and panel their own weight.
func (p *paneled) bears(sh *working.Sheet, k int, all []hold.Pulled) []hold.Couple {
	p.on = p.on[:0]
	t := float64(p.Thickness)
	add := func(name func() string, x, low, v, m float64) {
		part := leverShare(p.mount.Columns, k, x)
		if part == 0 || v == 0 && m == 0 {
			return
		}
		p.on = append(p.on, hold.Couple{Low: low, V: part * v, M: part * (m + v*t)})
		if sh.On() {
			n := len(p.on)
			sh.Add(fmt.Sprintf("V%d", n), name()+", of it on this column by levers", "V × (1 − x / L)", part*v, working.Force, "statics",
				working.In("V", v, working.Force), working.In("share", part, working.Ratio))
			sh.Add(fmt.Sprintf("M%d", n), "and its moment off the wall, about the rail's lower edge on the lining", "(M + V × t) × (1 − x / L)",
				part*(m+v*t), working.Moment, "statics", working.In("M", m, working.Moment), working.In("t", t, working.Length))
		}
	}
	care := 1.0
	for i, pulled := range all {
		on := &p.riders[i]
		care = p.set.CareIn(pulled.Case)
		add(func() string { return fmt.Sprintf("what hangs %s along the wall", say.Place(on.X)) }, on.X, float64(on.Rail.Bottom), pulled.V, pulled.M)
	}
	for i, r := range p.rails {
		own := p.own / float64(len(p.rails)) * care
		w := p.weigh[i] * care
		add(func() string { return "the rail itself and its part of the panel" }, float64(r.X+r.Length/2), float64(r.Bottom), w+own, w*float64(r.Thickness)/2-own*t/2)
	}
	return p.on
}

// Links are its fasteners and heels, column by column, and whether there are any.
func (p *paneled) Links() []SharedLink {
	var out []SharedLink
	for k := range p.stacks {
		s := &p.stacks[k]
		d := &p.mount.Holes[s.Column.Holes[0]]
		where := fmt.Sprintf("column %d of the panel", k+1)
		if st := d.Hit.Behind(); st != nil {
			where = fmt.Sprintf("stud %d", p.set.Wall.Number(st))
		}
		out = append(out,
			SharedLink{Link: hold.Link{Part: d.ID, Mode: "pull", Goes: hold.Draws, Of: p.mount.Of(s.Column), Role: hold.RoleNear, Kind: hold.Strength,
				Name: p.mount.Nouns(s.Column) + " of the panel", NoMean: p.mount.NoMean(s.Column)}, Where: where, X: s.Column.X,
				Use: func(sh *working.Sheet, all []hold.Pulled) hold.Use {
					if len(all) == 0 {
						return hold.Use{}
					}
					return s.Worst(sh, p.bears(sh, k, all), all[0].Case)
				}},
			SharedLink{Link: hold.Link{Part: d.ID, Mode: "heel", Goes: hold.Crushes, Of: p.set.LinedWith(), Role: hold.RoleHeel, Kind: hold.Strength,
				Name: p.set.HeelName(), NoMean: hold.NoWallMean}, Where: where, X: s.Column.X,
				Use: func(sh *working.Sheet, all []hold.Pulled) hold.Use { return s.Press(sh, p.bears(sh, k, all)) }})
	}
	return append(out, SharedLink{Link: hold.Link{Part: "panel", Mode: "behind", Goes: hold.Stands, Of: p.Screw.Of(), Role: hold.RoleBehind,
		Kind: hold.Gate, Name: p.mount.IntoName()}, Where: "the panel", X: float64(p.X + p.Width/2),
		Use: func(sh *working.Sheet, _ []hold.Pulled) hold.Use { return p.mount.Behind(sh) }})
}

// couples are what its columns pass to their studs, in their order, N·mm.
func (p *paneled) couples(all []hold.Pulled, do func(stud string, m float64)) {
	for k := range p.stacks {
		if stud := p.mount.Holes[p.stacks[k].Column.Holes[0]].Hit.Stud; stud != "" {
			m := 0.0
			for _, o := range p.bears(nil, k, all) {
				m += o.M
			}
			do(stud, m)
		}
	}
}

// columns draws it at its studs.
func (p *paneled) columns(all []hold.Pulled) []hold.Column {
	var out []hold.Column
	box := hold.Drawn(p.Assemble(&Over{}))[0]
	for k := range p.stacks {
		col := hold.Column{X: p.stacks[k].Column.X, Geometry: p.set.NewGeometry(hold.Action{})}
		for _, o := range p.bears(nil, k, all) {
			col.Share, col.Moment = col.Share+o.V, col.Moment+o.M
		}
		col.Shapes = append(col.Shapes, box)
		for _, i := range p.stacks[k].Column.Holes {
			col.Holes = append(col.Holes, p.mount.Holes[i].Hole(hold.Everyday, 0, 0))
		}
		col.Fit()
		out = append(out, col)
	}
	idle := hold.Column{X: float64(p.X + p.Width/2), Geometry: p.set.NewGeometry(hold.Action{})}
	p.mount.Draw(&idle.Geometry, -1, hold.Pulled{})
	if len(idle.Holes) > 0 {
		idle.X, idle.Shapes = idle.Holes[0].X, []hold.Shape{box}
		idle.Fit()
		out = append(out, idle)
	}
	return out
}

// thin is under how thick a panel a rail takes what pulls it off by itself, mm (Rule).
const thin = 9.0

// besideRail is how much of a panel beside a rail bends with it, mm (Rule, ours).
const besideRail = 150.0

// offPanel is how what pulls a length of rail off its panel comes to the panel's columns: of a thin
// one by the rail alone, which has to reach a column on each side; of a thicker one by the rail
// where it reaches them, else by the panel.
func (r *railed) offPanel(p *paneled) []SharedLink {
	var out []SharedLink
	for l := range r.lengths {
		s := &r.lengths[l]
		where, part := r.lengthName(l), fmt.Sprintf("length-%d", l+1)
		at := func(x float64) (a, b float64, ok bool) { // the columns on both sides of a place that the rail reaches
			a, b = math.Inf(-1), math.Inf(1)
			for _, st := range p.stacks {
				if c := st.Column.X; c >= s.from && c <= s.to {
					if c <= x {
						a = max(a, c)
					}
					if c >= x {
						b = min(b, c)
					}
				}
			}
			return a, b, !math.IsInf(a, 0) && !math.IsInf(b, 0)
		}
		reaches := true
		for i, on := range r.riders {
			_, _, ok := at(on.X)
			reaches = reaches && (ok || !s.on[i])
		}
		out = append(out, SharedLink{Link: hold.Link{Part: part, Mode: "reaches", Goes: hold.Stands, Of: r.Made.Of(), Role: hold.RoleRail, Kind: hold.Gate,
			Name: "rail on its panel"}, Where: where, X: (s.from + s.to) / 2, Use: func(sh *working.Sheet, _ []hold.Pulled) hold.Use {
			if sh.On() {
				sh.Add("t", fmt.Sprintf("the panel's thickness; under %s the rail has to reach a column of its screws on each side", say.Place(thin)),
					"the design", float64(p.Thickness), working.Length, "Rule")
			}
			if !reaches && float64(p.Thickness) < thin {
				return hold.Use{Used: hold.Fails, How: "ends between studs, and " + say.Place(float64(p.Thickness)) +
					" of panel bend away behind it: let it reach a stud on each side"}
			}
			return hold.Use{How: "is held at the studs"}
		}}, SharedLink{Link: hold.Link{Part: part, Mode: "off", Goes: hold.Bends, Of: r.Made.Of(), Role: hold.RoleRail, Kind: hold.Strength,
			Name: "rail bent off its panel"}, Where: where, X: (s.from + s.to) / 2,
			Use: func(sh *working.Sheet, all []hold.Pulled) hold.Use { return r.bentOff(sh, p, s, all, at, reaches) }})
	}
	return out
}

// bentOff is it, a simple span from column to column: h t² / 6 of the rail, or of the panel behind it.
func (r *railed) bentOff(sh *working.Sheet, p *paneled, s *span, all []hold.Pulled, at func(float64) (float64, float64, bool), rail bool) hold.Use {
	if len(all) == 0 {
		return hold.Use{}
	}
	basis := r.set.Bases[all[0].Case]
	name, how, b, t, fb := r.noun, "breaks off the wall between the studs", float64(r.Height), float64(r.Thickness), r.flat.Bending(nil, basis)
	board := r.flat
	if !rail {
		board = p.set.Piece(p.Made, float64(p.Height), float64(p.Thickness))
		name, how, b, t, fb = "panel", "breaks: the panel bends away between the studs", min(b+besideRail, float64(p.Height)), float64(p.Thickness),
			board.Bending(nil, basis)
	}
	worst := 0.0
	for _, k := range r.riders {
		m := 0.0
		from, to, ok := at(k.X)
		if !ok { // between the panel's own columns, wherever they are
			from, to = p.around(k.X)
		}
		for i, a := range all {
			x := r.riders[i].X
			if !s.on[i] || x < from || x > to || to <= from {
				continue
			}
			lo, hi := min(x, k.X), max(x, k.X)
			m += a.H * (lo - from) * (to - hi) / (to - from)
		}
		worst = max(worst, math.Abs(m))
	}
	u := worst / (b * t * t / 6 * fb)
	if sh.On() {
		board.Bending(sh, basis)
		sh.Add("Mh", "greatest moment in the "+name+", pulled off the wall by the bevel between columns of the panel's screws", "Σ Hs × a × b / L", worst,
			working.Moment, "statics")
		sh.Add("used", "part of the bending strength of the "+name, "Mh / (h × t² / 6 × Fb)", u, working.Ratio, "engineering basis 4.13",
			working.In("Mh", worst, working.Moment), working.In("h", b, working.Length), working.In("t", t, working.Length), working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: u, How: how}
}

// around are the columns on both sides of a place.
func (p *paneled) around(x float64) (from, to float64) {
	from, to = float64(p.X), float64(p.X+p.Width)
	for _, s := range p.stacks {
		if c := s.Column.X; c <= x {
			from = max(from, c)
		} else {
			to = min(to, c)
		}
	}
	return from, to
}
