package api

import (
	"context"
	"fmt"
	"net/http"
	"strings"
	"testing"
	"time"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/quantity"
	"aguante/server/contract"
)

// worst is as heavy a wall as may be made: so many shelves of so many brackets and woods, each
// with 100 things in it of which a low guess is known.
func worst(t testing.TB, shelves, supports, woods int) *design.Project {
	t.Helper()
	p := readJars(t)
	kind := p.Shelves[0]
	kind.Length, kind.Thickness, kind.Misfit, kind.Rail = 9900, 40, 1, ""
	kind.Board.Woods = []string{"northern-red-oak", "ponderosa-pine", "mdf", "birch-plywood", "douglas-fir", "sugar-maple", "white-oak", "osb-3"}[:woods]
	jar := kind.Contents[0]
	jar.By, jar.Count, jar.Each, jar.EachLow, jar.PerMetre, jar.RowLow = "count", 2, 1, 0.8, 0, 0
	p.Wall.Length, p.Shelves = 12000, nil
	for k := range shelves {
		s := kind
		s.ID, s.Y = fmt.Sprintf("s%d", k), kind.Y+quantity.Length(k)
		s.Supports, s.Contents = nil, nil
		for i := range supports {
			one := kind.Clone()
			b := one.Supports[0]
			for h := range b.FlatBracket.Holes {
				b.FlatBracket.Holes[h].ID += fmt.Sprintf("-%d-%d", k, i)
			}
			b.ID, b.X = fmt.Sprintf("b%d-%d", k, i), s.X+100+420*quantity.Length(i)
			s.Supports = append(s.Supports, b)
		}
		for i := range 100 {
			it := jar
			it.ID, it.From, it.To = fmt.Sprintf("i%d-%d", k, i), 99*quantity.Length(i), 99*quantity.Length(i+1)
			s.Contents = append(s.Contents, it)
		}
		p.Shelves = append(p.Shelves, s)
	}
	return p
}

// A shelf that takes too long is not judged, and it is said what to take off; the others are
// judged, at once those that are light and in their turn those that are not.
func TestWhatTakesTooLongSaysSo(t *testing.T) {
	p := worst(t, 3, 24, 8)
	p.Shelves[2] = readJars(t).Shelves[0]
	if bad := p.Validate(); len(bad) > 0 {
		t.Fatal(bad)
	}
	m := newMemory()
	m.longest = 600 * time.Millisecond
	all := []judged{{at: 0, content: "a"}, {at: 1, content: "b"}, {at: 2, content: "c"}}
	for round, want := range [][2]error{{errTooMuch, errLater}, {errTooMuch, errTooMuch}} {
		ctx, stop := context.WithTimeout(t.Context(), m.longest)
		faults := map[error]int{}
		got, err := m.ask(ctx, p, append([]judged{}, all...), func(_ int, err error) { faults[err]++ })
		stop()
		if err != nil || len(got) != 1 || got[0].at != 2 {
			t.Errorf("round %d: %d answers, %v", round, len(got), err)
		}
		if faults[want[0]] < 1 || faults[want[1]] < 1 || faults[errTooMuch]+faults[errLater] != 2 {
			t.Errorf("round %d: %v", round, faults)
		}
	}
	began := time.Now()
	if got, err := m.ask(t.Context(), p, all, func(int, error) {}); err != nil || len(got) != 1 || time.Since(began) > m.longest/2 {
		t.Errorf("asked again: %d answers, %v, %v", len(got), err, time.Since(began))
	}
}

// What is said of too much names what takes the work.
func TestWhatToTakeOff(t *testing.T) {
	p := worst(t, 1, 24, 8)
	for _, want := range []string{"one wood of the 8", "two boards end to end of one on 24 supports", "low guesses"} {
		if got := tooLong(&p.Shelves[0]); !strings.Contains(got, want) {
			t.Errorf("%q does not say %q", got, want)
		}
	}
	if got, plain := check.Lighten(&readJars(t).Shelves[0]), worst(t, 1, 6, 1); strings.Contains(got, "wood") || check.Work(&plain.Shelves[0]) > light {
		t.Errorf("of a light shelf %q", got)
	}
}

// A heavy shelf over HTTP: the reply is there, with the rest of the wall judged.
func TestAHeavyWallIsAnswered(t *testing.T) {
	g := newPage(server(t))
	p := worst(t, 2, 4, 2)
	for i, s := range g.check(t, p, "s0") {
		if k := g.had[p.Shelves[i].ID]; len(k.Problems) > 0 || k.Later || s.Asked == 0 {
			t.Errorf("shelf %d: %v", i, k.Problems)
		}
	}
	var f contract.Failure
	body := `{"design":` + heavy(t) + `,"shelf":"none"}`
	if code := ask(t, g.s, http.MethodPost, "/improve", body, &f); code != 422 && code != 400 {
		t.Errorf("%d %+v", code, f)
	}
}
