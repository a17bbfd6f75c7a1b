package api

import (
	"bytes"
	"encoding/binary"
	"encoding/json"
	"fmt"
	"hash/crc32"
	"image"
	"image/png"
	"io"
	"net/http"
	"strings"
	"sync"
	"testing"
	"time"

	"aguante/core/dress/dresstest"
	"aguante/core/prove"
	"aguante/server/contract"
)

func proveBody(t *testing.T, design, shelf string, now time.Time) string {
	t.Helper()
	return fmt.Sprintf(`{"design":%s,"asked":{"shelf":%q,"hold":"1h","where":"contents","gauge":"dial","things":[]},"now":%q}`, design, shelf, now.Format(time.RFC3339))
}

// testEntry is an event of a load test as a page sends it.
func testEntry(t *testing.T, id string, at time.Time, e prove.Event) string {
	t.Helper()
	data, err := json.Marshal(e)
	if err != nil {
		t.Fatal(err)
	}
	return fmt.Sprintf(`{"id":%q,"kind":"test","about":"alcove","when":%q,"data":%s}`, id, at.Format(time.RFC3339), data)
}

// A test over the wire: the plan, what is to be done, its gauge, a real one in its place, and an end; a clock that runs behind
// another loses nothing.
func TestALoadTestOverTheWire(t *testing.T) {
	s := server(t)
	wall := wallIn(t, s)
	begun := time.Now().UTC().Add(-time.Hour).Truncate(time.Second)
	var r contract.ProveReply
	if code := ask(t, s, "POST", wall+"/prove", proveBody(t, jars(t), "alcove", begun), &r, UnitsHeader, "mm kg"); code != http.StatusOK || r.Plan == nil || len(r.Plan.Steps) < 4 || len(r.Cautions) < 4 {
		t.Fatalf("%d %+v", code, r)
	}
	record := func(entries ...string) int {
		return ask(t, s, "POST", wall+"/journal", `{"entries":[`+strings.Join(entries, ",")+`]}`, nil)
	}
	if code := record(testEntry(t, "t", begun, prove.Event{Test: "t", Did: prove.Begin, Plan: r.Plan})); code != http.StatusOK {
		t.Fatal(code)
	}
	after := func(what string, seconds int) *contract.TestNow {
		t.Helper()
		var r contract.ProveReply
		if ask(t, s, "POST", wall+"/prove", proveBody(t, jars(t), "alcove", begun.Add(time.Duration(seconds)*time.Second)), &r, UnitsHeader, "mm kg"); r.Test == nil {
			t.Fatalf("%s: no test", what)
		}
		return r.Test
	}
	if a := after("begun", 5).Advice; a.Do != prove.DoPut || !strings.Contains(a.Says, "kg on it for a minute") {
		t.Errorf("%+v", a)
	}
	record(testEntry(t, "a", begun.Add(10*time.Second), prove.Event{Test: "t", Did: prove.Put, Kg: r.Plan.Bedding}), testEntry(t, "b", begun.Add(75*time.Second), prove.Event{Test: "t", Did: prove.Put}))
	if a := after("bedded", 80).Advice; a.Do != prove.DoZero {
		t.Errorf("%+v", a)
	}
	// A phone whose clock is five minutes behind.
	record(testEntry(t, "c", begun.Add(-300*time.Second), prove.Event{Test: "t", Did: prove.Zero, Mm: 0.2}))
	if a := after("zeroed", 90).Advice; a.Do != prove.DoPut || !strings.Contains(a.Says, "Add ") {
		t.Errorf("%+v", a)
	}
	var g contract.GaugeReply
	if code := ask(t, s, "GET", wall+"/gauge?test=t&now="+begun.Add(95*time.Second).Format(time.RFC3339), "", &g); code != http.StatusOK || !g.Simulated {
		t.Errorf("%d %+v", code, g)
	}
	if code := ask(t, s, "GET", wall+"/gauge?test=none", "", nil); code != http.StatusBadRequest {
		t.Errorf("a gauge at no test: %d", code)
	}
	if code := ask(t, s, "PUT", wall+"/gauge", "{\"mm\": 1.2}\n{\"mm\": 1.25}\n", nil); code != http.StatusNoContent {
		t.Errorf("a real gauge: %d", code)
	}
	if ask(t, s, "GET", wall+"/gauge?test=t", "", &g); g.Simulated || g.Mm != 1.25 {
		t.Errorf("%+v", g)
	}
	for _, bad := range []string{"", "{}", `{"mm": "far"}`, "1.2"} {
		if code := ask(t, s, "PUT", wall+"/gauge", bad, nil); code != http.StatusUnprocessableEntity {
			t.Errorf("a gauge that says %q: %d", bad, code)
		}
	}
	record(testEntry(t, "d", begun.Add(100*time.Second), prove.Event{Test: "t", Did: prove.Heard, What: prove.Crack}))
	if a := after("a crack", 101).Advice; a.Do != prove.DoUnload {
		t.Errorf("%+v", a)
	}
	for what, bad := range map[string]string{
		"no design": `{"asked":{"shelf":"jars"},"now":"2026-11-26T18:30:00Z"}`, "no shelf": proveBody(t, jars(t), "none", begun),
		"no time": strings.Replace(proveBody(t, jars(t), "jars", begun), `"now":"`, `"now":"at `, 1), "a gauge of none": strings.Replace(proveBody(t, jars(t), "jars", begun), `"dial"`, `"eye"`, 1),
	} {
		if code := ask(t, s, "POST", wall+"/prove", bad, nil); code != http.StatusBadRequest && code != http.StatusUnprocessableEntity {
			t.Errorf("%s: %d", what, code)
		}
	}
}

