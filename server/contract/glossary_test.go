package contract

import (
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/glossary"
)

// labelled finds the labels of fields that the panels write out themselves.
var labelled = regexp.MustCompile(`(?s)<(?:Measure|Pick|Choice)\b([^<>]*?)label="([^"]+)"`)

// Every field on the screen says what it means: those of the catalogue and those of the panels.
func TestEveryFieldSaysWhatItMeans(t *testing.T) {
	labels := map[string]string{}
	for of, groups := range NewCatalogue(design.Units{Length: "in", Mass: "lb"}).Fields {
		for _, g := range groups {
			for _, f := range g.Shown {
				for _, l := range strings.Split(f.Label, "|") {
					if l != "" {
						labels[l] = of
					}
				}
			}
		}
	}
	files, err := filepath.Glob("../../web/src/stages/*/*.tsx")
	if err != nil || len(files) < 10 {
		t.Fatalf("%d panels, %v", len(files), err)
	}
	for _, file := range files {
		b, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		for _, m := range labelled.FindAllStringSubmatch(string(b), -1) {
			labels[m[2]] = filepath.Base(file)
		}
	}
	if len(labels) < 150 {
		t.Errorf("%d labels looked at", len(labels))
	}
	for l, of := range labels {
		if _, ok := glossary.Of(l); !ok {
			t.Errorf("nothing says what %q of %s means", l, of)
		}
	}
}
