package check_test

import (
	"encoding/json"
	"fmt"
	"math"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/support"
)

// moved are copies of a document in which one part stands where its neighbour does, or off
// the board, or off the wall. It takes every list of things with a place along the wall.
func moved(doc map[string]any, do func(what string)) {
	var walk func(at string, v any)
	walk = func(at string, v any) {
		switch v := v.(type) {
		case map[string]any:
			for k, in := range v {
				walk(at+"."+k, in)
			}
		case []any:
			for i, in := range v {
				one, _ := in.(map[string]any)
				was, placed := one["x_mm"].(float64)
				if placed {
					to := map[string]float64{"off the left": was - 700, "off the right": was + 900}
					if i > 0 {
						next, _ := v[i-1].(map[string]any)
						to["on its twin"], _ = next["x_mm"].(float64)
						to["a tenth beside its twin"] = to["on its twin"] + 0.1
					}
					for how, x := range to {
						one["x_mm"] = x
						do(fmt.Sprintf("%s[%d] %s", at, i, how))
					}
					one["x_mm"] = was
				}
				walk(fmt.Sprintf("%s[%d]", at, i), in)
			}
		}
	}
	walk("", doc)
}

// Wherever a part is put, its place is refused by name, or there is an answer with figures
// in it that can be written.
func TestWhereverAPartIsPut(t *testing.T) {
	draw := dresstest.New(1414)
	refused, answered := 0, 0
	for _, way := range support.Recipes() {
		for range 1 {
			b, err := json.Marshal(draw.Design(way.Key))
			if err != nil {
				t.Fatal(err)
			}
			var doc map[string]any
			if err := json.Unmarshal(b, &doc); err != nil {
				t.Fatal(err)
			}
			moved(doc, func(what string) {
				changed, err := json.Marshal(doc)
				if err != nil {
					t.Fatal(err)
				}
				p := new(design.Project)
				if err := json.Unmarshal(changed, p); err != nil {
					t.Fatal(err)
				}
				if len(p.Validate()) > 0 {
					refused++
					return
				}
				defer func() {
					if r := recover(); r != nil {
						t.Errorf("%s, %s: %v", way.Key, what, r)
					}
				}()
				rep, err := check.Run(t.Context(), p)
				if err != nil {
					t.Errorf("%s, %s: %v", way.Key, what, err)
					return
				}
				if _, err := json.Marshal(rep); err != nil {
					t.Errorf("%s, %s: %v", way.Key, what, err)
				}
				for _, s := range rep.Shelves {
					if math.IsNaN(s.HoldsUpTo.Kg) || s.First == "" && s.Verdict == "" {
						t.Errorf("%s, %s: holds %v by %q", way.Key, what, s.HoldsUpTo.Kg, s.First)
					}
				}
				answered++
			})
		}
	}
	if refused < 100 || answered < 100 {
		t.Errorf("%d refused, %d answered: the test asks nothing", refused, answered)
	}
}
