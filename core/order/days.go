package order

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"
	"time"

	"aguante/core/plan"
	"aguante/core/shop"
)

// Times are minutes from midnight before the first day, by the clock on the wall.
const day = 24 * 60

// Given is when there is time, and what has been decided and done: Done are steps by their ids, with the minute at which
// each was ended; no step begins before Now.
type Given struct {
	Start  time.Time // midnight of the first day
	Now    int
	People []shop.Person
	Off    []string // dates without work
	Days   []plan.Day
	Clamps int // 0 where nobody has said: as many as are wanted
	Quiet  float64
	Pace   float64
	Done   map[string]int
}

// Block is a stretch of work on a step by some of the people, by their places in the list.
type Block struct {
	Step   string `json:"step"`
	People []int  `json:"people"`
	From   int    `json:"from_min"`
	To     int    `json:"to_min"`
}

// Link is one step of the critical way, and why it does not begin earlier.
type Link struct {
	Step string `json:"step"`
	Why  string `json:"why"`
	From int    `json:"from_min"`
	To   int    `json:"to_min"`
}

// Schedule is when each step is done. Ends are when its hands-on time ends, Free when its wait does. End is when the last
// of all ends, waits included; Total the hands-on minutes that are left.
type Schedule struct {
	Blocks   []Block        `json:"blocks"`
	Ends     map[string]int `json:"ends"`
	Free     map[string]int `json:"free"`
	End      int            `json:"end_min"`
	Total    int            `json:"total_min"`
	Critical []Link         `json:"critical"`
	Late     []string       `json:"late"` // steps that cannot be done on the day that they were put on
	key      string
}

// ErrNoHours: nobody has any hours to work.
var ErrNoHours = errors.New("nobody has hours to work: say on which days, and for how long")

// ErrNever: there is no end of it.
var ErrNever = errors.New("it does not end within three years on these hours: give it more, or leave something out")

const horizon = 3 * 366

// Usual is somebody who works two evenings and a Saturday, where nobody has said who does.
func Usual() []shop.Person {
	return []shop.Person{{ID: "you", Name: "you", Hours: [7]float64{0, 2, 0, 2, 0, 5, 0}}}
}

// session is what goes to setting up, and as much to clearing away, each time, minutes (workshop rule).
const session = 10

// Minutes is how long a step takes at a pace.
func (g *Given) Minutes(s *Step) int { return int(math.Ceil(s.Minutes*cmp.Or(g.Pace, 1) - 1e-9)) }

// Plan puts steps on days. The plan as it stood is one of those that are compared: with more hours or clamps, or a step
// done early, it never ends later. was may be nil.
func Plan(steps []Step, g *Given, was *Schedule) (*Schedule, error) {
	sorted, err := Sorted(steps)
	if err != nil {
		return nil, err
	}
	hours := 0.0
	for i := range g.People {
		for _, h := range g.People[i].Hours {
			hours += max(0, h-2*session/60.0)
		}
	}
	left := slices.ContainsFunc(sorted, func(s Step) bool { _, done := g.Done[s.ID]; return !done })
	if hours <= 0 && left {
		return nil, ErrNoHours
	}
	key := fmt.Sprint(g.Start, g.Days)
	var best *Schedule
	var firstErr error
	keep := func(s *Schedule, err error) {
		if err != nil {
			firstErr = cmp.Or(firstErr, err)
			return
		}
		if best == nil || s.End < best.End {
			best = s
		}
	}
	if was != nil && was.key == key {
		keep(asItStood(sorted, g, was), nil)
	}
	for _, order := range orders(sorted, g, was) {
		keep(inOrder(sorted, order, g))
	}
	if best == nil {
		return nil, firstErr
	}
	best.key = key
	best.explain(sorted, g)
	return best, nil
}

