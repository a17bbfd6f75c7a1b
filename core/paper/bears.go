package paper

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"time"

	"aguante/core/check"
	"aguante/core/draw"
	"aguante/core/prove"
	"aguante/core/say"
)

// bears draws the rule of what a shelf bears: one line in kilograms or pounds with a mark for each figure.
func (s *Subject) bears(f *flow, a *check.Shelf) {
	marks := s.Marks[a.ID]
	if marks == nil {
		marks = prove.Marks(a)
	}
	most := 0.0
	for _, m := range marks {
		most = max(most, m.Kg)
	}
	if most <= 0 {
		return
	}
	unit := 1.0
	if s.Units.Mass == "lb" {
		unit = say.Pound
	}
	most *= 1.1 / unit
	const wide, high, text = 180.0, 3.0, 2.4
	d := draw.Drawing{Width: wide, Height: 1}
	marks = slices.Clone(marks)
	slices.SortStableFunc(marks, func(x, y prove.Mark) int { return cmp.Compare(y.Kg, x.Kg) })
	type word struct {
		x, at, end float64
		row        int
		says       string
	}
	var words []word
	rows := 0
	for _, m := range marks {
		w := word{x: m.Kg / unit / most * wide, says: s.markSays(m)}
		long := draw.Wide(w.says, text, false)
		if w.at = w.x + 1; w.at+long > wide {
			w.at = w.x - 1 - long
		}
		w.end = w.at + long
		for slices.ContainsFunc(words, func(o word) bool { // on other words, or on a line that leads to some
			return o.row == w.row && w.at < o.end+2 && o.at < w.end+2 || o.row > w.row && o.x > w.at-1 && o.x < w.end+1 ||
				o.row < w.row && w.x > o.at-1 && w.x < o.end+1
		}) && w.row < len(marks) {
			w.row++
		}
		rows = max(rows, w.row+1)
		words = append(words, w)
	}
	base := 5.0
	d.Height = base + high + float64(rows)*text*1.7 + 2
	d.Outline(draw.Cut, [2]float64{0, base}, [2]float64{wide, base}, [2]float64{wide, base + high}, [2]float64{0, base + high})
	every := math.Pow(10, math.Floor(math.Log10(most/8)))
	for _, k := range []float64{1, 2, 5, 10} {
		if most/(every*k) <= 12 {
			every *= k
			break
		}
	}
	for kg := 0.0; kg <= most; kg += every {
		x := kg / most * wide
		d.Line(draw.Faint, [2]float64{x, base}, [2]float64{x, base + high/2})
		d.Say(draw.Words, x, base-text*1.3, text, 0, fmt.Sprintf("%g", kg))
	}
	d.Say(draw.Words, wide, base-text*1.3, text, 1, s.Units.Mass)
	for _, w := range words {
		y := base + high + 1 + float64(w.row)*text*1.7
		d.Line(draw.Size, [2]float64{w.x, base}, [2]float64{w.x, y + text})
		d.Say(draw.Words, w.at, y, text, 0, w.says)
	}
	f.picture(&d, d.Height)
}

func (s *Subject) markSays(m prove.Mark) string {
	name := string(m.Kind)
	for _, c := range m.Kind.Choices() {
		if c.Key == string(m.Kind) {
			name = c.Label
		}
	}
	above := ""
	if m.Above {
		above = "above "
	}
	much := s.Units.Holds(m.Kg)
	if m.Kind == prove.MarkAsked {
		much = s.Units.Asked(m.Kg)
	}
	text := name + " " + above + much
	if m.On != "" {
		text += ", " + m.On
	}
	if m.Stale {
		text += ", of the shelf as it was"
	}
	return text
}

// logbook is what has happened to the wall, the newest first; the steps of a load test under the day that it was begun.
func (s *Subject) logbook(f *flow) {
	if len(s.Log) == 0 {
		f.words("", "Nothing has happened to this wall yet.", normal, false)
		return
	}
	var rows [][]string
	for _, l := range s.Log {
		when := l.When
		if t, err := time.Parse(time.RFC3339, l.When); err == nil {
			when = t.Format("2006-01-02 15:04")
		}
		says := s.in(l.Says)
		if l.Out {
			says += " (taken back)"
		}
		rows = append(rows, []string{when, l.Name, says, l.Text})
	}
	f.table([]float64{4, 3.5, 7, 7}, []string{"when", "shelf", "what", "remark"}, rows)
}
