package support

import (
	"errors"
	"fmt"
	"math"

	"aguante/core/hold"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// sleeve is a hollow shelf pushed over the block that a rail is. It rests along all
// of the block, counted at seats.
type sleeve struct {
	*railed
	skin   float64 // thickness of each skin, mm; 0: the shelf is not hollow
	beyond float64 // part of the load's moment off the wall that it has about the block's front
	along  float64 // length of shelf that belongs to a seat, mm
}

// seatStep is how far apart seats are counted, mm: the block holds the shelf up
// everywhere.
const seatStep = 150.0

// block is a rail that a hollow shelf is pushed over.
type block struct{ plainRail }

func (block) kind() RailKind { return Block }
func (block) noun() string   { return "block" }
func (block) back() bool     { return true }

func (block) hang(r *railed, b Boarded) Shared {
	return &sleeve{railed: r, skin: b.Skin, beyond: b.Beyond, along: r.set.Along}
}

// seats are where along the wall a hollow shelf from one place to another rests on the
// block, mm.
func (block) seats(r *Rail, from, to float64) []float64 {
	a, b := max(from, float64(r.X)), min(to, float64(r.X+r.Length))
	if b-a < 20 {
		return nil
	}
	n := max(2, int(math.Ceil((b-a)/seatStep))+1)
	var out []float64
	for i := range n {
		out = append(out, a+(b-a)*float64(i)/float64(n-1))
	}
	return out
}

// seat is one place where the shelf rests on its block; the rail answers for it.
type seat struct{}

// NewSeat is a place on a block.
func NewSeat() Hung { return seat{} }

func (seat) rider() func(hold.Action) hold.Pulled { return hold.Straight }
func (seat) Soft(float64) float64                 { return 0 }
func (seat) HoldsDown() bool                      { return true }
func (seat) Pad() float64                         { return 0 }
func (seat) Bed() *Bed                            { return nil } // the block is in it
func (seat) Links() []hold.Link                   { return nil }
func (seat) Geometry(hold.Action) hold.Geometry   { return hold.Geometry{} }
func (seat) Notes() hold.Notes                    { return hold.Notes{} }

func (h *sleeve) Links() []SharedLink {
	return append(h.railed.Links(),
		SharedLink{Link: hold.Link{Part: "skins", Mode: "bending", Goes: hold.Bends, Of: hold.OfPanel, Role: hold.RoleBar, Kind: hold.Strength,
			Name: "skins at the block's front"}, Use: h.worstSeat(h.bends)},
		SharedLink{Link: hold.Link{Part: "skins", Mode: "bears", Goes: hold.Crushes, Of: hold.OfPanel, Role: hold.RoleBore, Kind: hold.Strength,
			Name: "skin on the block"}, Use: h.worstSeat(h.bears)},
		SharedLink{Link: hold.Link{Part: "sleeve", Mode: "fits", Goes: hold.Stands, Of: hold.OfWood, Role: hold.RoleBehind, Kind: hold.Gate,
			Name: "shelf over the block"}, Use: h.fits})
}

// worstSeat asks every seat.
func (h *sleeve) worstSeat(use func(*working.Sheet, hold.Pulled) hold.Use) func(*working.Sheet, []hold.Pulled) hold.Use {
	return func(sh *working.Sheet, all []hold.Pulled) hold.Use {
		worst, at := hold.Use{Used: -1}, 0
		for i, a := range all {
			if u := use(nil, a); u.Used > worst.Used {
				worst, at = u, i
			}
		}
		if sh.On() && len(all) > 0 {
			use(sh, all[at])
		}
		return worst
	}
}

func (h *sleeve) bends(sh *working.Sheet, a hold.Pulled) hold.Use {
	p, d := float64(h.Thickness), h.set.Depth
	part := h.beyond
	if a.Case == hold.Sudden {
		part = max(0, d-p) / d
	}
	m := math.Abs(a.M) * part
	s := 2 * h.along * h.skin * h.skin / 6
	fb := h.set.Board.Skin(sh, h.set.Bases[a.Case])
	if sh.On() {
		sh.Add("Ms", "moment of what stands beyond the block about its front, at the worst seat: at most (z − p) / z of that about the wall",
			"M × part", m, working.Moment, "statics", working.In("M", math.Abs(a.M), working.Moment), working.In("part", part, working.Ratio))
		sh.Add("S", "section modulus of both skins, each by itself, over the length that belongs to the seat", "2 × L × t² / 6", s,
			working.Modulus, "statics", working.In("L", h.along, working.Length), working.In("t", h.skin, working.Length))
		sh.Add("used", "part of the allowable stress", "Ms / (S × Fb)", m/(s*fb), working.Ratio, "", working.In("Ms", m, working.Moment),
			working.In("S", s, working.Modulus), working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: m / (s * fb), How: "break off in front of the block"}
}

func (h *sleeve) bears(sh *working.Sheet, a hold.Pulled) hold.Use {
	p := float64(h.Thickness)
	up := math.Abs(a.M) / p
	fc := h.set.Board.Bearing(sh, h.set.Bases[a.Case])
	q := up / (h.along * p / 4)
	if sh.On() {
		sh.Add("A", "push up at the block's front", "R × e / p", up, working.Force, "statics",
			working.In("R × e", math.Abs(a.M), working.Moment), working.In("p", p, working.Length))
		sh.Add("q", "on the front quarter of the block, over the length that belongs to the seat", "A / (L × p / 4)", q, working.Stress, "Rule",
			working.In("A", up, working.Force), working.In("L", h.along, working.Length), working.In("p", p, working.Length))
		sh.Add("used", "part of the allowable pressure", "q / Fc⊥", q/fc, working.Ratio, "", working.In("q", q, working.Stress),
			working.In("Fc⊥", fc, working.Stress))
	}
	return hold.Use{Used: q / fc, How: "is crushed on the block"}
}

// room is how high the hollow is, mm.
func (h *sleeve) room() float64 { return h.set.Thickness - 2*h.skin }

func (h *sleeve) fits(sh *working.Sheet, _ []hold.Pulled) hold.Use {
	if sh.On() {
		sh.Add("room", "height of the hollow; the block is lower", "t − 2 × skin", h.room(), working.Length, "geometry",
			working.In("t", h.set.Thickness, working.Length), working.In("skin", h.skin, working.Length),
			working.In("block", float64(h.Height), working.Length))
	}
	switch high := float64(h.Height); {
	case h.skin == 0:
		return hold.Use{Used: hold.Fails, How: "is solid: only a hollow shelf goes over a block"}
	case high > h.room()+1e-9:
		return hold.Use{Used: hold.Fails, How: fmt.Sprintf("does not go over it: the block is %s high, the hollow %s",
			say.Length(high), say.Length(h.room()))}
	case float64(h.Bottom) < h.skin-0.5 || float64(h.Bottom)+high > h.set.Thickness-h.skin+0.5:
		return hold.Use{Used: hold.Fails, How: "does not go over it: the block is not where the hollow is"}
	case float64(h.Thickness) > h.set.Depth-5:
		return hold.Use{Used: hold.Fails, How: "is not as deep as the block"}
	}
	return hold.Use{How: "fits"}
}

// Geometry adds the hollow, and what the block pushes, to the rail's columns.
func (h *sleeve) Geometry(all []hold.Pulled) hold.RailGeometry {
	g := h.railed.Geometry(all)
	p := float64(h.Thickness)
	r, m := 0.0, 0.0
	for _, a := range all {
		r, m = r+a.V, m+a.M
	}
	up := math.Abs(m) / p
	for i := range g.Columns {
		c := &g.Columns[i]
		c.Shapes = append([]hold.Shape{{Name: "hollow", Stuff: hold.Void,
			Side: hold.Box(0, h.skin, h.set.Depth-h.skin, h.set.Thickness-h.skin)}}, c.Shapes...)
		c.Forces = append(c.Forces, hold.Force{Name: "all of the block, up", Z: p, Y: float64(h.Bottom + h.Height), DY: 1, N: up},
			hold.Force{Name: "down", Z: 6, Y: float64(h.Bottom), DY: -1, N: max(0, up-r)})
		c.Facts = append(c.Facts, hold.Long("of the block in the shelf", p))
		c.Fit()
	}
	g.Marks = append(g.Marks, hold.Long("hollow, high", h.room()), hold.Long("spare over the block", h.room()-float64(h.Height)),
		hold.Long("block in the shelf", p))
	return g
}

// Notes say what keeps the shelf on.
func (h *sleeve) Notes() hold.Notes {
	n := h.railed.Notes()
	if !h.Lock {
		n.Cautions = append(n.Cautions, "no screw locks the shelf on its block: a bump slides it off")
	}
	return n
}

func (block) recipes() []Recipe {
	return []Recipe{
		{Key: "sleeve", Name: "sleeve over a block", Words: "a hollow shelf pushed over a block", Hidden: true,
			Tools: []string{"saw", "clamps", "drill"}, Hands: "a box that slides on without play", Misfit: bored, Make: (*Outfit).sleeve,
			Is: func(_ *Ways, r *Rail) bool { return r != nil && r.Kind == Block }},
	}
}

func (o *Outfit) sleeve() error {
	if o.Hollow == nil {
		o.Thickness = max(o.Thickness, o.Size(2.5, 64))
		o.Hollow = &Hollow{Skin: o.Size(0.375, 9), Front: 20}
	}
	o.Hollow.Back = 0
	skin := o.Hollow.Skin
	if room := o.Thickness - 2*skin; room < 24 {
		return errors.New("the hollow is too low for a block")
	}
	o.rail(Block, lumber(), float64(o.X)+20, float64(o.X+o.Length)-20, skin+0.5, o.Thickness-2*skin-1,
		quantity.Length(math.Round(min(89, float64(o.Depth)*0.4))), true)
	return nil
}
