package fastener

import (
	"fmt"
	"math"

	"aguante/core/material"
	"aguante/core/working"
)

// SteelBearing is the bearing strength of a mild steel side plate, MPa.
const SteelBearing = 427

// Member is one of the two pieces that a screw joins. Length is what the screw
// bears on in it, or its head is drawn through, and Thread what bites, mm. Across
// says that the load runs across its grain. Steel members have no G. Part is how
// much counts of what the screw holds in it, and Looser by how much more a gap
// before it is reckoned, mm; Wood is what it is made of, where that takes from it.
type Member struct {
	G      float64
	Length float64
	Thread float64
	Part   float64
	Looser float64
	Across bool
	Steel  bool
	Wood   *material.Board
}

// Into is the member that a screw ends in, of a wood of specific gravity G.
func (g Grip) Into(wood *material.Board, across bool) Member {
	return Member{G: wood.G(), Length: g.Bearing, Thread: g.Thread, Part: g.Part, Looser: g.Looser, Across: across, Wood: wood}
}

// keeps is what a fastener keeps in the member of a strength, as it is wet or a panel.
func (m Member) keeps(on material.Basis) float64 {
	if m.Wood == nil {
		return 1
	}
	return m.Wood.Damps() * m.Wood.Grips(on)
}

// bearing returns Fe in MPa (NDS 12.3.3, table 12.3.3 footnotes): by G alone
// under 1/4 in, else along or across the grain with the nominal diameter.
func (m Member) bearing(sh *working.Sheet, symbol string, s Screw) float64 {
	if m.Steel {
		if sh.On() {
			sh.Add(symbol, "bearing strength of the steel", "427", SteelBearing, working.Stress, "NDS 12.3.3")
		}
		return SteelBearing
	}
	d, fe, formula := s.D/inch, 0.0, ""
	switch {
	case d < 0.25-1e-9:
		fe, formula = 16600*math.Pow(m.G, 1.84)*psi, "16600 × G^1.84 × 0.006895"
	case m.Across:
		fe, formula = 6100*math.Pow(m.G, 1.45)/math.Sqrt(d)*psi, "6100 × G^1.45 / √(D / 25.4) × 0.006895"
	default:
		fe, formula = 11200*m.G*psi, "11200 × G × 0.006895"
	}
	if sh.On() {
		sh.Add(symbol, "bearing strength of the wood; 0.006895 turns the figure of the source into SI", formula, fe, working.Stress, "NDS 12.3.3",
			working.In("G", m.G, working.Ratio), working.In("D", s.D, working.Length))
	}
	return fe
}

// yieldStrength is Fyb of the screw by its nominal diameter, MPa.
func (s Screw) yieldStrength() float64 {
	if s.Kind == Bolt {
		return 45 * 1000 * psi
	}
	if s.Yield > 0 {
		return s.Yield
	}
	for _, step := range []struct{ d, ksi float64 }{{.142, 100}, {.177, 90}, {.236, 80}, {.273, 70}, {.344, 60}} {
		if s.D/inch <= step.d+1e-9 {
			return step.ksi * 1000 * psi
		}
	}
	return 45 * 1000 * psi
}

// meanOfYield is by how much more than its yield load a fastener gives at (Rule on TR12).
const meanOfYield = 1.5

