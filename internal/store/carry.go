package store

import (
	"archive/zip"
	"bufio"
	"bytes"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"time"

	"modernc.org/sqlite"
	lib "modernc.org/sqlite/lib"

	"inkysparrow/core/say"
	"inkysparrow/internal/album"
	"inkysparrow/internal/store/db"
	"inkysparrow/plan"
)

// CarryFormat is the name of the file that holds everything: see docs/export-format.md.
const CarryFormat = "inkysparrow-all/1"

// What an import reads at most, so that a small file can't unfold into a huge one.
const (
	maxLine    = 4 << 20 // bytes; a plan has at most 2 MB
	maxUnfold  = 2 << 30 // bytes of one part
	maxRecords = 2_000_000
)

// About is what the file says of itself.
type About struct {
	Format    string    `json:"format"`
	MadeAt    time.Time `json:"made_at"`
	Builds    int       `json:"builds"`
	Revisions int       `json:"revisions"`
	Products  int       `json:"products"`
}

type carriedBuild struct {
	Slug string `json:"slug"`
	Away bool   `json:"away,omitempty"`
	Head int64  `json:"head"` // a revision's id
}

type carriedRevision struct {
	ID     int64           `json:"id"`
	Parent int64           `json:"parent,omitempty"`
	Build  string          `json:"build"` // its slug
	Change string          `json:"change"`
	MadeAt string          `json:"made_at"`
	Plan   json.RawMessage `json:"plan"` // a plan file
}

// carriedBench is a line of what the bench knows: a press, a reading of the air, or what was decided of what is learned.
type carriedBench struct {
	Build   string          `json:"build,omitempty"` // its slug
	Press   *plan.Press     `json:"press,omitempty"`
	Reading *carriedReading `json:"reading,omitempty"`
	Learned json.RawMessage `json:"learned,omitempty"`
}

type carriedReading struct {
	At           string  `json:"at"`
	Source       string  `json:"source"`
	TemperatureC float64 `json:"temperature_c"`
	HumidityPct  float64 `json:"humidity_pct"`
}

type carriedShelfRevision struct {
	ID       int64                 `json:"id"`
	Parent   int64                 `json:"parent,omitempty"`
	Change   string                `json:"change"`
	MadeAt   string                `json:"made_at"`
	Head     bool                  `json:"head,omitempty"` // the shelf stands here
	Products []carriedShelfProduct `json:"products"`
}

type carriedShelfProduct struct {
	ID     string          `json:"id"`
	Before json.RawMessage `json:"before,omitempty"`
	After  json.RawMessage `json:"after,omitempty"`
}

// Carry writes everything that the modeller made into w, one state of it while the file is in use: a zip of JSON lines. What of a damaged file
// is not whole is left out and told.
func (s *Store) Carry(ctx context.Context, w io.Writer) (lost []string, err error) {
	z := zip.NewWriter(w)
	about := About{Format: CarryFormat, MadeAt: s.now().UTC().Truncate(time.Second)}
	err = s.view(ctx, func(q *db.Queries) error {
		builds, err := salvageBuilds(ctx, q)
		if err != nil {
			return err
		}
		history, err := salvageShelfHistory(ctx, q, s.stamp())
		if err != nil {
			return err
		}
		shelf, err := salvageShelf(ctx, q, history.named)
		if err != nil {
			return err
		}
		part := func(name string, write func(put func(any) error) error) error {
			p, err := z.Create(name)
			if err != nil {
				return err
			}
			e := json.NewEncoder(p)
			e.SetEscapeHTML(false)
			err = write(e.Encode)
			if damaged(err) { // not even where to begin
				lost, err = append(lost, name+": "+trouble(err).Error()), nil
			}
			return err
		}
		short := func(name string, gone int, what string) {
			if gone > 0 {
				lost = append(lost, name+": "+say.Count(gone, what))
			}
		}
		return errors.Join(
			part("revisions.jsonl", func(put func(any) error) error {
				broken, err := builds.carryRevisions(ctx, q, put)
				short("revisions.jsonl", len(broken), "revision")
				about.Revisions = len(builds.of)
				return err
			}),
			part("builds.jsonl", func(put func(any) error) error {
				carried, gone, err := builds.carry(put)
				short("builds.jsonl", gone, "build")
				about.Builds = carried
				return err
			}),
			part("shelf.jsonl", func(put func(any) error) error {
				short("shelf.jsonl", shelf.gone, "bottle")
				about.Products = len(shelf.whole)
				return each(shelf.whole, func(b db.Shelf) error { return put(json.RawMessage(b.Product)) })
			}),
			part("shelf-history.jsonl", func(put func(any) error) error {
				short("shelf-history.jsonl", history.gone, "change")
				return each(history.whole, func(r carriedShelfRevision) error { return put(r) })
			}),
			part(benchPart, func(put func(any) error) error { return carryBench(ctx, q, put) }),
			part(journalPart, func(put func(any) error) error { return carryJournal(ctx, q, put) }),
			s.carryPictures(ctx, q, z, short),
			part("about.json", func(put func(any) error) error { return put(about) }),
		)
	})
	if errors.Is(s.frozen, ErrDamaged) {
		lost = append(lost, "whatever else lies out of sight in a damaged file")
	}
	return lost, errors.Join(err, z.Close())
}

