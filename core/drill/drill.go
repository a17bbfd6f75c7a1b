// Package drill are the holes into a wall: each hole of the check, numbered in the order in which they are made, with
// its place from a datum that the person picks, what it goes through, bits and depths, and what has been found there.
package drill

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/journal"
	"aguante/core/problem"
	"aguante/core/say"
	"aguante/core/wall"
)

// Hole is one hole into the wall, or into a board that is on it. X and Up are its place from the wall's left end and
// the floor, Along and High the same from the datum, FromShelf and OverShelf from the shelf's left end and its board's
// underside; mm. PilotDeep is how deep the pilot goes into what holds it, ClearDeep the clearance hole through the piece;
// Tape is how far the mark on the bit is from its point, from the floor of the recess, TapeFace from the piece's face.
type Hole struct {
	N         int        `json:"n"`
	Key       string     `json:"key"` // owner/hole
	Owner     string     `json:"owner"`
	Shelf     string     `json:"shelf"`
	For       string     `json:"for"`
	X         float64    `json:"x_mm"`
	Up        float64    `json:"up_mm"`
	Along     float64    `json:"along_mm"`
	High      float64    `json:"high_mm"`
	FromShelf float64    `json:"from_shelf_mm"`
	OverShelf float64    `json:"over_shelf_mm"`
	Meets     wall.Meets `json:"meets"`
	Into      string     `json:"into"`
	Stud      string     `json:"stud,omitempty"`
	Through   []Layer    `json:"through"`
	Fastener  string     `json:"fastener"`
	Length    float64    `json:"length_mm"`
	D         float64    `json:"d_mm"`
	Pilot     float64    `json:"pilot_mm"`
	PilotDeep float64    `json:"pilot_deep_mm"`
	Clear     float64    `json:"clearance_mm,omitempty"`
	ClearDeep float64    `json:"clearance_deep_mm,omitempty"`
	Recess    float64    `json:"recess_mm,omitempty"`
	Sink      float64    `json:"sink_mm,omitempty"` // bit for the recess
	Tape      float64    `json:"tape_mm"`
	TapeFace  float64    `json:"tape_face_mm"`
	Thread    float64    `json:"thread_mm"`
	Slant     float64    `json:"slant_deg,omitempty"`
	Near      string     `json:"near,omitempty"` // the next thing to keep clear of
	NearBy    float64    `json:"near_mm,omitempty"`
	FindFirst bool       `json:"find_first,omitempty"` // its stud is only assumed
	Why       string     `json:"why,omitempty"`
	Counts    bool       `json:"counts"`
	Done      string     `json:"done,omitempty"`  // entry of the journal that says so
	Found     *Found     `json:"found,omitempty"` // what has been found there
	Against   string     `json:"against,omitempty"`
}

// Layer is what a hole goes through before it gets where it holds, mm.
type Layer struct {
	Name string  `json:"name"`
	MM   float64 `json:"mm"`
}

// Line is a level line to strike before any hole is marked.
type Line struct {
	Says  string  `json:"says"`
	How   string  `json:"how"` // whether the wall is marked from the shelf, or the shelf from what hangs
	Up    float64 `json:"up_mm"`
	High  float64 `json:"high_mm"` // from the datum
	From  float64 `json:"from_mm"`
	To    float64 `json:"to_mm"`
	Shelf string  `json:"shelf"`
}

// Found is what was found at a hole: nothing to hold in, or the middle of a stud at a place, mm.
type Found struct {
	Entry  string  `json:"entry"`
	When   string  `json:"when"`
	NoWood bool    `json:"no_wood,omitempty"`
	At     float64 `json:"at_mm,omitempty"`
	Up     float64 `json:"up_mm,omitempty"`
	X      float64 `json:"x_mm,omitempty"` // of the hole then
}

