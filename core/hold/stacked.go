package hold

import (
	"math"

	"aguante/core/say"
	"aguante/core/working"
)

// Couple is a part of what one column of a piece carries, turning on a heel of its own: V down,
// N, and M off the wall, N·mm, of what is held so far over its Low, mm.
type Couple struct{ Low, V, M float64 }

// Stack is a column on which several things turn, each on its own heel, which is B wide on a wall
// that takes Fb; the fasteners up to Reach over a heel hold it.
type Stack struct {
	*Mount
	Column *StudColumn
	Reach  float64
	B      func(low float64) float64
	heels  map[float64]*Heel
}

// heel is that of what turns at a height.
func (s *Stack) heel(low float64) *Heel {
	if h := s.heels[low]; h != nil {
		return h
	}
	var levers []float64
	for i := range s.Column.of {
		if d := &s.Column.of[i]; d.Counts() && s.over(d, low) {
			levers = append(levers, d.At.Y-low)
		}
	}
	h := NewHeel(levers, s.B(low), s.Set.Bearing(s.Holes))
	if s.heels == nil {
		s.heels = map[float64]*Heel{}
	}
	s.heels[low] = &h
	return &h
}

// over tells that a fastener holds what turns at a height.
func (s *Stack) over(d *Drilled, low float64) bool { return d.At.Y > low && d.At.Y <= low+s.Reach }

// Worst is the fastener that is used most: what is on the column is shared across by what each
// takes, and each couple is held by the fasteners over its own heel.
func (s *Stack) Worst(sh *working.Sheet, on []Couple, c Case) Use {
	v := 0.0
	for _, o := range on {
		v += o.V
		if o.M > 0 && len(s.heel(o.Low).levers) == 0 {
			return Use{Used: Fails, How: "are not where the pull is: none is within " + say.Place(s.Reach) + " over it"}
		}
	}
	pull := func(d *Drilled) float64 {
		t := 0.0
		for _, o := range on {
			if s.over(d, o.Low) {
				t += s.heel(o.Low).Pull(nil, math.Abs(o.M), d.At.Y-o.Low)
			}
		}
		return t
	}
	worst, at := Use{Used: -1}, (*Drilled)(nil)
	for i := range s.Column.of {
		d := &s.Column.of[i]
		if !d.Counts() {
			continue
		}
		push := math.Abs(v) * d.Caps[c].Push / s.Column.all[c]
		if u := d.UsedBy(nil, push, pull(d), c, s.Set.Bases[c]); u.Used > worst.Used {
			worst, at = u, d
		}
	}
	if at != nil && sh.On() {
		push, t := math.Abs(v)*at.Caps[c].Push/s.Column.all[c], pull(at)
		sh.Add("V", "push across on the worst one, of all that is on the column", "ΣV × Z / ΣZ", push, working.Force, "statics",
			working.In("ΣV", v, working.Force), working.In("Z", at.Caps[c].Push, working.Force), working.In("ΣZ", s.Column.all[c], working.Force))
		sh.Add("T", "pull on it, of every couple whose heel is up to so far below it", "Σ M × (y − a/2) / Σ(y − a/2)²", t, working.Force,
			"heel rule (Rule, from statics)", working.In("reach", s.Reach, working.Length))
		at.UsedBy(sh, push, t, c, s.Set.Bases[c])
	}
	return worst
}

// Press is the wall under the heel that presses hardest.
func (s *Stack) Press(sh *working.Sheet, on []Couple) Use {
	worst, at := Use{}, -1
	for i, o := range on {
		if h := s.heel(o.Low); len(h.levers) > 0 {
			if u := h.Press(nil, Action{M: o.M}); u.Used > worst.Used || at < 0 {
				worst, at = u, i
			}
		}
	}
	if at >= 0 && sh.On() {
		s.heel(on[at].Low).Press(sh, Action{M: on[at].M})
	}
	return worst
}
