package support

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/piece"

	"aguante/core/beam"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// Rack is arms on uprights: every upright bears an arm at each level. Uprights are
// Width along the wall, Deep out from it and Height tall, from the rack's foot up;
// Rows are the heights of their fasteners over it. Bed is how firmly the wall
// presses back, N/mm per mm of height, 700 where none is given. mm.
type Rack struct {
	Levels    []Level         `json:"levels" title:"Levels" label:"arms' tops, over the foot" at:"up_mm" count:"0 40"`
	Arm       Arm             `json:"arm" title:"Arms"`
	Joint     hold.Joint      `json:"joint" title:"Arm to upright" label:""`
	Height    quantity.Length `json:"height_mm" title:"Uprights" label:"tall" range:"100 6000"`
	Width     quantity.Length `json:"width_mm" label:"wide" range:"15 300"`
	Deep      quantity.Length `json:"deep_mm" label:"out from the wall" range:"10 200"`
	hold.Made `label:"wood" as:"wood"`
	Screw     hold.Fixing       `json:"screw" title:"Into the wall" label:""`
	Rows      []quantity.Length `json:"rows_mm" label:"over the foot" count:"0 60" range:"0 6000"`
	Ledger    *RackLedger       `json:"ledger,omitempty" title:"A ledger under the uprights" add:"put a ledger under the uprights" drop:"take it out"`
	Uprights  []Upright         `json:"uprights" count:"0 24" stands:"yes"`
	Bed       float64           `json:"bed,omitempty" range:"0 1000000"`
}

// Upright stands at X along the wall; a Notch goes round what is in its way.
type Upright struct {
	ID    string          `json:"id"`
	X     quantity.Length `json:"x_mm" range:"0 30000"`
	Notch *Notch          `json:"notch,omitempty"`
}

// Notch is cut into an upright's back, from Up over its foot, so High and so Deep.
type Notch struct {
	Up   quantity.Length `json:"up_mm" label:"from, over the foot" range:"0 6000"`
	High quantity.Length `json:"high_mm" label:"high" range:"1 6000"`
	Deep quantity.Length `json:"deep_mm" label:"deep" range:"1 197"`
}

// Level is a row of arms: the height of their tops over the rack's foot.
type Level struct {
	ID string          `json:"id"`
	Up quantity.Length `json:"up_mm" range:"0 6000"`
}

// Arm is what goods lie on: one solid piece, Thick along the wall, or a core between
// two cheeks that are each so thick. Reach is from the upright's face.
type Arm struct {
	Reach     quantity.Length `json:"reach_mm" label:"reach" range:"30 1200"`
	High      quantity.Length `json:"high_mm" label:"high" range:"15 400"`
	Cheeks    bool            `json:"cheeks,omitempty" label:"made of" yes:"a core in two cheeks|one piece"`
	Thick     quantity.Length `json:"thick_mm" label:"thick, each" range:"3 150" as:"fine"`
	hold.Made `label:"wood" as:"wood"`
}

// Validate names every problem of an arm by itself.
func (a *Arm) Validate(p *problem.List) { field.Check(p, a) }

// RackLedger is a piece on the wall that the uprights stand on: so many fasteners at
// each of them.
type RackLedger struct {
	Height    quantity.Length `json:"height_mm" label:"high" range:"15 300"`
	Thickness quantity.Length `json:"thickness_mm" label:"thick" range:"6 150"`
	Count     int             `json:"count" label:"fasteners at each upright" range:"0 12"`
	Screw     hold.Fixing     `json:"screw" label:""`
	hold.Made `label:"wood" as:"wood"`
}

// Validate names every problem of a ledger under uprights by itself.
func (a *RackLedger) Validate(p *problem.List) { field.Check(p, a) }

// usualBed is how firmly a lined wall presses back, N/mm per mm (engineering basis).
const usualBed = 700.0

// Noun is what it is called.
func (r *Rack) Noun() string { return "rack" }

// Validate names every problem of a rack.
func (r *Rack) Validate(p *problem.List) {
	if !field.Check(p, r) {
		return
	}
	for i, u := range r.Uprights {
		if n := u.Notch; n != nil {
			at := p.In(fmt.Sprintf("uprights[%d]", i))
			at.Between("notch.up_mm", float64(n.Up), 0, float64(r.Height))
			at.Between("notch.high_mm", float64(n.High), 1, float64(r.Height))
			at.Between("notch.deep_mm", float64(n.Deep), 1, float64(r.Deep)-3)
		}
	}
	for i, y := range r.Rows {
		p.Between(fmt.Sprintf("rows_mm[%d]", i), float64(y), 0, float64(r.Height))
	}
	if len(r.Levels) == 0 {
		p.Add("levels", "a rack without arms holds nothing: give it a level")
	}
	for i, l := range r.Levels {
		at := p.In(fmt.Sprintf("levels[%d]", i))
		at.Between("up_mm", float64(l.Up), float64(r.Arm.High), float64(r.Height))
		for _, o := range r.Levels[:i] {
			if math.Abs(float64(l.Up-o.Up)) < float64(r.Arm.High) {
				at.Add("up_mm", "these arms run into those %s mm up: give them %s mm of room", quantity.Decimal(float64(o.Up), 0), quantity.Decimal(float64(r.Arm.High), 0))
			}
		}
	}
}

