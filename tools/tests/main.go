// Tests reads what go test -json writes, prints it as go test does (what failed in full, of the rest a line a package), and at
// the end the ten slowest tests. It fails where a test did.
//
//	go test -json ./... | go run -C tools ./tests
package main

import (
	"bufio"
	"cmp"
	"encoding/json"
	"fmt"
	"os"
	"slices"
	"strings"
)

type event struct {
	Action, Package, ImportPath, Test, Output string
	Elapsed                                   float64
}

type took struct {
	name string
	s    float64
}

func main() {
	said := map[string][]string{}
	var all []took
	failed, skipped := false, 0
	in := bufio.NewScanner(os.Stdin)
	in.Buffer(nil, 16<<20)
	for in.Scan() {
		var e event
		if json.Unmarshal(in.Bytes(), &e) != nil {
			fmt.Println(in.Text()) // a word of go itself
			continue
		}
		of := e.Package + "\x00" + e.Test
		switch e.Action {
		case "output":
			if e.Test == "" {
				if e.Output != "PASS\n" && !strings.HasSuffix(e.Output, "[no test files]\n") {
					fmt.Print(e.Output)
				}
			} else {
				said[of] = append(said[of], e.Output)
			}
		case "build-output":
			fmt.Print(e.Output)
		case "build-fail":
			failed = true
		case "fail":
			failed = true
			fmt.Print(strings.Join(said[of], ""))
		case "skip":
			if e.Test != "" {
				skipped++
			}
		}
		if e.Test != "" && (e.Action == "pass" || e.Action == "fail") {
			delete(said, of)
			all = append(all, took{e.Package + " " + e.Test, e.Elapsed})
		}
	}
	if len(all) == 0 {
		fmt.Println("no test has run")
		os.Exit(1)
	}
	slices.SortFunc(all, func(a, b took) int { return cmp.Compare(b.s, a.s) })
	fmt.Printf("the slowest of %d tests (%d skipped):\n", len(all), skipped)
	for _, t := range all[:min(10, len(all))] {
		fmt.Printf("%7.1f s  %s\n", t.s, t.name)
	}
	if failed || in.Err() != nil {
		os.Exit(1)
	}
}
