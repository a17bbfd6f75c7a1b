// Package paper is what is printed of a wall: drawings true to scale, parted over sheets where they are larger than
// one, and pages of words and tables to pin up. It is a list of marks (core/draw), whatever writes them.
package paper

import (
	"fmt"
	"math"

	"aguante/core/draw"
	"aguante/core/shop"
)

// Sheet is how wide and high paper is, upright, mm; nothing of what there is not.
func Sheet(p shop.Paper) (width, height float64) {
	switch p {
	case shop.A4:
		return 210, 297
	case shop.Letter:
		return 215.9, 279.4
	}
	return 0, 0
}

// Page is one sheet: Marks in its own millimetres from its lower left corner, and parts of a drawing that is larger.
type Page struct {
	Width  float64     `json:"width_mm"`
	Height float64     `json:"height_mm"`
	Marks  []draw.Mark `json:"marks"`
	Parts  []Part      `json:"parts"`
}

// Part is a part of a drawing on a sheet: its marks are cut off at Clip, two corners. Grid is where it belongs among the
// others: B2.
type Part struct {
	Grid  string        `json:"grid"`
	Marks []draw.Mark   `json:"marks"`
	Clip  [2][2]float64 `json:"clip"`
}

// Document is what is printed as one.
type Document struct {
	Key   string `json:"key"`
	Name  string `json:"name"`
	Pages []Page `json:"pages"`
}

// Sheet margins and the strip at a tile's foot, mm. Overlap is by how much neighbouring sheets show the same.
const (
	margin  = 10.0
	strip   = 26.0
	Overlap = 10.0
	bar     = 100.0
	inches4 = 101.6
	small   = 3.2
	normal  = 3.7
)

// Tile parts a drawing over sheets of a size, true to scale: neighbours overlap, crosses lie at the corners that they
// share, and each has a bar of 100 mm and one of 4 in. It fails where the size is none, or the drawing nothing.
func Tile(key, name string, d *draw.Drawing, size shop.Paper) (Document, error) {
	w, h := Sheet(size)
	out := Document{Key: key, Name: name}
	wide, high := w-2*margin, h-2*margin-strip
	if wide <= Overlap || high <= Overlap {
		return out, fmt.Errorf("paper %q: there is A4 and Letter", size)
	}
	if !(d.Width > 0 && d.Height > 0) || math.IsInf(d.Width+d.Height, 0) {
		return out, fmt.Errorf("%s has no size: there is nothing to print", name)
	}
	across, up := tiles(d.Width, wide), tiles(d.Height, high)
	const most = 400
	if across*up > most {
		return out, fmt.Errorf("%s would take %d sheets: at most %d", name, across*up, most)
	}
	// What is no higher than a part of a sheet lies on it in several bands, one under another.
	bands, band := 1, high
	if up == 1 && across > 1 && d.Height < high/2 {
		band = d.Height
		bands = int(high / (band + gap))
	}
	sheets := (across*up + bands - 1) / bands
	for k := range across * up {
		row, col, under := k/across, k%across, k%bands
		if under == 0 {
			out.Pages = append(out.Pages, Page{Width: w, Height: h})
			out.Pages[len(out.Pages)-1].foot(name, wide, len(out.Pages), sheets)
		}
		p := &out.Pages[len(out.Pages)-1]
		x, y := float64(col)*(wide-Overlap), d.Height-band-float64(row)*(band-Overlap)
		low := margin + strip + high - band - float64(under)*(band+gap)
		part := Part{Grid: grid(row, col), Clip: [2][2]float64{{margin, low}, {margin + wide, low + band}}, Marks: d.At(margin-x, low-y, 1)}
		p.frame(&part, across, up, row, col)
		p.Parts = append(p.Parts, part)
	}
	return out, nil
}

// gap is between bands on one sheet, mm.
const gap = 4.0

func grid(row, col int) string { return fmt.Sprintf("%c%d", 'A'+row%26, col+1) }

// tiles is how many sheets so wide a length takes.
func tiles(length, wide float64) int {
	if length <= wide {
		return 1
	}
	return 1 + int(math.Ceil((length-wide)/(wide-Overlap)-1e-9))
}

// frame draws crosses where parts meet, and which they are.
func (p *Page) frame(part *Part, across, up, row, col int) {
	var d draw.Drawing
	lo, hi := part.Clip[0], part.Clip[1]
	// Each lies in the middle of the overlap of four parts, or at a corner of the outermost.
	for _, x := range []float64{lo[0] + Overlap/2, hi[0] - Overlap/2} {
		for _, y := range []float64{lo[1] + Overlap/2, hi[1] - Overlap/2} {
			d.Line(draw.Datum, [2]float64{x - 3, y}, [2]float64{x + 3, y})
			d.Line(draw.Datum, [2]float64{x, y - 3}, [2]float64{x, y + 3})
		}
	}
	d.Box(draw.Faint, lo[0], lo[1], hi[0], hi[1])
	d.Say(draw.Words, (lo[0]+hi[0])/2+12, lo[1]+2, small, 0, part.Grid)
	neighbour := func(is bool, x, y, anchor float64, r, c int) {
		if is {
			d.Say(draw.Faint, x, y, small, anchor, grid(r, c))
		}
	}
	middle := (lo[1] + hi[1]) / 2
	neighbour(col > 0, lo[0]+1, middle, 0, row, col-1)
	neighbour(col < across-1, hi[0]-1, middle, 1, row, col+1)
	neighbour(row > 0, (lo[0]+hi[0])/2, hi[1]-4, 0.5, row-1, col)
	neighbour(row < up-1, (lo[0]+hi[0])/2, lo[1]+2, 0.5, row+1, col)
	p.Marks = append(p.Marks, d.Marks...)
}

// foot draws the bars, what it is, and which sheet of how many.
func (p *Page) foot(name string, wide float64, n, of int) {
	var d draw.Drawing
	d.Across(draw.Size, margin, margin+bar, margin+8, small, "100 mm")
	d.Across(draw.Size, margin, margin+inches4, margin+1, small, "4 in")
	d.Say(draw.Words, margin+wide, margin+17, normal, 1, name)
	d.Say(draw.Words, margin+wide, margin+10, normal, 1, fmt.Sprintf("sheet %d of %d", n, of))
	d.Say(draw.Words, margin+wide, margin+3, normal, 1, "Print at 100 %, then measure the bars.")
	p.Marks = append(p.Marks, d.Marks...)
}
