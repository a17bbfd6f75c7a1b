package support

// Geometry is a support as it is drawn; mm and N. The board's underside is the
// origin: y up, z out from the wall; in front views x is counted from the
// support's own place. Low and High are the heights that a side view has to show.
type Geometry struct {
	Low      float64   `json:"low_mm"`
	High     float64   `json:"high_mm"`
	Reach    float64   `json:"reach_mm"`
	Gap      float64   `json:"gap_mm"`
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

// Measure is a dimension line of the side view.
type Measure struct {
	Name string  `json:"name"`
	Z1   float64 `json:"z1_mm"`
	Y1   float64 `json:"y1_mm"`
	Z2   float64 `json:"z2_mm"`
	Y2   float64 `json:"y2_mm"`
	MM   float64 `json:"mm"`
}

// Fact is a figure beside the drawing: of kind length in mm, force in N, percent,
// degrees, ratio; of no kind, only words. Bad ones are what is amiss.
type Fact struct {
	Name  string  `json:"name"`
	Value float64 `json:"value"`
	Kind  string  `json:"kind"`
	Bad   bool    `json:"bad,omitempty"`
}

func long(name string, mm float64) Fact { return Fact{Name: name, Value: mm, Kind: "length"} }
func pulls(name string, n float64) Fact { return Fact{Name: name, Value: n, Kind: "force"} }

// box is a rectangle between two corners.
func box(x0, y0, x1, y1 float64) [][2]float64 {
	return [][2]float64{{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}}
}

// newGeometry starts the drawing of a support under an action.
func (s *Setting) newGeometry(a Action) Geometry {
	return Geometry{Gap: s.Wall.Lining.Gap(), Arm: a.Arm(), Shapes: []Shape{}, Forces: []Force{}, Measures: []Measure{}, Facts: []Fact{}, Marks: []Fact{}, Holes: []Hole{}}
}

// fit sets what the side view has to show.
func (g *Geometry) fit() {
	for _, s := range g.Shapes {
		for _, p := range s.Side {
			g.Low, g.High, g.Reach = min(g.Low, p[1]), max(g.High, p[1]), max(g.Reach, p[0])
		}
	}
	for _, h := range g.Holes {
		g.Low, g.High = min(g.Low, h.Y-10), max(g.High, h.Y+10)
	}
}

// With adds what another drawing shows from the side, as a rail's column does to
// what hangs beside it.
func (g *Geometry) With(o Geometry) {
	for _, s := range o.Shapes {
		g.Shapes = append(g.Shapes, Shape{Name: s.Name, Stuff: s.Stuff, Side: s.Side})
	}
	g.Forces, g.Measures, g.Facts = append(g.Forces, o.Forces...), append(g.Measures, o.Measures...), append(g.Facts, o.Facts...)
	g.Holes = append(g.Holes, o.Holes...)
	g.fit()
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
