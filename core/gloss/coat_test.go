package gloss

import (
	"math"
	"testing"

	"inkysparrow/core/coating"
)

func clear(family string, sheen coating.Sheen, wet float64, mist bool) Coat {
	f := coating.MustFamily(family)
	return Coat{Family: f, Clear: true, Sheen: sheen, Dry: f.Dry(coating.Microns(wet)), Coats: 1, Mist: mist}
}

// R68 to R72, R87; reference model, no source: gloss after coats in a row.
func TestCoats(t *testing.T) {
	const lacquer, water = "lacquer", "waterborne-acrylic"
	row := func(c Coat, over coating.Sheen, n int) (all []float64) {
		on := over.Texture()
		for range n {
			on = c.Over(on)
			all = append(all, Units(on))
		}
		return all
	}
	within := func(what string, got, low, high float64) {
		t.Helper()
		if !(got >= low && got <= high) {
			t.Errorf("%s: %.1f GU, want %g to %g", what, got, low, high)
		}
	}
	for _, tc := range []struct {
		id        string
		c         Coat
		low, high float64
	}{{"R68 lacquer", clear(lacquer, coating.Flat, 18, false), 18, 32}, {"R68 water-borne", clear(water, coating.Flat, 18, false), 2, 8}} {
		all := row(tc.c, coating.Gloss, 4)
		for i, u := range all {
			within(tc.id, u, tc.low, tc.high)
			if i > 0 && math.Abs(u-all[1]) > 3 {
				t.Errorf("%s: the %d. reads %.1f, the 2. %.1f", tc.id, i+1, u, all[1])
			}
		}
	}
	for _, tc := range []struct {
		id   string
		c    Coat
		want [4]float64
	}{
		{"R69 flat lacquer", clear(lacquer, coating.Flat, 4, true), [4]float64{31, 12, 5.6, 3.6}},
		{"R69 flat water-borne", clear(water, coating.Flat, 4, true), [4]float64{19, 6, 2.4, 2}},
		{"R69 without agent", clear(lacquer, coating.Gloss, 4, true), [4]float64{44, 27, 16, 12}},
	} {
		last := 100.0
		for i, u := range row(tc.c, coating.Gloss, 4) {
			within(tc.id, u, tc.want[i]/1.4, tc.want[i]*1.4)
			if u >= last {
				t.Errorf("%s: the %d. mist reads %.1f after %.1f", tc.id, i+1, u, last)
			}
			last = u
		}
	}
	within("R70", row(clear(lacquer, coating.Flat, 18, false), coating.Flat, 1)[0], 12, 28)
	gl, gw := row(clear(lacquer, coating.Gloss, 20, false), coating.Flat, 2), row(clear(water, coating.Gloss, 19, false), coating.Flat, 2)
	within("R71 lacquer, one", gl[0], 35, 60)
	within("R71 lacquer, two", gl[1], 80, 89)
	within("R71 water-borne, one", gw[0], 12, 35)
	within("R71 water-borne, two", gw[1], 60, 80)
	within("R72 thick", clear(lacquer, coating.Flat, 40, false).Own(), 0, 20)
	unshaken := clear(lacquer, coating.Flat, 18, false)
	unshaken.Bottle = 0.8
	within("R72, T67 not shaken", unshaken.Own(), 60, 89)
	satin, semi := clear("urethane-clear", coating.Satin, 19, false), clear("urethane-clear", coating.SemiGloss, 19, false)
	within("a satin", satin.Own(), 18, 30)
	within("a semi-gloss", semi.Own(), 40, 60)
	for days, want := range map[float64]float64{1: 0.10, 7: 0.69} {
		if got := Settled(days); got < want/1.5 || got > want*1.5 {
			t.Errorf("R87: after %g days %.2f lies at the bottom, want %.2f", days, got, want)
		}
	}
	if Settled(60) != 1 || Settled(0) != 0 {
		t.Error("after two months all of it does, at once none")
	}
	for u := 3.0; u < 92; u += 7 {
		if got := Units(Of(u)); math.Abs(got-u) > 0.01 {
			t.Errorf("what reads %.1f reads %.2f", u, got)
		}
	}
}

