package fastener

import (
	"math"
	"testing"

	"aguante/core/material"
	"aguante/core/working"
)

func near(got, want, rel float64) bool { return math.Abs(got-want) <= rel*math.Abs(want) }

func screw(t *testing.T, key string, length float64) Screw {
	t.Helper()
	ty, ok := TypeOf(key)
	if !ok {
		t.Fatalf("no fastener %s", key)
	}
	return Screw{Type: ty, Length: length}
}

var (
	normal = material.Basis{CD: 1}
	years  = material.Basis{CD: 0.9}
	mean   = material.Basis{Mean: true}
)

func TestRow6Withdrawal(t *testing.T) {
	s := screw(t, "wood-10", 63.5)
	if rate := Withdrawal(nil, s, Member{G: 0.42, Thread: 1}, normal); !near(rate, 16.73, 0.005) {
		t.Errorf("rate %v, want 16.73", rate)
	}
	if w := Withdrawal(nil, s, Member{G: 0.42, Thread: 25.4}, years); !near(w, 382.4, 0.005) {
		t.Errorf("W %v, want 382.4", w)
	}
}

func TestRow7WoodScrewThroughAStrip(t *testing.T) {
	s := screw(t, "wood-12", 88.9)
	g := s.Grip(38.1, 15.875, 89)
	if !near(g.In, 34.925, 1e-9) || !g.Holds || g.Through {
		t.Errorf("grip %+v", g)
	}
	strip, stud := Member{G: 0.50, Length: 38.1, Across: true}, Member{G: 0.42, Length: g.Bearing}
	if z, mode := Lateral(nil, s, strip, stud, 15.875, normal); !near(z, 312.8, 0.005) || mode != "IV" {
		t.Errorf("Z %v, mode %s; want 312.8, IV", z, mode)
	}
	if z, mode := Lateral(nil, s, strip, stud, 0, normal); !near(z, 600.2, 0.005) || mode != "IV" {
		t.Errorf("no gap: Z %v, mode %s; want 600.2, IV", z, mode)
	}
	short := screw(t, "wood-12", 76.2).Grip(38.1, 15.875, 89)
	if !near(short.In, 22.2, 0.005) || !near(short.Part, 0.675, 0.005) || short.Looser != 2 {
		t.Errorf("the 3 in screw: %+v", short)
	}
	stud = Member{G: 0.42, Length: short.Bearing, Part: short.Part, Looser: short.Looser}
	if z, mode := Lateral(nil, s, strip, stud, 15.875, normal); !near(z, 186.6, 0.005) || mode != "IIIm" {
		t.Errorf("the 3 in screw: Z %v, mode %s; want 186.6, IIIm", z, mode)
	}
}

func TestRows28And40ShortScrews(t *testing.T) {
	for _, c := range []struct {
		row, key        string
		length, through float64
		g               float64
		on              material.Basis
		part, thread, w float64
	}{
		{"28", "wood-8", 19.05, 4.76, 0.35, years, 0.572, 12.7, 65.5},
		{"40", "wood-12", 19.05, 4, 0.42, normal, 15.05 / 32.92, 12.7, 110.4},
		{"40, break", "wood-12", 19.05, 4, 0.42, mean, 15.05 / 32.92, 12.7, 608},
	} {
		t.Run(c.row, func(t *testing.T) {
			s := screw(t, c.key, c.length)
			g := s.Grip(c.through, 0, 38)
			w := Withdrawal(nil, s, Member{G: c.g, Thread: g.Thread, Part: g.Part}, c.on)
			if !near(g.Part, c.part, 0.005) || !near(g.Thread, c.thread, 1e-6) || !near(w, c.w, 0.005) {
				t.Errorf("part %.4f, thread %.2f, W %.1f; want %.4f, %.2f, %.1f", g.Part, g.Thread, w, c.part, c.thread, c.w)
			}
		})
	}
}

func TestRow34HardenedScrews(t *testing.T) {
	for key, want := range map[string]float64{"wood-5": 190.3, "structural-6": 270.0, "wood-10": 230.4} {
		s := screw(t, key, map[bool]float64{true: 76.2, false: 80}[key == "wood-10"])
		g := s.Grip(19, 12.7, 89)
		z, _ := Lateral(nil, s, Member{G: 0.42, Length: 19, Across: true}, Member{G: 0.42, Length: g.Bearing, Part: g.Part}, 12.7, normal)
		if !near(z, want, 0.005) {
			t.Errorf("%s: Z %.1f, want %.1f", key, z, want)
		}
	}
}

