package wall

import (
	"strings"
	"testing"

	"aguante/core/fastener"
	"aguante/core/problem"
)

func testWall() *Wall {
	return &Wall{Length: 2000, Height: 2400, Lining: Lining{Gypsum, 12.7}, Studs: []Stud{
		{ID: "a", X: 400, Width: 38, Depth: 89, Wood: "spruce-pine-fir"},
		{ID: "b", X: 768, Width: 38, Depth: 89, Wood: "spruce-pine-fir"},
	}}
}

func TestMeet(t *testing.T) {
	screw, _ := fastener.TypeOf("wood-10") // edge distance 12.07
	lag, _ := fastener.TypeOf("lag-5/16")  // edge distance 11.91
	for _, c := range []struct {
		name   string
		x      float64
		of     fastener.Type
		meets  Meets
		stud   string
		counts bool
	}{
		{"centre", 400, screw, InStud, "a", true},
		{"just far enough in", 406.9, screw, InStud, "a", true},
		{"near the edge", 409, screw, Edge, "a", true},
		{"under half the edge distance", 414, screw, Edge, "a", false},
		{"on the edge", 419, screw, Edge, "a", false},
		{"lag near the edge", 409, lag, Edge, "a", false},
		{"between studs", 584, screw, Misses, "a", false},
		{"where 16 in was assumed but the bay is 14 1/2", 806.4, screw, Misses, "b", false},
	} {
		h := testWall().Meet(c.x, fastener.Screw{Type: c.of, Length: 60})
		if h.Meets != c.meets || h.Stud != c.stud || h.Counts != c.counts {
			t.Errorf("%s: %+v", c.name, h)
		}
	}
	empty := &Wall{}
	if h := empty.Meet(10, fastener.Screw{}); h.Meets != Misses || h.Counts || h.Behind() != nil {
		t.Errorf("a wall without studs: %+v", h)
	}
	if s := testWall().Nearest(600); s.ID != "b" {
		t.Errorf("nearest to 600 is %s", s.ID)
	}
	if empty.Nearest(1) != nil {
		t.Error("a stud out of nothing")
	}
}

func TestWallProblemsAreAllNamed(t *testing.T) {
	w := testWall()
	w.Height, w.Lining = 20, Lining{"cardboard", 900}
	w.Studs[1] = Stud{ID: "a", X: 5000, Width: 1, Depth: 1, Doubt: -1, Wood: "balsa"}
	l := problem.New()
	w.Validate(l.In("wall"))
	var all []string
	for _, p := range l.All() {
		all = append(all, p.Path)
	}
	got := strings.Join(all, " ")
	for _, path := range []string{"wall.height_mm", "wall.lining.kind", "wall.lining.thickness_mm", "wall.studs[1].id", "wall.studs[1].x_mm", "wall.studs[1].width_mm", "wall.studs[1].depth_mm", "wall.studs[1].doubt_mm", "wall.studs[1].wood"} {
		if !strings.Contains(got, path) {
			t.Errorf("nothing is said of %s in %s", path, got)
		}
	}
	if (Lining{Kind: Bare, Thickness: 12}).Gap() != 0 {
		t.Error("a bare stud has a gap")
	}
}
