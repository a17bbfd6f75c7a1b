package paper

import (
	"math"
	"strings"
	"testing"
	"time"

	"aguante/core/buy"
	"aguante/core/check"
	"aguante/core/draw"
	"aguante/core/dress/dresstest"
	"aguante/core/drill"
	"aguante/core/order"
	"aguante/core/piece"
	"aguante/core/plan"
	"aguante/core/setup"
	"aguante/core/shop"
)

func subject(t *testing.T, wall string) *Subject {
	t.Helper()
	p := dresstest.DemoWall(t, wall)
	p.Shelves[0].Name = "Ράφι, полка"
	r, err := check.Run(t.Context(), p)
	if err != nil {
		t.Fatal(err)
	}
	mine, decided, parts := shop.New(true), plan.Empty(), plan.Parts(p)
	cuts, holes := plan.Lay(t.Context(), p, parts, &mine, &decided, nil), drill.Of(p, r, nil)
	cards, start := setup.Cards(p, parts, 3.2, nil), time.Date(2026, 11, 30, 0, 0, 0, 0, time.UTC)
	steps := order.Steps(&order.Subject{Design: p, Report: r, Parts: parts, Cutting: &cuts, Cards: cards, Drilling: &holes, Shop: &mine})
	days, err := order.Plan(steps, &order.Given{Start: start, People: order.Usual()}, nil)
	if err != nil {
		t.Fatal(err)
	}
	list := buy.Of(p, parts, &cuts, &mine, nil)
	return &Subject{Design: p, Report: r, Parts: parts, Cutting: &cuts, Cards: cards, Drilling: &holes, Units: p.Units.Said(), Steps: steps, Days: days, Start: start,
		Buy: &list, Date: "2026-11-26", Version: "0123abcd"}
}

// Everything that can be printed of the demo's walls fits its sheets: no word or line runs off one, no two words of a
// sheet lie on each other, and no figure is left unwritten.
func TestSheetsFitTheirPaper(t *testing.T) {
	for _, wall := range []string{"honey-room", "back-wall", "brick-wall"} {
		s := subject(t, wall)
		for _, size := range []shop.Paper{shop.A4, shop.Letter} {
			for _, k := range s.All() {
				doc, _, err := s.Make(k.Key, size)
				if err != nil || len(doc.Pages) == 0 {
					t.Fatalf("%s, %s: %v", wall, k.Key, err)
				}
				for i := range doc.Pages {
					fits(t, wall+", "+k.Name, &doc.Pages[i], !k.Template)
				}
			}
		}
	}
}

func fits(t *testing.T, name string, p *Page, words bool) {
	t.Helper()
	type box struct{ x0, y0, x1, y1 float64 }
	var said []box
	for _, m := range p.Marks {
		for _, at := range m.Points {
			if at[0]-m.R < 4 || at[0]+m.R > p.Width-4 || at[1]-m.R < 4 || at[1]+m.R > p.Height-4 {
				t.Errorf("%s: %v is off the sheet", name, at)
			}
		}
		if m.Text == "" {
			continue
		}
		if strings.ContainsRune(m.Text, '\uE000') {
			t.Errorf("%s: %q is not written out", name, m.Text)
		}
		w := draw.Wide(m.Text, m.High, m.Bold)
		b := box{m.Points[0][0] - m.Anchor*w, m.Points[0][1], m.Points[0][0] + (1-m.Anchor)*w, m.Points[0][1] + 0.6*m.High}
		if b.x0 < 4 || b.x1 > p.Width-4 {
			t.Errorf("%s: %q runs off the sheet", name, m.Text)
		}
		if !words || m.High < 2.7 {
			continue // within a drawing
		}
		for _, o := range said {
			if b.x0 < o.x1-0.2 && o.x0 < b.x1-0.2 && b.y0 < o.y1-0.2 && o.y0 < b.y1-0.2 {
				t.Errorf("%s: %q lies on another", name, m.Text)
			}
		}
		said = append(said, b)
	}
}

// The check sheet says what holds, what gives first, what is assumed, where to drill, what to mind, when and of which
// design.
func TestTheCheckSheetSaysAll(t *testing.T) {
	doc, _, err := subject(t, "honey-room").Make(CheckSheet, shop.A4)
	if err != nil {
		t.Fatal(err)
	}
	all := ""
	for i := range doc.Pages {
		for _, m := range doc.Pages[i].Marks {
			all += m.Text + "\n"
		}
	}
	for _, want := range []string{"Ράφι, полка", "holds 36 kg of 38 kg asked", "bar at the corner", "assumed: ", "Drilling", "find cables and pipes", "2026-11-26, design 0123abcd",
		"Local codes and licensed people decide", "5/16 in lag", "Load it slowly"} {
		if !strings.Contains(all, want) {
			t.Errorf("it does not say %q", want)
		}
	}
}

// Templates are the pieces: outline, holes and keyholes where they are, to a hundredth of a millimetre.
func TestTemplatesAreThePieces(t *testing.T) {
	q := plan.Part{Letter: "A", Name: "back", Wood: "white-ash", Length: 300, Width: 80, Thickness: 19, Off: [2]float64{0, 45},
		Features: []piece.Feature{{Kind: piece.Bore, Face: piece.Front, X: 40, Y: 30, D: 5.5, Head: 11, Recess: 4},
			{Kind: piece.Key, Face: piece.Back, X: 150, Y: 60, D: 10, Wide: -15, Slim: 5, Lip: 6, Depth: 10},
			{Kind: piece.Notch, Face: piece.Front, X: 200, Y: 0, Long: 38, Wide: 20}},
		Each: []plan.Each{{ID: "x#1", Called: "A1"}}}
	all := Templates([]plan.Part{q}, &drill.Schedule{}, subject(t, "honey-room").Units)
	if len(all) != 1 {
		t.Fatalf("%d templates", len(all))
	}
	d := all[0].Drawing
	has := func(what string, is func(m draw.Mark) bool) {
		t.Helper()
		for _, m := range d.Marks {
			if is(m) {
				return
			}
		}
		t.Errorf("no %s", what)
	}
	near := func(p [2]float64, x, y float64) bool { return math.Hypot(p[0]-around-x, p[1]-around-y) < 0.01 }
	has("mitred corner", func(m draw.Mark) bool {
		return m.Closed && len(m.Points) == 4 && near(m.Points[2], 220, 80) && near(m.Points[1], 300, 0)
	})
	has("hole", func(m draw.Mark) bool { return m.R == 2.75 && near(m.Points[0], 40, 30) })
	has("recess", func(m draw.Mark) bool { return m.R == 5.5 && near(m.Points[0], 40, 30) })
	has("entry", func(m draw.Mark) bool { return m.R == 5 && near(m.Points[0], 150, 45) })
	has("end of the slot", func(m draw.Mark) bool { return m.R == 2.5 && m.To-m.From == 180 && near(m.Points[0], 150, 60) })
	has("notch", func(m draw.Mark) bool { return m.Closed && near(m.Points[0], 200, 0) && near(m.Points[2], 238, 20) })
}
