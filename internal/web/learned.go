package web

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/learn"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// learned tells what is known of the modeller's films: each factor with where it comes from and what it changes.
func (s *Server) learned(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	e, err := s.evening(ctx)
	if err != nil {
		return err
	}
	out := wire.LearnedPage{Families: []wire.LearnedRow{}, Products: []wire.LearnedRow{}, Plans: []wire.LearnedBuild{}}
	mind := e.Mind
	you := mind.You()
	out.You = learnedRow("You", learn.TouchDry, you)
	out.You.Words = "All your films, against what is usual: " + speed(you.Median) + "."
	looks := e.looks()
	kin := map[string]bool{}
	for _, k := range mind.Keys() {
		out.Told = true
		row := learnedRow(k.Product, k.What, mind.Product(k))
		row.Product, row.Family = k.Product, k.Family.ID
		row.Words = fmt.Sprintf("%s; nine of ten films between %.2f and %.2f times.", say.Capital(speed(row.Factor)), row.Low, row.High)
		row.Looks = append(row.Looks, looks[lookKey{k.Product, k.Family.ID, k.What}]...)
		if mind.Moved(k) >= 1 {
			row.Moved = "The last films dried otherwise than the ones before. Is it a new bottle, or is the room another?"
		}
		out.Products = append(out.Products, row)
		if of := k.Family.ID + k.What.String(); !kin[of] {
			kin[of] = true
			family := mind.Family(k.Family, k.What)
			row := learnedRow(k.Family.Name, k.What, family)
			row.Family, row.Words = k.Family.ID, fmt.Sprintf("A product of it that you never tried: %s.", speed(family.Median))
			out.Families = append(out.Families, row)
		}
	}
	if out.Told {
		for i, j := range e.of {
			p, err := j.file.Knowing(learn.Of(nil, time.Time{})).Resolve()
			if err != nil {
				return err
			}
			usual := rule.Lay(p)
			words := "The date stays."
			if before, after := usual.Finish, e.Builds[i].Finish; !before.IsZero() && !after.IsZero() && clock.Day(j.local(before)) != clock.Day(j.local(after)) {
				days := clock.Day(j.local(after)) - clock.Day(j.local(before))
				words = fmt.Sprintf("Ready %s, %s later than with usual products.", j.day(after), say.Count(max(days, -days), "day"))
				if days < 0 {
					words = fmt.Sprintf("Ready %s, %s sooner than with usual products.", j.day(after), say.Count(-days, "day"))
				}
			}
			out.Plans = append(out.Plans, wire.LearnedBuild{Slug: j.slug, Name: j.plan.Name, Words: words})
		}
	}
	return c.JSON(out)
}

func learnedRow(name string, what learn.What, e learn.Estimate) wire.LearnedRow {
	row := wire.LearnedRow{Name: name, What: whatWords[what], Factor: round(e.Median, 2), Low: round(e.Low, 2), High: round(e.High, 2), Films: e.N, Looks: []wire.LearnedLook{}}
	if !e.Since.IsZero() {
		row.Since = e.Since.Format("2 Jan 2006")
	}
	return row
}

var whatWords = map[learn.What]string{learn.TouchDry: "touch-dry", learn.Rub: "stands a cloth", learn.Bite: "stands the next liquid"}

// speed tells a factor in words.
func speed(factor float64) string {
	switch {
	case factor > 1.03:
		return fmt.Sprintf("takes %.2f times as long as computed", factor)
	case factor < 0.97:
		return fmt.Sprintf("takes %.2f of the computed time", factor)
	}
	return "dries as computed"
}

type lookKey struct {
	product, family string
	what            learn.What
}

