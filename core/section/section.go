// Package section gives the cross-sections of boards and bars.
package section

// Rectangle is a solid section, width b and height h in mm, bent about its
// flat way: h is the depth that resists.
type Rectangle struct{ B, H float64 }

// Area returns b h, mm².
func (r Rectangle) Area() float64 { return r.B * r.H }

// Inertia returns b h³/12, mm⁴.
func (r Rectangle) Inertia() float64 { return r.B * r.H * r.H * r.H / 12 }

// Modulus returns b h²/6, mm³.
func (r Rectangle) Modulus() float64 { return r.B * r.H * r.H / 6 }
