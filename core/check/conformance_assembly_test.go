package check

import (
	"fmt"
	"hash/fnv"
	"regexp"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/support"
)

// The faults that are not mended yet, as mending them moves answers: each with what its words have in them. One that
// is found no more fails.
var unmended = map[string]string{
	"standards": "standard|screws/|/board", // its board stands as far out as the wall's face, and its standards before that
}

// together names what of a shelf does not go together as it is drawn and cut (building basis, One body).
func together(p *design.Project, i int) (wrong []string) {
	s := &p.Shelves[i]
	if form, _ := s.Form(); form != nil {
		return nil
	}
	a := p.Assembly(s)
	a.Bodies = append(a.Bodies, p.Behind(s)...)
	for _, f := range a.Faults() {
		wrong = append(wrong, fmt.Sprintf("%s (%s) %s, at %.0f, %.0f, %.0f", f.Of, f.Name, f.Says, f.At.X, f.At.Y, f.At.Z))
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
			skipped, said := 0, map[string]bool{}
			for range dresstest.Trials(20, 200) {
				p := r.Recipe(way.Key)
				for _, w := range together(p, 0) {
					if of := unmended[way.Key]; of != "" && regexp.MustCompile(of).MatchString(w) {
						skipped++
						continue
					}
					kind := strings.Join(strings.Fields(w)[1:6], " ")
					if s := &p.Shelves[0]; !said[kind] {
						said[kind] = true
						t.Errorf("%.0f × %.0f × %.0f at %.0f, %s, %s: %s", s.Length, s.Depth, s.Thickness, s.Y, s.MakeUp.Kind, p.Wall.Kind, w)
					}
				}
			}
			if unmended[way.Key] != "" && skipped == 0 {
				t.Error("mended: take it off the list")
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
