package improve

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"os"
	"slices"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/dress/dresstest"
	"aguante/core/support"
	"aguante/core/wall"
)

// ids makes ids that no other call of it makes.
func ids() func() string {
	n, from := 0, calls.Add(1)
	return func() string { n++; return fmt.Sprintf("fix-%d-%d", from, n) }
}

var calls atomic.Int64

func jars(t testing.TB) *design.Project {
	t.Helper()
	p := dresstest.HoneyRoom(t)
	i := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == "jars" })
	p.Shelves, p.Fixtures = p.Shelves[i:i+1], support.Fixtures{}
	return p
}

// applied is what a design comes to with an idea taken.
func applied(t testing.TB, p *design.Project, i Idea) check.Shelf {
	t.Helper()
	r, err := check.Run(t.Context(), p.With(0, i.Hung))
	if err != nil {
		t.Fatalf("%s: %v", i.Words, err)
	}
	return r.Shelves[0]
}

// An applied idea gives exactly what it promised, gains something, and breaks nothing.
func TestIdeasKeepTheirWord(t *testing.T) {
	for _, way := range append([]string{""}, func() []string {
		var out []string
		for _, w := range support.Recipes() {
			out = append(out, w.Key)
		}
		return out
	}()...) {
		p := jars(t)
		if way != "" {
			p.Shelves[0].Thickness = 38
			h, err := dress.Shelf(p, 0, way, ids())
			if err != nil {
				t.Fatal(err)
			}
			*p = *p.With(0, h)
		}
		for i := range p.Shelves[0].Contents {
			p.Shelves[0].Contents[i].Each *= 2.5
		}
		was, err := check.One(t.Context(), p, 0)
		if err != nil {
			t.Fatal(err)
		}
		a, err := Shelf(t.Context(), p, "jars", ids(), nil)
		if err != nil {
			t.Fatal(err)
		}
		if a.Checked > a.Considered || a.Checked == 0 {
			t.Errorf("%s: considered %d, checked %d", way, a.Considered, a.Checked)
		}
		for _, i := range append(a.Singles, a.Pairs...) {
			now := applied(t, p, i)
			if now.HoldsUpTo.Kg <= was.HoldsUpTo.Kg && now.StraightTo.Kg <= was.StraightTo.Kg {
				t.Errorf("%s gains nothing", i.Words)
			}
			if was.Verdict != check.Gives && now.Verdict == check.Gives || was.Handling.Verdict == check.Holds &&
				now.Handling.Verdict == check.Gives {
				t.Errorf("%s breaks something else", i.Words)
			}
			if now.HoldsUpTo != i.Holds || now.StraightTo != i.Straight || now.Verdict != i.Verdict {
				t.Errorf("%s: promised %v %v %s, gives %v %v %s", i.Words, i.Holds, i.Straight, i.Verdict, now.HoldsUpTo, now.StraightTo, now.Verdict)
			}
		}
	}
}

// The demo's jar shelf is turned good by what is offered.
func TestTheJarShelfIsTurnedGood(t *testing.T) {
	p := jars(t)
	a, err := Shelf(t.Context(), p, "jars", ids(), nil)
	if err != nil || len(a.Singles) == 0 {
		t.Fatalf("%v, %v", a, err)
	}
	good := slices.ContainsFunc(append(a.Singles, a.Pairs...), func(i Idea) bool { return i.Verdict == check.Holds })
	if !good {
		t.Errorf("nothing that is offered makes it hold and stay straight: %+v", a)
	}
	if _, err := Shelf(t.Context(), p, "no such shelf", ids(), nil); err == nil {
		t.Error("a shelf that is not there is improved")
	}
}

func TestCompareEveryWay(t *testing.T) {
	p := jars(t)
	c, err := Compare(t.Context(), p, "jars", ids(), nil)
	if err != nil {
		t.Fatal(err)
	}
	able := 0
	was, err := check.One(t.Context(), p, 0)
	if err != nil || !c[0].Now || c[0].Hung != nil || c[0].Holds != was.HoldsUpTo || c[0].First == "" || !strings.HasPrefix(c[0].Name, "as it is: ") {
		t.Errorf("as it is: %+v, %v", c[0], err)
	}
	for _, r := range c[1:] {
		if r.Now {
			t.Errorf("%s is as it is as well", r.Key)
		}
		if r.Why != "" {
			continue
		}
		able++
		now := applied(t, p, Idea{Words: r.Key, Hung: *r.Hung})
		if now.HoldsUpTo != r.Holds || now.First != r.FirstLink {
			t.Errorf("%s: said to hold %v, holds %v", r.Key, r.Holds, now.HoldsUpTo)
		}
		if r.Holes == 0 || len(r.Parts) == 0 || r.Hands == "" || len(r.Tools) == 0 {
			t.Errorf("%s: holes %d, parts %v, hands %q, tools %v", r.Key, r.Holes, r.Parts, r.Hands, r.Tools)
		}
	}
	// Its board of 19 mm is too thin for pins and blades.
	if thin := slices.IndexFunc(c, func(r Row) bool { return r.Key == "pins-in-strip" }); thin < 0 || c[thin].Why == "" {
		t.Errorf("pins in 19 mm: %+v", c[thin])
	}
	if able < 6 {
		t.Errorf("only %d ways apply", able)
	}
}

