// Package when reads moments as people write them: "Sat 14:00", "13 March", "yesterday evening", "20 minutes ago", "last weekend".
package when

import (
	"fmt"
	"strconv"
	"strings"
	"time"
	"unicode"
)

// Reader knows what a moment is said from. Its Now is the bench's clock in the bench's own place, and must not be zero.
type Reader struct {
	Now        time.Time
	Past       bool // of two days that are meant alike the one behind, else the one ahead
	MonthFirst bool // 3/4 is the fourth of March
}

// Moment is a day with or without a time on it.
type Moment struct {
	Day   time.Time     // its midnight, in the place of the reader's Now
	Clock time.Duration // since midnight, 0 up to a day
	Timed bool          // a time was said
}

// At returns the moment; it has to be timed.
func (m Moment) At() time.Time {
	y, month, d := m.Day.Date()
	minutes := int(m.Clock.Minutes())
	return time.Date(y, month, d, minutes/60, minutes%60, 0, 0, m.Day.Location())
}

// Unread is what could not be read as a moment.
type Unread struct{ Words, Rest string }

func (e *Unread) Error() string {
	if e.Rest != "" && e.Rest != e.Words {
		return fmt.Sprintf("%q is not understood here. Write a day and a time, such as Sat 14:00, 13 March or yesterday 21:00", e.Rest)
	}
	return "Write a day and a time, such as Sat 14:00, 13 March or yesterday 21:00"
}

var months = []string{"jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"}

var weekdays = []string{"sun", "mon", "tue", "wed", "thu", "fri", "sat"}

// Times of day that have a name. Common practice, no source: they only have to be near, what was read is shown before it is kept.
var named = map[string]time.Duration{
	"noon": 12 * time.Hour, "midday": 12 * time.Hour, "midnight": 0, "morning": 10 * time.Hour, "afternoon": 14 * time.Hour, "evening": 20 * time.Hour, "tonight": 20 * time.Hour, "night": 22 * time.Hour,
}

var counts = map[string]int{
	"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "twelve": 12, "twenty": 20, "forty": 40,
}

// reading is the words that are left, and what they have said so far.
type reading struct {
	Reader
	all   string
	words []string
	today time.Time

	day     time.Time // zero until said
	weekday int       // 0 to 6; -1 until said
	turn    int       // "last" -1, "next" 1
	date    int       // of the month, 0 until said
	month   time.Month
	year    int
	clock   time.Duration
	timed   bool
}

// Read reads a moment. Errors are *Unread.
func (r Reader) Read(words string) (Moment, error) {
	y, m, d := r.Now.Date()
	x := &reading{Reader: r, all: strings.TrimSpace(words), weekday: -1, today: time.Date(y, m, d, 0, 0, 0, 0, r.Now.Location())}
	x.words = split(words)
	if len(x.words) == 0 {
		return Moment{}, &Unread{Words: x.all}
	}
	for len(x.words) > 0 {
		if !x.take() {
			return Moment{}, &Unread{Words: x.all, Rest: strings.Join(x.words, " ")}
		}
	}
	return x.moment()
}

// split parts words at spaces and commas, and figures from letters: "2pm" is two words, "13th" one figure.
func split(s string) []string {
	s = strings.ToLower(s)
	var out []string
	for _, f := range strings.FieldsFunc(s, func(r rune) bool { return unicode.IsSpace(r) || r == ',' || r == '·' }) {
		i := strings.IndexFunc(f, unicode.IsLetter)
		if i > 0 && strings.IndexFunc(f[:i], func(r rune) bool { return !unicode.IsDigit(r) && r != ':' && r != '.' }) < 0 {
			out = append(out, f[:i])
			switch tail := f[i:]; {
			case tail == "st" || tail == "nd" || tail == "rd" || tail == "th":
			case len(tail) == 3 && tail[0] == 'h' && unicode.IsDigit(rune(tail[1])): // 14h30
				out = append(out, "h", tail[1:])
			default:
				out = append(out, strings.TrimSuffix(tail, "."))
			}
			continue
		}
		out = append(out, strings.TrimSuffix(f, "."))
	}
	return out
}

func (x *reading) next(n int) string {
	if n < len(x.words) {
		return x.words[n]
	}
	return ""
}

func (x *reading) drop(n int) bool {
	x.words = x.words[n:]
	return true
}

// take reads the next words; false where they mean nothing here.
func (x *reading) take() bool {
	w := x.next(0)
	switch {
	case (w == "at" || w == "on" || w == "the" || w == "from" || w == "of" || w == "this" || w == "in" && named[x.next(2)] > 0) && len(x.words) > 1:
		return x.drop(1)
	case w == "now" && !x.said():
		x.day, x.clock, x.timed = x.today, sinceMidnight(x.Now), true
		return x.drop(1)
	case w == "last" || w == "next":
		if x.turn != 0 || len(x.words) < 2 {
			return false
		}
		x.turn = map[string]int{"last": -1, "next": 1}[w]
		return x.drop(1)
	}
	return x.takeAgo() || x.takeDay() || x.takeClock() || x.takeDate()
}