// Properties: gloss falls with agent and with each mist, never with a gloss coat; a wet coat never leaves more texture than it met and brought.
func TestCoatProperties(t *testing.T) {
	for _, f := range coating.Families() {
		if len(f.Kinds) == 0 || f.Mechanism == coating.Loose {
			continue
		}
		for on := 0.02; on < 2; on *= 1.5 {
			from := coating.Texture(on)
			last := 100.0
			for _, sheen := range []coating.Sheen{coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat} {
				c := Coat{Family: f, Clear: true, Sheen: sheen, Dry: 7, Coats: 1}
				u := Units(c.Over(from))
				if u > last+1e-9 {
					t.Fatalf("%s %v over %.2f: %.2f GU, less agent %.2f", f.ID, sheen, on, u, last)
				}
				last = u
				own := Of(c.Own())
				if got := c.Over(from); float64(got) > math.Hypot(float64(own), on)+1e-9 {
					t.Fatalf("%s %v: %.3f from %.3f and %.3f", f.ID, sheen, got, from, own)
				}
				c.Mist = true
				if got := c.Over(from); got < from {
					t.Fatalf("%s %v: a mist smooths %.3f to %.3f", f.ID, sheen, from, got)
				}
			}
			g := Coat{Family: f, Clear: true, Sheen: coating.Gloss, Dry: 7, Coats: 1}
			if from > 0.06 && Units(g.Over(from)) < Units(from) {
				t.Fatalf("%s: a gloss coat dulls %.2f", f.ID, on)
			}
		}
	}
}

// A spoon tells what is in a bottle: a usual wet coat of it then reads what it read there, a thicker one less, a mist of it roughens by it too.
func TestSpoon(t *testing.T) {
	for _, family := range []string{"lacquer", "urethane-clear", "enamel"} {
		f := coating.MustFamily(family)
		last := -1.0
		for _, units := range []float64{4, 22, 48, 80} {
			c := clear(family, coating.Flat, float64(f.Wet), false)
			c.Spoon = units
			if got := c.Own(); math.Abs(got-units) > 0.05 {
				t.Errorf("%s of which a spoon reads %g lays %.2f", family, units, got)
			}
			thick := c
			thick.Dry *= 2
			if thick.Own() >= c.Own() {
				t.Errorf("%s: twice as thick it reads %.1f", family, thick.Own())
			}
			c.Mist = true
			if u := Units(c.Over(coating.Gloss.Texture())); u <= last {
				t.Errorf("%s: a mist of what reads %g reads %.1f, of a flatter one %.1f", family, units, u, last)
			} else {
				last = u
			}
		}
	}
	if got := Steps(); len(got) != 4 || got[0] < 70 || got[3] > 8 {
		t.Errorf("the grey steps are %v", got)
	}
}

// A spoon that was misted tells of mists, and of nothing else: what it reads is what one mist leaves on gloss, and more of them are rougher.
func TestMistedSpoon(t *testing.T) {
	on := coating.Gloss.Texture()
	mist := Coat{Family: coating.MustFamily("urethane-clear"), Clear: true, Sheen: coating.Flat, Dry: 4, Coats: 1, Mist: true}
	wet := mist
	wet.Mist = false
	usual, flowed := Units(mist.Over(on)), Units(wet.Over(on))
	for _, read := range []float64{10, 48, 70} {
		mist.Misted, wet.Misted = read, read
		mist.Coats = 1
		if got := Units(mist.Over(on)); math.Abs(got-read) > 2 {
			t.Errorf("a spoon that read %.0f: a mist comes out at %.1f, unread at %.1f", read, got, usual)
		}
		if mist.Coats = 2; Units(mist.Over(on)) >= read {
			t.Errorf("two mists are no rougher than one at %.0f", read)
		}
		if got := Units(wet.Over(on)); got != flowed {
			t.Errorf("a wet coat reads %.1f after a misted spoon, before it %.1f", got, flowed)
		}
	}
}

// A smooth patch of 0.3, 0.8 and 1.5 µm on a dead flat surface reads 23, 54 and 82 GU; under one flat lacquer mist 9, 19, 27; under two 6, 10, 12; reference model, no source.
func TestFilled(t *testing.T) {
	flat := Of(3.5)
	mist := Coat{Family: coating.MustFamily("lacquer"), Clear: true, Sheen: coating.Flat, Dry: 2, Mist: true}
	for i, um := range []float64{0.3, 0.8, 1.5} {
		patch := Filled(flat, um)
		mist.Coats = 1
		once := mist.Over(patch)
		mist.Coats = 2
		twice := mist.Over(patch)
		for k, got := range []coating.Texture{patch, once, twice} {
			want := [][3]float64{{23, 9, 6}, {54, 19, 10}, {82, 27, 12}}[i][k]
			if u := Units(got); u < want/1.5 || u > want*1.5 {
				t.Errorf("%.1f µm under %d mists read %.1f GU, want %.0f", um, k, u, want)
			}
		}
	}
	if Filled(flat, 0) != flat || Filled(coating.Gloss.Texture(), 1) != coating.Gloss.Texture() {
		t.Error("nothing fills nothing, and gloss is not filled further")
	}
}
