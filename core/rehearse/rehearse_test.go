package rehearse

import (
	"math/rand/v2"
	"testing"

	"aguante/core/dress/dresstest"
	"aguante/core/prove"
)

// fresh is a shelf of a seed: the same once more for the same seed.
func fresh(seed uint64, k *Kind, g prove.Gauge) *Shelf {
	rng := rand.New(rand.NewPCG(seed, 17))
	kind := Drawn(rng)
	if k != nil {
		kind = *k
	}
	return New(rng, kind, g)
}

// Of a thousand shelves of the mix that are loaded as the advice says, by any gauge, at most five come down.
func TestOfAThousandAtMostFiveComeDown(t *testing.T) {
	for _, g := range []prove.Gauge{prove.Dial, prove.Edge, prove.Line, prove.NoGauge} {
		down := 0
		for seed := range uint64(1000) {
			switch fresh(seed, nil, g).Test(false) {
			case CameDown:
				down++
			case Nowhere:
				t.Fatalf("%s: shelf %d comes to no end", g, seed)
			}
		}
		t.Logf("%s: %d of 1000", g, down)
		if down > 5 {
			t.Errorf("%s: %d came down", g, down)
		}
	}
}

// told is how many of so many shelves of a kind that would have come down in their test were unloaded in time.
func told(k *Kind, n int) (told, drawn int) {
	for seed := uint64(0); drawn < n; seed++ {
		s := fresh(seed, k, prove.Dial)
		if s.Plan.Load < 0.75*s.Strength || s.Test(true) != CameDown { // a day takes less than a fifth of it
			continue
		}
		drawn++
		if fresh(seed, k, prove.Dial).Test(false) != CameDown {
			told++
		}
	}
	return told, drawn
}

// Of those that would come down, so many are told of in time. Where a joint of glue goes there is little to tell.
func TestWhatWouldComeDownIsTold(t *testing.T) {
	least := map[string]float64{"heel screw": .93, "screw lateral": .93, "lining": .93, "clear board": .93, "knotty board": .80, "split": .60}
	for _, k := range Kinds() {
		if k.Steel {
			continue // hardly one in a million comes down under 0.7 of what bends it
		}
		got, n := told(&k, dresstest.Trials(60, 300))
		t.Logf("%s: %d of %d told", k.Name, got, n)
		if float64(got) < least[k.Name]*float64(n) {
			t.Errorf("%s: only %d of %d were told", k.Name, got, n)
		}
	}
	if got, n := told(nil, dresstest.Trials(60, 300)); float64(got) < 0.91*float64(n) {
		t.Errorf("the mix: only %d of %d were told", got, n)
	} else {
		t.Logf("the mix: %d of %d told", got, n)
	}
}

// Sound shelves are seldom stopped, and hardly ever by what the gauge alone says. Sound is one that would hold, and in which
// nothing of what gives begins to sound or show by the end; one in which it has begun is told of with reason.
func TestSoundShelvesAreSeldomStopped(t *testing.T) {
	for _, g := range []prove.Gauge{prove.Dial, prove.Edge, prove.Line} {
		sound, stopped, begun, told, noise := 0, 0, 0, 0, 0
		for seed := range uint64(dresstest.Trials(500, 2000)) {
			deaf := fresh(seed, nil, g)
			if deaf.Test(true) == CameDown {
				continue
			}
			ends := fresh(seed, nil, g).Test(false) == Unloaded
			if deaf.worst > min(deaf.onset, deaf.from) {
				begun++
				if ends {
					told++
				}
				continue
			}
			sound++
			if ends {
				stopped++
			}
			s := fresh(seed, nil, g)
			s.quiet, s.a, s.f, s.onset, s.from = true, 0, 1, 2, 2
			if s.Test(false) == Unloaded {
				noise++
			}
		}
		t.Logf("%s: of %d sound ones %d were stopped, %d by noise alone; of %d in which something had begun %d", g, sound, stopped, noise, begun, told)
		if float64(stopped) >= 0.05*float64(sound) {
			t.Errorf("%s: %d of %d sound shelves were stopped", g, stopped, sound)
		}
		if float64(noise) >= 0.005*float64(sound) {
			t.Errorf("%s: %d of %d were stopped by noise alone", g, noise, sound)
		}
	}
}
