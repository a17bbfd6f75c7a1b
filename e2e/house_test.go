package e2e

import (
	"bytes"
	"compress/gzip"
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"aguante/server/contract"

	"aguante/core/dress/dresstest"
)

// Reload in the middle of a stage of another shelf and it is the same place; back goes back,
// and the address opens there for anyone.
func TestTheAddressSaysWhereTheBenchIs(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	id := a.stored().Shelves[2].ID
	p.pick(`document.querySelector('[aria-label="Shelf on the bench"]')`, id)
	p.keys("3")
	p.see(`aside[aria-label="Stage: Board"]`)
	p.keys("1")
	p.click("aside button|=CSV")
	p.see("[role=dialog]|as a table")
	url := eval[string](p, "location.href")
	if !strings.Contains(url, "/load/"+id+"?sheet=contents") {
		t.Errorf("the address is %s", url)
	}
	there := func(p *page) {
		t.Helper()
		p.see("[role=dialog]|as a table")
		p.see(`aside[aria-label="Stage: Load"]`)
		p.until("the third shelf", `document.querySelector('[aria-label="Shelf on the bench"]')?.value === "`+id+`"`)
	}
	eval[chromedp.Void](p, "location.reload()")
	there(p)
	there(p.tab(url))
	back := func() { eval[chromedp.Void](p, "history.back()") }
	back()
	p.gone("[role=dialog]")
	back()
	p.see(`aside[aria-label="Stage: Board"]`)
	back()
	p.see(`aside[aria-label="Stage: Hold"]`)
	back()
	p.until("the first shelf", `document.querySelector('[aria-label="Shelf on the bench"]')?.value === "jars"`)
	p.keys("3")
	p.see(`aside[aria-label="Stage: Board"]`)
	back() // of one step
	p.see(`aside[aria-label="Stage: Hold"]`)
	other := p.tab(strings.Split(url, "/wall/")[0] + "/wall/" + strings.Split(strings.Split(url, "/wall/")[1], "/")[0] + "/attic/nobody")
	other.see(`aside[aria-label="Stage: Hold"]`) // what is not there is passed over
	other.says("[data-testid=verdict]", "Holds 36 kg")
}

// While one shelf is dragged no DOM of another changes.
func TestADragDrawsOneShelf(t *testing.T) {
	t.Parallel()
	_, p := openJars(t, 1280, 800)
	eval[chromedp.Void](p, `addEventListener("pointerdown", () => {
		window.changed = {};
		const all = [...document.querySelectorAll("[data-shelf]")].map((g) => {
			const note = (seen) => seen.length && (window.changed[g.dataset.shelf] = (window.changed[g.dataset.shelf] ?? 0) + seen.length);
			const o = new MutationObserver(note);
			o.observe(g, { subtree: true, childList: true, attributes: true, characterData: true });
			return () => (note(o.takeRecords()), o.disconnect());
		});
		addEventListener("pointerup", () => all.forEach((end) => end()), { capture: true, once: true }); // what comes after is no drag
	}, { capture: true, once: true })`)
	p.drag(thing("support", "jars-b2"), -48, 0)
	p.says("[data-testid=verdict]", "Holds 0 kg")
	changed := eval[map[string]int](p, "window.changed")
	if changed["jars"] == 0 || len(changed) != 1 {
		t.Errorf("dragging a bracket of the jar shelf changed the drawing of %v", changed)
	}
}

// What Home, the bench and each stage load of script, gzipped.
func TestScriptsAreSmall(t *testing.T) {
	t.Parallel()
	a := start(t, "demo")
	p := browse(t, a.url, 1280, 800)
	p.says("main", "Jar shelf:")
	loaded := func() (total int, each map[string]int) {
		each = map[string]int{}
		for _, url := range eval[[]string](p, `performance.getEntriesByType("resource").map(e => e.name).filter(n => n.endsWith(".js"))`) {
			b, err := os.ReadFile(filepath.Join("../web/dist/assets", filepath.Base(url)))
			if err != nil {
				t.Fatal(err)
			}
			var out bytes.Buffer
			z := gzip.NewWriter(&out)
			_, _ = z.Write(b)
			z.Close()
			each[filepath.Base(url)] = out.Len()
			total += out.Len()
		}
		return total, each
	}
	home, each := loaded()
	t.Logf("Home loads %d bytes of script", home)
	if home > 112_000 {
		t.Errorf("Home loads %d bytes: %v", home, each)
	}
	p.click("h2 a|=Honey room, long wall")
	p.says("[data-testid=verdict]", "Holds 36 kg")
	p.see("h2|from the side")
	bench, each := loaded()
	t.Logf("the bench on Hold has loaded %d bytes", bench)
	if bench > 190_000 {
		t.Errorf("the bench on Hold loads %d bytes: %v", bench, each)
	}
	for _, key := range []string{"1", "2", "3"} {
		p.keys(key)
		p.settled()
	}
	p.see("aside button|span ladder")
	all, each := loaded()
	for name, n := range each {
		if strings.Contains(name, "Panel") && n > 25_000 {
			t.Errorf("%s is %d bytes", name, n)
		}
	}
	t.Logf("with every stage %d", all)
}