// What holds without a board is compared with the other forms, and stands first itself.
func TestCompareAForm(t *testing.T) {
	p := jars(t)
	h, err := dress.Shelf(p, 0, "hooks", ids())
	if err != nil {
		t.Fatal(err)
	}
	c, err := Compare(t.Context(), p.With(0, h), "jars", ids(), nil)
	if err != nil {
		t.Fatal(err)
	}
	forms := 0
	for _, r := range c[1:] {
		if w := slices.IndexFunc(support.Recipes(), func(w support.Recipe) bool { return w.Key == r.Key }); support.Recipes()[w].Form && r.Why == "" {
			forms++
		}
	}
	if !c[0].Now || len(c[0].Side.Shapes) == 0 || c[0].Holes == 0 || forms < 2 {
		t.Errorf("%d forms beside %+v", forms, c[0])
	}
}

// Every shelf of the demo that does not hold, or does not stay straight, is turned good
// by one of its ideas.
func TestEveryDemoShelfCanBeTurnedGood(t *testing.T) {
	first := map[string]string{ // that a builder would try first
		"Jar shelf": "One more bracket", "Display shelf": "Fasteners at every stud", "Alcove shelf": "Glue a lip",
		"Bins of frame parts": "Six glued dowels",
	}
	for _, file := range []string{"honey-room", "brick-wall", "back-wall"} {
		b, err := os.ReadFile("../../demo/" + file + ".json")
		if err != nil {
			t.Fatal(err)
		}
		var p design.Project
		if err := json.Unmarshal(b, &p); err != nil {
			t.Fatal(err)
		}
		for i := range p.Shelves {
			was, err := check.One(t.Context(), &p, i)
			if err != nil {
				t.Fatal(err)
			}
			if was.Verdict == check.Holds {
				continue
			}
			a, err := Shelf(t.Context(), &p, p.Shelves[i].ID, ids(), nil)
			if err != nil {
				t.Fatal(err)
			}
			if !slices.ContainsFunc(append(a.Singles, a.Pairs...), func(i Idea) bool { return i.Verdict == check.Holds }) {
				for _, i := range append(a.Singles, a.Pairs...) {
					t.Logf("%s: %s, holds %.1f, straight %.1f", was.Name, i.Words, i.Holds.Kg, i.Straight.Kg)
				}
				t.Errorf("%s: nothing turns it good of %d changes", was.Name, a.Considered)
			}
			if want := first[was.Name]; want == "" || !strings.HasPrefix(a.Singles[0].Words, want) {
				t.Errorf("%s: the first suggestion is %q, want %q", was.Name, a.Singles[0].Words, want)
			}
			delete(first, was.Name)
		}
	}
	if len(first) > 0 {
		t.Errorf("not asked: %v", first)
	}
}

