package shelf

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"iter"
	"maps"
	"math"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
	"inkysparrow/plan"
)

// columns are the columns of the CSV, in order; a file may leave out all but the name, kind and family, and have them in any order.
var columns = []string{"id", "name", "kind", "family", "colour", "sheen", "carrier", "thinner", "remover", "hide_coats", "tenth_in_white", "dries", "touch_dry_h", "spoon_gu", "spoon_mist_gu", "solids_pct", "price", "size_ml", "mixed", "parents", "stock_ml", "opened", "used_up", "note", "with"}

// spoken are the columns as the page calls them, lower case.
var spoken = map[string]string{
	"name of the product": "name", "product": "name", "kind": "kind", "family": "family", "colour": "colour", "sheen": "sheen", "carrier": "carrier", "thinner": "thinner", "remover": "remover",
	"hides in, coats": "hide_coats", "coats that hide": "hide_coats", "a tenth in white": "tenth_in_white", "dries as": "dries", "touch-dry in, h": "touch_dry_h", "touch-dry": "touch_dry_h", "at hand, ml": "stock_ml", "at hand": "stock_ml", "used up": "used_up", "note": "note",
}

// column returns the column that a heading names, in the words of the format or of the page.
func column(heading string) string {
	h := strings.ToLower(strings.Join(strings.Fields(heading), " "))
	if own, ok := spoken[h]; ok {
		return own
	}
	return h
}

// familyOf returns the family that a cell names, by its id or as the page calls it; what names none is returned as it is, to be refused.
func familyOf(cell string) plan.Family {
	for _, f := range coating.Families() {
		if strings.EqualFold(cell, f.ID) || strings.EqualFold(cell, f.Name) {
			return plan.Family(f.ID)
		}
	}
	return plan.Family(cell)
}

// kinds are the kinds of product as people write them, lower case and in the singular.
var kinds = map[string]coating.Kind{
	"undercoat": coating.Primer, "surfacer": coating.Primer,
	"colour": coating.Paint, "color": coating.Paint, "base": coating.Paint, "base coat": coating.Paint, "acrylic": coating.Paint, "enamel": coating.Paint, "acrylic paint": coating.Paint, "enamel paint": coating.Paint,
	"metallic": coating.Metal, "metal colour": coating.Metal, "metal paint": coating.Metal, "metallic paint": coating.Metal,
	"varnish": coating.Clear, "clear coat": coating.Clear, "clearcoat": coating.Clear, "top coat": coating.Clear, "topcoat": coating.Clear, "clear varnish": coating.Clear,
	"panel wash": coating.Wash, "pin wash": coating.Wash, "panel line wash": coating.Wash, "panel liner": coating.Wash, "filter": coating.Wash,
	"oil paint": coating.Oil, "artist oil": coating.Oil, "artists' oil": coating.Oil, "tube": coating.Oil,
	"chipping medium": coating.Medium, "chipping fluid": coating.Medium, "chipping": coating.Medium,
	"decal sheet": coating.DecalKind, "transfer": coating.DecalKind,
	"pastel": coating.Pigment, "powder": coating.Pigment, "weathering powder": coating.Pigment, "pigment powder": coating.Pigment, "dust": coating.Pigment,
	"coloured pencil": coating.PencilOf, "colored pencil": coating.PencilOf,
}

// kindOf returns the kind that a cell names, as the format or as people have it; what names none is returned as it is, to be refused.
func kindOf(cell string) coating.Kind {
	k := strings.ToLower(strings.Join(strings.Fields(cell), " "))
	for _, one := range []string{k, strings.TrimSuffix(k, "s"), strings.TrimSuffix(k, "es")} {
		if slices.Contains(coating.Kinds(), coating.Kind(one)) {
			return coating.Kind(one)
		}
		if known, ok := kinds[one]; ok {
			return known
		}
	}
	return coating.Kind(k)
}

// liquidNamed returns the id of the liquid that a cell names, by its id or as the page calls it.
func liquidNamed(cell string) (string, bool) {
	for _, l := range solvent.Bought() {
		if strings.EqualFold(cell, l.ID) || strings.EqualFold(cell, l.Name) {
			return l.ID, true
		}
	}
	return "", false
}

// BadRow is a row of a CSV that could not be read.
type BadRow struct {
	Line    int // of the file, from 1
	Problem string
}

