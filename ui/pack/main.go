// Command pack lays a packed copy (brotli) beside each built file of the page, so that no server has to pack it while somebody waits.
package main

import (
	"bytes"
	"fmt"
	"os"
	"path/filepath"

	"github.com/andybalholm/brotli"
)

func main() {
	if err := pack("ui/dist/assets"); err != nil {
		fmt.Fprintln(os.Stderr, "pack:", err)
		os.Exit(1)
	}
}

func pack(dir string) error {
	for _, kind := range []string{"*.js", "*.css", "*.wasm"} {
		files, err := filepath.Glob(filepath.Join(dir, kind))
		if err != nil {
			return err
		}
		for _, name := range files {
			b, err := os.ReadFile(name)
			if err != nil {
				return err
			}
			var out bytes.Buffer
			w := brotli.NewWriterLevel(&out, brotli.BestCompression)
			if _, err := w.Write(b); err != nil {
				return err
			}
			if err := w.Close(); err != nil {
				return err
			}
			if err := os.WriteFile(name+".br", out.Bytes(), 0o644); err != nil {
				return err
			}
		}
	}
	return nil
}