// racked is a rack in its place.
type racked struct {
	*Rack
	set      Stage
	at       []float64
	uprights []uprighted
	row      [][]float64 // weight of goods on each level that each upright bears, N
	turn     [][]float64 // and times how far from the wall
	equal    []float64   // weight of all goods on each level, N
	down     map[setDown]standing
	frame    hold.Site
	joint    hold.Jointed
	post     material.Board // what the uprights are of, on its flat
	beam     material.Board // and the arms, on edge
}

// setDown is something set down on a level's tips: how much of it an upright takes.
type setDown struct {
	upright, level int
	by, n          float64
}

// uprighted is an upright with its fasteners, and how it stands under its goods.
type uprighted struct {
	*Upright
	holes  []hold.Drilled
	hold   int
	ledger []hold.Drilled
	model  *beam.Fitted
	stood  []standing // with all goods, and with each level's alone
}

// Stand puts a rack up.
func (r *Rack) Stand(s Stage) Standing {
	h := &racked{Rack: r, set: s, down: map[setDown]standing{}}
	h.post = r.Made.Board(float64(r.Width), float64(r.Deep))
	h.beam = r.Arm.Made.Board(float64(r.Arm.Thick), float64(r.Arm.High))
	h.uprights = make([]uprighted, 0, len(r.Uprights))
	order := slices.Clone(r.Uprights)
	slices.SortStableFunc(order, func(a, b Upright) int { return int(math.Copysign(1, float64(a.X-b.X))) })
	for i := range order {
		h.at = append(h.at, float64(order[i].X))
	}
	h.frame = s.site(s.X)
	h.joint = hold.Jointed{Joint: &r.Joint, Set: &h.frame, Wood: r.Arm.Made, Width: h.armWidth(), Arm: float64(r.Arm.High), Back: float64(r.Deep),
		Through: float64(r.Arm.Thick), Into: float64(r.Width), Faces: 1, Main: &r.Made}
	if r.Arm.Cheeks {
		h.joint.Into, h.joint.Faces = float64(r.Width)/2, 2 // from both sides
	}
	for l := range r.Levels {
		w, t := s.shares(l, h.at)
		all := 0.0
		for _, g := range s.Goods {
			if g.Level == l {
				all += g.W
			}
		}
		h.row, h.turn, h.equal = append(h.row, w), append(h.turn, t), append(h.equal, all)
	}
	for i := range order {
		u := uprighted{Upright: &order[i]}
		set := s.site(float64(order[i].X))
		for k, y := range r.Rows {
			u.holes = append(u.holes, set.Drill(fmt.Sprintf("%s-%d", order[i].ID, k+1), float64(order[i].X), float64(y), r.Screw, hold.Wooden("upright", h.post, float64(r.Deep), false)))
		}
		set.CrowdUpright(u.holes, float64(order[i].X), float64(r.Width), 0, float64(r.Height))
		for k := range u.holes {
			if u.holes[k].Counts() {
				u.hold++
			}
		}
		if l := r.Ledger; l != nil {
			lb := l.Made.Board(float64(l.Height), float64(l.Thickness))
			for k, at := range l.Places() {
				u.ledger = append(u.ledger, set.Drill(fmt.Sprintf("%s-ledger-%d", order[i].ID, k+1), float64(order[i].X)+at.X, at.Y, l.Screw, hold.Wooden("ledger", lb, float64(l.Thickness), true)))
			}
		}
		u.model = h.model(&u).Fit(h.heights())
		u.stood = append(u.stood, h.stand(&u, i, -1))
		for l := range r.Levels {
			u.stood = append(u.stood, h.stand(&u, i, l))
		}
		h.uprights = append(h.uprights, u)
	}
	return h
}

// armWidth is what of an arm bears along the wall.
func (h *racked) armWidth() float64 {
	if h.Arm.Cheeks {
		return 2 * float64(h.Arm.Thick)
	}
	return float64(h.Arm.Thick)
}

// springOf is how firmly a fastener pulls, N/mm (EC5-like axial slip).
func springOf(d *hold.Drilled) float64 {
	thread := d.Grip.Thread
	if d.Anchor() {
		thread = d.Grip.In
	}
	return 780 * math.Pow(d.Screw.D, 0.2) * math.Pow(max(thread, 1), 0.4)
}