// Lateral returns what one screw carries across itself, newtons, and by which
// yield mode it would give: one shear plane between side and main, gap mm apart
// (TR12 with NDS 12.3.1). The mean basis is the yield load × 1.5. Of a short one a
// part; of one in a wet piece or a panel, in either, what it keeps there.
func Lateral(sh *working.Sheet, s Screw, side, main Member, gap float64, on material.Basis) (float64, string) {
	qs := side.bearing(sh, "Fes", s) * s.Root
	qm := main.bearing(sh, "Fem", s) * s.Root
	ms := s.yieldStrength() * s.Root * s.Root * s.Root / 6
	ls, lm, g := side.Length, main.Length, gap
	if gap > 0 {
		g += main.Looser
	}
	quad := func(a, b, c float64) float64 { return (-b + math.Sqrt(b*b-4*a*c)) / (2 * a) }
	modes := [6]struct {
		name, formula string
		a, b, c, p    float64
	}{
		{name: "Im", formula: "qm × ℓm", p: qm * lm},
		{name: "Is", formula: "qs × ℓs", p: qs * ls},
		{name: "II", a: 1/(4*qs) + 1/(4*qm), b: ls/2 + g + lm/2, c: -qs*ls*ls/4 - qm*lm*lm/4},
		{name: "IIIm", a: 1/(2*qs) + 1/(4*qm), b: g + lm/2, c: -ms - qm*lm*lm/4},
		{name: "IIIs", a: 1/(4*qs) + 1/(2*qm), b: ls/2 + g, c: -qs*ls*ls/4 - ms},
		{name: "IV", a: 1/(2*qs) + 1/(2*qm), b: g, c: -2 * ms},
	}
	best, least := 0, math.Inf(1)
	for i := range modes {
		m := &modes[i]
		if m.a != 0 {
			m.p = quad(m.a, m.b, m.c)
		}
		if r := s.reduction(m.name, side, main); m.p/r < least {
			best, least = i, m.p/r
		}
	}
	m := modes[best]
	if sh.On() {
		sh.Add("qs", "push along its length on the piece's side", "Fes × Dr", qs, working.Rate, "TR12",
			working.In("Fes", qs/s.Root, working.Stress),
			working.In("Dr", s.Root, working.Length))
		sh.Add("qm", "push along its length on the stud's side", "Fem × Dr", qm, working.Rate, "TR12",
			working.In("Fem", qm/s.Root, working.Stress),
			working.In("Dr", s.Root, working.Length))
		sh.Add("My", "moment that bends the screw", "Fyb × Dr³ / 6", ms, working.Moment, "TR12",
			working.In("Fyb", s.yieldStrength(), working.Stress), working.In("Dr", s.Root, working.Length))
		s.showMode(sh, m.name, m.a, m.b, m.c, qs, qm, ls, lm, g, ms)
		if m.a != 0 {
			sh.Add("P"+m.name, "load at which mode "+m.name+" yields, the least of the six", "(−B + √(B² − 4 A C)) / (2 A)", m.p, working.Force,
				"TR12",
				working.In("A", m.a, working.Squared), working.In("B", m.b, working.Length), working.In("C", m.c, working.Moment))
		} else {
			sh.Add("P"+m.name, "load at which mode "+m.name+" yields, the least of the six", m.formula, m.p, working.Force, "TR12",
				working.In("qm", qm, working.Rate), working.In("ℓm", lm, working.Length), working.In("qs", qs, working.Rate),
				working.In("ℓs", ls, working.Length))
		}
	}
	k := sideways(side, main, on)
	if on.Mean {
		z := m.p * meanOfYield * k
		if sh.On() {
			sh.Add("Zmean", "push across at which the screw would give", fmt.Sprintf("P × %g × k", meanOfYield), z, working.Force,
				"Rule on TR12", working.In("P", m.p, working.Force), working.In("k", k, working.Ratio))
		}
		return z, m.name
	}
	rd := s.reduction(m.name, side, main)
	z := m.p / rd * on.CD * k
	if sh.On() {
		sh.Add("Z", "push across on one "+s.Name+"; k: the part that counts of a short or crowded one, less in wet wood or a panel",
			"P / Rd × CD × k", z, working.Force, "NDS 12.3.1; Rule for a short one", working.In("P", m.p, working.Force),
			working.In("Rd", rd, working.Ratio), working.In("CD", on.CD, working.Ratio), working.In("k", k, working.Ratio))
	}
	return z, m.name
}

