package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"aguante/core/dress/dresstest"
)

// build is one common thing to hang: what home is told, what is done then, and what the answer must say.
type build struct {
	name, begin string
	steps       func(p *page)
	says        string // what the verdict begins with in the end
}

// load puts things of the catalogue on the shelf.
func (p *page) load(row, amount string, sizes ...string) {
	p.t.Helper()
	p.keys(kb.Escape)
	p.keys("1")
	p.see(`aside[aria-label="Stage: Load"] button|from the catalogue`)
	p.click("aside button|from the catalogue")
	p.choose("what", row)
	asks := "how many"
	if len(sizes) > 0 {
		asks = "how many pieces"
	} else if eval[bool](p, `!!`+q("[role=dialog] label|how long a row")) {
		asks = "how long a row"
	}
	p.fill(asks, amount)
	for i, name := range []string{"length", "width", "thickness"} {
		if i < len(sizes) {
			p.fill(name, sizes[i])
		}
	}
	p.keys(kb.Enter)
	p.gone("[role=dialog]")
	p.keys("4")
	p.see(`aside[aria-label="Stage: Hold"]`)
}

// shelf goes back to the shelf as a whole.
func (p *page) shelf() {
	p.t.Helper()
	if eval[bool](p, `!!`+q("aside button|=the shelf")) {
		p.click("aside button|=the shelf")
	} else if eval[bool](p, `!!`+q("aside button|=all of it")) {
		p.click("aside button|=all of it")
	}
}

// part opens one of what carries the shelf.
func (p *page) part(name string) {
	p.t.Helper()
	p.keys("4")
	p.shelf()
	p.click("aside li button|" + name)
}

