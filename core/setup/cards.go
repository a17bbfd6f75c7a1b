package setup

import (
	"fmt"
	"math"
	"strings"

	"aguante/core/design"
	"aguante/core/fastener"
	"aguante/core/piece"
	"aguante/core/plan"
)

// The least that is left behind what is cut into a face, mm: under the first it breaks through, under the second it
// shows and breaks easily (workshop rule).
const (
	noSkin   = 1.5
	thinSkin = 3.0
)

// What a slot has to spare for a blade beside it and past its end, mm (workshop rule).
const (
	sidePlay = 1.5
	spare    = 25.0
)

// longestBit is how deep bits bore that one has at home, mm (workshop rule).
const longestBit = 150.0

// paint is by how much two coats close a fit, mm (workshop rule).
var paint = "two coats of paint close a fit by " + fine(0.2) + " to " + fine(0.4)

// part puts all that is done to a part on cards.
func (m *maker) part(q *plan.Part) {
	n := len(q.Each)
	if bevelled(q) {
		if n > 1 {
			m.partBevel(q)
		}
		if n%2 == 1 {
			m.bevel(q)
		}
	}
	if strip := m.strip[q.Letter]; strip.Part != nil {
		m.through(q, strip)
		m.partStrip(q, strip)
	}
	if q.Longer > 0 && m.offOf[q.Letter] == "" {
		m.trim(q, q.Length, 0)
	}
	if q.Wider > 0 && m.offOf[q.Letter] == "" {
		if !bevelled(q) {
			m.narrow(q, q.Letter, q.Width, q.Width+q.Wider, n)
		} else if n > 1 {
			t, tilt, w := m.thick(q), m.tilt(q), q.Width+q.Wider
			m.narrow(q, pairOf(q), piece.CleatPair(q.Width, q.Width, t, tilt, m.kerf), piece.CleatPair(w, w, t, tilt, m.kerf), n/2*2)
		}
	}
	for _, f := range q.Features {
		if f.Pilot {
			continue // bored when it is put together, through what it draws up
		}
		if m.strip[q.Letter].Part != nil && f.Face == piece.Lower || m.offOf[q.Letter] != "" && f.Depth == 0 && f.Of == "" {
			continue // bored with the strip on it
		}
		m.feature(q, f)
	}
	m.mitres(q)
}

// trim cuts a part to a length, with its clean end at the stop: 0 its first one.
func (m *maker) trim(q *plan.Part, to float64, end int) {
	c := m.card(Trims, mm(to), func(c *Card) {
		c.Figures = append(c.Figures, length("stop to blade", to))
		c.Says = append(c.Says, "Clean end at the stop.")
		c.Measure = "from the stop to the near side of the blade"
		c.Test = "Cut one and measure it before the others."
		c.Drawing = topView(q, to, 0)
	})
	c.serves(q, 0, len(q.Each))
	c.pass(Pass{On: q.Letter, Tool: Crosscut, End: end, Stop: to})
}

// narrow rips what is so wide to a width.
func (m *maker) narrow(q *plan.Part, on string, width, from float64, n int) {
	c := m.card(Narrows, mm(width), func(c *Card) {
		c.Figures = append(c.Figures, length("fence to blade", width))
		c.Says = append(c.Says, "The straighter edge at the fence.")
		c.Measure = "from the fence to the near side of the blade"
		c.Test = "Rip a scrap and measure it at both ends: alike, or the fence is not true to the blade."
		c.Drawing = ripView(width, m.thick(q), from, 0, "")
	})
	c.serves(q, 0, n)
	c.pass(Pass{On: on, Tool: Rip, Edge: piece.Lower, Fence: width, Kerf: m.kerf})
}

// mitres cuts the ends that are off square, last of all: until then they are square for the stop.
func (m *maker) mitres(q *plan.Part) {
	for i, off := range q.Off {
		if off == 0 {
			continue
		}
		c := m.card(Mitres, mm(off), func(c *Card) {
			c.Figures = append(c.Figures, degrees("mitre gauge, off square", off))
			c.Measure = "along the long edge, from the stop to where the blade comes out"
			c.Wrong = fmt.Sprintf("Measured along the short edge the piece comes out longer by the width times %.3f.", math.Tan(off*math.Pi/180))
			c.Test = "Mitre two scraps and hold them together against a square."
			c.Drawing = topView(q, q.Length, off)
		})
		c.serves(q, 0, len(q.Each))
		c.at(q, q.Length)
		c.pass(Pass{On: q.Letter, Tool: Crosscut, End: 1 - i, Stop: q.Length, Tilt: off})
	}
}

