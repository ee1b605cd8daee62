package plan

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/dose"
	"inkysparrow/core/effect"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// The years that a plan may speak of.
const firstYear, lastYear = 1990, 2150

// Years returns the first and the last year that a plan may speak of.
func Years() (first, last int) { return firstYear, lastYear }

// MaxSteps is how many steps a plan may have in all its zones. One of that size is judged in seconds.
const MaxSteps = 10000

// MaxZones is how many zones a plan may have, as its schema says too.
const MaxZones = 200

// memory is how far back the air of the room is worked out: older films are cured.
const memory = 400 * 24 * time.Hour

// Resolve checks the plan's references and returns it as the core reads it. Errors are *FieldError and name the place.
func (f File) Resolve() (*route.Plan, error) {
	p := &route.Plan{Name: f.Build.Name, Scale: f.Build.Scale, Start: f.Build.Start, Now: f.now, Schools: route.Schools(f.Schools)}
	p.Wear = f.Targets()
	for _, check := range []func(*route.Plan) error{f.resolveTimes, f.resolveSchools, f.resolveSessions, f.resolveAirbrushes, f.resolveProducts, f.resolveZones, f.resolveShape, f.resolveEffects, func(p *route.Plan) error { f.resolveHand(p); return nil }, f.resolveAir, f.resolveTold} {
		if err := check(p); err != nil {
			return nil, err
		}
	}
	return p, nil
}

// Targets returns how worn the model should look: what its service asks for, where the modeller does not overrule it.
func (f File) Targets() wear.Targets {
	in := wear.Service{Strength: string(route.Schools(f.Schools).Of(route.StrengthOf))}
	own := f.Service
	if own == nil {
		return wear.Of(in)
	}
	in = f.service()
	t := wear.Of(in)
	if r, ok := shade.ReadingNamed(string(own.Shading)); ok {
		t.Shading = r
	}
	if r, ok := shade.ReadingNamed(string(own.Stain)); ok {
		t.Stain = r
	}
	if own.Chips != nil {
		t.Chips = *own.Chips
	}
	if own.Fade != nil {
		t.Fade, t.Faded = *own.Fade, true
	}
	return t
}

func inYears(path string, t time.Time) error {
	if y := t.Year(); y < firstYear || y > lastYear {
		return fault(path, "the year %d is not between %d and %d", y, firstYear, lastYear)
	}
	return nil
}

func (f File) resolveTimes(p *route.Plan) error {
	if f.Format != "" && f.Format != Format {
		return fault("format", "should be %q", Format)
	}
	if err := inYears("build.start", f.Build.Start); err != nil {
		return err
	}
	if from := f.Build.LaidFrom; from != nil {
		if err := inYears("build.laid_from", *from); err != nil {
			return err
		}
		p.LaidFrom = *from
	}
	p.Waiting = chance.Waiting{Evening: f.Build.Waiting, Care: chance.Care(f.Build.Care)}
	place := time.UTC
	if f.Timezone != "" {
		var err error
		if place, err = time.LoadLocation(f.Timezone); err != nil || f.Timezone == "Local" {
			return fault("timezone", "no time zone %q", f.Timezone)
		}
	}
	p.Bench.Place = place
	if f.Build.Wanted != "" {
		day, err := time.ParseInLocation(time.DateOnly, string(f.Build.Wanted), place)
		if err != nil {
			return fault("build.wanted", "%q is not a day, such as 2027-03-22", f.Build.Wanted)
		}
		if err := inYears("build.wanted", day); err != nil {
			return err
		}
		p.Wanted, p.Matters = day.AddDate(0, 0, 1), max(1, f.Build.Matters) // ready by the end of the day
	}
	return nil
}

func (f File) resolveSchools(*route.Plan) error {
	for _, id := range slices.Sorted(maps.Keys(f.Schools)) {
		school, ok := route.SchoolNamed(id)
		if !ok {
			return fault("schools."+string(id), "no such question; there are %s", words(route.SchoolsTable(), func(s route.School) string { return string(s.ID) }))
		}
		if answer := f.Schools[id]; !school.Has(answer) {
			return fault("schools."+string(id), "%q is none of %s", answer, words(school.Answers, func(a route.Answer) string { return string(a.ID) }))
		}
	}
	return nil
}

