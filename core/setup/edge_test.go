package setup

import (
	"math"
	"testing"

	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/plan"
)

// The card of a bore in an edge says how much wood is left beside it: from the nearer face to the bore's side.
func TestWoodBesideABoreInAnEdge(t *testing.T) {
	p, seen := dresstest.HoneyRoom(t), 0
	for i := range p.Shelves {
		school := p.Making.PracticeOf(p.Shelves[i].ID)
		school.Bores = design.BoresAfter
		p.Making.Schools = append(p.Making.Schools, school)
	}
	parts := plan.Parts(p)
	for _, c := range Cards(p, parts, kerf, nil) {
		if c.Kind != EdgeBore {
			continue
		}
		seen++
		var beside, bit, middle float64
		for _, f := range c.Figures {
			switch {
			case f.Name == "wood beside it":
				beside = f.Value
			case f.Name == "bit":
				bit = f.Value
			case middle == 0 && len(f.Name) > 6 && f.Name[:6] == "middle":
				middle = f.Value
			}
		}
		thick := 0.0
		for k := range parts {
			if len(c.Serves) > 0 && parts[k].Letter == c.Serves[0].Letter {
				thick = parts[k].Thickness
			}
		}
		if want := min(middle, thick-middle) - bit/2; thick == 0 || math.Abs(beside-want) > 0.05 {
			t.Errorf("%s: %.2f beside a bore of %.2f at %.2f of %.2f", c.Title, beside, bit, middle, thick)
		}
	}
	if seen == 0 {
		t.Error("no bore in an edge")
	}
}
