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

// TimberBracket is a shop-made wooden bracket, screwed to the wall through its
// upright.
type TimberBracket struct {
	Frame
	Screw hold.Fixing      `json:"screw" title:"Into the wall" label:""`
	Holes []hold.PlateHole `json:"holes" label:"below the board" at:"down_mm" count:"0 24"`
	Key   *KeySlot         `json:"keyhole,omitempty" title:"Keyholes in the upright" add:"hang it on keyholes" drop:"screw it on"`
}

// Noun is what it is called.
func (b *TimberBracket) Noun() string { return "bracket" }

// Validate names every problem of the bracket.
func (b *TimberBracket) Validate(p *problem.List) {
	if !field.Check(p, b) {
		return
	}
	hold.WithinPlate(p, b.Holes, float64(b.Up), float64(b.Leg), float64(b.Width))
	if b.Key != nil {
		b.Key.fits(p.In("keyhole"), b.Screw, b.Deep)
	}
}

// StandsOut is how far in front of the wall the board's back edge is, where the upright goes up past it.
func (b *TimberBracket) StandsOut(*Rail) float64 {
	if b.Up > 0 {
		return float64(b.Deep)
	}
	return 0
}

// Fixings are its own fasteners into the wall.
func (b *TimberBracket) Fixings() []*hold.Fixing { return []*hold.Fixing{&b.Screw} }

// timbered is one in its place.
type timbered struct {
	framed
	b      *TimberBracket
	mount  hold.Mount
	spaced string // a caution about its fasteners' places
	own    hold.Site
}

// Hang puts the bracket in its place: the upright turns on its lower end, or, if
// it is all above the board, on the arm's lower edge.
func (b *TimberBracket) Hang(s Setting) Hung {
	h := &timbered{b: b, own: s.Site}
	h.framed = framed{Frame: &b.Frame, set: &h.own}
	board := h.own.Piece(b.Made, float64(b.Width), float64(b.Deep))
	through := hold.Wooden("upright", board, float64(b.Deep), false)
	if b.Key != nil {
		through = hold.Slotted(b.Key.lip())
	}
	var holes []hold.Drilled
	for _, o := range b.Holes {
		holes = append(holes, h.own.Drill(o.ID, s.X+float64(o.Offset), -float64(o.Down), b.Screw, through))
	}
	if b.Key != nil { // their heads stand in slots: no grain of the upright's is beside them
		h.own.CrowdPlate(holes)
		h.mount = hold.NewPlate(&h.own, "upright", b.Screw, holes, -float64(b.Leg), float64(b.Up), float64(b.Width))
		return h
	}
	h.spaced = h.own.Crowd(holes, hold.Grain{Name: "leg", Ends: [2]float64{-float64(b.Leg), float64(b.Up)},
		Edges: [2]float64{s.X - float64(b.Width)/2, s.X + float64(b.Width)/2}, Upright: true})
	h.mount = hold.NewPlate(&h.own, "upright", b.Screw, holes, -float64(b.Leg), float64(b.Up), float64(b.Width))
	return h
}

func (h *timbered) screwed() []hold.Drilled { return h.mount.Holes }

func (h *timbered) Links() []hold.Link {
	out := append(h.framed.links(), hold.Link{Part: "upright", Mode: "bending", Goes: hold.Bends, Of: h.Made.Of(), Role: hold.RoleRail,
		Kind: hold.Strength, Name: "upright in bending", Use: h.upright})
	if h.b.Key != nil {
		for i := range h.mount.Holes {
			out = append(out, h.keyLink(&h.mount.Holes[i]))
		}
	}
	return h.wrapped(append(out, h.mount.PlateLinks()...))
}

