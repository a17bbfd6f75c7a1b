package support

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// StandingFrame is posts on the floor with platforms between them, tied to the wall.
// Posts are Width along the wall and Deep out from it, in pairs, one at the wall and
// one at the front; Height is how tall. Standoff keeps the frame off the wall.
// Leaning says that it leans on the wall and has front feet only; mm.
type StandingFrame struct {
	Height    quantity.Length `json:"height_mm" title:"Posts" label:"tall" range:"200 4000"`
	Width     quantity.Length `json:"width_mm" label:"wide" range:"15 200"`
	Deep      quantity.Length `json:"deep_mm" label:"deep" range:"15 200"`
	hold.Made `label:"wood" as:"wood"`
	Leaning   bool            `json:"leaning,omitempty" label:"it" yes:"leans on the wall|stands upright"`
	Standoff  quantity.Length `json:"standoff_mm,omitempty" label:"stands off the wall" range:"0 300"`
	Posts     []Post          `json:"posts" count:"0 12" stands:"yes"`
	Platforms []Level         `json:"platforms" title:"Platforms" label:"tops, over the floor" at:"up_mm" count:"0 40"`
	Ties      []FrameTie      `json:"ties" title:"Ties to the wall" label:"along the wall|over the floor" at:"x_mm,up_mm" count:"0 24"`
	Piece     quantity.Length `json:"piece_mm" label:"piece they go through" range:"1 150"` // that the ties go through
	Screw     hold.Fixing     `json:"screw" label:""`
	Sideways  Sideways        `json:"sideways,omitempty" blank:"ok" label:"kept from leaning sideways by"`
	Fixed     *PlatformFix    `json:"platform_fix,omitempty" title:"What holds every platform in every post" add:"say what holds the platforms" drop:"not known"`
}

// PlatformFix is what holds a platform in each of its posts: screws through a piece, mm, into
// the platform's end grain or into side grain.
type PlatformFix struct {
	hold.Fixing `label:"" as:"special"`
	Count       int             `json:"count" label:"in each post" range:"1 12"`
	Through     quantity.Length `json:"through_mm" label:"through" range:"3 150"`
	End         bool            `json:"end_grain" label:"into" yes:"end grain|side grain"`
}

// Validate names every problem of what holds a platform.
func (f *PlatformFix) Validate(p *problem.List) {
	field.Check(p, f)
	if f.Noun() == "anchor" || f.Screw().Kind == fastener.Drywall {
		p.Add("type", "a platform needs screws or bolts in its posts")
	}
}

// Sideways is what keeps a frame from leaning to the side: its ties where nobody says.
type Sideways string

// The ways.
const (
	ByTies  Sideways = "ties"
	ByBrace Sideways = "brace"
	ByPanel Sideways = "panel"
)

// Choices lists the ways.
func (Sideways) Choices() []field.Choice {
	return field.Choose("ties", "its ties to the wall", "brace", "a brace from corner to corner", "panel", "a panel over its back")
}

// Post is a pair of posts at X along the wall.
type Post struct {
	ID string          `json:"id"`
	X  quantity.Length `json:"x_mm" range:"0 30000"`
}

// FrameTie holds a frame to the wall, Up over its foot.
type FrameTie struct {
	ID string          `json:"id"`
	X  quantity.Length `json:"x_mm" range:"0 30000"`
	Up quantity.Length `json:"up_mm" range:"100 4000"`
}

// Noun is what it is called.
func (f *StandingFrame) Noun() string { return "frame" }

// Validate names every problem of a frame.
func (f *StandingFrame) Validate(p *problem.List) {
	if !field.Check(p, f) {
		return
	}
	if len(f.Platforms) == 0 {
		p.Add("platforms", "a frame without platforms holds nothing: give it one")
	}
	at := make([]quantity.Length, len(f.Posts))
	for i, post := range f.Posts {
		at[i] = post.X
	}
	standApart(p, "posts", "pair of posts", f.Width, at)
	for i, l := range f.Platforms {
		p.Between(fmt.Sprintf("platforms[%d].up_mm", i), float64(l.Up), 0, float64(f.Height))
	}
	for i, t := range f.Ties {
		p.Between(fmt.Sprintf("ties[%d].up_mm", i), float64(t.Up), 100, float64(f.Height))
	}
}

// fitsUnder names posts that no platform reaches.
func (f *StandingFrame) fitsUnder(p *problem.List, x, long quantity.Length) {
	for i, post := range f.Posts {
		if post.X < x || post.X > x+long {
			p.Add(fmt.Sprintf("posts[%d].x_mm", i), "the posts at %s do not reach a platform: those go from %s to %s", say.Place(float64(post.X)),
				say.Place(float64(x)), say.Place(float64(x+long)))
		}
	}
}

