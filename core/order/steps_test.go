package order

import (
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/drill"
	"aguante/core/material"
	"aguante/core/plan"
	"aguante/core/quantity"
	"aguante/core/setup"
	"aguante/core/shop"
)

// toBuild is what there is to do for a design.
func toBuild(t testing.TB, p *design.Project, s *shop.Shop) []Step {
	t.Helper()
	r, err := check.Run(t.Context(), p)
	if err != nil {
		t.Fatal(err)
	}
	parts, decided := plan.Parts(p), plan.Empty()
	cuts, holes := plan.Lay(t.Context(), p, parts, s, &decided, nil), drill.Of(p, r, nil)
	return Steps(&Subject{Design: p, Report: r, Parts: parts, Cutting: &cuts, Cards: setup.Cards(p, parts, float64(s.Kerf), nil), Drilling: &holes, Shop: s})
}

// jars is the demo's jar shelf alone, finished so.
func jars(t testing.TB, f design.Finish) *design.Project {
	t.Helper()
	p := dresstest.HoneyRoom(t)
	p.Shelves = p.Shelves[:1]
	f.Shelf = p.Shelves[0].ID
	p.Making.Finish = []design.Finish{f}
	return p
}

// evenings are two a week: Tuesday and Thursday, from 19:10 to 20:50 without setting up and clearing away.
func evenings() *Given { return &Given{Start: monday, People: []shop.Person{worker(0, 2, 0, 2)}} }

// dated are when each step of a kind begins: day from the first Monday, and minute of that day.
func dated(s *Schedule, prefix string) (out [][2]int) {
	seen := map[string]bool{}
	for _, b := range s.Blocks {
		if strings.HasPrefix(b.Step, prefix) && !seen[b.Step] {
			seen[b.Step] = true
			out = append(out, [2]int{b.From / day, b.From % day})
		}
	}
	slices.SortFunc(out, func(a, b [2]int) int { return (a[0]-b[0])*day + a[1] - b[1] })
	return out
}

func at(hour, minute int) int { return hour*60 + minute }

func planned(t *testing.T, steps []Step, g *Given) *Schedule {
	t.Helper()
	s, err := Plan(steps, g, nil)
	if err != nil {
		t.Fatal(err)
	}
	if wrong := sound(steps, g, s); len(wrong) > 0 {
		t.Fatal(wrong)
	}
	return s
}

// One shelf, oiled, on two evenings a week, by hand. The stock comes in on Tuesday at 19:10 and stands for two days: Thursday
// 19:20. Sawing (a cut or two) and three grits of 8 min/m² on 0.72 m² are done within that evening, and so is a first coat of 10 + 6 · 0.72
// = 15 min. It dries 24 h: the second is on Tuesday at 19:10. It dries 24 h again: drilled, fixed and hung on Thursday. Seven
// days after the second coat it is loaded: Tuesday a week later, at 19:25, and read again after a day.
func TestOneShelfOiledOnTwoEvenings(t *testing.T) {
	mine := shop.New(true)
	steps := toBuild(t, jars(t, design.Finish{Kind: design.Oil}), &mine)
	s := planned(t, steps, evenings())
	coat := int(math.Ceil(coatBegin + perCoat*Area(1714.5, 184.15, 19.05)))
	for what, want := range map[string][2]int{"stock/": {1, at(19, 10)}, "find": {1, at(19, 20)}, "coat/jars/1/1": {3, 0}, "coat/jars/1/2": {8, at(19, 10)},
		"hang/": {10, 0}, "load/": {15, at(19, 10) + coat}} {
		got := dated(s, what)
		if len(got) != 1 || got[0][0] != want[0] || want[1] > 0 && got[0][1] != want[1] {
			t.Errorf("%s is on %v, by hand on %v", what, got, want)
		}
	}
	if d := s.End / day; d != 16 {
		t.Errorf("it ends on day %d", d)
	}
}