// model is an upright as a beam on its fasteners and the wall.
func (h *racked) model(u *uprighted) beam.Upright {
	m := beam.Upright{Length: float64(h.Height), EI: h.post.E(nil) * float64(h.Width) * math.Pow(float64(h.Deep), 3) / 12, Bed: h.Bed}
	if m.Bed == 0 {
		m.Bed = usualBed
	}
	for i := range u.holes {
		if d := &u.holes[i]; d.Counts() {
			m.Ties = append(m.Ties, beam.Tie{Y: d.Y, K: springOf(d)})
		}
	}
	return m
}

// heights are where the arms push an upright out, at their tops, and in, at their
// lower edges.
func (h *racked) heights() []float64 {
	out := make([]float64, 0, 2*len(h.Levels))
	for _, l := range h.Levels {
		out = append(out, float64(l.Up), float64(l.Up-h.Arm.High))
	}
	return out
}

// couples are those forces, by the moments of the levels.
func (h *racked) couples(moments []float64) []float64 {
	out := make([]float64, 0, 2*len(moments))
	for _, m := range moments {
		f := m / float64(h.Arm.High)
		out = append(out, f, -f)
	}
	return out
}

// stand solves an upright under its goods, or under those of one level.
func (h *racked) stand(u *uprighted, i, only int) standing {
	moments := make([]float64, len(h.Levels))
	for l := range moments {
		if only < 0 || only == l {
			moments[l] = h.turn[l][i]
		}
	}
	return h.bend(u, u.model.Stand(h.couples(moments)))
}

// bears is the weight on an upright, N.
func (h *racked) bears(i int, d Demand) float64 {
	w := h.Self() / float64(max(1, len(h.uprights)))
	for l := range h.Levels {
		w += h.row[l][i] * d.By
	}
	if d.Extra > 0 {
		w += d.Extra * two(h.at, i, d.X)
	}
	return w * d.Care
}

// extra is how an upright stands under its goods so many times, and n newtons set
// down on a level's tips.
func (h *racked) extra(u *uprighted, i, level int, by, n float64) standing {
	key := setDown{i, level, by, n}
	st, ok := h.down[key]
	if !ok {
		moments := make([]float64, len(h.Levels))
		for l := range moments {
			moments[l] = h.turn[l][i] * by
		}
		moments[level] += n * (float64(h.Deep) + float64(h.Arm.Reach))
		st = h.bend(u, u.model.Stand(h.couples(moments)))
		h.down[key] = st
	}
	return st
}

// own is the moment of the rack's own arms as a part of what its goods do: it is
// added to them in proportion.
func (h *racked) own(i int) float64 {
	goods := 0.0
	for l := range h.Levels {
		goods += h.turn[l][i]
	}
	if goods <= 0 {
		return 0
	}
	return h.armWeight() * float64(len(h.Levels)) * (float64(h.Deep) + float64(h.Arm.Reach)/2) / goods
}

func (h *racked) armWeight() float64 {
	return h.beam.Density() * 1e-9 * float64(h.Arm.High) * h.armWidth() * float64(h.Arm.Reach) * quantity.Gravity
}

// Self is the weight of uprights and arms, N.
func (h *racked) Self() float64 {
	one := h.post.Density() * 1e-9 * float64(h.Width*h.Deep*h.Height) * quantity.Gravity
	return float64(len(h.uprights)) * (one + float64(len(h.Levels))*h.armWeight())
}

// states are what an upright is asked in a demand: how it stands, and by what its
// figures are multiplied.
func (h *racked) states(u *uprighted, i int, d Demand) ([]standing, float64) {
	if n := d.Extra * two(h.at, i, d.X); n > 0 {
		return []standing{h.extra(u, i, d.Level, d.By+h.own(i), n)}, d.Care
	}
	return u.stood, (d.By + h.own(i)) * d.Care
}

