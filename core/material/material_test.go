package material

import (
	"math"
	"testing"

	"aguante/core/working"
)

func near(got, want, rel float64) bool { return math.Abs(got-want) <= rel*math.Abs(want) }

func board(t *testing.T, wood, grade string) Board {
	t.Helper()
	w, ok := WoodOf(wood)
	g, ok2 := GradeOf(grade)
	if !ok || !ok2 {
		t.Fatalf("no %s or %s", wood, grade)
	}
	return Board{Wood: w, Grade: g, Condition: Dry}
}

func TestAllowableStressesMatchTheWorkedNumbers(t *testing.T) {
	oak := board(t, "northern-red-oak", "clear")
	pine := board(t, "ponderosa-pine", "knots")
	ash := board(t, "white-ash", "clear")
	years := Basis{CD: 0.9}
	for name, c := range map[string][2]float64{
		"row 1 Fb":       {oak.Bending(nil, years), 28.54},
		"row 1 Fv":       {oak.Shear(nil, years), 1.852},
		"row 13 Fb":      {ash.Bending(nil, years), 29.70},
		"row 27 Fb":      {pine.Bending(nil, years), 9.596},
		"mean Fb, knots": {pine.Bending(nil, Basis{Mean: true}), 65 * (0.25 + 0.75*0.55)},
		"mean Fv":        {pine.Shear(nil, Basis{Mean: true}), 7.8},
		"bearing":        {oak.Bearing(nil, years), 7.0 / 1.67},
		"mean bearing":   {oak.Bearing(nil, Basis{Mean: true}), 14},
		"tension perp":   {oak.TensionPerp(nil, years), 5.5 * (1 - 1.645*0.25) / 2.3 / 1.5 * 0.9},
		"density":        {oak.Density(), 705.6},
	} {
		if !near(c[0], c[1], 0.005) {
			t.Errorf("%s: %v, want %v", name, c[0], c[1])
		}
	}
}

func TestCreepMatchesRow20(t *testing.T) {
	for _, c := range []struct{ kdef, days, want float64 }{
		{0.6, 1, 1.116}, {0.6, 30, 1.230}, {0.6, 365, 1.379}, {0.6, 3652.5, 1.600},
		{2.25, 1, 1.436}, {2.25, 30, 1.861}, {2.25, 365, 2.419}, {2.25, 3652.5, 3.250},
		{0.6, 0, 1},
	} {
		if got := CreepFactor(nil, c.kdef, c.days); !near(got, c.want, 0.0005) {
			t.Errorf("kdef %v after %v days: %v, want %v", c.kdef, c.days, got, c.want)
		}
	}
}

func TestTablesAreWholeAndPlausible(t *testing.T) {
	if n := len(Woods()); n != 41 {
		t.Errorf("%d woods, want 41", n)
	}
	seen := map[string]bool{}
	for _, w := range Woods() {
		if seen[w.Key] || w.Source == "" || (w.Family != "hardwood" && w.Family != "softwood") {
			t.Errorf("%+v: key twice, no source or no family", w)
		}
		seen[w.Key] = true
		if w.SG < 0.3 || w.SG > 0.75 || w.E < 7000 || w.E > 15000 || w.MOR < 50 || w.CT < w.CR || w.Perp < 2 || w.Shear < 5 || w.TensionPerp < 1 {
			t.Errorf("%s: a value out of the ordinary: %+v", w.Key, w)
		}
	}
	for key, family := range map[string]string{"yellow-poplar": "hardwood", "baldcypress": "softwood", "norway-spruce": "softwood", "european-oak": "hardwood"} {
		if w, _ := WoodOf(key); w.Family != family {
			t.Errorf("%s is a %s", key, w.Family)
		}
	}
	if w, _ := WoodOf("mahogany"); w.Assumed == "" {
		t.Error("mahogany's assumed values are not named")
	}
	for _, l := range Lumbers() {
		if l.Fb <= 0 || l.G <= 0 || l.Source == "" {
			t.Errorf("lumber %+v", l)
		}
	}
	if _, ok := WoodOf("cheese"); ok {
		t.Error("cheese is a wood")
	}
}

func TestSizeFactorTakesTheNextDepth(t *testing.T) {
	spf, _ := LumberOf("spruce-pine-fir")
	c24, _ := LumberOf("c24")
	for _, c := range []struct {
		of          Lumber
		depth, want float64
	}{{spf, 89, 1.5}, {spf, 100, 1.3}, {spf, 286, 1}, {spf, 400, 1}, {c24, 89, 1}} {
		if got := c.of.SizeFactor(c.depth); got != c.want {
			t.Errorf("%s at %v: %v, want %v", c.of.Key, c.depth, got, c.want)
		}
	}
}

func TestPropertiesOfStrength(t *testing.T) {
	for _, w := range Woods() {
		last := math.Inf(1)
		for _, g := range Grades() {
			b := Board{Wood: w, Grade: g}
			f, mean := b.Bending(nil, Basis{CD: 1}), b.Bending(nil, Basis{Mean: true})
			if f > last {
				t.Errorf("%s: a worse grade (%s) is stronger", w.Key, g.Key)
			}
			if mean < f {
				t.Errorf("%s %s breaks at %v, below its allowable %v", w.Key, g.Key, mean, f)
			}
			last = f
		}
		for _, c := range []Condition{Damp, Wet, Drying} {
			b := Board{Wood: w, Grade: Grades()[0], Condition: c}
			d := Board{Wood: w, Grade: Grades()[0], Condition: Dry}
			if b.E(nil) > d.E(nil) || b.Creep() <= d.Creep() || b.Bending(nil, Basis{CD: 1}) > d.Bending(nil, Basis{CD: 1}) {
				t.Errorf("%s is no worse %s than dry", w.Key, c)
			}
		}
	}
}

func TestWorkingSaysItsOwnNumbers(t *testing.T) {
	var sh working.Sheet
	b := board(t, "ponderosa-pine", "knots")
	got := b.Bending(&sh, Basis{CD: 0.9})
	if len(sh.Steps) != 1 || sh.Steps[0].Result != got || sh.Steps[0].Source == "" || len(sh.Steps[0].Inputs) != 6 {
		t.Errorf("steps %+v for %v", sh.Steps, got)
	}
	b.Bending(&sh, Basis{CD: 0.9})
	if len(sh.Steps) != 1 {
		t.Error("the same step is written twice")
	}
}
