package check

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/slab"
	"aguante/core/support"
	"aguante/core/working"
)

// stand is a form in its place: what it holds in place of a board.
type stand struct {
	shelf   *design.Shelf
	board   material.Board
	noun    string
	on      support.Standing
	storeys int
	links   []support.FormLink
	asked   float64 // kg
	even    bool
	sudden  [suddens][]support.Demand
	text    slab.Text
}

// newStand puts a shelf's form up with its goods, its boards of one of the woods that they
// may be. An empty one is tried with 25 kg a metre on every level.
func newStand(p *design.Project, s *design.Shelf, form support.Form, board material.Board) *stand {
	g := &stand{shelf: s, noun: form.Noun(), board: board}
	kdef := board.Creep()
	stage := support.Stage{
		Wall: &p.Wall, X: float64(s.X), Length: float64(s.Length), Foot: float64(s.Y), Depth: float64(s.Depth), Thickness: float64(s.Thickness),
		Board: board,
		Bases: hold.BasesFor(s.Duration), Condition: s.Board.Condition, LongTerm: material.CreepFactor(nil, kdef, s.Duration.Days()), Days: s.Duration.Days(), Care: s.Below.Care(),
		Allowed: s.Sag.Allowed, Rail: p.RailOf(s), Fixtures: &p.Fixtures,
	}
	g.storeys = len(form.Tiers())
	out, reach := form.Room(float64(s.Depth))
	out += stage.Rail.Base()
	for _, it := range s.Contents {
		if m := float64(it.Mass()); m > 0 {
			g.asked += m
			stage.Goods = append(stage.Goods, support.Good{
				Name: it.Name, From: float64(s.X + it.From), To: float64(s.X + it.To), W: m * quantity.Gravity, Z: out + it.Z(reach),
				Level:  min(it.Level, g.storeys-1),
				Height: float64(it.Height), Depth: float64(it.Depth), Each: it.Each.Weight(), Hook: it.Hook,
			})
		}
	}
	if g.asked == 0 {
		g.even = true
		for l := range g.storeys {
			m := evenly * float64(s.Length) / 1000
			g.asked += m
			stage.Goods = append(stage.Goods, support.Good{From: float64(s.X), To: float64(s.X + s.Length), W: m * quantity.Gravity,
				Z: out + reach/2, Level: l, Height: 300})
		}
	}
	g.on = form.Stand(stage)
	g.links = g.on.Links()
	weights := [suddens]float64{s.SetDown(), s.AccidentLoad()}
	for c, w := range weights {
		if w == 0 {
			continue
		}
		points := g.on.Points()
		g.sudden[c] = make([]support.Demand, 0, g.storeys*len(points))
		for l := range g.storeys {
			for _, x := range points {
				g.sudden[c] = append(g.sudden[c], support.Demand{By: g.by(), Care: s.Below.Care(), Case: hold.Sudden, Extra: w, X: x, Level: l})
			}
		}
	}
	for _, asked := range g.sudden {
		support.Expect(g.on, asked)
	}
	return g
}

// by is how many times its goods stand on it as asked.
func (g *stand) by() float64 {
	if g.even {
		return 0
	}
	return 1
}

func (g *stand) demand(by float64, c hold.Case, k hold.Kind) support.Demand {
	care := g.shelf.Below.Care()
	if c == hold.Break || k == hold.Stiffness {
		care = 1
	}
	return support.Demand{By: by, Care: care, Case: c}
}

// reaches is the multiple of the goods at which a link reaches its limit.
func (g *stand) reaches(l *support.FormLink, c hold.Case) float64 {
	over := func(by float64) float64 { return l.Use(nil, g.demand(by, c, l.Kind)).Used - 1 }
	lo := over(0) // a frame that tips when it is empty holds nothing, steady as it may be when full
	if lo > 0 {
		return 0
	}
	if hi := over(1); hi > 0 { // it may ease again under more
		return crossing(over, lo, hi, 1)
	}
	most := mostOf(g.asked)
	for k := 1.0; k < steps && l.Kind == hold.Gate; k++ {
		if at := most * k * k / steps / steps; over(at) > 0 {
			return crossing(over, lo, over(at), at)
		}
	}
	hi := over(most)
	if hi <= 0 {
		return most
	}
	return crossing(over, lo, hi, most)
}

func (g *stand) limit(by float64) Limit { return Limit{Kg: by * g.asked, Above: by >= mostOf(g.asked)} }

func (g *stand) id(l *support.FormLink) string {
	of := l.Support
	if of == "" {
		of = g.noun
	}
	return g.text.Join(g.shelf.ID, "/", slug(of), "/", l.Part, "/", l.Mode)
}

// slug keeps a name usable in an id.
func slug(s string) string {
	if !strings.Contains(s, " ") {
		return s
	}
	b := []byte(s)
	for i, c := range b {
		if c == ' ' {
			b[i] = '-'
		}
	}
	return string(b)
}

