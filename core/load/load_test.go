package load

import (
	"math"
	"testing"

	"aguante/core/field"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
)

func TestMassAndPlace(t *testing.T) {
	jars := Item{By: ByCount, Count: 24, Each: 0.66}
	books := Item{By: ByLength, PerMetre: 25, From: 100, To: 700, Each: 0.9}
	if m := jars.Mass(); m < 15.83 || m > 15.85 {
		t.Errorf("24 jars weigh %v", m)
	}
	if m := books.Mass(); m != 15 {
		t.Errorf("0.6 m of books weigh %v", m)
	}
	for _, c := range []struct {
		place Place
		depth float64
		want  float64
	}{
		{Back, 120, 60}, {Middle, 120, 150}, {Front, 120, 240}, {Back, 0, 100}, {Middle, 0, 150}, {Front, 0, 200},
	} {
		it := Item{Place: c.place}
		it.Depth = 0
		if c.depth > 0 {
			it.Depth = 120
		}
		if z := it.Z(300); z != c.want {
			t.Errorf("%s, own depth %v: %v, want %v", c.place, c.depth, z, c.want)
		}
	}
}

func TestItemProblems(t *testing.T) {
	for name, c := range map[string]struct {
		it    Item
		wants string
	}{
		"past the end":   {Item{ID: "i", Shape: "box", By: ByCount, Count: 1, Each: 1, From: 0, To: 1200, Place: Back, Height: 100}, "from_mm"},
		"turned about":   {Item{ID: "i", Shape: "box", By: ByCount, Count: 1, Each: 1, From: 500, To: 400, Place: Back, Height: 100}, "from_mm"},
		"negative mass":  {Item{ID: "i", Shape: "box", By: ByCount, Count: 1, Each: -1, To: 10, Place: Back, Height: 100}, "each_kg"},
		"no such shape":  {Item{ID: "i", Shape: "cat", By: ByCount, Count: 1, Each: 1, To: 10, Place: Back, Height: 100}, "shape"},
		"no way to tell": {Item{ID: "i", Shape: "box", By: "eye", Count: 1, Each: 1, To: 10, Place: Back, Height: 100}, "by"},
		"too deep": {Item{ID: "i", Shape: "box", By: ByCount, Count: 1, Each: 1, To: 10, Place: Back, Height: 100, Depth: 900},
			"depth_mm"},
		"row of nothing?": {Item{ID: "i", Shape: "box", By: ByLength, PerMetre: -3, To: 10, Place: Back, Height: 100}, "per_metre_kg"},
		"id with a space": {Item{ID: "a b", Shape: "box", By: ByCount, Count: 1, Each: 1, To: 10, Place: Back, Height: 100}, "id"},
	} {
		l := problem.New()
		field.Check(l, &c.it)
		c.it.Within(l, 1000, 300)
		if all := l.All(); len(all) != 1 || all[0].Path != c.wants {
			t.Errorf("%s: %v, want one at %s", name, all, c.wants)
		}
	}
}

// What is deeper than its shelf does not move towards the wall when it is put in front.
func TestGoodsDeeperThanTheirShelfStandOut(t *testing.T) {
	for _, place := range []Place{Back, Middle, Front} {
		if z := (Item{Place: place, Depth: 400}).Z(200); z != 200 {
			t.Errorf("400 mm deep goods at the %s of 200 mm stand with their middle at %g", place, z)
		}
	}
	last := 0.0
	for d := 1.0; d < 600; d++ {
		z := (Item{Place: Back, Depth: quantity.Length(d)}).Z(200)
		if z < last {
			t.Fatalf("goods %g mm deep at the back stand at %g, less deep ones at %g", d, z, last)
		}
		last = z
	}
}

// So many stand side by side as are as wide, and so many rows as are as deep.
func TestHowManyStand(t *testing.T) {
	jars := Item{By: ByCount, Count: 24, From: 100, To: 1012, Depth: 76, Wide: 76}
	for _, c := range []struct {
		depth         float64
		abreast, rows int
	}{{184, 12, 2}, {150, 12, 1}, {40, 12, 1}} {
		if a, r := jars.Stand(c.depth); a != c.abreast || r != c.rows {
			t.Errorf("on %v mm: %d by %d, want %d by %d", c.depth, a, r, c.abreast, c.rows)
		}
	}
	jars.Wide = 0
	if a, r := jars.Stand(184); a != 0 || r != 0 {
		t.Errorf("of a width that is not known: %d by %d", a, r)
	}
	got, err := Row{Name: "jars", By: PerPiece, High: 1, Low: 1, Width: 76, Depth: 76, Height: 118}.Make(12, 2000)
	if err != nil || got.Wide != 76 || got.To != 912 {
		t.Errorf("%+v %v", got, err)
	}
}

// A piece of wood weighs its volume by its density at 12 %, and more for the water in it.
func TestWhatAPieceOfWoodWeighs(t *testing.T) {
	for c, by := range map[material.Condition]float64{material.Dry: 1, material.Damp: 1.07, material.Drying: 1.2, material.Wet: 1.6} {
		w := Timber{Wood: "white-oak", Condition: c, Long: 1000, Wide: 100, Thick: 20}
		if got, want := float64(w.Each()), 680*1.12*0.002*by; math.Abs(got-want) > 1e-6 {
			t.Errorf("%s: %g kg, worked %g", c, got, want)
		}
	}
}
