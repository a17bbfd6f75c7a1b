// Package buy is what has to be had for a wall: boards by the plan, fasteners, brackets, glue, finish and paper; what of it
// there is, what to buy as it is sold, and for how much.
package buy

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/journal"
	"aguante/core/order"
	"aguante/core/piece"
	"aguante/core/plan"
	"aguante/core/say"
	"aguante/core/shop"
	"aguante/core/support"
)

// Kind is what a row is of.
type Kind string

// The kinds.
const (
	Boards    Kind = "boards"
	Fasteners Kind = "fasteners"
	Parts     Kind = "parts"
	GlueKind  Kind = "glue"
	Finish    Kind = "finish"
	Abrasive  Kind = "abrasive"
)

// Choices lists the kinds.
func (Kind) Choices() []field.Choice {
	return field.Choose("boards", "Boards, sheets, rods", "fasteners", "Fasteners", "parts", "Brackets and hooks", "glue", "Glue", "finish", "Finish", "abrasive",
		"Sandpaper")
}

// Unit is what a row is counted in.
type Unit string

// The units.
const (
	Pieces Unit = "pieces"
	Grams  Unit = "g"
	Litres Unit = "l"
	Sheets Unit = "sheets"
)

// Choices lists the units.
func (Unit) Choices() []field.Choice {
	return field.Choose("pieces", "pieces", "g", "g", "l", "litres", "sheets", "sheets")
}

// Row is one thing to have. Needed is in its unit, Buy how many packs of so much each are bought; Price is for one, Cost
// for all, 0 where nobody has said. Of is what of it each shelf needs.
type Row struct {
	Key    string  `json:"key"`
	Kind   Kind    `json:"kind"`
	Name   string  `json:"name"`
	Unit   Unit    `json:"unit"`
	Needed float64 `json:"needed"`
	Have   float64 `json:"have"`
	Pack   float64 `json:"pack"`
	Buy    int     `json:"buy"`
	Price  float64 `json:"price"`
	Cost   float64 `json:"cost"`
	Where  string  `json:"where,omitempty"`
	Note   string  `json:"note,omitempty"`
	Of     []Share `json:"of"`
	Bought string  `json:"bought,omitempty"` // entry of the journal that says so
}

// Share is what a shelf needs of something.
type Share struct {
	Shelf  string  `json:"shelf"`
	Needed float64 `json:"needed"`
}

// List is all that has to be had. Total is what it costs that is not bought yet, Unpriced how many rows nobody has priced;
// ByShelf is what each shelf comes to.
type List struct {
	Rows     []Row              `json:"rows"`
	Total    float64            `json:"total"`
	Unpriced int                `json:"unpriced"`
	ByShelf  map[string]float64 `json:"by_shelf"`
}

// Spare is what is bought of fasteners: a twentieth more, at least two (workshop rule).
func Spare(n int) int { return n + max(2, int(math.Ceil(float64(n)*0.05-1e-9))) }

// tins are what finish is sold in, litres.
var tins = []float64{0.25, 0.5, 0.75, 1, 2.5}

// Tin is the smallest tin that has so much, or how many of the largest.
func Tin(litres float64) (size float64, n int) {
	for _, t := range tins {
		if litres <= t+1e-9 {
			return t, 1
		}
	}
	last := tins[len(tins)-1]
	return last, int(math.Ceil(litres/last - 1e-9))
}

// bottle is what glue is sold in, g.
const bottle = 250.0

// Of is what a wall needs, by its plan and its shop, with what its journal says has been bought.
func Of(p *design.Project, parts []plan.Part, c *plan.Cutting, s *shop.Shop, entries []journal.Entry) List {
	b := &list{shop: s, shelfOf: map[string]string{}}
	for i := range parts {
		for _, e := range parts[i].Each {
			b.shelfOf[e.ID] = e.Shelf
		}
	}
	b.boards(c)
	seen := map[string]bool{} // what shelves share is there once
	for i := range p.Shelves {
		sh := &p.Shelves[i]
		for _, q := range p.Pieces(sh) {
			if q.Bought() && !q.Rod() && q.Count > 0 && !seen[q.ID] {
				seen[q.ID] = true
				b.bought(sh, &q)
			}
		}
	}
	for i := range p.Shelves {
		sh := &p.Shelves[i]
		if g := order.GlueOf(p, sh); g > 0 {
			b.add(sh.ID, Row{Key: "glue/" + string(cmp.Or(p.Making.Glue, design.PVA)), Kind: GlueKind, Name: glueName(p.Making.Glue), Unit: Grams, Needed: g})
		}
		for _, f := range order.FinishOf(p, sh) {
			b.add(sh.ID, Row{Key: "finish/" + f.Key, Kind: Finish, Name: f.Name, Unit: Litres, Needed: f.Litres})
		}
		for _, g := range order.GritsOf(p, sh) {
			b.add(sh.ID, Row{Key: "grit/" + g.Grit, Kind: Abrasive, Name: "sandpaper, " + g.Grit, Unit: Sheets, Needed: g.Area})
		}
	}
	return b.finish(entries)
}

type list struct {
	shop    *shop.Shop
	shelfOf map[string]string
	rows    []Row
}

func glueName(g design.Glue) string {
	for _, c := range g.Choices() {
		if c.Key == string(cmp.Or(g, design.PVA)) {
			return "glue: " + c.Label
		}
	}
	return "glue"
}

