package web

import (
	"context"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// next tells what may come next on a zone. With ?untried= what is offered is listed at once, before each is tried.
func (s *Server) next(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	return s.offer(ctx, c, j, func(ctx context.Context, shelf []plan.Product) ([]plan.Offer, error) {
		if c.Query("untried") != "" {
			return j.file.Offers(c.Query("zone"), shelf...)
		}
		return j.file.Next(ctx, j.checked, c.Query("zone"), shelf...)
	})
}

// bottles tells what a step could be done with.
func (s *Server) bottles(c fiber.Ctx) error {
	var in wire.MakeEdit
	if err := body(c, &in); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	j, err := s.current(ctx, c, in.Revision)
	if err != nil {
		return err
	}
	return s.offer(ctx, c, j, func(ctx context.Context, shelf []plan.Product) ([]plan.Offer, error) {
		if c.Query("untried") != "" {
			return j.file.BottleOffers(in.Edit, shelf...)
		}
		return j.file.Bottles(ctx, j.checked, in.Edit, shelf...)
	})
}

func (s *Server) offer(ctx context.Context, c fiber.Ctx, j *judged, find func(context.Context, []plan.Product) ([]plan.Offer, error)) error {
	shelf, err := s.fromShelf(ctx)
	if err != nil {
		return err
	}
	var offers []plan.Offer
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		offers, err = find(ctx, shelf)
		return err
	})
	if err != nil {
		return err
	}
	out := wire.Next{Offers: []wire.Offer{}}
	for _, o := range offers {
		out.Offers = append(out.Offers, j.offered(o))
	}
	return c.JSON(out)
}

var wordStates = map[plan.Word]wire.State{plan.Good: wire.Safe, plan.From: wire.Safe, plan.First: wire.Hold, plan.Waits: wire.Hold, plan.Never: wire.Bite, plan.Past: wire.Note, plan.Untried: wire.Note}

func (j *judged) offered(o plan.Offer) wire.Offer {
	w := wire.Offer{Do: string(o.Do), Edit: o.Edit, Word: o.Word, State: wordStates[o.Word], Because: o.Because, Product: o.Product.Name, Colour: o.Product.Colour}
	if t, ok := route.TechniqueNamed(string(o.Do)); ok {
		w.Name, w.Phase = t.Name, t.Phase.String()
	}
	if f, ok := coating.FamilyNamed(string(o.Product.Family)); ok {
		w.Family = f.Name
	}
	switch o.Word {
	case plan.Good:
		w.Words = "good to go"
	case plan.From:
		w.Words, w.Because = "from "+j.dayWords(o.Start), ""
	case plan.First:
		w.Words = "seal first"
	case plan.Waits:
		w.Words = "too early"
	case plan.Never:
		w.Words = "never"
	case plan.Past:
		w.Words = "not now"
	}
	if o.Word != plan.Past && !o.Finish.IsZero() {
		w.Effect, w.Later = j.finishWords(j.checked.Finish, o.Finish)
	}
	return w
}
