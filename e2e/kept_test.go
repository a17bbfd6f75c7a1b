package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// projectOf is the id of the wall that is open.
func projectOf(p *page) string {
	return strings.Split(strings.Split(eval[string](p, "location.href"), "/wall/")[1], "/")[0]
}

// A browser that is full, or lets nothing be kept, still has its edits saved, and says so.
func TestABrowserThatKeepsNothing(t *testing.T) {
	t.Parallel()
	for name, spoil := range map[string]string{
		"full":      `Storage.prototype.setItem = () => { throw new DOMException("full", "QuotaExceededError"); }`,
		"forbidden": `Object.defineProperty(window, "localStorage", { get() { throw new DOMException("no", "SecurityError"); } })`,
	} {
		t.Run(name, func(t *testing.T) {
			a, p := openJars(t, 1280, 800)
			p.settled()
			p.keys("3")
			eval[any](p, "void ("+spoil+")")
			p.put("depth", "9")
			p.settled()
			p.says("[data-testid=keeps-nothing]", "This browser keeps nothing here")
			if got := float64(a.named("Honey room, long wall").Shelves[0].Depth); got != 228.6 {
				t.Errorf("the server has a depth of %g", got)
			}
		})
	}
}

// What makes no sense in the browser's own store is left alone: the wall opens as it was saved.
// What breaks the page gets a word and a way on.
func TestNonsenseInTheBrowser(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.settled()
	id := projectOf(p)
	for _, kept := range []string{`7`, `{"base":1}`, `{"base":1,"document":{}}`, `{"base":1,"document":{"version":6,"name":"x","units":{},"wall":{"studs":[]},"shelves":[3]}}`,
		`not even this`} {
		eval[any](p, fmt.Sprintf(`void localStorage.setItem("aguante:pending:%s", %q)`, id, kept))
		p.do(chromedp.Reload())
		p.says("[data-testid=verdict]", "Holds 36 kg")
	}
	eval[any](p, fmt.Sprintf(`void localStorage.setItem("aguante:pending:%s", JSON.stringify({ base: 1, document: { version: 6, name: "x", units: { length: "in", mass: "kg" },
		wall: { studs: [null] }, shelves: [] } }))`, id))
	p.do(chromedp.Reload())
	p.says("[role=alert]", "Something broke in drawing this page.")
	p.click("button|Leave out what this browser keeps")
	p.says("[data-testid=verdict]", "Holds 36 kg")
}

// A wall that another window has deleted can be kept as a copy, at once or when the page is
// opened again.
func TestAWallDeletedElsewhere(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.settled()
	a.send("DELETE", "/api/projects/"+projectOf(p), "", 204)
	p.click(thing("support", "jars-b2"))
	p.keys(kb.ArrowRight)
	p.says("[role=dialog]", "This wall was deleted in another window")
	p.do(chromedp.Reload())
	p.says("[role=dialog]", "This wall was deleted in another window")
	p.click("button|Keep mine as a copy")
	p.says("[data-testid=verdict]", "of the 38 kg you ask")
	if copied := a.named("Honey room, long wall, my copy"); float64(copied.Shelves[0].Supports[1].X) == 1236 {
		t.Error("the copy is without the last change")
	}
}
