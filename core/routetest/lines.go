package routetest

import (
	"fmt"
	"strings"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// Start is when the plans of Lines begin.
var Start = time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)

var colours = map[string]string{
	"acrylic": "#2c2e30", "soot": "#262423", "white": "#efefec", "mid-acrylic": "#6f7a82", "gloss-acrylic": "#6f7a82", "mid-enamel": "#6b6a4c", "mid-lacquer": "#75797b", "mid-alcohol": "#6f7a82", "dark-clay": "#3a332c",
	"lacquer-primer": "#9a9d9c", "oil-wash": "#3a322b", "water-wash": "#b5b1a8", "brown-wash": "#3a322b", "bright": "#b9bbbb", "dark-metal": "#6d6e70", "tan": "#b9ab97", "pale": "#dfe3e2", "black-wash": "#151617",
	"lines": "#3a3f42", "cream": "#e9e0c4", "primer": "#a9acab", "bright-red": "#8c2a22", "grey-wash": "#8d8a84", "yellow": "#f2c200", "dark-green": "#33412f", "near-black": "#242627", "black-oil": "#101010", "red": "#b3202a", "violet": "#7a3fa0", "grey-sludge": "#4b463f",
}

// Shelf is what the plans of Lines are painted with: one product of each kind that tests need, named by what it is.
func Shelf() []*coating.Product {
	var all []*coating.Product
	for _, p := range [][4]string{
		{"acrylic", "paint", "waterborne-acrylic", "flat"},
		{"enamel", "paint", "enamel", "gloss"},
		{"lacquer", "paint", "lacquer", "gloss"},
		{"alcohol", "paint", "alcohol-acrylic", "gloss"},
		{"gloss", "clear", "polish-clear", "gloss"},
		{"flat", "clear", "urethane-clear", "flat"},
		{"satin", "clear", "urethane-clear", "satin"},
		{"solvent-gloss", "clear", "lacquer", "gloss"},
		{"alcohol-gloss", "clear", "alcohol-acrylic", "gloss"},
		{"decals", "decal", "decal", ""},
		{"enamel-wash", "wash", "enamel-wash", ""},
		{"clay", "wash", "clay-wash", ""},
		{"acrylic-wash", "wash", "acrylic-wash", ""},
		{"oil-wash", "wash", "oil-wash", ""},
		{"oil", "oil", "artist-oil", ""},
		{"black-oil", "oil", "artist-oil", ""},
		{"medium", "medium", "chipping-medium", ""},
		{"pastel", "pigment", "dry-pigment", ""},
		{"enamel-flat", "clear", "enamel", "flat"},
		{"pale", "paint", "waterborne-acrylic", "flat"},
		{"black-wash", "wash", "enamel-wash", ""},
		{"grey-wash", "wash", "clay-wash", ""},
		{"bright", "metal", "lacquer", "gloss"},
		{"fuel", "paint", "waterborne-acrylic", "gloss"},
		{"lines", "paint", "waterborne-acrylic", "flat"},
		{"cream", "paint", "waterborne-acrylic", "flat"},
		{"primer", "primer", "waterborne-acrylic", "flat"},
		{"bright-red", "paint", "enamel", "gloss"},
		{"solvent-flat", "clear", "lacquer", "flat"},
		{"lacquer-primer", "primer", "lacquer", "flat"},
		{"white", "paint", "waterborne-acrylic", "flat"},
		{"mid-acrylic", "paint", "waterborne-acrylic", "flat"},
		{"gloss-acrylic", "paint", "waterborne-acrylic", "gloss"},
		{"mid-enamel", "paint", "enamel", "gloss"},
		{"mid-lacquer", "paint", "lacquer", "satin"},
		{"mid-alcohol", "paint", "alcohol-acrylic", "flat"},
		{"dark-clay", "wash", "clay-wash", ""},
		{"pencil", "pencil", "pencil", ""},
		{"brown-wash", "wash", "enamel-wash", ""},
		{"dark-metal", "metal", "lacquer", "gloss"},
		{"water-wash", "wash", "acrylic-wash", ""},
		{"soot", "paint", "waterborne-acrylic", "flat"},
		{"tan", "paint", "waterborne-acrylic", "flat"},
		{"yellow", "paint", "waterborne-acrylic", "flat"},
		{"red", "paint", "waterborne-acrylic", "flat"},
		{"violet", "paint", "waterborne-acrylic", "flat"},
		{"dark-green", "paint", "waterborne-acrylic", "flat"},
		{"near-black", "paint", "waterborne-acrylic", "flat"},
		{"grey-sludge", "wash", "sludge-wash", ""},
		{"poster", "wash", "tempera-wash", ""},
	} {
		sheen, _ := coating.SheenNamed(p[3])
		q := Product(coating.Kind(p[1]), p[2], sheen)
		q.ID, q.Name, q.Colour = p[0], "the "+p[0], colours[p[0]]
		if q.Colour != "" {
			colour.Or(q.Colour, colour.Colour{})
		}
		switch q.ID {
		case "cream":
			q.Hide = 6
		case "bright-red": // a very opaque one
			q.Hide = 1.2
		}
		all = append(all, q)
	}
	return all
}

