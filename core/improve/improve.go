// Package improve searches for what would make a shelf hold: single changes and
// pairs of them, each checked in full before it is offered.
package improve

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"
	"time"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/support"
)

// Idea is a change of a shelf and what it comes to: the shelf as it hangs with the
// change made. Effort is how much it asks of the person, less first.
type Idea struct {
	Words string `json:"words"`
	design.Hung
	Holds    check.Limit   `json:"holds"`
	Straight check.Limit   `json:"straight"`
	Breaks   *check.Limit  `json:"breaks,omitempty"`
	Verdict  check.Verdict `json:"verdict"`
	First    string        `json:"first"` // what would give first then
	Effort   int           `json:"effort"`
	kind     string
}

// Answer is what a search found, and how much of it was looked at.
type Answer struct {
	Singles    []Idea    `json:"singles"`
	Pairs      []Idea    `json:"pairs"`
	Refused    []Refused `json:"refused"`    // what cannot be done on this wall
	Considered int       `json:"considered"` // changes and pairs thought of
	Checked    int       `json:"checked"`    // of them checked in full
	Stopped    bool      `json:"stopped"`    // it had looked for as long, or at as many, as it may
}

// Refused is a change that cannot be made here, and why.
type Refused struct {
	Words string `json:"words"`
	Why   string `json:"why"`
}

const (
	offered = 6 // singles that are offered
	paired  = 8 // best singles of which pairs are tried
	enough  = 3 // singles that do it all, to be a choice
	longest = 8 * time.Second
	designs = 1500 // that are checked in full
)

// Shelf searches for what would make a shelf of a design hold, or stay straight. newID
// makes ids for parts that are added.
func Shelf(ctx context.Context, p *design.Project, id string, newID func() string, known check.Known) (*Answer, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, check.Invalid(bad)
	}
	at := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == id })
	if at < 0 {
		return nil, fmt.Errorf("no shelf %q", id)
	}
	beside, err := check.NewBeside(ctx, p, at, known)
	if err != nil {
		return nil, err
	}
	was, err := beside.Ask(ctx, p)
	if err != nil {
		return nil, err
	}
	f := &finder{ctx: ctx, p: p, at: at, beside: beside, was: was, id: newID, until: time.Now().Add(longest),
		out: &Answer{Singles: []Idea{}, Pairs: []Idea{}, Refused: []Refused{}}}
	changes := f.changes()
	var tried []Idea
	for _, c := range changes {
		f.out.Considered++
		if !f.mayHelp(c) || f.ended() {
			continue
		}
		if idea, ok := f.try(c); ok {
			tried = append(tried, idea)
		}
	}
	slices.SortStableFunc(tried, f.order)
	tried = bestOfEach(tried)
	f.out.Singles = append(f.out.Singles, tried[:min(offered, len(tried))]...)
	f.pairs(tried, changes)
	return f.out, ctx.Err()
}

// change is one thing that could be done to a shelf.
type change struct {
	kind   string // of which only the best few are offered
	words  string
	effort int
	helps  support.Helps
	do     func(h *design.Hung) bool // false: it cannot be done here
}

type finder struct {
	ctx    context.Context
	p      *design.Project
	at     int
	beside *check.Beside
	was    *check.Shelf
	id     func() string
	until  time.Time
	out    *Answer
}

// ended tells whether nobody waits for it any more, or it has looked for long enough,
// which it says.
func (f *finder) ended() bool {
	if f.ctx.Err() != nil {
		return true
	}
	f.out.Stopped = f.out.Stopped || f.out.Checked >= designs || time.Now().After(f.until)
	return f.out.Stopped
}

func (f *finder) shelf() *design.Shelf { return &f.p.Shelves[f.at] }

// needs is where the trouble is: what the first link to give, or the first to sag
// where all else holds, belongs to.
func (f *finder) needs() support.Helps {
	first := f.was.First
	if f.was.Verdict == check.Loose {
		return support.Everything
	}
	if f.was.Verdict == check.Sags {
		first = f.was.FirstSag
	}
	for _, l := range f.was.Links {
		if l.ID != first {
			continue
		}
		switch l.Role {
		case hold.RoleBends, hold.RoleShears, hold.RoleSags:
			return support.TheBoard
		case hold.RoleNear, hold.RoleOthers, hold.RoleHeel, hold.RoleBehind, hold.RoleRail:
			return support.TheWall
		case hold.RoleStanding:
			return support.Everything
		}
		return support.TheSupport
	}
	return support.Everything
}

// mayHelp passes by what cannot reach the link that gives first: a cheap bound, as
// the limit of the whole is never above that link's.
func (f *finder) mayHelp(c change) bool { return c.helps&f.needs() != 0 }

// try makes a change and checks it in full; ok is false where it gains nothing or
// something else gets worse.
func (f *finder) try(c change) (Idea, bool) {
	h := f.p.Hung(f.at)
	if !c.do(&h) {
		return Idea{}, false
	}
	return f.ask(h, c.words, c.kind, c.effort)
}

func (f *finder) ask(h design.Hung, words, kind string, effort int) (Idea, bool) {
	q := f.p.With(f.at, h)
	f.out.Checked++
	if len(q.ValidateShelf(f.at)) > 0 {
		return Idea{}, false
	}
	now, err := f.beside.Ask(f.ctx, q)
	if err != nil {
		return Idea{}, false
	}
	idea := Idea{Words: words, Hung: h, Holds: now.HoldsUpTo, Straight: now.StraightTo, Breaks: now.Breaks, Verdict: now.Verdict,
		Effort: effort, kind: kind}
	for _, l := range now.Links {
		if l.ID == now.First {
			idea.First = l.Name
		}
	}
	if kind == "fewer" { // it holds no more, but all that then stands on it
		return idea, now.Verdict == check.Holds && (f.was.Handling.Verdict == check.Gives || now.Handling.Verdict != check.Gives)
	}
	return idea, f.better(now)
}

