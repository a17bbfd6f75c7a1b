package section

import "math"

// Part is one rectangle of a cross-section: B wide and H high, its bottom at Y,
// its left side at X from the wall, mm; E in MPa. A loose part is only screwed or
// pinned to the others: it bends with them but does not act with them.
type Part struct {
	B, H, X, Y, E float64
	Loose         bool
}

func (p Part) rigidity() float64 { return p.E * Rectangle{p.B, p.H}.Inertia() }

// Composite is a section of parts. Glued ones act together, by transformed parts:
//
//	ȳ = ΣE A y / ΣE A,   EI = ΣE (I + A (y − ȳ)²)
//
// and loose ones add their own EI.
type Composite struct {
	Parts   []Part
	Neutral float64 // height of the neutral axis of what is glued, mm
	EI      float64 // of all, N·mm²
	glued   float64 // EI of what is glued
}

// Compose works a section out.
func Compose(parts ...Part) Composite {
	c := Composite{Parts: parts}
	ea, eay := 0.0, 0.0
	for _, p := range parts {
		if !p.Loose {
			ea += p.E * p.B * p.H
			eay += p.E * p.B * p.H * (p.Y + p.H/2)
		}
	}
	if ea > 0 {
		c.Neutral = eay / ea
	}
	for _, p := range parts {
		if p.Loose {
			c.EI += p.rigidity()
			continue
		}
		d := p.Y + p.H/2 - c.Neutral
		c.glued += p.rigidity() + p.E*p.B*p.H*d*d
	}
	c.EI += c.glued
	return c
}

// Alone is the sum of the parts' own EI: what they come to with nothing glued.
func (c Composite) Alone() float64 {
	sum := 0.0
	for _, p := range c.Parts {
		sum += p.rigidity()
	}
	return sum
}

// Fibre returns by how much a moment on the whole section stresses a part, at
// its edge farthest from the axis: σ = M × Fibre, 1/mm³.
func (c Composite) Fibre(i int) float64 {
	p := c.Parts[i]
	if p.Loose {
		return p.E * p.H / 2 / c.EI
	}
	return p.E * max(math.Abs(p.Y-c.Neutral), math.Abs(p.Y+p.H-c.Neutral)) / c.EI
}

// Slide returns by how much a shear force on the whole section shears a part, or
// the joint at its top or bottom: τ = V × Slide, 1/mm². Across a glued part
// V Q E / (EI b), greatest at the neutral axis or where the section is narrowest.
func (c Composite) Slide(i int) float64 {
	p := c.Parts[i]
	if p.Loose {
		return 1.5 / (p.B * p.H) * p.rigidity() / c.EI
	}
	worst := 0.0
	for _, y := range [3]float64{p.Y, p.Y + p.H, min(max(c.Neutral, p.Y), p.Y+p.H)} {
		b := math.Inf(1)
		for _, side := range [2]float64{-1e-6, 1e-6} {
			if w := c.width(y + side); w > 0 {
				b = min(b, w)
			}
		}
		worst = max(worst, math.Abs(c.first(y))/b/c.EI)
	}
	return worst
}

// width is how wide the glued parts are together at a height.
func (c Composite) width(y float64) float64 {
	b := 0.0
	for _, p := range c.Parts {
		if !p.Loose && y > p.Y && y < p.Y+p.H {
			b += p.B
		}
	}
	return b
}

// first is ΣE Q of what lies above a height, about the neutral axis.
func (c Composite) first(y float64) float64 {
	q := 0.0
	for _, p := range c.Parts {
		if top, low := p.Y+p.H, max(p.Y, y); !p.Loose && top > low {
			q += p.E * p.B * (top - low) * ((top+low)/2 - c.Neutral)
		}
	}
	return q
}