// An entry speaks of the design as it was, also after three hundred edits, and edits never touch the journal.
func TestAnEntrySpeaksOfItsDesign(t *testing.T) {
	s := server(t)
	wall := wallIn(t, s)
	if code := ask(t, s, "POST", wall+"/journal", `{"entries":[`+entryText("a", "")+`]}`, nil); code != http.StatusOK {
		t.Fatal(code)
	}
	var before, after contract.Journal
	ask(t, s, "GET", wall+"/journal", "", &before)
	for n := range dresstest.Trials(40, 300) {
		doc := strings.Replace(jars(t), `"name": "Jar shelf"`, fmt.Sprintf(`"name": "Jar shelf %d"`, n), 1)
		if code := ask(t, s, "PUT", wall, doc, nil, "If-Match", fmt.Sprintf(`"%d"`, n+1)); code != http.StatusOK {
			t.Fatalf("edit %d: %d", n, code)
		}
	}
	ask(t, s, "GET", wall+"/journal", "", &after)
	if len(after.Entries) != 1 || !after.Entries[0].Same(before.Entries[0]) || after.Entries[0].Design != before.Entries[0].Design {
		t.Errorf("%+v after %+v", after, before)
	}
	var was struct{ Shelves []struct{ Name string } }
	if ask(t, s, "GET", wall+"/designs/"+after.Entries[0].Design, "", &was); was.Shelves[0].Name != "Jar shelf" {
		t.Errorf("it names %q", was.Shelves[0].Name)
	}
}