// answerForm checks what holds without a board, once for each wood that its platforms may be
// of, and keeps the worst of each link.
func answerForm(ctx context.Context, p *design.Project, s *design.Shelf, form support.Form) (Answer, error) {
	out := blank(p, s)
	var g *stand
	sudden := [suddens]Sudden{{Verdict: Holds, Used: -1}, {Verdict: Holds, Used: -1}}
	for k, board := range s.Candidates() {
		next := newStand(p, s, form, board)
		links, err := next.judge(ctx, &sudden)
		if err != nil {
			return out, err
		}
		if k == 0 {
			g, out.Links = next, links
			continue
		}
		for i := range links {
			links[i].Wood, out.Links[i].Wood = board.Key(), cmp.Or(out.Links[i].Wood, g.board.Key())
			keepWorse(&out.Links[i], links[i])
		}
		if board.E(nil) < g.board.E(nil) {
			g = next
		}
	}
	out.Tiers, out.Hangs = support.TiersOf(form, float64(s.Thickness)), support.Hangs(form)
	out.Form, out.Evenly, out.Self = g.noun, g.even, quantityMass(g.on.Self())
	if !g.even {
		out.Asked = g.asked
	}
	out.times, out.stands = mostOf(g.asked), true
	out.most = g.limit(out.times)
	for c := range sudden {
		if sudden[c].Used > 1 {
			sudden[c].Verdict = Gives
		}
	}
	out.Handling = sudden[handling]
	if s.Accident != design.NoAccident {
		out.Accident = &sudden[accident]
	}
	g.parts(&out)
	g.notes(p, &out)
	out.grips, out.rides = g.grips(), g.rides()
	out.Rail = g.railReport(p, out.Links)
	out.own = out.gathered()
	return out, nil
}

// railReport is the rail that it hangs on as it is drawn.
func (g *stand) railReport(p *design.Project, links []Link) *Rail {
	d := g.demand(g.by(), hold.Everyday, hold.Strength)
	rail, riders, all := support.OnRail(g.on, d)
	if rail == nil {
		return nil
	}
	out := &Rail{ID: g.shelf.Rail, Name: p.Fixtures.Rail(g.shelf.Rail).Noun(), When: "with all of its goods", Geometry: rail.Geometry(support.Pulls(riders, all, nil))}
	worst := -1.0
	for i := range links {
		if l := &links[i]; l.Support == out.ID && l.Kind == hold.Strength && l.Used > worst {
			worst, out.Worst = l.Used, l.ID
		}
	}
	return out
}

// rides are what it does to the rail that it hangs on, which others may share.
func (g *stand) rides() []ride {
	most := mostOf(g.asked)
	_, riders, _ := support.OnRail(g.on, support.Demand{Care: 1})
	out := make([]ride, len(riders))
	for k := range riders {
		course := func() course { return course{everyday: ramp{{}, {by: most}}, breaking: ramp{{}, {by: most}}} }
		out[k] = ride{fixture: g.shelf.Rail, name: g.shelf.Name, rider: riders[k], r: course(), m: course(), at: k}
	}
	take := func(d support.Demand, at int) {
		_, _, all := support.OnRail(g.on, d)
		for k := range out {
			out[k].r.take(d.Case, at, all[k].R)
			out[k].m.take(d.Case, at, all[k].M)
		}
	}
	for at, by := range [2]float64{0, most} {
		take(g.demand(by, hold.Everyday, hold.Strength), at)
		take(g.demand(by, hold.Break, hold.Strength), at)
	}
	for c := range g.sudden {
		for _, d := range g.sudden[c] {
			take(d, c)
		}
	}
	return out
}

// formOf is a form with its platforms of the wood that a link's answer is of.
func formOf(p *design.Project, s *design.Shelf, form support.Form, a *Answer, link string) *stand {
	boards := s.Candidates()
	at := slices.IndexFunc(a.Links, func(l Link) bool { return l.ID == link })
	for _, board := range boards {
		if at >= 0 && board.Key() == a.Links[at].Wood {
			return newStand(p, s, form, board)
		}
	}
	return newStand(p, s, form, boards[0])
}

// keepWorse keeps the less able of two answers for the same link, figure by figure.
func keepWorse(have *Link, other Link) {
	handling, accident, breaks := max(have.Handling, other.Handling), max(have.Accident, other.Accident), have.Break
	if other.Break != nil && (breaks == nil || other.Break.Kg < breaks.Kg) {
		breaks = other.Break
	}
	if other.Limit.Kg < have.Limit.Kg || other.Limit.Kg == have.Limit.Kg && other.Used > have.Used {
		*have = other
	}
	have.Handling, have.Accident, have.Break = handling, accident, breaks
}