// A screw loses what it holds without a jump as it gets shorter, down to nothing at 1 D;
// none that is shorter holds more.
func TestAShorterScrewFallsWithoutAJump(t *testing.T) {
	for _, key := range []string{"wood-10", "lag-5/16"} {
		s := screw(t, key, 101.6)
		at := func(length float64) (z, w float64) {
			s.Length = length
			g := s.Grip(19, 12.7, 89)
			m := Member{G: 0.42, Length: g.Bearing, Thread: g.Thread, Part: g.Part, Looser: g.Looser}
			if !g.Holds {
				return 0, 0
			}
			z, _ = Lateral(nil, s, Member{G: 0.42, Length: 19, Across: true}, m, 12.7, normal)
			return z, Withdrawal(nil, s, m, normal)
		}
		wholeZ, wholeW := at(101.6)
		lastZ, lastW := wholeZ, wholeW
		for l := 101.6; l > 20; l -= 0.1 {
			z, w := at(l)
			if z > lastZ+1e-9 || w > lastW+1e-9 || lastZ-z > 0.01*wholeZ || lastW-w > 0.01*wholeW {
				t.Fatalf("%s at %.1f mm: Z %.1f after %.1f, W %.1f after %.1f", key, l, z, lastZ, w, lastW)
			}
			lastZ, lastW = z, w
		}
		if lastZ != 0 || lastW != 0 {
			t.Errorf("%s holds %v, %v with nothing in the stud", key, lastZ, lastW)
		}
	}
}

func TestWetWoodAndPanelsKeepLess(t *testing.T) {
	s := screw(t, "wood-10", 63.5)
	wet := material.Board{Condition: material.Wet}
	mdf, _ := material.PanelOf("mdf", 18)
	panel := material.Board{Panel: mdf}
	side, main := Member{G: 0.42, Length: 19, Across: true}, Member{G: 0.42, Length: 40, Thread: 30}
	z0, _ := Lateral(nil, s, side, main, 0, years)
	w0 := Withdrawal(nil, s, main, years)
	for name, c := range map[string]struct {
		side, main *material.Board
		z, w       float64
	}{
		"wet piece":        {&wet, nil, 0.7, 1},
		"wet stud":         {nil, &wet, 0.7, 0.7},
		"both wet":         {&wet, &wet, 0.7, 0.7},
		"into MDF, years":  {nil, &panel, math.Sqrt(0.33), math.Sqrt(0.33)},
		"through MDF":      {&panel, nil, math.Sqrt(0.33), 1},
		"MDF in MDF":       {&panel, &panel, 0.33, math.Sqrt(0.33)},
		"dry solid pieces": {nil, nil, 1, 1},
	} {
		side.Wood, main.Wood = c.side, c.main
		z, _ := Lateral(nil, s, side, main, 0, years)
		if w := Withdrawal(nil, s, main, years); !near(z, c.z*z0, 1e-9) || !near(w, c.w*w0, 1e-9) {
			t.Errorf("%s: Z × %.4f, W × %.4f; want %.4f, %.4f", name, z/z0, w/w0, c.z, c.w)
		}
	}
}

func TestRow8LagThroughALevelCleat(t *testing.T) {
	s := screw(t, "lag-5/16", 101.6)
	g := s.Grip(38.1, 12.7, 89)
	if !near(g.Bearing, 46.04, 0.001) || !g.Holds {
		t.Errorf("grip %+v", g)
	}
	cleat, stud := Member{G: 0.42, Length: 38.1, Across: true}, Member{G: 0.42, Length: g.Bearing}
	z, mode := Lateral(nil, s, cleat, stud, 12.7, normal)
	if !near(z, 361.4, 0.005) || mode != "IV" {
		t.Errorf("Z %v, mode %s; want 361.4, IV", z, mode)
	}
	if p, _ := Lateral(nil, s, cleat, stud, 12.7, mean); !near(p, 1251.5*1.5, 0.005) {
		t.Errorf("expected break %v, want 1.5 × 1251.5", p)
	}
	if w := Withdrawal(nil, s, Member{G: 0.42, Thread: g.Thread}, normal); !near(w, 1651, 0.005) {
		t.Errorf("W %v, want 1651", w)
	}
}

