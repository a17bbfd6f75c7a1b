package prove

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"slices"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// Gauge is how sag is read in a test or over the years.
type Gauge string

// The gauges.
const (
	Dial     Gauge = "dial"
	Edge     Gauge = "straightedge"
	Line     Gauge = "string"
	NoGauge  Gauge = "none"
	coarsest       = 0.5
)

// Choices lists the gauges, the finest first.
func (Gauge) Choices() []field.Choice {
	return field.Choose("dial", "dial gauge", "straightedge", "straightedge and rule", "string", "string and rule", "none", "none: I look and listen")
}

// Doubt is the standard deviation of one reading, mm (Rule).
func (g Gauge) Doubt() float64 {
	switch g {
	case Dial:
		return 0.05
	case Edge:
		return 0.3
	}
	return coarsest
}

// Where is where the load of a test stands.
type Where string

// The places.
const (
	AsAsked Where = "contents"
	Heaped  Where = "heap"
)

// Choices lists the places.
func (Where) Choices() []field.Choice {
	return field.Choose("contents", "as the contents stand", "heap", "in one heap, mid-span")
}

// Hold is for how long the whole load stands.
type Hold string

// The holds.
const (
	TenMinutes Hold = "10min"
	AnHour     Hold = "1h"
	ADay       Hold = "24h"
)

// Choices lists the holds.
func (Hold) Choices() []field.Choice {
	return field.Choose("10min", "10 minutes", "1h", "1 hour", "24h", "24 hours")
}

// Seconds is how long that is.
func (h Hold) Seconds() float64 {
	switch h {
	case AnHour:
		return 3600
	case ADay:
		return day
	}
	return 600
}

// Thing is something that a test load is made up of: so many of so much; a Count of 0 is as many as are needed.
type Thing struct {
	Name  string  `json:"name"`
	Kg    float64 `json:"kg"`
	Count int     `json:"count,omitempty"`
}

// Asked is what a person wants of a test.
type Asked struct {
	Hold   Hold    `json:"hold" usual:"1h"`
	Where  Where   `json:"where" usual:"contents"`
	Gauge  Gauge   `json:"gauge" usual:"dial"`
	Alone  bool    `json:"alone,omitempty"` // nobody can listen
	Things []Thing `json:"things" usual:"[]"`
	Shelf  string  `json:"shelf"`
}

// Validate names what cannot be.
func (a *Asked) Validate(l *problem.List) {
	field.Check(l, a)
	if len(a.Things) > 20 {
		l.Add("things", "%d kinds of things: at most 20", len(a.Things))
	}
	for i, t := range a.Things {
		if !(t.Kg >= 0.05 && t.Kg <= 200) || t.Count < 0 || t.Count > 500 {
			l.Add(fmt.Sprintf("things[%d]", i), "%q: %d of %s: each weighs %s to %s, and there are at most 500", t.Name, t.Count, say.About(t.Kg), say.About(0.05), say.About(200))
		}
		if t.Name == "" || len(t.Name) > 80 {
			l.Add(fmt.Sprintf("things[%d].name", i), "give it a name of 1 to 80 letters")
		}
	}
}

// Plan is how a shelf is to be tested, as it was agreed before the first step. Masses in kg of contents, lengths in mm.
type Plan struct {
	Asked
	Bears   float64  `json:"bears_kg"`   // what it is asked to bear
	Stay    float64  `json:"stay_s"`     // for so long
	Wants   float64  `json:"wants_kg"`   // the load that would prove that
	Load    float64  `json:"load_kg"`    // the load that is put on, Q
	Proves  float64  `json:"proves_kg"`  // what it proves for that stay
	Breaks  float64  `json:"breaks_kg"`  // the lowest expected break
	First   string   `json:"first"`      // id of the link that is expected to go first
	Names   string   `json:"first_name"` // and what it is
	Capped  string   `json:"capped"`     // what keeps the load low, "" where nothing does
	Stands  []Stand  `json:"stands"`
	Steps   []Step   `json:"steps"`
	Bedding float64  `json:"bedding_kg"` // what is put on first, and taken off again
	Line    float64  `json:"mm_per_kg"`  // predicted sag of each kg, 0 where none can be reckoned
	At      float64  `json:"at"`         // where it is read, of the board's length from its left end
	Creep   float64  `json:"creep_mm"`   // foreseen of the hold
	Yields  bool     `json:"yields"`     // a link on the way gives far before it breaks
	Sudden  bool     `json:"sudden"`     // the first to go may do so without a sign
	Panels  []string `json:"panels"`     // keys of the panels that count
	Steel   bool     `json:"steel_only"` // nothing but steel is to be proved
	Holds   float64  `json:"holds_kg"`   // what is reckoned that it holds
	Shared  []string `json:"shared"`     // names of links that other shelves load as well
	Doubts  []string `json:"doubts"`     // names of links of which it is not known how far they go beyond their working limit
	Cap     float64  `json:"most_kg"`    // no more is ever put on
}