func eighteen() []build {
	idea := func(p *page) {
		p.shelf()
		p.click("[data-testid=ideas] li:first-child button")
		p.until("the idea taken", `!document.querySelector("[data-testid=verdict]").textContent.includes("✕")`)
	}
	return []build{
		{"wrapped brackets on keyholes", "a shelf on brackets", func(p *page) {
			p.keys("4")
			p.choose("hangs on", "wrapped-brackets")
			p.load("towels", "20")
			p.part("bracket 1")
			p.says("aside", "Keyholes in the upright")
			idea(p)
		}, "Holds"},
		{"pipe hook rail", "hooks", func(p *page) {
			p.keys("4")
			p.put("how many, evenly spaced", "6")
			p.click(`[aria-label="they are"] button|flanged pipes`)
			p.load("coats", "6")
		}, "Holds"},
		{"L-frames with ten sheets", "sheets that lean", func(p *page) {
			p.load("plywood-sheets", "10", "36 in", "30 in", `1/2"`)
		}, "Holds"},
		{"long board of one of two woods on three bars, legs up and down", "a shelf on brackets", func(p *page) {
			p.keys("3")
			p.put("length", "56")
			p.click("aside button|not sure: add one")
			p.keys("4")
			p.click("aside button|=add a bracket")
			p.load("paperbacks", "40 in")
			p.part("bracket 1")
			p.click(`[aria-label="wall leg"] button|above`)
			p.click("aside button|=all like this")
			p.settled()
			p.click(`[aria-label="wall leg"] button|below`)
			p.click("aside button|=all like this")
		}, "Holds"},
		{"dowelled box on keyhole plates and plugs", "a box of bins", func(p *page) {
			p.keys("2")
			p.choose("made of", "masonry")
			p.keys("4")
			p.click("aside button|=dowels")
			p.click(`[aria-label="by"] button|keyholes`)
			p.choose("fastener", "masonry-plug-8")
			p.load("jars-preserve", "6")
		}, "Holds"},
		{"small brackets with one on nothing, repaired", "a shelf on brackets", func(p *page) {
			p.load("jars-honey-lb", "12")
			p.part("bracket 2")
			p.put("from the wall's left end", "66")
			p.says("[data-testid=verdict]", "Holds 0 ")
			p.shelf()
			p.click("[data-testid=ideas] li:first-child button|Move bracket 2 to the stud")
			p.until("it to hold", `document.querySelector("[data-testid=verdict]").textContent.includes("✓")`)
		}, "Holds"},
		{"jar shelf on scanned studs", "a shelf on brackets", func(p *page) {
			p.keys("2")
			p.click("aside button|=scan")
			p.click("aside button|forget the")
			p.click("aside button|=calibrate")
			p.click("aside button|=sweep →")
			p.until("the right end", `document.querySelector("[data-testid=scanner]").getAttribute("aria-valuenow") === "3048"`)
			p.click("aside button|=← sweep")
			p.until("the left end", `document.querySelector("[data-testid=scanner]").getAttribute("aria-valuenow") === "0"`)
			p.click("aside button|studs on the wall")
			p.click("aside button|=put it away")
			p.keys("4")
			p.click("aside button|=each to a stud")
			p.load("jars-honey-lb", "18")
		}, "Holds"},
		{"cleat wall with pieced rails and long clamps", "a tool wall", func(p *page) {
			p.part("rail on the wall")
			p.click("aside button|=off the panel")
			p.click("aside button|=cut it")
			p.load("bar-clamps-long", "3")
			idea(p)
		}, "Holds"},
		{"panel cleat wall screwed from behind", "a tool wall", func(p *page) {
			p.part("rail on the wall")
			p.says("aside", "from behind, through the panel")
			p.put("panel, thick", "3/4")
			p.load("hand-saws", "3")
			idea(p)
		}, "Holds"},
		{"tenon floating shelf from one board", "a floating shelf", func(p *page) {
			p.part("pin 1")
			p.click(`[aria-label="pin"] button|loose tenon`)
			p.click("aside button|=all like this")
			p.part("strip on the wall")
			p.click("aside button|rip it off")
			p.load("paperbacks", "20 in")
		}, "Holds"},
		{"dowel floating shelf, one stud and anchors", "a floating shelf", func(p *page) {
			for _, stud := range []string{"40 in", "72 in"} {
				p.keys("2")
				p.click("aside li button|" + stud)
				p.keys(kb.Delete)
			}
			p.part("strip on the wall")
			p.click(`aside button[aria-label="Another fastener at column 1"]`)
			p.chooseNth("fastener", 1, "toggle")
			p.click(`aside button[aria-label="Another fastener at column 3"]`)
			p.chooseNth("fastener", 2, "toggle")
			p.load("glasses", "4")
		}, "Holds"},
		{"hollow shelf on a block with studs not as assumed", "a floating shelf", func(p *page) {
			p.keys("4")
			p.choose("hangs on", "sleeve")
			p.keys("2")
			p.click("aside li button|56 in")
			p.put("centre, from the left", "54 1/2")
			p.part("block on the wall")
			p.click("aside button|=one at every stud")
			p.load("glasses", "8")
		}, "Holds"},
		{"lumber rack of six levels round a pipe, half wet", "a rack", func(p *page) {
			p.keys("4")
			for range 3 {
				p.click("aside button|=one more")
			}
			p.put("tall", "70")
			p.put("each further by, arms' tops, over the foot", "11")
			p.part("upright 2")
			p.click("aside button|=notch it round something")
			p.put("from, over the foot", "20")
			p.put("high", "2")
			p.put("deep", "1/2")
			p.load("softwood-boards", "6", "36 in", `5 1/2"`, `1 1/2"`)
			p.load("softwood-boards", "6", "36 in", `5 1/2"`, `1 1/2"`)
			p.keys("1")
			p.click("aside li button|Softwood boards")
			p.choose("on level", "1")
			p.click("aside button|=sheets or boards: by their size")
			p.choose("it is", "wet")
		}, "Holds"},
		{"a stack shared over two racks of five bins", "a box of bins", func(p *page) {
			p.keys("4")
			p.put("how many, evenly spaced", "4")
			p.click("aside button|=dowels")
			p.keys("1")
			p.click("aside button|split a collection")
			p.fill("the whole weighs", "50 kg")
			p.fill("it stacks", "1.6 m")
			p.fill("racks or shelves", "2")
			p.fill("bins or places", "5")
			p.keys(kb.Enter)
			p.click("[role=dialog] button|one rack")
			p.gone("[role=dialog]")
			p.keys("4")
		}, "Holds"},
		{"laminated shelf on two-bladed brackets and toggles", "a floating shelf", func(p *page) {
			p.keys("3")
			p.click("aside button|=layers")
			p.keys("4")
			p.choose("hangs on", "hidden-brackets")
			p.part("bracket 2")
			p.click("aside button|=one more blade")
			p.click("aside button|=all like this")
			p.choose("fastener", "toggle")
			p.click("aside button|=all like this")
			p.shelf()
			p.put("first bracket, from the left end", "8")
			p.put("then every", "16")
			p.load("glasses", "6")
		}, "Holds"},
		{"pet frame", "a shelf on brackets", func(p *page) {
			p.keys("4")
			p.choose("hangs on", "frame")
			p.keys("1")
			p.choose("and if", "pet")
			p.load("towels", "40")
		}, "Holds"},
		{"hinged cart", "a shelf on brackets", func(p *page) {
			p.keys("4")
			p.choose("hangs on", "cart")
			p.load("hand-tools", "20")
		}, "Holds"},
		{"alcove shelf", "a shelf in an alcove", func(p *page) {
			p.load("hardbacks", "20 in")
			idea(p)
		}, "Holds"},
	}
}