// Schedule is all that is drilled. Changes are how often the bit is changed, hole by hole, and ByBit how often where
// holes of one bit are drilled together. Off are holes that are not on the wall.
type Schedule struct {
	Lines   []Line   `json:"lines"`
	Holes   []Hole   `json:"holes"`
	Changes int      `json:"changes"`
	ByBit   int      `json:"changes_by_bit"`
	Datum   string   `json:"datum"`
	Off     []string `json:"off"`
	Stick   Stick    `json:"stick"`
}

// dust is by how much an anchor's hole is deeper than the anchor reaches, mm: for what stays in it (workshop rule).
const dust = 10.0

// Of are the holes of a checked design, with what its journal says of them.
func Of(p *design.Project, r *check.Report, entries []journal.Entry) Schedule {
	out := Schedule{Lines: []Line{}, Holes: []Hole{}, Off: []string{}}
	seen := map[string]bool{}
	add := func(s *design.Shelf, owner, whose string, h *hold.Hole) {
		x, up := h.X, float64(s.Y)+h.Y
		if place := fmt.Sprintf("%.2f/%.2f", x, up); !seen[place] {
			seen[place] = true
			out.Holes = append(out.Holes, holeOf(p, s, owner, whose, h))
		}
	}
	for i := range p.Shelves {
		s := &p.Shelves[i]
		at := slices.IndexFunc(r.Shelves, func(a check.Shelf) bool { return a.ID == s.ID })
		if at < 0 {
			continue
		}
		a := &r.Shelves[at]
		before := len(out.Holes)
		if a.Rail != nil {
			for c := range a.Rail.Geometry.Columns {
				for k := range a.Rail.Geometry.Columns[c].Holes {
					add(s, a.Rail.ID, a.Rail.Name, &a.Rail.Geometry.Columns[c].Holes[k])
				}
			}
		}
		for k := range a.Supports {
			su := &a.Supports[k]
			for n := range su.Geometry.Holes[:min(su.Own, len(su.Geometry.Holes))] {
				add(s, su.ID, su.Name, &su.Geometry.Holes[n])
			}
		}
		if len(out.Holes) > before {
			out.Lines = append(out.Lines, lineOf(p, s, out.Holes[before:]))
		}
	}
	out.finish(p, entries)
	return out
}

// finish puts lines and holes in order, numbers them, and says what the journal knows of them.
func (c *Schedule) finish(p *design.Project, entries []journal.Entry) {
	slices.SortStableFunc(c.Lines, func(a, b Line) int { return cmp.Compare(a.Up, b.Up) })
	level := map[string]float64{}
	for _, l := range c.Lines {
		level[l.Shelf] = l.Up
	}
	slices.SortStableFunc(c.Holes, func(a, b Hole) int {
		return cmp.Or(cmp.Compare(level[a.Shelf], level[b.Shelf]), strings.Compare(a.Shelf, b.Shelf), cmp.Compare(math.Round(a.X), math.Round(b.X)), cmp.Compare(a.Up, b.Up))
	})
	bits := map[string]bool{}
	last := ""
	for i := range c.Holes {
		h := &c.Holes[i]
		h.N = i + 1
		bit := fmt.Sprintf("%.2f/%.2f", h.Pilot, h.Clear)
		if bits[bit] = true; i > 0 && bit != last {
			c.Changes++
		}
		last = bit
		if h.X < 0 || h.X > float64(p.Wall.Length) || h.Up < 0 || h.Up > float64(p.Wall.Height) {
			c.Off = append(c.Off, fmt.Sprintf("Hole %d, %s, is not on the wall: it is %s along it and %s up.", h.N, h.For, say.Length(h.X), say.Length(h.Up)))
		}
	}
	c.ByBit = max(0, len(bits)-1)
	for _, e := range journal.Standing(entries) {
		key, ok := strings.CutPrefix(e.About, "hole/")
		i := slices.IndexFunc(c.Holes, func(h Hole) bool { return h.Key == key })
		if !ok || i < 0 {
			continue
		}
		h := &c.Holes[i]
		switch e.Kind {
		case journal.Tick:
			h.Done = e.ID
		case journal.Finding:
			var f Found
			if json.Unmarshal(e.Data, &f) == nil {
				f.Entry, f.When = e.ID, e.When
				h.Found = &f
				h.Against = against(p, h, &f)
			}
		}
	}
	c.Datum = datumSays(p)
	c.Stick = stickOf(p, c.Holes)
}