// ErrNothing: there is nothing that a test of a shelf could prove.
var ErrNothing = errors.New("no load test")

// bearing is a link that a test loads, with what may be put on for its sake.
type bearing struct {
	*check.Link
	breaks, most float64
}

// Of plans a test of a shelf of a valid design, whose report is given.
func Of(ctx context.Context, p *design.Project, rep *check.Report, asked Asked) (*Plan, error) {
	loaded, s := p, p.Shelf(asked.Shelf)
	if s == nil {
		return nil, fmt.Errorf("%w: there is no shelf %q", ErrNothing, asked.Shelf)
	}
	if asked.Where == Heaped {
		if form, _ := s.Form(); form != nil {
			return nil, fmt.Errorf("%w: there is no board to heap a load on; load it as its contents stand", ErrNothing)
		}
		var err error
		loaded = heaped(p, s)
		if rep, err = check.Run(ctx, loaded); err != nil {
			return nil, err
		}
	}
	i := slices.IndexFunc(rep.Shelves, func(a check.Shelf) bool { return a.ID == asked.Shelf })
	if i < 0 {
		return nil, fmt.Errorf("%w: there is no shelf %q", ErrNothing, asked.Shelf)
	}
	plan, err := planOf(p, s, &rep.Shelves[i], asked)
	if err == nil {
		plan.Stands = stands(loaded.Shelf(s.ID))
	}
	return plan, err
}

// Stand is where a part of the load stands along the board, mm, and which part of the whole it is.
type Stand struct {
	From float64 `json:"from_mm"`
	To   float64 `json:"to_mm"`
	Part float64 `json:"part"`
}

// stands is where the load of a test stands: as the contents do.
func stands(s *design.Shelf) (out []Stand) {
	total := 0.0
	for _, it := range s.Contents {
		total += float64(it.Mass())
	}
	for _, it := range s.Contents {
		out = append(out, Stand{float64(it.From), float64(it.To), float64(it.Mass()) / total})
	}
	return out
}

// heaped is a design with all that a shelf bears in one heap over the middle of its widest span.
func heaped(p *design.Project, s *design.Shelf) *design.Project {
	out := *p
	out.Shelves = slices.Clone(p.Shelves)
	kg := 0.0
	for _, it := range s.Contents {
		kg += float64(it.Mass())
	}
	at := []float64{0}
	for _, su := range s.Supports {
		at = append(at, float64(su.X-s.X))
	}
	at = append(at, float64(s.Length))
	slices.Sort(at)
	from, to := 0.0, float64(s.Length)
	if len(at) > 3 { // between the supports that stand furthest apart
		widest := 0.0
		for i := 1; i+2 < len(at); i++ {
			if w := at[i+1] - at[i]; w > widest {
				widest, from, to = w, at[i], at[i+1]
			}
		}
	}
	const heap = 300
	mid, half := (from+to)/2, min(heap, to-from)/2
	for i := range out.Shelves {
		if out.Shelves[i].ID == s.ID {
			out.Shelves[i].Contents = []load.Item{{ID: s.ID + "-heap", Name: "the test load", Shape: "box", By: load.ByCount, Count: 1, Each: quantity.Mass(kg),
				From: quantity.Length(mid - half), To: quantity.Length(mid + half), Place: load.Middle, Height: 300}}
		}
	}
	return &out
}

