package e2e

import (
	"strings"
	"testing"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
)

// touch puts fingers on the page, moves them or takes them off.
func (p *page) touch(what input.DispatchTouchEventType, at ...[2]float64) {
	p.t.Helper()
	points := []*input.TouchPoint{}
	for i, xy := range at {
		id := float64(i + 1)
		points = append(points, &input.TouchPoint{X: xy[0], Y: xy[1], ID: &id})
	}
	if _, err := chromedp.Call(p.ctx, input.DispatchTouchEvent, input.DispatchTouchEventParams{Type: what, TouchPoints: points}); err != nil {
		p.t.Fatal(err)
	}
}

// slide draws one finger from a place by dx, dy and leaves it there.
func (p *page) slide(x, y, dx, dy float64) {
	p.t.Helper()
	p.touch(input.DispatchTouchEventTypeTouchStart, [2]float64{x, y})
	for i := 1.0; i <= 10; i++ {
		p.touch(input.DispatchTouchEventTypeTouchMove, [2]float64{x + dx*i/10, y + dy*i/10})
	}
}

// along is where a support says that it is.
func along(p *page, id string) string {
	p.t.Helper()
	return eval[string](p, `document.querySelector(`+"`"+thing("support", id)+"`"+`).getAttribute("aria-label")`)
}

// A finger drags a thing by its grip alone, and does not move the page by it; elsewhere it moves the page
// and no thing. What the browser cancels is undone. Two fingers bring the wall nearer, and one that rests
// opens the menu of what it rests on.
func TestFingers(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 390, 844)
	p.byTouch()
	p.says("[data-testid=verdict]", "Holds 36 kg")
	bracket := thing("support", "jars-b2")
	was := along(p, "jars-b2")

	x, y := p.centre(bracket)
	p.slide(x, y, 40, 0)
	p.touch(input.DispatchTouchEventTypeTouchEnd)
	if now := along(p, "jars-b2"); now != was {
		t.Errorf("without its grip, %s became %s", was, now)
	}
	p.gone("[data-grip]")
	p.click(bracket)
	grip := "[data-grip=support]"
	x, y = p.centre(grip)
	scrolled := eval[float64](p, "scrollY")
	p.slide(x, y, 30, 60)
	p.until("the verdict of the drag", `document.querySelector("[data-testid=verdict]").textContent.includes("Holds 0 kg")`)
	if eval[float64](p, "scrollY") != scrolled {
		t.Error("the page went with the drag")
	}
	p.touch(input.DispatchTouchEventTypeTouchCancel)
	p.says("[data-testid=verdict]", "Holds 36 kg")
	if now := along(p, "jars-b2"); now != was {
		t.Errorf("cancelled, %s is %s", was, now)
	}
	x, y = p.centre(grip)
	p.slide(x, y, 30, 0)
	p.touch(input.DispatchTouchEventTypeTouchEnd)
	p.says("[data-testid=verdict]", "Holds 0 kg")
	p.click("button|=undo")
	p.says("[data-testid=verdict]", "Holds 36 kg")

	// Two fingers: twice as far apart, twice as near.
	studs := func() float64 {
		return eval[float64](p, `((a) => a[3] - a[2])([...document.querySelectorAll('[data-thing^="stud:"] line')].map(e => +e.getAttribute("x1")))`)
	}
	far := studs()
	x, y = p.centre(thing("shelf", "jars"))
	p.touch(input.DispatchTouchEventTypeTouchStart, [2]float64{x - 40, y}, [2]float64{x + 40, y})
	for i := 0.0; i <= 10; i++ {
		p.touch(input.DispatchTouchEventTypeTouchMove, [2]float64{x - 40 - 4*i, y}, [2]float64{x + 40 + 4*i, y})
	}
	p.touch(input.DispatchTouchEventTypeTouchEnd)
	if near := studs(); near < 1.8*far || near > 2.2*far {
		t.Errorf("twice as far apart the studs go from %.0f px to %.0f px", far, near)
	}
	if now := along(p, "jars-b2"); now != was {
		t.Errorf("two fingers moved it: %s is %s", was, now)
	}
	p.click("button|=fit shelf")

	x, y = p.centre(bracket)
	p.touch(input.DispatchTouchEventTypeTouchStart, [2]float64{x, y})
	p.see("[role=menu]|to the nearest stud")
	p.touch(input.DispatchTouchEventTypeTouchEnd)
	p.click("[role=menuitem]|=delete")
	p.see("aside h3|What carries it")
	p.gone(bracket)
}

