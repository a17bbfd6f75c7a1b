package e2e

import (
	"testing"
)

func TestAccidentOnAndOffShowsItsVerdictAndItsPlace(t *testing.T) {
	_, p := openJars(t, 1280, 800)
	p.keys("1")
	p.says("[data-testid=worst-places]", "worst place to set down")
	p.choose("and if", "child")
	p.says("[data-testid=accident]", "a child climbing it")
	p.says("[data-testid=worst-places]", "worst place for an accident: 45 kg")
	p.choose("and if", "pet")
	p.put("the pet weighs", "4 kg")
	p.says("[data-testid=worst-places]", "worst place for an accident: 12 kg")
	p.says("[data-testid=accident]", "a pet landing on it")
	p.choose("and if", "none")
	p.gone("[data-testid=accident]")
}

func TestLowGuessIsSaidWhereItWouldChangeTheVerdict(t *testing.T) {
	_, p := openJars(t, 1280, 800)
	p.keys("1")
	p.click("aside li button|Crate")
	p.put("at least (0: the same)", "2 kg")
	p.says("footer", "By the low guess, 17.9 kg, it holds and stays straight")
	p.put("at least (0: the same)", "40 kg")
	p.says("[role=alert]", "more than the high one")
}
