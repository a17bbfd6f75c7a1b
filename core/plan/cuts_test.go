package plan

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/journal"
	"aguante/core/quantity"
	"aguante/core/shop"
)

// demo reads a wall of the demo.
func demo(t testing.TB, name string) *design.Project {
	t.Helper()
	b, err := os.ReadFile("../../demo/" + name + ".json")
	if err != nil {
		t.Fatal(err)
	}
	p := &design.Project{}
	if err := json.Unmarshal(b, p); err != nil {
		t.Fatal(err)
	}
	return p
}

// laidOut plans a wall in a usual shop.
func laidOut(t testing.TB, p *design.Project, s shop.Shop, decided Plan, done map[string]bool) ([]Part, Cutting) {
	t.Helper()
	parts := Parts(p)
	return parts, Lay(t.Context(), p, parts, &s, &decided, done)
}

// sawn follows the cuts in their order in a small workshop that knows only blanks and cuts, and fails where a cut
// cannot be made then, or what comes out is not the pieces.
func sawn(t *testing.T, parts []Part, c Cutting, kerf func(Blank) float64, have ...shop.Stock) {
	t.Helper()
	type rect struct{ x, y, length, width float64 }
	on := map[string][]rect{}
	blanks := map[string]Blank{}
	for _, b := range c.Blanks {
		on[b.ID], blanks[b.ID] = []rect{{0, 0, b.Length, b.Width}}, *b
	}
	const eps = 1e-4
	for i, k := range c.Cuts {
		if k.N != i+1 {
			t.Fatalf("cut %d is numbered %d", i+1, k.N)
		}
		kf := kerf(blanks[k.Blank])
		if k.Tilt > 0 {
			kf = 0 // parts a blank that is wide enough for both, and for the blade aslant
		}
		made := false
		for r, o := range on[k.Blank] {
			at, from, to := o.y, o.x, o.x+o.length
			if !k.Along {
				at, from, to = o.x, o.y, o.y+o.width
			}
			size := o.width
			if !k.Along {
				size = o.length
			}
			if math.Abs(from-k.From) > eps || math.Abs(to-k.To) > eps || k.At < at-eps || k.At > at+size+eps {
				continue
			}
			a, b := o, o
			behind := k.At + kf
			if k.Kind == Squares || k.Kind == Clears {
				behind = k.At // the blade is in what is cut off
			} else if math.Abs(k.At-at-k.Size) > eps {
				t.Errorf("cut %d: set to %g, and %g is cut off", k.N, k.Size, k.At-at)
			}
			if k.Along {
				a.width, b.y, b.width = k.At-o.y, behind, max(0, o.y+o.width-behind)
			} else {
				a.length, b.x, b.length = k.At-o.x, behind, max(0, o.x+o.length-behind)
			}
			on[k.Blank] = append(slices.Delete(on[k.Blank], r, r+1), a, b)
			made = true
			break
		}
		if !made {
			t.Errorf("cut %d cannot be made then: %+v of %v", k.N, k, on[k.Blank])
		}
	}
	for _, b := range c.Blanks {
		for _, p := range b.Places {
			if !slices.ContainsFunc(on[b.ID], func(r rect) bool {
				return math.Abs(r.x-p.X) < eps && math.Abs(r.y-p.Y) < eps && math.Abs(r.length-p.Length) < eps && math.Abs(r.width-p.Width) < eps
			}) {
				t.Errorf("%s is not cut out of %s: %+v in %v", p.Called, b.ID, p, on[b.ID])
			}
			for _, bad := range b.Bad {
				if p.X < float64(bad.To)-eps && p.X+p.Length > float64(bad.From)+eps {
					t.Errorf("%s lies on a bad place", p.Called)
				}
			}
		}
	}
	// No own board is used more often than it is there, and no blank is there twice.
	named, used := map[string]bool{}, map[string]int{}
	for _, b := range c.Blanks {
		if named[b.ID] {
			t.Errorf("two blanks are %s", b.ID)
		}
		named[b.ID] = true
		used[b.Stock]++
	}
	for _, st := range have {
		if used[st.ID] > st.Count {
			t.Errorf("%d of the %d own %s", used[st.ID], st.Count, st.ID)
		}
	}
	// Each piece is cut once.
	times := map[string]int{}
	for _, b := range c.Blanks {
		for _, p := range b.Places {
			times[p.Piece]++
		}
	}
	for _, u := range c.Uncut {
		times[u.Piece]++
	}
	for _, p := range parts {
		for _, e := range p.Each {
			if times[e.ID] != 1 {
				t.Errorf("%s is cut %d times", e.Called, times[e.ID])
			}
		}
	}
}

