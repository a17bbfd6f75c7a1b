package support

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"

	"aguante/core/beam"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/material"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/slab"
)

// Rack is arms on uprights: every upright bears an arm at each level. Uprights are
// Width along the wall, Deep out from it and Height tall, from the rack's foot up;
// Rows are the heights of their fasteners over it. Bed is how firmly the wall
// presses back, N/mm per mm of height, 700 where none is given. mm.
type Rack struct {
	Levels    []Level         `json:"levels" title:"Levels" label:"arms' tops, over the foot" at:"up_mm" count:"0 40"`
	Arm       Arm             `json:"arm" title:"Arms"`
	Joint     hold.Joint      `json:"joint" title:"Arm to upright" label:""`
	Height    quantity.Length `json:"height_mm" title:"Uprights" label:"tall" range:"100 6000"`
	Width     quantity.Length `json:"width_mm" label:"wide" range:"15 300"`
	Deep      quantity.Length `json:"deep_mm" label:"out from the wall" range:"10 200"`
	hold.Made `label:"wood" as:"wood"`
	Screw     hold.Fixing       `json:"screw" title:"Into the wall" label:""`
	Rows      []quantity.Length `json:"rows_mm" label:"over the foot" count:"0 60" range:"0 6000"`
	Ledger    *RackLedger       `json:"ledger,omitempty" title:"A ledger under the uprights" add:"put a ledger under the uprights" drop:"take it out"`
	Uprights  []Upright         `json:"uprights" count:"0 24" stands:"yes"`
	Bed       float64           `json:"bed,omitempty" range:"0 1000000"`
}

// Upright stands at X along the wall; a Notch goes round what is in its way.
type Upright struct {
	ID    string          `json:"id"`
	X     quantity.Length `json:"x_mm" range:"0 30000"`
	Notch *Notch          `json:"notch,omitempty"`
}

// along is where uprights stand along the wall.
func along(all []Upright) []quantity.Length {
	out := make([]quantity.Length, len(all))
	for i, u := range all {
		out[i] = u.X
	}
	return out
}

// Notch is cut into an upright's back, from Up over its foot, so High and so Deep.
type Notch struct {
	Up   quantity.Length `json:"up_mm" label:"from, over the foot" range:"0 6000"`
	High quantity.Length `json:"high_mm" label:"high" range:"1 6000"`
	Deep quantity.Length `json:"deep_mm" label:"deep" range:"1 197"`
}

// Level is a row of arms: the height of their tops over the rack's foot.
type Level struct {
	ID string          `json:"id"`
	Up quantity.Length `json:"up_mm" range:"0 6000"`
}

// RackLedger is a piece on the wall that the uprights stand on: so many fasteners at
// each of them.
type RackLedger struct {
	Height    quantity.Length `json:"height_mm" label:"high" range:"15 300"`
	Thickness quantity.Length `json:"thickness_mm" label:"thick" range:"6 150"`
	Count     int             `json:"count" label:"fasteners at each upright" range:"0 12"`
	Screw     hold.Fixing     `json:"screw" label:""`
	hold.Made `label:"wood" as:"wood"`
}

// Validate names every problem of a ledger under uprights by itself.
func (a *RackLedger) Validate(p *problem.List) { field.Check(p, a) }

// usualBed is how firmly a lined wall presses back, N/mm per mm (engineering basis).
const usualBed = 700.0

// Noun is what it is called.
func (r *Rack) Noun() string { return "rack" }

// Validate names every problem of a rack.
func (r *Rack) Validate(p *problem.List) {
	if !field.Check(p, r) {
		return
	}
	for i, u := range r.Uprights {
		if n := u.Notch; n != nil {
			at := p.Each("uprights", i)
			at.Between("notch.up_mm", float64(n.Up), 0, float64(r.Height))
			at.Between("notch.high_mm", float64(n.High), 1, float64(r.Height))
			at.Between("notch.deep_mm", float64(n.Deep), 1, float64(r.Deep)-3)
		}
	}
	for i, y := range r.Rows {
		p.Between(fmt.Sprintf("rows_mm[%d]", i), float64(y), 0, float64(r.Height))
	}
	standApart(p, "uprights", "upright", r.Width, along(r.Uprights))
	if len(r.Levels) == 0 {
		p.Add("levels", "a rack without arms holds nothing: give it a level")
	}
	for i, l := range r.Levels {
		at := p.Each("levels", i)
		at.Between("up_mm", float64(l.Up), float64(r.Arm.High), float64(r.Height))
		for _, o := range r.Levels[:i] {
			if math.Abs(float64(l.Up-o.Up)) < float64(r.Arm.High)-1e-6 {
				at.Add("up_mm", "these arms run into those %s up: give them %s of room", say.Place(float64(o.Up)),
					say.Place(float64(r.Arm.High)))
			}
		}
	}
}

