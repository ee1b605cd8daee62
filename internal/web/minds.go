package web

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"sync"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/learn"
	"inkysparrow/internal/store"
	"inkysparrow/plan"
)

// minds knows what the films of all builds tell, so that each plan is judged by all of them. What a build tells is worked out once a revision.
type minds struct {
	store *store.Store
	now   func() time.Time
	news  func() // is called when something else is known than before

	mu    sync.Mutex
	tells map[string]telling // by slug
	key   string             // of what mind was learned from
	mind  *learn.Mind
}

// telling is what the films of a build tell.
type telling struct {
	revision int64
	seen     []learn.Occasion
	bottles  []learn.Bottle
	mishaps  []plan.MishapOn
	own      bool // of the build that is asked for
}

func newMinds(s *store.Store, now func() time.Time, news func()) *minds {
	return &minds{store: s, now: now, news: news, tells: map[string]telling{}}
}

func tellingOf(f plan.File, revision int64) telling {
	t := telling{revision: revision, mishaps: f.Mishaps()}
	if !f.Tells() {
		return t
	}
	p, err := f.Knowing(learn.Of(nil, time.Time{})).Resolve()
	if err != nil { // a build that can't be read tells nothing
		return t
	}
	t.seen, t.bottles = learn.Occasions(learn.Films(p)), plan.Bottles(p)
	return t
}

func ownTelling(f plan.File) telling {
	t := tellingOf(f, 0)
	t.own = true
	return t
}

// believed is how far back measured air is taken: older films have hardened.
const believed = 21 * 24 * time.Hour

// knowing returns a build's plan as somebody reads it who knows the films of all builds, its own as they stand in f, and the air that was measured in its room.
func (m *minds) knowing(ctx context.Context, slug string, f plan.File) (plan.File, error) {
	readings, err := m.store.Readings(ctx, slug, m.now().Add(-believed))
	if err != nil {
		return f, err
	}
	good, _ := climate.Sift(readings)
	f = f.Measured(good)
	hand, err := m.handed(ctx)
	if err != nil {
		return f, err
	}
	f = f.ByHand(hand)
	mind, others, err := m.told(ctx, slug, &f)
	f = f.Remembering(others)
	if err != nil || mind == nil {
		return f, err
	}
	return f.Knowing(mind), nil
}

// of returns what is known of the modeller's films; nil where nothing was told.
func (m *minds) of(ctx context.Context, slug string, own *plan.File) (*learn.Mind, error) {
	mind, _, err := m.told(ctx, slug, own)
	return mind, err
}

// told returns what is known of the modeller's films; nil where nothing was told. A build whose plan is given counts as it stands there.
func (m *minds) told(ctx context.Context, slug string, own *plan.File) (_ *learn.Mind, others []plan.MishapOn, _ error) {
	all, key, taught, err := m.gather(ctx, slug, own)
	if err != nil {
		return nil, nil, err
	}
	var seen []learn.Occasion
	var bottles []learn.Bottle
	for _, t := range all {
		seen, bottles = append(seen, t.seen...), append(bottles, t.bottles...)
		if !t.own {
			others = append(others, t.mishaps...)
		}
	}
	brought, err := taught.Occasions()
	if err == nil {
		seen = append(seen, brought...)
	}
	bottles = append(bottles, taught.NewBottles()...)
	told := len(seen) > 0
	seen = taught.Counts(seen)
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.key != key {
		if m.key != "" {
			m.news()
		}
		m.key, m.mind = key, nil
		if told {
			m.mind = learn.Of(seen, m.now(), bottles...)
		}
	}
	return m.mind, others, nil
}

// gather returns what each build tells, with a key that changes as soon as any of it does.
func (m *minds) gather(ctx context.Context, slug string, own *plan.File) (all []telling, key string, taught plan.Taught, err error) {
	standings, err := m.store.Standings(ctx)
	if err != nil {
		return nil, "", taught, err
	}
	if taught, err = m.taught(ctx); err != nil {
		return nil, "", taught, err
	}
	known := map[string]bool{}
	for _, s := range standings {
		known[s.Slug] = true
		if own != nil && s.Slug == slug {
			all = append(all, ownTelling(*own))
			continue
		}
		t, err := m.stored(ctx, s)
		if err != nil {
			return nil, "", taught, err
		}
		all = append(all, t)
	}
	if own != nil && !known[slug] { // it is not kept yet
		all = append(all, ownTelling(*own))
	}
	m.mu.Lock()
	for s := range m.tells {
		if !known[s] {
			delete(m.tells, s)
		}
	}
	m.mu.Unlock()
	var b strings.Builder
	for _, t := range all {
		for _, o := range t.seen {
			fmt.Fprint(&b, o.Of.Product, o.Of.Family.ID, o.Of.Known, o.Of.What, o.At.Unix(), o.Looks, ";")
		}
		for _, o := range t.mishaps {
			fmt.Fprint(&b, o, ";")
		}
		for _, o := range t.bottles {
			fmt.Fprint(&b, o.Product, o.Family.ID, o.Opened.Unix(), ";")
		}
	}
	text, err := json.Marshal(taught)
	fmt.Fprint(&b, string(text), m.now().UTC().Format(time.DateOnly)) // forgetting goes by days
	return all, b.String(), taught, err
}

// stored returns what a build tells at the revision at which it stands.
func (m *minds) stored(ctx context.Context, s store.Standing) (telling, error) {
	m.mu.Lock()
	t, ok := m.tells[s.Slug]
	m.mu.Unlock()
	if ok && t.revision == s.Revision {
		return t, nil
	}
	t = telling{revision: s.Revision}
	if b, err := m.store.Build(ctx, s.Slug); err == nil { // one that can't be read tells nothing
		t = tellingOf(b.Plan, b.Revision)
	} else if ctx.Err() != nil {
		return t, ctx.Err()
	}
	m.mu.Lock()
	defer m.mu.Unlock()
	m.tells[s.Slug] = t
	return t, nil
}

func (m *minds) taught(ctx context.Context) (t plan.Taught, err error) {
	t.Format = plan.SeenFormat
	text, err := m.store.Kept(ctx, store.LearnedSetting)
	if err != nil || text == "" {
		return t, err
	}
	if json.Unmarshal([]byte(text), &t) != nil { // what can't be read is as good as forgotten
		t = plan.Taught{Format: plan.SeenFormat}
	}
	return t, nil
}

func (m *minds) teach(ctx context.Context, t plan.Taught) error {
	text, err := json.Marshal(t)
	if err != nil {
		return err
	}
	return m.store.Keep(ctx, store.LearnedSetting, string(text))
}
