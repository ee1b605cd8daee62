package plan

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"

	"inkysparrow/core/route"
)

// Edit is one change that a person makes to a plan. Which fields it needs depends on Do.
type Edit struct {
	Do       string    `json:"do" jsonschema:"enum=put-step,enum=move-step,enum=copy-step,enum=remove-step,enum=put-product,enum=remove-product,enum=put-part,enum=remove-part,enum=put-zone,enum=copy-zone,enum=remove-zone,enum=put-settings"`
	Of       string    `json:"of,omitempty"`     // the id of what is changed; empty where something is added
	Zone     string    `json:"zone,omitempty"`   // where a step is added
	Before   string    `json:"before,omitempty"` // the step that it comes before; empty for the end
	Zones    []string  `json:"zones,omitempty"`  // where a step is copied to
	Step     *Step     `json:"step,omitempty"`
	Product  *Product  `json:"product,omitempty"` // of put-product; with put-step one that the plan doesn't have yet
	Part     *Part     `json:"part,omitempty"`
	NewZone  *Zone     `json:"new_zone,omitempty"` // its steps are left as they are
	Settings *Settings `json:"settings,omitempty"`
}

// Settings are what a plan says of the build as a whole.
type Settings struct {
	Build      Build             `json:"build"`
	Climate    *Climate          `json:"climate,omitempty"`
	Sessions   []Session         `json:"sessions"`
	Exceptions []Exception       `json:"exceptions"`
	Timezone   string            `json:"timezone"`
	Schools    map[string]string `json:"schools"`
	Service    *Service          `json:"service,omitempty"`
}

// Edit returns a copy of the plan with e carried out, and what was done in words. The copy has been held against the schema and its
// references followed. Errors are *FieldError and name the place in the plan as it would be.
func (f File) Edit(e Edit) (File, string, error) {
	out := f.Clone()
	do, ok := edits[e.Do]
	if !ok {
		return File{}, "", fault("edit.do", "%q is not an edit", e.Do)
	}
	words, err := do(&out, e)
	if err != nil {
		return File{}, "", err
	}
	text, err := out.Write()
	if err != nil {
		return File{}, "", err
	}
	checked, err := Parse(text)
	if err != nil {
		return File{}, "", err
	}
	if _, err := checked.Resolve(); err != nil {
		return File{}, "", err
	}
	return checked, words, nil
}

var edits = map[string]func(*File, Edit) (string, error){
	"put-step": (*File).putStep, "move-step": (*File).moveStep, "copy-step": (*File).copyStep, "remove-step": (*File).removeStep,
	"put-part": (*File).putPart, "remove-part": (*File).removePart, "put-product": (*File).putProduct, "remove-product": (*File).removeProduct, "put-zone": (*File).putZone, "copy-zone": (*File).copyZone, "remove-zone": (*File).removeZone,
	"put-settings": (*File).putSettings,
}

// take adds a product of the shelf to the plan, unless its copy is there already, and returns its id in the plan.
func (f *File) take(p Product) string {
	for _, own := range f.Products {
		if p.Shelf != "" && own.Shelf == p.Shelf {
			return own.ID
		}
	}
	p.ID = freeAmong(p.ID, func(id string) bool {
		return slices.ContainsFunc(f.Products, func(q Product) bool { return q.ID == id })
	})
	f.Products = append(f.Products, p)
	return p.ID
}

func (f *File) zone(id string) (int, error) {
	i := slices.IndexFunc(f.Zones, func(z Zone) bool { return z.ID == id })
	if i < 0 {
		return 0, fault("edit.zone", "no zone %q in the plan", id)
	}
	return i, nil
}

func (f *File) step(id string) (zone, place int, err error) {
	zone, place, ok := f.find(id)
	if !ok {
		return 0, 0, fault("edit.of", "no step %q in the plan", id)
	}
	return zone, place, nil
}

