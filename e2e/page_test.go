package e2e

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/input"
	cdppage "github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// page is one tab of a browser.
type page struct {
	t       testing.TB
	ctx     context.Context
	fingers bool // it is pressed by fingers
}

// shared is the one browser that all tests look through.
var shared browser

type browser struct {
	dir  string
	once sync.Once
	ctx  context.Context
	err  error
	ends []func()
}

// open starts the browser, once.
func (b *browser) open() (context.Context, error) {
	b.once.Do(func() {
		opts := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.ExecPath("/usr/bin/chromium-headless-shell"), chromedp.NoSandbox, chromedp.DisableGPU,
			chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true), chromedp.Flag("force-device-scale-factor", "1"),
			chromedp.Flag("font-render-hinting", "none"), chromedp.UserDataDir(b.dir), chromedp.WSURLReadTimeout(patience))
		actx, end := chromedp.NewExecAllocator(context.Background(), opts...)
		ctx, cancel := chromedp.NewContext(actx)
		b.ctx, b.err, b.ends = ctx, chromedp.Do(ctx), []func(){func() { _ = chromedp.Cancel(ctx) }, cancel, end}
	})
	return b.ctx, b.err
}

func (b *browser) close() {
	for _, end := range b.ends {
		end()
	}
}

// browse opens a page in a context of its own: nothing that another test keeps is there.
func browse(t testing.TB, url string, width, height int64) *page {
	t.Helper()
	b, err := shared.open()
	if err != nil {
		t.Fatal(err)
	}
	return opened(t, b, url, width, height, chromedp.WithNewBrowserContext())
}

// tab opens a second tab beside a page.
func (p *page) tab(url string) *page {
	p.t.Helper()
	return opened(p.t, p.ctx, url, 1280, 800)
}

func opened(t testing.TB, parent context.Context, url string, width, height int64, opts ...chromedp.ContextOption) *page {
	t.Helper()
	ctx, cancel := chromedp.NewContext(parent, opts...)
	t.Cleanup(func() { _ = chromedp.Cancel(ctx); cancel() })
	p := &page{t: t, ctx: ctx}
	p.do() // the tab itself, which is there longer than it is given time
	ctx, stop := context.WithTimeout(ctx, 6*patience)
	t.Cleanup(stop)
	p.ctx = ctx
	if _, err := chromedp.Call(ctx, emulation.SetFocusEmulationEnabled, emulation.SetFocusEmulationEnabledParams{Enabled: true}); err != nil {
		t.Fatal(err)
	}
	p.counts()
	p.do(chromedp.EmulateViewport(width, height), chromedp.Navigate(url))
	return p
}

// counts has the page take note of presses that miss, and count what it has asked for and what is still to come: what comes moves what stands below it.
func (p *page) counts() {
	p.t.Helper()
	const script = `(() => { const ask = window.fetch; window.flying = 0;
		window.fetch = (...all) => { window.flying++; return ask(...all).finally(() => setTimeout(() => window.flying--, 30)); };
		window.missed = false; // a press that finds what it is aimed at elsewhere by now: the page does not hear of it
		for (const kind of ["pointerdown", "mousedown", "touchstart", "pointerup", "mouseup", "touchend", "click"])
			addEventListener(kind, (e) => {
				if (kind === "pointerdown" && window.aimed) {
					const r = window.aimed.getBoundingClientRect();
					window.missed = !window.aimed.isConnected || Math.hypot(r.x + r.width / 2 - e.clientX, r.y + r.height / 2 - e.clientY) > 3;
					window.aimed = null;
				}
				if (window.missed) { e.stopImmediatePropagation(); e.preventDefault(); }
			}, { capture: true, passive: false });
	})()`
	if _, err := chromedp.Call(p.ctx, cdppage.AddScriptToEvaluateOnNewDocument, cdppage.AddScriptToEvaluateOnNewDocumentParams{Source: script}); err != nil {
		p.t.Fatal(err)
	}
}

func (p *page) do(steps ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	if err := chromedp.Do(p.ctx, steps...); err != nil {
		p.t.Fatal(err)
	}
}

