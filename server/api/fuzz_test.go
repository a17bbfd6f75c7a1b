package api

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
)

// Whatever is sent to a wall's journal, it is recorded or refused, and the journal can be read: as it is, as a log, and for
// what it proves.
func FuzzJournal(f *testing.F) {
	for _, body := range []string{"", "{}", `{"entries":[]}`, `{"entries":[` + entryText("a", "") + `]}`, `{"entries":[` + entryText("b", `,"pictures":["x"]`) + `]}`,
		`{"entries":[{"id":"c","kind":"take-back","back":"a","when":"x"}]}`, `{"entries":[null,7]}`, `{"entries":{}}`,
		`{"entries":[{"id":"d","kind":"reading","when":"2026-11-26T12:00:00Z","about":"jars","data":{"mm":2,"gauge":"dial","kg":30}}]}`,
		`{"entries":[{"id":"e","kind":"broke","when":"2026-11-26T12:00:00Z","about":"jars","data":{"went":"steel","kg":30,"trial":true,"support":"jars-b2","lever_mm":180}}]}`,
		`{"entries":[{"id":"t","kind":"test","when":"2026-11-26T12:00:00Z","about":"jars","data":{"test":"t","did":"begin","plan":{"shelf":"jars","hold":"1h","where":"contents","gauge":"dial","load_kg":4,"breaks_kg":9,"steps":[{"loads_kg":[2,4],"adds":["a","b"]}]}}},{"id":"u","kind":"test","when":"2026-11-26T12:01:00Z","about":"jars","data":{"test":"t","did":"put","kg":4}}]}`} {
		f.Add(body)
	}
	s := server(f)
	id := strings.TrimPrefix(wallIn(f, s), "/projects/")
	handler := s.Config.Handler
	send := func(method, path, body string) int {
		r := httptest.NewRequest(method, "http://127.0.0.1"+path, strings.NewReader(body))
		r.Header.Set("Content-Type", "application/json")
		w := httptest.NewRecorder()
		handler.ServeHTTP(w, r)
		return w.Code
	}
	n := 0
	f.Fuzz(func(t *testing.T, body string) {
		if code := send(http.MethodPost, "/api/projects/"+id+"/journal", body); code >= 500 {
			t.Errorf("%d", code)
		}
		if n++; n%50 == 0 {
			asked := `{"design":` + jars(t) + `,"asked":{"shelf":"jars","hold":"1h","where":"contents","gauge":"dial","things":[]},"now":"2026-11-26T18:30:00Z"}`
			if code := send(http.MethodPost, "/api/projects/"+id+"/prove", asked); code != 200 {
				t.Errorf("what it proves: %d", code)
			}
			if code := send(http.MethodGet, "/api/projects/"+id+"/log", ""); code != 200 {
				t.Errorf("the log: %d", code)
			}
			if code := send(http.MethodGet, fmt.Sprintf("/api/projects/%s/journal", id), ""); code != 200 {
				t.Errorf("the journal: %d", code)
			}
		}
	})
}