func (h *racked) Links() []FormLink {
	gate := FormLink{Link: hold.Link{Part: "rack", Mode: "stands", Goes: hold.Stands, Of: h.Made.Of(), Role: hold.RoleStanding, Kind: hold.Gate, Name: "rack on the wall"}, Use: h.stands}
	if len(h.uprights) == 0 {
		return []FormLink{gate}
	}
	out := []FormLink{gate}
	for l := range h.Levels {
		name := h.levelName(l)
		out = append(out,
			FormLink{Link: hold.Link{Part: h.Levels[l].ID, Mode: "arm", Goes: hold.Bends, Of: h.Arm.Made.Of(), Role: hold.RoleBar, Kind: hold.Strength, Name: "arm in bending"}, Where: name, Use: func(sh *working.Sheet, d Demand) hold.Use { return h.arm(sh, l, d) }},
			FormLink{Link: hold.Link{Part: h.Levels[l].ID, Mode: "joint", Goes: hold.Opens, Of: h.Joint.Of(h.Arm.Made), Role: hold.RoleJoint, Kind: hold.Strength, Name: "arm on its upright"}, Where: name, Use: func(sh *working.Sheet, d Demand) hold.Use {
				r, e := h.onArm(sh, l, d)
				return h.joint.Use(sh, hold.Load{M: r * e, V: r}, h.set.Bases[d.Case])
			}},
			FormLink{Link: hold.Link{Part: h.Levels[l].ID, Mode: "droop", Goes: hold.Sags, Of: h.Arm.Made.Of(), Role: hold.RoleDroop, Kind: hold.Stiffness, Name: "arm's tip"}, Where: name, Use: func(sh *working.Sheet, d Demand) hold.Use { return h.droop(sh, l, d) }})
	}
	for i := range h.uprights {
		u := &h.uprights[i]
		where := fmt.Sprintf("upright %d", i+1)
		link := func(part, mode string, goes hold.Goes, of hold.Of, role hold.Role, kind hold.Kind, name, noMean string, use func(*working.Sheet, *uprighted, int, Demand) hold.Use) {
			out = append(out, FormLink{Link: hold.Link{Part: part, Mode: mode, Goes: goes, Of: of, Role: role, Kind: kind, Name: name, NoMean: noMean}, Support: u.ID, Where: where, X: float64(u.X),
				Use: func(sh *working.Sheet, d Demand) hold.Use { return use(sh, u, i, d) }})
		}
		link("upright", "bending", hold.Bends, h.Made.Of(), hold.RoleRail, hold.Strength, "upright in bending", "", h.bends)
		if u.hold > 0 {
			link("screws", "pull", hold.Draws, h.Screw.Of(), hold.RoleNear, hold.Strength, h.Screw.Noun()+"s of the upright", h.Screw.NoMean(), h.screws)
			link("wall", "bed", hold.Crushes, h.frame.LinedWith(), hold.RoleHeel, hold.Strength, h.frame.HeelName(), hold.NoWallMean, h.bed)
		}
		link("screws", "behind", hold.Stands, h.Screw.Of(), hold.RoleBehind, hold.Gate, h.frame.IntoName(h.Screw), "", func(sh *working.Sheet, u *uprighted, _ int, _ Demand) hold.Use {
			if sh.On() {
				sh.Add("n", "fasteners that count", fmt.Sprintf("of %d", len(u.holes)), float64(u.hold), working.Ratio, "NDS 12.1.5; the wall as measured")
			}
			return hold.BehindUse(u.holes, u.hold)
		})
		if h.Ledger != nil {
			link("ledger", "shear", hold.Draws, h.Ledger.Screw.Of(), hold.RoleNear, hold.Strength, "ledger under the upright", h.Ledger.Screw.NoMean(), h.ledge)
		}
	}
	return out
}

func (h *racked) levelName(l int) string { return fmt.Sprintf("level %d", l+1) }

func (h *racked) stands(sh *working.Sheet, _ Demand) hold.Use {
	if sh.On() {
		sh.Add("n", "uprights", "count", float64(len(h.uprights)), working.Ratio, "the design")
	}
	if len(h.uprights) == 0 {
		return hold.Use{Used: hold.Fails, How: "has no uprights"}
	}
	for l := range h.Levels {
		if h.set.tips(l, h.at) {
			return hold.Use{Used: hold.Fails, How: "tips what is on level " + fmt.Sprint(l+1) + " over its end upright"}
		}
	}
	return hold.Use{How: "stands"}
}

// uneven is what one arm takes over its equal share: stock is stiff and lies on two
// of them (Rule).
const uneven = 1.5

// onArm is what the worst arm of a level bears, N, and how far from the upright's face.
func (h *racked) onArm(sh *working.Sheet, l int, d Demand) (r, e float64) {
	n := float64(len(h.uprights))
	turn := 0.0
	for _, g := range h.set.Goods {
		if g.Level == l {
			turn += g.W * g.Z
		}
	}
	r = uneven * h.equal[l] / n * d.By
	if h.equal[l] > 0 {
		e = turn/h.equal[l] - float64(h.Deep)
	}
	own := h.armWeight()
	total, moment := r+own, r*e+own*float64(h.Arm.Reach)/2
	if d.Extra > 0 && d.Level == l {
		worst := 0.0
		for i := range h.at {
			worst = max(worst, two(h.at, i, d.X))
		}
		total += d.Extra * worst
		moment += d.Extra * worst * float64(h.Arm.Reach)
	}
	total *= d.Care
	moment *= d.Care
	if sh.On() {
		sh.Add("R", "on the worst arm: stock is stiff and lies on two of them, so one takes half as much again as its equal share, with its own weight and what is set down; × care", "(1.5 × W / n + own + set down) × care", total, working.Force, "Rule",
			working.In("W", h.equal[l]*d.By, working.Force), working.In("n", n, working.Ratio), working.In("own", own, working.Force), working.In("care", d.Care, working.Ratio))
		sh.Add("M", "moment at the upright's face, e from it", "Σ R × e", moment, working.Moment, "statics", working.In("e", e, working.Length))
	}
	if total > 0 {
		e = moment / total
	}
	return total, e
}

