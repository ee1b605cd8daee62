// Package ui holds the built page.
package ui

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Pages returns the built page's files; they lack index.html until it has been built.
func Pages() fs.FS {
	sub, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err) // dist is always there: it is embedded
	}
	return sub
}