func (x *reading) said() bool { return !x.day.IsZero() || x.weekday >= 0 || x.date > 0 }

// takeDay reads a day that has a name.
func (x *reading) takeDay() bool {
	w := x.next(0)
	back := map[string]int{"today": 0, "tonight": 0, "yesterday": -1, "tomorrow": 1}
	if by, ok := back[w]; ok && !x.said() && x.turn == 0 {
		x.day = x.today.AddDate(0, 0, by)
		if w == "tonight" {
			x.clock, x.timed = named[w], true
		}
		return x.drop(1)
	}
	if w == "weekend" && !x.said() {
		x.weekday = int(time.Saturday)
		return x.drop(1)
	}
	if w == "week" && x.turn != 0 && !x.said() {
		x.day = x.today.AddDate(0, 0, 7*x.turn)
		x.turn = 0
		return x.drop(1)
	}
	if len(w) < 2 || x.weekday >= 0 || !x.day.IsZero() {
		return false
	}
	for i, name := range weekdays {
		full := strings.ToLower(time.Weekday(i).String())
		if w == name || w == full || len(w) > 3 && strings.HasPrefix(full, w) {
			x.weekday = i
			return x.drop(1)
		}
	}
	return false
}

// takeAgo reads "20 minutes ago" and "in two weeks".
func (x *reading) takeAgo() bool {
	at, sign := 0, 0
	if x.next(0) == "in" {
		at, sign = 1, 1
	}
	n, ok := counts[x.next(at)]
	if !ok {
		var err error
		if n, err = strconv.Atoi(x.next(at)); err != nil || n < 0 || n > 5000 {
			return false
		}
	}
	unit := strings.TrimSuffix(x.next(at+1), "s")
	used := at + 2
	if sign == 0 {
		if x.next(at+2) != "ago" {
			return false
		}
		sign, used = -1, at+3
	}
	if x.said() {
		return false
	}
	n *= sign
	switch unit {
	case "minute", "min":
		return x.moved(x.Now.Add(time.Duration(n)*time.Minute), used)
	case "hour":
		return x.moved(x.Now.Add(time.Duration(n)*time.Hour), used)
	case "day":
		x.day = x.today.AddDate(0, 0, n)
	case "week":
		x.day = x.today.AddDate(0, 0, 7*n)
	case "month":
		x.day = x.today.AddDate(0, n, 0)
	case "year":
		x.day = x.today.AddDate(n, 0, 0)
	default:
		return false
	}
	return x.drop(used)
}

func (x *reading) moved(t time.Time, used int) bool {
	y, m, d := t.Date()
	x.day, x.clock, x.timed = time.Date(y, m, d, 0, 0, 0, 0, t.Location()), sinceMidnight(t), true
	return x.drop(used)
}

func sinceMidnight(t time.Time) time.Duration {
	h, m, _ := t.Clock()
	return time.Duration(h)*time.Hour + time.Duration(m)*time.Minute
}

// takeClock reads a time of day.
func (x *reading) takeClock() bool {
	if x.timed {
		return false
	}
	if at, ok := named[x.next(0)]; ok {
		x.clock, x.timed = at, true
		return x.drop(1)
	}
	w := x.next(0)
	half := x.next(1)
	hour, minute, clock := strings.Cut(w, ":")
	if !clock && strings.Count(w, ".") == 1 { // 14.30, but not 14.3, which is a date
		if h, m, _ := strings.Cut(w, "."); len(m) == 2 && !validMonth(m) {
			hour, minute, clock = h, m, true
		}
	}
	suffix := half == "am" || half == "pm" || half == "a.m" || half == "p.m" || half == "h" || half == "o'clock"
	bare := x.said() && (x.date > 0 || !x.day.IsZero() || x.weekday >= 0) && len(x.words) == 1
	if !clock && !suffix && !bare {
		return false
	}
	h, err := strconv.Atoi(hour)
	m := 0
	if err == nil && minute != "" {
		m, err = strconv.Atoi(minute)
	}
	used := 1
	switch half {
	case "am", "pm", "a.m", "p.m":
		if h < 1 || h > 12 {
			return false
		}
		if h %= 12; half[0] == 'p' {
			h += 12
		}
		used = 2
	case "h":
		used = 2
		if n, e := strconv.Atoi(x.next(2)); e == nil && len(x.next(2)) == 2 {
			m, used = n, 3
		}
	case "o'clock":
		used = 2
	}
	if err != nil || h < 0 || h > 23 || m < 0 || m > 59 || clock && len(minute) != 2 {
		return false
	}
	if !clock && !suffix && x.date == 0 && x.weekday >= 0 && x.day.IsZero() { // "sat 13" is a date, "sat 9" may be either: a date
		return false
	}
	x.clock, x.timed = time.Duration(h)*time.Hour+time.Duration(m)*time.Minute, true
	return x.drop(used)
}