// eval asks the page, or does something in it. What throws, because the thing it asks of is still to come or a
// page is just going, has done nothing and is asked again.
func eval[T any](p *page, js string) T {
	p.t.Helper()
	for end := time.Now().Add(patience); ; time.Sleep(25 * time.Millisecond) {
		v, err := chromedp.Run(p.ctx, chromedp.Evaluate[T](js))
		if err == nil {
			return v
		}
		if !passing(err) || time.Now().After(end) {
			p.t.Fatalf("%s: %v", js, err)
		}
	}
}

// passing is whether an error of the page may go by itself.
func passing(err error) bool {
	var thrown *chromedp.ExceptionError
	return errors.As(err, &thrown) || strings.Contains(err.Error(), "navigated or closed") || strings.Contains(err.Error(), "Promise was collected")
}

// until waits for a condition of the page, in Javascript. What cannot be asked
// yet, because what it asks of is not there or a page is just going, is not so yet.
func (p *page) until(what, js string) {
	p.t.Helper()
	waits := `new Promise((say) => {
		const end = performance.now() + 5000;
		const look = () => {
			let is = false;
			try { is = !!(` + js + `); } catch { /* not yet */ }
			if (is || performance.now() > end) say(is); else setTimeout(look, 60);
		};
		look();
	})`
	for end := time.Now().Add(patience); ; time.Sleep(15 * time.Millisecond) {
		is, err := chromedp.Run(p.ctx, chromedp.Evaluate[bool](waits, chromedp.EvalAwaitPromise))
		if err != nil && !passing(err) {
			p.t.Fatalf("%s: %v", js, err)
		}
		if is {
			return
		}
		if time.Now().After(end) {
			p.shot(filepath.Join(os.TempDir(), "aguante-e2e-failed.png"))
			p.t.Fatalf("waited in vain: %s (%v)\nthe page says:\n%s", what, err, eval[string](p, "document.body.innerText"))
		}
	}
}

// q is a Javascript expression for the element of a CSS selector, of
// "selector|text" for the first visible one whose text or label has that text,
// or of "selector|=text" for the one that says just that.
func q(at string) string {
	sel, text, _ := strings.Cut(at, "|")
	says := fmt.Sprintf(`((e.getAttribute("aria-label") ?? "").includes(%[1]s) || e.textContent.includes(%[1]s) && (e.innerText ?? e.textContent).includes(%[1]s))`,
		strconv.Quote(text))
	if whole, ok := strings.CutPrefix(text, "="); ok {
		says = `e.textContent.trim() === ` + strconv.Quote(whole)
	}
	return fmt.Sprintf(`[...document.querySelectorAll(%s)].find(e => %s && e.getClientRects().length)`, strconv.Quote(sel), says)
}

func (p *page) see(at string) {
	p.t.Helper()
	p.until("to see "+at, q(at))
}

func (p *page) gone(at string) {
	p.t.Helper()
	p.until(at+" to go", "!"+q(at))
}

// text is what an element says.
func (p *page) text(at string) string {
	p.t.Helper()
	p.see(at)
	return eval[string](p, q(at)+".textContent")
}

// says waits until an element says something.
func (p *page) says(at, want string) {
	p.t.Helper()
	p.until(fmt.Sprintf("%s to say %q", at, want), fmt.Sprintf("%s?.textContent.includes(%s)", q(at), strconv.Quote(want)))
}

// newWall begins a wall with a shelf on brackets, and looks at how it holds.
func (p *page) newWall() {
	p.t.Helper()
	p.click("button|New wall")
	p.click("button|=a shelf on brackets")
	p.see(`aside[aria-label="Stage: Load"]`)
	p.keys("4")
}

// settled waits until the design is saved and the answer is the newest.
func (p *page) settled() {
	p.t.Helper()
	p.until("everything saved", `document.body.getAttribute("aria-busy") !== "true" && document.querySelector("[data-testid=sync]")?.dataset.state === "saved"`)
}

