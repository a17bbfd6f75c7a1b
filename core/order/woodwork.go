package order

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/material"
	"aguante/core/plan"
	"aguante/core/say"
	"aguante/core/setup"
	"aguante/core/shop"
)

// stock brings a shelf's wood in: it takes on the air of the room first, but wet lumber that is fixed before it moves.
func (b *builder) stock(sh *design.Shelf) {
	wait, why := 48.0, "its moisture is not known: two days with air round it"
	switch m := sh.Board.Moisture; {
	case sh.Board.Condition == material.Wet:
		wait, why = 0, "it is wet: use it the same day, and fix it before it moves"
	case m > 12:
		wait, why = 7*24*float64(sh.Thickness)/25, "over 12 % of moisture: a week for each "+say.Fine(25)+" of thickness"
	case m > 0:
		wait, why = 0, ""
	}
	if len(b.s.Design.Pieces(sh)) == 0 {
		return
	}
	id := fmt.Sprintf("stock/%.0f", wait)
	if i := b.at(id); i >= 0 { // brought in with the others that wait as long
		if b.steps[i].Says += ", " + sh.Name; strings.Count(b.steps[i].Says, ", ") == len(b.s.Design.Shelves)-1 {
			b.steps[i].Says = "Bring in the stock for the whole wall"
		}
		b.last[sh.ID] = []string{id}
		return
	}
	b.next(sh.ID, Step{ID: id, Kind: Bring, Says: "Bring in the stock for " + sh.Name, Minutes: bringIn, Wait: wait, Why: why})
}

// filled fills knots before anything is cut to size.
func (b *builder) filled(sh *design.Shelf) {
	f := b.s.Design.Making.FinishOf(sh.ID)
	if !f.Fill || len(b.last[sh.ID]) == 0 {
		return
	}
	b.next(sh.ID, Step{ID: "fill/" + sh.ID, Kind: FillK, Says: "Fill the knots of " + sh.Name, Shelf: sh.ID, Minutes: filling, Wait: 24,
		Why: "epoxy; look whether it sank, and fill it again", Needs: b.need(b.last[sh.ID]...)})
}

// shelvesOf are those that pieces by their names belong to.
func (b *builder) shelvesOf(called []string) []string {
	var out []string
	for i := range b.s.Parts {
		for _, e := range b.s.Parts[i].Each {
			if slices.Contains(called, e.Called) && !slices.Contains(out, e.Shelf) {
				out = append(out, e.Shelf)
			}
		}
	}
	return out
}

// cuts are the saw's settings, each when those before it on the same boards are done.
func (b *builder) cuts() {
	c := b.s.Cutting
	on := map[string]string{} // the last step on a blank
	pieces := map[string][]string{}
	for _, blank := range c.Blanks {
		for _, p := range blank.Places {
			pieces[blank.ID] = append(pieces[blank.ID], p.Called)
		}
	}
	for _, set := range c.Settings {
		var blanks, needs []string
		minutes, rips := 0.0, false
		for _, n := range set.Cuts {
			k := &c.Cuts[n-1]
			if !slices.Contains(blanks, k.Blank) {
				blanks = append(blanks, k.Blank)
			}
			if k.There {
				continue
			}
			if k.Along {
				minutes += perMetre * math.Abs(k.To-k.From) / 1000
				rips = true
			} else {
				minutes += perCut
			}
		}
		if rips {
			minutes += perRip
		}
		var all []string
		for _, id := range blanks {
			all = append(all, pieces[id]...)
			needs = append(needs, on[id])
		}
		shelves := b.shelvesOf(all)
		for _, sh := range shelves {
			needs = append(needs, b.first(sh))
		}
		first := &c.Cuts[set.Cuts[0]-1]
		id := b.add(Step{ID: fmt.Sprintf("cut/%s/%s/%.1f/%.1f", first.Blank, first.Kind, first.Size, first.At), Kind: Saw,
			Says: numbers(set.Cuts) + ": " + set.Says, Minutes: max(1, minutes), Noise: true, Opens: "cutting", Needs: b.need(needs...),
			Caution: "Dust: a mask and an extractor; fine dust of panels most of all."})
		for _, bl := range blanks {
			on[bl] = id
		}
	}
	for _, sh := range b.s.Design.Shelves { // goes on when all of its boards are cut
		var all []string
		for _, blank := range c.Blanks {
			if slices.Contains(b.shelvesOf(pieces[blank.ID]), sh.ID) && !slices.Contains(all, on[blank.ID]) {
				all = append(all, on[blank.ID])
			}
		}
		if len(all) > 0 {
			b.last[sh.ID] = all
		}
	}
}

