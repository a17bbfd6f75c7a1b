// Package tables reads and writes the CSV tables that people keep beside the
// app: what stands on a shelf, and where the studs are.
package tables

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/say"

	"aguante/core/load"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

// Bad is a line that was not taken, and why.
type Bad struct {
	Line    int    `json:"line"`
	Message string `json:"message"`
}

// column is one column of a table of T: how it is written and read. Lengths and
// masses are read with units too ("27 5/8 in"); a bare number is in the unit of
// the column's name.
type column[T any] struct {
	name  string
	write func(T) string
	read  func(*T, string) error
}

func length[T any](name string, at func(*T) *quantity.Length) column[T] {
	return column[T]{name,
		func(v T) string { return say.Decimal(float64(*at(&v)), 4) },
		func(v *T, s string) (err error) { *at(v), err = quantity.ParseLength(s, "mm"); return err }}
}

func mass[T any](name string, at func(*T) *quantity.Mass) column[T] {
	return column[T]{name,
		func(v T) string { return say.Decimal(float64(*at(&v)), 6) },
		func(v *T, s string) (err error) { *at(v), err = quantity.ParseMass(s, "kg"); return err }}
}

func word[T any, W ~string](name string, at func(*T) *W) column[T] {
	return column[T]{name, func(v T) string { return string(*at(&v)) }, func(v *T, s string) error { *at(v) = W(s); return nil }}
}

var contents = []column[load.Item]{
	word("name", func(i *load.Item) *string { return &i.Name }),
	word("by", func(i *load.Item) *load.By { return &i.By }),
	{"count", func(i load.Item) string { return strconv.Itoa(i.Count) },
		func(i *load.Item, s string) (err error) { i.Count, err = strconv.Atoi(s); return err }},
	mass("each_kg", func(i *load.Item) *quantity.Mass { return &i.Each }),
	mass("each_low_kg", func(i *load.Item) *quantity.Mass { return &i.EachLow }),
	mass("per_metre_kg", func(i *load.Item) *quantity.Mass { return &i.PerMetre }),
	mass("per_metre_low_kg", func(i *load.Item) *quantity.Mass { return &i.RowLow }),
	length("from_mm", func(i *load.Item) *quantity.Length { return &i.From }),
	length("to_mm", func(i *load.Item) *quantity.Length { return &i.To }),
	word("place", func(i *load.Item) *load.Place { return &i.Place }),
	length("depth_mm", func(i *load.Item) *quantity.Length { return &i.Depth }),
	length("height_mm", func(i *load.Item) *quantity.Length { return &i.Height }),
	word("shape", func(i *load.Item) *load.Shape { return &i.Shape }),
}

var studs = []column[wall.Stud]{
	length("x_mm", func(s *wall.Stud) *quantity.Length { return &s.X }),
	length("width_mm", func(s *wall.Stud) *quantity.Length { return &s.Width }),
	length("depth_mm", func(s *wall.Stud) *quantity.Length { return &s.Depth }),
	length("doubt_mm", func(s *wall.Stud) *quantity.Length { return &s.Doubt }),
	word("wood", func(s *wall.Stud) *string { return &s.Wood }),
	{"assumed", func(s wall.Stud) string { return strconv.FormatBool(s.Assumed()) }, func(s *wall.Stud, text string) error {
		guess, err := strconv.ParseBool(text)
		if s.Found = ""; guess {
			s.Found = wall.ByGuess
		}
		return err
	}},
}

func number[T any](name string, at func(*T) *float64) column[T] {
	return column[T]{name,
		func(v T) string { return say.Decimal(*at(&v), 4) },
		func(v *T, s string) (err error) { *at(v), err = strconv.ParseFloat(s, 64); return err }}
}

var parts = []column[support.StockPart]{
	word("name", func(p *support.StockPart) *string { return &p.Name }),
	word("kind", func(p *support.StockPart) *support.StockKind { return &p.Kind }),
	word("type", func(p *support.StockPart) *string { return &p.Type }),
	length("length_mm", func(p *support.StockPart) *quantity.Length { return &p.Length }),
	length("d_mm", func(p *support.StockPart) *quantity.Length { return &p.D }),
	length("root_mm", func(p *support.StockPart) *quantity.Length { return &p.Root }),
	length("head_mm", func(p *support.StockPart) *quantity.Length { return &p.Head }),
	mass("pull_kg", func(p *support.StockPart) *quantity.Mass { return &p.Pull }),
	mass("shear_kg", func(p *support.StockPart) *quantity.Mass { return &p.Shear }),
	mass("rated_kg", func(p *support.StockPart) *quantity.Mass { return &p.Rated }),
	{"pair", func(p support.StockPart) string { return strconv.FormatBool(p.Pair) },
		func(p *support.StockPart, text string) (err error) { p.Pair, err = strconv.ParseBool(text); return err }},
	word("means", func(p *support.StockPart) *hold.Means { return &p.Means }),
	length("reach_mm", func(p *support.StockPart) *quantity.Length { return &p.Reach }),
	length("leg_mm", func(p *support.StockPart) *quantity.Length { return &p.Leg }),
	length("width_mm", func(p *support.StockPart) *quantity.Length { return &p.Width }),
	length("thickness_mm", func(p *support.StockPart) *quantity.Length { return &p.Thickness }),
	number("price", func(p *support.StockPart) *float64 { return &p.Price }),
}

