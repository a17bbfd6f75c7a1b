package check

import (
	"encoding/json"
	"errors"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/wall"
)

// twoEnds is a shelf on two brackets at its very ends, so that its board is one
// simple span, under an even load in the middle of its depth.
func twoEnds(t testing.TB, wood string, length, depth, thick, perMetre float64) *design.Project {
	t.Helper()
	p := demoWall(t)
	s := &p.Shelves[0]
	s.X, s.Length, s.Depth, s.Thickness = 400, quantity.Length(length), quantity.Length(depth), quantity.Length(thick)
	s.Board = design.Board{Woods: []string{wood}, Grade: "clear", Condition: material.Dry}
	s.Supports = []design.Support{s.Supports[0], s.Supports[2]}
	s.Supports[0].X, s.Supports[1].X = s.X, s.X+s.Length
	s.Contents = []load.Item{{ID: "even", Name: "even", Shape: "box", By: load.ByLength, PerMetre: quantity.Mass(perMetre), From: 0,
		To: s.Length, Place: load.Middle, Height: 100}}
	p.Wall.Length = s.X + s.Length + 400
	p.Wall.KeepOuts = nil
	for i := range p.Wall.Studs {
		p.Wall.Studs[i].X = min(p.Wall.Studs[i].X, p.Wall.Length)
	}
	p.Wall.Studs = p.Wall.Studs[:2]
	return p
}

func sagOf(t *testing.T, s Shelf) Link {
	t.Helper()
	worst := Link{}
	for _, l := range s.Links {
		if l.Role == hold.RoleSags && l.Used >= worst.Used {
			worst = l
		}
	}
	return worst
}

// 5 w L⁴ / 384 EI with the weight of the board, by hand: MDF 18 mm, 250 deep, 800
// long, 30 kg/m. EI = 2800 × 250 × 18³/12 = 3.402e8; w = 0.2942 + 750e-9 × 4500 ×
// 9.80665 = 0.2942 + 0.0331 = 0.3273 N/mm; δ = 5 × 0.3273 × 800⁴ / (384 × 3.402e8)
// = 5.131 mm, in ten years × 3.25 = 16.67.
func TestMDFCreepsAsByHand(t *testing.T) {
	l := sagOf(t, run1(t, twoEnds(t, "mdf", 800, 250, 18, 30)))
	if !near(l.Now, 5.131, 0.002) || !near(l.Value, 16.67, 0.002) {
		t.Errorf("sags %v, later %v", l.Now, l.Value)
	}
}

// With a lip on its front edge only, row 4's board is two beams: the front half
// 125 × 18 with the lip, half of the load, and the bare half with 0.65 of its
// half. By hand: the bare half's EI is 1.081e9/2, so the whole seems
// 0.5405e9/0.325 = 1.663e9, × 1.538; the half with the lip is far stiffer.
func TestALipOnOneEdgeLeavesTheOtherToItself(t *testing.T) {
	p := twoEnds(t, "eastern-white-pine", 900, 250, 18, 20)
	plain := run1(t, p)
	s := &p.Shelves[0]
	s.MakeUp.Front = &design.Strip{Width: 18, Height: 45, Goes: design.Down, Glued: true}
	one := run1(t, p)
	s.MakeUp.Back = s.MakeUp.Front
	both := run1(t, p)
	if g := one.Section.Gain; !near(g, 0.5/0.325, 1e-9) {
		t.Errorf("a lip on one edge gains × %v", g)
	}
	if len(one.Section.Sides) != 2 || !one.Section.Sides[1].Sags || one.Section.Sides[0].Sags {
		t.Errorf("sides %+v", one.Section.Sides)
	}
	// Both edges: Σ A y and Σ A y² by hand, E alike: ȳ from the underside =
	// (4500 × 9 + 1620 × −22.5)/6120 = 0.6618.
	i := 121500 + 4500*math.Pow(9-0.6618, 2) + 2*136687.5 + 1620*math.Pow(22.5+0.6618, 2)
	if got := both.Section.EI / (both.Section.Alone / 121500); !near(got, i, 0.001) || both.Section.Gain < 7 {
		t.Errorf("lips on both edges: I %v, want %v; gains × %v", got, i, both.Section.Gain)
	}
	a, b, c := sagOf(t, plain), sagOf(t, one), sagOf(t, both)
	if a.Value < b.Value || b.Value < c.Value {
		t.Errorf("sags %v plain, %v with one lip, %v with two", a.Value, b.Value, c.Value)
	}
	s.MakeUp.Front.Glued = false
	s.MakeUp.Back = nil
	if loose := run1(t, p).Section.Gain; loose > one.Section.Gain+1e-9 {
		t.Errorf("a screwed lip gains × %v, a glued one × %v", loose, one.Section.Gain)
	}
}

