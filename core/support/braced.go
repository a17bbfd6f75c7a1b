package support

import (
	"errors"
	"math"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// BracketRating is what a maker says of a bracket, each or a pair, and what the
// maker means by it.
type BracketRating struct {
	Mass  quantity.Mass `json:"kg" label:"rating" range:"0.5 5000"`
	Pair  bool          `json:"pair,omitempty" label:"that is" yes:"a pair|each"`
	Means hold.Means    `json:"means" label:"it is"`
}

// works is the share of a rating that is relied on: as printed where it is a
// working load, else a third (Rule).
func (r BracketRating) works() float64 {
	if r.Means == hold.WorkingLoad {
		return 1
	}
	return 1.0 / 3
}

// Braced is a bought bracket with a brace and a maker's rating: an arm under the
// shelf, a leg down the wall, screws through the leg. Or, with a Standard, one
// that clips into a slotted upright, which is what is screwed to the wall. Y of
// holes is below the board's underside, mm.
type Braced struct {
	Reach    quantity.Length   `json:"reach_mm" label:"reach" range:"20 1000"`
	Leg      quantity.Length   `json:"leg_mm" label:"leg on the wall" range:"15 1000"`
	Width    quantity.Length   `json:"width_mm" label:"wide" range:"5 200" as:"fine"`
	Plate    quantity.Length   `json:"plate_mm" label:"steel, thick" range:"0.5 20" as:"fine"`
	Rating   BracketRating     `json:"rating" title:"What its maker says"`
	Standard string            `json:"standard,omitempty"` // id of the fixture that it clips into
	Screw    hold.Fixing       `json:"screw,omitzero" title:"Into the wall" label:"" only:"standard="`
	Holes    []hold.PlateHole  `json:"holes" label:"below the board" at:"down_mm" count:"0 24" only:"standard="`
	Board    *hold.BoardScrews `json:"board_screws,omitempty" title:"Screws up into the board" add:"screw the board down" drop:"lay it loose"`
}

// Noun is what it is called.
func (b *Braced) Noun() string { return "bracket" }

// Validate names every problem of the bracket.
func (b *Braced) Validate(p *problem.List) {
	if !field.Check(p, b) {
		return
	}
	hold.WithinPlate(p, b.Holes, 0, float64(b.Leg), float64(b.Width))
	b.Board.Within(p, float64(b.Reach))
}

// Fixings are its own fasteners into the wall: none where it clips into a standard.
func (b *Braced) Fixings() []*hold.Fixing {
	if b.Standard != "" {
		return nil
	}
	return []*hold.Fixing{&b.Screw}
}

// StandsOut is how far in front of the wall the board's back edge is: before the standard that the bracket clips into.
func (b *Braced) StandsOut(*Rail) float64 {
	if b.Standard != "" {
		return float64(b.Plate)
	}
	return 0
}

// HangsOn is the standard that it clips into, if any.
func (b *Braced) HangsOn() string { return b.Standard }

// FitsOn names what keeps it from clipping into its standard.
func (b *Braced) FitsOn(p *problem.List, f *Fixtures, x quantity.Length) {
	if b.Standard == "" {
		return
	}
	if why := f.clips(b.Standard, x); why != "" {
		p.Add("standard", "%s", why)
	}
}

// braced is a rated bracket in its place, perhaps on a standard.
type braced struct {
	*Braced
	set      hold.Site
	standard *Standard
	mount    hold.Mount
}

// Hang puts the bracket in its place. It turns on its own heel, a standard on the
// heel of the bracket that is clipped into it: fasteners below that do not pull.
func (b *Braced) Hang(s Setting) Hung {
	h := &braced{Braced: b, set: s.Site}
	if b.Standard != "" {
		h.standard = s.Fixtures.Standard(b.Standard)
		h.mount = h.onStandard(h.standard)
		return h
	}
	var holes []hold.Drilled
	for _, o := range b.Holes {
		holes = append(holes, h.set.Drill(o.ID, s.X+float64(o.Offset), -float64(o.Down), b.Screw, hold.Plate(float64(b.Plate), 0)))
	}
	h.set.CrowdPlate(holes)
	h.mount = hold.NewPlate(&h.set, "bracket", b.Screw, holes, -float64(b.Leg), 0, float64(b.Width))
	return h
}

func (h *braced) onStandard(s *Standard) hold.Mount {
	var holes []hold.Drilled
	low := h.low()
	for _, o := range s.Holes {
		holes = append(holes, h.set.Drill(o.ID, float64(s.X+o.Offset), low+float64(o.Up), s.Screw, hold.Plate(float64(s.Plate), 0)))
	}
	h.set.CrowdPlate(holes)
	return hold.NewPlate(&h.set, "standard", s.Screw, holes, -float64(h.Leg), low+float64(s.Height), float64(s.Width))
}

// low is the lower end of its standard, above the board's underside.
func (h *braced) low() float64 { return float64(h.standard.Bottom) - h.set.Underside }

func (h *braced) screwed() []hold.Drilled { return h.mount.Holes }

// Soft is none: the rating covers how it bends.
func (h *braced) Soft(float64) float64 { return 0 }

func (h *braced) arm() hold.Arm {
	return hold.Arm{Set: &h.set, Reach: float64(h.Reach), Thick: float64(h.Plate), Screws: h.Board}
}

func (h *braced) HoldsDown() bool { return h.arm().HoldsDown() }

func (h *braced) Bed() *Bed { return &Bed{float64(h.Reach), float64(h.Width)} }

func (h *braced) Pad() float64 {
	return float64(h.Width) * min(float64(h.Reach)-h.set.Out, h.set.Own()) / 2
}

// OnStandard is how a bracket's standard is held by the wall as that bracket turns it; nil of
// a support that is on none.
func OnStandard(h Hung) *hold.Mount {
	if b, ok := h.(*braced); ok && b.standard != nil {
		return &b.mount
	}
	return nil
}

func (h *braced) Links() []hold.Link {
	noMean := ""
	if h.Rating.Means != hold.Ultimate {
		noMean = "the bracket's ultimate load is not known"
	}
	links := append([]hold.Link{
		{Part: "bracket", Mode: "rating", Goes: hold.PastRating, Of: hold.OfSteel, Role: hold.RoleBar, Kind: hold.Strength,
			Name: "bracket by its rating", NoMean: noMean, Use: h.rated},
	}, h.arm().Links()...)
	return append(links, h.mount.PlateLinks()...)
}

func (h *braced) rated(sh *working.Sheet, a hold.Action) hold.Use {
	each, share := h.Rating.Mass.Weight(), h.Rating.works()
	if a.Case == hold.Break {
		share = 1
	}
	pair := 1.0
	if h.Rating.Pair {
		pair = 2
	}
	far := 1.0
	if e := a.Arm(); e > 0 {
		far = min(1, float64(h.Reach)/2/e)
	}
	takes := each / pair * share * far
	u := math.Abs(a.R) / takes
	if sh.On() {
		sh.Add("Rw", "what one bracket takes with its load where it stands: the maker means the middle of the arm",
			"rating / pair × share × min(1, (a / 2) / e)", takes, working.Force,
			"maker's rating, "+string(h.Rating.Means)+"; Rule for the share and the arm",
			working.In("rating", each, working.Force), working.In("pair", pair, working.Ratio), working.In("share", share, working.Ratio),
			working.In("a", float64(h.Reach), working.Length), working.In("e", a.Arm(), working.Length))
		sh.Add("used", "part of it in use", "R / Rw", u, working.Ratio, "", working.In("R", math.Abs(a.R), working.Force),
			working.In("Rw", takes, working.Force))
	}
	return hold.Use{Used: u, How: "is past what its maker allows"}
}

// Geometry draws arm, leg and brace.
func (h *braced) Geometry(a hold.Action) hold.Geometry {
	g := h.set.NewGeometry(a)
	reach, leg, bar := float64(h.Reach), float64(h.Leg), max(float64(h.Plate), 4)
	o := drawnOver(&h.set, nil, h.Braced)
	if s := h.standard; s != nil {
		seen := *s
		seen.X, seen.Bottom = 0, quantity.Length(h.low())
		up := seen.Assemble(&Over{ID: s.ID})
		g.Shapes, o.Fixed = hold.Drawn(up), up.Bodies
	}
	g.Shapes = append(g.Shapes, hold.Drawn(h.Assemble(o))...)
	if h.mount.Hold > 0 {
		h.mount.Draw(&g, 0, hold.Straight(a))
	}
	h.mount.Draw(&g, -1, hold.Pulled{})
	g.Measures = append(g.Measures, hold.Across("reach", "braced_bracket.reach_mm", 0, reach, -bar),
		hold.Upright("leg", "braced_bracket.leg_mm", reach*0.6, -leg, 0))
	g.Fit()
	return g
}

// Notes say what the rating is worth.
func (h *braced) Notes() hold.Notes {
	n := h.mount.Notes()
	n.Cautions = append(n.Cautions, h.arm().Notes()...)
	if h.Rating.Means != hold.WorkingLoad {
		n.Assumed = append(n.Assumed, "a bracket's rating that is not said to be a working load counts a third")
	}
	return n
}

func (*Braced) recipes() []Recipe {
	return []Recipe{
		{Key: "braced-brackets", Onto: true, Name: "braced brackets", Words: "bought, with a rating", Tools: []string{"drill", "level"},
			Hands: "an hour, no joinery", Misfit: oneByOne, Make: (*Outfit).bracedBrackets,
			Is: func(w *Ways, r *Rail) bool {
				return w.BracedBracket != nil && w.BracedBracket.Standard == "" && (r == nil || r.Kind != Backer)
			}},
		{Key: "standards", Name: "slotted standards", Words: "uprights with clip-on brackets", Tools: []string{"drill", "level", "hacksaw"},
			Hands: "an hour; the slots must line up", Misfit: oneByOne, Make: (*Outfit).standards,
			Is: func(w *Ways, _ *Rail) bool { return w.BracedBracket != nil && w.BracedBracket.Standard != "" }},
	}
}

func (o *Outfit) bracedBrackets() error {
	at := o.places()
	fix, reach := o.Fixing(3, o.OnStuds(at...), false), quantity.Length(math.Round(float64(o.Depth)*0.85))
	for _, x := range at {
		leg := quantity.Length(math.Round(float64(reach) * 0.75))
		o.add(x, &Braced{
			Reach: reach, Leg: leg, Width: o.Size(1.125, 28), Plate: 3, Rating: BracketRating{Mass: 150, Pair: true, Means: hold.Unstated},
			Screw: fix, Board: o.screwedDown(reach, 3),
			Holes: []hold.PlateHole{{ID: o.ID(), Down: 20}, {ID: o.ID(), Down: leg / 2}, {ID: o.ID(), Down: leg - 15}},
		})
	}
	return nil
}

func (o *Outfit) standards() error {
	at := o.places()
	fix := o.Fixing(3, o.OnStuds(at...), false)
	above := min(o.Size(8, 200), o.Wall.Height-o.Y-20)
	below := min(o.Size(20, 500), o.Y)
	if above < 40 || below < 150 {
		return errors.New("there is no room for standards above and below the shelf")
	}
	for _, x := range at {
		b := &Braced{
			Reach: quantity.Length(math.Round(float64(o.Depth) * 0.9)), Leg: 60, Width: o.Size(1, 25), Plate: 2,
			Rating:   BracketRating{Mass: 120, Pair: true, Means: hold.Unstated},
			Standard: o.ID(),
		}
		b.Board = o.screwedDown(b.Reach, b.Plate)
		s := Standard{ID: b.Standard, X: quantity.Length(x), Bottom: o.Y - below, Height: above + below, Width: b.Width, Plate: b.Plate,
			Screw: fix}
		for down := -above + 20; down < below-15; down += 160 {
			s.Holes = append(s.Holes, StandardHole{ID: o.ID(), Up: below - down})
		}
		o.Standards = append(o.Standards, s)
		o.add(x, b)
	}
	return nil
}

var _ Way = (*Braced)(nil)

// Assemble puts the bracket up: screwed to the wall, or clipped into its standard.
func (b *Braced) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	reach, leg, t, w := float64(b.Reach), float64(b.Leg), float64(b.Plate), float64(b.Width)
	bar := max(t, 4)
	thing := a.thing("bracket", "braced bracket", reach)
	if b.Standard != "" {
		thing.Name = "clip-on bracket"
	}
	z := 0.0
	var standard *assembly.Body
	for _, f := range a.Fixed {
		if b.Standard != "" && f.ID == b.Standard+"/standard/standard" {
			standard, z = f, f.Thickness
		}
	}
	brace := a.steel(thing, "brace", assembly.Out(w/2, 0, z), [][2]float64{{t, -leg}, {t + bar, -leg}, {reach * 0.9, -bar}, {reach*0.9 - bar, -bar}}, w)
	brace.Aside = true
	arm := a.steel(thing, "arm", assembly.Out(w/2, -bar, z), assembly.Rect(0, 0, reach-z, bar), w)
	plate := a.steel(thing, "leg", assembly.Along(-w/2, -leg, z), assembly.Rect(0, 0, w, leg), t)
	a.rests(arm, b.Board, w, t)
	for _, h := range b.Holes {
		if b.Standard == "" {
			a.intoWall(h.ID, b.Screw, float64(h.Offset), -float64(h.Down), t)
		}
	}
	if standard != nil {
		a.Join(assembly.Joint{ID: plate.ID + "-" + standard.ID, Kind: assembly.Bolted, A: plate, B: standard})
	}
	return &a.Assembly
}
