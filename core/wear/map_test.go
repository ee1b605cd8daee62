package wear

import (
	"strings"
	"testing"

	"inkysparrow/core/airframe"
)

func fighter(t *testing.T) *airframe.Airframe {
	t.Helper()
	a, err := airframe.Make(airframe.Spec{Type: "low-single"})
	if err != nil {
		t.Fatal(err)
	}
	return a
}

func find(t *testing.T, a *airframe.Airframe, id string) *airframe.Feature {
	t.Helper()
	for i := range a.Features {
		if a.Features[i].ID == id {
			return &a.Features[i]
		}
	}
	t.Fatalf("no feature %s", id)
	return nil
}

// Common practice, no source: wear goes where people go, edges and access panels first; an outer panel far from any of these does not chip.
func TestMap(t *testing.T) {
	a := fighter(t)
	m := MapOf(a, Service{})
	at := func(id string) (airframe.View, airframe.Pt) {
		f := find(t, a, id)
		p, _ := f.Views[0].Of(f.At)
		return f.Views[0], p
	}
	v, walk := at("walkway-left")
	if w := m.At(v, walk, 9); w < 0.7 {
		t.Errorf("the walkway wears %.2f", w)
	}
	_, right := at("walkway-right")
	if l, r := m.At(v, walk, 9), m.At(v, right, 9); r >= l {
		t.Errorf("the boarding side wears %.2f, the other %.2f", l, r)
	}
	if l, r := MapOf(a, Service{Boarding: "right"}).At(v, walk, 9), MapOf(a, Service{Boarding: "right"}).At(v, right, 9); r <= l {
		t.Errorf("boarded from the right: left %.2f, right %.2f", l, r)
	}
	outer := airframe.Pt{X: 0.85 * a.SpanMM / 2, Y: 0.36 * a.LengthMM}
	if w := m.At(airframe.Top, outer, 9); !Far(w) {
		t.Errorf("an outer panel wears %.2f", w)
	}
	if m.Nearest(airframe.Top, outer) != "" {
		t.Errorf("an outer panel is worn by %s", m.Nearest(airframe.Top, outer))
	}
	if words := m.Nearest(v, walk); !strings.Contains(words, "walkway") {
		t.Errorf("the walkway is worn by %q", words)
	}
	last := 1.0
	for _, d := range []float64{0, 1, 3, 8, 20} { // falls with distance
		if w := m.At(airframe.Top, airframe.Pt{X: walk.X - 6 - d, Y: walk.Y}, 9); w > last {
			t.Errorf("%.0f mm beside the walkway %.2f, nearer %.2f", d, w, last)
		} else {
			last = w
		}
	}
	// The numbers themselves, so that none moves unnoticed.
	held := func(what string, got, low, high float64) {
		t.Helper()
		if got < low || got > high {
			t.Errorf("%s: %.4f, want %.3f to %.3f", what, got, low, high)
		}
	}
	held("open skin", m.At(airframe.Top, outer, 1e3), 0.0125, 0.0185)
	held("the other side against the boarding side", m.At(v, right, 1e3)/m.At(v, walk, 1e3), 0.40, 0.62)
	edge := func(near float64) float64 { return m.At(airframe.Top, outer, near) - m.At(airframe.Top, outer, 1e3) }
	held("a panel's edge far from people", edge(0), 0.027, 0.05)
	held("and as far off as it reaches", edge(25./48)/edge(0), 0.32, 0.42)
	if Far(0.07) || !Far(0.05) {
		t.Error("far from wear begins at 0.06")
	}
	near, off := m.At(v, airframe.Pt{X: walk.X - 7, Y: walk.Y}, 0), m.At(v, airframe.Pt{X: walk.X - 7, Y: walk.Y}, 9)
	if near <= off {
		t.Errorf("a panel's edge wears %.2f, its middle %.2f", near, off)
	}
	worn := a.Features
	a.Features = append(worn[:len(worn):len(worn)], airframe.Feature{ID: "w", Kind: airframe.Worn, At: airframe.Place{X: outer.Y, Y: outer.X}, To: airframe.Place{X: outer.Y, Y: outer.X}, Views: []airframe.View{airframe.Top}})
	if w := MapOf(a, Service{}).At(airframe.Top, outer, 9); w < 0.9 {
		t.Errorf("a place that was seen to be worn wears %.2f", w)
	}
	a.Features = worn
}

// Care, combat and age are asked apart: a polished racer wears less than a neglected machine at every place; zones tell how they wear and by what.
func TestCare(t *testing.T) {
	a := fighter(t)
	mean := func(s Service) (sum float64) {
		for _, z := range MapOf(a, s).Zones() {
			if z.Mean < 0 || z.Mean > 1 || z.Far < 0 || z.Far > 1 || len(z.Where) == 0 {
				t.Fatalf("%+v", z)
			}
			sum += z.Mean
		}
		return sum
	}
	polished, kept, neglected := mean(Service{Care: "polished"}), mean(Service{}), mean(Service{Care: "neglected"})
	if polished >= kept || kept >= neglected {
		t.Errorf("polished %.3f, kept %.3f, neglected %.3f", polished, kept, neglected)
	}
	if none, much := mean(Service{Combat: "none"}), mean(Service{Combat: "much"}); none >= kept || much <= kept {
		t.Errorf("never in action %.3f, some %.3f, much %.3f", none, kept, much)
	}
	if z := MapOf(a, Service{}).Zones(); z[0].Far < 0.2 || z[0].Far > 0.9 {
		t.Errorf("%.2f of the upper surfaces lies far from all wear", z[0].Far)
	}
	base := Of(Service{Place: "ship", Months: 12})
	if c := Of(Service{Place: "ship", Months: 12, Care: "polished"}); c.Chips >= base.Chips || c.Fade != base.Fade {
		t.Errorf("polished %+v, kept %+v", c, base)
	}
	if c := Of(Service{Place: "ship", Months: 12, Combat: "much"}); c.Chips <= base.Chips || !strings.Contains(c.Words, "action") {
		t.Errorf("much in action %+v, some %+v", c, base)
	}
}
