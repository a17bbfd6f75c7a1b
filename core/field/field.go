// Package field reads what stands beside the fields of a document's structs: their
// labels, bounds, choices and units. The same tags feed validation, the published
// schema and the screen, so that none of them can drift from the others.
//
//	label:"reach"             what a person calls it; without one it is not on the screen
//	range:"20 1000"           bounds, in mm, kg or plain; "0|3 60" takes 0 for not given
//	only:"kind=pipe,cast"     it counts, and is shown, only when another field says so
//	as:"fine"                 how it is shown, where its type does not say it
//	yes:"glued|dry"           words for a yes or no
//	count:"2 15"              how many of them there may be
//	at:"up_mm"                which figure of each of many places is typed
//	title:"Brace"             begins a group; with add and drop, an optional one
//	usual:"knots"             what it is where a file leaves it out
//	blank:"ok"                a word that may be left out
//	but:"x_mm,kind"           fields of an embedded struct that are not on the screen
//	stands:"yes"              parts that stand along the wall, with a form of their own
//	id:"own"                  the id of a part, which a copy gets anew
//
// A field that is a struct is checked by its own Validate, where it has one. A struct
// that embeds one with a Validate needs a Validate of its own, or only the embedded
// part of it is checked.
package field

import (
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"

	"aguante/core/problem"
	"aguante/core/quantity"
)

// Choice is one of the words that a field takes, and what a person reads for it.
type Choice struct {
	Key   string `json:"key"`
	Label string `json:"label"`
}

// Chooser is a type of words of which only some are known.
type Chooser interface{ Choices() []Choice }

// Choose makes choices of keys and labels in turn.
func Choose(keysAndLabels ...string) []Choice {
	out := make([]Choice, 0, len(keysAndLabels)/2)
	for i := 0; i < len(keysAndLabels); i += 2 {
		out = append(out, Choice{keysAndLabels[i], keysAndLabels[i+1]})
	}
	return out
}

// Keys are the words of a type.
func Keys[T interface {
	~string
	Chooser
}]() []T {
	var zero T
	var out []T
	for _, c := range zero.Choices() {
		out = append(out, T(c.Key))
	}
	return out
}

// Only says on which words of another field of the same struct a field depends.
type Only struct {
	Path   string   `json:"path"`
	Values []string `json:"values"`
}

// Bounds of a figure. None where they are not Set; Zero says that 0 is not given.
type Bounds struct {
	Lo, Hi    float64
	Set, Zero bool
}

// has tells whether a figure may be.
func (b *Bounds) has(v float64) bool { return !b.Set || b.Zero && v == 0 || v >= b.Lo && v <= b.Hi }

// tagged is one field of a struct with what its tags say.
type tagged struct {
	index    int
	name     string // in a file
	embedded bool
	bounds   Bounds
	count    Bounds
	only     *Only
	onlyAt   int // index of the field that it depends on
	choices  []string
	tag      reflect.StructTag
}

var (
	lengthType = reflect.TypeFor[quantity.Length]()
	massType   = reflect.TypeFor[quantity.Mass]()
	chooser    = reflect.TypeFor[Chooser]()
	validator  = reflect.TypeFor[interface{ Validate(*problem.List) }]()
)

// memo keeps what the tags of a type say, which never changes.
var memo sync.Map

