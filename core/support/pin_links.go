package support

import (
	"fmt"
	"math"

	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/say"
	"aguante/core/section"
	"aguante/core/wall"
	"aguante/core/working"
)

// masonryBed is the pressure that a pin set in mortar or resin in sound masonry
// may put on its bore, MPa (Rule, low on purpose).
const masonryBed = 2.0

func (h *pinned) modulus() float64 {
	if h.Kind == TenonPin {
		return float64(h.Width) * float64(h.High) * float64(h.High) / 6
	}
	return joint.Round(float64(h.Width))
}

func (h *pinned) stiffness() float64 {
	w, t := float64(h.Width), float64(h.High)
	inertia := math.Pi * math.Pow(w, 4) / 64
	if h.Kind == TenonPin {
		inertia = section.Rectangle{B: w, H: t}.Inertia()
	}
	if h.Kind == RodPin {
		return hold.SteelE * inertia
	}
	return h.set.Piece(h.Made, w, t).E(nil) * inertia
}

// moment is what bends the pin at the face that holds it.
func (h *pinned) moment(sh *working.Sheet, a hold.Action) float64 {
	m := math.Abs(a.R * h.reach(a))
	if sh.On() {
		sh.Add("Mp", "moment in the pin at the face that holds it, t being what stands between that and the wall's face (less than 0 where "+
			"it lies behind)", "R × (e − t)", m, working.Moment, "statics",
			working.In("R", a.R, working.Force), working.In("e", a.Arm(), working.Length), working.In("t", h.face, working.Length))
	}
	return m
}

func (h *pinned) bends(sh *working.Sheet, a hold.Action) hold.Use {
	m, s, on := h.moment(sh, a), h.modulus(), h.set.Bases[a.Case]
	var f float64
	if h.Kind == RodPin {
		f = h.Steel.Bending(a.Case)
		if sh.On() {
			sh.Add("Fs", "bending stress that the steel takes", hold.BendingSaid(a.Case), f, working.Stress, "AISC 360 F11; Rule for Fy",
				working.In("Fy", h.Steel.Yield(), working.Stress))
		}
	} else {
		f = h.set.Piece(h.Made, float64(h.Width), float64(h.High)).Bending(sh, on)
	}
	if sh.On() {
		formula := "π × d³ / 32"
		if h.Kind == TenonPin {
			formula = "b × h² / 6"
		}
		sh.Add("S", "section modulus of the pin", formula, s, working.Modulus, "statics", working.In("b", float64(h.Width), working.Length),
			working.In("h", float64(h.High), working.Length), working.In("d", float64(h.Width), working.Length))
		sh.Add("used", "part of it in use", "Mp / (S × F)", m/(s*f), working.Ratio, "", working.In("Mp", m, working.Moment),
			working.In("S", s, working.Modulus), working.In("F", f, working.Stress))
	}
	return hold.Use{Used: m / (s * f), How: "bends or breaks at the face that holds it"}
}

func (h *pinned) rootBore(sh *working.Sheet, a hold.Action) hold.Use {
	m, v := h.moment(sh, a), math.Abs(a.R)
	b, l := float64(h.Width), float64(h.Root)
	q := joint.BoreRoot(b, l, v, m)
	f, by := masonryBed, "2 MPa"
	if h.strip != nil || h.hit.Behind() != nil {
		f, by = hold.BoreStrength(sh, h.root, max(b, float64(h.High)), h.strip != nil, h.set.Bases[a.Case])
	}
	if sh.On() {
		sh.Add("q", "pressure at the mouth of the bore, bedded over L", "(4 × V / L + 6 × M / L²) / d", q, working.Stress,
			"statics, straight-line pressure",
			working.In("V", v, working.Force), working.In("L", l, working.Length), working.In("M", m, working.Moment),
			working.In("d", b, working.Length))
		sh.Add("used", "part of what the bore takes", "q / "+by, q/f, working.Ratio, "Rule on NDS 12.3.3", working.In("q", q, working.Stress),
			working.In(by, f, working.Stress))
	}
	return hold.Use{Used: q / f, How: "crushes the bore's mouth"}
}

func (h *pinned) tipBore(sh *working.Sheet, a hold.Action) hold.Use {
	m, v := h.moment(sh, a), math.Abs(a.R)
	l, _ := h.set.Beds(float64(h.Tip))
	if l < 1 {
		return hold.Use{Used: hold.Fails, How: "stands in the hollow: the shelf has no web at its back to bed it in"}
	}
	b := float64(h.Width)
	q, f := joint.BoreTip(b, l, v, m), h.beds[a.Case]
	if sh.On() {
		_, by := h.tipTakes(sh, a.Case)
		sh.Add("q", "greatest pressure in the shelf's bore, bedded over L", "max(|6 M / L² − 2 V / L|, |4 V / L − 6 M / L²|) / d", q,
			working.Stress, "statics, straight-line pressure",
			working.In("V", v, working.Force), working.In("L", l, working.Length), working.In("M", m, working.Moment),
			working.In("d", b, working.Length))
		sh.Add("used", "part of what the bore takes", "q / "+by, q/f, working.Ratio, "Rule on NDS 12.3.3", working.In("q", q, working.Stress),
			working.In(by, f, working.Stress))
	}
	return hold.Use{Used: q / f, How: "crushes the bore in the shelf"}
}

