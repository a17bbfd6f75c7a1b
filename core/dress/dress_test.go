package dress_test

import (
	"fmt"
	"os"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"encoding/json"
)

func ids() func() string {
	n := 0
	return func() string { n++; return fmt.Sprintf("new-%d", n) }
}

func wallWith(t testing.TB) *design.Project {
	t.Helper()
	b, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	var p design.Project
	if err := json.Unmarshal(b, &p); err != nil {
		t.Fatal(err)
	}
	return &p
}

func TestX(t *testing.T) {
	for _, unit := range []string{"in", "mm"} {
		for _, w := range dress.Ways() {
			p := wallWith(t)
			p.Units.Length = unit
			p.Shelves[0].Thickness = 38
			s, err := dress.Shelf(p, p.Shelves[0], w.Key, ids())
			if err != nil {
				t.Errorf("%s: %v", w.Key, err)
				continue
			}
			p.Shelves[0] = s
			r, err := check.Run(p)
			if err != nil {
				t.Errorf("%s: %v", w.Key, err)
				continue
			}
			sh := r.Shelves[0]
			fmt.Printf("%s %s: %.1f of %.1f first %s straight %.1f\n", unit, w.Key, sh.HoldsUpTo.Kg, sh.Asked, sh.First, sh.StraightTo.Kg)
			for _, l := range sh.Links {
				b := -1.0
				if l.Break != nil {
					b = l.Break.Kg
				}
				fmt.Printf("    %-34s %-28s used %.3f limit %.1f break %.1f %s\n", l.Name, l.Where, l.Used, l.Limit.Kg, b, l.How)
			}
			for _, c := range sh.Cautions {
				fmt.Println("    !", c.Text)
			}
		}
	}
}
