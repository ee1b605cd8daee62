package album

import (
	"bytes"
	"encoding/binary"
	"hash/crc32"
)

const cutOff = Refused("The picture is damaged or was cut off.")

// bare returns a photograph without its metadata but those told, not packed anew. Errors are Refused.
func bare(kind string, b []byte, t told) ([]byte, error) {
	switch kind {
	case "jpeg":
		return bareJPEG(b, t)
	case "png":
		return barePNG(b, t)
	}
	return bareWebP(b, t)
}

// exif writes what is kept as a TIFF structure; nil where there is nothing.
func (t told) exif() []byte {
	if t.orientation == 0 && t.taken.IsZero() && t.seconds[0] == 0 && t.stop[0] == 0 && t.iso == 0 {
		return nil
	}
	const (
		short, long, ascii, rational = 3, 4, 2, 5
		entry                        = 12
	)
	type tag struct {
		id, kind uint16
		data     []byte
	}
	be := binary.BigEndian
	u16 := func(v uint16) []byte { return be.AppendUint16(nil, v) }
	fraction := func(f [2]uint32) []byte { return be.AppendUint32(be.AppendUint32(nil, f[0]), f[1]) }
	var inner []tag // in rising order, as the standard has it
	if t.seconds[0] > 0 {
		inner = append(inner, tag{0x829a, rational, fraction(t.seconds)})
	}
	if t.stop[0] > 0 {
		inner = append(inner, tag{0x829d, rational, fraction(t.stop)})
	}
	if t.iso > 0 {
		inner = append(inner, tag{0x8827, short, u16(t.iso)})
	}
	if !t.taken.IsZero() {
		inner = append(inner, tag{0x9003, ascii, append([]byte(t.taken.Format("2006:01:02 15:04:05")), 0)})
	}
	directory := func(at int, tags []tag) []byte {
		out, more := be.AppendUint16(nil, uint16(len(tags))), []byte(nil)
		beyond := at + 2 + entry*len(tags) + 4
		for _, g := range tags {
			n := len(g.data)
			switch g.kind {
			case short:
				n /= 2
			case long:
				n /= 4
			case rational:
				n /= 8
			}
			out = be.AppendUint32(be.AppendUint16(be.AppendUint16(out, g.id), g.kind), uint32(n))
			if len(g.data) <= 4 {
				out = append(out, append(g.data, make([]byte, 4-len(g.data))...)...)
				continue
			}
			out = be.AppendUint32(out, uint32(beyond+len(more)))
			if more = append(more, g.data...); len(more)%2 == 1 {
				more = append(more, 0)
			}
		}
		return append(append(out, 0, 0, 0, 0), more...)
	}
	const head = 8
	outer := []tag{{0x0112, short, u16(uint16(max(1, t.orientation)))}}
	if len(inner) > 0 {
		outer = append(outer, tag{0x8769, long, be.AppendUint32(nil, uint32(head+2+2*entry+4))})
	}
	out := append([]byte("MM\x00*\x00\x00\x00\x08"), directory(head, outer)...)
	if len(inner) > 0 {
		out = append(out, directory(len(out), inner)...)
	}
	return out
}

// bareJPEG keeps the segments that make the picture (ITU T.81, annex B), and what says how its colours are told (Adobe's APP14, six bytes of it).
func bareJPEG(b []byte, t told) ([]byte, error) {
	out := append([]byte(nil), b[:2]...)
	if e := t.exif(); e != nil {
		out = binary.BigEndian.AppendUint16(append(out, 0xff, 0xe1), uint16(2+6+len(e)))
		out = append(append(out, "Exif\x00\x00"...), e...)
	}
	at := 2
	for {
		for at < len(b) && b[at] == 0xff && at+1 < len(b) && b[at+1] == 0xff { // fill
			at++
		}
		if at+2 > len(b) || b[at] != 0xff {
			return nil, cutOff
		}
		mark := b[at+1]
		if mark == 0xd9 { // what comes after the end is not the picture's
			return append(out, 0xff, 0xd9), nil
		}
		if at+4 > len(b) {
			return nil, cutOff
		}
		end := at + 2 + int(binary.BigEndian.Uint16(b[at+2:]))
		if end > len(b) || end < at+4 {
			return nil, cutOff
		}
		adobe := mark == 0xee && end-at >= 16 && string(b[at+4:at+9]) == "Adobe"
		if mark < 0xe0 || mark > 0xef && mark != 0xfe || adobe {
			out = append(out, b[at:end]...)
		}
		at = end
		if mark == 0xda { // the scan runs to the next mark that is none of its own
			for at+1 < len(b) && (b[at] != 0xff || b[at+1] == 0 || b[at+1] >= 0xd0 && b[at+1] <= 0xd7) {
				at++
			}
			out = append(out, b[end:min(at, len(b))]...)
			if at+1 >= len(b) {
				return nil, cutOff
			}
		}
	}
}

