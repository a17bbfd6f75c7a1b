package paper

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"aguante/core/buy"
	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/draw"
	"aguante/core/drill"
	"aguante/core/logbook"
	"aguante/core/order"
	"aguante/core/plan"
	"aguante/core/prove"
	"aguante/core/say"
	"aguante/core/setup"
	"aguante/core/shop"
)

// Subject is what is printed: a wall as it has been checked and planned, in a person's units, when, and which state of
// the design it is.
type Subject struct {
	Design   *design.Project
	Report   *check.Report
	Parts    []plan.Part
	Cutting  *plan.Cutting
	Cards    []setup.Card
	Drilling *drill.Schedule
	Units    say.Units
	Steps    []order.Step
	Days     *order.Schedule
	Start    time.Time // midnight of their first day
	Buy      *buy.List
	Marks    map[string][]prove.Mark // of the rule of what a shelf bears, by its id
	Log      []logbook.Line
	Date     string
	Version  string
}

// Disclaimer stands on every sheet.
const Disclaimer = "A check for hobby use, not an engineer's or a code approval. Local codes and licensed people decide."

// What can be printed.
const (
	CheckSheet = "check"
	CutSheet   = "cut"
	HoleSheet  = "holes"
	CardSheet  = "cards"
	Labels     = "labels"
	OrderSheet = "order"
	BuySheet   = "shopping"
	LogSheet   = "log"
)

// Sheets lists what is printed as words and tables, and how each is called.
func Sheets() [][2]string {
	return [][2]string{{CheckSheet, "check sheet"}, {HoleSheet, "drilling sheet"}, {CutSheet, "cut sheet"}, {CardSheet, "set-up cards"}, {Labels, "labels"},
		{OrderSheet, "order of work"}, {BuySheet, "shopping list"}, {LogSheet, "logbook"}}
}

// Print makes one of them on sheets of a size.
func Print(key string, s *Subject, size shop.Paper) (Document, error) {
	if w, _ := Sheet(size); w == 0 {
		return Document{}, fmt.Errorf("paper %q: there is A4 and Letter", size)
	}
	for _, k := range Sheets() {
		if k[0] != key {
			continue
		}
		f := newFlow(size, k[1])
		f.words("", s.Design.Name+": "+k[1], 6.2, true)
		f.words("", s.Date+", design "+s.Version, small, false)
		map[string]func(*flow){CheckSheet: s.check, CutSheet: s.cut, HoleSheet: s.holes, CardSheet: s.cards, Labels: s.labels, OrderSheet: s.order, BuySheet: s.shopping, LogSheet: s.logbook}[key](f)
		return f.document(key, k[1], Disclaimer), nil
	}
	return Document{}, fmt.Errorf("there is no sheet %q", key)
}

func (s *Subject) in(text string) string { return say.In(s.Units, text) }

func (s *Subject) check(f *flow) {
	front := s.front()
	f.picture(&front, 118)
	for i := range s.Report.Shelves {
		a := &s.Report.Shelves[i]
		f.heading(a.Name, 30)
		sign := map[check.Verdict]string{check.Holds: "+", check.Sags: "~", check.Loose: "~", check.Gives: "×", check.Cannot: "?"}[a.Verdict]
		f.words(sign, a.Said(s.Units), normal, true)
		s.bears(f, a)
		s.chain(f, a)
		for _, c := range slices.Concat(a.NotJudged, a.Cautions, a.Beside) {
			f.words("!", s.in(c.Text), small, false)
		}
		for _, t := range a.Assumed {
			f.words("–", "assumed: "+s.in(t), small, false)
		}
	}
	if n := len(s.Design.Making.Built); n > 0 {
		f.words("–", fmt.Sprintf("%d figures are as they were built, not as they were planned.", n), small, false)
	}
	f.heading("Drilling", 30)
	s.drilling(f)
	f.heading("Before you load it", 20)
	for _, t := range []string{"Find every stud that is only assumed, and what runs behind, before you drill.", "Load it slowly, the heaviest low and near the wall; look at it again after a day and after a month.",
		"What it says of woods and fasteners is for sound ones, put in as it says here."} {
		f.words("!", t, small, false)
	}
}