// bevelFigures are those of a bevelled rip with the blade leaning away from the fence, so that nothing is caught
// under it: the piece at the fence lies on its narrow face, and is measured there.
func (m *maker) bevelFigures(c *Card, w, t, tilt, blank float64) (fence float64) {
	fence = piece.ShortFace(w, t, tilt)
	more := w - fence
	c.Figures = append(c.Figures, degrees("blade tilted", tilt), length("fence to blade, at the table", fence), length("blank", blank),
		length("wide face", w), length("narrow face", fence))
	c.Says = append(c.Says, "Blade leaning away from the fence; the face that will be the narrow one lies down.")
	c.Measure = "from the fence to the blade at the table, where the narrow face lies"
	c.Wrong = fmt.Sprintf("Set to %s at the table it would come out %s at its wide face: too wide by %s, and what is parted from it too narrow by as much.",
		fine(w), fine(w+more), fine(more))
	c.Test = fmt.Sprintf("Rip a scrap, turn one half over and lay the bevels face to face: they close to %.4g°.", 2*tilt)
	c.Drawing = ripView(fence, t, blank, tilt, fine(w))
	return fence
}

// partBevel parts two pieces by one bevelled rip (worked numbers B1).
func (m *maker) partBevel(q *plan.Part) {
	tilt, t, w := m.tilt(q), m.thick(q), q.Width
	blank := piece.CleatPair(w, w, t, tilt, m.kerf)
	c := m.card(Parts, mm(tilt, w, t), func(c *Card) {
		m.bevelFigures(c, w, t, tilt, blank)
		c.Says = append(c.Says, "One rip parts two: their bevels are the same cut.")
	})
	pairs := len(q.Each) / 2 * 2
	c.serves(q, 0, pairs)
	m.tilted(c, q)
	c.pass(Pass{On: pairOf(q), Tool: Rip, Edge: piece.Lower, Fence: piece.ShortFace(w, t, tilt), Tilt: tilt, Kerf: m.kerf}, q.Letter, q.Letter)
}

// bevel cuts the bevel of one that has no other to be parted from.
func (m *maker) bevel(q *plan.Part) {
	tilt, t := m.tilt(q), m.thick(q)
	c := m.card(Bevels, mm(tilt, q.Width, t), func(c *Card) { m.bevelFigures(c, q.Width, t, tilt, q.Width+q.Wider) })
	c.serves(q, len(q.Each)-1, len(q.Each))
	m.tilted(c, q)
	c.pass(Pass{On: q.Letter, Tool: Rip, Edge: piece.Lower, Fence: piece.ShortFace(q.Width, t, tilt), Tilt: tilt, Kerf: m.kerf})
}

// tilted asks at which angle it was really cut, and how thick the piece is.
func (m *maker) tilted(c *Card, q *plan.Part) {
	m.thickness(c, q)
	key := tiltKey(q)
	for _, a := range c.Asks {
		if a.Key == key {
			return
		}
	}
	c.Asks = append(c.Asks, Ask{Key: key, Label: "bevel as it was cut", Kind: "degrees", Planned: q.Bevel, Is: m.measured[key], Piece: q.Each[0].Piece,
		Figure: "bevel_deg"})
}

// through bores a shelf with its strip still on it.
func (m *maker) through(q *plan.Part, strip plan.Strip) {
	on := withStrip(q, strip.Part)
	for _, f := range q.Features {
		if f.Face != piece.Lower {
			continue
		}
		deep := f.Depth + m.kerf + strip.Thickness
		c := m.card(Through, mm(f.D, f.Long, f.Wide, f.Y, deep), func(c *Card) {
			c.Figures = append(c.Figures, length("bit", f.D), length("deep", deep), length("tape mark on the bit", deep),
				length("middle, from the lower face", f.Y))
			c.Says = append(c.Says, "The strip is still on: one bore goes through it and into the shelf, so that they line up.")
			c.Measure = "from the back edge of the strip"
			c.Test = "Bore a scrap and look whether the bit stays in the middle at its end."
			c.Drawing = edgeView(q.Thickness, deep, f.Y, f.D, q.Width+m.kerf+strip.Thickness)
			if deep > longestBit {
				c.Cautions = append(c.Cautions, fmt.Sprintf("%s deep needs a longer bit than is usual: or bore after ripping.", fine(deep)))
			}
		})
		c.serves(q, 0, 1)
		c.serves(strip.Part, 0, 1)
		c.at(q, f.X+f.Long/2)
		c.pass(Pass{On: on, Tool: toolOf(f.Kind), Kind: f.Kind, Up: piece.Lower, Edge: piece.Lower, Stop: f.X, Fence: f.Y, Long: f.Long, Wide: f.Wide, D: f.D, Deep: deep})
	}
}

