package hold

import (
	"cmp"
	"fmt"
	"math"

	"aguante/core/fastener"
	"aguante/core/joint"
	"aguante/core/material"
	"aguante/core/say"
	"aguante/core/wall"
	"aguante/core/working"
)

// Drilled is one hole, what its fastener meets, and what it takes there in each
// case.
type Drilled struct {
	ID      string
	X, Y    float64     // along the wall, and above the board's underside
	At      joint.Point // where it acts: its own place, or the middle between it and one that is one with it
	fix     Fixing
	Screw   fastener.Screw
	head    float64 // across it, mm
	Through Through
	split   string          // why the piece splits there, or ""
	crowded string          // by what it is weaker than it could be, or ""
	ended   float64         // part of its strength that the ends of its piece leave, 0 for all
	room    float64         // and the others beside it
	spare   bool            // an anchor beside screws that carry before it does
	joined  bool            // so near another one that both are that
	kser    float64         // how firmly it holds what it goes through across itself, N/mm
	grain   *Grain          // of its piece; nil of a steel one
	behind  *material.Board // what it ends in
	ground  *Ground         // which that is, where it is not the wall
	unknown string          // what is not known of it, or ""
	wall    *wall.Wall
	Hit     wall.Hit
	Grip    fastener.Grip
	Caps    [Cases]takes
	filled  filled
}

// filled is for what the strengths of a fastener were worked out.
type filled struct {
	known, counts bool
	room          float64
}

// takes is what one fastener takes pulled and pushed across, N.
type takes struct {
	Pull, Push float64
	by         string // what limits the pull
}

// Drill puts a fixing through a piece into the wall at x, y.
func (s *Site) Drill(id string, x, y float64, fix Fixing, through Through) Drilled {
	d := Drilled{ID: id, X: x, Y: y, At: joint.Point{X: x, Y: y}, fix: fix, Screw: fix.Screw(), head: fix.HeadAcross(), Through: through, wall: s.Wall, unknown: fix.unknown(s.Wall)}
	if through.Wood != nil {
		d.Through.Length = max(0, through.Length-float64(fix.Recess))
	}
	if d.ground = s.Onto; d.ground != nil {
		d.behind = &d.ground.Wood
		d.Grip = d.gripOf(d.Screw)
		d.Hit = d.ground.meet(s, x, y, d.Screw, d.Grip.Through)
		d.Grip.Through = d.Grip.Through && !d.ground.OnWall
		d.room = d.ground.ends(x, d.Screw, fix.Undrilled)
		d.fill(s)
		return d
	}
	d.Hit = s.Wall.Meet(x, s.Underside+y, d.Screw)
	st := d.Hit.Behind()
	if st != nil {
		behind := &struct {
			board material.Board
			wood  material.Lumber
		}{wood: d.stud()}
		behind.board = material.Board{Lumber: &behind.wood, Condition: st.Condition}
		d.behind = &behind.board
	}
	switch {
	case d.Anchor():
		d.Grip = d.anchorGrip()
	case st != nil && d.Hit.Meets != wall.Misses:
		d.Grip = d.gripOf(d.Screw)
	}
	d.fill(s)
	return d
}

// deep is how much wood there is to end in, mm.
func (d *Drilled) deep() float64 {
	if d.ground != nil {
		return d.ground.Thick
	}
	return float64(d.Hit.Behind().Depth)
}

// fill works out what it takes in each case.
func (d *Drilled) fill(s *Site) {
	now := filled{true, d.Counts(), d.room}
	if d.room <= 0 {
		now.room = 1
	}
	if now == d.filled {
		return
	}
	d.filled, d.Caps = now, [Cases]takes{}
	if now.counts {
		for c := range Cases {
			d.Caps[c] = d.Takes(nil, c, s.Bases[c])
		}
		if d.kser = d.Caps[Everyday].Push; !d.Anchor() {
			into := d.into(d.Grip)
			d.kser = math.Pow(into.Wood.Density(), 1.5) * d.Screw.D / 23 * into.Part
		}
	}
}

// Kser is how firmly the fastener holds what it goes through across itself, N/mm; one that
// counts in part, in part (EC5 table 7.1).
func (d *Drilled) Kser() float64 { return d.kser }

// gap is what is between piece and stud: the lining, and air.
func (d *Drilled) gap() float64 {
	if d.ground != nil {
		return d.Through.air
	}
	return d.wall.Lining.Gap() + d.Through.air
}

