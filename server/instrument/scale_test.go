package instrument

import (
	"errors"
	"math"
	"testing"
)

func scale(t *testing.T, seed uint64, deeds ...Deed) Scale {
	t.Helper()
	s, err := NewScale(seed, deeds)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// steady reads until the scale is at rest, at most for ten seconds.
func steady(t *testing.T, s Scale, from float64) (float64, Reading) {
	t.Helper()
	for at := from; at < from+10; at += 0.25 {
		if r := s.Read(at); r.Stable {
			return at, r
		}
	}
	t.Fatal("the scale does not come to rest")
	return 0, Reading{}
}

func TestTareTheCrateThenWeigh(t *testing.T) {
	for seed := range uint64(50) {
		deeds := []Deed{{At: 1, Put: 1.85}}
		at, r := steady(t, scale(t, seed, deeds...), 1.3)
		if math.Abs(r.Kg-1.85) > 0.04 {
			t.Errorf("seed %d: the crate reads %v", seed, r.Kg)
		}
		deeds = append(deeds, Deed{At: at + 1, Put: 1.85, Tare: true}, Deed{At: at + 2, Put: 1.85 + 13.2})
		if _, r := steady(t, scale(t, seed, deeds...), at+3); math.Abs(r.Kg-13.2) > 0.05 {
			t.Errorf("seed %d: 13.2 kg in a tared crate reads %v", seed, r.Kg)
		}
	}
}

func TestItSettlesAndDoesNotLie(t *testing.T) {
	s := scale(t, 3, Deed{At: 1, Put: 10})
	last := -1.0
	for at := 1.0; at < 5; at += 0.1 {
		r := s.Read(at)
		if r.Fault != "" {
			continue
		}
		if r.Kg < last-0.05 {
			t.Errorf("at %.1f s it falls from %v to %v", at, last, r.Kg)
		}
		if r.Stable && math.Abs(r.Kg-10) > 0.05 {
			t.Errorf("at %.1f s it calls %v stable", at, r.Kg)
		}
		last = r.Kg
	}
	if first := s.Read(1.1); first.Stable {
		t.Errorf("stable at once: %+v", first)
	}
}

func TestFaults(t *testing.T) {
	over := scale(t, 1, Deed{At: 0, Put: ScaleCapacity + 0.5})
	s := scale(t, 9, Deed{At: 0, Put: 5})
	dropped, reads, faults := 0, 0, 0
	for at := 3.0; at < 503; at += 0.25 {
		if r := over.Read(at); r.Fault == "overload" || r.Fault == "no reading" {
			faults++
		}
		if s.Read(at).Fault == "no reading" {
			dropped++
		}
		reads++
	}
	if faults != reads {
		t.Errorf("over its capacity it gave %d readings", reads-faults)
	}
	if part := float64(dropped) / float64(reads); part < 0.02 || part > 0.07 {
		t.Errorf("%.3f of the readings are dropped", part)
	}
	later := scale(t, 4, Deed{At: 0, Put: 5})
	_, soon := steady(t, later, 5)
	_, late := steady(t, later, 3600)
	if d := late.Kg - soon.Kg; d < 0.08 || d > 0.2 {
		t.Errorf("in an hour it drifts by %v", d)
	}
}

func TestTheSameDeedsReadTheSame(t *testing.T) {
	a, b, c := scale(t, 7, Deed{At: 1, Put: 3}), scale(t, 7, Deed{At: 1, Put: 3}), scale(t, 8, Deed{At: 1, Put: 3})
	differ := false
	for at := 0.0; at < 20; at += 0.5 {
		if a.Read(at) != b.Read(at) {
			t.Errorf("at %v: %+v and %+v", at, a.Read(at), b.Read(at))
		}
		differ = differ || a.Read(at) != c.Read(at)
	}
	if !differ {
		t.Error("another seed reads just the same")
	}
}

func TestDeedsThatMakeNoSense(t *testing.T) {
	for name, deeds := range map[string][]Deed{
		"back in time": {{At: 5}, {At: 1}}, "negative": {{At: 1, Put: -2}}, "a lorry": {{At: 1, Put: 9000}},
		"not a number": {{At: 1, Put: math.NaN()}},
		"at no time":   {{At: math.NaN()}}, "too many": make([]Deed, 501),
	} {
		if _, err := NewScale(1, deeds); !errors.Is(err, ErrDeed) {
			t.Errorf("%s: %v", name, err)
		}
	}
}
