// Package saglog follows a shelf's sag over the years: readings, the curve through them with its doubt, and when it will be
// where.
package saglog

import (
	"errors"
	"math"

	"gonum.org/v1/gonum/mat"

	"aguante/core/material"
)

// Prior is what the check says of a shelf before anybody has read it: A the sag of all that it bears on the first day, mm,
// and Kdef by how much that has grown in ten years.
type Prior struct {
	A, Kdef float64
}

// The doubts of the prior (Wood Handbook ch. 5 for stiffness; the others Rule): parts of a and of its growth, and how far a
// board's own bow or the zero of the readings may be out, mm.
const (
	stiff = material.Spread
	grows = 0.30
	bow   = 1.0
)

// Load is a change of what stands on a shelf: Share more, or less, of the sag of all that it bears, from a day on.
type Load struct {
	Day, Share float64
}

// Reading is one reading of the sag: Day from the first, Mm down, Doubt its standard deviation.
type Reading struct {
	Day, Mm, Doubt float64
}

// Fit is the curve z + Σ Δs (a + b ((t − t₀)/3652.5)^0.2) through some readings: its parameters a, b, z in mm and their
// covariance. Each change of load begins a curve of its own (Rule; the shape of creep in time is EC5's ten-year figure).
type Fit struct {
	A, B, Z float64
	Cov     [3][3]float64
	loads   []Load
}

// ErrPrior: nothing is known of the shelf that could be fitted.
var ErrPrior = errors.New("no sag is reckoned for this shelf, so that nothing can be said of the years")

// Fitter takes readings one after the other: the least squares of all three parameters, with what is known beforehand.
type Fitter struct {
	loads     []Load
	precision mat.SymDense
	right     *mat.VecDense
}

// Begin begins with what is known before anybody has read the shelf. The error is ErrPrior where that is nothing.
func Begin(p Prior, loads []Load) (*Fitter, error) {
	if !(p.A > 0) || !(p.Kdef >= 0) {
		return nil, ErrPrior
	}
	va := stiff * stiff * p.A * p.A
	vb := p.A * p.A * p.Kdef * p.Kdef * (stiff*stiff + grows*grows)
	if p.Kdef == 0 {
		vb = 1e-12 // it does not creep
	}
	f := &Fitter{loads: loads, right: mat.NewVecDense(3, nil)}
	var chol mat.Cholesky
	if !chol.Factorize(mat.NewSymDense(3, []float64{va, p.Kdef * va, 0, p.Kdef * va, vb, 0, 0, 0, bow * bow})) {
		return nil, ErrPrior
	}
	if err := chol.InverseTo(&f.precision); err != nil {
		return nil, err
	}
	f.right.MulVec(&f.precision, mat.NewVecDense(3, []float64{p.A, p.A * p.Kdef, 0}))
	return f, nil
}

// Add takes a reading.
func (f *Fitter) Add(r Reading) {
	x := row(f.loads, r.Day, true)
	w := 1 / (r.Doubt * r.Doubt)
	f.precision.SymRankOne(&f.precision, w, x)
	f.right.AddScaledVec(f.right, w*r.Mm, x)
}

// Fit is the curve by what was read so far.
func (f *Fitter) Fit() (*Fit, error) {
	var chol mat.Cholesky
	if !chol.Factorize(&f.precision) {
		return nil, ErrPrior
	}
	var at mat.VecDense
	if err := chol.SolveVecTo(&at, f.right); err != nil {
		return nil, err
	}
	var cov mat.SymDense
	if err := chol.InverseTo(&cov); err != nil {
		return nil, err
	}
	out := &Fit{A: at.AtVec(0), B: at.AtVec(1), Z: at.AtVec(2), loads: f.loads}
	for i := range 3 {
		for j := range 3 {
			out.Cov[i][j] = cov.At(i, j)
		}
	}
	return out, nil
}

// Of fits the readings.
func Of(p Prior, loads []Load, readings []Reading) (*Fit, error) {
	f, err := Begin(p, loads)
	if err != nil {
		return nil, err
	}
	for _, r := range readings {
		f.Add(r)
	}
	return f.Fit()
}

// Stretched is how far a time lies along the axis on which creep is nearly straight: 1 after ten years.
func Stretched(days float64) float64 { return math.Pow(max(0, days)/material.TenYears, 0.2) }

// row is how a sag on a day follows from a, b and z.
func row(loads []Load, day float64, zero bool) *mat.VecDense {
	x := mat.NewVecDense(3, nil)
	for _, l := range loads {
		if day >= l.Day {
			x.SetVec(0, x.AtVec(0)+l.Share)
			x.SetVec(1, x.AtVec(1)+l.Share*Stretched(day-l.Day))
		}
	}
	if zero {
		x.SetVec(2, 1)
	}
	return x
}

// At is the sag on a day and its standard deviation, mm; read where it is what a gauge would show, with the bow and the zero
// of the readings, else what is under load alone.
func (f *Fit) At(day float64, read bool) (mm, sd float64) {
	return f.along(row(f.loads, day, read))
}

// Years is the sag under all that the shelf bears after so many days of it, without bow and zero, and its standard
// deviation, mm.
func (f *Fit) Years(days float64) (mm, sd float64) {
	return f.along(mat.NewVecDense(3, []float64{1, Stretched(days), 0}))
}

func (f *Fit) along(x *mat.VecDense) (mm, sd float64) {
	cov := mat.NewSymDense(3, nil)
	for i := range 3 {
		for j := i; j < 3; j++ {
			cov.SetSym(i, j, f.Cov[i][j])
		}
	}
	at := mat.NewVecDense(3, []float64{f.A, f.B, f.Z})
	return mat.Dot(at, x), math.Sqrt(max(0, mat.Inner(x, cov, x)))
}

// Passes is the day on which the sag under load passes a limit, as the fitted curve goes from a day on; false where it does
// not within ten years of it.
func (f *Fit) Passes(limit, from float64) (day float64, passes bool) {
	if now, _ := f.At(from, false); now > limit {
		return from, true
	}
	lo, hi := from, from+material.TenYears
	if end, _ := f.At(hi, false); end <= limit {
		return 0, false
	}
	for range 60 {
		mid := (lo + hi) / 2
		if now, _ := f.At(mid, false); now > limit {
			hi = mid
		} else {
			lo = mid
		}
	}
	return hi, true
}
