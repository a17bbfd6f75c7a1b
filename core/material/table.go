// Package material holds the woods, grades and lumber of the engineering basis
// and turns them into stresses that may be relied on, and stresses at which
// they would break.
package material

import (
	_ "embed" // the tables
	"strings"
	"sync"

	"aguante/core/table"
)

var (
	//go:embed woods.csv
	woodsCSV string
	//go:embed grades.csv
	gradesCSV string
	//go:embed lumber.csv
	lumberCSV string
	//go:embed panels.csv
	panelsCSV string
	//go:embed sizes.csv
	sizesCSV string
)

// Wood is one species: small clear specimens at 12 % moisture, mean values.
// Stresses in MPa; CR and CT are the change of width per 1 % of moisture,
// radial and tangential. Assumed names the values that the reference lacks.
type Wood struct {
	Key         string  `json:"key"`
	Name        string  `json:"name"`
	Family      string  `json:"family"`
	SG          float64 `json:"sg"`
	MOR         float64 `json:"mor_mpa"`
	E           float64 `json:"e_mpa"`
	Perp        float64 `json:"perp_mpa"`
	Shear       float64 `json:"shear_mpa"`
	TensionPerp float64 `json:"tension_perp_mpa"`
	CR          float64 `json:"cr"`
	CT          float64 `json:"ct"`
	Assumed     string  `json:"assumed,omitempty"`
	Source      string  `json:"source"`
}

// Grade is a board's quality as a person sees it: the strength ratio SR left
// by knots and slope of grain, and what they leave of its stiffness.
type Grade struct {
	Key     string  `json:"key"`
	Name    string  `json:"name"`
	SR      float64 `json:"sr"`
	EFactor float64 `json:"e_factor"`
	Source  string  `json:"source"`
}

// Lumber is construction lumber with published design values, MPa; G is the
// specific gravity for fasteners.
type Lumber struct {
	Key    string  `json:"key"`
	Name   string  `json:"name"`
	Grade  string  `json:"grade"`
	G      float64 `json:"g"`
	Fb     float64 `json:"fb_mpa"`
	Fv     float64 `json:"fv_mpa"`
	Perp   float64 `json:"perp_mpa"`
	E      float64 `json:"e_mpa"`
	Source string  `json:"source"`
	size   []sizeFactor
}

// Panel is a sheet of one make, from a thickness on; mean values, MPa. Years to
// Week are kpanel for loads that stay so long, relative to solid wood. Skins of
// a weak make count less in plain tension.
type Panel struct {
	Key       string     `json:"key"`
	Name      string     `json:"name"`
	From      float64    `json:"from_mm"`
	Density   float64    `json:"density"`
	MORAlong  float64    `json:"mor_along_mpa"`
	MORAcross float64    `json:"mor_across_mpa"`
	EAlong    float64    `json:"e_along_mpa"`
	EAcross   float64    `json:"e_across_mpa"`
	Shear     float64    `json:"shear_mpa"`
	Planar    float64    `json:"planar_shear_mpa"`
	Kdef      float64    `json:"kdef"`
	Damp      float64    `json:"damp"` // factor on kdef
	GFace     float64    `json:"g_face"`
	GEdge     float64    `json:"g_edge"`
	Stays     [4]float64 `json:"kpanel"` // years, changing, months, a week
	WeakSkin  bool       `json:"weak_skin"`
	Source    string     `json:"source"`
}

// Size is a piece as it is sold and as it really is, mm; sheets have no width.
type Size struct {
	Key       string  `json:"key"`
	Name      string  `json:"name"`
	Thickness float64 `json:"thickness_mm"`
	Width     float64 `json:"width_mm"`
	Unit      string  `json:"unit"`
	Stuff     string  `json:"stuff"` // solid or panel
}

type sizeFactor struct{ depth, factor float64 }

// Woods returns every species, in the order of the table.
func Woods() []Wood { return tables().woods }

// Grades returns the grades, best first.
func Grades() []Grade { return tables().grades }

// Lumbers returns the construction lumber that studs are made of.
func Lumbers() []Lumber { return tables().lumber }

// Panels returns every row of the panels, thinnest first within a make.
func Panels() []Panel { return tables().panels }

// Sizes returns what boards and sheets are sold as.
func Sizes() []Size { return tables().sizes }

// PanelOf finds a panel by key and thickness, mm: the row of that thickness, or between two
// rows the lower of each property.
func PanelOf(key string, thickness float64) (*Panel, bool) {
	rows := byKey().panels[key]
	for i := len(rows) - 1; i >= 0; i-- {
		if rows[i].own.From <= thickness+1e-9 {
			if thickness < rows[i].own.From+0.05 {
				return rows[i].own, true
			}
			return rows[i].above, true
		}
	}
	if len(rows) == 0 {
		return nil, false
	}
	return rows[0].own, true
}

// panelRow is a row of a make of panel, and what counts from it up to the next.
type panelRow struct{ own, above *Panel }

