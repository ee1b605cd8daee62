package store

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"inkysparrow/internal/store/db"
)

const passphraseSetting = "passphrase" // its argon2id hash

// Passphrase returns the hash of the passphrase; empty where none has been set.
func (s *Store) Passphrase(ctx context.Context) (string, error) {
	return s.Kept(ctx, passphraseSetting)
}

// SetPassphrase keeps the hash of a new passphrase and ends every visit; an empty one takes the passphrase away.
func (s *Store) SetPassphrase(ctx context.Context, hash string) error {
	return s.in(ctx, func(q *db.Queries) error {
		if err := q.DropVisits(ctx); err != nil {
			return err
		}
		if hash == "" {
			return q.DropSetting(ctx, passphraseSetting)
		}
		return q.PutSetting(ctx, db.PutSettingParams{Name: passphraseSetting, Value: hash})
	})
}

// AddVisit keeps a visit by the hash of its secret, and lets those go that began before the moment before.
func (s *Store) AddVisit(ctx context.Context, hash string, before time.Time) error {
	return s.in(ctx, func(q *db.Queries) error {
		if err := q.DropVisitsBefore(ctx, stamp(before).String); err != nil {
			return err
		}
		return q.AddVisit(ctx, db.AddVisitParams{TokenHash: hash, MadeAt: s.stamp()})
	})
}

// Visit returns when a visit began; ok is false where there is no such visit.
func (s *Store) Visit(ctx context.Context, hash string) (began time.Time, ok bool, err error) {
	at, err := db.New(s.read).Visit(ctx, hash)
	if errors.Is(err, sql.ErrNoRows) {
		return time.Time{}, false, nil
	}
	return moment(text(at)), err == nil, trouble(err)
}

// EndVisit ends a visit.
func (s *Store) EndVisit(ctx context.Context, hash string) error {
	return s.in(ctx, func(q *db.Queries) error { return q.DropVisit(ctx, hash) })
}

// LearnedSetting is the name of the setting that keeps what was forgotten and brought of what is learned, as the web keeps it.
const LearnedSetting = "learned"

// Kept returns a setting; empty where there is none.
func (s *Store) Kept(ctx context.Context, name string) (string, error) {
	v, err := db.New(s.read).Setting(ctx, name)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil
	}
	return v, trouble(err)
}

// Keep keeps a setting.
func (s *Store) Keep(ctx context.Context, name, value string) error {
	return s.in(ctx, func(q *db.Queries) error { return q.PutSetting(ctx, db.PutSettingParams{Name: name, Value: value}) })
}
