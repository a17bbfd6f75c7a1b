package api

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"aguante/core/load"
	"aguante/demo"
	"aguante/server/contract"
	"aguante/server/store"
)

func server(t testing.TB) *httptest.Server {
	t.Helper()
	st, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "a.db"))
	if err != nil {
		t.Fatal(err)
	}
	s := httptest.NewServer(New(st, demo.Walls, slog.New(slog.NewTextHandler(io.Discard, nil))))
	t.Cleanup(func() { s.Close(); st.Close() })
	return s
}

func jars(t testing.TB) string {
	t.Helper()
	b, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// ask sends a request and decodes the answer into v, returning the status.
func ask(t testing.TB, s *httptest.Server, method, path, body string, v any, headers ...string) int {
	t.Helper()
	r, err := http.NewRequest(method, s.URL+"/api"+path, strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	if body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	for i := 0; i < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
	}
	reply, err := http.DefaultClient.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	defer reply.Body.Close()
	b, err := io.ReadAll(reply.Body)
	if err != nil {
		t.Fatal(err)
	}
	if v != nil {
		if err := json.Unmarshal(b, v); err != nil {
			t.Fatalf("%s %s: %s: %v", method, path, b, err)
		}
	}
	return reply.StatusCode
}

func TestLifeOfAProject(t *testing.T) {
	s := server(t)
	var made, got store.Saved
	if code := ask(t, s, "POST", "/projects", jars(t), &made); code != http.StatusCreated || made.Version != 1 {
		t.Fatalf("create: %d %+v", code, made)
	}
	path := "/projects/" + made.ID
	if code := ask(t, s, "GET", path, "", &got); code != http.StatusOK || len(got.Document.Shelves) != 6 {
		t.Errorf("read: %d, %d shelves", code, len(got.Document.Shelves))
	}
	var f contract.Failure
	if code := ask(t, s, "PUT", path, jars(t), &f); code != http.StatusPreconditionRequired || f.Code != "version" {
		t.Errorf("a save that names no version: %d %+v", code, f)
	}
	if code := ask(t, s, "PUT", path, jars(t), &got, "If-Match", `"1"`); code != http.StatusOK || got.Version != 2 {
		t.Errorf("save: %d, version %d", code, got.Version)
	}
	if code := ask(t, s, "PUT", path, jars(t), &f, "If-Match", `"1"`); code != http.StatusConflict || f.Code != "stale" || f.Version != 2 {
		t.Errorf("a stale save: %d %+v", code, f)
	}
	if code := ask(t, s, "PUT", path, strings.Replace(jars(t), "184.15", "-1", 1), &f, "If-Match",
		`"2"`); code != http.StatusUnprocessableEntity || f.Path != "shelves[0].depth_mm" || f.Problems[0].Line == 0 {
		t.Errorf("a save of nonsense: %d %+v", code, f)
	}
	var revs []contract.Past
	if code := ask(t, s, "GET", path+"/revisions", "", &revs); code != http.StatusOK || len(revs) != 1 || len(revs[0].Saves) != 2 {
		t.Errorf("revisions: %d %v", code, revs)
	}
	if code := ask(t, s, "GET", path+"/revisions/1", "", &got); code != http.StatusOK || got.Version != 1 {
		t.Errorf("revision 1: %d", code)
	}
	for _, missing := range []string{"/revisions/9", "/revisions/x"} {
		if code := ask(t, s, "GET", path+missing, "", &f); code != http.StatusNotFound {
			t.Errorf("%s: %d", missing, code)
		}
	}
	if code := ask(t, s, "DELETE", path, "", nil); code != http.StatusNoContent {
		t.Errorf("delete: %d", code)
	}
	if code := ask(t, s, "GET", path, "", &f); code != http.StatusNotFound || f.Code != "not-found" {
		t.Errorf("read after delete: %d %+v", code, f)
	}
	if code := ask(t, s, "POST", path+"/restore", "", nil); code != http.StatusNoContent {
		t.Errorf("restore: %d", code)
	}
	var all []store.Saved
	if code := ask(t, s, "GET", "/projects", "", &all); code != http.StatusOK || len(all) != 1 {
		t.Errorf("list: %d %d", code, len(all))
	}
}

func TestCheckAndWorking(t *testing.T) {
	s := server(t)
	first := checked(t, s, readJars(t))[0].First
	var w struct{ Steps []struct{ Symbol string } }
	if code := ask(t, s, "POST", "/working", fmt.Sprintf(`{"design":%s,"link":%q,"case":"everyday"}`, jars(t),
		first), &w); code != http.StatusOK || len(w.Steps) < 5 {
		t.Errorf("working: %d %+v", code, w)
	}
	var f contract.Failure
	for name, body := range map[string]string{
		"no JSON": `{`, "wrong kind": `{"seq":"x"}`, "nothing": ``,
		"a text for a length":  `{"base":{"document":{"wall":{"length_mm":"broad"}}}}`,
		"a shelf that is none": `{"base":{"document":{}},"shelves":[{"shelf":7}]}`,
	} {
		f = contract.Failure{}
		if code := ask(t, s, "POST", "/check", body, &f, "Content-Type", "application/json"); code != http.StatusBadRequest || f.Message == "" {
			t.Errorf("%s: %d %+v", name, code, f)
		}
	}
	if code := ask(t, s, "POST", "/check", `{"base":{"document":{"format":"aguante-project"}}}`, &f); code != http.StatusUnprocessableEntity ||
		len(f.Problems) < 3 {
		t.Errorf("a bare design: %d %+v", code, f)
	}
	if code := ask(t, s, "POST", "/working", fmt.Sprintf(`{"design":%s,"link":"nobody","case":"everyday"}`, jars(t)),
		&f); code != http.StatusBadRequest {
		t.Errorf("a link that is not there: %d %+v", code, f)
	}
	if code := ask(t, s, "POST", "/check", `{"design":"`+strings.Repeat("x", 5<<20)+`"}`, &f); code != http.StatusRequestEntityTooLarge ||
		f.Code != "too-large" {
		t.Errorf("5 MB: %d %+v", code, f)
	}
}

func TestQuantitiesAreReadInOnePlace(t *testing.T) {
	s := server(t)
	var v contract.QuantityReply
	for body, want := range map[string]float64{
		`{"text":"27 5/8","kind":"length","unit":"in"}`: 701.675, `{"text":"810","kind":"length","unit":"mm"}`: 810,
		`{"text":"60 lb","kind":"mass","unit":"kg"}`: 27.2155422, `{"text":"8","kind":"number"}`: 8,
	} {
		if code := ask(t, s, "POST", "/quantity", body, &v); code != http.StatusOK || v.Value != want {
			t.Errorf("%s: %d %v", body, code, v.Value)
		}
	}
	var f contract.Failure
	if code := ask(t, s, "POST", "/quantity", `{"text":"wide","kind":"length","unit":"in"}`, &f); code != http.StatusUnprocessableEntity ||
		!strings.Contains(f.Message, "wide") {
		t.Errorf("%d %+v", code, f)
	}
	if code := ask(t, s, "POST", "/quantity", `{"text":"1","kind":"colour"}`, &f); code != http.StatusBadRequest {
		t.Errorf("%d", code)
	}
}

func TestContentsAreMadeFromWhatIsTyped(t *testing.T) {
	s := server(t)
	var it struct {
		Name     string
		Each     float64 `json:"each_kg"`
		Low      float64 `json:"each_low_kg"`
		PerMetre float64 `json:"per_metre_kg"`
		To       float64 `json:"to_mm"`
		Count    int
	}
	if code := ask(t, s, "POST", "/contents", `{"row":"hardbacks","amount":"1.2 m","unit":"in","room_mm":1500}`,
		&it); code != http.StatusOK || it.PerMetre != 32 || it.To != 1200 {
		t.Errorf("1.2 m of hardbacks: %d %+v", code, it)
	}
	if code := ask(t, s, "POST", "/contents", `{"row":"mdf-sheets","amount":"2","sizes":["2.44 m","1220","18"],"unit":"mm","room_mm":3000}`,
		&it); code != http.StatusOK || it.Each < 83 || it.Each > 84 || it.Low > it.Each {
		t.Errorf("two sheets of MDF: %d %+v", code, it)
	}
	var f contract.Failure
	for body, path := range map[string]string{
		`{"row":"mugs","amount":"some","room_mm":900}`:                                   "amount",
		`{"row":"mugs","amount":"-2","room_mm":900}`:                                     "amount",
		`{"row":"hardbacks","amount":"2 m","room_mm":900}`:                               "amount",
		`{"row":"mdf-sheets","amount":"1","room_mm":900}`:                                "sizes",
		`{"row":"mdf-sheets","amount":"1","sizes":["1 m","wide","18 mm"],"room_mm":900}`: "sizes[1]",
		`{"row":"mdf-sheets","amount":"1","sizes":["1 m","-1 m","18 mm"],"room_mm":900}`: "sizes[1]",
	} {
		if code := ask(t, s, "POST", "/contents", body, &f); code != http.StatusUnprocessableEntity || f.Path != path || f.Message == "" {
			t.Errorf("%s: %d %+v, want %s", body, code, f, path)
		}
	}
	if code := ask(t, s, "POST", "/contents", `{"row":"dragons","amount":"1"}`, &f); code != http.StatusBadRequest {
		t.Errorf("dragons: %d", code)
	}
}

func TestSplitReadsWhatIsTyped(t *testing.T) {
	s := server(t)
	const units = `"units":{"length":"mm","mass":"kg"}}`
	var parts load.Parts
	if code := ask(t, s, "POST", "/split", `{"mass":"96 kg","size":"1.9 m","racks":"2","bins":"5",`+units, &parts); code != http.StatusOK ||
		parts.Bin.Mass < 9.59999 || parts.Bin.Mass > 9.60001 || parts.Rack.Mass != 48 || parts.Bin.Size != 190 {
		t.Errorf("%d %+v", code, parts)
	}
	var f contract.Failure
	for body, path := range map[string]string{
		`{"mass":"","racks":"2","bins":"5",`:                 "mass",
		`{"mass":"96","size":"tall","racks":"2","bins":"5",`: "size",
		`{"mass":"96","racks":"two","bins":"5",`:             "racks",
		`{"mass":"96","racks":"2","bins":"2.5",`:             "bins",
		`{"mass":"96","count":"x","racks":"2","bins":"2",`:   "count",
		`{"mass":"96","count":"3","racks":"2","bins":"2",`:   "",
	} {
		f = contract.Failure{}
		if code := ask(t, s, "POST", "/split", body+units, &f); code != http.StatusUnprocessableEntity || f.Path != path || f.Message == "" {
			t.Errorf("%s: %d %+v, want %q", body, code, f, path)
		}
	}
}

func TestTablesOverTheWire(t *testing.T) {
	s := server(t)
	var r contract.TableReply
	request := func(shelf, text string) string {
		b, err := json.Marshal(text)
		if err != nil {
			t.Fatal(err)
		}
		return fmt.Sprintf(`{"design":%s,"shelf":%q,"text":%s}`, jars(t), shelf, b)
	}
	for shelf, rows := range map[string]int{"jars": 2, "": 10} {
		format := map[string]string{"jars": "contents", "": "studs"}[shelf]
		code, text, _ := file(t, s, format, request(shelf, ""))
		if code != http.StatusOK || strings.Count(text, "\n") != rows+1 {
			t.Errorf("write %q: %d %q", shelf, code, text)
		}
		r = contract.TableReply{}
		if code := ask(t, s, "POST", "/table/read", request(shelf, text), &r); code != http.StatusOK || len(r.Items)+len(r.Studs) != rows ||
			len(r.Bad) != 0 {
			t.Errorf("read %q: %d %+v", shelf, code, r)
		}
	}
	var f contract.Failure
	if code := ask(t, s, "POST", "/table/read", request("jars", "no table"), &f); code != http.StatusUnprocessableEntity ||
		!strings.Contains(f.Message, "no such table") {
		t.Errorf("no table: %d %+v", code, f)
	}
	if code := ask(t, s, "POST", "/table/read", request("nowhere", "x"), &f); code != http.StatusBadRequest {
		t.Errorf("no shelf: %d", code)
	}
	for format, code := range map[string]int{"studs": http.StatusNotFound, "papyrus": http.StatusNotFound} {
		if got := ask(t, s, "POST", "/export/"+format, `{"shelf":""}`, &f); got != code || f.Message == "" {
			t.Errorf("%s of nothing: %d %+v", format, got, f)
		}
	}
}

func TestScaleOverTheWire(t *testing.T) {
	s := server(t)
	var r struct {
		Kg     float64
		Stable bool
	}
	if code := ask(t, s, "POST", "/instruments/scale", `{"seed":3,"deeds":[{"at_s":0,"put_kg":12,"tare":false}],"at_s":5}`,
		&r); code != http.StatusOK || !r.Stable || r.Kg < 11.9 || r.Kg > 12.1 {
		t.Errorf("%d %+v", code, r)
	}
	var f contract.Failure
	if code := ask(t, s, "POST", "/instruments/scale", `{"seed":3,"deeds":[{"at_s":0,"put_kg":-12}],"at_s":5}`,
		&f); code != http.StatusUnprocessableEntity || f.Message == "" {
		t.Errorf("%d %+v", code, f)
	}
}

func TestPagesAndHeaders(t *testing.T) {
	s := server(t)
	get := func(path string) *http.Response {
		t.Helper()
		r, err := http.Get(s.URL + path)
		if err != nil {
			t.Fatal(err)
		}
		r.Body.Close()
		return r
	}
	for path, want := range map[string]int{"/": 200, "/wall/abc": 200, "/assets/none.js": 404, "/api/none": 404, "/api/health": 200,
		"/api/catalogue": 200} {
		if r := get(path); r.StatusCode != want {
			t.Errorf("%s: %d, want %d", path, r.StatusCode, want)
		}
	}
	if got := get("/api/projects").Header.Get("Cache-Control"); got != "no-store" {
		t.Errorf("a person's own: Cache-Control %q", got)
	}
	h := get("/").Header
	if csp := h.Get("Content-Security-Policy"); !strings.Contains(csp, "script-src 'self'") ||
		strings.Contains(csp, "script-src 'self' 'unsafe-inline'") || h.Get("X-Content-Type-Options") != "nosniff" {
		t.Errorf("headers %v", h)
	}
}
