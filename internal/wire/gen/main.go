// Command gen prints the JSON Schema of the wire types, from which the page's TypeScript is made (make generate).
package main

import (
	"encoding/json"
	"os"
	"reflect"
	"strings"

	"github.com/invopop/jsonschema"

	"inkysparrow/internal/wire"
)

func main() {
	r := jsonschema.Reflector{Anonymous: true, Namer: named}
	e := json.NewEncoder(os.Stdout)
	e.SetIndent("", "  ")
	if err := e.Encode(r.Reflect(&wire.All{})); err != nil {
		os.Stderr.WriteString("gen: " + err.Error() + "\n")
		os.Exit(1)
	}
}

// named tells the plan file's types apart from those that are drawn.
func named(t reflect.Type) string {
	if strings.HasSuffix(t.PkgPath(), "/plan") {
		return "Plan" + t.Name()
	}
	if strings.HasSuffix(t.PkgPath(), "/shelf") {
		return "Shelf" + t.Name()
	}
	return t.Name()
}
