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

	q := browse(t, a.url, 1280, 800)
	q.click("h2 a|Honey room, back wall")
	q.onShelf("bins")
	q.settled()
	q.see("[data-testid=ideas] li")
	q.take("box")

	phone := browse(t, a.url, 390, 844)
	phone.click("h2 a|Honey room, long wall")
	phone.says("[data-testid=verdict]", "Holds")
	phone.until("the side view", `document.body.innerText.includes("from the side")`)
	phone.take("phone")
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
	p.click("aside button|=scan")
	p.click("aside button|=calibrate")
	p.says("[data-testid=seeing]", "calibrated")
	p.click("aside button|=sweep →")
	p.until("the right end", `document.querySelector("[data-testid=scanner]").getAttribute("aria-valuenow") === "3900"`)
	p.click("aside button|=← sweep")
	p.until("half way back", `+document.querySelector("[data-testid=scanner]").getAttribute("aria-valuenow") < 1800`)
	p.take("scan")
	p.click("aside button|=put it away")
	p.keys("3")
	p.see("h3|Straight enough")
	p.take("board")
	p.click("aside button|span ladder")
	p.see("[data-testid=ladder]")
	p.take("ladder")
	p.click("[role=dialog] button|close")
	p.click("aside button|best places")
	p.see("[data-testid=places-6]")
	p.take("places")
	p.click("[role=dialog] button|close")
	p.click("aside button|test your board")
	p.click("[role=dialog] button|Lay it")
	p.click("[role=dialog] button|=zero")
	p.click("[role=dialog] button|hang it")
	p.until("the gauge at rest", `(e => e.dataset.stable === "true" && parseFloat(e.textContent) > 0.01)(document.querySelector("[data-testid=dial]"))`)
	p.click("[role=dialog] button|note the reading")
	p.see("[data-testid=found]")
	p.take("test")
	p.click("[role=dialog] button|close")
}

func hangings(p *page) {
	p.keys("4")
	p.click("[data-testid=first]")
	p.see("[data-testid=steps] li")
	p.take("working")
	p.keys(kb.Escape)
	p.click("aside button|the shelf")
	for _, shelf := range []struct{ id, name string }{{"display", "floating"}, {"tools", "cleat"}, {"rack", "rack"}, {"hooks", "hooks"}} {
		p.onShelf(shelf.id)
		p.settled()
		p.until("the side view", `document.body.innerText.includes("from the side")`)
		p.take(shelf.name)
	}
	p.onShelf("display")
	p.click("aside button|compare the ways")
	p.see("[data-way=sleeve]")
	p.take("compare")
	p.keys(kb.Escape)
	p.gone("[role=dialog]")
	p.onShelf("jars")
	p.click("aside button|my parts")
	p.give("CSV file of parts", "parts.csv", "name,kind,type,length_mm,reach_mm,leg_mm,width_mm,thickness_mm,price\nDeck screw "+
		"80,screw,structural-6,80,,,,,0.31\nFlat bar bracket,bracket,,,152,100,25,4,3.40\n")
	p.click("[role=dialog] button|Keep these 2")
	p.see("[data-testid=parts] li|Deck screw 80")
	p.take("parts")
	p.keys(kb.Escape)
	p.gone("[role=dialog]")
	p.click("aside button|load it until it breaks")
	p.see("[data-testid=goings] li")
	eval[chromedp.Void](p, `document.querySelector('[role=slider][aria-label="load on it"]').focus()`)
	p.keys(kb.End)
	p.until("a broken bracket", `document.querySelector('[data-thing="support:jars-b2"] path[stroke="var(--red)"]')`)
	p.take("break")
}
