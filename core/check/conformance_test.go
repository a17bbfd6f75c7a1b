package check

import (
	"encoding/json"
	"fmt"
	"math"
	"reflect"
	"slices"
	"testing"

	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/quantity"
	"aguante/core/support"
)

// What every way of hanging and every form has to do. A new one is in the list of
// recipes and so is asked all of this with no line of its own. See docs/add-a-way.md.
func TestEveryWayConforms(t *testing.T) {
	for _, way := range support.Recipes() {
		t.Run(way.Key, func(t *testing.T) {
			c := conformer{way: way.Key, p: dressed(t, way.Key)}
			for _, test := range []struct {
				name string
				run  func(t *testing.T) []string
			}{
				{"is a design without fault", c.valid},
				{"goes through a file", c.roundTrip},
				{"balances", c.balances},
				{"no fastener is asked for less", c.noFastenerIsAskedForLess},
				{"every load is asked", c.everyLoadIsAsked},
				{"every link is reached", c.everyLinkIsReached},
				{"every link is coded", c.everyLinkIsCoded},
				{"is drawn", c.isDrawn},
				{"every hole has a place", c.everyHoleHasAPlace},
				{"pieces are as drawn", c.piecesAsDrawn},
				{"pieces weigh what is asked", c.piecesWeigh},
				{"holes are fasteners", c.holesAreFasteners},
			} {
				t.Run(test.name, func(t *testing.T) {
					for _, w := range test.run(t) {
						t.Error(w)
					}
				})
			}
		})
	}
}

type conformer struct {
	way string
	p   *design.Project
}

// dressed is the demo wall's shelf hung in a way, with its goods on every level.
func dressed(t *testing.T, way string) *design.Project {
	t.Helper()
	p := demoWall(t)
	p.Shelves = p.Shelves[:1]
	p.Shelves[0].Thickness = 30 // thick enough for what goes into it
	n := 0
	h, err := dress.Shelf(p, 0, way, func() string { n++; return fmt.Sprintf("new-%d", n) })
	if err != nil {
		t.Fatal(err)
	}
	p = p.With(0, h)
	s := &p.Shelves[0]
	s.Misfit = 0
	s.Contents = []load.Item{{ID: "it", Name: "jars", Shape: "jars", By: load.ByLength, PerMetre: 8, From: s.Length * 0.15,
		To: s.Length * 0.85, Depth: s.Depth / 2, Height: 200, Place: load.Back}}
	if form, _ := s.Form(); form != nil {
		one := s.Contents[0]
		s.Contents = nil
		for l := range form.Tiers() {
			one.ID, one.Level = fmt.Sprint("it", l), l
			s.Contents = append(s.Contents, one)
		}
	}
	return p
}

func (c *conformer) shelf() *design.Shelf { return &c.p.Shelves[0] }

func (c *conformer) form() support.Form {
	f, _ := c.shelf().Form()
	return f
}

func (c *conformer) run(t *testing.T) *run {
	t.Helper()
	r, err := newRun(t.Context(), c.p, c.shelf(), c.shelf().Candidates()[0])
	if err != nil {
		t.Fatal(err)
	}
	if r.rig == nil {
		t.Fatal("it does not stand on two supports")
	}
	return r
}

func (c *conformer) answer(t *testing.T, change func(s *design.Shelf)) *Shelf {
	t.Helper()
	p := *c.p
	p.Shelves = []design.Shelf{c.shelf().Clone()}
	if change != nil {
		change(&p.Shelves[0])
	}
	a, err := One(t.Context(), &p, 0)
	if err != nil {
		t.Fatal(err)
	}
	return a
}

func (c *conformer) valid(*testing.T) (wrong []string) {
	for _, bad := range c.p.Validate() {
		wrong = append(wrong, bad.Path+": "+bad.Message)
	}
	return wrong
}

