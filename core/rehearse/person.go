package rehearse

import "aguante/core/prove"

// End is what became of a test.
type End string

// The ends.
const (
	CameDown End = "came down"
	Unloaded End = "unloaded" // by a rule, and it stood
	HeldOut  End = "held"
	Nowhere  End = "the advice came to no end"
)

// Test loads a shelf as the advice says: it reads, listens and looks at each reading, and unloads when told; deaf to all
// advice it goes on until the hold is over or the shelf is down.
func (s *Shelf) Test(deaf bool) End {
	run := prove.New(s.Plan)
	zero := 0.0
	take := func(e prove.Event) {
		e.At = s.now
		run.Take(e)
	}
	hear := func() {
		for _, n := range s.Listen() {
			if !deaf {
				take(prove.Event{Did: prove.Heard, What: n})
			}
		}
	}
	for range 5000 {
		if s.broken {
			return CameDown
		}
		a := run.Advise(s.now)
		switch a.Do {
		case prove.DoPut, prove.DoOff:
			if a.Do == prove.DoOff && s.load == s.Plan.Load {
				return HeldOut
			}
			s.Put(a.Kg)
			take(prove.Event{Did: prove.Put, Kg: a.Kg})
			hear()
			if !s.broken {
				s.Wait(15)
				hear()
			}
		case prove.DoZero:
			zero = s.Gauge()
			take(prove.Event{Did: prove.Zero, Mm: zero})
		case prove.DoWait:
			s.Wait(max(1, min(a.Due-s.now, 300)))
			hear()
		case prove.DoRead:
			if sign, ok := s.Look(); ok && !deaf {
				take(prove.Event{Did: prove.Saw, What: sign})
			}
			mm := s.Gauge() - zero
			if deaf {
				mm = s.Plan.Line * s.load // as reckoned
			}
			take(prove.Event{Did: prove.Read, Mm: mm})
		case prove.DoUnload:
			return Unloaded
		default:
			return HeldOut
		}
	}
	return Nowhere
}
