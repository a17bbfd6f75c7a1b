package design

import (
	"crypto/sha256"
	"encoding/base64"
	"encoding/json"
	"maps"
	"math"
	"reflect"
	"slices"

	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

// Content is a key of everything that a shelf's answer by itself follows from: the shelf,
// what it hangs on, and the wall behind it. Equal keys have equal answers.
func (p *Project) Content(s *Shelf) string { return p.about(s).key() }

// Frame is a key of what a shelf is and hangs on, whatever stands on it, for how long, what it is called and how it is
// judged: equal keys are the same shelf, of which one load test speaks.
func (p *Project) Frame(s *Shelf) string {
	same := *s
	same.Name, same.Contents, same.Duration, same.Below, same.Accident, same.Pet, same.Sag, same.Misfit = "", nil, "", "", "", 0, SagLimit{}, 0
	a := p.about(&same)
	a.Left = 0
	return a.key()
}

// about is what a shelf's answer follows from.
type about struct {
	Shelf *Shelf
	On    support.Fixtures
	Wall  wall.Wall
	Left  int // studs to the left of those behind it
}

func (p *Project) about(s *Shelf) *about {
	on := p.behind(s.fixtures())
	about := &about{Shelf: s, Wall: p.Wall}
	for _, r := range p.Fixtures.Rails {
		if on[r.ID] {
			about.On.Rails = append(about.On.Rails, r)
		}
	}
	for _, r := range p.Fixtures.Standards {
		if on[r.ID] {
			about.On.Standards = append(about.On.Standards, r)
		}
	}
	for _, r := range p.Fixtures.Panels {
		if on[r.ID] {
			about.On.Panels = append(about.On.Panels, r)
		}
	}
	from, to := float64(s.X), float64(s.X+s.Length)
	reaches(reflect.ValueOf(&about.On), &from, &to)
	reaches(reflect.ValueOf(s.Supports), &from, &to)
	reaches(reflect.ValueOf(&s.Forms), &from, &to)
	about.Wall.Studs, about.Left = near(p.Wall.Studs, from-aside, to+aside)
	return about
}

func (a *about) key() string {
	h := sha256.New()
	_ = json.NewEncoder(h).Encode(a) // of plain values: it cannot fail
	return base64.RawURLEncoding.EncodeToString(h.Sum(nil)[:12])
}

// Panels are the panels that a shelf and what it hangs on are made of, a row of each make, and their keys.
func (p *Project) Panels(s *Shelf) (out []*material.Panel, keys []string) {
	a := p.about(s)
	words := map[string]bool{}
	gather(reflect.ValueOf(a.Shelf), words)
	gather(reflect.ValueOf(&a.On), words)
	return PanelsNamed(slices.Sorted(maps.Keys(words)))
}

// PanelsNamed are the panels of keys; other words are passed over.
func PanelsNamed(words []string) (out []*material.Panel, keys []string) {
	keys = []string{}
	for _, w := range words {
		if panel, ok := material.PanelOf(w, 18); ok {
			out, keys = append(out, panel), append(keys, w)
		}
	}
	return out, keys
}

// gather puts in all words of a thing.
func gather(v reflect.Value, words map[string]bool) {
	switch v.Kind() {
	case reflect.String:
		words[v.String()] = true
	case reflect.Pointer:
		if !v.IsNil() {
			gather(v.Elem(), words)
		}
	case reflect.Slice:
		for i := range v.Len() {
			gather(v.Index(i), words)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			if v.Type().Field(i).IsExported() {
				gather(v.Field(i), words)
			}
		}
	}
}

// aside is how far beside its place a part may have a fastener, mm.
const aside = 500

// near are the studs between two places and the next one on either side, which is all
// that a fastener there can meet or be said to miss, and how many stand farther left.
func near(all []wall.Stud, from, to float64) (behind []wall.Stud, left int) {
	before, after := math.Inf(-1), math.Inf(1)
	for i := range all {
		switch x := float64(all[i].X); {
		case x < from:
			before = max(before, x)
		case x > to:
			after = min(after, x)
		}
	}
	for i := range all {
		switch x := float64(all[i].X); {
		case x < before:
			left++
		case x <= after:
			behind = append(behind, all[i])
		}
	}
	return slices.Clip(behind), left
}

var aLength = reflect.TypeFor[quantity.Length]()

// reaches widens from and to by every place along the wall within a part.
func reaches(v reflect.Value, from, to *float64) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			reaches(v.Elem(), from, to)
		}
	case reflect.Slice:
		for i := range v.Len() {
			reaches(v.Index(i), from, to)
		}
	case reflect.Struct:
		length := 0.0
		if f := v.FieldByName("Length"); f.IsValid() && f.Type() == aLength {
			length = f.Float()
		}
		for i := range v.NumField() {
			if f := v.Field(i); f.Type() == aLength && v.Type().Field(i).Name == "X" {
				*from, *to = min(*from, f.Float()), max(*to, f.Float()+length)
			} else if v.Type().Field(i).IsExported() {
				reaches(f, from, to)
			}
		}
	}
}
