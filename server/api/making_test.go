package api

import (
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"aguante/core/drill"
	"aguante/core/setup"
	"aguante/core/shop"
	"aguante/server/contract"
)

// Cards, holes and paper of a wall: what is ticked, measured and found is told with them; nonsense is named.
func TestMakingOverTheWire(t *testing.T) {
	s := server(t)
	wall := wallIn(t, s)
	body := `{"design":` + jars(t) + `}`
	var holes drill.Schedule
	if code := ask(t, s, "POST", wall+"/holes", body, &holes, UnitsHeader, "in lb"); code != http.StatusOK || len(holes.Holes) < 4 || len(holes.Lines) == 0 {
		t.Fatalf("%d %+v", code, holes)
	}
	first := holes.Holes[0]
	fact := fmt.Sprintf(`{"entries":[{"id":"f1","kind":"finding","when":"2026-11-26T10:00:00Z","about":"hole/%s","data":{"no_wood":true,"x_mm":%g,"up_mm":%g}},
		{"id":"f2","kind":"tick","when":"2026-11-26T10:01:00Z","about":"hole/%s"}]}`, first.Key, first.X, first.Up, first.Key)
	if code := ask(t, s, "POST", wall+"/journal", fact, nil); code != http.StatusOK {
		t.Fatalf("%d", code)
	}
	if ask(t, s, "POST", wall+"/holes", body, &holes); holes.Holes[0].Done != "f2" || holes.Holes[0].Found == nil || holes.Holes[0].Against == "" {
		t.Errorf("%+v", holes.Holes[0])
	}
	var cards contract.SetupsReply
	if code := ask(t, s, "POST", wall+"/setups", body, &cards); code != http.StatusOK {
		t.Errorf("%d", code)
	}
	var papers contract.PaperReply
	page := strings.TrimSuffix(body, "}") + `,"key":"check","size":"letter"}`
	if code := ask(t, s, "POST", wall+"/paper", page, &papers, UnitsHeader, "in lb"); code != http.StatusOK || len(papers.Papers) < 6 || len(papers.Pages) == 0 {
		t.Fatalf("%d, %d papers, %d pages", code, len(papers.Papers), len(papers.Pages))
	}
	if !strings.Contains(papers.Pages[0], "lb of") || strings.ContainsRune(papers.Pages[0], '\uE000') {
		t.Error("the check sheet is not in the person's units")
	}
	template := ""
	for _, k := range papers.Papers {
		if k.Template {
			template = k.Key
		}
	}
	var card setup.Card
	if code := ask(t, s, "POST", "/taper", `{"wide_mm":140,"narrow_mm":60,"long_mm":560}`, &card); code != http.StatusOK || len(card.Figures) == 0 {
		t.Errorf("%d %+v", code, card)
	}
	for key, begins := range map[string]string{"pdf": "%PDF-", "svg": "<svg", "dxf": "  0\r\nSECTION"} {
		got := raw(t, s, wall+"/paper/"+key, strings.TrimSuffix(body, "}")+`,"key":"`+template+`","size":"a4"}`)
		if !strings.HasPrefix(got, begins) {
			t.Errorf("%s begins with %.20q", key, got)
		}
	}
	gone := strings.Replace(body, `"from": "left"`, `"from": "stud", "stud": "gone"`, 1)
	for name, c := range map[string]struct {
		path, body, says string
		want             int
	}{
		"no design":            {wall + "/holes", `{}`, "no design", http.StatusBadRequest},
		"paper of no size":     {wall + "/paper", strings.TrimSuffix(body, "}") + `,"key":"check","size":"a7"}`, "A4 and Letter", http.StatusBadRequest},
		"a sheet of none":      {wall + "/paper", strings.TrimSuffix(body, "}") + `,"key":"song","size":"a4"}`, "nothing called", http.StatusBadRequest},
		"SVG of a table":       {wall + "/paper/svg", page, "of a template", http.StatusNotFound},
		"a datum that is gone": {wall + "/holes", gone, "no such stud", http.StatusUnprocessableEntity},
		"a taper that widens":  {"/taper", `{"wide_mm":60,"narrow_mm":140,"long_mm":560}`, "wide_mm", http.StatusUnprocessableEntity},
	} {
		var f contract.Failure
		code := ask(t, s, "POST", c.path, c.body, &f)
		said, _ := json.Marshal(f)
		if code != c.want || !strings.Contains(string(said), c.says) {
			t.Errorf("%s: %d %s", name, code, said)
		}
	}
}

