package buy

import (
	"math"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/journal"
	"aguante/core/order"
	"aguante/core/piece"
	"aguante/core/plan"
	"aguante/core/shop"
	"aguante/core/support"
)

func listOf(t *testing.T, p *design.Project, s shop.Shop, entries []journal.Entry) List {
	t.Helper()
	parts, decided := plan.Parts(p), plan.Empty()
	cuts := plan.Lay(t.Context(), p, parts, &s, &decided, nil)
	return Of(p, parts, &cuts, &s, entries)
}

func row(t *testing.T, l *List, key string) *Row {
	t.Helper()
	for i := range l.Rows {
		if strings.HasPrefix(l.Rows[i].Key, key) {
			return &l.Rows[i]
		}
	}
	t.Fatalf("no row %s", key)
	return nil
}

// The jar shelf, oiled: six screws and two to spare, oil in the smallest tin that has two coats of its surface at 20 m² a
// litre with 15 % more, a sheet of each grit, its board from the shop or from the rack.
func TestWhatAShelfTakes(t *testing.T) {
	p := dresstest.HoneyRoom(t)
	p.Shelves = p.Shelves[:1]
	p.Making.Finish = []design.Finish{{Shelf: "jars", Kind: design.Oil}}
	mine := shop.New(true)
	mine.Prices = []shop.Price{{Key: "finish/oil", Price: 18.5, Where: "paint shop"}}
	l := listOf(t, p, mine, nil)
	if r := row(t, &l, "fastener/"); r.Needed != 6 || r.Buy != 8 || !strings.Contains(r.Note, "bits") {
		t.Errorf("%+v", r)
	}
	want := order.Area(1714.5, 184.15, 19.05) * 2 / 20 * 1.15
	if r := row(t, &l, "finish/oil"); math.Abs(r.Needed-want) > 1e-6 || r.Pack != 0.25 || r.Buy != 1 || r.Cost != 18.5 || r.Where != "paint shop" {
		t.Errorf("%+v, worked %.4f", r, want)
	}
	if r := row(t, &l, "grit/220"); r.Buy != 1 || r.Unit != Sheets {
		t.Errorf("%+v", r)
	}
	if r := row(t, &l, "board/"); r.Buy != 1 || r.Have != 0 {
		t.Errorf("%+v", r)
	}
	if l.Total != 18.5 || l.Unpriced == 0 || math.Abs(l.ByShelf["jars"]-18.5) > 1e-9 {
		t.Errorf("%.2f, %d without a price, %v", l.Total, l.Unpriced, l.ByShelf)
	}
	// What is bought is a fact; taken back it is to be bought again.
	bought := []journal.Entry{{ID: "1", Kind: journal.Purchase, About: "buy/finish/oil"}}
	if l = listOf(t, p, mine, bought); row(t, &l, "finish/oil").Bought != "1" || l.Total != 0 {
		t.Errorf("bought, and %.2f to pay", l.Total)
	}
	if l = listOf(t, p, mine, append(bought, journal.Entry{ID: "2", Kind: journal.TakeBack, Back: "1"})); l.Total != 18.5 {
		t.Errorf("taken back, and %.2f to pay", l.Total)
	}
	mine.Stock = []shop.Stock{{ID: "own", Name: "pine", Wood: "eastern-white-pine", Length: 2438, Width: 184.15, Thickness: 19.05, Count: 1, Bad: []shop.Span{}}}
	if l = listOf(t, p, mine, nil); row(t, &l, "board/own").Buy != 0 {
		t.Error("a board on hand is bought")
	}
}

// Everything of the whole demo wall is counted once: what shelves share, too; totals are the sums of rows and of shelves.
func TestSumsAgree(t *testing.T) {
	for _, name := range []string{"honey-room", "back-wall", "brick-wall"} {
		p, mine := dresstest.DemoWall(t, name), shop.New(true)
		l := listOf(t, p, mine, nil)
		for i := range l.Rows {
			mine.Prices = append(mine.Prices, shop.Price{Key: l.Rows[i].Key, Price: float64(1 + i)})
		}
		l = listOf(t, p, mine, nil)
		rows, shelves, screws := 0.0, 0.0, 0.0
		for _, r := range l.Rows {
			rows += r.Cost
			of := 0.0
			for _, o := range r.Of {
				of += o.Needed
			}
			if r.Kind != Abrasive && math.Abs(of-r.Needed) > 1e-9 || float64(r.Buy)*r.Pack+r.Have < r.Needed-1e-9 {
				t.Errorf("%s: %+v", name, r)
			}
			if r.Kind == Fasteners {
				screws += r.Needed
			}
		}
		for _, v := range l.ByShelf {
			shelves += v
		}
		if math.Abs(rows-l.Total) > 1e-6 || l.Unpriced != 0 || math.Abs(shelves-rows) > 0.25*rows {
			t.Errorf("%s: rows %.2f, total %.2f, shelves %.2f, %d unpriced", name, rows, l.Total, shelves, l.Unpriced)
		}
		want, seen := 0.0, map[string]bool{}
		for i := range p.Shelves {
			for _, q := range p.Pieces(&p.Shelves[i]) {
				if q.Type != "" && !seen[q.ID] {
					seen[q.ID] = true
					want += float64(q.Count)
				}
			}
		}
		if screws != want {
			t.Errorf("%s: %g fasteners on the list, %g in the pieces", name, screws, want)
		}
	}
}

func TestTinsAndSpares(t *testing.T) {
	for need, want := range map[float64][2]float64{0.1: {0.25, 1}, 0.25: {0.25, 1}, 0.3: {0.5, 1}, 2.4: {2.5, 1}, 6: {2.5, 3}} {
		if size, n := Tin(need); size != want[0] || float64(n) != want[1] {
			t.Errorf("%g l in %d of %g", need, n, size)
		}
	}
	for n, want := range map[int]int{6: 8, 40: 42, 100: 105} {
		if got := Spare(n); got != want {
			t.Errorf("%d screws and spare are %d", n, got)
		}
	}
}

// A part of the shop is what is needed where it is of its kind and of its length, to half a millimetre.
func TestWhichPartItIs(t *testing.T) {
	bracket := &support.StockPart{Kind: support.BracketStock, Reach: 200}
	screw := &support.StockPart{Kind: support.ScrewStock, Type: "wood-10", Length: 63.5}
	for _, c := range []struct {
		k    *support.StockPart
		q    piece.Piece
		same bool
	}{
		{bracket, piece.Piece{Name: "bracket", Length: 200.4}, true}, {bracket, piece.Piece{Name: "bracket", Length: 200.6}, false},
		{bracket, piece.Piece{Name: "hook", Length: 200}, false}, {screw, piece.Piece{Name: "screws", Type: "wood-10", Length: 63.1}, true},
		{screw, piece.Piece{Name: "screws", Type: "wood-10", Length: 62.9}, false}, {screw, piece.Piece{Name: "screws", Type: "wood-8", Length: 63.5}, false},
	} {
		if got := partIs(c.k, &c.q); got != c.same {
			t.Errorf("%+v: %v", c.q, got)
		}
	}
}
