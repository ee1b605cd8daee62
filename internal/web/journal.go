package web

import (
	"context"
	"encoding/csv"
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// journal tells what really happened to a build.
func (s *Server) journal(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	out, _, err := s.journalOf(ctx, slug(c))
	if err != nil {
		return err
	}
	return c.JSON(out)
}

func (s *Server) journalOf(ctx context.Context, slug string) (*wire.Journal, *judged, error) {
	j, err := s.standing(ctx, slug)
	if err != nil {
		return nil, nil, err
	}
	photos, err := s.Store.Photos(ctx, slug)
	if err != nil {
		return nil, nil, err
	}
	notes, err := s.Store.Notes(ctx, slug)
	if err != nil {
		return nil, nil, err
	}
	entries := j.file.Entries(j.checked.Timeline)
	out := &wire.Journal{Slug: slug, Name: j.file.Build.Name, Timezone: j.file.Timezone, Finished: string(j.file.Build.Finished), By: j.file.Build.By, Days: []wire.JournalDay{}, Zones: []wire.Wish{}, Products: []string{}, Photos: len(photos)}
	days := map[string]*wire.JournalDay{}
	day := func(at time.Time) *wire.JournalDay {
		date := j.file.EveningOfEntry(at)
		if days[date] == nil {
			t, _ := time.Parse(time.DateOnly, date) // it was written just before
			days[date] = &wire.JournalDay{Date: date, Label: t.Format("Mon 2 January"), Entries: []wire.JournalEntry{}, Photos: []wire.Photo{}, Here: date == j.file.EveningOfEntry(j.now)}
			if t.Year() != j.local(j.now).Year() {
				days[date].Label += t.Format(" 2006")
			}
		}
		return days[date]
	}
	evenings := 0
	for _, e := range entries {
		if days[j.file.EveningOfEntry(e.At)] == nil && e.Kind == "step" {
			evenings++
		}
		d := day(e.At)
		d.Entries = append(d.Entries, j.entry(e))
		if e.Product != "" && !slices.Contains(out.Products, e.Product) {
			out.Products = append(out.Products, e.Product)
		}
	}
	for _, n := range notes {
		d := day(n.At)
		d.Entries = append(d.Entries, wire.JournalEntry{ID: n.ID, Kind: "note", Step: n.Step, Zone: n.Zone, Where: j.whereOf(n.Zone), Title: n.Words, At: n.At.UTC(), Clock: j.local(n.At).Format(say.ClockLayout), Facts: []string{}, Differs: []string{}, State: wire.Note, Who: n.Who})
	}
	for _, p := range photos {
		d := day(p.At)
		d.Photos = append(d.Photos, j.photo(p))
	}
	for _, d := range days {
		slices.SortStableFunc(d.Entries, func(a, b wire.JournalEntry) int { return a.At.Compare(b.At) })
		out.Days = append(out.Days, *d)
	}
	slices.SortFunc(out.Days, func(a, b wire.JournalDay) int { return strings.Compare(a.Date, b.Date) })
	for i := 1; i < len(out.Days); i++ {
		a, _ := time.Parse(time.DateOnly, out.Days[i-1].Date)
		b, _ := time.Parse(time.DateOnly, out.Days[i].Date)
		out.Days[i].Gap = max(0, int(b.Sub(a)/(24*time.Hour))-1)
	}
	for _, z := range j.file.Zones {
		out.Zones = append(out.Zones, wire.Wish{ID: z.ID, Words: z.Name})
	}
	slices.Sort(out.Products)
	out.Words = "Nothing has been done yet."
	if evenings > 0 {
		hours := time.Duration(plan.AtBench(entries) * float64(time.Hour)).Round(5 * time.Minute)
		out.Words = fmt.Sprintf("%s, %s at the bench", say.Count(evenings, "evening"), say.Bench(hours))
	}
	if f := out.Finished; f != "" {
		t, _ := time.Parse(time.DateOnly, f)
		out.Words += ", finished " + t.Format("2 January 2006")
	}
	out.Step = j.atHand(entries)
	return out, j, nil
}

// atHand is the step that a note or a photograph is of where nothing else is said: what is under way, else what was done last.
func (j *judged) atHand(entries []plan.Entry) *wire.JournalStep {
	var last *plan.Entry
	for i := range entries {
		if e := &entries[i]; e.Kind == "step" && (last == nil || !e.To.Before(last.To) || e.Words != "") {
			last = e
		}
	}
	if last == nil {
		return nil
	}
	return &wire.JournalStep{Step: last.Step, Zone: last.Zone, Words: last.Title + ", " + say.Lower(last.ZoneName)}
}

// entry writes an entry for the page.
func (j *judged) entry(e plan.Entry) wire.JournalEntry {
	out := wire.JournalEntry{
		ID: e.Kind + "-" + e.Step + "-" + e.At.UTC().Format("20060102150405"), Kind: e.Kind, Step: e.Step, Do: string(e.Do), Zone: e.Zone, Where: e.ZoneName, Title: e.Title, Product: e.Product, At: e.At.UTC(), Clock: j.local(e.At).Format(say.ClockLayout),
		Facts: []string{}, Differs: e.Differs, Note: e.Note, Who: e.Who, State: map[string]wire.State{"well": wire.Safe, "badly": wire.Bite}[e.Well],
	}
	if out.State == "" {
		out.State = wire.Note
	}
	if out.Differs == nil {
		out.Differs = []string{}
	}
	put := func(format string, args ...any) { out.Facts = append(out.Facts, fmt.Sprintf(format, args...)) }
	if e.Kind == "step" {
		if e.Begun {
			out.Clock += " to " + j.local(e.To).Format(say.ClockLayout)
		}
		if e.Coats > 1 {
			if do, ok := route.TechniqueNamed(string(e.Do)); ok && do.Counts == route.CountsPasses {
				put("%d passes", e.Coats)
			} else {
				put("%s", say.Count(e.Coats, "coat"))
			}
		}
		if e.ML > 0 {
			put("%.1f ml", e.ML)
		}
		put("%s, %.0f %%", say.Celsius(e.AirC, 0), e.AirPct)
		if e.AgeDays >= 0 && e.Product != "" {
			put("bottle open %s", say.Count(e.AgeDays, "day"))
		}
	}
	if e.Words != "" {
		put("%s", e.Words)
	}
	return out
}

// mostFound is how many entries a search shows.
const mostFound = 60

// foundIn searches the journals of all builds: each word must be found in what an entry says, "over" between two products asks for one that lies over the other.
func (s *Server) foundIn(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	asked := strings.TrimSpace(c.Query("q"))
	const longest = 200
	if len(asked) > longest {
		return refuse("q: at most %d characters", longest)
	}
	out := wire.Found{Query: asked, Entries: []wire.FoundEntry{}}
	if asked == "" {
		out.Words = "Type what was done or seen, such as clay wash over alcohol acrylic."
		return c.JSON(out)
	}
	builds, err := s.Store.Builds(ctx)
	if err != nil {
		return err
	}
	over, under, layered := strings.Cut(strings.ToLower(asked), " over ")
	if !layered {
		over, under = strings.ToLower(asked), ""
	}
	for _, b := range builds {
		if b.Problem != "" {
			continue
		}
		j, err := s.standing(ctx, b.Slug)
		if err != nil {
			return err
		}
		notes, err := s.Store.Notes(ctx, b.Slug)
		if err != nil {
			return err
		}
		for _, e := range j.file.Entries(j.checked.Timeline) {
			if matches(over, j.textOf(e)) && (under == "" || e.Kind == "step" && matches(under, j.below(e))) {
				put(&out, b, j, j.entry(e), e.Well)
			}
		}
		for _, n := range notes {
			if under == "" && matches(over, strings.ToLower(n.Words+" "+j.whereOf(n.Zone))) {
				put(&out, b, j, wire.JournalEntry{ID: n.ID, Kind: "note", Step: n.Step, Zone: n.Zone, Where: j.whereOf(n.Zone), Title: n.Words, At: n.At.UTC(), Clock: j.local(n.At).Format(say.ClockLayout), Facts: []string{}, Differs: []string{}, State: wire.Note, Who: n.Who}, "")
			}
		}
	}
	slices.SortStableFunc(out.Entries, func(a, b wire.FoundEntry) int { return b.At.Compare(a.At) })
	if n := len(out.Entries); n > mostFound {
		out.Entries, out.More = out.Entries[:mostFound], n-mostFound
	}
	well, badly := 0, 0
	for _, e := range out.Entries {
		switch e.State {
		case wire.Safe:
			well++
		case wire.Bite:
			badly++
		}
	}
	switch n := len(out.Entries) + out.More; {
	case n == 0:
		out.Words = "Nothing of that has been done or noted yet."
	default:
		out.Words = fmt.Sprintf("%s: %d went well, %d badly.", say.Capital(say.Count(n, "entry")), well, badly)
		if n != 1 {
			out.Words = fmt.Sprintf("%d entries: %d went well, %d badly.", n, well, badly)
		}
	}
	return c.JSON(out)
}

// put adds an entry to what was found.
func put(out *wire.Found, b store.Summary, j *judged, e wire.JournalEntry, went string) {
	words := map[string]string{"well": "went well", "badly": "went wrong"}[went]
	out.Entries = append(out.Entries, wire.FoundEntry{Slug: b.Slug, Build: b.Name, Day: j.local(e.At).Format("2 Jan 2006"), Went: words, JournalEntry: e})
}

// matches reports whether each word of a query begins a word of a text.
func matches(query, text string) bool {
	words := strings.FieldsFunc(text, func(r rune) bool { return strings.ContainsRune(" ,.:;-()/", r) })
	for word := range strings.FieldsSeq(strings.NewReplacer(",", " ", "-", " ").Replace(query)) {
		if !slices.ContainsFunc(words, func(w string) bool { return strings.HasPrefix(w, word) }) {
			return false
		}
	}
	return true
}

// textOf is all that an entry can be found by.
func (j *judged) textOf(e plan.Entry) string {
	return strings.ToLower(strings.Join([]string{e.Title, e.ZoneName, e.Product, strings.ReplaceAll(e.Family, "-", " "), string(e.Do), e.Words, e.Note, strings.Join(e.Differs, " ")}, " "))
}

// below is what lay below a step when it was done, to be searched.
func (j *judged) below(e plan.Entry) string {
	var all []string
	for _, line := range j.checked.Lines {
		for k := range line.Steps {
			if line.Steps[k].Step.ID != e.Step {
				continue
			}
			for i := k - 1; i >= 0; i-- { // the nearest film that covers
				s := line.Steps[i].Step
				if s.Do.Lays && s.Product != nil {
					all = append(all, s.Do.Name, s.Product.Name)
					if s.Product.Family != nil {
						all = append(all, s.Product.Family.Name, strings.ReplaceAll(s.Product.Family.ID, "-", " "))
					}
					return strings.ToLower(strings.Join(all, " "))
				}
			}
		}
	}
	return ""
}

// journalSteps sends the steps that were done with their times as CSV.
func (s *Server) journalSteps(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	var b strings.Builder
	w := csv.NewWriter(&b)
	rows := [][]string{{"zone", "step", "product", "family", "coats", "ml", "begun", "done", "minutes", "temperature_c", "humidity_pct", "otherwise", "went", "note"}}
	for _, e := range j.file.Entries(j.checked.Timeline) {
		if e.Kind != "step" || e.Words != "" {
			continue
		}
		begun := ""
		minutes := ""
		if e.Begun {
			begun, minutes = j.local(e.At).Format(time.RFC3339), fmt.Sprintf("%.0f", e.To.Sub(e.At).Minutes())
		}
		rows = append(rows, []string{e.ZoneName, e.Title, e.Product, e.Family, fmt.Sprint(e.Coats), fmt.Sprintf("%.2f", e.ML), begun, j.local(e.To).Format(time.RFC3339), minutes, fmt.Sprintf("%.1f", e.AirC), fmt.Sprintf("%.0f", e.AirPct), strings.Join(e.Differs, "; "), e.Well, e.Note})
	}
	for _, r := range rows {
		for i := range r {
			r[i] = harmlessCell(r[i])
		}
	}
	if err := w.WriteAll(rows); err != nil {
		return err
	}
	c.Attachment(slug(c) + "-steps.csv")
	c.Set(fiber.HeaderContentType, "text/csv; charset=utf-8")
	return c.SendString(b.String())
}

// harmlessCell keeps a spreadsheet from taking text for a formula.
func harmlessCell(s string) string {
	if s != "" && strings.ContainsRune("=+-@\t\r", rune(s[0])) {
		return "'" + s
	}
	return s
}
