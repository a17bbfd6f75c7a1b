package check

import (
	"encoding/json"
	"errors"
	"math"
	"math/rand/v2"
	"os"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/quantity"
	"aguante/core/support"
)

// TestStatedLimitsAreLimits: at a reported limit the governing use is 1 ± 0.001.
func TestStatedLimitsAreLimits(t *testing.T) {
	p := demoWall(t)
	first := run1(t, p)
	for _, l := range first.Links {
		if l.Limit.Above || l.Kind == hold.Gate {
			continue
		}
		q := demoWall(t)
		scale(q, l.Limit.Kg/first.Asked)
		if got := linkAt(t, run1(t, q), l.ID); !near(got.Used, 1, 0.001) {
			t.Errorf("%s at its limit of %.2f kg is used %v", l.ID, l.Limit.Kg, got.Used)
		}
	}
}

func scale(p *design.Project, by float64) {
	for i := range p.Shelves {
		for k := range p.Shelves[i].Contents {
			p.Shelves[i].Contents[k].Each *= quantity.Mass(by)
		}
	}
}

func TestMoreContentsNeverUseALinkLess(t *testing.T) {
	last := run1(t, demoWall(t))
	for _, by := range []float64{1.05, 1.3, 2, 4} {
		p := demoWall(t)
		scale(p, by)
		s := run1(t, p)
		for i, l := range s.Links {
			if l.Used < last.Links[i].Used-1e-9 {
				t.Errorf("× %v: %s is used %v, before %v", by, l.ID, l.Used, last.Links[i].Used)
			}
		}
		last = s
	}
}

func TestThickerBoardNeverLowersItsOwnLimits(t *testing.T) {
	own := map[hold.Role]bool{hold.RoleBends: true, hold.RoleShears: true, hold.RoleSags: true}
	last := run1(t, demoWall(t))
	for _, thick := range []float64{22, 25.4, 31.75, 38} {
		p := demoWall(t)
		p.Shelves[0].Thickness = quantity.Length(thick)
		p.Shelves[0].Misfit = 0 // a stiffer board feels a bracket that stands off more
		s := run1(t, p)
		for i, l := range s.Links {
			if own[l.Role] && l.Limit.Kg < last.Links[i].Limit.Kg-1e-6 {
				t.Errorf("%v mm: %s holds %v, thinner %v", thick, l.ID, l.Limit.Kg, last.Links[i].Limit.Kg)
			}
		}
		last = s
	}
}

// mirrorWall turns a whole design about the middle of its wall.
func mirrorWall(p *design.Project) {
	length := p.Wall.Length
	for i := range p.Wall.Studs {
		p.Wall.Studs[i].X = length - p.Wall.Studs[i].X
	}
	for i := range p.Wall.KeepOuts {
		k := &p.Wall.KeepOuts[i]
		k.X = length - k.X - k.Width
	}
	for i := range p.Shelves {
		s := &p.Shelves[i]
		s.X = length - s.X - s.Length
		for k := range s.Supports {
			s.Supports[k].X = length - s.Supports[k].X
		}
		for k := range s.Contents {
			it := &s.Contents[k]
			it.From, it.To = s.Length-it.To, s.Length-it.From
		}
	}
}

func TestMirroredDesignGivesTheSameAnswer(t *testing.T) {
	p := demoWall(t)
	mirrorWall(p)
	a, b := run1(t, demoWall(t)), run1(t, p)
	if !near(a.HoldsUpTo.Kg, b.HoldsUpTo.Kg, 1e-5) || !near(a.StraightTo.Kg, b.StraightTo.Kg, 1e-5) ||
		!near(a.Breaks.Kg, b.Breaks.Kg, 1e-5) || !near(a.Handling.Used, b.Handling.Used, 1e-5) || a.First != b.First {
		t.Errorf("as drawn %+v %v %v %v %+v, mirrored %+v %v %v %v %+v", a.HoldsUpTo, a.StraightTo, a.First, a.Breaks, a.Handling, b.HoldsUpTo,
			b.StraightTo, b.First, b.Breaks, b.Handling)
	}
	for i := range a.Supports {
		if !near(a.Supports[i].Share, b.Supports[i].Share, 1e-5) {
			t.Errorf("%s carries %v, mirrored %v", a.Supports[i].ID, a.Supports[i].Share, b.Supports[i].Share)
		}
	}
}

