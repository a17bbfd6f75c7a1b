package setup

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"aguante/core/design"

	"aguante/core/dress/dresstest"
	"aguante/core/journal"
	"aguante/core/piece"
	"aguante/core/plan"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/support"
)

const kerf = 3.2

// wanted is what a design wants cut into each of its parts, by letter.
func wanted(p *design.Project, parts []plan.Part) map[string]*plan.Part {
	out := map[string]*plan.Part{}
	for _, q := range append(slices.Clone(parts), plan.Glued(p, parts)...) {
		if q.Wood != "" && q.D == 0 {
			q.Features = slices.DeleteFunc(slices.Clone(q.Features), func(f piece.Feature) bool { return f.Pilot }) // bored when it is put together
			out[q.Letter] = &q
		}
	}
	return out
}

// follow works a design's cards on its blanks and says what has not become what the design wants, to 0.01 mm.
func follow(p *design.Project, cards []Card) (wrong []string) {
	parts := plan.Parts(p)
	made, err := Work(Blanks(p, parts, kerf, nil), cards)
	if err != nil {
		return []string{err.Error()}
	}
	want := wanted(p, parts)
	for letter, q := range want {
		s := made[letter]
		if s == nil {
			wrong = append(wrong, letter+" was never made")
			continue
		}
		near := func(what string, got, want float64) {
			if !(math.Abs(got-want) <= 0.01) {
				wrong = append(wrong, fmt.Sprintf("%s: %s %.3f, the design says %.3f", letter, what, got, want))
			}
		}
		near("length", s.Length, q.Length)
		near("width", s.Width, q.Width)
		near("thickness", s.Thick, q.Thickness)
		near("one end", s.Ends[0], q.Off[0])
		near("other end", s.Ends[1], q.Off[1])
		if bevelled(q) {
			near("bevel", s.Bevel, q.Bevel)
		}
		if len(s.Gone) != len(q.Features) {
			wrong = append(wrong, fmt.Sprintf("%s: %d cut into it, the design has %d", letter, len(s.Gone), len(q.Features)))
			continue
		}
		for _, f := range q.Features {
			want := f
			if !slices.ContainsFunc(s.Gone, func(g piece.Feature) bool { return alike(g, want) }) {
				wrong = append(wrong, fmt.Sprintf("%s: nothing cut is %+v, but %+v", letter, want, s.Gone))
			}
		}
	}
	return wrong
}

func alike(a, b piece.Feature) bool {
	for _, d := range []float64{a.X - b.X, a.Y - b.Y, a.D - b.D, a.Long - b.Long, a.Wide - b.Wide, a.Depth - b.Depth, a.Head - b.Head,
		a.Recess - b.Recess, a.Slim - b.Slim, a.Lip - b.Lip} {
		if !(math.Abs(d) <= 0.01) {
			return false
		}
	}
	return a.Kind == b.Kind && a.Face == b.Face
}

// madeOtherwise lets a design be made in every way that is a person's choice.
func madeOtherwise(r *rand.Rand, p *design.Project) {
	for i := range p.Shelves {
		id := p.Shelves[i].ID
		s := p.Making.PracticeOf(id)
		s.Bores = []design.BoreSchool{design.BoresBefore, design.BoresAfter}[r.IntN(2)]
		s.Fit = []design.FitSchool{design.FitStop, design.FitTemplate}[r.IntN(2)]
		p.Making.Schools = append(p.Making.Schools, s)
	}
	for i := range p.Shelves {
		s := &p.Shelves[i]
		if s.MakeUp.Kind == design.Solid && r.IntN(3) == 0 {
			s.MakeUp.Cuts = append(s.MakeUp.Cuts, design.Cut{ID: "pocket", From: s.Length / 3, Length: 60, FromWall: 40, Width: 30, Depth: s.Thickness / 2})
		}
		rail := p.Fixtures.Rail(s.Rail)
		if rail == nil || rail.Kind != support.Strip || p.Making.PracticeOf(s.ID).Bores != design.BoresBefore {
			continue
		}
		// Its strip is ripped off its own board.
		rail.Bottom, rail.Height, rail.Joints, rail.Wood = s.Y, s.Thickness, nil, s.Board.Woods[0]
		for k := range s.Supports {
			if pin := s.Supports[k].Pin; pin != nil {
				pin.Root = rail.Thickness
			}
		}
		rail.X, rail.Length = max(rail.X, s.X), min(rail.Length, s.Length-max(rail.X, s.X)+s.X)
		return
	}
	for _, q := range plan.Parts(p) {
		for _, e := range q.Each {
			m := p.Making.Of(e.Piece)
			m.Longer, m.Wider = quantity.Length(r.IntN(2)*20), quantity.Length(r.IntN(2)*3)
			p.Making.Pieces = append(p.Making.Pieces, m)
		}
	}
}

