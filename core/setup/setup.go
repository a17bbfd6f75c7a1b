// Package setup are the machine settings that a wall's pieces are made with, derived from the pieces: one card
// each, in an order that never loses a setting still needed, and a small bench that follows them (bench.go).
package setup

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/draw"
	"aguante/core/field"
	"aguante/core/piece"
	"aguante/core/plan"
	"aguante/core/say"
)

// Kind is what a card sets up.
type Kind string

// The kinds of card, in the order in which they are made on one piece.
const (
	Narrows  Kind = "rip"
	Parts    Kind = "part-bevel" // one bevelled rip parts two
	Through  Kind = "bore-through"
	Strips   Kind = "part-strip"
	Trims    Kind = "trim"
	Bevels   Kind = "bevel"
	Sinks    Kind = "recess"
	Bores    Kind = "bore"
	EdgeBore Kind = "edge-bore"
	Slots    Kind = "slot"
	Mouths   Kind = "mortise"
	Pockets  Kind = "pocket"
	Laps     Kind = "lap"
	Notches  Kind = "notch"
	Keys     Kind = "keyhole"
	Mitres   Kind = "mitre"
	Tapers   Kind = "taper"
)

// Choices lists the kinds.
func (Kind) Choices() []field.Choice {
	return field.Choose("rip", "rip to width", "part-bevel", "bevel rip that parts two", "bore-through", "bore strip and shelf at once",
		"part-strip", "rip the strip off", "trim", "cut to length", "bevel", "bevel rip", "recess", "let heads in", "bore", "bore",
		"edge-bore", "bore into an edge", "slot", "slot for a blade", "mortise", "mortise", "pocket", "pocket", "lap", "half-lap", "notch",
		"notch", "keyhole", "keyhole slot", "mitre", "mitre", "taper", "two tapers")
}

// Made is a pass of a card, and the names that what it makes goes by: the piece at the fence and what is parted
// from it, where these are not the piece's own.
type Made struct {
	Pass
	Makes [2]string
}

// Figure is one figure of a card, by name: of kind length in mm, or degrees, or ratio.
type Figure struct {
	Name  string  `json:"name"`
	Value float64 `json:"value"`
	Kind  string  `json:"kind"`
}

// Serve is which pieces a card is for.
type Serve struct {
	Letter string   `json:"letter"`
	Pieces []string `json:"pieces"` // ids
	Called string   `json:"called"` // A1 to A4
}

// Ask is what may be measured at a card: Key is the name under which it is kept, Planned what it was to be.
type Ask struct {
	Key     string  `json:"key"`
	Label   string  `json:"label"`
	Kind    string  `json:"kind"`
	Planned float64 `json:"planned"`
	Is      float64 `json:"is,omitempty"`
	Piece   string  `json:"piece,omitempty"` // whose figure it is
	Figure  string  `json:"figure,omitempty"`
}

// Card is one setting of one machine. Places are where along the pieces, mm from the end that is at the stop.
type Card struct {
	ID       string             `json:"id"`
	N        int                `json:"n"`
	Kind     Kind               `json:"kind"`
	Title    string             `json:"title"`
	Serves   []Serve            `json:"serves"`
	Figures  []Figure           `json:"figures"`
	Places   map[string][]Place `json:"places"` // by letter
	Says     []string           `json:"says"`
	Measure  string             `json:"measure"` // the one place to measure at
	Wrong    string             `json:"wrong,omitempty"`
	Test     string             `json:"test"`
	Cautions []string           `json:"cautions"`
	Refused  string             `json:"refused,omitempty"` // why it must not be cut so
	Asks     []Ask              `json:"asks"`
	Drawing  draw.Drawing       `json:"drawing"`
	Done     string             `json:"done,omitempty"` // entry of the journal that says so
	Passes   []Made             `json:"-"`
}

// Place is where along a piece something is cut, mm, and for what.
type Place struct {
	At float64 `json:"at_mm"`
}

// Cards are the settings that all pieces of a wall take, by the person's saw and what has been measured so far:
// figures in mm, or degrees, by the keys that cards ask for.
func Cards(p *design.Project, parts []plan.Part, kerf float64, measured map[string]float64) []Card {
	m := maker{p: p, kerf: kerf, measured: measured}
	all := append(slices.Clone(parts), plan.Glued(p, parts)...)
	m.strips(parts)
	for i := range all {
		if q := &all[i]; q.Wood != "" && q.D == 0 {
			m.part(q)
		}
	}
	slices.SortStableFunc(m.cards, func(a, b *Card) int {
		return cmp.Or(cmp.Compare(rank[a.Kind], rank[b.Kind]), strings.Compare(a.Serves[0].Letter, b.Serves[0].Letter))
	})
	out := make([]Card, len(m.cards))
	for i, c := range m.cards {
		c.N = i + 1
		out[i] = *c
	}
	return out
}