// partStrip rips the strip off its shelf.
func (m *maker) partStrip(q *plan.Part, strip plan.Strip) {
	c := m.card(Strips, mm(strip.Thickness), func(c *Card) {
		c.Figures = append(c.Figures, length("fence to blade", strip.Thickness), length("shelf with its strip", q.Width+m.kerf+strip.Thickness))
		c.Says = append(c.Says, "Mark both across the cut first, so that they go together again the same way round.")
		c.Measure = "from the fence to the near side of the blade"
		c.Test = "Rip a scrap of the same thickness first."
		c.Drawing = ripView(strip.Thickness, q.Thickness, q.Width+m.kerf+strip.Thickness, 0, "")
	})
	c.serves(q, 0, 1)
	c.serves(strip.Part, 0, 1)
	c.pass(Pass{On: withStrip(q, strip.Part), Tool: Rip, Edge: piece.Lower, Fence: strip.Thickness, Kerf: m.kerf, Apart: true}, strip.Letter, q.Letter)
	if l, _ := q.Rough(); strip.Length < l {
		if m.trim(strip.Part, strip.From+strip.Length, 0); strip.From > 0 {
			m.trim(strip.Part, strip.Length, 1)
		}
	}
}

func toolOf(k piece.Kind) Tool {
	switch k {
	case piece.Bore:
		return Bit
	case piece.Key:
		return KeyBit
	}
	return Cutter
}

// feature puts one thing that is cut into a part on its card, with the recess for its head before it.
func (m *maker) feature(q *plan.Part, f piece.Feature) {
	if f.Recess > 0 {
		m.sink(q, f)
	}
	thick := m.thick(q)
	switch f.Face {
	case piece.Lower, piece.Upper:
		thick = q.Width
	case piece.Ended:
		thick = q.Length
	}
	kind, tool := kindOf(f), toolOf(f.Kind)
	y := f.Y
	c := m.card(kind, string(f.Face)+"/"+mm(f.D, f.Long, f.Wide, f.Depth, f.Slim, f.Lip, y)+"/"+string(m.practice(q).Fit), func(c *Card) {
		m.featureFigures(c, q, f, thick)
	})
	c.serves(q, 0, len(q.Each))
	if kind == Laps || kind == Pockets {
		m.thickness(c, q)
	}
	c.at(q, f.X)
	deep := f.Depth
	if kind == Laps {
		deep = f.Depth / q.Thickness * thick // half of what it is
	}
	c.pass(Pass{On: q.Letter, Tool: tool, Kind: f.Kind, Up: f.Face, Edge: piece.Lower, Stop: f.X, Fence: y, Long: f.Long, Wide: f.Wide, D: f.D, Deep: deep,
		Slim: f.Slim, Lip: f.Lip})
}

func kindOf(f piece.Feature) Kind {
	switch f.Kind {
	case piece.Bore:
		if f.Face == piece.Lower || f.Face == piece.Upper || f.Face == piece.Ended {
			return EdgeBore
		}
		return Bores
	case piece.Slot:
		if f.Face == piece.Lower || f.Face == piece.Upper {
			return Slots
		}
		return Pockets
	case piece.Mouth:
		return Mouths
	case piece.Lap:
		return Laps
	case piece.Key:
		return Keys
	}
	return Notches
}

