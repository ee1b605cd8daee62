package album

import (
	"bytes"
	"encoding/binary"
	"errors"
	"hash/crc32"
	"image"
	"image/color"
	"image/gif"
	"image/jpeg"
	"image/png"
	"os"
	"strings"
	"testing"
	"time"
)

// painted is a picture whose upper left corner is red.
func painted(w, h int) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := color.RGBA{90, uint8(100 + x%40), uint8(110 + y%30), 255}
			if x < w/4 && y < h/4 {
				c = color.RGBA{220, 20, 20, 255}
			}
			img.Set(x, y, c)
		}
	}
	return img
}

func asJPEG(t testing.TB, img image.Image) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, &jpeg.Options{Quality: 90}); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func asPNG(t testing.TB, img image.Image) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// segment puts a segment behind the start of a JPEG.
func segment(b []byte, mark byte, body string) []byte {
	s := binary.BigEndian.AppendUint16([]byte{0xff, mark}, uint16(len(body)+2))
	return append(append(append([]byte{0xff, 0xd8}, s...), body...), b[2:]...)
}

func chunk(name string, body []byte) []byte {
	out := binary.BigEndian.AppendUint32(nil, uint32(len(body)))
	named := append([]byte(name), body...)
	return binary.BigEndian.AppendUint32(append(out, named...), crc32.ChecksumIEEE(named))
}

// afterHead puts a chunk behind the head of a PNG.
func afterHead(b, c []byte) []byte {
	const head = 8 + 25
	return append(append(append([]byte(nil), b[:head]...), c...), b[head:]...)
}

var shot = told{orientation: 6, taken: time.Date(2027, 3, 12, 20, 52, 0, 0, time.UTC), seconds: [2]uint32{1, 60}, stop: [2]uint32{8, 1}, iso: 200}

// Of what a photograph tells of where and with what it was taken nothing is left; how it lies, when and how long it was exposed is, and the picture itself is byte for byte what it was.
func TestBare(t *testing.T) {
	plain := asJPEG(t, painted(64, 48))
	secret := "PLACE 52.1N 4.3E, serial 12345"
	in := segment(segment(segment(plain, 0xe1, "Exif\x00\x00"+string(shot.exif())), 0xed, secret), 0xfe, secret)
	in = append(in, secret...) // behind the end
	got, err := Read(in)
	if err != nil {
		t.Fatal(err)
	}
	if bytes.Contains(got.Bytes, []byte("PLACE")) || bytes.Contains(got.Bytes, []byte("serial")) {
		t.Error("it still tells of its place")
	}
	if !got.Taken.Equal(shot.taken) || got.Exposure != "1/60 s, f/8, ISO 200" {
		t.Errorf("taken %v, exposed %q", got.Taken, got.Exposure)
	}
	if got.Width != 48 || got.Height != 64 {
		t.Errorf("%d by %d, and it lies on its side", got.Width, got.Height)
	}
	scan := plain[bytes.Index(plain, []byte{0xff, 0xda}):]
	if !bytes.HasSuffix(got.Bytes, scan) {
		t.Error("the picture was packed anew")
	}
	again, err := Read(got.Bytes)
	if err != nil || again.Hash != got.Hash {
		t.Errorf("what is kept changes when it is read again: %v", err)
	}
	img, err := Decode(got.Bytes)
	if err != nil {
		t.Fatal(err)
	}
	if r, g, _, _ := img.At(img.Bounds().Dx()-3, 3).RGBA(); r < 2*g { // turned clockwise, the corner goes to the right
		t.Error("it is not turned upright")
	}
	small, err := jpeg.Decode(bytes.NewReader(got.Thumb))
	if err != nil {
		t.Fatal(err)
	}
	if r, g, _, _ := small.At(small.Bounds().Dx()-3, 3).RGBA(); r < 2*g {
		t.Error("its small picture is not turned upright")
	}
}

func TestBarePNG(t *testing.T) {
	in := afterHead(afterHead(asPNG(t, painted(40, 40)), chunk("tEXt", []byte("Comment\x00PLACE 52.1N"))), chunk("eXIf", shot.exif()))
	got, err := Read(in)
	if err != nil {
		t.Fatal(err)
	}
	if bytes.Contains(got.Bytes, []byte("PLACE")) || !got.Taken.Equal(shot.taken) {
		t.Errorf("taken %v", got.Taken)
	}
	if again, err := Read(got.Bytes); err != nil || again.Hash != got.Hash || !again.Taken.Equal(shot.taken) {
		t.Errorf("what is kept changes when it is read again: %v", err)
	}
}

