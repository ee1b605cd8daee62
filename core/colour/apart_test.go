package colour

import (
	"strings"
	"testing"
)

// How far colours lie apart is said in bands, each held from both sides. About 1 can just be told: common practice, no source.
func TestApart(t *testing.T) {
	for d, want := range map[float64]string{
		0: "not to be told", 0.99: "not to be told", 1: "side by side", 2.49: "side by side", 2.5: "close up", 4.99: "close up", 5: "plainly", 11.9: "plainly", 12: "another colour",
	} {
		if got := Apart(d); !strings.Contains(got, want) {
			t.Errorf("%.2f is %q, want %q", d, got, want)
		}
	}
}

// What a colour lacks of another is said as one would mix it.
func TestToward(t *testing.T) {
	for _, tc := range []struct{ from, to, want string }{
		{"#808080", "#808080", ""},
		{"#808080", "#a0a0a0", "lighter"},
		{"#808080", "#606060", "darker"},
		{"#808080", "#8c8074", "warmer"},
		{"#808080", "#74808c", "cooler"},
		{"#808080", "#a89a84", "lighter and warmer"},
		{"#808080", "#4a5560", "darker and cooler"},
	} {
		if got := parsed(t, tc.from).Toward(parsed(t, tc.to)); got != tc.want {
			t.Errorf("from %s to %s: %q, want %q", tc.from, tc.to, got, tc.want)
		}
	}
}

func parsed(t *testing.T, hex string) Colour {
	t.Helper()
	c, err := Parse(hex)
	if err != nil {
		t.Fatal(err)
	}
	return c
}
