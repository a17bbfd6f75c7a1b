package support

import (
	"cmp"
	"fmt"
	"slices"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// RailKind is what a shared piece on the wall is for.
type RailKind string

// The kinds of rail.
const (
	Strip  RailKind = "strip"  // pins stand in it
	Cleat  RailKind = "cleat"  // bevelled; holders hook onto it
	Block  RailKind = "block"  // a hollow shelf is pushed over it
	Ledger RailKind = "ledger" // the board's back edge lies on it
	Hooks  RailKind = "hooks"  // hooks are on it
	Backer RailKind = "backer" // a board across the studs that brackets are screwed to
)

// Choices lists the kinds of rail.
func (RailKind) Choices() []field.Choice {
	var out []field.Choice
	for _, w := range railWays() {
		out = append(out, field.Choice{Key: string(w.kind()), Label: w.noun()})
	}
	return out
}

// railWay is what one kind of rail is and does besides standing on its columns.
type railWay interface {
	kind() RailKind
	noun() string
	// fits names what is wrong with such a rail.
	fits(p *problem.List, r *Rail)
	// outline is its end as seen from the side.
	outline(r *Rail) [][2]float64
	// back tells whether it is the back of a hollow shelf.
	back() bool
	// twisted tells that what it carries turns it about its length, and not against the wall.
	twisted() bool
	// marks are what it is marked out and cut by.
	marks(r *railed) []hold.Fact
	// hang finishes a rail that is up.
	hang(r *railed, b Boarded) Shared
	// seats are places where a board from one place to another sits on it, and lies the
	// riders by which such a board lies on it; nil where what hangs on it are supports.
	seats(r *Rail, from, to float64) []float64
	lies(r *Rail, from, to float64) []Rider
}

// plainRail is a rail that is no more than its columns.
type plainRail struct{}

func (plainRail) twisted() bool                           { return true }
func (plainRail) fits(*problem.List, *Rail)               {}
func (plainRail) marks(*railed) []hold.Fact               { return []hold.Fact{} }
func (plainRail) hang(r *railed, _ Boarded) Shared        { return r }
func (plainRail) seats(*Rail, float64, float64) []float64 { return nil }
func (plainRail) lies(*Rail, float64, float64) []Rider    { return nil }
func (plainRail) outline(r *Rail) [][2]float64 {
	return hold.Box(0, float64(r.Bottom), float64(r.Thickness), float64(r.Bottom+r.Height))
}

func (plainRail) back() bool { return false }

// Boarded is what a rail has to know of the board on it: the thickness of a hollow one's
// skins, mm, 0 for a solid one; and which part of its load's moment off the wall is left
// about the front of a block that it is pushed over.
type Boarded struct{ Skin, Beyond float64 }

// Rail is a piece along the wall that carries a shelf by what hangs on it. X is
// its left end along the wall, Bottom its lower edge: over the floor, or, of a rail that
// is part of something or is seen from under a board, over that one's foot or the board's
// underside. Thickness is out from the wall; mm. Joints are where lengths of it meet, from its
// left end. Bevel is a cleat's, degrees from level. Lock says that a screw keeps
// the shelf on.
type Rail struct {
	ID        string          `json:"id"`
	Kind      RailKind        `json:"kind"`
	X         quantity.Length `json:"x_mm" label:"left end, along the wall"`
	Length    quantity.Length `json:"length_mm" label:"long" range:"40 10000"`
	Bottom    quantity.Length `json:"bottom_mm" label:"lower edge, over the floor" range:"-1000 10000"`
	Height    quantity.Length `json:"height_mm" label:"high" range:"8 400"`
	Thickness quantity.Length `json:"thickness_mm" label:"thick" range:"6 300"`
	hold.Made `label:"wood" as:"wood"`
	Bevel     float64           `json:"bevel_deg,omitempty" label:"bevel, degrees from level" as:"degrees" only:"kind=cleat"`
	Joints    []quantity.Length `json:"joints_mm,omitempty"`
	Spots     []Spot            `json:"spots" count:"0 80"`
	Screw     hold.Fixing       `json:"screw"`
	Gap       quantity.Length   `json:"gap_mm,omitempty" label:"gap, board to wall" range:"0 50" only:"kind=ledger"`        // between wall and board, on a ledger
	Kerf      quantity.Length   `json:"kerf_mm,omitempty" label:"kerf of the saw" range:"0 10" as:"fine" only:"kind=cleat"` // of the saw that rips a cleat's bevel
	Lock      bool              `json:"lock,omitempty" label:"lock screw" yes:"yes|no" only:"kind=block"`
	Panel     string            `json:"panel,omitempty"`       // that it is on
	Behind    bool              `json:"from_behind,omitempty"` // screwed to it from its back, and not through it into the wall
	back      *Panel            // the panel, seen as the rail is
	called    string            // what it is, as a part of something
	heel      *float64          // on what it turns, where that is not its lower edge
	LockScrew *hold.Fixing      `json:"lock_screw,omitempty" title:"Lock screw" label:"" only:"lock=true"`
}

// Spot is a place for a fastener: along the wall, and above the piece's lower edge.
type Spot struct {
	ID    string          `json:"id"`
	X     quantity.Length `json:"x_mm"`
	Y     quantity.Length `json:"y_mm"`
	Screw *hold.Fixing    `json:"screw,omitempty"` // its own, where it is not the piece's
}

// screwOf is what stands at a spot: the rail's fastener, or one of its own.
func (r *Rail) screwOf(s *Spot) hold.Fixing {
	return s.screw(r.Screw)
}

// screw is what stands at it: its own fastener, or the one that all have.
func (s *Spot) screw(usual hold.Fixing) hold.Fixing {
	if s.Screw != nil {
		return *s.Screw
	}
	return usual
}

// Validate names every problem of a rail.
func (r *Rail) Validate(p *problem.List) {
	if !field.Check(p, r) {
		return
	}
	if w := r.way(); w != nil {
		w.fits(p, r)
	}
	for i, s := range r.Spots {
		at := p.Each("spots", i)
		at.Between("x_mm", float64(s.X), float64(r.X), float64(r.X+r.Length))
		at.Between("y_mm", float64(s.Y), 1, float64(r.Height)-1)
	}
	for i, j := range r.Joints {
		p.Between(fmt.Sprintf("joints_mm[%d]", i), float64(j), 20, float64(r.Length)-20)
	}
}

// way is what its kind does; nil for a kind that is not known.
func (r *Rail) way() railWay {
	for _, w := range railWays() {
		if w.kind() == r.Kind {
			return w
		}
	}
	return nil
}

// Noun is what a rail is called.
func (r *Rail) Noun() string {
	if w := r.way(); r.called == "" && w != nil {
		return w.noun()
	}
	return cmp.Or(r.called, "rail")
}

// IsBack tells whether it is the back of a hollow shelf that is pushed over it.
func (r *Rail) IsBack() bool { w := r.way(); return w != nil && w.back() }

// Seats and Lies are where a board from one place to another sits on it, and by what it
// lies on it.
func (r *Rail) Seats(from, to float64) []float64 { return r.way().seats(r, from, to) }
func (r *Rail) Lies(from, to float64) []Rider    { return r.way().lies(r, from, to) }

// Backs tells whether a board's back edge lies on it.
func (r *Rail) Backs() bool { return r.Kind == Ledger }

// Assemble puts its lengths up, between its joints, with its fasteners: into the wall, or from behind through its panel.
func (r *Rail) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	x, low, t := float64(r.X), float64(r.Bottom), float64(r.Thickness)
	ends := []float64{0}
	for _, j := range r.Joints {
		ends = append(ends, float64(j))
	}
	slices.Sort(ends)
	ends = append(ends, float64(r.Length))
	outline := r.way().outline(r)
	for i := range len(ends) - 1 {
		b := a.part(fmt.Sprintf("length-%d", i+1), r.Noun(), r.Made, assembly.Along(x+ends[i], low, 0),
			assembly.Rect(0, 0, ends[i+1]-ends[i], outline[len(outline)-1][1]-low), t)
		if r.Kind == Cleat {
			b.Slopes = []float64{0, 0, r.Bevel, 0}
		}
	}
	if !r.Behind || r.back == nil {
		a.spots(r.Spots, r.Screw, low, t)
	} else {
		for _, s := range r.Spots {
			a.screw(s.ID, "screws", r.screwOf(&s), place(float64(s.X), low+float64(s.Y), -float64(r.back.Thickness)), outward)
		}
	}
	if r.Kind == Block {
		a.locked(r.Lock, r.LockScrew, place(x+float64(r.Length)/2, o.Thickness, t/2), place(0, -1, 0))
	}
	return &a.Assembly
}

// spots are the fasteners at places of a piece whose lower edge is so high, through it into the wall.
func (a *assembled) spots(all []Spot, usual hold.Fixing, low, t float64) {
	for _, s := range all {
		f := a.intoWall(s.ID, s.screw(usual), float64(s.X), low+float64(s.Y), t)
		if s.Screw != nil {
			f.Group = a.ID + "/screw-" + s.ID
		}
	}
}
