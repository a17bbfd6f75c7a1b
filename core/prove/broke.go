package prove

import (
	"fmt"
	"math"

	"aguante/core/check"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// Broken is something that broke: a shelf on its wall, or a piece like its own that was broken to see what it bears. Lever is
// how far out from the wall a piece was loaded, mm.
type Broken struct {
	Link    string  `json:"link,omitempty"`    // id of what went
	Support string  `json:"support,omitempty"` // id of the support that a piece is like
	Went    hold.Of `json:"went"`
	Kg      float64 `json:"kg"`
	Lever   float64 `json:"lever_mm,omitempty"`
	Trial   bool    `json:"trial,omitempty"` // a piece that was made to be broken
	Stood   float64 `json:"stood_s,omitempty"`
}

// Validate names what cannot be.
func (b *Broken) Validate(l *problem.List) {
	field.Check(l, b)
	if !(b.Kg > 0 && b.Kg <= 20_000) {
		l.Add("kg", "give what it broke under: more than nothing, at most %s", say.About(20_000))
	}
	if b.Trial && !(b.Lever >= 5 && b.Lever <= 3000) {
		l.Add("lever_mm", "say how far out from the wall the load hung: %s to %s", say.Length(5), say.Length(3000))
	}
	if !(b.Stood >= 0) {
		l.Add("stood_s", "it stood for no less than no time")
	}
}

// Lower is what one piece in twenty breaks below, by like pieces that broke at so much each: exp(mean ln B − 1.645 V
// √(1 + 1/n)), V 0.20 or what the pieces themselves show, where there are three and it is more (Rule, after D2915).
func Lower(broke []float64) float64 {
	n := float64(len(broke))
	if n == 0 {
		return 0
	}
	sum := 0.0
	for _, b := range broke {
		sum += math.Log(b)
	}
	mean, v := sum/n, 0.20
	if len(broke) >= 3 {
		of := 0.0
		for _, b := range broke {
			of += (math.Log(b) - mean) * (math.Log(b) - mean)
		}
		v = max(v, math.Sqrt(of/(n-1)))
	}
	return math.Exp(mean - 1.645*v*math.Sqrt(1+1/n))
}

// AllowsAfter is what like pieces allow that broke at so much each: over 2.1 and by the duration factor where wood, glue, a
// fastener or the wall went, over 1.67 where steel bent.
func AllowsAfter(broke []float64, went hold.Of, cd float64) float64 {
	if went == hold.OfSteel {
		return Lower(broke) / 1.67
	}
	return Lower(broke) / 2.1 * cd
}

// Asks is what a support is asked to bear at a lever, kg, and the load there under which its weakest link is expected to go, 0
// where none is known; and which link that is.
func Asks(a *check.Shelf, support string, lever float64) (asked, breaks float64, first *check.Link) {
	for i := range a.Supports {
		su := &a.Supports[i]
		if su.ID != support || lever <= 0 {
			continue
		}
		asked = su.Load * su.Arm / lever / quantity.Gravity
		for k := range a.Links {
			l := &a.Links[k]
			if l.Support != support || l.Kind != hold.Strength || l.Break == nil || l.Break.Above || a.Asked <= 0 {
				continue
			}
			if at := asked * l.Break.Kg / a.Asked; first == nil || at < breaks {
				breaks, first = at, l
			}
		}
	}
	return asked, breaks, first
}

// Lesson is what a break teaches: how it compares with what was expected, and which figures would explain it.
type Lesson struct {
	Expected float64  `json:"expected_kg"` // 0 where nothing was
	Says     string   `json:"says"`
	Explains []string `json:"explains"`
	Change   string   `json:"change"`
}

// Learn compares a break with what was expected of the shelf as it then was.
func Learn(a *check.Shelf, b Broken) Lesson {
	expected, first := 0.0, (*check.Link)(nil)
	if b.Trial {
		_, expected, first = Asks(a, b.Support, b.Lever)
	} else {
		for i := range a.Links {
			if a.Links[i].ID == a.BreakLink {
				first = &a.Links[i]
			}
		}
		if a.Breaks != nil && !a.Breaks.Above {
			expected = a.Breaks.Kg
		}
	}
	out := Lesson{Expected: expected, Explains: []string{}}
	if first == nil || expected <= 0 {
		out.Says = "nothing was expected of it, so that it can only be compared with others like it"
		return out
	}
	same := first.Of == b.Went && (b.Link == "" || b.Link == first.ID)
	const apart = 0.35 // nearly twice what like pieces scatter by
	ratio := b.Kg / expected
	switch {
	case !same:
		out.Says = fmt.Sprintf("%s, %s, was expected to go first, at %s: the reckoning or the making is off", first.Name, first.Where, say.About(expected))
	case ratio < 1-apart:
		out.Says = fmt.Sprintf("it went where it was expected to, and far below the %s that it was expected at", say.About(expected))
	case ratio > 1+apart:
		out.Says = fmt.Sprintf("it went where it was expected to, and bore far more than the %s that it was expected at", say.About(expected))
	default:
		out.Says = fmt.Sprintf("it went where it was expected to, near the %s that it was expected at", say.About(expected))
	}
	out.Change = "Stage 4 says what it would take; what went is stronger in another size, grade or way."
	if same && ratio >= 1-apart {
		return out
	}
	out.Explains = explains[b.Went]
	return out
}

// explains are the figures that most often explain a break below what was expected, by what went.
var explains = map[hold.Of][]string{
	hold.OfWood:     {"the grade: knots or sloping grain where it went", "the thickness that was really planed", "the moisture: wet wood bears a third less", "the wood itself: another species than was taken"},
	hold.OfPanel:    {"the way its faces lie: along or across", "the thickness that it really has", "that it was damp"},
	hold.OfGlue:     {"the joint: starved, open too long, or cold", "an old finish or dust under the glue", "the area that was really glued"},
	hold.OfLining:   {"the lining's kind and thickness", "a hollow or a joint in it under the heel", "that it was damp"},
	hold.OfMasonry:  {"the kind of masonry: hollow where solid was taken", "a hole near an edge or a joint"},
	hold.OfSteel:    {"the grade of the bar", "its width and thickness at the bend", "the lever: measured to the middle of the load"},
	hold.OfFastener: {"where it really is: in the middle of the stud, or beside it", "how deep its thread is in wood", "the pilot: too wide", "the wood of the stud"},
	hold.OfAnchor:   {"the maker's rating, and for which wall", "the hole: too wide or not blown out", "how far from an edge or another it is"},
}
