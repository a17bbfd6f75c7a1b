package api

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"aguante/core/plan"
	"aguante/core/shop"
	"aguante/server/contract"
	"aguante/server/store"
)

func wallIn(t testing.TB, s *httptest.Server) string {
	t.Helper()
	var made store.Saved
	if code := ask(t, s, "POST", "/projects", jars(t), &made); code != http.StatusCreated {
		t.Fatalf("%d", code)
	}
	return "/projects/" + made.ID
}

// send posts bytes that are no JSON.
func send(t *testing.T, s *httptest.Server, path, kind string, b []byte, v any) int {
	t.Helper()
	reply, err := http.Post(s.URL+"/api"+path, kind, bytes.NewReader(b))
	if err != nil {
		t.Fatal(err)
	}
	defer reply.Body.Close()
	got, _ := io.ReadAll(reply.Body)
	if err := json.Unmarshal(got, v); err != nil {
		t.Fatalf("%s: %s", path, got)
	}
	return reply.StatusCode
}

func entryText(id, more string) string {
	return fmt.Sprintf(`{"id":%q,"kind":"remark","when":"2026-11-26T12:00:00Z","text":"hung"%s}`, id, more)
}

func TestAWallsLifeGoesOutAndComesInOverTheWire(t *testing.T) {
	s := server(t)
	wall := wallIn(t, s)
	var dot bytes.Buffer
	if err := png.Encode(&dot, image.NewGray(image.Rect(0, 0, 3, 3))); err != nil {
		t.Fatal(err)
	}
	var pic store.Picture
	if code := send(t, s, wall+"/pictures", "image/png", dot.Bytes(), &pic); code != http.StatusCreated || pic.Hash == "" {
		t.Fatalf("picture: %d %+v", code, pic)
	}
	var j contract.Journal
	body := `{"entries":[` + entryText("a", `,"pictures":["`+pic.Hash+`"]`) + `,` + entryText("b", "") + `,` + entryText("a", `,"pictures":["`+pic.Hash+`"]`) + `]}`
	if code := ask(t, s, "POST", wall+"/journal", body, &j); code != http.StatusOK || len(j.Entries) != 2 || j.Entries[1].Seq != 2 {
		t.Fatalf("record: %d %+v", code, j)
	}
	if code := ask(t, s, "POST", wall+"/journal", body, &j); code != http.StatusOK || len(j.Entries) != 0 {
		t.Errorf("the same again: %d %+v", code, j)
	}
	if code := ask(t, s, "GET", wall+"/journal?after=1", "", &j); code != http.StatusOK || len(j.Entries) != 1 || j.Entries[0].ID != "b" {
		t.Errorf("after the first: %d %+v", code, j)
	}
	if code := ask(t, s, "GET", wall+"/designs/"+j.Entries[0].Design, "", nil); code != http.StatusOK {
		t.Errorf("the design: %d", code)
	}
	reply, err := http.Get(s.URL + "/api" + wall + "/archive")
	if err != nil {
		t.Fatal(err)
	}
	zip, _ := io.ReadAll(reply.Body)
	reply.Body.Close()
	var again store.Saved
	if code := send(t, s, "/archives", "application/zip", zip, &again); code != http.StatusCreated || again.ID == "" {
		t.Fatalf("from the zip: %d %+v", code, again)
	}
	if code := ask(t, s, "GET", "/projects/"+again.ID+"/journal", "", &j); code != http.StatusOK || len(j.Entries) != 2 || j.Entries[0].At == "" {
		t.Errorf("its journal: %d %+v", code, j)
	}
	if got, err := http.Get(s.URL + "/api/projects/" + again.ID + "/pictures/" + pic.Hash); err != nil || got.Header.Get("Content-Type") != "image/jpeg" {
		t.Errorf("its picture: %v", err)
	}
}