func (c *conformer) roundTrip(t *testing.T) []string {
	b, err := json.Marshal(c.p)
	if err != nil {
		t.Fatal(err)
	}
	var back design.Project
	if err := json.Unmarshal(b, &back); err != nil {
		t.Fatal(err)
	}
	if again, _ := json.Marshal(&back); string(again) != string(b) {
		return []string{"a file of it reads as another design"}
	}
	if back.Validate(); !reflect.DeepEqual(back.Shelves[0].Forms, c.shelf().Forms) {
		return []string{"its form is not what it was"}
	}
	return nil
}

// off tells whether two sums differ by more than a part in a million.
func off(got, want, of float64) bool { return !(math.Abs(got-want) <= 1e-6*max(math.Abs(of), 1)) }

// balances: in every state, and with something set down anywhere, what the supports carry
// is what stands on them, as forces and as moments along the wall and off it.
func (c *conformer) balances(t *testing.T) (wrong []string) {
	if form := c.form(); form != nil {
		return c.formBalances(form)
	}
	r := c.run(t)
	length, depth := float64(c.shelf().Length), float64(c.shelf().Depth)
	sums := func(v *view) (force, along, out float64) {
		for _, own := range r.selfPatches() {
			w := own.W * (own.To - own.From)
			force, along, out = force+w, along+w*(own.From+own.To)/2, out+w*(r.out+depth/2)
		}
		for _, bay := range v.state.bays {
			from, to := r.rig.Bay(bay)
			for _, it := range r.items {
				a, b := max(from, it.from), min(to, it.to)
				if w := v.lambda * it.w * (b - a); b > a {
					force, along, out = force+w, along+w*(a+b)/2, out+w*it.z
				}
			}
		}
		if v.point >= 0 {
			x := r.points[v.point-r.colPoint(0)]
			force, along, out = force+v.weight, along+v.weight*x, out+v.weight*(r.out+depth)
		}
		return force, along, out
	}
	var views []view
	for _, st := range r.states {
		for _, lambda := range []float64{0, 1, 2.5} {
			views = append(views, r.look(st, lambda))
		}
	}
	for k := range r.points {
		v, err := r.setDown(k, 200)
		if err != nil {
			t.Fatal(err)
		}
		views = append(views, v)
	}
	for i := range views {
		v := &views[i]
		if v.gone() || v.tips {
			continue
		}
		force, along, out := sums(v)
		for k := range r.at {
			f, m := v.action(k)
			force, along, out = force-f, along-f*r.at[k], out-m
		}
		whole, _, _ := sums(v)
		if r.backing != nil && v.state.pattern == "with all contents" {
			laid, all := 0.0, v.lambda*r.asked*quantity.Gravity+r.selfW*length+v.weight
			for _, a := range r.carried(nil, v, hold.Everyday, hold.Stiffness) {
				laid += a.R
			}
			if laid+whole < all*(1-1e-9) {
				wrong = append(wrong, fmt.Sprintf("%s × %g: of %g N only %g are asked of anything", v.when(), v.lambda, all, laid+whole))
			}
		}
		if off(force, 0, whole) || off(along, 0, whole*length) || off(out, 0, whole*depth) {
			wrong = append(wrong, fmt.Sprintf("%s × %g: left over are %g N, %g N·mm along and %g N·mm off the wall", v.when(), v.lambda, force,
				along, out))
		}
	}
	return wrong
}

// formBalances: what a form's parts carry together is its goods and itself.
func (c *conformer) formBalances(form support.Form) (wrong []string) {
	g := newStand(c.p, c.shelf(), form, c.shelf().Candidates()[0])
	for _, by := range []float64{0, 1, 2.5} {
		sum := 0.0
		for _, part := range g.on.Parts(support.Demand{By: by, Care: 1, Case: hold.Everyday}) {
			if !part.On {
				sum += part.Share
			}
		}
		sum += support.OnFloor(g.on, support.Demand{By: by, Care: 1, Case: hold.Everyday})
		if want := g.on.Self() + by*g.asked*quantity.Gravity; off(sum, want, want) {
			wrong = append(wrong, fmt.Sprintf("%g times its goods: its parts carry %.6f N of %.6f", by, sum, want))
		}
	}
	return wrong
}