// racked is a rack in its place.
type racked struct {
	*Rack
	set      Stage
	at       []float64
	uprights []uprighted
	models   []*fitted
	floats   slab.Of[float64]
	row      [][]float64 // weight of goods on each level that each upright bears, N
	turn     [][]float64 // and times how far from the wall
	equal    []float64   // weight of all goods on each level, N
	moments  []float64   // to reckon with
	pushed   []float64   // likewise
	text     slab.Text
	down     map[setDown]standing
	once     [1]standing // of what is asked at last
	stop     float64     // weight of what is on the end of an arm, N
	frame    hold.Site
	joint    hold.Jointed
	post     material.Board // what the uprights are of, on its flat
	beam     material.Board // and the arms, on edge
}

// setDown is something set down on a level's tips: how much of it an upright takes.
type setDown struct {
	upright, level int
	less           bool
	by, n          float64
}

// uprighted is an upright with its fasteners, and how it stands under its goods.
type uprighted struct {
	*Upright
	holes  []hold.Drilled
	hold   int
	ledger []hold.Drilled
	model  *fitted
	stood  []standing // with all goods, and with each level's alone
	less   *uprighted // without its weak fasteners, where some are
}

// Stand puts a rack up.
func (r *Rack) Stand(s Stage) Standing {
	h := &racked{Rack: r, set: s, down: map[setDown]standing{}}
	h.frame = s.site(s.X)
	h.post = h.frame.Piece(r.Made, float64(r.Width), float64(r.Deep))
	h.beam = h.frame.Piece(r.Arm.Made, float64(r.Arm.Thick), float64(r.Arm.High))
	h.uprights = make([]uprighted, 0, len(r.Uprights))
	order := slices.Clone(r.Uprights)
	slices.SortStableFunc(order, func(a, b Upright) int { return cmp.Compare(a.X, b.X) })
	h.at = make([]float64, len(order))
	for i := range order {
		h.at[i] = float64(order[i].X)
	}
	h.joint = hold.Jointed{Joint: &r.Joint, Set: &h.frame, Wood: r.Arm.Made, Width: h.armWidth(), Arm: float64(r.Arm.High),
		Back:    float64(r.Deep),
		Through: float64(r.Arm.Thick), Into: float64(r.Width), Faces: 1, Main: &r.Made}
	if r.Arm.Cheeks {
		h.joint.Into, h.joint.Faces = float64(r.Width)/2, 2 // from both sides
	}
	h.row, h.turn = s.shares(len(r.Levels), h.at)
	h.equal, h.moments, h.pushed = make([]float64, len(r.Levels)), make([]float64, len(r.Levels)), make([]float64, 2*len(r.Levels))
	for _, g := range s.Goods {
		if g.Level < len(h.equal) {
			h.equal[g.Level] += g.W
		}
	}
	through := hold.Wooden("upright", h.post, float64(r.Deep), false)
	for i := range order {
		u := uprighted{Upright: &order[i], holes: make([]hold.Drilled, 0, len(r.Rows))}
		set := s.site(float64(order[i].X))
		for k, y := range r.Rows {
			u.holes = append(u.holes, set.Drill(h.text.Join(order[i].ID, "-", strconv.Itoa(k+1)), float64(order[i].X), float64(y), r.Screw,
				through))
		}
		set.Crowd(u.holes, hold.Grain{Name: "upright", Ends: [2]float64{0, float64(r.Height)},
			Edges: [2]float64{float64(order[i].X) - float64(r.Width)/2, float64(order[i].X) + float64(r.Width)/2}, Upright: true})
		if l := r.Ledger; l != nil {
			lb := set.Piece(l.Made, float64(l.Height), float64(l.Thickness))
			for k, at := range l.Places() {
				u.ledger = append(u.ledger, set.Drill(h.text.Join(order[i].ID, "-ledger-", strconv.Itoa(k+1)), float64(order[i].X)+at.X, at.Y, l.Screw,
					hold.Wooden("ledger", lb, float64(l.Thickness), true)))
			}
			x := float64(order[i].X)
			set.Crowd(u.ledger, hold.Grain{Name: "ledger", Ends: [2]float64{x - 1.5*float64(r.Width), x + 1.5*float64(r.Width)},
				Edges: [2]float64{-float64(l.Height), 0}})
		}
		h.fit(&u, i)
		if left := set.Strongest(u.holes); left != nil {
			u.less = &uprighted{Upright: u.Upright, holes: left, ledger: u.ledger}
			h.fit(u.less, i)
		}
		h.uprights = append(h.uprights, u)
	}
	return h
}