// A figure is typed on a pad from below, beside the verdict that it changes, with fractions and units as keys.
func TestThePad(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 390, 844)
	p.byTouch()
	p.click("aside li button|bracket 2")
	p.click(`button[aria-label^="from the wall's left end:"]`)
	p.see("[data-pad]|Holds 36 kg")
	for _, k := range []string{"4", "3", "1/2", "in"} {
		p.click("[data-pad] button|=" + k)
	}
	if typed := eval[string](p, `document.querySelector("[data-pad] input").value`); typed != "43 1/2 in" {
		t.Errorf("typed %q", typed)
	}
	p.click("[data-pad] button|=done")
	p.gone("[data-pad]")
	p.says("[data-testid=verdict]", "Holds 0 kg")
	if f := p.figure("from the wall's left end"); f != "43 1/2 in" {
		t.Errorf("it reads %s", f)
	}
	p.click(`button[aria-label^="from the wall's left end:"]`)
	p.click(`[data-pad] button[aria-label="delete a figure"]`)
	p.click("[data-pad] button|=+")
	p.click("[data-pad] button|=done")
	p.see("[data-pad] [role=alert]") // what cannot be read stays, with why
	p.click("[data-pad] button|=leave it")
	if f := p.figure("from the wall's left end"); f != "43 1/2 in" {
		t.Errorf("left, it reads %s", f)
	}
}

// Two of the eighteen builds with fingers on a phone.
func TestTwoBuildsByTouch(t *testing.T) {
	t.Parallel()
	for _, b := range eighteen()[:6] {
		if !strings.HasPrefix(b.name, "small brackets") && !strings.HasPrefix(b.name, "pipe hook") {
			continue
		}
		t.Run(b.name, func(t *testing.T) {
			a := start(t, "serve", "--data", t.TempDir())
			p := browse(t, a.url, 390, 844)
			p.byTouch()
			p.click("section button|=" + b.begin)
			p.says("[data-testid=verdict]", "Would hold")
			b.steps(p)
			p.settled()
			p.says("[data-testid=verdict]", b.says)
		})
	}
}

// The wall in words has everything on it, and a build can be done by it: the bracket on nothing is found
// there, and put right.
func TestABuildByWords(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.click("button|=in words")
	words := `section[aria-label="The wall in words"]`
	for _, says := range []string{"153 9/16 in long", "stud 1, 2 5/16 in along", "conduit, 103 3/4 in along", "24 × Honey jars, 1 lb, 15.8 kg",
		"Holds 36 kg of the 38 kg you ask", "bracket 2, 48 11/16 in along, carries 24.3 kg", "upright 3"} {
		p.says(words, says)
	}
	p.click(words + " button|bracket 2, 48 11/16 in along")
	p.put("from the wall's left end", "43")
	p.says(words, "misses the stud")
	p.says("[data-testid=verdict]", "Holds 0 kg")
	p.until("it said, once", `document.querySelector("[data-testid=spoken]").textContent.startsWith("Jar shelf: Holds 0 kg")`)
	p.keys("s")
	p.says(words, "Holds 36 kg of the 38 kg you ask")
	p.click("aside button|=the shelf")
	p.click("[data-testid=ideas] li:first-child button")
	p.says("[data-testid=verdict]", "✓")
	p.click("button|=as a drawing")
	p.see(thing("shelf", "jars"))
}

// The wheel brings the wall nearer about the pointer; what lies there stays there.
func TestTheWheelComesNearer(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	x, y := p.centre(thing("support", "jars-b2"))
	p.do(chromedp.MouseEvent(chromedp.MouseMoved, x, y))
	p.do(chromedp.MouseEvent(chromedp.MouseWheel, x, y, func(m *input.DispatchMouseEventParams) { m.DeltaX, m.DeltaY = 0.01, -250 }))
	p.until("nearer", `document.querySelector('[data-thing="shelf:jars"] rect').getBoundingClientRect().width > 700`)
	if nx, ny := p.centre(thing("support", "jars-b2")); nx-x > 12 || x-nx > 12 || ny-y > 40 || y-ny > 40 {
		t.Errorf("what was at %.0f, %.0f is at %.0f, %.0f", x, y, nx, ny)
	}
	if s := eval[float64](p, "scrollY"); s != 0 {
		t.Error("the page moved")
	}
}

// BenchmarkDragFrames is how many frames a second are drawn while a bracket of the demo wall is dragged.
func BenchmarkDragFrames(b *testing.B) {
	a := start(b, "demo")
	p := browse(b, a.url, 1280, 800)
	p.click("h2 a|=Honey room, long wall")
	p.says("[data-testid=verdict]", "Holds 36 kg")
	x, y := p.centre(thing("support", "jars-b2"))
	frames, ms := 0.0, 0.0
	for b.Loop() {
		eval[any](p, `(() => { window.frames_ = []; const f = (t) => { frames_.push(t); window.raf_ = requestAnimationFrame(f); }; window.raf_ = requestAnimationFrame(f); })()`)
		for range 10 {
			p.dragFrom(x, y, 60, 0)
			p.dragFrom(x+60, y, -60, 0)
		}
		got := eval[[]float64](p, `(cancelAnimationFrame(raf_), frames_)`)
		frames += float64(len(got) - 1)
		ms += got[len(got)-1] - got[0]
	}
	b.ReportMetric(frames/ms*1000, "frames/s")
}