func fieldsOf(t reflect.Type) []tagged {
	if have, ok := memo.Load(t); ok {
		return have.([]tagged)
	}
	var out []tagged
	byName := map[string]int{}
	for i := range t.NumField() {
		f := t.Field(i)
		if !f.IsExported() {
			continue
		}
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		if name == "-" || name == "" && !f.Anonymous {
			continue
		}
		byName[name] = i
		g := tagged{index: i, name: name, embedded: f.Anonymous && name == "", tag: f.Tag, bounds: bounds(t, f, "range"),
			count: bounds(t, f, "count")}
		if f.Type.Kind() == reflect.String && f.Type.Implements(chooser) {
			for _, c := range reflect.Zero(f.Type).Interface().(Chooser).Choices() {
				g.choices = append(g.choices, c.Key)
			}
		}
		if of, values, ok := strings.Cut(f.Tag.Get("only"), "="); ok {
			g.only = &Only{of, strings.Split(values, ",")}
		}
		out = append(out, g)
	}
	for i := range out {
		if o := out[i].only; o != nil {
			at, ok := byName[o.Path]
			if !ok {
				panic(fmt.Sprintf("%s.%s depends on %q, which is not there", t, out[i].name, o.Path))
			}
			out[i].onlyAt = at
		}
	}
	memo.Store(t, out)
	return out
}

func bounds(t reflect.Type, f reflect.StructField, tag string) Bounds {
	s, ok := f.Tag.Lookup(tag)
	if !ok {
		return Bounds{}
	}
	b := Bounds{Set: true}
	s, b.Zero = strings.CutPrefix(s, "0|")
	if _, err := fmt.Sscanf(s, "%g %g", &b.Lo, &b.Hi); err != nil || b.Lo > b.Hi {
		panic(fmt.Sprintf("%s.%s: %s %q", t, f.Name, tag, s))
	}
	return b
}

// counts tells whether a field counts in a struct.
func (g *tagged) counts(v reflect.Value) bool {
	if g.only == nil {
		return true
	}
	now := text(v.Field(g.onlyAt))
	for _, want := range g.only.Values {
		if now == want {
			return true
		}
	}
	return false
}

func text(v reflect.Value) string {
	if v.Kind() == reflect.Bool {
		return strconv.FormatBool(v.Bool())
	}
	return v.String()
}

// Check notes everything in a struct, of which v is the address, that its tags do not
// allow: figures out of bounds, words that are not known, too many of something, ids
// that are missing or taken. It is false where there is more of something than may be,
// which is then not looked at.
func Check(l *problem.List, v any) bool { return check(l, reflect.ValueOf(v).Elem()) }

func check(l *problem.List, v reflect.Value) bool {
	fields, all := fieldsOf(v.Type()), true
	for i := range fields {
		g := &fields[i]
		if g.counts(v) {
			all = g.check(l, v.Field(g.index)) && all
		}
	}
	return all
}

func (g *tagged) check(l *problem.List, f reflect.Value) bool {
	switch f.Kind() {
	case reflect.String:
		switch {
		case g.choices != nil && (f.String() != "" || g.tag.Get("blank") == ""):
			if !slices.Contains(g.choices, f.String()) {
				l.OneOf(g.name, f.String(), g.choices)
			}
		case g.name == "id":
			l.ID(f.String())
		case g.name == "name":
			l.Name(g.name, f.String())
		}
	case reflect.Float64:
		g.figure(l, f.Type(), f.Float())
	case reflect.Int:
		g.figure(l, f.Type(), float64(f.Int()))
	case reflect.Struct:
		if g.embedded {
			return inner(l, f)
		}
		inner(l.In(g.name), f)
	case reflect.Pointer:
		return f.IsNil() || g.check(l, f.Elem())
	case reflect.Slice:
		return g.list(l, f)
	}
	return true
}

func (g *tagged) figure(l *problem.List, t reflect.Type, v float64) {
	if g.bounds.has(v) {
		return
	}
	l = l.Alone()
	switch {
	case t == lengthType:
		l.Between(g.name, v, g.bounds.Lo, g.bounds.Hi)
	case t == massType:
		l.MassBetween(g.name, v, g.bounds.Lo, g.bounds.Hi)
	default:
		l.CountBetween(g.name, v, g.bounds.Lo, g.bounds.Hi)
	}
}

