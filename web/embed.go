// Package web carries the built front end. Without a build there is only the
// page that says how to make one.
package web

import "embed"

// Files holds dist/ where it was built, and dist-missing.html.
//
//go:embed all:dist*
var Files embed.FS
