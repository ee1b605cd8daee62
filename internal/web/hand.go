package web

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/learn"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// handSetting keeps what was decided of the hand.
const handSetting = "hand"

// decided is what was decided of the hand.
type decided struct {
	Follow map[string]float64   `json:"follow,omitempty"` // by trait, what plans follow
	Forgot map[string]time.Time `json:"forgot,omitempty"` // what was seen up to then counts no more
}

func (s *Server) decidedHand(ctx context.Context) (d decided, err error) {
	text, err := s.Store.Kept(ctx, handSetting)
	if err != nil || text == "" {
		return d, err
	}
	return d, json.Unmarshal([]byte(text), &d)
}

// handed is the hand that plans are carried out with.
func (m *minds) handed(ctx context.Context) (plan.Handed, error) {
	text, err := m.store.Kept(ctx, handSetting)
	if err != nil || text == "" {
		return plan.Handed{}, err
	}
	var d decided
	if json.Unmarshal([]byte(text), &d) != nil {
		return plan.Handed{}, nil // one that can't be read is none
	}
	h := plan.Handed{Veil: d.Follow[string(learn.Veil)]}
	for trait, v := range d.Follow {
		if do, ok := strings.CutPrefix(trait, string(learn.Pace)); ok {
			if h.Minutes == nil {
				h.Minutes = map[string]float64{}
			}
			h.Minutes[do] = v
		}
	}
	return h, nil
}

// seenHand is all that was seen of the hand, by trait: by photographs that were measured, and by presses.
func (s *Server) seenHand(ctx context.Context, d decided) (map[learn.Trait][]learn.Measure, []*judged, error) {
	builds, err := s.Store.Builds(ctx)
	if err != nil {
		return nil, nil, err
	}
	seen := map[learn.Trait][]learn.Measure{}
	put := func(t learn.Trait, m learn.Measure) {
		if forgot, ok := d.Forgot[string(t)]; !ok || m.At.After(forgot) {
			seen[t] = append(seen[t], m)
		}
	}
	var all []*judged
	for _, b := range builds {
		if b.Problem != "" {
			continue
		}
		j, err := s.standing(ctx, b.Slug)
		if err != nil {
			return nil, nil, err
		}
		all = append(all, j)
		for do, list := range plan.Paces(j.checked.Plan) {
			for _, m := range list {
				put(learn.Pace+learn.Trait(do), m)
			}
		}
		photos, err := s.Store.Photos(ctx, b.Slug)
		if err != nil {
			return nil, nil, err
		}
		for _, p := range photos {
			if r := j.photo(p).Reading; r != nil {
				for _, x := range r.Seen {
					put(learn.Trait(x.Trait), learn.Measure{Ratio: x.Times, At: p.At})
				}
			}
		}
	}
	return seen, all, nil
}

// handPage tells what is known of the hand.
func (s *Server) handPage(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	d, err := s.decidedHand(ctx)
	if err != nil {
		return err
	}
	seen, builds, err := s.seenHand(ctx, d)
	if err != nil {
		return err
	}
	out := wire.HandPage{Rows: []wire.HandRow{}}
	now := s.Clock.Now()
	row := func(t learn.Trait, name, what string) {
		e := learn.HandOf(t, seen[t], now)
		r := wire.HandRow{Trait: string(t), Name: name, What: what, Factor: round(e.Median, 2), Low: round(e.Low, 2), High: round(e.High, 2), Seen: e.N, Differs: learn.Differs(e), Accepted: d.Follow[string(t)]}
		r.Words, r.Offer = handWords(t, e, builds)
		out.Told = out.Told || e.N > 0
		out.Rows = append(out.Rows, r)
	}
	row(learn.Veil, "Your veils", "a pass, times as planned")
	row(learn.Lines, "Lines you leave", "after a wipe, times as planned")
	var paces []learn.Trait
	for t := range seen {
		if do, ok := strings.CutPrefix(string(t), string(learn.Pace)); ok {
			if _, known := route.TechniqueNamed(do); known {
				paces = append(paces, t)
			}
		}
	}
	slices.Sort(paces)
	for _, t := range paces {
		do, _ := route.TechniqueNamed(strings.TrimPrefix(string(t), string(learn.Pace)))
		row(t, "Minutes: "+say.Lower(do.Name), "times as long as it usually takes")
	}
	return c.JSON(out)
}

