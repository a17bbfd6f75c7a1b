package plan

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/piece"
	"aguante/core/support"
)

// job is what is laid on a board or a sheet as one: a piece, two that one bevelled rip parts, or a row of
// pieces that come off one length.
type job struct {
	length, width float64
	grain         design.Grain
	lies          []lying
	first         float64 // how wide the first of two is that a rip parts, 0 where there is none
	tilt          float64 // of that rip
	row           string  // that it is to come off one length with
}

// lying is a piece in a job, from its first corner.
type lying struct {
	id, called          string
	x, y, length, width float64
}

// Strip is a part that is ripped off a shelf, whose left end is so far from the shelf's, mm.
type Strip struct {
	*Part
	From float64
}

// Strips are the strips that are ripped off their own shelf, by the shelf's letter: where a shelf and its strip are
// to be bored at once, and the strip is of its wood, as high as it is thick and no longer, and its bores go
// right through it.
func Strips(p *design.Project, parts []Part) map[string]Strip {
	out := map[string]Strip{}
	for i := range parts {
		board := &parts[i]
		if len(board.Each) != 1 || !strings.HasSuffix(board.Each[0].Piece, "/board") || p.Making.PracticeOf(board.Each[0].Shelf).Bores != design.BoresBefore {
			continue
		}
		at := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == board.Each[0].Shelf })
		if at < 0 {
			continue
		}
		s := &p.Shelves[at]
		r := p.RailOf(s)
		for k := range parts {
			q := &parts[k]
			if r != nil && r.Kind == support.Strip && len(q.Each) == 1 && q.Each[0].Owner == r.ID && q.Wood == board.Wood &&
				math.Abs(q.Width-board.Thickness) < 0.6 && len(r.Joints) == 0 && r.X >= s.X && r.X+r.Length <= s.X+s.Length && board.Wider == 0 && q.Wider == 0 &&
				!slices.ContainsFunc(q.Features, func(f piece.Feature) bool { return f.Of == "" && f.Depth > 0 }) {
				out[board.Letter] = Strip{q, float64(r.X - s.X)}
			}
		}
	}
	return out
}

// jobs lays out the pieces of a part that are not cut yet, with the strip that is ripped off it, if any.
func jobs(p *Part, strip Strip, kerf float64, done map[string]bool) []job {
	length, width := p.Rough()
	var left []Each
	for _, e := range p.Each {
		if !done[e.ID] {
			left = append(left, e)
		}
	}
	one := func(e Each) job {
		return job{length: length, width: width, grain: p.Grain, row: e.Row, lies: []lying{{e.ID, e.Called, 0, 0, length, width}}}
	}
	var out []job
	if p.Bevel > 0 && p.Bevel < 80 {
		// Two at a time from one blank: the rip between them is the bevel of both.
		blank := piece.CleatPair(width, width, p.Thickness, p.Bevel, kerf)
		for ; len(left) > 1; left = left[2:] {
			out = append(out, job{length: length, width: blank, grain: p.Grain, first: blank / 2, tilt: p.Bevel, lies: []lying{
				{left[0].ID, left[0].Called, 0, 0, length, blank / 2}, {left[1].ID, left[1].Called, 0, blank / 2, length, blank / 2}}})
		}
	}
	for _, e := range left {
		j := one(e)
		if strip.Part != nil && !done[strip.Each[0].ID] {
			s := strip.Each[0]
			j.first, j.width = strip.Thickness, strip.Thickness+kerf+width
			j.lies = []lying{{s.ID, s.Called, strip.From, 0, strip.Length, strip.Thickness}, {e.ID, e.Called, 0, strip.Thickness + kerf, length, width}}
		}
		out = append(out, j)
	}
	return out
}

// inRows makes one job of all that are to come off one length, in the order in which they come. They are as wide as
// each other.
func inRows(all []job, kerf float64) []job {
	var out []job
	for _, j := range all {
		i := slices.IndexFunc(out, func(o job) bool {
			return j.row != "" && o.row == j.row && o.first == 0 && j.first == 0 && math.Abs(o.width-j.width) < sameWidth
		})
		if i < 0 {
			out = append(out, j)
			continue
		}
		next := j.lies[0]
		next.x = out[i].length + kerf
		out[i].lies = append(out[i].lies, next)
		out[i].length += kerf + j.length
		out[i].width = max(out[i].width, j.width)
	}
	return out
}

// section is a stretch of board that narrower jobs are ripped from, lane by lane.
type section struct {
	length float64
	lanes  []lane
	width  float64 // taken so far, with a blade between lanes
}

type lane struct {
	y, width, used float64
	jobs           []job
}

// sections puts jobs that are narrower than a board side by side and end to end, the longest first; one as wide
// as its board is a section by itself.
func sections(all []job, board, kerf float64) []section {
	order := slices.Clone(all)
	slices.SortStableFunc(order, func(a, b job) int {
		return cmp.Or(cmp.Compare(b.length, a.length), cmp.Compare(b.width, a.width))
	})
	var out []section
	for _, j := range order {
		if !into(out, j, board, kerf) {
			out = append(out, section{length: j.length, width: j.width, lanes: []lane{{width: j.width, used: j.length, jobs: []job{j}}}})
		}
	}
	return out
}

// into puts a job where there is room in a section: behind others of its width, or in a lane of its own.
func into(all []section, j job, board, kerf float64) bool {
	for i := range all {
		s := &all[i]
		for k := range s.lanes {
			if l := &s.lanes[k]; math.Abs(l.width-j.width) < 0.05 && l.used+kerf+j.length <= s.length+1e-6 {
				l.jobs = append(l.jobs, j)
				l.used += kerf + j.length
				return true
			}
		}
		if y := s.width + kerf; y+j.width <= board+1e-6 {
			s.lanes = append(s.lanes, lane{y: y, width: j.width, used: j.length, jobs: []job{j}})
			s.width = y + j.width
			return true
		}
	}
	return false
}