func TestHollowAndLaminatedShelves(t *testing.T) {
	p := twoEnds(t, "birch-plywood", 900, 300, 60, 20)
	s := &p.Shelves[0]
	s.MakeUp = design.MakeUp{Kind: design.Hollow, Hollow: &design.Box{Skin: 6, Front: 20, Back: 20, Wood: "ponderosa-pine", Ends: 20}}
	got := run1(t, p)
	// Row 5 with the table's own E for 6 mm plywood: the lower of 4 and 6.5 mm.
	skins := 2 * 12700 * (300*216/12.0 + 1800*27*27)
	webs := 2 * 8900 * (20 * math.Pow(48, 3) / 12)
	if !near(got.Section.EI, skins+webs, 1e-6) {
		t.Errorf("EI %v, want %v", got.Section.EI, skins+webs)
	}
	for _, role := range []hold.Role{hold.RoleBends, hold.RoleShears} {
		l := got.Links[slices.IndexFunc(got.Links, func(l Link) bool { return l.Role == role })]
		if l.Used <= 0 || l.Limit.Kg <= 0 {
			t.Errorf("%s: %+v", role, l)
		}
	}
	s.Thickness = 18
	s.MakeUp = design.MakeUp{Kind: design.Laminated, Plies: []design.Ply{{Thickness: 6}, {Thickness: 6, Across: true}, {Thickness: 6}}}
	s.Board.Woods = []string{"white-oak"}
	crossed := run1(t, p)
	s.MakeUp.Plies[1].Across = false
	along := run1(t, p)
	s.MakeUp.Loose = true
	loose := run1(t, p)
	// By hand: the middle third holds 1/27 of the inertia; across it keeps 1/25.
	if want := along.Section.EI * (26 + 1.0/25) / 27; !near(crossed.Section.EI, want, 1e-6) ||
		!near(loose.Section.EI, along.Section.EI/9, 1e-6) {
		t.Errorf("crossed %v, along %v, loose %v", crossed.Section.EI, along.Section.EI, loose.Section.EI)
	}
	if !slices.ContainsFunc(crossed.Cautions, func(c Caution) bool { return containsAll(c.Text, "crossed", "cup or split") }) {
		t.Errorf("nothing is said of the crossed plies: %+v", crossed.Cautions)
	}
	solid := twoEnds(t, "white-oak", 900, 300, 18, 20)
	if one := run1(t, solid); !near(one.Section.EI, along.Section.EI, 1e-9) {
		t.Errorf("three plies along come to %v, one board to %v", along.Section.EI, one.Section.EI)
	}
}

func TestANotchTakesItsPart(t *testing.T) {
	p := twoEnds(t, "ponderosa-pine", 1000, 200, 20, 20)
	s := &p.Shelves[0]
	whole := run1(t, p)
	s.MakeUp.Cuts = []design.Cut{{ID: "n", From: 480, Length: 40, FromWall: 0, Width: 100}}
	got := run1(t, p)
	net := linkAt(t, got, s.ID+"/board/n/net")
	bends := linkAt(t, whole, s.ID+"/board/whole/bending")
	if net.Name != "board at the notch" || !near(net.Used, 2*bends.Used, 1e-4) { // half the width is left at mid-span
		t.Errorf("%s used %v, the whole board %v", net.Name, net.Used, bends.Used)
	}
	s.MakeUp.Cuts = []design.Cut{{ID: "n", From: 480, Length: 40, FromWall: 60, Width: 30, Depth: 16}}
	pocket := run1(t, p)
	if l := linkAt(t, pocket, s.ID+"/board/n/net"); l.Name != "board at the pocket" || l.Used <= bends.Used || l.Used > net.Used {
		t.Errorf("%s used %v", l.Name, l.Used)
	}
	if left := pocket.Section.Cuts[0].Left; left != 4 || !slices.ContainsFunc(pocket.Cautions,
		func(c Caution) bool { return containsAll(c.Text, "pocket", "only 4 mm of") }) {
		t.Errorf("%v mm left, cautions %+v", left, pocket.Cautions)
	}
	s.MakeUp.Cuts = []design.Cut{{ID: "n", From: 480, Length: 40, FromWall: 0, Width: 60},
		{ID: "m", From: 500, Length: 40, FromWall: 160, Width: 40}}
	if two := linkAt(t, run1(t, p), s.ID+"/board/n/net"); !near(two.Used, 2*bends.Used, 1e-4) {
		t.Errorf("two notches side by side leave as little as one: %v", two.Used)
	}
}

