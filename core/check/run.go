package check

import (
	"cmp"
	"context"
	"math"
	"slices"
	"strconv"

	"aguante/core/beam"
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/section"
	"aguante/core/slab"
	"aguante/core/support"
)

const (
	// A limit is "above" past so many times the asked load, or so many kg if that is more.
	manyTimes, manyKg = 100.0, 1000.0
	// evenly is what an empty shelf is asked to try, kg per metre of board.
	evenly = 25.0
)

// run is one shelf made of one of the woods that it may be: its beam condensed
// to its supports, and every state that the everyday case asks about.
type run struct {
	shelf     *design.Shelf
	board     material.Board
	plank     *plank
	hung      []support.Hung
	which     []int         // index of each in shelf.Supports, -1 for a seat on a block
	names     []string      // what each is called
	lath      *support.Rail // the piece that they hang on, if there is one, seen from the underside
	rail      *railing      // and how it carries them
	at        []float64     // from the board's left end
	rig       *beam.Rig
	rest      beam.Rest
	items     []placed
	kept      []kept     // how screws keep it down
	beds      []bed      // on which the board lies loose; none where anything holds it down
	backing   *stretched // of a back cleat behind a board that spans from end to end
	near, far float64    // how far out from the wall anything stands, mm
	asked     float64    // mass of the contents, kg
	most      float64    // times them that are tried before a limit is "above"
	even      bool
	zAll      float64 // the worse of the contents' and the board's centroid, from the wall, mm
	selfW     float64 // N/mm
	out       float64 // how far out from the wall the board's back edge stands, mm
	base      float64 // how far out from the wall the rail's back is, mm
	onto      float64 // and the face that the supports are on
	bays      int
	points    []float64 // where something may be set down
	states    []*state
	places    [suddens][]view // of what is set down, and of the accident
	long      [2]float64      // growth of the sag: under the board itself, under contents
	columns   int
	floats    slab.Of[float64]
	ints      slab.Of[int]
	text      slab.Text
	bayNames  []string
	found     []stretch // of the state in the making
	made      []state
	straight  slab.Of[stretch]
	bornes    slab.Of[borne]
	stood     beam.Stand   // to reckon with
	drops     [2][]float64 // likewise
	sums      []float64    // likewise
	selfM     []float64    // fixed reactions of the board itself, times how far out it is
	links     []Link
	limits    slab.Of[Limit]
	patches   slab.Of[beam.Patch]
	passing   view // that is looked at once and let go
	room      room
	views     int // that there were
}

// placed is an item as a line load at a distance from the wall: what of it the board spans
// with, and what of it a back cleat is asked to bear.
type placed struct {
	from, to, w, z float64
	back, all      float64 // what a back cleat is asked of it, and all of it
}

// stretched is a length of board.
type stretched struct{ from, to float64 }

// backingOf is how far a back cleat bears a board that spans from end to end before it; nil
// where there is none.
func backingOf(s *design.Shelf, lath *support.Rail) *stretched {
	ways := make([]support.Way, len(s.Supports))
	for i := range s.Supports {
		ways[i] = s.Supports[i].Way()
	}
	if !support.Backed(ways, lath) {
		return nil
	}
	length := float64(s.Length)
	from := min(length, max(0, float64(lath.X-s.X)))
	return &stretched{from, max(from, min(length, float64(lath.X+lath.Length-s.X)))}
}

// split cuts a load where a back cleat begins and ends: off it the board spans with all of
// it, before it with its front share.
func (r *run) split(from, to, w, front, back float64, do func(from, to, w, back float64)) {
	if r.backing == nil {
		do(from, to, w, 0)
		return
	}
	a, b := min(max(from, r.backing.from), to), max(min(to, r.backing.to), from)
	if a > from {
		do(from, a, w, 0)
	}
	if b > a {
		do(a, b, w*front, w*back)
	}
	if to > max(a, b) {
		do(max(a, b), to, w, 0)
	}
}

// selfPatches are the board's own weight as it spans: half of it before a back cleat.
func (r *run) selfPatches() []beam.Patch {
	out := make([]beam.Patch, 0, 3)
	r.split(0, float64(r.shelf.Length), r.selfW, 0.5, 0.5, func(from, to, w, _ float64) {
		out = append(out, beam.Patch{From: from, To: to, W: w})
	})
	return out
}

// Columns of the beam's loads: the board itself, contents bay by bay, contents
// times z bay by bay, then unit points.
func (r *run) colContents(bay int) int { return 1 + bay }
func (r *run) colTurning(bay int) int  { return 1 + r.bays + bay }
func (r *run) colPoint(k int) int      { return 1 + 2*r.bays + k }