// orders are the ways in which what can be done next is chosen: by how much hangs on it, by what it waits for alone, as
// it comes, and as it stood.
func orders(steps []Step, g *Given, was *Schedule) [][]int {
	tail, waits := make([]float64, len(steps)), make([]float64, len(steps))
	at := map[string]int{}
	for i := range steps {
		at[steps[i].ID] = i
	}
	for i := range slices.Backward(steps) {
		s := &steps[i]
		tail[i] += float64(g.Minutes(s))
		if tail[i] < float64(g.Minutes(s))+s.Wait*60 {
			tail[i] = float64(g.Minutes(s)) + s.Wait*60
		}
		for _, n := range s.Needs {
			if k, ok := at[n.Step]; ok {
				tail[k] = max(tail[k], tail[i]+n.After*60)
				waits[k] = max(waits[k], waits[i]+n.After*60)
			}
		}
	}
	rank := func(by func(i int) float64) []int {
		out := make([]int, len(steps))
		for i := range out {
			out[i] = i
		}
		slices.SortStableFunc(out, func(a, b int) int { return cmp.Compare(by(b), by(a)) })
		return out
	}
	out := [][]int{rank(func(i int) float64 { return tail[i] }), rank(func(i int) float64 { return waits[i] }), rank(func(int) float64 { return 0 })}
	if was != nil {
		out = append(out, rank(func(i int) float64 {
			for _, b := range was.Blocks {
				if b.Step == steps[i].ID {
					return -float64(b.From)
				}
			}
			return 0
		}))
	}
	return out
}

// clock is who is free when, and which clamps are on.
type clock struct {
	g     *Given
	busy  [][]Block // of each person, in time
	clamp []held
	off   map[int]bool
	bound map[string]int // the day that a step was put on
}

type held struct{ from, to, n int }

func newClock(g *Given) *clock {
	c := &clock{g: g, busy: make([][]Block, len(g.People)), off: map[int]bool{}, bound: map[string]int{}}
	date := func(text string) (int, bool) {
		t, err := time.Parse(time.DateOnly, text)
		return int(math.Round(t.Sub(g.Start.UTC().Truncate(24*time.Hour)).Hours() / 24)), err == nil
	}
	for _, d := range g.Off {
		if n, ok := date(d); ok {
			c.off[n] = true
		}
	}
	for _, d := range g.Days {
		if n, ok := date(d.On); ok {
			c.bound[d.Step] = n
		}
	}
	return c
}

// window is when somebody works on a day, without setting up and clearing away; of what makes noise, before it is to be
// quiet.
func (c *clock) window(person, d int, noise bool) (from, to int) {
	if c.off[d] || d < 0 {
		return 0, 0
	}
	p := &c.g.People[person]
	week := (int(c.g.Start.Weekday()) + 6 + d) % 7
	if p.Hours[week] <= 0 {
		return 0, 0
	}
	begin := p.Begins(week)
	from, to = d*day+int(begin*60)+session, d*day+int((begin+p.Hours[week])*60)-session
	if noise && c.g.Quiet > 0 {
		to = min(to, d*day+int(c.g.Quiet*60))
	}
	return from, max(from, to)
}

// free are the stretches of a day in which somebody has nothing to do, not before a time.
func (c *clock) free(person, d, after int, noise bool) [][2]int {
	from, to := c.window(person, d, noise)
	from = max(from, after)
	var out [][2]int
	for _, b := range c.busy[person] {
		if b.To <= from || b.From >= to {
			continue
		}
		if b.From > from {
			out = append(out, [2]int{from, b.From})
		}
		from = max(from, b.To)
	}
	if from < to {
		out = append(out, [2]int{from, to})
	}
	return out
}

// shortest is what is worth beginning of something that may be broken off, minutes.
const shortest = 10