func TestSagThroughTheYears(t *testing.T) {
	for _, c := range []struct {
		wood string
		kdef float64
	}{{"mdf", 2.25}, {"white-oak", 0.6}} {
		t.Run(c.wood, func(t *testing.T) {
			s := run1(t, twoEnds(t, c.wood, 800, 250, 18, 30))
			times := s.Sagging.Times
			for i, days := range []float64{0, 1, 7, 30, 61, 365.25, 2 * 365.25, 5 * 365.25, 3652.5} {
				if i >= len(times) || times[i].Days != days {
					t.Fatalf("%s: the curve is drawn at %+v", c.wood, times)
				}
			}
			for i, at := range times {
				if want := 1 + c.kdef*math.Pow(at.Days/3652.5, 0.2); !near(at.Contents, want, 1e-9) || !near(at.Sag, times[0].Sag*want, 1e-6) {
					t.Errorf("%s after %v days: × %v, sag %v", c.wood, at.Days, at.Contents, at.Sag)
				}
				if !near(at.High, at.Sag/0.78, 1e-9) || !near(at.Low, at.Sag/1.22, 1e-9) || i > 0 && at.Sag < times[i-1].Sag {
					t.Errorf("%s after %v days: %+v", c.wood, at.Days, at)
				}
			}
			if l := sagOf(t, s); !near(times[len(times)-1].Sag, l.Value, 1e-6) || !near(times[0].Sag, l.Now, 1e-6) || s.Sagging.Link != l.ID {
				t.Errorf("%s: the years end at %v, the link says %v", c.wood, times[len(times)-1].Sag, l.Value)
			}
			for _, says := range s.Sagging.Schools {
				if says.School == design.Eye && !near(says.Used, sagOf(t, s).Used, 1e-6) {
					t.Errorf("by eye %v, the link %v", says.Used, sagOf(t, s).Used)
				}
			}
		})
	}
}

func TestATestedBoardIsBelieved(t *testing.T) {
	p := twoEnds(t, "ponderosa-pine", 900, 200, 20, 20)
	before := sagOf(t, run1(t, p))
	p.Shelves[0].Board.Tested = 6000
	after := run1(t, p)
	if l := sagOf(t, after); !near(l.Now/before.Now, 8900.0/6000, 1e-6) || after.Sagging.Times[3].High != after.Sagging.Times[3].Sag {
		t.Errorf("sagged %v, as tested %v", before.Now, l.Now)
	}
}

func TestMovementAndSlack(t *testing.T) {
	p := twoEnds(t, "european-beech", 900, 300, 20, 10)
	s := &p.Shelves[0]
	m := run1(t, p).Movement
	if want := 300 * 0.0041 * 5; m == nil || !near(m.Swing, want, 1e-9) || !m.Settled {
		t.Errorf("%+v, want a swing of %v", m, want)
	}
	s.Board.Sawn, s.Board.Moisture, s.Board.Slack = material.QuarterSawn, 18, new(quantity.Length)
	r := run1(t, p)
	if m = r.Movement; m.Swells != 0 || !near(m.Shrinks, 300*0.0019*12, 1e-9) || m.Settled {
		t.Errorf("at 18 %%: %+v", m)
	}
	if !slices.ContainsFunc(r.Cautions, func(c Caution) bool { return containsAll(c.Text, "18 %", "narrower") }) {
		t.Errorf("nothing is said of a wet board: %+v", r.Cautions)
	}
	s.Board.Moisture = 7
	if r = run1(t, p); !slices.ContainsFunc(r.Cautions, func(c Caution) bool { return containsAll(c.Text, "to swell", "it has 0") }) {
		t.Errorf("nothing is said of a board without room: %+v", r.Cautions)
	}
	s.Board.Woods = []string{"mdf"}
	if r = run1(t, p); r.Movement != nil {
		t.Errorf("MDF moves by %+v", r.Movement)
	}
}

