// Package picture takes in what a person's camera made: turned the right way up, no larger than is looked at, and without
// what a camera writes beside it, such as the place.
package picture

import (
	"bytes"
	"errors"
	"fmt"
	"image"
	"sync"

	"github.com/disintegration/imaging"
	_ "golang.org/x/image/webp" // beside JPEG and PNG, which imaging reads
)

// Largest is the largest picture that is taken in, bytes, and mostPoints how many points it may have.
const (
	Largest    = 12 << 20
	mostPoints = 60_000_000
)

// Sides are how long the longer side of a kept picture and of a small one are at most, points.
const (
	side      = 2000
	smallSide = 320
	quality   = 82
)

// ErrPicture: these bytes are no picture that is taken in.
var ErrPicture = errors.New("this picture cannot be taken")

// one at a time: each needs memory for all of its points.
var one sync.Mutex

// Kept is a picture as it is kept: JPEG, turned the right way up, without what was written beside it. The error is
// ErrPicture where it is no JPEG, PNG or WebP, or has too many points.
func Kept(b []byte) ([]byte, error) { return made(b, side) }

// Small is a small one of a picture.
func Small(b []byte) ([]byte, error) { return made(b, smallSide) }

func made(b []byte, side int) ([]byte, error) {
	size, kind, err := image.DecodeConfig(bytes.NewReader(b))
	switch {
	case err != nil || kind != "jpeg" && kind != "png" && kind != "webp":
		return nil, fmt.Errorf("%w: it is no JPEG, PNG or WebP picture", ErrPicture)
	case size.Width < 1 || size.Height < 1 || size.Width > mostPoints/size.Height:
		return nil, fmt.Errorf("%w: %d by %d points are more than a picture may have: save it smaller", ErrPicture, size.Width, size.Height)
	}
	one.Lock()
	defer one.Unlock()
	m, err := imaging.Decode(bytes.NewReader(b), imaging.AutoOrientation(true))
	if err != nil {
		return nil, fmt.Errorf("%w: it is broken: %w", ErrPicture, err)
	}
	if at := m.Bounds(); at.Dx() > side || at.Dy() > side {
		m = imaging.Fit(m, side, side, imaging.Lanczos)
	}
	var out bytes.Buffer
	err = imaging.Encode(&out, m, imaging.JPEG, imaging.JPEGQuality(quality))
	return out.Bytes(), err
}
