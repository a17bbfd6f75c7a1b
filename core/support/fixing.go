package support

import (
	"math"

	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/wall"
	"aguante/core/working"
)

// Fixing is a fastener by its catalogue key and length, and for an anchor what
// its packet says it holds. Head is its head or washer as measured, 0 for the
// usual one; Recess is how deep it is sunk into a wooden piece; Angle is how far
// from square it is driven, degrees.
type Fixing struct {
	Type   string          `json:"type"`
	Length quantity.Length `json:"length_mm"`
	Rating *Rating         `json:"rating,omitempty"`
	Head   quantity.Length `json:"head_mm,omitempty"`
	Recess quantity.Length `json:"recess_mm,omitempty"`
	Angle  float64         `json:"angle_deg,omitempty"`
	Own    *Measured       `json:"own,omitempty"` // as one has measured it
}

// Rating is what a maker says of an anchor, and what the maker means by it.
type Rating struct {
	Pull  quantity.Mass `json:"pull_kg"`
	Shear quantity.Mass `json:"shear_kg"`
	Means Means         `json:"means"`
}

// Means is what a rating is.
type Means string

// What a rating may be.
const (
	WorkingLoad Means = "working"
	Ultimate    Means = "ultimate"
	Unstated    Means = "unstated"
)

// screw finds a fixing in the catalogue.
func (f Fixing) screw() fastener.Screw {
	t, _ := fastener.TypeOf(f.Type)
	return fastener.Screw{Type: f.Own.over(t), Length: float64(f.Length)}
}

// StockLength is the shortest length that a type is sold in of at least so much, mm;
// where that is over the most, the longest under it.
func StockLength(key string, least, most float64) quantity.Length {
	t, _ := fastener.TypeOf(key)
	under := 0.0
	for _, l := range (fastener.Screw{Type: t}).Stock() {
		if l >= least-1e-9 && l <= most {
			return quantity.Length(l)
		}
		if l <= most {
			under = l
		}
	}
	return quantity.Length(max(under, 8))
}

// noun is what a person calls it.
func (f Fixing) noun() string {
	switch f.screw().Kind {
	case fastener.Anchor:
		return "anchor"
	case fastener.Bolt:
		return "bolt"
	}
	return "screw"
}

// head is the diameter of its head, or of the washer under it: 2.5 D where
// nobody has said (Rule), mm.
func (f Fixing) head() float64 {
	s := f.screw()
	switch {
	case f.Head > 0:
		return float64(f.Head)
	case s.Head > 0:
		return s.Head
	}
	return 2.5 * s.D
}

// slant is by how much an angled fastener's way through things is longer.
func (f Fixing) slant() float64 { return 1 / math.Cos(f.Angle*math.Pi/180) }

// Validate names every problem of a fixing.
func (f Fixing) Validate(p *problem.List) {
	t, ok := fastener.TypeOf(f.Type)
	if !ok {
		p.Add("type", "fastener %q is not in the catalogue", f.Type)
	}
	p.Between("length_mm", float64(f.Length), 8, 400)
	if f.Head != 0 {
		p.Between("head_mm", float64(f.Head), 3, 60)
	}
	p.Between("recess_mm", float64(f.Recess), 0, 100)
	if !(f.Angle >= -45 && f.Angle <= 45) {
		p.Add("angle_deg", "%s° is not possible here: give −45 to 45", quantity.Decimal(f.Angle, 0))
	}
	f.Own.validate(p.In("own"))
	if r := f.Rating; r != nil {
		if ok && t.Kind != fastener.Anchor {
			p.Add("rating", "only an anchor has a rating: what a %s holds is worked out", t.Name)
		}
		r.validate(p.In("rating"))
	}
}

func (r *Rating) validate(p *problem.List) {
	p.MassBetween("pull_kg", float64(r.Pull), 0.5, 5000)
	p.MassBetween("shear_kg", float64(r.Shear), 0.5, 5000)
	p.OneOf("means", string(r.Means), problem.Words([]Means{WorkingLoad, Ultimate, Unstated}))
}

// usualGypsum is the lining that the low figures for unrated anchors are for, mm,
// with 0.2 mm for a metric board.
const usualGypsum = 12.5

