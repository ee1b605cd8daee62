package web

import (
	"context"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/follow"
	"inkysparrow/core/say"
	"inkysparrow/internal/format/palette"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

func (s *Server) shelf(c fiber.Ctx) error {
	out, err := s.shelved(c.Context())
	if err != nil {
		return err
	}
	return c.JSON(out)
}

// shelved is the shelf with what the builds will use of it: steps take what there is in order of time, until it runs out.
func (s *Server) shelved(ctx context.Context) (wire.Shelf, error) {
	stands, err := s.Store.Shelf(ctx)
	if err != nil {
		return wire.Shelf{}, err
	}
	products := stands.Products
	uses, err := s.Store.Uses(ctx)
	if err != nil {
		return wire.Shelf{}, err
	}
	of := map[string][]store.Use{}
	for _, u := range uses {
		of[u.Shelf] = append(of[u.Shelf], u)
	}
	out := wire.Shelf{Products: make([]wire.Shelved, 0, len(products)), Ways: []wire.Wish{}, Revision: stands.Revision, Undoes: stands.Undoes, Redoes: stands.Redoes}
	for _, w := range follow.AllWays() {
		out.Ways = append(out.Ways, wire.Wish{ID: w.ID, Words: w.Words})
	}
	for _, p := range products {
		w, err := shelvedOne(p, of[p.ID])
		if err != nil {
			return wire.Shelf{}, err
		}
		out.Products = append(out.Products, w)
	}
	return out, nil
}

func shelvedOne(p shelf.Product, uses []store.Use) (wire.Shelved, error) {
	resolved, err := p.Resolve()
	if err != nil {
		return wire.Shelved{}, fmt.Errorf("shelf product %q: %w", p.ID, err)
	}
	w := wire.Shelved{Product: p, Family: resolved.Family.Name, Uses: []wire.ShelfUse{}, Caution: resolved.Carrier.Caution}
	if !resolved.Family.IsLoose() && p.Kind != coating.DecalKind {
		w.Liquids = resolved.Carrier.Name
		if resolved.Remover != resolved.Carrier {
			w.Liquids += "; comes off with " + resolved.Remover.Name
		}
	}
	for _, u := range uses {
		before := w.NeedML
		w.NeedML += u.ML
		if p.StockML != nil && w.RunsOut == "" && before <= *p.StockML && w.NeedML > *p.StockML {
			w.RunsOut = fmt.Sprintf("runs out %s: %s, %s", u.At.Format(say.DayLayout), u.What, u.Build)
		}
		w.Uses = append(w.Uses, wire.ShelfUse{Slug: u.Slug, Build: u.Build, What: u.What, ML: round(u.ML, 2), At: u.At})
	}
	w.NeedML = round(w.NeedML, 2)
	return w, nil
}

// goodFor tells which products can be put on in a way over a film of a family that is so many days old.
func (s *Server) goodFor(c fiber.Ctx) error {
	way := slices.IndexFunc(follow.AllWays(), func(w follow.Way) bool { return w.ID == c.Query("way") })
	if way < 0 {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "way: none that is known")
	}
	family, ok := coating.FamilyNamed(c.Query("over"))
	if !ok || family.IsLoose() {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "over: no film of that family")
	}
	days, err := strconv.ParseFloat(c.Query("days"), 64)
	if err != nil || !(days >= 0 && days <= 365) {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "days: a number from 0 to 365")
	}
	stands, err := s.Store.Shelf(c.Context())
	if err != nil {
		return err
	}
	below := follow.On(&coating.Product{Family: family}, climate.Room)
	out := wire.ShelfGood{IDs: []string{}}
	w := follow.AllWays()[way]
	for _, p := range stands.Products {
		resolved, err := p.Resolve()
		if err != nil {
			return err
		}
		goes := slices.ContainsFunc(follow.Ways(p.Kind), func(o follow.Way) bool { return o.ID == w.ID })
		if goes && below.At(resolved, w, time.Duration(days*24*float64(time.Hour))) == follow.Safe {
			out.IDs = append(out.IDs, p.ID)
		}
	}
	return c.JSON(out)
}