func TestWhatCannotBeRecordedIsRefused(t *testing.T) {
	s := server(t)
	wall := wallIn(t, s)
	var f contract.Failure
	for body, path := range map[string]string{
		`{"entries":[]}`: "entries",
		`{"entries":[` + entryText("a b", "") + `]}`:                        "entries[0].id",
		`{"entries":[` + entryText("a", `,"takes_back":"b"`) + `]}`:         "entries[0].takes_back",
		`{"entries":[` + entryText("a", "") + `],"design":{"name":"none"}}`: "format",
	} {
		if code := ask(t, s, "POST", wall+"/journal", body, &f); code != http.StatusUnprocessableEntity || f.Path != path {
			t.Errorf("%s: %d %+v", body, code, f)
		}
	}
	if code := ask(t, s, "POST", wall+"/journal", `{"entries":[`+entryText("a", `,"pictures":["x"]`)+`]}`, &f); code != http.StatusUnprocessableEntity ||
		f.Code != "entry" {
		t.Errorf("a picture that is not there: %d %+v", code, f)
	}
	if code := ask(t, s, "GET", wall+"/journal?after=x", "", &f); code != http.StatusBadRequest {
		t.Errorf("after x: %d", code)
	}
	if code := send(t, s, wall+"/pictures", "image/png", []byte("<svg onload='x'/>"), &f); code != http.StatusUnprocessableEntity || f.Code != "picture" {
		t.Errorf("a drawing: %d %+v", code, f)
	}
	if code := send(t, s, wall+"/pictures", "text/html", []byte("<p>"), &f); code != http.StatusUnsupportedMediaType {
		t.Errorf("a page: %d", code)
	}
	if code := send(t, s, "/archives", "application/zip", []byte("PK\x03\x04"), &f); code != http.StatusUnprocessableEntity {
		t.Errorf("half a zip: %d", code)
	}
	for _, path := range []string{"/journal", "/plan", "/archive"} {
		if code := ask(t, s, "GET", "/projects/nowhere"+path, "", &f); code != http.StatusNotFound {
			t.Errorf("%s of no wall: %d", path, code)
		}
	}
}

func TestPlanAndShopOverTheWire(t *testing.T) {
	s := server(t)
	wall := wallIn(t, s)
	var p plan.Plan
	var f contract.Failure
	if code := ask(t, s, "GET", wall+"/plan", "", &p); code != http.StatusOK || p.Days == nil {
		t.Fatalf("%d %+v", code, p)
	}
	day := `{"days":[{"step":"glue","on":"2026-12-01"}]}`
	if code := ask(t, s, "PUT", wall+"/plan", day, &p, "If-Match", `"0"`); code != http.StatusOK || len(p.Days) != 1 {
		t.Errorf("%d %+v", code, p)
	}
	if code := ask(t, s, "PUT", wall+"/plan", day, &f, "If-Match", `"0"`); code != http.StatusConflict || f.Version != 1 {
		t.Errorf("a stale plan: %d %+v", code, f)
	}
	if code := ask(t, s, "PUT", wall+"/plan", day, &f); code != http.StatusPreconditionRequired {
		t.Errorf("over nothing: %d", code)
	}
	if code := ask(t, s, "PUT", wall+"/plan", `{"days":[{"step":"glue","on":"soon"}]}`, &f, "If-Match", `"1"`); code != http.StatusUnprocessableEntity ||
		f.Path != "days[0].on" {
		t.Errorf("soon: %d %+v", code, f)
	}
	var mine shop.Shop
	if code := ask(t, s, "GET", "/shop", "", &mine, UnitsHeader, "mm kg"); code != http.StatusOK || mine.Paper != shop.A4 || mine.Kerf != 3.2 {
		t.Fatalf("%d %+v", code, mine)
	}
	mine.Kerf, mine.Tools = 2.4, []string{"plane"}
	b, _ := json.Marshal(mine)
	if code := ask(t, s, "PUT", "/shop", string(b), &mine, "If-Match", `"0"`); code != http.StatusOK {
		t.Fatalf("%d", code)
	}
	theirs := strings.Replace(string(b), `"own_parts":[]`, `"own_parts":[{"key":"peg-1","name":"Peg","kind":"hook","type":"","length_mm":0,"reach_mm":60,"d_mm":19,"means":"unstated"}]`, 1)
	theirs = strings.Replace(theirs, `"plane"`, `"saw"`, 1)
	if code := ask(t, s, "POST", "/shop", theirs, &mine, "If-Match", `"1"`); code != http.StatusOK || len(mine.Tools) != 2 || len(mine.Parts) != 1 {
		t.Fatalf("a shop's file: %d %+v", code, mine)
	}
	var own contract.Own
	if ask(t, s, "GET", "/own", "", &own); len(own.Parts) != 1 {
		t.Errorf("the drawer: %+v", own)
	}
	if code := ask(t, s, "PUT", "/shop", strings.Replace(string(b), "2.4", "40", 1), &f, "If-Match", `"2"`); code != http.StatusUnprocessableEntity ||
		f.Path != "kerf_mm" {
		t.Errorf("a kerf of 40 mm: %d %+v", code, f)
	}
}
