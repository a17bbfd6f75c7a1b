// Package print writes drawings and pages (core/paper) as files: SVG, PDF and DXF.
package print

import "aguante/core/draw"

// look is how a layer is drawn on white: its ink, how wide, mm, its dashes, and its number among a machine's colours.
type look struct {
	r, g, b int
	wide    float64
	dash    []float64
	aci     int
}

func lookOf(l draw.Layer) look {
	switch l {
	case draw.Hidden:
		return look{35, 32, 28, 0.2, []float64{2, 1.2}, 8}
	case draw.Wood:
		return look{35, 32, 28, 0.3, nil, 30}
	case draw.Tool:
		return look{35, 87, 122, 0.35, nil, 5}
	case draw.Datum:
		return look{35, 87, 122, 0.2, nil, 4}
	case draw.Size:
		return look{35, 87, 122, 0.15, nil, 3}
	case draw.Words:
		return look{35, 32, 28, 0.2, nil, 7}
	case draw.Faint:
		return look{107, 100, 90, 0.1, nil, 9}
	case draw.Bad:
		return look{178, 58, 38, 0.2, []float64{1, 1}, 1}
	}
	return look{35, 32, 28, 0.3, nil, 7}
}
