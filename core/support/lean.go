package support

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// SheetRack is L-frames that sheets lean on: each an upright on the wall and a foot
// out from it, in a joint. Sheets stand on the feet and lean back Tilt degrees from
// plumb, touching the uprights Contact over the feet. A Stop keeps them from sliding
// off; mm.
type SheetRack struct {
	Tilt      float64         `json:"tilt_deg" title:"The lean" label:"degrees from plumb" as:"degrees"`
	Contact   quantity.Length `json:"contact_mm" label:"sheets touch, over the feet" range:"50 6000"`
	Stop      bool            `json:"stop" label:"stop at the feet" yes:"yes|no"`
	OnFloor   bool            `json:"on_floor,omitempty" label:"feet" yes:"lie on the floor|reach out from the wall"`
	Foot      quantity.Length `json:"foot_mm" title:"Frames" label:"foot, out" range:"30 1200"`
	High      quantity.Length `json:"foot_high_mm" label:"foot, high" range:"15 400"`
	Height    quantity.Length `json:"height_mm" label:"upright, tall" range:"100 6000"`
	Deep      quantity.Length `json:"deep_mm" label:"upright, deep" range:"10 200"`
	Width     quantity.Length `json:"width_mm" label:"wide" range:"15 300"`
	hold.Made `label:"wood" as:"wood"`
	Joint     hold.Joint        `json:"joint" title:"Arm to upright" label:""`
	Screw     hold.Fixing       `json:"screw" title:"Into the wall" label:""`
	Rows      []quantity.Length `json:"rows_mm" label:"over the floor" count:"0 60" range:"0 6000"`
	Frames    []Upright         `json:"frames" count:"0 24" stands:"yes"`
}

// Noun is what it is called.
func (r *SheetRack) Noun() string { return "sheet rack" }

// rack is the sheet rack as a rack of one level.
func (r *SheetRack) rack() *Rack {
	return &Rack{Made: r.Made, Width: r.Width, Deep: r.Deep, Height: r.Height, Uprights: r.Frames, Rows: r.Rows, Screw: r.Screw,
		Levels: []Level{{ID: "foot", Up: r.High}}, Arm: Arm{Made: r.Made, Reach: r.Foot, High: r.High, Thick: r.Width}, Joint: r.Joint}
}

// Validate names every problem of a sheet rack.
func (r *SheetRack) Validate(p *problem.List) {
	if !field.Check(p, r) {
		return
	}
	for i, y := range r.Rows {
		p.Between(fmt.Sprintf("rows_mm[%d]", i), float64(y), 0, float64(r.Height))
	}
	standApart(p, "frames", "frame", r.Width, along(r.Frames))
	p.Between("foot_high_mm", float64(r.High), 15, float64(r.Height))
	if !(r.Tilt >= 1 && r.Tilt <= 30) {
		p.Add("tilt_deg", "a tilt of %s° does not lean safely: give 1 to 30, 5 to 10 is usual", say.Decimal(r.Tilt, 1))
	}
	p.Between("contact_mm", float64(r.Contact), 50, float64(r.Height))
}

// leaned is a sheet rack in its place.
type leaned struct {
	*SheetRack
	racked
	stack []Good // what leans; the rack has none of it where the floor bears it
}

// Stand puts a sheet rack up: the stack's weight is on the feet at half of its
// depth.
func (r *SheetRack) Stand(s Stage) Standing {
	s.Goods = slices.Clone(s.Goods)
	for i := range s.Goods {
		g := &s.Goods[i]
		deep := g.Depth
		if deep <= 0 {
			deep = float64(r.Foot)
		}
		g.Z, g.Level = float64(r.Deep)+deep/2, 0
	}
	stack := slices.Clone(s.Goods)
	for i := range s.Goods {
		if r.OnFloor {
			s.Goods[i].W = 0
		}
	}
	h := r.rack().Stand(s).(*racked)
	out := &leaned{SheetRack: r, racked: *h, stack: stack}
	out.racked.joint.Set = &out.racked.frame
	if r.Stop {
		out.racked.stop = out.racked.post.Density() * 1e-9 * float64(r.Width) * stopHigh * stopDeep * quantity.Gravity
	}
	return out
}

// thrust is what the sheets push with at the contact, and as much at the feet, N.
func (h *leaned) thrust(sh *working.Sheet, d Demand) float64 {
	t, tan := 0.0, math.Tan(h.Tilt*math.Pi/180)
	for _, g := range h.stack {
		t += g.W * d.By * d.Care * tan * g.Height / 2 / float64(h.Contact)
	}
	if sh.On() {
		sh.Add("Tl", "thrust of the leaning stack at the uprights, and the same at the feet", "W × tan θ × (hs / 2) / hc", t, working.Force,
			"statics", working.In("θ, degrees", h.Tilt, working.Ratio), working.In("hc", float64(h.Contact), working.Length))
	}
	return t
}

