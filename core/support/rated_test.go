package support

import (
	"aguante/core/assembly"
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
)

func bracedBracket() *Braced {
	return &Braced{
		Reach: 200, Leg: 150, Width: 28, Plate: 3, Rating: BracketRating{Mass: 90, Pair: true, Means: hold.Unstated},
		Holes: []hold.PlateHole{{ID: "h1", Down: 20}, {ID: "h2", Down: 130}}, Screw: hold.Fixing{Type: "wood-10", Length: 63.5},
	}
}

func hangBraced(b *Braced) *braced {
	s := onStuds(500, 500)
	s.Depth = 230
	return b.Hang(s).(*braced)
}

func TestWhatABracketsRatingIsWorth(t *testing.T) {
	a := hold.Action{R: 100, M: 100 * 80}
	n := 9.80665
	for _, c := range []struct {
		name   string
		rating BracketRating
		e      float64
		want   float64
	}{
		{"a pair, unstated, a third each", BracketRating{90, true, hold.Unstated}, 80, 100 / (90 * n / 2 / 3)},
		{"each, ultimate", BracketRating{90, false, hold.Ultimate}, 80, 100 / (90 * n / 3)},
		{"each, working", BracketRating{90, false, hold.WorkingLoad}, 80, 100 / (90 * n)},
		{"half as much at twice the middle of the arm", BracketRating{90, false, hold.WorkingLoad}, 200, 200 / (90 * n)},
	} {
		t.Run(c.name, func(t *testing.T) {
			b := bracedBracket()
			b.Rating = c.rating
			if u := useOf(t, hangBraced(b), "bracket", "rating", hold.Action{R: 100, M: 100 * c.e}); !near(u.Used, c.want, 1e-9) {
				t.Errorf("%s: %v, want %v", c.name, u.Used, c.want)
			}
		})
	}
	for means, known := range map[hold.Means]bool{hold.Ultimate: true, hold.WorkingLoad: false, hold.Unstated: false} {
		b := bracedBracket()
		b.Rating.Means = means
		if l := hangBraced(b).Links()[0]; (l.NoMean == "") != known {
			t.Errorf("%s: expected break %q", means, l.NoMean)
		}
	}
	// Heel rule: levers 130 and 20: 8000 × 130/(130² + 20²) = 60.1 at first.
	if p := hangBraced(bracedBracket()).mount.Columns[0].Down.Pull(nil, a.M, 130); p < 60.1 || p > 63 {
		t.Errorf("upper screw pulls %v", p)
	}
}

func TestAStandardTurnsOnItsBracketsHeel(t *testing.T) {
	// From 700 below the board to some way above it, with holes at its top, 30 below the
	// board and near its foot.
	on := func(above float64) *braced {
		b := bracedBracket()
		b.Leg, b.Standard, b.Holes = 60, "st", nil
		s := onStuds(500, 500)
		s.Depth = 230
		s.Fixtures = &Fixtures{Standards: []Standard{{ID: "st", X: 500, Bottom: mm(s.Underside - 700), Height: mm(700 + above), Width: b.Width,
			Plate: b.Plate, Screw: b.Screw,
			Holes: []StandardHole{{ID: "h1", Up: mm(700 + above - 20)}, {ID: "h2", Up: 670}, {ID: "h3", Up: 50}}}}}
		return b.Hang(s).(*braced)
	}
	h := on(240)
	c := &h.mount.Columns[0]
	pulls := map[string]float64{}
	h.mount.Each(c, hold.Pulled{V: 100, M: 9000}, func(d *hold.Drilled, _, pull float64) { pulls[d.ID] = pull })
	// Levers over the heel at −60: 280 and 30; the lowest one is under it.
	if pulls["h3"] != 0 || pulls["h1"] < 9000*280/(280*280+30*30.0) || pulls["h1"] > 1.1*9000*280/(280*280+30*30.0) {
		t.Errorf("pulls %v", pulls)
	}
	a := hold.Action{R: 100, M: 9000}
	if u, v := useOf(t, h, "screws", "pull", a), useOf(t, on(400), "screws", "pull", a); v.Used > u.Used {
		t.Errorf("a taller standard pulls harder: %v, %v", u.Used, v.Used)
	}
}

