package shop

import (
	"encoding/json"
	"os"
	"strings"
	"testing"

	"aguante/core/problem"
)

func board(id string) Stock {
	return Stock{ID: id, Name: "Oak", Wood: "white-oak", Length: 2440, Width: 190, Thickness: 19, Count: 2, Bad: []Span{{100, 160}}}
}

func TestANewShopIsValidInEitherWorld(t *testing.T) {
	for _, inch := range []bool{true, false} {
		s, l := New(inch), problem.New()
		if s.Validate(l); len(l.All()) > 0 || s.Kerf < 3 || s.Kerf > 3.3 {
			t.Errorf("%+v: %+v", s, l.All())
		}
	}
	if New(true).Paper != Letter || New(false).Paper != A4 {
		t.Error("the paper is the other's")
	}
}

func TestShopsThatCannotBeAreNamed(t *testing.T) {
	for path, spoil := range map[string]func(s *Shop){
		"format":          func(s *Shop) { s.Version = 9 },
		"kerf_mm":         func(s *Shop) { s.Kerf = 40 },
		"stock[0].wood":   func(s *Shop) { s.Stock[0].Wood = "cheese" },
		"stock[0].bad[0]": func(s *Shop) { s.Stock[0].Bad[0].To = 9000 },
		"stock[1].id":     func(s *Shop) { s.Stock = append(s.Stock, board("b1")) },
		"offers[0].price": func(s *Shop) {
			s.Offers = []Offer{{ID: "o", Wood: "mdf", Length: 2440, Width: 1220, Thickness: 18, Price: -1, Per: Piece}}
		},
		"offers[0].per": func(s *Shop) {
			s.Offers = []Offer{{ID: "o", Wood: "mdf", Length: 2440, Width: 1220, Thickness: 18, Per: "kiss"}}
		},
		"people[0].hours[6]": func(s *Shop) { s.People = []Person{{ID: "p", Hours: [7]float64{6: 25}}} },
		"paper":              func(s *Shop) { s.Paper = "papyrus" },
	} {
		s, l := New(false), problem.New()
		s.Stock = []Stock{board("b1")}
		spoil(&s)
		s.Validate(l)
		if len(l.All()) != 1 || !strings.HasPrefix(l.All()[0].Path, path) {
			t.Errorf("%s: %+v", path, l.All())
		}
	}
}

// A shop's file comes over what is there by its keys; nothing that it lacks is lost.
func TestShopsMerge(t *testing.T) {
	mine, theirs := New(false), New(true)
	mine.Stock, mine.Tools = []Stock{board("b1"), board("b2")}, []string{"drill"}
	changed := board("b2")
	changed.Count = 7
	theirs.Stock, theirs.Tools = []Stock{changed, board("b3")}, []string{"saw", "drill"}
	got := Merge(mine, theirs)
	if len(got.Stock) != 3 || got.Stock[1].Count != 7 || got.Stock[0].ID != "b1" || got.Kerf != theirs.Kerf || len(got.Tools) != 2 {
		t.Errorf("%+v", got)
	}
	if again := Merge(got, theirs); len(again.Stock) != 3 {
		t.Errorf("the same file twice: %+v", again.Stock)
	}
	if len(mine.Stock) != 2 || mine.Stock[1].Count != 2 {
		t.Errorf("what was there is changed: %+v", mine.Stock)
	}
}

// A shop's file from before it said how the saw cuts first, what is trimmed and which ends are square opens, and
// nothing in it has changed.
func TestAShopFromBeforeOpens(t *testing.T) {
	b, err := os.ReadFile("testdata/v1/shop.json")
	if err != nil {
		t.Fatal(err)
	}
	if strings.Contains(string(b), "first_cuts") || strings.Contains(string(b), "squared") {
		t.Fatal("the frozen file is not of then: this tests nothing")
	}
	var s Shop
	l := problem.New()
	if err := json.Unmarshal(b, &s); err != nil {
		t.Fatal(err)
	}
	if s.Validate(l); len(l.All()) > 0 || s.First != "" || s.Trim != 0 || s.Stock[0].Squared || s.Stock[0].Bad[0].To != 160 || s.Offers[0].Each() != 14.5 {
		t.Errorf("%+v: %v", s, l.All())
	}
	if merged := Merge(New(true), s); merged.Offers[0].Price != 14.5 {
		t.Errorf("%+v", merged)
	}
}
