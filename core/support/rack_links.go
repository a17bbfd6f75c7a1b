package support

import (
	"fmt"
	"math"
	"slices"
	"strconv"

	"aguante/core/beam"
	"aguante/core/hold"
	"aguante/core/say"
	"aguante/core/working"
)

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
	m := beam.Upright{Ties: make([]beam.Tie, 0, len(u.holes)), Length: float64(h.Height), EI: h.post.E(nil) * float64(h.Width) * math.Pow(float64(h.Deep), 3) / 12, Bed: h.Bed}
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

// pushes are those forces on an upright, its goods so many times there, or those of one level
// alone.
func (h *racked) pushes(i, only int, by float64) []float64 {
	for l := range h.moments {
		if h.moments[l] = 0; only < 0 || only == l {
			h.moments[l] = h.turn[l][i] * by
		}
	}
	return h.push(h.moments)
}

func (h *racked) push(moments []float64) []float64 {
	for l, m := range moments {
		f := m / float64(h.Arm.High)
		h.pushed[2*l], h.pushed[2*l+1] = f, -f
	}
	return h.pushed
}

// couples are each level's on each upright, at its own height.
func (h *racked) couples(d Demand, do func(stud string, up, couple float64)) {
	for i := range h.uprights {
		u := &h.uprights[i]
		first := slices.IndexFunc(u.holes, func(d hold.Drilled) bool { return d.Counts() && d.Hit.Stud != "" })
		if first < 0 {
			continue
		}
		for l, level := range h.Levels {
			m := h.turn[l][i] * (d.By + h.own(i))
			if l == d.Level {
				m += d.Extra * two(h.at, i, d.X) * (float64(h.Deep) + float64(h.Arm.Reach))
			}
			do(u.holes[first].Hit.Stud, float64(level.Up)-float64(h.Arm.High)/2, m*d.Care)
		}
	}
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
	if st, ok := h.down[setDown{i, level, u.less == nil, by, n}]; ok {
		return st
	}
	h.pushes(i, -1, by)
	h.moments[level] += n * (float64(h.Deep) + float64(h.Arm.Reach))
	return h.bend(u, u.model.Stand(h.push(h.moments)))
}