// planOf plans a test by what the check says of a shelf.
func planOf(p *design.Project, s *design.Shelf, a *check.Shelf, asked Asked) (*Plan, error) {
	if a.Evenly || a.Asked <= 0 {
		return nil, fmt.Errorf("%w: nothing stands on it yet; say in stage 1 what it is to bear", ErrNothing)
	}
	if a.Verdict == check.Cannot {
		return nil, fmt.Errorf("%w: it cannot be judged: %s", ErrNothing, a.Why)
	}
	hold, stay := asked.Hold.Seconds(), Stay(s.Duration)
	panels, keys := p.Panels(s)
	out := &Plan{Asked: asked, Bears: a.Asked, Stay: stay, Panels: keys, Stands: []Stand{}, Shared: []string{}, Doubts: []string{}, Steps: []Step{}}
	links, err := bearings(s, a, asked, panels)
	if err != nil {
		return nil, err
	}
	first := slices.MinFunc(links, func(x, y bearing) int { return cmp.Compare(x.breaks, y.breaks) })
	tight := slices.MinFunc(links, func(x, y bearing) int { return cmp.Compare(x.most, y.most) })
	out.Breaks, out.First, out.Names = first.breaks, first.ID, first.Name+", "+first.Where
	out.Sudden = sudden(first.Link)
	short := a.HoldsUpTo.Kg < a.Asked
	out.Steel = true
	for _, l := range links {
		out.Yields = out.Yields || yields(l.Link) && l.breaks < 1.5*first.breaks
		out.Steel = out.Steel && (steel(l.Link) || short && l.Limit.Kg >= a.Asked)
		if l.NoMean != "" {
			if !slices.Contains(out.Doubts, l.Name) {
				out.Doubts = append(out.Doubts, l.Name)
			}
		}
	}
	for _, l := range a.Joined {
		out.Shared = append(out.Shared, l.Name)
	}
	out.Wants = Margin * a.Asked / Keeps(stay, hold, panels)
	if out.Steel {
		out.Wants = Margin * a.Asked
	}
	out.Holds = a.HoldsUpTo.Kg
	out.Load, out.Cap = out.Wants, tight.most
	if tight.most < out.Wants {
		out.Load = tight.most
		out.Capped = fmt.Sprintf("%s, %s", tight.Name, tight.Where)
	}
	if err := out.makeUp(); err != nil {
		return nil, err
	}
	out.predict(a)
	out.Proves = out.allows(a, out.Load, stay)
	return out, nil
}

// bearings are the strength links of a shelf with what each lets a test put on. The error says why there can be none.
func bearings(s *design.Shelf, a *check.Shelf, asked Asked, panels []*material.Panel) ([]bearing, error) {
	var out []bearing
	short := max(asked.Hold.Seconds(), least)
	for _, l := range slices.Concat(a.Links, a.Joined) {
		if l.Fails {
			return nil, fmt.Errorf("%w: %s, %s: %s; mend that first", ErrNothing, l.Name, l.Where, l.How)
		}
		if l.Kind != hold.Strength {
			continue
		}
		b := bearing{Link: &l}
		switch {
		case l.Break != nil && l.Break.Above:
			continue
		case l.Break != nil:
			b.breaks = l.Break.Kg
			sl := 1.0
			if !steel(&l) {
				sl = Strength(short)
				for _, p := range panels {
					sl = min(sl, Strength(short)*panelled(p, short))
				}
			}
			b.most = part(&l, s, !asked.Alone) * sl * b.breaks
		case l.Limit.Above:
			continue
		default:
			const known, other = 1.5, 0.70
			b.most = known * l.Limit.Kg
			b.breaks = b.most / other
		}
		out = append(out, b)
	}
	if len(out) == 0 {
		return nil, fmt.Errorf("%w: nothing of it gives under any load that could be put on", ErrNothing)
	}
	for _, b := range out {
		if b.most <= 0 {
			return nil, fmt.Errorf("%w: %s, %s: %s before anything stands on it; mend that first", ErrNothing, b.Name, b.Where, b.How)
		}
	}
	return out, nil
}

func steel(l *check.Link) bool { return l.Of == hold.OfSteel }

func panelsOf(p *Plan) []*material.Panel {
	out, _ := design.PanelsNamed(p.Panels)
	return out
}

// allows is what the load of a test allows over another time, kg: of the whole shelf by the test alone; or, where the
// reckoning finds a link short of what is asked, of the shelf with each link as good as it is reckoned or as it was shown,
// whichever is more. Steel needs no time factor; what other shelves load as well is as it is reckoned.
func (p *Plan) allows(a *check.Shelf, kg, stay float64) float64 {
	wood := Allows(kg, p.Hold.Seconds(), stay, panelsOf(p))
	if a.HoldsUpTo.Kg >= p.Bears || p.Where == Heaped { // a heap says nothing of links elsewhere
		if p.Steel {
			return kg / Margin
		}
		return wood
	}
	least := math.Inf(1)
	for i, l := range slices.Concat(a.Links, a.Joined) {
		if l.Kind != hold.Strength || l.Limit.Above {
			continue
		}
		shown := wood
		switch {
		case i >= len(a.Links): // other shelves load it as well, and not only as they did in the test
			shown = 0
		case steel(&l):
			shown = kg / Margin
		}
		least = min(least, max(l.Limit.Kg, shown))
	}
	return least
}

// predict puts in the sag of each kilogram where it sags most, and how much of it the hold adds.
func (p *Plan) predict(a *check.Shelf) {
	now, self := a.Curve.Now, a.Curve.Self
	worst := 0.0
	for i := range now {
		if d := now[i] - self[i]; d > worst {
			worst = d
			p.At = float64(i) / float64(len(now)-1)
		}
	}
	p.Line = worst / a.Asked
	if a.Sagging != nil {
		p.Creep = p.Line * p.Load * (material.CreepFactor(nil, a.Sagging.Kdef, p.Hold.Seconds()/day) - 1)
	}
}
