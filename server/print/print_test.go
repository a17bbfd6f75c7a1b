package print

import (
	"encoding/json"
	"encoding/xml"
	"errors"
	"fmt"
	"image"
	_ "image/png"
	"io"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"aguante/core/draw"
	"aguante/core/dress/dresstest"
	"aguante/core/paper"
	"aguante/core/shop"
	"aguante/web/nodetest"
)

// ruled is a piece so long with a dimension of 200 mm in it that starts where a sheet ends.
func ruled(from float64) *draw.Drawing {
	d := draw.Drawing{Width: 420, Height: 60}
	d.Line(draw.Cut, [2]float64{from, 30}, [2]float64{from + 200, 30})
	d.Line(draw.Cut, [2]float64{from, 20}, [2]float64{from, 40})
	d.Line(draw.Cut, [2]float64{from + 200, 20}, [2]float64{from + 200, 40})
	return &d
}

const dpi = 300.0

// rendered is a PDF as it comes out of a printer at 300 dpi, by a program that is not ours.
func rendered(t *testing.T, pdf []byte) []image.Image {
	t.Helper()
	dir := t.TempDir()
	file := filepath.Join(dir, "page.pdf")
	if err := os.WriteFile(file, pdf, 0o600); err != nil {
		t.Fatal(err)
	}
	if out, err := exec.Command("pdftoppm", "-r", "300", "-png", file, filepath.Join(dir, "page")).CombinedOutput(); err != nil {
		t.Fatalf("pdftoppm: %v %s", err, out)
	}
	names, _ := filepath.Glob(filepath.Join(dir, "page*.png"))
	slices.Sort(names)
	var out []image.Image
	for _, n := range names {
		f, err := os.Open(n)
		if err != nil {
			t.Fatal(err)
		}
		img, _, err := image.Decode(f)
		if err := errors.Join(err, f.Close()); err != nil {
			t.Fatal(err)
		}
		out = append(out, img)
	}
	return out
}

func mmOf(px float64) float64 { return px / dpi * 25.4 }

// inked are the first and the last column with ink in a row of pixels, mm from the left, at a height over the sheet's
// lower edge.
func inked(img image.Image, up, from, to float64) (first, last float64) {
	b := img.Bounds()
	y := b.Max.Y - 1 - int(up/25.4*dpi)
	first, last = math.Inf(1), math.Inf(-1)
	for x := int(from / 25.4 * dpi); x < min(b.Max.X, int(to/25.4*dpi)); x++ {
		if r, g, bl, _ := img.At(x, y).RGBA(); r+g+bl < 3*0xb000 {
			first, last = min(first, mmOf(float64(x))), max(last, mmOf(float64(x+1)))
		}
	}
	return first, last
}

func TestPDFIsTrueToScale(t *testing.T) {
	all := []struct {
		size shop.Paper
		high float64 // in bands on one sheet, or from sheet to sheet
	}{{shop.A4, 200}, {shop.Letter, 60}, {shop.A4, 60}, {shop.Letter, 200}}
	for _, c := range all[:dresstest.Trials(2, 4)] {
		const from = 100.0 // the dimension runs from 100 to 300: over the seam
		size, high := c.size, c.high
		drawn := ruled(from)
		drawn.Height = high
		doc, err := paper.Tile("t", "ruled", drawn, size)
		if err != nil {
			t.Fatal(err)
		}
		pdf, err := PDF("ruled", time.Unix(0, 0), doc)
		if err != nil {
			t.Fatal(err)
		}
		pages := rendered(t, pdf)
		if len(pages) != len(doc.Pages) || (high == 60) != (len(pages) == 1) {
			t.Fatalf("%s: %d sheets, %d pages", size, len(pages), len(doc.Pages))
		}
		for i, img := range pages {
			// The bar, a tenth of a millimetre over its line, where only its ticks are.
			first, last := inked(img, 18+0.8, 5, 150)
			const tick = 0.15 // wide, and the bar ends in the middle of one
			if math.Abs(last-first-tick-100) > 0.2 || math.Abs((last+first)/2-60) > 0.2 {
				t.Errorf("%s, sheet %d: the bar of 100 mm is %.2f from %.2f", size, i+1, last-first, first)
			}
		}
		w, _ := paper.Sheet(size)
		step := w - 20 - paper.Overlap // from sheet to sheet
		bands := len(doc.Pages[0].Parts)
		place := func(x float64) float64 { // of a tick, as it is printed
			k := int(x / step)
			on := 10 + x - float64(k)*step
			up := doc.Pages[k/bands].Parts[k%bands].Marks[1].Points[0][1] + 2 // a little over the tick's lower end
			a, b := inked(pages[k/bands], up, on-2, on+2)
			return (a+b)/2 - 10 + float64(k)*step
		}
		if got := place(from+200) - place(from); math.Abs(got-200) > 0.2 {
			t.Errorf("%s: 200 mm over the seam are %.2f", size, got)
		}
	}
}

// What is asked of paper that there is not, or of nothing, is refused.
func TestNoPaper(t *testing.T) {
	if _, err := paper.Tile("t", "x", ruled(0), ""); err == nil {
		t.Error("paper of no size")
	}
	if _, err := paper.Tile("t", "x", &draw.Drawing{Height: 10}, shop.A4); err == nil {
		t.Error("a drawing of no size")
	}
	if _, err := paper.Tile("t", "x", &draw.Drawing{Width: 1e6, Height: 1e6}, shop.A4); err == nil {
		t.Error("a drawing without end")
	}
	if _, err := paper.Print("check", &paper.Subject{}, "a7"); err == nil {
		t.Error("a sheet of no size")
	}
}

