// Package demo carries the demo walls as project files. They come in through
// the same door as a user's.
package demo

import (
	"embed"
	"fmt"

	"aguante/core/design"
	"aguante/server/projectfile"
)

//go:embed *.json
var files embed.FS

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
