package api

import (
	"encoding/json"
	"net/http"
	"slices"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/improve"
	"aguante/core/support"
	"aguante/server/contract"
)

// about asks about a shelf of the demo's long wall.
func aboutShelf(t testing.TB, shelf, more string) string {
	t.Helper()
	return `{"design":` + jars(t) + `,"shelf":"` + shelf + `"` + more + `}`
}

// answerFor is the answer for one shelf of a design, over the wire.
func answerFor(t *testing.T, p *design.Project, id string) check.Shelf {
	t.Helper()
	for _, s := range checked(t, server(t), p) {
		if s.ID == id {
			return s
		}
	}
	t.Fatalf("no shelf %s in the answer", id)
	return check.Shelf{}
}

func TestAShelfIsHungInAnotherWay(t *testing.T) {
	s := server(t)
	var hung design.Hung
	if code := ask(t, s, "POST", "/dress", aboutShelf(t, "jars", `,"way":"braced-brackets"`), &hung); code != http.StatusOK {
		t.Fatalf("dress: %d", code)
	}
	dressed := hung.Shelf
	if len(dressed.Supports) < 2 || dressed.Supports[0].BracedBracket == nil || dressed.ID != "jars" || len(dressed.Contents) == 0 {
		t.Errorf("%+v", dressed)
	}
	for more, path := range map[string]string{`,"way":"sky-hooks"`: "way", `,"way":""`: "way"} {
		var f contract.Failure
		if code := ask(t, s, "POST", "/dress", aboutShelf(t, "jars", more), &f); code != http.StatusUnprocessableEntity || f.Path != path ||
			f.Message == "" {
			t.Errorf("%s: %d %+v", more, code, f)
		}
	}
}

// What an idea promises is what the check says of the design that it makes.
func TestIdeasOverTheWire(t *testing.T) {
	s := server(t)
	var got improve.Answer
	if code := ask(t, s, "POST", "/improve", aboutShelf(t, "jars", ""), &got); code != http.StatusOK || len(got.Singles) == 0 ||
		len(got.Pairs) == 0 || got.Considered < got.Checked || got.Checked == 0 {
		t.Fatalf("%d %+v", code, got)
	}
	var p design.Project
	if err := json.Unmarshal([]byte(jars(t)), &p); err != nil {
		t.Fatal(err)
	}
	for _, idea := range append(got.Singles, got.Pairs...) {
		if a := answerFor(t, p.With(0, idea.Hung), "jars"); !near(a.HoldsUpTo.Kg, idea.Holds.Kg) || !near(a.StraightTo.Kg, idea.Straight.Kg) ||
			a.Verdict != idea.Verdict {
			t.Errorf("%s: promised %+v %+v %s, got %+v %+v %s", idea.Words, idea.Holds, idea.Straight, idea.Verdict, a.HoldsUpTo, a.StraightTo,
				a.Verdict)
		}
	}
}

func TestWaysAreComparedOverTheWire(t *testing.T) {
	s := server(t)
	var got contract.CompareReply
	if code := ask(t, s, "POST", "/compare", aboutShelf(t, "display", ""), &got); code != http.StatusOK {
		t.Fatalf("%d", code)
	}
	able := 0
	for _, r := range got.Rows {
		switch {
		case r.Why != "" && r.Hung != nil:
			t.Errorf("%s cannot apply and is a design: %s", r.Key, r.Why)
		case r.Why == "":
			able++
			if r.Now != (r.Hung == nil) || r.First == "" || len(r.Parts) == 0 || len(r.Tools) == 0 || r.Hands == "" {
				t.Errorf("%s: %+v", r.Key, r)
			}
		}
	}
	if able < 6 || len(got.Rows) < 10 {
		t.Errorf("%d of %d ways apply", able, len(got.Rows))
	}
}

func TestItBreaksOverTheWire(t *testing.T) {
	s := server(t)
	var got contract.BreakReply
	if code := ask(t, s, "POST", "/break", aboutShelf(t, "jars", ""), &got); code != http.StatusOK || len(got.Steps) == 0 {
		t.Fatalf("%d %+v", code, got)
	}
	var p design.Project
	if err := json.Unmarshal([]byte(jars(t)), &p); err != nil {
		t.Fatal(err)
	}
	a := answerFor(t, &p, "jars")
	if first := got.Steps[0]; a.Breaks == nil || !near(first.Kg, a.Breaks.Kg) || first.Link != a.BreakLink {
		t.Errorf("%+v, and the check says %+v at %s", first, a.Breaks, a.BreakLink)
	}
}

func TestNothingIsSaidOfAShelfThatIsNotThere(t *testing.T) {
	s := server(t)
	for _, path := range []string{"/improve", "/compare", "/break", "/places", "/dress"} {
		var f contract.Failure
		if code := ask(t, s, "POST", path, aboutShelf(t, "attic", `,"way":"keyholes"`), &f); code != http.StatusBadRequest ||
			!strings.Contains(f.Message, `no shelf "attic"`) {
			t.Errorf("%s of no shelf: %d %+v", path, code, f)
		}
		broken := strings.Replace(aboutShelf(t, "jars", `,"way":"keyholes"`), "184.15", "-1", 1)
		f = contract.Failure{}
		if code := ask(t, s, "POST", path, broken, &f); code != http.StatusUnprocessableEntity || f.Message == "" {
			t.Errorf("%s of nonsense: %d %+v", path, code, f)
		}
		f = contract.Failure{}
		if code := ask(t, s, "POST", path, `{"shelf":"jars"}`, &f); code < 400 || code >= 500 {
			t.Errorf("%s of no design: %d %+v", path, code, f)
		}
	}
}