// stood is a frame in its place.
type stoodFrame struct {
	*StandingFrame
	set   Stage
	own   hold.Site
	at    []float64
	holes []hold.Drilled
	hold  int
	rows  []row // the platforms, as beams over the posts
}

// Stand puts a frame up.
func (f *StandingFrame) Stand(s Stage) Standing {
	own := *f // its posts from left to right
	own.Posts = slices.Clone(f.Posts)
	slices.SortStableFunc(own.Posts, func(a, b Post) int { return cmp.Compare(a.X, b.X) })
	f = &own
	h := &stoodFrame{StandingFrame: f, set: s, own: s.site(s.X)}
	for _, p := range f.Posts {
		h.at = append(h.at, float64(p.X))
	}
	board := h.own.Piece(f.Made, float64(f.Width), float64(f.Piece))
	for _, t := range f.Ties {
		d := h.own.Drill(t.ID, float64(t.X), float64(t.Up), f.Screw, hold.Wooden("tie", board, float64(f.Piece), true).Off(float64(f.Standoff)))
		if d.Counts() {
			h.hold++
		}
		h.holes = append(h.holes, d)
	}
	for l := range f.Platforms {
		h.rows = append(h.rows, row{noun: "platform", over: "posts", set: &h.set, at: h.at, points: h.Points(), level: l, board: s.Board, deep: s.Depth,
			t: s.Thickness}.lay())
	}
	return h
}

// Abstains names what of it is not known.
func (f *StandingFrame) Abstains() []string {
	if f.Fixed == nil {
		return []string{"how the platforms are held in the posts: say it"}
	}
	return nil
}

// Self is the weight of posts and platforms, N.
func (h *stoodFrame) Self() float64 {
	post := h.own.Piece(h.Made, float64(h.Width), float64(h.Deep)).Density() * 1e-9 * float64(h.Width*h.Deep*h.Height) * quantity.Gravity
	sum := 2 * float64(len(h.at)) * post
	for l := range h.rows {
		sum += h.rows[l].weight()
	}
	return sum
}

// Points are the posts, the middles between them, and the ends.
func (h *stoodFrame) Points() []float64 {
	out := []float64{h.set.X, h.set.X + h.set.Length}
	for i, x := range h.at {
		out = append(out, x)
		if i > 0 {
			out = append(out, (x+h.at[i-1])/2)
		}
	}
	return out
}

// Parts draws every pair of posts, with its platforms and ties.
func (h *stoodFrame) Parts(d Demand) []FormPart {
	var out []FormPart
	w, deep, off := float64(h.Width)/2, float64(h.Deep), float64(h.Standoff)
	t := 0.0
	if h.hold > 0 {
		t = h.tie(nil, d) / float64(h.hold)
	}
	for i, p := range h.Posts {
		set := h.set.site(float64(p.X))
		g := set.NewGeometry(hold.Action{})
		high := float64(h.Height)
		if !h.Leaning {
			g.Shapes = append(g.Shapes, hold.Shape{Name: "post", Stuff: h.Made.Stuff(), Side: hold.Box(off, 0, off+deep, high),
				Front: hold.Box(-w, 0, w, high)})
		}
		front := hold.Box(off+h.set.Depth-deep, 0, off+h.set.Depth, high)
		if h.Leaning {
			front = [][2]float64{{off + h.set.Depth - deep, 0}, {off + h.set.Depth, 0}, {off + deep, high}, {off, high}}
		}
		g.Shapes = append(g.Shapes, hold.Shape{Name: "front post", Stuff: h.Made.Stuff(), Side: front, Front: hold.Box(-w, 0, w, high)})
		for _, l := range h.Platforms {
			g.Shapes = append(g.Shapes, hold.Shape{Name: "platform", Stuff: hold.Timber,
				Side: hold.Box(off, float64(l.Up)-h.set.Thickness, off+h.set.Depth, float64(l.Up))})
		}
		share := h.Self() / float64(len(h.at))
		for l := range h.rows {
			share += h.rows[l].all(i) * d.By
		}
		for k := range h.holes {
			if nearestOf(h.at, h.holes[k].X) == i {
				hole := h.holes[k].Hole(d.Case, t, 0)
				g.Holes = append(g.Holes, hole)
				g.Forces = append(g.Forces, hold.Force{Name: "pulls", Z: off + deep, Y: hole.Y, DZ: 1, N: hole.Pull, Takes: hole.Takes})
			}
		}
		if h.hold == 0 {
			g.Forces = append(g.Forces, hold.Force{Name: "must stand", Z: off + h.set.Depth, Y: high, DZ: 1, N: topPull})
		}
		g.Measures = append(g.Measures, hold.Upright("height", "frame.height_mm", off+h.set.Depth+20, 0, high))
		g.Fit()
		out = append(out, FormPart{ID: p.ID, Noun: "pair of posts", Name: fmt.Sprintf("posts %d", i+1), X: float64(p.X), Share: share, Geometry: g})
	}
	return out
}

