package web

import (
	"bufio"
	"encoding/json"
	"fmt"
	"sync"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/internal/wire"
)

const (
	liveFor   = 45 * time.Second // a stream ends then and the page opens it anew, so that one that nobody reads is not kept
	liveBeat  = 10 * time.Second
	liveMost  = 64 // streams at once
	liveQueue = 16 // events that a slow reader may be behind
)

// live tells every open page what changed.
type live struct {
	mu   sync.Mutex
	open map[chan wire.Event]bool
	end  chan struct{}
	once sync.Once
}

func newLive() *live { return &live{open: map[chan wire.Event]bool{}, end: make(chan struct{})} }

// tell sends an event to every page; one that has fallen behind is cut off and reads everything anew.
func (l *live) tell(e wire.Event) {
	l.mu.Lock()
	defer l.mu.Unlock()
	for to := range l.open {
		select {
		case to <- e:
		default:
			delete(l.open, to)
			close(to)
		}
	}
}

func (l *live) join() (chan wire.Event, bool) {
	l.mu.Lock()
	defer l.mu.Unlock()
	if len(l.open) >= liveMost {
		return nil, false
	}
	events := make(chan wire.Event, liveQueue)
	l.open[events] = true
	return events, true
}

func (l *live) leave(events chan wire.Event) {
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.open[events] {
		delete(l.open, events)
		close(events)
	}
}

// close ends all streams.
func (l *live) close() { l.once.Do(func() { close(l.end) }) }

// events streams what changes to a page (server-sent events), after a first one that tells which page the server has.
func (s *Server) events(c fiber.Ctx) error {
	events, ok := s.live.join()
	if !ok {
		return fiber.NewError(fiber.StatusServiceUnavailable, "Too many pages are open.")
	}
	c.Set(fiber.HeaderContentType, "text/event-stream")
	c.Set(fiber.HeaderCacheControl, "no-store")
	hello := wire.Event{What: wire.Hello, Page: s.pageID}
	if frozen := s.Store.Frozen(); frozen != nil {
		hello.Frozen = troubleWords(frozen)
	}
	return c.SendStreamWriter(func(w *bufio.Writer) {
		defer s.live.leave(events)
		send := func(e wire.Event) bool {
			b, err := json.Marshal(e)
			if err != nil {
				return false
			}
			fmt.Fprintf(w, "retry: 1000\ndata: %s\n\n", b)
			return w.Flush() == nil
		}
		if !send(hello) {
			return
		}
		over, beat := time.NewTimer(liveFor), time.NewTicker(liveBeat)
		defer over.Stop()
		defer beat.Stop()
		for {
			select {
			case e, on := <-events:
				if !on || !send(e) {
					return
				}
			case <-beat.C:
				fmt.Fprint(w, ": still here\n\n")
				if w.Flush() != nil {
					return
				}
			case <-over.C:
				return
			case <-s.live.end:
				return
			}
		}
	})
}
