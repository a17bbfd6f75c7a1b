package web

import (
	"bytes"
	"encoding/json"
	"os"
	"os/exec"
	"testing"

	"aguante/core/design"
	"aguante/server/contract"
)

// The edits of the bench are pure functions of the design. This runs them in node on the
// demo wall, with what is usual by the catalogue, and says which of what must be true is not.
func TestEditsOfTheBench(t *testing.T) {
	if _, err := os.Stat("node_modules/typescript"); err != nil {
		t.Skip("the front end's packages are not installed: run make setup")
	}
	usual, err := json.Marshal(contract.NewCatalogue(design.Units{}).Usual)
	if err != nil {
		t.Fatal(err)
	}
	node := exec.Command("node", "scripts/edits.test.cjs")
	node.Stdin = bytes.NewReader(usual)
	out, err := node.CombinedOutput()
	if err != nil {
		t.Fatalf("%s%v", out, err)
	}
	var wrong []string
	if err := json.Unmarshal(out, &wrong); err != nil {
		t.Fatalf("%s: %v", out, err)
	}
	for _, w := range wrong {
		t.Errorf("not so: %s", w)
	}
}
