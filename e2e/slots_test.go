package e2e

import (
	"fmt"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// onOwnWall starts the app on data of its own with the demo's wall, and opens it at the board.
func onOwnWall(t *testing.T) (*app, *page) {
	t.Helper()
	a, _, _ := ownData(t)
	p := browse(t, a.addressOf("Honey room, long wall")+"/board", 1280, 800)
	p.says("[data-testid=verdict]", "Holds 36 kg")
	p.see(`aside[aria-label="Stage: Board"]`)
	return a, p
}

// eventually waits until the server has the first shelf so deep, mm.
func (a *app) eventually(depth float64) {
	a.t.Helper()
	var got float64
	for end := time.Now().Add(patience); time.Now().Before(end); time.Sleep(20 * time.Millisecond) {
		if got = float64(a.named("Honey room, long wall").Shelves[0].Depth); got == depth {
			return
		}
	}
	a.t.Errorf("the server has a depth of %g, not %g", got, depth)
}

const slotsHere = `Object.keys(localStorage).filter(k => k.startsWith("aguante:pending:")).length`

// A save whose reply is lost is known again as one's own: nobody else is said to have changed it.
func TestLostRepliesAreNoClash(t *testing.T) {
	t.Parallel()
	a, p := onOwnWall(t)
	p.settled()
	eval[any](p, `void (() => { const real = fetch; window.lost = 0; window.fetch = async (url, init) => {
		const reply = await real(url, init);
		if (init?.method === "PUT" && window.lost++ < 3) throw new TypeError("lost on the way back");
		return reply;
	}; })()`)
	for i, d := range []string{"9", "9.5", "10"} {
		p.put("depth", d+" in")
		p.until("a reply to be lost", fmt.Sprintf("window.lost > %d", i))
	}
	p.settled()
	p.gone("[role=dialog]")
	a.eventually(254)
	p.until("nothing left here", slotsHere+" === 0")
}

// What was changed in the last moment is sent on leaving, and is not a clash when one comes back.
func TestTheLastMomentIsSent(t *testing.T) {
	t.Parallel()
	a, p := onOwnWall(t)
	p.settled()
	wall := eval[string](p, "location.href")
	p.put("depth", "9 in")
	p.do(chromedp.Navigate("about:blank"))
	a.eventually(228.6)
	p.do(chromedp.Navigate(wall))
	p.see("[data-testid=first]")
	p.settled()
	p.gone("[role=dialog]")
	p.put("depth", "10 in")
	p.click("a|All walls")
	a.eventually(254)
}

// Twenty edits while the server is away, and the page loaded again meanwhile: all are there.
func TestTwentyEditsWhileTheServerIsAway(t *testing.T) {
	t.Parallel()
	a, p := onOwnWall(t)
	p.settled()
	p.click(thing("support", "jars-b2"))
	at := a.named("Honey room, long wall").Shelves[0].Supports[1].X
	a.stop()
	for range 20 {
		p.keys(kb.ArrowRight)
	}
	p.until("the app to say that the server is away", `document.querySelector("[data-testid=sync]").dataset.state === "away"`)
	a.again()
	p.do(chromedp.Reload())
	p.see("[data-testid=first]")
	p.settled()
	if now := a.named("Honey room, long wall").Shelves[0].Supports[1].X; now-at < 19 {
		t.Errorf("20 steps moved it from %v to %v", at, now)
	}
}

// Each window keeps its own edits, and forgets no other's; what a closed one left is offered.
func TestWindowsKeepTheirOwn(t *testing.T) {
	t.Parallel()
	a, p := onOwnWall(t)
	p.settled()
	wall := eval[string](p, "location.href")
	other := p.tab(wall)
	other.click(thing("support", "jars-b3"))
	other.settled()
	p.click(thing("support", "jars-b2"))
	a.stop()
	p.keys(kb.ArrowRight)
	other.keys(kb.ArrowLeft)
	p.until("two slots", slotsHere+" === 2")
	eval[any](other, `void (window.fetch = () => Promise.reject(new TypeError("nobody is there")))`) // when it sends on leaving
	other.do(chromedp.Navigate("about:blank"))
	a.again()
	p.settled()
	p.until("its own slot to be forgotten, the other's not", slotsHere+" === 1")
	third := p.tab(wall)
	third.says("[role=dialog]", "edits of Honey room, long wall from a window that closed before they were saved")
	third.click("button|=Keep as a copy")
	third.until("the copy", `document.querySelector('input[aria-label="Name of the wall"]')?.value.includes("as left")`)
	saved, left := a.named("Honey room, long wall").Shelves[0].Supports, a.named("Honey room, long wall, as left").Shelves[0].Supports
	if saved[1].X <= left[1].X || saved[2].X <= left[2].X {
		t.Errorf("saved with brackets at %v and %v, left with %v and %v", saved[1].X, saved[2].X, left[1].X, left[2].X)
	}
	p.until("nothing left here", slotsHere+" === 0")
}

// A save that the server cannot do is said where one looks, and done when it can.
func TestARefusedSaveIsTriedAgain(t *testing.T) {
	t.Parallel()
	a, p := onOwnWall(t)
	p.settled()
	eval[any](p, `void (() => { const real = fetch; let full = 1; window.fetch = async (url, init) => init?.method === "PUT" && full-- > 0
		? new Response('{"code":"store","message":"the store cannot be written: the disk is full"}', { status: 507 }) : real(url, init); })()`)
	p.put("depth", "9 in")
	p.says("[data-testid=not-saved]", "Not saved: the store cannot be written: the disk is full")
	p.settled()
	p.gone("[data-testid=not-saved]")
	a.eventually(228.6)
}

// An edit that is undone before it was saved is gone: it is not what the page begins with when it is loaded again.
func TestAnUndoneEditDoesNotComeBack(t *testing.T) {
	t.Parallel()
	a, p := onOwnWall(t)
	p.settled()
	was, stored := p.figure("depth"), float64(a.stored().Shelves[0].Depth)
	// The pause after which an edit is saved does not end.
	eval[any](p, `void (() => { const real = setTimeout; window.setTimeout = (f, ms, ...more) => (ms === 600 ? 0 : real(f, ms, ...more)); })()`)
	p.put("depth", "9 in")
	p.until("it to be kept here", slotsHere+" === 1")
	p.click("button|=undo")
	p.until("it to be forgotten", slotsHere+" === 0")
	p.do(chromedp.Reload())
	p.says("[data-testid=verdict]", "Holds 36 kg")
	p.settled()
	if now := p.figure("depth"); now != was {
		t.Errorf("it is %s deep again, it was %s", now, was)
	}
	a.eventually(stored)
}

// Two windows on one wall write while the server is away, and are closed: what both wrote arrives.
func TestEntriesOfTwoWindows(t *testing.T) {
	t.Parallel()
	a, p := ownRoom(t)
	p.keys("6")
	q := onTest(p, "jars", "10min")
	for q.step() != "wait" {
	}
	other := p.tab(eval[string](p, "location.href"))
	other.see("button|=a creak")
	before := len(entriesOf(a))
	a.stop()
	for _, one := range []*page{p, other} {
		one.click("button|=a creak")
		one.says("[data-testid=kept]", "1 entry is kept")
	}
	for _, one := range []*page{p, other} {
		one.do(chromedp.Navigate("about:blank"))
	}
	a.again()
	p.do(chromedp.Navigate(a.url))
	p.see("h2 a")
	p.until("what waited to be sent", `Object.keys(localStorage).every((k) => !k.startsWith("aguante:out:"))`)
	if now := len(entriesOf(a)); now != before+2 {
		t.Errorf("%d entries, there were %d", now, before)
	}
}
