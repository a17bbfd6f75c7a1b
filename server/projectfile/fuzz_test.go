package projectfile

import (
	"encoding/json"
	"errors"
	"os"
	"path/filepath"
	"reflect"
	"testing"

	"aguante/core/dress/dresstest"
)

// Whatever a file says, of today's version or an earlier one, it opens as a valid design, or is
// refused with what and where; one that opens is the same when it is written and opened again.
func FuzzRead(f *testing.F) {
	draw := dresstest.New(79)
	for _, s := range []string{"{}", `{"format":"aguante-project","version":1}`, `{"format":"aguante-project","version":1,"name":"","wall":null}`, "[[[", `{"a":`} {
		f.Add([]byte(s))
	}
	for _, pattern := range []string{"../../demo/*.json", "../../core/design/testdata/*/honey-room.json", "../../core/design/testdata/v1/random-*1.json"} {
		names, err := filepath.Glob(pattern)
		if err != nil || len(names) == 0 {
			f.Fatalf("%s: %v", pattern, err)
		}
		for _, name := range names {
			b, err := os.ReadFile(name)
			if err != nil {
				f.Fatal(err)
			}
			f.Add(b)
			for range 12 {
				data := []byte{byte(draw.IntN(256)), byte(draw.IntN(256)), byte(draw.IntN(256))}
				f.Add(dresstest.Spoil(b, data))
			}
			f.Add(b[:len(b)*2/3])
		}
	}
	f.Fuzz(func(t *testing.T, b []byte) {
		p, err := Read(b)
		var bad Unreadable
		if err != nil {
			if !errors.As(err, &bad) || len(bad) == 0 || bad[0].Message == "" {
				t.Fatalf("refused without a reason: %v", err)
			}
			return
		}
		if bad := p.Validate(); len(bad) > 0 {
			t.Fatalf("it opens, and is not valid: %v", bad[0])
		}
		again, err := json.Marshal(p)
		if err != nil {
			t.Fatal(err)
		}
		if q, err := Read(again); err != nil || !reflect.DeepEqual(p, q) {
			t.Fatalf("opened again it is another: %v", err)
		}
	})
}

// Whatever a zip is, it is taken in or refused.
func FuzzReadArchive(f *testing.F) {
	f.Add([]byte("PK\x03\x04"))
	f.Fuzz(func(t *testing.T, b []byte) {
		if a, err := ReadArchive(b); err == nil && a.Design == nil {
			t.Fatal("an archive without a design")
		}
	})
}