func TestBadRatings(t *testing.T) {
	b := bracedBracket()
	b.Rating = BracketRating{Mass: 0, Means: "strong"}
	l := problem.New()
	b.Validate(l.In("b"))
	got := map[string]bool{}
	for _, p := range l.All() {
		got[p.Path] = true
	}
	for _, path := range []string{"b.rating.kg", "b.rating.means"} {
		if !got[path] {
			t.Errorf("nothing is said of %s: %v", path, got)
		}
	}
}

func TestRoutedKeyholeByHand(t *testing.T) {
	s := onStuds(500, 500)
	s.Along = 300
	k := &Keyhole{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, KeySlot: KeySlot{Routed: true, Lip: 6}, High: 120, Up: 90, Back: 19, Hole: "h",
		Screw: hold.Fixing{Type: "wood-10", Length: 63.5}}
	h := k.Hang(s).(*keyed)
	// Head 9.22 × 6 mm twice at Fv 1.4295 MPa (7.8 × 0.7697/2.1 × 0.5, CD 1) hold
	// 158.2 N, its lips less (row 30: here the slot is 5.226 and the cavity 10.02: c 1.398, ℓ
	// 14.01, Ft⊥ 2.3 × 0.58875/2.1/1.5 = 0.4299: 51.7 N); the shank, 4.826 × 6 at Fe⊥/5 (6100 × 0.48^1.45/√0.25 psi as for 1/4 in:
	// 29.02 MPa/5 = 5.804) 168.1 N. T: 4000 N·mm over 90 mm with a heel 300 mm wide of
	// 2.4 MPa: T (90 − T/(2 × 2.4 × 300)) = 4000, 44.46 N.
	a := hold.Action{R: 60, M: 4000}
	if p := h.pull(nil, a); !near(p, 44.46, 0.001) {
		t.Errorf("the head holds against %v, want 44.46", p)
	}
	if u := h.slot(nil, a); !near(u.Used, 44.46/51.7+60/168.1, 0.003) {
		t.Errorf("used %v, want %v", u.Used, 44.46/51.7+60/168.1)
	}
	thick, low := *k, *k
	thick.Lip, low.Up = 9, 30
	if u := thick.Hang(s).(*keyed).slot(nil, a); u.Used >= h.slot(nil, a).Used {
		t.Error("a thicker lip holds no more")
	}
	if u := low.Hang(s).(*keyed).slot(nil, a); u.Used <= h.slot(nil, a).Used {
		t.Error("a keyhole near the lower edge is pulled no harder")
	}
	// A plate that nobody has rated: 50 N of pull, 100 N across.
	plate := *k
	plate.Routed = false
	if u := plate.Hang(s).(*keyed).slot(nil, a); !near(u.Used, 44.46/50+60/100.0, 0.003) {
		t.Errorf("an unrated plate %v", u.Used)
	}
	plate.Rating = &hold.Rating{Pull: 10, Shear: 20, Means: hold.Unstated}
	if u := plate.Hang(s).(*keyed).slot(nil, a); !near(u.Used, 44.46/(10*9.80665/4)+60/(20*9.80665/4), 0.003) {
		t.Errorf("a plate with a rating that says nothing %v", u.Used)
	}
	l := problem.New()
	(&Keyhole{Made: hold.Made{Wood: "douglas-fir", Grade: ""}, KeySlot: KeySlot{Routed: true, Lip: 9}, High: 20, Up: 30, Back: 10, Hole: "",
		Screw: hold.Fixing{Type: "wood-10", Length: 60}}).Validate(l)
	if len(l.All()) != 3 {
		t.Errorf("bad keyholes: %v", l.All())
	}
}

