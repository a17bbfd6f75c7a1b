package hold

import (
	"aguante/core/field"
	"aguante/core/wall"
)

// Geometry is a support as it is drawn; mm and N. The board's underside is the
// origin: y up, z out from the wall; in front views x is counted from the
// support's own place. Low and High are the heights that a side view has to show.
type Geometry struct {
	Low      float64   `json:"low_mm"`
	High     float64   `json:"high_mm"`
	Reach    float64   `json:"reach_mm"`
	Gap      float64   `json:"gap_mm"`
	Back     float64   `json:"back_mm"` // where the board's back edge is
	Arm      float64   `json:"arm_mm"`
	Shapes   []Shape   `json:"shapes"`
	Forces   []Force   `json:"forces"`
	Measures []Measure `json:"measures"`
	Facts    []Fact    `json:"facts"`
	Marks    []Fact    `json:"marks"` // to mark out and cut by
	Holes    []Hole    `json:"holes"`
}

// Stuff is what a shape is drawn as.
type Stuff string

// The stuffs.
const (
	Metal  Stuff = "metal"
	Timber Stuff = "timber"
	Sheet  Stuff = "sheet"  // plywood, MDF
	Void   Stuff = "void"   // a bore, a slot, a hollow
	Within Stuff = "within" // inside another part: a dowel, a tenon, a screw
)

// Choices lists the stuffs.
func (Stuff) Choices() []field.Choice {
	return field.Choose("metal", "metal", "timber", "timber", "sheet", "sheet", "void", "void", "within", "inside another part")
}

// Shape is one part, as polygons: from the side by z and y, from the front by x
// and y. Either may be empty.
type Shape struct {
	Name  string       `json:"name"`
	Stuff Stuff        `json:"stuff"`
	Side  [][2]float64 `json:"side,omitempty"`
	Front [][2]float64 `json:"front,omitempty"`
}

// Force is an arrow of the side view: at z, y, towards DZ, DY. Takes is what holds
// against it, N, 0 where nothing is said.
type Force struct {
	Name  string  `json:"name"`
	Z     float64 `json:"z_mm"`
	Y     float64 `json:"y_mm"`
	DZ    float64 `json:"dz"`
	DY    float64 `json:"dy"`
	N     float64 `json:"n"`
	Takes float64 `json:"takes_n,omitempty"`
}

// Measure is a dimension line of the side view. Edit is the path of the figure in
// the support, or the rail, that it may be typed on for; "" where it may not.
type Measure struct {
	Name string  `json:"name"`
	Z1   float64 `json:"z1_mm"`
	Y1   float64 `json:"y1_mm"`
	Z2   float64 `json:"z2_mm"`
	Y2   float64 `json:"y2_mm"`
	MM   float64 `json:"mm"`
	Edit string  `json:"edit,omitempty"`
}

// Fact is a figure beside the drawing: of kind length in mm, force in N, percent,
// degrees, ratio; of no kind, only words. Bad ones are what is amiss.
type Fact struct {
	Name  string  `json:"name"`
	Value float64 `json:"value"`
	Kind  string  `json:"kind"`
	Bad   bool    `json:"bad,omitempty"`
}

func Long(name string, mm float64) Fact { return Fact{Name: name, Value: mm, Kind: "length"} }
func Pulls(name string, n float64) Fact { return Fact{Name: name, Value: n, Kind: "force"} }

// Across and upright are dimension lines that can be typed on.
func Across(name, edit string, z1, z2, y float64) Measure {
	return Measure{Name: name, Z1: z1, Y1: y, Z2: z2, Y2: y, MM: z2 - z1, Edit: edit}
}

func Upright(name, edit string, z, y1, y2 float64) Measure {
	return Measure{Name: name, Z1: z, Y1: y1, Z2: z, Y2: y2, MM: y2 - y1, Edit: edit}
}

// Box is a rectangle between two corners.
func Box(x0, y0, x1, y1 float64) [][2]float64 {
	return [][2]float64{{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}}
}

// Blank is a drawing of nothing.
func Blank() Geometry {
	return Geometry{Shapes: []Shape{}, Forces: []Force{}, Measures: []Measure{}, Facts: []Fact{}, Marks: []Fact{}, Holes: []Hole{}}
}

// Afar is a drawing of what is seen from the front alone.
func (g Geometry) Afar() Geometry {
	g.Forces, g.Measures, g.Facts, g.Marks = []Force{}, []Measure{}, []Fact{}, []Fact{}
	shapes := make([]Shape, 0, len(g.Shapes))
	for _, s := range g.Shapes {
		if len(s.Front) > 0 {
			s.Side = nil
			shapes = append(shapes, s)
		}
	}
	g.Shapes = shapes
	return g
}