// Notes warn of tall frames.
func (h *stoodFrame) Notes() hold.Notes {
	n := hold.FastenerNotes(&h.own, h.Screw, h.holes, h.hold)
	if float64(h.Height) > 1500 && h.hold == 0 {
		n.Cautions = append(n.Cautions, "tie tall frames to the wall: children climb")
	}
	if h.set.Foot > 1 {
		n.Cautions = append(n.Cautions, "the frame stands on the floor: its height over it is 0")
	}
	if over := float64(h.Height); over > float64(h.set.Wall.Height) {
		n.Cautions = append(n.Cautions, "the frame is taller than the wall")
	}
	return n
}

func (*StandingFrame) recipes() []Recipe {
	return []Recipe{
		{Key: "frame", Name: "standing frame", Words: "posts on the floor, tied to the wall", Tools: []string{"saw", "drill", "square"},
			Hands: "a day; square and plumb", Misfit: oneByOne, Make: (*Outfit).frame},
	}
}

func (o *Outfit) frame() error {
	o.Y = 0
	tall := min(1800, float64(o.Wall.Height)-50)
	f := &StandingFrame{Made: lumber(), Width: o.Size(1.5, 38), Deep: o.Size(2.5, 64), Height: quantity.Length(tall), Piece: o.Size(1.5, 38)}
	x0, x1 := float64(o.X)+30, float64(o.X+o.Length)-30
	for _, x := range even(x0, x1, 900, nil) {
		f.Posts = append(f.Posts, Post{ID: o.ID(), X: quantity.Length(x)})
	}
	for i := range 3 {
		f.Platforms = append(f.Platforms, Level{ID: o.ID(), Up: quantity.Length(200 + 650*float64(i))})
	}
	at := o.places()
	f.Screw = o.Fixing(float64(f.Piece), o.OnStuds(at...), true)
	for _, x := range at {
		f.Ties = append(f.Ties, FrameTie{ID: o.ID(), X: quantity.Length(x), Up: quantity.Length(tall - 80)})
	}
	through := o.Size(1.5, 38)
	key := "wood-5"
	if o.Inch {
		key = "wood-10"
	}
	f.Fixed = &PlatformFix{Fixing: hold.Fixing{Type: key, Length: hold.StockLength(key, 2*float64(through), 200)}, Count: 2, Through: through}
	o.Depth, o.Thickness = max(o.Depth, 300), max(o.Thickness, o.Size(0.75, 18))
	o.Form = f
	return nil
}

func (*StandingFrame) onBoards() string { return "Platforms" }

// Tiers are the platforms' tops.
func (f *StandingFrame) Tiers() []float64 { return tops(f.Platforms) }

// Room is all of the shelf's depth.
func (f *StandingFrame) Room(depth float64) (from, reach float64) { return 0, depth }

// Fixings are those of the ties.
func (f *StandingFrame) Fixings() []*hold.Fixing { return []*hold.Fixing{&f.Screw} }

var _ Form = (*StandingFrame)(nil)

// Pieces are posts, platforms notched for them, standoffs and the ties' screws.
func (f *StandingFrame) Pieces(o Over) []piece.Piece {
	w, deep, n := float64(f.Width), float64(f.Deep), len(f.Posts)
	front := math.Hypot(float64(f.Height), f.lean(o.Depth))
	posts := o.cut("posts", "post", 2*n, f.Made, float64(f.Height), w, deep)
	out := []piece.Piece{posts}
	if f.Leaning {
		out[0].Name, out[0].Length, out[0].Count = "leaning post", front, n
	}
	board := o.cut("platforms", "platform", len(f.Platforms), hold.Made{Wood: o.Wood}, o.Length, o.Depth, o.Thickness)
	for _, p := range f.Posts {
		for _, y := range []float64{0, o.Depth - deep} {
			if y == 0 && f.Leaning {
				continue
			}
			board.Features = append(board.Features, piece.Feature{Kind: piece.Notch, Face: piece.Front, X: float64(p.X) - o.X - w/2, Y: y, Long: w,
				Wide: deep})
		}
	}
	out = append(out, board, o.screws("tie screws", len(f.Ties), f.Screw))
	if f.Fixed != nil {
		out = append(out, o.screws("platform screws", 2*n*len(f.Platforms)*f.Fixed.Count, f.Fixed.Fixing))
	}
	if f.Standoff > 0 {
		out = append(out, o.cut("standoffs", "standoff", len(f.Ties), f.Made, float64(f.Standoff), w, deep))
	}
	return out
}

// lean is how far out from its top the foot of a leaning post stands.
func (f *StandingFrame) lean(depth float64) float64 {
	if !f.Leaning {
		return 0
	}
	return depth - float64(f.Deep)
}
