package support

import (
	"fmt"
	"math"
	"slices"
	"sync"

	"aguante/core/hold"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/wall"
)

// Recipe is a way of hanging as a person chooses it, with usual parts fitted to the wall.
// Misfit is how far off level its supports are taken to stand. Make puts them in.
type Recipe struct {
	Key    string `json:"key"`
	Name   string `json:"name"`
	Words  string `json:"words"`
	Hidden bool   `json:"hidden"` // nothing of it is seen
	Form   bool   `json:"form"`   // it holds without the board
	Onto   bool   `json:"onto"`   // a backer board may go behind it
	// What it asks of the maker.
	Tools  []string                     `json:"tools"`
	Hands  string                       `json:"hands"`
	Misfit quantity.Length              `json:"-"`
	Make   func(o *Outfit) error        `json:"-"`
	Suits  func(o *Outfit) bool         `json:"-"` // whether to suggest it there; nil where anywhere
	Is     func(of *Ways, r *Rail) bool `json:"-"` // whether a support, or a rail without any, is of it
}

// NameOfWay is what a way is called by its key; nothing, where there is none.
func NameOfWay(key string) string {
	for _, r := range recipes() {
		if r.Key == key {
			return r.Name
		}
	}
	return "nothing"
}

// How far off level supports are taken to stand: brackets put up one by one, holders
// on one straight rail, pins bored with one jig (Rule).
const (
	oneByOne = 1.0
	onARail  = 0.5
	bored    = 0.2
)

// cook is what can be chosen as a way of hanging.
type cook interface{ recipes() []Recipe }

// Recipes lists what can be chosen, the plain ones first.
func Recipes() []Recipe { return slices.Clone(recipes()) }

var recipes = sync.OnceValue(func() []Recipe {
	var out []Recipe
	from := func(v any) {
		if c, ok := v.(cook); ok {
			out = append(out, c.recipes()...)
		}
	}
	for _, w := range AllWays() {
		from(w)
	}
	for _, r := range railWays() {
		from(r)
	}
	for _, f := range AllForms() {
		n := len(out)
		from(f)
		for i := n; i < len(out); i++ {
			out[i].Form = true
		}
	}
	return out
})

// WayOf is the key of the recipe that a shelf's first support, its rail or its form is of;
// each nil where there is none.
func WayOf(first *Ways, rail *Rail, form Form) string {
	if c, ok := form.(cook); ok {
		return c.recipes()[0].Key
	}
	if first == nil {
		first = &Ways{}
	}
	for _, r := range recipes() {
		if r.Is != nil && r.Is(first, rail) {
			return r.Key
		}
	}
	return ""
}

// Outfit is a shelf being dressed: where it is on which wall and what its board is, which
// a recipe may change, and what has been put under it.
type Outfit struct {
	Wall      *wall.Wall
	Inch      bool // sizes as a person chooses them who thinks in inches
	ID        func() string
	X, Y      quantity.Length
	Length    quantity.Length
	Depth     quantity.Length
	Thickness quantity.Length
	Hollow    *Hollow // of a hollow board

	Supports  []Placed
	Rail      *Rail // its lower edge from the board's underside
	Standards []Standard
	Panels    []Panel // likewise
	Form      Form
}

// Placed is a support at X along the wall.
type Placed struct {
	ID  string
	X   quantity.Length
	Way Way
}

// Hollow is the inside of a hollow board: the thickness of its skins, and of the webs
// along its front and its back; mm.
type Hollow struct{ Skin, Front, Back quantity.Length }

// Size is a measure as a person of either unit would choose it, mm.
func (o *Outfit) Size(inches, mm float64) quantity.Length {
	if o.Inch {
		return quantity.Length(inches * 25.4)
	}
	return quantity.Length(mm)
}

// places are where so many supports are best put, from the ends in, on studs where
// there are enough.
func (o *Outfit) places() []float64 {
	x, l := float64(o.X), float64(o.Length)
	n := max(2, int(math.Round(l/700))+1)
	in := 0.223
	if n > 2 {
		in = 0.06
	}
	studs := o.Wall.WoodBetween(x+25, x+l-25)
	if len(studs) < n && len(studs) >= 2 {
		n = len(studs)
	}
	var out []float64
	used := map[float64]bool{}
	for i := range n {
		want := x + l*(in+(1-2*in)*float64(i)/float64(n-1))
		best := want
		if len(studs) >= n {
			far := math.Inf(1)
			for _, s := range studs {
				if d := math.Abs(s - want); d < far && !used[s] {
					best, far = s, d
				}
			}
			used[best] = true
		}
		out = append(out, math.Round(best*10)/10)
	}
	return out
}

