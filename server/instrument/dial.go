package instrument

import (
	"errors"
	"fmt"
	"math"
	"math/rand/v2"

	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/say"
)

// Bench is a board laid on two battens with a dial gauge under its middle.
// Lengths in mm.
type Bench struct {
	Wood      string  `json:"wood"`
	Grade     string  `json:"grade"`
	Span      float64 `json:"span_mm"`
	Width     float64 `json:"width_mm"`
	Thickness float64 `json:"thickness_mm"`
}

// Press is something done at the bench, At seconds after it was set up: Put says
// what hangs at the middle from then on, kg; Zero makes the gauge read zero.
type Press struct {
	At   float64 `json:"at_s"`
	Put  float64 `json:"put_kg"`
	Zero bool    `json:"zero"`
}

// Dial is what the gauge shows, mm, whether it has come to rest, and what is
// wrong, if anything is.
type Dial struct {
	Mm     float64 `json:"mm"`
	Stable bool    `json:"stable"`
	Fault  string  `json:"fault,omitempty"` // "end of travel" or "no reading"
}

// The gauge's manners, and the board's.
const (
	DialTravel  = 25.0  // mm
	dialStep    = 0.01  // mm
	dialSettles = 0.35  // s
	dialNoise   = 0.004 // mm
	dialDrift   = 0.002 // mm a minute
	dialDrops   = 0.03
	boardSpread = 0.15  // of E about the mean of its wood
	boardCreeps = 0.006 // of the sag, for each tenfold of time
	boardKeeps  = 0.004 // of the greatest sag stays when the load is off
)

// ErrPress: that cannot be done at the bench.
var ErrPress = errors.New("that cannot be done to the board")

// ReadDial is the simulated dial gauge after some presses, in the order of time.
// The board on the bench has an E of its own, which the seed sets and only a test
// can tell.
func ReadDial(seed uint64, b Bench, presses []Press, at float64) (Dial, error) {
	grade, _ := material.GradeOf(b.Grade)
	board, ok := material.Stuff(b.Wood, grade, material.Dry, b.Width, b.Thickness)
	switch {
	case !ok:
		return Dial{}, fmt.Errorf("%w: wood %q is not known", ErrPress, b.Wood)
	case !(b.Span >= 100 && b.Span <= 6000) || !(b.Width >= 10 && b.Width <= 1500) || !(b.Thickness >= 3 && b.Thickness <= 150):
		return Dial{}, fmt.Errorf("%w: a board %s × %s on battens %s apart", ErrPress, say.Place(b.Width),
			say.Length(b.Thickness), say.Place(b.Span))
	case len(presses) > 500:
		return Dial{}, fmt.Errorf("%w: %d doings are too many", ErrPress, len(presses))
	}
	if err := At(at); err != nil {
		return Dial{}, err
	}
	e := TrueE(seed, board)
	per := quantity.Gravity * math.Pow(b.Span, 3) / (48 * e * b.Width * math.Pow(b.Thickness, 3) / 12)
	last := 0.0
	for i, p := range presses {
		if !(p.At >= last) || At(p.At) != nil || !(p.Put >= 0) || p.Put > 500 {
			return Dial{}, fmt.Errorf("%w: doing %d, %s at %g s: 0 to %s, one after the other", ErrPress, i+1, say.Mass(p.Put),
				p.At, say.Mass(500))
		}
		last = p.At
	}
	zero := 0.0
	for _, p := range presses {
		if p.Zero && p.At <= at {
			zero, _ = pressed(presses, per, p.At)
		}
	}
	now, _ := pressed(presses, per, at)
	before, _ := pressed(presses, per, max(0, at-0.4))
	rng := rand.New(rand.NewPCG(seed, math.Float64bits(at)))
	if rng.Float64() < dialDrops {
		return Dial{Fault: "no reading"}, nil
	}
	shown := now - zero + rng.NormFloat64()*dialNoise
	if math.Abs(shown) > DialTravel {
		return Dial{Fault: "end of travel"}, nil
	}
	return Dial{Mm: math.Round(shown/dialStep) * dialStep, Stable: math.Abs(now-before) < dialStep && at > 0.4}, nil
}

// TrueE is what the board on the simulated bench really has, MPa.
func TrueE(seed uint64, b material.Board) float64 {
	rng := rand.New(rand.NewPCG(seed, 0xd1a1))
	return b.E(nil) * (1 + boardSpread*max(-1.6, min(1.6, rng.NormFloat64())))
}

// pressed is how far the board is down at a time, mm, and what hangs on it.
func pressed(presses []Press, per, at float64) (down, hangs float64) {
	since, most, settled := 0.0, 0.0, 0.0
	for _, p := range presses {
		if p.At > at {
			break
		}
		settled = hangs + (settled-hangs)*math.Exp(-(p.At-since)/dialSettles)
		if !p.Zero {
			hangs = p.Put
			most = max(most, hangs)
		}
		since = p.At
	}
	settled = hangs + (settled-hangs)*math.Exp(-(at-since)/dialSettles)
	creep := 1 + boardCreeps*math.Log10(1+max(0, at-since))
	return per*(settled*creep+(most-hangs)*boardKeeps) + dialDrift*at/60, hangs
}

// ReadMoisture is the simulated moisture meter: what it shows, %, at the n-th pair
// of pins pushed into a board. It reads 6 to 60 %; drier it says so, and now and
// then its pins do not bite.
func ReadMoisture(seed uint64, condition material.Condition, n int) (pct float64, fault string) {
	rng := rand.New(rand.NewPCG(seed, 0x3013))
	truth := map[material.Condition]float64{material.Damp: 13, material.Drying: 19, material.Wet: 26}[condition]
	if truth == 0 {
		truth = 6.5
	}
	truth += 6 * rng.Float64()
	pin := rand.New(rand.NewPCG(seed, uint64(n)+77))
	if pin.Float64() < 0.08 {
		return 0, "the pins do not bite"
	}
	pct = math.Round(2*(truth+0.6*pin.NormFloat64())) / 2
	if pct < 6 {
		return 0, "drier than 6 %"
	}
	return pct, ""
}