func (h *leaned) Links() []FormLink {
	out := h.racked.Links()
	if h.SheetRack.OnFloor {
		return h.floored(out)
	}
	for i := range out {
		if out[i].Role == hold.RoleBar || out[i].Role == hold.RoleDroop {
			out[i].Name = map[hold.Role]string{hold.RoleBar: "foot in bending", hold.RoleDroop: "foot's tip"}[out[i].Role]
		}
		if out[i].Role == hold.RoleJoint {
			out[i].Name, out[i].Use = "foot in its joint", h.footJoint
		}
		if out[i].Where == "level 1" {
			out[i].Where = "feet"
		}
	}
	return append(out, h.slides())
}

// floored are the links of frames whose feet lie on the floor, which bears the stack: the uprights are
// tied to the wall against its thrust, and each foot to its upright by its joint.
func (h *leaned) floored(all []FormLink) []FormLink {
	var out []FormLink
	for _, l := range all {
		switch l.Role {
		case hold.RoleStanding, hold.RoleBehind:
			out = append(out, l)
		case hold.RoleJoint:
			l.Name, l.Where, l.Use = "foot in its joint", "feet", h.footJoint
			out = append(out, l)
		case hold.RoleNear:
			l.Name, l.Use = h.SheetRack.Screw.Noun()+"s of the upright, pulled by its foot", h.pulledFoot
			out = append(out, l)
		}
	}
	return append(out, FormLink{Link: hold.Link{Part: "feet", Mode: "floor", Goes: hold.Stands, Of: hold.OfWood, Role: hold.RoleStanding, Kind: hold.Gate,
		Name: "feet on the floor"}, Use: func(sh *working.Sheet, d Demand) hold.Use {
		if sh.On() {
			sh.Add("up", "how high over the floor the frames stand", "the design", h.set.Foot, working.Length, "the design")
		}
		if h.set.Foot > 1 {
			return hold.Use{Used: hold.Fails, How: "are in the air: frames that lie on the floor have a height of 0 over it"}
		}
		return hold.Use{How: "lie"}
	}}, h.slides())
}

// pulledFoot is the lowest fastener of the worst upright, whose foot the stack's thrust draws out: it turns
// about the next one up, or about its upper end.
func (h *leaned) pulledFoot(sh *working.Sheet, d Demand) hold.Use {
	worst := hold.Use{Used: -1}
	t := uneven * h.thrust(sh, d) / float64(len(h.uprights))
	for i := range h.uprights {
		u := &h.uprights[i]
		var low *hold.Drilled
		next := float64(h.SheetRack.Height)
		for k := range u.holes {
			if o := &u.holes[k]; o.Counts() && (low == nil || o.Y < low.Y) {
				low = o
			}
		}
		for k := range u.holes {
			if o := &u.holes[k]; low != nil && o.Counts() && o.Y > low.Y+1 {
				next = min(next, o.Y)
			}
		}
		if low == nil {
			return hold.Use{Used: hold.Fails, How: "hold nothing"}
		}
		pull := t * next / max(1, next-low.Y)
		if use := low.UsedBy(nil, 0, pull, d.Case, h.set.Bases[d.Case]); use.Used > worst.Used {
			if worst = use; sh.On() {
				sh.Add("T", "pull on the lowest fastener of an upright at y1, which turns about the next at y2", fmt.Sprintf("%g × Tl / n × y2 / (y2 − y1)", uneven), pull,
					working.Force, "statics; Rule for the share", working.In("y1", low.Y, working.Length), working.In("y2", next, working.Length))
				low.UsedBy(sh, 0, pull, d.Case, h.set.Bases[d.Case])
			}
		}
	}
	return worst
}

// OnFloor is what of the stack the floor bears.
func (h *leaned) OnFloor(d Demand) float64 {
	w := 0.0
	for _, g := range h.stack {
		if h.SheetRack.OnFloor {
			w += g.W * d.By
		}
	}
	return w
}

// slides is whether the stack stays on its feet.
func (h *leaned) slides() FormLink {
	return FormLink{Link: hold.Link{Part: "feet", Mode: "slides", Goes: hold.Slips, Of: hold.OfWood, Role: hold.RoleTips,
		Kind: hold.Gate, Name: "sheets on the feet"}, Use: func(sh *working.Sheet, d Demand) hold.Use {
		h.thrust(sh, d)
		if !h.Stop && len(h.stack) > 0 {
			return hold.Use{Used: hold.Fails, How: "slide off: nothing stops them at the feet"}
		}
		return hold.Use{How: "stay"}
	}}
}