// WriteCSV returns the products as CSV (RFC 4180) with a heading, in UTF-8.
func WriteCSV(products []Product) ([]byte, error) {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	if err := w.Write(columns); err != nil {
		return nil, fmt.Errorf("write CSV: %w", err)
	}
	for _, p := range products {
		row := record(p)
		for i, cell := range row {
			row[i] = guarded(cell)
		}
		if err := w.Write(row); err != nil {
			return nil, fmt.Errorf("write CSV: %w", err)
		}
	}
	w.Flush()
	return b.Bytes(), w.Error()
}

// A cell that begins so is worked out as a formula by the programs that open tables. An apostrophe before it says that it is text.
const formula = "=+-@\t"

func beginsFormula(cell string) bool {
	rest := strings.TrimLeft(cell, "'")
	return rest != "" && strings.ContainsRune(formula, rune(rest[0]))
}

// guarded writes a cell so that no program takes it for a formula; plain undoes it.
func guarded(cell string) string {
	if beginsFormula(cell) {
		return "'" + cell
	}
	return cell
}

func plain(cell string) string {
	if strings.HasPrefix(cell, "'") && beginsFormula(cell) {
		return cell[1:]
	}
	return cell
}

// record is a product as a row.
func record(p Product) []string {
	number := func(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
	stock, hide := "", ""
	if p.StockML != nil {
		stock = number(*p.StockML)
	}
	if p.HideCoats > 0 {
		hide = number(p.HideCoats)
	}
	some := func(v float64) string {
		if v == 0 {
			return ""
		}
		return number(v)
	}
	return []string{
		p.ID, p.Name, string(p.Kind), string(p.Family), p.Colour, string(p.Sheen), liquidText(p.Carrier), liquidText(p.Thinner), liquidText(p.Remover),
		hide, p.Tenth, string(p.Dries), some(p.TouchDryH), some(p.SpoonGU), some(p.MistedGU), some(p.SolidsPct), some(p.Price), some(p.SizeML), string(p.Mixed), parentsText(p.Parents), stock, string(p.Opened), string(p.UsedUp), p.Note, p.With,
	}
}

// parentsText writes what a mix was made of as a cell: "Dark enamel 1 + white spirit 6", in millilitres.
func parentsText(parents []plan.Parent) string {
	var all []string
	for _, p := range parents {
		all = append(all, strings.ReplaceAll(p.Name, " + ", " and ")+" "+strconv.FormatFloat(p.ML, 'f', -1, 64))
	}
	return strings.Join(all, " + ")
}

// parentsOf undoes parentsText.
func parentsOf(cell string) ([]plan.Parent, error) {
	var all []plan.Parent
	for part := range strings.SplitSeq(cell, " + ") {
		if part = strings.TrimSpace(part); part == "" {
			continue
		}
		at := strings.LastIndexByte(part, ' ')
		if at < 0 {
			return nil, fmt.Errorf("%q has no amount", part)
		}
		ml, err := strconv.ParseFloat(part[at+1:], 64)
		if err != nil || !(ml > 0) || math.IsInf(ml, 0) {
			return nil, fmt.Errorf("%q is no amount", part[at+1:])
		}
		all = append(all, plan.Parent{Name: part[:at], ML: ml})
	}
	return all, nil
}

// liquidText writes a liquid as a cell: its id, or the parts of a mixture, "isopropanol 60 + water 40".
func liquidText(l *plan.Liquid) string {
	if l == nil {
		return ""
	}
	if l.Parts == nil {
		return l.Name
	}
	var parts []string
	for _, id := range slices.Sorted(maps.Keys(l.Parts)) {
		parts = append(parts, id+" "+strconv.FormatFloat(l.Parts[id], 'f', -1, 64))
	}
	return strings.Join(parts, " + ")
}

func liquidOf(cell string) (*plan.Liquid, error) {
	cell = strings.TrimSpace(cell)
	if cell == "" {
		return nil, nil
	}
	if id, ok := liquidNamed(cell); ok {
		return &plan.Liquid{Name: id}, nil
	}
	l := &plan.Liquid{Parts: map[string]float64{}}
	for part := range strings.SplitSeq(cell, "+") {
		words := strings.Fields(part)
		if len(words) < 2 {
			return nil, fmt.Errorf("%q is no liquid, and no mixture such as \"isopropanol 60 + water 40\"", cell)
		}
		last := len(words) - 1
		name := strings.Join(words[:last], " ")
		id, known := liquidNamed(name)
		n, err := strconv.ParseFloat(words[last], 64)
		switch {
		case !known && last > 1:
			return nil, fmt.Errorf("%q is no liquid, and no mixture such as \"isopropanol 60 + water 40\"", cell)
		case err != nil || !(n > 0 && n <= 1000):
			return nil, fmt.Errorf("%q: %q is not a number of parts", cell, words[last])
		case !known:
			return nil, fmt.Errorf("no liquid %q", name)
		}
		l.Parts[id] += n
	}
	return l, nil
}

// maxRow is how long a row may be, in bytes: a quote that is never closed is looked for no further.
const maxRow = 16 << 10

// row is a row of a table.
type row struct {
	cells  []string
	line   int   // where it begins, from 1
	broken error // it has no shape: where its quotes went wrong
}

// rows reads a table row by row. Where a row has no shape, or not as many fields as the heading, and goes over several lines, a quote in its first
// line is to blame: that line alone is given up and reading goes on with the next one.
func rows(text string, comma rune) func(yield func(row) bool) {
	return func(yield func(row) bool) {
		fields := 0
		for at, line := 0, 1; at < len(text); {
			window := text[at:min(len(text), at+maxRow)]
			r := csv.NewReader(strings.NewReader(window))
			r.Comma, r.FieldsPerRecord = comma, -1
			cells, err := r.Read()
			if errors.Is(err, io.EOF) {
				return
			}
			used := int(r.InputOffset())
			first := strings.IndexByte(window, '\n') + 1
			if first == 0 {
				first = len(window)
			}
			one := row{cells: cells, line: line}
			for skip := window; strings.HasPrefix(skip, "\n") || strings.HasPrefix(skip, "\r\n"); skip = skip[strings.IndexByte(skip, '\n')+1:] {
				one.line++ // empty lines before it
			}
			several := used > first && one.line == line
			switch {
			case err != nil && several:
				one.broken = fmt.Errorf("a quote (\") that is opened here is not closed as it should be; this line was left out, the next ones are read")
			case err != nil:
				one.broken = err
				if parse := (*csv.ParseError)(nil); errors.As(err, &parse) {
					one.broken = fmt.Errorf("column %d: %w", parse.Column, parse.Err)
				}
			case several && fields > 0 && len(cells) != fields:
				one.broken = fmt.Errorf("a quote (\") that is opened here goes on over several lines, which then make %d fields where the heading has %d; this line was left out, the next ones are read", len(cells), fields)
			}
			if fields == 0 {
				fields = len(cells)
			}
			if one.broken != nil && several {
				used = first
			}
			line += strings.Count(window[:used], "\n")
			at += used
			if !yield(one) {
				return
			}
		}
	}
}

// ReadCSV reads products from CSV: with a heading, fields divided by comma, semicolon or tab. Rows that can't be read are told one by
// one and left out; err is for a file that is no such list at all. Two rows with one id, or without one of the same name and family, are
// told too.
func ReadCSV(data []byte) (good []Product, bad []BadRow, err error) {
	text, err := decode(data)
	if err != nil {
		return nil, nil, err
	}
	head, _, _ := strings.Cut(text, "\n")
	next, stop := iter.Pull(rows(text, divider(head)))
	defer stop()
	top, ok := next()
	if !ok || top.broken != nil {
		return nil, nil, errors.New("the file has no heading")
	}
	heading := top.cells
	place := map[string]int{}
	for i, h := range heading {
		h = column(h)
		if !slices.Contains(columns, h) {
			return nil, nil, fmt.Errorf("column %d: %q is none of %s", i+1, h, strings.Join(columns, ", "))
		}
		if _, twice := place[h]; twice {
			return nil, nil, fmt.Errorf("column %d: %q is given twice", i+1, h)
		}
		place[h] = i
	}
	for _, must := range []string{"name", "kind", "family"} {
		if _, ok := place[must]; !ok {
			return nil, nil, fmt.Errorf("the column %q is missing", must)
		}
	}
	seen := map[string]int{}
	for {
		r, more := next()
		if !more {
			return good, bad, nil
		}
		if len(good)+len(bad) >= MaxProducts {
			return nil, nil, fmt.Errorf("line %d: more than %d products", r.line, MaxProducts)
		}
		if r.broken != nil {
			bad = append(bad, BadRow{r.line, r.broken.Error()})
			continue
		}
		p, err := productOf(r.cells, heading, place)
		if err == nil {
			key := p.ID
			if key == "" {
				key = "name " + p.key()
			}
			if first, twice := seen[key]; twice {
				err = fmt.Errorf("the same product as line %d", first)
			} else {
				seen[key] = r.line
			}
		}
		if err != nil {
			bad = append(bad, BadRow{r.line, err.Error()})
			continue
		}
		good = append(good, p)
	}
}

func productOf(row, heading []string, place map[string]int) (Product, error) {
	if len(row) != len(heading) {
		return Product{}, fmt.Errorf("%d fields, the heading has %d", len(row), len(heading))
	}
	cell := func(name string) string {
		if i, ok := place[name]; ok {
			return plain(strings.TrimSpace(row[i]))
		}
		return ""
	}
	number := func(name string) (*float64, error) {
		text := cell(name)
		if text == "" {
			return nil, nil
		}
		v, err := strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64)
		if err != nil || math.IsInf(v, 0) || math.IsNaN(v) {
			return nil, fmt.Errorf("%s: %q is not a number", name, text)
		}
		return &v, nil
	}
	p := Product{Product: plan.Product{
		ID: cell("id"), Name: cell("name"), Kind: kindOf(cell("kind")), Family: familyOf(cell("family")), Colour: strings.ToLower(cell("colour")), Sheen: plan.Sheen(strings.ToLower(cell("sheen"))), Opened: plan.Date(cell("opened")),
	}, UsedUp: plan.Date(cell("used_up")), With: cell("with")}
	if i, ok := place["note"]; ok {
		p.Note = plain(row[i])
	}
	var err error
	for _, l := range []struct {
		name string
		to   **plan.Liquid
	}{{"carrier", &p.Carrier}, {"thinner", &p.Thinner}, {"remover", &p.Remover}} {
		if *l.to, err = liquidOf(cell(l.name)); err != nil {
			return Product{}, fmt.Errorf("%s: %w", l.name, err)
		}
	}
	hide, err := number("hide_coats")
	if err != nil {
		return Product{}, err
	}
	if hide != nil {
		p.HideCoats = *hide
	}
	p.Tenth, p.Dries = cell("tenth_in_white"), plan.Speed(strings.ToLower(cell("dries")))
	for name, to := range map[string]*float64{"touch_dry_h": &p.TouchDryH, "spoon_gu": &p.SpoonGU, "spoon_mist_gu": &p.MistedGU, "solids_pct": &p.SolidsPct, "price": &p.Price, "size_ml": &p.SizeML} {
		v, err := number(name)
		if err != nil {
			return Product{}, err
		}
		if v != nil {
			*to = *v
		}
	}
	p.Mixed = plan.Date(cell("mixed"))
	if p.Parents, err = parentsOf(cell("parents")); err != nil {
		return Product{}, fmt.Errorf("parents: %w", err)
	}
	if p.StockML, err = number("stock_ml"); err != nil {
		return Product{}, err
	}
	p = p.Clean()
	checked := p
	if checked.ID == "" {
		checked.ID = "new"
	}
	return p, checked.Check()
}

