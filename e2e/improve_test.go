package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"aguante/core/support"
)

// onShelf puts a shelf of the demo's long wall on the bench.
func (p *page) onShelf(id string) {
	p.t.Helper()
	p.chooseIn("Shelf on the bench", id)
	p.until("the shelf on the bench", fmt.Sprintf(`document.querySelector('select[aria-label="Shelf on the bench"]').value === %q`, id))
}

func TestTurnEveryFailingDemoShelfGood(t *testing.T) {
	t.Parallel()
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
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.onShelf("display")
	p.says("[data-testid=first]", "screws of the strip")
	before := p.text("[data-testid=verdict]")
	p.click("aside button|compare the ways")
	p.says("[data-way=now]", "As it is: ")
	p.says("[data-way=now]", "screws of the strip") // what gives first now, beside what would
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
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.click("aside button|load it until it breaks")
	p.see("[data-testid=goings] li")
	p.says("[data-testid=goings]", "bar at the corner, bracket 2")
	p.says("aside", "not a promise")
	eval[chromedp.Void](p, `document.querySelector('[role=slider][aria-label="load on it"]').focus()`)
	p.keys(kb.End)
	p.until("it to come down", `/comes down|hangs bent|has gone/.test(document.querySelector("[data-testid=breaking]").parentElement.textContent)`)
	p.until("the broken bracket crossed out", `document.querySelector('[data-thing="support:jars-b2"] path[stroke="var(--red)"]')`)
	p.until("the shelf to hang", `[...document.querySelectorAll("svg text")].some(e => e.textContent === "it hangs bent")`)
	p.gone(`[aria-label="What carries it"] .fig|24.3 kg`)
	p.keys(kb.Home)
	p.says("h2 + p", "kg on it") // the side view is of what stands on it then
	p.until("nothing broken", `document.querySelector("[data-testid=breaking]").parentElement.textContent.includes("within what to rely on")`)
	p.click("aside button|=stop")
	p.gone("[data-testid=goings]")
}

func TestARackOnStuds(t *testing.T) {
	t.Parallel()
	_, p := emptyWall(t, 1280, 800)
	p.choose("hangs on", "rack")
	p.says("aside", "arms on uprights")
	p.settled()
	wide := func() float64 { return kilos(t, p.text("[data-testid=verdict]")) }
	on16 := wide()
	p.see(`[aria-label^="upright 1,"]`)
	p.click("aside li button|upright 3")
	p.click("aside button|delete")
	p.until("less on the ones that are left", fmt.Sprintf(`(m => m && +m[1] < %v)(/Would hold (?:above )?([\d.]+)/.exec(document.querySelector("[data-testid=verdict]").textContent))`, on16))
	p.click("aside li button|upright 1")
	p.click("aside button|notch it round something")
	p.put("deep", `1 1/4"`)
	p.says("aside", "Notched round what is in its way")
	p.click("aside button|upright in bending")
	p.says("[role=dialog]", "net of holes and notches")
	p.keys(kb.Escape)
	p.clash("deep", `4"`, "is not possible here")
	p.click("aside button|all of it")
	p.clash("2, arms' tops, over the foot", `6"`, "run into")
	p.put("tall", "10 ft")
	p.says("aside", "taller than the wall")
}

func TestAHookRailIsYanked(t *testing.T) {
	t.Parallel()
	_, p := emptyWall(t, 1280, 800)
	p.choose("hangs on", "hooks")
	p.says("aside", "pegs or pipes")
	p.click("aside li button|hook 2")
	p.says("aside", "story stick")
	p.click("aside button|bore in the board")
	p.says("[role=dialog]", "things are yanked")
	p.says("[role=dialog]", "max(2 × W, 2 × W1, 150, W + F)")
	p.keys(kb.Escape)
	p.click("aside button|all of it")
	p.put("how many, evenly spaced", "7")
	p.see("aside h3|7 hooks")
	p.click(`[aria-label="they are"] button|flanged pipes`)
	p.clash("its screws apart", `4"`, "is not possible here")
	p.see("aside h3|7 hooks")
	p.click("aside li button|hook 2")
	p.says("aside", "screws of its flange")
}

func TestAFrameTipsWithoutItsTie(t *testing.T) {
	t.Parallel()
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
	t.Parallel()
	_, p := emptyWall(t, 1280, 800)
	p.keys("2")
	p.click("aside button|=scan")
	p.click("aside button|forget the")
	p.click("aside button|=put it away")
	p.keys("4")
	p.choose("hangs on", "rack")
	p.says("aside", "arms on uprights")
	p.see(`[aria-label^="upright 1,"]`)
	const wall = `[...document.querySelectorAll("aside label")].filter(e => e.textContent.startsWith("fastener")).at(-1)?.querySelector("select")`
	p.until("a fastener into the wall", wall)
	p.pick(wall, "wood-14")
	p.says("footer", "has no stud behind")
	p.says("[data-testid=verdict]", "Would hold 0")
}

