// Package shelf is the modeller's own products: what they are, how much there is of them, and how the list is read and written as JSON
// and CSV. The same functions serve an import's dry run and the import itself.
package shelf

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strings"
	"time"

	"inkysparrow/plan"
)

// Format is the name of the JSON format that this package reads and writes.
const Format = "inkysparrow-shelf/1"

// MaxBytes is the largest list that is read, MaxProducts the longest.
const (
	MaxBytes    = 12 << 20
	MaxProducts = 20000
)

// File is a list of products as JSON.
type File struct {
	Format   string    `json:"format" jsonschema:"enum=inkysparrow-shelf/1"`
	Products []Product `json:"products" jsonschema:"maxItems=20000"`
}

// Product is a product with its stock. Its id is its own on the shelf; copies in plans name it.
type Product struct {
	plan.Product

	StockML *float64  `json:"stock_ml,omitempty" jsonschema:"minimum=0,maximum=100000,description=Millilitres at hand; not counted where it is left out."`
	UsedUp  plan.Date `json:"used_up,omitempty"`
	Note    string    `json:"note,omitempty" jsonschema:"maxLength=2000"`
	With    string    `json:"with,omitempty" jsonschema:"maxLength=60,description=Who has it; empty for oneself."`
}

// Parse reads a list as JSON. Errors are *plan.FieldError and name the place.
var Parse = func() func([]byte) (File, error) {
	read := plan.Document[File]("Inky Sparrow shelf", "the list", MaxBytes)
	return func(data []byte) (File, error) {
		f, err := read(data)
		if err != nil {
			return File{}, err
		}
		seen := map[string]int{}
		for i, p := range f.Products {
			path := fmt.Sprintf("products[%d]", i)
			if k, twice := seen[p.ID]; twice {
				return File{}, &plan.FieldError{Path: path + ".id", Problem: fmt.Sprintf("%q is already the id of products[%d]", p.ID, k)}
			}
			seen[p.ID] = i
			p = p.Clean()
			f.Products[i] = p
			if err := p.Check(); err != nil {
				return File{}, within(path, err)
			}
		}
		return f, nil
	}
}()

func within(path string, err error) error {
	if field, ok := err.(*plan.FieldError); ok { // Check wraps nothing
		return &plan.FieldError{Path: path + "." + field.Path, Problem: field.Problem}
	}
	return err
}

// Write returns the list as indented JSON with a final line feed.
func Write(products []Product) ([]byte, error) {
	if products == nil {
		products = []Product{}
	}
	b, err := json.MarshalIndent(File{Format: Format, Products: products}, "", "  ")
	if err != nil {
		return nil, fmt.Errorf("write the shelf: %w", err)
	}
	return append(b, '\n'), nil
}

// Clean returns the product as the shelf keeps it, so that every form in which it is written reads back the same: single spaces in its name and none
// around it, line feeds alone between lines, colours in lower case.
func (p Product) Clean() Product {
	p.ID, p.Name = strings.TrimSpace(p.ID), strings.Join(strings.Fields(p.Name), " ")
	p.Note = strings.NewReplacer("\r\n", "\n", "\r", "\n").Replace(p.Note)
	p.Colour = strings.ToLower(p.Colour)
	return p
}

// Fits returns an error where a list is larger than what can be read back.
func Fits(products []Product) error {
	if len(products) > MaxProducts {
		return &plan.FieldError{Problem: fmt.Sprintf("The shelf would hold %d products; it has room for %d.", len(products), MaxProducts)}
	}
	b, err := Write(products)
	if err == nil && len(b) > MaxBytes {
		err = &plan.FieldError{Problem: fmt.Sprintf("The shelf would take more than %d MB.", MaxBytes>>20)}
	}
	return err
}

// Check holds a product against what it may be. Errors are *plan.FieldError and name the field.
func (p Product) Check() error {
	if _, err := parseOne(p); err != nil {
		return err
	}
	if err := plan.Harmless(p); err != nil {
		return err
	}
	if _, err := p.Resolve(); err != nil {
		return err
	}
	for _, d := range []struct {
		name string
		date plan.Date
	}{{"opened", p.Opened}, {"used_up", p.UsedUp}} {
		if _, err := time.Parse(time.DateOnly, string(d.date)); d.date != "" && err != nil {
			return &plan.FieldError{Path: d.name, Problem: fmt.Sprintf("%q is not a day, such as 2027-03-22", d.date)}
		}
	}
	if p.Opened != "" && p.UsedUp != "" && p.UsedUp < p.Opened {
		return &plan.FieldError{Path: "used_up", Problem: fmt.Sprintf("used up on %s, before it was opened", p.UsedUp)}
	}
	return nil
}

var readOne = plan.Document[Product]("product", "the product", 1<<20)

func parseOne(p Product) (Product, error) {
	b, err := json.Marshal(p)
	if err != nil {
		return Product{}, err
	}
	return readOne(b)
}

// Same reports whether two products are alike in all that is kept of them.
func (p Product) Same(o Product) bool { return reflect.DeepEqual(p, o) }

// Change is a product that an import would change.
type Change struct {
	Was, Is Product
	Fields  []string // what differs
}

// Changes is what an import would do to a shelf. What it doesn't name stays.
type Changes struct {
	Added   []Product
	Changed []Change
	Same    int
}

// Merge tells what it would mean to put in products on the shelf have. One that has an id is the one with that id; one without is the
// one of the same name and family, else a new one. New ids are made from the names.
func Merge(have, in []Product) Changes {
	var out Changes
	byID, byName := map[string]Product{}, map[string]Product{}
	taken := map[string]bool{}
	for _, p := range have {
		byID[p.ID], byName[p.key()], taken[p.ID] = p, p, true
	}
	for _, p := range in {
		if p.ID != "" {
			taken[p.ID] = true
		}
	}
	for _, p := range in {
		was, known := byID[p.ID]
		if p.ID == "" {
			if was, known = byName[p.key()]; known {
				p.ID = was.ID
			}
		}
		switch {
		case !known:
			if p.ID == "" {
				p.ID = plan.FreeSlug(p.Name, "product", func(id string) bool { return taken[id] })
				taken[p.ID] = true
			}
			out.Added = append(out.Added, p)
		case was.Same(p):
			out.Same++
		default:
			out.Changed = append(out.Changed, Change{was, p, differs(was, p)})
		}
	}
	return out
}

func (p Product) key() string {
	return strings.ToLower(strings.TrimSpace(p.Name)) + "\x00" + string(p.Family)
}

// differs names the fields in which two products differ, as the CSV heads them.
func differs(a, b Product) []string {
	var out []string
	x, y := record(a), record(b)
	for i, c := range columns {
		if x[i] != y[i] {
			out = append(out, c)
		}
	}
	return out
}
