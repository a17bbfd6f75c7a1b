// Package demo carries the demo walls as project files. They come in through
// the same door as a user's.
package demo

import (
	"embed"
	"encoding/json"
	"fmt"

	"aguante/core/design"
	"aguante/core/problem"
	"aguante/core/shop"
	"aguante/server/projectfile"
)

//go:embed *.json
var files embed.FS

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

// Walls reads the demo walls, one project of each file.
func Walls() ([]*design.Project, error) {
	names, err := files.ReadDir(".")
	if err != nil {
		return nil, err
	}
	var out []*design.Project
	for _, f := range names {
		b, err := files.ReadFile(f.Name())
		if err != nil {
			return nil, err
		}
		p, err := projectfile.Read(b)
		if err != nil {
			return nil, fmt.Errorf("demo wall %s: %w", f.Name(), err)
		}
		out = append(out, p)
	}
	return out, nil
}
