package follow

import (
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
)

func product(kind coating.Kind, family string) *coating.Product {
	f := coating.MustFamily(family)
	return &coating.Product{ID: family, Name: family, Kind: kind, Family: f, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
}

const day = 24 * time.Hour

// Common practice, no source; the ids are those of the check values.
func TestAt(t *testing.T) {
	for _, tc := range []struct {
		name       string
		below      string
		kind       coating.Kind
		above, way string
		age        time.Duration
		want       State
	}{
		{"T23 white-spirit wash over cured acrylic", "waterborne-acrylic", coating.Wash, "enamel-wash", "pin", 30 * day, Safe},
		{"T24 over two-day enamel it bites", "enamel", coating.Wash, "enamel-wash", "pin", 2 * day, Bites},
		{"T24 a clay wash there does not", "enamel", coating.Wash, "clay-wash", "pin", 2 * day, Safe},
		{"T27 but its wipe rubs", "enamel", coating.Wash, "clay-wash", "wiped-damp", 2 * day, Soft},
		{"T25 alcohol-removed wash over alcohol acrylic, at any age", "alcohol-acrylic", coating.Wash, "acrylic-wash", "wiped-wet", 30 * day, Bites},
		{"T07 acrylic under a dry cloth at a day", "waterborne-acrylic", coating.Wash, "clay-wash", "wiped-dry", day, Soft},
		{"T07 and at three", "waterborne-acrylic", coating.Wash, "clay-wash", "wiped-dry", 3 * day, Safe},
		{"lacquer flows into lacquer", "lacquer", coating.Paint, "lacquer", "sprayed", day, Safe},
		{"lacquer brushed on lacquer lifts it", "lacquer", coating.Paint, "lacquer", "brushed", 20 * day, Bites},
		{"T53 lacquer clear sprayed wet over a week-old enamel wrinkles it", "enamel", coating.Clear, "lacquer", "wet", 7 * day, Wrinkles},
		{"an enamel takes its own kind within a day", "enamel", coating.Paint, "enamel", "sprayed", 24 * time.Hour, Safe},
		{"at two days it wrinkles under it", "enamel", coating.Paint, "enamel", "sprayed", 2 * day, Wrinkles},
		{"after two weeks no more", "enamel", coating.Paint, "enamel", "sprayed", 14 * day, Safe},
		{"acrylic of two hours is dry and takes no coat yet", "waterborne-acrylic", coating.Clear, "polish-clear", "sprayed", 2 * time.Hour, Early},
		{"of three hours it does", "waterborne-acrylic", coating.Clear, "polish-clear", "sprayed", 3 * time.Hour, Safe},
		{"an hour-old enamel is wet", "enamel", coating.Clear, "polish-clear", "wet", time.Hour, Wet},
	} {
		b := On(product(coating.Paint, tc.below), climate.Room)
		for _, w := range Ways(tc.kind) {
			if w.ID == tc.way {
				if got := b.At(product(tc.kind, tc.above), w, tc.age); got != tc.want {
					t.Errorf("%s: %v, want %v", tc.name, got, tc.want)
				}
			}
		}
	}
}

// In constant air a film that has become safe stays so, and the border lies between the last age that is not and the first that is.
func TestChart(t *testing.T) {
	kinds := []coating.Kind{coating.Paint, coating.Clear, coating.Wash, coating.Oil, coating.DecalKind, coating.Medium}
	for _, below := range coating.Families() {
		if below.IsLoose() {
			continue
		}
		b := On(product(coating.Paint, below.ID), climate.Room)
		for _, above := range coating.Families() {
			if above.IsLoose() {
				continue
			}
			for _, kind := range kinds {
				for _, row := range b.Chart(product(kind, above.ID)) {
					safe := false
					for i, s := range row.States {
						if safe && s != Safe && !(s == Wrinkles && above.ID == below.ID) { // its own kind has an early window too
							t.Errorf("%s %s over %s: safe, and at %v %v again", above.ID, row.Way.ID, below.ID, Ages()[i], s)
						}
						again := safe && s == Wrinkles || i+1 < len(row.States) && above.ID == below.ID && row.Safe >= 0 && Ages()[i] < row.Safe
						if safe = s == Safe; again {
							continue
						}
						if row.Safe >= 0 && Ages()[i] >= row.Safe && !safe || row.Safe < 0 && safe && i == len(row.States)-1 {
							t.Errorf("%s %s over %s: safe from %v, and at %v %v", above.ID, row.Way.ID, below.ID, row.Safe, Ages()[i], s)
						}
					}
				}
			}
		}
	}
	if rows := On(product(coating.Paint, "enamel"), climate.Room).Chart(product(coating.Pigment, "dry-pigment")); len(rows) != 0 {
		t.Error("dry pigment wets nothing, and has a chart")
	}
}

// Fifty by fifty products.
func BenchmarkChart50x50(b *testing.B) {
	families := coating.Families()
	b.ReportAllocs()
	for b.Loop() {
		for i := range 50 {
			below := On(product(coating.Paint, families[i%15].ID), climate.Room)
			for k := range 50 {
				below.Chart(product(coating.Wash, families[k%15].ID))
			}
		}
	}
}
