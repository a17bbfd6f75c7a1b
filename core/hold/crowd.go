package hold

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"aguante/core/fastener"
	"aguante/core/joint"
	"aguante/core/say"
)

// Grain is a piece that a group of fasteners goes through: its ends, where its grain
// stops, and its edges beside it; mm, along the wall and above the board's underside.
// What hangs on it presses the fasteners of a level piece towards its upper edge, and
// those of an upright one towards its upper end.
type Grain struct {
	Name    string
	Ends    [2]float64
	Edges   [2]float64
	Upright bool
}

// in is where a fastener stands: along the grain of its piece, and across it; of a
// steel one, along its stud's.
func (g *Grain) in(d *Drilled) (along, across float64) {
	if g == nil || g.Upright {
		return d.Y, d.X
	}
	return d.X, d.Y
}

// where names what splits between two fasteners.
func (g *Grain) where() string {
	if g == nil {
		return "stud"
	}
	return g.Name
}

// Crowd weakens the fasteners of a wooden piece that stand too near its ends or one
// another, and leaves out those that split it; it returns a caution for the first.
//
//   - an end: in proportion from the whole distance to half of it (NDS C∆), falling to
//     nothing at a quarter (Rule);
//   - an edge: a caution, and under half of the distance nothing;
//   - one another: in proportion, the lowest in a stud for all in it; under half, two are
//     one in the middle between them.
func (s *Site) Crowd(holes []Drilled, g Grain) string {
	caution := ""
	beware := func(d *Drilled, got, least float64, where string, part float64) {
		d.crowded = fmt.Sprintf("is %s from %s of the %s, codes ask for %s", say.Length(got), where, g.Name, say.Place(least))
		if part < 1 {
			d.crowded += fmt.Sprintf(": %.0f %% counted", 100*part)
		} else {
			d.crowded += ": it may split"
		}
		if part <= 0 {
			d.split = fmt.Sprintf("is %s from %s of the %s and needs %s, or it splits", say.Length(got), where, g.Name, say.Place(least))
		}
		caution = cmp.Or(caution, one(d.fix.Noun())+" "+d.crowded)
	}
	for i := range holes {
		d := &holes[i]
		if d.Anchor() {
			continue
		}
		d.grain, d.ended = &g, d.onGround()
		along, across := g.in(d)
		for k, far := range [2]float64{along - g.Ends[0], g.Ends[1] - along} {
			least := d.Screw.EndDistance(g.Upright && k == 1, d.fix.Undrilled)
			if part := endPart(far / least); part < d.ended {
				d.ended = part
				beware(d, far, least, "an end", part)
			}
		}
		for k, far := range [2]float64{across - g.Edges[0], g.Edges[1] - across} {
			least := d.Screw.EdgeDistance(!g.Upright && k == 1)
			switch {
			case far < least/2-1e-9:
				beware(d, far, least, "an edge", 0)
			case far < least-1e-9:
				beware(d, far, least, "an edge", 1)
			}
		}
	}
	return cmp.Or(s.apart(holes), caution)
}

// onGround is what of a fastener counts for the ends of the board that it ends in.
func (d *Drilled) onGround() float64 {
	if d.ground == nil {
		return 1
	}
	return d.ground.ends(d.X, d.Screw, d.fix.Undrilled)
}

// endPart is how much counts at a part of the distance to an end.
func endPart(of float64) float64 {
	switch {
	case of >= 1-1e-9:
		return 1
	case of >= 0.5:
		return of
	}
	return max(0, 2*of-0.5)
}

// CrowdPlate weakens the fasteners of one steel plate that stand too near one another in
// their stud, whose grain runs up the wall, or in the lining.
func (s *Site) CrowdPlate(holes []Drilled) {
	if g := s.Onto; g != nil { // a board's grain runs along the wall
		for i := range holes {
			holes[i].grain = &Grain{Name: g.Name, Ends: g.X, Edges: g.Y}
		}
	}
	s.apart(holes)
	s.near(holes)
}

// Fewer is a group without each one of its fasteners, where it might hold more so: as they
// are not all as strong, or are weaker for one another. Those left have more room.
func (s *Site) Fewer(holes []Drilled) [][]Drilled {
	var out [][]Drilled
	if !uneven(holes) {
		return nil
	}
	for q := range holes {
		if !holes[q].Counts() && !holes[q].joined {
			continue
		}
		left := slices.Clone(holes)
		left[q].split = "is not reckoned"
		s.apart(left)
		s.near(left)
		if slices.ContainsFunc(left, func(d Drilled) bool { return d.Counts() }) {
			out = append(out, left)
		}
	}
	return out
}

