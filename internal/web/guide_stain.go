package web

import (
	"inkysparrow/core/timeline"
	"inkysparrow/internal/wire"
)

// stainBlock tells where a step of oils, chips, stains or dust goes on the airframe.
func stainBlock(j *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	s, err := j.file.Stains(j.checked.Timeline, site.Zone.ID, site.Step.ID)
	if err != nil {
		return wire.GuideBlock{}, false // it is no such step, or nothing of the airframe is its zone
	}
	b := guideBlock(s.Told())
	b.On = site.Zone.ID + "/" + site.Step.ID
	return b, len(b.Rows) > 0
}
