package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"aguante/core/journal"
	"aguante/core/prove"
	"aguante/server/store"
)

// tester loads a shelf as it is told, on a clock that is put on where there is nothing to do but wait.
type tester struct {
	*page
	ahead float64 // s
}

// later puts the clock of the page on.
func (p *tester) later(seconds float64) {
	p.t.Helper()
	p.ahead += seconds
	eval[bool](p.page, fmt.Sprintf(`(window.real ??= Date.now, Date.now = () => window.real() + %.0f, true)`, p.ahead*1000))
}

const instruction = `document.querySelector("[data-testid=instruction]")`

// step does what is said next, and tells what that was; told as unload it does nothing.
func (p *tester) step() string {
	p.t.Helper()
	p.until("an instruction", instruction+` || document.querySelector("[data-testid=unload]") || document.querySelector("[data-testid=tests]")`)
	do := eval[string](p.page, instruction+`?.dataset.do ?? "over"`)
	last := eval[string](p.page, instruction+`?.dataset.last ?? ""`)
	if do == "wait" || do == "recover" {
		due := eval[float64](p.page, `(t => t.length === 3 ? t[0] * 3600 + t[1] * 60 + t[2] : t[0] * 60 + t[1])(document.querySelector("[data-testid=clock]").innerText.split(":").map(Number))`)
		if do == "recover" {
			due = 600
		}
		p.later(due)
	}
	switch do {
	case "wait":
		p.until("the end of the wait", instruction+`?.dataset.do !== "wait"`)
		return do
	case "put":
		p.click("button|=It is on")
	case "off":
		p.click("button|=It is all off")
	case "zero", "read", "recover":
		p.click("[data-testid=gauge] button")
	default:
		return do
	}
	p.until("what was done to be taken in", fmt.Sprintf(`(%s?.dataset.last ?? "none") !== %q`, instruction, last))
	return do
}

// onTest opens the test of a shelf and begins it.
func onTest(p *page, shelf, hold string) *tester {
	p.t.Helper()
	p.onShelf(shelf)
	p.see("[data-testid=proposed]")
	if hold != "" {
		p.choose("held for", hold)
		p.says("[data-testid=proposed]", "10 minutes")
	}
	p.settled()
	p.click("label|read, and seen to")
	p.click("button|=Begin the test")
	p.see("[data-testid=instruction]")
	return &tester{page: p}
}

// whole goes through a test to its end.
func (p *tester) whole() {
	p.t.Helper()
	for n := 0; p.step() != "over"; n++ {
		if n > 300 {
			p.t.Fatal("it does not end")
		}
	}
}