// handWords tells a trait in words, and what following it would do.
func handWords(t learn.Trait, e learn.Estimate, builds []*judged) (words, offer string) {
	if e.N == 0 {
		return "Nothing seen yet: as planned, give or take what hands differ by.", ""
	}
	sure := fmt.Sprintf("%.1f to %.1f times, %s", e.Low, e.High, say.Count(e.N, "time")+" seen")
	switch {
	case !learn.Differs(e):
		return "As planned, so far as is known: " + sure + ".", ""
	case t == learn.Veil:
		words = fmt.Sprintf("Your veils lie %.1f times as thick as planned: %s.", e.Median, sure)
		for _, j := range builds {
			for _, z := range j.checked.Plan.Zones {
				for _, s := range z.Steps {
					if s.Do.Counts != route.CountsPasses || !s.Done.IsZero() || !s.Started.IsZero() {
						continue
					}
					if n := max(1, int(math.Round(float64(s.Coats)/e.Median))); n != s.Coats {
						return words, fmt.Sprintf("%s instead of %d on %s of %s, and so wherever passes are counted", passes(n), s.Coats, say.Lower(z.Name), j.file.Build.Name)
					}
				}
			}
		}
		return words, "Plans count that many fewer passes, or more"
	case t == learn.Lines && e.Median > 1:
		return fmt.Sprintf("Your wipes leave lines %.1f times as strong as planned: %s. Wipe a little longer, or thin the wash.", e.Median, sure), ""
	case t == learn.Lines:
		return fmt.Sprintf("Your wipes leave lines %.1f times as strong as planned: %s. Wipe sooner or drier.", e.Median, sure), ""
	}
	return fmt.Sprintf("It takes you %.1f times as long: %s.", e.Median, sure), "Evenings are planned with your own minutes"
}

func passes(n int) string {
	if n == 1 {
		return "One pass"
	}
	names := []string{"", "", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine"}
	if n < len(names) {
		return names[n] + " passes"
	}
	return fmt.Sprintf("%d passes", n)
}

// decideHand has plans follow a trait as it is known now, or no longer; or forgets all that was seen of it.
func (s *Server) decideHand(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	var in wire.HandDecided
	if err := body(c, &in); err != nil {
		return err
	}
	t := learn.Trait(in.Trait)
	do, pace := strings.CutPrefix(in.Trait, string(learn.Pace))
	if _, known := route.TechniqueNamed(do); t != learn.Veil && t != learn.Lines && (!pace || !known) {
		return refuse("trait: %.60q is nothing that is known of a hand", in.Trait)
	}
	d, err := s.decidedHand(ctx)
	if err != nil {
		return err
	}
	if d.Follow == nil {
		d.Follow = map[string]float64{}
	}
	if d.Forgot == nil {
		d.Forgot = map[string]time.Time{}
	}
	switch {
	case in.Forget:
		d.Forgot[in.Trait] = s.Clock.Now()
		delete(d.Follow, in.Trait)
	case !in.Follow:
		delete(d.Follow, in.Trait)
	default:
		seen, _, err := s.seenHand(ctx, d)
		if err != nil {
			return err
		}
		e := learn.HandOf(t, seen[t], s.Clock.Now())
		if !learn.Differs(e) {
			return refuse("There is nothing to follow: too little was seen, or it is as planned.")
		}
		d.Follow[in.Trait] = round(e.Median, 2)
	}
	text, err := json.Marshal(d)
	if err != nil {
		return err
	}
	if err := s.Store.Keep(ctx, handSetting, string(text)); err != nil {
		return err
	}
	s.judging.forget()
	s.live.tell(wire.Event{What: wire.BuildsCame})
	return s.handPage(c)
}
