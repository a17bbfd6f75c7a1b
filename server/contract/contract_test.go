package contract

import (
	"bytes"
	"os"
	"path/filepath"
	"testing"

	"aguante/core/design"
	"aguante/web/nodetest"
)

// What is made from the Go types is committed; a stale copy fails here.
func TestGeneratedFilesAreFresh(t *testing.T) {
	project, err := ProjectSchema()
	if err != nil {
		t.Fatal(err)
	}
	have, err := os.ReadFile("../../docs/project.schema.json")
	if err != nil || !bytes.Equal(have, project) {
		t.Errorf("docs/project.schema.json is stale: run make generate (%v)", err)
	}
	wire, err := WireSchema()
	if err != nil {
		t.Fatal(err)
	}
	file := filepath.Join(t.TempDir(), "types.ts")
	nodetest.Run(t, wire, "scripts/types.mjs", file)
	fresh, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	if have, err := os.ReadFile("../../web/src/api/types.gen.ts"); err != nil || !bytes.Equal(have, fresh) {
		t.Errorf("web/src/api/types.gen.ts is stale: run make generate (%v)", err)
	}
}

func TestCatalogueIsWhole(t *testing.T) {
	c := NewCatalogue(design.Units{})
	if len(c.Woods) != 41 || len(c.Grades) != 5 || len(c.Lumber) < 9 || len(c.Fasteners) < 22 {
		t.Errorf("%d woods, %d grades, %d kinds of lumber, %d fasteners", len(c.Woods), len(c.Grades), len(c.Lumber), len(c.Fasteners))
	}
}
