package plan

import (
	"slices"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/shop"
)

// What planing and mills leave is the same thickness, up to 0.6 mm; a millimetre is another board (workshop rule).
func TestStockOfAboutTheThickness(t *testing.T) {
	p := &Part{From: FromBoard, Wood: "white-oak", Length: 800, Width: 140, Thickness: 19}
	for _, c := range []struct {
		thick, width float64
		fits         bool
	}{{19, 140, true}, {19.59, 140, true}, {18.41, 140, true}, {19.7, 140, false}, {18.3, 140, false}, {20, 140, false}, {19, 139.6, true}, {19, 139, false}, {19, 184, true}} {
		s := shop.New(false)
		s.Stock = []shop.Stock{{ID: "own", Wood: "white-oak", Length: 2400, Width: 140, Thickness: 19, Count: 1}}
		s.Stock[0].Thickness, s.Stock[0].Width = quantity.Length(c.thick), quantity.Length(c.width)
		s.Offers = nil
		all := stocksFor(&s, p, design.Millimetres)
		if got := len(all) > 0 && all[0].own; got != c.fits {
			t.Errorf("%g × %g: fits %v", c.width, c.thick, got)
		}
	}
}

// What no board is long enough for is said with what the longest gives, its bad places and the squaring cut taken off.
func TestWhatNoBoardIsLongEnoughFor(t *testing.T) {
	g := &group{from: FromBoard, wood: "white-oak", width: 140, stocks: []stock{
		{length: 2400, width: 140, squaring: 12}, {length: 3000, width: 140, squaring: 12, bad: []shop.Span{{From: 1000, To: 1100}}}}}
	want := 0.0
	for i := range g.stocks {
		for _, s := range g.stocks[i].segments() {
			want = max(want, s.to-s.from)
		}
	}
	if want < 2380 || want > 2400 {
		t.Fatalf("the longest gives %g", want)
	}
	var c Cutting
	c.cannot(g, []job{{length: 2600, lies: []lying{{id: "a", called: "A1", length: 2600, width: 100}}}})
	if len(c.Uncut) != 1 || !strings.Contains(c.Uncut[0].Why, "gives "+say.Length(want)) {
		t.Errorf("%+v", c.Uncut)
	}
}

// A strip is ripped off its shelf's board where it lies within it, and is as high as that is thick: beyond either end of it there
// is no wood to rip.
func TestWhichStripIsRippedOffItsBoard(t *testing.T) {
	p := demo(t, "honey-room")
	at := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == "display" })
	s := &p.Shelves[at]
	rail := p.Fixtures.Rail(s.Rail)
	school := p.Making.PracticeOf(s.ID)
	school.Bores = design.BoresBefore
	p.Making.Schools = []design.Practice{school}
	rail.Bottom, rail.Height, rail.Joints, rail.Wood = s.Y, s.Thickness, nil, s.Board.Woods[0]
	for k := range s.Supports {
		if pin := s.Supports[k].Pin; pin != nil {
			pin.Root = rail.Thickness
		}
	}
	for _, c := range []struct {
		x, long quantity.Length
		off     int
	}{{0, s.Length, 1}, {10, s.Length - 10, 1}, {10, s.Length - 20, 1}, {-1, s.Length, 0}, {10, s.Length, 0}} {
		rail.X, rail.Length = s.X+c.x, c.long
		if got := Strips(p, Parts(p)); len(got) != c.off {
			t.Errorf("from %v, %v long: %d strips", c.x, c.long, len(got))
		}
	}
}
