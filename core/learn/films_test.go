package learn

import (
	"testing"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
)

// A film that is told dries, hardens and stands liquids as it is told, and as surely.
func TestToldFilm(t *testing.T) {
	film := coating.Film{Family: coating.MustFamily("enamel"), Coats: 1, Wet: 20, Laid: day}
	told := film
	told.Told = &coating.Told{Dry: coating.Factor{Times: 1.5, SD: .2}, Rub: coating.Factor{Times: 2, SD: .3}, Bite: coating.Factor{Times: 3, SD: .1}}
	near(t, "dries", told.Dries(), 1.5, 1e-9)
	near(t, "an enamel hardens as it stands a cloth", told.Hardens(), 2, 1e-9)
	near(t, "the rub", told.Rubs()*told.Hardens(), 2, 1e-9)
	near(t, "the bite", told.Bites()*told.Hardens(), 3, 1e-9)
	near(t, "pace", chance.Pace(told), .2, 1e-9)
	near(t, "bites", chance.Bites(told), .1, 1e-9)
	oil := told
	oil.Family = coating.MustFamily("artist-oil")
	near(t, "an oil is dry once it gels, and hardens as it dries", oil.Hardens(), 1.5, 1e-9)
	if chance.Untold(film) != 1 || !(chance.Untold(told) < .3) {
		t.Errorf("untold %.2f of %.2f", chance.Untold(told), chance.Untold(film))
	}
	if film.Dries() != 1 || film.Hardens() != 1 || film.Rubs() != 1 || film.Bites() != 1 || chance.Bites(film) != chance.Pace(film) {
		t.Error("nothing told says something")
	}
	near(t, "parts", chance.PartsOf(told).SD(), .2, 1e-9)
}

// What was said counts from the last stroke against what is computed, each word for its own time.
func TestFilms(t *testing.T) {
	p := routetest.Lines("b: base-coat enamel coats 1 done 24h", "w: pin-wash enamel-wash")
	s := p.Zones[0].Steps[0]
	f, ok := FilmOf(p, p.Zones[0], 0, s.Done)
	if !ok {
		t.Fatal("no film")
	}
	dry, rub, bite := f.Computed(TouchDry), f.Computed(Rub), f.Computed(Bite)
	if dry <= 0 || rub <= dry || bite <= 0 {
		t.Fatalf("dry after %v, stands a cloth after %v, a wash after %v", dry, rub, bite)
	}
	laid := s.LastStroke(s.Done)
	s.Said = []route.Said{{At: laid.Add(dry / 2), Word: route.Tacky}, {At: laid.Add(dry * 2), Word: route.TouchDry}, {At: laid.Add(rub), Word: route.Rubbed}, {At: laid.Add(bite), Word: route.NoBite}, {At: laid.Add(-time.Minute), Word: route.TouchDry}, {At: laid.Add(dry), Word: route.Finished}}
	films := Films(p)
	if len(films) != 1 || len(Occasions(films)) != 3 {
		t.Fatalf("%d films", len(films))
	}
	o := films[0].Seen
	if l := o[TouchDry].Looks; len(l) != 2 || l[0].There || !l[1].There {
		t.Fatalf("looks %v", l)
	}
	near(t, "half the time", o[TouchDry].Looks[0].Ratio, .5, 1e-6)
	near(t, "the rub", o[Rub].Looks[0].Ratio, 1, 1e-6)
	if o[Rub].Looks[0].There || !o[Bite].Looks[0].There || o[Bite].Of.What != Bite {
		t.Errorf("rub %v, bite %v", o[Rub], o[Bite])
	}
	s.Told = &coating.Told{Dry: coating.Factor{Times: 3, SD: .1}}
	if again := Films(p)[0].Computed(TouchDry); again != dry {
		t.Errorf("what was learned changes what is computed: %v for %v", again, dry)
	}
	if _, ok := KeyOf(p.Zones[0].Steps[0].As(func(s *route.Step) { s.Product = nil }), Rub); ok {
		t.Error("a step without a product is learned from")
	}
}

// A new bottle is another product, but for what is yours and the family's.
func TestBottle(t *testing.T) {
	var films [][]Look
	for range 6 {
		films = append(films, []Look{tacky(1.4), dry(1.8)})
	}
	all := seen(grey, films...)
	same := Of(all, day.AddDate(0, 0, 8)).Product(grey)
	fresh := Of(all, day.AddDate(0, 0, 8), Bottle{Product: grey.Product, Family: grey.Family, Opened: day.AddDate(0, 0, 7)}).Product(grey)
	other := Of(all, day.AddDate(0, 0, 8), Bottle{Product: "another", Family: grey.Family, Opened: day.AddDate(0, 0, 7)}).Product(grey)
	if !(fresh.SD > 2*same.SD && fresh.Median < same.Median && fresh.Median > 1.1) {
		t.Errorf("before x%.2f +- %.2f, after x%.2f +- %.2f", same.Median, same.SD, fresh.Median, fresh.SD)
	}
	if other.Median != same.Median {
		t.Error("another's bottle counts")
	}
	if future := Of(all, day.AddDate(0, 0, 8), Bottle{Product: grey.Product, Family: grey.Family, Opened: day.AddDate(0, 0, 9)}).Product(grey); future.SD != same.SD {
		t.Error("a bottle that is not open yet counts")
	}
}