func TestWebP(t *testing.T) {
	in, err := os.ReadFile("testdata/small.webp")
	if err != nil {
		t.Fatal(err)
	}
	le := binary.LittleEndian
	riff := func(chunks ...[]byte) []byte {
		var body []byte
		for _, c := range chunks {
			body = append(body, c...)
		}
		return append(append(le.AppendUint32([]byte("RIFF"), uint32(len(body)+4)), "WEBP"...), body...)
	}
	part := func(name string, body []byte) []byte {
		out := append(le.AppendUint32([]byte(name), uint32(len(body))), body...)
		return append(out, make([]byte, len(body)%2)...)
	}
	c, err := decode("webp", in)
	if err != nil {
		t.Fatal(err)
	}
	frame := in[bytes.Index(in, []byte("VP8 ")):]
	w, h := c.Bounds().Dx()-1, c.Bounds().Dy()-1
	extended := part("VP8X", []byte{0x08 | 0x04, 0, 0, 0, byte(w), byte(w >> 8), 0, byte(h), byte(h >> 8), 0})
	got, err := Read(riff(extended, frame, part("EXIF", shot.exif()), part("XMP ", []byte("PLACE 52.1N"))))
	if err != nil {
		t.Fatal(err)
	}
	if bytes.Contains(got.Bytes, []byte("PLACE")) || !got.Taken.Equal(shot.taken) {
		t.Errorf("taken %v", got.Taken)
	}
	if again, err := Read(got.Bytes); err != nil || again.Hash != got.Hash {
		t.Errorf("what is kept changes when it is read again: %v", err)
	}
	if _, err := Read(riff(extended, part("ANIM", make([]byte, 6)), frame)); err == nil {
		t.Error("one that moves is taken")
	}
}

// What is hostile or broken is refused in words, and quickly.
func TestRefused(t *testing.T) {
	good := asPNG(t, painted(64, 64))
	huge := append([]byte(nil), good...)
	binary.BigEndian.PutUint32(huge[16:], 30_000)
	binary.BigEndian.PutUint32(huge[20:], 30_000)
	binary.BigEndian.PutUint32(huge[29:], crc32.ChecksumIEEE(huge[12:29]))
	var moving bytes.Buffer
	pal := image.NewPaletted(image.Rect(0, 0, 20, 20), color.Palette{color.Black, color.White})
	if err := gif.EncodeAll(&moving, &gif.GIF{Image: []*image.Paletted{pal, pal}, Delay: []int{1, 1}}); err != nil {
		t.Fatal(err)
	}
	whole := asJPEG(t, painted(300, 200))
	for name, in := range map[string][]byte{
		"nothing":                     nil,
		"a drawing":                   []byte(`<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>`),
		"a page":                      []byte("<!doctype html><script>alert(1)</script>"),
		"a page behind a JPEG's head": append([]byte{0xff, 0xd8, 0xff}, "<script>alert(1)</script>"...),
		"30,000 by 30,000":            huge,
		"cut off":                     whole[:len(whole)/2],
		"cut off in its head":         whole[:30],
		"a PNG cut off":               good[:len(good)-20],
		"a telephone's own format":    append([]byte("\x00\x00\x00\x18ftypheic"), make([]byte, 40)...),
		"moving":                      moving.Bytes(),
		"a moving PNG":                afterHead(good, chunk("acTL", make([]byte, 8))),
		"too small":                   asPNG(t, painted(4, 4)),
		"too many bytes":              make([]byte, MostBytes+1),
		"a RIFF that lies":            append([]byte("RIFF\xff\xff\xff\x7fWEBP"), make([]byte, 40)...),
	} {
		t.Run(name, func(t *testing.T) {
			var refused Refused
			if _, err := Read(in); !errors.As(err, &refused) || !strings.HasSuffix(err.Error(), ".") {
				t.Errorf("it is answered with %v", err)
			}
		})
	}
	if _, err := Read(segment(whole, 0xe1, "Exif\x00\x00MM\x00*\xff\xff\xff\xff nonsense")); err != nil {
		t.Errorf("one whose metadata is nonsense is refused: %v", err)
	}
}

func FuzzRead(f *testing.F) {
	f.Add(asJPEG(f, painted(32, 32)))
	f.Add(asPNG(f, painted(32, 32)))
	f.Add(segment(asJPEG(f, painted(20, 20)), 0xe1, "Exif\x00\x00"+string(shot.exif())))
	f.Fuzz(func(t *testing.T, in []byte) {
		got, err := Read(in)
		if err != nil {
			return
		}
		if again, err := Read(got.Bytes); err != nil || again.Hash != got.Hash {
			t.Errorf("what was kept is read as another: %v", err)
		}
	})
}

func BenchmarkRead12Megapixels(b *testing.B) {
	in := asJPEG(b, painted(4000, 3000))
	for b.Loop() {
		if _, err := Read(in); err != nil {
			b.Fatal(err)
		}
	}
}
