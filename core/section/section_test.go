package section

import "testing"

func TestRectangle(t *testing.T) {
	r := Rectangle{B: 60, H: 10}
	if r.Area() != 600 || r.Inertia() != 5000 || r.Modulus() != 1000 {
		t.Errorf("%v %v %v", r.Area(), r.Inertia(), r.Modulus())
	}
}