// benchPart holds what the bench knows; a file of an older program has none.
const benchPart = "bench.jsonl"

func carryBench(ctx context.Context, q *db.Queries, put func(any) error) error {
	builds, err := q.BuildIDs(ctx)
	if err != nil {
		return err
	}
	for _, b := range builds {
		presses, err := q.PressesOf(ctx, b.ID)
		if err != nil {
			return err
		}
		for _, text := range presses {
			var p plan.Press
			if err := json.Unmarshal([]byte(text), &p); err != nil {
				return fmt.Errorf("%w: a press: %w", ErrDamaged, err)
			}
			if err := put(carriedBench{Build: b.Slug, Press: &p}); err != nil {
				return err
			}
		}
		readings, err := q.ReadingsSince(ctx, db.ReadingsSinceParams{BuildID: b.ID})
		if err != nil {
			return err
		}
		for _, r := range readings {
			if err := put(carriedBench{Build: b.Slug, Reading: &carriedReading{r.At, r.Source, r.TemperatureC, r.HumidityPct}}); err != nil {
				return err
			}
		}
	}
	learned, err := q.Setting(ctx, LearnedSetting)
	if errors.Is(err, sql.ErrNoRows) {
		return nil
	}
	if err != nil {
		return err
	}
	return put(carriedBench{Learned: json.RawMessage(learned)})
}

// bench reads what the bench knew. What is told of a build that is not in the file, since it could not be read where it came from, is passed over.
func (b *bringing) bench(ctx context.Context, q *db.Queries, parts map[string]*zip.File) error {
	if parts[benchPart] == nil {
		return nil
	}
	return eachLine(parts, benchPart, func(line []byte) error {
		var one carriedBench
		if err := strictly(line, &one); err != nil {
			return err
		}
		build, known := b.builds[one.Build]
		switch {
		case len(one.Learned) > 0:
			var taught plan.Taught
			if err := json.Unmarshal(one.Learned, &taught); err != nil {
				return fmt.Errorf("learned: %w", err)
			}
			if _, err := taught.Occasions(); err != nil {
				return fmt.Errorf("learned: %w", err)
			}
			return q.PutSetting(ctx, db.PutSettingParams{Name: LearnedSetting, Value: string(one.Learned)})
		case !known:
			return nil
		case one.Press != nil:
			if err := one.Press.Held(); err != nil {
				return fmt.Errorf("press: %w", err)
			}
			return addPress(ctx, q, build, *one.Press, stamp(one.Press.Made).String)
		case one.Reading != nil:
			if _, wrong := time.Parse(stampLayout, one.Reading.At); wrong != nil {
				return fmt.Errorf("reading.at: %q is no time in UTC such as 2027-03-11T20:40:00Z", one.Reading.At)
			}
			return q.AddReading(ctx, db.AddReadingParams{BuildID: build, At: one.Reading.At, Source: one.Reading.Source, TemperatureC: one.Reading.TemperatureC, HumidityPct: one.Reading.HumidityPct})
		}
		return errors.New("a press, a reading or what is learned: it has none")
	})
}

func each[T any](all []T, do func(T) error) error {
	for _, one := range all {
		if err := do(one); err != nil {
			return err
		}
	}
	return nil
}

func raw(s sql.NullString) json.RawMessage {
	if !s.Valid {
		return nil
	}
	return json.RawMessage(s.String)
}

// ErrNotEmpty is returned by Bring where there is something already that it may not replace.
var ErrNotEmpty = errors.New("there are builds or products here already")

// ErrUnread is returned by Bring for a file that is not what Carry writes; it says where.
var ErrUnread = errors.New("this file can't be imported")

