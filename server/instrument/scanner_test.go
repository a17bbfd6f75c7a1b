package instrument

import (
	"errors"
	"math"
	"testing"

	"aguante/core/quantity"
	"aguante/core/scan"
	"aguante/core/wall"
)

// way is a sweep at an even speed, mm/s, with the scanner calibrated at its start.
func way(speed float64, places ...float64) []Move {
	at := 0.0
	out := []Move{{At: 0, X: quantity.Length(places[0]), Calibrate: true}}
	for i := 1; i < len(places); i++ {
		at += math.Abs(places[i]-places[i-1]) / speed
		out = append(out, Move{At: at, X: quantity.Length(places[i])})
	}
	return out
}

func sweep(t *testing.T, seed uint64, w *wall.Wall, moves []Move) []scan.Reading {
	t.Helper()
	r, err := Sweep(seed, w, moves)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

func TestTwoSweepsFindTheStudsWithinThreeMillimetres(t *testing.T) {
	for seed := range uint64(40) {
		w := MadeUp(seed, 3900)
		readings := sweep(t, seed, w, way(600, 0, 3900, 0))
		if readings[len(readings)-1].Lost {
			continue // it lost its calibration on the way: nothing is to be had
		}
		marks := scan.Marks(readings)
		studs := 0
		for _, m := range marks {
			if m.Kind == scan.Pipe {
				continue
			}
			if studs++; studs > len(w.Studs) {
				break
			}
			s := w.Studs[studs-1]
			if off := math.Abs(float64(m.X - s.X)); off > 3 || !m.Both || m.Doubt > 3 {
				t.Errorf("wall %d: %+v where there is a stud at %v: %.1f mm off", seed, m, s.X, off)
			}
		}
		if studs != len(w.Studs) || len(marks) != studs+len(w.KeepOuts) {
			t.Errorf("wall %d: %d studs and %d marks for %d studs and %d pipes", seed, studs, len(marks), len(w.Studs), len(w.KeepOuts))
		}
	}
}

func TestOneSweepTrailsAndIsNotSure(t *testing.T) {
	w := &wall.Wall{Length: 1000, Studs: []wall.Stud{{X: 500, Width: 38}}}
	right := scan.Marks(sweep(t, 1, w, way(300, 0, 1000)))
	if len(right) != 1 || right[0].Both || right[0].Doubt < 5 || right[0].X <= 501 {
		t.Errorf("one sweep to the right says %+v: it should trail behind 500", right)
	}
}

func TestCalibrationIsLostAndFoundAgain(t *testing.T) {
	w := &wall.Wall{Length: 1000, Studs: []wall.Stud{{X: 500, Width: 38}}}
	if r := sweep(t, 1, w, []Move{{X: 0}, {At: 2, X: 1000}}); !r[len(r)-1].Lost || len(scan.Marks(r)) != 0 {
		t.Error("a scanner that was never calibrated sees something")
	}
	fast := way(4000, 0, 1000)
	if r := sweep(t, 1, w, fast); !r[len(r)-1].Lost {
		t.Error("a scanner torn over the wall keeps its calibration")
	}
	again := append(fast, Move{At: 1, X: 1000, Calibrate: true}, Move{At: 4, X: 0})
	if m := scan.Marks(sweep(t, 1, w, again)); len(m) != 1 {
		t.Errorf("after calibrating again it finds %+v", m)
	}
	on := []Move{{X: 500, Calibrate: true}, {At: 2, X: 1000}, {At: 4, X: 0}, {At: 6, X: 1000}}
	if m := scan.Marks(sweep(t, 1, w, on)); len(m) != 0 {
		t.Errorf("calibrated over the stud it still finds %+v", m)
	}
}

func TestWaysThatCannotBe(t *testing.T) {
	w := &wall.Wall{Length: 1000}
	for _, moves := range [][]Move{{{X: -1}}, {{X: 1001}}, {{X: quantity.Length(math.NaN())}}, {{At: 2}, {At: 1}}, make([]Move, 20001)} {
		if _, err := Sweep(1, w, moves); !errors.Is(err, ErrMove) {
			t.Errorf("%d moves from %+v: %v", len(moves), moves[0], err)
		}
	}
}
