package problem

import (
	"math"
	"strings"
	"testing"

	"aguante/core/say"
)

func TestPathsLeadToThePlace(t *testing.T) {
	l := New()
	l.Add("", "the whole")
	l.In("shelves[0]").In("board").Add("grade", "no %s", "grade")
	l.In("shelves[1]").Add("", "itself")
	want := []string{"", "shelves[0].board.grade", "shelves[1]"}
	for i, p := range l.All() {
		if p.Path != want[i] {
			t.Errorf("path %q, want %q", p.Path, want[i])
		}
	}
	if l.All()[1].Message != "no grade" {
		t.Errorf("%+v", l.All()[1])
	}
}

func TestBoundsAreSaidInBothUnitsWhereNoneAreKnown(t *testing.T) {
	l := New()
	l.Between("depth_mm", 20, 30, 1500)
	l.MassBetween("each_kg", 3000, 0, 2000)
	l.CountBetween("count", math.NaN(), 0, 9)
	l.Between("fine_mm", 30, 30, 1500)
	all := l.All()
	if len(all) != 3 {
		t.Fatalf("%+v", all)
	}
	for i, says := range []string{"30 mm (1 3/16 in)", "2000 kg (4409.25 lb)", "give 0 to 9"} {
		if !strings.Contains(say.In(say.Units{}, all[i].Message), says) {
			t.Errorf("%q does not say %q", all[i].Message, says)
		}
	}
}

func TestIdsAreUsedOnce(t *testing.T) {
	l := New()
	a, b := l.In("studs[0]"), l.In("shelves[0]")
	a.ID("one")
	b.ID("two")
	if len(l.All()) != 0 {
		t.Fatalf("%+v", l.All())
	}
	b.ID("one")
	if all := l.All(); len(all) != 1 || all[0].Path != "shelves[0].id" || !strings.Contains(all[0].Message, "studs[0]") {
		t.Errorf("%+v", all)
	}
	for _, bad := range []string{"", "a b", "ü", strings.Repeat("x", 41), "<script>"} {
		n := len(l.All())
		l.ID(bad)
		if len(l.All()) != n+1 {
			t.Errorf("%q was taken as an id", bad)
		}
	}
}

func TestWordsAndNames(t *testing.T) {
	type colour string
	l := New()
	known := Words([]colour{"red", "blue"})
	l.OneOf("c", "red", known)
	l.OneOf("c", "green", known)
	l.Name("n", strings.Repeat("x", 120))
	l.Name("n", strings.Repeat("蜂", 60))
	l.Name("n", strings.Repeat("हिं", 60)) // with marks
	l.Name("n", strings.Repeat("x", 121))
	if all := l.All(); len(all) != 2 || !strings.Contains(all[0].Message, "use red, blue") || all[1].Path != "n" {
		t.Errorf("%+v", all)
	}
}