// newRun prepares a shelf. With fewer than two supports under the board it has
// no beam, and rig is nil.
func newRun(ctx context.Context, p *design.Project, s *design.Shelf, board material.Board) (*run, error) {
	r := &run{shelf: s, board: board, lath: p.RailOf(s)}
	r.backing = backingOf(s, r.lath)
	r.plank = newPlank(s, board, r.backing != nil)
	r.selfW, r.out = r.plank.self, r.standsOut()
	r.placeItems()
	r.hangSupports(p)
	r.grow()
	if len(r.at) < 2 {
		return r, nil
	}
	r.layDown()
	r.bays = len(r.at) + 1
	if err := r.condense(); err != nil {
		return nil, err
	}
	return r, r.everyday(ctx)
}

// grow sets by how much the sag has grown in the end.
func (r *run) grow() {
	kdef := r.plank.creep()
	r.long = [2]float64{material.CreepFactor(nil, kdef, material.TenYears), material.CreepFactor(nil, kdef, r.shelf.Duration.Days())}
}

// standsOut is how far from the wall a board's back edge is, mm: in front of a strip,
// of holders whose uprights go up past it, or of the piece that keyholes are in.
func (r *run) standsOut() float64 {
	out := 0.0
	for i := range r.shelf.Supports {
		out = max(out, support.StandsOut(r.shelf.Supports[i].Way(), r.lath))
	}
	return out
}

func (r *run) placeItems() {
	length, depth := float64(r.shelf.Length), float64(r.shelf.Depth)
	moment := 0.0
	r.items = make([]placed, 0, len(r.shelf.Contents)+2)
	r.near, r.far = r.out+depth/2, r.out+depth // of the board itself, and of what is set down
	add := func(from, to, kg, z float64) {
		w := kg * quantity.Gravity
		whole := to - from
		r.split(from, to, w/whole, support.FrontShare(z, depth), support.BackShare(z, depth), func(from, to, w, back float64) {
			r.items = append(r.items, placed{from, to, w, z + r.out, back, kg * quantity.Gravity / whole})
		})
		z += r.out
		r.near, r.far = min(r.near, z), max(r.far, z)
		r.asked += kg
		moment += w * z
	}
	for _, it := range r.shelf.Contents {
		if m := float64(it.Mass()); m > 0 {
			add(float64(it.From), float64(it.To), m, it.Z(depth))
		}
	}
	if r.asked == 0 {
		r.even = true
		add(0, length, evenly*length/1000, depth/2)
	}
	r.most = mostOf(r.asked)
	r.zAll = max(moment/(r.asked*quantity.Gravity), r.out+depth/2)
}

// mostOf is how many times an asked mass, kg, is tried before a limit is "above".
func mostOf(asked float64) float64 { return max(manyTimes, manyKg/asked) }

// hangSupports puts up the supports that stand under the board, left to right, and
// the rail that they hang on.
func (r *run) hangSupports(p *design.Project) {
	s := r.shelf
	left, length := float64(s.X), float64(s.Length)
	onto := func(s support.Setting) support.Setting { return s }
	g := r.lath.Ground(&hold.Site{Condition: s.Board.Condition})
	if r.base = r.lath.Base(); g != nil || r.base > 0 {
		if r.onto = r.base; g != nil {
			r.onto += g.Thick
		}
		onto = func(s support.Setting) support.Setting { // it sees what it is on as the wall's face
			s.Onto, s.Depth, s.Out = g, s.Depth-r.onto, s.Out-r.onto
			return s
		}
	}
	type stand struct {
		which int
		x     float64 // along the wall
	}
	stands := make([]stand, 0, len(s.Supports))
	for i := range s.Supports {
		su := &s.Supports[i]
		if x := float64(su.X) - left; x >= -1e-6 && x <= length+1e-6 {
			stands = append(stands, stand{i, float64(su.X)})
		}
	}
	if r.lath != nil {
		for _, x := range r.lath.Seats(left, left+length) {
			stands = append(stands, stand{-1, x})
		}
	}
	slices.SortStableFunc(stands, func(a, b stand) int { return cmp.Compare(a.x, b.x) })
	n := len(stands)
	r.which, r.names, r.hung = make([]int, 0, n), make([]string, 0, n), make([]support.Hung, 0, n)
	r.at, r.rest.Soft, r.rest.Held = r.floats.Take(n)[:0], r.floats.Take(n)[:0], make([]bool, 0, n)
	moment, force := 0.0, 0.0
	for _, it := range r.items {
		w := it.w * (it.to - it.from)
		moment, force = moment+w*it.z, force+w
	}
	e := moment / force
	set := support.Setting{Rail: r.lath, Fixtures: &p.Fixtures, Site: hold.Site{
		Wall: &p.Wall, Underside: float64(s.Y), Depth: float64(s.Depth) + r.out, Thickness: float64(s.Thickness),
		Board: r.rests(), Condition: s.Board.Condition, Bases: hold.BasesFor(s.Duration),
		Out: r.out, Hollow: r.hollowed(), Care: s.Below.Care(), Days: s.Duration.Days(), Allowed: s.Sag.Allowed,
	}}
	for k, st := range stands {
		from, to := left, left+length
		if k > 0 {
			from = (stands[k-1].x + st.x) / 2
		}
		if k < len(stands)-1 {
			to = (stands[k+1].x + st.x) / 2
		}
		set.X, set.Along = st.x, to-from
		h := support.NewSeat()
		if st.which >= 0 {
			h = s.Supports[st.which].Way().Hang(onto(set))
		}
		r.which = append(r.which, st.which)
		r.names = append(r.names, r.text.Join(r.noun(k), " ", strconv.Itoa(k+1)))
		r.hung = append(r.hung, h)
		r.at = append(r.at, min(max(st.x-left, 0), length))
		r.rest.Soft = append(r.rest.Soft, h.Soft(e-r.onto))
		r.rest.Held = append(r.rest.Held, h.HoldsDown())
	}
	r.hangRail(set.Site)
}

