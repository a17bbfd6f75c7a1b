package e2e

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"aguante/core/design"
)

func TestFilesComeInAndOut(t *testing.T) {
	t.Parallel()
	a := start(t, "demo")
	p := browse(t, a.url, 1280, 800)
	dir := t.TempDir()
	good, err := os.ReadFile("../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	open := func(name string, b []byte) {
		t.Helper()
		file := filepath.Join(dir, name)
		if err := os.WriteFile(file, b, 0o600); err != nil {
			t.Fatal(err)
		}
		p.do(chromedp.SetUploadFiles(chromedp.CSS(`input[type=file]`), []string{file}))
	}
	for name, c := range map[string]struct{ text, says string }{
		"broken.json": {string(good[:len(good)/2]), "ends too early"},
		"deep.json":   {strings.Repeat("[", 5000) + strings.Repeat("]", 5000), "nested deeper"},
		"later.json":  {strings.Replace(string(good), `"version": 6`, `"version": 7`, 1), "version 7: this program reads versions 1 to 6"},
		"hostile.json": {strings.Replace(string(good), `"name": "Jar shelf"`, `"name": "<img src=x onerror=alert(1)>", "__proto__": {"x": 1}`,
			1), "__proto__"},
		"absurd.json": {strings.Replace(string(good), `"depth_mm": 184.15`, `"depth_mm": 1e300`, 1), "depth_mm"},
		"huge.json":   {`{"format":"` + strings.Repeat("x", 5<<20) + `"}`, "larger than a project"},
		"other.json":  {`{"hello": "world"}`, "this is no project file"},
	} {
		open(name, []byte(c.text))
		p.says("[data-testid=file-problems]", name+" was not opened")
		p.says("[data-testid=file-problems]", c.says)
	}
	if n := eval[int](p, `document.querySelectorAll("main h2 a").length`); n != 3 {
		t.Errorf("%d walls after files that were refused", n)
	}
	open("units.json", []byte(strings.Replace(string(good), `"length_mm": 1714.5`, `"length_mm": "67 1/2 in"`, 1)))
	p.says("[role=alertdialog]", "units.json is the same")
	p.click("[role=alertdialog] button|Keep both")
	p.says("[data-testid=verdict]", "Holds 36 kg")
	p.click("header button|=file")
	zip := a.get(eval[string](p, `document.querySelector("a[download]").getAttribute("href")`))
	p.keys(kb.Escape)
	p.click("a|walls")
	open("half.zip", zip[:len(zip)/2])
	p.says("[data-testid=file-problems]", "half.zip was not opened")
	open("room.zip", zip)
	p.click("[role=alertdialog] button|Keep both")
	p.says("[data-testid=verdict]", "Holds 36 kg")
	p.click("a|walls")
	p.until("all walls", `document.querySelectorAll("main h2 a").length === 5`)
	p.click("button|Delete Honey room, long wall")
	p.do(chromedp.Navigate(a.url))
	p.until("all walls", `document.querySelectorAll("main h2 a").length === 4`)
	p.click("button|Delete Honey room, long wall")
	p.until("three walls left", `document.querySelectorAll("main h2 a").length === 3`)
	p.click("button|Undo")
	p.until("all walls again", `document.querySelectorAll("main h2 a").length === 4`)
	olderAndNewer(t, p, open, good)
}

// olderAndNewer opens a file of the version before, which answers as it did, and one that
// says what no rule judges yet.
func olderAndNewer(t *testing.T, p *page, open func(name string, b []byte), good []byte) {
	t.Helper()
	old, err := os.ReadFile("../core/design/testdata/v1/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	open("old.json", old)
	p.click("[role=alertdialog] button|Keep both")
	p.says("[data-testid=verdict]", "Holds 36 kg of the 38 kg")
	p.click("a|walls")
	var light design.Project
	if err := json.Unmarshal(good, &light); err != nil {
		t.Fatal(err)
	}
	s := &light.Shelves[0]
	s.Contents = s.Contents[:1]
	s.Contents[0].Count = 1
	s.Supports[0].FlatBracket.Screw.Behind = true
	b, err := json.Marshal(&light)
	if err != nil {
		t.Fatal(err)
	}
	open("newer.json", b)
	p.click("[role=alertdialog] button|Keep both")
	p.says("[data-testid=verdict]", "Cannot say: not judged yet: fasteners from behind")
	p.says("aside", "Not judged yet: fasteners from behind")
}
