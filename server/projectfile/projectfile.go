// Package projectfile reads and writes project files. Whatever comes from
// outside passes through Read: what it does not understand is refused with the
// line and the reason.
package projectfile

import (
	"bytes"
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"
	"sync"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/santhosh-tekuri/jsonschema/v6/kind"
	"golang.org/x/text/language"
	"golang.org/x/text/message"

	"aguante/core/design"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/server/contract"
)

// MaxSize is the largest file that is read, bytes.
const MaxSize = 4 << 20

// No list of a project is longer, and no name of a field.
const longest, longestName = 1000, 60

const maxDepth = 32

// Unreadable is the error for a file that was refused, with every reason.
type Unreadable []contract.FileProblem

func (u Unreadable) Error() string {
	var b strings.Builder
	for i, p := range u {
		if i > 0 {
			b.WriteString("\n")
		}
		if p.Line > 0 {
			fmt.Fprintf(&b, "line %d: ", p.Line)
		}
		if p.Path != "" {
			b.WriteString(p.Path + ": ")
		}
		b.WriteString(p.Message)
	}
	return b.String()
}

func refuse(line int, path, format string, args ...any) error {
	return Unreadable{{Problem: problem.Problem{Path: path, Message: fmt.Sprintf(format, args...)}, Line: line}}
}

// Read takes a project file. Every error is Unreadable.
func Read(b []byte) (*design.Project, error) {
	if len(b) > MaxSize {
		return nil, refuse(0, "", "the file has %d bytes: at most %d are read", len(b), MaxSize)
	}
	lines, err := scan(b)
	if err != nil {
		return nil, err
	}
	var head struct {
		Format  any `json:"format"`
		Version any `json:"version"`
	}
	if err := json.Unmarshal(b, &head); err != nil {
		return nil, refuse(1, "", "a project file is a JSON object")
	}
	if head.Format != design.Format {
		return nil, refuse(lines["format"], "format", "this is no project file: it should say %q here", design.Format)
	}
	if v, ok := head.Version.(float64); !ok {
		return nil, refuse(lines["version"], "version", "version %v: this program reads versions 1 to %d", head.Version, design.Version)
	} else if v != design.Version {
		if found := quantities(b, lines); len(found) > 0 {
			return nil, Unreadable(found)
		}
		if b, err = design.Upgrade(b); err != nil {
			return nil, refuse(lines["version"], "version", "%s", err)
		}
	}
	if found := againstSchema(b, lines); len(found) > 0 {
		return nil, Unreadable(found)
	}
	if found := quantities(b, lines); len(found) > 0 {
		return nil, Unreadable(found)
	}
	var p design.Project
	if err := json.Unmarshal(b, &p); err != nil {
		return nil, refuse(0, "", "%s", err)
	}
	if bad := p.Validate(); len(bad) > 0 {
		return nil, Unreadable(WithLines(bad, lines))
	}
	return &p, nil
}

// quantities tries every length and mass of the file by itself, so that each
// one that cannot be read is named.
func quantities(b []byte, lines map[string]int) []contract.FileProblem {
	var doc any
	if err := json.Unmarshal(b, &doc); err != nil {
		return []contract.FileProblem{{Problem: problem.Problem{Message: err.Error()}}}
	}
	var out []contract.FileProblem
	var walk func(path string, v any)
	walk = func(path string, v any) {
		switch in := v.(type) {
		case map[string]any:
			for key, inner := range in {
				walk(strings.TrimPrefix(path+"."+key, "."), inner)
			}
		case []any:
			for i, inner := range in {
				walk(fmt.Sprintf("%s[%d]", path, i), inner)
			}
		default:
			raw, err := json.Marshal(v)
			switch {
			case err != nil:
			case strings.HasSuffix(path, "_mm"):
				err = new(quantity.Length).UnmarshalJSON(raw)
			case strings.HasSuffix(path, "_kg"):
				err = new(quantity.Mass).UnmarshalJSON(raw)
			}
			if err != nil && len(out) < 50 {
				out = append(out, contract.FileProblem{Problem: problem.Problem{Path: path, Message: err.Error()}, Line: nearest(lines, path)})
			}
		}
	}
	walk("", doc)
	byLine(out)
	return out
}

func byLine(found []contract.FileProblem) {
	slices.SortStableFunc(found, func(a, b contract.FileProblem) int {
		return cmp.Or(cmp.Compare(a.Line, b.Line), cmp.Compare(a.Path, b.Path))
	})
}

// WithLines adds to each problem the line of the nearest thing that its path
// names.
func WithLines(bad []problem.Problem, lines map[string]int) []contract.FileProblem {
	out := make([]contract.FileProblem, len(bad))
	for i, p := range bad {
		out[i] = contract.FileProblem{Problem: p, Line: nearest(lines, p.Path)}
	}
	return out
}