// better tells whether an answer gains something and loses nothing that matters.
func (f *finder) better(now *check.Shelf) bool {
	asked := max(f.was.Asked, 1e-9)
	gain := now.HoldsUpTo.Kg > f.was.HoldsUpTo.Kg*1.03+0.05
	straighter := now.StraightTo.Kg > f.was.StraightTo.Kg*1.03+0.05
	holds := now.HoldsUpTo.Kg >= min(f.was.HoldsUpTo.Kg, asked)-1e-9
	straight := now.StraightTo.Kg >= min(f.was.StraightTo.Kg, asked)-1e-9
	sudden := f.was.Handling.Verdict == check.Gives || now.Handling.Verdict != check.Gives
	switch f.was.Verdict {
	case check.Loose:
		return now.Verdict != check.Loose && now.Verdict != check.Cannot && holds && straight && sudden
	case check.Sags:
		return straighter && holds && sudden
	}
	return gain && holds && straight && sudden
}

// order puts what makes it hold and stay straight first, then what asks least, then
// what gains most.
func (f *finder) order(a, b Idea) int {
	rank := func(i Idea) int {
		switch i.Verdict {
		case check.Holds:
			return 0
		case check.Sags, check.Loose:
			return 1
		}
		return 2
	}
	if down := a.kind == "down"; f.was.Verdict == check.Loose && down != (b.kind == "down") {
		if down {
			return -1
		}
		return 1
	}
	anew := func(i Idea) int { // less on it comes after what makes it hold as it hangs, and all anew last
		return map[string]int{"fewer": 1, "way": 2}[i.kind]
	}
	// What nearly does it, of what it was far from, is a way to begin: it comes before all anew.
	far := func(i Idea) bool {
		return rank(i) == 2 && (i.kind == "way" || i.Holds.Kg < 0.6*f.was.Asked || i.Holds.Kg < 1.5*f.was.HoldsUpTo.Kg)
	}
	if far(a) != far(b) {
		if far(a) {
			return 1
		}
		return -1
	}
	if by := cmp.Or(anew(a)-anew(b), rank(a)-rank(b)); by != 0 {
		return by
	}
	if rank(a) == 2 {
		return -cmp.Compare(a.Holds.Kg, b.Holds.Kg)
	}
	if a.Effort != b.Effort {
		return a.Effort - b.Effort
	}
	return -cmp.Compare(min(a.Holds.Kg, a.Straight.Kg), min(b.Holds.Kg, b.Straight.Kg))
}

// bestOfEach keeps the best of each kind of change, and two of those where the choice
// is the person's.
func bestOfEach(all []Idea) []Idea {
	many := map[string]int{"move": 2, "more": 2, "anchor": 2, "thick": 2, "wood": 2, "way": 2}
	seen := map[string]int{}
	var out []Idea
	for _, i := range all {
		if seen[i.kind]++; seen[i.kind] <= max(1, many[i.kind]) {
			out = append(out, i)
		}
	}
	return out
}

// alone are the kinds of changes that go with no other.
var alone = map[string]bool{"way": true, "fewer": true}

// pairs tries the best singles two by two, where there is no choice among singles
// that do it all. Changes that are kinds of the same do not go together.
func (f *finder) pairs(tried []Idea, changes []change) {
	choice := 0
	for _, i := range f.out.Singles {
		if i.Verdict == check.Holds && i.kind != "way" {
			choice++
		}
	}
	if choice >= enough {
		return
	}
	f.out.Considered += len(changes) * (len(changes) - 1) / 2
	by := map[string]change{}
	for _, c := range changes {
		by[c.words] = c
	}
	// A pair may need a change that alone gains nothing, as the other link is weaker.
	var best []change
	for _, i := range tried[:min(paired, len(tried))] {
		best = append(best, by[i.Words])
	}
	first := len(best)
	for _, c := range changes {
		if !f.mayHelp(c) && len(best) < 2*paired {
			best = append(best, c)
		}
	}
	var found []Idea
	for i := range best[:first] {
		for k := i + 1; k < len(best); k++ {
			a, b := best[i], best[k]
			if a.kind == b.kind || alone[a.kind] || alone[b.kind] || f.ended() {
				continue
			}
			h := f.p.Hung(f.at)
			if !a.do(&h) || !b.do(&h) {
				continue
			}
			if idea, ok := f.ask(h, a.words+", and "+lower(b.words), a.kind+"+"+b.kind, a.effort+b.effort); ok && f.beatsBoth(idea, tried) {
				found = append(found, idea)
			}
		}
	}
	if choice > 0 { // what does not do it all is no choice beside what does
		found = slices.DeleteFunc(found, func(i Idea) bool { return i.Verdict != check.Holds })
	}
	slices.SortStableFunc(found, f.order)
	found = bestOfEach(found)
	f.out.Pairs = append(f.out.Pairs, found[:min(3, len(found))]...)
}

// beatsBoth asks a pair to do more than any single change does.
func (f *finder) beatsBoth(pair Idea, singles []Idea) bool {
	for _, s := range singles {
		if s.kind != "way" && math.Min(s.Holds.Kg, s.Straight.Kg) >= math.Min(pair.Holds.Kg, pair.Straight.Kg)-1e-9 && s.Verdict == pair.Verdict {
			return false
		}
	}
	return true
}

func lower(s string) string {
	if s == "" {
		return s
	}
	return string(s[0]|0x20) + s[1:]
}
