package support

import (
	"math"

	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/quantity"
)

// fills is what can put in what its choices need and nobody has given yet: the sizes of a
// brace that was just put in, the screws of a joint that has become a screwed one.
type fills interface{ fill(o *Outfit) }

// Fill puts in what a support's or a form's choices need and is not there yet. What is
// there stays.
func Fill(o *Outfit, of any) {
	if f, ok := of.(fills); ok {
		f.fill(o)
	}
}

// lockWith puts in a usual lock screw where there is to be one: at least so long, and no longer than most, mm.
func (o *Outfit) lockWith(on bool, f **hold.Fixing, least, most float64) {
	if on && (*f == nil || (*f).Type == "") {
		s := o.woodScrew(1.25, 30)
		s.Length = hold.StockLength(s.Type, least, most)
		*f = &s
	}
}

// under is how long a screw from the board's underside may be that reaches past what stands in the middle of it, so high, mm.
func (o *Outfit) under(high quantity.Length) (least, most float64) {
	return float64(o.Thickness+high) / 2, float64(o.Thickness) - 3
}

// give puts a usual value where there is none.
func give[T comparable](v *T, usual T) {
	var none T
	if *v == none {
		*v = usual
	}
}

// woodScrew is a screw from wood to wood, about so long in either unit.
func (o *Outfit) woodScrew(inches, mm float64) hold.Fixing {
	if o.Inch {
		return hold.Fixing{Type: "wood-8", Length: quantity.Length(inches * 25.4)}
	}
	return hold.Fixing{Type: "wood-4", Length: quantity.Length(mm)}
}

// screwedDown are usual screws up into the board through an arm of a reach and thickness; nil
// where none fits into the board.
func (o *Outfit) screwedDown(reach, thick quantity.Length) *hold.BoardScrews {
	b := &hold.BoardScrews{}
	o.boardScrews(b, reach, thick)
	if b.Length <= thick || b.Length >= thick+o.Thickness {
		return nil
	}
	return b
}

// boardScrews are usual screws up into the board through an arm of a reach and thickness:
// as many as nobody gives, near the middle of its depth.
func (o *Outfit) boardScrews(b *hold.BoardScrews, reach, thick quantity.Length) {
	if b == nil {
		return
	}
	if b.Type == "" {
		b.Fixing = o.woodScrew(0.75, 20)
		b.Length = hold.StockLength(b.Type, float64(thick)+0.6*float64(o.Thickness), float64(thick+o.Thickness)-3)
	}
	give(&b.Count, 2)
	give(&b.FromWall, max(5, min(by(o.Depth, 0.4), reach-5)))
}

// joint puts in what a kind of joint needs, between pieces high and wide mm.
func (o *Outfit) joint(j *hold.Joint, high, wide quantity.Length) {
	screws := func(f hold.Fixing) {
		if j.Screw == nil || j.Screw.Type == "" {
			j.Screw = &f
		}
		if len(j.Places) == 0 {
			j.Places = hold.JointPlaces(*j.Screw, float64(high), float64(wide))
		}
	}
	switch j.Kind {
	case hold.ScrewJoint, hold.GussetJoint:
		screws(o.woodScrew(1.75, 45))
	case hold.BoltJoint:
		screws(hold.Fixing{Type: o.pick("bolt-1/4", "bolt-6"), Length: 90})
	case hold.BehindJoint:
		screws(hold.Fixing{Type: o.pick("lag-1/4", "coach-6"), Length: 100})
	case hold.LapJoint:
		if j.Screw != nil {
			screws(o.woodScrew(1.25, 30))
		}
	case hold.DowelJoint:
		give(&j.D, 10)
		if in := min(14, float64(high)/4); len(j.Places) == 0 {
			j.Places = []joint.Point{{X: float64(wide) / 2, Y: in}, {X: float64(wide) / 2, Y: float64(high) - in}}
		}
	case hold.TenonJoint, hold.MitreJoint:
		give(&j.D, 12)
		give(&j.High, min(40, by(high, 0.6)))
	}
	if j.D > 0 {
		give(&j.Deep, max(5, min(30, wide-6)))
	}
	switch {
	case j.Kind == hold.DowelJoint && j.Made == nil:
		j.Made = new(beech())
	case j.Kind == hold.GussetJoint && j.Made == nil:
		j.Made = new(ply())
	}
}

func (o *Outfit) pick(inch, mm string) string {
	if o.Inch {
		return inch
	}
	return mm
}

func rating(f *hold.Fixing) {
	if r := f.Rating; r != nil {
		give(&r.Pull, 20)
		give(&r.Shear, 20)
		give(&r.Means, hold.Unstated)
	}
}

