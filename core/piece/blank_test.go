package piece

import (
	"math"
	"testing"
)

// Worked numbers B1 and B2.
func TestWorkedBlanks(t *testing.T) {
	near := func(what string, got, want float64) {
		t.Helper()
		if math.Abs(got-want) > 0.005 {
			t.Errorf("%s: %.3f, worked %.3f", what, got, want)
		}
	}
	near("two cleats at 45°", CleatPair(90, 90, 18, 45, 3.2), 166.53)
	near("two cleats at 30°", CleatPair(90, 90, 18, 30, 3.2), 173.30)
	near("short face at 45°", ShortFace(90, 18, 45), 72)
	near("short face at 30°", ShortFace(90, 18, 30), 79.61)
	wide, phi := Tapers(140, 60, 560, 3.2)
	near("two tapers", wide, 203.23)
	near("their angle", phi, 8.130)
	if run := 560 / (140 - 60.0); run != 7 {
		t.Errorf("1 in %g", run)
	}
}