func kerfOf(s shop.Shop) func(Blank) float64 {
	return func(b Blank) float64 {
		if b.From == FromRod && b.Wood == "" {
			return hacksaw
		}
		return float64(s.Kerf)
	}
}

// The plans of the demo's walls can be sawn as they say, also with a saw that rips first, own stock and bad places.
func TestPlansCanBeSawn(t *testing.T) {
	for _, name := range []string{"honey-room", "brick-wall", "back-wall"} {
		for _, first := range []shop.First{shop.AnyWay, shop.Rips, shop.Crosscuts} {
			p := demo(t, name)
			s := shop.New(p.Units.Length == design.Inches)
			s.First = first
			s.Stock = []shop.Stock{{ID: "split", Name: "pine", Wood: "eastern-white-pine", Length: 3000, Width: 235, Thickness: 19, Count: 2,
				Bad: []shop.Span{{From: 0, To: 260}, {From: 2100, To: 2200}}},
				{ID: "off", Name: "ply", Wood: "birch-plywood", Length: 900, Width: 420, Thickness: 18, Count: 1}}
			parts, c := laidOut(t, p, s, Empty(), nil)
			sawn(t, parts, c, kerfOf(s), s.Stock...)
			if len(c.Uncut) > 0 {
				t.Errorf("%s: not cut: %v", name, c.Uncut)
			}
		}
	}
}

// Of random shelves every piece is cut once, in an order that can be sawn.
func TestRandomPlansCanBeSawn(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 8))
	for range dresstest.Trials(40, 400) {
		p := demo(t, "honey-room")
		for i := range p.Shelves {
			s := &p.Shelves[i]
			s.Length += quantity.Length(float64(r.IntN(300)))
			s.Depth += quantity.Length(float64(r.IntN(60)))
		}
		for _, part := range Parts(p) {
			if r.IntN(3) == 0 {
				m := p.Making.Of(part.Each[0].Piece)
				m.Longer, m.Row = 5, []string{"", "run"}[r.IntN(2)]
				p.Making.Pieces = append(p.Making.Pieces, m)
			}
		}
		s := shop.New(r.IntN(2) == 0)
		// Own boards of any width: one may do for pieces of several groups, and be narrower than what is sold.
		for n := range r.IntN(6) {
			wood := []string{"eastern-white-pine", "douglas-fir", "birch-plywood", "white-oak"}[r.IntN(4)]
			own := shop.Stock{ID: fmt.Sprint("own", n), Wood: wood, Count: 1 + r.IntN(2), Bad: []shop.Span{}}
			own.Length += quantity.Length(300 + r.IntN(2700))
			own.Width += quantity.Length(40 + r.IntN(300))
			own.Thickness += quantity.Length([]float64{18, 19, 38, 63.5}[r.IntN(4)])
			s.Stock = append(s.Stock, own)
		}
		s.Squaring += quantity.Length(float64(r.IntN(30)))
		parts, c := laidOut(t, p, s, Empty(), nil)
		sawn(t, parts, c, kerfOf(s), s.Stock...)
		for _, n := range c.Counts {
			if n.Least > n.Blanks && len(c.Uncut) == 0 {
				t.Errorf("%d of %s, and no plan can do with fewer than %d", n.Blanks, n.Stuff, n.Least)
			}
		}
	}
}

