// Package glossary says what the words on the screen mean, and where one measures what they ask for.
package glossary

import (
	_ "embed"
	"regexp"
	"strings"
	"sync"

	"aguante/core/table"
)

// Term is what one word, or several that mean the same, means. Where says how it is measured, and
// Picture names a small drawing, where words do not do.
type Term struct {
	Words   []string `json:"words"`
	Meaning string   `json:"meaning"`
	Where   string   `json:"where,omitempty"`
	Picture string   `json:"picture,omitempty"`
}

//go:embed glossary.csv
var text string

// Terms are all of them, in the order of the job.
var Terms = sync.OnceValue(func() []Term {
	var out []Term
	for _, r := range table.Rows(text) {
		out = append(out, Term{strings.Split(r.Text("words"), "|"), r.Text("meaning"), r.Text("where"), r.Text("picture")})
	}
	return out
})

// counted are the numbers of things in labels: "row 2, over the lower edge", "3, from the corner".
var counted = regexp.MustCompile(` ?\d+`)

// Of finds the entry of a label: of all of it, else of what stands before its first comma, else behind it,
// else of its first words.
func Of(label string) (Term, bool) {
	if e, ok := find(func(w string) bool { return w == label }); ok {
		return e, true
	}
	label = strings.TrimPrefix(counted.ReplaceAllString(label, ""), ", ")
	before, after, _ := strings.Cut(label, ", ")
	for _, want := range []string{label, before, after} {
		if e, ok := find(func(w string) bool { return w == want }); ok {
			return e, true
		}
	}
	return find(func(w string) bool { return strings.HasPrefix(label, w+" ") })
}

func find(is func(word string) bool) (Term, bool) {
	for _, e := range Terms() {
		for _, w := range e.Words {
			if is(w) {
				return e, true
			}
		}
	}
	return Term{}, false
}