// gripOf is what a screw finds in the stud behind piece and lining, along its own
// slant.
func (d *Drilled) gripOf(screw fastener.Screw) fastener.Grip {
	by := d.fix.slant()
	return screw.Grip(d.Through.Length*by, d.gap()*by, d.deep()*by)
}

func (d *Drilled) Anchor() bool { return d.Screw.Kind == fastener.Anchor }

// anchorGrip: in masonry five diameters behind the piece and whatever lines the
// wall (Rule); in a lining the anchor must be longer than that is thick.
func (d *Drilled) anchorGrip() fastener.Grip {
	g := fastener.Grip{Least: 5 * d.Screw.D, Part: 1}
	g.In = max(0, d.Screw.Length-d.Through.Length-d.gap())
	if d.Screw.Fits == fastener.InLining {
		g.In, g.Least = max(0, d.Screw.Length-d.Through.Length-d.Through.air), d.wall.Lining.Gap()
	}
	g.Holds = g.In >= g.Least-1e-9
	return g
}

// Counts tells whether the fastener is relied on. One that would come out of the
// stud's back must not be drilled, like one into a keep-out.
func (d *Drilled) Counts() bool {
	return d.Hit.Counts && d.Grip.Holds && (d.ground == nil || d.room > 0) && !d.Grip.Through && d.unknown == "" && d.split == "" &&
		!d.joined && !d.spare && !d.sunk() && !d.Through.slips(d.head)
}

// sunk tells that the head has no wood left under it.
func (d *Drilled) sunk() bool { return d.Through.Wood != nil && d.Through.Length < 3 }

// Why says why a fastener does not count, or what is amiss with one that does;
// "" where nothing is.
func (d *Drilled) Why() string {
	unknown, into := d.unknown, "stud"
	if d.ground != nil {
		into = d.ground.Name
	}
	switch {
	case !d.Hit.Counts:
		return d.Hit.Why + ": not counted"
	case unknown != "":
		return unknown + "; not counted"
	case d.split != "":
		return d.split + ": not counted"
	case d.spare:
		return "gives further than the screws in the studs beside it, which carry before it does: not counted"
	case d.joined:
		return "stands so near the next one that both count as one"
	case d.sunk():
		return "is sunk through the " + d.Through.name + ": not counted"
	case d.Through.slips(d.head):
		return fmt.Sprintf("has a head of %s over a hole of %s, put a washer under it: not counted", say.Length(d.head), say.Length(d.Through.hole))
	case !d.Grip.Holds && d.Anchor():
		return "is too short for the wall: not counted"
	case !d.Grip.Holds:
		return "is too short for the " + into + ": not counted"
	case d.Grip.Through:
		if d.ground != nil {
			return "comes out of the " + into + "'s face: not counted"
		}
		return "comes out of the stud's back, do not drill: not counted"
	case d.ground != nil && d.room <= 0:
		return "is so near the end of the " + into + " that it splits: not counted"
	case d.Grip.Short() != "":
		return "is short for the " + into + ": " + d.Grip.Short()
	case d.Hit.Meets == wall.Edge:
		return "is near the edge of the " + into + ": it may split"
	}
	return d.crowded
}

// stud returns the lumber behind a hole.
func (d *Drilled) stud() material.Lumber {
	l, _ := material.LumberOf(d.Hit.Behind().Wood)
	return l
}

// into is the stud as the fastener meets it with a grip.
func (d *Drilled) into(grip fastener.Grip) fastener.Member {
	m := grip.Into(d.behind, d.ground != nil) // a stud runs up the wall, a board along it
	if d.room > 0 {
		m.Part *= d.room
	}
	return m
}

// toed is the push that an angled fastener keeps (NDS 12.5.4.2, of nails).
const toed = 0.83

