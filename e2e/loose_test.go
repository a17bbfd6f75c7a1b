package e2e

import (
	"strings"
	"testing"
)

// A board that lies loose and tips when only its left end is laden is not said to fall, nor to
// be good: it is to be screwed down, and that is the first thing offered.
func TestALooseBoardIsToldToBeScrewedDown(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.click(thing("support", "jars-b1"))
	p.put("from the wall's left end", "34 3/16")
	for _, b := range []string{"jars-b1", "jars-b2", "jars-b3"} {
		p.click(thing("support", b))
		p.put("bar, thick", "5/16")
		p.put("long", "3 1/2")
	}
	p.says("[data-testid=verdict]", "but lies loose, and sags")
	p.says("[data-testid=verdict]", "with contents only left of bracket 1 it tips over its left support at")
	p.says("[data-testid=verdict]", "Screw it down.")
	p.click("aside button|the shelf")
	p.says("[data-testid=ideas] li", "Screw the board down")
	p.click("aside button|Screw the board down")
	p.until("a verdict that is not loose", `!document.querySelector("[data-testid=verdict]").textContent.includes("loose")`)
	if says := p.text("[data-testid=verdict]"); !strings.Contains(says, "but sags") {
		t.Errorf("screwed down it says %q", says)
	}
}