// WriteParts writes a stock of parts.
func WriteParts(all []support.StockPart) string { return write(parts, all) }

// ReadParts reads a stock of parts; they have no keys yet.
func ReadParts(text string) ([]support.StockPart, []Bad, error) {
	return read(text, parts, []string{"name", "kind"}, support.StockPart{Means: hold.Unstated},
		func(t *support.StockPart, p *problem.List) { t.Validate(p) })
}

// WriteContents writes what stands on a shelf.
func WriteContents(items []load.Item) string { return write(contents, items) }

// WriteStuds writes the stud marks of a wall.
func WriteStuds(all []wall.Stud) string { return write(studs, all) }

// ReadContents reads what stands on a board of the given length and depth, mm.
// Rows get ids from newID. Lines that cannot be taken are named, and the others
// read all the same.
func ReadContents(text string, boardLength, boardDepth float64, newID func() string) ([]load.Item, []Bad, error) {
	blank := load.Item{By: load.ByCount, Count: 1, Place: load.Middle, Shape: "box", Height: 200}
	return read(text, contents, []string{"name", "from_mm", "to_mm"}, blank, func(it *load.Item, p *problem.List) {
		it.ID = newID()
		field.Check(p, it)
		it.Within(p, boardLength, boardDepth)
	})
}

// ReadStuds reads the stud marks of a wall.
func ReadStuds(text string, w wall.Wall, newID func() string) ([]wall.Stud, []Bad, error) {
	blank := wall.Stud{Width: 38, Depth: 89, Doubt: 5, Wood: "spruce-pine-fir-stud"}
	return read(text, studs, []string{"x_mm"}, blank, func(s *wall.Stud, p *problem.List) {
		s.ID = newID()
		one := w
		one.Studs, one.KeepOuts = []wall.Stud{*s}, nil
		one.Validate(p)
	})
}

func write[T any](cols []column[T], all []T) string {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	line := make([]string, len(cols))
	for i, c := range cols {
		line[i] = c.name
	}
	_ = w.Write(line) // a bytes.Buffer takes everything
	for _, v := range all {
		for i, c := range cols {
			line[i] = guard(c.write(v))
		}
		_ = w.Write(line)
	}
	w.Flush()
	return b.String()
}

// guard keeps a spreadsheet from taking a name for a formula.
func guard(s string) string {
	if s != "" && strings.ContainsRune("=+@\t\r", rune(s[0])) {
		return "'" + s
	}
	return s
}

// ErrTable: the text is no such table at all.
var ErrTable = errors.New("this is no such table")

func read[T any](text string, cols []column[T], must []string, blank T, judge func(*T, *problem.List)) ([]T, []Bad, error) {
	r := csv.NewReader(strings.NewReader(strings.TrimPrefix(text, "\ufeff")))
	r.FieldsPerRecord, r.TrimLeadingSpace = -1, true
	if head, _, _ := strings.Cut(text, "\n"); strings.Count(head, ";") > strings.Count(head, ",") {
		r.Comma = ';'
	}
	head, err := r.Read()
	if err != nil {
		return nil, nil, fmt.Errorf("%w: it is empty or its first line cannot be read", ErrTable)
	}
	place := map[string]int{}
	for i, name := range head {
		place[strings.ToLower(strings.TrimSpace(name))] = i
	}
	for _, name := range must {
		if _, ok := place[name]; !ok {
			return nil, nil, fmt.Errorf("%w: line 1 names no column %q; it has %s", ErrTable, name, strings.Join(head, ", "))
		}
	}
	good, bad := []T{}, []Bad{}
	for len(good)+len(bad) < 2000 {
		cells, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			var p *csv.ParseError
			line := 0
			if errors.As(err, &p) {
				line = p.Line
			}
			bad = append(bad, Bad{line, "cannot be read: " + err.Error()})
			continue
		}
		line, _ := r.FieldPos(0)
		v, why := blank, []string(nil)
		for _, c := range cols {
			i, ok := place[c.name]
			if !ok || i >= len(cells) || strings.TrimSpace(cells[i]) == "" {
				continue
			}
			if err := c.read(&v, strings.TrimPrefix(strings.TrimSpace(cells[i]), "'")); err != nil {
				why = append(why, c.name+": "+err.Error())
			}
		}
		if why == nil {
			list := problem.New()
			judge(&v, list)
			for _, p := range list.All() {
				why = append(why, p.Path+": "+p.Message)
			}
		}
		if why != nil {
			bad = append(bad, Bad{line, strings.Join(why, "; ")})
			continue
		}
		good = append(good, v)
	}
	return good, bad, nil
}
