package order

import (
	"cmp"

	"aguante/core/design"
)

// coating is one kind of coat of a finish: how often, hours until the next thing may be done, and how much of a surface
// a litre covers, m².
type coating struct {
	name  string
	key   string
	coats int
	wait  float64
	cover float64
}

// finishing is what a finish takes: grits, coats, and how many days after the last one it may be loaded (workshop rules).
type finishing struct {
	grits []string
	coats []coating
	full  float64
	rags  bool // they may catch fire by themselves
	name  string
}

// finishOf is a finish with the figures that the tin says in place of the usual ones.
func finishOf(f *design.Finish) finishing {
	clear := []string{"100", "150", "220"}
	out := map[design.FinishKind]finishing{
		design.Bare:         {grits: []string{"100", "150"}},
		design.Oil:          {clear, []coating{{"oil", "oil", 2, 24, 20}}, 7, true, ""},
		design.HardWax:      {clear, []coating{{"hard-wax oil", "hard-wax-oil", 2, 12, 20}}, 7, true, ""},
		design.Shellac:      {clear, []coating{{"shellac", "shellac", 3, 1, 12}}, 0, false, ""},
		design.StainVarnish: {clear, []coating{{"stain", "stain", 1, 24, 14}, {"varnish", "varnish", 2, 24, 12}}, 7, true, ""},
		design.Lacquer:      {clear, []coating{{"water lacquer", "lacquer", 3, 2, 10}}, 3, false, ""},
		design.Paint:        {[]string{"120", "180"}, []coating{{"primer", "primer", 1, 4, 9}, {"paint", "paint", 2, 6, 10}}, 14, false, ""},
	}[f.Kind]
	for _, c := range f.Kind.Choices() {
		if c.Key == string(f.Kind) {
			out.name = c.Label
		}
	}
	if n := len(out.coats); n > 0 {
		out.coats = append([]coating{}, out.coats...)
		last := &out.coats[n-1] // what the tin says is of the coat that is seen
		last.coats = cmp.Or(f.Coats, last.coats)
		last.wait = cmp.Or(f.Wait, last.wait)
		last.cover = cmp.Or(f.Cover, last.cover)
		out.full = cmp.Or(f.Full, out.full)
	}
	return out
}

// gluing is how a glue works: minutes that it stays open, hours in clamps, and hours until it may be stressed.
type gluing struct{ open, clamp, stress float64 }

func gluingOf(g design.Glue) gluing {
	out, ok := map[design.Glue]gluing{
		design.PVA: {8, 1, 24}, design.Slow: {20, 1, 24}, design.Epoxy: {20, 24, 24}, design.Quick: {4, 1, 24}, design.PU: {20, 4, 24}, design.Hide: {8, 12, 24},
	}[g]
	if !ok {
		return gluing{8, 1, 24}
	}
	return out
}

// Usuals are the figures that finishes have where nobody has said otherwise, of the coat that is seen.
func Usuals() []design.Finish {
	var out []design.Finish
	for _, c := range design.Bare.Choices() {
		f := design.Finish{Kind: design.FinishKind(c.Key)}
		usual := finishOf(&f)
		if n := len(usual.coats); n > 0 {
			last := usual.coats[n-1]
			f.Coats, f.Wait, f.Cover, f.Full = last.coats, last.wait, last.cover, usual.full
		}
		out = append(out, f)
	}
	return out
}