// fit makes an upright's model, and stands it under its goods.
func (h *racked) fit(u *uprighted, i int) {
	for k := range u.holes {
		if u.holes[k].Counts() {
			u.hold++
		}
	}
	u.model = h.fitted(u)
	u.stood = make([]standing, 0, 1+len(h.Levels))
	u.stood = append(u.stood, h.bend(u, u.model.Stand(h.pushes(i, -1, 1))))
	for l := range h.Levels {
		m, one := h.turn[l][i], &u.model.levels[l]
		if one.of*m <= 0 {
			one.of, one.Stood = m, u.model.Stand(h.pushes(i, l, 1))
		}
		by := 1.0
		if m != 0 {
			by = m / one.of
		}
		u.stood = append(u.stood, h.bend(u, one.Times(by, &h.floats)))
	}
}

// fitted is the model of uprights that are held alike, and how one of them stands under the goods
// of each level alone, of such a moment: under more of them it does so by as much more.
type fitted struct {
	*beam.Fitted
	levels []struct {
		beam.Stood
		of float64
	}
}

// fitted is an upright's model.
func (h *racked) fitted(u *uprighted) *fitted {
	model := h.model(u)
	for _, f := range h.models {
		if slices.Equal(f.Ties, model.Ties) {
			return f
		}
	}
	f := &fitted{Fitted: model.Fit(h.heights())}
	f.levels = slices.Grow(f.levels, len(h.Levels))[:len(h.Levels)]
	h.models = append(h.models, f)
	return f
}

// Self is the weight of uprights and arms, N.
func (h *racked) Self() float64 {
	one := h.post.Density() * 1e-9 * float64(h.Width*h.Deep*h.Height) * quantity.Gravity
	return float64(len(h.uprights)) * (one + h.stop + float64(len(h.Levels))*h.armWeight())
}

// Points are the uprights, and the ends of the rows.
func (h *racked) Points() []float64 {
	return append([]float64{h.set.X, h.set.X + h.set.Length}, h.at...)
}

// Notes say what is in the way, and what was assumed.
func (h *racked) Notes() hold.Notes {
	var n hold.Notes
	for i := range h.uprights {
		u := &h.uprights[i]
		f := hold.FastenerNotes(&h.frame, h.Screw, u.holes, u.hold)
		for _, t := range f.Cautions {
			n.Cautions = append(n.Cautions, fmt.Sprintf("upright %d: %s", i+1, t))
		}
		n.Assumed = append(n.Assumed, f.Assumed...)
		for _, k := range h.set.Wall.KeepOuts {
			x, w := float64(u.X), float64(h.Width)/2
			if k.Kind != "uneven" && k.Overlaps(x-w, x+w, h.set.Foot, h.set.Foot+float64(h.Height)) && u.Notch == nil && !k.Behind() {
				n.Cautions = append(n.Cautions, fmt.Sprintf("upright %d runs over the %s: notch it or move it", i+1, k.Called()))
			}
		}
	}
	if over := h.set.Foot + float64(h.Height); over > float64(h.set.Wall.Height) {
		n.Cautions = append(n.Cautions, "the uprights are taller than the wall")
	}
	n.Assumed = append(n.Assumed, "stock is stiff: one arm of a row takes half as much again as its equal share")
	return n
}

func (*Rack) recipes() []Recipe {
	return []Recipe{
		{Key: "rack", Name: "rack of arms", Words: "arms on uprights, in levels", Tools: []string{"saw", "drill", "clamps"},
			Hands: "many like parts: a stop block", Misfit: oneByOne, Make: (*Outfit).rackOfArms},
	}
}

func (o *Outfit) rackOfArms() error {
	at := o.everyStud()
	room := float64(o.Wall.Height - o.Y)
	tall := min(1800, room-20)
	if tall < 400 {
		return errors.New("there is no room above for the uprights of a rack: lower its foot")
	}
	deep, wide := o.Size(1.5, 38), o.Size(3.5, 89)
	screw := o.Fixing(float64(deep), o.OnStuds(at...), true)
	arm := hold.Fixing{Type: "wood-6mm", Length: 60}
	if o.Inch {
		arm = hold.Fixing{Type: "wood-14", Length: 2.5 * 25.4}
	}
	r := &Rack{
		Made: lumber(), Width: wide, Deep: deep, Height: quantity.Length(math.Floor(tall)), Screw: screw,
		Arm:   Arm{Made: ply(), Reach: min(o.Depth, 300), High: o.Size(4, 100), Thick: 18, Cheeks: true},
		Joint: hold.Joint{Kind: hold.ScrewJoint, Screw: &arm, Places: hold.JointPlaces(arm, float64(o.Size(4, 100)), float64(deep))},
	}
	n := max(1, int((tall-150)/450)+1)
	step := (tall - 150) / float64(max(1, n-1))
	for i := range n {
		up := 130 + step*float64(i)*0.95
		r.Levels = append(r.Levels, Level{ID: o.ID(), Up: quantity.Length(math.Round(up))})
	}
	for _, y := range even(70, tall-70, 350, nil) {
		r.Rows = append(r.Rows, quantity.Length(y))
	}
	for _, x := range at {
		u := Upright{ID: o.ID(), X: quantity.Length(x)}
		r.Uprights = append(r.Uprights, u)
	}
	o.Form = r
	return nil
}

