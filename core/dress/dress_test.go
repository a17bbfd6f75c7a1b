package dress_test

import (
	"errors"
	"fmt"
	"math"
	"reflect"
	"slices"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/dress/dresstest"
	"aguante/core/hold"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/wall"
)

func near(got, want, rel float64) bool { return math.Abs(got-want) <= rel*math.Abs(want) }

func ids() func() string {
	n := 0
	return func() string { n++; return fmt.Sprintf("new-%d", n) }
}

// jars is the demo's jar shelf alone on its wall, its board 38 mm thick.
func jars(t testing.TB) *design.Project {
	t.Helper()
	p := dresstest.HoneyRoom(t)
	i := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == "jars" })
	p.Shelves, p.Fixtures = p.Shelves[i:i+1], support.Fixtures{}
	p.Shelves[0].Thickness = 38
	return p
}

// hung is the shelf of a design hung in a way, and what it comes to.
func hung(t testing.TB, p *design.Project, way string) check.Shelf {
	t.Helper()
	h, err := dress.Shelf(p, 0, way, ids())
	if err != nil {
		t.Fatalf("%s: %v", way, err)
	}
	*p = *p.With(0, h)
	return checked(t, p, way)
}

func checked(t testing.TB, p *design.Project, way string) check.Shelf {
	t.Helper()
	r, err := check.Run(t.Context(), p)
	if err != nil {
		t.Fatalf("%s: %v", way, err)
	}
	return r.Shelves[0]
}

func walls(t testing.TB) map[string]func() *design.Project {
	solid := func(k wall.Kind) func() *design.Project {
		return func() *design.Project {
			p := jars(t)
			p.Units.Length = "mm"
			p.Wall.Kind, p.Wall.Lining, p.Wall.Studs = k, wall.Lining{Kind: wall.Plaster, Thickness: 12}, []wall.Stud{}
			return p
		}
	}
	return map[string]func() *design.Project{
		"inches":   func() *design.Project { return jars(t) },
		"mm":       func() *design.Project { p := jars(t); p.Units.Length = "mm"; return p },
		"masonry":  solid(wall.Masonry),
		"concrete": solid(wall.Concrete),
		"no studs": func() *design.Project { p := jars(t); p.Wall.Studs = []wall.Stud{}; return p },
	}
}

// Every way on every wall: it can be checked, everything under the board carries the
// whole load between them, and a stated limit is one.
func TestEveryWayOnEveryWall(t *testing.T) {
	for on, build := range walls(t) {
		for _, w := range support.Recipes() {
			name := w.Key + " on " + on
			p := build()
			h, err := dress.Shelf(p, 0, w.Key, ids())
			if w.Key == "pins-in-wall" && on == "no studs" {
				if err == nil || !strings.Contains(err.Error(), "studs") {
					t.Errorf("%s: %v", name, err)
				}
				continue
			}
			if err != nil {
				t.Errorf("%s: %v", name, err)
				continue
			}
			*p = *p.With(0, h)
			answer := checked(t, p, name)
			sum := 0.0
			for _, u := range answer.Supports {
				sum += u.Share
				if u.Number == 0 {
					t.Errorf("%s: %s is not under the board", name, u.ID)
				}
			}
			if all := answer.Asked + answer.Self; w.Key != "sleeve" && w.Key != "hooks" && w.Key != "cart" && !near(sum, all, 1e-4) &&
				(w.Key != "ledgers" || sum < all/2 || sum > all) { // the back cleat has the rest
				t.Errorf("%s: shares sum to %v of %v kg", name, sum, all)
			}
			if answer.First == "" {
				t.Errorf("%s: nothing gives first", name)
			}
			if answer.HoldsUpTo.Kg > 1 && !answer.HoldsUpTo.Above {
				by := answer.HoldsUpTo.Kg / answer.Asked
				for i := range p.Shelves[0].Contents {
					p.Shelves[0].Contents[i].Each *= quantity.Mass(by)
				}
				at := checked(t, p, name)
				for _, l := range at.Links {
					if l.ID == answer.First && !near(l.Used, 1, 0.002) && l.Kind != hold.Gate {
						t.Errorf("%s: at its limit of %v kg %s is used %v", name, answer.HoldsUpTo.Kg, l.ID, l.Used)
					}
				}
			}
		}
	}
}

// The columns of a rail carry all that hangs on it, and in a masonry wall its anchors do.
func TestRailsCarryAll(t *testing.T) {
	for on, build := range walls(t) {
		for _, way := range []string{"pins-in-strip", "sleeve", "cleat"} {
			answer := hung(t, build(), way)
			sum := 0.0
			for _, c := range answer.Rail.Geometry.Columns {
				sum += quantity.Mass(c.Share/quantity.Gravity).Weight() / quantity.Gravity
			}
			if all := answer.Asked + answer.Self; sum < all*0.4 {
				t.Errorf("%s on %s: its columns carry %v of %v kg", way, on, sum, all)
			}
		}
	}
}

