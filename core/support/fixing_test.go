package support

import (
	"strings"
	"testing"

	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/wall"
	"aguante/core/working"
)

// anchored is row 12's bracket held by anchors on another wall.
func anchored(kind wall.Kind, lining wall.Lining, fix hold.Fixing) (*flat, Setting) {
	s := setting(300) // between the studs of a wall that has them
	s.Wall.Kind, s.Wall.Lining = kind, lining
	b := bracket()
	b.Screw = fix
	return b.Hang(s).(*flat), s
}

func TestAnchorsAddUpPullAndShear(t *testing.T) {
	brick := wall.Lining{Kind: wall.Bare}
	f, _ := anchored(wall.Masonry, brick, hold.Fixing{Type: "masonry-plug-8", Length: 60})
	a := hold.Action{R: 100, M: 100 * 120, Case: hold.Everyday}
	// By hand: V = 100/2 = 50 N on each; the corner one's lever is the lesser of
	// 95 and 10 × 4.76 = 47.6 mm, T = 12 000/47.6 = 252.1 N; the plug works at
	// 400/400 N: 252.1/400 + 50/400 = 0.7553.
	if u := linkOf(t, f, hold.RoleNear).Use(nil, a); !near(u.Used, 0.7553, 0.001) || u.How != "pull out of the wall" {
		t.Errorf("the plug at the corner: %+v", u)
	}
}

func TestWhatARatingIsWorth(t *testing.T) {
	brick, board := wall.Lining{Kind: wall.Bare}, wall.Lining{Kind: wall.Gypsum, Thickness: 12.7}
	rate := func(m hold.Means) *hold.Rating { return &hold.Rating{Pull: 18, Shear: 30, Means: m} }
	n := func(kg float64) float64 { return kg * 9.80665 }
	const pair = (1 + 55.0/150) / 2 // two anchors 55 apart count as 1.367
	for _, c := range []struct {
		name       string
		kind       wall.Kind
		lining     wall.Lining
		fix        hold.Fixing
		pull, push float64
		mean       float64 // 0: not known
	}{
		{"a plug of which nothing is known", wall.Masonry, brick, hold.Fixing{Type: "masonry-plug-8", Length: 60}, 400, 400, 0},
		{"a working rating as printed", wall.Masonry, brick, hold.Fixing{Type: "masonry-plug-8", Length: 60, Rating: rate(hold.WorkingLoad)},
			n(18), n(30), 0},
		{"an ultimate rating, a quarter", wall.Masonry, brick, hold.Fixing{Type: "sleeve-8", Length: 60, Rating: rate(hold.Ultimate)},
			n(18) / 4, n(30) / 4, n(18)},
		{"one that does not say, a quarter", wall.Masonry, brick, hold.Fixing{Type: "sleeve-8", Length: 60, Rating: rate(hold.Unstated)},
			n(18) / 4, n(30) / 4, 0},
		{"rated 18 kg each in gypsum: a lasting pull", wall.WoodStuds, board,
			hold.Fixing{Type: "self-drilling", Length: 40, Rating: rate(hold.WorkingLoad)}, n(18) * 0.6 * pair, n(30) * pair, 0},
		{"a toggle of which nothing is known", wall.SteelStuds, board, hold.Fixing{Type: "toggle", Length: 60}, 220 * 0.6 * pair, 220 * pair, 0},
		{"a packet that promises the world in gypsum", wall.WoodStuds, board,
			hold.Fixing{Type: "toggle", Length: 60, Rating: &hold.Rating{Pull: 90, Shear: 120, Means: hold.WorkingLoad}}, 300 * 0.6 * pair, 450 * pair, 0},
	} {
		f, s := anchored(c.kind, c.lining, c.fix)
		if f.hold != 2 {
			t.Errorf("%s: %d of 2 hold: %s", c.name, f.hold, f.holes[0].Why())
			continue
		}
		got := f.holes[0].Caps[hold.Everyday]
		if !near(got.Pull, c.pull, 1e-9) || !near(got.Push, c.push, 1e-9) {
			t.Errorf("%s: %v and %v, want %v and %v", c.name, got.Pull, got.Push, c.pull, c.push)
		}
		var sh working.Sheet
		if again := f.holes[0].Takes(&sh, hold.Everyday, s.Bases[hold.Everyday]); again != got || len(sh.Steps) != 2 {
			t.Errorf("%s: with its sum shown %+v", c.name, again)
		}
		l := linkOf(t, f, hold.RoleNear)
		if (l.NoMean == "") != (c.mean > 0) {
			t.Errorf("%s: expected break %q", c.name, l.NoMean)
		}
		if c.mean > 0 && !near(f.holes[0].Caps[hold.Break].Pull, c.mean, 1e-9) {
			t.Errorf("%s: breaks at %v, want %v", c.name, f.holes[0].Caps[hold.Break].Pull, c.mean)
		}
	}
}

