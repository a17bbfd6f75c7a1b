package say

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
)

// unitAfterFigure is a figure that is formatted with its unit beside it.
var unitAfterFigure = regexp.MustCompile(`%[-+0-9.]*[dfgsv] ?(mm|kg|g|N|MPa|psi|lbf?)\b`)

// No sentence of the program has a unit of its own: only this package knows their names.
func TestNoOtherPackageNamesAUnit(t *testing.T) {
	files := 0
	for _, dir := range []string{"../../core", "../../server", "../../cmd", "../../demo"} {
		err := filepath.WalkDir(dir, func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") ||
				strings.Contains(path, "core/say/") {
				return err
			}
			files++
			set := token.NewFileSet()
			f, err := parser.ParseFile(set, path, nil, 0)
			if err != nil {
				return err
			}
			ast.Inspect(f, func(n ast.Node) bool {
				if l, ok := n.(*ast.BasicLit); ok && l.Kind == token.STRING && unitAfterFigure.MatchString(l.Value) {
					t.Errorf("%s: %s", set.Position(l.Pos()), l.Value)
				}
				return true
			})
			return nil
		})
		if err != nil {
			t.Fatal(err)
		}
	}
	if files < 100 {
		t.Errorf("%d files looked at", files)
	}
}
