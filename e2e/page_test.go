// Package e2e drives the built app in a real browser, as a person would.
package e2e

import (
	"bufio"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/chromedp/cdproto/input"
	cdppage "github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"aguante/core/design"
	"aguante/core/wall"
	"aguante/server/store"
)

var binary string

func TestMain(m *testing.M) {
	dir, err := os.MkdirTemp("", "aguante-e2e-")
	if err != nil {
		panic(err)
	}
	binary = filepath.Join(dir, "aguante")
	build := exec.Command("go", "build", "-o", binary, "../cmd/aguante")
	if out, err := build.CombinedOutput(); err != nil {
		fmt.Fprintf(os.Stderr, "%s\n%v\n", out, err)
		os.Exit(1)
	}
	code := m.Run()
	os.RemoveAll(dir)
	os.Exit(code)
}

// app is the program, running.
type app struct {
	t    testing.TB
	cmd  *exec.Cmd
	url  string
	args []string
}

// start runs the program with the arguments and waits until it says its URL.
func start(t testing.TB, args ...string) *app {
	t.Helper()
	a := &app{t: t, args: args}
	a.run("127.0.0.1:0")
	t.Cleanup(a.stop)
	return a
}

func (a *app) run(addr string) {
	a.t.Helper()
	a.follow(exec.Command(binary, append(a.args, "--quiet", "--addr", addr)...))
}

// follow starts the program and waits until it says its URL.
func (a *app) follow(cmd *exec.Cmd) {
	a.t.Helper()
	a.cmd = cmd
	a.cmd.Stderr = os.Stderr
	out, err := a.cmd.StdoutPipe()
	if err == nil {
		err = a.cmd.Start()
	}
	if err != nil {
		a.t.Fatal(err)
	}
	line, err := bufio.NewReader(out).ReadString('\n')
	if err != nil {
		a.t.Fatalf("the app said %q and ended: %v", line, err)
	}
	a.url = strings.TrimSpace(line[strings.Index(line, "http"):])
}

func (a *app) stop() {
	if a.cmd == nil {
		return
	}
	_ = a.cmd.Process.Signal(syscall.SIGTERM)
	if err := a.cmd.Wait(); err != nil {
		a.t.Errorf("the app ended badly: %v", err)
	}
	a.cmd = nil
}

// again starts the stopped app where it was.
func (a *app) again() { a.run(strings.TrimPrefix(a.url, "http://")) }

// wall is the wall of the first project as it is stored.
func (a *app) wall() wall.Wall {
	a.t.Helper()
	return a.stored().Wall
}

// get fetches what stands at a path.
func (a *app) get(path string) []byte {
	a.t.Helper()
	reply, err := http.Get(a.url + path)
	if err != nil {
		a.t.Fatal(err)
	}
	defer reply.Body.Close()
	b, err := io.ReadAll(reply.Body)
	if err != nil || reply.StatusCode != http.StatusOK {
		a.t.Fatalf("%s: %d, %v", path, reply.StatusCode, err)
	}
	return b
}

// send asks for something to be done, and wants a status back.
func (a *app) send(method, path, body string, want int) {
	a.t.Helper()
	r, err := http.NewRequest(method, a.url+path, strings.NewReader(body))
	if err != nil {
		a.t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	reply, err := http.DefaultClient.Do(r)
	if err != nil {
		a.t.Fatal(err)
	}
	defer reply.Body.Close()
	if b, _ := io.ReadAll(reply.Body); reply.StatusCode != want {
		a.t.Fatalf("%s %s: %d %s", method, path, reply.StatusCode, b)
	}
}

// stored is the first project as it is stored.
func (a *app) stored() *design.Project { return a.named("") }

// named is the stored project of a name, or the first.
func (a *app) named(name string) *design.Project {
	a.t.Helper()
	reply, err := http.Get(a.url + "/api/projects")
	var all []store.Saved
	if err == nil {
		defer reply.Body.Close()
		err = json.NewDecoder(reply.Body).Decode(&all)
	}
	if err != nil || len(all) == 0 {
		a.t.Fatalf("%d projects: %v", len(all), err)
	}
	for _, p := range all {
		if p.Document.Name == name {
			return p.Document
		}
	}
	return all[0].Document
}

// page is one tab of a browser.
type page struct {
	t       testing.TB
	ctx     context.Context
	fingers bool // it is pressed by fingers
}

// browse opens a fresh browser on a page.
func browse(t testing.TB, url string, width, height int64) *page {
	t.Helper()
	opts := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.ExecPath("/usr/bin/chromium"), chromedp.NoSandbox, chromedp.DisableGPU,
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true), chromedp.Flag("force-device-scale-factor", "1"),
		chromedp.Flag("font-render-hinting", "none"), chromedp.UserDataDir(t.TempDir()))
	actx, cancel := chromedp.NewExecAllocator(context.Background(), opts...)
	t.Cleanup(cancel)
	bctx, cancel := chromedp.NewContext(actx)
	t.Cleanup(func() { _ = chromedp.Cancel(bctx); cancel() })
	if err := chromedp.Do(bctx); err != nil {
		t.Fatal(err)
	}
	ctx, cancel := context.WithTimeout(bctx, 5*time.Minute)
	t.Cleanup(cancel)
	p := &page{t: t, ctx: ctx}
	p.counts()
	p.do(chromedp.EmulateViewport(width, height), chromedp.Navigate(url))
	return p
}

