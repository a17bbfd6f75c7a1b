package check_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/load"
)

// hooked is a hook rail with 8 kg of coats over all of it, on no hook of their own, or on one.
func hooked(t *testing.T, hook int) *design.Project {
	t.Helper()
	p := plain()
	dressedPlain(t, p, "hooks")
	s := &p.Shelves[0]
	it := load.Item{ID: "coats", Name: "coats", Shape: "box", By: load.ByCount, Count: 8, Each: 1, From: 0, To: s.Length, Place: load.Middle, Height: 800}
	if hook >= 0 {
		it.Hook = s.HookRail.Hooks[hook].ID
	}
	s.Contents = []load.Item{it}
	return p
}

// What hangs on one hook is all on it: a hook is judged at twice its share, so of n alike that bear
// alike, one that bears all of it holds the n-th part, where no least yank decides.
func TestWhatHangsOnOneHook(t *testing.T) {
	all, one := asked(t, hooked(t, -1)), asked(t, hooked(t, 1))
	n := float64(len(hooked(t, -1).Shelves[0].HookRail.Hooks))
	of := func(s *check.Shelf) float64 {
		k := slices.IndexFunc(s.Links, func(l check.Link) bool { return l.ID == one.First })
		return s.Links[k].Limit.Kg
	}
	if one.HoldsUpTo.Kg >= all.HoldsUpTo.Kg || of(one) != one.HoldsUpTo.Kg || math.Abs(of(one)-of(all)/n) > 1e-3*of(one) {
		t.Errorf("on one hook it holds %.2f kg; on all %g of them that one %.2f", one.HoldsUpTo.Kg, n, of(all))
	}
	if !strings.Contains(one.First, hooked(t, 1).Shelves[0].HookRail.Hooks[1].ID) {
		t.Errorf("%s gives first", one.First)
	}
	p := hooked(t, 1)
	if all := p.Unjudged(&p.Shelves[0]); len(all) > 0 {
		t.Errorf("not judged: %v", all)
	}
	p.Shelves[0].Contents[0].Hook = "none"
	if bad := p.Validate(); len(bad) != 1 || bad[0].Path != "shelves[0].contents[0].hook" || !strings.Contains(bad[0].Message, "choose another") {
		t.Errorf("%v", bad)
	}
}

// A shelf that is hung in another way has nothing on hooks any more.
func TestHooksThatGoLeaveNothingOnThem(t *testing.T) {
	p := hooked(t, 1)
	dressedPlain(t, p, "flat-brackets")
	if got := p.Shelves[0].Contents[0].Hook; got != "" || len(p.Validate()) > 0 {
		t.Errorf("it hangs on %q: %v", got, p.Validate())
	}
}

// More things than there is room for say so, and are reckoned all the same.
func TestMoreThanStandThere(t *testing.T) {
	p := plain()
	dressedPlain(t, p, "flat-brackets")
	it := load.Item{ID: "jars", Name: "jars", Shape: "jars", By: load.ByCount, Count: 24, Each: 0.6, From: 0, To: 900, Place: load.Middle, Depth: 100, Height: 118, Wide: 90}
	says := func() bool {
		p.Shelves[0].Contents = []load.Item{it}
		return slices.ContainsFunc(asked(t, p).Cautions, func(c check.Caution) bool {
			return c.About == "jars" && strings.Contains(c.Text, "more than stand there")
		})
	}
	if !says() {
		t.Error("24 where 10 by 2 stand: nothing is said")
	}
	if it.Count = 20; says() {
		t.Error("20 where 10 by 2 stand are too many")
	}
}
