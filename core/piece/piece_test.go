package piece

import (
	"math"
	"testing"
)

func TestAPieceWeighsItsFinishedSize(t *testing.T) {
	p := Piece{Name: "arm", Count: 2, Wood: "northern-red-oak", Length: 1000, Width: 100, Thickness: 20}
	if got := p.Weight(); got < 0.002*550*9.8 || got > 0.002*800*9.8 {
		t.Errorf("2 litres of oak weigh %g N", got)
	}
	double := p
	double.Length *= 2
	if r := double.Weight() / p.Weight(); math.Abs(r-2) > 1e-9 {
		t.Errorf("twice as long weighs %g times as much", r)
	}
	cart := Piece{Name: "cart", Count: 1, Mass: 10}
	if !cart.Bought() || math.Abs(cart.Weight()-98.0665) > 1e-3 || cart.Called() != "cart" {
		t.Errorf("a cart: %+v weighs %g", cart, cart.Weight())
	}
}

func TestLikePiecesAreGathered(t *testing.T) {
	screw := Piece{Name: "screw", Count: 3, Type: "wood-8", Length: 50}
	long := screw
	long.Length = 75
	got := Gather([]Piece{screw, {Name: "none", Count: 0}, long, screw})
	if len(got) != 2 || got[0].Count != 6 || got[1].Count != 3 {
		t.Errorf("gathered: %+v", got)
	}
}

func TestFeaturesOutsideAreFound(t *testing.T) {
	p := Piece{Name: "rail", Wood: "northern-red-oak", Length: 500, Width: 80, Thickness: 20}
	for _, c := range []struct {
		f   Feature
		out bool
	}{
		{Feature{Kind: Bore, Face: Front, X: 250, Y: 40, D: 5}, false},
		{Feature{Kind: Bore, Face: Front, X: 2, Y: 40, D: 5}, true},
		{Feature{Kind: Bore, Face: Front, X: 250, Y: 78, D: 5}, true},
		{Feature{Kind: Bore, Face: Upper, X: 250, Y: 10, D: 5}, false},
		{Feature{Kind: Bore, Face: Upper, X: 250, Y: 40, D: 5}, true},
		{Feature{Kind: Slot, Face: Ended, X: 10, Y: 5, Long: 60, Wide: 10}, false},
		{Feature{Kind: Slot, Face: Ended, X: 30, Y: 5, Long: 60, Wide: 10}, true},
	} {
		p.Features = []Feature{c.f}
		if got := len(p.Outside()) > 0; got != c.out {
			t.Errorf("%+v is outside: %v", c.f, got)
		}
	}
}