// Two windows, one as narrow as a phone, add to the journal at once, while a third edits and
// undoes: none is lost, none is there twice, and the order is the server's.
func TestWindowsWriteOneJournal(t *testing.T) {
	t.Parallel()
	a, p := openJars(t, 1280, 800)
	url := eval[string](p, "location.href")
	id := strings.Split(strings.Split(url, "/wall/")[1], "/")[0]
	phone, third := browse(t, url, 390, 844), browse(t, url, 1280, 800)
	for _, w := range []*page{phone, third} {
		w.says("[data-testid=verdict]", "Holds 36 kg")
	}
	const each = 25
	write := func(w *page, name string) {
		eval[chromedp.Void](w, fmt.Sprintf(`(() => {
			window.left = %d;
			const send = (entries) => fetch("/api/projects/%s/journal", { method: "POST", headers: { "Content-Type": "application/json" },
				body: JSON.stringify({ entries }) }).then((r) => r.ok ? window.left-- : send(entries)); // late is not lost
			for (let i = 0; i < %d; i++) {
				const e = { id: "%s-" + i, kind: "tick", when: "2026-11-26T12:00:00Z", text: "done" };
				void send([e, { ...e, id: "both-" + i }]).then(() => send([e])); // and once more, as after an answer that was lost
			}
		})()`, 2*each, id, each, name))
	}
	write(p, "desk")
	write(phone, "phone")
	for range 3 {
		third.drag(thing("support", "jars-b2"), -48, 0)
		third.says("[data-testid=verdict]", "Holds 0 kg")
		third.keys("z", chromedp.ModifierCtrl)
		third.says("[data-testid=verdict]", "Holds 36 kg")
	}
	p.until("all to be sent", "window.left === 0")
	phone.until("all to be sent", "window.left === 0")
	var got contract.Journal
	if err := json.Unmarshal([]byte(eval[string](p, `(() => { const r = new XMLHttpRequest(); r.open("GET", "/api/projects/`+id+`/journal", false); r.send(); return r.responseText; })()`)), &got); err != nil {
		t.Fatal(err)
	}
	seen := map[string]bool{}
	for i, e := range got.Entries {
		if e.Seq != i+1 || seen[e.ID] || e.Design == "" {
			t.Errorf("entry %d: %+v", i, e)
		}
		seen[e.ID] = true
	}
	if n := len(factsOf(a, p)); n != 3*each {
		t.Errorf("%d entries, want %d", n, 3*each)
	}
	if s := a.stored(); s.Shelves[0].Supports[1].X != 1236 {
		t.Errorf("the undone drag left the bracket at %v", s.Shelves[0].Supports[1].X)
	}
}

// Words that only the other kind of reader uses.
var (
	metricWords = regexp.MustCompile(`\d ?mm\b|\bmm\b|\d ?kg\b|\bkg\b|millimet|\d N\b`)
	inchWords   = regexp.MustCompile(`\d ?in\b|\d ?lb\b|\blb\b|\blbf\b|\bpsi\b|\binch`)
)

// said is everything on the screen that is read, seen or heard, without lists to choose
// from, which name things as they are sold, the choice of units itself, and the figures of a
// sum, which are in SI.
const said = `(() => {
	const page = document.body.cloneNode(true);
	page.querySelectorAll("select, script, style, [aria-label^='Unit of'], [data-testid=steps] .fig").forEach((e) => e.remove());
	const labels = [...page.querySelectorAll("[aria-label], [title], [placeholder]")]
		.flatMap((e) => ["aria-label", "title", "placeholder"].map((a) => e.getAttribute(a) ?? ""));
	const words = [];
	const walk = document.createTreeWalker(page, NodeFilter.SHOW_TEXT);
	let line = "", block = null;
	while (walk.nextNode()) {
		const at = walk.currentNode.parentElement.closest("p, li, td, th, dt, dd, text, button, h2, h3, div, option");
		if (at !== block) { words.push(line); line = ""; block = at; }
		line += walk.currentNode.data;
	}
	return [...words, line, ...labels];
})()`