// Lines builds a plan of one zone of 100 cm2, begun at Start in a room of 21 C and 50 %, from lines such as "w: pin-wash enamel-wash at 72h", each "id: do product words". Words: "done
// 48h" (before the start), "at 72h" (pinned after it), "coats 1", "of ID", "dry", "damp", "wet", "with LIQUID", "misted", "wet-on-wet", "blown", "warmed", "lifted", "freehand",
// "area 40", "painted", "decal GROUND", "sprayed NEEDLE PSI CM PARTS". It panics on what it can't read.
func Lines(lines ...string) *route.Plan {
	p := &route.Plan{
		Name: "test", Start: Start, Scale: 48, Air: climate.Constant(climate.Room), Products: Shelf(), Wear: wear.Of(wear.Service{}),
		Bench: schedule.Bench{Place: time.UTC, Evenings: []schedule.Evening{{Days: [7]bool{true, true, true, true, true, true, true}, From: 18 * time.Hour, To: 23 * time.Hour}}},
		Zones: []*route.Zone{{ID: "zone", Name: "Zone", AreaCM2: 100}},
	}
	if p.Wear.Shading == shade.Lost {
		p.Wear.Shading = shade.Subtle
	}
	for _, line := range lines {
		p.Zones[0].Steps = append(p.Zones[0].Steps, stepOf(p, line))
	}
	p.Zones[0].Link()
	return p
}

// Hours is Lines on evenings of an hour, with a zone so large that a mask takes 85 min of them.
func Hours(lines ...string) *route.Plan {
	p := Lines(lines...)
	p.Bench.Evenings[0].To = p.Bench.Evenings[0].From + time.Hour
	p.Zones[0].AreaCM2 = 1000
	return p
}

// WithPart returns a plan with a zone more, of a part of its own, that is to be done as lines say; its steps' names begin with "w".
func WithPart(p *route.Plan, part string, lines ...string) *route.Plan {
	z := Lines(lines...).Zones[0]
	z.ID, z.Part = part, part
	for _, s := range z.Steps {
		s.ID = "w" + s.ID
	}
	p.Zones = append(p.Zones, z)
	return p
}

func stepOf(p *route.Plan, line string) *route.Step {
	id, rest, ok := strings.Cut(line, ": ")
	w := strings.Fields(rest)
	if !ok || len(w) == 0 {
		panic("routetest: bad line " + line)
	}
	t, ok := route.TechniqueNamed(w[0])
	if !ok {
		panic("routetest: no technique " + w[0])
	}
	s := &route.Step{ID: id, Do: t, Coats: max(1, t.Coats)}
	for i := 1; i < len(w); i++ {
		next := func() string { i++; return w[i] }
		age := func() time.Duration {
			d, err := time.ParseDuration(next())
			if err != nil {
				panic(err)
			}
			return d
		}
		number := func() (v float64) {
			if _, err := fmt.Sscan(next(), &v); err != nil {
				panic(err)
			}
			return v
		}
		badge := decal.Decal{Name: "the badge", WidthMM: 40, HeightMM: 40}
		switch w[i] {
		case "done":
			s.Done = Start.Add(-age())
		case "at":
			s.At = Start.Add(age())
		case "misted":
			s.Laying = route.Misted
		case "wet-on-wet":
			s.Laying = route.WetOnWet
		case "with":
			s.Liquid = solvent.Must(next())
		case "painted":
			badge.Painted = true
			s.Decals = []decal.Decal{badge}
		case "decal":
			badge.Over = decal.GroundNamed(next())
			s.Decals = []decal.Decal{badge}
		case "blown":
			s.Drying = route.InAirStream
		case "warmed":
			s.Drying = route.InWarmAir
		case "lifted", "freehand":
			s.Edge = route.EdgeID(w[i])
		case "area":
			s.Share = number() / 100
		case "sprayed":
			s.Spray = &dose.Setting{NeedleMM: number(), PSI: number(), DistanceCM: number(), Thinning: number()}
		case "coats":
			s.Coats = int(number())
		case "of":
			s.Of = next()
		case "dry", "damp", "wet":
			s.Cloth, _ = wash.WetnessNamed(w[i])
		default:
			for _, q := range p.Products {
				if q.ID == w[i] {
					s.Product = q
				}
			}
			if s.Product == nil {
				panic("routetest: no product " + w[i])
			}
		}
	}
	return s
}
