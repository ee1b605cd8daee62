// Command gen prints the JSON Schema of the wire types, from which the page's TypeScript is made (make generate).
package main

import (
	"encoding/json"
	"os"

	"github.com/invopop/jsonschema"

	"inkysparrow/internal/wire"
)

func main() {
	r := jsonschema.Reflector{Anonymous: true}
	e := json.NewEncoder(os.Stdout)
	e.SetIndent("", "  ")
	if err := e.Encode(r.Reflect(&wire.All{})); err != nil {
		os.Stderr.WriteString("gen: " + err.Error() + "\n")
		os.Exit(1)
	}
}