// first is what of a shelf has been waited for before it is cut.
func (b *builder) first(sh string) string {
	if id := "fill/" + sh; b.at(id) >= 0 {
		return id
	}
	return b.brought[sh]
}

func numbers(cuts []int) string {
	if len(cuts) == 1 {
		return fmt.Sprint("Cut ", cuts[0])
	}
	return fmt.Sprintf("Cuts %d to %d", cuts[0], cuts[len(cuts)-1])
}

// cards are the set-ups that serve a shelf first: of one that serves several the first of them makes it. What is cut into
// a board that brackets are up for already comes after these; into what is glued up, when it is.
func (b *builder) cards(sh *design.Shelf, drilled string, glued bool) {
	for i := range b.s.Cards {
		c := &b.s.Cards[i]
		id := "card/" + c.ID
		mine, n := false, 0
		for _, v := range c.Serves {
			whole := !slices.ContainsFunc(b.s.Parts, func(q plan.Part) bool { return q.Letter == v.Letter })
			for _, p := range v.Pieces {
				if b.shelfOf(p) == sh.ID && whole == glued {
					mine = true
				}
			}
			n += max(1, len(c.Places[v.Letter])) * len(v.Pieces)
		}
		if !mine || b.at(id) >= 0 && !b.join(id, sh) {
			continue
		}
		if b.at(id) < 0 {
			needs := slices.Clone(b.last[sh.ID])
			if c.Kind == setup.Slots || c.Kind == setup.EdgeBore {
				needs = append(needs, drilled)
			}
			s := Step{ID: id, Kind: SetUp, Says: fmt.Sprintf("Set up: %s", c.Title), Shelf: sh.ID, Minutes: perCard + each[c.Kind]*float64(n), Opens: "setups",
				Thing: c.ID, Noise: true, Needs: b.need(needs...)}
			if n >= 4 {
				s.Notes = append(s.Notes, "Make one first and try it; then the others.")
			}
			b.add(s)
		}
		b.last[sh.ID] = []string{id}
	}
}

// dry puts a shelf together without glue.
func (b *builder) dry(sh *design.Shelf) {
	if joints := b.joints(sh); joints > 0 {
		b.next(sh.ID, Step{ID: "dry/" + sh.ID, Kind: Dry, Says: "Put " + sh.Name + " together dry", Shelf: sh.ID, Minutes: perFit * float64(joints),
			Opens: "pieces", Needs: b.need(b.last[sh.ID]...)})
	}
}

// join has a card that another shelf makes wait for this one's pieces as well, where it does not come before them.
func (b *builder) join(id string, sh *design.Shelf) bool {
	i := b.at(id)
	for _, last := range b.last[sh.ID] {
		if last != id && !b.follows(last, id) && !slices.ContainsFunc(b.steps[i].Needs, func(n Need) bool { return n.Step == last }) {
			b.steps[i].Needs = append(b.steps[i].Needs, Need{last, b.waitOf(last)})
		}
	}
	return true
}

// follows tells whether a step comes, over any others, after another.
func (b *builder) follows(id, other string) bool {
	i := b.at(id)
	if i < 0 {
		return false
	}
	for _, n := range b.steps[i].Needs {
		if n.Step == other || b.follows(n.Step, other) {
			return true
		}
	}
	return false
}

func (b *builder) shelfOf(piece string) string {
	id, _, _ := strings.Cut(piece, "#")
	for i := range b.s.Parts {
		for _, e := range b.s.Parts[i].Each {
			if e.ID == piece || e.Piece == id {
				return e.Shelf
			}
		}
	}
	own, _, _ := strings.Cut(id, "/")
	return own // what is glued up belongs to its shelf
}

// joints are how many a shelf is put together with: as many as there are pieces in one thing, less one.
func (b *builder) joints(sh *design.Shelf) int {
	n := map[string]int{}
	for i := range b.s.Parts {
		for _, e := range b.s.Parts[i].Each {
			if e.Shelf == sh.ID && e.Mark > 0 && b.s.Parts[i].From != plan.FromRod {
				n[e.Owner]++
			}
		}
	}
	sum := 0
	for _, k := range n {
		sum += k - 1
	}
	return sum
}

