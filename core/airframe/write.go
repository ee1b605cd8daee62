package airframe

import (
	"encoding/xml"
	"fmt"
	"strconv"
	"strings"
)

// SVG writes the airframe as a drawing that ParseSVG reads back: the views beside each other, in mm of the model.
func (a *Airframe) SVG() []byte {
	const gap = 10.0
	var b strings.Builder
	wide, tall := gap, 0.0
	var at [4]Pt
	for _, v := range Views {
		low, high := a.Bounds(v)
		at[v] = Pt{wide - low.X, gap - low.Y}
		wide += high.X - low.X + gap
		tall = max(tall, high.Y-low.Y+2*gap)
	}
	fmt.Fprintf(&b, "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%smm\" height=\"%smm\" viewBox=\"0 0 %s %s\">\n", number(wide), number(tall), number(wide), number(tall))
	b.WriteString("<style>.skin{fill:#d8dad9;stroke:#4b545c;stroke-width:.3}.zone{fill:none;stroke:#39557a;stroke-width:.2}.line{fill:none;stroke:#4b545c;stroke-width:.15}</style>\n")
	for _, v := range Views {
		if low, high := a.Bounds(v); low == high {
			continue
		}
		axis := at[v].X
		if v == Left || v == Right {
			axis = at[v].Y
		}
		fmt.Fprintf(&b, "<g id=%q data-axis=%q>\n", v.String(), number(axis))
		moved := func(p Pt) Pt { return p.add(at[v].X, at[v].Y) }
		for _, p := range a.Plates {
			if p.View != v {
				continue
			}
			fmt.Fprintf(&b, "<path class=\"skin\" data-part=%s", quoted(p.Part))
			put(&b, "data-face", p.Face)
			put(&b, "data-hand", p.Hand)
			if p.Stuff != Skin {
				put(&b, "data-stuff", stuffs[p.Stuff])
			}
			put(&b, "data-round", [...]string{"", "x", "y"}[p.Round])
			if p.Off != 0 {
				put(&b, "data-off", number(p.Off))
			}
			if !p.Counts {
				put(&b, "data-counts", "no")
			}
			if p.Hovers {
				put(&b, "data-hovers", "yes")
			}
			var along []string
			for _, s := range p.Along {
				along = append(along, number(s.At)+","+number(s.Mid)+","+number(s.Half))
			}
			put(&b, "data-along", strings.Join(along, " "))
			fmt.Fprintf(&b, " d=%q/>\n", p.Outline.Moved(moved).Data())
		}
		for i, p := range a.Plates {
			if p.View != v {
				continue
			}
			for _, f := range p.Fields {
				if f.Zone < 0 {
					continue
				}
				var data strings.Builder
				for _, ring := range f.whole.rings {
					data.WriteString(polygon(ring...).Moved(moved).Data())
				}
				fmt.Fprintf(&b, "<path class=\"zone\" data-zone=%s data-of=\"%s\" d=%q/>\n", quoted(a.Zones[f.Zone]), strconv.Itoa(a.order(i)), data.String())
			}
		}
		for _, l := range a.Lines {
			if l.View != v {
				continue
			}
			fmt.Fprintf(&b, "<path class=\"line\" data-line=%s data-part=%s data-role=%q", quoted(l.ID), quoted(l.Part), string(l.Role))
			put(&b, "data-kind", l.Kind)
			if !l.Counts {
				put(&b, "data-counts", "no")
			}
			if !l.Cut.None() {
				put(&b, "data-cut", fmt.Sprintf("%g,%g,%g,%g", l.Cut.X, l.Cut.Y, l.Cut.Z, l.Cut.Over))
			}
			fmt.Fprintf(&b, " d=%q/>\n", l.Path.Moved(moved).Data())
		}
		for _, f := range a.Features {
			if len(f.Views) == 0 || f.Views[0] != v {
				continue
			}
			from, _ := v.Of(f.At)
			to, _ := v.Of(f.To)
			fmt.Fprintf(&b, "<path class=%q id=%s data-name=%s", string(f.Kind), quoted(f.ID), quoted(f.Name))
			for _, n := range []struct {
				name  string
				value float64
			}{{"data-size-mm", f.SizeMM}, {"data-number", float64(f.Number)}, {"data-pace-mm", f.PaceMM}} {
				if n.value != 0 {
					put(&b, n.name, number(n.value))
				}
			}
			put(&b, "data-fuel", f.Fuel)
			put(&b, "data-part", f.Part)
			var views []string
			for _, other := range f.Views {
				views = append(views, other.String())
			}
			put(&b, "data-views", strings.Join(views, " "))
			put(&b, "data-at", fmt.Sprintf("%s,%s,%s", number(f.At.X), number(f.At.Y), number(f.At.Z)))
			put(&b, "data-to", fmt.Sprintf("%s,%s,%s", number(f.To.X), number(f.To.Y), number(f.To.Z)))
			fmt.Fprintf(&b, " d=%q/>\n", Path{Start: moved(from), Segs: []Seg{{End: moved(to)}}}.Data())
		}
		b.WriteString("</g>\n")
	}
	b.WriteString("</svg>\n")
	return []byte(b.String())
}

// order is a plate's place when the views are written one after the other.
func (a *Airframe) order(plate int) int {
	n := 0
	for _, v := range Views {
		for i, p := range a.Plates {
			if p.View != v {
				continue
			}
			if i == plate {
				return n
			}
			n++
		}
	}
	return n
}

func put(b *strings.Builder, name, value string) {
	if value != "" {
		fmt.Fprintf(b, " %s=%s", name, quoted(value))
	}
}

// quoted writes a text as an attribute's value.
func quoted(s string) string {
	var b strings.Builder
	_ = xml.EscapeText(&b, []byte(s)) // a builder never fails
	return `"` + b.String() + `"`
}
