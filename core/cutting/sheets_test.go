package cutting

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"
)

// panels makes so many of one size.
func panels(n int, length, width float64, g Grain) []Panel {
	var out []Panel
	for i := range n {
		out = append(out, Panel{ID: fmt.Sprint(i), Length: length, Width: width, Grain: g})
	}
	return out
}

// sound fails where a plan of sheets cannot be sawn: a cut that does not go from edge to edge, a blade that is
// not counted, a piece of another size or lying against its grain.
func sound(t *testing.T, l SheetLayout, all []Panel, sheets map[string]Sheet, saw Saw) {
	t.Helper()
	seen := map[string]bool{}
	for _, s := range l.Sheets {
		of := sheets[s.Sheet]
		if math.Abs(s.Whole.Length-(of.Length-2*saw.Trim)) > 1e-9 || math.Abs(s.Whole.Width-(of.Width-2*saw.Trim)) > 1e-9 {
			t.Errorf("the whole of %s is %g × %g", s.Sheet, s.Whole.Length, s.Whole.Width)
		}
		whole := s.Whole
		whole.Each(func(p *Part) {
			if len(p.Parts) == 0 {
				return
			}
			a, b := p.Parts[0], p.Parts[1]
			if gap := p.size(p.Along) - a.size(p.Along) - b.size(p.Along); gap > saw.Kerf+1e-6 || gap < -1e-6 || (gap < saw.Kerf-1e-6 && b.size(p.Along) > 0) {
				t.Errorf("a cut of %g mm", gap)
			}
			if a.size(!p.Along) != p.size(!p.Along) || b.size(!p.Along) != p.size(!p.Along) || a.size(p.Along) != p.At {
				t.Errorf("a cut that does not go from edge to edge: %+v", p)
			}
		})
		for _, p := range whole.Pieces() {
			i := 0
			fmt.Sscan(p.Panel, &i)
			if seen[p.Panel] {
				t.Errorf("piece %s twice", p.Panel)
			}
			seen[p.Panel] = true
			length, width := all[i].lies(p.Turned)
			if math.Abs(p.Length-length) > 1e-6 || math.Abs(p.Width-width) > 1e-6 {
				t.Errorf("piece %s is cut %g × %g, asked %g × %g", p.Panel, p.Length, p.Width, length, width)
			}
			if all[i].Grain == Along && p.Turned || all[i].Grain == Across && !p.Turned {
				t.Errorf("piece %s lies against its grain", p.Panel)
			}
		}
	}
	if len(seen)+len(l.Unplaced) != len(all) {
		t.Errorf("%d cut and %d not, of %d", len(seen), len(l.Unplaced), len(all))
	}
	if len(l.Sheets) < l.Least {
		t.Errorf("%d sheets, and no plan with fewer than %d", len(l.Sheets), l.Least)
	}
}

// Worked numbers B6.
func TestWorkedSheets(t *testing.T) {
	sheet := Sheet{ID: "s", Length: 2440, Width: 1220, Cost: 1}
	saw := Saw{Kerf: 3.2}
	all := panels(9, 800, 225, Along)
	l := Sheets(t.Context(), all, []Sheet{sheet}, saw)
	sound(t, l, all, map[string]Sheet{"s": sheet}, saw)
	widest := 0.0
	for _, p := range l.Sheets[0].Whole.Leftovers(100) {
		if p.Length > 2439 {
			widest = max(widest, p.Width)
		}
	}
	if len(l.Sheets) != 1 || math.Abs(widest-535.4) > 1e-6 {
		t.Errorf("%d sheets, an offcut %g wide", len(l.Sheets), widest)
	}
	all = panels(9, 813, 225, Along)
	l = Sheets(t.Context(), all, []Sheet{sheet}, saw)
	sound(t, l, all, map[string]Sheet{"s": sheet}, saw)
	if len(l.Sheets) != 1 {
		t.Errorf("%d sheets", len(l.Sheets))
	}
	all = panels(10, 813, 225, Along) // one place over was left
	if l = Sheets(t.Context(), all, []Sheet{sheet}, saw); len(l.Sheets) != 1 {
		t.Errorf("ten: %d sheets", len(l.Sheets))
	}
	all = panels(11, 813, 225, Along)
	if l = Sheets(t.Context(), all, []Sheet{sheet}, saw); len(l.Sheets) != 2 {
		t.Errorf("eleven: %d sheets", len(l.Sheets))
	}
}

// Of random pieces each is cut once, by cuts that can be sawn, whatever the saw can do first.
func TestSheetsCanBeSawn(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 2))
	sheets := []Sheet{{ID: "off", Length: 900, Width: 500, Count: 1}, {ID: "half", Length: 1220, Width: 1220, Cost: 30}, {ID: "full", Length: 2440, Width: 1220, Cost: 48}}
	by := map[string]Sheet{}
	for _, s := range sheets {
		by[s.ID] = s
	}
	for n := range 120 {
		var all []Panel
		for i := range 1 + r.IntN(14) {
			all = append(all, Panel{ID: fmt.Sprint(i), Length: 100 + float64(r.IntN(150))*10, Width: 60 + float64(r.IntN(90))*10, Grain: Grain(r.IntN(3))})
		}
		saw := Saw{Kerf: 3.2, First: First(n % 3), Trim: float64(n%2) * 6}
		l := Sheets(t.Context(), all, sheets, saw)
		sound(t, l, all, by, saw)
		for _, s := range l.Sheets {
			if len(s.Whole.Parts) > 0 && saw.First != AnyWay && s.Whole.Along != (saw.First == Rips) && s.Whole.Parts[1].Panel == "" && len(s.Whole.Parts[1].Parts) > 0 {
				t.Errorf("the first cut goes the other way: %+v", s.Whole)
			}
		}
	}
}

// An own offcut that does comes before a sheet that is bought, and what fits nothing is named.
func TestOffcutsFirst(t *testing.T) {
	sheets := []Sheet{{ID: "off", Length: 900, Width: 500, Count: 1}, {ID: "full", Length: 2440, Width: 1220, Cost: 48}}
	all := []Panel{{ID: "0", Length: 880, Width: 240}, {ID: "1", Length: 880, Width: 240}, {ID: "2", Length: 2500, Width: 300}}
	l := Sheets(t.Context(), all, sheets, Saw{Kerf: 3})
	if len(l.Sheets) != 1 || l.Sheets[0].Sheet != "off" || len(l.Unplaced) != 1 || l.Unplaced[0].ID != "2" {
		t.Errorf("%+v", l)
	}
	// Two that both pass the middle of any sheet are never on one.
	big := panels(2, 1300, 700, Along)
	if l = Sheets(t.Context(), big, sheets[1:], Saw{Kerf: 3}); l.Least != 2 || len(l.Sheets) != 2 {
		t.Errorf("least %d, %d sheets", l.Least, len(l.Sheets))
	}
}

// Panels that fill a sheet to the millimetre need that one and no more; a hair more area needs two.
func TestTheLeastNumberOfSheets(t *testing.T) {
	sheets, half := []Sheet{{Length: 2440, Width: 1220}}, Panel{Length: 1220, Width: 1220}
	for n, want := range map[int]int{1: 1, 2: 1, 3: 2, 4: 2, 5: 3} {
		all := make([]Panel, n)
		for i := range all {
			all[i] = half
		}
		if got := leastSheets(all, sheets, Saw{}); got != want {
			t.Errorf("%d halves: %d sheets, want %d", n, got, want)
		}
	}
}
