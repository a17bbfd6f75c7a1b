package e2e

import (
	"math"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"aguante/core/dress"
)

// A shelf on a thin panel, from an empty wall: its rail ends between the studs and the panel bends away
// behind it; made to reach both studs it holds.
func TestAThinPanel(t *testing.T) {
	t.Parallel()
	_, p := emptyWall(t, 1280, 800)
	p.choose("hangs on", "cleat-wall")
	p.settled()
	p.click("button|rail on the wall")
	p.says("aside", "Its panel")
	p.put("panel, thick", `1/4"`)
	p.settled()
	p.says("footer", "First to give")
	p.put("long", `33 11/16"`) // up to a hand before the third stud
	p.settled()
	p.says("[data-testid=verdict]", "Would hold 0")
	p.says("footer", "let it reach a stud on each side")
	p.see("svg [aria-label^=\"rail,\"]")
	p.keys("z", chromedp.ModifierCtrl)
	p.says("[data-testid=verdict]", "Would hold")
	p.until("it to hold", `!document.querySelector("footer").textContent.includes("let it reach")`)
	p.settled()
	if strings.Contains(p.text("[data-testid=verdict]"), "Would hold 0 ") {
		t.Fatalf("with its rail over both studs: %s", p.text("[data-testid=verdict]"))
	}
	// A rail off its panel is named with both places, and can be taken back.
	p.clash("all of it with its screws, left end to", `10"`, "keep it on the panel")
}

// A box whose screws in end grain give first, and the same with dowels, from an empty wall.
func TestABoxByScrewsAndByDowels(t *testing.T) {
	t.Parallel()
	a, p := emptyWall(t, 1280, 800)
	p.choose("hangs on", "box")
	p.settled()
	p.says("aside", "end grain")
	p.put("in each joint", "1")
	p.settled()
	p.says("[data-testid=first]", "screws of the bottom")
	weak := a.first().Limit.Kg
	p.click("button|=dowels")
	p.settled()
	p.says("[data-testid=first]", "dowels of the ")
	one := a.first().Limit.Kg
	p.put("in each joint", "6")
	p.settled()
	p.until("another to give first", `!document.querySelector("[data-testid=first]").textContent.includes("dowels of the bottom")`)
	if six := a.first().Limit.Kg; six <= one || six <= weak {
		t.Errorf("on six dowels it holds %.1f kg by %s, on one %.1f, on one screw in end grain %.1f", six, a.first().Name, one, weak)
	}
	p.clash("front falls back at the top by", `7"`, "comes out of the ends")
}

// A bracket on a board across the studs, put there from an empty wall by one button, and a tool holder
// on a panel with hooks, by mouse alone.
func TestBackersAndToolHolders(t *testing.T) {
	t.Parallel()
	a, p := emptyWall(t, 1280, 800)
	p.click("button|=backer board")
	p.says("aside", "Backer board on the wall")
	p.settled()
	p.says("[data-testid=verdict]", "Would hold")
	if r := a.stored().Fixtures.Rails; len(r) != 1 || a.stored().Shelves[0].Rail != r[0].ID {
		t.Fatalf("%+v", r)
	}
	p.click("button|=the shelf")
	p.choose("hangs on", "tool-holder")
	p.settled()
	p.click("button|=put hooks on it")
	p.settled()
	if h := a.stored().Shelves[0].Tools; h.Peg == nil || len(h.Hooks) != 2 {
		t.Fatalf("%+v", h)
	}
	p.says("[data-testid=verdict]", "Would hold")
	p.click("button|rail on the wall")
	p.click("button|=put a panel behind it")
	p.says("aside", "Its panel")
	p.settled()
	if len(a.stored().Fixtures.Panels) != 1 || !a.stored().Fixtures.Rails[0].Behind {
		t.Fatalf("%+v", a.stored().Fixtures)
	}
	p.says("footer", "First to give")
	p.click("button|=off the panel")
	p.settled()
}

// Home asks what to hang; whatever that is hangs on sensible studs, opens at what it must hold, and is
// neither green nor red while nothing is asked. An empty wall has nothing on it.
func TestHomeAsksWhatToHang(t *testing.T) {
	t.Parallel()
	a := start(t, "serve", "--data", t.TempDir())
	p := browse(t, a.url, 1280, 800)
	for _, c := range dress.Beginning("").Choices() {
		p.do(chromedp.Navigate(a.url))
		p.until("the walls", `document.querySelector("main h1")`)
		if eval[bool](p, `!document.querySelector('section[aria-label="What do you want to hang?"]')`) {
			p.click("button|New wall")
		}
		p.click("section button|=" + c.Label)
		if c.Key == string(dress.EmptyWall) {
			p.says("[data-testid=verdict]", "No shelf on this wall yet.")
			continue
		}
		p.see(`aside[aria-label="Stage: Load"]`)
		p.says("[data-testid=verdict]", "Would hold")
		if got := p.text("[data-testid=verdict]"); strings.ContainsAny(got, "✓✕≈") || strings.Contains(got, "Would hold 0 ") {
			t.Errorf("%s: %s", c.Label, got)
		}
	}
	// The units that were read last are those of the next wall; a sum is understood as it is typed.
	p.do(chromedp.Navigate(a.url))
	p.newWall()
	p.click("header button|=mm")
	p.settled()
	p.do(chromedp.Navigate(a.url))
	p.newWall()
	p.settled()
	p.keys("3")
	p.put("thickness", "18 + 2.5")
	p.until("the sum", `document.querySelector('button[aria-label="thickness: 20.5 mm"]')`)
}

// All supports of a shelf in one press, the first at and then every so much; a rail that went from end to
// end of its shelf follows its length.
func TestSpacingAndRailsThatFollow(t *testing.T) {
	t.Parallel()
	a, p := emptyWall(t, 1280, 800)
	p.choose("hangs on", "pins-in-strip")
	p.settled()
	p.put("first pin, from the left end", "4")
	p.put("then every", "9 + 1/2")
	p.settled()
	s := a.stored().Shelves[0]
	for i, u := range s.Supports {
		if want := float64(s.X) + (4+9.5*float64(i))*25.4; math.Abs(float64(u.X)-want) > 0.1 {
			t.Errorf("pin %d at %.1f mm, want %.1f", i+1, float64(u.X), want)
		}
	}
	before := a.stored().Fixtures.Rails[0].Length
	p.put("length of the board", "44")
	p.settled()
	if after := a.stored().Fixtures.Rails[0].Length; math.Abs(float64(after-before)-8*25.4) > 0.1 {
		t.Errorf("the strip was %v long, and is %v", before, after)
	}
	p.keys("z", chromedp.ModifierCtrl)
	p.settled()
	if again := a.stored().Fixtures.Rails[0].Length; again != before {
		t.Errorf("undone, the strip is %v long", again)
	}
}
