package load

import (
	"errors"
	"math"
	"testing"

	"aguante/core/field"
	"aguante/core/problem"
)

func TestRowsAreWholeAndPlausible(t *testing.T) {
	seen := map[string]bool{}
	for _, r := range Rows() {
		if seen[r.Key] || r.Name == "" || r.Group == "" || r.Basis == "" {
			t.Errorf("%+v: key twice, or something missing", r)
		}
		seen[r.Key] = true
		if !(r.Low > 0) || r.High < r.Low || r.High > 4*r.Low {
			t.Errorf("%s: guesses %v to %v", r.Key, r.Low, r.High)
		}
		amount := map[Measure]float64{PerPiece: 3, PerMetre: 500, PerLitre: 10, PerCubic: 0.02}[r.By]
		it, err := r.Make(amount, 1200)
		if err != nil {
			t.Errorf("%s: %v", r.Key, err)
			continue
		}
		it.ID = "x"
		l := problem.New()
		field.Check(l, &it)
		it.Within(l, 1200, 600)
		if len(l.All()) > 0 {
			t.Errorf("%s makes an item that is refused: %v", r.Key, l.All())
		}
		if it.Low().Mass() > it.Mass() || it.Mass() <= 0 {
			t.Errorf("%s: %v, low %v", r.Key, it.Mass(), it.Low().Mass())
		}
	}
	if len(seen) < 35 {
		t.Errorf("%d rows", len(seen))
	}
}

func row(t *testing.T, key string) Row {
	t.Helper()
	for _, r := range Rows() {
		if r.Key == key {
			return r
		}
	}
	t.Fatalf("no row %s", key)
	return Row{}
}

func TestMakeByEachMeasure(t *testing.T) {
	for _, c := range []struct {
		key          string
		amount, mass float64
		wide         float64
	}{
		{"hardbacks", 1200, 1.2 * 32, 1200}, // "1.2 m of hardbacks"
		{"jars-honey-lb", 24, 24 * 0.68, 1500},
		{"mugs", 2.2, 3 * 0.42, 270}, // a part of a mug is a mug
		{"water", 20, 20.4, 300},
		{"mdf-sheets", 1.22 * 2.44 * 0.018, 1.22 * 2.44 * 0.018 * 780, 1220},
	} {
		t.Run(c.key, func(t *testing.T) {
			it, err := row(t, c.key).Make(c.amount, 1500)
			if err != nil || math.Abs(float64(it.Mass())-c.mass) > 0.002 || float64(it.To) != c.wide {
				t.Errorf("%v of %s: %v kg, %v wide, %v; want %v, %v", c.amount, c.key, it.Mass(), it.To, err, c.mass, c.wide)
			}
		})
	}
	for _, amount := range []float64{0, -1, math.NaN(), 1e7} {
		if _, err := row(t, "mugs").Make(amount, 1000); !errors.Is(err, ErrAmount) {
			t.Errorf("%v mugs: %v", amount, err)
		}
	}
	if _, err := row(t, "hardbacks").Make(1500, 1000); !errors.Is(err, ErrAmount) {
		t.Errorf("a row longer than the board: %v", err)
	}
}

func TestSplitSumsToTheTotal(t *testing.T) {
	// 96 kg that stacks 1.9 m high over two racks of five bins.
	p, err := Split(96, 1900, 0, 2, 5)
	if err != nil || math.Abs(p.Bin.Mass-9.6) > 1e-9 || math.Abs(p.Bin.Size-190) > 1e-9 || math.Abs(p.Rack.Mass-48) > 1e-9 ||
		p.LeftOver.Mass != 0 {
		t.Errorf("%+v, %v", p, err)
	}
	for _, c := range []struct{ count, racks, bins int }{{0, 1, 1}, {0, 3, 7}, {23, 2, 5}, {100, 4, 5}, {7, 7, 1}, {99, 2, 7}} {
		p, err := Split(40, 800, c.count, c.racks, c.bins)
		if err != nil {
			t.Fatal(err)
		}
		if sum := float64(c.racks)*p.Rack.Mass + p.LeftOver.Mass; math.Abs(sum-40) > 1e-9 {
			t.Errorf("%+v: the shares sum to %v kg", c, sum)
		}
		if sum := float64(c.racks*c.bins)*p.Bin.Size + p.LeftOver.Size; math.Abs(sum-800) > 1e-9 {
			t.Errorf("%+v: the shares sum to %v mm", c, sum)
		}
		if n := c.racks*p.Rack.Count + p.LeftOver.Count; n != c.count {
			t.Errorf("%+v: %d pieces", c, n)
		}
	}
	for _, c := range [][5]float64{{0, 0, 0, 1, 1}, {-3, 0, 0, 1, 1}, {5, 0, 0, 0, 1}, {5, 0, 0, 1, 0}, {5, 0, 3, 2, 2},
		{math.NaN(), 0, 0, 1, 1}, {5, -1, 0, 1, 1}} {
		if _, err := Split(c[0], c[1], int(c[2]), int(c[3]), int(c[4])); !errors.Is(err, ErrAmount) {
			t.Errorf("%v: %v", c, err)
		}
	}
}

// A thousand racks or bins can be shared over, and not one more.
func TestAThousandRacks(t *testing.T) {
	for _, c := range []struct {
		racks, bins int
		ok          bool
	}{{1000, 1, true}, {1, 1000, true}, {1001, 1, false}, {1, 1001, false}} {
		if p, err := Split(500, 0, 0, c.racks, c.bins); (err == nil) != c.ok || c.ok && math.Abs(p.Bin.Mass-0.5) > 1e-9 {
			t.Errorf("%+v: %+v, %v", c, p, err)
		}
	}
}
