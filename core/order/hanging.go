package order

import (
	"fmt"
	"slices"
	"strings"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/drill"
	"aguante/core/quantity"
)

// drill makes a shelf's holes and puts in what carries it.
func (b *builder) drill(sh *design.Shelf, under string, after ...string) string {
	n, first := 0, ""
	for i := range b.s.Drilling.Holes {
		if h := &b.s.Drilling.Holes[i]; h.Shelf == sh.ID {
			if n++; first == "" {
				first = h.Key
			}
		}
	}
	if n == 0 {
		return ""
	}
	s := Step{ID: "drill/" + sh.ID, Kind: Drill, Says: fmt.Sprintf("Drill %d for %s and fix what carries it", n, sh.Name), Shelf: sh.ID, Minutes: perHole * float64(n), Noise: true,
		Opens: "wall", Thing: first, Needs: b.need(append([]string{"find", under}, after...)...), Caution: "Off the ladder's top step; nobody under it. Look again what runs behind."}
	return b.add(s)
}

// hang hangs a shelf when it is finished and what is under it hangs, touches it up, and loads it when its finish is hard.
func (b *builder) hang(sh *design.Shelf, under, drilled string) string {
	if drilled == "" {
		drilled = b.drill(sh, under, b.last[sh.ID]...)
	}
	supports := max(1, len(sh.Supports))
	if at := slices.IndexFunc(b.s.Report.Shelves, func(a check.Shelf) bool { return a.ID == sh.ID }); at >= 0 && len(b.s.Report.Shelves[at].Supports) > 0 {
		supports = len(b.s.Report.Shelves[at].Supports)
	}
	s := Step{ID: "hang/" + sh.ID, Kind: Hang, Says: "Hang " + sh.Name + ", level it, lock it", Shelf: sh.ID, Minutes: perHang * float64(supports), Opens: "wall",
		Needs: b.need(append(slices.Clone(b.last[sh.ID]), drilled, under)...)}
	mass, long := 0.0, 0.0
	for _, q := range b.s.Design.Pieces(sh) {
		mass = max(mass, q.Weight()/quantity.Gravity)
		long = max(long, q.Length)
	}
	if mass > heavy || long > longPart && float64(sh.Y) > shoulder {
		s.Hands, s.Caution = 2, "Two people: it is heavy, or long and over the shoulder. A prop under it while it is fixed."
	}
	last := b.add(s)
	hung := last
	if b.plugged(sh) {
		last = b.add(Step{ID: "touch/" + sh.ID, Kind: Plug, Says: "Plugs and touching up on " + sh.Name, Shelf: sh.ID, Minutes: sealing * max(1, float64(sh.Length)/1000), Wait: 24,
			Why: "it dries", Needs: b.need(last)})
	}
	kind := b.s.Design.Making.FinishOf(sh.ID)
	f := finishOf(&kind)
	needs := b.need(last)
	if done := b.last[sh.ID]; len(done) == 1 && strings.HasPrefix(done[0], "coat/") && f.full > 0 {
		needs = append(needs, Need{done[0], f.full * 24})
	}
	b.add(Step{ID: "load/" + sh.ID, Kind: Load, Says: "Load " + sh.Name + " slowly, and read its sag", Shelf: sh.ID, Minutes: loading, Wait: 24, Why: "read it again after a day",
		Needs: needs, Opens: "paper", Caution: "Nobody under it, nothing under it that breaks; the heaviest things last."})
	return hung
}

// plugged tells whether some head of a shelf is let in and is to be covered.
func (b *builder) plugged(sh *design.Shelf) bool {
	return b.s.Design.Making.PracticeOf(sh.ID).Heads == design.HeadsFront &&
		slices.ContainsFunc(b.s.Drilling.Holes, func(h drill.Hole) bool { return h.Shelf == sh.ID && h.Recess > 0 })
}