// add puts a need to the row of its key.
func (b *list) add(shelf string, r Row) {
	i := slices.IndexFunc(b.rows, func(o Row) bool { return o.Key == r.Key })
	if i < 0 {
		r.Of = []Share{}
		b.rows = append(b.rows, r)
		i = len(b.rows) - 1
	} else {
		b.rows[i].Needed += r.Needed
		b.rows[i].Have += r.Have
	}
	for k := range b.rows[i].Of {
		if b.rows[i].Of[k].Shelf == shelf {
			b.rows[i].Of[k].Needed += r.Needed
			return
		}
	}
	b.rows[i].Of = append(b.rows[i].Of, Share{shelf, r.Needed})
}

// boards are those that the plan cuts from: own ones are there.
func (b *list) boards(c *plan.Cutting) {
	for _, blank := range c.Blanks {
		name := blank.Stuff + " " + say.Fine(blank.Thickness) + " × " + say.Length(blank.Width) + ", " + say.Length(blank.Length)
		if blank.From == plan.FromRod {
			name = blank.Stuff + " ø " + say.Fine(blank.Width) + ", " + say.Length(blank.Length)
		}
		if blank.Name != "" {
			name = blank.Name + ", " + blank.Stuff
		}
		r := Row{Key: "board/" + blank.Stock, Kind: Boards, Name: name, Unit: Pieces, Needed: 1, Price: blank.Price}
		if blank.Own {
			r.Have = 1
		}
		shelf := ""
		if len(blank.Places) > 0 {
			shelf = b.shelfOf[blank.Places[0].Piece]
		}
		b.add(shelf, r)
	}
}

// bought are fasteners, brackets, hooks: things from a shop.
func (b *list) bought(sh *design.Shelf, q *piece.Piece) {
	r := Row{Kind: Parts, Name: q.Name, Key: fmt.Sprintf("part/%s/%.1f", q.Name, q.Length), Unit: Pieces, Needed: float64(q.Count)}
	if q.Length > 0 {
		r.Name += ", " + say.Length(q.Length)
	}
	if t, ok := fastener.TypeOf(q.Type); ok {
		r.Kind, r.Key, r.Name = Fasteners, fmt.Sprintf("fastener/%s/%.1f", q.Type, q.Length), t.Name+" "+say.Length(q.Length)
		if t.Kind != fastener.Anchor {
			bits := (fastener.Screw{Type: t, Length: q.Length}).Bits(0.5)
			r.Note = "bits " + say.Fine(bits.Pilot) + " and " + say.Fine(bits.Clearance)
		} else {
			r.Note = "bit " + say.Fine(t.D)
		}
	}
	for i := range b.shop.Parts {
		if k := &b.shop.Parts[i]; k.Price > 0 && partIs(k, q) {
			r.Price = k.Price
		}
	}
	b.add(sh.ID, r)
}

// partIs tells whether a part of the shop is what is needed.
func partIs(k *support.StockPart, q *piece.Piece) bool {
	if q.Type != "" {
		return k.Type == q.Type && math.Abs(float64(k.Length)-q.Length) < 0.5
	}
	return strings.Contains(q.Name, string(k.Kind)) && math.Abs(float64(k.Reach)-q.Length) < 0.5
}

// finish says what to buy of each as it is sold, and for how much.
func (b *list) finish(entries []journal.Entry) List {
	out := List{Rows: b.rows, ByShelf: map[string]float64{}}
	if out.Rows == nil {
		out.Rows = []Row{}
	}
	bought := map[string]string{}
	for _, e := range journal.Standing(entries) {
		if key, ok := strings.CutPrefix(e.About, "buy/"); ok && e.Kind == journal.Purchase {
			bought[key] = e.ID
		}
	}
	for i := range out.Rows {
		r := &out.Rows[i]
		r.Pack = 1
		said := shop.Price{}
		if k := slices.IndexFunc(b.shop.Prices, func(p shop.Price) bool { return p.Key == r.Key }); k >= 0 {
			said = b.shop.Prices[k]
		}
		need := r.Needed - r.Have
		switch r.Kind {
		case Fasteners:
			need = float64(Spare(int(math.Ceil(r.Needed))))
		case GlueKind:
			r.Pack = bottle
		case Finish:
			r.Pack, _ = Tin(need)
		case Abrasive:
			r.Needed = math.Ceil(r.Needed - 1e-9)
			need = r.Needed
		}
		r.Pack = cmp.Or(said.Pack, r.Pack)
		r.Buy = max(0, int(math.Ceil(need/r.Pack-1e-9)))
		r.Price = cmp.Or(said.Price, r.Price)
		r.Where = said.Where
		r.Cost = r.Price * float64(r.Buy)
		if r.Bought = bought[r.Key]; r.Bought == "" && r.Buy > 0 {
			out.Total += r.Cost
			if r.Price == 0 {
				out.Unpriced++
			}
		}
		for _, o := range r.Of {
			if r.Needed > 0 {
				out.ByShelf[o.Shelf] += r.Cost * o.Needed / r.Needed
			}
		}
	}
	slices.SortStableFunc(out.Rows, func(x, y Row) int { return rank(x.Kind) - rank(y.Kind) })
	return out
}

func rank(k Kind) int { return slices.Index(field.Keys[Kind](), k) }