func TestMirroredItAnswersTheSame(t *testing.T) {
	for _, w := range support.Recipes() {
		if w.Key == "cart" {
			continue // its hinges are on the left
		}
		p := jars(t)
		a := hung(t, p, w.Key)
		mirror(p)
		b := checked(t, p, w.Key)
		if !near(a.HoldsUpTo.Kg, b.HoldsUpTo.Kg, 1e-4) || a.First != b.First && !near(a.HoldsUpTo.Kg, b.HoldsUpTo.Kg, 1e-9) {
			t.Errorf("%s: holds %v by %s, mirrored %v by %s", w.Key, a.HoldsUpTo.Kg, a.First, b.HoldsUpTo.Kg, b.First)
		}
	}
}

// mirror turns a design about the middle of its wall.
func mirror(p *design.Project) {
	s := &p.Shelves[0]
	for i := range s.Contents {
		it := &s.Contents[i]
		it.From, it.To = s.Length-it.To, s.Length-it.From
	}
	flip(reflect.ValueOf(p).Elem(), p.Wall.Length)
	if f := s.Frame; f != nil {
		slices.Reverse(f.Posts) // they are counted from the left
	}
}

// flip puts everything that has a place along a wall so long at its mirrored one: what has
// a length begins there at its left end, what hinders a width.
func flip(v reflect.Value, wallLong quantity.Length) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			flip(v.Elem(), wallLong)
		}
	case reflect.Slice:
		for i := range v.Len() {
			flip(v.Index(i), wallLong)
		}
	case reflect.Struct:
		if c, ok := v.Addr().Interface().(*support.Side); ok { // its places are along the side wall
			c.At = map[support.End]support.End{support.LeftEnd: support.RightEnd, support.RightEnd: support.LeftEnd}[c.At]
			return
		}
		if x := own(v, "X"); x.IsValid() && x.Type() == reflect.TypeFor[quantity.Length]() {
			at := wallLong - quantity.Length(x.Float())
			if long := own(v, "Length"); long.IsValid() {
				at -= quantity.Length(long.Float())
			}
			if k, ok := v.Addr().Interface().(*wall.KeepOut); ok {
				at -= k.Width
			}
			if a, ok := v.Addr().Interface().(*support.Panel); ok {
				at -= a.Width
			}
			x.SetFloat(float64(at))
		}
		for i := range v.NumField() {
			flip(v.Field(i), wallLong)
		}
	}
}

// own is a field of a struct itself, not of one that it embeds.
func own(v reflect.Value, name string) reflect.Value {
	if f, ok := v.Type().FieldByName(name); !ok || len(f.Index) > 1 {
		return reflect.Value{}
	}
	return v.FieldByName(name)
}

func TestWaysThatCannotApplySayWhy(t *testing.T) {
	thin, low, shallow, block := jars(t), jars(t), jars(t), jars(t)
	thin.Shelves[0].Thickness = 12
	low.Shelves[0].Y = 30
	shallow.Shelves[0].Depth = 60
	block.Wall.Kind = wall.Block
	for name, c := range map[string]struct {
		p        *design.Project
		way, why string
	}{
		"thin board":    {thin, "pins-in-strip", "12 mm thick"},
		"thin for rods": {thin, "pins-in-wall", "needs 24"},
		"at the floor":  {low, "timber-brackets", "no room"},
		"no standards":  {low, "standards", "no room"},
		"shallow":       {shallow, "ledgers", "too shallow"},
		"hollow block":  {block, "pins-in-wall", "hollow block"},
		"no such way":   {thin, "skyhook", "not a way"},
	} {
		before := c.p.Shelves[0]
		s, err := dress.Shelf(c.p, 0, c.way, ids())
		if err == nil || !strings.Contains(say.In(say.Units{Length: "mm"}, err.Error()), c.why) {
			t.Errorf("%s: %v", name, err)
		}
		if c.way == "skyhook" && (!errors.Is(err, dress.ErrWay) || len(s.Shelf.Supports) != len(before.Supports)) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// A low strip's screws give long before its dowels; on a taller strip they hold more.
func TestALowStripAndATallOne(t *testing.T) {
	holds := func(height quantity.Length) (screws, pins float64, first string) {
		p := jars(t)
		p.Shelves[0].Thickness = 44
		hung(t, p, "pins-in-strip")
		s := &p.Shelves[0]
		rail := p.Fixtures.Rail(s.Rail)
		rail.Height, rail.Bottom = height, s.Y+s.Thickness-height
		rail.Made = hold.Made{Wood: "white-oak", Grade: "clear"} // its twist is not the question
		for i := range rail.Spots {
			rail.Spots[i].Y = height - 20
		}
		rail.Spots = slices.CompactFunc(rail.Spots, func(a, b support.Spot) bool { return a.X == b.X })
		r := checked(t, p, "strip")
		screws, pins = math.Inf(1), math.Inf(1)
		for _, l := range r.Links {
			switch l.Role {
			case hold.RoleNear:
				screws = min(screws, l.Limit.Kg)
			case hold.RoleBar:
				pins = min(pins, l.Limit.Kg)
			}
		}
		return screws, pins, r.First
	}
	low, pins, first := holds(44)
	tall, _, _ := holds(100)
	if low >= pins || !strings.Contains(first, "/rail/") {
		t.Errorf("low strip: screws hold %v, pins %v; first to give %s", low, pins, first)
	}
	if tall <= low*1.3 {
		t.Errorf("a strip of 100 mm holds %v, one of 44 %v", tall, low)
	}
}
