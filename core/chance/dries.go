package chance

import (
	"cmp"
	"fmt"

	"inkysparrow/core/coating"
)

// Dries tells what is known of how a product dries: in between what eight of ten do. Empty for one that does not dry by itself.
func Dries(p *coating.Product) string {
	sd := Pace(coating.Film{Family: p.Family, Known: p.Known})
	if sd == 0 {
		return ""
	}
	pace := cmp.Or(p.Pace, 1)
	known := "; its own time is not known"
	if p.Known {
		known = ", by its own time"
	}
	return fmt.Sprintf("dries in %.1f to %.1f times what is usual of its family%s", Quantile(pace, 0.1, sd), Quantile(pace, 0.9, sd), known)
}
