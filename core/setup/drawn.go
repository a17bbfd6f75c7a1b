package setup

import (
	"math"

	"aguante/core/draw"
	"aguante/core/plan"
)

// Cards are drawn in millimetres of paper, scaled to a width that shows what matters.
const (
	paperWide = 120.0
	paperHigh = 62.0
	lettering = 3.6
)

func sheet() draw.Drawing {
	return draw.Drawing{Width: paperWide, Height: paperHigh, Marks: []draw.Mark{}}
}

// ripView looks along a saw's table at the end of a piece: fence, piece, blade leaning by tilt, and where the fence
// is measured. High is what a bevelled one is wide at its upper face, as said.
func ripView(fence, thick, blank, tilt float64, high string) draw.Drawing {
	d := sheet()
	k := min(78/max(blank, 1), 26/max(thick, 1))
	x0, y0 := 18.0, 18.0
	more := thick * math.Tan(tilt*math.Pi/180)
	d.Line(draw.Faint, [2]float64{4, y0}, [2]float64{paperWide - 4, y0})
	d.Say(draw.Words, paperWide-4, y0-5, lettering, 1, "table")
	d.Box(draw.Tool, x0-7, y0, x0, y0+max(24, thick*k+6))
	d.Say(draw.Words, x0-1, y0-5, lettering, 1, "fence")
	d.Box(draw.Wood, x0, y0, x0+blank*k, y0+thick*k)
	up := thick*k + 10
	lean := up * math.Tan(tilt*math.Pi/180)
	bx := x0 + fence*k
	d.Outline(draw.Tool, [2]float64{bx, y0}, [2]float64{bx + lean, y0 + up}, [2]float64{bx + lean + 1.4, y0 + up}, [2]float64{bx + 1.4, y0})
	d.Line(draw.Datum, [2]float64{x0, y0}, [2]float64{x0, y0 - 9})
	d.Across(draw.Size, x0, bx, y0-10, lettering, fine(fence))
	if high != "" {
		top := y0 + thick*k
		d.Across(draw.Bad, x0, x0+(fence+more)*k, top+11, lettering, high)
		d.Line(draw.Bad, [2]float64{x0 + (fence+more)*k, top}, [2]float64{x0 + (fence+more)*k, top + 12})
	}
	d.Upright(draw.Size, x0+blank*k+4, y0, y0+thick*k, lettering, false, fine(thick))
	return d
}

// topView looks down on a piece that is cut across, its end at the stop.
func topView(q *plan.Part, stop, off float64) draw.Drawing {
	d := sheet()
	k := min(84/max(stop*1.12, 1), 26/max(q.Width, 1))
	high := max(4, q.Width*k)
	x0, y0 := 12.0, 20.0
	d.Box(draw.Tool, x0-5, y0-2, x0, y0+high+2)
	d.Say(draw.Words, x0-6, y0+high+5, lettering, 0, "stop")
	d.Box(draw.Wood, x0, y0, x0+stop*k*1.1, y0+high)
	lean := high * math.Tan(off*math.Pi/180)
	d.Line(draw.Tool, [2]float64{x0 + stop*k, y0 - 4}, [2]float64{x0 + stop*k, y0}, [2]float64{x0 + stop*k - lean, y0 + high}, [2]float64{x0 + stop*k - lean, y0 + high + 4})
	d.Line(draw.Datum, [2]float64{x0, y0}, [2]float64{x0, y0 - 9})
	d.Across(draw.Size, x0, x0+stop*k, y0-10, lettering, fine(stop))
	return d
}

// depthView looks at a piece from the side: how deep a tool goes into its face, and what is left.
func depthView(thick, deep, wide, inner float64) draw.Drawing {
	d := sheet()
	k := min(26/max(thick, 1), 40/max(wide*2, 1))
	x0, y0, long := 14.0, 14.0, 70.0
	top := y0 + thick*k
	d.Box(draw.Wood, x0, y0, x0+long, top)
	mid := x0 + long/2
	d.Box(draw.Tool, mid-wide*k/2, top-deep*k, mid+wide*k/2, top+10)
	if inner > 0 && deep < thick {
		d.Box(draw.Hidden, mid-inner*k/2, y0, mid+inner*k/2, top-deep*k)
	}
	d.Line(draw.Datum, [2]float64{x0, top}, [2]float64{x0 + long + 12, top})
	d.Upright(draw.Size, x0+long+6, top-deep*k, top, lettering, false, fine(deep))
	if left := thick - deep; left > 0.01 {
		d.Upright(draw.Size, x0+long-6, y0, top-deep*k, lettering, true, fine(left))
	}
	d.Across(draw.Size, mid-wide*k/2, mid+wide*k/2, top+14, lettering, fine(wide))
	return d
}

// edgeView looks at a piece from its end: a bore or slot into its edge, from the face that it is measured from.
func edgeView(thick, deep, from, wide, width float64) draw.Drawing {
	d := sheet()
	k := min(26/max(thick, 1), 76/max(width, 1))
	x0, y0 := 22.0, 16.0
	long, high := width*k, thick*k
	d.Box(draw.Wood, x0, y0, x0+long, y0+high)
	d.Box(draw.Tool, x0-6, y0+(from-wide/2)*k, x0+min(deep, width)*k, y0+(from+wide/2)*k)
	d.Line(draw.Datum, [2]float64{x0 - 12, y0}, [2]float64{x0 + long, y0})
	d.Upright(draw.Size, x0-10, y0, y0+from*k, lettering, true, fine(from))
	d.Across(draw.Size, x0, x0+min(deep, width)*k, y0+high+5, lettering, fine(deep))
	d.Say(draw.Words, x0+long, y0-6, lettering, 1, "face down: measure from here")
	return d
}

// taperView looks down on two tapers, head to tail.
func taperView(w1, w2, long, blank float64) draw.Drawing {
	d := sheet()
	k := min(84/long, 32/blank)
	x0, y0 := 20.0, 14.0
	d.Box(draw.Wood, x0, y0, x0+long*k, y0+blank*k)
	d.Line(draw.Tool, [2]float64{x0, y0 + w2*k}, [2]float64{x0 + long*k, y0 + w1*k})
	d.Upright(draw.Size, x0-4, y0, y0+w2*k, lettering, true, fine(w2))
	d.Upright(draw.Size, x0+long*k+4, y0, y0+w1*k, lettering, false, fine(w1))
	d.Across(draw.Size, x0, x0+long*k, y0-8, lettering, fine(long))
	return d
}