func TestAnchorsThatDoNotCount(t *testing.T) {
	brick := wall.Lining{Kind: wall.Bare}
	rated := &hold.Rating{Pull: 20, Shear: 20, Means: hold.WorkingLoad}
	for _, c := range []struct {
		name   string
		kind   wall.Kind
		lining wall.Lining
		fix    hold.Fixing
		hold   int
		why    string
	}{
		{"a plug too short for brick", wall.Masonry, brick, hold.Fixing{Type: "masonry-plug-8", Length: 40}, 0, "too short for the wall"},
		{"a plaster coat eats its length", wall.Masonry, wall.Lining{Kind: wall.Plaster, Thickness: 15},
			hold.Fixing{Type: "masonry-plug-8", Length: 55}, 0, "too short"},
		{"nothing known in hollow block", wall.Block, brick, hold.Fixing{Type: "sleeve-8", Length: 60}, 0, "give its rating"},
		{"hollow block with a rating", wall.Block, brick, hold.Fixing{Type: "sleeve-8", Length: 60, Rating: rated}, 2, ""},
		{"nothing known in plaster on lath", wall.WoodStuds, wall.Lining{Kind: wall.Plaster, Thickness: 20},
			hold.Fixing{Type: "toggle", Length: 60}, 0, "give its rating"},
		{"nothing known in thin gypsum", wall.WoodStuds, wall.Lining{Kind: wall.Gypsum, Thickness: 9.5},
			hold.Fixing{Type: "toggle", Length: 60}, 0, "this thin"},
		{"plaster with a rating", wall.WoodStuds, wall.Lining{Kind: wall.Plaster, Thickness: 20},
			hold.Fixing{Type: "toggle", Length: 60, Rating: rated}, 2, ""},
		{"a screw in brick", wall.Masonry, brick, hold.Fixing{Type: "wood-10", Length: 60}, 0, "anchor made for masonry"},
	} {
		t.Run(c.name, func(t *testing.T) {
			f, _ := anchored(c.kind, c.lining, c.fix)
			if f.hold != c.hold || !strings.Contains(f.holes[0].Why(), c.why) {
				t.Errorf("%s: %d hold, %q", c.name, f.hold, f.holes[0].Why())
			}
			gate := linkOf(t, f, hold.RoleBehind).Use(nil, hold.Action{R: 50, M: 5000})
			if (gate.Used > 1) != (c.hold == 0) {
				t.Errorf("%s: the gate says %+v", c.name, gate)
			}
			g := f.Geometry(hold.Action{R: 50, M: 5000})
			if h := g.Holes[0]; h.Counts != (c.hold > 0) || h.Counts && (h.Pull <= 0 || h.Takes <= 0) {
				t.Errorf("%s: drawn %+v", c.name, h)
			}
		})
	}
}

func TestRatingsThatMakeNoSense(t *testing.T) {
	l := problem.New()
	(&hold.Fixing{Type: "toggle", Length: 60, Rating: &hold.Rating{Pull: 0, Shear: -3, Means: "strong"}}).Validate(l.In("a"))
	(&hold.Fixing{Type: "wood-10", Length: 60, Rating: &hold.Rating{Pull: 10, Shear: 10, Means: hold.Ultimate}}).Validate(l.In("b"))
	want := []string{"a.rating.pull_kg", "a.rating.shear_kg", "a.rating.means", "b.rating"}
	if len(l.All()) != len(want) {
		t.Fatalf("%v", l.All())
	}
	for i, p := range l.All() {
		if p.Path != want[i] {
			t.Errorf("%s, want %s", p.Path, want[i])
		}
	}
}

func TestDrywallScrewsAreRefusedAndStructuralOnesCount(t *testing.T) {
	b := bracket()
	b.Screw = hold.Fixing{Type: "drywall-6", Length: 75}
	f := hang(b, 500)
	if why := f.holes[0].Why(); f.hold != 0 || !strings.Contains(why, "snaps under load") {
		t.Errorf("%d drywall screws hold: %q", f.hold, why)
	}
	b.Screw = hold.Fixing{Type: "structural-6", Length: 75}
	if f := hang(b, 500); f.hold != 2 || f.holes[0].Caps[hold.Everyday].Pull <= 0 {
		t.Errorf("%d structural screws hold", f.hold)
	}
}