// ownRoom is the honey room's long wall as a person's own, in a store that outlives the server.
func ownRoom(t *testing.T) (*app, *page) {
	t.Helper()
	a := start(t, "serve", "--data", t.TempDir())
	b, err := os.ReadFile("../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	a.send("POST", "/api/projects", string(b), http.StatusCreated)
	p := browse(t, a.url, 1280, 800)
	p.click("h2 a|=Honey room, long wall")
	p.says("[data-testid=verdict]", "Holds")
	return a, p
}

// A whole load test by mouse: as it is told from the first step to what came back; it passes, and the rule of what the shelf
// bears has its mark. Loaded again and with the server away in its midst nothing is lost, and the clock goes on.
func TestAWholeLoadTest(t *testing.T) {
	t.Parallel()
	a, p := ownRoom(t)
	p.keys("6")
	q := onTest(p, "alcove", "10min")
	for range 12 {
		q.step()
	}
	was := q.text("[data-testid=instruction]")
	p.do(chromedp.Reload())
	q.see("[data-testid=instruction]")
	q.later(0)
	q.says("[data-testid=instruction]", was)
	for q.step() != "wait" {
	}
	a.stop()
	q.click("button|=a creak")
	q.says("[data-testid=kept]", "1 entry is kept")
	q.click("button|=screw heads out")
	q.says("[data-testid=unload]", "The server is away")
	a.again()
	q.gone("[data-testid=kept]")
	q.says("[data-testid=unload]", "screw heads out")
	kept := entriesOf(a)
	if n := len(kept); kept[n-1].What != prove.Heads || kept[n-2].What != prove.Creak {
		t.Errorf("the last entries are %+v", kept[n-2:])
	}
	q.click("button|=It is all off")
	q.says("[data-testid=tests]", "stopped")
	// Once more, to its end.
	ahead := q.ahead
	q = onTest(p, "alcove", "")
	q.ahead = ahead
	q.whole()
	q.says("[data-testid=tests]", "passed")
	q.says("[data-testid=proved]", "3.")
	q.until("its mark", `document.querySelector("[data-testid=bears] svg").getAttribute("aria-label").includes("proved")`)
	q.settled()
	// Thinner than it was, and the proof is of another shelf.
	p.keys("3")
	p.put("thickness", "5/8")
	p.settled()
	p.keys("6")
	p.gone("[data-testid=proved]")
	p.says("[data-testid=tests]", "says nothing of the shelf as it is now: changed since")
}

// What was written while the server was away, on a page that is gone since, is sent from wherever the app is opened next.
func TestWhatWaitsIsSentFromHome(t *testing.T) {
	t.Parallel()
	a, p := ownRoom(t)
	p.keys("6")
	q := onTest(p, "jars", "10min")
	for q.step() != "wait" {
	}
	before := len(entriesOf(a))
	a.stop()
	q.click("button|=a creak")
	q.says("[data-testid=kept]", "1 entry is kept")
	p.do(chromedp.Navigate("about:blank"))
	a.again()
	p.do(chromedp.Navigate(a.url))
	p.see("h2 a")
	p.until("what waited to be sent", `Object.keys(localStorage).every((k) => !k.startsWith("aguante:out:"))`)
	if kept := entriesOf(a); len(kept) != before+1 || kept[before].What != prove.Creak {
		t.Errorf("%d entries, there were %d: %+v", len(kept), before, kept[len(kept)-1])
	}
	// What the server refuses meanwhile is not lost unheard: it is said where it was written, until it is let go.
	eval[bool](p, `((slot) => {
		localStorage.setItem(slot, JSON.stringify([{ entries: [{ id: "odd", kind: "nonsense", when: "2026-01-01T00:00:00Z" }], design: {} }]));
		return true;
	})("aguante:out:" + document.querySelector("h2 a").getAttribute("href").split("/")[2])`)
	p.do(chromedp.Reload())
	p.see("h2 a")
	p.until("it to be refused", `Object.values(localStorage).some((v) => v.includes('"refused":'))`)
	p.click("h2 a|=Honey room, long wall")
	p.says("[data-testid=verdict]", "Holds")
	p.keys("6")
	p.says("[data-testid=refused]", "was refused: ")
	p.click("button|=let it go")
	p.gone("[data-testid=refused]")
	if left := eval[bool](p, `Object.keys(localStorage).some((k) => k.startsWith("aguante:out:"))`); left || len(entriesOf(a)) != before+1 {
		t.Error("it is there still")
	}
}

// entriesOf are the events of the load tests of the first wall.
func entriesOf(a *app) (out []prove.Event) {
	a.t.Helper()
	var all []store.Saved
	if err := json.Unmarshal(a.get("/api/projects"), &all); err != nil {
		a.t.Fatal(err)
	}
	var j struct{ Entries []journal.Entry }
	if err := json.Unmarshal(a.get("/api/projects/"+all[0].ID+"/journal"), &j); err != nil {
		a.t.Fatal(err)
	}
	for _, e := range j.Entries {
		var v prove.Event
		if e.Kind == journal.Test && json.Unmarshal(e.Data, &v) == nil {
			out = append(out, v)
		}
	}
	return out
}

// A whole load test by touch on a phone, and one that has to be stopped.
func TestALoadTestByTouch(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 390, 844)
	p.byTouch()
	p.see("[data-testid=verdict]")
	p.click("[aria-label=Stage] button|Prove")
	q := onTest(p, "hooks", "10min")
	q.click("button|=It is on")
	q.says("[data-testid=clock]", ":")
	q.click("button|=a crack")
	q.says("[data-testid=unload]", "you heard a crack")
	q.click("button|=It is all off")
	q.says("[data-testid=tests]", "stopped, you heard a crack")
	q = onTest(p, "alcove", "")
	q.whole()
	q.says("[data-testid=tests]", "passed")
}

