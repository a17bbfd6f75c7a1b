// Package tables reads and writes the CSV tables that people keep beside the
// app: what stands on a shelf, and where the studs are.
package tables

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/wall"
)

// Bad is a line that was not taken, and why.
type Bad struct {
	Line    int    `json:"line"`
	Message string `json:"message"`
}

// column is one column of a table of T. A measured one is called by its name and its unit,
// "from_mm" or "from_in": written in the person's own, read in any of them. Lengths and
// masses are read with units too ("27 5/8 in"); a bare number is in the heading's.
type column[T any] struct {
	name     string
	measured []unit // its units, metric first; none for words and counts
	write    func(v T, in unit) string
	read     func(v *T, text string, in unit) error
}

// unit is how a column's heading ends, what a bare number in it is in, and by what the
// value is multiplied to be so many of it.
type unit struct {
	ending, bare string
	by           float64
}

var (
	lengths = []unit{{"_mm", "mm", 1}, {"_in", "in", 1 / 25.4}}
	masses  = []unit{{"_kg", "kg", 1}, {"_lb", "lb", 1 / say.Pound}}
)

func length[T any](name string, at func(*T) *quantity.Length) column[T] {
	return column[T]{name, lengths,
		func(v T, in unit) string { return say.Decimal(float64(*at(&v))*in.by, 6) },
		func(v *T, s string, in unit) (err error) { *at(v), err = quantity.ParseLength(s, in.bare); return err }}
}

func mass[T any](name string, at func(*T) *quantity.Mass) column[T] {
	return column[T]{name, masses,
		func(v T, in unit) string { return say.Decimal(float64(*at(&v))*in.by, 8) },
		func(v *T, s string, in unit) (err error) { *at(v), err = quantity.ParseMass(s, in.bare); return err }}
}

// foot is how many metres it has.
const foot = 0.3048

// row is a mass along a length; low is part of its heading where it is a low guess.
func row[T any](low string, at func(*T) *quantity.Mass) column[T] {
	return column[T]{"", []unit{{"per_metre" + low + "_kg", "kg", 1}, {"per_foot" + low + "_lb", "lb", foot / say.Pound}},
		func(v T, in unit) string { return say.Decimal(float64(*at(&v))*in.by, 8) },
		func(v *T, s string, in unit) error {
			m, err := quantity.ParseMass(s, in.bare)
			if in.by != 1 {
				m /= foot
			}
			*at(v) = m
			return err
		}}
}

func plain[T any](name string, write func(T) string, read func(*T, string) error) column[T] {
	return column[T]{name, nil, func(v T, _ unit) string { return write(v) }, func(v *T, s string, _ unit) error { return read(v, s) }}
}

// called is the heading of a column in a person's units.
func (c *column[T]) called(u say.Units) (string, unit) {
	if c.measured == nil {
		return c.name, unit{}
	}
	in := c.measured[0]
	if u.Length == "in" && in.bare == "mm" || u.Mass == "lb" && in.bare == "kg" {
		in = c.measured[1]
	}
	return c.name + in.ending, in
}

// find is the place of a column among headings, -1 where it is not there, and its unit.
func (c *column[T]) find(place map[string]int) (int, unit) {
	if c.measured == nil {
		if i, ok := place[c.name]; ok {
			return i, unit{}
		}
	}
	for _, in := range c.measured {
		if i, ok := place[c.name+in.ending]; ok {
			return i, in
		}
	}
	return -1, unit{}
}

func word[T any, W ~string](name string, at func(*T) *W) column[T] {
	return plain(name, func(v T) string { return string(*at(&v)) }, func(v *T, s string) error { *at(v) = W(s); return nil })
}

var contents = []column[load.Item]{
	word("name", func(i *load.Item) *string { return &i.Name }),
	word("by", func(i *load.Item) *load.By { return &i.By }),
	plain("count", func(i load.Item) string { return strconv.Itoa(i.Count) },
		func(i *load.Item, s string) (err error) { i.Count, err = strconv.Atoi(s); return err }),
	mass("each", func(i *load.Item) *quantity.Mass { return &i.Each }),
	mass("each_low", func(i *load.Item) *quantity.Mass { return &i.EachLow }),
	row("", func(i *load.Item) *quantity.Mass { return &i.PerMetre }),
	row("_low", func(i *load.Item) *quantity.Mass { return &i.RowLow }),
	length("from", func(i *load.Item) *quantity.Length { return &i.From }),
	length("to", func(i *load.Item) *quantity.Length { return &i.To }),
	word("place", func(i *load.Item) *load.Place { return &i.Place }),
	length("depth", func(i *load.Item) *quantity.Length { return &i.Depth }),
	length("height", func(i *load.Item) *quantity.Length { return &i.Height }),
	length("wide", func(i *load.Item) *quantity.Length { return &i.Wide }),
	word("shape", func(i *load.Item) *load.Shape { return &i.Shape }),
}

var studs = []column[wall.Stud]{
	length("x", func(s *wall.Stud) *quantity.Length { return &s.X }),
	length("width", func(s *wall.Stud) *quantity.Length { return &s.Width }),
	length("depth", func(s *wall.Stud) *quantity.Length { return &s.Depth }),
	length("doubt", func(s *wall.Stud) *quantity.Length { return &s.Doubt }),
	word("wood", func(s *wall.Stud) *string { return &s.Wood }),
	plain("assumed", func(s wall.Stud) string { return strconv.FormatBool(s.Assumed()) }, func(s *wall.Stud, text string) error {
		guess, err := strconv.ParseBool(text)
		if s.Found = ""; guess {
			s.Found = wall.ByGuess
		}
		return err
	}),
}