// NewGeometry starts the drawing of a support under an action.
func (s *Site) NewGeometry(a Action) Geometry {
	g := Blank()
	g.Gap, g.Arm = s.Wall.Lining.Gap(), a.Arm()
	return g
}

// Fit sets what the side view has to show.
func (g *Geometry) Fit() {
	for _, s := range g.Shapes {
		for _, p := range s.Side {
			g.Low, g.High, g.Reach = min(g.Low, p[1]), max(g.High, p[1]), max(g.Reach, p[0])
		}
	}
	for _, h := range g.Holes {
		g.Low, g.High = min(g.Low, h.Y-10), max(g.High, h.Y+10)
	}
}

// Off is the drawing so far out from the wall, mm.
func (g Geometry) Off(z float64) Geometry {
	if z == 0 {
		return g
	}
	for i := range g.Shapes {
		side := make([][2]float64, len(g.Shapes[i].Side))
		for k, p := range g.Shapes[i].Side {
			side[k] = [2]float64{p[0] + z, p[1]}
		}
		g.Shapes[i].Side = side
	}
	for i := range g.Forces {
		g.Forces[i].Z += z
	}
	for i := range g.Measures {
		g.Measures[i].Z1, g.Measures[i].Z2 = g.Measures[i].Z1+z, g.Measures[i].Z2+z
	}
	for i := range g.Holes {
		g.Holes[i].Head += z
	}
	g.Reach, g.Arm = g.Reach+z, g.Arm+z
	return g
}

// With adds what another drawing shows from the side, as a rail's column does to
// what hangs beside it.
func (g *Geometry) With(o Geometry) {
	shapes := make([]Shape, 0, len(o.Shapes)+len(g.Shapes))
	for _, s := range o.Shapes { // it stands behind
		shapes = append(shapes, Shape{Name: s.Name, Stuff: s.Stuff, Side: s.Side})
	}
	g.Shapes = append(shapes, g.Shapes...)
	g.Forces, g.Measures, g.Facts = append(g.Forces, o.Forces...), append(g.Measures, o.Measures...), append(g.Facts, o.Facts...)
	g.Holes = append(g.Holes, o.Holes...)
	g.Fit()
}

// RailGeometry is a shared piece as it is drawn: from the front as it lies along
// the wall, x from the wall's left end, and from the side at each of its columns.
type RailGeometry struct {
	Name    string   `json:"name"`
	Shapes  []Shape  `json:"shapes"`
	Columns []Column `json:"columns"`
	Marks   []Fact   `json:"marks"`
}

// Column is the fasteners of a rail in one stud: what they carry, N and N·mm, and
// the side view there.
type Column struct {
	X      float64 `json:"x_mm"`
	Share  float64 `json:"share_n"`
	Moment float64 `json:"moment_nmm"`
	Geometry
}

// Hole is one fastener into the wall, as drawn and as drilled.
type Hole struct {
	ID        string     `json:"id"`
	X         float64    `json:"x_mm"` // along the wall
	Y         float64    `json:"y_mm"` // from the board's underside
	Meets     wall.Meets `json:"meets"`
	Edge      float64    `json:"edge_mm"`
	Chance    float64    `json:"chance_of_a_miss"`
	Counts    bool       `json:"counts"`
	Near      bool       `json:"near"` // the one that the drawing speaks of: nearest the corner of those that hold
	Stud      string     `json:"stud,omitempty"`
	StudDepth float64    `json:"stud_depth_mm"`
	Head      float64    `json:"head_mm"` // where its head is, out from the wall
	Length    float64    `json:"length_mm"`
	D         float64    `json:"d_mm"`
	In        float64    `json:"in_stud_mm"`
	Thread    float64    `json:"thread_mm"`
	Least     float64    `json:"least_mm"`
	Would     float64    `json:"would_need_mm"` // shortest length that counts
	Pull      float64    `json:"pull_n"`
	Takes     float64    `json:"takes_n"`
	Shear     float64    `json:"shear_n"`
	Pilot     float64    `json:"pilot_mm"`
	Clearance float64    `json:"clearance_mm,omitempty"`
	Better    float64    `json:"better_mm,omitempty"` // a length sold that holds more
	Times     float64    `json:"better_times,omitempty"`
	Why       string     `json:"why,omitempty"`
	Drilling
}

// Drilling is what else there is to know of a hole to make it: the fastener's key and what it goes through, so thick, so
// much lining and air behind that, mm, and how its head is let in.
type Drilling struct {
	Type    string  `json:"type,omitempty"`
	Through string  `json:"through,omitempty"`
	Piece   float64 `json:"piece_mm"` // of that under its head
	Gap     float64 `json:"gap_mm"`
	Recess  float64 `json:"recess_mm,omitempty"`
	Across  float64 `json:"head_across_mm,omitempty"`
	Slant   float64 `json:"slant_deg,omitempty"`
}
