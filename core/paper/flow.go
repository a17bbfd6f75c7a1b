package paper

import (
	"fmt"

	"aguante/core/draw"
	"aguante/core/shop"
)

// flow writes words, tables and drawings down sheets, one after another.
type flow struct {
	size  shop.Paper
	title string
	pages []Page
	y     float64 // what is left of the sheet begins under it
}

func newFlow(size shop.Paper, title string) *flow {
	f := &flow{size: size, title: title}
	f.turn()
	return f
}

func (f *flow) turn() {
	w, h := Sheet(f.size)
	f.pages = append(f.pages, Page{Width: w, Height: h, Marks: []draw.Mark{}})
	f.y = h - margin
}

func (f *flow) wide() float64 { w, _ := Sheet(f.size); return w - 2*margin }

// room turns the page where there is less left than that, mm.
func (f *flow) room(high float64) {
	if f.y-high < margin+6 {
		f.turn()
	}
}

func (f *flow) put(m ...draw.Mark) {
	p := &f.pages[len(f.pages)-1]
	p.Marks = append(p.Marks, m...)
}

func (f *flow) say(x, high, anchor float64, bold bool, text string) {
	f.put(draw.Mark{Layer: draw.Words, Points: [][2]float64{{x, f.y - high}}, Text: text, High: high, Anchor: anchor, Bold: bold})
}

// heading begins a part, with so much of it on the same sheet, mm.
func (f *flow) heading(text string, with float64) {
	f.room(10 + with)
	f.y -= 3
	f.say(margin, 4.6, 0, true, text)
	f.y -= 7
}

// words writes a paragraph from so far in, behind a sign where there is one.
func (f *flow) words(sign, text string, high float64, bold bool) {
	in := 0.0
	if sign != "" {
		in = 5
	}
	for i, line := range draw.Wrap(text, high, f.wide()-in, bold) {
		f.room(high * 1.45)
		if i == 0 && sign != "" {
			f.say(margin, high, 0, bold, sign)
		}
		f.say(margin+in, high, 0, bold, line)
		f.y -= high * 1.45
	}
	f.y -= high * 0.3
}

// table writes rows under a head, in columns of so many parts of the sheet's width each; what does not fit a column is
// broken over lines.
func (f *flow) table(parts []float64, head []string, rows [][]string) {
	sum := 0.0
	for _, p := range parts {
		sum += p
	}
	at, wide := make([]float64, len(parts)), make([]float64, len(parts))
	x := margin
	for i, p := range parts {
		at[i], wide[i] = x, p/sum*f.wide()-2
		x += p / sum * f.wide()
	}
	row := func(cells []string, bold bool) {
		lines, most := make([][]string, len(cells)), 1
		for i, c := range cells {
			lines[i] = draw.Wrap(c, small, wide[i], bold)
			most = max(most, len(lines[i]))
		}
		high := float64(most)*small*1.4 + 1.4
		f.room(high)
		top := f.y
		for i := range cells {
			f.y = top
			for _, l := range lines[i] {
				f.say(at[i], small, 0, bold, l)
				f.y -= small * 1.4
			}
		}
		f.y = top - high
		f.put(draw.Mark{Layer: draw.Faint, Points: [][2]float64{{margin, f.y + 0.6}, {margin + f.wide(), f.y + 0.6}}})
		f.y -= 0.6
	}
	if len(head) > 0 {
		row(head, true)
	}
	for _, r := range rows {
		row(r, false)
	}
	f.y -= 2
}

// picture puts a drawing across the sheet, as large as fits into a height.
func (f *flow) picture(d *draw.Drawing, most float64) {
	k := min(f.wide()/d.Width, most/d.Height)
	f.room(d.Height*k + 2)
	f.y -= d.Height * k
	f.put(d.At(margin, f.y, k)...)
	f.y -= 3
}

// document numbers the sheets.
func (f *flow) document(key, name, foot string) Document {
	for i := range f.pages {
		p := &f.pages[i]
		p.Marks = append(p.Marks,
			draw.Mark{Layer: draw.Faint, Points: [][2]float64{{margin, margin}}, Text: foot, High: 2.8},
			draw.Mark{Layer: draw.Faint, Points: [][2]float64{{p.Width - margin, margin}}, Text: fmt.Sprintf("%s, %d of %d", f.title, i+1, len(f.pages)), High: 2.8, Anchor: 1})
	}
	return Document{Key: key, Name: name, Pages: f.pages}
}
