package e2e

import (
	"encoding/json"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/journal"
	"aguante/server/contract"
)

// factsOf are the entries of the long wall's journal.
func factsOf(a *app, p *page) (out []journal.Entry) {
	p.t.Helper()
	id := eval[string](p, `location.pathname.split("/")[2]`)
	var j contract.Journal
	if err := json.Unmarshal(a.get("/api/projects/"+id+"/journal"), &j); err != nil {
		p.t.Fatal(err)
	}
	for _, e := range j.Entries {
		if !strings.HasPrefix(e.ID, "demo-") { // what had happened before
			out = append(out, e)
		}
	}
	return out
}

// drawnHole waits for a hole to be in hand.
func (p *page) drawnHole(n string) {
	p.t.Helper()
	p.until("hole "+n, `document.querySelector("[data-testid=hole]")?.getAttribute("aria-label") === "Hole `+n+`"`)
}

// The demo's floating shelf is hung by the app alone, with a finger on a phone: card by card, then hole by hole; where
// there is no wood the verdict turns, and undoing that is said at the hole.
func TestHangTheFloatingShelf(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 390, 844)
	p.byTouch()
	p.onShelf("display")
	p.keys("5")
	p.click("button|=Set-ups")
	p.see("[data-testid=card]")
	for range 2 { // its strip's bores
		p.click("[data-testid=card] button|next")
	}
	p.see("[data-testid=card] h2|bore")
	p.says("[data-testid=card]", "D1")
	p.click("[data-testid=card] button|=done")
	p.see("[data-testid=card] button|it is not")

	p.click("button|=At the wall")
	p.see("[data-testid=hole]")
	p.click(`[aria-label="hole 30"]`)
	p.drawnHole("30")
	p.says("[data-testid=hole]", "strip of Display shelf")
	p.says("[data-testid=hole]", "stud 3")
	if size := eval[float64](p, `Math.min(...[...document.querySelectorAll("[data-testid=hole] b.fig")].map(e => parseFloat(getComputedStyle(e).fontSize)))`); size < 24 {
		t.Errorf("figures are %v px high", size)
	}
	p.click("[data-testid=hole] button|=done")
	p.drawnHole("31")
	was := p.text("[data-testid=verdict]")
	p.click("[data-testid=hole] button|=no wood here")
	p.until("another verdict", `!document.querySelector("[data-testid=verdict]").textContent.includes(`+quoted(was)+`)`)
	p.settled()
	p.click("header button|=undo")
	p.until("the verdict as it was", `document.querySelector("[data-testid=verdict]").textContent.includes(`+quoted(was)+`)`)
	p.click(`[aria-label="hole 31"]`)
	p.says("[data-testid=against]", "No wood was found here")
	p.click("[data-testid=hole] button|=wood after all")
	p.gone("[data-testid=against]")
	kinds := ""
	for _, e := range factsOf(a, p) {
		kinds += string(e.Kind) + " "
	}
	if kinds != "tick tick finding take-back " {
		t.Errorf("the journal has %s", kinds)
	}
}

func quoted(s string) string { b, _ := json.Marshal(s); return string(b) }

// A stud is found elsewhere and a bracket is hung elsewhere: the design follows, the verdict says that it is as built.
func TestAsFoundAndAsHung(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.keys("5")
	p.click("button|=At the wall")
	p.click(`[aria-label="hole 27"]`)
	p.drawnHole("27")
	p.says("[data-testid=hole]", "bracket 2 of Jar shelf")
	p.click("[data-testid=hole] button|it was found or hung elsewhere")
	p.put("this hole is at, along", "49")
	p.see("[data-testid=as-built]")
	p.settled()
	wall := a.named("Honey room, long wall")
	if b := wall.Making.Built; len(b) != 1 || b[0].Thing != "jars-b2" || b[0].Figure != "x_mm" {
		t.Errorf("built %+v", b)
	}
	p.put("stud's middle found at, along", "49 1/8")
	p.until("the stud there", `[...document.querySelectorAll("[data-testid=holes] tr")].some(r => r.textContent.startsWith("27"))`)
	p.settled()
	found := false
	for _, s := range a.named("Honey room, long wall").Wall.Studs {
		found = found || s.Found == "tape" && s.X > 1247 && s.X < 1248.5
	}
	if !found {
		t.Error("no stud is at 49 1/8 in")
	}
	// From a stud and a level line the same hole reads otherwise.
	p.choose("along, from", "stud")
	p.choose("up, from", "line")
	p.see("aside label|stud")
	p.says("[data-testid=holes]", "-")
	if d := func() design.Datum { p.settled(); return a.named("Honey room, long wall").Making.Datum }(); d.From != design.FromStud || d.Up != design.FromLine || d.Stud == "" {
		t.Errorf("measured from %+v", d)
	}
	p.click("button|=bit by bit")
	p.see("button|=place by place")
}

// What the test piece measured moves the fence, and where the design has that figure, the verdict; how a shelf is made
// changes what its cards say; a thing that cannot be typed is refused where it is typed.
func TestSetUpsFollow(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.keys("5")
	p.click("button|=Set-ups")
	p.says("[data-testid=figures]", "2 in")
	p.says("[data-testid=wrong]", "3 1/2 in at its wide face")
	p.put("measured: L is thick", "5/8")
	p.says("[data-testid=figures]", "2 1/8 in")
	p.see("[data-testid=card]|as built; it was to be 3/4 in")
	p.put("measured: bevel as it was cut", "44")
	p.says("[data-testid=figures]", "44°")
	p.click("ol button|bore into an edge")
	p.see("[data-testid=card]|Guide the bit square")
	p.choose("goes up first", "brackets")
	p.see("[data-testid=card]|What it goes onto is up already")
	p.choose("bore for pins", "before")
	p.see("[data-testid=card]|no strip that is ripped off it")
	p.settled()
	if s := a.named("Honey room, long wall").Making.PracticeOf("display"); s.First != design.BracketsFirst || s.Bores != design.BoresBefore {
		t.Errorf("made %+v", s)
	}
	p.click("summary|two tapers from one blank")
	p.says("[data-testid=taper]", "blank, wide")
	p.put("narrow end", "2")
	p.says("[data-testid=taper]", "narrow end 2 in")
	p.put("narrow end", "30")
	p.see("[role=alert]")
}

// What prints is shown page by page; a template says how to print it, and the check sheet is about this wall.
func TestPaperOnTheScreen(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.keys("5")
	p.click("button|=Paper")
	p.see(`[data-testid=pages] img[alt="check sheet, sheet 1"]`)
	first := eval[string](p, `decodeURIComponent(document.querySelector("[data-testid=pages] img").src)`)
	if !strings.Contains(first, "Honey room, long wall: check sheet") || !strings.Contains(first, "holds 36 kg of 38 kg asked") {
		t.Errorf("the first page: %.300s", first)
	}
	p.click("button|I, arm")
	p.see("h2|I, arm")
	p.until("its pages", `document.querySelectorAll('[data-testid=pages] img[alt^="I, arm"]').length > 0`)
	p.until("pictures that are drawn", `[...document.querySelectorAll("[data-testid=pages] img")].every(e => e.complete && e.naturalWidth > 0)`)
	if svg := eval[string](p, `decodeURIComponent(document.querySelector("[data-testid=pages] img").src)`); !strings.Contains(svg, "Print at 100 %") {
		t.Errorf("%.300s", svg)
	}
	p.see("button|=DXF")
	p.click("[aria-label=paper] button|=A4")
	p.until("A4", `decodeURIComponent(document.querySelector("[data-testid=pages] img")?.src ?? "").includes('width="210mm"')`)
}
