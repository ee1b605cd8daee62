package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"strings"
	"time"

	"inkysparrow/internal/album"
	"inkysparrow/internal/store/db"
)

// How much a build's journal holds.
const (
	mostPhotos = 2_000
	mostNotes  = 5_000
)

// Why the journal takes no more, or has none such.
var (
	ErrPhotos = errors.New("this build has no room for more photographs")
	ErrNotes  = errors.New("this build has no room for more notes")
	ErrNoNote = errors.New("there is no such note")
)

// Photo is a photograph of a build.
type Photo struct {
	ID        string    `json:"id"`
	Hash      string    `json:"hash"`
	Kind      string    `json:"kind"`
	Width     int       `json:"width"` // as it is seen upright
	Height    int       `json:"height"`
	Bytes     int64     `json:"bytes"`
	Exposure  string    `json:"exposure,omitempty"`
	Zone      string    `json:"zone,omitempty"` // empty for the whole model
	Step      string    `json:"step,omitempty"` // empty for no step in particular
	Caption   string    `json:"caption,omitempty"`
	Who       string    `json:"who,omitempty"`
	At        time.Time `json:"at"`
	KeptAt    time.Time `json:"kept_at"`
	DroppedAt time.Time `json:"dropped_at,omitzero"` // zero while it is in the journal
	Reading   string    `json:"reading,omitempty"`   // how it is read as an instrument, as JSON; empty where it is not
}

// Note is what was written down.
type Note struct {
	ID        string    `json:"id"`
	Zone      string    `json:"zone,omitempty"`
	Step      string    `json:"step,omitempty"`
	Words     string    `json:"words"`
	Who       string    `json:"who,omitempty"`
	At        time.Time `json:"at"`
	KeptAt    time.Time `json:"kept_at"`
	DroppedAt time.Time `json:"dropped_at,omitzero"`
}

// AddPhoto keeps a photograph of a build, once however often it is sent. Errors are ErrNoBuild, ErrPhotos.
func (s *Store) AddPhoto(ctx context.Context, slug string, p Photo, shows *album.Picture) error {
	if s.frozen != nil {
		return s.frozen
	}
	if _, err := s.Build(ctx, slug); err != nil {
		return err
	}
	if err := s.keepPicture(ctx, shows); err != nil { // first: a picture that nothing names is swept, a photograph without one is a loss
		return err
	}
	return s.in(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		switch n, err := q.CountPhotos(ctx, row.Build.ID); {
		case err != nil:
			return err
		case n >= mostPhotos:
			return ErrPhotos
		}
		p.Hash, p.Kind, p.Width, p.Height, p.Bytes, p.Exposure = shows.Hash, shows.Kind, shows.Width, shows.Height, int64(len(shows.Bytes)), shows.Exposure
		p.KeptAt = s.now()
		return addPhoto(ctx, q, row.Build.ID, p)
	})
}

func addPhoto(ctx context.Context, q *db.Queries, build int64, p Photo) error {
	return q.AddPhoto(ctx, db.AddPhotoParams{
		ID: p.ID, BuildID: build, Hash: p.Hash, Kind: p.Kind, Width: int64(p.Width), Height: int64(p.Height), Bytes: p.Bytes, Exposure: p.Exposure, Zone: p.Zone, Step: p.Step, Caption: p.Caption, Who: p.Who,
		At: stamp(p.At).String, KeptAt: stamp(p.KeptAt).String, DroppedAt: stamp(p.DroppedAt), Reading: p.Reading,
	})
}

func photoOf(r db.Photo) Photo {
	return Photo{
		ID: r.ID, Hash: r.Hash, Kind: r.Kind, Width: int(r.Width), Height: int(r.Height), Bytes: r.Bytes, Exposure: r.Exposure, Zone: r.Zone, Step: r.Step, Caption: r.Caption, Who: r.Who,
		At: moment(text(r.At)), KeptAt: moment(text(r.KeptAt)), DroppedAt: moment(r.DroppedAt), Reading: r.Reading,
	}
}

// Photos returns the photographs of a build in order of time, those that were taken out of the journal left out.
func (s *Store) Photos(ctx context.Context, slug string) (all []Photo, err error) {
	err = s.view(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		rows, err := q.PhotosOf(ctx, row.Build.ID)
		for _, r := range rows {
			if !r.DroppedAt.Valid {
				all = append(all, photoOf(r))
			}
		}
		return err
	})
	return all, err
}

// Photo returns one of a build's photographs, also one that was taken out. It returns ErrNoPicture where there is none such.
func (s *Store) Photo(ctx context.Context, slug, id string) (p Photo, err error) {
	err = s.view(ctx, func(q *db.Queries) (err error) {
		p, err = photoAt(ctx, q, slug, id)
		return err
	})
	return p, err
}

func photoAt(ctx context.Context, q *db.Queries, slug, id string) (Photo, error) {
	row, err := at(ctx, q, slug)
	if err != nil {
		return Photo{}, err
	}
	r, err := q.Photo(ctx, db.PhotoParams{BuildID: row.Build.ID, ID: id})
	if errors.Is(err, sql.ErrNoRows) {
		return Photo{}, ErrNoPicture
	}
	return photoOf(r), err
}

