package projectfile

import (
	"archive/zip"
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"path"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/problem"
	"aguante/server/contract"
	"aguante/server/store"
)

// The parts of a wall that is saved with all that has happened to it: a zip of
//
//	project.json           the wall
//	journal.jsonl          an entry a line, in their order
//	designs/HASH.json      the designs that entries name
//	pictures/HASH.jpg      and their pictures
const (
	projectPart  = "project.json"
	journalPart  = "journal.jsonl"
	designsPart  = "designs/"
	picturesPart = "pictures/"
)

// MaxArchive is the largest zip that is read, and maxUnpacked the most that it may come to,
// bytes.
const (
	MaxArchive  = 256 << 20
	maxUnpacked = 320 << 20
	maxParts    = 4000
)

// endings of picture files, by their type.
var endings = map[string]string{"image/jpeg": ".jpg", "image/png": ".png"}

// PictureType is the type of a picture, or "" where it is none that is kept.
func PictureType(b []byte) string {
	if t := http.DetectContentType(b); endings[t] != "" {
		return t
	}
	return ""
}

// IsArchive tells a zip from a project file.
func IsArchive(b []byte) bool { return bytes.HasPrefix(b, []byte("PK\x03\x04")) }

// WriteArchive writes a wall with all that has happened to it.
func WriteArchive(a *store.Archive) ([]byte, error) {
	var out bytes.Buffer
	z := zip.NewWriter(&out)
	put := func(name string, b []byte, err error) error {
		if err != nil {
			return err
		}
		w, err := z.Create(name)
		if err == nil {
			_, err = w.Write(b)
		}
		return err
	}
	b, err := json.MarshalIndent(a.Design, "", "  ")
	if err := put(projectPart, b, err); err != nil {
		return nil, err
	}
	var lines bytes.Buffer
	for _, e := range a.Journal {
		b, err := json.Marshal(e)
		if err != nil {
			return nil, err
		}
		lines.Write(append(b, '\n'))
	}
	if err := put(journalPart, lines.Bytes(), nil); err != nil {
		return nil, err
	}
	for hash, p := range a.Designs {
		b, err := json.Marshal(p)
		if err := put(designsPart+hash+".json", b, err); err != nil {
			return nil, err
		}
	}
	for _, p := range a.Pictures {
		if err := put(picturesPart+p.Hash+endings[p.Type], p.Bytes, nil); err != nil {
			return nil, err
		}
	}
	err = z.Close()
	return out.Bytes(), err
}

// ReadArchive takes a wall that was saved with all that had happened to it, or a plain
// project file, which has had nothing happen to it. Every error is Unreadable.
func ReadArchive(b []byte) (*store.Archive, error) {
	if !IsArchive(b) {
		p, err := Read(b)
		return &store.Archive{Design: p}, err
	}
	z, err := zip.NewReader(bytes.NewReader(b), int64(len(b)))
	if err != nil {
		return nil, refuse(0, "", "the zip cannot be read: %s", err)
	}
	if len(z.File) > maxParts {
		return nil, refuse(0, "", "the zip has %d parts: at most %d are read", len(z.File), maxParts)
	}
	a, left := &store.Archive{Designs: map[string]*design.Project{}}, int64(maxUnpacked)
	var lines []byte
	for _, f := range z.File {
		part, err := unpack(f, &left)
		if err != nil {
			return nil, refuse(0, f.Name, "%s", err)
		}
		switch name := path.Clean(f.Name); {
		case name == projectPart:
			a.Design, err = Read(part)
		case name == journalPart:
			lines = part
		case strings.HasPrefix(name, designsPart):
			a.Designs[strings.TrimSuffix(path.Base(name), ".json")], err = Read(part)
		case strings.HasPrefix(name, picturesPart):
			t := PictureType(part)
			if t == "" {
				return nil, refuse(0, f.Name, "this is no JPEG or PNG picture")
			}
			hash, _, _ := strings.Cut(path.Base(name), ".")
			a.Pictures = append(a.Pictures, store.Picture{Hash: hash, Type: t, Bytes: part})
		}
		if err != nil {
			return nil, within(f.Name, err)
		}
	}
	if a.Design == nil {
		return nil, refuse(0, "", "there is no %s in the zip", projectPart)
	}
	a.Journal, err = readJournal(lines)
	return a, err
}

// within says in which part of a zip the trouble is.
func within(name string, err error) error {
	if bad, ok := err.(Unreadable); ok {
		for i := range bad {
			bad[i].Path = strings.TrimSuffix(name+": "+bad[i].Path, ": ")
		}
	}
	return err
}

func unpack(f *zip.File, left *int64) ([]byte, error) {
	r, err := f.Open()
	if err != nil {
		return nil, err
	}
	defer r.Close()
	b, err := io.ReadAll(io.LimitReader(r, *left+1))
	if *left -= int64(len(b)); err == nil && *left < 0 {
		err = fmt.Errorf("unpacked it comes to more than %d MB", maxUnpacked>>20)
	}
	return b, err
}

// ReadLog takes entries as they are written out, {"entries": [...]}, or one a line.
func ReadLog(b []byte) ([]journal.Entry, error) {
	var whole struct {
		Entries []json.RawMessage `json:"entries"`
	}
	if json.Unmarshal(b, &whole) == nil && whole.Entries != nil {
		var lines [][]byte
		for _, e := range whole.Entries {
			var one bytes.Buffer
			if err := json.Compact(&one, e); err != nil {
				return nil, refuse(0, journalPart, "%s", err)
			}
			lines = append(lines, one.Bytes())
		}
		b = bytes.Join(lines, []byte("\n"))
	}
	all, err := readJournal(b)
	if err == nil && len(all) == 0 {
		err = refuse(0, "", "there is no entry in it")
	}
	return all, err
}

func readJournal(b []byte) ([]journal.Entry, error) {
	var out []journal.Entry
	var bad Unreadable
	s := bufio.NewScanner(bytes.NewReader(b))
	s.Buffer(nil, 1<<20)
	for line := 1; s.Scan() && len(bad) < 50; line++ {
		if len(bytes.TrimSpace(s.Bytes())) == 0 {
			continue
		}
		note := func(at, message string) {
			bad = append(bad, contract.FileProblem{Problem: problem.Problem{Path: strings.TrimSuffix(journalPart+": "+at, ": "), Message: message},
				Line: line})
		}
		var e journal.Entry
		if err := json.Unmarshal(s.Bytes(), &e); err != nil {
			note("", err.Error())
			continue
		}
		l := problem.New()
		e.Validate(l)
		for _, p := range l.All() {
			note(p.Path, p.Message)
		}
		out = append(out, e)
	}
	if s.Err() != nil {
		return nil, refuse(0, journalPart, "%s", s.Err())
	}
	if len(bad) > 0 {
		return nil, bad
	}
	slices.SortStableFunc(out, func(a, b journal.Entry) int { return a.Seq - b.Seq })
	if _, err := journal.Add(nil, out); err != nil {
		return nil, refuse(0, journalPart, "%s", err)
	}
	return out, nil
}