// rest is a promise, in Javascript, of the middle of an element once the page rests: all that was asked for is there (a search
// that takes its time is waited for so long and no longer), and the element stands still, scrolled into view.
func rest(at string) string {
	return `(async () => {
		const next = () => new Promise((go) => { requestAnimationFrame(() => setTimeout(go)); setTimeout(go, 60); });
		const begun = performance.now();
		let last = "", still = 0;
		while (performance.now() - begun < 60000) {
			const e = ` + q(at) + `;
			if (e && ((window.flying ?? 0) === 0 || performance.now() - begun > 45000)) {
				e.scrollIntoView({ block: "nearest", inline: "nearest" });
				const r = e.getBoundingClientRect(), now = [r.x + r.width / 2, r.y + r.height / 2];
				still = String(now) === last ? still + 1 : 0;
				last = String(now);
				if (still === 2) {
					window.aimed = e;
					return now;
				}
			} else still = 0;
			await next();
		}
		return [];
	})()`
}

// still waits until nothing is on its way and nothing moves: no text of the page, drawn or written, stands elsewhere than a
// moment before.
func (p *page) still() {
	p.t.Helper()
	p.until("fonts", `document.fonts.status === "loaded"`)
	const look = `(async () => {
		const places = () => [...document.querySelectorAll("text, p, h1, h2, h3, button, li, [role=dialog]")].map((e) => {
			const r = e.getBoundingClientRect();
			return Math.round(r.x * 10) + "," + Math.round(r.y * 10);
		}).join(" ") + document.documentElement.scrollHeight;
		let was = "", same = 0;
		for (const begun = performance.now(); performance.now() - begun < 5000;) {
			const quiet = ((window.flying ?? 0) === 0 || performance.now() - begun > 4000) && document.body.getAttribute("aria-busy") !== "true";
			const now = places();
			same = quiet && now === was ? same + 1 : 0;
			if (same === 3) return true;
			was = now;
			await new Promise((go) => { requestAnimationFrame(() => setTimeout(go, 30)); setTimeout(go, 90); });
		}
		return false;
	})()`
	for end := time.Now().Add(patience); time.Now().Before(end); {
		rests, err := chromedp.Run(p.ctx, chromedp.Evaluate[bool](look, chromedp.EvalAwaitPromise))
		if err != nil && !passing(err) {
			p.t.Fatal(err)
		}
		if rests {
			return
		}
	}
	p.t.Fatal("the page does not rest")
}

// centre scrolls an element into view and returns its middle, once it rests there.
func (p *page) centre(at string) (x, y float64) {
	p.t.Helper()
	x, y = p.aim(at)
	eval[any](p, "void (window.aimed = null)")
	return x, y
}

// aim is the same for a press, which is to find it there.
func (p *page) aim(at string) (x, y float64) {
	p.t.Helper()
	p.see(at)
	for end := time.Now().Add(patience); time.Now().Before(end); {
		b, err := chromedp.Run(p.ctx, chromedp.Evaluate[[]float64](rest(at), chromedp.EvalAwaitPromise))
		if err != nil && !passing(err) {
			p.t.Fatal(err)
		}
		if len(b) == 2 {
			return b[0], b[1]
		}
	}
	p.t.Fatalf("%s does not rest", at)
	return 0, 0
}

func (p *page) click(at string) {
	p.t.Helper()
	for range 20 {
		x, y := p.aim(at)
		if p.fingers {
			p.touch(input.DispatchTouchEventTypeTouchStart, [2]float64{x, y})
			p.touch(input.DispatchTouchEventTypeTouchEnd)
		} else {
			p.do(chromedp.MouseClickXY(x, y))
		}
		if !eval[bool](p, "((missed) => (window.missed = false, missed))(window.missed ?? false)") {
			return
		}
	}
	p.t.Fatalf("%s moves whenever it is pressed", at)
}

// drag pulls an element by dx, dy pixels with the mouse.
func (p *page) drag(at string, dx, dy float64, opts ...chromedp.MouseOption) {
	p.t.Helper()
	x, y := p.centre(at)
	p.dragFrom(x, y, dx, dy, opts...)
}

func (p *page) dragFrom(x, y, dx, dy float64, opts ...chromedp.MouseOption) {
	p.t.Helper()
	with := func(o ...chromedp.MouseOption) []chromedp.MouseOption { return append(o, opts...) }
	held := func(m *input.DispatchMouseEventParams) { m.Buttons = 1 }
	p.do(chromedp.MouseEvent(chromedp.MouseMoved, x, y, with()...),
		chromedp.MouseEvent(chromedp.MousePressed, x, y, with(chromedp.ButtonLeft, chromedp.ClickCount(1), held)...))
	const steps = 12
	for i := 1; i <= steps; i++ {
		t := float64(i) / steps
		p.do(chromedp.MouseEvent(chromedp.MouseMoved, x+dx*t, y+dy*t, with(chromedp.ButtonLeft, held)...))
	}
	p.do(chromedp.MouseEvent(chromedp.MouseReleased, x+dx, y+dy, with(chromedp.ButtonLeft, chromedp.ClickCount(1))...))
}

