package e2e

import (
	"flag"
	"path/filepath"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

var (
	shots = flag.String("shots", "", "write the screenshots of the docs to this directory")
	shot  = flag.String("shot", "", "write this one alone")
)

// TestScreenshots takes the pictures of the docs from the demo data:
// make screenshots; one of them with -shot and its name.
func TestScreenshots(t *testing.T) {
	if *shots == "" {
		t.Skip("no -shots directory: pictures are taken on request")
	}
	a := start(t, "demo")
	p := browse(t, a.url, 1280, 800)
	loadAndBoard(p)
	hangings(p)

	b := browse(t, a.url, 1280, 800)
	b.click("h2 a|Honey room, long wall")
	b.says("[data-testid=verdict]", "Holds")
	b.keys("5")
	b.see("button|A board")
	b.settledPlan()
	b.take("pieces")
	b.click("button|=Cutting")
	b.says("[data-testid=plan]", "to pay")
	b.click(`[data-piece="jars/board#1"]`)
	b.see("aside h2|A1, board")
	b.settledPlan()
	b.take("cutting")
	b.click("button|=Set-ups")
	b.click("ol button|bevel rip that parts two")
	b.see("[data-testid=card] h2|bevel rip")
	b.settled()
	b.take("setups")
	b.click("button|=At the wall")
	b.click(`[aria-label="hole 27"]`)
	b.drawnHole("27")
	b.settled()
	b.take("holes")
	b.click("button|=Paper")
	b.until("pictures that are drawn", `document.querySelector("[data-testid=pages] img")?.naturalWidth > 0`)
	b.settled()
	b.take("paper")
	b.click("button|=Shopping")
	b.see("[data-row]")
	b.settled()
	b.take("shopping")
	b.click("button|=Days")
	b.see("[data-step]")
	b.see("[data-testid=way]")
	b.settled()
	b.take("days")

	proofs(b)

	phone := browse(t, a.url, 390, 844)
	phone.click("h2 a|Honey room, long wall")
	phone.says("[data-testid=verdict]", "Holds")
	phone.until("the side view", `document.body.innerText.includes("from the side")`)
	phone.take("phone")
}

func proofs(p *page) {
	p.keys("6")
	p.onShelf("alcove")
	p.click(`[aria-label="On the bench"] button|=Over the years`)
	p.see("[data-testid=years-chart]")
	p.settled()
	p.take("years")
	p.onShelf("jars")
	p.click(`[aria-label="On the bench"] button|=Logbook`)
	p.see("[data-testid=log] li")
	p.take("log")
	p.click(`[aria-label="On the bench"] button|=Load test`)
	p.see("[data-testid=proved]")
	p.onShelf("display")
	p.says("[data-testid=proposed]", "To prove 19.7")
	q := onTest(p, "display", "")
	for range 34 {
		q.step()
	}
	for q.step() != "wait" {
	}
	p.see("[data-do=read]")
	p.settled()
	p.take("test")
}

// take takes a picture for the docs.
func (p *page) take(name string) {
	if *shot != "" && *shot != name {
		return
	}
	p.until("the ideas", `!document.body.innerText.includes("Looking.")`)
	p.until("the drawings to rest", "document.getAnimations().every(a => a.playState !== 'running')")
	p.shot(filepath.Join(*shots, name+".png"))
}

func loadAndBoard(p *page) {
	p.see("a|Honey room")
	p.until("the verdicts", `document.body.innerText.includes("you ask")`)
	p.take("home")
	p.click("h2 a|Honey room, long wall")
	p.says("[data-testid=verdict]", "Holds")
	p.until("the side view", `document.body.innerText.includes("from the side")`)
	p.see("[data-testid=ideas] li")
	p.take("hold")
	p.keys("1")
	p.click("aside li button|Crate")
	p.see("h3|Crate")
	p.take("load")
	p.keys("2")
	p.see("h2|The wall")
	p.take("wall")
	p.keys("3")
	p.see("h3|Straight enough")
	p.take("board")
}

func hangings(p *page) {
	p.keys("4")
	p.click("[data-testid=first]")
	p.see("[data-testid=steps] li")
	p.take("working")
	p.keys(kb.Escape)
	p.click("aside button|the shelf")
	p.onShelf("display")
	p.click("aside button|compare the ways")
	p.see("[data-way=sleeve]")
	p.take("compare")
	p.keys(kb.Escape)
	p.gone("[role=dialog]")
	p.onShelf("jars")
	p.click("aside button|load it until it breaks")
	p.see("[data-testid=goings] li")
	eval[chromedp.Void](p, `document.querySelector('[role=slider][aria-label="load on it"]').focus()`)
	p.keys(kb.End)
	p.until("a broken bracket", `document.querySelector('[data-thing="support:jars-b2"] path[stroke="var(--red)"]')`)
	p.take("break")
}