// Strongest leaves of a group only those that are no weaker than any other; nil where that
// is all of them. Those left have more room.
func (s *Site) Strongest(holes []Drilled) []Drilled {
	if !uneven(holes) {
		return nil
	}
	best := 0.0
	for i := range holes {
		if holes[i].Counts() {
			best = max(best, holes[i].Caps[Everyday].Pull)
		}
	}
	out := slices.Clone(holes)
	for i := range out {
		if out[i].Counts() && out[i].Caps[Everyday].Pull < best*(1-1e-6) {
			out[i].split = "is not reckoned"
		}
	}
	s.apart(out)
	s.near(out)
	return out
}

// uneven tells that not all of the fasteners that count are as strong, or that they are
// weaker for one another.
func uneven(holes []Drilled) bool {
	first := max(0, slices.IndexFunc(holes, func(d Drilled) bool { return d.Counts() }))
	return slices.ContainsFunc(holes, func(d Drilled) bool {
		differs := d.joined || d.Counts() && d.room > 0 && d.room < 1-1e-9
		for k, a := range holes[first].Caps {
			b := d.Caps[k]
			differs = differs || d.Counts() && (math.Abs(a.Push-b.Push) > 1e-9*a.Push || math.Abs(a.Pull-b.Pull) > 1e-9*a.Pull)
		}
		return differs
	})
}

// asOne is how near one another two fasteners are one, of whatever size, mm.
const asOne = 5

// apart weakens fasteners for one another, and fills in what each then takes.
func (s *Site) apart(holes []Drilled) string {
	caution := ""
	lead := make([]int, len(holes)) // the one that each is one with
	least := make(map[string]float64)
	for i := range holes {
		holes[i].joined = false
	}
	for i := range holes {
		d := &holes[i]
		lead[i] = i
		if !d.Counts() || d.Anchor() {
			continue
		}
		a, b := d.grain.in(d)
		for k := range holes[:i] {
			e := &holes[k]
			if !e.Counts() || e.Anchor() || e.Hit.Stud != d.Hit.Stud {
				continue
			}
			c, f := e.grain.in(e)
			along, across := max(d.Screw.Along(d.fix.Undrilled), e.Screw.Along(e.fix.Undrilled)), max(d.Screw.Across(), e.Screw.Across())
			part, far := math.Abs(a-c)/along+math.Abs(b-f)/across, math.Hypot(a-c, b-f)
			switch {
			case part < 0.5 || far < asOne:
				lead[i] = lead[k]
				caution = fmt.Sprintf("two %ss stand %s apart in one %s: it may split there, and they count as one", d.fix.Noun(),
					say.Length(far), d.grain.where())
			case part < 1-1e-9:
				least[d.Hit.Stud] = min(cmp.Or(least[d.Hit.Stud], 1), part)
				e.crowded = cmp.Or(e.crowded, fmt.Sprintf("stands %s from the next one in the %s, codes ask for %s across its grain and %s along "+
					"it: %.0f %% counted", say.Length(far), d.grain.where(), say.Place(across), say.Place(along), 100*part))
				caution = cmp.Or(caution, one(e.fix.Noun())+" "+e.crowded)
			}
		}
	}
	middle(holes, lead)
	for i := range holes {
		d := &holes[i]
		if d.Anchor() {
			d.room = 1
		} else {
			d.room = cmp.Or(d.ended, d.onGround()) * cmp.Or(least[d.Hit.Stud], 1)
		}
		d.fill(s)
	}
	return caution
}

// middle makes one of all that are led by the same, in the middle between them.
func middle(holes []Drilled, lead []int) {
	for i := range holes {
		if lead[i] != i {
			continue
		}
		var x, y, n float64
		for k := range holes {
			if lead[k] == i {
				x, y, n = x+holes[k].X, y+holes[k].Y, n+1
				holes[k].joined = k != i
			}
		}
		holes[i].At = joint.Point{X: x / n, Y: y / n}
	}
}

// aloneInLining is how far apart anchors in a lining take nothing from one another, mm.
const aloneInLining = 150

// near makes n anchors of one support or column in a lining count as 1 + Σ min(1, s/150),
// s being how far each is from the nearest of those before, spread over them evenly (Rule).
func (s *Site) near(holes []Drilled) {
	var in, left []int
	for i := range holes {
		if d := &holes[i]; d.Counts() && d.Anchor() && d.Screw.Fits == fastener.InLining {
			left = append(left, i)
		}
	}
	if len(left) < 2 {
		return
	}
	n, count := float64(len(left)), 1.0
	in, left = left[:1:1], left[1:]
	for len(left) > 0 {
		best, far := 0, math.Inf(1)
		for k, i := range left {
			for _, j := range in {
				if d := math.Hypot(holes[i].X-holes[j].X, holes[i].Y-holes[j].Y); d < far {
					best, far = k, d
				}
			}
		}
		count += min(1, far/aloneInLining)
		in = append(in, left[best])
		left = slices.Delete(left, best, best+1)
	}
	for _, i := range in {
		d := &holes[i]
		if d.room = count / n; d.room < 1 {
			d.crowded = fmt.Sprintf("stands near others in the lining: %.0f count as %.2g", n, count)
		}
		d.fill(s)
	}
}