func (f File) resolveSessions(p *route.Plan) error {
	p.Bench.Racks = f.Racks
	for i, s := range f.Sessions {
		path := fmt.Sprintf("sessions[%d]", i)
		e := schedule.Evening{From: s.From.sinceMidnight(), To: s.To.sinceMidnight(), Second: s.Hands > 1}
		if e.To <= e.From {
			return plainly(fault(path, "ends at %s, before it starts at %s", s.To, s.From), "%s to %s ends before it begins", s.From, s.To)
		}
		for k, d := range s.Days {
			w, ok := days[d]
			if !ok {
				return fault(fmt.Sprintf("%s.days[%d]", path, k), "no day %q", string(d))
			}
			e.Days[w] = true
		}
		p.Bench.Evenings = append(p.Bench.Evenings, e)
	}
	for i, x := range f.Exceptions {
		path := fmt.Sprintf("exceptions[%d]", i)
		day, err := time.ParseInLocation(time.DateOnly, string(x.Date), p.Place())
		if err != nil {
			return fault(path+".date", "%q is not a day, such as 2027-03-22", x.Date)
		}
		if err := inYears(path+".date", day); err != nil {
			return err
		}
		if (x.From == "") != (x.To == "") {
			return plainly(fault(path, "give both from and to, or neither for a day without a session"), "fill in when it begins and when it ends, or neither for a day off")
		}
		e := schedule.Exception{Year: day.Year(), Month: day.Month(), Day: day.Day(), From: x.From.sinceMidnight(), To: x.To.sinceMidnight(), Second: x.Hands > 1}
		if x.From != "" && e.To <= e.From {
			return plainly(fault(path, "ends at %s, before it starts at %s", x.To, x.From), "%s to %s ends before it begins", x.From, x.To)
		}
		p.Bench.Exceptions = append(p.Bench.Exceptions, e)
	}
	return nil
}

// resolveAirbrushes takes the airbrushes over: each has a name of its own, and nothing runs through two.
func (f File) resolveAirbrushes(p *route.Plan) error {
	names, kept := map[string]bool{}, map[string]string{}
	for i, a := range f.Airbrushes {
		path := fmt.Sprintf("airbrushes[%d]", i)
		if names[a.Name] {
			return fault(path+".name", "two airbrushes are called %s", a.Name)
		}
		names[a.Name] = true
		for k, what := range a.For {
			place := fmt.Sprintf("%s.for[%d]", path, k)
			if _, ok := solvent.Named(what); !ok && what != string(coating.Metal) {
				return fault(place, "%q is no liquid, nor metal", what)
			}
			if other, twice := kept[what]; twice {
				return fault(place, "%s is kept for %s already", other, what)
			}
			kept[what] = a.Name
		}
		p.Airbrushes = append(p.Airbrushes, route.Airbrush{Name: a.Name, For: a.For})
	}
	return nil
}

func (f File) resolveProducts(p *route.Plan) error {
	seen := map[string]int{}
	for i, in := range f.Products {
		path := fmt.Sprintf("products[%d]", i)
		if k, twice := seen[in.ID]; twice {
			return fault(path+".id", "%q is already the id of products[%d]", in.ID, k)
		}
		seen[in.ID] = i
		out, err := in.resolve(path)
		if err != nil {
			return err
		}
		p.Products = append(p.Products, out)
	}
	return nil
}

// oddPace is how many times slower or quicker than usual no product of a family is.
const oddPace = 8

// Resolve returns the product as the core reads it. Errors are *FieldError and name the place within it.
func (in Product) Resolve() (*coating.Product, error) {
	out, err := in.resolve("")
	if err == nil && !slices.Contains(coating.Kinds(), in.Kind) {
		err = fault("kind", "%q is none of %s", in.Kind, words(coating.Kinds(), func(k coating.Kind) string { return string(k) }))
	}
	return out, err
}