// Takes works out what the fastener takes: as a pull the least of the wood, its
// own steel, and the piece that its head or washer is drawn through (steel does
// not let it), and the push across; an anchor by its rating.
func (d *Drilled) Takes(sh *working.Sheet, c Case, on material.Basis) takes {
	if d.Anchor() {
		return d.rated(sh, c, on)
	}
	stud := d.into(d.Grip)
	out := takes{by: "pull out of the stud"}
	if d.ground != nil {
		out.by = "pull out of the " + d.ground.Name
	}
	out.Pull = fastener.Withdrawal(sh, d.Screw, stud, on)
	if steel := fastener.Steel(sh, d.Screw, on); steel < out.Pull {
		out.Pull, out.by = steel, "tear in two"
	}
	if h, by := d.drawnThrough(sh, on); h < out.Pull {
		out.Pull, out.by = h, by
	}
	if gap := d.gap(); d.Through.loose {
		out.Push = fastener.FreeHead(sh, d.Screw, stud, gap, d.Through.Length, on)
	} else {
		out.Push, _ = fastener.Lateral(sh, d.Screw, d.Through.Member, stud, gap, on)
	}
	square := 1.0
	if d.fix.Angle != 0 {
		square = 1 / d.fix.slant()
		out.Push *= toed
	}
	out.Pull *= square
	if sh.On() {
		sh.Add("T′", "pull that the screw takes: the least of wood, steel and head, by the cosine of its slant", "min(W, N, H) × cos", out.Pull,
			working.Force, "NDS 12.2",
			working.In("least", out.Pull/square, working.Force), working.In("cos", square, working.Ratio))
		if d.fix.Angle != 0 {
			sh.Add("Zα", "push across on a slanted one", fmt.Sprintf("Z × %g", toed), out.Push, working.Force, "NDS 12.5.4.2, of nails",
				working.In("Z", out.Push/toed, working.Force))
		}
	}
	return out
}

// drawnThrough is the pull that draws the head or the washer through a wooden
// piece; without end for steel.
func (d *Drilled) drawnThrough(sh *working.Sheet, on material.Basis) (float64, string) {
	if d.Through.Wood == nil {
		return math.Inf(1), ""
	}
	return HeadThrough(sh, d.fix, d.Through, on), d.Through.draws
}

// HeadThrough is it for a fixing through a wooden piece: a head by NDS 12.2.5, a
// washer by the wood's bearing.
func HeadThrough(sh *working.Sheet, f Fixing, p Through, on material.Basis) float64 {
	if s := f.Screw(); s.Kind == fastener.Lag || s.Kind == fastener.Bolt {
		return fastener.Washer(sh, f.HeadAcross(), s.D, p.Wood.Bearing(sh, on)*p.Wood.Grips(on))
	}
	return fastener.PullThrough(sh, f.HeadAcross(), p.Member, on)
}

// lasting is what a gypsum anchor keeps of its pull under a load that hangs out
// from the wall for good (Rule).
const lasting = 0.6

// mostInLining is what a gypsum lining is trusted with at one anchor, whatever is
// printed on its packet: 300 N of pull and 450 N across in 12.7 mm, less in proportion
// where it is thinner (Rule). It says nothing of the break, and nothing of masonry.
func (d *Drilled) mostInLining(c Case) takes {
	if c == Break || d.Screw.Fits != fastener.InLining || d.wall.Lining.Kind != wall.Gypsum {
		return takes{Pull: math.Inf(1), Push: math.Inf(1)}
	}
	thin := min(1, d.wall.Lining.Gap()/12.7)
	return takes{Pull: 300 * thin, Push: 450 * thin}
}

// rated is what an anchor takes: its rating as printed where that is a working
// load, a quarter of it where it is ultimate or nobody says what it is, the low
// figure of the table where there is none (Rule). The expected break is the
// ultimate rating, where that is known; without it, nothing is left to say.
func (d *Drilled) rated(sh *working.Sheet, c Case, on material.Basis) takes {
	out := takes{Pull: d.Screw.Pull, Push: d.Screw.Shear, by: "pull out of the wall"}
	share, source := 1.0, "Rule: nothing is known of it, low on purpose"
	if r := d.fix.Rating; r != nil {
		out.Pull, out.Push, source = r.Pull.Weight(), r.Shear.Weight(), "maker's rating, "+string(r.Means)
		if r.Means != WorkingLoad && c != Break {
			share = 1.0 / 4
		}
	}
	long := 1.0
	if d.Screw.Fits == fastener.InLining {
		out.by = "pull out of the lining"
		if c == Everyday && d.wall.Lining.Kind == wall.Gypsum {
			long = lasting
		}
	}
	most := d.mostInLining(c)
	near := cmp.Or(d.room, 1)
	pull, push := min(out.Pull*share, most.Pull)*long*near, min(out.Push*share, most.Push)*near
	if sh.On() {
		rated := func(symbol, meaning, more string, result, rating, most float64, with ...working.Input) {
			formula := "rating × share"
			in := []working.Input{working.In("rating", rating, working.Force), working.In("share", share, working.Ratio)}
			if !math.IsInf(most, 1) {
				formula = "min(rating × share, most)"
				in = append(in, working.In("most", most, working.Force))
			}
			sh.Add(symbol, meaning, formula+more+" × near", result, working.Force, source, append(append(in, with...), working.In("near", near, working.Ratio))...)
		}
		rated("T′", "pull that one "+d.Screw.Name+" takes, at most what a lining is trusted with", " × lasting", pull, out.Pull, most.Pull,
			working.In("lasting", long, working.Ratio))
		rated("Z", "push across that it takes", "", push, out.Push, most.Push)
	}
	out.Pull, out.Push = pull, push
	if h, by := d.drawnThrough(sh, on); h < out.Pull {
		out.Pull, out.by = h, by
	}
	return out
}

