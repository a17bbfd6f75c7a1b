// Package demo carries the demo walls as project files. They come in through
// the same door as a user's.
package demo

import "embed"

// Files holds one project file for each demo wall.
//
//go:embed *.json
var Files embed.FS
