package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/chromedp"

	"aguante/core/dress/dresstest"
)

// boxes finds from a page's own boxes what a person could not read or press: texts that lie on one another,
// that stick out of what cuts them off, or are too faint, and what is pressed and too small.
const boxes = `((least) => {
	const out = [];
	const seen = (e) => { if (!e.checkVisibility({ visibilityProperty: true })) return false; for (let a = e; a; a = a.parentElement) { const s = getComputedStyle(a); if (s.visibility === "hidden" || s.display === "none" || +s.opacity < 0.15) return false; } return true; };
	const cut = (e) => { // what of the page is left to see of it
		let [x0, y0, x1, y1] = [0, 0, innerWidth, document.documentElement.scrollHeight];
		for (let a = e; a; a = a.parentElement) {
			const s = getComputedStyle(a);
			if (/hidden|clip|auto|scroll/.test(s.overflowX + s.overflowY) || a.tagName === "svg") {
				const r = a.getBoundingClientRect();
				[x0, y0, x1, y1] = [Math.max(x0, r.left), Math.max(y0, r.top), Math.min(x1, r.right), Math.min(y1, r.bottom)];
			}
		}
		return [x0, y0, x1, y1];
	};
	const scrolls = (e) => { for (let a = e; a; a = a.parentElement) if (/auto|scroll/.test(getComputedStyle(a).overflowY + getComputedStyle(a).overflowX)) return true; return false; };
	const rgb = (c) => { const m = c.match(/[\d.]+/g); return m ? m.map(Number) : [0, 0, 0, 0]; };
	const light = (c) => { const f = c.slice(0, 3).map((v) => (v /= 255) <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4); return 0.2126 * f[0] + 0.7152 * f[1] + 0.0722 * f[2]; };
	const faint = (e) => { // by how much a text stands out from what is behind it
		let under = [255, 255, 255];
		const piece = e.closest("[data-timber]")?.querySelector("rect"); // a word on timber
		if (piece) under = rgb(getComputedStyle(piece).fill);
		for (let a = piece ? null : e; a; a = a.parentElement) {
			const c = rgb(a.tagName === "svg" ? "rgba(0,0,0,0)" : getComputedStyle(a).backgroundColor);
			if (c.length < 4 || c[3] > 0.99) { under = c; break; }
		}
		const s = getComputedStyle(e), ink = rgb(e.closest("svg") ? s.fill : s.color);
		const [hi, lo] = [light(ink), light(under)].sort((a, b) => b - a);
		return (hi + 0.05) / (lo + 0.05);
	};
	const texts = [];
	const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
	for (let n; (n = walk.nextNode());) {
		const e = n.parentElement;
		if (!n.data.trim() || /^(SCRIPT|STYLE|OPTION|TITLE)$/.test(e.tagName) || e.closest("[aria-hidden=true], option, [data-faint]") || !seen(e)) continue;
		const range = document.createRange();
		range.selectNodeContents(n);
		const [x0, y0, x1, y1] = cut(e);
		for (const r of range.getClientRects()) {
			if (r.width < 2 || r.height < 2) continue;
			const inX = Math.min(r.right, x1) - Math.max(r.left, x0), inY = Math.min(r.bottom, y1) - Math.max(r.top, y0);
			if (inX < 1 || inY < 1) { continue; } // scrolled or panned away
			if ((inX < r.width - 1.5 || inY < r.height - 4) && !scrolls(e)) out.push("cut off: " + n.data.trim().slice(0, 40));
			// the letters are lower than their line
			const high = parseFloat(getComputedStyle(e).fontSize) * 0.78, mid = (r.top + r.bottom) / 2;
			texts.push({ n, e, l: Math.max(r.left, x0), r: Math.min(r.right, x1), t: Math.max(mid - high / 2, y0), b: Math.min(mid + high / 2, y1), says: n.data.trim().slice(0, 30) });
		}
		if (!e.closest(":disabled, [data-shelf]") && faint(e) < 4.45) out.push("too faint, " + faint(e).toFixed(1) + ": " + n.data.trim().slice(0, 30));
		if (e.scrollWidth > e.clientWidth + 1 && getComputedStyle(e).textOverflow === "ellipsis") out.push("shortened: " + n.data.trim().slice(0, 40));
	}
	for (let i = 0; i < texts.length; i++)
		for (let k = 0; k < i; k++) {
			const a = texts[i], b = texts[k];
			if (a.n === b.n || a.e === b.e) continue;
			const x = Math.min(a.r, b.r) - Math.max(a.l, b.l), y = Math.min(a.b, b.b) - Math.max(a.t, b.t);
			if (x > 2 && y > 2) out.push("on one another: " + [b.says, a.says].sort().join(" / "));
		}
	for (const e of document.querySelectorAll("button, a[href], select, input, [role=button], [role=radio], [role=slider], summary")) {
		if (!seen(e) || e.disabled || e.tabIndex < 0) continue;
		const r = (e.querySelector?.(":scope > .focus-ring") ?? (e.closest("label") ?? e)).getBoundingClientRect();
		if (r.width && (r.width < least - 0.5 || r.height < least - 0.5)) out.push("too small: " + Math.round(r.width) + "×" + Math.round(r.height) + " " + (e.getAttribute("aria-label") ?? e.textContent).trim().slice(0, 40));
	}
	return [...new Set(out)];
})`