func nearest(lines map[string]int, path string) int {
	for path != "" {
		if n, ok := lines[path]; ok {
			return n
		}
		cut := strings.LastIndexAny(path, ".[")
		if cut < 0 {
			break
		}
		path = path[:cut]
	}
	return 1
}

// scan walks the file once: broken syntax, too deep a nesting, a field named
// twice or something after the end are refused; each path's line is noted.
func scan(b []byte) (map[string]int, error) {
	d := json.NewDecoder(bytes.NewReader(b))
	lines := map[string]int{}
	at, line := 0, 1
	here := func() int {
		end := int(d.InputOffset())
		line += bytes.Count(b[at:end], []byte("\n"))
		at = end
		return line
	}
	var walk func(path string, depth int) error
	walk = func(path string, depth int) error {
		if depth > maxDepth {
			return refuse(here(), path, "nested deeper than %d levels", maxDepth)
		}
		t, err := d.Token()
		if err != nil {
			return broken(here(), err)
		}
		lines[path] = here()
		open, nested := t.(json.Delim)
		if !nested {
			return nil
		}
		for i := 0; d.More(); i++ {
			if i >= longest {
				return refuse(here(), path, "more than %d of them", longest)
			}
			step := fmt.Sprintf("%s[%d]", path, i)
			if open == '{' {
				key, err := d.Token()
				if err != nil {
					return broken(here(), err)
				}
				if len(key.(string)) > longestName {
					return refuse(here(), path, "a name of %d letters: no field has more than %d", len(key.(string)), longestName)
				}
				step = strings.TrimPrefix(path+"."+key.(string), ".")
				if _, twice := lines[step]; twice {
					return refuse(here(), step, "this is given twice")
				}
			}
			if err := walk(step, depth+1); err != nil {
				return err
			}
		}
		if _, err := d.Token(); err != nil {
			return broken(here(), err)
		}
		return nil
	}
	if err := walk("", 0); err != nil {
		return nil, err
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return nil, refuse(here(), "", "there is something after the end of the project")
	}
	return lines, nil
}

func broken(line int, err error) error {
	if errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) {
		return refuse(line, "", "the file ends too early")
	}
	return refuse(line, "", "not readable as JSON: %s", err)
}

var compiled = sync.OnceValues(func() (*jsonschema.Schema, error) {
	b, err := contract.ProjectSchema()
	if err != nil {
		return nil, err
	}
	doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(b))
	if err != nil {
		return nil, err
	}
	c := jsonschema.NewCompiler()
	if err := c.AddResource("project.json", doc); err != nil {
		return nil, err
	}
	return c.Compile("project.json")
})

// againstSchema returns what the published schema has against the file.
func againstSchema(b []byte, lines map[string]int) []contract.FileProblem {
	schema, err := compiled()
	if err != nil {
		panic(err) // the schema is part of the program
	}
	doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(b))
	if err != nil {
		return []contract.FileProblem{{Problem: problem.Problem{Message: err.Error()}}}
	}
	var bad *jsonschema.ValidationError
	if err := schema.Validate(doc); !errors.As(err, &bad) {
		return nil
	}
	say := message.NewPrinter(language.English)
	seen := map[string]bool{}
	var out []contract.FileProblem
	var walk func(e *jsonschema.ValidationError)
	walk = func(e *jsonschema.ValidationError) {
		if outOfBounds(e) {
			return
		}
		for _, c := range e.Causes {
			walk(c)
		}
		if len(e.Causes) > 0 {
			return
		}
		path := ""
		for _, step := range e.InstanceLocation {
			if _, err := strconv.Atoi(step); err == nil {
				path += "[" + step + "]"
			} else {
				path = strings.TrimPrefix(path+"."+step, ".")
			}
		}
		if text := e.ErrorKind.LocalizedString(say); !seen[path+text] && len(out) < 50 {
			seen[path+text] = true
			out = append(out, contract.FileProblem{Problem: problem.Problem{Path: path, Message: text}, Line: nearest(lines, path)})
		}
	}
	walk(bad)
	byLine(out)
	return out
}

// outOfBounds tells that a figure, a word or a list is not what may be there: the design
// says that itself, in the words of the job.
func outOfBounds(e *jsonschema.ValidationError) bool {
	switch e.ErrorKind.(type) {
	case *kind.Minimum, *kind.Maximum, *kind.MaxItems, *kind.Enum:
		return true
	case *kind.AnyOf:
		return slices.ContainsFunc(e.Causes, outOfBounds)
	}
	return false
}