// Three windows write at once and nothing is lost; a log that comes in twice, or both ways, doubles nothing.
func TestLogsMeet(t *testing.T) {
	s := server(t)
	wall, other := wallIn(t, s), wallIn(t, s)
	var all sync.WaitGroup
	for w := range 3 {
		all.Go(func() {
			for n := range 40 {
				if code := ask(t, s, "POST", wall+"/journal", `{"entries":[`+entryText(fmt.Sprintf("w%d-%d", w, n), "")+`]}`, nil); code != http.StatusOK {
					t.Errorf("%d", code)
				}
			}
		})
	}
	all.Wait()
	ask(t, s, "POST", other+"/journal", `{"entries":[`+entryText("w0-0", "")+`,`+entryText("theirs", "")+`]}`, nil)
	archive := func(of string) []byte {
		reply, err := http.Get(s.URL + "/api" + of + "/archive")
		if err != nil {
			t.Fatal(err)
		}
		defer reply.Body.Close()
		b, _ := io.ReadAll(reply.Body)
		return b
	}
	var got contract.LogTaken
	if code := send(t, s, other+"/log", "application/zip", archive(wall), &got); code != http.StatusOK || got.Added != 119 || got.Known != 1 {
		t.Errorf("%d %+v", code, got)
	}
	if send(t, s, other+"/log", "application/zip", archive(wall), &got); got.Added != 0 || got.Known != 120 {
		t.Errorf("again: %+v", got)
	}
	if send(t, s, wall+"/log", "application/zip", archive(other), &got); got.Added != 1 || got.Known != 120 {
		t.Errorf("and back: %+v", got)
	}
	var f contract.Failure
	if code := send(t, s, wall+"/log", "application/json", []byte(`{"entries":[{"id":"theirs","kind":"remark","when":"2026-11-26T12:00:00Z","text":"something else"}]}`), &f); code != http.StatusUnprocessableEntity ||
		!strings.Contains(f.Message, "theirs") {
		t.Errorf("another of the same id: %d %+v", code, f)
	}
	for _, bad := range []string{`{"entries":[]}`, `{"entries":[{"id":"x"}]}`, "nothing"} {
		if code := send(t, s, wall+"/log", "application/json", []byte(bad), &f); code < 400 {
			t.Errorf("%s: %d", bad, code)
		}
	}
	var j contract.Journal
	if ask(t, s, "GET", wall+"/journal", "", &j); len(j.Entries) != 121 {
		t.Errorf("%d entries", len(j.Entries))
	}
}

// Ten thousand entries: the log, the curve and the next entry are there at once. A picture that would not fit into memory is
// refused by its size alone.
func TestALongLogAndALargePicture(t *testing.T) {
	s := server(t)
	wall := wallIn(t, s)
	begun := time.Date(2000, 1, 1, 12, 0, 0, 0, time.UTC)
	many := dresstest.Trials(2_400, 10_000)
	for n := 0; n < many; n += 200 {
		var some []string
		for k := range 200 {
			some = append(some, fmt.Sprintf(`{"id":"r%d","kind":"reading","about":"alcove","when":%q,"data":{"mm":%.2f,"gauge":"dial","kg":3.3}}`, n+k,
				begun.Add(time.Duration(n+k)*20*time.Hour).Format(time.RFC3339), 1+0.0001*float64(n+k)))
		}
		if code := ask(t, s, "POST", wall+"/journal", `{"entries":[`+strings.Join(some, ",")+`]}`, nil); code != http.StatusOK {
			t.Fatal(code)
		}
	}
	var r contract.ProveReply
	if code := ask(t, s, "POST", wall+"/prove", proveBody(t, jars(t), "alcove", time.Now().UTC()), &r, UnitsHeader, "mm kg"); code != http.StatusOK || len(r.Years.Readings) != 2000 {
		t.Errorf("%d, %d readings", code, len(r.Years.Readings))
	}
	var l contract.LogReply
	if code := ask(t, s, "GET", wall+"/log", "", &l); code != http.StatusOK || len(l.Lines) != many || l.Lines[0].ID != fmt.Sprintf("r%d", many-1) {
		t.Errorf("%d, %d lines", code, len(l.Lines))
	}
	var b bytes.Buffer
	if err := png.Encode(&b, image.NewGray(image.Rect(0, 0, 9, 9))); err != nil {
		t.Fatal(err)
	}
	bomb := b.Bytes()
	binary.BigEndian.PutUint32(bomb[16:], 30_000)
	binary.BigEndian.PutUint32(bomb[20:], 30_000)
	binary.BigEndian.PutUint32(bomb[29:], crc32.ChecksumIEEE(bomb[12:29]))
	var f contract.Failure
	if code := send(t, s, wall+"/pictures", "image/png", bomb, &f); code != http.StatusUnprocessableEntity || !strings.Contains(f.Message, "30000 by 30000") {
		t.Errorf("a bomb: %d %+v", code, f)
	}
}
