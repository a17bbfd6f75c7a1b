package check

import (
	"fmt"
	"hash/fnv"
	"math"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/hold"
	"aguante/core/support"
)

// together names what of a shelf does not go together as it is drawn and cut (building basis, One body).
func together(p *design.Project, i int) (wrong []string) {
	for _, f := range p.Faults(&p.Shelves[i]) {
		wrong = append(wrong, fmt.Sprintf("%s (%s) %s, at %.0f, %.0f, %.0f", f.Of, f.Name, f.Says, f.X, f.Y, f.Z))
	}
	return wrong
}

// Usual parts go together, whatever the wall and the board: no recipe makes a fault.
func TestRecipesGoTogether(t *testing.T) {
	for _, way := range support.Recipes() {
		if way.Form {
			continue
		}
		t.Run(way.Key, func(t *testing.T) {
			r := dresstest.New(seed(way.Key))
			said := map[string]bool{}
			for range dresstest.Trials(20, 200) {
				p := r.Recipe(way.Key)
				for _, w := range together(p, 0) {
					kind := strings.Join(strings.Fields(w)[1:6], " ")
					if s := &p.Shelves[0]; !said[kind] {
						said[kind] = true
						t.Errorf("%.0f × %.0f × %.0f at %.0f, %s, %s: %s", s.Length, s.Depth, s.Thickness, s.Y, s.MakeUp.Kind, p.Wall.Kind, w)
					}
				}
			}
		})
	}
}

// seed is one of a name's own.
func seed(name string) uint64 {
	h := fnv.New64a()
	_, _ = h.Write([]byte(name))
	return h.Sum64()
}

// The demo's shelves go together too.
func TestDemosGoTogether(t *testing.T) {
	for _, name := range []string{"honey-room", "brick-wall", "back-wall"} {
		p := dresstest.DemoWall(t, name)
		for i := range p.Shelves {
			for _, w := range together(p, i) {
				t.Errorf("%s, %s: %s", name, p.Shelves[i].Name, w)
			}
		}
	}
}

// holesAreFasteners: every hole that the check counts is a fastener of the assembly, in that place, and the other way.
func (c *conformer) holesAreFasteners(t *testing.T) (wrong []string) {
	s := c.shelf()
	if c.form() != nil {
		return nil
	}
	at, inWall := map[string][2]float64{}, map[string]bool{}
	for _, f := range c.p.Assembly(s).Fasteners {
		at[f.ID] = [2]float64{f.Head.X, f.Head.Y}
		inWall[f.ID] = inWall[f.ID] || f.Hole
	}
	seen := map[string]bool{}
	look := func(holes []hold.Hole) {
		for _, h := range holes {
			seen[h.ID] = true
			got, ok := at[h.ID]
			if h.ID == "pin" {
				continue // a rod in a bore: a body of its own
			}
			if !ok || math.Hypot(got[0]-h.X, got[1]-h.Y) > 0.01 {
				wrong = append(wrong, fmt.Sprintf("the hole %s at %.1f, %.1f is a fastener at %v (%t)", h.ID, h.X, h.Y, got, ok))
			}
		}
	}
	a := c.answer(t, nil)
	for _, sup := range a.Supports {
		look(sup.Geometry.Holes)
	}
	if a.Rail != nil {
		for _, col := range a.Rail.Geometry.Columns {
			look(col.Holes)
		}
	}
	for id, is := range inWall {
		if is && !seen[id] {
			wrong = append(wrong, fmt.Sprintf("nothing is asked of the fastener %s", id))
		}
	}
	return wrong
}