// tipTakes is the pressure that the shelf's bore takes, MPa.
func (h *pinned) tipTakes(sh *working.Sheet, c hold.Case) (float64, string) {
	_, wood := h.set.Beds(float64(h.Tip))
	return hold.BoreStrength(sh, wood, float64(max(h.Width, h.High)), true, h.set.Bases[c])
}

// play is how far the front edge hangs from the bores' play alone, mm.
func (h *pinned) play() float64 {
	tip, _ := h.set.Beds(float64(h.Tip))
	return h.set.Own() * (float64(h.Play)/float64(h.Root) + float64(h.Play)/max(tip, 1))
}

func (h *pinned) droop(sh *working.Sheet, a hold.Action) hold.Use {
	loose, out := h.play(), max(0, h.reach(a))
	slope := a.R * out * out / (2 * h.ei)
	bent := max(0, a.R*out*out*out/(3*h.ei)+slope*(h.set.Depth-a.Arm()))
	limit := hold.DroopLimit(h.set.Own())
	u := (loose + bent) / limit
	if sh.On() {
		sh.Add("δplay", "at the front edge, from play in both bores", "depth × (p / Lroot + p / Ltip)", loose, working.Length,
			"engineering basis",
			working.In("depth", h.set.Own(), working.Length), working.In("p", float64(h.Play), working.Length),
			working.In("Lroot", float64(h.Root), working.Length), working.In("Ltip", float64(h.Tip), working.Length))
		sh.Add("δpin", "at the front edge, from the pin's own bending", "R × x³ / (3 EI) + R × x² / (2 EI) × (depth − e)", bent, working.Length,
			"statics",
			working.In("R", a.R, working.Force), working.In("x", out, working.Length), working.In("EI", h.ei, working.Stiffness),
			working.In("e", a.Arm(), working.Length))
		sh.Add("allowed", "beyond it things start to creep and roll", fmt.Sprintf("depth / %g", hold.Droops), limit, working.Length, "Rule",
			working.In("depth", h.set.Own(), working.Length))
		sh.Add("used", "part of it in use", "(δplay + δpin) / allowed", u, working.Ratio, "", working.In("δplay", loose, working.Length),
			working.In("δpin", bent, working.Length), working.In("allowed", limit, working.Length))
	}
	return hold.Use{Used: u, How: "hangs at the front edge", Value: loose + bent, Allowed: limit}
}

// amiss says why the pin holds nothing, or "".
func (h *pinned) amiss() string {
	high := float64(h.High)
	mm := say.Length
	switch {
	case high >= h.set.Thickness-2:
		return fmt.Sprintf("is %s high in a board of %s", mm(high), mm(h.set.Thickness))
	case float64(h.Tip) > h.set.Depth-max(0, h.face)-3+1e-6:
		return "goes " + mm(float64(h.Tip)) + " into a shelf that is not so deep"
	case h.strip != nil:
		low, top := float64(h.strip.Bottom), float64(h.strip.Bottom+h.strip.Height)
		switch {
		case h.set.X < float64(h.strip.X) || h.set.X > float64(h.strip.X+h.strip.Length):
			return "stands beyond the end of the strip"
		case h.y-high/2 < low+2 || h.y+high/2 > top-2:
			return "has no wood of the strip around it"
		case float64(h.Root) > h.face+0.05:
			return "goes " + mm(float64(h.Root)) + " into a strip of " + mm(h.face)
		}
	case h.set.Wall.Solid():
		if h.set.Wall.Kind == wall.Block {
			return "would stand in hollow block, of which nothing is known"
		}
		if h.hit.Why != "" {
			return h.hit.Why
		}
	case !h.hit.Counts:
		return h.hit.Why
	case float64(h.Root) > float64(h.hit.Behind().Depth)+0.05:
		return "comes out of the stud's back"
	}
	return ""
}

func (h *pinned) stands(sh *working.Sheet, _ hold.Action) hold.Use {
	if sh.On() {
		sh.Add("room", "wood over and under the pin in the board", "(t − h) / 2", (h.set.Thickness-float64(h.High))/2, working.Length, "geometry",
			working.In("t", h.set.Thickness, working.Length), working.In("h", float64(h.High), working.Length))
	}
	if why := h.amiss(); why != "" {
		return hold.Use{Used: hold.Fails, How: why}
	}
	return hold.Use{How: "hold"}
}
