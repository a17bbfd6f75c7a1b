package print

import (
	"encoding/xml"
	"fmt"
	"math"
	"strings"

	"aguante/core/draw"
	"aguante/core/paper"
)

// SVG writes a drawing true to scale: its units are millimetres, y down.
func SVG(d *draw.Drawing) []byte {
	var b strings.Builder
	open(&b, d.Width, d.Height)
	marks(&b, d.Marks, d.Height)
	b.WriteString("</svg>\n")
	return []byte(b.String())
}

// PageSVG writes a page.
func PageSVG(p *paper.Page) []byte {
	var b strings.Builder
	open(&b, p.Width, p.Height)
	for i := range p.Parts {
		c := p.Parts[i].Clip
		fmt.Fprintf(&b, `<clipPath id="part%d"><rect x="%s" y="%s" width="%s" height="%s"/></clipPath><g clip-path="url(#part%d)">`, i, n(c[0][0]), n(p.Height-c[1][1]),
			n(c[1][0]-c[0][0]), n(c[1][1]-c[0][1]), i)
		marks(&b, p.Parts[i].Marks, p.Height)
		b.WriteString("</g>")
	}
	marks(&b, p.Marks, p.Height)
	b.WriteString("</svg>\n")
	return []byte(b.String())
}

func open(b *strings.Builder, width, height float64) {
	b.WriteString(`<svg xmlns="http://www.w3.org/2000/svg" width="` + n(width) + `mm" height="` + n(height) + `mm" viewBox="0 0 ` + n(width) + ` ` + n(height) +
		`"><rect width="100%" height="100%" fill="#fff"/>` + "\n")
}

// n is a number to a thousandth of a millimetre.
func n(v float64) string {
	s := fmt.Sprintf("%.3f", v)
	s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	if s == "-0" {
		return "0"
	}
	return s
}

func marks(b *strings.Builder, all []draw.Mark, height float64) {
	for _, m := range all {
		l := lookOf(m.Layer)
		ink := fmt.Sprintf("#%02x%02x%02x", l.r, l.g, l.b)
		x, y := m.Points[0][0], height-m.Points[0][1]
		if m.Text != "" {
			text := draw.Printable(m.Text)
			anchor := [3]string{"start", "middle", "end"}[int(math.Round(m.Anchor*2))]
			weight := ""
			if m.Bold {
				weight = ` font-weight="700"`
			}
			turn := ""
			if m.Turn != 0 {
				turn = fmt.Sprintf(` transform="rotate(%s %s %s)"`, n(-m.Turn), n(x), n(y))
			}
			fmt.Fprintf(b, `<text class="%s" x="%s" y="%s" font-size="%s" font-family="Go, Archivo, sans-serif" fill="%s" text-anchor="%s" textLength="%s" lengthAdjust="spacingAndGlyphs"%s%s>`,
				m.Layer, n(x), n(y), n(m.High), ink, anchor, n(draw.Wide(m.Text, m.High, m.Bold)), weight, turn)
			_ = xml.EscapeText(b, []byte(text))
			b.WriteString("</text>\n")
			continue
		}
		style := fmt.Sprintf(`class="%s" fill="none" stroke="%s" stroke-width="%s"`, m.Layer, ink, n(l.wide))
		if m.Layer == draw.Wood {
			style = strings.Replace(style, `fill="none"`, `fill="#f1e3c8"`, 1)
		}
		if len(l.dash) > 0 {
			style += fmt.Sprintf(` stroke-dasharray="%s %s"`, n(l.dash[0]), n(l.dash[1]))
		}
		switch {
		case m.R > 0 && m.From == m.To:
			fmt.Fprintf(b, `<circle cx="%s" cy="%s" r="%s" %s/>`+"\n", n(x), n(y), n(m.R), style)
		case m.R > 0:
			x0, y0 := on(m, m.From)
			x1, y1 := on(m, m.To)
			large := 0
			if math.Mod(m.To-m.From+720, 360) > 180 {
				large = 1
			}
			fmt.Fprintf(b, `<path d="M%s %sA%s %s 0 %d 0 %s %s" %s/>`+"\n", n(x0), n(height-y0), n(m.R), n(m.R), large, n(x1), n(height-y1), style)
		default:
			var at strings.Builder
			for i, p := range m.Points {
				if i > 0 {
					at.WriteByte(' ')
				}
				at.WriteString(n(p[0]) + "," + n(height-p[1]))
			}
			kind := "polyline"
			if m.Closed {
				kind = "polygon"
			}
			fmt.Fprintf(b, `<%s points="%s" %s/>`+"\n", kind, at.String(), style)
		}
	}
}

// on is the point of a ring at an angle, degrees.
func on(m draw.Mark, deg float64) (x, y float64) {
	a := deg * math.Pi / 180
	return m.Points[0][0] + m.R*math.Cos(a), m.Points[0][1] + m.R*math.Sin(a)
}
