package check_test

import (
	"context"
	"encoding/json"
	"errors"
	"testing"
	"time"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/support"
)

// Whatever a design says, it is refused by name, or answered in figures that can be written.
func FuzzCheck(f *testing.F) {
	draw := dresstest.New(77)
	for i := range 150 {
		data := make([]byte, 3*(1+i%6))
		for k := range data {
			data[k] = byte(draw.IntN(256))
		}
		f.Add(uint8(i), data)
	}
	var docs [][]byte
	for _, way := range support.Recipes() {
		b, err := json.Marshal(dresstest.New(uint64(len(docs))).Design(way.Key))
		if err != nil {
			f.Fatal(err)
		}
		docs = append(docs, b)
	}
	f.Fuzz(func(t *testing.T, which uint8, data []byte) {
		var p design.Project
		if json.Unmarshal(dresstest.Spoil(docs[int(which)%len(docs)], data), &p) != nil {
			return
		}
		ctx, stop := context.WithTimeout(t.Context(), 10*time.Second)
		defer stop()
		rep, err := check.Run(ctx, &p)
		var bad check.Invalid
		switch {
		case errors.As(err, &bad) || errors.Is(err, context.DeadlineExceeded):
		case err != nil:
			t.Fatal(err)
		default:
			if _, err := json.Marshal(rep); err != nil {
				t.Fatal(err)
			}
		}
	})
}
