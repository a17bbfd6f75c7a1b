package projectfile

import (
	"encoding/json"
	"errors"
	"os"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/dress/dresstest"
	"aguante/core/support"
)

func jars(t testing.TB) string {
	t.Helper()
	b, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

func TestReadTakesTheDemoAndWritesItBack(t *testing.T) {
	p, err := Read([]byte(jars(t)))
	if err != nil {
		t.Fatal(err)
	}
	b, err := json.Marshal(p)
	if err != nil {
		t.Fatal(err)
	}
	again, err := Read(b)
	if err != nil {
		t.Fatalf("what was written is not read: %v", err)
	}
	if c, _ := json.Marshal(again); string(c) != string(b) {
		t.Error("written and read again it is another")
	}
}

func TestReadRefusesWithLineAndReason(t *testing.T) {
	swap := func(old, new string) string {
		s := jars(t)
		if !strings.Contains(s, old) {
			t.Fatalf("the demo has no %s", old)
		}
		return strings.Replace(s, old, new, 1)
	}
	line := func(text string) int {
		return 1 + strings.Count(jars(t)[:strings.Index(jars(t), text)], "\n")
	}
	for name, c := range map[string]struct {
		text, path, says string
		line             int
	}{
		"empty":             {"", "", "ends too early", 1},
		"cut short":         {jars(t)[:400], "", "ends too early", 0},
		"no JSON":           {"hello", "", "not readable as JSON", 1},
		"not an object":     {"[1,2]", "", "a project file is a JSON object", 1},
		"another format":    {swap(`"aguante-project"`, `"drawing"`), "format", "this is no project file", 2},
		"a later version":   {swap(`"version": 6`, `"version": 9`), "version", "version 9", 3},
		"version as text":   {swap(`"version": 6`, `"version": "3"`), "version", "version 3", 3},
		"too deep":          {strings.Repeat("[", 100) + strings.Repeat("]", 100), strings.Repeat("[0]", 33), "nested deeper", 1},
		"a field twice":     {swap(`"version": 6,`, `"version": 6, "version": 6,`), "version", "given twice", 3},
		"two documents":     {jars(t) + "{}", "", "after the end", 0},
		"unknown field":     {swap(`"misfit_mm": 1`, `"misfit_mm": 1, "colour": "red"`), "shelves[0]", "colour", 0},
		"text for a number": {swap(`"count": 24`, `"count": "many"`), "shelves[0].contents[0].count", "string", line(`"count": 24`)},
		"length as text": {swap(`"depth_mm": 184.15`, `"depth_mm": "seven inches"`), "shelves[0].depth_mm", "no number",
			line(`"depth_mm": 184.15`)},
		"length not said": {swap(`"depth_mm": 184.15`, `"depth_mm": "7"`), "shelves[0].depth_mm", "unit is missing",
			line(`"depth_mm": 184.15`)},
		"mass in inches": {swap(`"each_kg": 22`, `"each_kg": "22 in"`), "shelves[0].contents[1].each_kg", "unit not known",
			line(`"each_kg": 22`)},
		"beyond belief": {swap(`"depth_mm": 184.15`, `"depth_mm": 1e300`), "shelves[0].depth_mm", "not believable",
			line(`"depth_mm": 184.15`)},
		"negative":      {swap(`"depth_mm": 184.15`, `"depth_mm": -3`), "shelves[0].depth_mm", "is not possible", line(`"depth_mm": 184.15`)},
		"no such wood":  {swap(`"eastern-white-pine"`, `"cheese"`), "shelves[0].board.woods[0]", "not known", line(`"eastern-white-pine"`)},
		"parts missing": {swap(`"kind": "flat-bracket"`, `"kind": "magnet"`), "shelves[0].supports[0].kind", "is not known", 0},
		"too large":     {strings.Repeat(" ", MaxSize+1), "", "at most", 0},
	} {
		_, err := Read([]byte(c.text))
		var bad Unreadable
		if !errors.As(err, &bad) {
			t.Errorf("%s: %v", name, err)
			continue
		}
		found := false
		for _, p := range bad {
			found = found || (p.Path == c.path && strings.Contains(p.Message, c.says) && (c.line == 0 || p.Line == c.line))
		}
		if !found {
			t.Errorf("%s: %+v, want %q at %s, line %d", name, bad, c.says, c.path, c.line)
		}
	}
}

func TestReadNamesAllProblemsAtOnce(t *testing.T) {
	s := strings.NewReplacer(`"depth_mm": 184.15`, `"depth_mm": "wide"`, `"each_kg": 22`, `"each_kg": "heavy"`, `"height_mm": 2400`,
		`"height_mm": "tall"`).Replace(jars(t))
	var bad Unreadable
	if _, err := Read([]byte(s)); !errors.As(err, &bad) || len(bad) != 4 || bad[0].Line > bad[1].Line {
		t.Errorf("%+v", bad)
	}
}

func TestTheExampleOfTheDocsIsRead(t *testing.T) {
	b, err := os.ReadFile("../../docs/format.md")
	if err != nil {
		t.Fatal(err)
	}
	_, rest, found := strings.Cut(string(b), "```json\n")
	example, _, closed := strings.Cut(rest, "```")
	if !found || !closed {
		t.Fatal("docs/format.md has no example")
	}
	p, err := Read([]byte(example))
	if err != nil {
		t.Fatal(err)
	}
	r, err := check.Run(t.Context(), p)
	if err != nil || r.Shelves[0].HoldsUpTo.Kg <= 0 {
		t.Errorf("%+v, %v", r, err)
	}
}

// Whatever the program makes passes its own door: what the published schema says is what
// the core allows.
func TestWhatIsMadePassesTheDoor(t *testing.T) {
	draw := dresstest.New(5)
	for _, w := range support.Recipes() {
		t.Run(w.Key, func(t *testing.T) {
			p := draw.Design(w.Key)
			b, err := json.Marshal(p)
			if err != nil {
				t.Fatal(err)
			}
			if _, err := Read(b); err != nil {
				t.Error(err)
			}
		})
	}
	for _, u := range []design.Units{{Length: design.Inches, Mass: design.Pounds}, {Length: design.Millimetres, Mass: design.Kilograms}} {
		p, err := dress.Begin(u, "", draw.ID)
		if err != nil {
			t.Fatal(err)
		}
		for _, w := range support.Recipes() {
			p.Shelves[0].Thickness = 38
			h, err := dress.Shelf(p, 0, w.Key, draw.ID)
			if err != nil {
				t.Fatalf("%s: %v", w.Key, err)
			}
			b, _ := json.Marshal(p.With(0, h))
			if _, err := Read(b); err != nil {
				t.Errorf("%s in %s: %v", w.Key, u.Length, err)
			}
		}
	}
}
