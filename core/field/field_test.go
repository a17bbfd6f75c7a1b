package field

import (
	"reflect"
	"testing"

	"aguante/core/problem"
	"aguante/core/quantity"
)

type colour string

func (colour) Choices() []Choice { return Choose("red", "red", "blue", "sky blue") }

// Inner is embedded in another, and a part of it.
type Inner struct {
	Kind   colour          `json:"kind" label:"colour"`
	Left   quantity.Length `json:"left_mm" label:"left" range:"0 10"`
	Hidden string          `json:"hidden"`
}

type spot struct {
	ID string          `json:"id"`
	Up quantity.Length `json:"up_mm"`
}

type whole struct {
	Inner `but:"left_mm"`
	ID    string          `json:"id"`
	Wide  quantity.Length `json:"wide_mm" label:"wide" range:"5 50" usual:"20"`
	Maybe quantity.Length `json:"maybe_mm,omitempty" label:"maybe" range:"0|3 60"`
	Blue  quantity.Length `json:"blue_mm,omitempty" label:"of glued ones" range:"1 2" only:"glued=true"`
	Count int             `json:"count" title:"Screws" label:"how many" range:"1 12"`
	Glued bool            `json:"glued" label:"it is" yes:"glued|dry"`
	Spots []spot          `json:"spots" label:"over it" at:"up_mm" count:"1 2" usual:"[]"`
	Part  *Inner          `json:"part,omitempty" title:"Part" add:"put it in" drop:"take it out"`
	Named string          `json:"named" id:"own"`
}

func good() whole {
	return whole{Inner: Inner{Kind: "red"}, ID: "a", Wide: 20, Count: 2, Spots: []spot{{ID: "s"}}}
}

func TestCheckSaysWhatItsTagsDoNotAllow(t *testing.T) {
	cases := []struct {
		path   string
		change func(w *whole)
	}{
		{"", func(*whole) {}},
		{"wide_mm", func(w *whole) { w.Wide = 4.9 }},
		{"wide_mm", func(w *whole) { w.Wide = 50.1 }},
		{"", func(w *whole) { w.Maybe = 0 }},
		{"maybe_mm", func(w *whole) { w.Maybe = 2 }},
		{"count", func(w *whole) { w.Count = 0 }},
		{"", func(w *whole) { w.Blue = 99 }}, // it does not count on a dry one
		{"blue_mm", func(w *whole) { w.Blue, w.Glued = 99, true }},
		{"id", func(w *whole) { w.ID = "" }},
		{"spots", func(w *whole) { w.Spots = nil }},
		{"spots", func(w *whole) { w.Spots = make([]spot, 3) }},
		{"spots[1].id", func(w *whole) { w.Spots = []spot{{ID: "s"}, {ID: "s"}} }},
		{"part.kind", func(w *whole) { w.Part = &Inner{Kind: "green"} }},
		{"part.left_mm", func(w *whole) { w.Part = &Inner{Kind: "blue", Left: 11} }},
	}
	for _, c := range cases {
		t.Run(c.path, func(t *testing.T) {
			w := good()
			c.change(&w)
			l := problem.New()
			Check(l, &w)
			got := ""
			if all := l.All(); len(all) > 0 {
				got = all[0].Path
			}
			if got != c.path {
				t.Errorf("problem at %q, want %q: %+v", got, c.path, w)
			}
		})
	}
}

func TestUsualAndRenew(t *testing.T) {
	w := whole{Part: &Inner{}}
	Usual(&w)
	if w.Wide != 20 || w.Spots == nil {
		t.Errorf("usual: %+v", w)
	}
	w.Spots = []spot{{ID: "old"}}
	n := 0
	Renew(&w, func() string { n++; return string(rune('a' + n)) })
	if n != 3 || w.ID == "" || w.Spots[0].ID == "old" || w.Named == "" {
		t.Errorf("%d new ids: %+v", n, w)
	}
}

func TestGroupsAreWhatTheScreenShows(t *testing.T) {
	var got []string
	for _, g := range Groups(reflect.TypeFor[whole]()) {
		got = append(got, "# "+g.Title+g.Path)
		for _, s := range g.Shown {
			got = append(got, s.Path+" "+string(s.Kind))
		}
	}
	want := []string{"# ", "kind choice", "wide_mm length", "maybe_mm length", "blue_mm length", "# Screws", "count count", "glued yes",
		"spots places", "# Partpart", "part.kind choice", "part.left_mm length"}
	if !reflect.DeepEqual(got, want) {
		t.Errorf("shown:\n%q\nwant:\n%q", got, want)
	}
}

func TestSchemasHaveTheBounds(t *testing.T) {
	found := map[string]Bounds{}
	for _, s := range Schemas(reflect.TypeFor[whole]()) {
		found[s.Name] = s.Bounds
	}
	if b := found["maybe_mm"]; !b.Set || b.Lo != 0 || b.Hi != 60 {
		t.Errorf("maybe: %+v", b)
	}
	if b := found["wide_mm"]; b.Lo != 5 || b.Hi != 50 {
		t.Errorf("wide: %+v", b)
	}
}