// counts has the page count what it has asked for and what is still to come: what comes moves what stands below it.
func (p *page) counts() {
	p.t.Helper()
	const script = `(() => { const ask = window.fetch; window.flying = 0;
		window.fetch = (...all) => { window.flying++; return ask(...all).finally(() => setTimeout(() => window.flying--, 30)); }; })()`
	if _, err := chromedp.Call(p.ctx, cdppage.AddScriptToEvaluateOnNewDocument, cdppage.AddScriptToEvaluateOnNewDocumentParams{Source: script}); err != nil {
		p.t.Fatal(err)
	}
}

// calm waits until all that was asked for is there, but for searches, which take their time.
func (p *page) calm() {
	p.t.Helper()
	for end := time.Now().Add(600 * time.Millisecond); time.Now().Before(end) && eval[bool](p, "(window.flying ?? 0) > 0"); time.Sleep(15 * time.Millisecond) {
	}
}

// tab opens a second tab of the same browser.
func (p *page) tab(url string) *page {
	p.t.Helper()
	ctx, cancel := chromedp.NewContext(p.ctx)
	p.t.Cleanup(cancel)
	q := &page{t: p.t, ctx: ctx}
	q.counts()
	q.do(chromedp.EmulateViewport(1280, 800), chromedp.Navigate(url))
	return q
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
	for end := time.Now().Add(12 * time.Second); ; time.Sleep(25 * time.Millisecond) {
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
	return errors.As(err, &thrown) || strings.Contains(err.Error(), "navigated or closed")
}

// until waits for a condition of the page, in Javascript. What cannot be asked
// yet, because what it asks of is not there or a page is just going, is not so yet.
func (p *page) until(what, js string) {
	p.t.Helper()
	for end := time.Now().Add(12 * time.Second); ; time.Sleep(15 * time.Millisecond) {
		is, err := chromedp.Run(p.ctx, chromedp.Evaluate[bool]("!!("+js+")"))
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
	says := `((e.innerText ?? e.textContent ?? "") + " " + (e.getAttribute("aria-label") ?? "")).includes(` + strconv.Quote(text) + ")"
	if whole, ok := strings.CutPrefix(text, "="); ok {
		says = `e.textContent.trim() === ` + strconv.Quote(whole)
	}
	return fmt.Sprintf(`[...document.querySelectorAll(%s)].find(e => e.getClientRects().length && %s)`, strconv.Quote(sel), says)
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

// centre scrolls an element into view and returns its middle, once it rests
// there.
func (p *page) centre(at string) (x, y float64) {
	p.t.Helper()
	place := "(e => { if (!e) return []; e.scrollIntoView({block: 'nearest', inline: 'nearest'}); const r = e.getBoundingClientRect(); " +
		"return [r.x + r.width / 2, r.y + r.height / 2]; })(" + q(at) + ")"
	p.see(at)
	p.calm()
	var last []float64
	still := 0
	for end := time.Now().Add(12 * time.Second); time.Now().Before(end); time.Sleep(25 * time.Millisecond) {
		b := eval[[]float64](p, place)
		if len(b) == 2 && slices.Equal(b, last) {
			still++
		} else {
			still = 0
		}
		if still == 2 {
			return b[0], b[1]
		}
		last = b
	}
	p.t.Fatalf("%s does not rest", at)
	return 0, 0
}

func (p *page) click(at string) {
	p.t.Helper()
	x, y := p.centre(at)
	if p.fingers {
		p.touch(input.DispatchTouchEventTypeTouchStart, [2]float64{x, y})
		p.touch(input.DispatchTouchEventTypeTouchEnd)
		return
	}
	p.do(chromedp.MouseClickXY(x, y))
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