// Bring puts everything that Carry wrote in place of all builds and the shelf, all or nothing. Where there is something already, replace has to be
// set, and a backup is made before. Faults name the part and its line.
func (s *Store) Bring(ctx context.Context, r io.ReaderAt, size int64, replace bool) (About, error) {
	if s.frozen != nil {
		return About{}, s.frozen
	}
	s.taking.Lock()
	defer s.taking.Unlock()
	if !replace {
		filled, err := db.New(s.read).Filled(ctx)
		if err != nil {
			return About{}, trouble(err)
		}
		if filled > 0 {
			return About{}, ErrNotEmpty
		}
	}
	part := s.path + ".import"
	sweep(part)
	defer sweep(part)
	about, err := s.unpack(ctx, r, size, part)
	if err = trouble(err); errors.Is(err, ErrFull) || errors.Is(err, ErrDisk) || ctx.Err() != nil {
		return about, err
	}
	if err != nil {
		return about, fmt.Errorf("%w: %w", ErrUnread, err)
	}
	return about, s.restore(ctx, part, beforeImport)
}

// unpack makes a database of its own from the file that Carry wrote.
func (s *Store) unpack(ctx context.Context, r io.ReaderAt, size int64, to string) (About, error) {
	z, err := zip.NewReader(r, size)
	if err != nil {
		return About{}, fmt.Errorf("%w: it is no zip file", ErrForeign)
	}
	parts := map[string]*zip.File{}
	var shown []*zip.File
	for _, f := range z.File {
		if strings.HasPrefix(f.Name, pictureDir) {
			shown = append(shown, f)
			continue
		}
		if !slices.Contains([]string{"about.json", "builds.jsonl", "revisions.jsonl", "shelf.jsonl", "shelf-history.jsonl", benchPart, journalPart}, f.Name) {
			return About{}, fmt.Errorf("%w: %q is no part of an export", ErrForeign, f.Name)
		}
		if parts[f.Name] != nil {
			return About{}, fmt.Errorf("%w: %s is in it twice", ErrForeign, f.Name)
		}
		parts[f.Name] = f
	}
	var about About
	if err := eachLine(parts, "about.json", func(line []byte) error { return strictly(line, &about) }); err != nil {
		return about, err
	}
	if about.Format != CarryFormat {
		return about, fmt.Errorf("%w: about.json: its format is %q, this program reads %s", ErrForeign, about.Format, CarryFormat)
	}
	if err := migrate(ctx, to, Options{Now: s.now}); err != nil {
		return about, err
	}
	conn, err := writer(to)
	if err != nil {
		return about, err
	}
	defer conn.Close()
	b := bringing{builds: map[string]int64{}, of: map[int64]string{}, bottles: map[string]bool{}}
	if err := within(ctx, conn, func(q *db.Queries) error { return b.all(ctx, q, parts) }); err != nil {
		return about, err
	}
	if about.Builds != len(b.builds) || about.Revisions != len(b.of) || about.Products != len(b.bottles) {
		return about, fmt.Errorf("%w: about.json tells of %d builds, %d revisions and %d products, there are %d, %d and %d",
			ErrForeign, about.Builds, about.Revisions, about.Products, len(b.builds), len(b.of), len(b.bottles))
	}
	return about, s.unpackPictures(ctx, shown)
}

// bringing is an import under way.
type bringing struct {
	builds  map[string]int64 // ids by slug
	of      map[int64]string // slugs by revision
	bottles map[string]bool  // of the shelf, by id
}

// mostID is the highest number that a revision has: beyond it browsers, and at last the file itself, can't count on.
const mostID = 1<<53 - 1

// numbered checks what all revisions have.
func numbered(id int64, known bool, change, madeAt string) error {
	switch _, wrong := time.Parse(stampLayout, madeAt); {
	case id < 1 || id > mostID:
		return fmt.Errorf("its id is %d, and numbers go from 1 to %d", id, mostID)
	case known:
		return fmt.Errorf("revision %d is given twice", id)
	case change == "" || len([]rune(change)) > mostChange:
		return fmt.Errorf("what was changed is told in 1 to %d characters", mostChange)
	case wrong != nil:
		return fmt.Errorf("made_at: %q is no time in UTC such as 2027-03-11T20:40:00Z", madeAt)
	}
	return nil
}