func number[T any](name string, at func(*T) *float64) column[T] {
	return plain(name, func(v T) string { return say.Decimal(*at(&v), 4) },
		func(v *T, s string) (err error) { *at(v), err = strconv.ParseFloat(s, 64); return err })
}

var parts = []column[support.StockPart]{
	word("name", func(p *support.StockPart) *string { return &p.Name }),
	word("kind", func(p *support.StockPart) *support.StockKind { return &p.Kind }),
	word("type", func(p *support.StockPart) *string { return &p.Type }),
	length("length", func(p *support.StockPart) *quantity.Length { return &p.Length }),
	length("d", func(p *support.StockPart) *quantity.Length { return &p.D }),
	length("root", func(p *support.StockPart) *quantity.Length { return &p.Root }),
	length("head", func(p *support.StockPart) *quantity.Length { return &p.Head }),
	mass("pull", func(p *support.StockPart) *quantity.Mass { return &p.Pull }),
	mass("shear", func(p *support.StockPart) *quantity.Mass { return &p.Shear }),
	mass("rated", func(p *support.StockPart) *quantity.Mass { return &p.Rated }),
	plain("pair", func(p support.StockPart) string { return strconv.FormatBool(p.Pair) },
		func(p *support.StockPart, text string) (err error) { p.Pair, err = strconv.ParseBool(text); return err }),
	word("means", func(p *support.StockPart) *hold.Means { return &p.Means }),
	length("reach", func(p *support.StockPart) *quantity.Length { return &p.Reach }),
	length("leg", func(p *support.StockPart) *quantity.Length { return &p.Leg }),
	length("width", func(p *support.StockPart) *quantity.Length { return &p.Width }),
	length("thickness", func(p *support.StockPart) *quantity.Length { return &p.Thickness }),
	number("price", func(p *support.StockPart) *float64 { return &p.Price }),
}

// WriteParts writes a stock of parts.
func WriteParts(all []support.StockPart, u say.Units) []byte { return write(parts, all, u) }

// ReadParts reads a stock of parts; they have no keys yet.
func ReadParts(text string) ([]support.StockPart, []Bad, error) {
	return read(text, parts, []string{"name", "kind"}, support.StockPart{Means: hold.Unstated},
		func(t *support.StockPart, p *problem.List) { t.Validate(p) })
}

// WriteContents writes what stands on a shelf.
func WriteContents(items []load.Item, u say.Units) []byte { return write(contents, items, u) }

// WriteStuds writes the stud marks of a wall.
func WriteStuds(all []wall.Stud, u say.Units) []byte { return write(studs, all, u) }

// ReadContents reads what stands on a board of the given length and depth, mm.
// Rows get ids from newID. Lines that cannot be taken are named, and the others
// read all the same.
func ReadContents(text string, boardLength, boardDepth float64, newID func() string) ([]load.Item, []Bad, error) {
	blank := load.Item{By: load.ByCount, Count: 1, Place: load.Middle, Shape: "box", Height: 200}
	return read(text, contents, []string{"name", "from", "to"}, blank, func(it *load.Item, p *problem.List) {
		it.ID = newID()
		field.Check(p, it)
		it.Within(p, boardLength, boardDepth)
	})
}

// ReadStuds reads the stud marks of a wall.
func ReadStuds(text string, w wall.Wall, newID func() string) ([]wall.Stud, []Bad, error) {
	blank := wall.Stud{Width: 38, Depth: 89, Doubt: 5, Wood: "spruce-pine-fir-stud"}
	return read(text, studs, []string{"x"}, blank, func(s *wall.Stud, p *problem.List) {
		s.ID = newID()
		one := w
		one.Studs, one.KeepOuts = []wall.Stud{*s}, nil
		one.Validate(p)
	})
}

func write[T any](cols []column[T], all []T, u say.Units) []byte {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	line, in := make([]string, len(cols)), make([]unit, len(cols))
	for i, c := range cols {
		line[i], in[i] = c.called(u)
	}
	_ = w.Write(line) // a bytes.Buffer takes everything
	for _, v := range all {
		for i, c := range cols {
			line[i] = guard(c.write(v, in[i]))
		}
		_ = w.Write(line)
	}
	w.Flush()
	return b.Bytes()
}

// guard keeps a spreadsheet from taking a name for a formula.
func guard(s string) string {
	if s != "" && strings.ContainsRune("=+@\t\r'", rune(s[0])) {
		return "'" + s
	}
	if strings.HasPrefix(s, "-") {
		if _, err := strconv.ParseFloat(s, 64); err != nil {
			return "'" + s
		}
	}
	return s
}

// mostLines is how many lines of a table are read.
const mostLines = 2000

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
	for _, c := range cols {
		if at, _ := c.find(place); at < 0 && slices.Contains(must, c.name) {
			return nil, nil, fmt.Errorf("%w: line 1 names no column %q; it has %s", ErrTable, c.name, strings.Join(head, ", "))
		}
	}
	good, bad := []T{}, []Bad{}
	for {
		cells, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if len(good)+len(bad) >= mostLines {
			line, _ := r.FieldPos(0)
			bad = append(bad, Bad{line, fmt.Sprintf("from here on nothing was read: %d lines at once are enough, bring the others in after them", mostLines)})
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
			i, in := c.find(place)
			if i < 0 || i >= len(cells) || strings.TrimSpace(cells[i]) == "" {
				continue
			}
			if err := c.read(&v, strings.TrimPrefix(strings.TrimSpace(cells[i]), "'"), in); err != nil {
				why = append(why, c.name+in.ending+": "+err.Error())
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