// judge answers for every link, and writes the worst of the sudden cases.
func (g *stand) judge(ctx context.Context, sudden *[suddens]Sudden) ([]Link, error) {
	out, breaks := make([]Link, len(g.links)), make([]Limit, len(g.links))
	left := float64(g.shelf.X)
	for i := range g.links {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		l := &g.links[i]
		u := l.Use(nil, g.demand(g.by(), hold.Everyday, l.Kind))
		f := &out[i]
		*f = Link{ID: g.id(l), Role: l.Role, Kind: l.Kind, Piece: l.Part, Goes: l.Goes, Of: l.Of, Name: l.Name, Where: l.Where,
			Support: l.Support, When: "with all of its goods", NoMean: l.NoMean, X: l.X - left}
		f.settle(u)
		f.Limit = g.limit(g.reaches(l, hold.Everyday))
		if l.Kind == hold.Gate && f.Fails {
			f.NoMean = "nothing is known of " + f.Name + " that " + f.How
		}
		for c := range g.sudden {
			for k := 0; k < len(g.sudden[c]) && l.Kind != hold.Stiffness; k++ {
				d := g.sudden[c][k]
				used := finite(l.Use(nil, d).Used)
				if c == handling {
					f.Handling = max(f.Handling, used)
				} else {
					f.Accident = max(f.Accident, used)
				}
				if w := &sudden[c]; used > w.Used {
					w.Used, w.Link, w.X, w.Load = used, f.ID, d.X-left, d.Extra
				}
			}
		}
		if l.Kind == hold.Strength && f.NoMean == "" {
			breaks[i] = g.limit(g.reaches(l, hold.Break))
			f.Break = &breaks[i]
		}
	}
	return out, nil
}

// parts reports every upright, hook or post.
func (g *stand) parts(out *Answer) {
	parts := g.on.Parts(g.demand(g.by(), hold.Everyday, hold.Strength))
	out.Supports = make([]Support, 0, len(parts))
	for i, part := range parts {
		su := Support{ID: part.ID, Number: i + 1, Name: part.Name, Noun: part.Noun, Share: quantityMass(part.Share), Load: part.Share,
			Arm: part.Moment / max(part.Share, 1e-9), Geometry: part.Geometry, Own: len(part.Geometry.Holes), X: part.X}
		if su.Geometry.Arm == 0 {
			su.Geometry.Arm = su.Arm
		}
		worst := -1.0
		for k := range out.Links {
			if l := &out.Links[k]; l.Support == part.ID {
				if l.Kind == hold.Strength && l.Used > worst {
					worst, su.Worst = l.Used, l.ID
				}
				if l.Kind == hold.Gate && l.Fails && su.Fails == "" {
					su.Fails = l.How
				}
			}
		}
		if part.On {
			su.Own = 0
		}
		out.Supports = append(out.Supports, su)
	}
}

func (g *stand) notes(p *design.Project, out *Answer) {
	n := g.on.Notes()
	for _, t := range n.Assumed {
		if !slices.Contains(out.Assumed, t) {
			out.Assumed = append(out.Assumed, t)
		}
	}
	if g.even {
		out.Assumed = append(out.Assumed, "no contents yet: the limits are for "+say.PerMetre(evenly)+" on every level")
	} else {
		out.Assumed = append(out.Assumed, "contents by their high guess")
	}
	for _, t := range n.Cautions {
		out.Cautions = append(out.Cautions, Caution{g.shelf.ID, t})
	}
	wallNotes(p, g.shelf, out)
	out.Cautions = append(out.Cautions, Caution{g.shelf.ID, "find cables and pipes before you drill"})
	if g.shelf.Below == design.Bed {
		out.Cautions = append(out.Cautions, Caution{g.shelf.ID, "nothing heavy over a bed or cot: better to move it"})
	}
}

// explain is the sum behind a link of a form.
func (g *stand) explain(answer *Answer, id, which string) (*Working, error) {
	for i := range g.links {
		l := &g.links[i]
		if g.id(l) != id {
			continue
		}
		var link Link
		for _, a := range answer.Links {
			if a.ID == id {
				link = a
			}
		}
		var sh working.Sheet
		when := "with all of its goods"
		d := g.demand(g.by(), hold.Everyday, l.Kind)
		switch which {
		case "everyday":
		case "handling", "accident":
			c := map[string]int{"handling": handling, "accident": accident}[which]
			if l.Kind == hold.Stiffness || len(g.sudden[c]) == 0 {
				return nil, fmt.Errorf("%q is not asked about in the %s case", id, which)
			}
			used := -1.0
			for _, next := range g.sudden[c] {
				if u := l.Use(nil, next).Used; u > used {
					used, d = u, next
				}
			}
			when = fmt.Sprintf("with %s coming down on the front, %s from the left end", say.Force(d.Extra), say.Place(d.X-float64(g.shelf.X)))
		case "break":
			if link.Break == nil {
				return nil, fmt.Errorf("%q has no expected break", id)
			}
			d = g.demand(link.Break.Kg/g.asked, hold.Break, l.Kind)
		default:
			return nil, fmt.Errorf("case %q: use everyday, handling, accident or break", which)
		}
		l.Use(&sh, d)
		switch which {
		case "everyday":
			sh.Add("holds", "mass of contents at which the part used reaches 1, where it first does so", "used = 1", link.Limit.Kg, working.Mass, "")
		case "break":
			sh.Add("breaks", "mass of contents at which this would give, by mean short-term strengths: not to be relied on", "used = 1",
				link.Break.Kg, working.Mass, "Rule")
		}
		return told(link, which, when, &sh), nil
	}
	return nil, fmt.Errorf("no link %q in this design", id)
}