func validMonth(s string) bool {
	n, err := strconv.Atoi(s)
	return err == nil && n >= 1 && n <= 12
}

// takeDate reads the figures and the month of a date.
func (x *reading) takeDate() bool {
	if x.date > 0 && x.month > 0 && x.year > 0 || !x.day.IsZero() {
		return false
	}
	w := x.next(0)
	if len(w) >= 3 {
		for i, name := range months {
			if full := strings.ToLower(time.Month(i + 1).String()); x.month == 0 && (w == name || strings.HasPrefix(full, w)) {
				x.month = time.Month(i + 1)
				return x.drop(1)
			}
		}
	}
	for _, sep := range []string{"-", "/", "."} {
		if parts := strings.Split(strings.TrimSuffix(w, "."), sep); len(parts) >= 2 && len(parts) <= 3 && x.date == 0 {
			return x.takeParts(parts) && x.drop(1)
		}
	}
	n, err := strconv.Atoi(w)
	switch {
	case err != nil:
		return false
	case x.date == 0 && n >= 1 && n <= 31:
		x.date = n
	case x.month > 0 && x.year == 0 && n >= 1990 && n <= 2150:
		x.year = n
	default:
		return false
	}
	return x.drop(1)
}

func (x *reading) takeParts(parts []string) bool {
	n := make([]int, 3)
	for i, p := range parts {
		var err error
		if n[i], err = strconv.Atoi(p); err != nil {
			return false
		}
	}
	switch {
	case len(parts) == 3 && len(parts[0]) == 4:
		x.year, x.month, x.date = n[0], time.Month(n[1]), n[2]
	default:
		x.date, x.month, x.year = n[0], time.Month(n[1]), n[2]
		if x.MonthFirst && !strings.Contains(x.next(0), ".") || n[1] > 12 && n[0] <= 12 {
			x.date, x.month = n[1], time.Month(n[0])
		}
		if x.year > 0 && x.year < 100 {
			x.year += 2000
		}
	}
	return x.month >= 1 && x.month <= 12 && x.date >= 1 && x.date <= 31 && (len(parts) == 2 || x.year >= 1990 && x.year <= 2150)
}

// moment puts together what was said.
func (x *reading) moment() (Moment, error) {
	m := Moment{Day: x.day, Clock: x.clock, Timed: x.timed}
	bad := &Unread{Words: x.all}
	switch {
	case x.date > 0:
		day, ok := x.dated()
		if !ok || x.turn != 0 {
			return m, bad
		}
		m.Day = day
	case x.month > 0:
		return m, bad
	case x.weekday >= 0:
		m.Day = x.onWeekday()
	case x.day.IsZero() && x.timed && x.turn == 0:
		m.Day = x.today
		switch at := m.At(); {
		case x.Past && at.After(x.Now):
			m.Day = x.today.AddDate(0, 0, -1)
		case !x.Past && at.Before(x.Now):
			m.Day = x.today.AddDate(0, 0, 1)
		}
	case x.day.IsZero() || x.turn != 0:
		return m, bad
	}
	return m, nil
}

// onWeekday returns the day of the week that is meant: today where that is still, or already, possible.
func (x *reading) onWeekday() time.Time {
	ahead := (x.weekday - int(x.today.Weekday()) + 7) % 7
	back := x.turn < 0 || x.turn == 0 && x.Past
	if !back {
		if ahead == 0 && (x.turn > 0 || x.timed && Moment{Day: x.today, Clock: x.clock}.At().Before(x.Now)) {
			ahead = 7
		}
		return x.today.AddDate(0, 0, ahead)
	}
	if ahead == 0 && x.turn == 0 && (!x.timed || !Moment{Day: x.today, Clock: x.clock}.At().After(x.Now)) {
		return x.today
	}
	return x.today.AddDate(0, 0, ahead-7)
}

// dated returns the day of a date whose month or year may be left out: the nearest ahead, or behind, on which it is the said day of the week.
func (x *reading) dated() (time.Time, bool) {
	step := 1
	if x.Past {
		step = -1
	}
	year, month := x.today.Year(), x.today.Month()
	for i := range 12 * 12 { // a date falls on each day of the week within a dozen years
		y, m := year, month+time.Month(step*i)
		if x.month > 0 {
			if m = x.month; i%12 != 0 {
				continue
			}
			y = year + step*i/12
		}
		if x.year > 0 {
			y = x.year
		}
		day := time.Date(y, m, x.date, 0, 0, 0, 0, x.today.Location())
		if day.Day() != x.date || x.weekday >= 0 && int(day.Weekday()) != x.weekday {
			if x.year > 0 && x.month > 0 {
				return day, false
			}
			continue
		}
		if x.year > 0 || x.Past && !day.After(x.today) || !x.Past && !day.Before(x.today) {
			return day, true
		}
	}
	return time.Time{}, false
}