func TestALooseBoardLifts(t *testing.T) {
	p := twoEnds(t, "ponderosa-pine", 1400, 254, 19.05, 40)
	s := &p.Shelves[0]
	third := s.Supports[0]
	third.ID = "third"
	w := *third.FlatBracket
	w.Thickness, w.Width = 12, 80
	s.Supports[0].FlatBracket, s.Supports[1].FlatBracket = &w, &w
	w.Holes = nil
	third.FlatBracket = &w
	s.Supports = append(s.Supports, third)
	s.Supports[0].X, s.Supports[1].X, s.Supports[2].X = s.X+100, s.X+1300, s.X+700
	s.Contents[0].To = 700 // row 21: only 0 to 700 is loaded, and the far support wants to pull
	r := run1(t, p)
	if up := r.Supports[1].Lifts; up <= 0.05 || !slices.ContainsFunc(r.Cautions,
		func(c Caution) bool { return containsAll(c.Text, "lifts", "screw it down") }) {
		t.Errorf("lifts %v; %+v", up, r.Cautions)
	}
}

// A span read off the ladder is what the check says of it: used 1 by what ends it.
func TestTheLadderAgreesWithTheCheck(t *testing.T) {
	for _, wood := range []string{"ponderosa-pine", "white-oak", "mdf", "spruce-pine-fir", "birch-plywood"} {
		for _, thick := range []float64{18, 30} {
			for _, per := range []float64{20, 90} {
				p := twoEnds(t, wood, 900, 240, thick, per)
				ladder, err := NewLadder(&p.Shelves[0], []string{wood}, []float64{thick}, per, 600)
				if err != nil {
					t.Fatal(err)
				}
				reach := ladder.Rungs[0].Spans[0]
				r := run1(t, twoEnds(t, wood, reach.Span, 240, thick, per))
				l := sagOf(t, r)
				if reach.By != "sag" {
					l = linkAt(t, r, r.ID+"/board/whole/"+reach.By)
				}
				if !near(l.Used, 1, 0.001) {
					t.Errorf("%s %v mm under %v kg/m spans %v by %s, but the check uses it %v", wood, thick, per, reach.Span, reach.By, l.Used)
				}
				if thin := ladder.Thinnest[0].Thickness; (thin == thick) != (reach.Span >= 600) {
					t.Errorf("%s: thinnest %v for 600, spans %v", wood, thin, reach.Span)
				}
			}
		}
	}
	p := twoEnds(t, "mdf", 900, 240, 18, 20)
	var bad Invalid
	if _, err := NewLadder(&p.Shelves[0], []string{"cheese"}, []float64{0}, -1, math.NaN()); !asInvalid(err, &bad) || len(bad) != 4 {
		t.Errorf("nonsense: %v", err)
	}
}

func TestBestPlacesForTwoAreWhereTheyShouldBe(t *testing.T) {
	p := twoEnds(t, "ponderosa-pine", 1200, 200, 20, 20)
	p.Shelves[0].Duration = material.Years
	got, err := FindPlaces(t.Context(), p, &p.Shelves[0])
	if err != nil {
		t.Fatal(err)
	}
	two := got.Count[0].Free.At
	if a, b := (two[0]-400)/1200, (1600-two[1])/1200; math.Abs(a-0.223) > 0.002 || math.Abs(b-0.223) > 0.002 {
		t.Errorf("two supports %v and %v of the length in from the ends, want 0.223", a, b)
	}
	last := math.Inf(1)
	for _, c := range got.Count {
		if c.Free.Sag > last*1.001 {
			t.Errorf("%d supports sag %v, one less %v", c.Supports, c.Free.Sag, last)
		}
		last = c.Free.Sag
	}
	if got.Now.Sag < got.Count[0].Free.Sag || got.Count[0].Studs != nil && got.Count[0].Studs.Sag < got.Count[0].Free.Sag-1e-6 {
		t.Errorf("free places are worse than others: %+v", got)
	}
}

// Steel studs hold no screw, so nobody is sent to them.
func TestNoPlacesOnSteelStuds(t *testing.T) {
	p := twoEnds(t, "ponderosa-pine", 1200, 200, 20, 20)
	p.Wall.Kind = wall.SteelStuds
	got, err := FindPlaces(t.Context(), p, &p.Shelves[0])
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range got.Count {
		if c.Studs != nil || len(c.Free.At) != c.Supports {
			t.Errorf("%d supports: %+v", c.Supports, c)
		}
	}
}