// expect works out how every upright stands under what is set down.
func (h *racked) expect(asked []Demand) {
	for _, d := range asked {
		for i := range h.uprights {
			if n := d.Extra * two(h.at, i, d.X); n > 0 {
				by := d.By + h.own(i)
				for u := &h.uprights[i]; u != nil; u = u.less {
					h.down[setDown{i, d.Level, u.less == nil, by, n}] = h.extra(u, i, d.Level, by, n)
				}
			}
		}
	}
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

// states are what an upright is asked in a demand: how it stands, and by what its
// figures are multiplied.
func (h *racked) states(u *uprighted, i int, d Demand) ([]standing, float64) {
	if n := d.Extra * two(h.at, i, d.X); n > 0 {
		h.once[0] = h.extra(u, i, d.Level, d.By+h.own(i), n)
		return h.once[:], d.Care
	}
	return u.stood, (d.By + h.own(i)) * d.Care
}

func (h *racked) Links() []FormLink {
	gate := FormLink{Link: hold.Link{Part: "rack", Mode: "stands", Goes: hold.Stands, Of: h.Made.Of(), Role: hold.RoleStanding,
		Kind: hold.Gate, Name: "rack on the wall"}, Use: h.stands}
	if len(h.uprights) == 0 {
		return []FormLink{gate}
	}
	out := append(make([]FormLink, 0, 1+3*len(h.Levels)+5*len(h.uprights)), gate)
	for l := range h.Levels {
		name := h.levelName(l)
		out = append(out,
			FormLink{Link: hold.Link{Part: h.Levels[l].ID, Mode: "arm", Goes: hold.Bends, Of: h.Arm.Made.Of(), Role: hold.RoleBar,
				Kind: hold.Strength, Name: "arm in bending"}, Where: name, Use: func(sh *working.Sheet, d Demand) hold.Use { return h.arm(sh, l, d) }},
			FormLink{Link: hold.Link{Part: h.Levels[l].ID, Mode: "joint", Goes: hold.Opens, Of: h.Joint.Of(h.Arm.Made), Role: hold.RoleJoint,
				Kind: hold.Strength, Name: "arm on its upright"}, Where: name, Use: func(sh *working.Sheet, d Demand) hold.Use {
				r, e := h.onArm(sh, l, d)
				in := float64(h.Deep) - h.joint.Middle()
				if sh.On() {
					sh.Add("Mj", "moment about the joint, so far behind the upright's face", "R × (e + zj)", r*(e+in), working.Moment, "statics",
						working.In("R", r, working.Force), working.In("e", e, working.Length), working.In("zj", in, working.Length))
				}
				return h.joint.Use(sh, hold.Load{M: r * (e + in), V: r}, h.set.Bases[d.Case])
			}},
			FormLink{Link: hold.Link{Part: h.Levels[l].ID, Mode: "droop", Goes: hold.Sags, Of: h.Arm.Made.Of(), Role: hold.RoleDroop,
				Kind: hold.Stiffness, Name: "arm's tip"}, Where: name, Use: func(sh *working.Sheet, d Demand) hold.Use { return h.droop(sh, l, d) }})
	}
	for i := range h.uprights {
		u := &h.uprights[i]
		where := h.text.Join("upright ", strconv.Itoa(i+1))
		link := func(part, mode string, goes hold.Goes, of hold.Of, role hold.Role, kind hold.Kind, name, noMean string,
			use func(*working.Sheet, *uprighted, int, Demand) hold.Use) {
			out = append(out, FormLink{Link: hold.Link{Part: part, Mode: mode, Goes: goes, Of: of, Role: role, Kind: kind, Name: name,
				NoMean: noMean}, Support: u.ID, Where: where, X: float64(u.X),
				Use: func(sh *working.Sheet, d Demand) hold.Use { return use(sh, h.reckoned(u, i, d), i, d) }})
		}
		link("upright", "bending", hold.Bends, h.Made.Of(), hold.RoleRail, hold.Strength, "upright in bending", "", h.bends)
		if u.hold > 0 {
			link("screws", "pull", hold.Draws, h.Screw.Of(), hold.RoleNear, hold.Strength, h.Screw.Noun()+"s of the upright", h.Screw.NoMean(),
				h.screws)
			link("wall", "bed", hold.Crushes, h.frame.LinedWith(), hold.RoleHeel, hold.Strength, h.frame.HeelName(), hold.NoWallMean, h.bed)
		}
		link("screws", "behind", hold.Stands, h.Screw.Of(), hold.RoleBehind, hold.Gate, h.frame.IntoName(h.Screw), "",
			func(sh *working.Sheet, u *uprighted, _ int, _ Demand) hold.Use {
				if sh.On() {
					sh.Add("n", "fasteners that count", fmt.Sprintf("of %d", len(u.holes)), float64(u.hold), working.Ratio,
						"NDS 12.1.5; the wall as measured")
				}
				return hold.BehindUse(u.holes, u.hold)
			})
		if h.Ledger != nil {
			link("ledger", "shear", hold.Draws, h.Ledger.Screw.Of(), hold.RoleNear, hold.Strength, "ledger under the upright",
				h.Ledger.Screw.NoMean(), h.ledge)
		}
	}
	return out
}

func (h *racked) levelName(l int) string { return h.text.Join("level ", strconv.Itoa(l+1)) }

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
		sh.Add("Mu", "greatest moment in the upright, as a beam on screws that only pull and a wall that only pushes", "active set", moment,
			working.Moment, "engineering basis")
		sh.Add("S", "section modulus there, net of holes and notches", "b × t² / 6", s, working.Modulus, "statics")
		sh.Add("used", "part of the upright's bending strength", "Mu / (S × Fb)", worst, working.Ratio, "",
			working.In("Mu", moment, working.Moment), working.In("S", s, working.Modulus), working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: worst, How: how}
}

// reckoned is an upright, or it without its weak fasteners where the others hold more so.
func (h *racked) reckoned(u *uprighted, i int, d Demand) *uprighted {
	if u.less == nil || u.less.hold == 0 || h.worstScrew(u, i, d).use.Used <= h.worstScrew(u.less, i, d).use.Used {
		return u
	}
	return u.less
}

// bearer is the fastener of an upright that is used most, and what it carries, N.
type bearer struct {
	use     hold.Use
	at      *hold.Drilled
	v, pull float64
}

// firmness is how firmly an upright's fasteners hold it up, N/mm, with those of a ledger
// under it, or without.
func (u *uprighted) firmness(ledger bool) float64 {
	sum := 0.0
	for _, of := range [2][]hold.Drilled{u.holes, u.ledger} {
		for k := range of {
			if of[k].Counts() {
				sum += of[k].Kser()
			}
		}
		if !ledger {
			break
		}
	}
	return max(sum, 1e-9)
}