// sink lets a head in: before the hole, as the wide bit needs wood for its point.
func (m *maker) sink(q *plan.Part, f piece.Feature) {
	left := m.thick(q) - f.Recess
	if f.Face == piece.Lower || f.Face == piece.Upper {
		left = q.Width - f.Recess
	}
	c := m.card(Sinks, string(f.Face)+"/"+mm(f.Head, f.Recess, f.Y), func(c *Card) {
		c.Figures = append(c.Figures, length("bit", f.Head), length("deep", f.Recess), length("left under the head", left),
			length("middle, from the lower edge", f.Y))
		c.Says = append(c.Says, "Let the heads in before the holes are bored: after that the wide bit has no wood for its point.")
		if m.practice(q).Heads == design.HeadsFront {
			c.Says = append(c.Says, "Plug it, with the plug's grain along the piece's.")
		}
		c.Measure = "from the face to the floor that the head lies on"
		c.Test = "Drive one screw in a scrap: its head lies under the face, and its point reaches as far as it is to."
		c.Drawing = depthView(m.thick(q), f.Recess, f.Head, f.D)
		m.skin(c, left)
	})
	c.serves(q, 0, len(q.Each))
	c.at(q, f.X)
	c.pass(Pass{On: q.Letter, Tool: Sinker, Kind: piece.Bore, Up: f.Face, Edge: piece.Lower, Stop: f.X, Fence: f.Y, D: f.Head, Deep: f.Recess})
}

// skin says what is left behind a cut, and whether that is too little.
func (m *maker) skin(c *Card, left float64) {
	switch {
	case left < noSkin:
		c.Refused = fmt.Sprintf("Only %s would be left behind it: it breaks through. Make it shallower, or the piece thicker.", fine(max(0, left)))
	case left < thinSkin:
		c.Cautions = append(c.Cautions, fmt.Sprintf("Only %s is left behind it: take the last of it in thin passes.", fine(left)))
	}
}

