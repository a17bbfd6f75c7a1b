package e2e

import (
	"fmt"
	"net/http"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// openJars opens the demo's jar shelf on the bench.
func openJars(t *testing.T, width, height int64) (*app, *page) {
	t.Helper()
	a := start(t, "demo")
	p := browse(t, a.addressOf("Honey room, long wall"), width, height)
	p.says("[data-testid=verdict]", "Holds 36 kg")
	return a, p
}

// thing is a part of the drawing by its id.
func thing(kind, id string) string { return `[data-thing="` + kind + `:` + id + `"]` }

// inches reads the first figure in inches of a text.
func inches(t *testing.T, text string) float64 {
	t.Helper()
	v, err := strconv.ParseFloat(regexp.MustCompile(`\d+\.\d+`).FindString(text), 64)
	if err != nil {
		t.Fatalf("no figure in %q", text)
	}
	return v
}

func TestDragTheMiddleBracketOffItsStud(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.drag(thing("support", "jars-b2"), -48, 0)
	p.says("[data-testid=verdict]", "Holds 0 kg")
	p.says("[data-testid=first]", "screws into the stud, bracket 2")
	p.says(thing("support", "jars-b2"), "misses:")
	p.says("[data-testid=change]", "36 kg → 0 kg")
	if label := eval[string](p, q(thing("support", "jars-b2"))+`.getAttribute("aria-label")`); !strings.Contains(label,
		"misses the stud: not counted") {
		t.Errorf("the reader is told %q", label)
	}
	p.see("h2|Bracket 2 of 3")
	p.see("text|=nothing")
	p.keys("s")
	p.says("[data-testid=verdict]", "Holds 36 kg")
	p.keys("z", chromedp.ModifierCtrl)
	p.says("[data-testid=verdict]", "Holds 0 kg")
	p.keys("z", chromedp.ModifierCtrl)
	p.says("[data-testid=verdict]", "Holds 36 kg")
	p.keys("Z", chromedp.ModifierCtrl, chromedp.ModifierShift)
	p.says("[data-testid=verdict]", "Holds 0 kg")
}

func TestDragTakesToTheStudsUnlessAltIsHeld(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.click(thing("support", "jars-b2"))
	home := p.figure("from the wall's left end")
	p.drag(thing("support", "jars-b2"), 9, 0)
	if got := p.figure("from the wall's left end"); got != home {
		t.Errorf("dragged a little it stands at %s, it should take to the stud at %s", got, home)
	}
	p.drag(thing("support", "jars-b2"), 9, 0, chromedp.ButtonModifiers(chromedp.ModifierAlt))
	p.until("the bracket to move", `document.querySelector('button[aria-label^="from the wall"]').textContent.trim() !== `+strconv.Quote(home))
	p.keys(kb.ArrowLeft, chromedp.ModifierShift)
	p.keys(kb.ArrowRight)
	p.settled()
}

func TestTypeOnTheThicknessAndTheSagFalls(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	before := inches(t, p.text("[data-testid=sag]"))
	p.keys("3")
	p.put("thickness", "1 1/4")
	p.until("the sag to fall", "parseFloat(document.querySelector('[data-testid=sag]').textContent) < "+strconv.FormatFloat(before/2, 'f', 3,
		64))
	if got := p.figure("thickness"); got != "1 1/4 in" {
		t.Errorf("thickness reads %q", got)
	}
	p.click("button|undo")
	p.until("the sag as before", "parseFloat(document.querySelector('[data-testid=sag]').textContent) === "+strconv.FormatFloat(before, 'f',
		-1, 64))
	p.click(`[aria-label="Unit of lengths"] button|mm`)
	p.says("[data-testid=sag]", "mm")
	p.click(`[aria-label="Unit of masses"] button|lb`)
	p.says("[data-testid=verdict]", "Holds 81 lb")
	if got := p.figure("thickness"); got != "19.1 mm" {
		t.Errorf("thickness in mm reads %q", got)
	}
}

// TestRedoTheWeakestLinkByHand does the sum of the governing link from nothing
// but what the working panel shows.
func TestRedoTheWeakestLinkByHand(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.keys("w")
	p.see("[data-testid=steps] li")
	text := strings.ReplaceAll(eval[string](p, `document.querySelector("[data-testid=steps]").innerText`), "\u2009", "")
	read := func(pattern string) float64 {
		t.Helper()
		m := regexp.MustCompile(pattern).FindStringSubmatch(text)
		if m == nil {
			t.Fatalf("%s is not in the working:\n%s", pattern, text)
		}
		v, err := strconv.ParseFloat(m[1], 64)
		if err != nil {
			t.Fatal(err)
		}
		return v
	}
	b, hole, thick := read(`b = ([\d.]+) mm`), read(`dhole = ([\d.]+) mm`), read(`t = ([\d.]+) mm`)
	fy, m := read(`Fy = ([\d.]+) MPa`), read(`M0 = ([\d.]+) N·mm`)
	z := (b - hole) * thick * thick / 4
	used := m / (fy * z / 1.67)
	if said := read(`used = M / Mbar = ([\d.]+)`); used/said < 0.999 || used/said > 1.001 {
		t.Errorf("by hand %v, the panel says %v", used, said)
	}
	r, e := read(`R = R0 × care = ([\d.]+) N`), read(`e = M / R = ([\d.]+) mm`)
	if m/r/e < 0.999 || m/r/e > 1.001 {
		t.Errorf("M / R = %v, the panel says e = %v", m/r, e)
	}
	p.click("[role=dialog] button|Set down hard")
	p.says("[role=dialog]", "coming down on the front edge")
	p.keys(kb.Escape)
	p.gone("[role=dialog]")
}

func TestItIsAllThereAfterReloadAndRestart(t *testing.T) {
	t.Parallel()
	dir := t.TempDir()
	a := start(t, "serve", "--data", dir)
	p := browse(t, a.url, 1280, 800)
	p.newWall()
	p.see(`input[aria-label="Name of the wall"]`)
	p.click("button|=mm")
	p.keys("1")
	p.click("aside button|=add")
	p.put("each weighs", "12.5 kg")
	p.put("how many", "3")
	p.settled()
	wall := eval[string](p, "location.pathname")
	p.do(chromedp.Reload())
	p.see("[data-testid=first]")
	p.keys("1")
	p.says("aside", "Box")
	p.click("aside li button|Box")
	want := p.figure("each weighs")
	a.stop()
	a.again()
	p.do(chromedp.Navigate(a.url + wall))
	p.see("[data-testid=first]")
	p.keys("1")
	p.click("aside li button|Box")
	if got := p.figure("each weighs"); got != want || p.figure("how many") != "3" {
		t.Errorf("after a restart: %s each, before %s", got, want)
	}
	p.click("button|file")
	p.click("[role=menuitem]|Earlier states")
	p.click("[role=dialog] summary|more saves before it")
	p.until("several earlier states", `document.querySelectorAll("[role=dialog] details button").length >= 1`)
	p.click("[role=dialog] details div:last-child button|take this one")
	p.gone("[role=dialog]")
	p.gone("aside li button|Box")
	p.click("button|undo")
	p.see("aside li button|Box")
}

func TestServerAwayLosesNothing(t *testing.T) {
	t.Parallel()
	a := start(t, "serve", "--data", t.TempDir())
	p := browse(t, a.url, 1280, 800)
	p.newWall()
	p.settled()
	p.see(`[data-thing^="shelf:"]`)
	id := eval[string](p, `document.querySelector('[data-thing^="shelf:"]').dataset.thing.slice(6)`)
	up := p.figure("height of the board above the floor")
	a.stop()
	p.drag(thing("shelf", id), 0, -20)
	p.until("the app to say that the server is away", `document.querySelector("[data-testid=sync]").dataset.state === "away"`)
	p.says("footer", "The server is away")
	moved := p.figure("height of the board above the floor")
	if moved == up {
		t.Fatal("the drag did nothing")
	}
	a.again()
	p.settled()
	p.do(chromedp.Reload())
	if got := p.figure("height of the board above the floor"); got != moved {
		t.Errorf("after it came back the shelf is at %s, it was moved to %s", got, moved)
	}
}

func TestEditsOutliveABrowserThatClosesWhileTheServerIsAway(t *testing.T) {
	t.Parallel()
	a := start(t, "serve", "--data", t.TempDir())
	p := browse(t, a.url, 1280, 800)
	p.newWall()
	p.settled()
	wall := eval[string](p, "location.href")
	a.stop()
	p.keys("u")
	unit := eval[string](p, `document.querySelector('[aria-label="Unit of lengths"] [data-state=on]').textContent`)
	p.until("it to be kept here", `Object.keys(localStorage).some(k => k.startsWith("aguante:pending:"))`)
	p.do(chromedp.Navigate("about:blank"))
	a.again()
	p.do(chromedp.Navigate(wall))
	p.until("the unit as it was set", `document.querySelector('[aria-label="Unit of lengths"] [data-state=on]')?.textContent === `+strconv.Quote(unit))
	p.settled()
	p.until("nothing left to catch up", `Object.keys(localStorage).length === 0`)
}

func TestTwoTabsCannotOverwriteEachOther(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	other := p.tab(eval[string](p, "location.href"))
	other.says("[data-testid=verdict]", "Holds 36 kg")
	p.keys("3")
	p.put("thickness", "1 in")
	p.settled()
	p.until("it to be saved", `document.querySelector("[data-testid=sync]").textContent !== "saved"`)
	other.keys("3")
	other.put("depth", "8 in")
	other.see("[role=dialog]|Changed elsewhere")
	other.click("[role=dialog] button|Keep mine as a copy")
	other.until("the copy", `document.querySelector('input[aria-label="Name of the wall"]')?.value.includes("my copy")`)
	other.keys("3")
	if d, th := other.figure("depth"), other.figure("thickness"); d != "8 in" || th != "3/4 in" {
		t.Errorf("my copy has depth %s and thickness %s", d, th)
	}
	p.do(chromedp.Navigate(a.url))
	p.see("h2|my copy")
	p.click("h2 a|=Honey room, long wall")
	p.see("[data-testid=first]")
	p.keys("3")
	if d, th := p.figure("depth"), p.figure("thickness"); d != "7 1/4 in" || th != "1 in" {
		t.Errorf("theirs has depth %s and thickness %s", d, th)
	}
}

func TestWrongInputKeepsWhatWasTypedAndChangesNothing(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.keys("3")
	for text, says := range map[string]string{
		"three": "no number", "3 kg": "unit not known", "-1": "is not possible here", "9999": "is not possible here",
		"1,200": "thousands or decimals", "5/0": "out of range",
	} {
		p.put("thickness", text)
		p.says("[role=alert]", says)
		if kept := eval[string](p, `document.querySelector('input[aria-label="thickness"]').value`); kept != text {
			t.Errorf("typed %q, kept %q", text, kept)
		}
		p.keys(kb.Escape)
		if got := p.figure("thickness"); got != "3/4 in" {
			t.Errorf("after %q the thickness is %s", text, got)
		}
	}
	p.says("[data-testid=verdict]", "Holds 36 kg")
	if n := eval[bool](p, `[...document.querySelectorAll("button")].find(b => b.textContent === "undo").disabled`); !n {
		t.Error("something changed: undo is there")
	}
	p.clash("length of the board", "150 in", "past the end of the wall")
	p.says("[data-testid=verdict]", "Holds 36 kg")
}

func TestEverythingFromTheKeyboard(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.until("the drawing", `document.querySelector('[data-thing="support:jars-b2"]')`)
	eval[chromedp.Void](p, `document.querySelector('[data-thing="stud:stud-10"]').focus()`)
	for range 150 {
		p.keys(kb.Tab)
		if eval[bool](p, `document.activeElement?.dataset.thing === "support:jars-b2"`) {
			break
		}
	}
	p.gone("aside h2|Bracket 2") // to walk there chooses nothing
	p.keys(kb.Enter)
	p.see("h2|Bracket 2 of 3")
	p.see(`input[aria-label="from the wall's left end"]`)
	p.keys("43")
	p.keys(kb.Enter)
	p.says("[data-testid=verdict]", "Holds 0 kg")
	eval[chromedp.Void](p, `document.querySelector('[data-thing="support:jars-b2"]').focus()`)
	p.keys("s")
	p.until("the nearest stud", `!document.querySelector("[data-testid=verdict]").textContent.includes("Holds 0 kg")`)
	p.keys("d")
	p.see("h2|of 4")
	on := func() string { return eval[string](p, `document.activeElement?.dataset.thing ?? ""`) }
	p.until("the focus on the copy", `/^support:(?!jars-b2)/.test(document.activeElement?.dataset.thing)`)
	p.keys(kb.Delete)
	p.gone("h2|of 4")
	p.until("the focus on the shelf", `document.activeElement?.dataset.thing === "shelf:jars"`)
	p.keys("?")
	p.see("[role=dialog]|takes the selected bracket to the nearest stud")
	p.keys(kb.Escape)
	p.gone("[role=dialog]")
	p.until("the focus where it was before the sheet", `document.activeElement?.dataset.thing === "shelf:jars"`)
	p.keys(kb.Escape)
	if on() != "shelf:jars" {
		t.Errorf("after Escape the focus is on %q", on())
	}
	// The studs are one stop; the arrows walk along them, and choose none.
	p.keys("2")
	eval[chromedp.Void](p, `document.querySelector('[data-thing^="stud:"][tabindex="0"]').focus()`)
	first := on()
	p.keys(kb.ArrowRight)
	if next := on(); next == first || !strings.HasPrefix(next, "stud:") {
		t.Errorf("from %s the arrow goes to %s", first, next)
	}
	p.gone("aside h2|Stud")
	p.keys("4")
	p.keys("u")
	p.see(`[aria-label="Unit of lengths"] [data-state=on]|mm`)
	for i, stage := range []string{"Load", "Wall", "Board", "Hold"} {
		p.keys(strconv.Itoa(i + 1))
		p.see(`aside[aria-label="Stage: ` + stage + `"]`)
	}
}

func TestShelvesAreAddedCopiedAndDeleted(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	there := eval[int](p, `document.querySelectorAll('[data-thing^="shelf:"]').length`)
	p.click("aside button|new shelf")
	p.says("[data-testid=verdict]", "spread evenly")
	p.click("aside button|copy")
	p.until("two more shelves", fmt.Sprintf(`document.querySelectorAll('[data-thing^="shelf:"]').length === %d`, there+2))
	p.keys("4")
	p.click("aside button|add a bracket")
	p.see("h2|of 3")
	p.click("aside button|the shelf")
	p.click("aside button|delete")
	p.until("one more shelf", fmt.Sprintf(`document.querySelectorAll('[data-thing^="shelf:"]').length === %d`, there+1))
	p.settled()
}

func TestOnAPhone(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 390, 844)
	if over := eval[float64](p, "document.documentElement.scrollWidth"); over > 390 {
		t.Errorf("the page is %v px wide on a phone", over)
	}
	p.click("button|Board")
	p.put("thickness", "1 1/4")
	if got := p.figure("thickness"); got != "1 1/4 in" {
		t.Errorf("thickness %s", got)
	}
	p.click("button|Hold")
	p.click("[data-testid=first]")
	p.see("[data-testid=steps] li")
	if small := eval[[]string](p, `[...document.querySelectorAll("p, span, button, text, li")].filter(e => e.getClientRects().length && e.textContent.trim() && parseFloat(getComputedStyle(e).fontSize) < 13).map(e => e.textContent.slice(0, 40))`); len(small) > 0 {
		t.Errorf("text under 13 px: %v", small)
	}
}