// Blanks are the pieces as they come from the cutting, under the names that cards call them by.
func Blanks(p *design.Project, parts []plan.Part, kerf float64, measured map[string]float64) map[string]Stuff {
	m := maker{p: p, kerf: kerf, measured: measured}
	all := append(slices.Clone(parts), plan.Glued(p, parts)...)
	m.strips(parts)
	out := map[string]Stuff{}
	for i := range all {
		q := &all[i]
		if q.Wood == "" || q.D > 0 || m.offOf[q.Letter] != "" {
			continue
		}
		l, w := q.Rough()
		t := m.thick(q)
		s := Stuff{Length: l, Width: w, Thick: t, RoughEnds: q.Longer > 0, RoughEdge: q.Wider > 0}
		if bevelled(q) {
			tilt := m.tilt(q)
			s.RoughEdge = false
			if len(q.Each) > 1 {
				pair := s
				pair.Width = piece.CleatPair(w, w, t, tilt, kerf)
				out[pairOf(q)] = pair
				if len(q.Each)%2 == 0 {
					continue
				}
			}
		}
		if strip := m.strip[q.Letter]; strip.Part != nil {
			s.Width += strip.Thickness + kerf
			out[withStrip(q, strip.Part)] = s
			continue
		}
		out[q.Letter] = s
	}
	return out
}

var rank, called = func() (map[Kind]int, map[Kind]string) {
	rank, called := map[Kind]int{}, map[Kind]string{}
	for i, c := range Kind("").Choices() {
		rank[Kind(c.Key)], called[Kind(c.Key)] = i, c.Label
	}
	return rank, called
}()

func bevelled(q *plan.Part) bool                       { return q.Bevel > 0 && q.Bevel < 80 }
func pairOf(q *plan.Part) string                       { return "two " + q.Letter }
func withStrip(q, strip *plan.Part) string             { return q.Letter + " with " + strip.Letter }
func length(name string, mm float64) Figure            { return Figure{name, mm, "length"} }
func degrees(name string, v float64) Figure            { return Figure{name, v, "degrees"} }
func (m *maker) practice(q *plan.Part) design.Practice { return m.p.Making.PracticeOf(q.Each[0].Shelf) }

// maker puts passes on cards.
type maker struct {
	p        *design.Project
	kerf     float64
	measured map[string]float64
	cards    []*Card
	strip    map[string]plan.Strip // of a shelf's letter, the strip that is ripped off it
	offOf    map[string]string     // of a strip's letter, the shelf's
}

// strips finds which strips are ripped off their own shelf.
func (m *maker) strips(parts []plan.Part) {
	m.strip, m.offOf = plan.Strips(m.p, parts), map[string]string{}
	for host, q := range m.strip {
		m.offOf[q.Letter] = host
	}
}

// thick is how thick a part has been milled, or is to be.
func (m *maker) thick(q *plan.Part) float64 {
	return cmp.Or(m.measured["thick/"+q.Letter], q.Thickness)
}

// tilt is the angle at which bevels of its kind have been cut, or are to be: what hooks on one is cut like it.
func (m *maker) tilt(q *plan.Part) float64 {
	return cmp.Or(m.measured[tiltKey(q)], q.Bevel)
}

func tiltKey(q *plan.Part) string { return fmt.Sprintf("tilt/%.4g", q.Bevel) }

// card is the one for a setting, made where there is none.
func (m *maker) card(kind Kind, setting string, fill func(*Card)) *Card {
	id := string(kind) + "/" + setting
	if i := slices.IndexFunc(m.cards, func(c *Card) bool { return c.ID == id }); i >= 0 {
		return m.cards[i]
	}
	c := &Card{ID: id, Kind: kind, Figures: []Figure{}, Places: map[string][]Place{}, Says: []string{}, Cautions: []string{}, Asks: []Ask{}}
	c.Title = called[kind]
	fill(c)
	m.cards = append(m.cards, c)
	return c
}

// serves says that a card is for all of a part, or a number of them.
func (c *Card) serves(q *plan.Part, from, to int) {
	if slices.ContainsFunc(c.Serves, func(s Serve) bool { return s.Letter == q.Letter }) {
		return
	}
	s := Serve{Letter: q.Letter, Called: q.Each[from].Called}
	if to-from > 1 {
		s.Called += " to " + q.Each[to-1].Called
	}
	for _, e := range q.Each[from:to] {
		s.Pieces = append(s.Pieces, e.ID)
	}
	c.Serves = append(c.Serves, s)
}

func (c *Card) pass(p Pass, makes ...string) {
	made := Made{Pass: p}
	copy(made.Makes[:], makes)
	c.Passes = append(c.Passes, made)
}

// at notes where along a part it is cut.
func (c *Card) at(q *plan.Part, x float64) {
	c.Places[q.Letter] = append(c.Places[q.Letter], Place{x})
}

// thickness asks how thick a part was milled.
func (m *maker) thickness(c *Card, q *plan.Part) {
	key := "thick/" + q.Letter
	if slices.ContainsFunc(c.Asks, func(a Ask) bool { return a.Key == key }) {
		return
	}
	c.Asks = append(c.Asks, Ask{Key: key, Label: q.Letter + " is thick", Kind: "length", Planned: q.Thickness, Is: m.measured[key],
		Piece: q.Each[0].Piece, Figure: "thickness_mm"})
}

// mm is a figure in a card's id: to a hundredth.
func mm(v ...float64) string {
	out := make([]string, len(v))
	for i, x := range v {
		out[i] = fmt.Sprintf("%.2f", x)
	}
	return strings.Join(out, "/")
}

func fine(v float64) string { return say.Fine(v) }