// UsedBy tells how far a fastener is used, pushed across by v and pulled by t, N.
// Anchors add up: T/Ta + V/Va.
func (d *Drilled) UsedBy(sh *working.Sheet, v, t float64, c Case, on material.Basis) Use {
	takes := d.Caps[c]
	if sh.On() {
		takes = d.Takes(sh, c, on)
	}
	u := Use{How: takes.by}
	if d.Anchor() {
		u.Used = t/takes.Pull + v/takes.Push
		if sh.On() {
			sh.Add("used", "part of what the anchor can take", "T / T′ + V / Z", u.Used, working.Ratio, "Rule, usual for anchors",
				working.In("T", t, working.Force), working.In("V", v, working.Force), working.In("T′", takes.Pull, working.Force),
				working.In("Z", takes.Push, working.Force))
		}
	} else {
		u.Used = fastener.Together(sh, v, t, takes.Push, takes.Pull)
	}
	if v/takes.Push > t/takes.Pull {
		u.How, u.Across = "bend and crush the wood under shear", !d.Anchor()
		if d.Anchor() {
			u.How = "shear off"
		}
	}
	return u
}

// Hole draws it; pull and shear are what it carries, N.
func (d *Drilled) Hole(c Case, pull, shear float64) Hole {
	h := Hole{
		ID: d.ID, X: d.X, Y: d.Y, Meets: d.Hit.Meets, Edge: d.Hit.Edge, Chance: d.Hit.Chance, Counts: d.Counts(),
		Length: d.Screw.Length, D: d.Screw.D, Head: d.Through.Length, Stud: d.Hit.Stud, In: d.Grip.In, Thread: d.Grip.Thread,
		Least: d.Grip.Least, Why: d.Why(),
		Drilling: Drilling{Type: d.fix.Type, Through: d.Through.name, Piece: d.Through.Length, Gap: d.gap(), Slant: d.fix.Angle},
	}
	if d.Through.Wood != nil && d.fix.Recess > 0 {
		h.Recess, h.Across = float64(d.fix.Recess), d.fix.HeadAcross()
	}
	if h.Counts {
		h.Takes, h.Pull, h.Shear = d.Caps[c].Pull, pull, shear
	}
	through := d.Through.Length + d.gap()
	switch {
	case d.Anchor():
		h.Pilot, h.Would = d.Screw.D, d.Through.Length+d.Grip.Least
		if d.Screw.Fits == fastener.InMasonry {
			h.Would = through + d.Grip.Least
		}
	case d.behind != nil:
		h.StudDepth = d.deep()
		bits := d.Screw.Bits(d.behind.G())
		h.Pilot = bits.Pilot
		if d.Through.Wood != nil {
			h.Clearance = bits.Clearance
		}
		h.Better, h.Times = d.better()
		if h.Least == 0 {
			h.Least = d.Screw.Grip(0, 0, 1).Least
		}
		h.Would = (through+h.Least)*d.fix.slant() + d.Screw.Tip
	}
	return h
}

// better is the length sold, up to twice this one, that pulls hardest and stays
// 10 mm short of the stud's back, and how many times as hard; 0 where none does
// by a tenth.
func (d *Drilled) better() (length, times float64) {
	on := material.Basis{CD: 1}
	now := fastener.Withdrawal(nil, d.Screw, d.into(d.Grip), on)
	best, screw, room := now*1.1, d.Screw, (d.deep()-10)*d.fix.slant()
	for _, l := range d.Screw.Stock() {
		if l <= d.Screw.Length || l > 2*d.Screw.Length {
			continue
		}
		screw.Length = l
		grip := d.gripOf(screw)
		if grip.In > room {
			continue
		}
		if p := fastener.Withdrawal(nil, screw, d.into(grip), on); p > best*1.001 {
			best, length = p, l
		}
	}
	if length == 0 || now == 0 {
		return length, 0
	}
	return length, best / now
}