// Cards followed in order make every piece of 300 random designs, of every way; the bench knows only cuts.
func TestCardsMakeThePieces(t *testing.T) {
	r, ways := dresstest.New(1919), support.Recipes()
	cut, refused, kinds := 0, 0, map[Kind]int{}
	for n := range dresstest.Trials(150, 3000) {
		p := r.Design(ways[n%len(ways)].Key)
		madeOtherwise(r.Rand, p)
		cards := Cards(p, plan.Parts(p), kerf, nil)
		for i, c := range cards {
			kinds[c.Kind]++
			cut += len(c.Passes)
			if c.N != i+1 || c.Measure == "" || c.Test == "" || len(c.Figures) == 0 || len(c.Drawing.Marks) == 0 || len(c.Serves) == 0 {
				t.Fatalf("%s: half a card: %+v", ways[n%len(ways)].Key, c)
			}
		}
		if slices.ContainsFunc(cards, func(c Card) bool { return c.Refused != "" }) {
			refused++
			continue
		}
		if wrong := follow(p, cards); len(wrong) > 0 {
			t.Fatalf("design %d, %s: %v", n, ways[n%len(ways)].Key, wrong[:min(4, len(wrong))])
		}
	}
	if t.Logf("%d passes, %d refused, %v", cut, refused, kinds); refused > 60 {
		t.Errorf("%d of 300 cannot be made", refused)
	}
	for _, k := range Kind("").Choices() {
		if kinds[Kind(k.Key)] == 0 && Kind(k.Key) != Tapers {
			t.Errorf("no card of kind %s among them: that is not tested", k.Key)
		}
	}
}

// A card that comes too late, or too early, cannot be followed: the bench says so.
func TestOrderMatters(t *testing.T) {
	r, ways := dresstest.New(77), support.Recipes()
	other := 0
	for n := range dresstest.Trials(60, 1200) {
		p := r.Design(ways[n%len(ways)].Key)
		madeOtherwise(r.Rand, p)
		cards := Cards(p, plan.Parts(p), kerf, nil)
		if slices.ContainsFunc(cards, func(c Card) bool { return c.Refused != "" }) || len(cards) < 2 {
			continue
		}
		slices.Reverse(cards)
		if len(follow(p, cards)) > 0 {
			other++
		}
	}
	if other < dresstest.Trials(10, 400) {
		t.Errorf("backwards only %d come out otherwise", other)
	}
	board := func() *Stuff { return &Stuff{Length: 800, Width: 200, Thick: 18} }
	sunk := Pass{On: "A", Tool: Sinker, Kind: piece.Bore, Up: piece.Front, Stop: 100, Fence: 50, D: 12, Deep: 5}
	hole := Pass{On: "A", Tool: Bit, Kind: piece.Bore, Up: piece.Front, Stop: 100, Fence: 50, D: 5}
	for name, passes := range map[string][]Pass{
		"the recess after its hole":  {hole, sunk},
		"a fence at a bevelled edge": {{On: "A", Tool: Rip, Fence: 150, Tilt: 45, Kerf: kerf}, {On: "A", Tool: Bit, Kind: piece.Bore, Up: piece.Front, Edge: piece.Upper, Stop: 10, Fence: 10, D: 5}},
		"a mitred end at the stop":   {{On: "A", Tool: Crosscut, End: 1, Stop: 800, Tilt: 45}, hole},
		"a bore that comes out":      {{On: "A", Tool: Bit, Kind: piece.Bore, Up: piece.Front, Stop: 10, Fence: 10, D: 5, Deep: 18.5}},
		"a length that is not there": {{On: "A", Tool: Crosscut, Stop: 801}},
		"a blade beside the piece":   {{On: "A", Tool: Rip, Fence: 190, Tilt: 45, Kerf: kerf}},
	} {
		s, failed := board(), false
		for _, p := range passes {
			if _, err := s.Take(p); err != nil {
				failed = true
			}
		}
		if !failed {
			t.Errorf("%s can be made", name)
		}
	}
}

func figure(t *testing.T, c *Card, name string) float64 {
	t.Helper()
	for _, f := range c.Figures {
		if f.Name == name {
			return f.Value
		}
	}
	t.Fatalf("no %q on %s: %v", name, c.ID, c.Figures)
	return 0
}

// bevelCard is the card of two cleats 90 wide and 18 thick.
func bevelCard(t *testing.T, bevel float64, measured map[string]float64) Card {
	t.Helper()
	q := plan.Part{Letter: "A", Name: "cleat", Wood: "white-ash", Length: 600, Width: 90, Thickness: 18, Bevel: bevel,
		Each: []plan.Each{{ID: "r/length-1#1", Called: "A1", Piece: "r/length-1"}, {ID: "r/length-1#2", Called: "A2", Piece: "r/length-1"}}}
	cards := Cards(&design.Project{}, []plan.Part{q}, kerf, measured)
	if len(cards) != 1 || cards[0].Kind != Parts {
		t.Fatalf("%+v", cards)
	}
	return cards[0]
}