// footJoint is a foot in its upright: the weight on it, and the thrust of the stack that its
// stop pulls it out with, by the worst foot's share.
func (h *leaned) footJoint(sh *working.Sheet, d Demand) hold.Use {
	r, e := h.onArm(sh, 0, d)
	if h.SheetRack.OnFloor { // which bears the stack
		r, e = 0, 0
	}
	in := float64(h.racked.Deep) - h.racked.joint.Middle()
	out := uneven * h.thrust(sh, d) / float64(len(h.uprights))
	if sh.On() {
		sh.Add("H", "pull on the worst foot", fmt.Sprintf("%g × Tl / n", uneven), out, working.Force, "Rule",
			working.In("n", float64(len(h.uprights)), working.Ratio))
	}
	return h.racked.joint.Use(sh, hold.Load{M: r * (e + in), V: r, H: out}, h.set.Bases[d.Case])
}

// Parts draws the frames with the stack that leans on them.
func (h *leaned) Parts(d Demand) []FormPart {
	out := h.racked.Parts(d)
	rad := h.Tilt * math.Pi / 180
	for i := range out {
		out[i].Name = fmt.Sprintf("frame %d", i+1)
		g := &out[i].Geometry
		for k := range g.Shapes {
			if g.Shapes[k].Name == "arm" {
				g.Shapes[k].Name = "foot"
			}
		}
		z, y := float64(h.Deep), float64(h.High)
		for _, s := range h.stack {
			deep := max(s.Depth, 10)
			foot := z + float64(h.Contact)*math.Tan(rad)
			g.Shapes = append(g.Shapes, hold.Shape{Name: "stack", Stuff: hold.Sheet, Side: [][2]float64{
				{foot, y}, {foot + deep, y}, {foot + deep - s.Height*math.Sin(rad), y + s.Height*math.Cos(rad)},
				{foot - s.Height*math.Sin(rad), y + s.Height*math.Cos(rad)}}})
			break
		}
		if h.Stop {
			g.Shapes = append(g.Shapes, hold.Shape{Name: "stop", Stuff: hold.Timber,
				Side: hold.Box(z+float64(h.Foot)-stopDeep, y, z+float64(h.Foot), y+stopHigh)})
		}
		n := float64(max(1, len(out)))
		g.Forces = append(g.Forces, hold.Force{Name: "leans", Z: z, Y: y + float64(h.Contact), DZ: -1, N: h.thrust(nil, d) / n},
			hold.Force{Name: "slides", Z: z + float64(h.Foot), Y: y + 8, DZ: 1, N: h.thrust(nil, d) / n})
		for k := range g.Measures {
			g.Measures[k].Edit = map[string]string{"rack.arm.reach_mm": "sheet_rack.foot_mm"}[g.Measures[k].Edit]
		}
		g.Fit()
	}
	return out
}

func (*SheetRack) recipes() []Recipe {
	return []Recipe{
		{Key: "sheet-rack", Name: "L-frames for sheets", Words: "sheets lean on uprights with feet", Tools: []string{"saw", "chisel", "drill"},
			Hands: "half-laps at every foot", Misfit: oneByOne, Make: (*Outfit).sheetRack},
	}
}

func (o *Outfit) sheetRack() error {
	o.Y = 0
	at := o.everyStud()
	tall := min(1200, float64(o.Wall.Height)-50)
	r := &SheetRack{
		Made: lumber(), Width: o.Size(1.5, 38), Deep: o.Size(3.5, 89), Height: quantity.Length(tall), Foot: 200, High: o.Size(3.5, 89), Tilt: 7,
		Contact: quantity.Length(tall - 150), Stop: true,
		Screw: o.Fixing(float64(o.Size(3.5, 89)), o.OnStuds(at...), true),
		Joint: hold.Joint{Kind: hold.LapJoint, Glued: true},
	}
	for _, y := range even(160, tall-80, 350, nil) {
		r.Rows = append(r.Rows, quantity.Length(y))
	}
	for _, x := range at {
		r.Frames = append(r.Frames, Upright{ID: o.ID(), X: quantity.Length(x)})
	}
	o.Depth = max(o.Depth, 300)
	o.Form = r
	return nil
}

// Tiers is the feet.
func (r *SheetRack) Tiers() []float64 { return []float64{float64(r.High)} }

// Room is all of the shelf's depth.
func (r *SheetRack) Room(depth float64) (from, reach float64) { return 0, depth }

// Fixings are those of the uprights.
func (r *SheetRack) Fixings() []*hold.Fixing { return []*hold.Fixing{&r.Screw} }

var _ Form = (*SheetRack)(nil)

// Pieces are the frames, each an upright with its foot, and the stops.
func (r *SheetRack) Pieces(o Over) []piece.Piece {
	out := r.rack().Pieces(o)
	for i := range out {
		if out[i].Name == "arm" {
			out[i].Name = "foot"
		}
	}
	if r.Stop {
		out = append(out, o.cut("stops", "stop", len(r.Frames), r.Made, float64(r.Width), stopHigh, stopDeep))
	}
	return out
}

// How high and deep the stop is at the end of a foot, mm.
const stopHigh, stopDeep = 20.0, 15.0
