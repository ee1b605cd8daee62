package studio_test

import (
	"bytes"
	"context"
	"errors"
	"image/png"
	"strings"
	"sync"
	"sync/atomic"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/examples"
	"inkysparrow/internal/studio"
	"inkysparrow/plan"
)

func built(t *testing.T) (plan.File, *timeline.Timeline) {
	t.Helper()
	f, err := examples.Plan("clean")
	if err != nil {
		t.Fatal(err)
	}
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	return f, rule.Lay(p)
}

// One paints at a time; who waits and goes is not waited for, and nothing is begun for who has gone.
func TestOneBrush(t *testing.T) {
	s := studio.New()
	var at, most, begun atomic.Int32
	var all sync.WaitGroup
	for range 20 {
		all.Go(func() {
			err := s.Do(t.Context(), func(context.Context) error {
				most.Store(max(most.Load(), at.Add(1)))
				defer at.Add(-1)
				begun.Add(1)
				return nil
			})
			if err != nil {
				t.Error(err)
			}
		})
	}
	all.Wait()
	if most.Load() != 1 || begun.Load() != 20 {
		t.Errorf("%d at once, %d of 20 begun", most.Load(), begun.Load())
	}
	gone := errors.New("gone")
	leaves, leave := context.WithCancelCause(t.Context())
	err := s.Do(t.Context(), func(context.Context) error {
		waits := make(chan error)
		go func() {
			waits <- s.Do(leaves, func(context.Context) error { t.Error("it is begun for somebody who has gone"); return nil })
		}()
		leave(gone)
		return <-waits // while the brush is held
	})
	if !errors.Is(err, gone) {
		t.Errorf("who waits and goes is told %v", err)
	}
	if err := s.Do(leaves, func(context.Context) error { t.Error("begun though gone"); return nil }); !errors.Is(err, gone) {
		t.Errorf("who has gone before is told %v", err)
	}
	f, tl := built(t)
	one, err := s.Of(f, tl, plan.LookQuery{At: tl.Finish, Width: 300, Most: 300})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.PNG(leaves, one, nil); !errors.Is(err, gone) {
		t.Errorf("a picture for nobody: %v", err)
	}
	if failed := errors.New("failed"); !errors.Is(s.Do(t.Context(), func(context.Context) error { return failed }), failed) {
		t.Error("what went wrong is not told")
	}
	func() {
		defer func() { _ = recover() }()
		s.Do(t.Context(), func(context.Context) error { panic("at work") }) // it panics
	}()
	if err := s.Do(t.Context(), func(context.Context) error { return nil }); err != nil {
		t.Errorf("after a panic the brush is lost: %v", err)
	}
}

// A picture is refused by its size before anything is painted, from both sides of each limit.
func TestTooLarge(t *testing.T) {
	s := studio.New()
	f, tl := built(t)
	for _, tc := range []struct {
		name string
		q    plan.LookQuery
		fits bool
	}{
		{"as wide as may be", plan.LookQuery{Width: studio.MostSide, Most: 1000}, true},
		{"wider", plan.LookQuery{Width: studio.MostSide + 1, Most: 1000}, false},
		{"all pixels there may be", plan.LookQuery{Width: 2000, Most: 2000, Views: []airframe.View{airframe.Top}}, true},
		{"too many", plan.LookQuery{Width: 3000, Most: 2900, Views: []airframe.View{airframe.Top}}, false},
		{"at a scale", plan.LookQuery{PxPerMM: 4}, true},
		{"at a larger one", plan.LookQuery{PxPerMM: 40}, false},
	} {
		_, err := s.Of(f, tl, tc.q)
		if large := (studio.TooLarge{}); (err == nil) != tc.fits || err != nil && (!errors.As(err, &large) || !strings.Contains(err.Error(), "at most 3000 either way and 4000000 in all")) {
			t.Errorf("%s: %v", tc.name, err)
		}
	}
	if _, err := s.Type(t.Context(), "delta", plan.LookQuery{Width: 3000, Most: 3000}); !errors.As(err, &studio.TooLarge{}) {
		t.Errorf("a type: %v", err)
	}
}

// A painter is kept for the next picture of the same aircraft at the same size, and for no other.
func TestKeepsPainters(t *testing.T) {
	s := studio.New()
	f, tl := built(t)
	q := plan.LookQuery{At: tl.Finish, Width: 300, Most: 300}
	of := func(f plan.File, q plan.LookQuery) *plan.Painter {
		t.Helper()
		p, err := s.Of(f, tl, q)
		if err != nil {
			t.Fatal(err)
		}
		return p.Painter
	}
	first := of(f, q)
	if of(f, q) != first {
		t.Error("the same is made twice")
	}
	later := q
	later.At = tl.Finish.AddDate(0, 0, -1)
	if of(f, later) != first {
		t.Error("another moment takes another painter")
	}
	wider, worn := q, f.Clone()
	wider.Width++
	worn.Service = &plan.Service{Place: "desert"}
	if of(f, wider) == first || of(worn, q) == first {
		t.Error("another size or service has the same")
	}
	one, err := s.Of(f, tl, q)
	if err != nil {
		t.Fatal(err)
	}
	out, err := s.PNG(t.Context(), one, &one)
	if err != nil {
		t.Fatal(err)
	}
	if img, err := png.Decode(bytes.NewReader(out)); err != nil || img.Bounds().Dx() != 300 {
		t.Errorf("%v", err)
	}
}
