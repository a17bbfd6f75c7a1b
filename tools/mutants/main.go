// Mutants makes wrong changes to the rules in core, one at a time, and says which of them the tests of the changed
// package do not notice. The changes are those named in named.txt, and so many more drawn by a seed: a factor by a quarter
// off, a sign or an operation turned, a limit taken in or left out, a field taken for its neighbour.
//
//	go run -C tools ./mutants [-n 60] [-seed 1]
package main

import (
	"bytes"
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"hash/fnv"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"
)

// change is one wrong change: what stands from..to of a file, and what is put there.
type change struct {
	file     string // below the root
	line     int
	from, to int
	was, is  string
	lot      uint64 // by which it is drawn
}

func (c change) String() string { return fmt.Sprintf("%s:%d: %s → %s", c.file, c.line, c.was, c.is) }

// key names a change by what its line says, so that it is known again where lines move.
func (c change) key(src []byte) string {
	lines := bytes.Split(src, []byte("\n"))
	return c.file + " | " + strings.TrimSpace(string(lines[c.line-1])) + " | " + c.was + " → " + c.is
}

// neighbours are fields that are easily taken for one another.
var neighbours = map[string]string{"Width": "Thickness", "Thickness": "Width", "Depth": "Length", "Length": "Depth", "X": "Y", "Y": "X", "High": "Deep",
	"Deep": "High", "Pull": "Push", "Push": "Pull", "MORAlong": "MORAcross", "MORAcross": "MORAlong", "EAlong": "EAcross", "Shear": "Planar", "V": "T", "T": "V", "R": "M",
	"M": "R", "D": "Dr", "Lo": "Hi", "GFace": "GEdge", "From": "To", "To": "From"}

var turned = map[token.Token]token.Token{token.ADD: token.SUB, token.SUB: token.ADD, token.MUL: token.QUO, token.QUO: token.MUL,
	token.LSS: token.LEQ, token.LEQ: token.LSS, token.GTR: token.GEQ, token.GEQ: token.GTR}

// sites are all changes that one file offers. What is only written, in a sum or in a sentence, is left out.
func sites(root, file string) ([]change, error) {
	src, err := os.ReadFile(filepath.Join(root, file))
	if err != nil {
		return nil, err
	}
	set := token.NewFileSet()
	f, err := parser.ParseFile(set, file, src, 0)
	if err != nil {
		return nil, err
	}
	var out []change
	add := func(from, to token.Pos, is string) {
		a, b := set.Position(from), set.Position(to)
		out = append(out, change{file: file, line: a.Line, from: a.Offset, to: b.Offset, was: string(src[a.Offset:b.Offset]), is: is})
	}
	ast.Inspect(f, func(n ast.Node) bool {
		switch n := n.(type) {
		case *ast.ImportSpec, *ast.Field:
			return false
		case *ast.IfStmt: // the sum, where it is written
			if c, ok := n.Cond.(*ast.CallExpr); ok {
				if s, ok := c.Fun.(*ast.SelectorExpr); ok && s.Sel.Name == "On" {
					return false
				}
			}
		case *ast.CallExpr:
			if s, ok := n.Fun.(*ast.SelectorExpr); ok {
				x, _ := s.X.(*ast.Ident)
				if x != nil && (x.Name == "fmt" || x.Name == "say" || x.Name == "sh" || x.Name == "strings") || s.Sel.Name == "Add" || s.Sel.Name == "Draw" {
					return false
				}
			}
			if x, ok := n.Fun.(*ast.Ident); ok && x.Name == "make" {
				return false
			}
		case *ast.IndexExpr:
			return false
		case *ast.BasicLit:
			if n.Kind == token.FLOAT {
				if v, err := strconv.ParseFloat(n.Value, 64); err == nil && v != 0 && (v > 1e-5 || v < 0) && v < 1e6 {
					add(n.Pos(), n.End(), strconv.FormatFloat(v*1.25, 'g', -1, 64))
				}
			}
		case *ast.BinaryExpr:
			t, ok := turned[n.Op]
			if lit, is := n.Y.(*ast.BasicLit); is && lit.Kind == token.STRING {
				return true
			}
			if compares := n.Op == token.LSS || n.Op == token.LEQ || n.Op == token.GTR || n.Op == token.GEQ; compares && !limit(n.X) && !limit(n.Y) {
				return true
			}
			if ok {
				add(n.OpPos, n.OpPos+token.Pos(len(n.Op.String())), t.String())
			}
		case *ast.SelectorExpr:
			if is := neighbours[n.Sel.Name]; is != "" {
				add(n.Sel.Pos(), n.Sel.End(), is)
			}
		}
		return true
	})
	return out, nil
}

// rules are the packages that hold the rules of the job.
var rules = []string{"beam", "fastener", "hold", "joint", "material", "section", "wall", "load", "support", "check", "plan", "cutting", "setup", "drill",
	"buy", "order", "prove", "saglog"}

// limit tells that an expression is a figure that something is held against.
func limit(e ast.Expr) bool {
	switch e := e.(type) {
	case *ast.BasicLit:
		return e.Kind == token.FLOAT || e.Kind == token.INT && e.Value != "0" && e.Value != "1"
	case *ast.Ident:
		return len(e.Name) > 3
	}
	return false
}