// place finds the first time for a step not before a minute: by one person, or by two where there are two.
func (c *clock) place(s *Step, after int) ([]Block, error) {
	minutes := c.g.Minutes(s)
	if d, ok := c.bound[s.ID]; ok {
		after = max(after, d*day)
	}
	if minutes == 0 {
		return []Block{{s.ID, []int{0}, after, after}}, nil
	}
	var best []Block
	consider := func(all []Block) {
		if len(all) > 0 && (best == nil || all[len(all)-1].To < best[len(best)-1].To) {
			best = all
		}
	}
	if s.Hands > 1 && len(c.g.People) > 1 {
		for a := range c.g.People {
			for b := range a {
				consider(c.fill(s, minutes, after, []int{b, a}))
			}
		}
	} else {
		for a := range c.g.People {
			consider(c.fill(s, minutes, after, []int{a}))
		}
	}
	if best == nil {
		return nil, ErrNever
	}
	return best, nil
}

// fill finds the time of a step for some people together; nil where there is none.
func (c *clock) fill(s *Step, minutes, after int, people []int) []Block {
	var out []Block
	left := minutes
	for d := after / day; d < horizon; d++ {
		for _, f := range c.together(people, d, after, s.Noise) {
			if s.Whole {
				if at, ok := c.clamped(s, f[0], f[1], minutes); ok {
					return []Block{{s.ID, people, at, at + minutes}}
				}
				continue
			}
			take := min(left, f[1]-f[0])
			if take < left && take < shortest {
				continue
			}
			out = append(out, Block{s.ID, people, f[0], f[0] + take})
			if left -= take; left == 0 {
				return out
			}
		}
	}
	return nil
}

// together are the stretches in which all of some people are free.
func (c *clock) together(people []int, d, after int, noise bool) [][2]int {
	all := c.free(people[0], d, after, noise)
	for _, p := range people[1:] {
		var out [][2]int
		for _, a := range all {
			for _, b := range c.free(p, d, after, noise) {
				if from, to := max(a[0], b[0]), min(a[1], b[1]); from < to {
					out = append(out, [2]int{from, to})
				}
			}
		}
		all = out
	}
	return all
}

// clamped is the first time within a stretch at which a whole step fits and there are clamps for it.
func (c *clock) clamped(s *Step, from, to, minutes int) (int, bool) {
	for at := from; at+minutes <= to; {
		next, ok := c.clampsAt(s, at, minutes)
		if ok {
			return at, true
		}
		at = next
	}
	return 0, false
}

// clampsAt tells whether there are clamps from a minute on until they come off again, and if not when some do.
func (c *clock) clampsAt(s *Step, at, minutes int) (next int, ok bool) {
	if s.Clamps == 0 || c.g.Clamps == 0 {
		return 0, true
	}
	end := at + minutes + int(s.Holds*60)
	marks := []int{at}
	for _, h := range c.clamp {
		if h.from > at && h.from < end {
			marks = append(marks, h.from)
		}
	}
	next, ok = math.MaxInt, true
	for _, m := range marks {
		on := s.Clamps
		for _, h := range c.clamp {
			if h.from <= m && m < h.to {
				on += h.n
			}
		}
		ok = ok && on <= c.g.Clamps
	}
	for _, h := range c.clamp {
		if h.to > at {
			next = min(next, h.to)
		}
	}
	return next, ok
}

func (c *clock) take(s *Step, all []Block) {
	for _, b := range all {
		for _, p := range b.People {
			c.busy[p] = append(c.busy[p], b)
			slices.SortFunc(c.busy[p], func(x, y Block) int { return x.From - y.From })
		}
	}
	if s.Clamps > 0 && len(all) > 0 {
		c.clamp = append(c.clamp, held{all[0].From, all[len(all)-1].To + int(s.Holds*60), s.Clamps})
	}
}

// ready is when what a step needs has been waited for.
func ready(s *Step, g *Given, ends map[string]int) int {
	at := g.Now
	for _, n := range s.Needs {
		if end, ok := ends[n.Step]; ok {
			at = max(at, end+int(math.Ceil(n.After*60)))
		}
	}
	return at
}