func TestRows9And10And22And23(t *testing.T) {
	if u := Together(nil, 150, 300, 400, 500); !near(u, 0.7044, 0.005) {
		t.Errorf("row 9: %v, want 0.7044", u)
	}
	for thick, want := range map[float64]float64{6.35: 154.0, 19.05: 462.1, 30: 557.9} {
		if h := PullThrough(nil, 9.2, Member{G: 0.42, Length: thick}, normal); !near(h, want, 0.005) {
			t.Errorf("row 10, %v mm: %v, want %v", thick, h, want)
		}
	}
	s := screw(t, "wood-10", 63.5)
	plate, stud := Member{Steel: true, Length: 4.76}, Member{G: 0.42, Length: 38}
	for gap, want := range map[float64]float64{0: 609.4, 12.7: 291.8} {
		if z, mode := Lateral(nil, s, plate, stud, gap, normal); !near(z, want, 0.005) || mode != "IV" {
			t.Errorf("row 22, gap %v: %v by %s, want %v by IV", gap, z, mode, want)
		}
	}
	if w := Washer(nil, 22.2, 9, 2.93); !near(w, 1353, 0.005) {
		t.Errorf("row 23: %v, want 1353", w)
	}
}

func TestThreadLengths(t *testing.T) {
	for _, c := range []struct {
		key          string
		length, want float64
	}{
		{"wood-10", 76.2, 50.8}, {"wood-5", 70, 42}, {"lag-5/16", 101.6, 63.5}, {"lag-3/8", 400, 152.4}, {"lag-1/4", 25.4, 19.05},
	} {
		t.Run(c.key, func(t *testing.T) {
			if got := screw(t, c.key, c.length).Thread(); !near(got, c.want, 1e-9) {
				t.Errorf("%s %v: thread %v, want %v", c.key, c.length, got, c.want)
			}
		})
	}
}

func TestGripAtTheBackOfTheStud(t *testing.T) {
	s := screw(t, "lag-5/16", 152.4)
	g := s.Grip(4.76, 12.7, 89)
	if !g.Through || g.In != 89 || g.Bearing != 89 || g.Thread > s.Thread() || g.Thread <= 0 {
		t.Errorf("a lag out of the back: %+v", g)
	}
	if none := screw(t, "wood-8", 12).Grip(5, 12.7, 89); none.In != 0 || none.Thread != 0 || none.Holds {
		t.Errorf("a screw that ends in the lining: %+v", none)
	}
}

func TestPropertiesOverTheTable(t *testing.T) {
	for _, ty := range Types() {
		if ty.Kind == Drywall || ty.Kind == Bolt {
			continue
		}
		if ty.Kind == Anchor {
			if ty.Pull <= 0 || ty.Shear <= 0 || ty.Fits != InLining && ty.Fits != InMasonry {
				t.Errorf("%s: %+v", ty.Key, ty)
			}
			continue
		}
		s := Screw{Type: ty, Length: 75}
		last := 0.0
		for _, g := range []float64{0.35, 0.42, 0.5, 0.6, 0.7} {
			w := Withdrawal(nil, s, Member{G: g, Thread: 30}, normal)
			z, _ := Lateral(nil, s, Member{Steel: true, Length: 4}, Member{G: g, Length: 40}, 0, normal)
			zm, _ := Lateral(nil, s, Member{Steel: true, Length: 4}, Member{G: g, Length: 40}, 0, mean)
			if w+z <= last {
				t.Errorf("%s: denser wood holds less", ty.Key)
			}
			if Withdrawal(nil, s, Member{G: g, Thread: 30}, mean) < w*2 || zm < z*2 || Steel(nil, s, mean) < Steel(nil, s, normal) {
				t.Errorf("%s at G %v: the expected break is no further than the working limit", ty.Key, g)
			}
			last = w + z
		}
		zPrev := math.Inf(1)
		for _, gap := range []float64{0, 6, 12.7, 25, 40} {
			z, _ := Lateral(nil, s, Member{G: 0.45, Length: 19, Across: true}, Member{G: 0.42, Length: 40}, gap, normal)
			if z > zPrev {
				t.Errorf("%s: a wider gap of %v carries more", ty.Key, gap)
			}
			zPrev = z
		}
		b := s.Bits(0.42)
		if b.Pilot <= 0 || b.Pilot >= ty.D || b.Clearance < ty.D*0.9 || b.Clearance > ty.D*1.25 {
			t.Errorf("%s: bits %+v for D %v, root %v", ty.Key, b, ty.D, ty.Root)
		}
		if s.EdgeDistance(false) <= 0 || s.EndDistance(false, false) <= s.EdgeDistance(true) || s.Along(false) <= 0 {
			t.Errorf("%s: distances", ty.Key)
		}
	}
}

