package plan

import (
	"context"

	"inkysparrow/core/chance"
	"inkysparrow/core/rule"
)

// Caring is what a plan comes to where one is so careful.
type Caring struct {
	Care chance.Care
	rule.Outlook
	Now bool // it is how the plan stands
}

// Cares lays the plan out with each care, the most careful first, and tells what each comes to. Errors are those of Resolve, and ctx's where it ends.
func (f File) Cares(ctx context.Context) ([]Caring, error) {
	var all []Caring
	for _, care := range chance.Cares() {
		p, err := f.Resolve()
		if err != nil {
			return nil, err
		}
		now := p.Waiting.Care == care || p.Waiting.Care == "" && care == chance.Usual
		p.Waiting.Care = care
		r, err := rule.CheckContext(ctx, p)
		if err != nil {
			return nil, err
		}
		all = append(all, Caring{care, r.Outlook(), now})
	}
	return all, nil
}