func (in Product) resolve(path string) (*coating.Product, error) {
	family, ok := coating.FamilyNamed(string(in.Family))
	if !ok {
		return nil, fault(join(path, "family"), "no family %q", string(in.Family))
	}
	out := &coating.Product{
		ID: in.ID, Name: in.Name, Kind: in.Kind, Family: family, Colour: in.Colour, Hide: in.HideCoats, Tenth: in.Tenth, SpoonGU: in.SpoonGU, MistedGU: in.MistedGU,
		Carrier: family.Carrier, Thinner: family.Thinner, Remover: family.Remover,
	}
	out.Sheen, _ = coating.SheenNamed(string(in.Sheen))
	out.Solids = in.SolidsPct / 100
	if speed, ok := cure.SpeedNamed(string(in.Dries)); ok {
		out.Pace, out.Known = speed.Pace(1), true
	}
	if in.TouchDryH > 0 {
		out.Pace, out.Known = cure.PaceOf(family, time.Duration(in.TouchDryH*float64(time.Hour))), true
		if out.Pace < 1.0/oddPace || out.Pace > oddPace {
			return nil, fault(join(path, "touch_dry_h"), "%g h is %.2g times what is usual of %s: is it told in hours, and of one usual coat?", in.TouchDryH, out.Pace, family.Name)
		}
	}
	if day, err := time.Parse(time.DateOnly, string(in.Opened)); err != nil && in.Opened != "" {
		return nil, fault(join(path, "opened"), "%q is not a day, such as 2027-03-22", in.Opened)
	} else {
		out.Opened = day
	}
	if in.Price > 0 && in.SizeML > 0 {
		out.Price = in.Price / in.SizeML
	}
	if len(in.Parents) > maxPours {
		return nil, fault(join(path, "parents"), "a mix has up to %d", maxPours)
	}
	if _, err := time.Parse(time.DateOnly, string(in.Mixed)); in.Mixed != "" && err != nil {
		return nil, fault(join(path, "mixed"), "%q is not a day, such as 2027-03-22", in.Mixed)
	}
	for _, l := range []struct {
		name string
		in   *Liquid
		out  **solvent.Liquid
	}{{"carrier", in.Carrier, &out.Carrier}, {"thinner", in.Thinner, &out.Thinner}, {"remover", in.Remover, &out.Remover}} {
		if l.in == nil {
			continue
		}
		liquid, err := l.in.resolve(join(path, l.name))
		if err != nil {
			return nil, err
		}
		*l.out = liquid
	}
	return out, nil
}

func (f File) resolveZones(p *route.Plan) error {
	products := make(map[string]*coating.Product, len(p.Products))
	for _, product := range p.Products {
		products[product.ID] = product
	}
	zones, steps := map[string]int{}, map[string]string{}
	all := 0
	for _, z := range f.Zones {
		all += len(z.Steps)
	}
	if all > MaxSteps {
		return fault("zones", "%d steps are too many for one plan: it has room for %d in all", all, MaxSteps)
	}
	for i, in := range f.Zones {
		path := fmt.Sprintf("zones[%d]", i)
		if k, twice := zones[in.ID]; twice {
			return fault(path+".id", "%q is already the id of zones[%d]", in.ID, k)
		}
		zones[in.ID] = i
		z := &route.Zone{ID: in.ID, Name: in.Name, AreaCM2: in.AreaCM2, Part: in.Part}
		if l := in.Lines; l != nil {
			if (l.WidthMM > 0) != (l.DepthMM > 0) {
				return plainly(fault(path+".lines", "width_mm and depth_mm are given together"), "a measured line has a width and a depth")
			}
			z.Lines = route.Lines{Kind: string(l.Kind), Measured: wash.Line{WidthMM: l.WidthMM, DepthMM: l.DepthMM}, LengthMM: l.LengthMM}
		}
		if in.Part != "" && !f.hasPart(in.Part) {
			return fault(path+".part", "no part %q in parts", in.Part)
		}
		for k, s := range in.Steps {
			path := fmt.Sprintf("%s.steps[%d]", path, k)
			if other, twice := steps[s.ID]; twice {
				return fault(path+".id", "%q is already the id of %s", s.ID, other)
			}
			steps[s.ID] = path
			step, err := s.resolve(path, products, z.Steps)
			if err != nil {
				return err
			}
			z.Steps = append(z.Steps, step)
		}
		z.Link()
		p.Zones = append(p.Zones, z)
	}
	return f.resolveParts(p)
}

func (f File) hasPart(id string) bool {
	return slices.ContainsFunc(f.Parts, func(p Part) bool { return p.ID == id })
}

// resolveParts checks that parts are joined once, by another part or the model, and that none waits for itself.
func (f File) resolveParts(p *route.Plan) error {
	for i, in := range f.Parts {
		if slices.ContainsFunc(f.Parts[:i], func(o Part) bool { return o.ID == in.ID }) {
			return fault(fmt.Sprintf("parts[%d].id", i), "%q is given twice", in.ID)
		}
		p.Parts = append(p.Parts, route.Part(in))
	}
	waits := map[string][]string{} // a part and those that are joined to it
	joined := map[string]string{}
	for i, z := range f.Zones {
		for k, s := range z.Steps {
			path := fmt.Sprintf("zones[%d].steps[%d].joins", i, k)
			if join := s.Do == "join"; join != (len(s.Joins) > 0) {
				if join {
					return plainly(fault(path, "missing: a join says which parts it joins"), "choose the parts it joins")
				}
				return fault(path, "only a join joins parts")
			}
			for n, id := range s.Joins {
				place := fmt.Sprintf("%s[%d]", path, n)
				if !f.hasPart(id) {
					return fault(place, "no part %q in parts", id)
				}
				if first, twice := joined[id]; twice {
					return plainly(fault(place, "%q is joined already by %s", id, first), "one of the parts it joins is joined by another step already")
				}
				joined[id] = path
				waits[z.Part] = append(waits[z.Part], id)
				if id == z.Part || reaches(waits, id, z.Part, map[string]bool{}) {
					return plainly(fault(place, "%q would wait for itself", id), "one of the parts it joins would wait for itself")
				}
			}
		}
	}
	return nil
}

