package airframe

import (
	"fmt"
	"iter"
	"math"

	"inkysparrow/core/fact"
)

// Measure is what a zone comes to on the model.
type Measure struct {
	AreaCM2 float64          // of its skin
	LineMM  map[Role]float64 // length of its lines on the skin, by what they are
	Rivets  int
	MaskCM  float64 // of its borders with other zones: the tape that masks it
}

// RecessMM returns the length of all lines that a wash can be touched into; rivets and what stands up or is gone are none.
func (m Measure) RecessMM() float64 { return m.LineMM[Panel] + m.LineMM[Gap] }

// Measures returns what each of Zones comes to, in their order.
func (a *Airframe) Measures() []Measure {
	all := make([]Measure, len(a.Zones))
	for i := range all {
		all[i].LineMM = map[Role]float64{}
	}
	for i := range a.Plates {
		p := &a.Plates[i]
		if !p.Counts {
			continue
		}
		for _, f := range p.Fields {
			if f.Zone >= 0 {
				all[f.Zone].AreaCM2 += p.SkinMM2(f.Region) / 100
			}
		}
	}
	for _, l := range a.Lines {
		if !l.Counts {
			continue
		}
		a.walk(l, func(zone int, mm float64) {
			if zone >= 0 {
				all[zone].LineMM[l.Role] += mm
			}
		})
	}
	for i := range all {
		all[i].Rivets = int(math.Round(all[i].LineMM[Rivets] / a.rivetMM()))
	}
	for i, border := range a.borders() {
		all[i].MaskCM = border / 10
	}
	return all
}

func (a *Airframe) rivetMM() float64 { return rivetPitch * 1000 / float64(a.Scale) }

// walk goes along a line on the plates that it lies on and tells how much of it lies in which zone.
func (a *Airframe) walk(l Line, tell func(zone int, mm float64)) {
	points := l.Path.Points(flatness)
	if l.Path.Closed {
		points = append(points, points[0])
	}
	var plates []*Plate
	for i := range a.Plates {
		if p := &a.Plates[i]; p.View == l.View && (l.Part == "" || p.Part == l.Part) && (p.Counts || !l.Counts) {
			plates = append(plates, p)
		}
	}
	const step = 0.5 // mm
	for i := 1; i < len(points); i++ {
		from, to := points[i-1], points[i]
		n := max(1, int(math.Ceil(from.from(to)/step)))
		if len(plates) > 0 && plates[0].Round != Flat {
			n *= 2
		}
		for k := range n {
			u, v := from.to(to, float64(k)/float64(n)), from.to(to, float64(k+1)/float64(n))
			mid := u.to(v, 0.5)
			for j := len(plates) - 1; j >= 0; j-- {
				p := plates[j]
				if zone, ok := p.zoneAt(mid); ok {
					tell(zone, p.LengthMM(u, v))
					break
				}
			}
		}
	}
}

// zoneAt returns the zone at a place of the plate as it is seen.
func (p *Plate) zoneAt(at Pt) (zone int, ok bool) {
	for i := range p.Fields {
		if f := &p.Fields[i]; f.Holds(at) {
			return f.Zone, true
		}
	}
	return -1, false
}

// borders returns how long the borders of each zone with others are, in mm: within a plate, and along the edge of a flat one whose other side is
// another zone's.
func (a *Airframe) borders() []float64 {
	all := make([]float64, len(a.Zones))
	for i := range a.Plates {
		p := &a.Plates[i]
		if !p.Counts {
			continue
		}
		back := a.back(p)
		for _, f := range p.Fields {
			if f.Zone < 0 {
				continue
			}
			for _, ring := range f.Rings() {
				for k, b := range ring {
					from := ring[(k+len(ring)-1)%len(ring)]
					n := max(1, int(math.Ceil(from.from(b)/2)))
					for s := range n {
						u, v := from.to(b, float64(s)/float64(n)), from.to(b, float64(s+1)/float64(n))
						mid := u.to(v, 0.5)
						l := max(1e-9, u.from(v))
						other, found := -2, false
						for _, turn := range []float64{0.02, -0.02} {
							beside := mid.add((v.Y-u.Y)/l*turn, -(v.X-u.X)/l*turn)
							if z, ok := p.zoneAt(beside); ok && z != f.Zone {
								other, found = z, true
							} else if !ok && !p.shape.Holds(beside) && back != nil {
								if z, ok := back.zoneAt(a.through(p, mid.add(-(v.Y-u.Y)/l*turn*20, (v.X-u.X)/l*turn*20))); ok && z != f.Zone {
									other, found = z, true
								}
							}
						}
						if found && other != f.Zone {
							all[f.Zone] += p.LengthMM(u, v)
						}
					}
				}
			}
		}
	}
	return all
}