// worstScrew is the worst of an upright's own fasteners: what hangs on it is shared by them,
// and by a ledger's, as firmly as each holds; a ledger never takes from what they hold.
func (h *racked) worstScrew(u *uprighted, i int, d Demand) bearer {
	alone := h.worstOf(u, i, d, u.firmness(false))
	if h.Ledger == nil {
		return alone
	}
	with := h.worstOf(u, i, d, u.firmness(true))
	if max(with.use.Used, h.worstLedge(u, i, d).use.Used) < alone.use.Used {
		return with
	}
	return alone
}

// worstOf is it where all fasteners that share are so firm.
func (h *racked) worstOf(u *uprighted, i int, d Demand, firmness float64) bearer {
	states, by := h.states(u, i, d)
	all := h.bears(i, d)
	out := bearer{use: hold.Use{Used: -1}}
	for _, st := range states {
		k := 0
		for q := range u.holes {
			dr := &u.holes[q]
			if !dr.Counts() {
				continue
			}
			v, t := all*dr.Kser()/firmness, st.Pulls[k]*by
			k++
			if use := dr.UsedBy(nil, v, t, d.Case, h.set.Bases[d.Case]); use.Used > out.use.Used {
				out = bearer{use, dr, v, t}
			}
		}
	}
	return out
}

func (h *racked) screws(sh *working.Sheet, u *uprighted, i int, d Demand) hold.Use {
	w := h.worstScrew(u, i, d)
	if sh.On() && w.at != nil {
		sh.Add("V", "push across on it: the upright's share of every row, by a beam on the uprights, with its own weight, shared as firmly as "+
			"each fastener of the upright holds, and of a ledger under it where that helps", "ΣR × K / ΣK", w.v, working.Force,
			"Euler–Bernoulli beam; EC5 Kser", working.In("ΣR", h.bears(i, d), working.Force), working.In("K", w.at.Kser(), working.Rate))
		sh.Add("T", "pull on the worst one, "+say.Place(w.at.Y)+" up: the upright is a beam on screws that only pull and a wall that "+
			"only pushes", "active set", w.pull, working.Force, "engineering basis", working.In("kax", springOf(w.at), working.Rate))
		w.at.UsedBy(sh, w.v, w.pull, d.Case, h.set.Bases[d.Case])
	}
	return w.use
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
		sh.Add("q", "greatest pressure of the upright on the wall", "press / b", q, working.Stress, "engineering basis",
			working.In("press", press, working.Rate), working.In("b", float64(h.Width), working.Length))
		sh.Add("used", "part of what the wall takes", "q / fb", q/fb, working.Ratio, "", working.In("q", q, working.Stress),
			working.In("fb", fb, working.Stress))
	}
	return hold.Use{Used: q / fb, How: "is crushed"}
}

// worstLedge is the worst of the ledger's fasteners at an upright, as they share with its own.
func (h *racked) worstLedge(u *uprighted, i int, d Demand) bearer {
	all, firmness := h.bears(i, d), u.firmness(true)
	out := bearer{use: hold.Use{Used: -1}}
	for k := range u.ledger {
		if dr := &u.ledger[k]; dr.Counts() {
			v := all * dr.Kser() / firmness
			t := v * float64(h.Ledger.Thickness) / 2 / max(1, float64(h.Ledger.Height)/2)
			if use := dr.UsedBy(nil, v, t, d.Case, h.set.Bases[d.Case]); use.Used > out.use.Used {
				out = bearer{use, dr, v, t}
			}
		}
	}
	return out
}

func (h *racked) ledge(sh *working.Sheet, u *uprighted, i int, d Demand) hold.Use {
	w := h.worstLedge(u, i, d)
	if w.at == nil {
		return hold.Use{How: "is held by nothing at this upright: not counted"}
	}
	if max(h.worstOf(u, i, d, u.firmness(true)).use.Used, w.use.Used) >= h.worstOf(u, i, d, u.firmness(false)).use.Used {
		return hold.Use{How: "takes nothing: the upright's own fasteners hold more by themselves"}
	}
	if sh.On() {
		sh.Add("V", "push across on it, shared with the upright's own as firmly as each holds", "ΣR × K / ΣK", w.v, working.Force, "EC5 Kser",
			working.In("ΣR", h.bears(i, d), working.Force), working.In("K", w.at.Kser(), working.Rate))
		w.at.UsedBy(sh, w.v, w.pull, d.Case, h.set.Bases[d.Case])
	}
	return w.use
}