func (p *page) keys(text string, mods ...chromedp.Modifier) {
	p.t.Helper()
	stage := len(text) == 1 && text >= "1" && text <= "6" && !eval[bool](p, `document.activeElement?.matches("input, textarea, select") ?? false`)
	p.do(chromedp.KeyEvent(text, chromedp.KeyModifiers(mods...)))
	if stage { // its panel is loaded, and what it lays on the canvas
		p.until("stage "+text, `document.querySelector("[aria-label=Stage] [data-state=on]").textContent.startsWith("`+text+`") &&
			!document.querySelector("aside[aria-label^='Stage:']").innerText.includes("Opening ")`)
	}
}

// put types over the figure of a dimension and presses Enter.
func (p *page) put(label, text string) {
	p.t.Helper()
	p.click(`button[aria-label^="` + label + `:"]`)
	p.until("a field for "+label, `document.activeElement?.getAttribute("aria-label") === `+strconv.Quote(label))
	p.keys(text)
	p.keys(kb.Enter)
	p.until("an answer to "+text, fmt.Sprintf(`!document.querySelector(%q) || document.querySelector("[role=alert]:not([data-testid])")`,
		`input[aria-label="`+label+`"]`))
}

// clash types a figure that does not go with the rest: it is taken, what is wrong is named, and undoing it
// takes that back.
func (p *page) clash(label, text, why string) {
	p.t.Helper()
	was := p.figure(label)
	p.put(label, text)
	p.says("[data-testid=problems]", why)
	if now := p.figure(label); now == was {
		p.t.Errorf("%s: %s was not taken", label, text)
	}
	p.click("aside button|=undo the last change")
	p.gone("[data-testid=problems]")
	if now := p.figure(label); now != was {
		p.t.Errorf("%s: %s became %s", label, was, now)
	}
}

// give hands a file with a text to a labelled file field.
func (p *page) give(label, name, text string) {
	p.t.Helper()
	file := filepath.Join(p.t.TempDir(), name)
	if err := os.WriteFile(file, []byte(text), 0o644); err != nil {
		p.t.Fatal(err)
	}
	p.do(chromedp.SetUploadFiles(chromedp.CSS(fmt.Sprintf("input[aria-label=%q]", label)), []string{file}))
}

// choose picks an option of a labelled list by its value.
func (p *page) choose(label, value string) {
	p.t.Helper()
	at := "label select"
	find := fmt.Sprintf(`[...document.querySelectorAll(%q)].find(e => e.closest("label").querySelector("span").textContent === %q)`, at, label)
	p.until("the list "+label, find)
	p.pick(find, value)
}

func (p *page) pick(find, value string) {
	p.t.Helper()
	p.until("a list to choose from", find)
	eval[chromedp.Void](p, fmt.Sprintf(`(e => { Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, "value").set.call(e, %q); e.dispatchEvent(new Event("change", { bubbles: true })); })(%s)`, value, find))
}

// chooseIn picks an option of a list that bears its label itself.
func (p *page) chooseIn(label, value string) {
	p.t.Helper()
	find := fmt.Sprintf("document.querySelector(%q)", `select[aria-label="`+label+`"]`)
	p.until("the list "+label, find)
	p.pick(find, value)
}

// figure is what a dimension reads.
func (p *page) figure(label string) string {
	p.t.Helper()
	at := `button[aria-label^="` + label + `:"]`
	p.see(at)
	_, figure, _ := strings.Cut(eval[string](p, q(at)+`.getAttribute("aria-label")`), ": ")
	return figure
}

func (p *page) shot(file string) {
	p.t.Helper()
	png, err := chromedp.Run(p.ctx, chromedp.CaptureScreenshot())
	if err == nil {
		err = os.WriteFile(file, png, 0o644)
	}
	if err != nil {
		p.t.Fatal(err)
	}
}