// everyStud are places for uprights: every stud behind the shelf, at least two, or
// some 600 mm apart.
func (o *Outfit) everyStud() []float64 {
	x, l := float64(o.X), float64(o.Length)
	studs := o.Wall.WoodBetween(x+15, x+l-15)
	if len(studs) >= 2 {
		return studs
	}
	return even(x+min(60, l/8), x+l-min(60, l/8), 600, nil)
}

// even spreads places over a stretch, about step apart, keeping out of the way of
// fasteners.
func even(from, to, step float64, avoid []float64) []float64 {
	n := max(2, int(math.Round((to-from)/step))+1)
	var out []float64
	for i := range n {
		x := from + (to-from)*float64(i)/float64(n-1)
		for _, a := range avoid {
			if math.Abs(x-a) < 28 {
				x = a + 30
				if x > to {
					x = a - 30
				}
			}
		}
		out = append(out, math.Round(x))
	}
	return out
}

// Fixing is a fastener through a piece so thick: stout ones for timber. It is as
// long as it takes to have 40 mm in the stud, or its bed in masonry.
func (o *Outfit) Fixing(piece float64, onStud, stout bool) hold.Fixing {
	gap := o.Wall.Lining.Gap()
	pick := func(key string, least, most float64) hold.Fixing {
		return hold.Fixing{Type: key, Length: hold.StockLength(key, least, most)}
	}
	switch {
	case o.Wall.Solid():
		return pick("sleeve-8", piece+gap+41, 300)
	case !onStud || o.Wall.Kind == wall.SteelStuds:
		return pick("toggle", piece+gap+25, 300)
	case o.Inch && stout:
		return pick("wood-14", piece+gap+41, piece+gap+80)
	case o.Inch:
		return pick("wood-10", piece+gap+41, piece+gap+80)
	case stout:
		return pick("structural-6", piece+gap+41, piece+gap+80)
	}
	return pick("wood-5", piece+gap+38, piece+gap+80)
}

// OnStuds tells whether there is a wood stud at each place.
func (o *Outfit) OnStuds(places ...float64) bool {
	for _, x := range places {
		hit := false
		for _, s := range o.Wall.WoodBetween(x-1, x+1) {
			hit = hit || math.Abs(s-x) < 1
		}
		if !hit {
			return false
		}
	}
	return true
}

// OffFloor hangs what stood on the floor at a hand's height.
func (o *Outfit) OffFloor() {
	if o.Y < 100 {
		o.Y = min(1200, o.Wall.Height/2)
	}
}

func (o *Outfit) add(x float64, w Way) {
	o.Supports = append(o.Supports, Placed{o.ID(), quantity.Length(x), w})
}

// How far from a rail's ends its fasteners stand, mm: with room; at least (seven diameters of a
// 4.5 mm screw, against splitting); and where only that reaches a second stud, so that it counts in part.
const fromEnd, fromEndLeast, fromEndNear = 65.0, 32.0, 20.0

// rail puts a piece on the wall with its fasteners.
func (o *Outfit) rail(kind RailKind, made hold.Made, from, to float64, bottom, height, thick quantity.Length, stout bool) *Rail {
	r := &Rail{Made: made, ID: o.ID(), Kind: kind, X: quantity.Length(from), Length: quantity.Length(to - from), Bottom: bottom,
		Height: height, Thickness: thick, Lock: true}
	if kind == Cleat {
		r.Bevel = 45
	}
	o.Fasten(r, stout)
	o.Rail = r
	return r
}

// underBevel is how far under the lower edge of a cleat's bevel its fasteners stay, mm (Rule).
const underBevel = 12.0

// Fasten puts a rail's fasteners into the wall in columns: at every stud behind it, or every 300 mm
// where there are not two; in one row or two.
func (o *Outfit) Fasten(r *Rail, stout bool) {
	from, to := float64(r.X), float64(r.X+r.Length)
	columns := o.Wall.WoodBetween(from+fromEnd, to-fromEnd)
	for _, least := range []float64{fromEndLeast, fromEndNear} {
		if len(columns) < 2 { // one alone would let it swing
			columns = o.Wall.WoodBetween(from+least, to-least)
		}
	}
	r.Screw = o.Fixing(float64(r.Thickness), len(columns) > 0, stout)
	if len(columns) == 0 {
		columns = even(from+80, to-80, 300, nil)
	}
	rows := []quantity.Length{r.Height / 2}
	if r.Height >= 64 {
		rows = []quantity.Length{16, r.Height - 16}
		if r.Kind == Cleat { // under its bevel, where the hook's tip is
			rows[1] = quantity.Length(math.Floor(float64(r.Height) - r.fall() - underBevel))
		}
	}
	r.Spots = nil
	for _, x := range columns {
		for _, y := range rows {
			r.Spots = append(r.Spots, Spot{ID: o.ID(), X: quantity.Length(x), Y: y})
		}
	}
}

