package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// onShelf puts a shelf of the demo's long wall on the bench.
func (p *page) onShelf(id string) {
	p.t.Helper()
	p.chooseIn("Shelf on the bench", id)
	p.until("the shelf on the bench", fmt.Sprintf(`document.querySelector('select[aria-label="Shelf on the bench"]').value === %q`, id))
}

func TestTurnEveryFailingDemoShelfGood(t *testing.T) {
	_, p := openJars(t, 1280, 800)
	for _, shelf := range []string{"jars", "display", "alcove"} {
		p.onShelf(shelf)
		p.see("[data-testid=ideas] li")
		before := p.text("[data-testid=verdict]")
		if strings.Contains(before, "and stays straight") {
			t.Errorf("%s needs nothing: %s", shelf, before)
		}
		good := `[...document.querySelectorAll("[data-testid=ideas] li button:not(:disabled)")].find(e => e.querySelector(".text-vial"))`
		p.until(shelf+" to have an idea that holds", good)
		words := eval[string](p, good+".querySelector('span').textContent")
		promised := eval[string](p, good+".querySelector('.text-vial .fig').textContent")
		eval[chromedp.Void](p, good+".click()")
		p.says("[data-testid=verdict]", "and stays straight")
		p.says("[data-testid=verdict]", "Holds "+promised)
		p.settled()
		p.keys("z", chromedp.ModifierCtrl)
		p.says("[data-testid=verdict]", strings.TrimSpace(before))
		t.Logf("%s: %s holds %s", shelf, words, promised)
	}
}

func TestCompareTheWaysForTheFloatingShelf(t *testing.T) {
	_, p := openJars(t, 1280, 800)
	p.onShelf("display")
	p.says("[data-testid=first]", "screws of the strip")
	before := p.text("[data-testid=verdict]")
	p.click("aside button|compare the ways")
	p.see("[data-way=flat-brackets]")
	p.see("[data-way=sleeve]")
	for _, says := range []string{"First to give", "holes in the wall", "nothing of it shows", "Straight to"} {
		p.says("[data-testid=ways]", says)
	}
	order := func() string {
		return eval[string](p, `[...document.querySelectorAll("[data-way]")].map(e => e.dataset.way).join(" ")`)
	}
	byHolds := order()
	p.click(`[aria-label="sorted by"] button|holes`)
	p.until("another order", fmt.Sprintf(`[...document.querySelectorAll("[data-way]")].map(e => e.dataset.way).join(" ") !== %q`, byHolds))
	p.click("[data-way=timber-brackets]")
	p.gone("[role=dialog]")
	p.says("aside", "shop-made")
	p.until("another verdict", fmt.Sprintf(`document.querySelector("[data-testid=verdict]").textContent !== %q`, before))
	p.keys("z", chromedp.ModifierCtrl)
	p.says("aside", "the shelf floats")
	p.says("[data-testid=verdict]", strings.TrimSpace(before))
}

func TestLoadItUntilItBreaks(t *testing.T) {
	_, p := openJars(t, 1280, 800)
	p.click("aside button|load it until it breaks")
	p.see("[data-testid=goings] li")
	p.says("[data-testid=goings]", "bar at the corner, bracket 2")
	p.says("aside", "not a promise")
	eval[chromedp.Void](p, `document.querySelector('[role=slider][aria-label="load on it"]').focus()`)
	p.keys(kb.End)
	p.until("it to come down", `/comes down|has gone/.test(document.querySelector("[data-testid=breaking]").parentElement.textContent)`)
	p.until("the broken bracket crossed out", `document.querySelector('[data-thing="support:jars-b2"] path[stroke="var(--red)"]')`)
	p.keys(kb.Home)
	p.until("nothing broken", `document.querySelector("[data-testid=breaking]").parentElement.textContent.includes("within what to rely on")`)
	p.click("aside button|=stop")
	p.gone("[data-testid=goings]")
}

func TestARackOnStuds(t *testing.T) {
	_, p := emptyWall(t, 1280, 800)
	p.choose("hangs on", "rack")
	p.says("aside", "arms on uprights")
	p.settled()
	wide := func() float64 { return kilos(t, p.text("[data-testid=verdict]")) }
	on16 := wide()
	p.see(`[aria-label^="upright 1,"]`)
	p.click("aside li button|upright 2")
	p.click("aside button|delete")
	p.until("less on studs twice as far apart", fmt.Sprintf(`(m => m && +m[1] < %v)(/Would hold (?:above )?([\d.]+)/.exec(document.querySelector("[data-testid=verdict]").textContent))`, on16))
	p.click("aside li button|upright 1")
	p.click("aside button|notch it round something")
	p.put("deep", `1 1/4"`)
	p.says("aside", "Notched round what is in its way")
	p.click("aside button|upright in bending")
	p.says("[role=dialog]", "net of holes and notches")
	p.keys(kb.Escape)
	p.put("deep", `4"`)
	p.says("[role=alert]", "is not possible here")
	p.keys(kb.Escape)
	p.click("aside button|all of it")
	p.put("2, arms' tops, over the foot", `6"`)
	p.says("[role=alert]", "run into")
	p.keys(kb.Escape)
	p.put("tall", "10 ft")
	p.says("aside", "taller than the wall")
}