// decode returns the text of a file in UTF-8, with or without its mark; another encoding is told by its place.
func decode(data []byte) (string, error) {
	switch {
	case len(data) > MaxBytes:
		return "", fmt.Errorf("the file is over %d MB", MaxBytes>>20)
	case bytes.HasPrefix(data, []byte{0xff, 0xfe}), bytes.HasPrefix(data, []byte{0xfe, 0xff}):
		return "", errors.New("the file is in UTF-16; save it as UTF-8")
	}
	data = bytes.TrimPrefix(data, []byte{0xef, 0xbb, 0xbf})
	if bytes.IndexByte(data, 0) >= 0 {
		return "", errors.New("this is not a text file")
	}
	if !utf8.Valid(data) {
		line := 1
		for rest := data; len(rest) > 0; {
			r, n := utf8.DecodeRune(rest)
			if r == utf8.RuneError && n == 1 {
				break
			}
			if r == '\n' {
				line++
			}
			rest = rest[n:]
		}
		return "", fmt.Errorf("line %d: not UTF-8; save the file as UTF-8", line)
	}
	return string(data), nil
}

// divider is what divides the fields of a heading: the most frequent of comma, semicolon and tab.
func divider(head string) rune {
	best, n := ',', strings.Count(head, ",")
	for _, d := range []rune{';', '\t'} {
		if c := strings.Count(head, string(d)); c > n {
			best, n = d, c
		}
	}
	return best
}