// A piece keeps its letter when others come, go and change; of two that were alike the changed one takes the next.
func TestLettersStay(t *testing.T) {
	p := demo(t, "honey-room")
	p.Making.Letters = Letters(Parts(p))
	was := map[string]string{}
	for _, l := range p.Making.Letters {
		was[l.Piece] = l.Letter
	}
	gone := p.Shelves[0]
	p.Shelves = p.Shelves[1:]
	for _, part := range Parts(p) {
		for _, e := range part.Each {
			if part.Letter != was[e.Piece] {
				t.Errorf("without the first shelf %s is %s, was %s", e.Piece, part.Letter, was[e.Piece])
			}
		}
	}
	p.Shelves = append(p.Shelves, gone)
	if parts := Parts(p); parts[0].Letter != "A" || parts[0].Each[0].Piece != "jars/board" {
		t.Errorf("back again it is %s", parts[0].Letter)
	}
	// Two arms that were alike part.
	i := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == "tools" })
	h := p.Shelves[i].Supports[1].Holder
	h.Reach += quantity.Length(-20)
	letters := map[string]string{}
	for _, part := range Parts(p) {
		for _, e := range part.Each {
			letters[e.Piece] = part.Letter
		}
	}
	if a, b := letters["tools-6/arm"], letters["tools-7/arm"]; a != was["tools-6/arm"] || b == a || b == "" || slices.Contains(values(was), b) {
		t.Errorf("the one that stayed is %s, the other %s", a, b)
	}
}

func values(m map[string]string) []string {
	var out []string
	for _, v := range m {
		out = append(out, v)
	}
	return out
}

// Every way's pieces lie within what they are, and the same once more are the same part.
func TestAlikePiecesShareALetter(t *testing.T) {
	parts := Parts(demo(t, "honey-room"))
	for _, p := range parts {
		for _, e := range p.Each {
			if !strings.HasPrefix(e.Called, p.Letter) || e.Owner == "" || e.Shelf == "" {
				t.Errorf("%+v", e)
			}
		}
	}
	at := slices.IndexFunc(parts, func(p Part) bool { return p.Name == "cheek of an arm" })
	if len(parts[at].Each) != 18 {
		t.Errorf("%d cheeks under one letter", len(parts[at].Each))
	}
	// What is thicker than a sheet is glued up of plies.
	at = slices.IndexFunc(parts, func(p Part) bool { return p.Name == "ply of core of an arm" })
	if n := len(parts[at].Each); n != 36 || math.Abs(parts[at].Thickness*4-88.9) > 1e-6 {
		t.Errorf("%d plies of %g", n, parts[at].Thickness)
	}
}

// A board's price is a piece's, a metre's or a board foot's; the plan adds up what it buys, and says what has none.
func TestPrices(t *testing.T) {
	p := demo(t, "honey-room")
	p.Shelves = p.Shelves[:1] // one board of 1714.5 × 184 × 19
	s := shop.New(true)
	offer := shop.Offer{ID: "pine", Name: "1 × 8", Wood: "eastern-white-pine", Length: 2438.4, Width: 184.15, Thickness: 19.05, Price: 3, Per: shop.Metre}
	s.Offers = []shop.Offer{offer}
	if _, c := laidOut(t, p, s, Empty(), nil); math.Abs(c.Price-7.3152) > 1e-9 || c.Unpriced != 0 || len(c.Blanks) != 1 {
		t.Errorf("%g to pay, %d without a price", c.Price, c.Unpriced)
	}
	offer.Per, offer.Price = shop.BoardFoot, 4
	if want := 4 * 96 * 7.25 / 144; math.Abs(offer.Each()-want) > 1e-9 { // at least an inch thick
		t.Errorf("by the board foot %g, reckoned %g", offer.Each(), want)
	}
	s.Offers[0].Price = 0
	if _, c := laidOut(t, p, s, Empty(), nil); c.Price != 0 || c.Unpriced != 1 {
		t.Errorf("%g to pay, %d without a price", c.Price, c.Unpriced)
	}
}

