package order

import (
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"aguante/core/journal"
	"aguante/core/plan"
	"aguante/core/shop"
)

// monday is the first day of every schedule here.
var monday = time.Date(2026, 11, 30, 0, 0, 0, 0, time.UTC)

func worker(hours ...float64) shop.Person {
	p := shop.Person{ID: "a", Name: "a"}
	copy(p.Hours[:], hours)
	return p
}

// sound names what is wrong with a schedule: the rules, asked of it one by one.
func sound(steps []Step, g *Given, s *Schedule) (wrong []string) {
	say := func(format string, args ...any) { wrong = append(wrong, fmt.Sprintf(format, args...)) }
	total, want := 0, 0
	from, minutes := map[string]int{}, map[string]int{}
	c := newClock(g)
	for _, b := range s.Blocks {
		if at, ok := from[b.Step]; !ok || b.From < at {
			from[b.Step] = b.From
		}
		minutes[b.Step] += b.To - b.From
		total += b.To - b.From
		for _, p := range b.People {
			lo, hi := c.window(p, b.From/day, false)
			if b.From < b.To && (b.From < lo || b.To > hi) {
				say("%s is worked on in closed hours", b.Step)
			}
			for _, o := range s.Blocks {
				if (o.Step != b.Step || o.From != b.From) && slices.Contains(o.People, p) && o.From < b.To && b.From < o.To {
					say("%s and %s at once by one", b.Step, o.Step)
				}
			}
		}
	}
	for i := range steps {
		st := &steps[i]
		if _, done := g.Done[st.ID]; done {
			continue
		}
		want += g.Minutes(st)
		if minutes[st.ID] != g.Minutes(st) {
			say("%s takes %d of %d", st.ID, minutes[st.ID], g.Minutes(st))
		}
		for _, n := range st.Needs {
			if end, ok := s.Ends[n.Step]; ok && from[st.ID] < end+int(math.Ceil(n.After*60)) {
				say("%s begins before %s has been waited for", st.ID, n.Step)
			}
		}
		if g.Clamps == 0 || st.Clamps == 0 {
			continue
		}
		on := 0
		for k := range steps {
			o := &steps[k]
			if f, ok := from[o.ID]; ok && o.Clamps > 0 && f <= from[st.ID] && from[st.ID] < s.Ends[o.ID]+int(o.Holds*60) {
				on += o.Clamps
			}
		}
		if on > g.Clamps {
			say("%d of %d clamps at %s", on, g.Clamps, st.ID)
		}
	}
	if total != want || s.Total != want {
		say("hands-on %d, steps %d", total, want)
	}
	return wrong
}

func randomSteps(r *rand.Rand) []Step {
	steps := make([]Step, 4+r.IntN(14))
	for i := range steps {
		s := &steps[i]
		*s = Step{ID: fmt.Sprint("s", i), Says: fmt.Sprint("step ", i), Minutes: float64(1 + r.IntN(90)), Hands: 1 + r.IntN(5)/4, Needs: []Need{}}
		if r.IntN(3) == 0 {
			s.Wait, s.Whole = float64(r.IntN(30)), true
			s.Clamps, s.Holds = r.IntN(4), float64(r.IntN(5))
		}
		s.Noise = r.IntN(3) == 0
		for k := range i {
			if r.IntN(3) == 0 {
				s.Needs = append(s.Needs, Need{steps[k].ID, steps[k].Wait})
			}
		}
	}
	return steps
}

// Random graphs on random hours: every rule holds, the critical way explains the end, and with more hours, more clamps or a
// step done early it never ends later.
func TestSchedulesAreSound(t *testing.T) {
	r := rand.New(rand.NewPCG(20, 11))
	for n := range 400 {
		steps := randomSteps(r)
		g := &Given{Start: monday, Clamps: 3 + r.IntN(4), Quiet: []float64{0, 20}[r.IntN(2)], Done: map[string]int{}}
		for range 1 + r.IntN(2) {
			p := worker()
			for d := range p.Hours {
				p.Hours[d] = []float64{0, 2, 3, 6}[r.IntN(4)]
			}
			p.Hours[5] = 6
			g.People = append(g.People, p)
		}
		s, err := Plan(steps, g, nil)
		if err != nil {
			t.Fatal(err)
		}
		if wrong := sound(steps, g, s); len(wrong) > 0 {
			t.Fatalf("%d: %v", n, wrong[:min(3, len(wrong))])
		}
		if len(s.Critical) == 0 || s.Critical[len(s.Critical)-1].To != s.End {
			t.Fatalf("%d: the critical way ends at %+v, all at %d", n, s.Critical, s.End)
		}
		for i, l := range s.Critical {
			if l.Why == "" || i > 0 && l.From < s.Critical[i-1].From {
				t.Fatalf("%d: link %d of %+v", n, i, s.Critical)
			}
		}
		more := *g
		more.People = slices.Clone(g.People)
		switch r.IntN(3) {
		case 0:
			more.Clamps += 1 + r.IntN(3)
		case 1:
			d := r.IntN(7)
			more.People[0].Hours[d] += 1 + float64(r.IntN(2))
		case 2:
			first := s.Blocks[0]
			for _, b := range s.Blocks {
				if b.From < first.From {
					first = b
				}
			}
			more.Done = map[string]int{first.Step: max(0, s.Ends[first.Step]-30)}
		}
		again, err := Plan(steps, &more, s)
		if err != nil {
			t.Fatal(err)
		}
		if again.End > s.End {
			t.Fatalf("%d: with more of it, it ends at %d and not at %d", n, again.End, s.End)
		}
		if wrong := sound(steps, &more, again); len(wrong) > 0 {
			t.Fatalf("%d, with more: %v", n, wrong[:min(3, len(wrong))])
		}
	}
}

