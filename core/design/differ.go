package design

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"aguante/core/problem"
	"aguante/core/say"
	"aguante/core/support"
)

// Differ says in words what has changed from one state of a project to another, one line for each
// thing that did, the larger things first; none where nothing has.
func Differ(was, now *Project) []string {
	d := &differ{was: leaves(was), now: leaves(now), shelves: map[string]string{}}
	var out []string
	add := func(format string, args ...any) { out = append(out, fmt.Sprintf(format, args...)) }
	if was.Name != now.Name {
		add("the wall is called %s", now.Name)
	}
	if was.Units != now.Units {
		add("read in %s and %s", now.Units.Length, now.Units.Mass)
	}
	// Letters follow from the rest; a piece is called by its letter.
	d.done = append(d.done, "making/")
	for _, m := range now.Making.Pieces {
		if m != was.Making.Of(m.Piece) {
			add("piece %s is made otherwise", cmp.Or(now.Making.LetterOf(m.Piece), m.Piece))
		}
	}
	for i := range was.Shelves {
		if s := &was.Shelves[i]; !slices.ContainsFunc(now.Shelves, func(o Shelf) bool { return o.ID == s.ID }) {
			add("%s taken away", s.Name)
			d.done = append(d.done, "shelves/"+s.ID+"/")
		}
	}
	for i := range now.Shelves {
		s := &now.Shelves[i]
		k := slices.IndexFunc(was.Shelves, func(o Shelf) bool { return o.ID == s.ID })
		at := "shelves/" + s.ID + "/"
		d.shelves[s.ID] = s.Name
		switch {
		case k < 0:
			add("%s put up", s.Name)
			d.done = append(d.done, at, "fixtures/")
		case was.WayOf(&was.Shelves[k]) != now.WayOf(s):
			add("%s hangs on %s", s.Name, support.NameOfWay(now.WayOf(s)))
			d.done = append(d.done, at+"supports/", at+"rail", at+"x_mm", at+"y_mm", at+"misfit_mm", at+"build/", "fixtures/")
			for name := range s.Forms.All() {
				d.done = append(d.done, at+name+"/")
			}
			for name := range was.Shelves[k].Forms.All() {
				d.done = append(d.done, at+name+"/")
			}
		case was.Shelves[k].X != s.X || was.Shelves[k].Y != s.Y:
			add("%s moved to %s along, %s up", s.Name, say.Length(float64(s.X)), say.Length(float64(s.Y)))
			d.done = append(d.done, at+"x_mm", at+"y_mm")
			d.carried(map[string]float64{"x_mm": float64(s.X - was.Shelves[k].X), "bottom_mm": float64(s.Y - was.Shelves[k].Y)})
		}
	}
	return append(out, d.rest()...)
}

// differ compares what stands in two documents, by paths that name things by their ids.
type differ struct {
	was, now map[string]any
	shelves  map[string]string // names by id
	done     []string          // beginnings of paths of which all is said
}

// carried says that things that went as far as their shelf, by the names of their places, are done.
func (d *differ) carried(by map[string]float64) {
	for path, v := range d.now {
		a, is := v.(float64)
		b, was := d.was[path].(float64)
		far, goes := by[last(path)]
		if is && was && goes && math.Abs(a-b-far) < 0.01 {
			d.done = append(d.done, path)
		}
	}
}

