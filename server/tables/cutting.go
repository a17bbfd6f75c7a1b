package tables

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"aguante/core/buy"
	"aguante/core/drill"
	"aguante/core/field"
	"aguante/core/plan"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/shop"
)

// cutPiece is a line of the table of pieces: one of a letter.
type cutPiece struct {
	part *plan.Part
	each plan.Each
}

// out is a column that is only written.
func out[T any](name string, write func(T) string) column[T] {
	return plain(name, write, func(*T, string) error { return errors.ErrUnsupported })
}

func outLength[T any](name string, of func(T) float64) column[T] {
	return column[T]{name: name, measured: lengths, write: func(v T, in unit) string { return say.Decimal(of(v)*in.by, 6) }}
}

var pieces = []column[cutPiece]{
	out("piece", func(p cutPiece) string { return p.each.Called }),
	out("name", func(p cutPiece) string { return p.part.Name }),
	out("stuff", func(p cutPiece) string { return p.part.Stuff }),
	outLength("length", func(p cutPiece) float64 { return p.part.Length }),
	outLength("width", func(p cutPiece) float64 { return p.part.Width }),
	outLength("thickness", func(p cutPiece) float64 { return p.part.Thickness }),
	outLength("longer", func(p cutPiece) float64 { return p.part.Longer }),
	outLength("wider", func(p cutPiece) float64 { return p.part.Wider }),
	out("bevel_deg", func(p cutPiece) string { return say.Decimal(p.part.Bevel, 3) }),
	out("mark", func(p cutPiece) string {
		if p.each.Mark == 0 {
			return ""
		}
		return strconv.Itoa(p.each.Mark)
	}),
}

// WritePieces writes the pieces of a wall that are cut, one a line.
func WritePieces(parts []plan.Part, u say.Units) []byte {
	var all []cutPiece
	for i := range parts {
		for _, e := range parts[i].Each {
			all = append(all, cutPiece{&parts[i], e})
		}
	}
	return write(pieces, all, u)
}

// laid is a line of the table of a plan: a piece on its board or sheet.
type laid struct {
	n     int
	blank *plan.Blank
	place plan.Place
}

var laidOut = []column[laid]{
	out("blank", func(l laid) string { return fmt.Sprint(l.blank.From, " ", l.n) }),
	out("stuff", func(l laid) string { return l.blank.Stuff }),
	out("own", func(l laid) string { return strconv.FormatBool(l.blank.Own) }),
	outLength("blank_length", func(l laid) float64 { return l.blank.Length }),
	outLength("blank_width", func(l laid) float64 { return l.blank.Width }),
	outLength("blank_thickness", func(l laid) float64 { return l.blank.Thickness }),
	out("piece", func(l laid) string { return l.place.Called }),
	outLength("from", func(l laid) float64 { return l.place.X }),
	outLength("up", func(l laid) float64 { return l.place.Y }),
	outLength("length", func(l laid) float64 { return l.place.Length }),
	outLength("width", func(l laid) float64 { return l.place.Width }),
	out("price", func(l laid) string { return say.Decimal(l.blank.Price, 2) }),
}

// WriteCuts writes which piece lies where on which board or sheet.
func WriteCuts(c *plan.Cutting, u say.Units) []byte {
	var all []laid
	for i := range c.Blanks {
		for _, p := range c.Blanks[i].Places {
			all = append(all, laid{i + 1, c.Blanks[i], p})
		}
	}
	return write(laidOut, all, u)
}

var stock = []column[shop.Stock]{
	word("name", func(s *shop.Stock) *string { return &s.Name }),
	word("wood", func(s *shop.Stock) *string { return &s.Wood }),
	length("length", func(s *shop.Stock) *quantity.Length { return &s.Length }),
	length("width", func(s *shop.Stock) *quantity.Length { return &s.Width }),
	length("thickness", func(s *shop.Stock) *quantity.Length { return &s.Thickness }),
	plain("count", func(s shop.Stock) string { return strconv.Itoa(s.Count) },
		func(s *shop.Stock, text string) (err error) { s.Count, err = strconv.Atoi(text); return err }),
	{"bad", lengths, func(s shop.Stock, in unit) string {
		var out []string
		for _, b := range s.Bad {
			out = append(out, say.Decimal(float64(b.From)*in.by, 6)+" to "+say.Decimal(float64(b.To)*in.by, 6))
		}
		return strings.Join(out, "; ")
	}, func(s *shop.Stock, text string, in unit) error {
		for _, one := range strings.Split(text, ";") {
			from, to, ok := strings.Cut(one, " to ")
			if strings.TrimSpace(one) == "" {
				continue
			}
			a, err := quantity.ParseLength(from, in.bare)
			if err != nil || !ok {
				return errors.Join(fmt.Errorf("%q: write where it begins and ends, like 0 to 260", one), err)
			}
			b, err := quantity.ParseLength(to, in.bare)
			if err != nil {
				return err
			}
			s.Bad = append(s.Bad, shop.Span{From: a, To: b})
		}
		return nil
	}},
}

