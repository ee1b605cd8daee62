package plan

import (
	"fmt"
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/decal"
	"inkysparrow/core/picture"
	"inkysparrow/core/route"
)

// MarkingTo is where a marking goes: which of a step's decals and which of its places, as they are drawn.
type MarkingTo struct {
	Decal int     `json:"decal" jsonschema:"minimum=0,maximum=199"`
	Copy  int     `json:"copy" jsonschema:"minimum=0,maximum=9999"`
	To    DecalAt `json:"to"`
}

func (d Decal) decal() decal.Decal {
	out := decal.Decal{Name: d.Name, WidthMM: d.WidthMM, HeightMM: d.HeightMM, Over: decal.GroundNamed(string(d.Over)), Count: d.Count, FilmUM: d.FilmUM, Painted: d.Painted, Form: decal.Form(d.Form)}
	for _, at := range d.At {
		v, _ := airframe.ViewNamed(at.View)
		out.At = append(out.At, decal.Put{View: v, At: airframe.Pt{X: at.XMM, Y: at.YMM}, TurnDeg: at.TurnDeg, Times: at.Times})
	}
	return out
}

// moveMarking puts a marking where it was dragged, turned, and as large as it is asked to be. Where its decal named no places yet, it names those in which its markings were drawn.
func (f *File) moveMarking(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	s := &f.Zones[z].Steps[i]
	do, ok := route.TechniqueNamed(string(s.Do))
	m := e.Marking
	switch {
	case !ok || !do.Has(route.NeedsGloss):
		return "", fault("edit.of", "step %q puts on no markings", e.Of)
	case m == nil:
		return "", fault("edit.marking", "missing")
	}
	v, ok := airframe.ViewNamed(m.To.View)
	if !ok {
		return "", fault("edit.marking.to.view", "%q is none of top, under, left, right", m.To.View)
	}
	shape, err := f.Shape()
	if err != nil {
		return "", err
	}
	low, high := shape.Bounds(v)
	if m.To.XMM < low.X || m.To.XMM > high.X || m.To.YMM < low.Y || m.To.YMM > high.Y || math.IsNaN(m.To.XMM+m.To.YMM+m.To.TurnDeg) {
		return "", plainly(fault("edit.marking.to", "lies beside the aircraft"), "a marking can't be put beside the aircraft")
	}
	if s.Decals = slices.Clone(s.Decals); len(s.Decals) == 0 {
		for _, d := range picture.UsualDecals() {
			s.Decals = append(s.Decals, Decal{Name: d.Name, WidthMM: d.WidthMM, HeightMM: d.HeightMM, Count: d.Count, Form: DecalForm(d.Form)})
		}
	}
	var list []decal.Decal
	for _, d := range s.Decals {
		list = append(list, d.decal())
	}
	if m.Decal < 0 || m.Decal >= len(list) {
		return "", fault("edit.marking.decal", "there are %d decals", len(list))
	}
	own := &s.Decals[m.Decal]
	own.At = nil
	for _, at := range picture.Place(shape.Airframe, list) {
		if at.Decal == m.Decal {
			own.At = append(own.At, DecalAt{at.View.String(), round2(at.At.X), round2(at.At.Y), at.TurnDeg, once(at.Times)})
		}
	}
	if len(own.At) > mostPlaces {
		return "", plainly(fault("edit.marking", "%s lies in %d places", own.Name, len(own.At)), "%s lies in %d places: too many to be put one by one", own.Name, len(own.At))
	}
	if m.Copy < 0 || m.Copy >= len(own.At) {
		return "", fault("edit.marking.copy", "it lies in %d places", len(own.At))
	}
	own.At[m.Copy] = DecalAt{v.String(), round2(m.To.XMM), round2(m.To.YMM), round1(m.To.TurnDeg), once(m.To.Times)}
	return fmt.Sprintf("Moved %s on %s", own.Name, f.Zones[z].Name), nil
}

// mostPlaces are those that a marking can name.
const mostPlaces = 1000

// once leaves out a size that is its own.
func once(times float64) float64 {
	if times == 1 {
		return 0
	}
	return round2(times)
}