// chooseNth picks an option of the n-th list of a label.
func (p *page) chooseNth(label string, n int, value string) {
	p.t.Helper()
	find := fmt.Sprintf(`[...document.querySelectorAll("label select")].filter(e => e.closest("label").querySelector("span").textContent === %q)[%d]`, label, n)
	p.until("the list "+label, find)
	p.pick(find, value)
}

// Eighteen common builds, from "new wall" to a verdict, each in twenty changes of the wall at most.
func TestEighteenBuilds(t *testing.T) {
	t.Parallel()
	for n, b := range eighteen() {
		t.Run(b.name, func(t *testing.T) {
			t.Parallel()
			a := start(t, "serve", "--data", t.TempDir())
			p := browse(t, a.url, 1280, 800)
			p.click("section button|=" + b.begin)
			p.see(`aside[aria-label="Stage: Load"]`)
			p.says("[data-testid=verdict]", "Would hold")
			first := strings.TrimSpace(p.text("[data-testid=verdict]"))
			b.steps(p)
			p.settled()
			eval[bool](p, `dispatchEvent(new Event("pagehide"))`) // what can be undone is written down
			edits := eval[int](p, `JSON.parse(Object.entries(sessionStorage).find(([k]) => k.startsWith("aguante:undo:"))[1]).past.length`)
			said := strings.TrimSpace(p.text("[data-testid=verdict]"))
			t.Logf("%d edits | %s | %s", edits, first, said)
			if edits > 20 || !strings.Contains(said, b.says) || strings.Contains(said, "✕") {
				t.Errorf("%d edits: %s\n%s", edits, said, p.text("footer"))
			}
			p.clearEverywhere(n)
		})
	}
}

// clearEverywhere looks at the wall on the bench at three sizes, light and dark; in the short form at the n-th of them.
func (p *page) clearEverywhere(n int) {
	p.t.Helper()
	for i, size := range [][2]int64{{1280, 800}, {390, 844}, {1920, 1080}} {
		if !dresstest.Long && i != n%3 {
			continue
		}
		p.do(chromedp.EmulateViewport(size[0], size[1]))
		for k, stage := range []string{"1", "2", "3", "4", "5"} {
			if !dresstest.Long && (k+n)%2 == 0 {
				continue
			}
			p.keys(stage)
			p.see(`button[role=radio][data-state=on]|` + stage)
			p.clearOf(fmt.Sprintf("stage %s at %d", stage, size[0]), 24)
		}
	}
}

// tabTo presses Tab until what has the focus says something.
func (p *page) tabTo(says string) {
	p.t.Helper()
	for range 250 {
		p.keys(kb.Tab)
		if eval[bool](p, fmt.Sprintf(`((e) => (e.innerText ?? "").trim().startsWith(%q) || (e.getAttribute("aria-label") ?? "").startsWith(%q) ||
			(e.closest("label")?.querySelector("span")?.textContent ?? "") === %q)(document.activeElement)`, says, says, says)) {
			return
		}
	}
	p.t.Fatalf("the focus never comes to %s", says)
}

// Two of the eighteen without a mouse: an alcove shelf with books, and brackets with one on nothing,
// repaired by the key that takes it to its stud.
func TestTwoBuildsByKeysAlone(t *testing.T) {
	t.Parallel()
	begin := func(what string) *page {
		a := start(t, "serve", "--data", t.TempDir())
		p := browse(t, a.url, 1280, 800)
		p.see("section button|=" + what)
		p.tabTo(what)
		p.keys(kb.Enter)
		p.says("[data-testid=verdict]", "Would hold")
		return p
	}
	add := func(p *page, row, amount string) {
		p.tabTo("from the catalogue")
		p.keys(kb.Enter)
		p.see("[role=dialog]")
		p.tabTo("what")
		p.keys(row)
		p.keys(kb.Tab)
		p.keys(amount)
		p.keys(kb.Enter)
		p.gone("[role=dialog]")
		p.until("the focus where it was", `document.activeElement?.textContent.includes("from the catalogue")`)
	}
	p := begin("a shelf in an alcove")
	add(p, "Hard", "16 in")
	p.says("[data-testid=verdict]", "Holds")
	p.says("[data-testid=verdict]", "you ask 29 lb")

	p = begin("a shelf on brackets")
	add(p, "Mug", "12")
	p.says("[data-testid=verdict]", "✓")
	p.keys("4")
	p.tabTo("bracket 2") // in the list of the panel, or in the drawing: the focus is there afterwards
	p.keys(" ")
	p.see("aside h2|Bracket 2")
	for range 8 {
		p.keys(kb.ArrowLeft, chromedp.ModifierShift)
	}
	p.says("[data-testid=verdict]", "Holds 0 ")
	p.keys("s")
	p.says("[data-testid=verdict]", "✓")
	p.until("the focus where it was", `document.activeElement?.getAttribute("aria-label")?.startsWith("bracket 2")`)
}
