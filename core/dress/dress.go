// Package dress hangs a shelf in one of the ways that the app knows, with sensible
// parts fitted to the studs that there are. What it makes is a start: every part of
// it can be changed.
package dress

import (
	"aguante/core/hold"
	"errors"
	"fmt"
	"math"

	"aguante/core/design"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

// Way is a way of hanging as a person chooses it.
type Way struct {
	Key    string `json:"key"`
	Name   string `json:"name"`
	Words  string `json:"words"`
	Hidden bool   `json:"hidden"` // nothing of it is seen
	Form   bool   `json:"form"`   // it holds without the board
	// What it asks of the maker.
	Tools  []string `json:"tools"`
	Hands  string   `json:"hands"`
	misfit quantity.Length
	make   func(*outfit) error
}

// asks are the tools and the hands that each way takes.
var asks = map[string]struct {
	tools []string
	hands string
}{
	"flat-brackets":   {[]string{"drill", "level"}, "an hour, no joinery"},
	"braced-brackets": {[]string{"drill", "level"}, "an hour, no joinery"},
	"standards":       {[]string{"drill", "level", "hacksaw"}, "an hour; the slots must line up"},
	"timber-brackets": {[]string{"saw", "chisel", "drill", "clamps"}, "an afternoon of joinery"},
	"pins-in-strip":   {[]string{"drill press or jig", "saw", "clamps"}, "bores must be in line and square"},
	"pins-in-wall":    {[]string{"long drill bit", "boring guide"}, "bores in the wall forgive nothing"},
	"hidden-brackets": {[]string{"router", "drill", "level"}, "slots routed to half a millimetre"},
	"sleeve":          {[]string{"saw", "clamps", "drill"}, "a box that slides on without play"},
	"cleat":           {[]string{"table saw that tilts", "drill"}, "one bevel, ripped twice the same"},
	"ledgers":         {[]string{"saw", "drill", "level"}, "a board scribed to the alcove"},
	"keyholes":        {[]string{"router with a keyhole bit", "drill"}, "slots that match the screws"},
	"rack":            {[]string{"saw", "drill", "clamps"}, "many like parts: a stop block"},
	"hooks":           {[]string{"drill press", "story stick"}, "even spacing"},
	"frame":           {[]string{"saw", "drill", "square"}, "a day; square and plumb"},
	"sheet-rack":      {[]string{"saw", "chisel", "drill"}, "half-laps at every foot"},
	"cart":            {[]string{"saw", "drill", "level"}, "hinges in one line"},
}

// How far off level supports are taken to stand: brackets put up one by one, holders
// on one straight rail, pins bored with one jig (Rule).
const (
	oneByOne = 1.0
	onARail  = 0.5
	bored    = 0.2
)

// Ways lists them, the plain ones first.
func Ways() []Way {
	out := ways()
	for i := range out {
		out[i].Tools, out[i].Hands = asks[out[i].Key].tools, asks[out[i].Key].hands
	}
	return out
}

func way(key, name, words string, hidden, form bool, misfit quantity.Length, make func(*outfit) error) Way {
	return Way{Key: key, Name: name, Words: words, Hidden: hidden, Form: form, misfit: misfit, make: make}
}

func ways() []Way {
	return []Way{
		way("flat-brackets", "flat brackets", "bent steel, screwed to the studs", false, false, oneByOne, (*outfit).flatBrackets),
		way("braced-brackets", "braced brackets", "bought, with a rating", false, false, oneByOne, (*outfit).bracedBrackets),
		way("standards", "slotted standards", "uprights with clip-on brackets", false, false, oneByOne, (*outfit).standards),
		way("timber-brackets", "timber brackets", "shop-made, with a brace", false, false, oneByOne, (*outfit).timberBrackets),
		way("pins-in-strip", "pins in a strip", "dowels, tenons or rods; the shelf floats", true, false, bored, (*outfit).pinsInStrip),
		way("pins-in-wall", "pins in the wall", "steel rods straight into studs or masonry", true, false, oneByOne, (*outfit).pinsInWall),
		way("hidden-brackets", "hidden metal brackets", "a blade in a slot of the board", true, false, oneByOne, (*outfit).hiddenBrackets),
		way("sleeve", "sleeve over a block", "a hollow shelf pushed over a block", true, false, bored, (*outfit).sleeve),
		way("cleat", "holders on a cleat", "hooked onto a bevelled rail", false, false, onARail, (*outfit).cleat),
		way("ledgers", "cleats in an alcove", "at the back and both ends", false, false, oneByOne, (*outfit).ledgers),
		way("keyholes", "keyholes", "a back piece hung on screw heads", true, false, onARail, (*outfit).keyholes),
		way("rack", "rack of arms", "arms on uprights, in levels", false, true, oneByOne, (*outfit).rackOfArms),
		way("hooks", "hook rail", "pegs or pipes on a board", false, true, oneByOne, (*outfit).hookRail),
		way("frame", "standing frame", "posts on the floor, tied to the wall", false, true, oneByOne, (*outfit).frame),
		way("sheet-rack", "L-frames for sheets", "sheets lean on uprights with feet", false, true, oneByOne, (*outfit).sheetRack),
		way("cart", "hinged cart", "swings on hinges beside a rack", false, true, oneByOne, (*outfit).cart),
	}
}

// ErrWay is a way of hanging that is not known.
var ErrWay = errors.New("not a way of hanging that is known")

// Shelf returns the shelf hung in a way: its supports and its rail are new, its
// contents and, but for a sleeve, its board as they were. newID makes an id. The
// error says why the way cannot apply.
func Shelf(p *design.Project, s design.Shelf, key string, newID func() string) (design.Shelf, error) {
	for _, w := range Ways() {
		if w.Key != key {
			continue
		}
		o := &outfit{Shelf: s, p: p, id: newID, inch: p.Units.Length == "in"}
		o.Supports, o.Rail, o.Misfit = []design.Support{}, nil, w.misfit
		o.Rack, o.HookRail, o.Frame, o.SheetRack, o.Cart = nil, nil, nil, nil, nil
		if w.Key != "sleeve" && s.Rail != nil && s.Rail.Kind == support.Block && o.Build.Hollow != nil {
			box := *o.Build.Hollow
			box.Back = max(box.Back, box.Front) // the block was its back
			o.Build.Hollow = &box
		}
		err := w.make(o)
		return o.Shelf, err
	}
	return s, fmt.Errorf("%q: %w", key, ErrWay)
}

// outfit is a shelf being dressed.
type outfit struct {
	design.Shelf
	p    *design.Project
	id   func() string
	inch bool
}

// size is a measure as a person of either unit would choose it, mm.
func (o *outfit) size(inches, mm float64) quantity.Length {
	if o.inch {
		return quantity.Length(inches * 25.4)
	}
	return quantity.Length(mm)
}

// studs are the wood studs behind a stretch of the wall.
func (o *outfit) studs(from, to float64) []float64 {
	var out []float64
	if o.p.Wall.Kind != wall.WoodStuds && o.p.Wall.Kind != "" {
		return nil
	}
	for _, s := range o.p.Wall.Studs {
		if x := float64(s.X); x >= from && x <= to {
			out = append(out, x)
		}
	}
	return out
}

// places are where so many supports are best put, from the ends in, on studs where
// there are enough.
func (o *outfit) places() []float64 {
	x, l := float64(o.X), float64(o.Length)
	n := max(2, int(math.Round(l/700))+1)
	in := 0.223
	if n > 2 {
		in = 0.06
	}
	studs := o.studs(x+25, x+l-25)
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

// fixing is a fastener through a piece so thick: thick ones for timber. It is as
// long as it takes to have 40 mm in the stud, or its bed in masonry.
func (o *outfit) fixing(piece float64, onStud, strong bool) hold.Fixing {
	gap := o.p.Wall.Lining.Gap()
	pick := func(key string, least, most float64) hold.Fixing {
		return hold.Fixing{Type: key, Length: hold.StockLength(key, least, most)}
	}
	switch {
	case o.p.Wall.Solid():
		return pick("sleeve-8", piece+gap+41, 300)
	case !onStud || o.p.Wall.Kind == wall.SteelStuds:
		return pick("toggle", piece+gap+25, 300)
	case o.inch && strong:
		return pick("wood-14", piece+gap+41, piece+gap+80)
	case o.inch:
		return pick("wood-10", piece+gap+41, piece+gap+80)
	case strong:
		return pick("structural-6", piece+gap+41, piece+gap+80)
	}
	return pick("wood-5", piece+gap+38, piece+gap+80)
}

func (o *outfit) onStuds(places []float64) bool {
	for _, x := range places {
		hit := false
		for _, s := range o.studs(x-1, x+1) {
			hit = hit || math.Abs(s-x) < 1
		}
		if !hit {
			return false
		}
	}
	return true
}

func (o *outfit) add(x float64, su design.Support) {
	su.ID, su.X = o.id(), quantity.Length(x)
	o.Supports = append(o.Supports, su)
}

// rail puts a piece on the wall with its fasteners in columns: at every stud behind
// it, or every 300 mm where there are not two.
func (o *outfit) rail(kind support.RailKind, made hold.Made, from, to float64, bottom, height, thick quantity.Length, strong bool) *support.Rail {
	r := &support.Rail{Made: made, ID: o.id(), Kind: kind, X: quantity.Length(from), Length: quantity.Length(to - from), Bottom: bottom, Height: height, Thickness: thick, Lock: true}
	columns := o.studs(from+65, to-65)
	r.Screw = o.fixing(float64(thick), len(columns) > 0, strong)
	if len(columns) == 0 {
		columns = even(from+80, to-80, 300, nil)
	}
	rows := []quantity.Length{height / 2}
	if height >= 64 {
		rows = []quantity.Length{16, height - 16}
	}
	for _, x := range columns {
		for _, y := range rows {
			r.Spots = append(r.Spots, support.Spot{ID: o.id(), X: quantity.Length(x), Y: y})
		}
	}
	o.Rail = r
	return r
}

// lumber is what shop-made parts are made of.
func (o *outfit) lumber() hold.Made {
	return hold.Made{Wood: "douglas-fir", Grade: "small-knots"}
}

// thick asks for a board at least so thick.
func (o *outfit) thick(least float64) error {
	if float64(o.Thickness) < least {
		return fmt.Errorf("the board is %s mm thick, this needs %s at least: nothing is left round what goes into it", quantity.Decimal(float64(o.Thickness), 1), quantity.Decimal(least, 0))
	}
	return nil
}
