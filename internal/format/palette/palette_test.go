package palette

import (
	"reflect"
	"testing"
)

// Round trips lose nothing; what is no colour is told with its line.
func TestRead(t *testing.T) {
	colours := []Colour{{"Sea grey", "#6f7a82", 4}, {"", "#000000", 5}, {"翼", "#fffffe", 6}}
	back, bad, err := Read(Write("The\nshelf", colours))
	if err != nil || len(bad) > 0 || !reflect.DeepEqual(back, colours) {
		t.Errorf("read back %v %v %v", back, bad, err)
	}
	got, bad, err := Read([]byte("# a comment\n#6F7A82 Sea grey\n111 122 130 the same\nnothing\n300 0 0 too much\n1 2\n"))
	if err != nil || len(got) != 2 || got[0].Hex != "#6f7a82" || got[1].Hex != "#6f7a82" || len(bad) != 3 || bad[0].Line != 4 {
		t.Errorf("plain text: %v %v %v", got, bad, err)
	}
	if _, _, err := Read([]byte{0x89, 'P', 0}); err == nil {
		t.Error("a picture is read as a palette")
	}
}

func FuzzPalette(f *testing.F) {
	f.Add(Write("a", []Colour{{Name: "b", Hex: "#010203"}}))
	f.Add([]byte("#6F7A82 Sea\n1 2 3 x"))
	f.Fuzz(func(t *testing.T, data []byte) {
		got, _, err := Read(data)
		if err != nil {
			return
		}
		back, bad, err := Read(Write("x", got))
		if err != nil || len(bad) > 0 || len(back) != len(got) {
			t.Fatalf("%v becomes %v: %v %v", got, back, bad, err)
		}
	})
}
