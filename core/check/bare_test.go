package check_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/support"
)

// Whatever is taken out of a design, it has an answer that can be written, or is refused by name.
func TestWhateverIsTakenOut(t *testing.T) {
	draw := dresstest.New(1415)
	asked := 0
	for _, way := range support.Recipes() {
		b, err := json.Marshal(draw.Design(way.Key))
		if err != nil {
			t.Fatal(err)
		}
		var doc map[string]any
		if err := json.Unmarshal(b, &doc); err != nil {
			t.Fatal(err)
		}
		emptied(doc, func(what string) {
			changed, _ := json.Marshal(doc)
			p := new(design.Project)
			if err := json.Unmarshal(changed, p); err != nil {
				t.Fatal(err)
			}
			if len(p.Validate()) > 0 {
				return
			}
			asked++
			rep, err := check.Run(t.Context(), p)
			if err == nil {
				_, err = json.Marshal(rep)
			}
			if err != nil {
				t.Errorf("%s without %s: %.300v", way.Key, what, err)
			}
			for i := range p.Shelves {
				if _, err := check.FindPlaces(t.Context(), p, &p.Shelves[i]); err != nil {
					t.Errorf("%s without %s: places: %v", way.Key, what, err)
				}
			}
		})
	}
	if asked < 100 {
		t.Errorf("%d designs: the test asks nothing", asked)
	}
}

// emptied leaves out of a document each list's things: all of them, and all but the first.
func emptied(v any, do func(what string)) {
	var walk func(at string, v any)
	walk = func(at string, v any) {
		switch v := v.(type) {
		case map[string]any:
			for k, in := range v {
				if list, ok := in.([]any); ok && len(list) > 0 {
					v[k] = []any{}
					do(at + "." + k)
					if len(list) > 2 {
						v[k] = list[:1]
						do(at + "." + k + " but one")
					}
					v[k] = list
				}
				walk(at+"."+k, in)
			}
		case []any:
			for i, in := range v {
				walk(fmt.Sprintf("%s[%d]", at, i), in)
			}
		}
	}
	walk("", v)
}