// raw is what is answered, as it is.
func raw(t *testing.T, s *httptest.Server, path, body string) string {
	t.Helper()
	reply, err := http.Post(s.URL+"/api"+path, "application/json", strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	defer reply.Body.Close()
	b, err := io.ReadAll(reply.Body)
	if err != nil || reply.StatusCode != http.StatusOK {
		t.Fatalf("%d %s %v", reply.StatusCode, b, err)
	}
	return string(b)
}

// The days of a wall by a person's clock: a tick is a fact with its time, days are re-planned from it and the plan as it stood
// is kept where it still can be; nobody's hours, a clock that is none and a start that is no date are named.
func TestDaysOverTheWire(t *testing.T) {
	s := server(t)
	wall := wallIn(t, s)
	design := strings.Replace(jars(t), `"glue": "pva"`, `"glue": "pva", "start": "2026-11-30"`, 1)
	asked := func(now string) string { return `{"design":` + design + `,"now":"` + now + `","offset_min":60}` }
	var first, then contract.OrderReply
	if code := ask(t, s, "POST", wall+"/order", asked("2026-11-28T12:00"), &first, UnitsHeader, "in lb"); code != http.StatusOK || len(first.Steps) < 10 || first.Next == "" ||
		first.Start != "2026-11-30" || first.Now >= 0 || !first.Assumed {
		t.Fatalf("%d %+v", code, first)
	}
	for _, b := range first.Schedule.Blocks {
		if b.From < 0 {
			t.Errorf("%s is before the first day", b.Step)
		}
	}
	tick := `{"entries":[{"id":"t1","kind":"tick","when":"2026-12-03T18:30:00Z","about":"step/` + first.Next + `"}]}`
	if code := ask(t, s, "POST", wall+"/journal", tick, nil); code != http.StatusOK {
		t.Fatalf("%d", code)
	}
	// Ticked on the Thursday at half past seven by the clock on the wall, two days later than it was planned.
	if ask(t, s, "POST", wall+"/order", asked("2026-12-03T19:31"), &then); then.Schedule.Ends[first.Next] != 3*24*60+19*60+30 || then.Schedule.End <= first.Schedule.End ||
		len(then.Waits) != 1 || then.Next == first.Next {
		t.Errorf("done at %d, ends at %d and not %d, waits %+v", then.Schedule.Ends[first.Next], then.Schedule.End, first.Schedule.End, then.Waits)
	}
	var mine shop.Shop
	ask(t, s, "GET", "/shop", "", &mine, UnitsHeader, "in lb")
	mine.People = []shop.Person{{ID: "a", Name: "a"}}
	b, _ := json.Marshal(mine)
	nobody := string(b)
	if code := ask(t, s, "PUT", "/shop", nobody, nil, "If-Match", `"0"`); code != http.StatusOK {
		t.Fatalf("%d", code)
	}
	if ask(t, s, "POST", wall+"/order", asked("2026-12-03T19:31"), &then); !strings.Contains(then.Problem, "nobody has hours") || len(then.Steps) != len(first.Steps) {
		t.Errorf("nobody's hours: %q", then.Problem)
	}
	for name, body := range map[string]string{
		"a clock that is none":     strings.Replace(asked("x"), `"x"`, `"teatime"`, 1),
		"a start that is no date":  strings.Replace(asked("2026-12-03T19:31"), `"start": "2026-11-30"`, `"start": "soon"`, 1),
		"a price that is no price": "",
	} {
		var f contract.Failure
		code, path := 0, wall+"/order"
		if body == "" {
			code = ask(t, s, "PUT", "/shop", strings.Replace(nobody, `"people"`, `"prices":[{"key":"finish/oil","price":"dear"}],"people"`, 1), &f, "If-Match", `"1"`)
		} else {
			code = ask(t, s, "POST", path, body, &f)
		}
		if code < 400 || code >= 500 || f.Message == "" {
			t.Errorf("%s: %d %+v", name, code, f)
		}
	}
	if got := raw(t, s, wall+"/export/shopping", asked("2026-12-03T19:31")); !strings.HasPrefix(got, "what,name,needed") {
		t.Errorf("%.60s", got)
	}
}