// What cannot be planned is said: nobody's hours, steps in a circle, an end that never comes.
func TestWhatCannotBePlanned(t *testing.T) {
	steps := []Step{{ID: "a", Says: "saw", Minutes: 30, Needs: []Need{{"b", 0}}}, {ID: "b", Says: "sand", Minutes: 30, Needs: []Need{{"a", 0}}}}
	g := &Given{Start: monday, People: []shop.Person{worker(2)}}
	if _, err := Plan(steps, g, nil); !errors.Is(err, ErrCircle) {
		t.Errorf("a circle: %v", err)
	}
	steps[0].Needs = nil
	g.People = []shop.Person{worker(0.25)}
	if _, err := Plan(steps, g, nil); !errors.Is(err, ErrNoHours) {
		t.Errorf("no hours: %v", err)
	}
	g.People = []shop.Person{worker(1)}
	steps[0].Minutes, steps[0].Whole = 300, true
	if _, err := Plan(steps, g, nil); !errors.Is(err, ErrNever) {
		t.Errorf("longer than any evening: %v", err)
	}
}

// A block that is put on another day stays there; one that cannot be is said to be late; a day off moves what was on it.
func TestDaysThatAPersonPicks(t *testing.T) {
	steps := []Step{{ID: "a", Says: "saw", Minutes: 60}, {ID: "b", Says: "sand", Minutes: 60, Needs: []Need{{"a", 0}}}}
	g := &Given{Start: monday, People: []shop.Person{worker(2, 2, 2, 2, 2)}}
	on := func(want ...int) *Schedule {
		t.Helper()
		s, err := Plan(steps, g, nil)
		if err != nil {
			t.Fatal(err)
		}
		for i, b := range s.Blocks {
			if i < len(want) && b.From/day != want[i] {
				t.Errorf("%s is on day %d, not %d", b.Step, b.From/day, want[i])
			}
		}
		return s
	}
	on(0, 0)
	g.Days = []plan.Day{{Step: "a", On: "2026-12-02"}, {Step: "b", On: "2026-12-01"}}
	if s := on(2, 2); !slices.Equal(s.Late, []string{"b"}) {
		t.Errorf("late: %v", s.Late)
	}
	g.Days, g.Off = nil, []string{"2026-11-30"}
	on(1, 1)
}

// A person's pace is the median of what they said that steps took, once there are three; a tick is by their own clock, and
// what is taken back is not done.
func TestPaceIsLearned(t *testing.T) {
	steps := []Step{{ID: "a", Minutes: 10}, {ID: "b", Minutes: 20}, {ID: "c", Minutes: 30}}
	said := func(id, step string, v float64) journal.Entry {
		return journal.Entry{ID: id, Kind: journal.Measure, Data: fmt.Appendf(nil, `{"key":"took/%s","value":%g}`, step, v)}
	}
	entries := []journal.Entry{said("1", "a", 15), said("2", "b", 26), {ID: "3", Kind: journal.Tick, About: "step/a", When: "2026-11-30T18:30:00Z"},
		{ID: "4", Kind: journal.Tick, About: "step/b", When: "2026-11-30T19:00:00Z"}, {ID: "5", Kind: journal.TakeBack, Back: "4"}, said("6", "c", -3)}
	zone := time.FixedZone("", 3600)
	done, pace := Facts(steps, entries, monday, zone)
	if pace != 0 || len(done) != 1 || done["a"] != 19*60+30 || steps[0].Done != "3" {
		t.Errorf("%v, pace %g", done, pace)
	}
	if _, pace = Facts(steps, append(entries, said("7", "c", 30)), monday, zone); math.Abs(pace-1.3) > 1e-9 {
		t.Errorf("pace %g of 1.5, 1.3 and 1", pace)
	}
}
