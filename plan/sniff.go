package plan

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strings"
	"unicode/utf8"
)

// sniff tells what data is that is no JSON object, as somebody would call it who has taken the wrong file; empty for an object.
func sniff(data []byte) string {
	text := bytes.TrimSpace(data)
	line, _, _ := bytes.Cut(text, []byte("\n"))
	switch {
	case len(text) == 0:
		return "an empty file"
	case text[0] == '{':
		return ""
	case text[0] == '[':
		return "a list"
	case bytes.IndexByte(data, 0) >= 0 || !utf8.Valid(data):
		return "no text: a picture, an archive or a program"
	case text[0] == '<':
		if bytes.Contains(text, []byte("<svg")) {
			return "a drawing"
		}
		return "a page or a drawing"
	case max(bytes.Count(line, []byte(",")), bytes.Count(line, []byte(";")), bytes.Count(line, []byte("\t"))) >= 2:
		if words := strings.ToLower(string(line)); strings.Contains(words, "name") && (strings.Contains(words, "kind") || strings.Contains(words, "family") || strings.Contains(words, "colour")) {
			return "a table of paints"
		}
		return "a table"
	}
	return "plain text"
}

// beginning refuses a file that is no plan at all in words that say what it is and what was expected.
func beginning(data []byte) error {
	const begins = `a plan begins with {"format": "` + Format + `"`
	if is := sniff(data); is != "" {
		return plainly(fault("", "this is %s; %s", is, begins), "this is %s, not a plan", is)
	}
	var parts map[string]json.RawMessage
	if json.Unmarshal(data, &parts) != nil { // what is wrong with it is told with its line
		return nil
	}
	own := 0
	for _, part := range []string{"format", "build", "products", "zones"} {
		if _, ok := parts[part]; ok {
			own++
		}
	}
	if own == 0 && len(parts) > 0 {
		return plainly(fault("", "this is JSON of another kind; %s", begins), "this is a file of another program, not a plan")
	}
	var format string
	if err := json.Unmarshal(parts["format"], &format); err != nil || format == "" || format == Format {
		return nil // the schema tells what is missing
	}
	of := fmt.Sprintf("of the format %q", format)
	return plainly(fault("format", "this is a file %s; %s", of, begins), "this is a file %s, not a plan", of)
}