// WriteStock writes the boards and sheets on hand.
func WriteStock(all []shop.Stock, u say.Units) []byte { return write(stock, all, u) }

// ReadStock reads boards and sheets on hand; they get ids from newID. Lines that cannot be taken are named, and the
// others read all the same.
func ReadStock(text string, newID func() string) ([]shop.Stock, []Bad, error) {
	return read(text, stock, []string{"wood", "length"}, shop.Stock{Count: 1}, func(s *shop.Stock, p *problem.List) {
		s.ID = newID()
		if s.Bad == nil {
			s.Bad = []shop.Span{}
		}
		if field.Check(p, s) {
			s.Fits(p)
		}
	})
}

var holes = []column[drill.Hole]{
	out("hole", func(h drill.Hole) string { return strconv.Itoa(h.N) }),
	out("for", func(h drill.Hole) string { return h.For }),
	outLength("along", func(h drill.Hole) float64 { return h.Along }),
	outLength("up", func(h drill.Hole) float64 { return h.High }),
	outLength("from_left_end", func(h drill.Hole) float64 { return h.X }),
	outLength("from_floor", func(h drill.Hole) float64 { return h.Up }),
	out("into", func(h drill.Hole) string { return h.Into }),
	out("find_first", func(h drill.Hole) string { return strconv.FormatBool(h.FindFirst) }),
	out("through", func(h drill.Hole) string {
		var all []string
		for _, l := range h.Through {
			all = append(all, l.Name)
		}
		return strings.Join(all, " + ")
	}),
	outLength("through_length", func(h drill.Hole) float64 {
		sum := 0.0
		for _, l := range h.Through {
			sum += l.MM
		}
		return sum
	}),
	outLength("pilot", func(h drill.Hole) float64 { return h.Pilot }),
	outLength("pilot_deep", func(h drill.Hole) float64 { return h.PilotDeep }),
	outLength("clearance", func(h drill.Hole) float64 { return h.Clear }),
	outLength("recess", func(h drill.Hole) float64 { return h.Recess }),
	outLength("tape_from_face", func(h drill.Hole) float64 { return h.TapeFace }),
	out("fastener", func(h drill.Hole) string { return h.Fastener }),
	outLength("length", func(h drill.Hole) float64 { return h.Length }),
	outLength("thread_in_wood", func(h drill.Hole) float64 { return h.Thread }),
	out("clear_of", func(h drill.Hole) string { return h.Near }),
	outLength("by", func(h drill.Hole) float64 { return h.NearBy }),
}

// WriteHoles writes the holes into a wall, one a line, from the design's datum and from the wall's own corner.
func WriteHoles(s *drill.Schedule, u say.Units) []byte { return write(holes, s.Holes, u) }

var shopping = []column[buy.Row]{
	out("what", func(r buy.Row) string { return string(r.Kind) }),
	out("name", func(r buy.Row) string { return r.Name }),
	out("needed", func(r buy.Row) string { return say.Decimal(r.Needed, 3) }),
	out("unit", func(r buy.Row) string { return string(r.Unit) }),
	out("have", func(r buy.Row) string { return say.Decimal(r.Have, 3) }),
	out("buy", func(r buy.Row) string { return strconv.Itoa(r.Buy) }),
	out("pack", func(r buy.Row) string { return say.Decimal(r.Pack, 3) }),
	out("price", func(r buy.Row) string { return say.Decimal(r.Price, 2) }),
	out("cost", func(r buy.Row) string { return say.Decimal(r.Cost, 2) }),
	out("where", func(r buy.Row) string { return r.Where }),
	out("bought", func(r buy.Row) string { return strconv.FormatBool(r.Bought != "") }),
}

// WriteShopping writes what has to be had for a wall, a thing a line.
func WriteShopping(l *buy.List, u say.Units) []byte {
	rows := slices.Clone(l.Rows)
	for i := range rows {
		rows[i].Name = say.In(u, rows[i].Name)
	}
	return write(shopping, rows, u)
}
