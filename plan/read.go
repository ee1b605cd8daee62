package plan

import (
	"bytes"
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math/big"
	"slices"
	"strconv"
	"strings"
	"sync"
	"unicode/utf8"

	"github.com/invopop/jsonschema"
	validator "github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/santhosh-tekuri/jsonschema/v6/kind"
	"golang.org/x/text/language"
	"golang.org/x/text/message"
)

// MaxBytes is the largest plan file that is read.
const MaxBytes = 2 << 20

// maxDepth is how deeply a plan may be nested; the format needs six levels.
const maxDepth = 32

// Schema returns the JSON Schema of the plan file, made from the types of this package.
func Schema() ([]byte, error) {
	return schemaOf(&File{}, title)
}

func schemaOf(of any, title string) ([]byte, error) {
	r := jsonschema.Reflector{Anonymous: true}
	s := r.Reflect(of)
	s.Title = title
	b, err := json.MarshalIndent(s, "", "  ")
	if err != nil {
		return nil, fmt.Errorf("make the schema: %w", err)
	}
	return append(b, '\n'), nil
}

func compile(schema []byte) (*validator.Schema, error) {
	doc, err := validator.UnmarshalJSON(bytes.NewReader(schema))
	if err != nil {
		return nil, err
	}
	c := validator.NewCompiler()
	c.AssertFormat()
	if err := c.AddResource("schema.json", doc); err != nil {
		return nil, err
	}
	return c.Compile("schema.json")
}

// Document returns a function that reads JSON of at most max bytes into a T. It holds it against the schema that is made from T first;
// its errors are *FieldError and name the place, in what the document is called in a sentence.
func Document[T any](title, called string, max int) func([]byte) (T, error) {
	compiled := sync.OnceValues(func() (*validator.Schema, error) {
		b, err := schemaOf(new(T), title)
		if err != nil {
			return nil, err
		}
		return compile(b)
	})
	return func(data []byte) (T, error) {
		var none, out T
		if len(data) > max {
			return none, fault("", "%s is over %d MB", called, max>>20)
		}
		data = bytes.TrimPrefix(data, []byte("\ufeff")) // a byte mark, as some editors put in front
		if err := scan(data, called); err != nil {
			return none, err
		}
		schema, err := compiled()
		if err != nil {
			return none, fmt.Errorf("the schema of %s: %w", called, err)
		}
		doc, err := validator.UnmarshalJSON(bytes.NewReader(data))
		if err != nil {
			return none, fault("", "%v", err)
		}
		if err := schema.Validate(doc); err != nil {
			return none, faultOf(err)
		}
		if err := json.Unmarshal(data, &out); err != nil {
			return none, faultOfJSON(err)
		}
		return out, nil
	}
}

var document = Document[File](title, "the plan", MaxBytes)

func parse(data []byte) (File, error) {
	if err := beginning(bytes.TrimPrefix(data, []byte("\ufeff"))); err != nil && len(data) <= MaxBytes {
		return File{}, err
	}
	return document(data)
}

const title = "Inky Sparrow plan"

// Read reads a plan file and checks it against the schema. Errors are *FieldError and name the place. References between parts of the
// plan are checked by Resolve.
func Read(r io.Reader) (File, error) {
	data, err := io.ReadAll(io.LimitReader(r, MaxBytes+1))
	if err != nil {
		return File{}, fmt.Errorf("read plan: %w", err)
	}
	return Parse(data)
}

// Parse is Read from memory.
func Parse(data []byte) (File, error) { return parse(data) }