// glue glues a shelf up, in as many batches as the glue stays open for and clamps are there for.
func (b *builder) glue(sh *design.Shelf) {
	glue, have := gluingOf(b.s.Design.Making.Glue), clampsOf(b.s.Shop)
	for k, g := range glueUps(b.s.Design, sh) {
		batch := max(1, int(glue.open/perJoint))
		var notes []string
		if batch < g.joints {
			notes = append(notes, fmt.Sprintf("The glue stays open for %g minutes: at most %d joints at a time.", glue.open, batch))
		}
		clamps := g.clamps
		if have > 0 && !g.stack {
			if byClamps := max(1, have/g.clamps); byClamps < batch && byClamps < g.joints {
				batch = byClamps
				notes = append(notes, fmt.Sprintf("%d clamps press %d joints at a time.", have, batch))
			}
		}
		if have > 0 && g.stack && have < g.clamps {
			clamps = have
			notes = append(notes, fmt.Sprintf("It would take %d clamps: press it with weights between the %d.", g.clamps, have))
		}
		done := 0
		for n := 0; done < g.joints; n++ {
			now := min(batch, g.joints-done)
			done += now
			needs := b.need(b.last[sh.ID]...)
			if n > 0 { // the next goes on when the clamps are off, and not when it may be stressed
				needs = []Need{{b.last[sh.ID][0], glue.clamp}}
			}
			taken := clamps
			if !g.stack {
				taken = g.clamps * now
			}
			if have > 0 {
				taken = min(taken, have)
			}
			says := "Glue up " + g.what
			if g.joints > batch {
				says += fmt.Sprintf(", %d of %d joints", done, g.joints)
			}
			b.next(sh.ID, Step{ID: fmt.Sprintf("glue/%s/%d/%d", sh.ID, k+1, n+1), Kind: GlueK, Says: says, Shelf: sh.ID, Minutes: perJoint * float64(now),
				Wait: glue.stress, Why: "glue: no stress", Clamps: taken, Holds: glue.clamp, Whole: true, Needs: needs, Notes: notes,
				Caution: "Glue and finish not under 10 °C."})
		}
	}
}

// clampsOf is how many clamps there are, 0 where nobody has said.
func clampsOf(s *shop.Shop) int {
	n := 0
	for _, c := range s.Clamps {
		n += c.Count
	}
	return n
}

// finish sands and coats a shelf, with a trial on scrap before where that is wanted.
func (b *builder) finish(sh *design.Shelf) {
	area := surface(b.s.Design, sh)
	if area == 0 {
		return
	}
	kind := b.s.Design.Making.FinishOf(sh.ID)
	f := finishOf(&kind)
	tried := ""
	if kind.Trial && len(f.coats) > 0 {
		wait := 0.0
		for _, c := range f.coats {
			wait += float64(c.coats) * c.wait
		}
		tried = b.add(Step{ID: "trial/" + sh.ID, Kind: Trial, Says: "Try the " + f.name + " of " + sh.Name + " on scrap", Shelf: sh.ID, Minutes: trying, Wait: wait,
			Why: "its coats, as on the piece", Needs: b.need(b.first(sh.ID)), Notes: []string{"Sand it as the piece, seal one half and leave one bare, every coat; write down what you did."}})
	}
	for _, grit := range f.grits {
		s := Step{ID: "sand/" + sh.ID + "/" + grit, Kind: Sand, Says: fmt.Sprintf("Sand %s, %s", sh.Name, grit), Shelf: sh.ID, Minutes: perGrit * area, Noise: true,
			Needs: b.need(b.last[sh.ID]...), Caution: "Dust: a mask and an extractor; fine dust of panels most of all."}
		if grit == f.grits[len(f.grits)-1] {
			s.Notes = append(s.Notes, "End grain one grit finer.")
		}
		b.next(sh.ID, s)
	}
	for i, c := range f.coats {
		for n := range c.coats {
			s := Step{ID: fmt.Sprintf("coat/%s/%d/%d", sh.ID, i+1, n+1), Kind: Coat, Says: fmt.Sprintf("%s on %s", upper(c.name), sh.Name), Shelf: sh.ID,
				Minutes: coatBegin + perCoat*area, Wait: c.wait, Why: c.name + " dries", Whole: true, Needs: b.need(append(slices.Clone(b.last[sh.ID]), tried)...), Caution: "Glue and finish not under 10 °C."}
			if c.coats > 1 {
				s.Says = fmt.Sprintf("%s %d on %s", upper(c.name), n+1, sh.Name)
			}
			if f.rags {
				s.Caution = "Oily rags catch fire by themselves: spread them flat outdoors, or drown them in water."
			}
			tried = ""
			b.next(sh.ID, s)
		}
	}
}

func upper(s string) string { return strings.ToUpper(s[:1]) + s[1:] }