func (f *File) putStep(e Edit) (string, error) {
	if e.Step == nil {
		return "", fault("edit.step", "missing")
	}
	s := *e.Step
	if e.Product != nil {
		s.Product = f.take(*e.Product)
	}
	if e.Of != "" {
		z, i, err := f.step(e.Of)
		if err != nil {
			return "", err
		}
		s.ID = e.Of
		f.Zones[z].Steps[i] = s
		return fmt.Sprintf("Changed %s of %s", strings.ToLower(doName(s.Do)), f.Zones[z].Name), nil
	}
	z, err := f.zone(e.Zone)
	if err != nil {
		return "", err
	}
	at := len(f.Zones[z].Steps)
	switch {
	case e.Before != "":
		if at = f.Zones[z].place(e.Before); at < 0 {
			return "", fault("edit.before", "no step %q in the zone", e.Before)
		}
	case s.Of == "":
		at = f.Zones[z].placeOf(s.Do)
	}
	s.ID = f.free(f.Zones[z].ID + "-" + string(s.Do))
	f.Zones[z].Steps = slices.Insert(f.Zones[z].Steps, at, s)
	return fmt.Sprintf("Added %s to %s", strings.ToLower(doName(s.Do)), f.Zones[z].Name), nil
}

func (z *Zone) place(step string) int {
	return slices.IndexFunc(z.Steps, func(s Step) bool { return s.ID == step })
}

// placeOf returns where a step of that kind belongs in the order of work: before the first step of a later phase that has not been done.
func (z *Zone) placeOf(do Do) int {
	own, ok := route.TechniqueNamed(string(do))
	if !ok {
		return len(z.Steps)
	}
	for i, s := range z.Steps {
		if t, ok := route.TechniqueNamed(string(s.Do)); ok && t.Phase > own.Phase && s.Done == nil {
			return i
		}
	}
	return len(z.Steps)
}

// moveStep moves a step before another one or to the end; the wipes that follow a wash go with it.
func (f *File) moveStep(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	zone := &f.Zones[z]
	n := 1
	for i+n < len(zone.Steps) && zone.Steps[i+n].Of == e.Of {
		n++
	}
	moved := slices.Clone(zone.Steps[i : i+n])
	if slices.ContainsFunc(moved, func(s Step) bool { return s.ID == e.Before }) {
		return "", fault("edit.before", "a wash can't come after its own wipe")
	}
	zone.Steps = slices.Delete(zone.Steps, i, i+n)
	to := len(zone.Steps)
	if e.Before != "" {
		if to = zone.place(e.Before); to < 0 {
			return "", fault("edit.before", "no step %q in the zone", e.Before)
		}
	}
	zone.Steps = slices.Insert(zone.Steps, to, moved...)
	return fmt.Sprintf("Moved %s of %s", strings.ToLower(doName(moved[0].Do)), zone.Name), nil
}

// copyStep copies a step, with its wipes, into other zones or once more into its own, where it belongs in the order of work.
func (f *File) copyStep(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	own := f.Zones[z].Steps[i]
	with := []Step{own}
	for _, s := range f.Zones[z].Steps[i+1:] {
		if s.Of == own.ID {
			with = append(with, s)
		}
	}
	if len(e.Zones) == 0 {
		return "", fault("edit.zones", "missing: where it is copied to")
	}
	var names []string
	for _, id := range e.Zones {
		to, err := f.zone(id)
		if err != nil {
			return "", err
		}
		at := f.Zones[to].placeOf(own.Do)
		washID := ""
		for k, s := range with {
			s.Done, s.At = nil, nil
			s.ID = f.free(f.Zones[to].ID + "-" + string(s.Do))
			if k == 0 {
				washID = s.ID
			} else {
				s.Of = washID
			}
			f.Zones[to].Steps = slices.Insert(f.Zones[to].Steps, at+k, s)
		}
		names = append(names, f.Zones[to].Name)
	}
	return fmt.Sprintf("Copied %s to %s", strings.ToLower(doName(own.Do)), strings.Join(names, ", ")), nil
}

func (f *File) removeStep(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	words := fmt.Sprintf("Removed %s of %s", strings.ToLower(doName(f.Zones[z].Steps[i].Do)), f.Zones[z].Name)
	f.Zones[z].Steps = slices.DeleteFunc(f.Zones[z].Steps, func(s Step) bool { return s.ID == e.Of || s.Of == e.Of })
	return words, nil
}

