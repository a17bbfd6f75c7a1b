package design

import (
	"fmt"
	"reflect"

	"aguante/core/hold"
	"aguante/core/support"
)

// Unjudged is something that a document says and the check does not judge yet. About is
// the id of what it is about.
type Unjudged struct {
	About string
	What  string
}

// Unjudged names everything of a shelf by itself, and of what it hangs on, that the check
// does not judge yet: no verdict that leaves it out may be called one.
func (p *Project) Unjudged(s *Shelf) []Unjudged {
	var out []Unjudged
	add := adder(&out)
	unjudgedFixings(reflect.ValueOf(&s.Forms), s.ID, add)
	if r := p.Fixtures.Rail(s.Rail); r != nil {
		unjudgedFixings(reflect.ValueOf(r), r.ID, add)
	}
	if form, _ := s.Form(); form != nil {
		if a, ok := form.(support.Abstains); ok {
			for _, what := range a.Abstains() {
				add(s.ID, "%s", what)
			}
		}
	}
	for i := range s.Supports {
		u := &s.Supports[i]
		if id := support.HangsOn(u.Way()); id != "" {
			unjudgedFixings(reflect.ValueOf(p.Fixtures.Standard(id)), id, add)
		}
		if a, ok := u.Way().(support.Abstains); ok {
			for _, what := range a.Abstains() {
				add(u.ID, "%s", what)
			}
		}
		unjudgedFixings(reflect.ValueOf(u.Way()), u.ID, add)
	}
	return out
}

// Sharing counts the shelves that hang on each fixture.
func (p *Project) Sharing() map[string]int {
	on := map[string]int{}
	for i := range p.Shelves {
		ids := map[string]bool{}
		p.Shelves[i].hangsOn(ids)
		for id := range ids {
			on[id]++
		}
	}
	return on
}

func adder(to *[]Unjudged) func(about, format string, args ...any) {
	return func(about, format string, args ...any) {
		*to = append(*to, Unjudged{about, fmt.Sprintf(format, args...)})
	}
}

var fixing = reflect.TypeFor[hold.Fixing]()

// unjudgedFixings looks at every fastener within a part: into the wall, into the board, in
// a joint.
func unjudgedFixings(v reflect.Value, about string, add func(about, format string, args ...any)) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			unjudgedFixings(v.Elem(), about, add)
		}
	case reflect.Slice:
		for i := range v.Len() {
			unjudgedFixings(v.Index(i), about, add)
		}
	case reflect.Struct:
		if v.Type() == fixing {
			f := v.Addr().Interface().(*hold.Fixing)
			if f.Behind {
				add(about, "fasteners from behind")
			}
			return
		}
		for i := range v.NumField() {
			unjudgedFixings(v.Field(i), about, add)
		}
	}
}
