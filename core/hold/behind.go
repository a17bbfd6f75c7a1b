package hold

import (
	"cmp"
	"fmt"
	"math"

	"aguante/core/fastener"
	"aguante/core/say"
	"aguante/core/wall"
	"aguante/core/working"
)

// BehindUse says whether anything holds, or why the first does not.
func BehindUse(holes []Drilled, hold int) Use {
	switch {
	case hold > 0:
		return Use{How: "hold"}
	case len(holes) == 0:
		return Use{Used: Fails, How: "there are none"}
	}
	return Use{Used: Fails, How: "the first " + holes[0].Why(), Unknown: holes[0].unknown != "" && holes[0].Anchor()}
}

// FastenerNotes are what fasteners assume and beware of, the same for every piece.
func FastenerNotes(s *Site, fix Fixing, holes []Drilled, hold int) (n Notes) {
	if hold > 0 && hold < len(holes) {
		n.Cautions = append(n.Cautions, fmt.Sprintf("only %d of %d %ss hold; the others are not counted", hold, len(holes), fix.Noun()))
	}
	for i := range holes {
		if d := &holes[i]; d.Why() != "" && d.Counts() {
			n.Cautions = append(n.Cautions, one(fix.Noun())+" "+d.Why())
			break
		}
	}
	if fix.Undrilled && fix.Screw().Kind == fastener.Lag {
		n.Cautions = append(n.Cautions, "a lag without a lead hole splits the wood or twists off: codes ask for one")
	}
	if fix.Noun() != "anchor" || hold == 0 {
		return n
	}
	if fix.Rating == nil {
		n.Assumed = append(n.Assumed, "nothing is known of the "+fix.Screw().Name+": low figures taken")
	}
	if s.Wall.Solid() {
		n.Assumed = append(n.Assumed, "the anchors stand in sound brick, block or concrete, not in a joint")
	}
	if fix.Screw().Fits == fastener.InLining {
		n.Cautions = append(n.Cautions, "what a packet rates each anchor for is not what each carries here: the bracket levers the top one out")
	}
	return n
}

// HeelName names what a heel presses on.
func (s *Site) HeelName() string {
	switch {
	case s.Onto != nil:
		return cmp.Or(s.Onto.Face, s.Onto.Name) + " under the heel"
	case s.Wall.Lining.Kind != wall.Bare:
		return "lining under the heel"
	case s.Wall.Solid():
		return "wall under the heel"
	}
	return "stud under the heel"
}

// IntoName names what holds the fasteners.
func (s *Site) IntoName(fix Fixing) string {
	switch {
	case s.Onto != nil:
		return fix.Noun() + "s into the " + s.Onto.Name
	case s.Wall.Solid():
		return fix.Noun() + "s into the wall"
	case fix.Noun() == "anchor":
		return "anchors into the lining"
	}
	return "screws into the stud"
}

// Press tells how much of the moment that the heel rule can balance is in use.
func (h *Heel) Press(sh *working.Sheet, a Action) Use {
	u := 0.0
	if a.M != 0 { // a lone fastener level with the heel balances none
		u = math.Abs(a.M) / h.capacity
	}
	if sh.On() {
		sh.Add("Mheel", fmt.Sprintf("greatest moment that the heel rule can balance, with %s of wall pressed", say.Length(h.peak)),
			"max over a of fb × b × a × Σ(y − a/2)² / Σ(y − a/2)", h.capacity, working.Moment, "heel rule (Rule, from statics)",
			working.In("fb", h.Fb, working.Stress), working.In("b", h.B, working.Length), working.In("a", h.peak, working.Length))
		sh.Add("used", "part of it in use", "M / Mheel", u, working.Ratio, "", working.In("M", math.Abs(a.M), working.Moment),
			working.In("Mheel", h.capacity, working.Moment))
	}
	return Use{Used: u, How: "crushes under the heel"}
}