// inOrder schedules one step after another: of those that can be, the first of an order.
func inOrder(steps []Step, order []int, g *Given) (*Schedule, error) {
	c, out := newClock(g), &Schedule{Blocks: []Block{}, Ends: map[string]int{}, Free: map[string]int{}, Late: []string{}}
	c.begun(steps, g, out)
	known := map[string]bool{}
	for i := range steps {
		known[steps[i].ID] = true
	}
	for placed := 0; ; placed++ {
		at := slices.IndexFunc(order, func(i int) bool {
			_, done := out.Ends[steps[i].ID]
			return !done && !slices.ContainsFunc(steps[i].Needs, func(n Need) bool { _, ok := out.Ends[n.Step]; return known[n.Step] && !ok })
		})
		if at < 0 {
			break
		}
		s := &steps[order[at]]
		blocks, err := c.place(s, ready(s, g, out.Ends))
		if err != nil {
			return nil, fmt.Errorf("%s: %w", s.Says, err)
		}
		c.take(s, blocks)
		out.put(s, blocks)
		if d, ok := c.bound[s.ID]; ok && blocks[0].From/day != d {
			out.Late = append(out.Late, s.ID)
		}
	}
	return out, nil
}

// begun puts in what is done: it has taken its time, and its clamps are still on.
func (c *clock) begun(steps []Step, g *Given, out *Schedule) {
	for i := range steps {
		s := &steps[i]
		if end, ok := g.Done[s.ID]; ok {
			out.Ends[s.ID], out.Free[s.ID] = end, end+int(math.Ceil(s.Wait*60))
			out.End = max(out.End, out.Free[s.ID])
			if s.Clamps > 0 {
				c.clamp = append(c.clamp, held{end - g.Minutes(s), end + int(s.Holds*60), s.Clamps})
			}
		}
	}
}

func (s *Schedule) put(step *Step, blocks []Block) {
	s.Blocks = append(s.Blocks, blocks...)
	end := blocks[len(blocks)-1].To
	s.Ends[step.ID], s.Free[step.ID] = end, end+int(math.Ceil(step.Wait*60))
	s.End = max(s.End, s.Free[step.ID])
	for _, b := range blocks {
		s.Total += b.To - b.From
	}
}

// asItStood is the plan as it was, without what is done by now; nil where it cannot be kept.
func asItStood(steps []Step, g *Given, was *Schedule) *Schedule {
	c, out := newClock(g), &Schedule{Blocks: []Block{}, Ends: map[string]int{}, Free: map[string]int{}, Late: slices.Clone(was.Late)}
	c.begun(steps, g, out)
	for i := range steps { // each after what it needs
		s := &steps[i]
		if _, done := g.Done[s.ID]; done {
			continue
		}
		var mine []Block
		minutes := 0
		for _, b := range was.Blocks {
			if b.Step == s.ID {
				mine = append(mine, b)
				minutes += b.To - b.From
			}
		}
		if len(mine) == 0 || minutes != g.Minutes(s) || mine[0].From < ready(s, g, out.Ends) || !c.still(s, mine) {
			return nil
		}
		c.take(s, mine)
		out.put(s, mine)
	}
	return out
}

// still tells whether blocks of a step are in hours that are open, with nobody and no clamp busy.
func (c *clock) still(s *Step, blocks []Block) bool {
	for _, b := range blocks {
		for _, p := range b.People {
			if p >= len(c.g.People) || b.From < b.To && !slices.ContainsFunc(c.free(p, b.From/day, b.From, s.Noise), func(f [2]int) bool { return f[0] <= b.From && b.To <= f[1] }) {
				return false
			}
		}
	}
	if s.Hands > 1 && len(c.g.People) > 1 && len(blocks[0].People) < 2 {
		return false
	}
	_, ok := c.clampsAt(s, blocks[0].From, blocks[0].To-blocks[0].From)
	return ok
}
