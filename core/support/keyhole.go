package support

import (
	"math"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/piece"

	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// Keyhole hangs a piece on the head of a screw: in a metal plate with a rating, or
// in a slot routed in wood. Up is how high it is over the piece's lower edge, and
// the piece goes from Low (above the board's underside) up to High; mm. Lip is the
// wood that a routed slot leaves in front of the head.
type Keyhole struct {
	Routed    bool            `json:"routed" label:"keyhole" yes:"routed in wood|metal plate"`
	Up        quantity.Length `json:"up_mm" label:"over the lower edge" range:"3 2500"`
	Low       quantity.Length `json:"low_mm" label:"piece, lower edge" range:"-1000 100"`
	High      quantity.Length `json:"high_mm" label:"piece, upper edge" range:"-990 1500"`
	Back      quantity.Length `json:"back_mm" label:"piece, thick" range:"3 100"` // thickness of the piece that it is in
	Lip       quantity.Length `json:"lip_mm,omitempty" label:"lip before the head" range:"1 98" only:"routed=true"`
	hold.Made `label:"wood" as:"wood" only:"routed=true"`
	Hole      string       `json:"hole" id:"own"`                                                                                                 // id of the screw's place
	Rating    *hold.Rating `json:"rating,omitempty" title:"What the plate's maker says" add:"give a rating" drop:"not known" only:"routed=false"` // of a metal plate
	Screw     hold.Fixing  `json:"screw" title:"Into the wall" label:""`
}

// Noun is what it is called.
func (k *Keyhole) Noun() string { return "keyhole" }

// Validate names every problem of a keyhole.
func (k *Keyhole) Validate(p *problem.List) {
	field.Check(p, k)
	p.Between("high_mm", float64(k.High), float64(k.Low)+10, 1500)
	p.Between("up_mm", float64(k.Up), 3, float64(k.High-k.Low)-2)
	if k.Routed {
		p.Between("lip_mm", float64(k.Lip), 1, float64(k.Back)-2)
	}
	p.ID(k.Hole)
}

// Fixings are its own fasteners into the wall.
func (k *Keyhole) Fixings() []*hold.Fixing { return []*hold.Fixing{&k.Screw} }

// keyed is a keyhole in its place.
type keyed struct {
	*Keyhole
	set   hold.Site
	board material.Board
	mount hold.Mount
	shank fastener.Screw
}

// Hang puts it on its screw: the heel is the piece's lower edge, as wide as the
// shelf that belongs to it. The screw's head is not drawn up, so the piece is no
// member of the joint but a plate as thick as its lip.
func (k *Keyhole) Hang(s Setting) Hung {
	h := &keyed{Keyhole: k, set: s.Site, board: k.Made.Board(float64(k.High-k.Low), float64(k.Back)), shank: k.Screw.Screw()}
	lip := float64(k.Lip)
	if !k.Routed {
		lip = 2
	}
	hole := h.set.Drill(k.Hole, s.X, float64(k.Low+k.Up), k.Screw, hold.Plate(lip, 0))
	h.mount = hold.NewPlate(&h.set, "keyhole", k.Screw, []hold.Drilled{hole}, float64(k.Low), float64(k.High), max(s.Along, 20))
	return h
}

// StandsOut is how far in front of the wall the board's back edge is: the piece that the
// keyhole is in stands between.
func (k *Keyhole) StandsOut(*Rail) float64 { return float64(k.Back) }

func (h *keyed) Soft(float64) float64 { return 0 }
func (h *keyed) HoldsDown() bool      { return true }
func (h *keyed) Pad() float64         { return 0 }

func (h *keyed) Links() []hold.Link {
	noMean := ""
	if !h.Routed && (h.Rating == nil || h.Rating.Means != hold.Ultimate) {
		noMean = "the plate's ultimate load is not known"
	}
	name := "keyhole plate"
	if h.Routed {
		name = "wood round the slot"
	}
	return append([]hold.Link{{Part: "slot", Mode: "holds", Goes: hold.Shears, Of: h.of(), Role: hold.RoleJoint, Kind: hold.Strength,
		Name: name, NoMean: noMean, Use: h.slot}}, h.mount.PlateLinks(hold.Straight)...)
}

// pull is what the head holds against by the heel rule.
func (h *keyed) pull(sh *working.Sheet, a hold.Action) float64 {
	turn := hold.NewHeel([]float64{float64(h.Up)}, max(h.set.Along, 20), h.set.Bearing(h.mount.Holes))
	return turn.Pull(sh, max(0, a.M), float64(h.Up))
}

// Low figures of a plate that nobody has rated, N (Rule).
const (
	platePull  = 50.0
	plateShear = 100.0
)

func (h *keyed) slot(sh *working.Sheet, a hold.Action) hold.Use {
	t, v, on := h.pull(sh, a), math.Abs(a.R), h.set.Bases[a.Case]
	pull, shear, source := platePull, plateShear, "Rule: nothing is known of it, low on purpose"
	switch r := h.Rating; {
	case h.Routed:
		head, lip := h.Screw.HeadAcross(), float64(h.Lip)
		pull = 2 * head * lip * h.board.Shear(sh, on)
		fe, by := hold.BoreStrength(sh, h.board, h.shank.D, true, on)
		shear = h.shank.D * lip * fe
		source = "engineering basis"
		if sh.On() {
			sh.Add("Tk", "pull that draws the head through the lip", "2 × dhead × tlip × Fv", pull, working.Force, source,
				working.In("dhead", head, working.Length), working.In("tlip", lip, working.Length), working.In("Fv", pull/2/head/lip, working.Stress))
			sh.Add("Zk", "push of the shank on the lip", "dshank × tlip × "+by, shear, working.Force, source,
				working.In("dshank", h.shank.D, working.Length), working.In("tlip", lip, working.Length), working.In(by, fe, working.Stress))
		}
	case r != nil:
		share := 1.0
		if r.Means != hold.WorkingLoad && a.Case != hold.Break {
			share = 1.0 / 4
		}
		pull, shear, source = r.Pull.Weight()*share, r.Shear.Weight()*share, "maker's rating, "+string(r.Means)
	}
	u := t/pull + v/shear
	if sh.On() {
		sh.Add("used", "part of what the keyhole takes", "T / Tk + V / Zk", u, working.Ratio, source,
			working.In("T", t, working.Force), working.In("Tk", pull, working.Force), working.In("V", v, working.Force),
			working.In("Zk", shear, working.Force))
	}
	how := "pulls off the head"
	if v/shear > t/pull {
		how = "crushes on the shank"
	}
	return hold.Use{Used: u, How: how}
}

// Geometry draws the piece, the slot and the screw's pull.
func (h *keyed) Geometry(a hold.Action) hold.Geometry {
	g := h.set.NewGeometry(a)
	low, high, up := float64(h.Low), float64(h.High), float64(h.Low+h.Up)
	back, w := float64(h.Back), max(h.Screw.HeadAcross(), 8)/2
	g.Shapes = append(g.Shapes,
		hold.Shape{Name: "back", Stuff: h.Made.Stuff(), Side: hold.Box(0, low, back, high)},
		hold.Shape{Name: "slot", Stuff: hold.Void, Side: hold.Box(0, up-w, max(2, float64(h.Lip)), up+2*w), Front: hold.Box(-w, up-w, w, up+3*w)})
	if h.mount.Hold > 0 {
		h.mount.Draw(&g, 0, hold.Straight(nil, a))
	}
	h.mount.Draw(&g, -1, hold.Pulled{})
	if h.Routed {
		g.Facts = append(g.Facts, hold.Long("wood left over the slot", float64(h.High-h.Low-h.Up)-3*w), hold.Long("lip", float64(h.Lip)))
	}
	g.Measures = append(g.Measures, hold.Upright("keyhole over the lower edge", "keyhole.up_mm", back+14, low, up))
	g.Fit()
	return g
}

// Notes say what is assumed of a plate.
func (h *keyed) Notes() hold.Notes {
	n := h.mount.Notes()
	if !h.Routed && h.Rating == nil {
		n.Assumed = append(n.Assumed, "nothing is known of the keyhole plates: low figures taken")
	}
	if h.Up < 40 {
		n.Cautions = append(n.Cautions, "the lower edge is a short lever: the higher the keyhole over it, the less it is pulled")
	}
	return n
}

func (*Keyhole) recipes() []Recipe {
	return []Recipe{
		{Key: "keyholes", Name: "keyholes", Words: "a back piece hung on screw heads", Hidden: true,
			Tools: []string{"router with a keyhole bit", "drill"}, Hands: "slots that match the screws", Misfit: onARail, Make: (*Outfit).keyholes,
			Is: func(w *Ways, _ *Rail) bool { return w.Keyhole != nil }},
	}
}

func (o *Outfit) keyholes() error {
	at := o.places()
	fix := o.Fixing(6, o.OnStuds(at...), false)
	for _, x := range at {
		o.add(x, &Keyhole{
			Made: lumber(), Routed: true, High: o.Thickness + 90, Up: o.Thickness + 60, Back: o.Size(0.75, 19), Lip: 6, Hole: o.ID(), Screw: fix,
		})
	}
	return nil
}

var _ Way = (*Keyhole)(nil)

// Pieces are its screw, and its plate where it is not routed.
func (k *Keyhole) Pieces(o Over) []piece.Piece {
	out := []piece.Piece{o.screws("screws", 1, k.Screw)}
	if !k.Routed {
		return append(out, o.bought("plate", "keyhole plate", 1, 0))
	}
	o.ID = o.Shelf // one piece behind the board has all keyholes in it
	return append(out, o.cut("back", "back with keyholes", 1, k.Made, o.Length, float64(k.High-k.Low), float64(k.Back)))
}

// of is what its slot is in.
func (k *Keyhole) of() hold.Of {
	if k.Routed {
		return k.Made.Of()
	}
	return hold.OfSteel
}
