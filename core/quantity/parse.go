package quantity

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
)

var (
	tidy = strings.NewReplacer(
		"\u00a0", " ", "\u202f", " ", "\u2009", " ", "\t", " ",
		"\u2032", "'", "\u2019", "'", "\u2018", "'", "\u00b4", "'",
		"\u2033", `"`, "\u201d", `"`, "\u201c", `"`,
		"\u2044", "/", "\u2215", "/", "\u2012", "-", "\u2013", "-", "\u2212", "-",
		"½", " 1/2 ", "¼", " 1/4 ", "¾", " 3/4 ", "⅓", " 1/3 ", "⅔", " 2/3 ",
		"⅛", " 1/8 ", "⅜", " 3/8 ", "⅝", " 5/8 ", "⅞", " 7/8 ",
	)
	slash    = regexp.MustCompile(`\s*/\s*`)
	mixed    = regexp.MustCompile(`^(\d+)(?:\s+|\s*-\s*)(\d+)/(\d+)`)
	fraction = regexp.MustCompile(`^(\d+)/(\d+)`)
	decimal  = regexp.MustCompile(`^(?:\d+(?:[.,]\d*)?|[.,]\d+)`)
	thousand = regexp.MustCompile(`^[1-9]\d*,\d{3}$`)
	word     = regexp.MustCompile(`^(?:[a-z]+|"|')`)
)

// parse reads numbers with units, or a sum of them.
func (k kind) parse(text, bare string) (float64, error) {
	const longest = 64
	if len(text) > longest {
		return 0, fmt.Errorf("%w: %d letters are too many for %s", ErrTrailer, len(text), k.what)
	}
	rest := slash.ReplaceAllString(tidy.Replace(strings.ToLower(strings.TrimSpace(text))), "/")
	rest = strings.TrimSpace(strings.ReplaceAll(rest, "''", `"`))
	if rest == "" {
		return 0, fmt.Errorf("%w: type %s, like %s", ErrEmpty, k.what, k.example)
	}
	total := 0.0
	for _, t := range terms(rest) {
		v, err := k.term(t.text, text, bare)
		if err != nil {
			return 0, err
		}
		total += t.sign * v
	}
	if math.IsNaN(total) || math.Abs(total) > k.most {
		return 0, fmt.Errorf("%w: %q is not believable as %s", ErrRange, text, k.what)
	}
	return total, nil
}

// term is a part of a sum, to be added or taken off.
type term struct {
	sign float64
	text string
}

var endsFraction = regexp.MustCompile(`\d/\d+$`)

// terms are the parts of a sum: a plus adds; a minus takes off where it has spaces round it, or stands
// after a unit or a fraction, but for feet, whose inches are written after one: 2'-3 is not a sum.
func terms(s string) []term {
	var out []term
	sign, from := 1.0, 0
	if s[0] == '-' || s[0] == '+' {
		if from = 1; s[0] == '-' {
			sign = -1
		}
	}
	for i := from + 1; i < len(s)-1; i++ {
		before := strings.TrimRight(s[from:i], " ")
		if s[i] != '+' && s[i] != '-' || before == "" {
			continue
		}
		last := before[len(before)-1]
		spaced := s[i-1] == ' ' && s[i+1] == ' '
		if minus := s[i] == '-'; minus && !spaced && (last == '\'' || last != '"' && !(last >= 'a' && last <= 'z') && !endsFraction.MatchString(before)) {
			continue
		}
		out = append(out, term{sign, strings.TrimSpace(before)})
		if sign, from = 1, i+1; s[i] == '-' {
			sign = -1
		}
	}
	return append(out, term{sign, strings.TrimSpace(s[from:])})
}

// term reads one or more numbers with units, largest unit first, of a text.
func (k kind) term(rest, text, bare string) (float64, error) {
	if rest == "" { // a sign and nothing behind it
		return 0, fmt.Errorf("%w in %q: type %s, like %s", ErrEmpty, text, k.what, k.example)
	}
	total, last, previous := 0.0, math.Inf(1), ""
	for rest != "" {
		n, used, err := number(rest)
		if err != nil {
			return 0, fmt.Errorf("%w in %q: type %s, like %s", err, text, k.what, k.example)
		}
		rest = strings.TrimLeft(rest[used:], " ")
		unit := word.FindString(rest)
		if unit == "" {
			unit = strings.ToLower(bare)
			if previous != "" {
				unit = k.after[previous]
			}
			if _, numberOnly := k.units[""]; unit == "" && !numberOnly {
				return 0, fmt.Errorf("%w in %q: write %s, like %s", ErrNoUnit, text, k.what, k.example)
			}
		} else {
			rest = strings.TrimLeft(rest[len(unit):], " ")
		}
		factor, known := k.units[unit]
		if !known {
			return 0, fmt.Errorf("%w: %q in %q; %s looks like %s", ErrUnit, unit, text, k.what, k.example)
		}
		if factor >= last {
			return 0, fmt.Errorf("%w in %q: the larger unit comes first", ErrOrder, text)
		}
		total, last, previous = total+n*factor, factor, unit
		rest = strings.TrimLeft(rest, " ")
		if rest != "" && !decimal.MatchString(rest) {
			return 0, fmt.Errorf("%w: %q after %s", ErrTrailer, rest, k.what)
		}
	}
	return total, nil
}

// number reads 27 5/8, 27-5/8, 5/8, 27.625 or 27,625 and says how many bytes
// it took.
func number(s string) (float64, int, error) {
	if m := mixed.FindStringSubmatch(s); m != nil {
		part, err := ratio(m[2], m[3])
		whole, werr := strconv.ParseFloat(m[1], 64)
		if err == nil && werr != nil {
			err = ErrRange
		}
		return whole + part, len(m[0]), err
	}
	if m := fraction.FindStringSubmatch(s); m != nil {
		v, err := ratio(m[1], m[2])
		return v, len(m[0]), err
	}
	m := decimal.FindString(s)
	if m == "" {
		return 0, 0, ErrNumber
	}
	if thousand.MatchString(m) {
		return 0, 0, ErrComma
	}
	v, err := strconv.ParseFloat(strings.Replace(m, ",", ".", 1), 64)
	if err != nil {
		return 0, 0, ErrRange
	}
	return v, len(m), nil
}

func ratio(num, den string) (float64, error) {
	n, err := strconv.ParseFloat(num, 64)
	d, err2 := strconv.ParseFloat(den, 64)
	if err != nil || err2 != nil || d == 0 {
		return 0, ErrRange
	}
	return n / d, nil
}
