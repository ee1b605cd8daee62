package colour

import (
	"math"
	"testing"

	colorful "github.com/lucasb-eyer/go-colorful"
)

// Sharma, Wu & Dalal, Color Research and Application 30 (2005), table 1, from memory: 34 pairs.
func TestDifference(t *testing.T) {
	pairs := [][7]float64{
		{50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425},
		{50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615},
		{50, 2.8361, -74.0200, 50, 0, -82.7485, 3.4412},
		{50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0000},
		{50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0000},
		{50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0000},
		{50, 0, 0, 50, -1, 2, 2.3669},
		{50, -1, 2, 50, 0, 0, 2.3669},
		{50, 2.4900, -0.0010, 50, -2.4900, 0.0009, 7.1792},
		{50, 2.4900, -0.0010, 50, -2.4900, 0.0010, 7.1792},
		{50, 2.4900, -0.0010, 50, -2.4900, 0.0011, 7.2195},
		{50, 2.4900, -0.0010, 50, -2.4900, 0.0012, 7.2195},
		{50, -0.0010, 2.4900, 50, 0.0009, -2.4900, 4.8045},
		{50, -0.0010, 2.4900, 50, 0.0010, -2.4900, 4.8045},
		{50, -0.0010, 2.4900, 50, 0.0011, -2.4900, 4.7461},
		{50, 2.5, 0, 50, 0, -2.5, 4.3065},
		{50, 2.5, 0, 73, 25, -18, 27.1492},
		{50, 2.5, 0, 61, -5, 29, 22.8977},
		{50, 2.5, 0, 56, -27, -3, 31.9030},
		{50, 2.5, 0, 58, 24, 15, 19.4535},
		{50, 2.5, 0, 50, 3.1736, 0.5854, 1.0000},
		{50, 2.5, 0, 50, 3.2972, 0, 1.0000},
		{50, 2.5, 0, 50, 1.8634, 0.5757, 1.0000},
		{50, 2.5, 0, 50, 3.2592, 0.3350, 1.0000},
		{60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644},
		{63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.2630},
		{61.2901, 3.7196, -5.3901, 61.4292, 2.2480, -4.9620, 1.8731},
		{35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645},
		{22.7233, 20.0904, -46.6940, 23.0331, 14.9730, -42.5619, 2.0373},
		{36.4612, 47.8580, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146},
		{90.8027, -2.0831, 1.4410, 91.1528, -1.6435, 0.0447, 1.4441},
		{90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381},
		{6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377},
		{2.0776, 0.0795, -1.1350, 0.9033, -0.0636, -0.5514, 0.9082},
	}
	if len(pairs) != 34 {
		t.Fatalf("%d pairs, want 34", len(pairs))
	}
	for i, p := range pairs {
		if got := DifferenceLab(p[0], p[1], p[2], p[3], p[4], p[5]); math.Abs(got-p[6]) > 1e-4 {
			t.Errorf("pair %d: %.4f, want %.4f", i+1, got, p[6])
		}
	}
}

// Cross-check with a general-purpose colour library, over colours that a screen can show.
func TestDifferenceMeetsLibrary(t *testing.T) {
	for i := range 300 {
		a := Colour{colorful.Color{R: float64(i%7) / 6, G: float64(i%11) / 10, B: float64(i%13) / 12}}
		b := Colour{colorful.Color{R: float64(i%5) / 4, G: float64(i%9) / 8, B: float64(i%17) / 16}}
		if got, want := a.Difference(b), 100*a.c.DistanceCIEDE2000(b.c); math.Abs(got-want) > 1e-6 {
			t.Errorf("%s and %s: %.6f, the library says %.6f", a, b, got, want)
		}
	}
}

// IEC 61966-2-1 and CIE 15, from memory: Lab of sRGB primaries under D65.
func TestLab(t *testing.T) {
	for _, tc := range []struct {
		hex     string
		l, a, b float64
	}{{"#ffffff", 100, 0, 0}, {"#000000", 0, 0, 0}, {"#ff0000", 53.24, 80.09, 67.20}, {"#808080", 53.59, 0, 0}} {
		c, err := Parse(tc.hex)
		if err != nil {
			t.Fatal(err)
		}
		l, a, b := c.Lab()
		if math.Abs(l-tc.l) > 0.05 || math.Abs(a-tc.a) > 0.05 || math.Abs(b-tc.b) > 0.05 {
			t.Errorf("%s: Lab %.2f %.2f %.2f, want %.2f %.2f %.2f", tc.hex, l, a, b, tc.l, tc.a, tc.b)
		}
		if c.String() != tc.hex {
			t.Errorf("%s came back as %s", tc.hex, c)
		}
	}
}

// Kubelka & Munk 1931: K/S = (1-R)^2/2R.
func TestKS(t *testing.T) {
	if got := KS(0.5); math.Abs(got-0.25) > 1e-12 {
		t.Errorf("K/S at R = 0.5 is %v, want 0.25", got)
	}
	for r := 0.01; r < 1; r += 0.01 {
		if got := Reflectance(KS(r)); math.Abs(got-r) > 1e-9 {
			t.Errorf("R %.2f came back as %v", r, got)
		}
	}
}

func TestVeiled(t *testing.T) {
	pale, dark := Or("#c8d0d0", Colour{}), Or("#3a322b", Colour{})
	if pale.Veiled(dark, 1).Difference(dark) > 0.01 || pale.Veiled(dark, 0).Difference(pale) > 0.01 {
		t.Error("the ends of a veil should be its parts")
	}
	for _, bad := range []string{"", "#12345", "12345678", "#gggggg"} {
		if _, err := Parse(bad); err == nil {
			t.Errorf("%q was taken for a colour", bad)
		}
	}
}
