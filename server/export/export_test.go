package export

import (
	"bytes"
	"encoding/json"
	"errors"
	"strings"
	"testing"
	"unicode/utf8"

	"aguante/core/buy"
	"aguante/core/design"
	"aguante/core/draw"
	"aguante/core/dress/dresstest"
	"aguante/core/drill"
	"aguante/core/order"
	"aguante/core/paper"
	"aguante/core/plan"
	"aguante/core/say"
	"aguante/core/shop"
	"aguante/core/support"
	"aguante/server/calendar"
)

func subject(t *testing.T) *Subject {
	t.Helper()
	p := dresstest.HoneyRoom(t)
	mine, decided, parts := shop.New(true), plan.Empty(), plan.Parts(p)
	cuts := plan.Lay(t.Context(), p, parts, &mine, &decided, nil)
	drawn := draw.Drawing{Width: 100, Height: 50}
	drawn.Box(draw.Cut, 5, 5, 95, 45)
	doc, err := paper.Tile("t", "piece", &drawn, shop.A4)
	if err != nil {
		t.Fatal(err)
	}
	return &Subject{Buy: &buy.List{Rows: []buy.Row{{Name: "screws"}}}, Work: &calendar.Work{Days: &order.Schedule{}}, Holes: &drill.Schedule{Holes: []drill.Hole{{N: 1, For: "bracket"}}}, Paper: &doc, Drawn: &drawn, Pieces: parts, Cuts: &cuts, Design: p, Shelf: &p.Shelves[0], Parts: []support.StockPart{{Name: "Peg", Kind: support.HookStock, Reach: 60, D: 19.05}},
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