// view is a place of the app to be looked at.
type view struct {
	path string
	see  string
}

// demoViews are all shelves of the demo's walls at every stage, the sheets, and home.
func demoViews(a *app, p *page) []view {
	var out []view
	for i, name := range []string{"Honey room, long wall", "Honey room, brick wall", "Honey room, back wall"} {
		p.do(chromedp.Navigate(a.url))
		p.see("h2 a|=" + name)
		id := eval[string](p, q("h2 a|="+name)+`.getAttribute("href")`)
		shelves := a.named(name).Shelves
		for _, s := range shelves {
			for _, stage := range []string{"load", "board", "hold"} {
				out = append(out, view{id + "/" + stage + "/" + s.ID, "[data-testid=verdict]|old"})
			}
		}
		out = append(out, view{id + "/wall", "[data-testid=verdict]|old"}, view{id + "/build", `svg[aria-label^="Drawing of"]`},
			view{id + "/build?on=cutting", "[data-blank]"}, view{id + "/build?on=wall", "[data-testid=holes]"}, view{id + "/prove", "[data-testid=bears] svg"})
		if i > 0 {
			continue
		}
		out = append(out, view{id + "/build?on=setups", "[data-testid=card]"}, view{id + "/build?on=paper", "[data-testid=pages] img"},
			view{id + "/build?on=shopping", "[data-testid=shopping]"}, view{id + "/build?on=days", "[data-testid=days]"})
		for _, s := range shelves[1:] {
			out = append(out, view{id + "/prove/" + s.ID, "[data-testid=bears] svg"})
		}
		out = append(out, view{id + "/prove/alcove?on=years", "[data-testid=years-chart]"}, view{id + "/prove/jars?on=broke", "[data-testid=broken] li"},
			view{id + "/prove/jars?on=log", "[data-testid=log] li"})
		for stage, sheets := range map[string][]string{"load": {"add", "contents", "scale", "split"}, "wall": {"studs"},
			"board": {"ladder", "places", "test"}, "hold": {"compare", "parts", "keys", "words", "history"},
			"build": {"shop", "cut"}} {
			for _, sheet := range sheets {
				out = append(out, view{id + "/" + stage + "/" + shelves[0].ID + "?sheet=" + sheet, "[role=dialog]"})
			}
		}
	}
	return append(out, view{"/", "h1"})
}

// inDark has the page drawn on the evening's sheet, or the day's.
func (p *page) inDark(dark bool) {
	p.t.Helper()
	value := "light"
	if dark {
		value = "dark"
	}
	if _, err := chromedp.Call(p.ctx, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{
		Features: []*emulation.MediaFeature{{Name: "prefers-color-scheme", Value: value}}}); err != nil {
		p.t.Fatal(err)
	}
}

// byTouch has the page worked with fingers.
func (p *page) byTouch() {
	p.t.Helper()
	if _, err := chromedp.Call(p.ctx, emulation.SetTouchEmulationEnabled,
		emulation.SetTouchEmulationEnabledParams{Enabled: true, MaxTouchPoints: 5}); err != nil {
		p.t.Fatal(err)
	}
	p.fingers = true
	p.do(chromedp.Reload()) // what is there at the start is what is looked for
	p.until("fingers", `matchMedia("(pointer: coarse)").matches`)
}

// clearOf fails where something on the page cannot be read or pressed, once it has come to rest, on the day's sheet
// and on the evening's.
func (p *page) clearOf(view string, least int) {
	p.t.Helper()
	p.still()
	for _, dark := range []bool{false, true} {
		p.inDark(dark)
		if bad := eval[[]string](p, fmt.Sprintf("%s(%d)", boxes, least)); len(bad) > 0 {
			p.t.Errorf("%s, dark %t:\n  %s", view, dark, strings.Join(bad, "\n  "))
		}
	}
}

// From the page's own boxes, at three sizes, light and dark, and for fingers: no two texts on one another,
// none cut off, none faint, and everything that is pressed large enough.
func TestNothingLiesOnAnything(t *testing.T) {
	t.Parallel()
	sizes := []struct {
		wide, high int64
		least      int
	}{{1280, 800, 24}, {390, 844, 44}, {390, 844, 24}, {1920, 1080, 24}, {1024, 768, 44}}
	every := dresstest.Trials(4, 1) // of the views; of the sizes the first two, or all
	for n, c := range sizes[:dresstest.Trials(2, len(sizes))] {
		t.Run(fmt.Sprintf("%d×%d least %d", c.wide, c.high, c.least), func(t *testing.T) {
			t.Parallel()
			a := start(t, "demo")
			p := browse(t, a.url, c.wide, c.high)
			if c.least > 24 {
				p.byTouch()
			}
			for i, v := range demoViews(a, p) {
				if (i+n)%every != 0 {
					continue
				}
				p.do(chromedp.Navigate(a.url + v.path))
				p.see(v.see)
				p.clearOf(v.path[strings.LastIndex(v.path, "/wall")+1:], c.least)
			}
		})
	}
}
