// Package say writes figures as a person reads them, and sentences whose figures are
// written in that person's own units in the end, at one place: a quantity stands in a
// sentence as a mark, and In writes the marks out.
package say

import (
	"regexp"
	"strconv"
	"strings"
)

// Units are what a person reads: lengths in "in" or "mm", masses in "lb" or "kg". Where
// one is not known figures are written in both.
type Units struct{ Length, Mass string }

const (
	inches      = "in"
	millimetres = "mm"
	pounds      = "lb"
	kilograms   = "kg"
)

// A mark is begin, the letter of what it is, the value, end. The two are of the private
// use area, which nobody types.
const (
	begin = "\uE000"
	end   = "\uE001"
)

func mark(kind byte, v float64) string {
	return begin + string(kind) + strconv.FormatFloat(v, 'g', 9, 64) + end
}

// Length is a length in a sentence, mm: to a tenth of a millimetre or a sixteenth of an
// inch, small ones finer.
func Length(mm float64) string { return mark('l', mm) }

// Place is a length that is not known more exactly than to a millimetre.
func Place(mm float64) string { return mark('p', mm) }

// Fine is the length of a thin thing: to a tenth of a millimetre or 1/64 in.
func Fine(mm float64) string { return mark('f', mm) }

// Mass is a mass in a sentence, kg.
func Mass(kg float64) string { return mark('m', kg) }

// About is a mass that was reckoned: to a tenth.
func About(kg float64) string { return mark('a', kg) }

// Sag is what a gauge reads: to a hundredth of a millimetre or a thousandth of an inch.
func Sag(mm float64) string { return mark('g', mm) }

// PerMetre is a mass along a length, kg a metre.
func PerMetre(kg float64) string { return mark('r', kg) }

// Force is a force in a sentence, N.
func Force(n float64) string { return mark('n', n) }

// Stress is a stress in a sentence, MPa.
func Stress(mpa float64) string { return mark('s', mpa) }

// Density is a density in a sentence, kg/m³.
func Density(kgPerCubic float64) string { return mark('d', kgPerCubic) }

// ALength and AMass are examples of what may be typed.
func ALength() string { return mark('x', 0) }
func AMass() string   { return mark('y', 0) }

// written is a mark as a table of the program has it: "{m 0.454}".
var written = regexp.MustCompile(`\{([a-z]) ([0-9.]+)\}`)

// Marks makes the marks of a sentence of a table, where they are written {letter value}.
func Marks(text string) string { return written.ReplaceAllString(text, begin+"$1$2"+end) }

// Marked tells whether a text has figures that are still to be written.
func Marked(text string) bool { return strings.Contains(text, begin) }

// In writes a sentence in a person's units.
func In(u Units, text string) string {
	if !Marked(text) {
		return text
	}
	var out strings.Builder
	for {
		before, rest, ok := strings.Cut(text, begin)
		out.WriteString(before)
		if !ok {
			return out.String()
		}
		inner, after, ok := strings.Cut(rest, end)
		if !ok || inner == "" {
			out.WriteString(begin)
			text = rest
			continue
		}
		v, err := strconv.ParseFloat(inner[1:], 64)
		if err != nil {
			out.WriteString(begin)
			text = rest
			continue
		}
		out.WriteString(u.figure(inner[0], v))
		text = after
	}
}