func (f *File) putProduct(e Edit) (string, error) {
	if e.Product == nil {
		return "", fault("edit.product", "missing")
	}
	p := *e.Product
	if e.Of == "" {
		p.ID = freeAmong(slug(p.Name, "product"), func(id string) bool {
			return slices.ContainsFunc(f.Products, func(q Product) bool { return q.ID == id })
		})
		f.Products = append(f.Products, p)
		return "Added " + p.Name, nil
	}
	i := slices.IndexFunc(f.Products, func(q Product) bool { return q.ID == e.Of })
	if i < 0 {
		return "", fault("edit.of", "no product %q in the plan", e.Of)
	}
	p.ID = e.Of
	f.Products[i] = p
	return "Changed " + p.Name, nil
}

func (f *File) removeProduct(e Edit) (string, error) {
	i := slices.IndexFunc(f.Products, func(q Product) bool { return q.ID == e.Of })
	if i < 0 {
		return "", fault("edit.of", "no product %q in the plan", e.Of)
	}
	for _, z := range f.Zones {
		for k, s := range z.Steps {
			if s.Product == e.Of {
				return "", fault("edit.of", "%s is used by step %d of %s", f.Products[i].Name, k+1, z.Name)
			}
		}
	}
	words := "Removed " + f.Products[i].Name
	f.Products = slices.Delete(f.Products, i, i+1)
	return words, nil
}

// putPart adds a part, or renames one.
func (f *File) putPart(e Edit) (string, error) {
	if e.Part == nil {
		return "", fault("edit.part", "missing")
	}
	p := *e.Part
	if e.Of != "" {
		i := slices.IndexFunc(f.Parts, func(q Part) bool { return q.ID == e.Of })
		if i < 0 {
			return "", fault("edit.of", "no part %q in the plan", e.Of)
		}
		f.Parts[i].Name = p.Name
		return "Changed " + p.Name, nil
	}
	p.ID = freeAmong(slug(p.Name, "part"), f.hasPart)
	f.Parts = append(f.Parts, p)
	return "Added " + p.Name, nil
}

// removePart takes a part out; its zones become the model's own, and joins no longer name it.
func (f *File) removePart(e Edit) (string, error) {
	i := slices.IndexFunc(f.Parts, func(q Part) bool { return q.ID == e.Of })
	if i < 0 {
		return "", fault("edit.of", "no part %q in the plan", e.Of)
	}
	words := "Removed " + f.Parts[i].Name
	f.Parts = slices.Delete(f.Parts, i, i+1)
	for z := range f.Zones {
		zone := &f.Zones[z]
		if zone.Part == e.Of {
			zone.Part = ""
		}
		for k := range zone.Steps {
			zone.Steps[k].Joins = slices.DeleteFunc(slices.Clone(zone.Steps[k].Joins), func(id string) bool { return id == e.Of })
		}
		zone.Steps = slices.DeleteFunc(zone.Steps, func(s Step) bool { return s.Do == "join" && len(s.Joins) == 0 })
	}
	return words, nil
}

func (f *File) putZone(e Edit) (string, error) {
	if e.NewZone == nil {
		return "", fault("edit.new_zone", "missing")
	}
	z := *e.NewZone
	if e.Of == "" {
		z.ID = freeAmong(slug(z.Name, "zone"), func(id string) bool { return slices.ContainsFunc(f.Zones, func(q Zone) bool { return q.ID == id }) })
		z.Steps = nil
		f.Zones = append(f.Zones, z)
		return "Added " + z.Name, nil
	}
	i, err := f.zone(e.Of)
	if err != nil {
		return "", err
	}
	f.Zones[i].Name, f.Zones[i].AreaCM2, f.Zones[i].Part = z.Name, z.AreaCM2, z.Part
	return "Changed " + z.Name, nil
}

// copyZone adds a zone with the route of another one, nothing of it done yet: the same again on the other wing.
func (f *File) copyZone(e Edit) (string, error) {
	from, err := f.zone(e.Of)
	if err != nil {
		return "", err
	}
	z := Zone{Name: f.Zones[from].Name + ", again", AreaCM2: f.Zones[from].AreaCM2}
	if e.NewZone != nil {
		z.Name, z.AreaCM2 = e.NewZone.Name, e.NewZone.AreaCM2
	}
	z.ID = freeAmong(slug(z.Name, "zone"), func(id string) bool { return slices.ContainsFunc(f.Zones, func(q Zone) bool { return q.ID == id }) })
	f.Zones = append(f.Zones, z)
	own := &f.Zones[len(f.Zones)-1]
	ids := map[string]string{}
	for _, s := range f.Zones[from].Steps {
		s.Done, s.At, s.Of = nil, nil, ids[s.Of]
		old := s.ID
		s.ID = f.free(own.ID + "-" + string(s.Do))
		ids[old] = s.ID
		own.Steps = append(own.Steps, s)
	}
	return fmt.Sprintf("Added %s with the route of %s", z.Name, f.Zones[from].Name), nil
}