// chain is the worst link of each role, on the load's way.
func (s *Subject) chain(f *flow, a *check.Shelf) {
	var rows [][]string
	links := slices.Concat(a.Links, a.Joined)
	for _, id := range a.Band {
		for _, l := range links {
			if l.ID != id {
				continue
			}
			used := fmt.Sprintf("%.0f %%", 100*l.Used)
			if l.Fails {
				used = "fails"
			}
			holds := s.Units.Holds(l.Limit.Kg)
			if l.Limit.Above {
				holds = "above " + holds
			}
			rows = append(rows, []string{l.Name, s.in(l.Where), used, holds, s.in(l.How)})
		}
	}
	if len(rows) > 0 {
		f.table([]float64{5, 4, 1.5, 2.5, 5}, []string{"link", "where", "used", "holds", "how it would give"}, rows)
	}
}

func (s *Subject) holes(f *flow) {
	front := s.front()
	f.picture(&front, 118)
	f.words("", s.in(s.Drilling.Datum), normal, false)
	for _, l := range s.Drilling.Lines {
		f.words("–", s.in(fmt.Sprintf("Strike a level line %s up: %s.", say.Fine(l.High), l.Says)), normal, false)
	}
	s.drilling(f)
	if s.Drilling.Stick.Steps != "" {
		f.words("!", s.in(s.Drilling.Stick.Steps), small, false)
	}
}

// drilling is the table of holes.
func (s *Subject) drilling(f *flow) {
	var rows [][]string
	for i := range s.Drilling.Holes {
		h := &s.Drilling.Holes[i]
		var through []string
		for _, l := range h.Through {
			through = append(through, s.in(l.Name+" "+say.Fine(l.MM)))
		}
		bits := s.in(say.Fine(h.Pilot))
		if h.Clear > 0 {
			bits += s.in("; " + say.Fine(h.Clear) + " through the piece")
		}
		if h.Recess > 0 {
			bits += s.in(fmt.Sprintf("; head %s, %s deep", say.Fine(h.Sink), say.Fine(h.Recess)))
		}
		into := h.Into
		if h.FindFirst {
			into += ", find it first"
		}
		clear := ""
		if h.Near != "" {
			clear = s.in(h.Near + " " + say.Length(h.NearBy) + " off")
		}
		rows = append(rows, []string{fmt.Sprint(h.N), h.For, s.in(say.Fine(h.Along)), s.in(say.Fine(h.High)), into, strings.Join(through, ", "), bits,
			s.in(say.Fine(h.TapeFace)), h.Fastener + s.in(" "+say.Fine(h.Length)), clear})
	}
	f.table([]float64{1, 5, 3, 3, 3, 4, 4, 3, 4, 3.4}, []string{"hole", "for", "along", "up", "into", "through", "bits", "tape, from the face", "fastener", "clear of"}, rows)
	for _, o := range s.Drilling.Off {
		f.words("×", s.in(o), small, true)
	}
}

func (s *Subject) cut(f *flow) {
	f.heading("Pieces", 20)
	var rows [][]string
	for i := range s.Parts {
		q := &s.Parts[i]
		l, w := q.Rough()
		size := say.Length(l) + " × " + say.Length(w) + " × " + say.Fine(q.Thickness)
		if q.D > 0 {
			size = say.Length(l) + " × ø " + say.Fine(q.D)
		}
		rows = append(rows, []string{q.Letter, fmt.Sprintf("%d ×", len(q.Each)), q.Name + ", " + q.Stuff, s.in(size)})
	}
	f.table([]float64{1, 1, 6, 6}, nil, rows)
	f.heading("From these", 20)
	rows = nil
	for i, b := range s.Cutting.Blanks {
		from := "to buy"
		if b.Own {
			from = "on hand"
		}
		var on []string
		for _, o := range b.Places {
			on = append(on, o.Called)
		}
		rows = append(rows, []string{fmt.Sprintf("%s %d", b.From, i+1), b.Stuff, s.in(say.Fine(b.Thickness) + " × " + say.Length(b.Width) + " × " + say.Length(b.Length)), from,
			strings.Join(on, ", ")})
	}
	f.table([]float64{2, 4, 5, 2, 5}, nil, rows)
	for _, x := range s.Cutting.Uncut {
		f.words("×", s.in(x.Why), small, true)
	}
	f.heading("In this order", 20)
	rows = nil
	for _, c := range s.Cutting.Settings {
		n := fmt.Sprint(c.Cuts[0])
		if len(c.Cuts) > 1 {
			n += fmt.Sprint(" to ", c.Cuts[len(c.Cuts)-1])
		}
		rows = append(rows, []string{"□", n, s.in(c.Says)})
	}
	f.table([]float64{0.5, 1.5, 12}, nil, rows)
}

