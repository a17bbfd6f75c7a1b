package hold

import (
	"testing"

	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/wall"
)

// What a rating is taken for, by the basis §5: a working load as printed, what is ultimate or not said a quarter, never more
// than a lining is trusted with; 0.6 of the pull for what hangs out from gypsum for good; the break is the ultimate.
func TestWhatAnAnchorIsTrustedWith(t *testing.T) {
	in := func(w wall.Wall, f Fixing) Drilled {
		s := Site{X: 700, Underside: 1200, Bases: BasesFor(material.Years), Wall: &w}
		w.Length, w.Height = 2000, 2400
		return s.Drill("a", 700, 0, f, Plate(4, 7))
	}
	rated := func(pull, shear float64, means Means) *Rating {
		return &Rating{Pull: quantity.Mass(pull / quantity.Gravity), Shear: quantity.Mass(shear / quantity.Gravity), Means: means}
	}
	gypsum := wall.Wall{Lining: wall.Lining{Kind: wall.Gypsum, Thickness: 12.7}}
	thin := wall.Wall{Lining: wall.Lining{Kind: wall.Gypsum, Thickness: 9.5}}
	plaster := wall.Wall{Lining: wall.Lining{Kind: wall.Plaster, Thickness: 15}}
	brick := wall.Wall{Kind: wall.Masonry, Lining: wall.Lining{Kind: wall.Bare}}
	for _, c := range []struct {
		name        string
		w           wall.Wall
		f           Fixing
		c           Case
		pull, shear float64
	}{
		{"a toggle nobody rated", gypsum, Fixing{Type: "toggle", Length: 60}, Everyday, 220 * 0.6, 220},
		{"and when things are set down", gypsum, Fixing{Type: "toggle", Length: 60}, Sudden, 220, 220},
		{"a working load", gypsum, Fixing{Type: "toggle", Length: 60, Rating: rated(200, 300, WorkingLoad)}, Everyday, 120, 300},
		{"an ultimate one, a quarter", gypsum, Fixing{Type: "toggle", Length: 60, Rating: rated(800, 1200, Ultimate)}, Everyday, 200 * 0.6, 300},
		{"one that does not say, a quarter", gypsum, Fixing{Type: "toggle", Length: 60, Rating: rated(800, 1200, Unstated)}, Everyday, 200 * 0.6, 300},
		{"at the break all of it", gypsum, Fixing{Type: "toggle", Length: 60, Rating: rated(800, 1200, Ultimate)}, Break, 800, 1200},
		{"more than a lining is trusted with", gypsum, Fixing{Type: "toggle", Length: 60, Rating: rated(900, 900, WorkingLoad)}, Everyday, 300 * 0.6, 450},
		{"less in a thinner one", thin, Fixing{Type: "toggle", Length: 60, Rating: rated(900, 900, WorkingLoad)}, Everyday, 300 * 0.6 * 9.5 / 12.7,
			450 * 9.5 / 12.7},
		{"plaster is not gypsum", plaster, Fixing{Type: "toggle", Length: 60, Rating: rated(900, 900, WorkingLoad)}, Everyday, 900, 900},
		{"nor is brick", brick, Fixing{Type: "sleeve-8", Length: 80, Rating: rated(2000, 3000, WorkingLoad)}, Everyday, 2000, 3000},
		{"a sleeve in brick, unrated", brick, Fixing{Type: "sleeve-8", Length: 80}, Everyday, 900, 1200},
		{"a plug in brick, unrated", brick, Fixing{Type: "masonry-plug-8", Length: 80}, Everyday, 400, 400},
	} {
		d := in(c.w, c.f)
		if !d.Anchor() || d.Screw.Kind != fastener.Anchor {
			t.Fatalf("%s: no anchor", c.name)
		}
		if got := d.Takes(nil, c.c, BasesFor(material.Years)[c.c]); !near(got.Pull, c.pull, 1e-3) || !near(got.Push, c.shear, 1e-3) {
			t.Errorf("%s: %.1f N of pull, %.1f across; the basis has %.1f and %.1f", c.name, got.Pull, got.Push, c.pull, c.shear)
		}
	}
}

// What gives of a screw is what is used more: pulled it comes out, pushed it bends.
func TestHowAScrewGives(t *testing.T) {
	d := driven(Fixing{Type: "wood-10", Length: 76.2})
	on, caps := BasesFor(material.Changing)[Everyday], d.Caps[Everyday]
	for _, c := range []struct {
		v, t   float64
		across bool
	}{{0.5, 0.4, true}, {0.4, 0.5, false}, {0.9, 0, true}, {0, 0.9, false}} {
		if u := d.UsedBy(nil, c.v*caps.Push, c.t*caps.Pull, Everyday, on); u.Across != c.across || (u.How == caps.by) == c.across {
			t.Errorf("%+v: %+v", c, u)
		}
	}
}