// What fits no board is said, with what would help.
func TestWhatCannotBeCut(t *testing.T) {
	p := demo(t, "honey-room")
	p.Shelves = p.Shelves[:1]
	p.Shelves[0].Length = 2600
	s := shop.New(true)
	s.Offers = []shop.Offer{{ID: "pine", Wood: "eastern-white-pine", Length: 2438.4, Width: 184.15, Thickness: 19.05}}
	_, c := laidOut(t, p, s, Empty(), nil)
	if len(c.Uncut) != 1 || !strings.Contains(c.Uncut[0].Why, "A1 is ") || !strings.Contains(c.Uncut[0].Why, "Join it, or buy") {
		t.Errorf("%+v", c.Uncut)
	}
}

// A locked board stays as it is; a piece put on a board by hand is there; both where the pieces and the stock still
// are.
func TestDecidedByHand(t *testing.T) {
	p := demo(t, "honey-room")
	s := shop.New(true)
	parts, c := laidOut(t, p, s, Empty(), nil)
	find := func(c Cutting, piece string) *Blank {
		for i := range c.Blanks {
			if slices.ContainsFunc(c.Blanks[i].Places, func(o Place) bool { return o.Piece == piece }) {
				return c.Blanks[i]
			}
		}
		return nil
	}
	const cleat = "alcove-8/cleat#1"
	from := find(c, cleat)
	second := from.Stock + "-2"
	decided := Empty()
	decided.Moves = []Move{{Piece: cleat, Board: second, Stock: from.Stock}}
	_, moved := laidOut(t, p, s, decided, nil)
	sawn(t, parts, moved, kerfOf(s))
	if b := find(moved, cleat); b.ID != second {
		t.Errorf("put on %s it is on %s", second, b.ID)
	}
	decided = Empty()
	for _, o := range from.Places {
		if o.Piece != cleat {
			continue
		}
		decided.Locked = []Locked{{ID: from.ID, Stock: from.Stock, Pieces: []string{cleat}}}
	}
	_, locked := laidOut(t, p, s, decided, nil)
	sawn(t, parts, locked, kerfOf(s))
	if b := find(locked, cleat); !b.Locked || len(b.Places) != 1 {
		t.Errorf("locked: %+v", b)
	}
	decided.Locked[0].Pieces = []string{"gone/board#1"}
	if _, none := laidOut(t, p, s, decided, nil); find(none, cleat).Locked {
		t.Error("a lock of what is gone counts")
	}
}

// What is cut is a fact: the plan goes round it, its offcut is on hand, and taken back all is as before.
func TestCutIsAFact(t *testing.T) {
	p := demo(t, "honey-room")
	s := shop.New(true)
	s.Stock = []shop.Stock{{ID: "own", Name: "pine", Wood: "eastern-white-pine", Length: 3000, Width: 190, Thickness: 19, Count: 1,
		Bad: []shop.Span{{From: 2400, To: 2500}}}}
	parts, c := laidOut(t, p, s, Empty(), nil)
	at := slices.IndexFunc(c.Blanks, func(b *Blank) bool { return b.Stock == "own" })
	if at < 0 {
		t.Fatal("the own board is not used")
	}
	done, after, err := c.Make(s, c.Blanks[at].ID, "", "offcut")
	if err != nil {
		t.Fatal(err)
	}
	data, _ := json.Marshal(done)
	entries := []journal.Entry{{ID: "1", Kind: journal.Cut, Data: data}}
	facts, cut := Facts(entries, parts)
	if len(facts) != 1 || !cut["jars/board#1"] {
		t.Fatalf("%+v, %v", facts, cut)
	}
	_, rest := laidOut(t, p, after, Empty(), cut)
	for _, b := range rest.Blanks {
		for _, o := range b.Places {
			if o.Piece == "jars/board#1" {
				t.Error("it is cut once more")
			}
		}
	}
	if len(after.Stock) != 1 || !after.Stock[0].Squared || after.Stock[0].Length < 1000 || len(after.Stock[0].Bad) != 1 {
		t.Errorf("on hand then: %+v", after.Stock)
	}
	if back := done.GiveBack(after); len(back.Stock) != 1 || back.Stock[0].ID != "own" || back.Stock[0].Count != 1 {
		t.Errorf("taken back: %+v", back.Stock)
	}
	if _, none := Facts(append(entries, journal.Entry{ID: "2", Kind: journal.TakeBack, Back: "1"}), parts); len(none) > 0 {
		t.Errorf("taken back and still cut: %v", none)
	}
	// A piece that is asked for otherwise than it was cut is to be cut again.
	p.Shelves[0].Length += quantity.Length(30)
	if _, none := Facts(entries, Parts(p)); none["jars/board#1"] {
		t.Error("what was cut shorter is taken for done")
	}
	if _, _, err := c.Make(s, "no such board", "", "x"); err == nil {
		t.Error("a board that is not there was cut")
	}
}

