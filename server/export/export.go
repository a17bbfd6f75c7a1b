// Package export writes what leaves the app as a file: one list of formats.
package export

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"
	"unicode/utf8"

	"aguante/core/buy"
	"aguante/core/design"
	"aguante/core/draw"
	"aguante/core/drill"
	"aguante/core/field"
	"aguante/core/journal"
	"aguante/core/logbook"
	"aguante/core/paper"
	"aguante/core/plan"
	"aguante/core/say"
	"aguante/core/shop"
	"aguante/core/support"
	"aguante/server/calendar"
	"aguante/server/print"
	"aguante/server/tables"
)

// Subject is what may be written: a design and one of its shelves, the person's own parts,
// in the units of whoever asks.
type Subject struct {
	ID     string // of the wall, where it is stored
	Design *design.Project
	Shelf  *design.Shelf
	Parts  []support.StockPart
	Pieces []plan.Part
	Cuts   *plan.Cutting
	Stock  []shop.Stock
	Holes  *drill.Schedule
	Buy    *buy.List
	Work   *calendar.Work
	Log    []journal.Entry
	Paper  *paper.Document // of one thing, Drawn where that is a template
	Drawn  *draw.Drawing
	When   time.Time
	Units  say.Units
}

// Format is one kind of file. Ending is its name's, Type its media type; Of says what it is
// written of.
type Format struct {
	Key    string `json:"key"`
	Name   string `json:"name"`
	Ending string `json:"ending"`
	Type   string `json:"type"`
	Of     Of     `json:"of"`
	write  func(s *Subject) ([]byte, error)
}

// Of is what a format is written of.
type Of string

// What formats are written of.
const (
	Wall  Of = "wall"
	Shelf Of = "shelf"
	Shop  Of = "shop"
	// Building is a wall with its plan.
	Building Of = "building"
	Paper    Of = "paper" // one thing of a wall that is printed
	Template Of = "template"
	Logbook  Of = "logbook" // what has happened to a wall
)

const csv = "text/csv; charset=utf-8"

// Choices lists what formats are written of.
func (Of) Choices() []field.Choice {
	return field.Choose("wall", "wall", "shelf", "shelf", "shop", "shop", "building", "building", "paper", "paper",
		"template", "template", "logbook", "logbook")
}