// hiding tells in how many coats a product hides what is below. It reads the product's colour as pigments, too long for each of a whole shelf.
func (s *Server) hiding(c fiber.Ctx) error {
	p, err := s.Store.ShelfProduct(c.Context(), c.Query("product"))
	if err != nil {
		return err
	}
	resolved, err := p.Resolve()
	if err != nil {
		return err
	}
	out := wire.ShelfHiding{Dries: chance.Dries(resolved)}
	own, err := colour.Parse(p.Colour)
	if err != nil || !resolved.Family.Opaque {
		return c.JSON(out)
	}
	out.Words = fmt.Sprintf("hides in %.1f coats", resolved.Hides(own))
	if p.HideCoats == 0 && p.Tenth == "" && coating.AskHiding(own) {
		out.Words += " as such colours mostly do; its own coats can be told"
	}
	return c.JSON(out)
}

// followed is the chart of one product over another.
func (s *Server) followed(c fiber.Ctx) error {
	var pair [2]*coating.Product
	for i, name := range []string{"below", "above"} {
		p, err := s.Store.ShelfProduct(c.Context(), c.Query(name))
		if err != nil {
			return err
		}
		if pair[i], err = p.Resolve(); err != nil {
			return err
		}
	}
	below, above := pair[0], pair[1]
	out := wire.Follow{Below: below.Name, Above: above.Name, Ages: []string{}, Rows: []wire.FollowRow{}}
	if below.Family.IsLoose() {
		out.Words = below.Name + " is dry and no film: any wet coat dulls it, any hand rubs it off."
		return c.JSON(out)
	}
	for _, age := range follow.Ages() {
		out.Ages = append(out.Ages, ageWords(age))
	}
	for _, r := range follow.On(below, climate.Room).Chart(above) {
		row := wire.FollowRow{Way: r.Way.Words, Safe: "not within a month"}
		for _, state := range r.States {
			row.States = append(row.States, state.String())
		}
		for _, o := range r.Odds {
			row.Chances = append(row.Chances, shown(o.Chance))
		}
		switch {
		case r.Safe >= 0 && r.States[0] == follow.Safe:
			row.Safe = "as soon as it is dry"
		case r.Safe >= 0:
			row.Safe = "from " + ageWords(r.Safe)
		}
		out.Rows = append(out.Rows, row)
	}
	if len(out.Rows) == 0 {
		out.Words = above.Name + " is put on dry and wets nothing."
	}
	return c.JSON(out)
}

func ageWords(d time.Duration) string {
	if d < 48*time.Hour {
		return strconv.FormatFloat(round(d.Hours(), 0), 'f', -1, 64) + " h"
	}
	return strconv.FormatFloat(round(d.Hours()/24, 1), 'f', -1, 64) + " d"
}

func (s *Server) putShelf(c fiber.Ctx) error {
	var in wire.PutShelf
	if err := body(c, &in); err != nil {
		return err
	}
	p := in.Product
	p.Shelf = ""
	p = p.Clean()
	words := "Changed " + p.Name
	have, err := s.Store.Shelf(c.Context())
	if err != nil {
		return err
	}
	if p.ID == "" {
		p.ID = plan.FreeSlug(p.Name, "product", func(id string) bool {
			return slices.ContainsFunc(have.Products, func(q shelf.Product) bool { return q.ID == id })
		})
		words = "Added " + p.Name
	}
	if err := p.Check(); err != nil {
		return err
	}
	if err := shelf.Fits(append(have.Products, p)); err != nil {
		return err
	}
	return s.shelfMoved(c, s.Store.PutShelf(c.Context(), in.Revision, words, p))
}

func (s *Server) removeShelf(c fiber.Ctx) error {
	var in wire.ShelfID
	if err := body(c, &in); err != nil {
		return err
	}
	p, err := s.Store.ShelfProduct(c.Context(), in.ID)
	if err != nil {
		return err
	}
	return s.shelfMoved(c, s.Store.RemoveShelf(c.Context(), in.Revision, "Removed "+p.Name, in.ID))
}

