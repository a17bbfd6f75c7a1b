package instrument

import (
	"errors"
	"fmt"
	"math"
	"math/rand/v2"

	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/scan"
	"aguante/core/wall"
)

// Move is one place of the scanner's way over the wall, At seconds after it was
// switched on. Calibrate zeroes it there.
type Move struct {
	At        float64         `json:"at_s"`
	X         quantity.Length `json:"x_mm"`
	Calibrate bool            `json:"calibrate,omitempty"`
}

// ErrMove: the scanner cannot have gone that way.
var ErrMove = errors.New("that is not a way that the scanner can go")

// The scanner's manners.
const (
	scanStep    = 4.0    // mm between readings
	scanTrails  = 5.0    // mm, how far what it shows lags behind
	scanNoise   = 0.025  // of a level
	scanSoft    = 3.5    // mm, how gently an edge comes
	scanPipe    = 0.85   // level over a pipe
	scanFast    = 1800.0 // mm/s: faster, and the calibration is lost
	scanLoses   = 0.02   // chance of losing it in each metre all the same
	scanFastFor = 60.0   // mm at such a speed
	scanMoves   = 20000  // places that it remembers,
	scanLong    = 240e3  // and how far it goes in all, mm: eight times along the longest wall
)

// Sweep is the simulated stud scanner: it is taken along the moves over a wall
// and says what it reads. Pipes and ducts look like narrow studs. It must be
// calibrated over plain lining; zeroed over a stud it sees less than nothing
// beside it.
func Sweep(seed uint64, behind *wall.Wall, moves []Move) ([]scan.Reading, error) {
	if len(moves) > scanMoves {
		return nil, fmt.Errorf("%w: %d places are too many", ErrMove, len(moves))
	}
	far := 0.0
	for i := 1; i < len(moves); i++ {
		far += math.Abs(float64(moves[i].X - moves[i-1].X))
	}
	if far > scanLong {
		return nil, fmt.Errorf("%w: %s of sweeping are too much, start again", ErrMove, say.Length(far))
	}
	rng := rand.New(rand.NewPCG(seed, 0x5ca7))
	out := []scan.Reading{}
	var zero, shown, fast float64
	lost := true
	read := func(at, x float64) {
		raw := sense(behind, x)
		if n := len(out); n == 0 {
			shown = raw
		} else {
			shown += (raw - shown) * (1 - math.Exp(-math.Abs(x-float64(out[n-1].X))/scanTrails))
		}
		level := math.Round(1000*(shown-zero+rng.NormFloat64()*scanNoise)) / 1000
		r := scan.Reading{At: math.Round(1000*at) / 1000, X: quantity.Length(math.Round(10*x) / 10), Level: level, Lost: lost}
		if lost {
			r.Level = 0
		}
		out = append(out, r)
	}
	for i, m := range moves {
		if x := float64(m.X); !(x >= 0) || x > float64(behind.Length) {
			return nil, fmt.Errorf("%w: place %d, %s, is not on the wall", ErrMove, i+1, say.Place(x))
		}
		if At(m.At) != nil || i > 0 && m.At < moves[i-1].At {
			return nil, fmt.Errorf("%w: place %d comes before the one before it", ErrMove, i+1)
		}
		if i > 0 {
			from, far := moves[i-1], float64(m.X-moves[i-1].X)
			steps := int(math.Abs(far) / scanStep)
			if took := m.At - from.At; math.Abs(far) > scanFast*took {
				fast += math.Abs(far)
			} else {
				fast = 0
			}
			for k := 1; k <= steps; k++ {
				part := float64(k) / float64(steps+1)
				lost = lost || fast > scanFastFor || rng.Float64() < scanLoses*scanStep/1000
				read(from.At+(m.At-from.At)*part, float64(from.X)+far*part)
			}
		}
		if m.Calibrate {
			zero = sense(behind, float64(m.X))
			shown, lost, fast = zero, false, 0
		}
		read(m.At, float64(m.X))
	}
	return out, nil
}

// sense is what stands behind a place of the wall, as the scanner feels it.
func sense(w *wall.Wall, x float64) float64 {
	level := 0.0
	bump := func(from, to float64) float64 {
		return 1/(1+math.Exp((from-x)/scanSoft)) - 1/(1+math.Exp((to-x)/scanSoft))
	}
	for _, s := range w.Studs {
		level += bump(float64(s.X-s.Width/2), float64(s.X+s.Width/2))
	}
	for _, k := range w.KeepOuts {
		if k.Kind == wall.Pipe || k.Kind == wall.Duct {
			level += scanPipe * bump(float64(k.X), float64(k.X+k.Width))
		}
	}
	return level
}

// MadeUp is a wall of the given length with studs where such walls have them:
// about 16 in apart from somewhere near its end, with one odd bay, and a pipe.
func MadeUp(seed uint64, length quantity.Length) *wall.Wall {
	rng := rand.New(rand.NewPCG(seed, 0x3a11))
	w := &wall.Wall{Length: length}
	odd := rng.IntN(5) + 1
	x := 80 + rng.Float64()*250
	for i := 0; x < float64(length)-20; i++ {
		w.Studs = append(w.Studs, wall.Stud{X: quantity.Length(math.Round(x)), Width: 38})
		step := 406.4 + rng.NormFloat64()*4
		if i == odd {
			step = 368
		}
		if i == odd+1 {
			w.KeepOuts = append(w.KeepOuts, wall.KeepOut{Kind: wall.Pipe, X: quantity.Length(math.Round(x + 180)), Width: 24})
		}
		x += step
	}
	return w
}