// keyLink is a keyhole of the upright on its screw: pulled and pushed as all of them are by the heel
// rule.
func (h *timbered) keyLink(d *hold.Drilled) hold.Link {
	name, noMean := h.b.Key.called()
	slot := keySlotted{h.b.Key, h.b.Screw, h.own.Piece(h.Made, float64(h.Width), float64(h.Deep)), float64(h.b.Leg + h.b.Up), d.Y + float64(h.b.Leg)}
	return hold.Link{Part: d.ID, Mode: "slot", Goes: hold.Shears, Of: h.b.Key.of(h.Made), Role: hold.RoleJoint, Kind: hold.Strength, Name: name,
		NoMean: noMean, Use: func(sh *working.Sheet, a hold.Action) hold.Use {
			v, t := 0.0, 0.0
			if len(h.mount.Columns) > 0 {
				h.mount.Each(&h.mount.Columns[0], hold.Straight(a), func(o *hold.Drilled, across, pull float64) {
					if o.ID == d.ID {
						v, t = across, pull
					}
				})
			}
			if sh.On() {
				sh.Add("T", "pull on this one by the heel rule", "M × (y − a/2) / Σ(y − a/2)²", t, working.Force, "heel rule (Rule, from statics)",
					working.In("M", a.M, working.Moment))
				sh.Add("V", "push across on it", "R × Z / ΣZ", v, working.Force, "statics", working.In("R", a.R, working.Force))
			}
			return slot.holds(sh, t, v, a.Case, h.own.Bases[a.Case])
		}}
}

