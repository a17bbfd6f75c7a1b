package check

import (
	"slices"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/support"
)

// What a document says and no rule judges yet is named, and nothing that leaves it out is
// called a verdict.
func TestWhatIsNotJudgedYetIsNamed(t *testing.T) {
	cases := []struct {
		says string
		make func(p *design.Project, s *design.Shelf)
	}{
		{"fasteners from behind", func(p *design.Project, s *design.Shelf) {
			s.Rail, p.Fixtures.Rails = "r1", []support.Rail{{ID: "r1", Screw: hold.Fixing{Behind: true}}}
		}},
		{"fasteners from behind", func(_ *design.Project, s *design.Shelf) { firstFixing(s).Behind = true }},
		{"how the platforms are held", func(_ *design.Project, s *design.Shelf) { s.Forms.Set(&support.StandingFrame{}) }},
	}
	for _, c := range cases {
		t.Run(c.says, func(t *testing.T) {
			p := demoWall(t)
			c.make(p, &p.Shelves[0])
			all := p.Unjudged(&p.Shelves[0])
			if !slices.ContainsFunc(all, func(u design.Unjudged) bool { return strings.Contains(u.What, c.says) }) {
				t.Errorf("it is not named: %v", all)
			}
		})
	}
}

func TestAShelfWithSomethingNotJudgedIsNotCalledGood(t *testing.T) {
	p := demoWall(t)
	for i := range p.Shelves[0].Contents {
		p.Shelves[0].Contents[i].Each /= 100
		p.Shelves[0].Contents[i].Count = 1
	}
	firstFixing(&p.Shelves[0]).Behind = true
	got, err := One(t.Context(), p, 0)
	if err != nil {
		t.Fatal(err)
	}
	if got.Verdict == Gives || got.Verdict == Holds {
		t.Errorf("the verdict is %s with %v", got.Verdict, got.NotJudged)
	}
}

func firstFixing(s *design.Shelf) *hold.Fixing { return s.Supports[0].Way().Fixings()[0] }