// noFastenerIsAskedForLess: all that stands on a board is pushed across the fasteners into
// the wall that are drawn.
func (c *conformer) noFastenerIsAskedForLess(t *testing.T) []string {
	if c.form() != nil {
		return nil // its feet stand on the floor
	}
	a := c.answer(t, nil)
	across, share := 0.0, 0.0
	for _, s := range a.Supports {
		share += s.Share * quantity.Gravity * c.shelf().Below.Care()
		for _, h := range s.Geometry.Holes {
			if s.Own > 0 {
				across += h.Shear
			}
		}
	}
	if a.Rail != nil {
		r := c.run(t)
		v := r.look(r.states[0], 1)
		for _, col := range r.rail.Geometry(r.pulled(nil, &v, hold.Everyday, hold.Strength)).Columns {
			for _, h := range col.Holes {
				across += h.Shear
			}
		}
	}
	if across < share*(1-1e-6) {
		return []string{fmt.Sprintf("the supports carry %.1f N, the fasteners are asked %.1f N", share, across)}
	}
	return nil
}

// everyLoadIsAsked: one thing alone, anywhere on it, uses some link more when it is heavier.
func (c *conformer) everyLoadIsAsked(t *testing.T) (wrong []string) {
	s := c.shelf()
	levels := 1
	if form := c.form(); form != nil {
		levels = len(form.Tiers())
	}
	for level := range levels {
		for _, part := range []float64{0, 0.1, 0.3, 0.5, 0.7, 0.9} {
			for _, place := range []load.Place{load.Back, load.Front} {
				x := s.Length * quantity.Length(part)
				with := func(kg quantity.Mass) map[string]float64 {
					return usedBy(c.answer(t, func(s *design.Shelf) {
						s.Contents = []load.Item{{ID: "one", Name: "one", Shape: "boxes", By: load.ByCount, Count: 1, Each: kg, From: x,
							To: x + s.Length/10, Depth: s.Depth / 3, Height: 100, Place: place, Level: level}}
					}))
				}
				light, heavy := with(2), with(4)
				if !slices.ContainsFunc(keys(heavy), func(id string) bool { return heavy[id] > light[id]+1e-9 }) {
					wrong = append(wrong, fmt.Sprintf("4 kg at %.0f mm, %s, level %d, ask no link more than 2 kg", float64(x), place, level))
				}
			}
		}
	}
	return wrong
}

func usedBy(a *Shelf) map[string]float64 {
	out := map[string]float64{}
	for _, l := range a.Links {
		if l.Kind != hold.Stiffness {
			out[l.ID] = max(l.Used, l.Handling)
			if l.Fails {
				out[l.ID] = math.Inf(1)
			}
		}
	}
	return out
}

func keys(m map[string]float64) []string {
	var out []string
	for k := range m {
		out = append(out, k)
	}
	return out
}

// everyLinkIsReached: for every link that is no gate there is a load by which it is used.
func (c *conformer) everyLinkIsReached(t *testing.T) (wrong []string) {
	used := map[string]float64{}
	names := map[string]string{}
	look := func(a *Shelf) {
		for _, l := range a.Links {
			if l.Kind == hold.Gate {
				continue
			}
			names[l.ID] = l.Name + ", " + l.Where
			used[l.ID] = max(used[l.ID], l.Used, l.Handling, l.Accident)
		}
	}
	look(c.answer(t, nil))
	for _, place := range []load.Place{load.Back, load.Front} {
		for _, part := range []float64{0, 0.45, 0.9} {
			look(c.answer(t, func(s *design.Shelf) {
				for i := range s.Contents {
					it := &s.Contents[i]
					it.Place, it.From, it.PerMetre = place, s.Length*quantity.Length(part), 600
					it.To = it.From + s.Length/10
				}
			}))
		}
	}
	look(c.answer(t, func(s *design.Shelf) { s.Accident, s.Contents = design.Lean, nil }))
	for id, u := range used {
		if u <= 0 {
			wrong = append(wrong, fmt.Sprintf("%s (%s) is used by no load", names[id], id))
		}
	}
	slices.Sort(wrong)
	return wrong
}
