// Package table reads the CSV tables that are part of the program. A fault in
// one is a fault of the build, so it panics.
package table

import (
	"encoding/csv"
	"fmt"
	"strconv"
	"strings"
)

// Row is one line of a table, by column name.
type Row map[string]string

// Text returns a cell.
func (r Row) Text(col string) string {
	v, ok := r[col]
	if !ok {
		panic("no column " + col)
	}
	return v
}

// Number returns a cell as a number.
func (r Row) Number(col string) float64 { return Number(r.Text(col)) }

// Number reads one number of a table.
func Number(s string) float64 {
	v, err := strconv.ParseFloat(s, 64)
	if err != nil {
		panic(fmt.Sprintf("embedded table: %q is no number", s))
	}
	return v
}

// Rows reads a table with a header line.
func Rows(text string) []Row {
	all, err := csv.NewReader(strings.NewReader(text)).ReadAll()
	if err != nil {
		panic(err)
	}
	rows := make([]Row, 0, len(all)-1)
	for _, line := range all[1:] {
		r := Row{}
		for i, col := range all[0] {
			r[col] = line[i]
		}
		rows = append(rows, r)
	}
	return rows
}

// Index finds rows by their keys; of two with one key, the first.
func Index[T any](rows []T, of func(*T) string) map[string]*T {
	out := make(map[string]*T, len(rows))
	for i := range rows {
		if key := of(&rows[i]); out[key] == nil {
			out[key] = &rows[i]
		}
	}
	return out
}

// At returns the row that an index has under a key.
func At[T any](index map[string]*T, key string) (T, bool) {
	if row := index[key]; row != nil {
		return *row, true
	}
	var none T
	return none, false
}