// unknown says why nothing is known of an unrated anchor here, or "".
func (f Fixing) unknown(w *wall.Wall) string {
	t := f.screw()
	switch {
	case t.Kind == fastener.Drywall:
		return "is hardened for boarding walls and snaps under load: use a wood screw"
	case t.Kind == fastener.Bolt:
		return "needs its nut behind the wall: use a lag or an anchor"
	case f.Rating != nil || t.Kind != fastener.Anchor:
		return ""
	case t.Fits == fastener.InLining && w.Lining.Kind != wall.Gypsum:
		return "has no known figure in this lining: give its rating"
	case t.Fits == fastener.InLining && w.Lining.Gap() < usualGypsum:
		return "has no known figure in a lining this thin: give its rating"
	case t.Fits == fastener.InMasonry && w.Kind == wall.Block:
		return "has no known figure in hollow block: give its rating"
	}
	return ""
}

// drilled is one hole, what its fastener meets, and what it takes there in each
// case.
type drilled struct {
	id    string
	x, y  float64 // along the wall, and above the board's underside
	fix   Fixing
	screw fastener.Screw
	piece piece
	split string // why the piece splits there, or ""
	wall  *wall.Wall
	hit   wall.Hit
	grip  fastener.Grip
	caps  [cases]takes
}

// takes is what one fastener takes pulled and pushed across, N.
type takes struct {
	pull, push float64
	by         string // what limits the pull
}

// drill puts a fixing through a piece into the wall at x, y.
func (s *Site) drill(id string, x, y float64, fix Fixing, through piece) drilled {
	d := drilled{id: id, x: x, y: y, fix: fix, screw: fix.screw(), piece: through, wall: s.Wall}
	if through.wood != nil {
		d.piece.Length = max(0, through.Length-float64(fix.Recess))
	}
	d.hit = s.Wall.Meet(x, s.Underside+y, d.screw)
	switch st := d.hit.Behind(); {
	case d.anchor():
		d.grip = d.anchorGrip()
	case st != nil && d.hit.Meets != wall.Misses:
		d.grip = d.gripOf(d.screw)
	}
	d.fill(s)
	return d
}

// fill works out what it takes in each case.
func (d *drilled) fill(s *Site) {
	if d.counts() {
		for c := range cases {
			d.caps[c] = d.takes(nil, c, s.Bases[c])
		}
	}
}

// gripOf is what a screw finds in the stud behind piece and lining, along its own
// slant.
func (d *drilled) gripOf(screw fastener.Screw) fastener.Grip {
	by := d.fix.slant()
	return screw.Grip(d.piece.Length*by, d.wall.Lining.Gap()*by, float64(d.hit.Behind().Depth)*by)
}

func (d *drilled) anchor() bool { return d.screw.Kind == fastener.Anchor }

// anchorGrip: in masonry five diameters behind the piece and whatever lines the
// wall (Rule); in a lining the anchor must be longer than that is thick.
func (d *drilled) anchorGrip() fastener.Grip {
	gap := d.wall.Lining.Gap()
	g := fastener.Grip{Least: 5 * d.screw.D}
	g.In = max(0, d.screw.Length-d.piece.Length-gap)
	if d.screw.Fits == fastener.InLining {
		g.In, g.Least = max(0, d.screw.Length-d.piece.Length), gap
	}
	g.Holds = g.In >= g.Least-1e-9
	return g
}

// counts tells whether the fastener is relied on. One that would come out of the
// stud's back must not be drilled, like one into a keep-out.
func (d *drilled) counts() bool {
	return d.hit.Counts && d.grip.Holds && !d.grip.Through && d.fix.unknown(d.wall) == "" && d.split == "" && !d.sunk()
}

// sunk tells that the head has no wood left under it.
func (d *drilled) sunk() bool { return d.piece.wood != nil && d.piece.Length < 3 }

// why says why a fastener does not count, or what is amiss with one that does;
// "" where nothing is.
func (d *drilled) why() string {
	unknown := d.fix.unknown(d.wall)
	switch {
	case !d.hit.Counts:
		return d.hit.Why + ": not counted"
	case unknown != "":
		return unknown + "; not counted"
	case d.split != "":
		return d.split + ": not counted"
	case d.sunk():
		return "is sunk through the " + d.piece.name + ": not counted"
	case !d.grip.Holds && d.anchor():
		return "is too short for the wall: not counted"
	case !d.grip.Holds:
		return "is too short for the stud: not counted"
	case d.grip.Through:
		return "comes out of the stud's back, do not drill: not counted"
	case d.hit.Meets == wall.Edge:
		return "is near the stud's edge: it may split"
	}
	return ""
}

// stud returns the lumber behind a hole.
func (d *drilled) stud() material.Lumber {
	l, _ := material.LumberOf(d.hit.Behind().Wood)
	return l
}

