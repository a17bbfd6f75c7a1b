package support

import (
	"iter"
	"reflect"
	"strings"
	"sync"

	"aguante/core/field"
)

// Ways is what one support is: the one of these that its kind names. A new way of
// hanging under a board is one more line here; its name in a file is its kind.
type Ways struct {
	FlatBracket   *FlatBracket   `json:"flat_bracket,omitempty"`
	BracedBracket *Braced        `json:"braced_bracket,omitempty"`
	TimberBracket *TimberBracket `json:"timber_bracket,omitempty"`
	Pin           *Pin           `json:"pin,omitempty"`
	HiddenBracket *Hidden        `json:"hidden_bracket,omitempty"`
	Holder        *Holder        `json:"holder,omitempty"`
	SideCleat     *Side          `json:"side_cleat,omitempty"`
	Keyhole       *Keyhole       `json:"keyhole,omitempty"`
}

// Forms is what may hold in place of a board on supports: one of these at most. A new
// form is one more line here.
type Forms struct {
	Rack      *Rack          `json:"rack,omitempty"`
	HookRail  *HookRail      `json:"hook_rail,omitempty"`
	Frame     *StandingFrame `json:"frame,omitempty"`
	SheetRack *SheetRack     `json:"sheet_rack,omitempty"`
	Cart      *HingedCart    `json:"cart,omitempty"`
	Tools     *ToolHolder    `json:"tool_holder,omitempty"`
	Box       *BinBox        `json:"box,omitempty"`
}

// railWays are what a rail may be. A new one is one more line here.
func railWays() []railWay {
	return []railWay{strip{}, cleat{}, block{}, ledger{}, hookBoard{}, backer{}}
}

// Kind names a way of hanging under a board: its name in a file with dashes.
type Kind string

// Choices lists the kinds.
func (Kind) Choices() []field.Choice { return kinds() }

var kinds = sync.OnceValue(func() []field.Choice {
	var out []field.Choice
	for kind, way := range namesOf[Ways, Way]() {
		out = append(out, field.Choice{Key: string(kindOf(kind)), Label: way.Noun()})
	}
	return out
})

// placeOf is where a kind's way is in the list.
var placeOf = sync.OnceValue(func() map[Kind]int {
	out := map[Kind]int{}
	for i, c := range kinds() {
		out[Kind(c.Key)] = i
	}
	return out
})

func kindOf(name string) Kind { return Kind(strings.ReplaceAll(name, "_", "-")) }

// Name is a kind's name in a file.
func (k Kind) Name() string { return strings.ReplaceAll(string(k), "-", "_") }

// Way is the way that a kind names, nil where it is not there.
func (w *Ways) Way(k Kind) Way {
	i, known := placeOf()[k]
	if !known {
		return nil
	}
	if f := reflect.ValueOf(w).Elem().Field(i); !f.IsNil() {
		return f.Interface().(Way)
	}
	return nil
}

// Of puts a way in its place, and says which kind it is.
func (w *Ways) Of(way Way) Kind {
	v := reflect.ValueOf(w).Elem()
	for i := range v.NumField() {
		if f := v.Field(i); f.Type() == reflect.TypeOf(way) {
			f.Set(reflect.ValueOf(way))
			return kindOf(nameOf(v.Type().Field(i)))
		}
	}
	panic("a way that is not in the list")
}

// Form is what is there of the forms and its name in a file; nil where none is.
func (f *Forms) Form() (Form, string) {
	for name, form := range f.All() {
		return form, name
	}
	return nil, ""
}

// All are the forms that are there: one at most in a valid design.
func (f *Forms) All() iter.Seq2[string, Form] { return partsOf[Form](f) }

// Set puts a form in its place.
func (f *Forms) Set(form Form) {
	v := reflect.ValueOf(f).Elem()
	for i := range v.NumField() {
		if p := v.Field(i); p.Type() == reflect.TypeOf(form) {
			p.Set(reflect.ValueOf(form))
			return
		}
	}
	panic("a form that is not in the list")
}

// AllWays and AllForms are one of each, with nothing in it, by its name in a file.
func AllWays() iter.Seq2[string, Way]   { return namesOf[Ways, Way]() }
func AllForms() iter.Seq2[string, Form] { return namesOf[Forms, Form]() }

func nameOf(f reflect.StructField) string {
	name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
	return name
}

// partsOf goes over the parts of a union that are there.
func partsOf[T any](union any) iter.Seq2[string, T] {
	return func(yield func(string, T) bool) {
		v := reflect.ValueOf(union).Elem()
		for i := range v.NumField() {
			if f := v.Field(i); !f.IsNil() && !yield(nameOf(v.Type().Field(i)), f.Interface().(T)) {
				return
			}
		}
	}
}

// namesOf goes over all parts that a union may have, empty ones.
func namesOf[U, T any]() iter.Seq2[string, T] {
	return func(yield func(string, T) bool) {
		t := reflect.TypeFor[U]()
		for i := range t.NumField() {
			if !yield(nameOf(t.Field(i)), reflect.New(t.Field(i).Type.Elem()).Interface().(T)) {
				return
			}
		}
	}
}