// upright bends between the joint, or the brace's two ends, and the fastener
// nearest to each; its section is net of a hole.
func (h *timbered) upright(sh *working.Sheet, a hold.Action) hold.Use {
	m, formula := math.Abs(a.M), "R × e"
	if h.Brace != nil {
		s := h.strut(nil, a)
		far := 0.0
		for _, y := range []float64{-float64(h.High) / 2, -float64(h.Brace.Down)} {
			near := math.Inf(1)
			for i := range h.mount.Holes {
				if h.mount.Holes[i].Counts() {
					near = min(near, math.Abs(h.mount.Holes[i].Y-y))
				}
			}
			if !math.IsInf(near, 1) {
				far = max(far, near)
			}
		}
		m, formula = math.Abs(s.H)*far, "H × farthest fastener from the brace's ends"
	}
	w, t, on := float64(h.Width), float64(h.Deep), h.own.Bases[a.Case]
	net := max(1, w-h.b.Screw.Screw().D)
	fb := h.own.Piece(h.Made, w, t).Bending(sh, on)
	u := m / (net * t * t / 6 * fb)
	if sh.On() {
		sh.Add("Mu", "moment in the upright", formula, m, working.Moment, "statics")
		sh.Add("used", "part of the upright's bending strength, net of a hole", "Mu / ((b − D) × t² / 6 × Fb)", u, working.Ratio, "statics",
			working.In("Mu", m, working.Moment), working.In("b − D", net, working.Length), working.In("t", t, working.Length),
			working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: u, How: "breaks"}
}

// Geometry draws the bracket.
func (h *timbered) Geometry(a hold.Action) hold.Geometry {
	a = h.with(a)
	g := h.own.NewGeometry(a)
	g.Shapes = hold.Drawn(h.b.Assemble(drawnOver(&h.own, nil, h.b)))
	h.framed.draw(&g, a)
	if h.mount.Hold > 0 {
		h.mount.Draw(&g, 0, hold.Straight(a))
	}
	h.mount.Draw(&g, -1, hold.Pulled{})
	g.Measures = append(g.Measures, hold.Across("reach", "timber_bracket.reach_mm", 0, float64(h.Reach), -float64(h.High)),
		hold.Upright("leg", "timber_bracket.leg_mm", float64(h.Reach)*0.8, -float64(h.Leg), 0))
	g.Fit()
	return g
}

// Notes gathers what frame and fasteners say.
func (h *timbered) Notes() hold.Notes {
	n, m := h.framed.notes(), h.mount.Notes()
	if k := h.b.Key; k != nil {
		if !k.Routed && k.Rating == nil {
			n.Assumed = append(n.Assumed, "nothing is known of the keyhole plates: low figures taken")
		}
		n.Cautions = append(n.Cautions, "a keyhole holds nothing down: a knock from below lifts it off")
	}
	if h.spaced != "" {
		n.Cautions = append(n.Cautions, h.spaced)
	}
	return hold.Notes{Assumed: append(n.Assumed, m.Assumed...), Cautions: append(n.Cautions, m.Cautions...)}
}

func (*TimberBracket) recipes() []Recipe {
	return []Recipe{
		{Key: "timber-brackets", Onto: true, Name: "timber brackets", Words: "shop-made, with a brace", Tools: []string{"saw", "chisel", "drill", "clamps"},
			Hands: "an afternoon of joinery", Misfit: oneByOne, Make: (*Outfit).timberBrackets,
			Is: func(w *Ways, r *Rail) bool {
				return w.TimberBracket != nil && !w.TimberBracket.goesRound() && (r == nil || r.Kind != Backer)
			}},
		{Key: "wrapped-brackets", Name: "wrapped brackets", Words: "round the board, arm above and below, on keyholes", Tools: []string{"saw", "router with a keyhole bit", "clamps"},
			Hands: "two afternoons; mitres with splines", Misfit: oneByOne, Make: (*Outfit).wrappedBrackets,
			Is: func(w *Ways, r *Rail) bool {
				return w.TimberBracket != nil && w.TimberBracket.goesRound() && (r == nil || r.Kind != Backer)
			}},
	}
}

func (o *Outfit) timberBrackets() error {
	at := o.places()
	thick := o.Size(1.5, 38)
	fix, reach := o.Fixing(float64(thick), o.OnStuds(at...), true), quantity.Length(math.Round(float64(o.Depth)*0.9))
	leg := max(220, quantity.Length(math.Round(float64(o.Depth)*0.95)))
	if leg > o.Y {
		return errors.New("there is no room for a bracket under the shelf")
	}
	for _, x := range at {
		b := &TimberBracket{
			Frame: Frame{
				Made: lumber(), Reach: reach, Width: o.Size(1.5, 38), High: 60, Deep: thick, Leg: leg,
				Joint: hold.Joint{Kind: hold.LapJoint, Glued: true}, Board: o.screwedDown(reach, 60),
				Brace: &Brace{Out: quantity.Length(math.Round(float64(reach) * 0.75)), Down: leg - 40, High: 38},
			},
			Holes: []hold.PlateHole{{ID: o.ID(), Down: 75}, {ID: o.ID(), Down: leg - 75}}, Screw: fix,
		}
		b.clear(0, min(o.Y, 500))
		if b.Brace != nil { // its foot would be before the lower one
			foot := b.foot(0)
			b.Holes[1].Down = quantity.Length(math.Ceil(-foot + fix.HeadAcross() + 4))
			b.Leg = b.Holes[1].Down + quantity.Length(math.Ceil(fix.Screw().EndDistance(false, false)))
			if b.Leg > o.Y {
				return errors.New("there is no room for a bracket under the shelf")
			}
		}
		o.add(x, b)
	}
	return nil
}

// goesRound tells whether it wraps its board.
func (b *TimberBracket) goesRound() bool { return b.Front != nil && b.Front.Above }

// wrappedBrackets go round the board, and hang on two keyholes each.
func (o *Outfit) wrappedBrackets() error {
	at := o.places()
	thick, high := o.Size(1.5, 38), o.Size(1.75, 45)
	leg, room := quantity.Length(160), quantity.Length(3)
	if leg > o.Y {
		return errors.New("there is no room for a bracket under the shelf")
	}
	fix := o.Fixing(6, o.OnStuds(at...), false)
	for _, x := range at {
		b := &TimberBracket{Screw: fix, Key: &KeySlot{Routed: true, Lip: 8}}
		b.Frame = Frame{Made: ash(), Width: thick, High: high, Deep: thick, Leg: leg, Reach: thick + o.Depth + room,
			Joint: hold.Joint{Kind: hold.LapJoint, Glued: true}, Front: &Front{Corner: MitredSpline, Above: true, Room: room}}
		b.Up = quantity.Length(math.Ceil(b.Front.top(float64(o.Thickness), float64(high))))
		b.Board = o.screwedDown(b.Reach, high)
		// The upper keyhole stands clear of both laps, its entry too: between them, or else over both.
		slot, cavity := b.Key.routed(fix)
		below, over := quantity.Length(math.Ceil(cavity*(travel+0.5)+1)), quantity.Length(math.Ceil(slot/2+3))
		key := below
		if key+over > o.Thickness+room {
			key = b.Up + below
			b.Up = key + over + 10
		}
		b.Holes = []hold.PlateHole{{ID: o.ID(), Down: -key}, {ID: o.ID(), Down: leg - 50}}
		o.add(x, b)
	}
	return nil
}

var _ Way = (*TimberBracket)(nil)

// Assemble puts it together: the frame, with its screws into the wall or the keyholes that hang on them.
func (b *TimberBracket) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	_, upright := b.Frame.assemble(a, 0)
	for _, h := range b.Holes {
		x, y := float64(h.Offset), -float64(h.Down)
		if b.Key == nil {
			a.intoWall(h.ID, b.Screw, x, y, float64(b.Deep))
			continue
		}
		a.hang(b.Key, upright, h.ID, b.Screw, x, y)
	}
	return &a.Assembly
}
