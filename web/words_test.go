package web

import (
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"aguante/core/fastener"
	"aguante/core/material"
)

// The screen knows no fastener, wood, lumber or panel by name: what they are and what is
// usual stands in the core and comes with the catalogue.
func TestTheScreenKnowsNoPartByName(t *testing.T) {
	known := map[string]bool{}
	for _, f := range fastener.Types() {
		known[f.Key] = true
	}
	for _, w := range material.Woods() {
		known[w.Key] = true
	}
	for _, l := range material.Lumbers() {
		known[l.Key] = true
	}
	for _, p := range material.Panels() {
		known[p.Key] = true
	}
	word := regexp.MustCompile("[\"'`]([a-z0-9_-]+)[\"'`]")
	err := filepath.WalkDir("src", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || strings.Contains(path, ".gen.") {
			return err
		}
		b, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		for i, line := range strings.Split(string(b), "\n") {
			for _, m := range word.FindAllStringSubmatch(line, -1) {
				if known[m[1]] {
					t.Errorf("%s:%d names %q", path, i+1, m[1])
				}
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
}
