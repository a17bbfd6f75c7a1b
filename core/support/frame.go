package support

import (
	"fmt"
	"math"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// Frame is a wooden bracket: an arm under the board, an upright down the wall, the
// joint between them, and perhaps a brace, and a piece that goes up round the
// shelf's front. Width is along the wall, High the arm's height, Deep how far the
// upright stands out, Leg how far it goes down from the board's underside and Up
// how far above it; mm.
type Frame struct {
	Reach     quantity.Length `json:"reach_mm" title:"The bracket" label:"reach" range:"20 1200"`
	Width     quantity.Length `json:"width_mm" label:"wide" range:"10 300"`
	High      quantity.Length `json:"high_mm" label:"arm, high" range:"10 300"`
	Deep      quantity.Length `json:"deep_mm" label:"upright, out from the wall" range:"4 300"`
	Leg       quantity.Length `json:"leg_mm" label:"upright, below the board" range:"10 2500"`
	Up        quantity.Length `json:"up_mm" label:"upright, above it" range:"0 1500"`
	hold.Made `label:"wood" as:"wood"`
	Joint     hold.Joint        `json:"joint" title:"Arm to upright" label:""`
	Brace     *Brace            `json:"brace,omitempty" title:"Brace" add:"put a brace in" drop:"take it out"`
	Front     *Front            `json:"front,omitempty" title:"Round the shelf's front" add:"wrap it round the front" drop:"leave it open"`
	Board     *hold.BoardScrews `json:"board_screws,omitempty" title:"Screws up into the board" add:"screw the board down" drop:"lay it loose"`
}

// Brace goes from Out along the arm, from the wall, to Down below the board's
// underside. High is its section's height. Screw and Count hold each of its ends; without
// them they stand in notches.
type Brace struct {
	Out   quantity.Length `json:"out_mm" label:"out along the arm" range:"30 1200"`
	Down  quantity.Length `json:"down_mm" label:"down the upright" range:"30 2500"`
	High  quantity.Length `json:"high_mm" label:"high" range:"8 200"`
	Ends  BraceEnds       `json:"ends,omitempty" label:"its ends are" blank:"ok"`
	Screw *hold.Fixing    `json:"screw,omitempty"`
	Count int             `json:"count,omitempty" range:"0|1 12"`
}

// BraceEnds is what keeps a brace's ends from sliding, where no screws do; notched where
// nobody says.
type BraceEnds string

// The ends.
const (
	Notched   BraceEnds = "notched"
	OnlyButts BraceEnds = "butted"
)

// Choices lists the ends.
func (BraceEnds) Choices() []field.Choice {
	return field.Choose("notched", "let into notches", "butted", "only butted")
}

// Front is a piece that goes up round the shelf's front edge from the arm's end.
type Front struct {
	High   quantity.Length `json:"high_mm" label:"high" range:"5 600" only:"above=false"` // above the board's underside
	Corner Corner          `json:"corner" label:"corner"`
	Above  bool            `json:"above,omitempty" label:"arm above the board" yes:"yes|none"`
	Room   quantity.Length `json:"room_mm,omitempty" label:"room for the board to move" range:"0 50" as:"fine"`
}

// top is how far over the board's underside a front piece goes round a board so thick, mm.
func (c *Front) top(board, arm float64) float64 {
	if c.Above {
		return board + float64(c.Room) + arm
	}
	return float64(c.High)
}

// wraps is what of a frame goes round the front of a board so thick: the piece in front and the arm
// above, and how far out their weight is, N and mm.
func (f *framed) wraps() (w, z float64) {
	c := f.Front
	if c == nil {
		return 0, 0
	}
	arm, reach := float64(f.High), float64(f.Reach)
	by := f.set.Piece(f.Made, float64(f.Width), arm).Density() * 1e-9 * float64(f.Width) * arm * quantity.Gravity
	front := by * (arm + c.top(f.set.Thickness, arm))
	w, z = front, front*(reach+arm/2)
	if c.Above {
		over := by * max(0, reach-f.start(f.z0))
		w, z = w+over, z+over*(reach+f.start(f.z0))/2
	}
	return w, z / w
}

// with is an action with what goes round the board's front, with care.
func (f *framed) with(a hold.Action) hold.Action {
	if w, z := f.wraps(); w > 0 {
		w *= f.set.CareIn(a.Case)
		a.R, a.M = a.R+w, a.M+w*z
	}
	return a
}

// wrapped are links asked for what goes round the board's front as well; in the expected break, with
// corners that hold, the arm above shares what the joint at the wall carries, as its like at most half
// of it (engineering basis 4.3).
func (f *framed) wrapped(links []hold.Link) []hold.Link {
	w, z := f.wraps()
	if w == 0 {
		return links
	}
	shares := f.Front.Above && f.Front.Corner == MitredSpline && f.Brace == nil
	for i := range links {
		use, joint := links[i].Use, links[i].Part == "arm" && links[i].Mode == "joint"
		links[i].Use = func(sh *working.Sheet, a hold.Action) hold.Use {
			a = f.with(a)
			if sh.On() {
				sh.Add("Rw", "with what goes round the board's front, × care", "R + W", a.R, working.Force, "statics", working.In("W", w, working.Force),
					working.In("z", z, working.Length))
			}
			if joint && shares && a.Case == hold.Break {
				if a.R, a.M = a.R/2, a.M/2; sh.On() {
					sh.Add("Rj", "of it at the lower of two like joints, which the corners in front make share it", "Rw / 2", a.R, working.Force,
						"engineering basis 4.3")
				}
			}
			return use(sh, a)
		}
	}
	return links
}

// fitsBoard names what of a frame does not go round a board so thick and deep, its back edge so far out.
func (f *Frame) fitsBoard(p *problem.List, thick, deep, out float64) {
	c := f.Front
	if c == nil || !c.Above {
		return
	}
	if need := c.top(thick, float64(f.High)); float64(f.Up) < need-0.5 {
		p.Add("up_mm", "the arm above the board needs the upright to go up %s: it goes %s", say.Place(need), say.Place(float64(f.Up)))
	}
	if need := out + deep + float64(c.Room); float64(f.Reach) < need-0.5 {
		p.Add("reach_mm", "the piece in front stands in the board: with its room it needs a reach of %s", say.Place(need))
	}
}

// Corner is how the front piece meets the arm.
type Corner string

// The corners.
const (
	MitredSpline Corner = "mitred-splined"
	Mitred       Corner = "mitred"
	Butted       Corner = "butted"
	ButtedScrews Corner = "butted-screwed"
)

// Choices lists the corners.
func (Corner) Choices() []field.Choice {
	return field.Choose("mitred-splined", "mitre, splined", "mitred", "mitre, glued", "butted-screwed", "butted, screwed", "butted",
		"butted, glued")
}

// Validate names every problem of a wooden bracket.
func (f *Frame) Validate(p *problem.List) {
	field.Check(p, f)
	p.Between("leg_mm", float64(f.Leg), float64(f.High), 2500)
	if b := f.Brace; b != nil {
		at := p.In("brace")
		at.Between("out_mm", float64(b.Out), 30, float64(f.Reach))
		at.Between("down_mm", float64(b.Down), 30, float64(f.Leg))
		if b.Screw != nil {
			at.CountBetween("count", float64(b.Count), 1, 12)
		}
	}
	f.Board.Within(p, float64(f.Reach))
}

// framed is a frame in its place.
type framed struct {
	*Frame
	set *hold.Site
	z0  float64 // where its upright's back stands, out from the wall
	own *hold.Jointed
}

func (f *framed) arm() hold.Arm {
	wood := f.set.Piece(f.Made, float64(f.Width), float64(f.High))
	return hold.Arm{Set: f.set, Reach: float64(f.Reach), Thick: float64(f.High), Screws: f.Board, Wood: &wood}
}

func (f *framed) HoldsDown() bool { return f.arm().HoldsDown() }

func (f *framed) Bed() *Bed { return &Bed{float64(f.Reach), float64(f.Width)} }

func (f *framed) Pad() float64 {
	return float64(f.Width) * max(1, min(float64(f.Reach)-f.set.Out, f.set.Own())) / 2
}

// Soft is the arm's own bending, from the brace's head on where there is one.
func (f *framed) Soft(e float64) float64 {
	b := f.set.Piece(f.Made, float64(f.Width), float64(f.High))
	ei := b.E(nil) * float64(f.Width) * math.Pow(float64(f.High), 3) / 12
	if f.Brace != nil {
		if out := float64(f.Brace.Out); e <= out {
			return e * e * (out - e) * (out - e) / (3 * ei * out)
		}
		x := e - float64(f.Brace.Out)
		return x * x * (x + float64(f.Brace.Out)) / (3 * ei)
	}
	return e * e * e / (3 * ei)
}

// strut is what a brace does: N along it, H pulling the arm's joint open, V across
// that joint, and Foot down the upright.
type strut struct{ N, H, V, Foot float64 }

func bracing(r, e, out, down float64) strut {
	angle := math.Atan2(down, out)
	n := r * e / (out * math.Sin(angle))
	return strut{N: n, H: n * math.Cos(angle), V: r - n*math.Sin(angle), Foot: n * math.Sin(angle)}
}

func (f *framed) strut(sh *working.Sheet, a hold.Action) strut {
	out, down := float64(f.Brace.Out), float64(f.Brace.Down)
	s := bracing(a.R, a.Arm(), out, down)
	if sh.On() {
		angle := math.Atan2(down, out)
		sh.Add("φ", "slope of the brace", "atan(hb / ab)", angle*180/math.Pi, working.Ratio, "geometry, degrees",
			working.In("hb", down, working.Length), working.In("ab", out, working.Length))
		sh.Add("N", "along the brace", "R × e / (ab × sin φ)", s.N, working.Force, "statics", working.In("R", a.R, working.Force),
			working.In("e", a.Arm(), working.Length), working.In("ab", out, working.Length), working.In("sin φ", math.Sin(angle), working.Ratio))
		sh.Add("H", "pull that opens the arm's joint", "N × cos φ", s.H, working.Force, "statics", working.In("N", s.N, working.Force),
			working.In("cos φ", math.Cos(angle), working.Ratio))
		sh.Add("Vj", "across the arm's joint", "R − N × sin φ", s.V, working.Force, "statics", working.In("R", a.R, working.Force),
			working.In("N", s.N, working.Force), working.In("sin φ", math.Sin(angle), working.Ratio))
	}
	return s
}

// atJoint is what the arm's joint carries.
func (f *framed) atJoint(sh *working.Sheet, a hold.Action) hold.Load {
	if f.Brace == nil {
		m := a.M - a.R*(f.z0+f.joint().Middle())
		if sh.On() {
			sh.Add("Mj", "moment about the joint, which is so far out from the wall", "M − R × zj", m, working.Moment, "statics",
				working.In("M", a.M, working.Moment), working.In("R", a.R, working.Force),
				working.In("zj", f.z0+f.joint().Middle(), working.Length))
		}
		return hold.Load{M: m, V: a.R}
	}
	s := f.strut(sh, a)
	return hold.Load{V: s.V, H: s.H}
}

func (f *framed) joint() *hold.Jointed {
	if f.own == nil {
		f.own = &hold.Jointed{Joint: &f.Joint, Set: f.set, Wood: f.Made, Width: float64(f.Width), Arm: float64(f.High), Back: float64(f.Deep)}
	}
	return f.own
}

// links are the frame's own: arm, joint, brace, front.
func (f *framed) links() []hold.Link {
	out := []hold.Link{{Part: "arm", Mode: "bending", Goes: hold.Bends, Of: f.Made.Of(), Role: hold.RoleBar, Kind: hold.Strength,
		Name: "arm in bending", Use: f.bends}, f.joint().Link("arm", f.atJoint)}
	for i := range out {
		out[i].Levers = true
	}
	out = append(out, f.arm().Links()...)
	if f.Brace != nil {
		out = append(out, hold.Link{Part: "brace", Mode: "ends", Goes: hold.Crushes, Of: f.Made.Of(), Role: hold.RoleBar, Kind: hold.Strength,
			Name: "brace at its ends", Use: f.braceEnds},
			hold.Link{Part: "brace", Mode: "foot", Goes: hold.Slips, Of: f.Made.Of(), Role: hold.RoleJoint, Kind: hold.Strength,
				Name: "foot of the brace", Use: f.foot},
			hold.Link{Part: "brace", Mode: "head", Goes: hold.Slips, Of: f.Made.Of(), Role: hold.RoleJoint, Kind: hold.Strength,
				Name: "head of the brace", Use: f.head})
	}
	return out
}

func (f *framed) bends(sh *working.Sheet, a hold.Action) hold.Use {
	m, e := math.Abs(a.M), a.Arm()
	formula := "R × e"
	if f.Brace != nil {
		ab := float64(f.Brace.Out)
		m, formula = math.Abs(a.R*e*(ab-e)/ab), "R × e × (ab − e) / ab"
		switch {
		case e > ab:
			m, formula = math.Abs(a.R*(e-ab)), "R × (e − ab)"
		case e < 0: // a couple that lifts its front, with next to nothing on it
			m, formula = math.Abs(a.M), "−R × e"
		}
	}
	b, h := float64(f.Width), float64(f.High)
	fb := f.set.Piece(f.Made, b, h).Bending(sh, f.set.Bases[a.Case])
	u := m / (b * h * h / 6 * fb)
	if sh.On() {
		sh.Add("Marm", "moment in the arm", formula, m, working.Moment, "statics", working.In("R", a.R, working.Force),
			working.In("e", e, working.Length))
		sh.Add("used", "part of the arm's bending strength", "Marm / (b × h² / 6 × Fb)", u, working.Ratio, "statics",
			working.In("Marm", m, working.Moment), working.In("b", b, working.Length), working.In("h", h, working.Length),
			working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: u, How: "breaks"}
}

// braceEnds is the brace by itself: crushed at an end, or bent out by its slenderness.
func (f *framed) braceEnds(sh *working.Sheet, a hold.Action) hold.Use {
	n, b, h := math.Abs(f.strut(sh, a).N), float64(f.Width), float64(f.Brace.High)
	wood, on := f.set.Piece(f.Made, b, h), f.set.Bases[a.Case]
	fc := f.set.Piece(f.Made, b, float64(f.High)).Bearing(sh, on)
	long, side := math.Hypot(float64(f.Brace.Out), float64(f.Brace.Down)), min(b, h)
	inertia := max(b, h) * side * side * side / 12
	euler := math.Pi * math.Pi * wood.E(nil) * inertia / (long * long)
	if a.Case != hold.Break {
		euler /= 3
	}
	crush, bent := n/(b*h*fc), n/euler
	if sh.On() {
		sh.Add("crush", "pressure of the brace's end on arm and upright against what their grain takes", "N / (b × h) / Fc⊥", crush, working.Ratio,
			"statics", working.In("N", n, working.Force), working.In("b", b, working.Length), working.In("h", h, working.Length),
			working.In("Fc⊥", fc, working.Stress))
		sh.Add("bent", "and against the load that bends it out, a third of Euler's", "N / (π² × E × I / (3 L²))", bent, working.Ratio,
			"Rule on Euler", working.In("N", n, working.Force), working.In("I", inertia, working.Inertia), working.In("L", long, working.Length))
		sh.Add("used", "the worse of both", "max", max(crush, bent), working.Ratio, "")
	}
	if bent > crush {
		return hold.Use{Used: bent, How: "bends out"}
	}
	return hold.Use{Used: crush, How: "crushes the wood"}
}

// notch is how deep a brace's ends are let in where no screws hold them, mm (Rule).
const notch = 12.0

// foot is the brace's lower end, pushed down the upright; head its upper one, pushed out
// along the arm.
func (f *framed) foot(sh *working.Sheet, a hold.Action) hold.Use {
	return f.slides(sh, math.Abs(f.strut(sh, a).Foot), float64(f.Leg-f.Brace.Down), "N sin φ", a.Case)
}

func (f *framed) head(sh *working.Sheet, a hold.Action) hold.Use {
	return f.slides(sh, math.Abs(f.strut(sh, a).H), float64(f.Reach-f.Brace.Out), "N cos φ", a.Case)
}

// slides is an end of the brace that v newtons push along the piece that it stands against,
// with so much wood before it, mm: in a notch, or on its screws (engineering basis 4.3).
func (f *framed) slides(sh *working.Sheet, v, before float64, name string, c hold.Case) hold.Use {
	on, b := f.set.Bases[c], float64(f.Width)
	wood := f.set.Piece(f.Made, b, float64(f.High))
	switch {
	case f.Brace.Screw == nil && f.Brace.Ends == OnlyButts:
		return hold.Use{Used: hold.Fails, How: "slides: it is only butted; let it into a notch or screw it"}
	case f.Brace.Screw == nil:
		fc, fv := wood.Bearing(sh, on), wood.Shear(sh, on)
		bears, shears := v/(b*notch*fc), v/max(b*before*fv, 1e-9)
		u, how := bears, "slips down its notch"
		if shears > bears {
			u, how = shears, "shears off the wood before its notch"
		}
		if sh.On() {
			sh.Add("bears", fmt.Sprintf("push along a notch %s deep", say.Length(notch)), fmt.Sprintf("%s / (b × %g × Fc⊥)", name, notch), bears,
				working.Ratio, "Rule", working.In(name, v, working.Force), working.In("b", b, working.Length), working.In("Fc⊥", fc, working.Stress))
			sh.Add("shears", "and the wood before it", name+" / (b × l × Fv)", shears, working.Ratio, "statics", working.In(name, v, working.Force),
				working.In("b", b, working.Length), working.In("l", before, working.Length), working.In("Fv", fv, working.Stress))
			sh.Add("used", "the worse of both", "max", u, working.Ratio, "")
		}
		return hold.Use{Used: u, How: how}
	}
	j := hold.Jointed{Joint: &hold.Joint{Kind: hold.GussetJoint, Screw: f.Brace.Screw}, Set: f.set, Wood: f.Made}
	u := j.Row(sh, v, f.Brace.Count, float64(f.Brace.High), on)
	u.How = "slips: its screws " + u.How
	return u
}
