// Package problem collects everything that is wrong with a document, each with
// a path into it, so that a person is told all at once.
package problem

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"aguante/core/say"
	"aguante/core/slab"
)

// Problem is one thing that is wrong, where, and what to do. Alone says that the field cannot
// be so whatever the others are.
type Problem struct {
	Path    string `json:"path"`
	Message string `json:"message"`
	Alone   bool   `json:"alone,omitempty"`
}

// List collects problems below one place of a document.
type List struct {
	up    *List
	step  string
	index int // of one of a list that the step names, -1 of no list
	alone bool
	found *[]Problem
	ids   map[string]*List
	steps *slab.Of[List]
}

// New starts an empty list at the document's root.
func New() *List {
	return &List{index: -1, found: new([]Problem), ids: map[string]*List{}, steps: new(slab.Of[List])}
}

// All returns what was found.
func (l *List) All() []Problem { return *l.found }

// In returns the same list one step further into the document.
func (l *List) In(step string) *List { return l.Each(step, -1) }

// Each returns the same list at the i-th of a list in the document.
func (l *List) Each(step string, i int) *List {
	out := &l.steps.Take(1)[0]
	*out = List{up: l, step: step, index: i, found: l.found, ids: l.ids, steps: l.steps}
	return out
}

// Alone returns the same list at the same place, for what a field cannot be whatever the others are.
func (l *List) Alone() *List {
	if l.alone {
		return l
	}
	out := &l.steps.Take(1)[0]
	*out = *l
	out.alone = true
	return out
}

// at is where in the document it is, written only where something is said of it.
func (l *List) at() string {
	if l.up == nil {
		return ""
	}
	step := l.step
	if l.index >= 0 {
		step += "[" + strconv.Itoa(l.index) + "]"
	}
	return l.up.path(step)
}

func (l *List) path(step string) string {
	switch at := l.at(); {
	case at == "":
		return step
	case step == "":
		return at
	default:
		return at + "." + step
	}
}

// Most is how many problems are noted: who has mended these asks again.
const Most = 50

// Add notes a problem.
func (l *List) Add(step, format string, args ...any) {
	if len(*l.found) >= Most {
		return
	}
	*l.found = append(*l.found, Problem{Path: l.path(step), Message: fmt.Sprintf(format, args...), Alone: l.alone})
}

// Between notes a length outside lo to hi, mm, or that is no number.
func (l *List) Between(step string, v, lo, hi float64) { l.between(step, v, lo, hi, say.Length) }

// MassBetween notes a mass outside lo to hi, kg.
func (l *List) MassBetween(step string, v, lo, hi float64) { l.between(step, v, lo, hi, say.Mass) }

// CountBetween notes a count outside lo to hi.
func (l *List) CountBetween(step string, v, lo, hi float64) {
	l.between(step, v, lo, hi, func(v float64) string { return say.Decimal(v, 2) })
}

func (l *List) between(step string, v, lo, hi float64, figure func(float64) string) {
	if (math.IsNaN(v) || v < lo || v > hi) && !l.said(step) {
		subject := ""
		if !l.alone { // who types a figure by itself knows which
			subject = figureOf(l.path(step)) + ": "
		}
		l.Add(step, "%s%s is not possible here: give %s to %s", subject, figure(v), figure(lo), figure(hi))
	}
}

// said tells whether something is said already of a place: one word on it is enough.
func (l *List) said(step string) bool {
	at := l.path(step)
	return slices.ContainsFunc(*l.found, func(p Problem) bool { return p.Path == at })
}

// OneOf notes a word that is not among the known ones: no other field makes it one.
func (l *List) OneOf(step, v string, known []string) {
	if !slices.Contains(known, v) {
		l.Alone().Add(step, "%q is not known: use %s", v, strings.Join(known, ", "))
	}
}

// isID tells whether it is 1 to 40 letters, digits, - or _.
func isID(id string) bool {
	for _, c := range []byte(id) {
		if (c < 'a' || c > 'z') && (c < 'A' || c > 'Z') && (c < '0' || c > '9') && c != '-' && c != '_' {
			return false
		}
	}
	return len(id) >= 1 && len(id) <= 40
}

// ID notes an id that is missing, malformed, or taken by another thing.
func (l *List) ID(id string) {
	if !isID(id) {
		l.Add("id", "id %q: give 1 to 40 letters, digits, - or _", id)
		return
	}
	if first, taken := l.ids[id]; taken {
		l.Add("id", "id %q is used already at %s", id, first.at())
		return
	}
	l.ids[id] = l
}

// IDs are those that were noted, in order.
func (l *List) IDs() []string { return slices.Sorted(maps.Keys(l.ids)) }

// Name notes a name that is too long.
func (l *List) Name(step, v string) {
	letters := 0
	for _, r := range v {
		if !unicode.In(r, unicode.M, unicode.Cf) { // marks are parts of letters, as what joins them
			letters++
		}
	}
	if letters > 120 {
		l.Add(step, "%d letters: at most 120", letters)
	} else if len(v) > 2000 {
		l.Add(step, "this is no name: %d bytes", len(v))
	}
}

// Words turns a list of named strings into plain ones.
func Words[T ~string](all []T) []string {
	out := make([]string, len(all))
	for i, w := range all {
		out[i] = string(w)
	}
	return out
}