func TestPartsAreKeptWrittenReadAndForgotten(t *testing.T) {
	s := server(t)
	var part support.StockPart
	body := `{"key":"","name":"Deck screw, 80","kind":"screw","type":"structural-6","length_mm":80,"head_mm":12,"means":"unstated","price":0.31}`
	if code := ask(t, s, "POST", "/own/parts", body, &part); code != http.StatusCreated || part.Key == "" || part.Head != 12 {
		t.Fatalf("%d %+v", code, part)
	}
	var table contract.PartsTable
	code, written, name := file(t, s, "parts", `{}`)
	if code != http.StatusOK || !strings.Contains(written, "Deck screw, 80") || name != "my parts.csv" {
		t.Fatalf("%d %q %s", code, name, written)
	}
	text, _ := json.Marshal(written + "No such,screw,nail,60\n")
	if code := ask(t, s, "POST", "/own/parts/table", `{"text":`+string(text)+`}`, &table); code != http.StatusOK || len(table.Parts) != 1 ||
		len(table.Bad) != 1 || table.Bad[0].Line != 3 {
		t.Fatalf("%d %+v", code, table)
	}
	part.Key = ""
	if table.Parts[0] != part {
		t.Errorf("%+v came back as %+v", part, table.Parts[0])
	}
	for name, c := range map[string]struct{ body, path string }{
		"no name":            {`{"name":"","kind":"screw","type":"structural-6","length_mm":80}`, "name"},
		"no such kind":       {`{"name":"a","kind":"nut","length_mm":80}`, "kind"},
		"no such fastener":   {`{"name":"a","kind":"screw","type":"nail","length_mm":80}`, "type"},
		"an anchor, a screw": {`{"name":"a","kind":"anchor","type":"structural-6","length_mm":80}`, "kind"},
		"a hook of a metre":  {`{"name":"a","kind":"hook","reach_mm":1000,"d_mm":20}`, "reach_mm"},
		"paid to take it":    {`{"name":"a","kind":"hook","reach_mm":60,"d_mm":20,"price":-1}`, "price"},
		"root over thread":   {`{"name":"a","kind":"screw","type":"structural-6","length_mm":80,"d_mm":5,"root_mm":6}`, "root_mm"},
	} {
		var f contract.Failure
		if code := ask(t, s, "POST", "/own/parts", c.body, &f); code != http.StatusUnprocessableEntity || f.Path != c.path {
			t.Errorf("%s: %d at %q: %s", name, code, f.Path, f.Message)
		}
	}
	var own contract.Own
	if ask(t, s, "GET", "/own", "", &own); len(own.Parts) != 1 {
		t.Errorf("kept: %+v", own.Parts)
	}
	if code := ask(t, s, "DELETE", "/own/parts/"+own.Parts[0].Key, "", nil); code != http.StatusNoContent {
		t.Errorf("forgotten: %d", code)
	}
	var f contract.Failure
	if code := ask(t, s, "POST", "/own/parts/table", `{"text":"Dear shelf,\nhold well\n"}`, &f); code != http.StatusUnprocessableEntity ||
		f.Path != "text" {
		t.Errorf("a letter: %d %+v", code, f)
	}
}

// Everything that can be made comes back as a design that is whole, and a bad request says
// what is wrong with it.
func TestNewThingsAreMadeOverTheWire(t *testing.T) {
	s := server(t)
	var made contract.MakeReply
	if code := ask(t, s, "POST", "/make", `{"what":"wall","units":{"length":"in","mass":"lb"}}`, &made); code != http.StatusOK ||
		made.Project == nil || len(made.Project.Validate()) > 0 {
		t.Fatalf("a wall: %d %+v", code, made)
	}
	for _, c := range []struct {
		more string
		code int
	}{
		{`"what":"shelf"`, http.StatusOK},
		{`"what":"support","shelf":"jars"`, http.StatusOK},
		{`"what":"places","shelf":"jars","at_mm":[700,1300]`, http.StatusOK},
		{`"what":"complete","shelf":"jars"`, http.StatusOK},
		{`"what":"backer","shelf":"jars"`, http.StatusOK},
		{`"what":"backer","shelf":"display"`, http.StatusUnprocessableEntity},
		{`"what":"panel","shelf":"tools"`, http.StatusOK},
		{`"what":"panel","shelf":"jars"`, http.StatusUnprocessableEntity},
		{`"what":"rip","shelf":"display"`, http.StatusOK},
		{`"what":"rip","shelf":"jars"`, http.StatusUnprocessableEntity},
		{`"what":"support","shelf":"nowhere"`, http.StatusBadRequest},
		{`"what":"cathedral","shelf":"jars"`, http.StatusBadRequest},
	} {
		t.Run(c.more, func(t *testing.T) {
			var got contract.MakeReply
			code := ask(t, s, "POST", "/make", `{`+c.more+`,"design":`+jars(t)+`}`, &got)
			if code != c.code {
				t.Errorf("%s: %d, want %d", c.more, code, c.code)
				return
			}
			if code != http.StatusOK {
				return
			}
			var p design.Project
			if err := json.Unmarshal([]byte(jars(t)), &p); err != nil {
				t.Fatal(err)
			}
			at := slices.IndexFunc(p.Shelves, func(o design.Shelf) bool { return o.ID == got.Hung.Shelf.ID })
			if at < 0 {
				at = len(p.Shelves)
				p.Shelves = append(p.Shelves, got.Hung.Shelf)
			}
			if bad := p.With(at, *got.Hung).Validate(); len(bad) > 0 {
				t.Errorf("%s: %v", c.more, bad)
			}
		})
	}
	if code := ask(t, s, "POST", "/make", `{"what":"shelf"}`, nil); code != http.StatusBadRequest {
		t.Errorf("without a design: %d", code)
	}
}
