package field

import (
	"fmt"
	"reflect"
	"strconv"
)

// Figure is one figure of a document: where it stands, what a person calls it, and what it may be.
type Figure struct {
	Path   string
	Label  string
	Bounds Bounds
	Length bool // in mm, else a mass in kg or plain
	Whole  bool
	at     reflect.Value
}

// Value is what it is.
func (f *Figure) Value() float64 {
	if f.Whole {
		return float64(f.at.Int())
	}
	return f.at.Float()
}

// Set makes it another, in the document that it was found in.
func (f *Figure) Set(v float64) {
	if f.Whole {
		f.at.SetInt(int64(v))
		return
	}
	f.at.SetFloat(v)
}

// Figures are all figures of a document that count in it, of which v is the address.
func Figures(v any) []Figure {
	var out []Figure
	figures(reflect.ValueOf(v).Elem(), "", &out)
	return out
}

func figures(v reflect.Value, path string, out *[]Figure) {
	fields := fieldsOf(v.Type())
	for i := range fields {
		g := &fields[i]
		if !g.counts(v) {
			continue
		}
		f, at := v.Field(g.index), path
		if !g.embedded {
			at = join(path, g.name)
		}
		g.figures(f, at, out)
	}
}

func (g *tagged) figures(f reflect.Value, at string, out *[]Figure) {
	switch f.Kind() {
	case reflect.Float64, reflect.Int:
		*out = append(*out, Figure{Path: at, Label: g.tag.Get("label"), Bounds: g.bounds, Length: f.Type() == lengthType,
			Whole: f.Kind() == reflect.Int, at: f})
	case reflect.Struct:
		figures(f, at, out)
	case reflect.Pointer:
		if !f.IsNil() {
			g.figures(f.Elem(), at, out)
		}
	case reflect.Slice:
		for i := range f.Len() {
			g.figures(f.Index(i), at+"["+strconv.Itoa(i)+"]", out)
		}
	}
}

func join(path, step string) string {
	if path == "" {
		return step
	}
	return path + "." + step
}

// Drop takes one of a list out of a document, of which v is the address, by its path, such as
// "shelves[0].supports[1]"; false where there is no such thing.
func Drop(v any, path string) bool {
	var list, rest string
	var i int
	at := reflect.ValueOf(v).Elem()
	for {
		rest = path
		for k, c := range path {
			if c == '[' {
				list, rest = path[:k], path[k:]
				break
			}
		}
		if rest == path {
			return false
		}
		if at = under(at, list); !at.IsValid() || at.Kind() != reflect.Slice {
			return false
		}
		if _, err := fmt.Sscanf(rest, "[%d]", &i); err != nil || i < 0 || i >= at.Len() {
			return false
		}
		rest = rest[len(strconv.Itoa(i))+2:]
		if rest == "" {
			break
		}
		at, path = at.Index(i), rest[1:]
	}
	kept := reflect.MakeSlice(at.Type(), 0, at.Len()-1)
	kept = reflect.AppendSlice(kept, at.Slice(0, i))
	at.Set(reflect.AppendSlice(kept, at.Slice(i+1, at.Len())))
	return true
}

// under is what stands at a path of names in a struct, the zero value where there is nothing.
func under(v reflect.Value, path string) reflect.Value {
	for v.Kind() == reflect.Pointer {
		v = v.Elem()
	}
	if path == "" || !v.IsValid() {
		return v
	}
	if v.Kind() != reflect.Struct {
		return reflect.Value{}
	}
	for _, g := range fieldsOf(v.Type()) {
		f := v.Field(g.index)
		if g.embedded {
			if in := under(f, path); in.IsValid() {
				return in
			}
			continue
		}
		if path == g.name {
			return f
		}
		if n := len(g.name); len(path) > n && path[:n] == g.name && path[n] == '.' {
			return under(f, path[n+1:])
		}
	}
	return reflect.Value{}
}
