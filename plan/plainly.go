package plan

import (
	"errors"
	"regexp"
	"strconv"
	"strings"

	"inkysparrow/core/say"
)

// A refusal is told in two ways: to whoever writes plan files with the place in the file, and to whoever works on the page as that page calls
// things. Plainly is the second.

// labels are what the page calls the fields of a plan and of the answers that a build is drafted from.
var labels = map[string]string{
	"name": "name", "scale": "scale", "start": "begun", "laid_from": "laid out anew", "wanted": "wanted day", "note": "note", "temperature_c": "temperature", "humidity_pct": "humidity",
	"night": "night", "spells": "other air", "from": "time it begins", "to": "time it ends", "days": "list of days", "date": "day", "timezone": "time zone", "kind": "kind", "family": "family", "colour": "colour", "sheen": "sheen",
	"carrier": "carrier", "thinner": "thinner", "remover": "remover", "hide_coats": "number of coats that hide", "dries": "way it dries", "touch_dry_h": "time until it is touch-dry", "spoon_gu": "gloss on a spoon", "spoon_mist_gu": "gloss of a mist on a spoon", "care": "care", "waiting": "cost of an evening of waiting", "tenth_in_white": "colour of a tenth of it in white", "area_cm2": "area", "part": "part", "do": "what is done", "product": "bottle", "coats": "number of coats",
	"thickness_um": "thickness of a coat", "area_pct": "share of the zone", "line_mm": "width of the lines", "spray": "airbrush", "needle_mm": "needle", "psi": "pressure", "distance_cm": "distance", "thinning": "thinning",
	"laying": "how the coats go on", "drying": "how it dries", "edge": "edge", "width_mm": "width", "height_mm": "height", "over": "ground", "count": "number", "film_um": "thickness of the film", "joins": "list of the parts it joins",
	"of": "wash it wipes", "with": "cloth", "liquid": "liquid", "stroke": "stroke", "done": "when it was done", "at": "time", "started": "when it was begun", "not_before": "evening", "months": "time in service",
	"chips_pct": "share that is chipped", "fade": "fading", "place": "place", "shelter": "shelter", "shading": "shading", "stain": "stain", "paint": "paint", "painted": "when it was painted", "effects": "list of what is wanted",
	"span_cm": "span", "length_cm": "length", "share": "share of the model", "stock_ml": "amount at hand", "opened": "day it was opened", "used_up": "day it was used up", "shelf": "product of the shelf",
	"racks": "number of racks", "hands": "number of hands", "matters": "weight of the date",
}

var index = regexp.MustCompile(`^([a-z_]+)\[(\d+)\]$`)

// Plainly says what is wrong as the page calls it: the name of the zone, the step or the product, the field, and what to do.
func (e *FieldError) Plainly() string {
	f := File{}
	if e.of != nil {
		f = *e.of
	}
	where, label := e.where(f)
	problem, named := e.Problem, strings.HasPrefix(e.Path, "edit.") || strings.HasPrefix(e.Problem, "no ") || strings.HasPrefix(e.Problem, "the ")
	if e.plain != "" {
		problem = e.plain
		named = !strings.HasPrefix(problem, "is ") && !strings.HasPrefix(problem, "has ")
	}
	if label != "" && !named {
		problem = "the " + label + " " + toVerb(problem)
	}
	sentence := say.Capital(problem)
	if where != "" {
		sentence = where + ": " + problem
	}
	return strings.TrimSuffix(sentence, ".") + "."
}

// toVerb makes the rest of a sentence of a problem that begins with a figure or a quoted word: "-5 is no area" follows the label as it is.
func toVerb(problem string) string {
	switch first, _, _ := strings.Cut(problem, " "); {
	case first == "missing":
		return "is missing"
	case strings.HasPrefix(first, `"`), first != "" && (first[0] == '-' || first[0] >= '0' && first[0] <= '9'):
		return "can't be that: " + problem
	}
	return problem
}

// ofPlan tells an error of which plan its place is.
func ofPlan(err error, f File) error {
	if e := (*FieldError)(nil); errors.As(err, &e) {
		e.of = &f
	}
	return err
}

// where names what a place of the plan belongs to, and what the field there is called; either may be empty.
func (e *FieldError) where(f File) (where, label string) {
	zone := -1
	for part := range strings.SplitSeq(e.Path, ".") {
		name, at := part, -1
		if m := index.FindStringSubmatch(part); m != nil {
			name = m[1]
			at, _ = strconv.Atoi(m[2]) // figures only
		}
		switch {
		case name == "zones" && at >= 0:
			zone = at
			where = "Zone " + strconv.Itoa(at+1)
			if at < len(f.Zones) && f.Zones[at].Name != "" {
				where = f.Zones[at].Name
			}
		case name == "steps" && at >= 0 && zone >= 0:
			if zone < len(f.Zones) && at < len(f.Zones[zone].Steps) {
				where = doName(f.Zones[zone].Steps[at].Do) + ", " + f.Zones[zone].Name
			}
		case name == "products" && at >= 0:
			where = "Product " + strconv.Itoa(at+1)
			if at < len(f.Products) && f.Products[at].Name != "" {
				where = f.Products[at].Name
			}
		case name == "sessions":
			where = "Evenings"
		case name == "exceptions":
			where = "Single days"
		case name == "climate":
			where = "The room"
		case name == "decals" && at >= 0:
			where = "Decal " + strconv.Itoa(at+1)
		case name == "schools":
			where = "Schools"
		case name == "service":
			where = "Wear"
		default:
			label = labels[name]
		}
	}
	return where, label
}
