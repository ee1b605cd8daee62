// Package examples holds plan files to begin from: one with nothing to say, and one for each severity.
package examples

import (
	"embed"
	"fmt"

	"inkysparrow/plan"
)

//go:embed *.json
var files embed.FS

// Names are the examples in the order in which they are offered; each has a file of that name.
var Names = []string{"clean", "note", "warn", "stop"}

// Plan returns the example of that name.
func Plan(name string) (plan.File, error) {
	b, err := files.ReadFile(name + ".json")
	if err != nil {
		return plan.File{}, fmt.Errorf("no example %q", name)
	}
	return plan.Parse(b)
}
