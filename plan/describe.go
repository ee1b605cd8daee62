package plan

import (
	"fmt"
	"strings"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
)

// Describe says in plain words what a fix to the finding at step does.
func (f File) Describe(step string, x Fix) string {
	target := step
	if x.Of != "" {
		target = x.Of
	}
	switch x.Do {
	case timeline.FixWait:
		return fmt.Sprintf("Wait with %s until %s", f.name(target), f.clock(*x.Until))
	case timeline.FixInsert:
		if x.Step.Product == "" {
			return fmt.Sprintf("Add %s", strings.ToLower(doName(x.Step.Do)))
		}
		when := "first"
		if x.Before == "" {
			when = "after it"
		}
		return fmt.Sprintf("%s %s: %s, %s", doName(x.Step.Do), when, f.productName(x), coats(x.Step.Coats))
	case timeline.FixSwap:
		if x.With != "" {
			return fmt.Sprintf("Wipe with a %s cloth", x.With)
		}
		return fmt.Sprintf("%s with %s instead", f.title(target), f.productName(x))
	case timeline.FixSpray:
		return "Set the airbrush to the middle of what is usual"
	case timeline.FixCoats:
		return fmt.Sprintf("%s in %s", f.title(target), coats(x.Coats))
	case timeline.FixLaying:
		return fmt.Sprintf("%s as %s", f.title(target), route.Laying(x.Laying).Words())
	case timeline.FixMove:
		return fmt.Sprintf("Move it before %s", f.name(x.Before))
	}
	return fmt.Sprintf("Leave out %s", f.name(target))
}

func coats(n int) string {
	if n == 1 {
		return "1 coat"
	}
	return fmt.Sprintf("%d coats", n)
}

func doName(d Do) string {
	if t, ok := route.TechniqueNamed(string(d)); ok {
		return t.Name
	}
	return string(d)
}

func (f File) title(step string) string {
	if z, i, ok := f.Find(step); ok {
		return doName(f.Zones[z].Steps[i].Do)
	}
	return step
}

func (f File) name(step string) string { return "the " + strings.ToLower(f.title(step)) }

func (f File) productName(x Fix) string {
	id := x.Product
	if x.Step != nil {
		id = x.Step.Product
	}
	if x.Adds != nil && x.Adds.ID == id {
		return x.Adds.Name
	}
	for _, p := range f.Products {
		if p.ID == id {
			return p.Name
		}
	}
	return id
}

// place returns the time zone that the plan names.
func (f File) place() *time.Location {
	if place, err := time.LoadLocation(f.Timezone); err == nil {
		return place
	}
	return time.UTC
}

// clock writes a moment, with its year where that is not this one.
func (f File) clock(t time.Time) string { return say.ClockOf(t, f.now, f.place()) }
