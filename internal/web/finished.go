package web

import (
	"cmp"
	"encoding/base64"
	"fmt"
	"html/template"
	"slices"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// touchUp tells what is needed to touch a model up, zone by zone.
func (s *Server) touchUp(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	stands, err := s.Store.Shelf(ctx)
	if err != nil {
		return err
	}
	done, wrong := j.file.Went()
	out := wire.TouchUp{Name: j.file.Build.Name, Finished: string(j.file.Build.Finished), Way: j.file.Build.Way, Went: fmt.Sprintf("%d of %d steps went well", done-wrong, done), Zones: []wire.TouchUpZone{}}
	out.Words = "Not finished yet: this is how it stands now."
	if day, err := time.Parse(time.DateOnly, out.Finished); err == nil {
		out.Words = "Finished on " + day.Format("2 January 2006") + "."
	}
	for _, line := range j.checked.Lines {
		out.Zones = append(out.Zones, j.toTouchUp(line, stands.Products))
	}
	return c.JSON(out)
}

// toTouchUp tells what is needed to touch a zone up.
func (j *judged) toTouchUp(line *timeline.Line, stands []shelf.Product) wire.TouchUpZone {
	k := look.At(line, j.now)
	z := wire.TouchUpZone{Zone: line.Zone.ID, Name: line.Zone.Name, Colour: k.Ground.String(), Mix: []string{}, Films: []string{}, Paint: "Nothing was painted on it."}
	var clear *coating.Product
	for _, p := range line.Steps {
		s := p.Step
		if s.Done.IsZero() || s.Product == nil {
			continue
		}
		if s.Do.Lays {
			z.Films = append(z.Films, s.Product.Name)
		}
		if s.Do.Has(route.ClearCoat) {
			clear = s.Product
		}
	}
	if by := k.By.Paint; by != nil && by.Product != nil {
		z.Paint = by.Product.Name
		own, _ := j.productOf(by.Product)
		for _, m := range own.Parents {
			z.Mix = append(z.Mix, fmt.Sprintf("%.1f ml %s", m.ML, m.Name))
		}
		z.Bottle = "It is not on the shelf any more: mix it anew, and try it on the inside first."
		for _, b := range stands {
			if b.ID == own.Shelf || own.Shelf == "" && b.Name == own.Name {
				z.Bottle = "It is on the shelf."
				if opened, err := time.Parse(time.DateOnly, string(b.Opened)); err == nil {
					z.Bottle = fmt.Sprintf("It is on the shelf, open since %s: stir it well and try it on a spoon.", opened.Format("2 January 2006"))
				}
				if b.UsedUp != "" {
					z.Bottle = "It was used up: mix or buy it anew, and try it on the inside first."
				}
			}
		}
	}
	top := clear
	switch {
	case len(z.Films) == 0:
		z.Take, z.Never = "Whatever the plastic stands.", ""
	case top == nil:
		z.Take = "Thin touches of the same paint with a small brush; no clear lies over it."
	default:
		z.Take = fmt.Sprintf("Touch the paint in with a small brush, then a drop of %s over the place: it is the last coat.", top.Name)
	}
	if len(z.Films) > 0 {
		z.Never = "No lacquer thinner, and nothing that was not tried on this clear: How others go over it stands in Washes."
		if top == nil {
			z.Never = "No strong thinner over bare paint: it takes it off."
		}
	}
	return z
}

// productOf is the plan's own product.
func (j *judged) productOf(of *coating.Product) (plan.Product, bool) {
	i := slices.IndexFunc(j.file.Products, func(p plan.Product) bool { return p.ID == of.ID })
	if i < 0 {
		return plan.Product{}, false
	}
	return j.file.Products[i], true
}

// keptWays lists the modeller's own ways.
func (s *Server) keptWays(c fiber.Ctx) error {
	builds, err := s.Store.Builds(c.Context())
	if err != nil {
		return err
	}
	out := wire.KeptWays{Ways: []wire.KeptWay{}}
	for _, b := range builds {
		if b.Finished == "" || b.Problem != "" {
			continue
		}
		kept, err := s.Store.Build(c.Context(), b.Slug)
		if err != nil {
			return err
		}
		if kept.Plan.Build.Way == "" {
			continue
		}
		done, wrong := kept.Plan.Went()
		w := wire.KeptWay{Slug: b.Slug, Name: kept.Plan.Build.Way, Of: b.Name, Steps: done, Words: fmt.Sprintf("%d of %d steps went well", done-wrong, done)}
		out.Ways = append(out.Ways, w)
	}
	return c.JSON(out)
}

// tableDay lists all builds for an exhibition's table, with what slack each has.
func (s *Server) tableDay(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	builds, err := s.Store.Builds(ctx)
	if err != nil {
		return err
	}
	stands, err := s.Store.Shelf(ctx)
	if err != nil {
		return err
	}
	out := wire.TableDay{Builds: []wire.TableBuild{}}
	late := 0
	for _, b := range builds {
		if b.Away || b.Problem != "" {
			continue
		}
		j, err := s.standing(ctx, b.Slug)
		if err != nil {
			return err
		}
		one := wire.TableBuild{Slug: b.Slug, Name: b.Name, By: j.file.Build.By, Scale: fmt.Sprintf("1/%d", b.Scale), State: wire.Safe, Bottles: bottles(j, stands.Products)}
		left := 0
		for _, line := range j.checked.Lines {
			for _, p := range line.Steps {
				if p.Step.Done.IsZero() {
					left++
				}
			}
		}
		one.Left = say.Count(left, "step") + " left"
		switch finish := j.checked.Finish; {
		case b.Finished != "":
			day, _ := time.Parse(time.DateOnly, b.Finished)
			one.Ready, one.Slack, one.Left = "finished "+day.Format("2 Jan 2006"), "on the table", ""
		case finish.IsZero():
			one.Ready, one.Slack, one.State = "not planned", "", wire.Note
		default:
			one.Ready = "ready " + j.day(finish)
			if w := j.checked.Plan.Wanted; !w.IsZero() {
				one.Wanted = "wanted " + j.day(w.Add(-time.Hour))
				days := clock.Day(j.local(w.Add(-time.Hour))) - clock.Day(j.local(finish))
				one.Slack = say.Count(max(days, -days), "day") + " of slack"
				switch {
				case days < 0:
					one.Slack, one.State = say.Count(-days, "day")+" late", wire.Bite
					late++
				case days < 2:
					one.State = wire.Hold
				}
			}
		}
		out.Builds = append(out.Builds, one)
	}
	slices.SortStableFunc(out.Builds, func(a, b wire.TableBuild) int { return cmp.Compare(a.By, b.By) })
	out.Words = say.Capital(say.Count(len(out.Builds), "build")) + ", all in time."
	if late > 0 {
		out.Words = fmt.Sprintf("%s, %d late.", say.Capital(say.Count(len(out.Builds), "build")), late)
	}
	return c.JSON(out)
}

// bottles tells who has the bottles that a build still needs, where somebody else has them.
func bottles(j *judged, stands []shelf.Product) string {
	needed := map[string]bool{}
	for _, line := range j.checked.Lines {
		for _, p := range line.Steps {
			if s := p.Step; s.Done.IsZero() && s.Product != nil {
				if own, ok := j.productOf(s.Product); ok && own.Shelf != "" {
					needed[own.Shelf] = true
				}
			}
		}
	}
	var all []string
	for _, b := range stands {
		if needed[b.ID] && b.With != "" {
			all = append(all, b.Name+": "+b.With)
		}
	}
	return strings.Join(all, "; ")
}

// journalPage sends a build's journal as one page that needs nothing else, or its card for the exhibition table.
func (s *Server) journalPage(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	out, j, err := s.journalOf(ctx, slug(c))
	if err != nil {
		return err
	}
	page := outPage{Journal: out, Scale: j.file.Build.Scale, Card: c.Query("card") == "yes", Pictures: map[string]template.URL{}, Made: j.local(s.Now()).Format("2 January 2006")}
	page.Families = j.families()
	for _, l := range j.checked.Lines {
		page.Steps = append(page.Steps, outZone{l.Zone.Name, finishOf(l)})
	}
	if !page.Card {
		for _, d := range out.Days {
			for _, p := range d.Photos {
				if _, small, err := s.Store.Picture(ctx, p.Hash, true); err == nil {
					page.Pictures[p.ID] = template.URL("data:image/jpeg;base64," + base64.StdEncoding.EncodeToString(small)) // made here
				} else if err != store.ErrNoPicture {
					return err
				}
			}
		}
	}
	var b strings.Builder
	if err := outTemplate.Execute(&b, page); err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "text/html; charset=utf-8")
	c.Set(fiber.HeaderContentSecurityPolicy, "default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-ancestors 'none'; sandbox allow-modals")
	if !page.Card {
		c.Attachment(slug(c) + "-journal.html")
		c.Set(fiber.HeaderContentType, "text/html; charset=utf-8")
	}
	return c.SendString(b.String())
}