// toed is the push that an angled fastener keeps (NDS 12.5.4.2, of nails).
const toed = 0.83

// takes works out what the fastener takes: as a pull the least of the wood, its
// own steel, and the piece that its head or washer is drawn through (steel does
// not let it), and the push across; an anchor by its rating.
func (d *drilled) takes(sh *working.Sheet, c Case, on material.Basis) takes {
	if d.anchor() {
		return d.rated(sh, c, on)
	}
	wood := d.stud()
	out := takes{by: "pull out of the stud"}
	out.pull = fastener.Withdrawal(sh, d.screw, wood.G, d.grip.Thread, on)
	if steel := fastener.Steel(sh, d.screw, on); steel < out.pull {
		out.pull, out.by = steel, "tear in two"
	}
	if h, by := d.drawnThrough(sh, on); h < out.pull {
		out.pull, out.by = h, by
	}
	out.push, _ = fastener.Lateral(sh, d.screw, d.piece.Member, fastener.Member{G: wood.G, Length: d.grip.Bearing}, d.wall.Lining.Gap(), on)
	square := 1.0
	if d.fix.Angle != 0 {
		square = 1 / d.fix.slant()
		out.push *= toed
	}
	out.pull *= square
	if sh.On() {
		sh.Add("T′", "pull that the screw takes: the least of wood, steel and head, by the cosine of its slant", "min(W, N, H) × cos", out.pull, working.Force, "NDS 12.2",
			working.In("least", out.pull/square, working.Force), working.In("cos", square, working.Ratio))
		if d.fix.Angle != 0 {
			sh.Add("Zα", "push across on a slanted one", "Z × 0.83", out.push, working.Force, "NDS 12.5.4.2, of nails", working.In("Z", out.push/toed, working.Force))
		}
	}
	return out
}

// drawnThrough is the pull that draws the head or the washer through a wooden
// piece; without end for steel.
func (d *drilled) drawnThrough(sh *working.Sheet, on material.Basis) (float64, string) {
	if d.piece.wood == nil {
		return math.Inf(1), ""
	}
	return headThrough(sh, d.fix, d.piece, on), "pull their heads through the " + d.piece.name
}

// headThrough is it for a fixing through a wooden piece: a head by NDS 12.2.5, a
// washer by the wood's bearing.
func headThrough(sh *working.Sheet, f Fixing, p piece, on material.Basis) float64 {
	if s := f.screw(); s.Kind == fastener.Lag || s.Kind == fastener.Bolt {
		return fastener.Washer(sh, f.head(), s.D, p.wood.Bearing(sh, on))
	}
	return fastener.PullThrough(sh, f.head(), p.G, p.Length, on)
}

// lasting is what a gypsum anchor keeps of its pull under a load that hangs out
// from the wall for good (Rule).
const lasting = 0.6

// rated is what an anchor takes: its rating as printed where that is a working
// load, a quarter of it where it is ultimate or nobody says what it is, the low
// figure of the table where there is none (Rule). The expected break is the
// ultimate rating, where that is known; without it, nothing is left to say.
func (d *drilled) rated(sh *working.Sheet, c Case, on material.Basis) takes {
	out := takes{pull: d.screw.Pull, push: d.screw.Shear, by: "pull out of the wall"}
	share, source := 1.0, "Rule: nothing is known of it, low on purpose"
	if r := d.fix.Rating; r != nil {
		out.pull, out.push, source = r.Pull.Weight(), r.Shear.Weight(), "maker's rating, "+string(r.Means)
		if r.Means != WorkingLoad && c != Break {
			share = 1.0 / 4
		}
	}
	long := 1.0
	if d.screw.Fits == fastener.InLining {
		out.by = "pull out of the lining"
		if c == Everyday && d.wall.Lining.Kind == wall.Gypsum {
			long = lasting
		}
	}
	pull, push := out.pull*share*long, out.push*share
	if sh.On() {
		sh.Add("T′", "pull that one "+d.screw.Name+" takes", "rating × share × lasting", pull, working.Force, source,
			working.In("rating", out.pull, working.Force), working.In("share", share, working.Ratio), working.In("lasting", long, working.Ratio))
		sh.Add("Z", "push across that it takes", "rating × share", push, working.Force, source,
			working.In("rating", out.push, working.Force), working.In("share", share, working.Ratio))
	}
	out.pull, out.push = pull, push
	if h, by := d.drawnThrough(sh, on); h < out.pull {
		out.pull, out.by = h, by
	}
	return out
}

