package api

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
)

// Whatever is sent to a wall's journal, it is recorded or refused, and the journal can be read.
func FuzzJournal(f *testing.F) {
	for _, body := range []string{"", "{}", `{"entries":[]}`, `{"entries":[` + entryText("a", "") + `]}`, `{"entries":[` + entryText("b", `,"pictures":["x"]`) + `]}`,
		`{"entries":[{"id":"c","kind":"take-back","back":"a","when":"x"}]}`, `{"entries":[null,7]}`, `{"entries":{}}`} {
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
			if code := send(http.MethodGet, fmt.Sprintf("/api/projects/%s/journal", id), ""); code != 200 {
				t.Errorf("the journal: %d", code)
			}
		}
	})
}
