// Package nodetest runs in node what the front end's packages alone can say, for tests in Go.
package nodetest

import (
	"bytes"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"testing"
)

// Run runs node in the front end's folder with an input, and returns what it writes. Where the front end's packages have
// not been installed the test is skipped, with a word: make check goes without them, make test installs them first.
func Run(t testing.TB, input []byte, args ...string) []byte {
	t.Helper()
	_, here, _, _ := runtime.Caller(0)
	dir := filepath.Dir(filepath.Dir(here))
	if _, err := os.Stat(filepath.Join(dir, "node_modules", "typescript")); err != nil {
		t.Skip("the front end's packages are not installed: make test does that, and runs this")
	}
	c := exec.Command("node", args...)
	var errs bytes.Buffer
	c.Dir, c.Stdin, c.Stderr = dir, bytes.NewReader(input), &errs
	out, err := c.Output()
	if err != nil {
		t.Fatalf("node: %v\n%s%s", err, out, errs.Bytes())
	}
	return out
}