func TestInchAndMetricFilesOfTheSameSizeAgree(t *testing.T) {
	b, _ := os.ReadFile("../../demo/honey-room.json")
	text := strings.NewReplacer(`"length_mm": 1714.5`, `"length_mm": "67 1/2 in"`, `"depth_mm": 184.15`, `"depth_mm": "7 1/4\""`,
		`"thickness_mm": 19.05`, `"thickness_mm": "3/4 in"`,
		`"each_kg": 0.66`, `"each_kg": "0.66 kg"`, `"reach_mm": 152.4`, `"reach_mm": "6 in"`, `"leg_mm": 101.6`, `"leg_mm": "4 in"`,
		`"length": "in"`, `"length": "mm"`).Replace(string(b))
	if text == string(b) {
		t.Fatal("nothing was replaced")
	}
	var p design.Project
	if err := json.Unmarshal([]byte(text), &p); err != nil {
		t.Fatal(err)
	}
	p.Shelves = p.Shelves[:1]
	a, c := run1(t, demoWall(t)), run1(t, &p)
	for i := range a.Links {
		if !near(a.Links[i].Limit.Kg, c.Links[i].Limit.Kg, 1e-6) {
			t.Errorf("%s: %v in mm, %v in inches", a.Links[i].ID, a.Links[i].Limit, c.Links[i].Limit)
		}
	}
}

// TestRandomShelvesKeepTheirHead drives odd but valid designs through.
// randomBuild makes a board up of something, in some way.
func randomBuild(rng *rand.Rand, s *design.Shelf) {
	s.Board.Woods = [][]string{{"white-oak"}, {"mdf"}, {"spruce-pine-fir", "birch-plywood"}, {"osb-3"}}[rng.IntN(4)]
	some := func(lo, hi float64) quantity.Length { return quantity.Length(lo + (hi-lo)*rng.Float64()) }
	lip := func() *design.Strip {
		if rng.IntN(2) == 0 {
			return nil
		}
		return &design.Strip{Width: some(10, 40), Height: some(10, 60), Goes: []design.Goes{design.Down, design.Up, design.Both}[rng.IntN(3)],
			Glued: rng.IntN(2) == 0}
	}
	s.MakeUp = design.MakeUp{Front: lip(), Back: lip()}
	switch rng.IntN(4) {
	case 0:
		s.MakeUp.Kind, s.MakeUp.Loose = design.Laminated, rng.IntN(2) == 0
		for i := range 3 {
			s.MakeUp.Plies = append(s.MakeUp.Plies, design.Ply{Thickness: s.Thickness / 3, Across: i == 1,
				Wood: []string{"", "mdf", "black-walnut"}[rng.IntN(3)]})
		}
	case 1:
		s.MakeUp.Kind, s.Thickness = design.Hollow, some(30, 80)
		s.MakeUp.Hollow = &design.Box{Skin: some(3, 10), Front: some(10, 30), Back: some(10, 30), Ends: some(0, 20), Wood: "ponderosa-pine"}
	case 2:
		s.MakeUp.Cuts = []design.Cut{{ID: "cut", From: s.Length / 3, Length: some(5, 80), FromWall: some(0, 60), Width: some(5, 100)}}
		if rng.IntN(2) == 0 {
			s.MakeUp.Cuts[0].Depth = s.Thickness / 2
		}
	}
}

func TestRandomShelvesKeepTheirHead(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 4))
	for trial := range 250 {
		p := demoWall(t)
		s := &p.Shelves[0]
		s.Length = quantity.Length(300 + 2500*rng.Float64())
		s.X = quantity.Length(rng.Float64() * float64(p.Wall.Length-s.Length))
		s.Thickness = quantity.Length(6 + 40*rng.Float64())
		for i := range s.Supports {
			s.Supports[i].X = s.X + quantity.Length(float64(s.Length)*(float64(i)+0.1+0.8*rng.Float64())/3)
			if rng.IntN(2) == 0 {
				s.Supports[i].X = p.Wall.Studs[rng.IntN(len(p.Wall.Studs))].X
			}
			s.Supports[i].FlatBracket.LegSide = []support.LegSide{support.LegBelow, support.LegAbove}[rng.IntN(2)]
		}
		for i := range s.Contents {
			a, b := rng.Float64(), rng.Float64()
			s.Contents[i].From, s.Contents[i].To = s.Length*quantity.Length(min(a, b)), s.Length*quantity.Length(max(a, b))+0.0
			if s.Contents[i].To-s.Contents[i].From < 5 {
				s.Contents[i].From, s.Contents[i].To = 0, 5
			}
		}
		randomBuild(rng, s)
		r, err := Run(t.Context(), p)
		var bad Invalid
		if errors.As(err, &bad) {
			continue
		}
		if err != nil {
			t.Fatalf("trial %d: %v", trial, err)
		}
		if _, err := json.Marshal(r); err != nil {
			t.Fatalf("trial %d cannot be written: %v", trial, err)
		}
		one := r.Shelves[0]
		for _, l := range one.Links {
			if math.IsNaN(l.Used) || l.Used < 0 || math.IsNaN(l.Limit.Kg) || l.Limit.Kg < 0 {
				t.Errorf("trial %d: %+v", trial, l)
			}
			if l.Kind != hold.Gate && (l.Used > 1.0001) != (l.Limit.Kg < one.Asked*0.9999) && !near(l.Used, 1, 0.01) {
				t.Errorf("trial %d: %s is used %v with a limit of %v for %v asked", trial, l.ID, l.Used, l.Limit.Kg, one.Asked)
			}
		}
	}
}
