package design

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/field"
	"aguante/core/problem"
	"aguante/core/say"
)

// Mend is one change that takes a problem of a project away and makes no other: the figure at a
// path made another, or what stands there left out.
type Mend struct {
	Text  string  `json:"text"`
	Path  string  `json:"path"`
	Value float64 `json:"value"` // mm, kg or plain
	Drop  bool    `json:"drop,omitempty"`
}

// MostMends changes of a figure are offered of one problem.
const MostMends = 3

// Mends are the smallest changes of single figures near a problem that take it away, its own figure
// first, and leaving the thing out; none where no single change does.
func (p *Project) Mends(path string) []Mend {
	q := p.copied()
	owner, _ := problem.Parted(path)
	shelf := shelfIn(path)
	m := &mender{q: q, bad: path, was: q.Validate(), inches: p.Units.Length == Inches}
	if !slices.ContainsFunc(m.was, func(b problem.Problem) bool { return b.Path == path }) {
		return nil
	}
	if _, err := fmt.Sscanf(shelf, "shelves[%d]", &m.shelf); err == nil {
		m.mine = q.ValidateShelf(m.shelf)
	}
	figures := field.Figures(q)
	type found struct {
		Mend
		rank int
		by   float64
	}
	var all []found
	for i := range figures {
		f := &figures[i]
		of, key := problem.Parted(f.Path)
		rank := 1
		switch {
		case f.Path == path:
			rank = 0
		case of == owner && f.Length:
		case of == shelf && (key == "x_mm" || key == "y_mm" || key == "length_mm" || key == "depth_mm" || key == "thickness_mm"):
			rank = 2
		case f.Path == "wall.length_mm" || f.Path == "wall.height_mm":
			rank = 3
		default:
			continue
		}
		for _, way := range []float64{1, -1} {
			if v, ok := m.nearest(f, way); ok {
				all = append(all, found{Mend{Text: m.says(f, v), Path: f.Path, Value: v}, rank, math.Abs(v - f.Value())})
			}
		}
	}
	slices.SortStableFunc(all, func(a, b found) int { return cmp.Or(cmp.Compare(a.rank, b.rank), cmp.Compare(a.by, b.by)) })
	var out []Mend
	for _, f := range all {
		if len(out) < MostMends && !slices.ContainsFunc(out, func(o Mend) bool { return o.Path == f.Path }) {
			out = append(out, f.Mend)
		}
	}
	if at := strings.LastIndex(path, "]"); at > 0 && shelf != path[:at+1] {
		one := path[:at+1]
		left := p.copied()
		if field.Drop(left, one) && m.less(left.Validate(), m.was) {
			out = append(out, Mend{Text: "leave " + problem.Thing(one) + " out", Path: one, Drop: true})
		}
	}
	return out
}

// copied is the project with nothing in common with it.
func (p *Project) copied() *Project {
	b, _ := json.Marshal(p)
	q := new(Project)
	_ = json.Unmarshal(b, q)
	return q
}

// mender looks for changes of a project that take one of its problems away.
type mender struct {
	q      *Project
	bad    string // path of the problem
	was    []problem.Problem
	shelf  int               // that the problem is of
	mine   []problem.Problem // of that shelf alone
	inches bool
}

// less tells whether what is wrong now is less than it was: not the problem, and nothing new.
func (m *mender) less(now, was []problem.Problem) bool {
	return len(now) < len(was) && !slices.ContainsFunc(now, func(b problem.Problem) bool {
		return b.Path == m.bad || !slices.ContainsFunc(was, func(w problem.Problem) bool { return w.Path == b.Path })
	})
}

// mends tells whether a figure made another does. One of the shelf itself touches no other.
func (m *mender) mends(f *field.Figure, v float64) bool {
	was := f.Value()
	f.Set(v)
	defer f.Set(was)
	if len(m.mine) > 0 && shelfIn(f.Path) == shelfIn(m.bad) {
		return m.less(m.q.ValidateShelf(m.shelf), m.mine)
	}
	return m.less(m.q.Validate(), m.was)
}

// nearest is the value nearest to a figure's own, up or down, that mends, on what a tape shows.
func (m *mender) nearest(f *field.Figure, way float64) (float64, bool) {
	grid := 1.0
	if f.Length && m.inches {
		grid = say.Inch / 16
	}
	lo, hi := -10000.0, 30000.0
	if f.Bounds.Set {
		lo, hi = f.Bounds.Lo, f.Bounds.Hi
	}
	from := f.Value()
	short := 0.0
	for step := grid; ; step *= 1.25 {
		v := min(max(from+way*step, lo), hi)
		if v == from {
			return 0, false
		}
		if !m.mends(f, v) {
			if v == lo || v == hi {
				return 0, false
			}
			short = step
			continue
		}
		long := math.Abs(v - from)
		for long-short > grid/8 {
			mid := (short + long) / 2
			if m.mends(f, from+way*mid) {
				long = mid
			} else {
				short = mid
			}
		}
		at := math.Round((from + way*long) / grid)
		for _, v := range []float64{at * grid, (at + way) * grid, from + way*long} {
			if v >= lo && v <= hi && m.mends(f, v) {
				return v, true
			}
		}
		return 0, false
	}
}

// says names a change of a figure as a workmate would.
func (m *mender) says(f *field.Figure, v float64) string {
	of, key := problem.Parted(f.Path)
	written := say.Decimal(v, 2)
	if f.Length {
		written = say.Length(v)
	}
	up := "up"
	if v < f.Value() {
		up = "down"
	}
	switch key {
	case "x_mm":
		return fmt.Sprintf("move %s to %s along the wall", problem.Thing(of), written)
	case "y_mm", "up_mm", "bottom_mm":
		return fmt.Sprintf("move %s %s to %s", problem.Thing(of), up, written)
	case "down_mm", "from_corner_mm", "from_wall_mm":
		return fmt.Sprintf("move %s to %s", problem.Thing(of), written)
	case "from_mm", "to_mm":
		return fmt.Sprintf("let %s go %s %s", problem.Thing(of), strings.TrimSuffix(key, "_mm"), written)
	}
	if word := sizes[key]; word != "" {
		return fmt.Sprintf("make %s %s %s", problem.Thing(of), written, word)
	}
	label := cmp.Or(f.Label, strings.TrimSuffix(strings.ReplaceAll(key, "_", " "), " mm"))
	return fmt.Sprintf("make %s %s: %s", problem.Thing(of), written, label)
}

// sizes are the words after a figure of a size.
var sizes = map[string]string{"length_mm": "long", "height_mm": "high", "thickness_mm": "thick", "depth_mm": "deep", "width_mm": "wide"}

// shelfIn is the path of the shelf that a path goes through, "" where it goes through none.
func shelfIn(path string) string {
	if at := strings.Index(path, "]"); strings.HasPrefix(path, "shelves[") && at > 0 {
		return path[:at+1]
	}
	return ""
}