// Tiers are the arms' tops.
func (r *Rack) Tiers() []float64 { return tops(r.Levels) }

// tier is one of them, which is asked for often.
func (r *Rack) tier(level int) float64 {
	if len(r.Levels) == 0 {
		return 0
	}
	return float64(r.Levels[min(level, len(r.Levels)-1)].Up)
}

// Room is from the uprights' faces to the arms' tips.
func (r *Rack) Room(float64) (from, reach float64) { return float64(r.Deep), float64(r.Arm.Reach) }

// Fixings are those of the uprights, and of a ledger under them.
func (r *Rack) Fixings() []*hold.Fixing { return []*hold.Fixing{&r.Screw} }

func (r *Rack) lose(id string) (string, bool) {
	return "to the uprights beside it", lose(&r.Uprights, 2, func(u *Upright) bool { return u.ID == id })
}

// tops are how high levels are, mm.
func tops(all []Level) []float64 {
	out := make([]float64, 0, max(1, len(all)))
	for _, l := range all {
		out = append(out, float64(l.Up))
	}
	if len(out) == 0 {
		return append(out, 0)
	}
	return out
}

var _ Form = (*Rack)(nil)

// Pieces are uprights, arms and ledger, with their fasteners.
func (r *Rack) Pieces(o Over) []piece.Piece {
	var out []piece.Piece
	w, deep, n := float64(r.Width), float64(r.Deep), len(r.Uprights)
	for _, u := range r.Uprights {
		p := o.cut("upright-"+u.ID, "upright", 1, r.Made, float64(r.Height), w, deep)
		for _, y := range r.Rows {
			p.Features = append(p.Features, bore(piece.Front, float64(y), w/2, r.Screw))
		}
		if c := u.Notch; c != nil {
			p.Features = append(p.Features, piece.Feature{Kind: piece.Notch, Face: piece.Back, X: float64(c.Up), Long: float64(c.High), Wide: w,
				Depth: float64(c.Deep)})
		}
		out = append(out, p)
	}
	long, arms := float64(r.Arm.Reach), n*len(r.Levels)
	if beside(r.Joint.Kind) {
		long += deep
	}
	if r.Arm.Cheeks {
		out = append(out,
			o.cut("cheeks", "cheek of an arm", 2*arms, r.Arm.Made, long, float64(r.Arm.High), float64(r.Arm.Thick)),
			o.cut("cores", "core of an arm", arms, r.Arm.Made, r.Arm.core(), float64(r.Arm.High), w))
	} else {
		out = append(out, o.cut("arms", "arm", arms, r.Arm.Made, long, float64(r.Arm.High), float64(r.Arm.Thick)))
	}
	out = append(append(out, o.joined(&r.Joint, arms)...), o.screws("screws", n*len(r.Rows), r.Screw))
	if l := r.Ledger; l != nil && n > 0 {
		lo, hi := r.Uprights[0].X, r.Uprights[0].X
		for _, u := range r.Uprights {
			lo, hi = min(lo, u.X), max(hi, u.X)
		}
		p := o.cut("ledger", "ledger", 1, l.Made, float64(hi-lo)+3*w, float64(l.Height), float64(l.Thickness))
		for _, u := range r.Uprights {
			for _, at := range l.Places() {
				p.Features = append(p.Features, bore(piece.Front, float64(u.X-lo)+1.5*w+at.X, float64(l.Height)+at.Y, l.Screw))
			}
		}
		out = append(out, p, o.screws("ledger screws", n*l.Count, l.Screw))
	}
	return out
}

// Places are where the ledger's fasteners are at an upright: to the side of its middle,
// and down from the ledger's upper edge.
func (l *RackLedger) Places() []joint.Point {
	return hold.Row(l.Count, joint.Point{}, joint.Point{Y: -float64(l.Height)})
}
