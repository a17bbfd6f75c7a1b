package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// spoil makes replies of the check come late, not at all, as failures, empty or whole, in turn,
// and moves what is chosen while they do. It looks every 5 ms, and notes for how many looks an
// answer that is not of the design on the screen stood there unmarked.
const spoil = `(() => {
	const real = window.fetch;
	const w = window.watch = { edits: 0, asked: 0, marked: 0, worst: 0, done: 0, shown: 0, first: 0, looks: 0, since: 0, end: () => { window.fetch = real; clearInterval(look); } };
	const rest = (ms) => new Promise((go) => setTimeout(go, ms));
	let seed = 7;
	const chance = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
	window.fetch = async (url, init) => {
		if (url !== "/api/check") return real(url, init);
		const sent = performance.now(), kind = w.asked++ % 8;
		if (kind === 1 || kind === 4) await rest(400 * chance());
		if (kind === 2) throw new TypeError("lost on the way");
		const reply = await real(url, init);
		if (kind === 3) return new Response('{"code":"internal","message":"something broke"}', { status: 500 });
		if (kind === 5) return new Response("", { status: 200 });
		if (kind === 6) { await rest(300 * chance()); throw new TypeError("lost on the way back"); }
		const text = await reply.text();
		w.done = sent; // what comes to the page now is of this moment
		w.shown = performance.now();
		if (w.first < sent) w.first = w.next > sent ? w.next : 0;
		return new Response(text, { status: reply.status });
	};
	const look = setInterval(() => {
		const marked = document.querySelector("[data-stale] [data-testid=stale]") !== null;
		w.marked += marked;
		const since = Math.max(w.first, w.shown);
		w.looks = w.first > 0 && !marked && since === w.since ? w.looks + 1 : 0;
		w.since = since;
		w.worst = Math.max(w.worst, w.looks);
	}, 5);
	w.work = async (n) => {
		for (const until = w.edits + n; w.edits < until;) {
			w.next = performance.now();
			if (!w.first || w.first <= w.done) w.first = w.next; // the first edit since the answer on the screen
			w.edits++;
			const key = w.edits % 16 < 8 ? "ArrowRight" : "ArrowLeft";
			document.activeElement.dispatchEvent(new KeyboardEvent("keydown", { key, code: key, bubbles: true, cancelable: true }));
			await rest(chance() < 0.8 ? 60 * chance() : 500 * chance());
		}
	};
})()`

// However replies come, or do not, an answer that is not of the design on the screen says so
// within a fifth of a second; and in the end there is the right one.
func TestNoAnswerOfAnotherDesignUnmarked(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	p.click(thing("support", "jars-b2"))
	p.settled()
	eval[any](p, spoil)
	for range 5 {
		eval[any](p, `void (watch.ready = false, watch.work(20).then(() => watch.ready = true))`)
		p.until("twenty edits", "watch.ready")
	}
	w := eval[struct{ Edits, Asked, Marked, Worst float64 }](p, `({Edits: watch.edits, Asked: watch.asked, Marked: watch.marked, Worst: watch.worst})`)
	t.Logf("%+v", w)
	if w.Edits < 100 || w.Asked < 20 || w.Marked < 10 {
		t.Errorf("the test asks too little: %+v", w)
	}
	if w.Worst > 200/5 {
		t.Errorf("an answer of another design stood unmarked for %.0f looks, 5 ms each", w.Worst)
	}
	eval[any](p, `watch.end()`)
	p.put("from the wall's left end", "47 1/2")
	p.settled()
	p.gone("[data-testid=stale]")
	said := p.text("[data-testid=verdict]")
	q := p.tab(eval[string](p, "location.href"))
	q.see("[data-testid=verdict] b")
	q.says("[data-testid=verdict]", said)
	if a.stored().Shelves[0].Supports[1].X == 0 {
		t.Error("nothing was kept")
	}
}

// A server that is away leaves the last answer there, marked.
func TestAnAnswerBeforeTheServerWentIsMarked(t *testing.T) {
	t.Parallel()
	a := start(t, "serve", "--data", t.TempDir())
	p := browse(t, a.url, 1280, 800)
	p.newWall()
	p.click("button|new shelf")
	p.says("[data-testid=verdict]", "Would hold")
	p.settled()
	a.stop()
	p.click("button|new shelf")
	p.keys(kb.ArrowUp)
	p.says("[data-testid=stale]", "the server is away")
	if o := eval[string](p, `getComputedStyle(document.querySelector("footer .answered")).opacity`); o != "0.5" {
		t.Errorf("the answer before is drawn with opacity %s", o)
	}
	a.again()
	p.gone("[data-testid=stale]")
	p.settled()
}

// One shelf that cannot be judged says why, and leaves the others judged: they say that it is not
// counted, and it can be mended.
func TestARefusedShelfLeavesTheOthersJudged(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	p.onShelf("rack")
	p.click("aside li button|upright 2")
	p.put("from the wall's left end", "22")
	p.settled()
	for range 6 {
		p.keys(kb.ArrowLeft, chromedp.ModifierShift)
	}
	p.says("[data-testid=verdict]", "stands in upright")
	p.says("[data-testid=problems]", "stands in upright")
	p.gone("[data-testid=stale]") // it is drawn as it is
	p.click("aside button|=all of it")
	p.onShelf("jars")
	p.gone("[data-testid=stale]")
	p.says("[data-testid=verdict]", "Holds 36 kg")
	p.says("[data-testid=left-out]", "Not judged: Hive rack; what it puts on the wall is not counted here.")
	p.click("aside li:not([data-testid=problems] li) button|bracket 2")
	p.put("from the wall's left end", "47") // another shelf is still to be typed at
	p.until("another answer", `document.querySelector("[data-testid=verdict]")?.textContent.includes("Holds") &&
		!document.querySelector("[data-testid=verdict]").textContent.includes("Holds 36 kg")`)
	p.click("aside button|=the shelf")
	p.chooseIn("Shelf on the bench", "rack")
	p.click("aside li:not([data-testid=problems] li) button|upright 2") // not the mend that moves it
	p.put("from the wall's left end", "34")
	p.says("[data-testid=verdict]", "Holds")
	p.click("aside button|=all of it")
	p.onShelf("jars")
	p.gone("[data-testid=left-out]")
}
