package piece

import "math"

// CleatPair is how wide a blank is that one rip at an angle parts into two pieces, mm: their long faces w1 and w2
// wide, t thick, the blade tilted θ degrees from square and its kerf k.
//
//	B = w1 + w2 − t tan θ + k / cos θ
func CleatPair(w1, w2, t, tilt, kerf float64) float64 {
	return w1 + w2 - t*math.Tan(tilt*math.Pi/180) + kerf/math.Cos(tilt*math.Pi/180)
}

// ShortFace is how wide a piece is at its narrow face that is w wide at its long one, t thick, its edge θ
// degrees from square, mm.
func ShortFace(w, t, tilt float64) float64 { return w - t*math.Tan(tilt*math.Pi/180) }

// Tapers is the blank of two pieces that taper from w1 to w2 over a length, head to tail: how wide it is, mm,
// and by how many degrees the cut runs off its edge.
//
//	w1 + w2 + k / cos φ,  φ = atan((w1 − w2) / L)
func Tapers(w1, w2, length, kerf float64) (wide, degrees float64) {
	phi := math.Atan((w1 - w2) / length)
	return w1 + w2 + kerf/math.Cos(phi), phi * 180 / math.Pi
}