// Three shelves of three plies, 800 long, by hand: six clamps each would be wanted, four are there, with weights between; the
// glue stays open for 8 minutes, one joint of 6. So six glue-ups of 6 min, each with all clamps on for an hour after it: on Saturdays
// from 10:10 to 14:50 at 10:10, 11:16, 12:22, 13:28 and 14:34, and the sixth a week later.
func TestThreeLaminatesAndFourClamps(t *testing.T) {
	p := jars(t, design.Finish{})
	one := p.Shelves[0]
	one.Length, one.X, one.Contents = 800, 600, nil
	one.MakeUp = design.MakeUp{Kind: design.Laminated, Plies: []design.Ply{{Thickness: 6.35}, {Thickness: 6.35}, {Thickness: 6.35}}}
	one.Board.Woods = []string{"birch-plywood"}
	p.Shelves, p.Making.Finish = nil, nil
	for i, id := range []string{"a", "b", "c"} {
		s := one
		s.ID, s.Name, s.Y, s.Supports = id, "Shelf "+id, quantity.Length(500+500*i), slices.Clone(one.Supports[:2])
		for k := range s.Supports {
			s.Supports[k].ID = id + s.Supports[k].ID
			bracket := *one.Supports[k].FlatBracket
			bracket.Holes = slices.Clone(bracket.Holes)
			for n := range bracket.Holes {
				bracket.Holes[n].ID = id + bracket.Holes[n].ID
			}
			s.Supports[k].FlatBracket = &bracket
			s.Supports[k].X = s.X + quantity.Length(100+600*k)
		}
		p.Shelves = append(p.Shelves, s)
	}
	mine := shop.New(false)
	mine.Clamps = []shop.Clamp{{Reach: 300, Count: 4}}
	steps := toBuild(t, p, &mine)
	g := &Given{Start: monday, People: []shop.Person{worker(0, 0, 0, 0, 0, 5)}, Clamps: 4, Done: map[string]int{}}
	n := 0
	for _, s := range steps {
		switch s.Kind {
		case Bring, Saw, SetUp, Dry, Find:
			g.Done[s.ID] = 0
		case GlueK:
			n++
			if s.Clamps != 4 || s.Minutes != 6 || len(s.Notes) != 2 {
				t.Errorf("%+v", s)
			}
		}
	}
	if n != 6 {
		t.Fatalf("%d glue-ups", n)
	}
	s := planned(t, steps, g)
	want := [][2]int{{5, at(10, 10)}, {5, at(11, 16)}, {5, at(12, 22)}, {5, at(13, 28)}, {5, at(14, 34)}, {12, at(10, 10)}}
	if got := dated(s, "glue/"); !slices.Equal(got, want) {
		t.Errorf("glued at %v, by hand at %v", got, want)
	}
}

// Paint by hand, all before it done: primer on Tuesday, which dries 4 h, paint on Thursday and on Tuesday; hung on Thursday;
// 14 days after the last coat, Tuesday in two weeks to the minute, it is loaded.
func TestPaintWaitsForTheLoad(t *testing.T) {
	mine := shop.New(true)
	steps := toBuild(t, jars(t, design.Finish{Kind: design.Paint}), &mine)
	g := evenings()
	g.Done = map[string]int{}
	for _, s := range steps {
		switch s.Kind {
		case Bring, Saw, SetUp, Dry, Find, Sand:
			g.Done[s.ID] = 0
		}
	}
	s := planned(t, steps, g)
	if got := dated(s, "coat/"); !slices.Equal(got, [][2]int{{1, at(19, 10)}, {3, at(19, 10)}, {8, at(19, 10)}}) {
		t.Errorf("coats at %v", got)
	}
	coat := int(math.Ceil(coatBegin + perCoat*Area(1714.5, 184.15, 19.05)))
	if got := dated(s, "load/"); !slices.Equal(got, [][2]int{{22, at(19, 10) + coat}}) {
		t.Errorf("loaded at %v", got)
	}
}

