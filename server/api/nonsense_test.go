package api

import (
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/server/contract"
)

// asked is a whole design as a page asks to check it.
func asked(t *testing.T, doc []byte) string {
	t.Helper()
	var p struct {
		design.Project
		Shelves []json.RawMessage `json:"shelves"`
	}
	if err := json.Unmarshal(doc, &p); err != nil {
		t.Fatal(err)
	}
	q := contract.CheckRequest{Seq: 1}
	p.Project.Shelves = []design.Shelf{}
	q.Base.Document.RawMessage, _ = json.Marshal(p.Project)
	for _, s := range p.Shelves {
		q.Shelves = append(q.Shelves, contract.ShelfPart{Shelf: contract.RawShelf{RawMessage: s}})
	}
	b, err := json.Marshal(q)
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// What no page sends is refused by name, where it is; nothing of it breaks the program.
func TestNonsenseIsRefusedByName(t *testing.T) {
	s, room := server(t), jars(t)
	instead := func(was, is string) string {
		if !strings.Contains(room, was) {
			t.Fatalf("no %s in the demo", was)
		}
		return strings.Replace(room, was, is, 1)
	}
	changes := `{"was":` + instead(`"format": "aguante-project"`, `"format": "x"`) + `,"now":` + room + `}`
	for _, c := range []struct{ name, path, body, says string }{
		{"a stud of no wood", "/check", asked(t, []byte(instead(`"wood": "spruce-pine-fir-stud"`, `"wood": "balsa"`))), "stud wood"},
		{"units that nobody knows", "/make", `{"what":"wall","units":{"length":"furlong","mass":"stone"},"with":"brackets"}`, "furlong"},
		{"a time before the scale was there", "/instruments/scale", `{"seed":1,"deeds":[],"at_s":-1e300}`, "no such time"},
		{"a time after all times", "/instruments/scale", `{"seed":1,"deeds":[],"at_s":1e300}`, "no such time"},
		{"a deed before all times", "/instruments/scale", `{"seed":1,"deeds":[{"at_s":-1e300,"put_kg":1}],"at_s":1}`, "not after"},
		{"the dial, before it was there", "/instruments/dial", `{"seed":1,"bench":{"wood":"white-oak","grade":"clear","span_mm":900,"width_mm":200,` +
			`"thickness_mm":18},"presses":[],"at_s":-1e300}`, "no such time"},
		{"a sweep before all times", "/instruments/scanner", `{"seed":1,"length_mm":3000,"moves":[{"at_s":-1e300,"x_mm":10}]}`, "place 1"},
		{"a wall without end to sweep over", "/instruments/scanner", `{"seed":1,"length_mm":250000,"moves":[{"at_s":1,"x_mm":10}]}`, "length"},
	} {
		var f contract.Failure
		if code := ask(t, s, "POST", c.path, c.body, &f); code != http.StatusUnprocessableEntity || !strings.Contains(f.Message+f.Path, c.says) {
			t.Errorf("%s: %d %+v", c.name, code, f)
		}
	}
	var said contract.ChangesReply
	if code := ask(t, s, "POST", "/changes", changes, &said); code != http.StatusOK || len(said.Changes) == 0 {
		t.Errorf("changes of the format: %d %v", code, said)
	}
}

// Every word of a document that is no word of it is refused, or said of its shelf; none breaks the check.
func TestNoWordBreaksTheCheck(t *testing.T) {
	s, asks := server(t), 0
	for _, room := range []string{jars(t), demoText(t, "back-wall")} {
		var doc map[string]any
		if err := json.Unmarshal([]byte(room), &doc); err != nil {
			t.Fatal(err)
		}
		seen := map[string]bool{}
		var walk func(at string, v any)
		try := func(at string, set func(any), was any) {
			if _, word := was.(string); !word || seen[at] {
				return
			}
			seen[at] = true
			set("no-such-word")
			b, _ := json.Marshal(doc)
			var reply json.RawMessage
			asks++
			if code := ask(t, s, "POST", "/check", asked(t, b), &reply); code >= 500 || strings.Contains(string(reply), "something broke") {
				t.Errorf("%s: %d %.200s", at, code, reply)
			}
			set(was)
		}
		walk = func(at string, v any) {
			switch v := v.(type) {
			case map[string]any:
				for k, in := range v {
					try(at+"."+k, func(x any) { v[k] = x }, in)
					walk(at+"."+k, in)
				}
			case []any:
				for i, in := range v {
					try(at+"[]", func(x any) { v[i] = x }, in)
					walk(at+"[]", in)
				}
			}
		}
		walk("", doc)
	}
	if asks < 80 {
		t.Error(fmt.Sprint(asks, " words: the test asks nothing"))
	}
}

func demoText(t *testing.T, name string) string {
	t.Helper()
	b, err := os.ReadFile("../../demo/" + name + ".json")
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}
