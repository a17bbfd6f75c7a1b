package support

import (
	"math"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// KeySlot is what a piece hangs by on the head of a screw: a metal plate with a rating, or a slot
// routed in wood. Lip is the wood that a routed slot leaves in front of the head, Slot how wide the
// slot is for the shank and Cavity for the head behind it, 0 where nobody has measured; mm.
type KeySlot struct {
	Routed bool            `json:"routed" label:"keyhole" yes:"routed in wood|metal plate"`
	Lip    quantity.Length `json:"lip_mm,omitempty" label:"lip before the head" range:"1 98" only:"routed=true"`
	Slot   quantity.Length `json:"slot_mm,omitempty" label:"slot, wide" range:"0|2 40" as:"fine" only:"routed=true"`
	Cavity quantity.Length `json:"cavity_mm,omitempty" label:"behind it, wide" range:"0|3 60" as:"fine" only:"routed=true"`
	Across bool            `json:"across,omitempty" label:"slot runs" yes:"across the grain|along the grain" only:"routed=true"`
	Rating *hold.Rating    `json:"rating,omitempty" title:"What the plate's maker says" add:"give a rating" drop:"not known" only:"routed=false"` // of a metal plate
}

// fits names what of a slot does not go round the head of a screw in a piece so thick, mm.
func (k *KeySlot) fits(p *problem.List, screw hold.Fixing, thick quantity.Length) {
	if !k.Routed {
		return
	}
	p.Between("lip_mm", float64(k.Lip), 1, float64(thick)-2)
	slot, cavity := k.routed(screw)
	if head := screw.HeadAcross(); slot >= head {
		p.Add("slot_mm", "a slot of %s lets its head of %s through", say.Length(slot), say.Length(head))
	} else if k.Cavity > 0 && cavity < head {
		p.Add("cavity_mm", "a head of %s does not fit into %s", say.Length(head), say.Length(cavity))
	}
}

// routed is how wide a routed slot and the cavity behind it are, mm: by a tenth of what
// clearance a bit leaves where nobody has said (engineering basis).
func (k *KeySlot) routed(screw hold.Fixing) (slot, cavity float64) {
	if slot = float64(k.Slot); slot == 0 {
		slot = screw.Screw().D + 0.4
	}
	if cavity = float64(k.Cavity); cavity == 0 {
		cavity = screw.HeadAcross() + 0.8
	}
	return slot, cavity
}

// lip is what a screw's head is before, mm.
func (k *KeySlot) lip() float64 {
	if k.Routed {
		return float64(k.Lip)
	}
	return 2
}

// of is what its slot is in, of a piece of some wood.
func (k *KeySlot) of(wood hold.Made) hold.Of {
	if k.Routed {
		return wood.Of()
	}
	return hold.OfSteel
}

// called names it, and says why no mean is known of it, or "".
func (k *KeySlot) called() (name, noMean string) {
	if k.Routed {
		return "wood round the slot", ""
	}
	if k.Rating == nil || k.Rating.Means != hold.Ultimate {
		noMean = "the plate's ultimate load is not known"
	}
	return "keyhole plate", noMean
}

// Keyhole hangs a board's back piece. Up is how high it is over the piece's lower edge, and
// the piece goes from Low (above the board's underside) up to High; mm. Lock says that
// something keeps the piece from being lifted off.
type Keyhole struct {
	KeySlot
	Up        quantity.Length `json:"up_mm" label:"over the lower edge" range:"3 2500"`
	Low       quantity.Length `json:"low_mm" label:"piece, lower edge" range:"-1000 100"`
	High      quantity.Length `json:"high_mm" label:"piece, upper edge" range:"-990 1500"`
	Back      quantity.Length `json:"back_mm" label:"piece, thick" range:"3 100"` // thickness of the piece that it is in
	Lock      bool            `json:"lock,omitempty" label:"lock screw" yes:"yes|no"`
	hold.Made `label:"wood" as:"wood"`
	Hole      string       `json:"hole" id:"own"` // id of the screw's place
	Screw     hold.Fixing  `json:"screw" title:"Into the wall" label:""`
	LockScrew *hold.Fixing `json:"lock_screw,omitempty" title:"Lock screw" label:"" only:"lock=true"`
}

// Noun is what it is called.
func (k *Keyhole) Noun() string { return "keyhole" }

// Validate names every problem of a keyhole.
func (k *Keyhole) Validate(p *problem.List) {
	field.Check(p, k)
	p.Between("high_mm", float64(k.High), float64(k.Low)+10, 1500)
	p.Between("up_mm", float64(k.Up), 3, float64(k.High-k.Low)-2)
	k.fits(p, k.Screw, k.Back)
	p.ID(k.Hole)
}

// Fixings are its own fasteners into the wall.
func (k *Keyhole) Fixings() []*hold.Fixing { return []*hold.Fixing{&k.Screw} }

// keyed is a keyhole in its place.
type keyed struct {
	*Keyhole
	set   hold.Site
	mount hold.Mount
	in    keySlotted
	turn  hold.Heel
}

// keySlotted is a slot in a piece so high, Up over its lower edge, on a screw; mm.
type keySlotted struct {
	*KeySlot
	screw    hold.Fixing
	board    material.Board
	high, up float64
}

// over is the wood between the slot's upper end and the piece's upper edge, mm.
func (k *keySlotted) over() float64 {
	slot, _ := k.routed(k.screw)
	return max(0, k.high-k.up-slot/2)
}

// Hang puts it on its screw: the heel is the piece's lower edge, as wide as the
// shelf that belongs to it. The screw's head is not drawn up: it turns freely in its slot.
func (k *Keyhole) Hang(s Setting) Hung {
	h := &keyed{Keyhole: k, set: s.Site}
	h.in = keySlotted{&k.KeySlot, k.Screw, s.Piece(k.Made, float64(k.High-k.Low), float64(k.Back)), float64(k.High - k.Low), float64(k.Up)}
	hole := h.set.Drill(k.Hole, s.X, float64(k.Low+k.Up), k.Screw, hold.Slotted(k.lip()))
	h.turn = hold.NewHeel([]float64{float64(k.Up)}, max(s.Along, 20), h.set.Bearing([]hold.Drilled{hole}))
	h.mount = hold.NewPlate(&h.set, "keyhole", k.Screw, []hold.Drilled{hole}, float64(k.Low), float64(k.High), max(s.Along, 20))
	return h
}

// StandsOut is how far in front of the wall the board's back edge is: the piece that the
// keyhole is in stands between.
func (k *Keyhole) StandsOut(*Rail) float64 { return float64(k.Back) }

func (h *keyed) Soft(float64) float64 { return 0 }
func (h *keyed) HoldsDown() bool      { return h.Lock }

// Bed says that it may be lifted off its screw, but not tip off the front: the heel keeps it.
func (h *keyed) Bed() *Bed { return &Bed{math.MaxFloat64, 0} }

func (h *keyed) Pad() float64 { return 0 }

func (h *keyed) Links() []hold.Link {
	name, noMean := h.called()
	return append([]hold.Link{{Part: "slot", Mode: "holds", Goes: hold.Shears, Of: h.of(h.Made), Role: hold.RoleJoint, Kind: hold.Strength,
		Name: name, NoMean: noMean, Use: h.slot}}, h.mount.PlateLinks()...)
}

// pull is what the head holds against by the heel rule.
func (h *keyed) pull(sh *working.Sheet, a hold.Action) float64 {
	return h.turn.Pull(sh, max(0, a.M), float64(h.Up))
}

// Low figures of a plate that nobody has rated, N (Rule).
const (
	platePull  = 50.0
	plateShear = 100.0
)

func (h *keyed) slot(sh *working.Sheet, a hold.Action) hold.Use {
	return h.in.holds(sh, h.pull(sh, a), math.Abs(a.R), a.Case, h.set.Bases[a.Case])
}

// holds is how far a slot is used, pulled by t and pushed across by v, N.
func (h *keySlotted) holds(sh *working.Sheet, t, v float64, c hold.Case, on material.Basis) hold.Use {
	pull, shear, source := platePull, plateShear, "Rule: nothing is known of it, low on purpose"
	off, down := "pulls off the head", "tears on the shank"
	switch r := h.Rating; {
	case h.Routed:
		pull, off = h.drawnOut(sh, on)
		shear, down = h.pushedUp(sh, on)
		source = "engineering basis"
	case r != nil:
		share := 1.0
		if r.Means != hold.WorkingLoad && c != hold.Break {
			share = 1.0 / 4
		}
		pull, shear, source = r.Pull.Weight()*share, r.Shear.Weight()*share, "maker's rating, "+string(r.Means)
	}
	u := hold.Part(t, pull) + hold.Part(v, shear)
	if sh.On() {
		sh.Add("used", "part of what the keyhole takes", "T / Tk + V / Zk", u, working.Ratio, source,
			working.In("T", t, working.Force), working.In("Tk", pull, working.Force), working.In("V", v, working.Force),
			working.In("Zk", shear, working.Force))
	}
	if hold.Part(v, shear) > hold.Part(t, pull) {
		off = down
	}
	return hold.Use{Used: u, How: off}
}

// drawnOut is the pull, N, that draws the head out of a routed slot: through its lip in
// shear, or by splitting a lip off, each bent as a cantilever from the side of the cavity.
func (h *keySlotted) drawnOut(sh *working.Sheet, on material.Basis) (float64, string) {
	head, lip := h.screw.HeadAcross(), float64(h.Lip)
	slot, cavity := h.routed(h.screw)
	through := 2 * head * lip * h.board.Shear(sh, on)
	stress, by := h.board.TensionPerp(sh, on), "Ft⊥"
	if h.Across {
		stress, by = h.board.Bending(sh, on), "Fb"
	}
	overhang := (cavity - slot) / 2
	c, long := cavity/2-(head+slot)/4, head+2*overhang
	splits := 2 * long * lip * lip * stress / (6 * c)
	if sh.On() {
		sh.Add("Th", "pull that draws the head through the lip", "2 × dhead × tlip × Fv", through, working.Force, "engineering basis",
			working.In("dhead", head, working.Length), working.In("tlip", lip, working.Length),
			working.In("Fv", through/2/head/lip, working.Stress))
		sh.Add("Tl", "pull that bends the lips off, c from the cavity's side to the middle of the head's bearing", "2 × ℓ × t² × "+by+" / (6 × c)",
			splits, working.Force, "engineering basis", working.In("ℓ", long, working.Length), working.In("t", lip, working.Length),
			working.In(by, stress, working.Stress), working.In("c", c, working.Length))
		sh.Add("Tk", "pull that it takes, the less of both", "min(Th, Tl)", min(through, splits), working.Force, "engineering basis",
			working.In("Th", through, working.Force), working.In("Tl", splits, working.Force))
	}
	if splits < through {
		return splits, "splits its lip"
	}
	return through, "draws its head through the lip"
}

// pushedUp is the push across, N, that the wood of a routed slot takes from the shank: its
// bearing, and what is over the slot: sheared out along the grain, or split across it.
func (h *keySlotted) pushedUp(sh *working.Sheet, on material.Basis) (float64, string) {
	lip, he, d := float64(h.Lip), h.over(), h.screw.Screw().D
	fe, by := hold.BoreStrength(sh, h.board, d, true, on)
	bears := d * lip * fe
	var over float64
	if h.Across {
		over = hold.Splitting(sh, lip, h.high, he, on)
	} else {
		fv := h.board.Shear(sh, on)
		over = 2 * he * lip * fv
		if sh.On() {
			sh.Add("F90", "push that shears the wood over the slot out", "2 × he × t × Fv", over, working.Force, "engineering basis",
				working.In("he", he, working.Length), working.In("t", lip, working.Length), working.In("Fv", fv, working.Stress))
		}
	}
	if sh.On() {
		sh.Add("Zs", "push of the shank on the lip", "dshank × tlip × "+by, bears, working.Force, "engineering basis",
			working.In("dshank", d, working.Length), working.In("tlip", lip, working.Length), working.In(by, fe, working.Stress))
		sh.Add("Zk", "push that it takes, the less of both", "min(Zs, F90)", min(bears, over), working.Force, "engineering basis",
			working.In("Zs", bears, working.Force), working.In("F90", over, working.Force))
	}
	if over < bears {
		return over, "splits the wood over the slot"
	}
	return bears, "crushes on the shank"
}

// Geometry draws the piece, the slot and the screw's pull.
func (h *keyed) Geometry(a hold.Action) hold.Geometry {
	g := h.set.NewGeometry(a)
	g.Shapes = hold.Drawn(h.Assemble(drawnOver(&h.set, nil, h.Keyhole)))
	if h.mount.Hold > 0 {
		h.mount.Draw(&g, 0, hold.Straight(a))
	}
	h.mount.Draw(&g, -1, hold.Pulled{})
	if h.Routed {
		g.Facts = append(g.Facts, hold.Long("wood left over the slot", h.in.over()), hold.Long("lip", float64(h.Lip)))
	}
	g.Measures = append(g.Measures, hold.Upright("keyhole over the lower edge", "keyhole.up_mm", float64(h.Back)+14, float64(h.Low), float64(h.Low+h.Up)))
	g.Fit()
	return g
}

// Notes say what is assumed of a plate.
func (h *keyed) Notes() hold.Notes {
	n := h.mount.Notes()
	if !h.Routed && h.Rating == nil {
		n.Assumed = append(n.Assumed, "nothing is known of the keyhole plates: low figures taken")
	}
	if h.Up < 40 {
		n.Cautions = append(n.Cautions, "the lower edge is a short lever: the higher the keyhole over it, the less it is pulled")
	}
	return n
}

func (*Keyhole) recipes() []Recipe {
	return []Recipe{
		{Key: "keyholes", Name: "keyholes", Words: "a back piece hung on screw heads", Hidden: true,
			Tools: []string{"router with a keyhole bit", "drill"}, Hands: "slots that match the screws", Misfit: onARail, Make: (*Outfit).keyholes,
			Is: func(w *Ways, _ *Rail) bool { return w.Keyhole != nil }},
	}
}

func (o *Outfit) keyholes() error {
	at := o.places()
	fix := o.Fixing(6, o.OnStuds(at...), false)
	for _, x := range at {
		o.add(x, &Keyhole{
			KeySlot: KeySlot{Routed: true, Across: true, Lip: 6}, Made: lumber(), High: o.Thickness + 90, Up: o.Thickness + 60, Back: o.Size(0.75, 19), Hole: o.ID(), Screw: fix,
		})
	}
	return nil
}

var _ Way = (*Keyhole)(nil)

// Assemble puts the piece behind the board up on its screw; all keyholes of a shelf are in one piece.
func (k *Keyhole) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	id := a.ID
	a.ID = a.Shelf
	back := a.part("back with keyholes", "back", k.Made, assembly.Along(-o.At, float64(k.Low), 0), assembly.Rect(0, 0, o.Length, float64(k.High-k.Low)), float64(k.Back))
	back.Aside = true
	a.ID = id
	a.glued(back, a.Board)
	a.hang(&k.KeySlot, back, k.Hole, k.Screw, 0, float64(k.Low+k.Up))
	a.locked(k.Lock, k.LockScrew, place(0, float64(k.Low)+lockUp, float64(k.Back)), inward)
	return &a.Assembly
}