func TestNoOtherSiteCanDriveIt(t *testing.T) {
	t.Parallel()
	a := start(t, "demo")
	ask := func(change func(*http.Request)) int {
		t.Helper()
		r, err := http.NewRequest(http.MethodPost, a.url+"/api/projects", strings.NewReader("{}"))
		if err != nil {
			t.Fatal(err)
		}
		r.Header.Set("Content-Type", "application/json")
		change(r)
		reply, err := http.DefaultClient.Do(r)
		if err != nil {
			t.Fatal(err)
		}
		reply.Body.Close()
		return reply.StatusCode
	}
	for name, c := range map[string]struct {
		change func(*http.Request)
		want   int
	}{
		"our own page":     {func(r *http.Request) { r.Header.Set("Origin", a.url) }, http.StatusUnprocessableEntity},
		"another site":     {func(r *http.Request) { r.Header.Set("Origin", "https://elsewhere.example") }, http.StatusForbidden},
		"a rebound name":   {func(r *http.Request) { r.Host = "elsewhere.example" }, http.StatusMisdirectedRequest},
		"almost JSON":      {func(r *http.Request) { r.Header.Set("Content-Type", "application/jsonx") }, http.StatusUnsupportedMediaType},
		"a form's content": {func(r *http.Request) { r.Header.Set("Content-Type", "text/plain") }, http.StatusUnsupportedMediaType},
	} {
		if got := ask(c.change); got != c.want {
			t.Errorf("%s: %d, want %d", name, got, c.want)
		}
	}
}
