package e2e

import (
	"encoding/json"
	"math"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// What does not go together is drawn as it was typed, named where it is, and mended by one press; the others
// of the wall are still judged, and what would make them hold is looked for.
func TestWhatDoesNotGoTogetherIsMended(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.keys("4")
	p.onShelf("rack")
	p.put("2, arms' tops, over the foot", "10")
	p.says("[data-testid=problems]", "These arms run into those")
	p.says("[data-testid=verdict]", "Cannot say")
	p.says("[data-testid=sync]", "not saved")
	p.see(`[data-thing="shelf:rack"][data-wrong]`)
	// one may go on from there: another level, and a length
	p.put("3, arms' tops, over the foot", "30")
	p.says("[data-testid=problems]", "These arms run into those")
	p.click("[data-testid=problems] button|move level 2 up to")
	p.gone("[data-testid=problems]")
	p.settled()
	for i, want := range []float64{8.25, 12.25, 30} {
		if got := float64(a.stored().Shelves[2].Rack.Levels[i].Up) / 25.4; math.Abs(got-want) > 0.08 {
			t.Errorf("level %d at %.2f in, want %.2f", i+1, got, want)
		}
	}
	// a shelf past the wall's end, mended by the wall
	p.onShelf("jars")
	p.keys("3")
	p.put("length of the board", "140")
	p.says("[data-testid=problems]", "past the end of the wall")
	p.click("[data-testid=problems] button|make the wall")
	p.gone("[data-testid=problems]")
	p.settled()
	if end := a.wall().Length; math.Abs(float64(end)/25.4-155.75) > 0.2 {
		t.Errorf("the wall is %.2f in long", float64(end)/25.4)
	}
}

// A refused entry goes when what it was refused for is undone elsewhere.
func TestARefusedEntryClears(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.keys("3")
	p.put("depth", "8")
	p.settled()
	p.put("thickness", "0")
	p.says("aside [role=alert]", "is not possible here")
	p.click("button|=undo")
	p.gone(`input[aria-label="thickness"]`)
	if d := p.figure("depth"); d != "7 1/4 in" {
		t.Errorf("depth %s after undo", d)
	}
}

// A shelf is placed by what is beside it: its gap, its middle, all of them by one figure.
func TestPlacing(t *testing.T) {
	t.Parallel()
	a, p := emptyWall(t, 1280, 800)
	p.click("aside button|=new shelf")
	p.settled()
	p.click("aside summary|where it is")
	p.put("gap to Shelf 1 below", "9")
	p.settled()
	s := a.stored().Shelves
	if gap := float64(s[1].Y-s[0].Y-s[0].Thickness) / 25.4; math.Abs(gap-9) > 0.02 {
		t.Errorf("gap %.3f in", gap)
	}
	p.put("left end, along the wall", "5")
	p.settled()
	if x := a.stored().Shelves[1]; math.Abs(float64(x.X)/25.4-5) > 0.02 || math.Abs(float64(x.Supports[0].X-s[1].Supports[0].X)-float64(x.X-s[1].X)) > 0.1 {
		t.Errorf("the shelf at %v, its first bracket at %v", x.X, x.Supports[0].X)
	}
	p.click("aside button|=centre it on the wall")
	p.settled()
	if x := a.stored().Shelves[1]; math.Abs(float64(x.X+x.Length/2-a.wall().Length/2)) > 0.1 {
		t.Errorf("its middle at %v", x.X+x.Length/2)
	}
	p.put("each higher than the last by", "14")
	p.put("and further along by", "6")
	p.settled()
	s = a.stored().Shelves
	if up, along := float64(s[1].Y-s[0].Y)/25.4, float64(s[1].X-s[0].X)/25.4; math.Abs(up-14) > 0.02 || math.Abs(along-6) > 0.02 {
		t.Errorf("the next %.2f in higher and %.2f in along", up, along)
	}
}

// Another way and back is how it was, with what was typed there.
func TestAWayAndBackLosesNothing(t *testing.T) {
	t.Parallel()
	a, p := emptyWall(t, 1280, 800)
	p.click("aside li button|bracket 1")
	p.put("reach", "5 1/2")
	p.click("aside button|=the shelf")
	p.settled()
	before, _ := json.Marshal(a.stored())
	for _, way := range []string{"frame", "pins-in-strip", "flat-brackets"} {
		p.choose("hangs on", way)
		p.settled()
	}
	if after, _ := json.Marshal(a.stored()); string(after) != string(before) {
		t.Errorf("before %s\nafter %s", before, after)
	}
}

// What was done stands in the list of earlier states in words; undoing survives a reload; a change of what
// holds carries its name; a file of a wall that is here asks.
func TestWhatWasDone(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.click(thing("support", "jars-b2"))
	p.put("from the wall's left end", "50")
	p.says("[data-testid=change]", "36 kg → 0 kg")
	p.says("[data-testid=change]", "Jar shelf: support along the wall 50 in")
	p.settled()
	p.click("button|file")
	p.click("[role=menuitem]|Earlier states")
	p.says("[role=dialog] li", "Jar shelf: support along the wall 50 in")
	was, _ := json.Marshal(a.named("Honey room, long wall"))
	p.do(chromedp.Reload())
	p.says("[data-testid=verdict]", "Holds 0 kg")
	p.do(chromedp.Navigate(strings.Split(eval[string](p, "location.href"), "?")[0]))
	p.says("[data-testid=verdict]", "Holds 0 kg")
	p.click("button|=undo")
	p.says("[data-testid=verdict]", "Holds 36 kg")
	p.settled()
	p.do(chromedp.Navigate(a.url))
	p.see("h1")
	p.give("Project file", "wall.json", string(was))
	p.says("[role=alertdialog]", "Honey room, long wall is here already")
	p.says("[role=alertdialog]", "Jar shelf: support along the wall 50 in")
	p.click("[role=alertdialog] button|Put the file")
	p.says("[data-testid=verdict]", "Holds 0 kg")
	p.do(chromedp.Navigate(a.url))
	p.see("h1")
	p.give("Project file", "wall.json", string(was))
	p.says("[role=alertdialog]", "is the same")
	p.click("[role=alertdialog] button|Keep both")
	p.says("[data-testid=verdict]", "Holds 0 kg")
	p.do(chromedp.Navigate(a.url))
	p.until("two of them", `[...document.querySelectorAll("h2 a")].filter(e => e.textContent === "Honey room, long wall").length === 2`)
}

// A label says what it means, and where one measures it, when it is pressed; all words stand in one list.
func TestWordsAreExplained(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.click(thing("support", "jars-b2"))
	p.click("aside button|=leg on the wall")
	p.says("[role=dialog]", "From the corner to the end of the leg")
	p.see("[role=dialog] svg")
	p.keys(kb.Escape)
	p.gone("[role=dialog]")
	p.click("button|file")
	p.click("[role=menuitem]|Words")
	p.says("[role=dialog] dl", "Pulling a screw straight out along its length")
}