// noMean says why no expected break is known of a fixing, or "".
func (f Fixing) noMean() string {
	if f.noun() != "anchor" || f.Rating != nil && f.Rating.Means == Ultimate {
		return ""
	}
	return "the anchor's ultimate load is not known"
}

// used tells how far a fastener is used, pushed across by v and pulled by t, N.
// Anchors add up: T/Ta + V/Va.
func (d *drilled) used(sh *working.Sheet, v, t float64, c Case, on material.Basis) Use {
	takes := d.caps[c]
	if sh.On() {
		takes = d.takes(sh, c, on)
	}
	u := Use{How: takes.by}
	if d.anchor() {
		u.Used = t/takes.pull + v/takes.push
		if sh.On() {
			sh.Add("used", "part of what the anchor can take", "T / T′ + V / Z", u.Used, working.Ratio, "Rule, usual for anchors",
				working.In("T", t, working.Force), working.In("V", v, working.Force), working.In("T′", takes.pull, working.Force), working.In("Z", takes.push, working.Force))
		}
	} else {
		u.Used = fastener.Together(sh, v, t, takes.push, takes.pull)
	}
	if v/takes.push > t/takes.pull {
		u.How = "bend and crush the wood under shear"
		if d.anchor() {
			u.How = "shear off"
		}
	}
	return u
}

// hole draws it; pull and shear are what it carries, N.
func (d *drilled) hole(c Case, pull, shear float64) Hole {
	h := Hole{
		ID: d.id, X: d.x, Y: d.y, Meets: d.hit.Meets, Edge: d.hit.Edge, Chance: d.hit.Chance, Counts: d.counts(),
		Length: d.screw.Length, D: d.screw.D, Head: d.piece.Length, Stud: d.hit.Stud, In: d.grip.In, Thread: d.grip.Thread, Least: d.grip.Least, Why: d.why(),
	}
	if h.Counts {
		h.Takes, h.Pull, h.Shear = d.caps[c].pull, pull, shear
	}
	through := d.piece.Length + d.wall.Lining.Gap()
	switch st := d.hit.Behind(); {
	case d.anchor():
		h.Pilot, h.Would = d.screw.D, d.piece.Length+d.grip.Least
		if d.screw.Fits == fastener.InMasonry {
			h.Would = through + d.grip.Least
		}
	case st != nil:
		h.StudDepth = float64(st.Depth)
		bits := d.screw.Bits(d.stud().G)
		h.Pilot = bits.Pilot
		if d.piece.wood != nil {
			h.Clearance = bits.Clearance
		}
		h.Better, h.Times = d.better()
		if h.Least == 0 {
			h.Least = d.screw.Grip(0, 0, 1).Least
		}
		h.Would = (through+h.Least)*d.fix.slant() + d.screw.Tip
	}
	return h
}

// better is the length sold, up to twice this one, that pulls hardest and stays
// 10 mm short of the stud's back, and how many times as hard; 0 where none does
// by a tenth.
func (d *drilled) better() (length, times float64) {
	wood, on := d.stud(), material.Basis{CD: 1}
	pull := func(l float64) float64 {
		s := d.screw
		s.Length = l
		g := d.gripOf(s)
		if !g.Holds || g.In > (float64(d.hit.Behind().Depth)-10)*d.fix.slant() {
			return 0
		}
		return fastener.Withdrawal(nil, s, wood.G, g.Thread, on)
	}
	now := fastener.Withdrawal(nil, d.screw, wood.G, d.grip.Thread, on)
	best := now * 1.1
	for _, l := range d.screw.Stock() {
		if p := pull(l); l > d.screw.Length && l <= 2*d.screw.Length && p > best*1.001 {
			best, length = p, l
		}
	}
	if length == 0 || now == 0 {
		return length, 0
	}
	return length, best / now
}

// bearing is the pressure, MPa, that the wall takes under a heel: a lining's; on
// bare masonry the piece's own across its grain, a steel one held to what a lining
// takes; on bare studs the softer of piece and stud.
func (s *Site) bearing(holes []drilled) float64 {
	if s.Wall.Lining.Kind != wall.Bare {
		return wall.LiningBearing
	}
	least := math.Inf(1)
	for i := range holes {
		if w := holes[i].piece.wood; w != nil {
			least = min(least, w.Bearing(nil, material.Basis{CD: 1}))
		}
		if !s.Wall.Solid() && s.Wall.Kind != wall.SteelStuds && holes[i].hit.Behind() != nil {
			least = min(least, holes[i].stud().Perp)
		}
	}
	if math.IsInf(least, 1) {
		return wall.LiningBearing
	}
	return least
}