// reaches reports whether part from waits for part to, at once or by way of others.
func reaches(waits map[string][]string, from, to string, seen map[string]bool) bool {
	if seen[from] || to == "" {
		return false
	}
	seen[from] = true
	for _, next := range waits[from] {
		if next == to || reaches(waits, next, to, seen) {
			return true
		}
	}
	return false
}

func (s Step) resolve(path string, products map[string]*coating.Product, before []*route.Step) (*route.Step, error) {
	do, ok := route.TechniqueNamed(string(s.Do))
	if !ok {
		return nil, fault(path+".do", "no kind of step %q", string(s.Do))
	}
	out := &route.Step{ID: s.ID, Do: do, Coats: s.Coats, Dry: coating.Microns(s.ThicknessUM), Share: s.AreaPct / 100, WidthMM: s.LineMM, Of: s.Of, Stroke: route.Stroke(s.Stroke)}
	if out.Coats == 0 {
		out.Coats = max(1, do.Coats)
	}
	if out.Coats > do.Most() {
		return nil, plainly(fault(path+".coats", "%d are too many: %s takes up to %d", out.Coats, do.ID, do.Most()), "%d coats are too many: at most %d", out.Coats, do.Most())
	}
	if s.Edge != "" && !do.Has(route.Tape) {
		return nil, fault(path+".edge", "only a mask has an edge")
	}
	if len(s.Decals) > 0 && !do.Has(route.NeedsGloss) {
		return nil, fault(path+".decals", "only decals are listed here")
	}
	if s.Spray != nil {
		if !do.Airbrush {
			return nil, fault(path+".spray", "%s is not sprayed", do.ID)
		}
		out.Spray = new(dose.Setting(*s.Spray))
	}
	if s.Laying != "" && !do.Coating() {
		return nil, fault(path+".laying", "%s sprays no coats", do.ID)
	}
	out.Laying = route.Laying(s.Laying)
	if s.Drying != "" && !do.CanBeBlown() {
		return nil, fault(path+".drying", "only washes and oils are dried in a stream of air, not %s", do.ID)
	}
	out.Drying = route.Drying(s.Drying)
	out.Edge, out.Joins = route.EdgeID(s.Edge), s.Joins
	if s.Stain != nil {
		if !effect.Stains(do) {
			return nil, fault(path+".stain", "%s is no stain", do.ID)
		}
		out.Pull = s.Stain.pull()
	}
	for _, d := range s.Decals {
		out.Decals = append(out.Decals, d.decal())
	}
	if err := s.resolveProduct(path, do, products, out); err != nil {
		return nil, err
	}
	if err := s.resolveWipe(path, do, before, out); err != nil {
		return nil, err
	}
	for _, t := range []struct {
		name string
		in   *time.Time
		out  *time.Time
	}{{"done", s.Done, &out.Done}, {"at", s.At, &out.At}, {"started", s.Started, &out.Started}, {"not_before", s.NotBefore, &out.After}, {"turn", s.Turn, &out.Turn}} {
		if t.in == nil {
			continue
		}
		if err := inYears(path+"."+t.name, *t.in); err != nil {
			return nil, err
		}
		*t.out = *t.in
	}
	out.After = clock.Later(out.After, out.Turn)
	if s.Seen != "" && s.Done == nil {
		return nil, fault(path+".seen", "only what is done was seen")
	}
	out.Seen = route.Sight(s.Seen)
	if s.Mishap != nil {
		if err := s.Mishap.sound(path+".mishap", s.Done != nil); err != nil {
			return nil, err
		}
	}
	for i, said := range s.Told {
		if err := inYears(fmt.Sprintf("%s.told[%d].at", path, i), said.At); err != nil {
			return nil, err
		}
		out.Said = append(out.Said, route.Said{At: said.At, Word: route.Saying(said.Said)})
	}
	slices.SortStableFunc(out.Said, func(a, b route.Said) int { return a.At.Compare(b.At) })
	return out, nil
}

