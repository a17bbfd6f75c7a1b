package draw

import (
	"strings"
	"sync"

	"golang.org/x/image/font"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/sfnt"
	"golang.org/x/image/math/fixed"
)

// Letters are printed in these: they have Latin, Greek and Cyrillic, and the fractions of an inch.
var (
	Regular = goregular.TTF
	Bold    = gobold.TTF
)

var faces = sync.OnceValue(func() [2]*sfnt.Font {
	regular, err1 := sfnt.Parse(Regular)
	bold, err2 := sfnt.Parse(Bold)
	if err1 != nil || err2 != nil {
		panic("the fonts that ship with this program cannot be read")
	}
	return [2]*sfnt.Font{regular, bold}
})

// Printable puts letters that are printed in place of those that the fonts have none for.
func Printable(text string) string { return swaps.Replace(text) }

var swaps = strings.NewReplacer("⌀", "ø", "△", "▲", "✓", "done", "✕", "×")

// Wide is how wide words are that are so high, mm.
func Wide(text string, high float64, bold bool) float64 {
	f := faces()[0]
	if bold {
		f = faces()[1]
	}
	var b sfnt.Buffer
	const em = 1000
	sum := 0
	for _, r := range Printable(text) {
		i, err := f.GlyphIndex(&b, r)
		if err != nil {
			continue
		}
		if a, err := f.GlyphAdvance(&b, i, fixed.I(em), font.HintingNone); err == nil {
			sum += int(a)
		}
	}
	return float64(sum) / 64 / em * high
}

// Wrap breaks words into lines that are no wider than so much; a word that is wider by itself is broken.
func Wrap(text string, high, width float64, bold bool) []string {
	var out []string
	line := ""
	for _, word := range strings.Fields(text) {
		next := word
		if line != "" {
			next = line + " " + word
		}
		if Wide(next, high, bold) <= width {
			line = next
			continue
		}
		if line != "" {
			out = append(out, line)
		}
		for line = word; Wide(line, high, bold) > width; {
			n := len([]rune(line)) - 1
			for n > 1 && Wide(string([]rune(line)[:n]), high, bold) > width {
				n--
			}
			out = append(out, string([]rune(line)[:n]))
			if line = string([]rune(line)[n:]); n < 1 {
				break
			}
		}
	}
	return append(out, line)
}
