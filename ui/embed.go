// Package ui holds the built page.
package ui

import (
	"embed"
	"encoding/json"
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

//go:embed palette.json
var palette []byte

// Palette returns the page's colours as #rrggbb by name, of each theme: day, night and paper.
func Palette() map[string]map[string]string {
	var all map[string]map[string]string
	if err := json.Unmarshal(palette, &all); err != nil {
		panic(err) // it is embedded, so that whoever reads it at its start finds out
	}
	return all
}