// FreeHead returns what one screw carries across itself whose head is loose in a slot,
// newtons, in main behind a gap, the piece before it lip mm thick: the head turns freely, so
// that only the shank in main bends, P² / (2 qm) + P (g + t/2) = My. Working P / Rd × CD,
// mean × 1.5 (engineering basis 4.9, TR12 with a free head).
func FreeHead(sh *working.Sheet, s Screw, main Member, gap, lip float64, on material.Basis) float64 {
	qm := main.bearing(sh, "Fem", s) * s.Root
	my := s.yieldStrength() * s.Root * s.Root * s.Root / 6
	if gap > 0 {
		gap += main.Looser
	}
	arm := gap + lip/2
	p := qm * (math.Sqrt(arm*arm+2*my/qm) - arm)
	by, k, source := on.CD/s.reduction("IIIs", main, main), sideways(Member{}, main, on), "TR12 with NDS 12.3.1"
	if on.Mean {
		by, source = meanOfYield, "Rule on TR12"
	}
	if sh.On() {
		sh.Add("My", "moment that bends the screw", "Fyb × Dr³ / 6", my, working.Moment, "TR12",
			working.In("Fyb", s.yieldStrength(), working.Stress), working.In("Dr", s.Root, working.Length))
		sh.Add("P", "push at which the shank bends, the head being loose in its slot", "qm × (√((g + t/2)² + 2 × My / qm) − (g + t/2))", p,
			working.Force, "engineering basis 4.9", working.In("qm", qm, working.Rate), working.In("g", gap, working.Length),
			working.In("t", lip, working.Length), working.In("My", my, working.Moment))
		sh.Add("Z", "push across on one "+s.Name, "P × factor × k", p*by*k, working.Force, source, working.In("P", p, working.Force),
			working.In("factor", by, working.Ratio), working.In("k", k, working.Ratio))
	}
	return p * by * k
}

// sideways is the part of the push across that counts.
func sideways(side, main Member, on material.Basis) float64 {
	k := 1.0
	for _, m := range [2]Member{side, main} {
		if m.Part > 0 {
			k *= m.Part
		}
		if m.Wood != nil {
			k *= m.Wood.Grips(on)
		}
	}
	if wet := func(m Member) bool { return m.Wood != nil && m.Wood.Condition == material.Wet }; wet(side) || wet(main) {
		k *= material.WetGrip
	}
	return k
}

// showMode writes the A, B and C of the governing mode.
func (s Screw) showMode(sh *working.Sheet, mode string, a, b, c, qs, qm, ls, lm, g, my float64) {
	forms := map[string][3]string{
		"II":   {"1/(4 qs) + 1/(4 qm)", "ℓs/2 + g + ℓm/2", "−qs ℓs²/4 − qm ℓm²/4"},
		"IIIm": {"1/(2 qs) + 1/(4 qm)", "g + ℓm/2", "−My − qm ℓm²/4"},
		"IIIs": {"1/(4 qs) + 1/(2 qm)", "ℓs/2 + g", "−qs ℓs²/4 − My"},
		"IV":   {"1/(2 qs) + 1/(2 qm)", "g", "−My − My"},
	}
	form, ok := forms[mode]
	if !ok {
		return
	}
	in := []working.Input{
		working.In("qs", qs, working.Rate), working.In("qm", qm, working.Rate), working.In("ℓs", ls, working.Length),
		working.In("ℓm", lm, working.Length), working.In("g", g, working.Length), working.In("My", my, working.Moment),
	}
	if sh.On() {
		sh.Add("A", "of mode "+mode, form[0], a, working.Squared, "TR12", in[:2]...)
		sh.Add("B", "of mode "+mode, form[1], b, working.Length, "TR12", in[2:5]...)
		sh.Add("C", "of mode "+mode, form[2], c, working.Moment, "TR12", in[0], in[1], in[2], in[3], in[5])
	}
}

// reduction is Rd of NDS table 12.3.1B.
func (s Screw) reduction(mode string, side, main Member) float64 {
	root := s.Root / inch
	kd := 2.2
	if root > 0.17 {
		kd = 10*root + 0.5
	}
	if s.D/inch < 0.25-1e-9 {
		return kd
	}
	angle := 1.0
	if side.Across || main.Across {
		angle = 1.25
	}
	switch {
	case root < 0.25:
		return kd * angle
	case mode == "Im" || mode == "Is":
		return 4 * angle
	case mode == "II":
		return 3.6 * angle
	}
	return 3.2 * angle
}

// Embedding returns Fe of a pin d mm thick in wood of specific gravity g, MPa,
// across its grain or along it (NDS 12.3.3, of dowel-type fasteners of any size).
func Embedding(sh *working.Sheet, g, d float64, across bool) float64 {
	s := Screw{Type: Type{D: max(d, inch/4)}}
	return Member{G: g, Across: across}.bearing(sh, "Fe", s)
}
