package plan

import (
	"fmt"
	"hash/fnv"
	"math"
	"slices"

	"aguante/core/design"
	"aguante/core/material"
	"aguante/core/shop"
)

// stock is a size of board, sheet or rod to cut from: on hand, or to be bought.
type stock struct {
	id, name                 string
	own                      bool
	count                    int // of own ones
	length, width, thickness float64
	bad                      []shop.Span
	squaring                 float64
	price                    float64
	priced                   bool
}

// sameThickness is by how much the thickness of stock may differ from a piece's, mm: what planing and mills leave.
const sameThickness = 0.6

// sameWidth is within what a piece is as wide as its board, mm.
const sameWidth = 1.0

// The lengths that boards and rods are usually sold in, mm: by the foot and by the metre (workshop rule).
var (
	boardsByFoot  = []float64{8 * 304.8, 10 * 304.8, 12 * 304.8}
	boardsByMetre = []float64{1800, 2400, 3000, 3600, 4200}
	rodsByFoot    = []float64{3 * 304.8, 4 * 304.8}
	rodsByMetre   = []float64{1000, 2000}
	sheetsByFoot  = [][2]float64{{2440, 1220}, {1220, 1220}}
	sheetsByMetre = [][2]float64{{2500, 1250}, {1250, 1250}}
)

// group is what is cut from the same stock: parts of one stuff and thickness, and of boards of one width.
type group struct {
	n, first  int // which it is, and where its blanks begin
	from      From
	wood      string
	stuff     string
	thickness float64
	width     float64 // of its boards; of rods their diameter
	kerf      float64
	carry     shop.Largest
	rough     bool  // some piece wants both ends cut
	jobs      []job // still to be laid on a blank
	laid      []job // all
	stocks    []stock
}

// stocksFor are the boards, sheets or rods that a part can be cut from: those on hand, then those to be bought, or
// where the shop names none, the usual ones without a price.
func stocksFor(s *shop.Shop, p *Part, units design.LengthUnit) []stock {
	_, w := p.Rough()
	fits := func(wood string, width, thickness float64) bool {
		return wood == p.Wood && math.Abs(thickness-p.Thickness) <= sameThickness && (p.From == FromSheet || width >= w-0.5)
	}
	var out []stock
	for i := range s.Stock {
		o := &s.Stock[i]
		if o.Count > 0 && fits(o.Wood, float64(o.Width), float64(o.Thickness)) && p.From != FromRod {
			st := stock{id: o.ID, name: o.Name, own: true, count: o.Count, length: float64(o.Length), width: float64(o.Width),
				thickness: float64(o.Thickness), bad: o.Bad, squaring: float64(s.Squaring)}
			if o.Squared {
				st.squaring = 0
			}
			out = append(out, st)
		}
	}
	offered := false
	for i := range s.Offers {
		o := &s.Offers[i]
		if fits(o.Wood, float64(o.Width), float64(o.Thickness)) && p.From != FromRod {
			offered = true
			out = append(out, stock{id: o.ID, name: o.Name, length: float64(o.Length), width: float64(o.Width), thickness: float64(o.Thickness),
				squaring: float64(s.Squaring), price: o.Each(), priced: o.Price > 0})
		}
	}
	if offered {
		return out
	}
	return append(out, usual(s, p, w, units)...)
}

// usual are the stocks that are sold where nobody has said otherwise.
func usual(s *shop.Shop, p *Part, w float64, units design.LengthUnit) []stock {
	inch := units == design.Inches
	pick := func(foot, metre []float64) []float64 {
		if inch {
			return foot
		}
		return metre
	}
	var out []stock
	add := func(length, width, squaring float64) {
		h := fnv.New32a()
		fmt.Fprintf(h, "%s|%s|%.0f|%.0f|%.0f", p.From, p.Wood, length, width*10, p.Thickness*10)
		out = append(out, stock{id: fmt.Sprintf("usual-%08x", h.Sum32()),
			length: length, width: width, thickness: p.Thickness, squaring: squaring})
	}
	switch p.From {
	case FromSheet:
		sheets := sheetsByMetre
		if inch {
			sheets = sheetsByFoot
		}
		for _, d := range sheets {
			add(d[0], d[1], 0)
		}
	case FromRod:
		for _, l := range pick(rodsByFoot, rodsByMetre) {
			add(l, p.D, 0)
		}
	default:
		wide := math.Inf(1)
		for _, size := range material.Sizes() {
			if math.Abs(size.Thickness-p.Thickness) <= sameThickness && size.Width >= w-0.5 {
				wide = min(wide, size.Width)
			}
		}
		if math.IsInf(wide, 1) {
			wide = w
		}
		for _, l := range pick(boardsByFoot, boardsByMetre) {
			add(l, wide, float64(s.Squaring))
		}
	}
	return out
}