func (s *Subject) cards(f *flow) {
	for i := range s.Cards {
		c := &s.Cards[i]
		var pieces []string
		for _, v := range c.Serves {
			pieces = append(pieces, v.Called)
		}
		f.heading(fmt.Sprintf("%d  %s: %s", c.N, c.Title, strings.Join(pieces, ", ")), 60)
		d := c.Drawing
		marks := slices.Clone(d.Marks)
		for k := range marks {
			marks[k].Text = s.in(marks[k].Text)
		}
		d.Marks = marks
		f.picture(&d, 52)
		var figures []string
		for _, g := range c.Figures {
			figures = append(figures, g.Name+" "+s.in(FigureSays(g)))
		}
		f.words("", strings.Join(figures, "; "), normal, true)
		f.words("–", "Measure "+s.in(c.Measure)+".", small, false)
		for _, t := range c.Says {
			f.words("–", s.in(t), small, false)
		}
		f.words("–", "Test: "+s.in(c.Test), small, false)
		for _, t := range append(slices.Clone(c.Cautions), c.Wrong, c.Refused) {
			if t != "" {
				f.words("!", s.in(t), small, false)
			}
		}
	}
}

// FigureSays is a figure of a card as it is written.
func FigureSays(g setup.Figure) string {
	switch g.Kind {
	case "degrees":
		return fmt.Sprintf("%.4g°", math.Round(g.Value*1000)/1000)
	case "ratio":
		return fmt.Sprintf("%.3g", g.Value)
	}
	return say.Fine(g.Value)
}

// labels are one for each piece, to stick on: letter, what it is, its size, whose, and its mating mark.
func (s *Subject) labels(f *flow) {
	const across, high = 3, 30.0
	wide := f.wide() / across
	n := 0
	for i := range s.Parts {
		q := &s.Parts[i]
		for _, e := range q.Each {
			if n%across == 0 {
				f.room(high + 2)
				f.y -= high
			}
			x, y := margin+float64(n%across)*wide, f.y
			var d draw.Drawing
			d.Box(draw.Faint, x, y, x+wide-2, y+high-2)
			d.Say(draw.Words, x+2, y+high-10, 7, 0, e.Called)
			d.Marks[len(d.Marks)-1].Bold = true
			if e.Mark > 0 {
				d.Say(draw.Words, x+wide-4, y+high-9, 5, 1, fmt.Sprintf("▲%d", e.Mark))
			}
			d.Say(draw.Words, x+2, y+high-16, small, 0, q.Name)
			size := say.Length(q.Length) + " × " + say.Length(q.Width)
			if q.D > 0 {
				size = say.Length(q.Length) + " × ø " + say.Fine(q.D)
			}
			d.Say(draw.Words, x+2, y+high-21, small, 0, s.in(size))
			for k := range s.Design.Shelves {
				if s.Design.Shelves[k].ID == e.Shelf {
					d.Say(draw.Faint, x+2, y+high-26, 2.8, 0, draw.Wrap(s.Design.Shelves[k].Name, 2.8, wide-6, false)[0])
				}
			}
			f.put(d.Marks...)
			n++
		}
	}
}

