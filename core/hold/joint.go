package hold

import (
	"fmt"
	"math"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/joint"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// JointKind is how an arm is joined to its upright.
type JointKind string

// The joints.
const (
	ScrewJoint  JointKind = "screws" // side by side, as a group
	BoltJoint   JointKind = "bolts"
	GussetJoint JointKind = "gusset" // screwed plates across both
	DowelJoint  JointKind = "dowels"
	TenonJoint  JointKind = "tenon" // loose, or cut
	LapJoint    JointKind = "half-lap"
	MitreJoint  JointKind = "mitre" // with splines, counted as loose tenons
	ButtJoint   JointKind = "butt"
	BehindJoint JointKind = "behind" // screws from behind through the upright
)

// Choices lists the joints.
func (JointKind) Choices() []field.Choice {
	return field.Choose("half-lap", "half-lap", "tenon", "tenon, loose or cut", "mitre", "mitre with splines", "dowels", "dowels", "gusset",
		"screwed gussets", "screws", "screws side by side", "bolts", "bolts", "behind", "screws from behind", "butt", "butted")
}

// JointKinds lists them.
func JointKinds() []JointKind { return field.Keys[JointKind]() }

// Joint joins an arm to an upright. Places are where its screws, bolts or dowels
// stand, mm out from the upright's back and up from the arm's lower edge. D is a
// dowel's diameter or a tenon's thickness, Deep how far it goes into each piece,
// High a tenon's height; Made is what dowels or gussets are made of.
type Joint struct {
	Kind    JointKind       `json:"kind"`
	Glued   bool            `json:"glued"`
	Places  []joint.Point   `json:"places,omitempty" count:"0 24"`
	Screw   *Fixing         `json:"screw,omitempty"`
	D       quantity.Length `json:"d_mm,omitempty" range:"3 60" only:"kind=dowels,tenon,mitre"`
	Deep    quantity.Length `json:"deep_mm,omitempty" range:"5 200" only:"kind=dowels,tenon,mitre"`
	High    quantity.Length `json:"high_mm,omitempty" range:"5 300" only:"kind=tenon,mitre"`
	Made    *Made           `json:"made,omitempty"`
	Splines Splines         `json:"splines,omitempty" blank:"ok" only:"kind=mitre"`
}

// Splines is how the grain of a mitre's splines runs; across the joint where nobody says.
type Splines string

// The ways.
const (
	SplinesAcross Splines = "across"
	SplinesAlong  Splines = "along" // the joint: weak
)

// Choices lists the ways.
func (Splines) Choices() []field.Choice {
	return field.Choose("across", "across the joint", "along", "along the joint")
}

// usesScrews tells that places hold screws or bolts.
func (j *Joint) usesScrews() bool {
	return j.Kind == ScrewJoint || j.Kind == BoltJoint || j.Kind == GussetJoint || j.Kind == BehindJoint
}

// Validate names every problem of a joint.
func (j *Joint) Validate(p *problem.List) {
	field.Check(p, j)
	switch {
	case j.usesScrews() && j.Screw == nil:
		p.Add("screw", "its fastener is missing")
	case j.usesScrews():
		if want, is := fastener.Bolt, j.Screw.Screw().Kind; (j.Kind == BoltJoint) != (is == want) || is == fastener.Anchor ||
			is == fastener.Drywall {
			p.Add("screw.type", "%q does not belong in this joint", j.Screw.Type)
		}
	}
	if j.Made == nil && (j.Kind == DowelJoint || j.Kind == GussetJoint) {
		p.Add("made", "say what the %s are made of", map[JointKind]string{DowelJoint: "dowels", GussetJoint: "gussets"}[j.Kind])
	}
}

// Jointed is a joint between two pieces of a width along the wall, arm high mm
// and upright mm deep.
type Jointed struct {
	*Joint
	Set              *Site
	Wood             Made
	Width, Arm, Back float64
	// Where the pieces lie side by side and are not as wide as one another: what the
	// fasteners go through and into, on how many faces, and the wood that they end in.
	Through, Into, Faces float64
	Main                 *Made
	ways                 []laidOut // to reckon its fasteners, worked out once
	splits               string    // why they do not hold
}

// Load is what a joint carries: M turning, V across it and H pulling it open.
type Load struct{ M, V, H float64 }

// endGrain is what of its lateral strength a fastener keeps in end grain (NDS 12.5.2).
const endGrain = 0.67

// NoGlue is why end grain that is only glued holds nothing.
const NoGlue = "end-grain glue counts for nothing"

// Link is the joint as a link; of gives its force from an action.
func (j *Jointed) Link(part string, of func(sh *working.Sheet, a Action) Load) Link {
	return Link{Part: part, Mode: "joint", Goes: Opens, Of: j.Of(j.Wood), Role: RoleJoint, Kind: Strength, Name: j.called(),
		Use: func(sh *working.Sheet, a Action) Use {
			return j.Use(sh, of(sh, a), j.Set.Bases[a.Case])
		}}
}

// called is what a person calls the joint.
func (j *Jointed) called() string {
	switch j.Kind {
	case ScrewJoint:
		return "screws of the joint"
	case BoltJoint:
		return "bolts of the joint"
	case GussetJoint:
		return "gussets"
	case DowelJoint:
		return "dowels of the joint"
	case TenonJoint:
		return "tenon"
	case LapJoint:
		return "half-lap"
	case MitreJoint:
		return "mitre"
	case ButtJoint:
		return "butt joint"
	}
	return "screws from behind"
}

// Use is how far the joint is used.
func (j *Jointed) Use(sh *working.Sheet, f Load, on material.Basis) Use {
	if f.M == 0 && f.V == 0 && f.H == 0 {
		return Use{How: "opens"}
	}
	if why := j.misfit(); why != "" {
		return Use{Used: Fails, How: why}
	}
	switch j.Kind {
	case ScrewJoint, BoltJoint, GussetJoint:
		return j.Group(sh, f, on)
	case DowelJoint:
		return j.dowels(sh, f, on)
	case TenonJoint, MitreJoint:
		return j.tenon(sh, f, on)
	case LapJoint:
		if len(j.Places) > 0 && j.Screw != nil {
			return j.Group(sh, f, on) // screws in it are counted instead of the glue
		}
		return j.lap(sh, f, on)
	case BehindJoint:
		return j.behind(sh, f, on)
	}
	if sh.On() {
		sh.Add("Rj", "what a butt joint of end grain takes", "0", 0, working.Force, "engineering basis: "+NoGlue)
	}
	return Use{Used: Fails, How: "opens: " + NoGlue}
}

// Group is screws or bolts side by side, or in gussets on both faces.
func (j *Jointed) Group(sh *working.Sheet, f Load, on material.Basis) Use {
	s := j.Screw.Screw()
	arm := j.Set.Piece(j.Wood, j.Arm, j.Width)
	side := fastener.Member{G: arm.G(), Length: j.Width, Across: true, Wood: &arm}
	faces, end := 1.0, j.Wood
	main := fastener.Member{Across: true, Length: j.Width}
	if j.Faces > 0 {
		side.Length, main.Length, faces, end = j.Through, j.Into, j.Faces, *j.Main
	}
	switch j.Kind {
	case GussetJoint:
		const ply = 12.0
		gusset := j.Set.Piece(*j.Made, ply, ply)
		side = fastener.Member{G: gusset.G(), Length: ply, Across: true, Wood: &gusset}
		faces = 2
	case LapJoint:
		side.Length, main.Length = j.Width/2, j.Width/2
	}
	wood := j.Set.Piece(end, j.Arm, max(j.Into, j.Width))
	main.G, main.Wood = wood.G(), &wood
	if s.Kind == fastener.Bolt {
		if s.Length < side.Length+main.Length {
			return Use{Used: Fails, How: "come apart: the bolts are shorter than both pieces"}
		}
	} else {
		g := s.Grip(side.Length, 0, main.Length)
		if main = g.Into(&wood, true); !g.Holds {
			return Use{Used: Fails, How: fmt.Sprintf("come apart: the screws have %s of the %s that they need", say.Place(g.In),
				say.Place(g.Least))}
		}
	}
	ways, splits := j.laid()
	if splits != "" {
		return Use{Used: Fails, How: splits}
	}
	v := math.Hypot(f.V, f.H)
	least, at := math.Inf(1), 0
	for i, w := range ways {
		if u := joint.Polar(nil, w.at, math.Abs(f.M)/faces, v/faces) / w.part; u < least {
			least, at = u, i
		}
	}
	if math.IsInf(least, 1) {
		return Use{Used: Fails, How: "turn: one fastener alone is a hinge"}
	}
	way := ways[at]
	worst := joint.Polar(sh, way.at, math.Abs(f.M)/faces, v/faces)
	z, _ := fastener.Lateral(sh, s, side, main, 0, on)
	if sh.On() {
		sh.Add("used", "part of what one of them takes; of those near an end or one another only a part counts, and a weak one may be left out",
			"F / (Z × part)", least/z, working.Ratio, "NDS C∆", working.In("F", worst, working.Force), working.In("Z", z, working.Force),
			working.In("part", way.part, working.Ratio))
	}
	return Use{Used: least / z, How: "bend and crush the wood", Across: true}
}

// Row is n screws side by side that v newtons push across, through pieces of the joint's wood
// so thick each, mm.
func (j *Jointed) Row(sh *working.Sheet, v float64, n int, thick float64, on material.Basis) Use {
	s, wood := j.Screw.Screw(), j.Set.Piece(j.Wood, thick, thick)
	g := s.Grip(thick-float64(j.Screw.Recess), 0, thick)
	if n == 0 || !g.Holds {
		return Use{Used: Fails, How: fmt.Sprintf("have %s of the %s that they need", say.Place(g.In), say.Place(g.Least))}
	}
	z, _ := fastener.Lateral(sh, s, fastener.Member{G: wood.G(), Length: thick, Across: true, Wood: &wood}, g.Into(&wood, true), 0, on)
	u := v / float64(n) / z
	if sh.On() {
		sh.Add("used", "part of what each of them takes", "F / n / Z", u, working.Ratio, "", working.In("F", v, working.Force),
			working.In("n", float64(n), working.Ratio), working.In("Z", z, working.Force))
	}
	return Use{Used: u, How: "bend and crush the wood", Across: true}
}

// dowels pull out by the heel rule on the arm's lower edge, and shear.
func (j *Jointed) dowels(sh *working.Sheet, f Load, on material.Basis) Use {
	if !j.Glued {
		return Use{Used: Fails, How: "pull out: dowels that are not glued hold nothing"}
	}
	n := float64(len(j.Places))
	if n == 0 {
		return Use{Used: Fails, How: "open: there are none"}
	}
	arm := j.Set.Piece(j.Wood, j.Width, j.Arm)
	d := float64(j.D)
	takes := joint.Dowel(sh, d, float64(j.Deep), j.Set.Piece(*j.Made, d, d).Shear(nil, material.Basis{Mean: true}),
		arm.Shear(nil, material.Basis{Mean: true}), true, on)
	shear := n * math.Pi / 4 * d * d / 4 * 3 * j.Set.Piece(*j.Made, d, d).Shear(sh, on)
	var levers []float64
	top := 0.0
	for _, p := range j.Places {
		levers, top = append(levers, p.Y), max(top, p.Y)
	}
	h := NewHeel(levers, j.Width, arm.Bearing(nil, on))
	m := math.Abs(f.M)
	if m > h.capacity {
		return Use{Used: m / h.capacity, How: "crush the wood under the arm"}
	}
	t := h.Pull(sh, m, top) + math.Abs(f.H)/n
	u := t/takes + math.Abs(f.V)/shear
	if sh.On() {
		sh.Add("used", "part of what the upper dowel takes; all of them share the push across", "T / Fw + V / Zd", u, working.Ratio,
			"engineering basis; Rule for the shear",
			working.In("T", t, working.Force), working.In("Fw", takes, working.Force), working.In("V", math.Abs(f.V), working.Force),
			working.In("Zd", shear, working.Force))
	}
	return Use{Used: u, How: "pull out"}
}

// tenon bends at the upright's face; glued, its cheeks twist in their mortise; dry,
// it bears on the mortise as a pin does and nothing holds it in.
func (j *Jointed) tenon(sh *working.Sheet, f Load, on material.Basis) Use {
	t, h, l := float64(j.D), float64(j.High), float64(j.Deep)
	made := j.Wood
	if j.Made != nil {
		made = *j.Made
	}
	m, v := math.Abs(f.M), math.Abs(f.V)
	wood := j.Set.Piece(made, t, h)
	fb := wood.Bending(sh, on)
	if j.Splines == SplinesAlong {
		fb = wood.TensionPerp(sh, on)
	}
	bend := m / (t * h * h / 6 * fb)
	if sh.On() {
		sh.Add("bend", "part of the tenon's own bending strength", "M / (t × h² / 6 × Fb)", bend, working.Ratio, "statics",
			working.In("M", m, working.Moment), working.In("t", t, working.Length), working.In("h", h, working.Length),
			working.In("Fb", fb, working.Stress))
	}
	side, how := 0.0, "shear in the glue of their cheeks"
	if j.Glued {
		tau := joint.Lap(sh, l, h, m/2, math.Hypot(v, f.H)/2)
		fr := joint.LapStrength(sh, j.Set.Piece(j.Wood, j.Width, j.Arm), on)
		side = tau / fr
		if sh.On() {
			sh.Add("glue", "part of what the glue on both cheeks takes", "τ / Fr", side, working.Ratio, "", working.In("τ", tau, working.Stress),
				working.In("Fr", fr, working.Stress))
		}
	} else {
		if f.H > 0 {
			return Use{Used: Fails, How: "pulls out of its mortise: it is dry and nothing pins it"}
		}
		q := joint.BoreRoot(t, l, v, m)
		fe, by := BoreStrength(sh, j.Set.Piece(j.Wood, j.Width, j.Arm), max(t, h), true, on)
		side, how = q/fe, "crushes its mortise"
		if sh.On() {
			sh.Add("bears", "part of what the mortise takes at its mouth", "(4 × V / L + 6 × M / L²) / t / ("+by+")", side, working.Ratio, "statics",
				working.In("V", v, working.Force), working.In("L", l, working.Length), working.In("M", m, working.Moment),
				working.In("t", t, working.Length), working.In(by, fe, working.Stress))
		}
	}
	u := max(bend, side)
	if bend >= side {
		how = "breaks at the shoulder"
	}
	if sh.On() {
		sh.Add("used", "the worse of both", "max", u, working.Ratio, "", working.In("bend", bend, working.Ratio),
			working.In("side", side, working.Ratio))
	}
	return Use{Used: u, How: how}
}

// lap is a glued half-lap, its glue in torsion across the grain.
func (j *Jointed) lap(sh *working.Sheet, f Load, on material.Basis) Use {
	if !j.Glued {
		return Use{Used: Fails, How: "turns: it is dry and has no screws"}
	}
	tau := joint.Lap(sh, j.Back, j.Arm, math.Abs(f.M), math.Hypot(f.V, f.H))
	fr := joint.LapStrength(sh, j.Set.Piece(j.Wood, j.Width, j.Arm), on)
	if sh.On() {
		sh.Add("used", "part of what the glue takes", "τ / Fr", tau/fr, working.Ratio, "", working.In("τ", tau, working.Stress),
			working.In("Fr", fr, working.Stress))
	}
	return Use{Used: tau / fr, How: "shears in its glue"}
}

// behind is screws through the upright into the arm's end grain: heads drawn
// through, and no withdrawal for a wood screw (NDS 12.1.4: end grain).
func (j *Jointed) behind(sh *working.Sheet, f Load, on material.Basis) Use {
	s := j.Screw.Screw()
	if s.Kind != fastener.Lag {
		if sh.On() {
			sh.Add("W", "pull that a screw in end grain is trusted with", "0", 0, working.Force, "NDS 12.2.2.3")
		}
		return Use{Used: Fails, How: "pull out: a screw in end grain is not trusted with a pull"}
	}
	n := float64(len(j.Places))
	up := j.Set.Piece(j.Wood, j.Width, j.Back)
	g := s.Grip(j.Back-float64(j.Screw.Recess), 0, 400)
	if n == 0 || !g.Holds {
		return Use{Used: Fails, How: "pull out: too few, or too short"}
	}
	arm := j.Set.Piece(j.Wood, j.Width, j.Arm)
	through := Wooden("upright", up, j.Back, true)
	takes := min(0.75*fastener.Withdrawal(sh, s, g.Into(&arm, true), on), fastener.Steel(sh, s, on), HeadThrough(sh, *j.Screw, through, on))
	z, _ := fastener.Lateral(sh, s, through.Member, g.Into(&arm, true), 0, on)
	z *= endGrain
	var levers []float64
	top := 0.0
	for _, p := range j.Places {
		levers, top = append(levers, p.Y), max(top, p.Y)
	}
	h := NewHeel(levers, j.Width, up.Bearing(nil, on))
	t := h.Pull(sh, math.Abs(f.M), top) + math.Abs(f.H)/n
	if sh.On() {
		sh.Add("T′", "pull that one takes in end grain: the least of 0.75 W, steel and washer", "min(0.75 W, N, B)", takes, working.Force,
			"NDS 12.2.1.4")
		sh.Add("Zend", "push across in end grain", fmt.Sprintf("%g × Z", endGrain), z, working.Force, "NDS 12.5.2",
			working.In("Z", z/endGrain, working.Force))
	}
	return Use{Used: fastener.Together(sh, math.Abs(f.V)/n, t, z, takes), How: "pull out of the end grain"}
}
