package hold

import (
	"aguante/core/fastener"
	"aguante/core/joint"
)

// Row spreads n places evenly over the line from a to b, half a space from its ends: where
// a count of fasteners stands when nobody says more. One alone is in the middle.
func Row(n int, a, b joint.Point) []joint.Point {
	out := make([]joint.Point, n)
	for i := range out {
		part := (float64(i) + 0.5) / float64(n)
		out[i] = joint.Point{X: a.X + part*(b.X-a.X), Y: a.Y + part*(b.Y-a.Y)}
	}
	return out
}

// Spread puts n places from a to b, the first and the last on them; one alone is in the
// middle.
func Spread(n int, a, b joint.Point) []joint.Point {
	if n < 2 {
		return Row(n, a, b)
	}
	out := make([]joint.Point, n)
	for i := range out {
		part := float64(i) / float64(n-1)
		out[i] = joint.Point{X: a.X + part*(b.X-a.X), Y: a.Y + part*(b.Y-a.Y)}
	}
	return out
}

// JointPlaces are places for fasteners where an arm and an upright cross, high and wide mm,
// counted out from the upright's back and up from the arm's lower edge: over one another, as
// far from the arm's end as their edge distance lets them, and as many as keep apart.
func JointPlaces(f Fixing, high, wide float64) []joint.Point {
	s := f.Screw()
	in := min(s.EdgeDistance(false), high/4, wide/2)
	n := 1 + max(1, int((high-2*in)/s.Along(f.Undrilled)))
	return Spread(n, joint.Point{X: wide - in, Y: in}, joint.Point{X: wide - in, Y: high - in})
}

// Places are where the screws go up into the board through an arm of a width: X out from
// the wall, Y to the side of the arm's middle; mm.
func (b *BoardScrews) Places(width float64) []joint.Point {
	z := float64(b.FromWall)
	return Row(b.Count, joint.Point{X: z, Y: -width / 2}, joint.Point{X: z, Y: width / 2})
}

// Level draws a screw inside what it joins, from x, y, z on a face: in towards the wall
// where in is -1, out from it where it is 1.
func (f *Fixing) Level(x, y, z, in float64) Shape {
	r, to := f.Screw().D/2, z+in*float64(f.Length)
	return Shape{Name: "screw", Stuff: Within, Side: Box(min(z, to), y-r, max(z, to), y+r), Front: Box(x-r, y-r, x+r, y+r)}
}

// Called is what a fixing is called in a list of what to get.
func (f *Fixing) Called() string {
	t, _ := fastener.TypeOf(f.Type)
	return t.Name
}