func (s Step) resolveProduct(path string, do *route.Technique, products map[string]*coating.Product, out *route.Step) error {
	path += ".product"
	switch {
	case len(do.Kinds) == 0 && s.Product != "":
		return fault(path, "%s takes no product", do.ID)
	case s.Product == "" && (len(do.Kinds) == 0 || do.Optional):
		return nil
	case s.Product == "":
		return plainly(fault(path, "missing: %s takes a product of kind %s", do.ID, kindsOf(do)), "choose a bottle: it is done with %s", kindWords(do))
	}
	product, ok := products[s.Product]
	if !ok {
		return fault(path, "no product %q in products", s.Product)
	}
	if !slices.Contains(do.Kinds, product.Kind) {
		return plainly(fault(path, "%q is of kind %s, and %s takes %s", s.Product, product.Kind, do.ID, kindsOf(do)), "%s is no bottle for this: it is done with %s", product.Name, kindWords(do))
	}
	out.Product = product
	return nil
}

func kindsOf(do *route.Technique) string {
	return words(do.Kinds, func(k coating.Kind) string { return string(k) })
}

func (s Step) resolveWipe(path string, do *route.Technique, before []*route.Step, out *route.Step) error {
	if !do.Has(route.Cloth) {
		switch {
		case s.Of != "":
			return fault(path+".of", "only a wipe is of a wash")
		case s.With != "":
			return fault(path+".with", "only a wipe is done with a cloth")
		case s.Liquid != nil:
			return fault(path+".liquid", "only a wipe takes a liquid of its own")
		case s.Stroke != "":
			return fault(path+".stroke", "only a wipe has a stroke")
		}
		return nil
	}
	if s.Of == "" {
		return plainly(fault(path+".of", "missing: a wipe says which wash it wipes"), "choose the wash it wipes")
	}
	i := slices.IndexFunc(before, func(b *route.Step) bool { return b.ID == s.Of })
	switch {
	case i < 0:
		return plainly(fault(path+".of", "no step %q before this one in its zone", s.Of), "the wash it wipes has to come before it")
	case !before[i].Do.Has(route.WashOn | route.Thinned | route.OilWork):
		return fault(path+".of", "%q is a %s, not a wash", s.Of, before[i].Do.ID)
	}
	out.Cloth, _ = wash.WetnessNamed(string(s.With))
	if s.Liquid != nil {
		liquid, err := s.Liquid.resolve(path + ".liquid")
		if err != nil {
			return err
		}
		out.Liquid = liquid
	}
	return nil
}

// resolveAir lays the climate out over the time that the plan's films live in.
func (f File) resolveAir(p *route.Plan) error {
	c := f.Climate
	if c == nil {
		if len(f.air) > 0 {
			p.Air = climate.Constant(climate.Room).Measured(f.air)
		}
		return nil
	}
	profile := climate.Profile{Day: air(c.TemperatureC, c.HumidityPct)}
	if n := c.Night; n != nil {
		if n.From == n.To {
			return plainly(fault("climate.night", "begins and ends at %s", n.From), "the night begins and ends at %s", n.From)
		}
		profile.Night = &climate.Night{Air: air(n.TemperatureC, n.HumidityPct), From: n.From.sinceMidnight(), To: n.To.sinceMidnight()}
	}
	for i, s := range c.Spells {
		if !s.To.After(s.From) {
			return plainly(fault(fmt.Sprintf("climate.spells[%d]", i), "ends before it starts"), "the other air ends before it begins")
		}
		profile.Spells = append(profile.Spells, climate.Spell{Air: air(s.TemperatureC, s.HumidityPct), From: s.From, To: s.To})
	}
	first, last := p.Start, clock.Later(p.Start, clock.Later(p.LaidFrom, p.Now))
	for _, z := range p.Zones {
		for _, s := range z.Steps {
			for _, t := range []time.Time{s.Done, s.At, s.Started, s.After} {
				if t.IsZero() {
					continue
				}
				if t.Before(first) {
					first = t
				}
				if t.After(last) {
					last = t
				}
			}
		}
	}
	if oldest := last.Add(-memory); first.Before(oldest) {
		first = oldest
	}
	p.Air = profile.Record(first, last.Add(memory), p.Place())
	if len(f.air) > 0 {
		p.Air = p.Air.Measured(f.air)
	}
	return nil
}

func air(celsius, percent float64) climate.Air {
	return climate.Air{TemperatureC: celsius, Humidity: percent / 100}
}

func words[T any](values []T, word func(T) string) string {
	var all []string
	for _, v := range values {
		all = append(all, word(v))
	}
	return strings.Join(all, ", ")
}