// Formats lists them.
func Formats() []Format {
	return []Format{
		{"project", "the wall, as a file of the app", ".aguante.json", "application/json; charset=utf-8", Wall,
			func(s *Subject) ([]byte, error) {
				b, err := json.MarshalIndent(s.Design, "", "  ")
				return append(b, '\n'), err
			}},
		{"studs", "stud marks", ".csv", csv, Wall, func(s *Subject) ([]byte, error) {
			return tables.WriteStuds(s.Design.Wall.Studs, s.Units), nil
		}},
		{"contents", "contents", ".csv", csv, Shelf, func(s *Subject) ([]byte, error) {
			return tables.WriteContents(s.Shelf.Contents, s.Units), nil
		}},
		{"parts", "my parts", ".csv", csv, Shop, func(s *Subject) ([]byte, error) {
			return tables.WriteParts(s.Parts, s.Units), nil
		}},
		{"stock", "boards on hand", ".csv", csv, Shop, func(s *Subject) ([]byte, error) {
			return tables.WriteStock(s.Stock, s.Units), nil
		}},
		{"pieces", "pieces", ".csv", csv, Building, func(s *Subject) ([]byte, error) {
			return tables.WritePieces(s.Pieces, s.Units), nil
		}},
		{"cuts", "cutting", ".csv", csv, Building, func(s *Subject) ([]byte, error) {
			return tables.WriteCuts(s.Cuts, s.Units), nil
		}},
		{"holes", "holes", ".csv", csv, Building, func(s *Subject) ([]byte, error) {
			return tables.WriteHoles(s.Holes, s.Units), nil
		}},
		{"shopping", "shopping list", ".csv", csv, Building, func(s *Subject) ([]byte, error) {
			return tables.WriteShopping(s.Buy, s.Units), nil
		}},
		{"log", "log", ".csv", csv, Logbook, func(s *Subject) ([]byte, error) {
			return tables.WriteLog(logbook.Lines(s.Design, s.Log), s.Units), nil
		}},
		{"readings", "readings", ".csv", csv, Logbook, func(s *Subject) ([]byte, error) {
			return tables.WriteReadings(s.Design, s.Log, s.Units), nil
		}},
		{"entries", "log, as entries", ".log.json", "application/json; charset=utf-8", Logbook, func(s *Subject) ([]byte, error) {
			return json.MarshalIndent(map[string]any{"entries": s.Log}, "", "  ")
		}},
		{"reminders", "days to look again", ".ics", "text/calendar; charset=utf-8", Logbook, func(s *Subject) ([]byte, error) {
			return calendar.Reminders(s.ID, s.Design, s.Log, s.When), nil
		}},
		{"calendar", "days of work", ".ics", "text/calendar; charset=utf-8", Building, func(s *Subject) ([]byte, error) {
			return calendar.Write(s.Work), nil
		}},
		{"pdf", "PDF", ".pdf", "application/pdf", Paper, func(s *Subject) ([]byte, error) {
			return print.PDF(s.Paper.Name, s.When, *s.Paper)
		}},
		{"svg", "SVG", ".svg", "image/svg+xml", Template, func(s *Subject) ([]byte, error) {
			return print.SVG(s.Drawn), nil
		}},
		{"dxf", "DXF", ".dxf", "image/vnd.dxf", Template, func(s *Subject) ([]byte, error) {
			return print.DXF(s.Drawn), nil
		}},
	}
}

// ErrFormat: there is no such format, or what it is written of is not there.
var ErrFormat = errors.New("this cannot be written")

// File is something to save.
type File struct {
	Name, Type string
	Bytes      []byte
}

// Write writes a subject in a format.
func Write(key string, s *Subject) (File, error) {
	for _, f := range Formats() {
		if f.Key != key {
			continue
		}
		called := f.Name
		switch {
		case f.Of != Shop && s.Design == nil || f.Of == Shelf && s.Shelf == nil || f.Of == Building && (s.Cuts == nil || s.Holes == nil || s.Buy == nil || s.Work == nil) ||
			f.Of == Paper && s.Paper == nil || f.Of == Template && s.Drawn == nil:
			return File{}, fmt.Errorf("%w: %q is of a %s, and none is given", ErrFormat, key, f.Of)
		case f.Key == "project":
			called = s.Design.Name
		case f.Of == Wall || f.Of == Building:
			called = s.Design.Name + ", " + f.Name
		case f.Of == Paper || f.Of == Template:
			called = s.Design.Name + ", " + s.Paper.Name
		case f.Of == Shelf:
			called = s.Shelf.Name + ", " + f.Name
		}
		b, err := f.write(s)
		return File{Name: FileName(called) + f.Ending, Type: f.Type, Bytes: b}, err
	}
	return File{}, fmt.Errorf("%w: there is no format %q", ErrFormat, key)
}

// FileName keeps of a name what any system takes in a file's.
func FileName(name string) string {
	name = strings.Map(func(r rune) rune {
		if r < ' ' || strings.ContainsRune(`/\:*?"<>|`, r) {
			return '-'
		}
		return r
	}, strings.TrimSpace(name))
	name = strings.Trim(name, ". ")
	for len(name) > 180 { // bytes; systems take 255
		_, last := utf8.DecodeLastRuneInString(name)
		name = name[:len(name)-last]
	}
	if name == "" {
		return "wall"
	}
	return name
}

// Version names a design by its content, in a few letters that can be read off a sheet.
func Version(p *design.Project) (string, error) {
	b, err := json.Marshal(p)
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:4]), err
}