// A heavy thing at one end tips the board off most placings: those are left out, and counted,
// and what is offered carries it.
func TestNoPlaceTips(t *testing.T) {
	rng := rand.New(rand.NewPCG(14, 2))
	left, nowhere := 0, 0
	for range 40 {
		p := twoEnds(t, "ponderosa-pine", 500+rng.Float64()*2000, 200, 20, 20)
		s := &p.Shelves[0]
		it := &s.Contents[0]
		it.Count, it.Each = 1, quantity.Mass(5+rng.Float64()*200)
		it.From = quantity.Length(rng.Float64() * 30)
		it.To = it.From + quantity.Length(5+rng.Float64()*100)
		if rng.IntN(2) == 0 {
			it.From, it.To = s.Length-it.To, s.Length-it.From
		}
		got, err := FindPlaces(t.Context(), p, s)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := json.Marshal(got); err != nil {
			t.Fatalf("%+v: %v", it, err)
		}
		left += got.Tip
		if len(got.Count) == 0 {
			nowhere++
		}
		for _, c := range got.Count {
			for _, place := range []*Place{&c.Free, c.Studs} {
				if place != nil && (place.Tips || place.Sag > 1000 || place.Worst <= 0) {
					t.Errorf("%d supports for %+v: %+v", c.Supports, it, place)
				}
			}
		}
	}
	if left < 100 || nowhere > 20 {
		t.Errorf("%d placings tip, and %d boards tip off all: the test asks nothing", left, nowhere)
	}
}

// Against every choice of studs there is.
func TestBestStudsAgainstAllOfThem(t *testing.T) {
	rng := rand.New(rand.NewPCG(8, 8))
	for range 6 {
		p := twoEnds(t, "ponderosa-pine", 2400, 200, 20, 20)
		s := &p.Shelves[0]
		s.Contents[0].From = quantity.Length(rng.Float64() * 900)
		s.Contents[0].To = s.Contents[0].From + quantity.Length(500+rng.Float64()*900)
		p.Wall.Studs = nil
		for x := 430.0; x < 2780; x += 200 + 200*rng.Float64() {
			p.Wall.Studs = append(p.Wall.Studs, wall.Stud{ID: say.Decimal(x, 0), X: quantity.Length(x), Width: 38, Depth: 89,
				Wood: "spruce-pine-fir"})
		}
		got, err := FindPlaces(t.Context(), p, s)
		if err != nil {
			t.Fatal(err)
		}
		f := finderOf(t.Context(), p, s)
		for _, c := range got.Count[:3] {
			least := math.Inf(1)
			var pick func(from int, at []float64)
			pick = func(from int, at []float64) {
				if len(at) == c.Supports {
					if sag, _ := f.solve(at); f.fits(at) {
						least = min(least, sag)
					}
					return
				}
				for k := from; k < len(p.Wall.Studs); k++ {
					pick(k+1, append(slices.Clone(at), float64(p.Wall.Studs[k].X)-400))
				}
			}
			pick(0, nil)
			if c.Studs.Sag > least*1.05+1e-6 {
				t.Errorf("%d supports: found %v, the best of all is %v", c.Supports, c.Studs.Sag, least)
			}
		}
	}
}

func BenchmarkLadder(b *testing.B) {
	p := twoEnds(b, "mdf", 900, 240, 18, 20)
	var woods []string
	for _, w := range material.Woods()[:40] {
		woods = append(woods, w.Key)
	}
	for b.Loop() {
		if _, err := NewLadder(&p.Shelves[0], woods, []float64{12, 15, 18, 20, 22, 25, 30, 38}, 20, 600); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkPlacesOver24Studs(b *testing.B) {
	p := twoEnds(b, "ponderosa-pine", 9700, 200, 20, 20)
	p.Wall.Studs = nil
	for i := range 24 {
		x := 430 + 400*float64(i)
		p.Wall.Studs = append(p.Wall.Studs, wall.Stud{ID: say.Decimal(x, 0), X: quantity.Length(x), Width: 38, Depth: 89,
			Wood: "spruce-pine-fir"})
	}
	for b.Loop() {
		if _, err := FindPlaces(b.Context(), p, &p.Shelves[0]); err != nil {
			b.Fatal(err)
		}
	}
}

func containsAll(text string, parts ...string) bool {
	for _, p := range parts {
		if !strings.Contains(text, p) {
			return false
		}
	}
	return true
}

func asInvalid(err error, bad *Invalid) bool { return errors.As(err, bad) }

// A stiff loose board on three brackets, one of which stands off, rocks from one
// outer bracket to the other as its contents grow; it does not fall off.
func TestAStiffBoardRocksAndStays(t *testing.T) {
	p := demoWall(t)
	s := &p.Shelves[0]
	s.MakeUp.Front = &design.Strip{Width: 20, Height: 40, Goes: design.Down, Glued: true}
	s.MakeUp.Back = s.MakeUp.Front
	r := run1(t, p)
	if l := linkAt(t, r, "jars/board/whole/standing"); !l.Limit.Above {
		// Only the part left of bracket 1 loaded by itself may tip it.
		t.Errorf("it tips from %v kg on: %s", l.Limit.Kg, l.When)
	}
}
