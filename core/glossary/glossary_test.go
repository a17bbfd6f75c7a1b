package glossary

import (
	"strings"
	"testing"
)

func TestEveryEntrySaysSomething(t *testing.T) {
	seen := map[string]bool{}
	for _, e := range Terms() {
		if len(e.Meaning) < 12 || !strings.HasSuffix(e.Meaning, ".") || e.Where != "" && !strings.HasSuffix(e.Where, ".") {
			t.Errorf("%v: %q %q", e.Words, e.Meaning, e.Where)
		}
		for _, w := range e.Words {
			if seen[w] || w == "" || w != strings.TrimSpace(w) {
				t.Errorf("%q stands twice, or is no word", w)
			}
			seen[w] = true
		}
	}
}

func TestLabelsFindTheirWord(t *testing.T) {
	for label, want := range map[string]string{
		"row 2, over the lower edge": "row", "3, from the corner": "from the corner", "rib 1, wide": "rib", "front lip, thick": "front lip",
		"arms' tops, over the foot": "arms' tops, over the foot", "gap to Shelf 2 above": "gap to", "reach": "reach",
		"column 4, along the wall": "column", "first pin, from the left end": "from the left end",
	} {
		e, ok := Of(label)
		found := false
		for _, w := range e.Words {
			found = found || w == want
		}
		if !ok || !found {
			t.Errorf("%s: %v", label, e.Words)
		}
	}
	if _, ok := Of("no such word"); ok {
		t.Error("a word that is not there is found")
	}
}