// More of a push or of a pull never uses less, whichever the fastener takes more of.
func TestMoreNeverUsesLess(t *testing.T) {
	for _, c := range [][2]float64{{400, 400}, {300, 900}, {900, 300}, {100, 1500}} {
		for v := 10.0; v < 500; v += 7 {
			for p := 10.0; p < 500; p += 7 {
				u := Together(nil, v, p, c[0], c[1])
				if Together(nil, v+1, p, c[0], c[1]) < u || Together(nil, v, p+1, c[0], c[1]) < u {
					t.Fatalf("at V %v, T %v of Z %v, W %v", v, p, c[0], c[1])
				}
			}
		}
	}
}

func TestTogetherIsTheAlonesAtItsEnds(t *testing.T) {
	if u := Together(nil, 100, 0, 200, 300); u != 0.5 {
		t.Errorf("push alone: %v", u)
	}
	if u := Together(nil, 0, 150, 200, 300); u != 0.5 {
		t.Errorf("pull alone: %v", u)
	}
	if u := Together(nil, 0, 0, 200, 300); u != 0 {
		t.Errorf("nothing: %v", u)
	}
}

func TestWorkingOfAScrewCanBeRedone(t *testing.T) {
	var sh working.Sheet
	s := screw(t, "wood-10", 63.5)
	z, _ := Lateral(&sh, s, Member{Steel: true, Length: 4.76}, Member{G: 0.42, Length: 38}, 12.7, years)
	last := sh.Steps[len(sh.Steps)-1]
	if last.Result != z || last.Inputs[0].Value/last.Inputs[1].Value*last.Inputs[2].Value != z {
		t.Errorf("the last step does not give Z: %+v", last)
	}
	w := Withdrawal(&sh, s, Member{G: 0.42, Thread: 30}, years)
	in := map[string]float64{}
	for _, i := range sh.Steps[len(sh.Steps)-1].Inputs {
		in[i.Symbol] = i.Value
	}
	if again := in["k"] * in["G"] * in["G"] * in["D"] / 25.4 * 0.1751 * in["thread"] * in["CD"]; !near(again, w, 0.001) {
		t.Errorf("redone by hand %v, computed %v", again, w)
	}
}

// Row 29: a screw whose head is loose in a slot of 6 mm behind 12.7 mm of lining.
func TestRow29FreeHead(t *testing.T) {
	s := screw(t, "wood-10", 63.5)
	stud := Member{G: 0.42, Length: 44}
	if z := FreeHead(nil, s, stud, 12.7, 6, normal); !near(z, 138.2, 0.005) {
		t.Errorf("%v, want 138.2", z)
	}
	if p := FreeHead(nil, s, stud, 12.7, 6, material.Basis{Mean: true}); !near(p, 1.5*304.1, 0.005) {
		t.Errorf("mean %v, want 1.5 × 304.1", p)
	}
}

// Rd of every size and mode, by the table of NDS 12.3.1B: KD by the root under a quarter of an inch, else by mode; a quarter
// more where a member is loaded across its grain.
func TestWhatYieldIsDividedBy(t *testing.T) {
	along, across := Member{G: 0.42}, Member{G: 0.42, Across: true}
	for _, c := range []struct {
		d, root float64 // in
		mode    string
		side    Member
		want    float64
	}{
		{.138, .113, "IV", across, 2.2}, {.190, .152, "Is", across, 2.2}, {.204, .17, "IV", along, 2.2}, {.216, .171, "IV", along, 2.21},
		{.242, .196, "Im", across, 2.46}, {.25, .173, "IV", along, 2.23}, {.25, .173, "IV", across, 2.23 * 1.25}, {.3125, .227, "II", across, 2.77 * 1.25},
		{.375, .265, "Im", along, 4}, {.375, .265, "Is", across, 5}, {.375, .265, "II", across, 4.5}, {.375, .265, "II", along, 3.6},
		{.375, .265, "IIIm", along, 3.2}, {.5, .371, "IIIs", across, 4}, {.5, .371, "IV", across, 4},
	} {
		s := Screw{Type: Type{Kind: Lag, D: c.d * inch, Root: c.root * inch}}
		if got := s.reduction(c.mode, c.side, along); !near(got, c.want, 1e-6) {
			t.Errorf("%g/%g, mode %s, across %v: %v, want %v", c.d, c.root, c.mode, c.side.Across, got, c.want)
		}
	}
}