// against says that the design has it otherwise than was found, "" where it agrees.
func against(p *design.Project, h *Hole, f *Found) string {
	if math.Abs(h.X-f.X) > 1 || math.Abs(h.Up-f.Up) > 1 {
		return "" // the hole was moved since: what was found is said of another place
	}
	near := math.Inf(1)
	for _, s := range p.Wall.Studs {
		near = min(near, math.Abs(float64(s.X)-f.At))
	}
	switch {
	case f.NoWood && (h.Meets == wall.InStud || h.Meets == wall.Edge):
		return "No wood was found here, and the design has a stud here again: it was undone. The verdict counts on a stud that is not there."
	case !f.NoWood && near > 1:
		return "A stud was found here at another place than the design has it."
	}
	return ""
}

func holeOf(p *design.Project, s *design.Shelf, owner, whose string, h *hold.Hole) Hole {
	out := Hole{Key: owner + "/" + h.ID, Owner: owner, Shelf: s.ID, For: whose + " of " + s.Name, X: h.X, Up: float64(s.Y) + h.Y, FromShelf: h.X - float64(s.X),
		OverShelf: h.Y, Meets: h.Meets, Stud: h.Stud, Length: h.Length, D: h.D, Pilot: h.Pilot, PilotDeep: h.In, Clear: h.Clearance, Recess: h.Recess,
		Sink: h.Across, Thread: h.Thread, Slant: h.Slant, Why: h.Why, Counts: h.Counts, Through: []Layer{}}
	out.Along, out.High = From(p, out.X, out.Up)
	t, known := fastener.TypeOf(h.Type)
	out.Fastener = "pin"
	if known {
		out.Fastener = t.Name
	}
	if piece := h.Piece + h.Recess; known && piece > 0 {
		out.Through = append(out.Through, Layer{cmp.Or(h.Through, "piece"), piece})
	}
	if h.Gap > 0 {
		out.Through = append(out.Through, Layer{liningName(&p.Wall), h.Gap})
	}
	if h.Clearance > 0 {
		out.ClearDeep = h.Piece + h.Recess
	}
	by := 1 / math.Cos(h.Slant*math.Pi/180)
	if t.Kind == fastener.Anchor && t.Fits == fastener.InMasonry {
		out.PilotDeep += dust
	}
	out.Tape = (h.Piece+h.Gap)*by + out.PilotDeep
	if t.Kind == fastener.Anchor && t.Fits == fastener.InLining { // what it takes in is the lining
		out.Tape = h.Piece*by + out.PilotDeep
	}
	if !known {
		out.Tape = h.Gap + h.In
	}
	out.TapeFace = out.Tape + h.Recess*by
	out.Into = into(p, h)
	for i := range p.Wall.Studs {
		if st := &p.Wall.Studs[i]; st.ID == h.Stud && (h.Meets == wall.InStud || h.Meets == wall.Edge) {
			out.FindFirst = st.Assumed()
		}
	}
	out.Near, out.NearBy = nearest(&p.Wall, out.X, out.Up)
	return out
}

func liningName(w *wall.Wall) string {
	for _, c := range w.Lining.Kind.Choices() {
		if c.Key == string(w.Lining.Kind) && w.Lining.Kind != wall.Bare {
			return c.Label
		}
	}
	return "air"
}

func into(p *design.Project, h *hold.Hole) string {
	switch h.Meets {
	case wall.InStud, wall.Edge:
		for i := range p.Wall.Studs {
			if st := &p.Wall.Studs[i]; st.ID == h.Stud {
				return fmt.Sprintf("stud %d", p.Wall.Number(st))
			}
		}
		return "stud"
	case wall.InBoard:
		return "the board on the wall"
	case wall.InLining:
		return "the lining"
	case wall.InWall:
		return map[wall.Kind]string{wall.Masonry: "brick or stone", wall.Block: "hollow block", wall.Concrete: "concrete"}[p.Wall.Kind]
	case wall.Barred:
		return "what runs there: do not drill"
	}
	return "nothing that holds"
}

