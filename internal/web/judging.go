package web

import (
	"context"
	"runtime"
	"sync"
	"time"

	"github.com/hashicorp/golang-lru/v2/simplelru"

	"inkysparrow/internal/store"
	"inkysparrow/plan"
)

// judgedBytes is how much memory judged builds may take, by the measure of judged.bytes.
const judgedBytes = 48 << 20

// judging judges each revision at most once for all who ask, no more of them at a time than there are processors, and stops a judgement that
// nobody waits for any more. What was judged is kept, the least recently used going first.
type judging struct {
	mu    sync.Mutex
	kept  *simplelru.LRU[int64, *judged] // by revision, which never changes
	bytes int
	under map[int64]*flight
	room  chan struct{}
	ran   int // judgements that were begun
	now   func() time.Time
	knows func(context.Context, string, plan.File) (plan.File, error) // with what the films of all builds tell; nil for what its own tell
}

// flight is a judgement under way.
type flight struct {
	done    chan struct{}
	waiting int
	cancel  context.CancelFunc
	judged  *judged
	err     error
}

func newJudging(now func() time.Time) *judging {
	g := &judging{under: map[int64]*flight{}, room: make(chan struct{}, runtime.GOMAXPROCS(0)), now: now}
	const most = 4096 // the bytes are what bounds it
	kept, err := simplelru.NewLRU(most, func(_ int64, j *judged) { g.bytes -= j.bytes })
	if err != nil {
		panic(err) // the size is right
	}
	g.kept = kept
	return g
}

// has returns a revision that was judged before, and that time has not overtaken.
func (g *judging) has(revision int64) (*judged, bool) {
	g.mu.Lock()
	defer g.mu.Unlock()
	return g.fresh(revision)
}

func (g *judging) fresh(revision int64) (*judged, bool) {
	j, ok := g.kept.Get(revision)
	now := g.now()
	return j, ok && !now.Before(j.now) && now.Before(j.until)
}

// put keeps a judged revision.
func (g *judging) put(revision int64, j *judged) {
	g.mu.Lock()
	defer g.mu.Unlock()
	j.revision = revision
	g.kept.Remove(revision)
	g.kept.Add(revision, j)
	g.bytes += j.bytes
	for g.bytes > judgedBytes && g.kept.Len() > 1 {
		g.kept.RemoveOldest()
	}
}

// forget lets everything go: the file holds other builds now.
func (g *judging) forget() {
	g.mu.Lock()
	defer g.mu.Unlock()
	g.kept.Purge()
}

// of returns a build judged. It returns ctx's error where ctx ends first; the judgement goes on while anybody else waits for it.
func (g *judging) of(ctx context.Context, b store.Build) (*judged, error) {
	f, known := g.board(ctx, b)
	if known != nil {
		return known, nil
	}
	select {
	case <-f.done:
		return f.judged, f.err
	case <-ctx.Done():
	}
	g.mu.Lock()
	defer g.mu.Unlock()
	if f.waiting--; f.waiting == 0 {
		f.cancel()
		if g.under[b.Revision] == f {
			delete(g.under, b.Revision) // whoever asks next begins anew
		}
	}
	return nil, context.Cause(ctx)
}

// board returns a judgement that is known, or the flight that will bring it, begun where there is none.
func (g *judging) board(ctx context.Context, b store.Build) (*flight, *judged) {
	g.mu.Lock()
	defer g.mu.Unlock()
	if j, ok := g.fresh(b.Revision); ok {
		return nil, j
	}
	f, under := g.under[b.Revision]
	if !under {
		run, cancel := context.WithCancel(context.WithoutCancel(ctx))
		f = &flight{done: make(chan struct{}), cancel: cancel}
		g.under[b.Revision] = f
		go g.run(run, b, f)
	}
	f.waiting++
	return f, nil
}

func (g *judging) run(ctx context.Context, b store.Build, f *flight) {
	defer f.cancel()
	defer close(f.done)
	if f.err = g.enter(ctx); f.err == nil {
		if g.knows != nil {
			b.Plan, f.err = g.knows(ctx, b.Slug, b.Plan)
		}
		if f.err == nil {
			f.judged, f.err = judge(ctx, b, g.now())
		}
		<-g.room
	}
	if f.err == nil {
		g.put(b.Revision, f.judged)
	}
	g.mu.Lock()
	defer g.mu.Unlock()
	if g.under[b.Revision] == f {
		delete(g.under, b.Revision)
	}
}

// enter waits until there is a processor for one more piece of work; the caller then takes one out of room when it is done.
func (g *judging) enter(ctx context.Context) error {
	select {
	case g.room <- struct{}{}:
		g.mu.Lock()
		defer g.mu.Unlock()
		g.ran++
		return nil
	case <-ctx.Done():
		return ctx.Err()
	}
}

// busy runs work when there is a processor for it, and not longer than somebody waits.
func (g *judging) busy(ctx context.Context, work func(context.Context) error) error {
	if err := g.enter(ctx); err != nil {
		return context.Cause(ctx)
	}
	defer func() { <-g.room }()
	err := work(ctx)
	if err != nil && ctx.Err() != nil {
		return context.Cause(ctx)
	}
	return err
}
