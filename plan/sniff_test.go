package plan

import (
	"strings"
	"testing"
)

// A file that is no plan is told what it is and what was expected; one that is a plan with a fault is told the fault's place.
func TestBeginning(t *testing.T) {
	for _, tc := range []struct{ name, text, says string }{
		{"a shelf as a table", "name,kind,family\nSky,paint,enamel\n", "this is a table of paints; a plan begins with"},
		{"with semicolons", "\ufeffName;Colour;Sheen\nSky;#aabbcc;flat\n", "this is a table of paints;"},
		{"another table", "a,b,c,d\n1,2,3,4\n", "this is a table;"},
		{"a drawing", "<?xml version=\"1.0\"?>\n<svg xmlns=\"x\"/>", "this is a drawing;"},
		{"a page", "<!doctype html><p>", "this is a page or a drawing;"},
		{"a picture", "\x89PNG\r\n\x1a\n\x00\x00", "this is no text: a picture"},
		{"nothing", " \n", "this is an empty file;"},
		{"a list", "[1, 2]", "this is a list;"},
		{"a letter", "Dear friend", "this is plain text;"},
		{"everything", `{"format": "inkysparrow-everything/1", "builds": []}`, `format: this is a file of the format "inkysparrow-everything/1"; a plan begins with`},
		{"of another program", `{"a": 1}`, "this is JSON of another kind;"},
		{"a plan without its format", `{"build": {"name": "x"}}`, "format: missing"},
		{"half a plan", `{"format": "inkysparrow-plan/1", "build": {`, "line 1, column 44"},
	} {
		_, err := Parse([]byte(tc.text))
		if err == nil || !strings.Contains(err.Error(), tc.says) {
			t.Errorf("%s: %v, want %q", tc.name, err, tc.says)
		}
	}
}