// TestUnitsAreThePersons walks every stage of every shelf, every sheet, every sum, faults and
// cautions, and the command's table: who thinks in inches and pounds meets no millimetre, and
// the other way.
func TestUnitsAreThePersons(t *testing.T) {
	t.Parallel()
	for name, c := range map[string]struct {
		length, mass string
		wrong        *regexp.Regexp
	}{"inches": {"in", "lb", metricWords}, "metric": {"mm", "kg", inchWords}} {
		t.Run(name, func(t *testing.T) {
			t.Parallel()
			a, p := openJars(t, 1280, 800)
			p.click(`[aria-label="Unit of lengths"] button|=` + c.length)
			p.click(`[aria-label="Unit of masses"] button|=` + c.mass)
			p.settled()
			found := map[string]bool{}
			look := func(where string) {
				t.Helper()
				p.settled()
				for _, line := range eval[[]string](p, said) {
					line = strings.ReplaceAll(line, "Honey jars, 1 lb", "")  // the person's own name of a thing
					line = strings.ReplaceAll(line, "5/16 in lag screw", "") // as it is sold
					if bad := c.wrong.FindString(line); bad != "" && !found[line] {
						found[line] = true
						t.Errorf("%s: %q in %q", where, bad, strings.TrimSpace(line))
					}
				}
			}
			root := strings.TrimSuffix(eval[string](p, "location.href"), "/hold/jars")
			root = strings.Split(root, "/wall/")[0] + "/wall/" + strings.Split(strings.Split(root, "/wall/")[1], "/")[0]
			go2 := func(path string) {
				eval[chromedp.Void](p, fmt.Sprintf(`history.pushState({}, "", %q); dispatchEvent(new PopStateEvent("popstate"))`, strings.TrimPrefix(root, a.url)+path))
				p.settled()
			}
			sheets := map[string][]string{"load": {"add", "split", "scale", "contents"}, "wall": {"studs"}, "board": {"ladder", "places", "test"},
				"hold": {"compare", "parts", "keys", "history"}}
			for _, s := range a.stored().Shelves {
				for _, stage := range []string{"load", "wall", "board", "hold"} {
					go2("/" + stage + "/" + s.ID)
					look(stage + " of " + s.Name)
					for _, sheet := range sheets[stage] {
						if s.ID == "jars" || sheet == "compare" {
							go2("/" + stage + "/" + s.ID + "?sheet=" + sheet)
							p.until("it to settle", `!document.body.textContent.includes("Working it out")`)
							look("sheet " + sheet)
						}
					}
				}
				go2("/hold/" + s.ID)
				for i, link := range eval[[]string](p, `[...document.querySelectorAll("footer [role=group] [data-link]")].map((e) => e.dataset.link)`) {
					if i%dresstest.Trials(4, 1) != 0 {
						continue
					}
					go2("/hold/" + s.ID + "?sheet=working:" + link)
					look("the sum of " + link)
				}
			}
			go2("/hold/jars")
			for _, bad := range []struct{ stage, label, text string }{{"3", "thickness", "900"}, {"3", "depth", "0.1"}, {"3", "thickness", "thick"},
				{"1", "weighs each", "999999"}, {"2", "length", "1"}} {
				p.keys(bad.stage)
				p.settled()
				if eval[bool](p, `document.querySelector('aside button[aria-label^="`+bad.label+`:"]') === null`) {
					continue
				}
				p.put(bad.label, bad.text)
				p.see("aside [role=alert]")
				look("typing " + bad.text + " for " + bad.label)
				p.keys("\u001b")
			}
			file := filepath.Join(t.TempDir(), "wall.json")
			b, err := json.Marshal(a.stored())
			if err != nil {
				t.Fatal(err)
			}
			if err := os.WriteFile(file, b, 0o600); err != nil {
				t.Fatal(err)
			}
			_, out, _ := command(t, "", "check", file)
			for _, line := range strings.Split(out, "\n") {
				if bad := c.wrong.FindString(line); bad != "" {
					t.Errorf("the command's table: %q in %q", bad, line)
				}
			}
			bad := slices.Clone(b)
			bad = bytes.Replace(bad, []byte(`"depth_mm":184.15`), []byte(`"depth_mm":4`), 1)
			if err := os.WriteFile(file, bad, 0o600); err != nil {
				t.Fatal(err)
			}
			if _, _, errs := command(t, "", "check", file); !strings.Contains(errs, "depth_mm") || c.wrong.MatchString(strings.NewReplacer("_mm", "", "Honey jars, 1 lb", "").Replace(errs)) {
				t.Errorf("the command on a file that cannot be: %s", errs)
			}
		})
	}
}
