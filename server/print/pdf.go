package print

import (
	"bytes"
	"math"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"aguante/core/draw"
	"aguante/core/paper"
)

// PDF writes documents one after another, every page at its own size, true to scale.
func PDF(title string, when time.Time, docs ...paper.Document) ([]byte, error) {
	p := fpdf.NewCustom(&fpdf.InitType{OrientationStr: "P", UnitStr: "mm", Size: fpdf.SizeType{Wd: 210, Ht: 297}})
	p.SetTitle(title, true)
	p.SetCreator("Aguante", true)
	p.SetCreationDate(when)
	p.SetModificationDate(when)
	p.SetMargins(0, 0, 0)
	p.SetAutoPageBreak(false, 0)
	p.AddUTF8FontFromBytes("go", "", draw.Regular)
	p.AddUTF8FontFromBytes("go", "B", draw.Bold)
	for i := range docs {
		for k := range docs[i].Pages {
			page := &docs[i].Pages[k]
			p.AddPageFormat("P", fpdf.SizeType{Wd: page.Width, Ht: page.Height})
			for n := range page.Parts {
				c := page.Parts[n].Clip
				p.ClipRect(c[0][0], page.Height-c[1][1], c[1][0]-c[0][0], c[1][1]-c[0][1], false)
				ink(p, page.Parts[n].Marks, page.Height)
				p.ClipEnd()
			}
			ink(p, page.Marks, page.Height)
		}
	}
	var b bytes.Buffer
	err := p.Output(&b)
	return b.Bytes(), err
}

func ink(p *fpdf.Fpdf, all []draw.Mark, height float64) {
	for _, m := range all {
		l := lookOf(m.Layer)
		x, y := m.Points[0][0], height-m.Points[0][1]
		if m.Text != "" {
			style := ""
			if m.Bold {
				style = "B"
			}
			p.SetTextColor(l.r, l.g, l.b)
			p.SetFont("go", style, m.High*72/25.4)
			text := draw.Printable(m.Text)
			if m.Turn != 0 {
				p.TransformBegin()
				p.TransformRotate(m.Turn, x, y)
			}
			p.Text(x-m.Anchor*p.GetStringWidth(text), y, text)
			if m.Turn != 0 {
				p.TransformEnd()
			}
			continue
		}
		p.SetDrawColor(l.r, l.g, l.b)
		p.SetLineWidth(l.wide)
		p.SetDashPattern(l.dash, 0)
		switch {
		case m.R > 0 && m.From == m.To:
			p.Circle(x, y, m.R, "D")
		case m.R > 0:
			end := m.To
			if end < m.From {
				end += 360
			}
			p.Arc(x, y, m.R, m.R, 0, m.From, math.Max(end, m.From), "D")
		case m.Closed:
			at := make([]fpdf.PointType, len(m.Points))
			for i, q := range m.Points {
				at[i] = fpdf.PointType{X: q[0], Y: height - q[1]}
			}
			how := "D"
			if m.Layer == draw.Wood {
				p.SetFillColor(241, 227, 200)
				how = "DF"
			}
			p.Polygon(at, how)
		default:
			for i := range len(m.Points) - 1 {
				p.Line(m.Points[i][0], height-m.Points[i][1], m.Points[i+1][0], height-m.Points[i+1][1])
			}
		}
	}
}