// back returns the plate that is the other side of a flat one.
func (a *Airframe) back(p *Plate) *Plate {
	if p.Round != Flat {
		return nil
	}
	for i := range a.Plates {
		if o := &a.Plates[i]; o.View == p.View.opposite() && o.Part == p.Part && (o.Hand == p.Hand || p.View == Left || p.View == Right) && o.Round == Flat {
			return o
		}
	}
	return nil
}

// through returns where a place of a plate lies as it is seen from the other side.
func (a *Airframe) through(p *Plate, at Pt) Pt {
	out, _ := p.View.opposite().Of(p.View.Place(at, 0))
	return out
}

// Words sums a measure up.
func (m Measure) Words() string {
	words := fmt.Sprintf("%.0f cm²", m.AreaCM2)
	if l := m.RecessMM(); l >= 5 {
		words += fmt.Sprintf(", %.0f cm of lines", l/10)
	}
	if m.Rivets > 0 {
		words += fmt.Sprintf(", %d rivets", m.Rivets)
	}
	if m.MaskCM >= 0.5 {
		words += fmt.Sprintf(", %.0f cm of tape", m.MaskCM)
	}
	return words
}

// Lee reports for each zone whether it lies in the lee of a feature of a kind: whether air that streams over one of them then streams over the zone, within so many mm of the
// full-size aircraft. It keeps its answers, and is safe for concurrent use.
func (a *Airframe) Lee(kind FeatureKind) []bool {
	a.mu.Lock()
	defer a.mu.Unlock()
	if known, ok := a.lees[kind]; ok {
		return known
	}
	all := make([]bool, len(a.Zones))
	reach := leeMM / float64(a.Scale)
	for i := range a.Features {
		f := &a.Features[i]
		if f.Kind != kind {
			continue
		}
		for _, v := range f.Views {
			from, _ := v.Of(f.At)
			aft := v.Aft()
			for x := 1.0; x < reach; x += 2 {
				for _, aside := range []float64{0, -0.1 * x, 0.1 * x} {
					if _, z := a.Seen(v, Pt{from.X + aft.X*x - aft.Y*aside, from.Y + aft.Y*x + aft.X*aside}); z >= 0 {
						all[z] = true
					}
				}
			}
		}
	}
	if a.lees == nil {
		a.lees = map[FeatureKind][]bool{}
	}
	a.lees[kind] = all
	return all
}

var leeMM = Numbers.Number("lee", 5000, "mm", "how far aft of a feature what it lets out is still seen, on the full-size aircraft", fact.Bench("a plume has thinned to nothing after some metres"))

// Jet reports whether the airframe is that of a jet: all its stacks are at its tail.
func (a *Airframe) Jet() bool {
	any := false
	for _, f := range a.Features {
		if f.Kind == Stack {
			if any = true; f.At.X < jetAft*a.LengthMM {
				return false
			}
		}
	}
	return any
}

const jetAft = 0.9

// Covered reports whether all of a zone's skin is on the canopy, which stands under a cover.
func (a *Airframe) Covered(zone int) bool {
	any := false
	for i := range a.Plates {
		p := &a.Plates[i]
		for _, f := range p.Fields {
			if f.Zone == zone && !f.Empty() {
				if any = true; p.Part != "canopy" {
					return false
				}
			}
		}
	}
	return any
}

// Skin returns the parts of a zone's skin: each where it is counted, on what is painted.
func (a *Airframe) Skin(zone int) iter.Seq2[*Plate, *Field] {
	return func(yield func(*Plate, *Field) bool) {
		for i := range a.Plates {
			p := &a.Plates[i]
			if !p.Counts || !p.Stuff.Painted() {
				continue
			}
			for k := range p.Fields {
				if f := &p.Fields[k]; f.Zone == zone && !f.Empty() && !yield(p, f) {
					return
				}
			}
		}
	}
}