// families are the paints that were used, by family.
func (j *judged) families() (all []string) {
	by := map[string][]string{}
	for _, line := range j.checked.Lines {
		for _, p := range line.Steps {
			if s := p.Step; !s.Done.IsZero() && s.Product != nil && s.Product.Family != nil && !slices.Contains(by[s.Product.Family.Name], s.Product.Name) {
				by[s.Product.Family.Name] = append(by[s.Product.Family.Name], s.Product.Name)
			}
		}
	}
	for family, names := range by {
		all = append(all, family+": "+strings.Join(names, ", "))
	}
	slices.Sort(all)
	return all
}

// finishOf tells in a line how a zone was finished.
func finishOf(l *timeline.Line) string {
	var all []string
	for _, p := range l.Steps {
		if s := p.Step; !s.Done.IsZero() && (s.Do.Lays || s.Do.Short != "") && !slices.Contains(all, say.Lower(s.Do.Name)) {
			all = append(all, say.Lower(s.Do.Name))
		}
	}
	if len(all) == 0 {
		return "nothing yet"
	}
	return strings.Join(all, ", ")
}

type outPage struct {
	*wire.Journal
	Scale    int
	Card     bool
	Families []string
	Steps    []outZone
	Pictures map[string]template.URL
	Made     string
}

