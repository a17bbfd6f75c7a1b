package tables

import (
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"aguante/core/quantity"
	"aguante/core/scan"
)

// ErrScan: what a scanner wrote cannot be read.
var ErrScan = errors.New("not a scan")

// ReadScan reads a scanner's lines: newline JSON, one reading a line, in the
// order of time. Empty lines are passed over; fields that are not known too.
func ReadScan(text string) ([]scan.Reading, error) {
	out := []scan.Reading{}
	for i, line := range strings.Split(text, "\n") {
		if strings.TrimSpace(line) == "" {
			continue
		}
		var r struct {
			At    *float64         `json:"at_s"`
			X     *quantity.Length `json:"x_mm"`
			Level *float64         `json:"level"`
			Metal bool             `json:"metal"`
			Lost  bool             `json:"lost"`
		}
		bad := func(why string) error { return fmt.Errorf("%w: line %d: %s", ErrScan, i+1, why) }
		if err := json.Unmarshal([]byte(line), &r); err != nil {
			return nil, bad(err.Error())
		}
		switch {
		case r.At == nil || r.X == nil:
			return nil, bad("at_s and x_mm must be there")
		case r.Level == nil && !r.Lost:
			return nil, bad("level must be there, or lost")
		case *r.X < 0 || *r.X > 30000:
			return nil, bad("x_mm must be between 0 and 30000")
		case len(out) > 0 && *r.At < out[len(out)-1].At:
			return nil, bad("at_s goes back in time")
		case len(out) == 100000:
			return nil, bad("more than 100000 readings")
		}
		reading := scan.Reading{At: *r.At, X: *r.X, Metal: r.Metal, Lost: r.Lost}
		if r.Level != nil {
			reading.Level = *r.Level
		}
		out = append(out, reading)
	}
	if len(out) == 0 {
		return nil, fmt.Errorf("%w: there is no reading in it", ErrScan)
	}
	return out, nil
}