// section is an arm's: solid, or its two cheeks.
func (h *racked) section() float64 {
	high := float64(h.Arm.High)
	return h.armWidth() * high * high / 6
}

func (h *racked) arm(sh *working.Sheet, l int, d Demand) hold.Use {
	r, e := h.onArm(sh, l, d)
	m := r * e
	fb := h.beam.Bending(sh, h.set.Bases[d.Case])
	u := m / (h.section() * fb)
	if sh.On() {
		formula := "b × h² / 6"
		if h.Arm.Cheeks {
			formula = "2 × t × h² / 6"
		}
		sh.Add("S", "section modulus of the arm", formula, h.section(), working.Modulus, "statics", working.In("t", float64(h.Arm.Thick), working.Length), working.In("h", float64(h.Arm.High), working.Length))
		sh.Add("used", "part of the arm's bending strength", "M / (S × Fb)", u, working.Ratio, "", working.In("M", m, working.Moment), working.In("S", h.section(), working.Modulus), working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: u, How: "breaks at the upright"}
}

func (h *racked) droop(sh *working.Sheet, l int, d Demand) hold.Use {
	d.Care = 1
	r, e := h.onArm(nil, l, d)
	ei := h.beam.E(nil) * h.armWidth() * math.Pow(float64(h.Arm.High), 3) / 12
	a := float64(h.Arm.Reach)
	e = min(e, a)
	tip := r * e * e * (3*a - e) / (6 * ei) * h.set.LongTerm
	limit := hold.DroopLimit(a)
	if sh.On() {
		sh.Add("tip", "how far the arm's tip goes down in the end", "R × e² × (3a − e) / (6 EI) × growth", tip, working.Length, "statics; EC5 creep",
			working.In("R", r, working.Force), working.In("e", e, working.Length), working.In("a", a, working.Length), working.In("EI", ei, working.Stiffness), working.In("growth", h.set.LongTerm, working.Ratio))
		sh.Add("used", "part of a hundredth of its reach", "tip / (a / 100)", tip/limit, working.Ratio, "Rule", working.In("tip", tip, working.Length), working.In("a", a, working.Length))
	}
	return hold.Use{Used: tip / limit, How: "goes down at its tip", Value: tip, Allowed: limit}
}

// standing is how an upright stands, and where it is bent most: the stress there, MPa,
// by the moment on what holes and a notch leave of it.
type standing struct {
	beam.Stood
	stress, moment, modulus float64
	how                     string
}

// bend finds where an upright is bent most.
func (h *racked) bend(u *uprighted, st beam.Stood) standing {
	out := standing{Stood: st, how: "breaks", modulus: 1}
	b, t := float64(h.Width), float64(h.Deep)
	for k, y := range st.At {
		m := math.Abs(st.Moments[k])
		net := b
		for q := range u.holes {
			if math.Abs(u.holes[q].Y-y) < 1 {
				net = max(1, b-u.holes[q].Screw.D)
			}
		}
		deep, how := t, "breaks"
		if n := u.Notch; n != nil && y >= float64(n.Up)-1 && y <= float64(n.Up+n.High)+1 {
			deep, how = t-float64(n.Deep), "breaks at its notch"
		}
		if modulus := net * deep * deep / 6; m > out.stress*modulus {
			out.stress, out.moment, out.modulus, out.how = m/modulus, m, modulus, how
		}
	}
	return out
}

// bends is the upright's own bending, net of a screw's hole, and of its notch.
func (h *racked) bends(sh *working.Sheet, u *uprighted, i int, d Demand) hold.Use {
	fb := h.post.Bending(sh, h.set.Bases[d.Case])
	states, by := h.states(u, i, d)
	at := &states[0]
	for k := range states {
		if states[k].stress > at.stress {
			at = &states[k]
		}
	}
	moment, s, worst, how := at.moment*by, at.modulus, at.stress*by/fb, at.how
	if sh.On() {
		sh.Add("Mu", "greatest moment in the upright, as a beam on screws that only pull and a wall that only pushes", "active set", moment, working.Moment, "engineering basis")
		sh.Add("S", "section modulus there, net of holes and notches", "b × t² / 6", s, working.Modulus, "statics")
		sh.Add("used", "part of the upright's bending strength", "Mu / (S × Fb)", worst, working.Ratio, "", working.In("Mu", moment, working.Moment), working.In("S", s, working.Modulus), working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: worst, How: how}
}

func (h *racked) screws(sh *working.Sheet, u *uprighted, i int, d Demand) hold.Use {
	states, by := h.states(u, i, d)
	v := 0.0
	if h.Ledger == nil {
		v = h.bears(i, d) / float64(u.hold)
	}
	worst, at, pull := hold.Use{Used: -1}, 0, 0.0
	for _, st := range states {
		k := 0
		for q := range u.holes {
			if !u.holes[q].Counts() {
				continue
			}
			t := st.Pulls[k] * by
			k++
			if use := u.holes[q].UsedBy(nil, v, t, d.Case, h.set.Bases[d.Case]); use.Used > worst.Used {
				worst, at, pull = use, q, t
			}
		}
	}
	if sh.On() {
		sh.Add("V", "push across on each: the upright's share of every row, by a beam on the uprights, with its own weight, over its fasteners; 0 where a ledger bears it", "ΣR / n", v, working.Force, "Euler–Bernoulli beam", working.In("n", float64(u.hold), working.Ratio))
		sh.Add("T", "pull on the worst one, "+fmt.Sprintf("%.0f mm", u.holes[at].Y)+" up: the upright is a beam on screws that only pull and a wall that only pushes", "active set", pull, working.Force, "engineering basis",
			working.In("kax", springOf(&u.holes[at]), working.Rate))
		u.holes[at].UsedBy(sh, v, pull, d.Case, h.set.Bases[d.Case])
	}
	return worst
}

func (h *racked) bed(sh *working.Sheet, u *uprighted, i int, d Demand) hold.Use {
	states, by := h.states(u, i, d)
	press := 0.0
	for _, st := range states {
		press = max(press, st.Press*by)
	}
	fb := h.frame.Bearing(u.holes)
	q := press / float64(h.Width)
	if sh.On() {
		sh.Add("q", "greatest pressure of the upright on the wall", "press / b", q, working.Stress, "engineering basis", working.In("press", press, working.Rate), working.In("b", float64(h.Width), working.Length))
		sh.Add("used", "part of what the wall takes", "q / fb", q/fb, working.Ratio, "", working.In("q", q, working.Stress), working.In("fb", fb, working.Stress))
	}
	return hold.Use{Used: q / fb, How: "is crushed"}
}

func (h *racked) ledge(sh *working.Sheet, u *uprighted, i int, d Demand) hold.Use {
	n := 0
	worst := hold.Use{Used: -1}
	for k := range u.ledger {
		if u.ledger[k].Counts() {
			n++
		}
	}
	if n == 0 {
		return hold.Use{Used: hold.Fails, How: "is held by nothing at this upright"}
	}
	v := h.bears(i, d) / float64(n)
	t := v * float64(h.Ledger.Thickness) / 2 / max(1, float64(h.Ledger.Height)/2)
	for k := range u.ledger {
		if dr := &u.ledger[k]; dr.Counts() {
			worst = dr.UsedBy(sh, v, t, d.Case, h.set.Bases[d.Case])
			break
		}
	}
	return worst
}

// armShapes draws an arm between two heights: cheeks on both sides of the upright with
// their core in front of it, one piece beside it, or one in its middle.
func (h *racked) armShapes(low, high float64) []hold.Shape {
	w, t, thick, out := float64(h.Width)/2, float64(h.Deep), float64(h.Arm.Thick), float64(h.Deep)+float64(h.Arm.Reach)
	from, stuff := t, h.Arm.Made.Stuff()
	if beside(h.Joint.Kind) {
		from = 0
	}
	side := hold.Box(from, low, out, high)
	switch {
	case h.Arm.Cheeks:
		return []hold.Shape{
			{Name: "core", Stuff: stuff, Side: hold.Box(t, low, out, high), Front: hold.Box(-w, low, w, high)},
			{Name: "cheek", Stuff: stuff, Side: side, Front: hold.Box(-w-thick, low, -w, high)},
			{Name: "cheek", Stuff: stuff, Front: hold.Box(w, low, w+thick, high)},
		}
	case h.Joint.Kind == hold.ScrewJoint || h.Joint.Kind == hold.BoltJoint:
		return []hold.Shape{{Name: "arm", Stuff: stuff, Side: side, Front: hold.Box(w, low, w+thick, high)}}
	}
	return []hold.Shape{{Name: "arm", Stuff: stuff, Side: side, Front: hold.Box(-thick/2, low, thick/2, high)}}
}

// Parts draws every upright with its arms.
func (h *racked) Parts(d Demand) []FormPart {
	var out []FormPart
	w, t, high := float64(h.Width)/2, float64(h.Deep), float64(h.Arm.High)
	for i := range h.uprights {
		u := &h.uprights[i]
		set := h.set.site(float64(u.X))
		g := set.NewGeometry(hold.Action{})
		g.Shapes = append(g.Shapes, hold.Shape{Name: "upright", Stuff: h.Made.Stuff(), Side: hold.Box(0, 0, t, float64(h.Height)), Front: hold.Box(-w, 0, w, float64(h.Height))})
		if n := u.Notch; n != nil {
			g.Shapes = append(g.Shapes, hold.Shape{Name: "notch", Stuff: hold.Void, Side: hold.Box(0, float64(n.Up), float64(n.Deep), float64(n.Up+n.High))})
		}
		if l := h.Ledger; l != nil {
			g.Shapes = append(g.Shapes, hold.Shape{Name: "ledger", Stuff: l.Made.Stuff(), Side: hold.Box(0, -float64(l.Height), float64(l.Thickness), 0), Front: hold.Box(-3*w, -float64(l.Height), 3*w, 0)})
			for _, at := range l.Places() {
				g.Shapes = append(g.Shapes, l.Screw.Level(at.X, at.Y, float64(l.Thickness), -1))
			}
		}
		for _, l := range h.Levels {
			g.Shapes = append(g.Shapes, h.armShapes(float64(l.Up)-high, float64(l.Up))...)
		}
		states, by := h.states(u, i, d)
		k, top := 0, -1
		v := 0.0
		if h.Ledger == nil && u.hold > 0 {
			v = h.bears(i, d) / float64(u.hold)
		}
		for q := range u.holes {
			pull := 0.0
			if u.holes[q].Counts() {
				pull = states[0].Pulls[k] * by
				k++
			}
			g.Holes = append(g.Holes, u.holes[q].Hole(d.Case, pull, v))
			if n := len(g.Holes) - 1; top < 0 || g.Holes[n].Pull > g.Holes[top].Pull {
				top = n
			}
		}
		for n := range g.Holes {
			if g.Holes[n].Pull > 0.5 {
				g.Forces = append(g.Forces, hold.Force{Name: "pulls", Z: t, Y: g.Holes[n].Y, DZ: 1, N: g.Holes[n].Pull, Takes: g.Holes[n].Takes})
			}
		}
		if top >= 0 {
			g.Holes[top].Near = true
			g.Facts = append(g.Facts, hold.Fact{Name: "of the " + h.Screw.Noun() + " in the " + set.BehindName(h.Screw), Value: g.Holes[top].In, Kind: "length", Bad: g.Holes[top].In < g.Holes[top].Least}, hold.Long("needs", g.Holes[top].Least), hold.Pulls("one takes a pull of", g.Holes[top].Takes))
		}
		g.Facts = append(g.Facts, hold.Pulls("the wall pushes back", states[0].Pushback*by))
		g.Measures = append(g.Measures, hold.Across("reach of the arms", "rack.arm.reach_mm", t, t+float64(h.Arm.Reach), float64(h.Levels[0].Up)-high))
		for n, l := range h.Levels {
			g.Marks = append(g.Marks, hold.Long(fmt.Sprintf("level %d, top of the arms over the foot", n+1), float64(l.Up)))
		}
		g.Fit()
		moment := 0.0
		for l := range h.Levels {
			moment += h.turn[l][i] * by
		}
		out = append(out, FormPart{ID: u.ID, Name: fmt.Sprintf("upright %d", i+1), X: float64(u.X), Share: h.bears(i, d), Moment: moment, Geometry: g})
	}
	return out
}

// Points are the uprights, and the ends of the rows.
func (h *racked) Points() []float64 {
	return append([]float64{h.set.X, h.set.X + h.set.Length}, h.at...)
}

// Notes say what is in the way, and what was assumed.
func (h *racked) Notes() hold.Notes {
	var n hold.Notes
	for i := range h.uprights {
		u := &h.uprights[i]
		f := hold.FastenerNotes(&h.frame, h.Screw, u.holes, u.hold)
		for _, t := range f.Cautions {
			n.Cautions = append(n.Cautions, fmt.Sprintf("upright %d: %s", i+1, t))
		}
		n.Assumed = append(n.Assumed, f.Assumed...)
		for _, k := range h.set.Wall.KeepOuts {
			x, w := float64(u.X), float64(h.Width)/2
			if k.Kind != "uneven" && k.Overlaps(x-w, x+w, h.set.Foot, h.set.Foot+float64(h.Height)) && u.Notch == nil && !k.Behind() {
				n.Cautions = append(n.Cautions, fmt.Sprintf("upright %d runs over the %s: notch it or move it", i+1, k.Called()))
			}
		}
	}
	if over := h.set.Foot + float64(h.Height); over > float64(h.set.Wall.Height) {
		n.Cautions = append(n.Cautions, "the uprights are taller than the wall")
	}
	n.Assumed = append(n.Assumed, "stock is stiff: one arm of a row takes half as much again as its equal share")
	return n
}

func (*Rack) recipes() []Recipe {
	return []Recipe{
		{Key: "rack", Name: "rack of arms", Words: "arms on uprights, in levels", Tools: []string{"saw", "drill", "clamps"}, Hands: "many like parts: a stop block", Misfit: oneByOne, Make: (*Outfit).rackOfArms},
	}
}

func (o *Outfit) rackOfArms() error {
	at := o.everyStud()
	room := float64(o.Wall.Height - o.Y)
	tall := min(1800, room-20)
	if tall < 400 {
		return errors.New("there is no room above for the uprights of a rack: lower its foot")
	}
	deep, wide := o.Size(1.5, 38), o.Size(3.5, 89)
	screw := o.Fixing(float64(deep), o.OnStuds(at...), true)
	arm := hold.Fixing{Type: "wood-6mm", Length: 60}
	if o.Inch {
		arm = hold.Fixing{Type: "wood-14", Length: 2.5 * 25.4}
	}
	r := &Rack{
		Made: lumber(), Width: wide, Deep: deep, Height: quantity.Length(math.Floor(tall)), Screw: screw,
		Arm:   Arm{Made: ply(), Reach: min(o.Depth, 300), High: o.Size(4, 100), Thick: 18, Cheeks: true},
		Joint: hold.Joint{Kind: hold.ScrewJoint, Screw: &arm, Places: hold.Corners(float64(o.Size(4, 100)), float64(wide), 14)},
	}
	n := max(1, int((tall-150)/450)+1)
	step := (tall - 150) / float64(max(1, n-1))
	for i := range n {
		up := 130 + step*float64(i)*0.95
		r.Levels = append(r.Levels, Level{ID: o.ID(), Up: quantity.Length(math.Round(up))})
	}
	for _, y := range even(70, tall-70, 350, nil) {
		r.Rows = append(r.Rows, quantity.Length(y))
	}
	for _, x := range at {
		u := Upright{ID: o.ID(), X: quantity.Length(x)}
		r.Uprights = append(r.Uprights, u)
	}
	o.Form = r
	return nil
}

// Tiers are the arms' tops.
func (r *Rack) Tiers() []float64 { return tops(r.Levels) }

// Room is from the uprights' faces to the arms' tips.
func (r *Rack) Room(float64) (from, reach float64) { return float64(r.Deep), float64(r.Arm.Reach) }

// Fixings are those of the uprights, and of a ledger under them.
func (r *Rack) Fixings() []*hold.Fixing { return []*hold.Fixing{&r.Screw} }

func (r *Rack) lose(id string) (string, bool) {
	return "to the uprights beside it", lose(&r.Uprights, 2, func(u *Upright) bool { return u.ID == id })
}

// tops are how high levels are, mm.
func tops(all []Level) []float64 {
	out := make([]float64, 0, max(1, len(all)))
	for _, l := range all {
		out = append(out, float64(l.Up))
	}
	if len(out) == 0 {
		return append(out, 0)
	}
	return out
}

var _ Form = (*Rack)(nil)

// Pieces are uprights, arms and ledger, with their fasteners.
func (r *Rack) Pieces(o Over) []piece.Piece {
	var out []piece.Piece
	w, deep, n := float64(r.Width), float64(r.Deep), len(r.Uprights)
	for _, u := range r.Uprights {
		p := o.cut("upright-"+u.ID, "upright", 1, r.Made, float64(r.Height), w, deep)
		for _, y := range r.Rows {
			p.Features = append(p.Features, bore(piece.Front, float64(y), w/2, r.Screw))
		}
		if c := u.Notch; c != nil {
			p.Features = append(p.Features, piece.Feature{Kind: piece.Notch, Face: piece.Back, X: float64(c.Up), Long: float64(c.High), Wide: w, Depth: float64(c.Deep)})
		}
		out = append(out, p)
	}
	long, arms := float64(r.Arm.Reach), n*len(r.Levels)
	if beside(r.Joint.Kind) {
		long += deep
	}
	if r.Arm.Cheeks {
		out = append(out,
			o.cut("cheeks", "cheek of an arm", 2*arms, r.Arm.Made, long, float64(r.Arm.High), float64(r.Arm.Thick)),
			o.cut("cores", "core of an arm", arms, r.Arm.Made, float64(r.Arm.Reach), float64(r.Arm.High), w))
	} else {
		out = append(out, o.cut("arms", "arm", arms, r.Arm.Made, long, float64(r.Arm.High), float64(r.Arm.Thick)))
	}
	out = append(append(out, o.joined(&r.Joint, arms)...), o.screws("screws", n*len(r.Rows), r.Screw))
	if l := r.Ledger; l != nil && n > 0 {
		lo, hi := r.Uprights[0].X, r.Uprights[0].X
		for _, u := range r.Uprights {
			lo, hi = min(lo, u.X), max(hi, u.X)
		}
		p := o.cut("ledger", "ledger", 1, l.Made, float64(hi-lo)+3*w, float64(l.Height), float64(l.Thickness))
		for _, u := range r.Uprights {
			for _, at := range l.Places() {
				p.Features = append(p.Features, bore(piece.Front, float64(u.X-lo)+1.5*w+at.X, float64(l.Height)+at.Y, l.Screw))
			}
		}
		out = append(out, p, o.screws("ledger screws", n*l.Count, l.Screw))
	}
	return out
}

// Places are where the ledger's fasteners are at an upright: to the side of its middle,
// and down from the ledger's upper edge.
func (l *RackLedger) Places() []joint.Point {
	return hold.Row(l.Count, joint.Point{}, joint.Point{Y: -float64(l.Height)})
}
