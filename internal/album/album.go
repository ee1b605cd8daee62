// Package album reads photographs that come from outside: what they are, how large, how they lie and when they were taken. It takes away whatever else they tell of where and with what they were
// taken, without packing the picture anew, and makes the small pictures that lists show. What it can't trust it refuses, saying what to do.
package album

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"math"
	"time"

	"github.com/bep/imagemeta"
	"golang.org/x/image/draw"
	"golang.org/x/image/webp"
)

// How large a photograph may be.
const (
	MostBytes  = 20 << 20
	mostPixels = 28_000_000
	mostMemory = 130 << 20 // that decoding it takes
	mostSide   = 20_000
	thumbSide  = 480 // pixels of the longer side of a small picture
	thumbPack  = 82  // of 100
)

// Refused is why a photograph is not taken, in words for whoever brought it.
type Refused string

func (r Refused) Error() string { return string(r) }

// Picture is a photograph as it is kept.
type Picture struct {
	Kind          string // jpeg, png or webp
	Bytes         []byte
	Hash          string // SHA-256 of Bytes, hexadecimal
	Width, Height int    // as it is seen upright
	Taken         time.Time
	Exposure      string // such as "1/60 s, f/8, ISO 200"; empty where it does not tell
	Thumb         []byte // JPEG, upright
}

// kinds are what is read, by how a file begins.
func kindOf(b []byte) (string, error) {
	switch {
	case bytes.HasPrefix(b, []byte{0xff, 0xd8, 0xff}):
		return "jpeg", nil
	case bytes.HasPrefix(b, []byte("\x89PNG\r\n\x1a\n")):
		return "png", nil
	case len(b) > 16 && string(b[:4]) == "RIFF" && string(b[8:12]) == "WEBP":
		return "webp", nil
	case len(b) > 12 && string(b[4:8]) == "ftyp":
		return "", Refused("This is a telephone's own format, which browsers don't show. Set its camera to “most compatible”, or share the photograph as JPEG, and bring that.")
	case bytes.HasPrefix(b, []byte("GIF8")), bytes.HasPrefix(b, []byte("BM")), bytes.HasPrefix(b, []byte("II*\x00")), bytes.HasPrefix(b, []byte("MM\x00*")):
		return "", Refused("This kind of picture is not read. Save it as JPEG, PNG or WebP and bring that.")
	case len(b) == 0:
		return "", Refused("The file is empty.")
	}
	return "", Refused("This is no photograph: JPEG, PNG and WebP are read.")
}

// Read reads a photograph: it is decoded once, wholly. Errors are Refused.
func Read(raw []byte) (*Picture, error) {
	if len(raw) > MostBytes {
		return nil, Refused(fmt.Sprintf("It is larger than %d MB. Save it smaller: 12 megapixels are plenty.", MostBytes>>20))
	}
	kind, err := kindOf(raw)
	if err != nil {
		return nil, err
	}
	told := metadata(kind, raw)
	p := &Picture{Kind: kind, Taken: told.taken, Exposure: told.words()}
	if p.Bytes, err = bare(kind, raw, told); err != nil {
		return nil, err
	}
	img, err := decode(kind, p.Bytes)
	if err != nil {
		return nil, err
	}
	b := img.Bounds()
	p.Width, p.Height = b.Dx(), b.Dy()
	if told.turned() {
		p.Width, p.Height = p.Height, p.Width
	}
	if p.Thumb, err = thumb(img, told.orientation); err != nil {
		return nil, err
	}
	sum := sha256.Sum256(p.Bytes)
	p.Hash = hex.EncodeToString(sum[:])
	return p, nil
}

// Decode returns a photograph's picture, upright. Errors are Refused.
func Decode(raw []byte) (image.Image, error) {
	if len(raw) > MostBytes {
		return nil, Refused(fmt.Sprintf("It is larger than %d MB.", MostBytes>>20))
	}
	kind, err := kindOf(raw)
	if err != nil {
		return nil, err
	}
	img, err := decode(kind, raw)
	if err != nil {
		return nil, err
	}
	if told := metadata(kind, raw); told.orientation > 1 {
		return upright(img, told.orientation), nil
	}
	return img, nil
}

// decode decodes what has been found small enough. Errors are Refused.
func decode(kind string, b []byte) (img image.Image, err error) {
	var c image.Config
	each := 8.0 // bytes a pixel while it is decoded, at most
	switch kind {
	case "jpeg":
		c, err = jpeg.DecodeConfig(bytes.NewReader(b))
		if each = 3; progressive(b) {
			each = 15
		}
	case "png":
		c, err = png.DecodeConfig(bytes.NewReader(b))
		switch c.ColorModel {
		case color.RGBAModel, color.NRGBAModel:
			each = 4
		case color.GrayModel:
			each = 1
		}
	case "webp":
		c, err = webp.DecodeConfig(bytes.NewReader(b))
		each = 5
	}
	n := float64(c.Width) * float64(c.Height)
	switch {
	case err != nil:
		return nil, broken(err)
	case c.Width < 16 || c.Height < 16:
		return nil, Refused("It is too small to show anything.")
	case c.Width > mostSide || c.Height > mostSide || n > mostPixels || n*each > mostMemory:
		return nil, Refused(fmt.Sprintf("It is %d by %d pixels large, more than is read. Save it smaller: 12 megapixels are plenty.", c.Width, c.Height))
	}
	defer func() { // a decoder that trips over what it is given must not take the server with it
		if r := recover(); r != nil {
			img, err = nil, Refused("The picture is damaged.")
		}
	}()
	switch kind {
	case "jpeg":
		img, err = jpeg.Decode(bytes.NewReader(b))
	case "png":
		img, err = png.Decode(bytes.NewReader(b))
	case "webp":
		img, err = webp.Decode(bytes.NewReader(b))
	}
	if err != nil {
		return nil, broken(err)
	}
	return img, nil
}