// sample has all that there is to draw, and words in other letters.
func sample() *draw.Drawing {
	d := draw.Drawing{Width: 300, Height: 100}
	d.Box(draw.Cut, 12, 13.25, 260.125, 80)
	d.Ring(draw.Hidden, 40, 30, 4.7625)
	d.Arc(draw.Cut, 90, 40, 12, 180, 360)
	d.Say(draw.Words, 20, 20, 4, 0, "Ράφι, полка, 5⅛ in, 45°, <ø> & \"x\"")
	d.Across(draw.Size, 12, 260.125, 90, 3, "248.125")
	return &d
}

func TestSVGHasThePlacesOfTheDrawing(t *testing.T) {
	type point struct{ x, y float64 }
	var found []point
	words := ""
	dec := xml.NewDecoder(strings.NewReader(string(SVG(sample()))))
	for {
		tok, err := dec.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			t.Fatal(err)
		}
		switch el := tok.(type) {
		case xml.CharData:
			words += string(el)
		case xml.StartElement:
			a := map[string]string{}
			for _, x := range el.Attr {
				a[x.Name.Local] = x.Value
			}
			num := func(s string) float64 { v, _ := strconv.ParseFloat(s, 64); return v }
			if el.Name.Local == "svg" && (a["width"] != "300mm" || a["viewBox"] != "0 0 300 100") {
				t.Errorf("it is %s of %s", a["width"], a["viewBox"])
			}
			for _, p := range strings.Fields(a["points"]) {
				x, y, _ := strings.Cut(p, ",")
				found = append(found, point{num(x), 100 - num(y)})
			}
			if el.Name.Local == "circle" {
				found = append(found, point{num(a["cx"]) + num(a["r"]), 100 - num(a["cy"])})
			}
		}
	}
	for _, want := range []point{{12, 13.25}, {260.125, 80}, {44.7625, 30}} {
		if !slices.ContainsFunc(found, func(p point) bool { return math.Hypot(p.x-want.x, p.y-want.y) < 0.01 }) {
			t.Errorf("nothing is at %v", want)
		}
	}
	if !strings.Contains(words, `Ράφι, полка, 5⅛ in, 45°, <ø> & "x"`) {
		t.Errorf("it says %q", words)
	}
}

// The DXF is read by a library that is not ours.
func TestDXFIsReadByOthers(t *testing.T) {
	file := filepath.Join(t.TempDir(), "sample.dxf")
	if err := os.WriteFile(file, DXF(sample()), 0o600); err != nil {
		t.Fatal(err)
	}
	out := nodetest.Run(t, nil, "-e", `const D = require("dxf-parser"); const P = D.default ?? D;
const d = new P().parseSync(require("fs").readFileSync(process.argv[1], "utf8"));
console.log(JSON.stringify(d.entities.map(e => ({ type: e.type, layer: e.layer, at: (e.vertices ?? [e.center ?? e.startPoint]).map(v => [v.x, v.y]), r: e.radius ?? 0, from: e.startAngle ?? 0, to: e.endAngle ?? 0, text: e.text ?? "" }))))`, file)
	var got []struct {
		Type, Layer, Text string
		At                [][2]float64
		R, From, To       float64
	}
	if err := json.Unmarshal(out, &got); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	want := map[string]func(i int) bool{
		"the outline's corner": func(i int) bool {
			return got[i].Type == "LINE" && near(got[i].At[1], 260.125, 13.25) && got[i].Layer == "CUT"
		},
		"the hole": func(i int) bool {
			return got[i].Type == "CIRCLE" && near(got[i].At[0], 40, 30) && math.Abs(got[i].R-4.7625) < 0.01 && got[i].Layer == "HIDDEN"
		},
		"the arc": func(i int) bool {
			return got[i].Type == "ARC" && near(got[i].At[0], 90, 40) && math.Abs(got[i].R-12) < 0.1 && math.Abs(got[i].From-math.Pi) < 1e-6
		},
		"the words": func(i int) bool { return got[i].Type == "TEXT" && strings.Contains(got[i].Text, "in, 45") },
	}
	for what, is := range want {
		found := false
		for i := range got {
			found = found || is(i)
		}
		if !found {
			t.Errorf("%s is not there: %s", what, out)
		}
	}
}

func near(p [2]float64, x, y float64) bool { return math.Hypot(p[0]-x, p[1]-y) < 0.01 }

// Greek, Cyrillic and fractions are letters in the PDF, as a program that is not ours reads them.
func TestPDFWords(t *testing.T) {
	doc, err := paper.Tile("t", "Полка № 5⅛", sample(), shop.A4)
	if err != nil {
		t.Fatal(err)
	}
	pdf, err := PDF("x", time.Unix(0, 0), doc)
	if err != nil {
		t.Fatal(err)
	}
	file := filepath.Join(t.TempDir(), "x.pdf")
	if err := os.WriteFile(file, pdf, 0o600); err != nil {
		t.Fatal(err)
	}
	out, err := exec.Command("pdftotext", file, "-").CombinedOutput()
	if err != nil {
		t.Fatal(err)
	}
	for _, w := range []string{"Ράφι", "полка", "5⅛", "Полка", "sheet 1 of", "A1", "100 mm", "4 in", "Print at 100 %"} {
		if !strings.Contains(string(out), w) {
			t.Errorf("it does not say %q:\n%s", w, fmt.Sprint(string(out)))
		}
	}
}
