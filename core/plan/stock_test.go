package plan

import (
	"testing"

	"aguante/core/design"
	"aguante/core/quantity"
	"aguante/core/shop"
)

// What planing and mills leave is the same thickness, up to 0.6 mm; a millimetre is another board (workshop rule).
func TestStockOfAboutTheThickness(t *testing.T) {
	p := &Part{From: FromBoard, Wood: "white-oak", Length: 800, Width: 140, Thickness: 19}
	for _, c := range []struct {
		thick, width float64
		fits         bool
	}{{19, 140, true}, {19.59, 140, true}, {18.41, 140, true}, {19.7, 140, false}, {18.3, 140, false}, {20, 140, false}, {19, 139.6, true}, {19, 139, false}, {19, 184, true}} {
		s := shop.New(false)
		s.Stock = []shop.Stock{{ID: "own", Wood: "white-oak", Length: 2400, Width: 140, Thickness: 19, Count: 1}}
		s.Stock[0].Thickness, s.Stock[0].Width = quantity.Length(c.thick), quantity.Length(c.width)
		s.Offers = nil
		all := stocksFor(&s, p, design.Millimetres)
		if got := len(all) > 0 && all[0].own; got != c.fits {
			t.Errorf("%g × %g: fits %v", c.width, c.thick, got)
		}
	}
}