func TestRows29To31Keyholes(t *testing.T) {
	s := onStuds(500, 500)
	screw := hold.Fixing{Type: "wood-10", Length: 63.5}
	k := &Keyhole{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, KeySlot: KeySlot{Routed: true, Lip: 6, Slot: 5.2, Cavity: 10}, High: 110, Up: 110 - 8 - 2.6, Back: 19, Hole: "h",
		Screw: screw}
	k.Screw.Head = 9.2
	// Row 29: My 5290, P 304.1, Z 138.2 at CD 1.
	if z := k.Hang(s).(*keyed).mount.Holes[0].Takes(nil, hold.Everyday, material.Basis{CD: 1}).Push; !near(z, 138.2, 0.005) {
		t.Errorf("row 29: Z %v, want 138.2", z)
	}
	across := *k
	across.Across = true
	years, mean := material.Basis{CD: 0.9}, material.Basis{Mean: true}
	for _, c := range []struct {
		what      string
		got, want float64
	}{
		{"row 30, mean", first(k.Hang(s).(*keyed).in.drawnOut(nil, mean)), 276.0},
		{"row 30, working", first(k.Hang(s).(*keyed).in.drawnOut(nil, years)), 46.43},
		{"row 31, along, working", over(k.Hang(s).(*keyed), years), 123.5},
		{"row 31, across, working", over(across.Hang(s).(*keyed), years), 106.6},
		{"row 31, across, break", over(across.Hang(s).(*keyed), mean), 1.5 * 246.7},
	} {
		if !near(c.got, c.want, 0.005) {
			t.Errorf("%s: %v, want %v", c.what, c.got, c.want)
		}
	}
	if f := 2 * 8 * 6 * k.Hang(s).(*keyed).in.board.Shear(nil, mean); !near(f, 748.8, 0.005) {
		t.Errorf("row 31, along, mean: %v", f)
	}
	if k.Hang(s).HoldsDown() {
		t.Error("a keyhole holds a board down that nothing locks")
	}
	l := problem.New()
	across.Slot, across.Cavity = 9.5, 9
	across.Validate(l)
	if all := l.All(); len(all) != 1 || all[0].Path != "slot_mm" {
		t.Errorf("a slot wider than the head: %v", all)
	}
}

func first(n float64, _ string) float64 { return n }

// over is what the wood over a slot takes, below what its bearing does.
func over(h *keyed, on material.Basis) float64 {
	h.in.screw.Own = &hold.Measured{D: 1e6} // of bearing there is no end
	n, _ := h.in.pushedUp(nil, on)
	return n
}

func hiddenBracket() *Hidden {
	return &Hidden{
		Reach: 140, Width: 40, Thickness: 8, Plate: 60, Steel: hold.Unmarked, Slot: Slot{145, 42, 8.5},
		Screw: hold.Fixing{Type: "wood-10", Length: 63.5}, Lock: true,
		Holes: []hold.PlateHole{{ID: "h1", Down: -20}, {ID: "h2", Down: 20}},
	}
}

func hangHidden(b *Hidden) *slotted {
	s := onStuds(500, 500)
	s.Depth, s.Thickness = 200, 38
	return b.Hang(s).(*slotted)
}