type outZone struct{ Zone, How string }

var outTemplate = template.Must(template.New("journal").Funcs(template.FuncMap{"plain": func(s string) string { return say.Units{}.Render(s) }}).Parse(`<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>{{.Name}}</title>
<style>
{{if .Card}}@page { size: A6 landscape; margin: 7mm } body { max-width: 134mm; font-size: 9.5pt }{{else}}@page { margin: 15mm } body { max-width: 50rem; margin: 2rem auto; padding: 0 1rem }{{end}}
body { font-family: system-ui, sans-serif; color: #14202b; background: #fff; line-height: 1.35 }
h1 { font-size: 1.5em; margin: 0 0 .1em } h2 { font-size: 1.1em; margin: 1.2em 0 .3em; border-bottom: 1px solid #b8bfc2 }
p, ul { margin: .3em 0 } ul { padding-left: 1.1em } .soft { color: #4c5a63 } figure { display: inline-block; margin: .3em .5em .3em 0; max-width: 15rem } img { max-width: 100%; height: auto }
</style></head><body>
<h1>{{.Name}}</h1><p class="soft">1/{{.Scale}}{{with .By}}, {{.}}{{end}}. {{.Words}}.</p>
{{if .Card}}<h2>How it was finished</h2><ul>{{range .Steps}}<li><b>{{.Zone}}</b>: {{.How}}</li>{{end}}</ul><h2>Paints</h2><ul>{{range .Families}}<li>{{.}}</li>{{end}}</ul>
{{else}}{{range .Days}}<h2>{{.Label}}</h2><ul>{{range .Entries}}<li><b>{{.Clock}}</b> {{.Title}}{{with .Where}}, {{.}}{{end}}{{range .Facts}}; {{plain .}}{{end}}{{range .Differs}}; <b>{{plain .}}</b>{{end}}{{with .Who}} <span class="soft">({{.}})</span>{{end}}{{with .Note}}<br>{{.}}{{end}}</li>{{end}}</ul>
{{range .Photos}}{{with index $.Pictures .ID}}<figure><img alt="" src="{{.}}"></figure>{{end}}{{with .Caption}}<p class="soft">{{.}}</p>{{end}}{{end}}{{end}}
<h2>Paints</h2><ul>{{range .Families}}<li>{{.}}</li>{{end}}</ul><p class="soft">Written {{.Made}}.</p>{{end}}
</body></html>
`))
