package api

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"math"
	"mime"
	"net/http"
	"net/http/httptest"
	"slices"
	"strings"
	"testing"
	"time"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/quantity"
	"aguante/server/contract"
)

// page plays the part of a page that checks a design: it sends what the server has not
// got, and keeps what it is given.
type page struct {
	s        *httptest.Server
	keys     map[string]string // of parts, by what they say
	answers  map[string]json.RawMessage
	closings map[string]json.RawMessage
	had      map[string]contract.ShelfKeys // by shelf
	last     []byte                        // the last reply, as it came
	sent     int
	took     time.Duration // from asking to the last byte
}

func newPage(s *httptest.Server) *page {
	return &page{s: s, keys: map[string]string{}, answers: map[string]json.RawMessage{}, closings: map[string]json.RawMessage{},
		had: map[string]contract.ShelfKeys{}}
}

// check asks about a design; open is the shelf that is looked at closely.
func (g *page) check(t testing.TB, p *design.Project, open string) []check.Shelf {
	t.Helper()
	base := *p
	base.Shelves = []design.Shelf{}
	q := contract.CheckRequest{Seq: 1, Open: open}
	var said []string
	write := func(v any) (key string, raw json.RawMessage) {
		raw, err := json.Marshal(v)
		if err != nil {
			t.Fatal(err)
		}
		said = append(said, string(raw))
		if key := g.keys[string(raw)]; key != "" {
			return key, nil
		}
		return "", raw
	}
	q.Base.Key, q.Base.Document.RawMessage = write(base)
	for i := range p.Shelves {
		part := contract.ShelfPart{Answer: g.had[p.Shelves[i].ID].Answer, Closing: g.had[p.Shelves[i].ID].Closing}
		part.Key, part.Shelf.RawMessage = write(p.Shelves[i])
		q.Shelves = append(q.Shelves, part)
	}
	reply := g.ask(t, &q)
	if len(reply.Missing) > 0 {
		for text, key := range g.keys {
			if slices.Contains(reply.Missing, key) {
				delete(g.keys, text)
			}
		}
		return g.check(t, p, open)
	}
	g.keys[said[0]] = reply.Base
	out := make([]check.Shelf, len(p.Shelves))
	for i, k := range reply.Shelves {
		g.keys[said[i+1]] = k.Key
		g.had[p.Shelves[i].ID] = k
		for _, part := range []json.RawMessage{g.answers[k.Answer], g.closings[k.Closing]} {
			if err := json.Unmarshal(part, &out[i]); err != nil {
				t.Fatalf("shelf %s: the page has no %+v: %v", p.Shelves[i].ID, k, err)
			}
		}
		out[i] = *out[i].Full()
	}
	return out
}