func TestAHookRailIsYanked(t *testing.T) {
	_, p := emptyWall(t, 1280, 800)
	p.choose("hangs on", "hooks")
	p.says("aside", "pegs or pipes")
	p.click("aside li button|hook 2")
	p.says("aside", "story stick")
	p.click("aside button|bore in the board")
	p.says("[role=dialog]", "things are yanked")
	p.says("[role=dialog]", "max(2 × W, 150)")
	p.keys(kb.Escape)
	p.click("aside button|all of it")
	p.put("how many, evenly spaced", "7")
	p.see("aside h3|7 hooks")
	p.click(`[aria-label="they are"] button|flanged pipes`)
	p.put("its screws apart", `4"`)
	p.says("[role=alert]", "is not possible here")
	p.keys(kb.Escape)
	p.see("aside h3|7 hooks")
	p.click("aside li button|hook 2")
	p.says("aside", "screws of its flange")
}

func TestAFrameTipsWithoutItsTie(t *testing.T) {
	_, p := emptyWall(t, 1280, 800)
	p.choose("hangs on", "frame")
	p.says("aside", "tied to the wall")
	p.settled()
	for range 2 {
		p.click(`aside button[aria-label^="Remove 1, along the wall"]`)
	}
	p.says("footer", "tips over when it is pulled at its top")
	p.says("[data-testid=verdict]", "Would hold 0")
	p.click("aside button|Tie it to the studs near its top")
	p.until("it to stand", `!document.querySelector("[data-testid=verdict]").textContent.includes("hold 0")`)
	p.put("height of the board above the floor", `20"`)
	p.says("footer", "no floor under it")
	p.click("aside button|Stand it on the floor")
	p.until("it to stand", `!document.querySelector("[data-testid=verdict]").textContent.includes("hold 0")`)
}

func TestARackWithNoStuds(t *testing.T) {
	_, p := emptyWall(t, 1280, 800)
	p.keys("2")
	p.click("aside button|=scan")
	p.click("aside button|forget the")
	p.click("aside button|=put it away")
	p.keys("4")
	p.choose("hangs on", "rack")
	p.says("aside", "arms on uprights")
	p.see(`[aria-label^="upright 1,"]`)
	const wall = `[...document.querySelectorAll("aside label")].filter(e => e.textContent.startsWith("fastener")).at(-1).querySelector("select")`
	p.until("a fastener into the wall", wall)
	p.pick(wall, "wood-14")
	p.says("footer", "has no stud behind")
	p.says("[data-testid=verdict]", "Would hold 0")
}

func TestAStockOfParts(t *testing.T) {
	a, p := openJars(t, 1280, 800)
	p.click(thing("support", "jars-b2"))
	p.click("aside button|=keep")
	p.see("aside [role=status]|kept")
	p.click("aside button|the shelf")
	p.click("aside button|my parts")
	p.see("[data-testid=parts] li|flat bracket, reach 6 in")
	p.give("CSV file of parts", "parts.csv", "name,kind,type,length_mm,head_mm,price\nDeck screw 80,screw,structural-6,80,12,0.31\nNo such,screw,nail,60,,\n,anchor,toggle,60,,\n")
	p.says("[data-testid=parts-read]", "1 lines can be taken, 2 cannot")
	p.says("[data-testid=parts-read]", `line 3: type: fastener "nail" is not in the catalogue`)
	p.click("[role=dialog] button|Keep these 1")
	p.see("[data-testid=parts] li|Deck screw 80")
	p.keys(kb.Escape)
	p.click(thing("support", "jars-b2"))
	key := eval[string](p, `[...document.querySelectorAll("label select option")].find(o => o.textContent === "Deck screw 80").value`)
	p.choose("of my fasteners", key)
	p.until("it to be taken", `[...document.querySelectorAll("label select")].some(e => e.selectedOptions[0]?.textContent === "Deck screw 80")`)
	p.settled()
	if s := a.named("Honey room, long wall").Shelves[0].Supports[1].FlatBracket.Screw; s.Type != "structural-6" || s.Length != 80 {
		t.Errorf("the bracket's screw is %+v", s)
	}
}