// Cuts of one setting are together, as far as that goes.
func TestSettingsAreTogether(t *testing.T) {
	_, c := laidOut(t, demo(t, "honey-room"), shop.New(true), Empty(), nil)
	n := 0
	for _, s := range c.Settings {
		n += len(s.Cuts)
		if s.Says == "" {
			t.Errorf("nothing is said of %v", s.Cuts)
		}
	}
	if n != len(c.Cuts) || len(c.Settings) > 45 {
		t.Errorf("%d cuts of %d in %d settings", n, len(c.Cuts), len(c.Settings))
	}
}

func BenchmarkLay(b *testing.B) {
	p := demo(b, "honey-room")
	s, e := shop.New(true), Empty()
	parts := Parts(p)
	for b.Loop() {
		Lay(b.Context(), p, parts, &s, &e, nil)
	}
	b.ReportMetric(float64(len(parts)), "letters")
}

// Three thirds of a board do not come out of it: the plan takes two, and says that it is the blade.
func TestTheBladeIsSaid(t *testing.T) {
	p := demo(t, "honey-room")
	i := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == "rack" })
	p.Shelves = p.Shelves[i : i+1]
	p.Shelves[0].Rack.Height = 800
	s := shop.New(true)
	s.Squaring = 0
	s.Offers = []shop.Offer{{ID: "fir", Wood: "douglas-fir", Length: 2400, Width: 88.9, Thickness: 63.5}}
	_, c := laidOut(t, p, s, Empty(), nil)
	n := c.Counts[0]
	if n.Blanks != 2 || n.Least != 2 || !strings.Contains(n.Blade, "without its") || !strings.Contains(n.Blade, "1 would do; of 3 alike one gives") {
		t.Errorf("%+v", n)
	}
	p.Shelves[0].Rack.Height = 797
	if _, c := laidOut(t, p, s, Empty(), nil); c.Counts[0].Blanks != 1 || c.Counts[0].Blade != "" {
		t.Errorf("%+v", c.Counts[0])
	}
}

// What is too large to be carried is cut where it is bought, first of all; pieces that keep an end as it was bought
// need none squared.
func TestFirstCutsAndBoughtEnds(t *testing.T) {
	p := demo(t, "honey-room")
	s := shop.New(true)
	s.Carry = shop.Largest{Length: 1300, Width: 700}
	parts, c := laidOut(t, p, s, Empty(), nil)
	sawn(t, parts, c, kerfOf(s))
	if !c.Cuts[0].There || !strings.Contains(c.Settings[0].Says, "where you buy it") {
		t.Errorf("first %+v: %s", c.Cuts[0], c.Settings[0].Says)
	}
	p.Shelves = p.Shelves[:1]
	p.Making.Pieces = []design.MadePiece{p.Making.Of("jars/board")}
	p.Making.Pieces[0].Ends = design.EndsMill
	if _, c := laidOut(t, p, s, Empty(), nil); c.Blanks[0].Places[0].X != 0 {
		t.Errorf("an end as it was bought, cut off by %g", c.Blanks[0].Places[0].X)
	}
}

// A wall without anything to cut has no pieces and a plan of nothing, in so many words on the wire.
func TestNothingToCut(t *testing.T) {
	p := demo(t, "honey-room")
	p.Shelves = p.Shelves[:0]
	parts, c := laidOut(t, p, shop.New(true), Empty(), nil)
	b, err := json.Marshal([]any{parts, c, Letters(parts)})
	if err != nil || strings.Contains(string(b), "null") {
		t.Errorf("%s %v", b, err)
	}
}