// progressive reports whether a JPEG comes in several scans, which takes more room to decode.
func progressive(b []byte) bool {
	at := 2
	for at+4 <= len(b) && b[at] == 0xff {
		switch b[at+1] {
		case 0xc2, 0xc6, 0xca, 0xce:
			return true
		case 0xda, 0xd9:
			return false
		}
		at += 2 + int(binary.BigEndian.Uint16(b[at+2:]))
	}
	return false
}

// barePNG keeps the chunks that make the picture (ISO 15948).
func barePNG(b []byte, t told) ([]byte, error) {
	const head = 8
	out := append([]byte(nil), b[:head]...)
	for at := head; ; {
		if at+12 > len(b) {
			return nil, cutOff
		}
		n := int(binary.BigEndian.Uint32(b[at:]))
		if n < 0 || n > len(b) || at+12+n > len(b) {
			return nil, cutOff
		}
		name, chunk := string(b[at+4:at+8]), b[at:at+12+n]
		switch name {
		case "acTL", "fcTL", "fdAT":
			return nil, Refused("The picture moves. Bring one that stands still.")
		case "IHDR", "PLTE", "IDAT", "tRNS", "gAMA", "sRGB", "sBIT":
			out = append(out, chunk...)
		case "IEND":
			return append(out, chunk...), nil
		}
		if e := t.exif(); name == "IHDR" && e != nil {
			body := append([]byte("eXIf"), e...)
			out = binary.BigEndian.AppendUint32(out, uint32(len(e)))
			out = binary.BigEndian.AppendUint32(append(out, body...), crc32.ChecksumIEEE(body))
		}
		at += 12 + n
	}
}

// bareWebP keeps the chunks that make the picture (RFC 9649).
func bareWebP(b []byte, t told) ([]byte, error) {
	le := binary.LittleEndian
	const head = 12
	size := int(le.Uint32(b[4:])) + 8
	if size > len(b) || size < head {
		return nil, cutOff
	}
	var kept bytes.Buffer
	extended := -1
	for at := head; at+8 <= size; {
		n := int(le.Uint32(b[at+4:]))
		end := at + 8 + n + n%2
		if n < 0 || n > size || end > size {
			return nil, cutOff
		}
		switch string(b[at : at+4]) {
		case "ANIM", "ANMF":
			return nil, Refused("The picture moves. Bring one that stands still.")
		case "VP8X":
			if n < 10 {
				return nil, cutOff
			}
			extended = kept.Len()
			kept.Write(b[at:end])
		case "VP8 ", "VP8L", "ALPH":
			kept.Write(b[at:end])
		}
		at = end
	}
	out := kept.Bytes()
	if extended >= 0 {
		const alpha, exif = 0x10, 0x08
		flags := out[extended+8] & alpha
		if e := t.exif(); e != nil {
			flags |= exif
			more := append(le.AppendUint32([]byte("EXIF"), uint32(len(e))), e...)
			if len(e)%2 == 1 {
				more = append(more, 0)
			}
			out = append(out, more...)
		}
		out[extended+8] = flags
	}
	return append(append(le.AppendUint32([]byte("RIFF"), uint32(len(out)+4)), "WEBP"...), out...), nil
}