// hollowed is what wood there is in a hollow board; nil for any other.
func (r *run) hollowed() *hold.Hollowed {
	s := r.shelf
	h := s.MakeUp.Hollow
	if s.MakeUp.Kind != design.Hollow || h == nil {
		return nil
	}
	depth := float64(s.Depth)
	out := &hold.Hollowed{Skin: float64(h.Skin)}
	for _, w := range append([]design.Rib{{Width: h.Back}, {From: s.Depth - h.Front, Width: h.Front}}, h.Ribs...) {
		if w.Width > 0 {
			out.Webs = append(out.Webs, [2]float64{float64(w.From), min(depth, float64(w.From+w.Width))})
		}
	}
	out.Wood = newSlat("web", h.Wood, r.board, section.Part{B: max(1, float64(h.Back)), H: max(1, float64(s.Thickness-2*h.Skin))}).board
	return out
}

// condense sets the loads up and condenses the beam.
func (r *run) condense() error {
	length := float64(r.shelf.Length)
	r.points = append(make([]float64, 0, 2+2*len(r.at)), 0, length)
	for i, x := range r.at {
		r.points = append(r.points, x)
		if i > 0 {
			r.points = append(r.points, (x+r.at[i-1])/2)
		}
	}
	slices.Sort(r.points)
	r.points = slices.CompactFunc(r.points, func(a, b float64) bool { return math.Abs(b-a) < 1e-6 })
	r.columns = 1 + 2*r.bays + len(r.points)
	loads := make([]beam.Load, r.columns)
	loads[0].Patches = r.selfPatches()
	for bay := range r.bays {
		from, to := 0.0, length
		if bay > 0 {
			from = r.at[bay-1]
		}
		if bay < len(r.at) {
			to = r.at[bay]
		}
		of, turn := &loads[r.colContents(bay)].Patches, &loads[r.colTurning(bay)].Patches
		loads[r.colTurning(bay)].Flat = true
		*of, *turn = r.patches.Take(len(r.items))[:0], r.patches.Take(len(r.items))[:0]
		for _, it := range r.items {
			if a, b := max(from, it.from), min(to, it.to); b > a {
				*of, *turn = append(*of, beam.Patch{From: a, To: b, W: it.w}), append(*turn, beam.Patch{From: a, To: b, W: it.w * it.z})
			}
		}
	}
	points := make([]beam.Point, len(r.points))
	for k, x := range r.points {
		points[k] = beam.Point{At: x, P: 1}
		loads[r.colPoint(k)].Points = points[k : k+1]
	}
	var err error
	r.rig, err = beam.Condense(length, r.plank.whole.EI, r.at, loads)
	if err != nil {
		return err
	}
	n := len(r.at)
	r.stood = beam.Stand{R: r.floats.Take(n), Sunk: r.floats.Take(n)}
	r.drops, r.sums = [2][]float64{r.floats.Take(n), r.floats.Take(n)}, r.floats.Take(n)
	r.selfM = r.scaled(r.rig.Fixed[0], r.out+float64(r.shelf.Depth)/2)
	r.room.factors, r.room.sunk = r.floats.Take(r.columns), r.floats.Take(n)
	return nil
}