func (f *File) removeZone(e Edit) (string, error) {
	i, err := f.zone(e.Of)
	if err != nil {
		return "", err
	}
	words := "Removed " + f.Zones[i].Name
	f.Zones = slices.Delete(f.Zones, i, i+1)
	return words, nil
}

func (f *File) putSettings(e Edit) (string, error) {
	if e.Settings == nil {
		return "", fault("edit.settings", "missing")
	}
	s := *e.Settings
	f.Build, f.Climate, f.Sessions, f.Exceptions, f.Timezone, f.Schools = s.Build, s.Climate, s.Sessions, s.Exceptions, s.Timezone, s.Schools
	f.Service = s.Service
	return "Changed the settings", nil
}

// Settings returns what the plan says of the build as a whole, ready to be edited.
func (f File) Settings() Settings {
	return Settings{Build: f.Build, Climate: f.Climate, Sessions: f.Sessions, Exceptions: f.Exceptions, Timezone: f.Timezone, Schools: f.Schools, Service: f.Service}
}

// slug makes an id of a name: its letters and digits in lower case with hyphens between; fallback for a name without any.
func slug(name, fallback string) string {
	var b strings.Builder
	for _, r := range strings.ToLower(name) {
		switch {
		case r >= 'a' && r <= 'z' || r >= '0' && r <= '9':
			b.WriteRune(r)
		case b.Len() > 0 && !strings.HasSuffix(b.String(), "-"):
			b.WriteByte('-')
		}
		if b.Len() >= 40 {
			break
		}
	}
	if s := strings.Trim(b.String(), "-"); s != "" {
		return s
	}
	return fallback
}

func freeAmong(id string, taken func(string) bool) string {
	try := id
	for n := 2; taken(try); n++ {
		try = fmt.Sprintf("%s-%d", id, n)
	}
	return try
}

// Effect is what a change does to a plan's findings and its finish.
type Effect struct {
	Words   string    // what the change is
	Finish  time.Time // zero for a plan without steps
	Before  time.Time
	Gone    []timeline.Finding // above a note
	Come    []timeline.Finding
	Remain  int // findings above a note that were there before
	Noted   int
	Checked *rule.Report
}

// Compare tells what becomes of findings and finish from one plan to the other. Fixes are not tried.
func Compare(before, after File) (Effect, error) {
	p, err := before.Resolve()
	if err != nil {
		return Effect{}, err
	}
	q, err := after.Resolve()
	if err != nil {
		return Effect{}, err
	}
	was, is := rule.Check(p), rule.Check(q)
	e := Effect{Before: was.Finish, Finish: is.Finish, Checked: is}
	has := func(list []timeline.Finding, f timeline.Finding) bool {
		return slices.ContainsFunc(list, func(g timeline.Finding) bool {
			return g.Step == f.Step && g.Rule == f.Rule && g.Severity == f.Severity
		})
	}
	for _, f := range was.Findings {
		if f.Severity > timeline.Note && !has(is.Findings, f) {
			e.Gone = append(e.Gone, f)
		}
	}
	for _, f := range is.Findings {
		switch {
		case f.Severity == timeline.Note:
			e.Noted++
		case has(was.Findings, f):
			e.Remain++
		default:
			e.Come = append(e.Come, f)
		}
	}
	return e, nil
}

// Slug makes a name for addresses from a build's name.
func Slug(name string) string { return slug(name, "build") }

// Anew returns the plan as it would be for a model that is still to be painted: nothing done, nothing pinned, under a new name.
func (f File) Anew(name string) File {
	out := f.Clone()
	out.Build.Name = name
	for z := range out.Zones {
		for i := range out.Zones[z].Steps {
			out.Zones[z].Steps[i].Done, out.Zones[z].Steps[i].At = nil, nil
		}
	}
	return out
}

// FreeSlug returns an id made from name, or from fallback where the name has no letter for it, with a number after it where it is taken.
func FreeSlug(name, fallback string, taken func(string) bool) string {
	return freeAmong(slug(name, fallback), taken)
}
