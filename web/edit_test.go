package web

import (
	"encoding/json"
	"testing"

	"aguante/core/design"
	"aguante/server/contract"
	"aguante/web/nodetest"
)

// The edits of the bench are pure functions of the design. This runs them in node on the
// demo wall, with what is usual by the catalogue, and says which of what must be true is not.
func TestEditsOfTheBench(t *testing.T) {
	usual, err := json.Marshal(contract.NewCatalogue(design.Units{}).Usual)
	if err != nil {
		t.Fatal(err)
	}
	out := nodetest.Run(t, usual, "scripts/edits.test.cjs")
	var wrong []string
	if err := json.Unmarshal(out, &wrong); err != nil {
		t.Fatalf("%s: %v", out, err)
	}
	for _, w := range wrong {
		t.Errorf("not so: %s", w)
	}
}
