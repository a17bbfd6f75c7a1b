package plan

import (
	"cmp"
	"fmt"
	"hash/fnv"
	"math"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/material"
	"aguante/core/piece"
)

// Part is one kind of piece that is cut, under its letter: all pieces of a wall that are alike. Lengths are
// those of the finished piece, mm; Longer and Wider what is left on it until its last cut.
type Part struct {
	Letter    string           `json:"letter"`
	Name      string           `json:"name"`
	Stuff     string           `json:"stuff"` // what it is made of, as a person calls it
	Wood      string           `json:"wood"`
	From      From             `json:"from"`
	Length    float64          `json:"length_mm"`
	Width     float64          `json:"width_mm"`
	Thickness float64          `json:"thickness_mm"`
	D         float64          `json:"d_mm,omitempty"`
	Longer    float64          `json:"longer_mm"`
	Wider     float64          `json:"wider_mm"`
	Grain     design.Grain     `json:"grain"`
	Shows     design.ShownFace `json:"shows"`
	Ends      design.Ends      `json:"ends"`
	Off       [2]float64       `json:"off_deg"`   // how many degrees its ends are off square
	Bevel     float64          `json:"bevel_deg"` // of its upper edge
	Features  []piece.Feature  `json:"features"`
	Each      []Each           `json:"each"`
	like      string
}

// From is what stock a part is cut from.
type From string

// The stocks: boards, sheets, and lengths of dowel, rod or pipe.
const (
	FromBoard From = "board"
	FromSheet From = "sheet"
	FromRod   From = "rod"
)

// Each is one piece of a part. ID is its own, Piece what it is one of, Owner the shelf, support, form or fixture
// that it belongs to. Those that are put together bear the same mark; 0 is none.
type Each struct {
	ID     string `json:"id"`
	Called string `json:"called"` // A1
	Piece  string `json:"piece"`
	Owner  string `json:"owner"`
	Shelf  string `json:"shelf"`
	Mark   int    `json:"mark,omitempty"`
	Row    string `json:"row,omitempty"`
}

// Rough is how long and wide it is cut.
func (p *Part) Rough() (length, width float64) { return p.Length + p.Longer, p.Width + p.Wider }

// alone is one piece before the like ones are put together.
type alone struct {
	Part
	each Each
}

// Parts are all pieces of a wall that are cut, alike ones under one letter, in the order of their letters.
// A piece keeps the letter that the design says it has been given; of pieces that were alike and have
// parted the one that is as it was keeps it (workshop rule).
func Parts(p *design.Project) []Part {
	out := []Part{}
	for _, a := range apart(p) {
		i := slices.IndexFunc(out, func(o Part) bool { return o.like == a.like })
		if i < 0 {
			out = append(out, a.Part)
			i = len(out) - 1
		}
		out[i].Each = append(out[i].Each, a.each)
	}
	letter(out, &p.Making)
	slices.SortStableFunc(out, func(a, b Part) int {
		return cmp.Or(cmp.Compare(len(a.Letter), len(b.Letter)), strings.Compare(a.Letter, b.Letter))
	})
	for i := range out {
		for k := range out[i].Each {
			out[i].Each[k].Called = fmt.Sprint(out[i].Letter, k+1)
		}
	}
	return out
}

// Glued are the pieces of a wall that are glued up of others, and cut into when they are one: under the letters of what
// they are of.
func Glued(p *design.Project, parts []Part) []Part {
	letterOf := map[string]string{}
	for i := range parts {
		for _, e := range parts[i].Each {
			letterOf[e.Piece] = parts[i].Letter
		}
	}
	out := []Part{}
	for i := range p.Shelves {
		s := &p.Shelves[i]
		all := p.Pieces(s)
		for k := range all {
			q := &all[k]
			if q.Count == 0 || q.Bought() || q.Length == 0 {
				continue
			}
			of := q.From.Of
			whole := part(p, q)
			if _, plies := inPlies(whole); plies > 1 {
				of = []string{q.ID}
			}
			if len(of) == 0 {
				continue
			}
			var letters []string
			for _, id := range of {
				if l := letterOf[id]; !slices.Contains(letters, l) {
					letters = append(letters, l)
				}
			}
			whole.Letter = strings.Join(letters, "+")
			if slices.ContainsFunc(out, func(o Part) bool { return o.Each[0].Piece == q.ID }) {
				continue
			}
			for slices.ContainsFunc(out, func(o Part) bool { return o.Letter == whole.Letter }) {
				whole.Letter += "′"
			}
			whole.Longer, whole.Wider = 0, 0
			for n := range q.Count {
				whole.Each = append(whole.Each, Each{ID: fmt.Sprintf("%s#%d", q.ID, n+1), Called: whole.Letter, Piece: q.ID, Owner: owner(q.ID), Shelf: s.ID})
			}
			out = append(out, whole)
		}
	}
	return out
}