// front is the wall from the front: studs, what is kept clear of, shelves and numbered holes, with the main dimensions.
func (s *Subject) front() draw.Drawing {
	p := s.Design
	w, h := float64(p.Wall.Length), float64(p.Wall.Height)
	pad := max(w, h) * 0.05
	d := draw.Drawing{Width: w + 2*pad, Height: h + 2*pad}
	o := pad
	d.Box(draw.Cut, o, o, o+w, o+h)
	text := max(w, h) / 75 // some 2.5 mm across a sheet
	for _, st := range p.Wall.Studs {
		x, half := o+float64(st.X), float64(st.Width)/2
		d.Box(draw.Faint, x-half, o, x+half, o+h)
	}
	for _, k := range p.Wall.KeepOuts {
		d.Box(draw.Bad, o+float64(k.X), o+float64(k.Y), o+float64(k.X+k.Width), o+float64(k.Y+k.Height))
		d.Say(draw.Bad, o+float64(k.X), o+float64(k.Y+k.Height)+text*0.3, text*0.8, 0, k.Called())
	}
	for i := range p.Shelves {
		b := &p.Shelves[i]
		x0, y0 := o+float64(b.X), o+float64(b.Y)
		if form, _ := b.Form(); form == nil {
			d.Box(draw.Wood, x0, y0, x0+float64(b.Length), y0+float64(b.Thickness))
		}
		low, high := y0, y0+float64(b.Thickness)
		at := slices.IndexFunc(s.Report.Shelves, func(a check.Shelf) bool { return a.ID == b.ID })
		if at >= 0 {
			from := len(d.Marks)
			s.shapes(&d, b, &s.Report.Shelves[at], o)
			drawn := draw.Drawing{Marks: d.Marks[from:]}
			if _, y, _, up := drawn.Bounds(); up > y {
				low, high = min(low, y), max(high, up)
			}
		}
		d.Say(draw.Words, x0, high+text*0.5, text, 0, b.Name)
		d.Across(draw.Size, x0, x0+float64(b.Length), low-text*1.7, text*0.8, s.in(say.Length(float64(b.Length))))
	}
	for _, hole := range s.Drilling.Holes {
		x, y := o+hole.X, o+hole.Up
		d.Ring(draw.Tool, x, y, text*0.25)
		d.Say(draw.Tool, x+text*0.35, y+text*0.1, text*0.7, 0, fmt.Sprint(hole.N))
	}
	for _, l := range s.Drilling.Lines {
		d.Line(draw.Datum, [2]float64{o + max(0, l.From-60), o + l.Up}, [2]float64{o + min(w, l.To+60), o + l.Up})
	}
	d.Across(draw.Size, o, o+w, o*0.3, text, s.in(say.Length(w)))
	return d
}

// shapes draws from the front what hangs a shelf.
func (s *Subject) shapes(d *draw.Drawing, b *design.Shelf, a *check.Shelf, o float64) {
	put := func(x float64, front [][2]float64) {
		if len(front) == 0 {
			return
		}
		at := make([][2]float64, len(front))
		for i, q := range front {
			at[i] = [2]float64{o + x + q[0], o + float64(b.Y) + q[1]}
		}
		d.Outline(draw.Cut, at...)
	}
	for i := range a.Supports {
		for _, sh := range a.Supports[i].Geometry.Shapes {
			put(a.Supports[i].X, sh.Front)
		}
	}
	if a.Rail != nil {
		for _, sh := range a.Rail.Geometry.Shapes {
			put(0, sh.Front)
		}
	}
}

// Printable is one thing of a wall that can be printed.
type Printable struct {
	Key, Name string
	Template  bool
}

// All lists what can be printed: the sheets, then the templates.
func (s *Subject) All() []Printable {
	var out []Printable
	for _, k := range Sheets() {
		out = append(out, Printable{k[0], k[1], false})
	}
	for _, t := range Templates(s.Parts, s.Drilling, s.Units) {
		out = append(out, Printable{t.Key, t.Name, true})
	}
	return out
}

// Make prints one of them on sheets of a size; of a template its drawing as well.
func (s *Subject) Make(key string, size shop.Paper) (Document, *draw.Drawing, error) {
	for _, t := range Templates(s.Parts, s.Drilling, s.Units) {
		if t.Key == key {
			doc, err := Tile(t.Key, t.Name, &t.Drawing, size)
			return doc, &t.Drawing, err
		}
	}
	doc, err := Print(key, s, size)
	return doc, nil, err
}