// lumber, ply and ash are what shop-made parts are usually made of.
func lumber() hold.Made { return hold.Made{Wood: "douglas-fir", Grade: "small-knots"} }
func ply() hold.Made    { return hold.Made{Wood: "birch-plywood", Grade: "clear"} }
func ash() hold.Made    { return hold.Made{Wood: "white-ash", Grade: "clear"} }
func beech() hold.Made  { return hold.Made{Wood: "european-beech", Grade: "clear"} }

// thick asks for a board at least so thick.
func (o *Outfit) thick(least float64) error {
	if float64(o.Thickness) < least {
		return fmt.Errorf("the board is %s thick, this needs %s at least: nothing is left round what goes into it",
			say.Length(float64(o.Thickness)), say.Place(least))
	}
	return nil
}

// Free is a place for one more thing so wide beside those that are taken: the first free stud
// behind the shelf, or a hand beside a place; false where there is no room.
func (o *Outfit) Free(wide quantity.Length, taken []quantity.Length, beside quantity.Length) (quantity.Length, bool) {
	free := func(x quantity.Length) bool {
		return x >= o.X && x <= o.X+o.Length && !slices.ContainsFunc(taken, func(t quantity.Length) bool { return max(t-x, x-t) < wide })
	}
	for _, x := range o.StudsBehind() {
		if free(quantity.Length(x)) {
			return quantity.Length(x), true
		}
	}
	for step := max(100, wide); step <= 2*o.Length+100; step *= 1.5 {
		for _, x := range []quantity.Length{beside + step, beside - step, beside + wide, beside - wide} {
			if free(x) {
				return x, true
			}
		}
	}
	return 0, false
}

// grows is a form that may have more of its uprights, hooks or posts.
type grows interface {
	more(o *Outfit, like string) string
}

// More puts one more part into a form, like the one of an id, and returns the new one's
// id; "" where the form takes no more of it.
func More(o *Outfit, f Form, like string) string {
	if g, ok := f.(grows); ok {
		return g.more(o, like)
	}
	return ""
}

// another is one more of a list of things along the wall, like the one of an id or the last.
func another[T any](all *[]T, like string, id func(*T) *string, x func(*T) *quantity.Length,
	wide quantity.Length, o *Outfit) string {
	if len(*all) == 0 {
		return ""
	}
	k := len(*all) - 1
	var taken []quantity.Length
	for i := range *all {
		taken = append(taken, *x(&(*all)[i]))
		if *id(&(*all)[i]) == like {
			k = i
		}
	}
	at, ok := o.Free(wide, taken, taken[k])
	if !ok {
		return ""
	}
	one := (*all)[k]
	*id(&one), *x(&one) = o.ID(), at
	*all = append(slices.Clone(*all), one)
	return *id(&one)
}

func uprightID(u *Upright) *string         { return &u.ID }
func uprightX(u *Upright) *quantity.Length { return &u.X }

func (r *Rack) more(o *Outfit, like string) string {
	return another(&r.Uprights, like, uprightID, uprightX, r.Width, o)
}

func (r *SheetRack) more(o *Outfit, like string) string {
	return another(&r.Frames, like, uprightID, uprightX, r.Width, o)
}

func (f *StandingFrame) more(o *Outfit, like string) string {
	return another(&f.Posts, like, func(p *Post) *string { return &p.ID }, func(p *Post) *quantity.Length { return &p.X }, f.Width, o)
}

// more is a hook beside another: studs do not matter to hooks.
func (h *HookRail) more(o *Outfit, like string) string {
	return moreHooks(&h.Hooks, &h.Peg, o, like)
}

func moreHooks(hooks *[]Hanger, a *Peg, o *Outfit, like string) string {
	beside := *o
	beside.Wall = &wall.Wall{Kind: wall.Masonry}
	return another(hooks, like, func(k *Hanger) *string { return &k.ID }, func(k *Hanger) *quantity.Length { return &k.X }, max(a.D, a.Flange), &beside)
}