// Boards of two shelves that show side by side come off one length, in sequence; a row too long for any board is said.
func TestARowComesOffOneLength(t *testing.T) {
	p := demo(t, "honey-room")
	p.Shelves = p.Shelves[:1]
	second := p.Shelves[0]
	second.ID, second.Length, second.Supports = "second", 500, nil
	p.Shelves = append(p.Shelves, second)
	for _, id := range []string{"jars/board", "second/board"} {
		m := p.Making.Of(id)
		m.Row = "over the bench"
		p.Making.Pieces = append(p.Making.Pieces, m)
	}
	s := shop.New(true)
	parts, c := laidOut(t, p, s, Empty(), nil)
	sawn(t, parts, c, kerfOf(s))
	b := c.Blanks[0]
	if len(c.Blanks) != 1 || len(b.Places) != 2 || math.Abs(b.Places[1].X-b.Places[0].X-b.Places[0].Length-float64(s.Kerf)) > 1e-6 {
		t.Errorf("%+v", b.Places)
	}
	p.Shelves[1].Length = 2200
	if _, c := laidOut(t, p, s, Empty(), nil); len(c.Uncut) != 2 || !strings.Contains(c.Uncut[0].Why, "in a row") {
		t.Errorf("%+v", c.Uncut)
	}
}

// A piece that is cut takes what lies beside it in its stretch of board with it: the board is shorter by the stretch.
func TestACutGoesRightAcross(t *testing.T) {
	p := demo(t, "honey-room")
	s := shop.New(true)
	_, c := laidOut(t, p, s, Empty(), nil)
	for _, b := range c.Blanks {
		for _, place := range b.Places {
			if b.From == FromSheet || b.From == FromRod {
				continue
			}
			done, _, err := c.Make(s, b.ID, place.Piece, "off")
			if err != nil {
				t.Fatal(err)
			}
			left := 0.0
			for _, off := range done.Offcuts {
				left = float64(off.Length)
			}
			for _, o := range b.Places {
				cut := slices.ContainsFunc(done.Pieces, func(d DonePiece) bool { return d.ID == o.Piece })
				if !cut && left > 0 && o.X < b.Length-left-1e-6 {
					t.Errorf("%s is cut, %s reaches %g into what is left", place.Called, o.Called, b.Length-left-o.X)
				}
			}
		}
	}
}

// One own board that is wide enough for pieces of two groups is used by one of them.
func TestOneBoardForTwoGroups(t *testing.T) {
	p := demo(t, "honey-room")
	s := shop.New(true)
	s.Stock = []shop.Stock{{ID: "own", Wood: "eastern-white-pine", Length: 3000, Width: 240, Thickness: 19, Count: 1, Bad: []shop.Span{}}}
	parts, c := laidOut(t, p, s, Empty(), nil)
	sawn(t, parts, c, kerfOf(s), s.Stock...)
	if used := slices.ContainsFunc(c.Blanks, func(b *Blank) bool { return b.Stock == "own" }); !used {
		t.Error("nobody uses it")
	}
}

// Lanes that lie beside each other on what is sold do not on a narrower own board.
func TestNarrowOwnBoards(t *testing.T) {
	p := demo(t, "honey-room")
	i := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == "tools" })
	p.Shelves = p.Shelves[i : i+1]
	s := shop.New(true)
	s.Stock = []shop.Stock{{ID: "own", Wood: "douglas-fir", Length: 2400, Width: 65, Thickness: 38.1, Count: 1, Bad: []shop.Span{}}}
	parts, c := laidOut(t, p, s, Empty(), nil)
	sawn(t, parts, c, kerfOf(s), s.Stock...)
	for _, b := range c.Blanks {
		if b.Wood == "douglas-fir" && b.Thickness > 38 && b.Stock != "own" {
			t.Errorf("%s is bought, and a board that does is there", b.ID)
		}
	}
}