func TestHiddenBracketByHand(t *testing.T) {
	h := hangHidden(hiddenBracket())
	a := hold.Action{R: 120, M: 120 * 100}
	// Blade: Z = 40 × 8²/4 = 640 mm³; 205 × 640/1.67 = 78 563 N·mm: 12 000/78 563.
	if u := useOf(t, h, "blade", "bending", a); !near(u.Used, 12000/78562.9, 1e-4) {
		t.Errorf("blade %v", u.Used)
	}
	// Slot: 6 × 12 000/140² − 2 × 120/140 = 1.959, 4 × 120/140 − 3.673 = −0.245: 1.959/40
	// = 0.04898 MPa; cherry's Fc⊥ 4.8/1.67 = 2.874.
	if u := useOf(t, h, "slot", "bears", a); !near(u.Used, 0.04898/2.8743, 0.001) {
		t.Errorf("slot %v", u.Used)
	}
	// Droop: I = 40 × 8³/12 = 1706.7; EI 3.413e8: 120 × 100³/3EI + 120 × 100²/2EI × 100
	// = 0.1172 + 0.1758; play 200 × 0.5/140 = 0.7143; of 2 mm.
	if u := useOf(t, h, "blade", "droop", a); !near(u.Value, 0.1172+0.1758+0.7143, 0.001) {
		t.Errorf("droop %v", u.Value)
	}
	thick, tall := hiddenBracket(), hiddenBracket()
	thick.Thickness, thick.Slot.High = 10, 10.5
	tall.Plate, tall.Holes = 120, []hold.PlateHole{{ID: "h1", Down: -48}, {ID: "h2", Down: 48}}
	if u := useOf(t, hangHidden(thick), "blade", "bending", a); u.Used >= 12000/78562.9 {
		t.Error("a thicker blade is no stronger")
	}
	if u, v := useOf(t, h, "screws", "pull", a), useOf(t, hangHidden(tall), "screws", "pull", a); v.Used >= u.Used {
		t.Error("a taller plate pulls its screws as hard")
	}
	for how, change := range map[string]func(*Hidden){
		"right through": func(b *Hidden) { b.Slot.High = 37.5 },
		"front edge":    func(b *Hidden) { b.Slot.Deep = 199 },
	} {
		b := hiddenBracket()
		change(b)
		if u := useOf(t, hangHidden(b), "slot", "fits", a); !math.IsInf(u.Used, 1) || !strings.Contains(u.How, how) {
			t.Errorf("%s: %+v", how, u)
		}
	}
	tight := hiddenBracket()
	tight.Slot = Slot{140, 40, 8}
	tight.Lock = false
	if n := hangHidden(tight).Notes(); len(n.Cautions) != 4 { // and its screws stand 40 mm apart
		t.Errorf("a slot with no spare, no side play and no lock: %v", n.Cautions)
	}
	l := problem.New()
	b := hiddenBracket()
	b.Slot = Slot{100, 30, 5} // smaller than the blade every way
	b.Validate(l.In("b"))
	if len(l.All()) != 3 {
		t.Errorf("a slot smaller than its blade: %v", l.All())
	}
}

// A hole of a plate with blades is within it as far as half three blades' width and the blades' spread.
func TestHolesOfAPlateWithBlades(t *testing.T) {
	for offset, fits := range map[float64]bool{0: true, 70: true, 73.9: true, 74.1: false, -73.9: true, -74.1: false} {
		b := hiddenBracket()
		b.Width, b.Slot.Wide = 12, 14
		b.Blades = []Blade{{ID: "b1", Offset: -50}, {ID: "b2", Offset: 50}}
		b.Holes = []hold.PlateHole{{ID: "h", Offset: quantity.Length(offset)}}
		l := problem.New()
		b.Validate(l)
		if bad := slices.ContainsFunc(l.All(), func(p problem.Problem) bool { return strings.HasPrefix(p.Path, "holes[0]") }); bad == fits {
			t.Errorf("a hole %g aside: %v", offset, l.All())
		}
	}
}

// The slots for blades lie in the middle of the board's thickness, each about its blade.
func TestSlotsInTheBoard(t *testing.T) {
	b := hiddenBracket()
	b.Blades = []Blade{{ID: "b1", Offset: -50}, {ID: "b2", Offset: 50}}
	b.Slot = Slot{Deep: 180, Wide: 40, High: 10}
	board := &assembly.Body{ID: "board", Wood: "red-oak", Outline: assembly.Rect(0, 0, 800, 250), Thickness: 38, At: assembly.Flat(0, 0, 0)}
	a := assembly.Assembly{Bodies: []*assembly.Body{board}}
	a.With(b.Assemble(&Over{Thickness: 38, Board: board}), assembly.Vec{X: 300})
	all := slices.DeleteFunc(a.Cuts()[board], func(f piece.Feature) bool { return f.Depth == 8 }) // of the plate
	if len(all) != 2 || all[0].X != 230 || all[1].X != 330 || all[0].Y != 14 || all[0].Long != 40 || all[0].Wide != 10 || all[0].Depth != 180 {
		t.Errorf("%+v", all)
	}
}