// Readings over a year: typed, of another day, by table; what cannot be is named, a wrong one is taken back.
func TestAYearOfReadingsTyped(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.keys("6")
	p.click(`[aria-label="On the bench"] button|=Over the years`)
	p.says("[data-testid=comes-to]", "in ten")
	read := func(text string) {
		t.Helper()
		p.click(`input[aria-label="sag now"]`)
		p.until("a field to type in", `document.activeElement.getAttribute("aria-label") === "sag now"`)
		eval[any](p, `document.activeElement.select()`)
		p.keys(text)
		p.click("button|=write it down")
	}
	rows := func(n int) {
		t.Helper()
		p.until(fmt.Sprint(n, " readings"), fmt.Sprintf(`document.querySelectorAll("[data-testid=readings] tbody tr").length === %d`, n))
		p.settled()
	}
	read("0.3 mm")
	rows(1)
	was := p.text("[data-testid=comes-to]")
	read("2.9 mm")
	rows(2)
	p.until("another curve", `document.querySelector("[data-testid=comes-to]").textContent !== `+quoted(was))
	read("2 yards")
	p.see("[role=alert]|yards")
	read("40 in")
	p.see("[role=alert]|no sag of a shelf")
	p.click("[data-testid=readings] button|=take back")
	rows(1)
	table := "date,sag_mm,load_kg,gauge\n2026-01-02,2.8,37.8,straightedge\n2026-02-02,3.1,37.8,straightedge\nsome day,3,37.8,dial\n2126-02-02,3.1,37.8,dial\n2026-06-02,3.4,37.8,eye\n"
	p.give("readings from CSV", "sag.csv", table)
	p.says("[data-testid=readings-read]", "2 readings, and 3 lines")
	p.says("[data-testid=readings-read]", "still to come")
	p.click("[data-testid=readings-read] button|Take these")
	rows(3)
	p.says("[data-testid=look-again]", "Look again on")
	p.click("[data-testid=look-again] button|=it was bumped")
	p.says("[data-testid=look-again]", "it was bumped")
}

// Something broke, on the wall and on purpose: what was expected, and what that teaches.
func TestItBroke(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.keys("6")
	p.click(`[aria-label="On the bench"] button|=It broke`)
	p.says("[data-testid=pieces]", "1 like it broke at")
	p.chooseIn("what it was", "piece")
	p.chooseIn("what went", "steel")
	p.chooseIn("like", "jars-b2")
	p.click(`input[aria-label="load hung out from the wall"]`)
	p.keys("180 mm")
	p.click("button|=that far")
	p.click(`input[aria-label="it broke under"]`)
	p.keys("30")
	p.click("button|=write it down")
	p.says("[data-testid=pieces]", "2 like it broke at")
	p.chooseIn("what it was", "shelf")
	p.chooseIn("what went", "wood")
	p.click(`input[aria-label="it broke under"]`)
	p.keys("20")
	p.click("button|=write it down")
	p.says("[data-testid=broken]", "It broke under 20 kg")
	p.see("[data-testid=lesson]|the reckoning or the making is off")
	p.says("[data-testid=broken]", "What would explain it: the grade")
	p.until("its mark", `document.querySelector("[data-testid=bears] svg").getAttribute("aria-label").includes("broke at 20 kg")`)
}