func (g *tagged) list(l *problem.List, f reflect.Value) bool {
	n := f.Len()
	if g.count.Set {
		if most := int(g.count.Hi); n > most {
			l.Alone().Add(g.name, "%d of them: at most %d", n, most)
			return false
		}
		if least := int(g.count.Lo); n < least {
			l.Add(g.name, "%d of them: at least %d", n, least)
		}
	}
	for i := range n {
		switch e := f.Index(i); e.Kind() {
		case reflect.Struct:
			inner(l.Each(g.name, i), e)
		case reflect.Float64:
			if g.bounds.has(e.Float()) {
				continue
			}
			each := *g
			each.name = g.name + "[" + strconv.Itoa(i) + "]"
			each.figure(l, e.Type(), e.Float())
		}
	}
	return true
}

// inner checks a struct by its own rules, where it has some.
func inner(l *problem.List, v reflect.Value) bool {
	if p := v.Addr(); p.Type().Implements(validator) {
		p.Interface().(interface{ Validate(*problem.List) }).Validate(l)
		return true
	}
	return check(l, v)
}

// Usual puts in what a struct's fields usually are, of which v is the address. What
// was there is written over.
func Usual(v any) {
	to := reflect.ValueOf(v).Elem()
	for _, g := range fieldsOf(to.Type()) {
		f, usual := to.Field(g.index), g.tag.Get("usual")
		switch {
		case f.Kind() == reflect.Struct:
			Usual(f.Addr().Interface())
		case f.Kind() == reflect.Slice && usual == "[]":
			f.Set(reflect.MakeSlice(f.Type(), 0, 0))
		case usual == "":
		case f.Kind() == reflect.String:
			f.SetString(usual)
		case f.Kind() == reflect.Float64:
			n, err := strconv.ParseFloat(usual, 64)
			if err != nil {
				panic(fmt.Sprintf("%s.%s: usual %q", to.Type(), g.name, usual))
			}
			f.SetFloat(n)
		case f.Kind() == reflect.Bool:
			f.SetBool(usual == "true")
		}
	}
}

// Schema is what a schema may say of one field: its bounds, which hold also where it
// does not count, and how many of it there may be.
type Schema struct {
	Name          string
	Bounds, Count Bounds
}

// Schemas lists what the tags of a struct say for a schema.
func Schemas(t reflect.Type) []Schema {
	var out []Schema
	for _, g := range fieldsOf(t) {
		if g.embedded {
			f := t.Field(g.index).Type
			out = append(out, Schemas(f)...)
			continue
		}
		s := Schema{Name: g.name, Bounds: g.bounds, Count: g.count}
		if g.only != nil || s.Bounds.Zero {
			s.Bounds.Lo = min(0, s.Bounds.Lo)
		}
		out = append(out, s)
	}
	return out
}

// Renew gives everything in a part of a document, of which v is the address, an id of its
// own: fields that are ids by name, or that say so.
func Renew(v any, id func() string) { renew(reflect.ValueOf(v).Elem(), id) }

func renew(v reflect.Value, id func() string) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			renew(v.Elem(), id)
		}
	case reflect.Slice:
		for i := range v.Len() {
			renew(v.Index(i), id)
		}
	case reflect.Struct:
		for _, g := range fieldsOf(v.Type()) {
			if f := v.Field(g.index); f.Kind() == reflect.String && (g.name == "id" || g.tag.Get("id") != "") {
				f.SetString(id())
			} else {
				renew(f, id)
			}
		}
	}
}

// Lists makes every list of a part of a document, of which v is the address, that a file
// must have, even an empty one.
func Lists(v any) { lists(reflect.ValueOf(v).Elem()) }

func lists(v reflect.Value) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			lists(v.Elem())
		}
	case reflect.Slice:
		for i := range v.Len() {
			lists(v.Index(i))
		}
	case reflect.Struct:
		for _, g := range fieldsOf(v.Type()) {
			f := v.Field(g.index)
			if f.Kind() == reflect.Slice && f.IsNil() && !strings.Contains(g.tag.Get("json"), ",omit") {
				f.Set(reflect.MakeSlice(f.Type(), 0, 0))
			}
			lists(f)
		}
	}
}
