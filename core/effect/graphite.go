package effect

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
)

// graphite lies in flakes.
var (
	graphiteUM  = Numbers.Number("graphite-flake", 0.11, "mg/cm2", "graphite in which two thirds of a surface are covered", fact.Memory("flakes of 0.5 um at 2.2 g/cm3"))
	graphiteLay = Numbers.Number("graphite-share", 0.5, "", "share of a panel that a bud with graphite covers", fact.Bench("0.3 to 0.7"))
)

// Graphite returns how much graphite covers a panel as it usually is, in mg/cm2.
func Graphite() float64 { return -graphiteUM * math.Log(1-graphiteLay) }

var graphite = &Effect{ID: "graphite", Name: "Graphite", By: []*Hand{byPencil}, plan: func(j *Job, p *Plan) {
	mg := Graphite() * j.AreaCM2 * j.Step.Covered()
	p.say("A bud rubbed with graphite, on single panels.")
	p.row("dust", "Graphite", mg, "mg", "%.1f mg, %.2f mg/cm² where it is rubbed in; this surface holds %.2f", mg, Graphite(), HeldBy(j.On))
}, unasked: func(s *route.Step, _ *airframe.Airframe) bool {
	return s.Product != nil && s.Product.Kind == coating.Pigment
}}