func (b *bringing) all(ctx context.Context, q *db.Queries, parts map[string]*zip.File) error {
	heads := map[string]int64{}
	err := eachLine(parts, "builds.jsonl", func(line []byte) error {
		var one carriedBuild
		if err := strictly(line, &one); err != nil {
			return err
		}
		if _, twice := b.builds[one.Slug]; twice || !slugged.MatchString(one.Slug) {
			return fmt.Errorf("slug: %q is given twice, or is none: a to z, digits and dashes, at most 80", one.Slug)
		}
		id, err := q.AddBuild(ctx, one.Slug)
		if err != nil {
			return err
		}
		b.builds[one.Slug], heads[one.Slug] = id, one.Head
		_, err = q.SetAway(ctx, db.SetAwayParams{Away: map[bool]int64{true: 1}[one.Away], Slug: one.Slug})
		return err
	})
	if err != nil {
		return err
	}
	err = eachLine(parts, "revisions.jsonl", func(line []byte) error { return b.revision(ctx, q, line) })
	if err != nil {
		return err
	}
	for slug, head := range heads {
		if b.of[head] != slug {
			return fmt.Errorf("builds.jsonl: %q stands at revision %d, which is none of its own", slug, head)
		}
		if err := q.SetHead(ctx, db.SetHeadParams{HeadID: sql.NullInt64{Int64: head, Valid: true}, ID: b.builds[slug]}); err != nil {
			return err
		}
	}
	if err := b.shelf(ctx, q, parts); err != nil {
		return err
	}
	if err := b.bench(ctx, q, parts); err != nil {
		return err
	}
	if parts[journalPart] != nil {
		if err := eachLine(parts, journalPart, func(line []byte) error { return b.journal(ctx, q, line) }); err != nil {
			return err
		}
	}
	return derive(ctx, q)
}

func (b *bringing) revision(ctx context.Context, q *db.Queries, line []byte) error {
	var one carriedRevision
	if err := strictly(line, &one); err != nil {
		return err
	}
	build, known := b.builds[one.Build]
	if err := numbered(one.ID, b.of[one.ID] != "", one.Change, one.MadeAt); err != nil {
		return err
	}
	switch {
	case !known:
		return fmt.Errorf("no build %q", one.Build)
	case len(one.Plan) == 0:
		return errors.New("plan: missing")
	case one.Parent != 0 && b.of[one.Parent] != one.Build:
		return fmt.Errorf("revision %d comes after %d, which is not before it in this build", one.ID, one.Parent)
	}
	b.of[one.ID] = one.Build
	var text bytes.Buffer // as a plan file is written
	if err := json.Indent(&text, one.Plan, "", "  "); err != nil {
		return err
	}
	text.WriteByte('\n')
	r := db.Revision{ID: one.ID, BuildID: build, ParentID: sql.NullInt64{Int64: one.Parent, Valid: one.Parent != 0}, Plan: text.String(), Change: one.Change, MadeAt: one.MadeAt}
	r.Hash = hashOfRevision(r)
	return q.BringRevision(ctx, db.BringRevisionParams(r))
}

func (b *bringing) shelf(ctx context.Context, q *db.Queries, parts map[string]*zip.File) error {
	err := eachLine(parts, "shelf.jsonl", func(line []byte) error {
		p, err := shelfProduct(string(line))
		if err != nil {
			return err
		}
		if _, err := p.Resolve(); err != nil {
			return err
		}
		if b.bottles[p.ID] {
			return fmt.Errorf("%q is given twice", p.ID)
		}
		b.bottles[p.ID] = true
		return setProduct(ctx, q, p.ID, text(string(line)))
	})
	if err != nil {
		return err
	}
	if err := q.DropOlderShelfRevisions(ctx, 1<<62); err != nil { // the one that a new file begins with
		return err
	}
	seen, stands := map[int64]bool{}, false
	err = eachLine(parts, "shelf-history.jsonl", func(line []byte) error {
		var one carriedShelfRevision
		if err := strictly(line, &one); err != nil {
			return err
		}
		if err := numbered(one.ID, seen[one.ID], one.Change, one.MadeAt); err != nil {
			return err
		}
		if one.Parent != 0 && !seen[one.Parent] {
			return fmt.Errorf("revision %d comes after %d, which is not before it", one.ID, one.Parent)
		}
		seen[one.ID] = true
		if err := q.BringShelfRevision(ctx, db.BringShelfRevisionParams{
			ID: one.ID, ParentID: sql.NullInt64{Int64: one.Parent, Valid: one.Parent != 0}, Change: one.Change, MadeAt: one.MadeAt,
		}); err != nil {
			return err
		}
		changed := map[string]bool{}
		for _, p := range one.Products {
			if p.ID == "" || changed[p.ID] {
				return fmt.Errorf("products: %q is given twice, or is no id", p.ID)
			}
			changed[p.ID] = true
			c := db.AddShelfChangeParams{RevisionID: one.ID, ProductID: p.ID, Before: text(string(p.Before)), After: text(string(p.After))}
			if err := q.AddShelfChange(ctx, c); err != nil {
				return err
			}
		}
		if err := hashShelfRevision(ctx, q, one.ID); err != nil {
			return err
		}
		if one.Head {
			stands = true
			return q.SetShelfHead(ctx, one.ID)
		}
		return nil
	})
	if err == nil && !stands {
		err = errors.New("shelf-history.jsonl: no line says that the shelf stands there")
	}
	return err
}