// Wet lumber is used on the day on which it comes; what is dry but of unknown moisture two days later; over 12 % a week for
// 25 mm.
func TestWetLumberTheSameDay(t *testing.T) {
	mine := shop.New(true)
	for name, c := range map[string]struct {
		do   func(b *design.Board)
		wait float64
		days int
	}{
		"wet":       {func(b *design.Board) { b.Condition = material.Wet }, 0, 1},
		"not known": {func(*design.Board) {}, 48, 3},
		"measured":  {func(b *design.Board) { b.Moisture = 9 }, 0, 1},
		"at 15 %":   {func(b *design.Board) { b.Moisture = 15 }, 7 * 24 * 19.05 / 25, 8},
	} {
		p := jars(t, design.Finish{})
		c.do(&p.Shelves[0].Board)
		steps := toBuild(t, p, &mine)
		if math.Abs(steps[0].Wait-c.wait) > 0.01 {
			t.Errorf("%s: waits %g h", name, steps[0].Wait)
		}
		if got := dated(planned(t, steps, evenings()), "cut/"); len(got) == 0 || got[0][0] != c.days {
			t.Errorf("%s: cut on %v", name, got)
		}
	}
}

// The demo's walls: every step can be done, whatever is first; cards that brackets have to be up for come after these; what is
// glued up is bored when it is.
func TestEveryWallCanBeBuilt(t *testing.T) {
	mine := shop.New(true)
	for _, name := range []string{"honey-room", "back-wall", "brick-wall"} {
		p := dresstest.DemoWall(t, name)
		for i := range p.Shelves {
			p.Making.Schools = append(p.Making.Schools, design.Practice{Shelf: p.Shelves[i].ID, Bores: design.BoresAfter, First: design.BracketsFirst, Heads: design.HeadsFront, Fit: design.FitStop})
		}
		steps := toBuild(t, p, &mine)
		s := planned(t, steps, evenings())
		at := map[string]int{}
		for i, st := range steps {
			at[st.ID] = i
			if st.Says == "" || st.Minutes <= 0 {
				t.Errorf("%s: %+v", name, st)
			}
			for _, n := range st.Needs {
				if _, ok := at[n.Step]; !ok && s.Ends[n.Step] == 0 {
					t.Errorf("%s: %s needs %s, which is not there", name, st.ID, n.Step)
				}
			}
		}
		for i := range p.Shelves {
			if _, ok := s.Ends["load/"+p.Shelves[i].ID]; !ok {
				t.Errorf("%s: %s is never loaded", name, p.Shelves[i].ID)
			}
		}
	}
}

// Worked numbers B8 and B9.
func TestWorkedQuantities(t *testing.T) {
	near := func(what string, got, want float64) {
		t.Helper()
		if math.Abs(got-want) > 0.0005*math.Max(1, want) {
			t.Errorf("%s: %.4f, worked %.4f", what, got, want)
		}
	}
	near("glue of three plies 800 × 225", 2*GlueGrams(0.8*0.225), 64.8)
	near("1200 × 250 × 19 all round", Area(1200, 250, 19), 0.6551)
	near("three coats of it", Litres(Area(1200, 250, 19), 3, 10), 0.226)
}

func BenchmarkOrderAndDays(b *testing.B) {
	p, mine := dresstest.HoneyRoom(b), shop.New(true)
	r, err := check.Run(b.Context(), p)
	if err != nil {
		b.Fatal(err)
	}
	for name, n := range map[string]int{"demo": 1, "40 shelves": 40} {
		q := *p
		q.Shelves = nil
		for i := range n {
			for k := range p.Shelves {
				if n == 1 || k == 0 {
					s := p.Shelves[k]
					if n > 1 {
						s.ID += string(rune('a'+i/26)) + string(rune('a'+i%26))
					}
					q.Shelves = append(q.Shelves, s)
				}
			}
		}
		parts, decided := plan.Parts(&q), plan.Empty()
		cuts, holes := plan.Lay(b.Context(), &q, parts, &mine, &decided, nil), drill.Of(&q, r, nil)
		cards := setup.Cards(&q, parts, 3.2, nil)
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				steps := Steps(&Subject{Design: &q, Report: r, Parts: parts, Cutting: &cuts, Cards: cards, Drilling: &holes, Shop: &mine})
				if _, err := Plan(steps, evenings(), nil); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