func broken(err error) error {
	return Refused("The picture is damaged or was cut off: " + err.Error() + ".")
}

// thumb makes the small picture.
func thumb(img image.Image, orientation int) ([]byte, error) {
	b := img.Bounds()
	k := min(1, thumbSide/float64(max(b.Dx(), b.Dy())))
	small := image.NewRGBA(image.Rect(0, 0, max(1, int(math.Round(float64(b.Dx())*k))), max(1, int(math.Round(float64(b.Dy())*k)))))
	// Every third row and column is plenty for a picture of this size; CatmullRom over 12 megapixels takes longer than all the rest.
	draw.ApproxBiLinear.Scale(small, small.Bounds(), img, b, draw.Src, nil)
	var out bytes.Buffer
	err := jpeg.Encode(&out, upright(small, orientation), &jpeg.Options{Quality: thumbPack})
	return out.Bytes(), err
}

// Tiny makes a still smaller picture of a small one, as JPEG: for a strip of them.
func Tiny(small []byte) ([]byte, error) {
	img, err := jpeg.Decode(bytes.NewReader(small))
	if err != nil {
		return nil, broken(err)
	}
	const tall, packs = 32, 60 // pixels, of 100
	b := img.Bounds()
	out := image.NewRGBA(image.Rect(0, 0, max(1, b.Dx()*tall/max(1, b.Dy())), tall))
	draw.ApproxBiLinear.Scale(out, out.Bounds(), img, b, draw.Src, nil)
	var packed bytes.Buffer
	err = jpeg.Encode(&packed, out, &jpeg.Options{Quality: packs})
	return packed.Bytes(), err
}

// upright turns a picture as its orientation says (Exif 2.3, tag 274).
func upright(img image.Image, orientation int) image.Image {
	if orientation < 2 || orientation > 8 {
		return img
	}
	b := img.Bounds()
	w, h := b.Dx(), b.Dy()
	if orientation >= 5 {
		w, h = h, w
	}
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			fx, fy := x, y
			switch orientation {
			case 2:
				fx = w - 1 - x
			case 3:
				fx, fy = w-1-x, h-1-y
			case 4:
				fy = h - 1 - y
			case 5:
				fx, fy = y, x
			case 6:
				fx, fy = y, w-1-x
			case 7:
				fx, fy = h-1-y, w-1-x
			case 8:
				fx, fy = h-1-y, x
			}
			out.Set(x, y, img.At(b.Min.X+fx, b.Min.Y+fy))
		}
	}
	return out
}

// told is what a photograph's metadata is kept of.
type told struct {
	orientation int // 1 to 8; 0 where it does not tell
	taken       time.Time
	seconds     [2]uint32 // a fraction, as the two below
	stop        [2]uint32
	iso         uint16
}

func (t told) turned() bool { return t.orientation >= 5 && t.orientation <= 8 }

func (t told) words() (s string) {
	put := func(format string, args ...any) {
		if s != "" {
			s += ", "
		}
		s += fmt.Sprintf(format, args...)
	}
	if a, b := t.seconds[0], t.seconds[1]; a > 0 && b > 0 {
		if v := float64(a) / float64(b); v < 0.4 {
			put("1/%.0f s", 1/v)
		} else {
			put("%.1f s", v)
		}
	}
	if a, b := t.stop[0], t.stop[1]; a > 0 && b > 0 {
		put("f/%.3g", float64(a)/float64(b))
	}
	if t.iso > 0 {
		put("ISO %d", t.iso)
	}
	return s
}

// metadata reads what is kept; what can't be read is as if it were not there.
func metadata(kind string, b []byte) (t told) {
	format := map[string]imagemeta.ImageFormat{"jpeg": imagemeta.JPEG, "png": imagemeta.PNG, "webp": imagemeta.WebP}[kind]
	fraction := func(v any) (f [2]uint32) {
		if r, ok := v.(imagemeta.Rat[uint32]); ok {
			f = [2]uint32{r.Num(), r.Den()}
		}
		return f
	}
	const patience = 2 * time.Second
	_, _ = imagemeta.Decode(imagemeta.Options{ // what it trips over is not told
		R: bytes.NewReader(b), ImageFormat: format, Sources: imagemeta.EXIF, Timeout: patience, LimitNumTags: 500, LimitTagSize: 10_000,
		ShouldHandleTag: func(tag imagemeta.TagInfo) bool {
			switch tag.Tag {
			case "Orientation", "DateTimeOriginal", "ExposureTime", "FNumber", "ISO", "ISOSpeedRatings":
				return tag.Namespace != "IFD1"
			}
			return false
		},
		HandleTag: func(tag imagemeta.TagInfo) error {
			switch v := tag.Value; tag.Tag {
			case "Orientation":
				if n, ok := v.(uint16); ok && n >= 1 && n <= 8 {
					t.orientation = int(n)
				}
			case "DateTimeOriginal":
				if text, ok := v.(string); ok {
					t.taken, _ = time.Parse("2006:01:02 15:04:05", text)
				}
			case "ExposureTime":
				t.seconds = fraction(v)
			case "FNumber":
				t.stop = fraction(v)
			default:
				if n, ok := v.(uint16); ok {
					t.iso = n
				}
			}
			return nil
		},
		Warnf: func(string, ...any) {},
	})
	if y := t.taken.Year(); y < 1990 || y > 2100 {
		t.taken = time.Time{}
	}
	return t
}
