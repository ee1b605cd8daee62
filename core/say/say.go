// Package say puts figures and moments into words, the same way wherever the product speaks: findings, guides, the command line and the
// page. It knows nothing of the trade.
package say

import (
	"bytes"
	"fmt"
	"math"
	"strconv"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"
)

// A measure stands in a text between these marks until Units.Render writes it in the reader's unit: a temperature is not a difference of
// temperatures, and no search through finished words could tell.
const (
	markTemperature = '\ue0c0'
	markDifference  = '\ue0c1'
	markEnd         = '\ue0c2'
)

// Celsius puts a temperature into a text, with that many decimals.
func Celsius(c float64, decimals int) string {
	return mark(markTemperature, c, decimals)
}

// Kelvins puts a difference of temperatures into a text, in degrees Celsius.
func Kelvins(k float64, decimals int) string {
	return mark(markDifference, k, decimals)
}

func mark(kind rune, v float64, decimals int) string {
	return string(kind) + strconv.FormatFloat(v, 'f', decimals, 64) + string(markEnd)
}

// Measured reports whether a text holds measures that are still to be written.
func Measured(text []byte) bool { return bytes.ContainsRune(text, markEnd) }

// Units are the units that somebody reads in. The zero Units are metric.
type Units struct {
	Fahrenheit bool
}

// Render writes the measures of a text in the reader's units. What is no measure is left as it is.
func (u Units) Render(text string) string {
	if !strings.ContainsRune(text, markEnd) {
		return text
	}
	var out strings.Builder
	for text != "" {
		i := strings.IndexAny(text, string(markTemperature)+string(markDifference))
		if i < 0 {
			break
		}
		out.WriteString(text[:i])
		kind, n := utf8.DecodeRuneInString(text[i:])
		figure, rest, ok := strings.Cut(text[i+n:], string(markEnd))
		v, err := strconv.ParseFloat(figure, 64)
		if !ok || err != nil {
			text = text[i+n:] // a stray mark of somebody's own text
			continue
		}
		out.WriteString(u.degrees(v, kind == markDifference, decimals(figure)))
		text = rest
	}
	return strings.ReplaceAll(out.String()+text, string(markEnd), "")
}

func decimals(figure string) int {
	_, after, _ := strings.Cut(figure, ".")
	return len(after)
}

func (u Units) degrees(v float64, difference bool, decimals int) string {
	unit := "°C"
	if u.Fahrenheit {
		unit = "°F"
		if v *= 1.8; !difference {
			v += 32
		}
	}
	return strconv.FormatFloat(v, 'f', decimals, 64) + " " + unit
}

// The layouts of moments, as in time.Format: a day, a clock on it, and both.
const (
	DayLayout   = "Mon 2 Jan"
	ClockLayout = "15:04"
)

// Clock writes a moment with its day, as the clock of a bench in place shows it: "Tue 9 Mar, 19:30".
func Clock(t time.Time, place *time.Location) string {
	return t.In(place).Format(DayLayout + ", " + ClockLayout)
}

// Day writes the day of a moment in place: "Fri 19 Mar".
func Day(t time.Time, place *time.Location) string { return t.In(place).Format(DayLayout) }

// DayOf writes the day of a moment in place, with its year where that is not the year of now: "Fri 19 Mar", "Fri 19 Mar 2027".
func DayOf(t, now time.Time, place *time.Location) string {
	if t = t.In(place); now.IsZero() || t.Year() == now.In(place).Year() {
		return t.Format(DayLayout)
	}
	return t.Format(DayLayout + " 2006")
}

// ClockOf is Clock, with the year where that is not the year of now.
func ClockOf(t, now time.Time, place *time.Location) string {
	return DayOf(t, now, place) + ", " + t.In(place).Format(ClockLayout)
}

// Bench writes attended time to the minute: "25 min", "1 h 05".
func Bench(d time.Duration) string {
	if d < time.Hour {
		return fmt.Sprintf("%d min", int(d.Minutes()))
	}
	return fmt.Sprintf("%d h %02d", int(d.Hours()), int(d.Minutes())%60)
}

// Span writes a wait with the one figure that one acts on: seconds, minutes to two hours, hours to two days, then days.
func Span(d time.Duration) string {
	switch {
	case d < time.Minute:
		return fmt.Sprintf("%.0f s", d.Seconds())
	case d < 2*time.Hour:
		return fmt.Sprintf("%.0f min", d.Minutes())
	case d < 48*time.Hour:
		return fmt.Sprintf("%.0f h", d.Hours())
	}
	return fmt.Sprintf("%.0f days", d.Hours()/24)
}

// Below rounds a figure down to a tenth, where it is told beside a limit that it does not reach.
func Below(v float64) float64 { return math.Floor(10*v) / 10 }

// Percent writes a share from 0 to 1: "31 %".
func Percent[F ~float64](share F) string { return fmt.Sprintf("%.0f %%", 100*float64(share)) }

// Capital returns s with its first letter raised, whatever its script.
func Capital(s string) string { return first(s, unicode.ToUpper) }

// Lower returns s with its first letter lowered.
func Lower(s string) string { return first(s, unicode.ToLower) }

func first(s string, turn func(rune) rune) string {
	r, n := utf8.DecodeRuneInString(s)
	if n == 0 || r == utf8.RuneError {
		return s
	}
	return string(turn(r)) + s[n:]
}

// List joins names as a sentence does: "a", "a and b", "a, b and c".
func List(names []string) string {
	if len(names) < 2 {
		return strings.Join(names, "")
	}
	last := len(names) - 1
	return strings.Join(names[:last], ", ") + " and " + names[last]
}

// Count writes a number with what is counted, in the plural where it is not one: days, flushes.
func Count(n int, what string) string {
	switch {
	case n == 1:
		return "1 " + what
	case strings.HasSuffix(what, "sh"):
		what += "e"
	}
	return fmt.Sprintf("%d %ss", n, what)
}
