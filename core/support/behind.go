package support

import (
	"fmt"
	"math"

	"aguante/core/fastener"
	"aguante/core/quantity"
	"aguante/core/wall"
	"aguante/core/working"
)

// behindUse says whether anything holds, or why the first does not.
func behindUse(holes []drilled, hold int) Use {
	switch {
	case hold > 0:
		return Use{How: "hold"}
	case len(holes) == 0:
		return Use{Used: fails, How: "there are none"}
	}
	return Use{Used: fails, How: "the first " + holes[0].why()}
}

// fastenerNotes are what fasteners assume and beware of, the same for every piece.
func fastenerNotes(s *Site, fix Fixing, holes []drilled, hold int) (n Notes) {
	if hold > 0 && hold < len(holes) {
		n.Cautions = append(n.Cautions, fmt.Sprintf("only %d of %d %ss hold; the others are not counted", hold, len(holes), fix.noun()))
	}
	for i := range holes {
		if d := &holes[i]; d.why() != "" && d.counts() {
			n.Cautions = append(n.Cautions, "a "+fix.noun()+" "+d.why())
			break
		}
	}
	if fix.noun() != "anchor" || hold == 0 {
		return n
	}
	if fix.Rating == nil {
		n.Assumed = append(n.Assumed, "nothing is known of the "+fix.screw().Name+": low figures taken")
	}
	if s.Wall.Solid() {
		n.Assumed = append(n.Assumed, "the anchors stand in sound brick, block or concrete, not in a joint")
	}
	if fix.screw().Fits == fastener.InLining {
		n.Cautions = append(n.Cautions, "what a packet rates each anchor for is not what each carries here: the bracket levers the top one out")
	}
	return n
}

// heelName names what a heel presses on.
func (s *Site) heelName() string {
	switch {
	case s.Wall.Lining.Kind != wall.Bare:
		return "lining under the heel"
	case s.Wall.Solid():
		return "wall under the heel"
	}
	return "stud under the heel"
}

// intoName names what holds the fasteners.
func (s *Site) intoName(fix Fixing) string {
	switch {
	case s.Wall.Solid():
		return fix.noun() + "s into the wall"
	case fix.noun() == "anchor":
		return "anchors into the lining"
	}
	return "screws into the stud"
}

// press tells how much of the moment that the heel rule can balance is in use.
func (h *heel) press(sh *working.Sheet, a Action) Use {
	u := math.Abs(a.M) / h.capacity
	if sh.On() {
		sh.Add("Mheel", fmt.Sprintf("greatest moment that the heel rule can balance, with %s mm of wall pressed", quantity.Decimal(h.peak, 1)),
			"max over a of fb × b × a × Σ(y − a/2)² / Σ(y − a/2)", h.capacity, working.Moment, "heel rule (Rule, from statics)",
			working.In("fb", h.fb, working.Stress), working.In("b", h.b, working.Length), working.In("a", h.peak, working.Length))
		sh.Add("used", "part of it in use", "M / Mheel", u, working.Ratio, "", working.In("M", math.Abs(a.M), working.Moment), working.In("Mheel", h.capacity, working.Moment))
	}
	return Use{Used: u, How: "crushes under the heel"}
}
