package say

import (
	"encoding/json"
	"os"
	"strings"
	"testing"
)

// The front end's figures are held against the same table in web/format_test.go.
func TestFiguresMatchTheGoldenTable(t *testing.T) {
	b, err := os.ReadFile("testdata/format.json")
	if err != nil {
		t.Fatal(err)
	}
	var rows []struct {
		As, In, Want string
		Value        float64
	}
	if err := json.Unmarshal(b, &rows); err != nil || len(rows) < 40 {
		t.Fatalf("%d rows, %v", len(rows), err)
	}
	for _, r := range rows {
		u := Units{r.In, r.In}
		got := map[string]string{"length": In(u, Length(r.Value)), "mass": In(u, Mass(r.Value)), "holds": u.Holds(r.Value),
			"asked": u.Asked(r.Value)}[r.As]
		if got != r.Want {
			t.Errorf("%v as %s in %s: %q, want %q", r.Value, r.As, r.In, got, r.Want)
		}
	}
}

func TestASentenceIsWrittenInAPersonsUnits(t *testing.T) {
	text := "the lip, " + Fine(6.35) + " thick, has " + Length(42.3) + " of " + Place(1234.4) + "; " + Mass(22.67962) + ", " + Force(50) +
		", " + PerMetre(25) + ", " + Stress(9000) + ", " + Marks("paper at {d 800} with {m 1} of tin") + ", like " + ALength() + " and " + AMass()
	for want, u := range map[string]Units{
		"the lip, 1/4 in thick, has 1 11/16 in of 48 5/8 in; 50 lb, 11 lbf, 16.8 lb a foot, 1310000 psi (9000 MPa), " +
			"paper at 50 lb/ft³ with 2.2 lb of tin, like 27 5/8 in or 2 ft 3 5/8 and 60 lb or 4 lb 6 oz": {"in", "lb"},
		"the lip, 6.3 mm thick, has 42.3 mm of 1234 mm; 22.68 kg, 50 N, 25 kg a metre, 9000 MPa, paper at 800 kg/m³ with 1 kg of tin, like " +
			"810 mm or 0.81 m and 27 kg": {"mm", "kg"},
	} {
		if got := In(u, text); got != want {
			t.Errorf("%v:\n%s\nwant\n%s", u, got, want)
		}
	}
	if got := In(Units{}, Length(12.7)+" and "+Mass(1)); got != "12.7 mm (1/2 in) and 1 kg (2.2 lb)" {
		t.Errorf("with no units: %q", got)
	}
	for _, odd := range []string{begin, begin + "l", begin + "lx" + end, "a" + end + "b", begin + begin + "l1" + end} {
		if got := In(Units{"mm", "kg"}, odd); !strings.Contains(got, strings.Trim(odd, begin+end+"l1")) {
			t.Errorf("%q becomes %q", odd, got)
		}
	}
}

func TestInchesAreReduced(t *testing.T) {
	for want, c := range map[string]struct {
		mm  float64
		den int
	}{"27 5/8": {701.675, 16}, "0": {0, 16}, "1/2": {12.7, 16}, "-1/2": {-12.7, 16}, "1/64": {0.5, 64}, "1": {25.3, 16}} {
		if got := FractionOf(c.mm, c.den); got != want {
			t.Errorf("%v to 1/%d: %q, want %q", c.mm, c.den, got, want)
		}
	}
}

func TestDecimal(t *testing.T) {
	for want, got := range map[string]string{"1.5": Decimal(1.5, 2), "2": Decimal(2, 3), "0": Decimal(-0.001, 1), "100": Decimal(100, 0)} {
		if got != want {
			t.Errorf("Decimal gives %q, want %q", got, want)
		}
	}
}
