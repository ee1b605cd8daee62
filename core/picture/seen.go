package picture

import (
	"inkysparrow/core/airframe"
	"inkysparrow/core/look"
)

// Seen is what a point of the picture shows: a zone, -1 for bare plastic; the place in its view; how squarely the skin faces the viewer, 1 for wholly; how far the next panel line is, up to
// 6 mm; whether a line, rivets or a marking is there.
type Seen struct {
	Zone   int
	At     airframe.Pt
	Faces  float64
	LineMM float64
	Ruled  bool
}

// Seen returns what a point shows; ok is false where there is no skin.
func (f *Frame) Seen(x, y int) (s Seen, ok bool) {
	if x < 0 || y < 0 || x >= f.Width || y >= f.Height {
		return s, false
	}
	i := f.top[y*f.Width+x]
	if i < 0 || !f.skinned[y*f.Width+x] {
		return s, false
	}
	p := &f.pixels[i]
	return Seen{int(p.zone), airframe.Pt{X: float64(p.x), Y: float64(p.y)}, float64(p.nz) / upright, nearMM * float64(p.near) / 255, p.line > 0}, true
}

// Marked tells where markings lie on skins, by point of the picture.
func (f *Frame) Marked(skins []look.Skin) func(x, y int) bool {
	all := f.decals(skins, Wish{})
	at := map[int32]bool{}
	for i, d := range all {
		if d.share > 0 {
			at[f.pixels[i].at] = true
		}
	}
	return func(x, y int) bool { return at[int32(y*f.Width+x)] }
}
