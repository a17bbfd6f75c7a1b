package print

import (
	"fmt"
	"strings"

	"aguante/core/draw"
)

// DXF writes a drawing for machines and other programs: release 12, ASCII, millimetres, y up; lines, circles, arcs and
// words, each on the layer that it is of.
func DXF(d *draw.Drawing) []byte {
	var b strings.Builder
	put := func(pairs ...any) {
		for i := 0; i < len(pairs); i += 2 {
			fmt.Fprintf(&b, "%3d\r\n%v\r\n", pairs[i], pairs[i+1])
		}
	}
	f := func(v float64) string { return fmt.Sprintf("%.4f", v) }
	put(0, "SECTION", 2, "HEADER", 9, "$ACADVER", 1, "AC1009", 9, "$INSUNITS", 70, 4, 9, "$EXTMIN", 10, f(0), 20, f(0), 9, "$EXTMAX", 10, f(d.Width), 20, f(d.Height),
		0, "ENDSEC")
	layers := draw.Layer("").Choices()
	put(0, "SECTION", 2, "TABLES", 0, "TABLE", 2, "LTYPE", 70, 1, 0, "LTYPE", 2, "CONTINUOUS", 70, 64, 3, "Solid line", 72, 65, 73, 0, 40, f(0), 0, "ENDTAB",
		0, "TABLE", 2, "LAYER", 70, len(layers))
	for _, l := range layers {
		put(0, "LAYER", 2, strings.ToUpper(l.Key), 70, 64, 62, lookOf(draw.Layer(l.Key)).aci, 6, "CONTINUOUS")
	}
	put(0, "ENDTAB", 0, "ENDSEC", 0, "SECTION", 2, "ENTITIES")
	for _, m := range d.Marks {
		layer := strings.ToUpper(string(m.Layer))
		x, y := m.Points[0][0], m.Points[0][1]
		switch {
		case m.Text != "":
			put(0, "TEXT", 8, layer, 10, f(x), 20, f(y), 30, f(0), 40, f(m.High), 1, ascii(m.Text), 50, f(m.Turn))
			if m.Anchor > 0 {
				put(72, int(m.Anchor*2), 11, f(x), 21, f(y), 31, f(0))
			}
		case m.R > 0 && m.From == m.To:
			put(0, "CIRCLE", 8, layer, 10, f(x), 20, f(y), 30, f(0), 40, f(m.R))
		case m.R > 0:
			put(0, "ARC", 8, layer, 10, f(x), 20, f(y), 30, f(0), 40, f(m.R), 50, f(m.From), 51, f(m.To))
		default:
			at := m.Points
			if m.Closed {
				at = append(at[:len(at):len(at)], at[0])
			}
			for i := range len(at) - 1 {
				put(0, "LINE", 8, layer, 10, f(at[i][0]), 20, f(at[i][1]), 30, f(0), 11, f(at[i+1][0]), 21, f(at[i+1][1]), 31, f(0))
			}
		}
	}
	put(0, "ENDSEC", 0, "EOF")
	return []byte(b.String())
}

// ascii writes letters that release 12 has none for by their numbers, and signs that it has by its own.
func ascii(text string) string {
	var b strings.Builder
	for _, r := range text {
		switch {
		case r == '°':
			b.WriteString("%%d")
		case r == '⌀' || r == 'ø':
			b.WriteString("%%c")
		case r < ' ':
			b.WriteByte(' ')
		case r < 127:
			b.WriteRune(r)
		default:
			fmt.Fprintf(&b, `\U+%04X`, r)
		}
	}
	return b.String()
}