// nearest is the next thing behind the face, and how far its edge is from a place, mm.
func nearest(w *wall.Wall, x, y float64) (name string, by float64) {
	by = math.Inf(1)
	for i := range w.KeepOuts {
		k := &w.KeepOuts[i]
		if !k.Behind() {
			continue
		}
		dx := max(float64(k.X)-x, 0, x-float64(k.X+k.Width))
		dy := max(float64(k.Y)-y, 0, y-float64(k.Y+k.Height))
		d := math.Hypot(dx, dy)
		if k.Kind == wall.Outlet { // cables run from it up, down and level
			d = min(dx, dy)
		}
		if d < by {
			name, by = k.Called(), d
		}
	}
	if name == "" {
		return "", 0
	}
	return name, by
}

// lineOf is the level line of a shelf: its board's underside, or what it hangs on begins at.
func lineOf(p *design.Project, s *design.Shelf, holes []Hole) Line {
	up, says := float64(s.Y), s.Name+", underside"
	if form, _ := s.Form(); form != nil {
		says = s.Name + ", lower edge"
	}
	if r := p.RailOf(s); r != nil {
		up, says = float64(s.Y+r.Bottom), s.Name+": lower edge of the "+r.Noun()
	}
	how := "Make the shelf first: hold it on this line and mark the wall through it, then check with the figures."
	if p.Making.PracticeOf(s.ID).First == design.BracketsFirst {
		how = "Drill by the figures; then mark the shelf from what hangs."
	}
	l := Line{Says: says, How: how, Up: up, From: math.Inf(1), To: math.Inf(-1), Shelf: s.ID}
	for i := range holes {
		l.From, l.To = min(l.From, holes[i].X), max(l.To, holes[i].X)
	}
	l.From, l.To = min(l.From, float64(s.X)), max(l.To, float64(s.X+s.Length))
	_, l.High = From(p, 0, up)
	return l
}

// From is a place, from the wall's left end and the floor, as it is from the design's datum.
func From(p *design.Project, x, up float64) (along, high float64) {
	d := &p.Making.Datum
	along, high = x, up
	switch d.From {
	case design.FromRight:
		along = float64(p.Wall.Length) - x
	case design.FromStud:
		if st := studOf(p, d.Stud); st != nil {
			along = x - float64(st.X)
		}
	}
	if d.Up == design.FromLine {
		high = up - float64(d.Line)
	}
	return along, high
}

func studOf(p *design.Project, id string) *wall.Stud {
	for i := range p.Wall.Studs {
		if p.Wall.Studs[i].ID == id {
			return &p.Wall.Studs[i]
		}
	}
	return nil
}

// datumSays names what places are measured from.
func datumSays(p *design.Project) string {
	d := &p.Making.Datum
	along, up := "the wall's left end", "the floor"
	switch d.From {
	case design.FromRight:
		along = "the wall's right end, to the left"
	case design.FromStud:
		if st := studOf(p, d.Stud); st != nil {
			along = fmt.Sprintf("the middle of stud %d, to the right; − is to its left", p.Wall.Number(st))
			if st.Assumed() {
				along += ". Nobody has found this stud yet: find it first"
			}
		}
	}
	if d.Up == design.FromLine {
		up = "a level line " + say.Length(float64(d.Line)) + " over the floor; − is under it"
	}
	return "Along from " + along + "; up from " + up + "."
}

// Validate names what is wrong with a datum on its wall.
func Validate(p *design.Project, l *problem.List) {
	if field.Check(l, &p.Making.Datum); p.Making.Datum.From == design.FromStud && studOf(p, p.Making.Datum.Stud) == nil {
		l.Add("stud", "there is no such stud any more")
	}
}
