// Package demo carries the demo walls as project files. They come in through
// the same door as a user's.
package demo

import (
	"embed"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"strings"

	"aguante/core/design"
	"aguante/core/problem"
	"aguante/core/shop"
	"aguante/server/projectfile"
	"aguante/server/store"
)

//go:embed *.json
var files embed.FS

//go:embed log/*.jsonl
var logs embed.FS

//go:embed shop/shop.json
var workshop []byte

// Shop is the demo's workshop: boards with prices, one with a split end, an offcut.
func Shop() (s shop.Shop, err error) {
	if err = json.Unmarshal(workshop, &s); err != nil {
		return s, fmt.Errorf("demo shop: %w", err)
	}
	l := problem.New()
	if s.Validate(l); len(l.All()) > 0 {
		return s, fmt.Errorf("demo shop: %v", l.All())
	}
	return s, nil
}

// Archives are the demo walls with what has happened to them: a load test, a year of readings, a bracket that was broken.
func Archives() ([]*store.Archive, error) {
	walls, err := Walls()
	if err != nil {
		return nil, err
	}
	const under = "demo" // all is written under the design as it is
	var out []*store.Archive
	for i, p := range walls {
		a := &store.Archive{Design: p, Designs: map[string]*design.Project{under: p}}
		b, err := logs.ReadFile("log/" + strings.TrimSuffix(names()[i], ".json") + ".jsonl")
		if err == nil {
			a.Journal, err = projectfile.ReadLog(b)
		}
		if err != nil && !errors.Is(err, fs.ErrNotExist) {
			return nil, fmt.Errorf("demo log of %s: %w", p.Name, err)
		}
		out = append(out, a)
	}
	return out, nil
}

// names are the files of the demo walls.
func names() (out []string) {
	all, _ := files.ReadDir(".") // it is embedded
	for _, f := range all {
		out = append(out, f.Name())
	}
	return out
}

// Walls reads the demo walls, one project of each file.
func Walls() ([]*design.Project, error) {
	var out []*design.Project
	for _, name := range names() {
		b, err := files.ReadFile(name)
		if err != nil {
			return nil, err
		}
		p, err := projectfile.Read(b)
		if err != nil {
			return nil, fmt.Errorf("demo wall %s: %w", name, err)
		}
		out = append(out, p)
	}
	return out, nil
}
