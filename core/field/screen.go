package field

import (
	"fmt"
	"reflect"
	"slices"
	"strings"
)

// Kind is how a field is typed or chosen on the screen.
type Kind string

// The kinds.
const (
	Length  Kind = "length"
	Fine    Kind = "fine" // a length in smaller steps
	Mass    Kind = "mass"
	Count   Kind = "count"
	Number  Kind = "number"
	Degrees Kind = "degrees"
	Word    Kind = "choice"
	Yes     Kind = "yes"
	Wood    Kind = "wood"    // a wood, lumber or panel
	Places  Kind = "places"  // things in places, one figure of each typed
	Rows    Kind = "rows"    // a list of lengths
	Special Kind = "special" // with a way of its own on the screen, by its type
)

// Choices lists them.
func (Kind) Choices() []Choice {
	return Choose("length", "", "fine", "", "mass", "", "count", "", "number", "", "degrees", "", "choice", "", "yes", "", "wood", "",
		"places", "", "rows", "", "special", "")
}

// Shown is one field as the screen shows it. Path leads to it from the part that was
// asked about.
type Shown struct {
	Path    string   `json:"path"`
	Label   string   `json:"label"`
	Kind    Kind     `json:"kind"`
	Type    string   `json:"type,omitempty"` // of a special one
	Choices []Choice `json:"choices,omitempty"`
	Only    []Only   `json:"only,omitempty"`
	At      string   `json:"at,omitempty"`
}

// Group is fields under a title. An optional one may be put in and taken out.
type Group struct {
	Title string  `json:"title,omitempty"`
	Path  string  `json:"path,omitempty"` // of an optional part
	Add   string  `json:"add,omitempty"`
	Drop  string  `json:"drop,omitempty"`
	Shown []Shown `json:"fields"`
}

// Groups are the labelled fields of a struct, in its order.
func Groups(t reflect.Type) []Group {
	d := &describer{groups: []Group{{Shown: []Shown{}}}}
	d.walk(t, "", nil, nil)
	out := d.groups[:0]
	for _, g := range d.groups {
		if len(g.Shown) > 0 {
			out = append(out, g)
		}
	}
	return out
}

type describer struct{ groups []Group }

// walk describes the fields of a struct, but some of them.
func (d *describer) walk(t reflect.Type, prefix string, only []Only, but []string) {
	for _, g := range fieldsOf(t) {
		if slices.Contains(but, g.name) {
			continue
		}
		f := t.Field(g.index)
		typ, path, when := f.Type, prefix+g.name, only
		if typ.Kind() == reflect.Pointer {
			typ = typ.Elem()
		}
		if g.only != nil {
			when = append(append([]Only{}, only...), Only{prefix + g.only.Path, g.only.Values})
		}
		if title, ok := g.tag.Lookup("title"); ok {
			group := Group{Title: title, Shown: []Shown{}}
			if add, ok := g.tag.Lookup("add"); ok {
				group.Path, group.Add, group.Drop = path, add, g.tag.Get("drop")
			}
			d.groups = append(d.groups, group)
		}
		label, labelled := g.tag.Lookup("label")
		switch {
		case g.embedded && !labelled:
			d.walk(typ, prefix, when, strings.FieldsFunc(g.tag.Get("but"), func(r rune) bool { return r == ',' }))
		case labelled:
			d.add(show(&g, typ, path, label, when))
		case typ.Kind() == reflect.Struct && g.tag.Get("title") != "":
			d.walk(typ, path+".", when, nil)
		}
	}
}

func (d *describer) add(s Shown) {
	last := &d.groups[len(d.groups)-1]
	last.Shown = append(last.Shown, s)
}

func show(g *tagged, typ reflect.Type, path, label string, only []Only) Shown {
	s := Shown{Path: path, Label: label, Only: only, At: g.tag.Get("at")}
	switch {
	case g.tag.Get("as") != "":
		s.Kind = Kind(g.tag.Get("as"))
		if s.Kind == Special {
			s.Path, s.Type = strings.TrimSuffix(path, "."), typ.Name()
		}
		if s.Kind == Wood {
			s.Path = strings.TrimSuffix(path, g.name) + "wood"
			if !g.embedded {
				s.Path = path + ".wood"
			}
		}
	case typ == lengthType:
		s.Kind = Length
	case typ == massType:
		s.Kind = Mass
	case typ.Kind() == reflect.Int:
		s.Kind = Count
	case typ.Kind() == reflect.Float64:
		s.Kind = Number
	case typ.Kind() == reflect.Bool:
		yes, no, _ := strings.Cut(g.tag.Get("yes"), "|")
		s.Kind, s.Choices = Yes, Choose("yes", yes, "no", no)
	case typ.Implements(chooser):
		s.Kind, s.Choices = Word, reflect.Zero(typ).Interface().(Chooser).Choices()
	case typ.Kind() == reflect.Slice && typ.Elem().Kind() == reflect.Struct:
		s.Kind = Places
	case typ.Kind() == reflect.Slice:
		s.Kind = Rows
	case typ.Kind() == reflect.Struct:
		s.Kind, s.Type = Special, typ.Name()
	default:
		panic(fmt.Sprintf("%s: a %s cannot be shown", path, typ))
	}
	return s
}
