package web

import (
	"context"
	"fmt"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/chance"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

var careNames = map[chance.Care]string{chance.Careful: "Careful", chance.Usual: "As usual", chance.Bold: "Bold"}

// countsWords tells how many times a loss counts.
func countsWords(weight float64) string {
	switch weight {
	case 1:
		return "an evening lost counts as one"
	case 2:
		return "what may go wrong counts twice"
	case 0.5:
		return "what may go wrong counts half"
	}
	return fmt.Sprintf("what may go wrong counts %.2g times", weight)
}

// cares tells what a build would come to with each care.
func (s *Server) cares(c fiber.Ctx) error {
	j, err := s.standing(c.Context(), slug(c))
	if err != nil {
		return err
	}
	var all []plan.Caring
	if err := s.judging.busy(c.Context(), func(ctx context.Context) (err error) {
		all, err = j.file.Cares(ctx)
		return err
	}); err != nil {
		return err
	}
	out := wire.Cares{Rows: []wire.CareRow{}, Waiting: j.plan.Waiting.Each()}
	for _, x := range all {
		row := wire.CareRow{Care: string(x.Care), Name: careNames[x.Care], Is: countsWords(x.Care.Weight()), Mishaps: round(x.Mishaps, 1), Evenings: round(x.Evenings, 1), Now: x.Now}
		if !x.Finish.IsZero() {
			row.Finish = j.day(x.Finish)
			if j.report.Finish != nil {
				row.Effect, _ = j.finishWords(*j.report.Finish, x.Finish)
			}
		}
		out.Rows = append(out.Rows, row)
	}
	return c.JSON(out)
}