// ChangePhoto changes what is said of a photograph: its zone, step, caption, moment, how it is read, and whether it is in the journal. It returns ErrNoPicture where there is none such.
func (s *Store) ChangePhoto(ctx context.Context, slug, id string, change func(*Photo) error) (p Photo, err error) {
	err = s.in(ctx, func(q *db.Queries) (err error) {
		if p, err = photoAt(ctx, q, slug, id); err != nil {
			return err
		}
		if err := change(&p); err != nil {
			return err
		}
		return q.ChangePhoto(ctx, db.ChangePhotoParams{Zone: p.Zone, Step: p.Step, Caption: p.Caption, At: stamp(p.At).String, Reading: p.Reading, DroppedAt: stamp(p.DroppedAt), ID: id})
	})
	return p, err
}

func (s *Store) photoHashes(ctx context.Context) ([]string, error) {
	names, err := db.New(s.read).PhotoHashes(ctx)
	return names, trouble(err)
}

// AddNote writes a note down, once however often it is sent. Errors are ErrNoBuild, ErrNotes.
func (s *Store) AddNote(ctx context.Context, slug string, n Note) error {
	return s.in(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		switch have, err := q.CountNotes(ctx, row.Build.ID); {
		case err != nil:
			return err
		case have >= mostNotes:
			return ErrNotes
		}
		n.KeptAt = s.now()
		return addNote(ctx, q, row.Build.ID, n)
	})
}

func addNote(ctx context.Context, q *db.Queries, build int64, n Note) error {
	return q.AddNote(ctx, db.AddNoteParams{ID: n.ID, BuildID: build, Zone: n.Zone, Step: n.Step, Words: n.Words, Who: n.Who, At: stamp(n.At).String, KeptAt: stamp(n.KeptAt).String, DroppedAt: stamp(n.DroppedAt)})
}

// Notes returns the notes of a build in order of time, those that were taken out left out.
func (s *Store) Notes(ctx context.Context, slug string) (all []Note, err error) {
	err = s.view(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		rows, err := q.NotesOf(ctx, row.Build.ID)
		for _, r := range rows {
			if !r.DroppedAt.Valid {
				all = append(all, noteOf(r))
			}
		}
		return err
	})
	return all, err
}

func noteOf(r db.Note) Note {
	return Note{ID: r.ID, Zone: r.Zone, Step: r.Step, Words: r.Words, Who: r.Who, At: moment(text(r.At)), KeptAt: moment(text(r.KeptAt)), DroppedAt: moment(r.DroppedAt)}
}

// ChangeNote changes a note's words, or takes it out of the journal or back in. It returns ErrNoNote where there is none such.
func (s *Store) ChangeNote(ctx context.Context, slug, id string, change func(*Note) error) error {
	return s.in(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		rows, err := q.NotesOf(ctx, row.Build.ID)
		if err != nil {
			return err
		}
		for _, r := range rows {
			if r.ID != id {
				continue
			}
			n := noteOf(r)
			if err := change(&n); err != nil {
				return err
			}
			return q.ChangeNote(ctx, db.ChangeNoteParams{Words: n.Words, DroppedAt: stamp(n.DroppedAt), BuildID: row.Build.ID, ID: id})
		}
		return ErrNoNote
	})
}

// carriedJournal is a line of what the journal holds.
type carriedJournal struct {
	Build string `json:"build"` // its slug
	Photo *Photo `json:"photo,omitempty"`
	Note  *Note  `json:"note,omitempty"`
}

// journalPart holds photographs and notes; the pictures lie beside it, by their hashes. A file of an older program has neither.
const (
	journalPart = "journal.jsonl"
	pictureDir  = "photos/"
)

func carryJournal(ctx context.Context, q *db.Queries, put func(any) error) error {
	builds, err := q.BuildIDs(ctx)
	if err != nil {
		return err
	}
	for _, b := range builds {
		photos, err := q.PhotosOf(ctx, b.ID)
		if err != nil {
			return err
		}
		for _, r := range photos {
			p := photoOf(r)
			if err := put(carriedJournal{Build: b.Slug, Photo: &p}); err != nil {
				return err
			}
		}
		notes, err := q.NotesOf(ctx, b.ID)
		if err != nil {
			return err
		}
		for _, r := range notes {
			n := noteOf(r)
			if err := put(carriedJournal{Build: b.Slug, Note: &n}); err != nil {
				return err
			}
		}
	}
	return nil
}

// journal reads a line of what the journal holds.
func (b *bringing) journal(ctx context.Context, q *db.Queries, line []byte) error {
	var one carriedJournal
	if err := strictly(line, &one); err != nil {
		return err
	}
	build, known := b.builds[one.Build]
	switch {
	case !known: // it could not be read where it came from
		return nil
	case one.Photo != nil:
		if len(one.Photo.Hash) != 64 || strings.Trim(one.Photo.Hash, "0123456789abcdef") != "" {
			return fmt.Errorf("photo.hash: %.70q is no SHA-256", one.Photo.Hash)
		}
		return addPhoto(ctx, q, build, *one.Photo)
	case one.Note != nil:
		return addNote(ctx, q, build, *one.Note)
	}
	return errors.New("a photo or a note: it has none")
}
