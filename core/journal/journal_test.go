package journal

import (
	"slices"
	"strings"
	"testing"

	"aguante/core/problem"
)

const noon = "2026-11-26T12:00:00Z"

func entry(id string) Entry { return Entry{ID: id, Kind: Tick, When: noon, Text: "glued"} }

func ids(all []Entry) (out []string) {
	for _, e := range all {
		out = append(out, e.ID)
	}
	return out
}

func back(id, of string) Entry { return Entry{ID: id, Kind: TakeBack, When: noon, Back: of} }

func TestWhatIsTakenBackDoesNotStand(t *testing.T) {
	for name, c := range map[string]struct {
		all  []Entry
		want []string
	}{
		"nothing":               {nil, nil},
		"two":                   {[]Entry{entry("a"), entry("b")}, []string{"a", "b"}},
		"one taken back":        {[]Entry{entry("a"), entry("b"), back("c", "a")}, []string{"b"}},
		"taken back, and again": {[]Entry{entry("a"), back("b", "a"), back("c", "b")}, []string{"a"}},
		"and once more":         {[]Entry{entry("a"), back("b", "a"), back("c", "b"), back("d", "c")}, nil},
	} {
		if got := ids(Standing(c.all)); !slices.Equal(got, c.want) {
			t.Errorf("%s: %v stand, want %v", name, got, c.want)
		}
	}
}

func TestTheSameEntryIsOne(t *testing.T) {
	have := []Entry{entry("a")}
	have[0].Seq, have[0].At = 1, noon
	if got, err := Add(have, []Entry{entry("a"), entry("b"), entry("b"), back("c", "b")}); err != nil || !slices.Equal(ids(got), []string{"b", "c"}) {
		t.Errorf("%v, %v", ids(got), err)
	}
	changed := entry("a")
	changed.Text = "screwed"
	if _, err := Add(have, []Entry{changed}); err == nil || !strings.Contains(err.Error(), "says something else") {
		t.Errorf("an entry was changed: %v", err)
	}
	if _, err := Add(have, []Entry{back("c", "z")}); err == nil {
		t.Error("what is not there was taken back")
	}
}

func TestEntriesThatCannotBeAreNamed(t *testing.T) {
	for path, spoil := range map[string]func(e *Entry){
		"id":         func(e *Entry) { e.ID = "no id" },
		"kind":       func(e *Entry) { e.Kind = "dream" },
		"when":       func(e *Entry) { e.When = "yesterday" },
		"takes_back": func(e *Entry) { e.Back = "a" },
		"text":       func(e *Entry) { e.Text = strings.Repeat("x", 2001) },
		"data":       func(e *Entry) { e.Data = []byte("{") },
		"pictures":   func(e *Entry) { e.Pictures = make([]string, 13) },
	} {
		e, l := entry("a"), problem.New()
		spoil(&e)
		e.Validate(l)
		if len(l.All()) != 1 || l.All()[0].Path != path {
			t.Errorf("%s: %+v", path, l.All())
		}
	}
	e, l := entry("a"), problem.New()
	if e.Validate(l); len(l.All()) > 0 {
		t.Errorf("%+v", l.All())
	}
}