// scan reads the tokens once, so that bad JSON, a field given twice and deep nesting are told with their place.
func scan(data []byte, called string) error {
	d := json.NewDecoder(bytes.NewReader(data))
	d.UseNumber()
	if err := scanValue(d, "", 0); err != nil {
		if field := (*FieldError)(nil); errors.As(err, &field) {
			return err
		}
		line, column := position(data, d.InputOffset())
		if errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) {
			return fault("", "line %d, column %d: the file ends in the middle of %s", line, column, called)
		}
		var whole json.RawMessage // read as one, it tells where it went wrong
		if wrong := (*json.SyntaxError)(nil); errors.As(json.Unmarshal(data, &whole), &wrong) && wrong.Offset > 0 && int(wrong.Offset) <= len(data) {
			line, column = position(data, wrong.Offset-1)
			odd, _ := utf8.DecodeRune(data[wrong.Offset-1:])
			return fault("", "line %d, column %d: %q does not belong there in %s", line, column, odd, called)
		}
		return fault("", "line %d, column %d: what stands there can't be read as %s", line, column, called)
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		line, column := position(data, d.InputOffset())
		return fault("", "line %d, column %d: there is more after the end of %s", line, column, called)
	}
	return nil
}

func scanValue(d *json.Decoder, path string, depth int) error {
	if depth > maxDepth {
		return fault(path, "nested more than %d levels deep", maxDepth)
	}
	t, err := d.Token()
	if err != nil {
		return err
	}
	switch t {
	case json.Delim('{'):
		seen := map[string]bool{}
		for d.More() {
			key, err := d.Token()
			if err != nil {
				return err
			}
			name := key.(string) // the decoder lets nothing else stand here
			if seen[name] {
				return fault(join(path, name), "given twice")
			}
			seen[name] = true
			if err := scanValue(d, join(path, name), depth+1); err != nil {
				return err
			}
		}
		_, err = d.Token()
	case json.Delim('['):
		for i := 0; d.More(); i++ {
			if err := scanValue(d, fmt.Sprintf("%s[%d]", path, i), depth+1); err != nil {
				return err
			}
		}
		_, err = d.Token()
	}
	return err
}

func join(path, name string) string {
	if path == "" {
		return name
	}
	return path + "." + name
}

// Strictly reads one JSON value into out and refuses fields that it has not. It holds it against no schema; its errors are *FieldError and name the place, in what the document is called.
func Strictly(data []byte, called string, out any) error {
	d := json.NewDecoder(bytes.NewReader(data))
	d.DisallowUnknownFields()
	err := d.Decode(out)
	if err == nil {
		if _, more := d.Token(); !errors.Is(more, io.EOF) {
			return fault("", "there is more after the end of %s", called)
		}
		return nil
	}
	if name, unknown := strings.CutPrefix(err.Error(), "json: unknown field "); unknown {
		return fault(strings.Trim(name, `"`), "no such field")
	}
	if wrong := (*json.UnmarshalTypeError)(nil); errors.As(err, &wrong) {
		return faultOfJSON(err)
	}
	if words := scan(data, called); words != nil {
		return words
	}
	return fault("", "%s can't be read", called)
}

// position turns a byte offset into a line and a column, both from 1.
func position(data []byte, offset int64) (line, column int) {
	before := data[:min(int64(len(data)), offset)]
	line = 1 + bytes.Count(before, []byte("\n"))
	return line, len(before) - bytes.LastIndexByte(before, '\n')
}

// faultOfJSON tells where Go's decoder refused what the schema let through, such as a number that is too large.
func faultOfJSON(err error) error {
	if wrong := (*json.UnmarshalTypeError)(nil); errors.As(err, &wrong) {
		return fault(wrong.Field, "%s is not what belongs here", wrong.Value)
	}
	return fault("", "%v", err)
}