// outcome is what came of a change.
type outcome int

const (
	killed outcome = iota
	survived
	unbuilt
)

// try makes a change and runs the tests of its package.
func try(root, work string, c change) (outcome, error) {
	src, err := os.ReadFile(filepath.Join(root, c.file))
	if err != nil {
		return unbuilt, err
	}
	dir, err := os.MkdirTemp(work, "")
	if err != nil {
		return unbuilt, err
	}
	defer os.RemoveAll(dir)
	changed := append(append(append([]byte{}, src[:c.from]...), c.is...), src[c.to:]...)
	file, overlay := filepath.Join(dir, "changed.go"), filepath.Join(dir, "overlay.json")
	all, err := json.Marshal(map[string]map[string]string{"Replace": {filepath.Join(root, c.file): file}})
	if err := errors.Join(err, os.WriteFile(file, changed, 0o600), os.WriteFile(overlay, all, 0o600)); err != nil {
		return unbuilt, err
	}
	pkg := "./" + filepath.Dir(c.file)
	run := func(args ...string) error {
		ctx, cancel := context.WithTimeout(context.Background(), 5*time.Minute)
		defer cancel()
		cmd := exec.CommandContext(ctx, "go", args...)
		cmd.Dir = root
		return cmd.Run()
	}
	if run("build", "-overlay", overlay, pkg) != nil {
		return unbuilt, nil
	}
	if run("test", "-vet=off", "-failfast", "-count=1", "-timeout=4m", "-overlay", overlay, pkg) != nil {
		return killed, nil
	}
	return survived, nil
}

// listed are the lines of a list beside this program; what stands after # is a reason.
func listed(root, name string) (map[string]bool, error) {
	b, err := os.ReadFile(filepath.Join(root, "tools", "mutants", name))
	out := map[string]bool{}
	for line := range strings.SplitSeq(string(b), "\n") {
		if line, _, _ = strings.Cut(line, " # "); strings.TrimSpace(line) != "" && !strings.HasPrefix(line, "#") {
			out[strings.TrimSpace(line)] = true
		}
	}
	return out, err
}

func main() {
	n, seed := flag.Int("n", 60, "how many changes"), flag.Uint64("seed", 1, "by which they are drawn")
	flag.Parse()
	if err := all(*n, *seed); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

// offered are the named changes, and all others drawn at random, a package as often as the next.
func offered(root string, seed uint64) ([]change, error) {
	named, err1 := listed(root, "named.txt")
	same, err2 := listed(root, "equivalent.txt")
	if err := errors.Join(err1, err2); err != nil {
		return nil, err
	}
	packages := map[string][]change{}
	var order []string
	var first []change
	err := filepath.WalkDir(filepath.Join(root, "core"), func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") || strings.Contains(d.Name(), "drawn") || !slices.Contains(rules, filepath.Base(filepath.Dir(path))) {
			return err
		}
		file, _ := filepath.Rel(root, path)
		found, err := sites(root, file)
		if err != nil {
			return err
		}
		src, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		for _, c := range found {
			h := fnv.New64a()
			fmt.Fprintf(h, "%d %s", seed, c.key(src))
			c.lot = h.Sum64()
			switch key := c.key(src); {
			case named[key]:
				first = append(first, c)
				delete(named, key)
			case !same[key]:
				in := filepath.Dir(file)
				if packages[in] == nil {
					order = append(order, in)
				}
				packages[in] = append(packages[in], c)
			}
		}
		return nil
	})
	for key := range named {
		err = errors.Join(err, fmt.Errorf("named.txt: not there any more: %s", key))
	}
	for _, in := range order { // by what they say, so that a change elsewhere leaves them as they were
		slices.SortFunc(packages[in], func(a, b change) int { return cmp.Compare(a.lot, b.lot) })
	}
	for round := 0; round < 40; round++ {
		for _, in := range order {
			if round < len(packages[in]) {
				first = append(first, packages[in][round])
			}
		}
	}
	return first, err
}

func all(n int, seed uint64) error {
	root, err := filepath.Abs("..")
	if err != nil {
		return err
	}
	changes, err := offered(root, seed)
	if err != nil {
		return err
	}
	work, err := os.MkdirTemp("", "mutants-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(work)
	var mu sync.Mutex
	next, made, lived := 0, 0, []string{}
	var both sync.WaitGroup
	for range 2 {
		both.Go(func() {
			for {
				mu.Lock()
				if made >= n || next >= len(changes) {
					mu.Unlock()
					return
				}
				c := changes[next]
				next++
				made++
				mu.Unlock()
				o, err := try(root, work, c)
				mu.Lock()
				switch {
				case err != nil:
					fmt.Fprintln(os.Stderr, err)
					made--
				case o == unbuilt:
					made--
				case o == survived:
					src, _ := os.ReadFile(filepath.Join(root, c.file))
					lived = append(lived, c.String()+"\n    "+c.key(src))
					fmt.Println("survives", lived[len(lived)-1])
				default:
					fmt.Println("killed  ", c)
				}
				mu.Unlock()
			}
		})
	}
	both.Wait()
	fmt.Printf("%d changes, %d survive\n", made, len(lived))
	if len(lived) > 0 {
		return fmt.Errorf("%d survive", len(lived))
	}
	return nil
}
