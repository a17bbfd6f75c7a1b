package hold

import (
	"math"
	"testing"

	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/wall"
	"aguante/core/working"
)

// driven is a fixing through 38 mm of cherry into a stud, behind 12.7 mm of lining.
func driven(f Fixing) Drilled {
	s := Site{X: 500, Underside: 1200, Bases: BasesFor(material.Changing),
		Wall: &wall.Wall{Length: 2000, Height: 2400, Lining: wall.Lining{Kind: wall.Gypsum, Thickness: 12.7},
			Studs: []wall.Stud{{ID: "a", X: 500, Width: 38, Depth: 89, Wood: "spruce-pine-fir"}}}}
	cherry, _ := material.WoodOf("black-cherry")
	clear, _ := material.GradeOf("clear")
	return s.Drill("h", 500, 0, f, Wooden("strip", material.Board{Wood: cherry, Grade: clear, Width: 60, Thickness: 38}, 38, true))
}

func TestARecessLeavesMoreForTheStud(t *testing.T) {
	flush, sunk := driven(Fixing{Type: "structural-6", Length: 100}), driven(Fixing{Type: "structural-6", Length: 100, Recess: 10})
	// 100 − 38 − 12.7 = 49.3 mm in the stud; sunk by 10 mm, ten more.
	if !near(flush.Grip.In, 49.3, 1e-9) || !near(sunk.Grip.In, 59.3, 1e-9) {
		t.Errorf("in the stud %v and %v", flush.Grip.In, sunk.Grip.In)
	}
	if sunk.Grip.Thread-flush.Grip.Thread > 10+1e-9 || sunk.Grip.Thread < flush.Grip.Thread {
		t.Errorf("threads %v and %v", flush.Grip.Thread, sunk.Grip.Thread)
	}
	through := driven(Fixing{Type: "structural-6", Length: 100, Recess: 36})
	if through.Counts() || through.Why() != "is sunk through the strip: not counted" {
		t.Errorf("with 2 mm left under its head: %q", through.Why())
	}
	// Under a head that is sunk there is less wood to be drawn through.
	basis := material.Basis{CD: 1}
	a, _ := flush.drawnThrough(nil, basis)
	b, _ := sunk.drawnThrough(nil, basis)
	if b > a || !near(b/a, min(28, 2.5*flush.fix.HeadAcross())/min(38, 2.5*flush.fix.HeadAcross()), 1e-9) {
		t.Errorf("drawn through %v flush and %v sunk", a, b)
	}
}

func TestAWasherKeepsALagFromBeingDrawnThrough(t *testing.T) {
	plain, washer := driven(Fixing{Type: "coach-8", Length: 100}), driven(Fixing{Type: "coach-8", Length: 100, Head: 30})
	basis := material.Basis{CD: 1}
	a, how := plain.drawnThrough(nil, basis)
	b, _ := washer.drawnThrough(nil, basis)
	// The ring of the washer less its hole, on the wood across its grain, by (l + 9.5)/l.
	d := plain.Screw.D
	ring := func(head float64) float64 { return math.Pi / 4 * (head*head - d*d) * (head + 9.5) / head }
	if !near(b/a, ring(30)/ring(plain.fix.HeadAcross()), 1e-9) || how != "pull their heads through the strip" {
		t.Errorf("%v under its head, %v under a washer of 30 mm; rings %v and %v", a, b, ring(plain.fix.HeadAcross()), ring(30))
	}
}

func TestASlantedScrew(t *testing.T) {
	straight, slanted := driven(Fixing{Type: "structural-6", Length: 120}), driven(Fixing{Type: "structural-6", Length: 120, Angle: 30})
	cos := math.Cos(math.Pi / 6)
	// Along the slant it goes through (38 + 12.7)/cos 30° before it is in the stud.
	if want := 120 - (38+12.7)/cos; !near(slanted.Grip.In, want, 1e-9) {
		t.Errorf("in the stud %v, want %v", slanted.Grip.In, want)
	}
	on := material.Basis{CD: 1}
	want := min(fastener.Withdrawal(nil, slanted.Screw, slanted.into(slanted.Grip), on), fastener.Steel(nil, slanted.Screw, on))
	if h, _ := slanted.drawnThrough(nil, on); h < want {
		want = h
	}
	if got := slanted.Takes(nil, Everyday, on); !near(got.Pull, want*cos, 1e-9) {
		t.Errorf("pull square to the wall %v, want %v", got.Pull, want*cos)
	}
	mirrored := driven(Fixing{Type: "structural-6", Length: 120, Angle: -30})
	if mirrored.Caps != slanted.Caps {
		t.Error("up and down the slant is the same")
	}
	if slanted.Caps[Everyday].Push >= straight.Caps[Everyday].Push {
		t.Errorf("a slanted one takes %v across, a straight one %v", slanted.Caps[Everyday].Push, straight.Caps[Everyday].Push)
	}
	var sh working.Sheet
	slanted.Takes(&sh, Everyday, on)
	found := false
	for _, s := range sh.Steps {
		found = found || s.Symbol == "Zα"
	}
	if !found {
		t.Error("its sum does not say what the slant costs")
	}
}

func TestOnesOwnMeasuresCount(t *testing.T) {
	on := material.Basis{CD: 1}
	usual, mine := driven(Fixing{Type: "wood-6mm", Length: 100}),
		driven(Fixing{Type: "wood-6mm", Length: 100, Own: &Measured{D: 5, Root: 3.2}})
	if mine.Screw.D != 5 || mine.Screw.Root != 3.2 || mine.Screw.D == usual.Screw.D {
		t.Errorf("%+v, measured 5 over the thread", mine.Screw)
	}
	a, b := usual.Takes(nil, Everyday, on), mine.Takes(nil, Everyday, on)
	if b.Push >= a.Push {
		t.Errorf("a thinner screw takes %v across, the usual one %v", b.Push, a.Push)
	}
	if same := driven(Fixing{Type: "wood-6mm", Length: 100, Own: &Measured{}}); same.Caps != usual.Caps {
		t.Error("nothing measured, and it changes something")
	}
	for path, own := range map[string]Measured{"own.d_mm": {D: 0.5}, "own.root_mm": {D: 5, Root: 6}, "own.head_mm": {Head: 200}} {
		p := problem.New()
		(&Fixing{Type: "wood-6mm", Length: 100, Own: &own}).Validate(p)
		if all := p.All(); len(all) == 0 || all[0].Path != path {
			t.Errorf("%s: %+v", path, all)
		}
	}
}

// Property: of what is sold, the better length pulls as many times as hard as is said.
func TestABetterLengthIsAsMuchBetterAsItSays(t *testing.T) {
	for _, typ := range []string{"wood-10", "wood-14", "wood-6mm", "structural-6", "coach-8"} {
		for _, length := range []float64{70, 80, 90, 100} {
			d := driven(Fixing{Type: typ, Length: quantity.Length(length)})
			longer, times := d.better()
			if longer == 0 || times == 0 {
				continue
			}
			e := driven(Fixing{Type: typ, Length: quantity.Length(longer)})
			on := material.Basis{CD: 1}
			a, b := fastener.Withdrawal(nil, d.Screw, d.into(d.Grip), on),
				fastener.Withdrawal(nil, e.Screw, e.into(e.Grip), on)
			if !e.Counts() || !near(b/a, times, 1e-9) || times < 1.1 {
				t.Errorf("%s of %v mm: %v would hold %v times, it does %v (%s)", typ, length, longer, times, b/a, e.Why())
			}
		}
	}
}