// shelfMoved shows the shelf after a change that went well, and tells every page.
func (s *Server) shelfMoved(c fiber.Ctx, err error) error {
	if err != nil {
		return err
	}
	out, err := s.shelved(c.Context())
	if err != nil {
		return err
	}
	s.live.tell(wire.Event{What: wire.ShelfMoved, Revision: out.Revision})
	return c.JSON(out)
}

// turnShelf answers an undo or a redo of the shelf.
func (s *Server) turnShelf(move func(ctx context.Context, revision int64) error) fiber.Handler {
	return func(c fiber.Ctx) error {
		var in wire.Turn
		if err := body(c, &in); err != nil {
			return err
		}
		return s.shelfMoved(c, move(c.Context(), in.Revision))
	}
}

func (s *Server) shelfHistory(c fiber.Ctx) error {
	page, err := pageOf(c)
	if err != nil {
		return err
	}
	past, err := s.Store.ShelfHistory(c.Context(), page)
	if err != nil {
		return err
	}
	return c.JSON(historyOf(past))
}

// importShelf reads a list of products, or tells what that would do.
func (s *Server) importShelf(c fiber.Ctx) error {
	var in wire.ImportShelf
	if err := body(c, &in); err != nil {
		return err
	}
	c.Locals(fileKey, true)
	products, bad, err := readShelf(in)
	if err != nil {
		return err
	}
	stands, err := s.Store.Shelf(c.Context())
	if err != nil {
		return err
	}
	have := stands.Products
	changes := shelf.Merge(have, products)
	const shown = 100
	out := wire.ImportedShelf{
		Added: len(changes.Added), Changed: len(changes.Changed), Same: changes.Same, Bad: len(bad), New: []string{}, Different: []wire.ShelfChange{}, BadRows: []wire.ShelfBadRow{},
	}
	put := slices.Clone(changes.Added)
	for _, p := range changes.Added[:min(shown, len(changes.Added))] {
		out.New = append(out.New, p.Name)
	}
	for i, x := range changes.Changed {
		put = append(put, x.Is)
		if i < shown {
			out.Different = append(out.Different, wire.ShelfChange{Name: x.Is.Name, Fields: x.Fields})
		}
	}
	for _, b := range bad[:min(shown, len(bad))] {
		out.BadRows = append(out.BadRows, wire.ShelfBadRow{Line: b.Line, Problem: b.Problem})
	}
	if err := shelf.Fits(append(have, changes.Added...)); err != nil {
		return err
	}
	if !in.Try {
		words := fmt.Sprintf("Imported %s, changed %d", say.Count(out.Added, "product"), out.Changed)
		if err := s.Store.PutShelf(c.Context(), in.Revision, words, put...); err != nil {
			return err
		}
		s.live.tell(wire.Event{What: wire.ShelfMoved})
	}
	return c.JSON(out)
}

// readShelf reads an import's file in its form.
func readShelf(in wire.ImportShelf) ([]shelf.Product, []shelf.BadRow, error) {
	refuse := func(err error) error { return &plan.FieldError{Path: "the file", Problem: err.Error()} }
	switch in.As {
	case "json":
		f, err := shelf.Parse(in.Text)
		return f.Products, nil, err
	case "csv":
		products, bad, err := shelf.ReadCSV(in.Text)
		if err != nil {
			return nil, nil, refuse(err)
		}
		return products, bad, nil
	}
	if _, ok := coating.FamilyNamed(in.Family); !ok {
		return nil, nil, &plan.FieldError{Path: "family", Problem: "say what family the colours become paints of"}
	}
	colours, lines, err := palette.Read(in.Text)
	if err != nil {
		return nil, nil, refuse(err)
	}
	var bad []shelf.BadRow
	for _, l := range lines {
		bad = append(bad, shelf.BadRow(l))
	}
	var products []shelf.Product
	seen := map[string]bool{}
	for _, one := range colours {
		name := one.Name
		if name == "" {
			name = "Colour " + one.Hex
		}
		if key := strings.ToLower(name); seen[key] {
			name += " " + one.Hex
		}
		seen[strings.ToLower(name)] = true
		p := shelf.Product{Product: plan.Product{ID: "new", Name: name, Kind: coating.Paint, Family: plan.Family(in.Family), Colour: one.Hex}}.Clean()
		if err := p.Check(); err != nil {
			bad = append(bad, shelf.BadRow{Line: one.Line, Problem: err.Error()})
			continue
		}
		p.ID = ""
		products = append(products, p)
	}
	return products, bad, nil
}

