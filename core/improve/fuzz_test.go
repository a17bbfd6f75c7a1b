package improve_test

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"testing"
	"time"

	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/improve"
	"aguante/core/support"
)

// Whatever valid design is asked, what it would take is answered, or is a plain error.
func FuzzImprove(f *testing.F) {
	draw := dresstest.New(78)
	var docs [][]byte
	for i, way := range support.Recipes() {
		b, err := json.Marshal(dresstest.New(uint64(i)).Design(way.Key))
		if err != nil {
			f.Fatal(err)
		}
		docs = append(docs, b)
		f.Add(uint8(i), []byte{byte(draw.IntN(256)), byte(draw.IntN(256)), byte(draw.IntN(128))})
	}
	f.Fuzz(func(t *testing.T, which uint8, data []byte) {
		var p design.Project
		if json.Unmarshal(dresstest.Spoil(docs[int(which)%len(docs)], data), &p) != nil || len(p.Shelves) == 0 || len(p.Validate()) > 0 {
			return
		}
		ctx, stop := context.WithTimeout(t.Context(), 10*time.Second)
		defer stop()
		ids := 0
		got, err := improve.Shelf(ctx, &p, p.Shelves[0].ID, func() string { ids++; return fmt.Sprintf("new-%d", ids) }, nil)
		if err == nil {
			_, err = json.Marshal(got)
		}
		if err != nil && !errors.Is(err, context.DeadlineExceeded) {
			t.Fatal(err)
		}
	})
}