// Worked numbers B1 and B2 as the cards' figures; the bevel measured at the wrong face beside the right one.
func TestWorkedCards(t *testing.T) {
	near := func(what string, got, want float64) {
		t.Helper()
		if math.Abs(got-want) > 0.005 {
			t.Errorf("%s: %.3f, worked %.3f", what, got, want)
		}
	}
	for _, c := range []struct{ bevel, blank, short float64 }{{45, 166.53, 72}, {30, 173.30, 79.61}} {
		card := bevelCard(t, c.bevel, nil)
		near("blank", figure(t, &card, "blank"), c.blank)
		near("fence at the table", figure(t, &card, "fence to blade, at the table"), c.short)
		near("wide face", figure(t, &card, "wide face"), 90)
		if wrong := say.In(say.Units{Length: "mm"}, card.Wrong); c.bevel == 45 && !strings.Contains(wrong, "108 mm at its wide face: too wide by 18 mm") {
			t.Errorf("the wrong face: %s", wrong)
		}
	}
	taper := Taper(140, 60, 560, kerf)
	near("blank of two tapers", figure(t, &taper, "blank, wide"), 203.23)
	near("their angle", figure(t, &taper, "sled"), 8.130)
	near("1 in", figure(t, &taper, "1 in"), 7)
}

// What the test piece measured is what the next card goes by.
func TestCardsFollowWhatWasMeasured(t *testing.T) {
	card := bevelCard(t, 45, map[string]float64{"thick/A": 19, "tilt/45": 44})
	want := 90 - 19*math.Tan(44*math.Pi/180)
	if got := figure(t, &card, "fence to blade, at the table"); math.Abs(got-want) > 0.005 {
		t.Errorf("fence at %.2f, by what was measured %.2f", got, want)
	}
	if len(card.Asks) != 2 || card.Asks[0].Is != 19 || card.Asks[1].Is != 44 || card.Asks[1].Planned != 45 {
		t.Errorf("%+v", card.Asks)
	}
	entries := []journal.Entry{
		{ID: "1", Kind: journal.Measure, Data: []byte(`{"key":"thick/A","value":19}`)},
		{ID: "2", Kind: journal.Measure, Data: []byte(`{"key":"thick/A","value":18.6}`)},
		{ID: "3", Kind: journal.Measure, Data: []byte(`{"key":"tilt/45","value":-4}`)},
		{ID: "4", Kind: journal.Tick, About: "card/" + card.ID},
		{ID: "5", Kind: journal.TakeBack, Back: "2"},
	}
	if measured, done := Facts(entries); measured["thick/A"] != 19 || len(measured) != 1 || done[card.ID] != "4" {
		t.Errorf("%v %v", measured, done)
	}
}

// A pocket that leaves no skin and a bore longer than its piece are refused by name; a thin skin is cautioned of.
func TestWhatMustNotBeCut(t *testing.T) {
	for _, c := range []struct {
		f       piece.Feature
		refused bool
		caution bool
	}{
		{piece.Feature{Kind: piece.Slot, Face: piece.Front, X: 100, Y: 40, Long: 60, Wide: 30, Depth: 17}, true, false},
		{piece.Feature{Kind: piece.Slot, Face: piece.Front, X: 100, Y: 40, Long: 60, Wide: 30, Depth: 16}, false, true},
		{piece.Feature{Kind: piece.Slot, Face: piece.Front, X: 100, Y: 40, Long: 60, Wide: 30, Depth: 12}, false, false},
		{piece.Feature{Kind: piece.Bore, Face: piece.Lower, X: 100, Y: 9, D: 8, Depth: 210}, true, false},
		{piece.Feature{Kind: piece.Bore, Face: piece.Ended, X: 100, Y: 9, D: 8, Depth: 31}, false, false}, // deeper than it is thick
	} {
		q := plan.Part{Letter: "A", Name: "board", Wood: "white-ash", Length: 600, Width: 200, Thickness: 18, Features: []piece.Feature{c.f},
			Each: []plan.Each{{ID: "s/board#1", Called: "A1", Piece: "s/board"}}}
		card := Cards(&design.Project{}, []plan.Part{q}, kerf, nil)[0]
		if (card.Refused != "") != c.refused || len(card.Cautions) > 0 != c.caution {
			t.Errorf("%+v: refused %q, cautions %v", c.f, card.Refused, card.Cautions)
		}
	}
}