func strictly(line []byte, out any) error { return plan.Strictly(line, "the line", out) }

// constrained reports whether the tables' own checks refuse something.
func constrained(err error) bool {
	fault := (*sqlite.Error)(nil)
	return errors.As(err, &fault) && fault.Code()&0xff == lib.SQLITE_CONSTRAINT
}

// eachLine reads a part line by line; a fault is told with the part and the line.
func eachLine(parts map[string]*zip.File, name string, read func([]byte) error) error {
	f, ok := parts[name]
	if !ok {
		return fmt.Errorf("%w: %s is missing", ErrForeign, name)
	}
	r, err := f.Open()
	if err != nil {
		return fmt.Errorf("%s: it is packed in a way that is not read here", name)
	}
	defer r.Close()
	lines := bufio.NewScanner(io.LimitReader(r, maxUnfold))
	lines.Buffer(make([]byte, 0, 64<<10), maxLine)
	n := 0
	for lines.Scan() {
		if n++; n > maxRecords {
			return fmt.Errorf("%s: more than %d lines", name, maxRecords)
		}
		if len(bytes.TrimSpace(lines.Bytes())) == 0 {
			continue
		}
		if err := read(lines.Bytes()); constrained(err) {
			return fmt.Errorf("%s, line %d: it says what can't be kept", name, n)
		} else if err != nil {
			return fmt.Errorf("%s, line %d: %w", name, n, err)
		}
	}
	if err := lines.Err(); errors.Is(err, bufio.ErrTooLong) {
		return fmt.Errorf("%s, line %d: it has over %d MB", name, n+1, maxLine>>20)
	} else if err != nil {
		return fmt.Errorf("%s, after line %d: the file was damaged on its way here", name, n)
	}
	return nil
}

// carryPictures writes what the photographs show, each once and as it is: it is packed already.
func (s *Store) carryPictures(ctx context.Context, q *db.Queries, z *zip.Writer, short func(name string, gone int, what string)) error {
	names, err := q.PhotoHashes(ctx)
	if damaged(err) {
		short(pictureDir, 1, "list")
		return nil
	}
	if err != nil {
		return err
	}
	gone := 0
	for _, hash := range names {
		_, bytes, err := s.Picture(ctx, hash, false)
		if errors.Is(err, ErrNoPicture) || damaged(err) || errors.Is(err, ErrDamaged) {
			gone++
			continue
		}
		if err != nil {
			return err
		}
		w, err := z.CreateHeader(&zip.FileHeader{Name: pictureDir + hash, Method: zip.Store})
		if err != nil {
			return err
		}
		if _, err := w.Write(bytes); err != nil {
			return err
		}
	}
	short(pictureDir, gone, "photograph")
	return nil
}

// unpackPictures keeps the pictures of an import, each read as if it came from outside. One that nothing names is swept later.
func (s *Store) unpackPictures(ctx context.Context, all []*zip.File) error {
	if len(all) > mostPictures {
		return fmt.Errorf("%w: it has %d photographs, at most %d are read", ErrForeign, len(all), mostPictures)
	}
	for _, f := range all {
		if err := s.unpackPicture(ctx, f); err != nil {
			return fmt.Errorf("%s: %w", f.Name, err)
		}
	}
	return nil
}

const mostPictures = 50_000

func (s *Store) unpackPicture(ctx context.Context, f *zip.File) error {
	r, err := f.Open()
	if err != nil {
		return errors.New("it is packed in a way that is not read here")
	}
	defer r.Close()
	raw, err := io.ReadAll(io.LimitReader(r, album.MostBytes+1))
	if err != nil {
		return errors.New("the file was damaged on its way here")
	}
	p, err := album.Read(raw)
	if err != nil {
		return err
	}
	if pictureDir+p.Hash != f.Name {
		return errors.New("it is another photograph than its name says")
	}
	return s.keepPicture(ctx, p)
}