func (b *FlatBracket) fill(o *Outfit) {
	o.boardScrews(b.Board, b.Reach, b.Thickness)
	rating(&b.Screw)
}

func (b *Braced) fill(o *Outfit) {
	o.boardScrews(b.Board, b.Reach, b.Plate)
	rating(&b.Screw)
}

func (f *Frame) fill(o *Outfit) {
	o.joint(&f.Joint, f.High, f.Deep)
	o.boardScrews(f.Board, f.Reach, f.High)
	if b := f.Brace; b != nil {
		usual := f.usualBrace()
		give(&b.Out, usual.Out)
		give(&b.Down, usual.Down)
		give(&b.High, usual.High)
		if b.Screw != nil {
			give(&b.Count, 2)
			if b.Screw.Type == "" {
				*b.Screw = o.woodScrew(2.5, 60)
			}
		}
	}
	if c := f.Front; c != nil {
		give(&c.High, 60)
		give(&c.Corner, MitredSpline)
		if c.Above {
			give(&c.Room, 3)
			f.Up = max(f.Up, quantity.Length(math.Ceil(c.top(float64(o.Thickness), float64(f.High)))))
			f.Reach = max(f.Reach, o.Depth+c.Room)
		}
	}
}

func (b *TimberBracket) fill(o *Outfit) {
	b.Frame.fill(o)
	if k := b.Key; k != nil {
		k.Routed = k.Routed || k.Rating == nil
		if k.Routed {
			give(&k.Lip, min(6, b.Deep-4))
		}
	}
	rating(&b.Screw)
}

func (h *Holder) fill(o *Outfit) {
	h.Frame.fill(o)
	least := float64(h.Deep) + 0.7*float64(h.Hook.Thick)
	o.lockWith(h.Lock, &h.LockScrew, least, least+0.3*float64(h.Hook.Thick)-1)
}

func (r *Rail) fill(o *Outfit) {
	least := float64(o.Thickness-r.Height)/2 + 15
	o.lockWith(r.Lock && r.Kind == Block, &r.LockScrew, least, least+0.5*float64(r.Height))
}

func (b *Hidden) fill(o *Outfit) {
	least, most := o.under(b.Thickness)
	o.lockWith(b.Lock, &b.LockScrew, least, most)
}

func (p *Pin) fill(o *Outfit) {
	least, most := o.under(p.High)
	o.lockWith(p.Lock, &p.LockScrew, least, most)
	if p.Kind == RodPin {
		give(&p.Steel, hold.Unmarked)
	} else if p.Wood == "" {
		p.Made = ash()
	}
	if p.Kind != TenonPin {
		p.Width = p.High
	}
}

func (k *Keyhole) fill(o *Outfit) {
	o.lockWith(k.Lock, &k.LockScrew, float64(k.Back)+o.Wall.Lining.Gap()+20, 120)
	if r := k.Rating; r != nil {
		give(&r.Pull, 5)
		give(&r.Shear, 10)
		give(&r.Means, hold.Unstated)
	}
	if k.Routed {
		give(&k.Lip, 6)
		if k.Wood == "" {
			k.Made = lumber()
		}
	}
	rating(&k.Screw)
}

func (r *Rack) fill(o *Outfit) {
	o.joint(&r.Joint, r.Arm.High, r.Deep)
	if l := r.Ledger; l != nil {
		give(&l.Height, 89)
		give(&l.Thickness, 38)
		if l.Wood == "" {
			l.Made = lumber()
		}
		if l.Screw.Type == "" {
			l.Screw, l.Count = o.Fixing(float64(l.Thickness), true, true), 2
		}
	}
	for i := range r.Uprights {
		if n := r.Uprights[i].Notch; n != nil {
			give(&n.Up, 300)
			give(&n.High, 60)
			give(&n.Deep, 15)
		}
	}
}

func (r *SheetRack) fill(o *Outfit) { o.joint(&r.Joint, r.High, r.Deep) }

func (h *HookRail) fill(o *Outfit) {
	p := &h.Peg
	if p.Kind == WoodPeg {
		if p.Wood == "" {
			p.Made = ash()
		}
		return
	}
	if p.Kind == Pipe {
		give(&p.Wall, min(2.5, p.D/4))
	}
	give(&p.Flange, 64)
	give(&p.Apart, 40)
	give(&p.Count, 4)
	if p.Screw.Type == "" {
		p.Screw = hold.Fixing{Type: o.pick("wood-10", "wood-5"), Length: hold.StockLength(o.pick("wood-10", "wood-5"), 20, float64(h.Thickness))}
	}
}