// The log: remarks with pictures, by shelf, taken back, out and in again without doubling anything.
func TestTheLogbook(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.keys("6")
	p.click(`[aria-label="On the bench"] button|=Logbook`)
	p.says("[data-testid=log]", "load test: begun")
	var b bytes.Buffer
	if err := png.Encode(&b, image.NewGray(image.Rect(0, 0, 40, 30))); err != nil {
		t.Fatal(err)
	}
	p.give("a picture", "shelf.png", "no picture at all")
	p.see("[role=alert]|it is no JPEG, PNG or WebP")
	p.give("a picture", "shelf.png", b.String())
	p.see(`img[alt="Picture to be written"]`)
	p.chooseIn("what happened", "mended")
	p.click(`input[aria-label="what to write"]`)
	p.until("a field to type in", `document.activeElement.tagName === "INPUT"`)
	p.keys("New screws in bracket 2.")
	p.click("button|=Write it down")
	p.says("[data-testid=log] li", "New screws in bracket 2.")
	p.until("its picture", `document.querySelector("[data-testid=log] img")?.naturalWidth === 40`)
	count := func() int { return len(logLines(a)) }
	n := count()
	p.chooseIn("show the log of", "alcove")
	p.until("the alcove's alone", `!document.querySelector("[data-testid=log]").textContent.includes("New screws")`)
	p.chooseIn("show the log of", "jars")
	p.click("[data-testid=log] li button|=take back")
	p.says("[data-testid=log] li", "taken back")
	zip := a.get("/api/projects/" + first(a) + "/archive")
	file := filepath.Join(t.TempDir(), "room.zip")
	if err := os.WriteFile(file, zip, 0o600); err != nil {
		t.Fatal(err)
	}
	p.give("a log from a file", "room.zip", string(zip))
	p.see("[role=status]|0 entries taken in")
	if now := count(); now != n {
		t.Errorf("%d entries after %d", now, n)
	}
	code, out, errs := command(t, "", "log", file)
	if code != 0 || strings.Count(out, "\n") != n || !strings.Contains(out, "Mended") && !strings.Contains(out, "mended") || !strings.Contains(out, "[taken back]") {
		t.Errorf("log: %d %s\n%.400s", code, errs, out)
	}
	code, out, _ = command(t, string(zip), "log", "-", "--csv")
	if code != 0 || !strings.HasPrefix(out, "date,shelf,sag_in,load_kg") || strings.Count(out, "\n") != 8 {
		t.Errorf("log --csv: %d\n%s", code, out)
	}
	if code, _, _ := command(t, "{}", "log", "-"); code != 2 {
		t.Errorf("a log of nothing: %d", code)
	}
}

func first(a *app) string {
	a.t.Helper()
	var all []store.Saved
	if err := json.Unmarshal(a.get("/api/projects"), &all); err != nil {
		a.t.Fatal(err)
	}
	for _, s := range all {
		if s.Document.Name == "Honey room, long wall" {
			return s.ID
		}
	}
	a.t.Fatal("no long wall")
	return ""
}

func logLines(a *app) []json.RawMessage {
	a.t.Helper()
	var l struct{ Lines []json.RawMessage }
	if err := json.Unmarshal(a.get("/api/projects/"+first(a)+"/log"), &l); err != nil {
		a.t.Fatal(err)
	}
	return l.Lines
}

// A shelf that is due stands on the first page, and the way there leads to where it is read.
func TestHomeSaysWhatToLookAt(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	when := time.Now().Add(-30 * 24 * time.Hour).UTC().Format(time.RFC3339)
	a.send("POST", "/api/projects/"+first(a)+"/journal", `{"entries":[{"id":"due-1","kind":"reading","when":"`+when+`","about":"jars","data":{"mm":2.5,"gauge":"straightedge","kg":37.8}}]}`, http.StatusOK)
	p.do(chromedp.Navigate(a.url))
	p.says("[data-testid=due]", "Look at Jar shelf of Honey room, long wall")
	p.click("[data-testid=due] a|Jar shelf")
	p.see("[data-testid=readings]")
	p.says("[data-testid=look-again]", "day 27 under load")
}