// panelRows are the rows of every make.
func panelRows() map[string][]panelRow {
	out := map[string][]panelRow{}
	all := Panels()
	for i := range all {
		between := all[i]
		if i+1 < len(all) && all[i+1].Key == between.Key {
			between = lower(between, all[i+1])
		}
		out[between.Key] = append(out[between.Key], panelRow{&all[i], &between})
	}
	return out
}

// lower is the lower of each strength and stiffness of two rows.
func lower(p, q Panel) Panel {
	p.Density, p.MORAlong, p.MORAcross = min(p.Density, q.Density), min(p.MORAlong, q.MORAlong), min(p.MORAcross, q.MORAcross)
	p.EAlong, p.EAcross, p.Shear, p.Planar = min(p.EAlong, q.EAlong), min(p.EAcross, q.EAcross), min(p.Shear, q.Shear), min(p.Planar, q.Planar)
	p.GFace, p.GEdge = min(p.GFace, q.GFace), min(p.GEdge, q.GEdge)
	return p
}

// index finds rows of the tables by their keys.
type index struct {
	woods  map[string]*Wood
	grades map[string]*Grade
	lumber map[string]*Lumber
	panels map[string][]panelRow
}

var byKey = sync.OnceValue(func() index {
	return index{
		table.Index(Woods(), func(w *Wood) string { return w.Key }),
		table.Index(Grades(), func(g *Grade) string { return g.Key }),
		table.Index(Lumbers(), func(l *Lumber) string { return l.Key }),
		panelRows(),
	}
})

// WoodOf finds a species by key.
func WoodOf(key string) (Wood, bool) {
	return table.At(byKey().woods, key)
}

// GradeOf finds a grade by key.
func GradeOf(key string) (Grade, bool) {
	return table.At(byKey().grades, key)
}

// LumberOf finds construction lumber by key.
func LumberOf(key string) (Lumber, bool) {
	return table.At(byKey().lumber, key)
}

// SizeFactor returns CF, by which bending strength grows in a shallow piece of
// the given depth in mm: the factor of the next depth in the table, and the
// last beyond it. NDS Supplement table 4A; 1 where the table has none.
func (l Lumber) SizeFactor(depth float64) float64 {
	cf := 1.0
	for _, s := range l.size {
		cf = s.factor
		if depth <= s.depth {
			break
		}
	}
	return cf
}

type allTables struct {
	woods  []Wood
	grades []Grade
	lumber []Lumber
	panels []Panel
	sizes  []Size
}

// tables reads the embedded files once.
var tables = sync.OnceValue(func() allTables {
	var t allTables
	for _, r := range table.Rows(woodsCSV) {
		t.woods = append(t.woods, Wood{
			Key: r.Text("key"), Name: r.Text("name"), Family: r.Text("family"), SG: r.Number("sg"), MOR: r.Number("mor_mpa"),
			E: r.Number("e_mpa"), Perp: r.Number("perp_mpa"), Shear: r.Number("shear_mpa"), TensionPerp: r.Number("tension_perp_mpa"),
			CR: r.Number("cr"), CT: r.Number("ct"), Assumed: r.Text("assumed"), Source: r.Text("source"),
		})
	}
	for _, r := range table.Rows(gradesCSV) {
		t.grades = append(t.grades, Grade{Key: r.Text("key"), Name: r.Text("name"), SR: r.Number("sr"), EFactor: r.Number("e_factor"),
			Source: r.Text("source")})
	}
	for _, r := range table.Rows(lumberCSV) {
		l := Lumber{
			Key: r.Text("key"), Name: r.Text("name"), Grade: r.Text("grade"), G: r.Number("g"), Fb: r.Number("fb_mpa"),
			Fv: r.Number("fv_mpa"), Perp: r.Number("perp_mpa"), E: r.Number("e_mpa"), Source: r.Text("source"),
		}
		for _, pair := range strings.Fields(r.Text("size_factors")) {
			depth, factor, _ := strings.Cut(pair, ":")
			l.size = append(l.size, sizeFactor{table.Number(depth), table.Number(factor)})
		}
		t.lumber = append(t.lumber, l)
	}
	for _, r := range table.Rows(panelsCSV) {
		t.panels = append(t.panels, Panel{
			Key: r.Text("key"), Name: r.Text("name"), From: r.Number("from_mm"), Density: r.Number("density"),
			MORAlong: r.Number("mor_along"), MORAcross: r.Number("mor_across"), EAlong: r.Number("e_along"), EAcross: r.Number("e_across"),
			Shear: r.Number("shear"), Planar: r.Number("planar"), Kdef: r.Number("kdef"), Damp: r.Number("damp"), GFace: r.Number("g_face"),
			GEdge:    r.Number("g_edge"),
			Stays:    [4]float64{r.Number("years"), r.Number("changing"), r.Number("months"), r.Number("week")},
			WeakSkin: r.Text("weak_skin") == "yes", Source: r.Text("source"),
		})
	}
	for _, r := range table.Rows(sizesCSV) {
		t.sizes = append(t.sizes, Size{Key: r.Text("key"), Name: r.Text("name"), Thickness: r.Number("thickness_mm"),
			Width: r.Number("width_mm"), Unit: r.Text("unit"), Stuff: r.Text("stuff")})
	}
	return t
})
