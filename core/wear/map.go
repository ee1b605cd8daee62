package wear

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"inkysparrow/core/airframe"
	"inkysparrow/core/fact"
)

// Where wear goes. Each thing that people step on, open, fill or hold, and each edge that air and stones meet, wears what is near it: its strength where
// it is, falling with distance by its reach. Several together wear as chances do: 1 - product(1 - w exp(-x/r)).

var (
	mapBench  = fact.Bench("wear goes where people go; edges, access panels and leading edges first; an outer panel far from any of these does not chip")
	openSkin  = Numbers.Number("wear-open-skin", 0.01, "", "wear of skin far from everything", mapBench)
	otherSide = Numbers.Number("wear-other-side", 0.45, "", "how much the side that nobody boards from wears of what the boarding side does", mapBench)
	panelWear = Numbers.Number("wear-panel-edge", 0.30, "", "wear at the edge of a panel, where people go", mapBench)
	panelMM   = Numbers.Number("wear-panel-reach", 25, "mm", "how far that reaches on the full-size aircraft", mapBench)
	farFrom   = Numbers.Number("wear-far", 0.06, "", "wear below which a place counts as far from all that wears it", mapBench)
)

// source is what a kind of feature does to the skin about it.
type source struct {
	kind     airframe.FeatureKind
	strength float64
	reach    float64 // mm of the full-size aircraft
	people   bool    // it is people that wear it
}

func wears(kind airframe.FeatureKind, strength, reach float64, people bool) source {
	id := "wear-at-" + string(kind)
	return source{
		kind, Numbers.Number(id, strength, "", "wear at a "+kind.Words(), mapBench),
		Numbers.Number(id+"-reach", reach, "mm", "how far that reaches on the full-size aircraft", mapBench), people,
	}
}

var sources = []source{
	wears(airframe.Edge, 0.8, 120, false),
	wears(airframe.Walkway, 0.9, 180, true),
	wears(airframe.Cockpit, 0.9, 160, true),
	wears(airframe.Step, 1, 90, true),
	wears(airframe.Filler, 1, 90, true),
	wears(airframe.Hatch, 0.8, 260, true),
	wears(airframe.Hinge, 0.5, 60, false),
	wears(airframe.Wheel, 0.6, 400, false),
	wears(airframe.GunPort, 0.6, 90, true),
	wears(airframe.Propeller, 0.5, 150, false),
	wears(airframe.Stack, 0.5, 120, false),
	wears(airframe.Radiator, 0.3, 150, true),
	wears(airframe.OilCooler, 0.3, 120, true),
	wears(airframe.Aerial, 0.2, 50, false),
	wears(airframe.Worn, 1, 140, false),
}

// Map is where an aircraft wears, from 0 where nothing ever touches it to 1.
type Map struct {
	frame   *airframe.Airframe
	sources [4][]placed // by view
	people  float64
	air     float64
}

type placed struct {
	source
	feature *airframe.Feature
	reachMM float64 // on the model
	share   float64 // of its strength
}

// MapOf returns where an airframe wears in a service.
func MapOf(a *airframe.Airframe, s Service) *Map {
	m := &Map{frame: a, people: careOf(s.Care).People * combatOf(s.Combat).People, air: careOf(s.Care).Air * combatOf(s.Combat).Air}
	boarding := cmp.Or(s.Boarding, a.Boarding)
	for i := range a.Features {
		f := &a.Features[i]
		for _, src := range sources {
			if src.kind != f.Kind {
				continue
			}
			p := placed{src, f, src.reach / float64(a.Scale), m.air}
			if src.people {
				p.share = m.people
				if side := f.At.Y; side < -1 && boarding == "right" || side > 1 && boarding == "left" {
					p.share *= otherSide
				}
			}
			for _, v := range f.Views {
				m.sources[v] = append(m.sources[v], p)
			}
		}
	}
	return m
}

// At returns the wear at a place of a view, 0 to 1. near is how far the nearest line is, in mm; edges of panels wear where people go.
func (m *Map) At(v airframe.View, at airframe.Pt, near float64) float64 {
	left := 1 - openSkin
	people := 0.0
	for _, p := range m.sources[v] {
		d := p.feature.Distance(v, at)
		if p.feature.Kind == airframe.Walkway {
			d = max(0, d-p.feature.SizeMM/2)
		}
		if d > 6*p.reachMM {
			continue
		}
		w := min(1, p.strength*p.share*math.Exp(-d/p.reachMM))
		left *= 1 - w
		if p.people {
			people = max(people, min(1, p.share*math.Exp(-d/(8*p.reachMM))))
		}
	}
	edge := panelWear * m.people * (0.12 + people) * math.Exp(-near*float64(m.frame.Scale)/panelMM)
	return 1 - left*(1-min(0.9, edge))
}

// Far reports whether a wear is that of a place far from all that wears it: it does not chip.
func Far(w float64) bool { return w < farFrom }

// Far returns the wear below which a place counts as far from all that wears it.
func (m *Map) Far() float64 { return farFrom }

// Nearest returns what wears a place most, in words; empty where nothing does.
func (m *Map) Nearest(v airframe.View, at airframe.Pt) string {
	best, most := "", farFrom/2
	for _, p := range m.sources[v] {
		d := p.feature.Distance(v, at)
		if w := p.strength * p.share * math.Exp(-d/p.reachMM); w > most {
			best, most = fmt.Sprintf("%s, %.0f mm away", strings.ToLower(p.feature.Name), d), w
		}
	}
	return best
}

// ZoneWear is how a zone wears.
type ZoneWear struct {
	Mean  float64  // over its skin
	Far   float64  // share of it that is far from all that wears it
	Where []string // what wears it most, the strongest first
}

const sampleMM = 2.5

// Zones returns how each of the airframe's zones wears, in their order: sampled every 2.5 mm, on a very large model every two-hundredth of its span.
func (m *Map) Zones() []ZoneWear {
	all := make([]ZoneWear, len(m.frame.Zones))
	count := make([]int, len(all))
	by := make([]map[string]float64, len(all))
	pitch := max(sampleMM, m.frame.SpanMM/200)
	for i := range m.frame.Plates {
		p := &m.frame.Plates[i]
		if !p.Counts {
			continue
		}
		for _, f := range p.Fields {
			if f.Zone < 0 {
				continue
			}
			low, high := f.Bounds()
			for y := low.Y + pitch/2; y < high.Y; y += pitch {
				for x := low.X + pitch/2; x < high.X; x += pitch {
					at := airframe.Pt{X: x, Y: y}
					if !f.Holds(at) {
						continue
					}
					w := m.At(p.View, at, 1e3)
					z := &all[f.Zone]
					z.Mean += w
					if Far(w) {
						z.Far++
					}
					count[f.Zone]++
					if by[f.Zone] == nil {
						by[f.Zone] = map[string]float64{}
					}
					for _, s := range m.sources[p.View] {
						if d := s.feature.Distance(p.View, at); d < 4*s.reachMM {
							by[f.Zone][s.kind.Words()] += s.strength * s.share * math.Exp(-d/s.reachMM)
						}
					}
				}
			}
		}
	}
	for i := range all {
		if n := float64(count[i]); n > 0 {
			all[i].Mean /= n
			all[i].Far /= n
		}
		for name := range by[i] {
			all[i].Where = append(all[i].Where, name)
		}
		slices.SortFunc(all[i].Where, func(a, b string) int {
			return cmp.Or(cmp.Compare(by[i][b], by[i][a]), cmp.Compare(a, b))
		})
	}
	return all
}