// exportShelf sends the shelf as JSON, CSV or a palette of its colours.
func (s *Server) exportShelf(c fiber.Ctx) error {
	stands, err := s.Store.Shelf(c.Context())
	if err != nil {
		return err
	}
	products := stands.Products
	var text []byte
	as := c.Query("as", "json")
	kind := map[string]string{"json": fiber.MIMEApplicationJSONCharsetUTF8, "csv": "text/csv; charset=utf-8", "gpl": fiber.MIMETextPlainCharsetUTF8}[as]
	switch as {
	case "json":
		text, err = shelf.Write(products)
	case "csv":
		text, err = shelf.WriteCSV(products)
	case "gpl":
		var colours []palette.Colour
		for _, p := range products {
			if p.Colour != "" {
				colours = append(colours, palette.Colour{Name: p.Name, Hex: strings.ToLower(p.Colour)})
			}
		}
		text = palette.Write("Shelf", colours)
	default:
		return fiber.NewError(fiber.StatusUnprocessableEntity, "as: json, csv or gpl")
	}
	if err != nil {
		return err
	}
	c.Attachment("shelf." + as)
	c.Set(fiber.HeaderContentType, kind)
	return c.Send(text)
}

// readPalette tells the colours of a palette file, for choosing from.
func (s *Server) readPalette(c fiber.Ctx) error {
	var in wire.ReadPalette
	if err := body(c, &in); err != nil {
		return err
	}
	colours, bad, err := palette.Read(in.Text)
	if err != nil {
		return &plan.FieldError{Path: "the file", Problem: err.Error()}
	}
	out := wire.Swatches{Colours: []wire.Swatch{}, Bad: len(bad)}
	for _, one := range colours {
		out.Colours = append(out.Colours, wire.Swatch{Name: one.Name, Hex: one.Hex})
	}
	return c.JSON(out)
}

// tint tells a colour in sRGB and in Lab, from either.
func (s *Server) tint(c fiber.Ctx) error {
	var own colour.Colour
	if hex := c.Query("hex"); hex != "" {
		var err error
		if own, err = colour.Parse(hex); err != nil {
			return &plan.FieldError{Path: "hex", Problem: err.Error()}
		}
	} else {
		var v [3]float64
		for i, name := range []string{"l", "a", "b"} {
			low := map[bool]float64{true: 0, false: -128}[name == "l"]
			n, err := strconv.ParseFloat(c.Query(name), 64)
			if err != nil || !(n >= low && n <= 128) {
				return &plan.FieldError{Path: name, Problem: fmt.Sprintf("a number from %g to 128", low)}
			}
			v[i] = n
		}
		own = colour.Lab(v[0], v[1], v[2])
	}
	nearest, whole := own.Shown()
	l, a, b := own.Lab()
	return c.JSON(wire.Tint{Hex: nearest.String(), L: round(l, 1), A: round(a, 1), B: round(b, 1), Shown: whole})
}

// fromShelf returns the products that are not used up as a plan would copy them.
func (s *Server) fromShelf(ctx context.Context) ([]plan.Product, error) {
	stands, err := s.Store.Shelf(ctx)
	if err != nil {
		return nil, err
	}
	return atHand(stands), nil
}

// atHand are the products of a shelf that there is something left of.
func atHand(stands store.Shelf) []plan.Product {
	var all []plan.Product
	for _, p := range stands.Products {
		if p.UsedUp == "" && (p.StockML == nil || *p.StockML > 0) {
			all = append(all, p.Product)
		}
	}
	return all
}