// looks returns the looks at each product's films, the newest first.
func (e *evening) looks() map[lookKey][]wire.LearnedLook {
	type one struct {
		at time.Time
		wire.LearnedLook
	}
	all := map[lookKey][]one{}
	for _, j := range e.of {
		for zi, z := range j.plan.Zones {
			for si, s := range z.Steps {
				for _, t := range j.file.Zones[zi].Steps[si].Told {
					word := route.Saying(t.Said)
					key, ok := learn.KeyOf(s, learn.Asked(word))
					if !word.OfFilm() || !ok {
						continue
					}
					k := lookKey{key.Product, key.Family.ID, key.What}
					all[k] = append(all[k], one{t.At, wire.LearnedLook{Build: j.slug, Step: s.ID, Press: t.ID, Words: fmt.Sprintf("%s: %s, %s of %s", e.clock(t.At), word, say.Lower(z.Name), j.plan.Name)}})
				}
			}
		}
	}
	out := map[lookKey][]wire.LearnedLook{}
	for k, list := range all {
		slices.SortStableFunc(list, func(a, b one) int { return cmp.Or(b.at.Compare(a.at)) })
		for _, l := range list {
			out[k] = append(out[k], l.LearnedLook)
		}
	}
	return out
}

// forget has a product, or all, be forgotten up to now, or begins a new bottle of it.
func (s *Server) forget(c fiber.Ctx) error {
	var in wire.Forget
	if err := body(c, &in); err != nil {
		return err
	}
	if _, ok := coating.FamilyNamed(in.Family); (in.Product != "" || in.Bottle) && !ok {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "family: there is no such family.")
	}
	t, err := s.minds.taught(c.Context())
	if err != nil {
		return err
	}
	now := s.Clock.Now().UTC().Truncate(time.Second)
	const most = 2000
	switch {
	case len(t.Forgotten) >= most || len(t.Bottles) >= most:
		return fiber.NewError(fiber.StatusUnprocessableEntity, "That has been asked too often; forget all instead.")
	case in.Bottle:
		t.Bottles = append(t.Bottles, plan.Bottle{Product: in.Product, Family: plan.Family(in.Family), Opened: now})
	case in.Product == "":
		t = plan.Taught{Format: plan.SeenFormat, Forgotten: []plan.Forgotten{{Until: now}}}
	default:
		t.Forgotten = append(t.Forgotten, plan.Forgotten{Product: in.Product, Family: plan.Family(in.Family), Until: now})
	}
	if err := s.minds.teach(c.Context(), t); err != nil {
		return err
	}
	s.anew()
	return s.learned(c)
}

// seen sends what was seen of all films as an open file.
func (s *Server) seen(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	all, _, taught, err := s.minds.gather(ctx, "", nil)
	if err != nil {
		return err
	}
	out := plan.Taught{Format: plan.SeenFormat, Seen: append([]plan.Seen{}, taught.Seen...), Bottles: taught.Bottles}
	for _, t := range all {
		out.Seen = append(out.Seen, plan.SeenOf(taught.Counts(t.seen))...)
	}
	c.Attachment("seen.json")
	return c.JSON(out)
}

// bringSeen takes in what was seen elsewhere, beside what was seen here. What is here already is not counted twice.
func (s *Server) bringSeen(c fiber.Ctx) error {
	var in plan.Taught
	if err := body(c, &in); err != nil {
		return err
	}
	if _, err := in.Occasions(); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	all, _, t, err := s.minds.gather(ctx, "", nil)
	if err != nil {
		return err
	}
	have := map[string]bool{}
	mark := func(x plan.Seen) string { return fmt.Sprint(x.Product, x.Family, x.What, x.Laid.Unix(), x.Looks) }
	for _, b := range all {
		for _, x := range plan.SeenOf(b.seen) {
			have[mark(x)] = true
		}
	}
	for _, x := range t.Seen {
		have[mark(x)] = true
	}
	for _, x := range in.Seen {
		if !have[mark(x)] {
			have[mark(x)], t.Seen = true, append(t.Seen, x)
		}
	}
	const most = 5000
	if len(t.Seen) > most {
		return fiber.NewError(fiber.StatusUnprocessableEntity, "More than 5000 films can't be kept beside one's own.")
	}
	if err := s.minds.teach(ctx, t); err != nil {
		return err
	}
	s.anew()
	return s.learned(c)
}