// featureFigures writes what a card for a feature says.
func (m *maker) featureFigures(c *Card, q *plan.Part, f piece.Feature, thick float64) {
	deep, goes := f.Depth, "right through"
	edge := f.Face == piece.Lower || f.Face == piece.Upper || f.Face == piece.Ended
	from := "the lower edge"
	if edge {
		from = "its back face"
	}
	if deep > 0 {
		goes = ""
	}
	switch c.Kind {
	case Bores, EdgeBore:
		c.Figures = append(c.Figures, length("bit", f.D), length("middle, from "+from, f.Y))
		if deep > 0 {
			c.Figures = append(c.Figures, length("deep", deep), length("tape mark on the bit", deep), length("wood left", thick-deep))
			m.skin(c, thick-deep)
		}
		c.Measure = "from the face to the tape"
		c.Test = "Bore a scrap of the same thickness: the bit comes out square, or stops at its mark."
		if t, ok := fastener.TypeOf(f.Of); ok {
			c.Says = append(c.Says, "Clearance for "+t.Name+": it slides through without biting.")
		}
		if edge {
			side := min(f.Y, m.thick(q)-f.Y) - f.D/2
			c.Figures = append(c.Figures, length("wood beside it", side))
			m.skin(c, side)
			c.Says = append(c.Says, "Guide the bit square to the edge by a jig.")
			if m.practice(q).Bores == design.BoresBefore && strings.HasSuffix(q.Each[0].Piece, "/board") {
				c.Cautions = append(c.Cautions, "This shelf has no strip that is ripped off it, of its wood and as high as it is thick: it is bored by itself.")
			}
		}
		if goes != "" {
			c.Says = append(c.Says, "A scrap behind it, so that the back does not tear.")
		}
	case Slots:
		c.Figures = append(c.Figures, length("wide", f.Long), length("high", f.Wide), length("deep", deep), length("from its back face", f.Y),
			length("left over it", m.thick(q)-f.Y-f.Wide))
		c.Says = append(c.Says, fmt.Sprintf("The blade has %s to spare at the sides, and the slot goes %s past its end.", fine(sidePlay), fine(spare)),
			"Before it is painted: "+paint+".")
		c.Measure = "from the back face to the near side of the slot"
		c.Test = "Push the bracket's blade in dry: it slides home by hand."
		m.skin(c, min(f.Y, m.thick(q)-f.Y-f.Wide, thick-deep))
	case Mouths:
		c.Figures = append(c.Figures, length("long", f.Long), length("wide", f.Wide), length("deep", deep), length("from "+from, f.Y))
		c.Measure = "from the face that its tenon is marked from"
		c.Test = "The tenon goes in by hand and holds its own weight."
		if deep > 0 {
			m.skin(c, thick-deep)
		}
	case Pockets:
		c.Figures = append(c.Figures, length("long", f.Long), length("wide", f.Wide), length("deep", deep), length("skin left", thick-deep),
			length("from the lower edge", f.Y))
		c.Measure = "from the face to the floor"
		c.Test = "Measure the skin with a rule across the pocket."
		m.skin(c, thick-deep)
	case Laps:
		deep = f.Depth / q.Thickness * thick
		c.Figures = append(c.Figures, length("deep", deep), length("shoulder from the end", f.X+f.Long), length("shoulder to shoulder", f.Long))
		c.Says = append(c.Says, "The shoulder is as far as its mate is wide: mark it from the mate.")
		c.Measure = "from the face to the floor of the lap"
		c.Test = "Cut two scraps and lay one over into the other: flush on both sides. Half of a step is what to turn."
	case Notches:
		c.Figures = append(c.Figures, length("long", f.Long), length("wide", f.Wide), length("from the lower edge", f.Y))
		if deep > 0 {
			c.Figures = append(c.Figures, length("deep", deep))
		}
		c.Says = append(c.Says, "Its edges stay on your side of the line.", "Before it is painted: "+paint+".")
		c.Measure = "from the end to the near side of the notch"
		c.Test = "Offer up what goes through it before the last shaving."
	case Keys:
		c.Figures = append(c.Figures, length("entry", f.D), length("slot", f.Slim), length("travel", math.Hypot(f.Long, f.Wide)), length("lip", f.Lip),
			length("deep", deep), length("left behind", thick-deep), length("screw ends up, from the lower edge", f.Y))
		c.Says = append(c.Says, "Plunge at the entry, travel, come back, lift out: never lift in the slot.")
		c.Measure = "the lip, on a scrap cut through beside it"
		c.Test = "Hang the scrap on the screw and pull: the lip holds, the head does not bind."
		m.skin(c, thick-deep)
	}
	if m.practice(q).Fit == design.FitTemplate && c.Kind != Bores && c.Kind != EdgeBore && c.Kind != Keys {
		c.Says = append(c.Says, "Saw near the line, leave "+fine(1.5)+", and trim flush to the template, whose drawing is among the paper.")
	} else if c.Kind != Bores && c.Kind != EdgeBore {
		c.Says = append(c.Says, "Stop blocks at both ends of the travel, set by the figures.")
	}
	if f.Face == piece.Lower && m.practice(q).First == design.BracketsFirst {
		c.Says = append(c.Says, "What it goes onto is up already: lay the board to it and mark the places along from there. The figures are what to expect.")
	}
	if edge {
		c.Drawing = edgeView(m.thick(q), or(deep, q.Width), f.Y+f.Wide/2, max(f.D, f.Wide), q.Width)
	} else {
		c.Drawing = depthView(thick, or(deep, thick), max(f.D, f.Wide), 0)
	}
	if goes != "" && strings.HasPrefix(string(c.Kind), "bore") {
		c.Says = append(c.Says, "It goes right through.")
	}
}

func or(a, b float64) float64 {
	if a > 0 {
		return a
	}
	return b
}

// Taper is the card of two tapers that are cut from one blank, head to tail, by a sled (worked numbers B2): w1 and
// w2 wide at their ends over a length, mm.
func Taper(w1, w2, long, kerf float64) Card {
	blank, phi := piece.Tapers(w1, w2, long, kerf)
	c := Card{ID: "taper/" + mm(w1, w2, long), N: 1, Kind: Tapers, Title: called[Tapers], Serves: []Serve{}, Places: map[string][]Place{}, Cautions: []string{},
		Asks: []Ask{}}
	c.Figures = []Figure{length("blank, wide", blank), length("blank, long", long), degrees("sled", phi), {"1 in", long / (w1 - w2), "ratio"},
		length("narrow end", w2), length("wide end", w1)}
	c.Says = []string{"Two lie head to tail: one cut makes both. Mark them left and right before it."}
	c.Measure = fmt.Sprintf("at the narrow end: %s from the edge to the blade", fine(w2))
	c.Test = "Cut a scrap and lay its halves together: edges parallel."
	c.Drawing = taperView(w1, w2, long, blank)
	return c
}