// What is offered a builder can do on that very wall: nothing goes into studs that it has not, what cannot be
// done says why, and fewer things are no fewer than half.
func TestSuggestionsFitTheirWall(t *testing.T) {
	p := jars(t)
	p.Wall.Kind, p.Wall.Studs = wall.Masonry, nil
	s := &p.Shelves[0]
	s.Contents[0].Each *= 2
	a, err := Shelf(t.Context(), p, s.ID, ids(), nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, i := range append(a.Singles, a.Pairs...) {
		if strings.Contains(i.Words, "stud") || strings.Contains(i.Words, "lag") || strings.Contains(i.Words, "oggle") {
			t.Errorf("on a brick wall: %s", i.Words)
		}
	}
	for _, r := range a.Refused {
		if r.Words == "" || r.Why == "" {
			t.Errorf("%+v", r)
		}
	}
	if len(a.Refused) == 0 {
		t.Error("nothing is refused of a thin board on a brick wall")
	}
	loaded := jars(t)
	loaded.Shelves[0].Contents[0].Count = loaded.Shelves[0].Contents[0].Count * 11 / 10
	loaded.Shelves[0].Contents[0].From, loaded.Shelves[0].Contents[0].To = 700, 1600
	a, err = Shelf(t.Context(), loaded, "jars", ids(), nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, i := range a.Singles {
		if n, of := i.Shelf.Contents[0].Count, loaded.Shelves[0].Contents[0].Count; n != of && (2*n < of || i.Verdict != check.Holds) {
			t.Errorf("%s: %d of %d, %s", i.Words, n, of, i.Verdict)
		}
	}
}

// A bracket that no stud is behind is offered what a builder would: the stud, a board across, or toggles.
func TestABracketOnNothing(t *testing.T) {
	p := jars(t)
	p.Shelves[0].Supports[1].X += 90
	for i := range p.Shelves[0].Contents {
		p.Shelves[0].Contents[i].Each /= 2
	}
	a, err := Shelf(t.Context(), p, "jars", ids(), nil)
	if err != nil {
		t.Fatal(err)
	}
	if first := a.Singles[0].Words; !strings.HasPrefix(first, "Move bracket 2 to the stud") {
		t.Errorf("first %q", first)
	}
	p.Wall.Studs = slices.DeleteFunc(p.Wall.Studs, func(s wall.Stud) bool {
		return math.Abs(float64(s.X-p.Shelves[0].Supports[1].X)) < 600
	})
	a, err = Shelf(t.Context(), p, "jars", ids(), nil)
	if err != nil {
		t.Fatal(err)
	}
	if !slices.ContainsFunc(append(a.Singles, a.Pairs...), func(i Idea) bool {
		return strings.Contains(i.Words, "oggle") || strings.Contains(i.Words, "backer") || strings.Contains(i.Words, "One more")
	}) {
		t.Errorf("where no stud is near: %+v", a.Singles)
	}
}

// Something heavier breaks sooner, in the order of the expected breaks.
func TestBreakingFollowsTheExpectedBreaks(t *testing.T) {
	for _, w := range support.Recipes() {
		p := jars(t)
		p.Shelves[0].Thickness = 38
		h, err := dress.Shelf(p, 0, w.Key, ids())
		if err != nil {
			t.Fatal(err)
		}
		*p = *p.With(0, h)
		was, _ := check.One(t.Context(), p, 0)
		steps, err := Break(t.Context(), p, "jars", nil)
		if err != nil {
			t.Fatal(err)
		}
		if was.Breaks == nil {
			if len(steps) != 0 {
				t.Errorf("%s: breaks at no known load, and goes %+v", w.Key, steps)
			}
			continue
		}
		if len(steps) == 0 || steps[0].Kg != was.Breaks.Kg || steps[0].Link != was.BreakLink {
			t.Errorf("%s: first goes %+v, expected %v by %s", w.Key, steps, was.Breaks, was.BreakLink)
		}
		for i := 1; i < len(steps); i++ {
			if steps[i].Kg < steps[i-1].Kg {
				t.Errorf("%s: step %d goes at %v, after one at %v", w.Key, i, steps[i].Kg, steps[i-1].Kg)
			}
			if h.Shelf.Rail == "" && steps[i].Name == steps[i-1].Name && steps[i].Where == steps[i-1].Where {
				t.Errorf("%s: the %s, %s, breaks twice", w.Key, steps[i].Name, steps[i].Where)
			}
		}
		if len(steps) > 0 && !steps[len(steps)-1].Down && !steps[len(steps)-1].Holds {
			t.Errorf("%s: it neither comes down nor holds in the end: %+v", w.Key, steps)
		}
	}
}

func BenchmarkWhatWouldItTake(b *testing.B) {
	p := jars(b)
	var last *Answer
	for b.Loop() {
		a, err := Shelf(b.Context(), p, "jars", ids(), nil)
		if err != nil {
			b.Fatal(err)
		}
		last = a
	}
	b.ReportMetric(float64(last.Considered), "considered")
	b.ReportMetric(float64(last.Checked), "checked")
}

// BenchmarkClosedPage is how long a search goes on when nobody waits for it any more.
func BenchmarkClosedPage(b *testing.B) {
	p := jars(b)
	for i := range p.Shelves[0].Contents {
		p.Shelves[0].Contents[i].Each *= 6
	}
	var longest time.Duration
	for i := 0; b.Loop(); i++ {
		ctx, leave := context.WithCancel(b.Context())
		ended := make(chan error)
		go func() { _, err := Shelf(ctx, p, "jars", ids(), nil); ended <- err }()
		time.Sleep(time.Duration(5+i%20) * time.Millisecond)
		start := time.Now()
		leave()
		if err := <-ended; err != nil {
			longest = max(longest, time.Since(start))
		}
	}
	b.ReportMetric(float64(longest.Microseconds())/1000, "longest-ms")
}

func BenchmarkCompareAllWays(b *testing.B) {
	p := jars(b)
	p.Shelves[0].Thickness = 38
	for b.Loop() {
		if _, err := Compare(b.Context(), p, "jars", ids(), nil); err != nil {
			b.Fatal(err)
		}
	}
}