func TestAStockOfParts(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.click(thing("support", "jars-b2"))
	p.click("aside button|=keep")
	p.see("aside [role=status]|kept")
	p.click("aside button|the shelf")
	p.click("aside button|my parts")
	p.see("[data-testid=parts] li|flat bracket, reach 6 in")
	p.give("CSV file of parts", "parts.csv", "name,kind,type,length_mm,head_mm,price\nDeck screw 80,screw,structural-6,80,12,0.31\nNo "+
		"such,screw,nail,60,,\n,anchor,toggle,60,,\n")
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

// The whole of it by keys: an idea is taken, a way is taken, the load goes up and down.
func TestIdeasWaysAndBreakingByKeysAlone(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	focus := func(find string) {
		t.Helper()
		p.until("something to stand on: "+find, find)
		eval[chromedp.Void](p, find+".focus()")
	}
	before := p.text("[data-testid=verdict]")
	focus(`document.querySelector("[data-testid=ideas] li button:not(:disabled)")`)
	p.keys(kb.Enter)
	p.says("[data-testid=verdict]", "and stays straight")
	p.settled()
	p.keys("z", chromedp.ModifierCtrl)
	p.says("[data-testid=verdict]", strings.TrimSpace(before))

	focus(`[...document.querySelectorAll("aside button")].find(e => e.textContent === "compare the ways")`)
	p.keys(kb.Enter)
	focus(`document.querySelector("[data-way=timber-brackets]")`)
	p.keys(kb.Enter)
	p.gone("[role=dialog]")
	p.says("aside", "shop-made")
	p.settled()
	p.keys("z", chromedp.ModifierCtrl)
	p.says("[data-testid=verdict]", strings.TrimSpace(before))

	focus(`[...document.querySelectorAll("aside button")].find(e => e.textContent === "load it until it breaks")`)
	p.keys(kb.Enter)
	p.see("[data-testid=goings] li")
	slider := `document.querySelector('[role=slider][aria-label="load on it"]')`
	focus(slider)
	at := func() float64 { return eval[float64](p, "+"+slider+`.getAttribute("aria-valuenow")`) }
	start := at()
	p.keys(kb.ArrowRight)
	p.until("more on it", fmt.Sprintf(`+%s.getAttribute("aria-valuenow") > %v`, slider, start))
	more := at()
	p.keys(kb.ArrowLeft)
	p.until("less again", fmt.Sprintf(`+%s.getAttribute("aria-valuenow") < %v`, slider, more))
	p.keys(kb.End)
	p.until("a bracket gone", `document.querySelector('[data-thing="support:jars-b2"] path[stroke="var(--red)"]')`)
	if at() <= start {
		t.Errorf("the slider stands at %v after %v", at(), start)
	}
}

// What it breaks at is what the verdict says it would break at.
func TestTheSliderAgreesWithTheVerdict(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	for _, shelf := range []string{"jars", "display"} {
		p.onShelf(shelf)
		p.settled()
		p.until("an expected break", `/break at about [\d.]+ kg/.test(document.querySelector("footer").textContent)`)
		said := eval[string](p, `/break at about ([\d.]+ kg)/.exec(document.querySelector("footer").textContent)[1]`)
		p.click("aside button|load it until it breaks")
		p.says("[data-testid=goings] li", "about "+said)
		p.click("aside button|=stop")
		p.gone("[data-testid=goings]")
	}
}

func TestFormsAndSheetsOnAPhone(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 390, 844)
	fits := func(what string) {
		t.Helper()
		if wide := eval[float64](p, "document.documentElement.scrollWidth"); wide > 390 {
			t.Errorf("%s: the page is %v wide", what, wide)
		}
		if out := eval[[]string](p, `[...document.querySelectorAll("[role=dialog] *, aside *")].filter(e => e.children.length === 0 && e.textContent.trim() && e.getClientRects().length && e.getBoundingClientRect().right > 391).map(e => e.textContent)`); len(out) > 0 {
			t.Errorf("%s: cut off: %q", what, out)
		}
	}
	for _, shelf := range []string{"rack", "hooks", "alcove"} {
		p.onShelf(shelf)
		p.settled()
		p.see(`svg[aria-label*="from the side"]`)
		fits(shelf)
	}
	p.onShelf("jars")
	p.see("[data-testid=ideas] li")
	fits("ideas")
	p.click("aside button|load it until it breaks")
	p.see("[data-testid=goings] li")
	fits("breaking")
	p.click("aside button|=stop")
	p.click("aside button|compare the ways")
	p.see("[data-way=flat-brackets]")
	fits("compare")
	p.click("[data-way=braced-brackets]")
	p.gone("[role=dialog]")
	p.says("aside", "braced")
	p.settled()
	p.click("aside button|my parts")
	p.see("[role=dialog] h2|My parts")
	fits("parts")
}

// A rack of the demo is changed by hand: a level less, an upright dragged, a conduit
// gone round; and all of it is there after a reload.
func TestARackIsChangedAndKept(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.onShelf("rack")
	p.see("aside|3, arms' tops, over the foot")
	p.click(`aside button[aria-label^="Remove 3, arms' tops"]`)
	p.gone(`aside button[aria-label^="Remove 3, arms' tops"]`)
	p.settled()
	rack := func() *support.Rack {
		for _, s := range a.named("Honey room, long wall").Shelves {
			if s.ID == "rack" {
				return s.Rack
			}
		}
		t.Fatal("no rack is kept")
		return nil
	}
	if n := len(rack().Levels); n != 2 {
		t.Errorf("%d levels are kept", n)
	}
	upright := rack().Uprights[0]
	p.drag(thing("support", upright.ID), 40, 0, chromedp.ButtonModifiers(chromedp.ModifierAlt))
	p.settled()
	if now := rack().Uprights[0]; now.X <= upright.X {
		t.Errorf("dragged to the right from %v to %v", upright.X, now.X)
	}
	p.says("footer", "misses the stud")
	p.keys("z", chromedp.ModifierCtrl)
	p.until("the stud again", `!document.querySelector("footer").textContent.includes("misses the stud")`)
	p.do(chromedp.Reload())
	p.onShelf("rack")
	p.gone(`aside button[aria-label^="Remove 3, arms' tops"]`)
	p.settled()
	if now := rack().Uprights[0]; now.X != upright.X {
		t.Errorf("undone, it stands at %v and not at %v", now.X, upright.X)
	}
}
