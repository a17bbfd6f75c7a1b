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

// Find returns the first element whose key is the one asked for.
func Find[T any](rows []T, key string, of func(*T) string) (T, bool) {
	for i := range rows {
		if of(&rows[i]) == key {
			return rows[i], true
		}
	}
	var none T
	return none, false
}