// apart are all pieces that are cut, one by one. What shelves share is there once.
func apart(p *design.Project) []alone {
	var out []alone
	seen := map[string]bool{}
	marks := map[string]int{}
	for i := range p.Shelves {
		s := &p.Shelves[i]
		all := p.Pieces(s)
		together := map[string]int{}
		for k := range all {
			if cutToSize(&all[k]) {
				together[owner(all[k].ID)] += all[k].Count
			}
		}
		for k := range all {
			q := &all[k]
			if !cutToSize(q) || seen[q.ID] {
				continue
			}
			seen[q.ID] = true
			part, plies := inPlies(part(p, q))
			own := owner(q.ID)
			mark := 0
			if together[own] > 1 {
				if marks[own] == 0 {
					marks[own] = len(marks) + 1
				}
				mark = marks[own]
			}
			for n := range q.Count * plies {
				out = append(out, alone{part, Each{ID: fmt.Sprintf("%s#%d", q.ID, n+1), Piece: q.ID, Owner: own, Shelf: s.ID, Mark: mark,
					Row: p.Making.Of(q.ID).Row}})
			}
		}
	}
	return out
}

// cutToSize tells whether a piece is cut from stock; what is glued up of others is not.
func cutToSize(q *piece.Piece) bool {
	return q.Count > 0 && q.Length > 0 && (!q.Bought() || q.Rod()) && len(q.From.Of) == 0
}

// owner is the id that a piece's begins with.
func owner(id string) string { own, _, _ := strings.Cut(id, "/"); return own }

func part(p *design.Project, q *piece.Piece) Part {
	made := p.Making.Of(q.ID)
	out := Part{Name: q.Name, Wood: q.Wood, Length: q.Length, Width: q.Width, Thickness: q.Thickness, D: q.D, Longer: float64(made.Longer),
		Wider: float64(made.Wider), Grain: made.Grain, Shows: made.Shows, Ends: made.Ends, Off: [2]float64{q.Ends[0].Off, q.Ends[1].Off},
		Bevel: q.Bevel, Features: []piece.Feature{}, From: FromBoard, Stuff: "steel"}
	if q.Wood != "" {
		b, _ := material.Stuff(q.Wood, material.Grade{}, material.Dry, q.Width, q.Thickness)
		out.Stuff = b.Name()
		if b.Panel != nil {
			out.From = FromSheet
		}
	}
	if q.D > 0 {
		out.From, out.Width, out.Thickness = FromRod, q.D, q.D
	}
	out.Features = append(out.Features, q.Features...)
	out.like = likeness(&out)
	return out
}

// thickest is how thick a panel is that is sold as one, mm; what is thicker is glued up of plies.
const thickest = 40.0

// inPlies makes of what is thicker than any sheet one of the plies that it is glued up of, and says of how many: the
// fewest of which each is as thick as a sheet that is sold.
func inPlies(p Part) (Part, int) {
	if p.From != FromSheet || p.Thickness <= thickest {
		return p, 1
	}
	for n := 2; n < 40; n++ {
		each := p.Thickness / float64(n)
		sold := func(s material.Size) bool { return s.Width == 0 && math.Abs(s.Thickness-each) <= sameThickness }
		if slices.ContainsFunc(material.Sizes(), sold) {
			p.Name, p.Thickness = "ply of "+p.Name, each
			p.Features = []piece.Feature{} // bored when it is glued up
			p.like = likeness(&p)
			return p, n
		}
	}
	return p, 1
}

// likeness is a digest of all that is to be seen of a part: what has the same is the same piece.
func likeness(p *Part) string {
	h := fnv.New64a()
	mm := func(v ...float64) {
		for _, x := range v {
			fmt.Fprintf(h, "%d|", int(math.Round(x*100)))
		}
	}
	fmt.Fprint(h, p.Wood, "|", p.From, "|", p.Grain, "|", p.Shows, "|", p.Ends, "|")
	mm(p.Length, p.Width, p.Thickness, p.D, p.Longer, p.Wider, p.Off[0], p.Off[1], p.Bevel)
	for _, f := range p.Features {
		fmt.Fprint(h, f.Kind, f.Face, "|")
		mm(f.X, f.Y, f.D, f.Long, f.Wide, f.Depth, f.Head, f.Recess, f.Slim, f.Lip)
	}
	return fmt.Sprintf("%016x", h.Sum64())
}

// letter gives each part its letter: the one that its pieces have, else the next that is free.
func letter(parts []Part, m *design.Making) {
	given := map[string]design.Letter{}
	for _, l := range m.Letters {
		given[l.Piece] = l
	}
	taken := map[string]int{}
	claim := func(i int, l string) {
		if _, there := taken[l]; !there && l != "" && parts[i].Letter == "" {
			taken[l] = i
			parts[i].Letter = l
		}
	}
	for _, still := range []bool{true, false} { // first those that are as they were
		for i := range parts {
			for _, e := range parts[i].Each {
				if l := given[e.Piece]; !still || l.Like == parts[i].like {
					claim(i, l.Letter)
				}
			}
		}
	}
	next := 0
	for i := range parts {
		for parts[i].Letter == "" {
			claim(i, alphabet(next))
			next++
		}
	}
}

// alphabet is the n-th letter, from 0: A to Z, then AA.
func alphabet(n int) string {
	if n < 26 {
		return string(rune('A' + n))
	}
	return alphabet(n/26-1) + alphabet(n%26)
}

// Letters are those of parts as a design keeps them.
func Letters(parts []Part) []design.Letter {
	out := []design.Letter{}
	for i := range parts {
		p := &parts[i]
		for _, e := range p.Each {
			if l := (design.Letter{Piece: e.Piece, Letter: p.Letter, Like: p.like}); !slices.Contains(out, l) {
				out = append(out, l)
			}
		}
	}
	return out
}
