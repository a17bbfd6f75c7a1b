package export

import (
	"bytes"
	"encoding/json"
	"errors"
	"os"
	"strings"
	"testing"
	"unicode/utf8"

	"aguante/core/design"
	"aguante/core/say"
	"aguante/core/support"
)

func subject(t *testing.T) *Subject {
	t.Helper()
	b, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	var p design.Project
	if err := json.Unmarshal(b, &p); err != nil {
		t.Fatal(err)
	}
	return &Subject{Design: &p, Shelf: &p.Shelves[0], Parts: []support.StockPart{{Name: "Peg", Kind: support.HookStock, Reach: 60, D: 19.05}},
		Units: say.Units{Length: "in", Mass: "lb"}}
}

func TestEveryFormatIsWritten(t *testing.T) {
	seen := map[string]bool{}
	for _, f := range Formats() {
		s := subject(t)
		got, err := Write(f.Key, s)
		if err != nil || len(got.Bytes) == 0 || !strings.HasSuffix(got.Name, f.Ending) || got.Type != f.Type {
			t.Errorf("%s: %q, %s, %d bytes, %v", f.Key, got.Name, got.Type, len(got.Bytes), err)
		}
		if seen[f.Key] {
			t.Errorf("%s is there twice", f.Key)
		}
		seen[f.Key] = true
		if f.Ending == ".csv" && bytes.Contains(got.Bytes, []byte("_mm")) {
			t.Errorf("%s in millimetres for who thinks in inches:\n%s", f.Key, got.Bytes)
		}
		if f.Of != Shop {
			if _, err := Write(f.Key, &Subject{Units: s.Units}); !errors.Is(err, ErrFormat) {
				t.Errorf("%s of nothing: %v", f.Key, err)
			}
		}
	}
	if _, err := Write("papyrus", subject(t)); !errors.Is(err, ErrFormat) {
		t.Errorf("on papyrus: %v", err)
	}
}

func TestFileNamesFit(t *testing.T) {
	long := FileName(strings.Repeat("蜂", 120))
	if len(long) > 180 || !utf8.ValidString(long) || len(long) < 170 {
		t.Errorf("%d bytes, %q", len(long), long)
	}
}

func TestAWallThatIsSavedOpensAgain(t *testing.T) {
	s := subject(t)
	s.Design.Name = ` a/b: "c"? `
	got, err := Write("project", s)
	if err != nil || got.Name != "a-b- -c--.aguante.json" {
		t.Fatalf("%q %v", got.Name, err)
	}
	var back design.Project
	if err := json.Unmarshal(got.Bytes, &back); err != nil || len(back.Validate()) > 0 || len(back.Shelves) != len(s.Design.Shelves) || back.Name != s.Design.Name {
		t.Errorf("%v", err)
	}
}
