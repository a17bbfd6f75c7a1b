package slab

import "testing"

func TestSlicesDoNotShareMemory(t *testing.T) {
	var s Of[int]
	a, b := s.Take(3), s.Take(most)
	for i := range a {
		a[i] = 7
	}
	if grown := append(a, 7); len(grown) != 4 || b[0] != 0 || len(b) != most || cap(b) != most {
		t.Error("one slice writes into another")
	}
	if n := testing.AllocsPerRun(100, func() { s.Take(4) }); n > 1 {
		t.Errorf("%v allocations for four values", n)
	}
}