// faultOf turns the validator's first and deepest complaint into a place and words.
func faultOf(err error) error {
	v := (*validator.ValidationError)(nil)
	if !errors.As(err, &v) {
		return fault("", "%v", err)
	}
	leaf := deepest(v)
	path := pathOf(leaf.InstanceLocation)
	switch k := leaf.ErrorKind.(type) {
	case *kind.AdditionalProperties:
		slices.Sort(k.Properties)
		return plainly(fault(join(path, k.Properties[0]), "no such field"), "there is something that this Inky Sparrow does not know")
	case *kind.Required:
		return plainly(fault(join(path, k.Missing[0]), "missing"), "is missing: fill it in")
	case *kind.Type:
		return plainly(fault(path, "is %s, should be %s", k.Got, strings.Join(k.Want, " or ")), "%s", map[string]string{"number": "has to be a number", "integer": "has to be a whole number"}[k.Want[0]])
	case *kind.Enum:
		return plainly(fault(path, "%s is none of %s", quoted(k.Got), list(k.Want)), "has to be one of those that are offered")
	case *kind.Const:
		return fault(path, "should be %s", quoted(k.Want))
	case *kind.Format:
		return plainly(fault(path, "%s is not a %s", quoted(k.Got), map[string]string{"date-time": "time in RFC 3339, such as 2027-03-01T18:00:00Z", "date": "day, such as 2027-03-22"}[k.Want]), "is not filled in: write a day, such as Sat 13 or 22 March")
	case *kind.MinLength:
		if k.Got == 0 {
			return plainly(fault(path, "must not be empty"), "is empty: write something")
		}
		return plainly(fault(path, "%d characters are too few: at least %d", k.Got, k.Want), "is too short: at least %d letters", k.Want)
	case *kind.MaxLength:
		return plainly(fault(path, "%d characters are too many: at most %d", k.Got, k.Want), "is too long: at most %d letters", k.Want)
	case *kind.MinItems:
		return fault(path, "%d are too few: at least %d", k.Got, k.Want)
	case *kind.MaxItems:
		return fault(path, "%d are too many: at most %d", k.Got, k.Want)
	case *kind.Minimum:
		return plainly(fault(path, "%s is too small: at least %s", decimal(k.Got), decimal(k.Want)), "is too small: at least %s", decimal(k.Want))
	case *kind.Maximum:
		return plainly(fault(path, "%s is too large: at most %s", decimal(k.Got), decimal(k.Want)), "is too large: at most %s", decimal(k.Want))
	case *kind.Pattern:
		like := "has to be a time of day, such as 19:30"
		if strings.HasSuffix(path, "colour") {
			like = "has to be a colour, such as #8a8a8a"
		}
		return plainly(fault(path, "%s has not the right form", quoted(k.Got)), "%s", like)
	}
	return fault(path, "%s", leaf.ErrorKind.LocalizedString(message.NewPrinter(language.English)))
}

// deepest follows the first cause down. Of the two forms of a liquid it follows the one whose type fits.
func deepest(v *validator.ValidationError) *validator.ValidationError {
	for len(v.Causes) > 0 {
		next := slices.MinFunc(v.Causes, func(a, b *validator.ValidationError) int { // always the same one of several
			return cmp.Or(slices.Compare(a.InstanceLocation, b.InstanceLocation), cmp.Compare(fmt.Sprint(a.ErrorKind), fmt.Sprint(b.ErrorKind)))
		})
		if _, either := v.ErrorKind.(*kind.OneOf); either {
			for _, c := range v.Causes {
				if _, wrongType := deepest(c).ErrorKind.(*kind.Type); !wrongType {
					next = c
				}
			}
		}
		v = next
	}
	return v
}

// decimal writes a number of the schema as people do.
func decimal(r *big.Rat) string {
	v, _ := r.Float64()
	return strconv.FormatFloat(v, 'g', 6, 64)
}

func pathOf(location []string) string {
	path := ""
	for _, part := range location {
		if _, err := strconv.Atoi(part); err == nil {
			path += "[" + part + "]"
			continue
		}
		path = join(path, part)
	}
	return path
}

func quoted(v any) string {
	s, ok := v.(string)
	if !ok {
		return fmt.Sprint(v)
	}
	if r := []rune(s); len(r) > 60 {
		s = string(r[:60]) + "…"
	}
	return strconv.Quote(s)
}

func list(values []any) string {
	var words []string
	for _, v := range values {
		words = append(words, fmt.Sprint(v))
	}
	return strings.Join(words, ", ")
}
