package plan

import (
	"fmt"
	"reflect"
	"strings"
	"unicode"
)

// Harmless holds the words of a plan, or of anything else that is kept as JSON, against what would mislead or disturb whoever reads them: control
// characters, characters that turn the direction of what follows, and names in which nothing can be seen. Notes and drawings may have lines and tabs. Errors
// are *FieldError and name the place.
func Harmless(v any) error { return harmless(v, nil) }

// harmless leaves the words that are known alone: what was there before is not in the way of a change.
func harmless(v any, known map[string]bool) error {
	var found error
	eachText(reflect.ValueOf(v), "", func(path, text string) {
		if found != nil || known[text] {
			return
		}
		if what := disturbs(text, path[strings.LastIndexByte(path, '.')+1:]); what != "" {
			found = fault(path, "%s", what)
		}
	})
	return found
}

// textsOf are all words in v.
func textsOf(v any) map[string]bool {
	all := map[string]bool{}
	eachText(reflect.ValueOf(v), "", func(_, text string) { all[text] = true })
	return all
}

// disturbs tells what is wrong with the text of a field; nothing where all is well.
func disturbs(text, field string) string {
	if text == "" {
		return "" // whether it may be left out is the schema's to say
	}
	lines := field == "note" || field == "svg"
	seen := false
	for _, r := range text {
		switch {
		case lines && (r == '\n' || r == '\t' || r == '\r' && field == "svg"):
		case unicode.IsControl(r), r == '\u2028', r == '\u2029':
			return fmt.Sprintf("holds the control character U+%04X", r)
		case r == '\u061c', r == '\u200e', r == '\u200f', r >= '\u202a' && r <= '\u202e', r >= '\u2066' && r <= '\u2069':
			return fmt.Sprintf("holds U+%04X, which turns the direction of what follows", r)
		case r == unicode.ReplacementChar:
			return "holds a character that was lost on its way here"
		}
		seen = seen || unicode.In(r, unicode.L, unicode.N, unicode.P, unicode.S)
	}
	if !seen && (field == "name" || field == "id") {
		return "nothing in it can be seen"
	}
	return ""
}

// eachText calls see with every string below v and its path.
func eachText(v reflect.Value, path string, see func(path, text string)) {
	switch v.Kind() {
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			eachText(v.Elem(), path, see)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			f := v.Type().Field(i)
			if !f.IsExported() {
				continue
			}
			name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			if f.Anonymous && name == "" {
				eachText(v.Field(i), path, see)
				continue
			}
			eachText(v.Field(i), join(path, name), see)
		}
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			eachText(v.Index(i), fmt.Sprintf("%s[%d]", path, i), see)
		}
	case reflect.Map:
		for _, k := range v.MapKeys() {
			see(path, k.String())
			eachText(v.MapIndex(k), join(path, k.String()), see)
		}
	case reflect.String:
		see(path, v.String())
	}
}
