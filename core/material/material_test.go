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
	for key, family := range map[string]string{"yellow-poplar": "hardwood", "baldcypress": "softwood", "norway-spruce": "softwood",
		"european-oak": "hardwood"} {
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

func TestYourOwnBoardsStiffness(t *testing.T) {
	// By hand: 200 × 20 on battens 900 apart, 8 kg press 1.75 mm:
	// 8 × 9.80665 × 900³ / (48 × 133 333 × 1.75) = 5106 MPa.
	got, err := Test(900, 200, 20, []Bend{{Load: 8, Sag: 1.75}})
	if err != nil || !near(got.E, 5106, 0.001) || got.Spread != 0 {
		t.Errorf("%+v %v", got, err)
	}
	two, err := Test(900, 200, 20, []Bend{{Load: 8, Sag: 1.75}, {Load: 8, Sag: 1.65}})
	if err != nil || !near(two.E, (two.Each[0]+two.Each[1])/2, 1e-12) || two.Spread < 0.03 || two.Spread > 0.06 {
		t.Errorf("%+v %v", two, err)
	}
	for name, c := range map[string]struct {
		span, width, thick float64
		readings           []Bend
	}{
		"nothing read":      {900, 200, 20, nil},
		"it rises":          {900, 200, 20, []Bend{{8, -1}}},
		"no load":           {900, 200, 20, []Bend{{0, 1}}},
		"it nearly breaks":  {900, 200, 20, []Bend{{8, 60}}},
		"battens too close": {120, 200, 20, []Bend{{8, 1}}},
		"no board":          {900, 0, 20, []Bend{{8, 1}}},
		"no number":         {900, 200, 20, []Bend{{8, math.NaN()}}},
	} {
		if _, err := Test(c.span, c.width, c.thick, c.readings); err == nil {
			t.Errorf("%s: taken", name)
		}
	}
}

func stuff(t *testing.T, key string, width, thick float64) Board {
	t.Helper()
	b, ok := Stuff(key, Grades()[0], Dry, width, thick)
	if !ok {
		t.Fatalf("no %s", key)
	}
	return b
}

func TestLumberAndPanelsByHand(t *testing.T) {
	years, months, sudden, mean := Basis{CD: 0.9}, Basis{CD: 1.15}, Basis{CD: 1.6}, Basis{CD: 1, Mean: true}
	across := stuff(t, "softwood-plywood", 300, 18)
	across.Across = true
	damp := stuff(t, "osb-3", 300, 18)
	damp.Condition = Damp
	low := func(v, cov float64) float64 { return v * (1 - 1.645*cov) / 2.1 }
	for name, c := range map[string][2]float64{
		"2 × 8 flat, Fb: 6.03 CF 1.2 Cfu 1.15 CD 0.9": {stuff(t, "spruce-pine-fir", 184, 38).Bending(nil, years), 6.03 * 1.2 * 1.15 * 0.9},
		"2 × 4 on edge, no flat use":                  {stuff(t, "spruce-pine-fir", 38, 89).Bending(nil, years), 6.03 * 1.5 * 0.9},
		"2 × 6 stud grade, flat":                      {stuff(t, "spruce-pine-fir-stud", 140, 38).Bending(nil, years), 4.65 * 1.15 * 0.9},
		"C24 has neither factor":                      {stuff(t, "c24", 195, 45).Bending(nil, years), 11.5 * 0.9},
		"lumber at the break, × 4 and no CD":          {stuff(t, "c24", 195, 45).Bending(nil, mean), 46},
		"lumber's bearing is its own":                 {stuff(t, "hem-fir", 184, 38).Bearing(nil, years), 2.79},
		"MDF for years, kpanel 0.33":                  {stuff(t, "mdf", 300, 18).Bending(nil, years), low(28, 0.12) * 0.9 * 0.33},
		"MDF two months, kpanel 0.75":                 {stuff(t, "mdf", 300, 18).Bending(nil, months), low(28, 0.12) * 1.15 * 0.75},
		"MDF in an accident, kpanel 0.89":             {stuff(t, "mdf", 300, 18).Bending(nil, sudden), low(28, 0.12) * 1.6 * 0.89},
		"a flat panel shears in its plane":            {stuff(t, "mdf", 300, 18).Shear(nil, years), low(1.8, 0.15) * 0.9 * 0.33},
		"on edge through its thickness":               {stuff(t, "mdf", 18, 60).Shear(nil, years), low(5, 0.15) * 0.9 * 0.33},
		"MDF's skins in tension 0.6":                  {stuff(t, "mdf", 300, 6).Skin(nil, years), 0.6 * low(28, 0.12) * 0.9 * 0.33},
		"plywood's skins whole":                       {stuff(t, "birch-plywood", 300, 6.5).Skin(nil, years), low(51, 0.12) * 0.9},
		"plywood across":                              {across.Bending(nil, years), low(12, 0.12) * 0.9},
		"its E across":                                {across.E(nil), 1700},
		"birch plywood 8 mm: the lower of 6.5 and 9":  {stuff(t, "birch-plywood", 300, 8).E(nil), 11400},
		"birch plywood 15 mm":                         {stuff(t, "birch-plywood", 300, 15).E(nil), 10050},
		"and 25 mm the 18 row":                        {stuff(t, "birch-plywood", 300, 25).E(nil), 10050},
		"a panel's mean MOR":                          {stuff(t, "particleboard", 300, 16).Bending(nil, mean), 14.5},
		"a panel bears a tenth of its MOR":            {stuff(t, "osb-3", 300, 18).Bearing(nil, years), 2.5},
		"OSB creeps 1.5 times as much in the damp":    {damp.Creep(), 2.25},
		"MDF's creep":                                 {stuff(t, "mdf", 300, 18).Creep(), 2.25},
		"MDF's weight":                                {stuff(t, "mdf", 300, 18).Density(), 750},
		"rolling shear of solid wood": {stuff(t, "white-oak", 300, 6).Planar(nil, years),
			stuff(t, "white-oak", 300, 6).Shear(nil, years) / 4},
		"a panel's tension across, half of its bending": {stuff(t, "hardwood-veneer-plywood", 300, 18).TensionPerp(nil, years),
			low(11, 0.12) * 0.9},
	} {
		if !near(c[0], c[1], 0.002) {
			t.Errorf("%s: %v, want %v", name, c[0], c[1])
		}
	}
	for _, p := range Panels() {
		if p.Density < 500 || p.EAlong < p.EAcross || p.MORAlong < p.MORAcross || p.Planar >= p.Shear || p.GEdge >= p.GFace ||
			p.Stays[0] > p.Stays[3] || p.Source == "" {
			t.Errorf("out of the ordinary: %+v", p)
		}
	}
	for _, s := range Sizes() {
		if s.Thickness <= 0 || (s.Width == 0) != (s.Stuff == "panel") || s.Name == "" {
			t.Errorf("size %+v", s)
		}
	}
}

func TestMovementByCut(t *testing.T) {
	oak := stuff(t, "white-oak", 300, 20)
	flat, _ := oak.Movement(FlatSawn)
	quarter, _ := oak.Movement(QuarterSawn)
	unknown, _ := oak.Movement(UnknownSawn)
	if flat != 0.00365 || quarter != 0.0018 || unknown != flat {
		t.Errorf("%v %v %v", flat, quarter, unknown)
	}
	if _, moves := stuff(t, "mdf", 300, 18).Movement(FlatSawn); moves {
		t.Error("MDF moves")
	}
}

// Wet wood and the damp, by NDS CM and the basis §2.1, §2.4; panels' table row for row by §2.3.
func TestWhatWetAndPanelsKeep(t *testing.T) {
	years, mean := Basis{CD: 0.9}, Basis{Mean: true, CD: 1}
	wet := func(b Board) Board { b.Condition = Wet; return b }
	oak, spf := board(t, "northern-red-oak", "clear"), stuff(t, "spruce-pine-fir", 184, 38)
	plate := stuff(t, "mdf", 300, 18)
	for name, c := range map[string][2]float64{
		"Fb wet × 0.85":              {wet(oak).Bending(nil, years) / oak.Bending(nil, years), 0.85},
		"Fv wet × 0.97":              {wet(oak).Shear(nil, years) / oak.Shear(nil, years), 0.97},
		"mean Fv wet × 0.97":         {wet(oak).Shear(nil, mean) / oak.Shear(nil, mean), 0.97},
		"Fc⊥ wet × 0.67":             {wet(oak).Bearing(nil, years) / oak.Bearing(nil, years), 0.67},
		"E wet × 0.90":               {wet(oak).E(nil) / oak.E(nil), 0.9},
		"lumber's Fb wet × 0.85":     {wet(spf).Bending(nil, years) / spf.Bending(nil, years), 0.85},
		"lumber's Fv wet × 0.97":     {wet(spf).Shear(nil, years) / spf.Shear(nil, years), 0.97},
		"lumber's Fc⊥ wet × 0.67":    {wet(spf).Bearing(nil, years) / spf.Bearing(nil, years), 0.67},
		"lumber's E wet × 0.90":      {wet(spf).E(nil) / spf.E(nil), 0.9},
		"a fastener in wet wood 0.7": {wet(oak).Damps(), 0.7},
		"and in dry wood whole":      {oak.Damps(), 1},
		"held in MDF for years √.33": {plate.Grips(years), math.Sqrt(0.33)},
		"and for a week √.89":        {plate.Grips(Basis{CD: 1.25}), math.Sqrt(0.89)},
		"at the break all of it":     {plate.Grips(mean), 1},
		"and in wood":                {oak.Grips(years), 1},
	} {
		if !near(c[0], c[1], 1e-6) {
			t.Errorf("%s: %v, want %v", name, c[0], c[1])
		}
	}
	damp := func(key string) float64 { b := stuff(t, key, 300, 18); b.Condition = Damp; return b.Creep() }
	for key, want := range map[string]struct {
		face, edge, kdef, damp float64
		stays                  [4]float64
	}{
		"birch-plywood":           {.50, .35, .8, 1.0, [4]float64{1, 1, 1, 1}},
		"softwood-plywood":        {.42, .30, .8, 1.0, [4]float64{1, 1, 1, 1}},
		"hardwood-veneer-plywood": {.42, .30, .8, 1.0, [4]float64{1, 1, 1, 1}},
		"mdf":                     {.45, .27, 2.25, 2.25 * 1.33, [4]float64{.33, .57, .75, .89}},
		"particleboard":           {.38, .22, 2.25, 2.25 * 1.33, [4]float64{.50, .64, .81, .94}},
		"osb-3":                   {.42, .28, 1.5, 2.25, [4]float64{.67, .71, .87, 1}},
	} {
		p, ok := PanelOf(key, 18)
		if !ok || p.GFace != want.face || p.GEdge != want.edge || p.Kdef != want.kdef || p.Stays != want.stays || !near(damp(key), want.damp, 1e-6) {
			t.Errorf("%s: %+v, creeps %g in the damp", key, p, damp(key))
		}
		for i, cd := range []float64{0.9, 1, 1.15, 1.25} {
			dry := stuff(t, key, 300, 18)
			if got := dry.Bending(nil, Basis{CD: cd}) / dry.Bending(nil, Basis{CD: 1.6}); !near(got, cd*want.stays[i]/(1.6*want.stays[3]), 1e-6) {
				t.Errorf("%s, CD %g: %g of its sudden strength", key, cd, got)
			}
		}
	}
}

// CD of every duration (NDS 2.3.2, basis §1).
func TestDurationFactors(t *testing.T) {
	for d, want := range map[Duration]float64{Years: 0.90, Changing: 1.00, Months: 1.15, AWeek: 1.25} {
		if d.CD() != want {
			t.Errorf("%s: %g", d, d.CD())
		}
	}
}