// travel is how far a piece comes down onto its screw's head, in diameters of the entry (Rule).
const travel = 1.5

// slot is a routed keyhole; it is hung by coming down over the head, so that the entry lies below.
func (k *KeySlot) slot(screw hold.Fixing) piece.Feature {
	slot, cavity := k.routed(screw)
	return piece.Feature{Kind: piece.Key, D: cavity, Slim: slot, Lip: float64(k.Lip), Long: travel * cavity, Depth: float64(k.Lip) + screw.HeadAcross()/2, Of: screw.Type}
}

// lockUp is how high over the lower edge of what hangs on keyholes a screw locks it, and keyPlate how wide a keyhole's plate
// is, mm (Rule).
const lockUp, keyPlate = 12.0, 28.0

// hang hangs a piece by a keyhole on a screw in the wall at x, y: a slot in it, or a plate on it.
func (a *assembled) hang(k *KeySlot, on *assembly.Body, id string, screw hold.Fixing, x, y float64) {
	head := a.intoWall(id, screw, x, y, k.lip())
	head.Loose = true
	j := assembly.Joint{ID: "keyhole-" + id, Kind: assembly.Hung, A: on, By: head, Void: "slot", Keyhole: k.slot(screw)}
	if !k.Routed {
		plate := a.steel(a.thing("plate-"+id, "keyhole plate", 0), "plate", assembly.Along(x-keyPlate/2, y-keyPlate, 0), assembly.Rect(0, 0, keyPlate, keyPlate*1.4), k.lip())
		j = assembly.Joint{ID: j.ID, Kind: assembly.Housed, A: plate, B: on, Cuts: piece.Slot, Room: [3]float64{0, 0, screw.HeadAcross()}}
	}
	a.Join(j)
}
