// Package palette reads and writes lists of colours: the .gpl text format that many programs share, and plain text with a colour a line.
package palette

import (
	"bufio"
	"bytes"
	"fmt"
	"strconv"
	"strings"
	"unicode/utf8"
)

// Colour is a named colour.
type Colour struct {
	Name string
	Hex  string // "#rrggbb", lower case
	Line int    // where it was read, from 1
}

// BadLine is a line that could not be read.
type BadLine struct {
	Line    int // from 1
	Problem string
}

// MaxColours is the longest list that is read.
const MaxColours = 20000

const header = "GIMP Palette" // the first line of every .gpl file, by the format

// Read reads a palette of either form. Lines that hold no colour are told one by one and left out; err is for a file that is no text.
func Read(data []byte) (colours []Colour, bad []BadLine, err error) {
	data = bytes.TrimPrefix(data, []byte{0xef, 0xbb, 0xbf})
	if !utf8.Valid(data) || bytes.IndexByte(data, 0) >= 0 {
		return nil, nil, fmt.Errorf("this is not a text file in UTF-8")
	}
	lines := bufio.NewScanner(bytes.NewReader(data))
	lines.Buffer(nil, 1<<20)
	for n := 1; lines.Scan(); n++ {
		text := strings.TrimSpace(lines.Text())
		switch key, _, colon := strings.Cut(text, ":"); {
		case text == "", n == 1 && text == header, colon && (key == "Name" || key == "Columns"):
			continue
		case strings.HasPrefix(text, "#") && !isHex(text):
			continue // a comment
		}
		c, err := one(text)
		if err != nil {
			bad = append(bad, BadLine{n, err.Error()})
			continue
		}
		if len(colours) == MaxColours {
			return nil, nil, fmt.Errorf("line %d: more than %d colours", n, MaxColours)
		}
		c.Line = n
		colours = append(colours, c)
	}
	return colours, bad, lines.Err()
}

func isHex(text string) bool {
	if len(text) < 7 || text[0] != '#' || len(text) > 7 && text[7] != ' ' && text[7] != '\t' {
		return false
	}
	_, err := strconv.ParseUint(text[1:7], 16, 32)
	return err == nil
}

// one reads "#rrggbb name" or "r g b name".
func one(text string) (Colour, error) {
	if isHex(text) {
		return Colour{Name: strings.TrimSpace(text[7:]), Hex: strings.ToLower(text[:7])}, nil
	}
	rest := text
	var rgb [3]uint64
	for i := range rgb {
		rest = strings.TrimLeft(rest, " \t")
		word := rest
		if end := strings.IndexAny(rest, " \t"); end >= 0 {
			word, rest = rest[:end], rest[end:]
		} else {
			rest = ""
		}
		v, err := strconv.ParseUint(word, 10, 8)
		if err != nil {
			return Colour{}, fmt.Errorf("%q is no colour: three numbers from 0 to 255 and a name, or #rrggbb and a name", short(text))
		}
		rgb[i] = v
	}
	return Colour{Name: strings.TrimSpace(rest), Hex: fmt.Sprintf("#%02x%02x%02x", rgb[0], rgb[1], rgb[2])}, nil
}

func short(text string) string {
	if r := []rune(text); len(r) > 60 {
		return string(r[:60]) + "…"
	}
	return text
}

// Write returns the colours as a .gpl file. Line breaks in names become spaces.
func Write(name string, colours []Colour) []byte {
	var b bytes.Buffer
	plain := func(s string) string { return strings.Join(strings.Fields(s), " ") }
	fmt.Fprintf(&b, "%s\nName: %s\n#\n", header, plain(name))
	for _, c := range colours {
		v, err := strconv.ParseUint(strings.TrimPrefix(c.Hex, "#"), 16, 32)
		if err != nil {
			continue
		}
		fmt.Fprintf(&b, "%3d %3d %3d\t%s\n", v>>16&255, v>>8&255, v&255, plain(c.Name))
	}
	return b.Bytes()
}