// ask sends a question as it is, and keeps what comes.
func (g *page) ask(t testing.TB, q *contract.CheckRequest) (reply contract.CheckReply) {
	t.Helper()
	body, err := json.Marshal(q)
	if err != nil {
		t.Fatal(err)
	}
	g.sent = len(body)
	start := time.Now()
	got, err := http.Post(g.s.URL+"/api/check", "application/json", bytes.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	defer got.Body.Close()
	var in bytes.Buffer
	if _, err := in.ReadFrom(got.Body); err != nil || got.StatusCode != http.StatusOK {
		t.Fatalf("check: %d %v %s", got.StatusCode, err, in.Bytes())
	}
	g.last, g.took = in.Bytes(), time.Since(start)
	if err := json.Unmarshal(g.last, &reply); err != nil {
		t.Fatal(err)
	}
	for key, a := range reply.Answers {
		g.answers[key] = a.RawMessage
	}
	for key, c := range reply.Closings {
		g.closings[key] = c.RawMessage
	}
	return reply
}

// drag asks about a wall of which the first shelf changes, over and over, as a page does
// that knows what has changed, and returns what each took.
func (g *page) drag(b *testing.B, p *design.Project) []time.Duration {
	g.check(b, p, p.Shelves[0].ID)
	base := *p
	base.Shelves = []design.Shelf{}
	text, _ := json.Marshal(base)
	q := contract.CheckRequest{Open: p.Shelves[0].ID, Base: contract.BasePart{Key: g.keys[string(text)]}}
	for i := range p.Shelves {
		k := g.had[p.Shelves[i].ID]
		q.Shelves = append(q.Shelves, contract.ShelfPart{Key: k.Key, Answer: k.Answer, Closing: k.Closing})
	}
	var took []time.Duration
	for b.Loop() {
		p.Shelves[0].Contents[0].Each += 0.001
		q.Shelves[0].Key = ""
		q.Shelves[0].Shelf.RawMessage, _ = json.Marshal(p.Shelves[0])
		for i, k := range g.ask(b, &q).Shelves {
			q.Shelves[i] = contract.ShelfPart{Key: k.Key, Answer: k.Answer, Closing: k.Closing}
		}
		took = append(took, g.took)
	}
	return took
}

// checked is a design's answer to a page that has nothing yet, each shelf seen closely.
func checked(t testing.TB, s *httptest.Server, p *design.Project) []check.Shelf {
	t.Helper()
	out := make([]check.Shelf, len(p.Shelves))
	for i := range p.Shelves {
		out[i] = newPage(s).check(t, p, p.Shelves[i].ID)[i]
	}
	return out
}

// file has a file written, for who reads millimetres.
func file(t *testing.T, s *httptest.Server, format, body string) (code int, text, name string) {
	t.Helper()
	r, err := http.NewRequest("POST", s.URL+"/api/export/"+format, strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	r.Header.Set(UnitsHeader, "mm kg")
	reply, err := http.DefaultClient.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	defer reply.Body.Close()
	b, err := io.ReadAll(reply.Body)
	if err != nil {
		t.Fatal(err)
	}
	_, with, _ := mime.ParseMediaType(reply.Header.Get("Content-Disposition"))
	return reply.StatusCode, string(b), with["filename"]
}

func readJars(t testing.TB) *design.Project {
	t.Helper()
	var p design.Project
	if err := json.Unmarshal([]byte(jars(t)), &p); err != nil {
		t.Fatal(err)
	}
	return &p
}

// What comes in parts over the wire says what the core says of the whole, edit after edit.
func TestPartsSayWhatTheWholeSays(t *testing.T) {
	s := server(t)
	g := newPage(s)
	p := readJars(t)
	for n, edit := range []func(){
		func() {},
		func() { p.Shelves[0].Supports[1].X += 5 },
		func() { p.Shelves[1].Y += 20 },
		func() { p.Wall.Studs[2].X += 3 },
		func() { p.Shelves[2].Contents[0].Each *= 2 },
		func() { p.Fixtures.Rails[0].Thickness += 2 },
		func() { p.Shelves = append(p.Shelves[:1:1], p.Shelves[2:]...) },
		func() { p.Shelves[0].Supports[1].X -= 5 },
	} {
		edit()
		want, err := check.Run(t.Context(), p)
		if err != nil {
			t.Fatal(err)
		}
		for i, got := range g.check(t, p, p.Shelves[0].ID) {
			w := want.Shelves[i]
			if got.Verdict != w.Verdict || got.First != w.First || !near(got.HoldsUpTo.Kg, w.HoldsUpTo.Kg) || len(got.Cautions) != len(w.Cautions) ||
				len(got.Supports) != len(w.Supports) || i == 0 && len(got.Links) != len(w.Links) {
				t.Errorf("edit %d, %s: %s by %s at %v; the core says %s by %s at %v", n, w.Name, got.Verdict, got.First, got.HoldsUpTo, w.Verdict,
					w.First, w.HoldsUpTo)
			}
			for k := range got.Links {
				if i == 0 && !near(got.Links[k].Used, w.Links[k].Used) {
					t.Errorf("edit %d: %s is used %v, by the core %v", n, w.Links[k].ID, got.Links[k].Used, w.Links[k].Used)
				}
			}
		}
	}
}

func near(a, b float64) bool { return math.Abs(a-b) <= 1e-6*max(math.Abs(a), math.Abs(b)) }

// An edit of one shelf sends that shelf and brings what changed, and no more.
func TestAnEditSendsAndBringsOneShelf(t *testing.T) {
	s := server(t)
	p := wallOf(t, 40)
	g := newPage(s)
	g.check(t, p, p.Shelves[3].ID)
	p.Shelves[3].Contents[0].Each += 0.1
	g.check(t, p, p.Shelves[3].ID)
	var zipped bytes.Buffer
	z := gzip.NewWriter(&zipped)
	_, _ = z.Write(g.last)
	z.Close()
	if len(g.last) > 40_000 || zipped.Len() > 12_000 {
		t.Errorf("the reply to an edit is %d bytes, %d gzip", len(g.last), zipped.Len())
	}
	if g.sent > 12_000 {
		t.Errorf("an edit sends %d bytes", g.sent)
	}
	var reply contract.CheckReply
	if err := json.Unmarshal(g.last, &reply); err != nil || len(reply.Answers) != 1 {
		t.Errorf("%d answers come back, %v", len(reply.Answers), err)
	}
}

// A server that has let a part go, or was started anew, asks for it and then answers.
func TestWhatTheServerLetGoIsSentAgain(t *testing.T) {
	p := readJars(t)
	g := newPage(server(t))
	first := g.check(t, p, "jars")
	g.s = server(t)
	again := g.check(t, p, "jars")
	if again[0].First != first[0].First || again[0].HoldsUpTo != first[0].HoldsUpTo {
		t.Errorf("%+v, before %+v", again[0].HoldsUpTo, first[0].HoldsUpTo)
	}
}

// Parts that are right by themselves are refused together where ids are used twice, and
// what is wrong with one is said by its place in the whole.
func TestPartsAreRefusedByPath(t *testing.T) {
	s := server(t)
	for path, spoil := range map[string]func(p *design.Project){
		"shelves[5].id":               func(p *design.Project) { p.Shelves[5].ID = p.Shelves[0].ID },
		"shelves[2].depth_mm":         func(p *design.Project) { p.Shelves[2].Depth = -1 },
		"wall.height_mm":              func(p *design.Project) { p.Wall.Height = 3 },
		"shelves[1].supports[0].x_mm": func(p *design.Project) { p.Shelves[1].Supports[0].X = 90_000 },
	} {
		p := readJars(t)
		spoil(p)
		body := parted(p)
		here := func(f contract.FileProblem) bool { return f.Path == path }
		var f contract.Failure
		var i int
		if _, err := fmt.Sscanf(path, "shelves[%d]", &i); err != nil { // the wall's own
			if code := ask(t, s, "POST", "/check", body, &f); code != http.StatusUnprocessableEntity || !slices.ContainsFunc(f.Problems, here) {
				t.Errorf("%s: %d %+v", path, code, f)
			}
			continue
		}
		var reply contract.CheckReply
		if code := ask(t, s, "POST", "/check", body, &reply); code != http.StatusOK {
			t.Fatalf("%s: %d", path, code)
		}
		for k, keys := range reply.Shelves {
			if k == i && (!slices.ContainsFunc(keys.Problems, here) || len(reply.Answers[keys.Answer].RawMessage) == 0) {
				t.Errorf("%s: %+v", path, keys)
			}
			if k != i && (len(keys.Problems) > 0 || len(reply.Answers[keys.Answer].RawMessage) == 0) {
				t.Errorf("%s: shelf %d is not judged: %+v", path, k, keys)
			}
		}
	}
}

// What is said of a wall without a shelf that is refused is what is said where it is not there.
func TestARefusedShelfIsNotCounted(t *testing.T) {
	s := server(t)
	p := readJars(t)
	bad := *p
	bad.Shelves = slices.Clone(p.Shelves)
	bad.Shelves[2].Depth = -1
	without := *p
	without.Shelves = slices.Delete(slices.Clone(p.Shelves), 2, 3)
	var with, left contract.CheckReply
	for reply, q := range map[*contract.CheckReply]*design.Project{&with: &bad, &left: &without} {
		if code := ask(t, s, "POST", "/check", parted(q), reply); code != http.StatusOK {
			t.Fatal(code)
		}
	}
	for i, keys := range slices.Delete(with.Shelves, 2, 3) {
		if keys.Closing != left.Shelves[i].Closing {
			t.Errorf("shelf %d: another closing", i)
		}
	}
	if fmt.Sprint(with.Studs) != fmt.Sprint(left.Studs) {
		t.Errorf("studs: %v, without %v", with.Studs, left.Studs)
	}
}

// A page that goes away stops its search, and what waits behind it gets its turn.
func TestAClosedPageStopsItsSearch(t *testing.T) {
	s := server(t)
	ctx, leave := context.WithCancel(t.Context())
	body := `{"design":` + heavy(t) + `,"shelf":"jars"}`
	left := make(chan struct{})
	go func() {
		defer close(left)
		r, _ := http.NewRequestWithContext(ctx, "POST", s.URL+"/api/improve", strings.NewReader(body))
		r.Header.Set("Content-Type", "application/json")
		if reply, err := http.DefaultClient.Do(r); err == nil {
			reply.Body.Close()
			t.Error("the search was over before the page could go")
		}
	}()
	time.Sleep(30 * time.Millisecond) // it is under way
	leave()
	<-left
	start := time.Now()
	var steps contract.BreakReply
	if code := ask(t, s, "POST", "/break", `{"design":`+jars(t)+`,"shelf":"jars"}`, &steps); code != http.StatusOK {
		t.Fatalf("%d", code)
	}
	if took := time.Since(start); took > 2*time.Second {
		t.Errorf("what waited behind a search that nobody waits for got its turn after %v", took)
	}
}

// heavy is the demo with so much on a shelf of several woods that a search takes its time.
func heavy(t testing.TB) string {
	t.Helper()
	p := readJars(t)
	s := &p.Shelves[0]
	s.Board.Woods = []string{"white-oak", "black-walnut", "black-cherry", "sugar-maple", "red-maple", "white-ash", "yellow-birch", "pecan"}
	for i := range s.Contents {
		s.Contents[i].Each *= 6
	}
	b, err := json.Marshal(p)
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// wallOf is a wall of so many shelves like the demo's jar shelf, in rows and columns.
func wallOf(t testing.TB, n int) *design.Project {
	t.Helper()
	p := readJars(t)
	jar := p.Shelves[0]
	p.Wall.Length, p.Wall.Height = 30_000, 9000
	p.Fixtures.Rails, p.Shelves = p.Fixtures.Rails[:0], nil
	studs := p.Wall.Studs
	p.Wall.Studs = nil
	columns := (n + 7) / 8
	for c := range columns {
		for _, st := range studs {
			st.ID = fmt.Sprintf("%s-%d", st.ID, c)
			st.X += quantity.Length(5000 * c)
			p.Wall.Studs = append(p.Wall.Studs, st)
		}
	}
	p.Wall.Studs = p.Wall.Studs[:min(100, len(p.Wall.Studs))]
	whole, err := json.Marshal(jar)
	if err != nil {
		t.Fatal(err)
	}
	for i := range n {
		// every id in it anew
		var s design.Shelf
		text := strings.ReplaceAll(string(whole), `"id":"`, fmt.Sprintf(`"id":"n%d-`, i))
		if err := json.Unmarshal([]byte(text), &s); err != nil {
			t.Fatal(err)
		}
		at := quantity.Length(5000 * (i / 8))
		s.X, s.Y = s.X+at, quantity.Length(400+900*(i%8))
		for k := range s.Supports {
			s.Supports[k].X += at
		}
		p.Shelves = append(p.Shelves, s)
	}
	if bad := p.Validate(); len(bad) > 0 {
		t.Fatal(bad[0])
	}
	return p
}

// parted asks for a check of a design, every part of it sent.
func parted(p *design.Project) string {
	base := *p
	base.Shelves = []design.Shelf{}
	b, _ := json.Marshal(base)
	parts := make([]string, len(p.Shelves))
	for i := range p.Shelves {
		one, _ := json.Marshal(p.Shelves[i])
		parts[i] = `{"shelf":` + string(one) + `}`
	}
	return `{"base":{"document":` + string(b) + `},"shelves":[` + strings.Join(parts, ",") + `]}`
}