// rest is one line for each thing of which something else has changed.
func (d *differ) rest() []string {
	type line struct {
		of    string
		words []string
	}
	var lines []line
	say := func(of, words string) {
		i := slices.IndexFunc(lines, func(l line) bool { return l.of == of })
		if i < 0 {
			i = len(lines)
			lines = append(lines, line{of: of})
		}
		if !slices.Contains(lines[i].words, words) {
			lines[i].words = append(lines[i].words, words)
		}
	}
	var paths []string
	for path := range d.was {
		paths = append(paths, path)
	}
	for path := range d.now {
		if _, both := d.was[path]; !both {
			paths = append(paths, path)
		}
	}
	slices.Sort(paths)
	for _, path := range paths {
		a, had := d.was[path]
		b, has := d.now[path]
		if a == b || strings.HasSuffix(path, "/id") || path == "name" || strings.HasPrefix(path, "units/") || path == "version" ||
			slices.ContainsFunc(d.done, func(p string) bool { return strings.HasPrefix(path, p) }) {
			continue
		}
		whole := path
		if !had {
			whole = outermost(path, d.was)
		} else if !has {
			whole = outermost(path, d.now)
		}
		of, thing, key := d.named(whole)
		switch {
		case whole != path: // all of a thing has come or gone
			of, thing, _ = d.named(whole + "/")
			say(of, "a "+thing+map[bool]string{true: " added", false: " taken out"}[has])
		case has:
			say(of, strings.TrimSpace(thing+" "+key+" "+written(last(path), b)))
		default:
			say(of, strings.TrimSpace(thing+" without "+key))
		}
	}
	var out []string
	for _, l := range lines {
		if more := len(l.words) - 3; more > 0 {
			l.words = append(l.words[:3], fmt.Sprintf("%d more", more))
		}
		out = append(out, strings.TrimPrefix(l.of+": "+strings.Join(l.words, ", "), ": "))
	}
	return out
}

// outermost is the largest thing of a list along a path of which there is nothing in a document; the path
// where there is no such thing.
func outermost(path string, in map[string]any) string {
	steps := strings.Split(path, "/")
	for k := 2; k < len(steps); k++ {
		if !strings.HasSuffix(steps[k-1], "s") && !strings.HasSuffix(steps[k-1], "_mm") {
			continue
		}
		thing := strings.Join(steps[:k+1], "/") + "/"
		there := false
		for p := range in {
			there = there || strings.HasPrefix(p, thing)
		}
		if !there {
			return strings.TrimSuffix(thing, "/")
		}
	}
	return path
}

// named is what a path belongs to, which of its things, and which of that one's figures.
func (d *differ) named(path string) (of, thing, key string) {
	steps := strings.Split(path, "/")
	switch steps[0] {
	case "shelves":
		of = d.shelves[steps[1]]
		steps = steps[2:]
	case "wall":
		of, steps = "the wall", steps[1:]
	default:
		steps = steps[min(1, len(steps)-1):]
	}
	key = problem.Word(steps[len(steps)-1])
	for k := len(steps) - 2; k >= 1; k-- {
		if name := problem.Noun(steps[k-1]); strings.HasSuffix(steps[k-1], "s") && name != "" {
			thing = name
			break
		}
	}
	return of, thing, key
}

// last is the last step of a path.
func last(path string) string { return path[strings.LastIndex(path, "/")+1:] }

// written is a value of a document in words.
func written(key string, v any) string {
	switch v := v.(type) {
	case float64:
		switch {
		case strings.HasSuffix(key, "_mm"):
			return say.Length(v)
		case strings.HasSuffix(key, "_kg"):
			return say.Mass(v)
		}
		return say.Decimal(v, 2)
	case bool:
		if v {
			return "yes"
		}
		return "no"
	case string:
		return strings.ReplaceAll(v, "-", " ")
	}
	return ""
}

// leaves are the values of a project by their paths, with things of lists by their ids.
func leaves(p *Project) map[string]any {
	b, _ := json.Marshal(p)
	var v any
	_ = json.Unmarshal(b, &v)
	out := map[string]any{}
	var walk func(v any, path string)
	walk = func(v any, path string) {
		step := func(k string) string { return strings.TrimPrefix(path+"/"+k, "/") }
		switch v := v.(type) {
		case map[string]any:
			for k, in := range v {
				walk(in, step(k))
			}
		case []any:
			for i, in := range v {
				m, _ := in.(map[string]any)
				id, _ := m["id"].(string)
				walk(in, step(cmp.Or(id, strconv.Itoa(i))))
			}
		case nil:
		default:
			out[path] = v
		}
	}
	walk(v, "")
	return out
}