// inGroups puts parts that are cut from the same stock together, in the order in which they come.
func inGroups(parts []Part, strips map[string]Strip, s *shop.Shop, units design.LengthUnit, done map[string]bool) []group {
	var out []group
	for i := range parts {
		p := &parts[i]
		strip := strips[p.Letter]
		if off := hostOf(parts, strips, p.Letter); off != nil && !done[off.Each[0].ID] && !done[p.Each[0].ID] {
			continue // it comes off its shelf
		}
		with := *p
		if strip.Part != nil && !done[strip.Each[0].ID] {
			with.Wider += strip.Thickness + float64(s.Kerf)
		}
		stocks := stocksFor(s, &with, units)
		width := 0.0
		if p.From != FromSheet {
			width = math.Inf(1)
			for _, st := range stocks {
				if !st.own {
					width = min(width, st.width)
				}
			}
		}
		at := slices.IndexFunc(out, func(g group) bool {
			return g.from == p.From && g.wood == p.Wood && math.Abs(g.thickness-p.Thickness) <= sameThickness && math.Abs(g.width-width) < sameWidth
		})
		if at < 0 {
			out = append(out, group{from: p.From, wood: p.Wood, stuff: p.Stuff, thickness: p.Thickness, width: width})
			at = len(out) - 1
		}
		g := &out[at]
		for _, st := range stocks {
			if (st.own || p.From == FromSheet || math.Abs(st.width-width) < sameWidth) &&
				!slices.ContainsFunc(g.stocks, func(o stock) bool { return o.id == st.id }) {
				g.stocks = append(g.stocks, st)
			}
		}
		g.rough = g.rough || p.Ends != design.EndsMill
		g.jobs = append(g.jobs, jobs(p, strip, float64(s.Kerf), done)...)
	}
	for i := range out {
		g := &out[i]
		g.kerf, g.carry = float64(s.Kerf), s.Carry
		if g.from == FromRod && g.wood == "" {
			g.kerf = hacksaw
		}
		g.jobs = inRows(g.jobs, g.kerf)
		g.laid = slices.Clone(g.jobs)
		if !g.rough {
			// Every piece keeps an end as it was bought: none has to be squared first.
			for k := range g.stocks {
				g.stocks[k].squaring = 0
			}
		}
	}
	return out
}

// hostOf is the shelf that a strip is ripped off, nil where it is cut by itself.
func hostOf(parts []Part, strips map[string]Strip, letter string) *Part {
	for host, q := range strips {
		if q.Letter == letter {
			return &parts[slices.IndexFunc(parts, func(o Part) bool { return o.Letter == host })]
		}
	}
	return nil
}

// costs are what each stock costs a plan: its price, or where nothing has one its length.
func (g *group) costs() []float64 {
	out := make([]float64, len(g.stocks))
	perArea, priced := 0.0, false
	for _, st := range g.stocks {
		if st.priced {
			priced = true
			perArea = max(perArea, st.price/(st.length*st.width))
		}
	}
	for i, st := range g.stocks {
		switch {
		case st.own:
		case st.priced:
			out[i] = st.price
		case priced:
			out[i] = st.length * st.width * perArea * 1.001 // what has no price is taken for dear
		case g.from == FromSheet:
			out[i] = st.length * st.width * 1e-6
		default:
			out[i] = st.length * 1e-3
		}
	}
	return out
}
