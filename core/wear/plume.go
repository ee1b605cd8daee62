package wear

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/fact"
)

// What lies behind an exhaust stack: a jet that mixes with the slipstream and touches the skin. Its half width grows with the bore, with the turbulence
// of the slipstream (Taylor 1921, short times) and, near the stack, with the jet's own mixing (Abramovich). What it lays falls with its thinning: one part by
// turbulence, one by heat, which is spent within a metre. All from memory; constants fitted so that it falls and widens as T30 has it.
var (
	plumeBench = fact.Bench("fitted to T30: strongest right behind the stack, at 1 m at most half of it, at 4 m at most 0.15")
	plumeBore  = Numbers.Number("plume-bore", 0.354, "", "half width of a plume at its stack, as a share of the bore", plumeBench)
	plumeAir   = Numbers.Number("plume-slipstream", 0.043, "", "how fast a plume widens with the slipstream's turbulence", plumeBench)
	plumeJet   = Numbers.Number("plume-jet", 0.08, "", "how fast it widens by its own mixing", plumeBench)
	plumeOver  = Numbers.Number("plume-excess", 1.25, "", "excess of the gas's speed over the slipstream's", plumeBench)
	plumeCore  = Numbers.Number("plume-core", 10, "", "length of the jet's own mixing, in bores", plumeBench)
	plumeHeat  = Numbers.Number("plume-heat", 2, "", "what heat lays against what turbulence lays, right behind the stack", plumeBench)
)

// PlumeWidthM returns the half width (standard deviation) of a plume aft m behind a stack of bore m, on the full-size aircraft.
func PlumeWidthM(bore, aft float64) float64 {
	l := plumeCore * bore
	return plumeBore*bore + plumeAir*aft + plumeJet*plumeOver*l*-math.Expm1(-aft/l)
}

// Plume returns how much a stack lays at a place aft m behind it and beside m off its axis, as a share of what it lays right behind it: 0 ahead of it.
func Plume(bore, aft, beside float64) float64 {
	if aft < 0 {
		return 0
	}
	s, s0 := PlumeWidthM(bore, aft), PlumeWidthM(bore, 0)
	c := math.Exp(-beside*beside/(2*s*s)) * (s0 / s) * (s0 / s)
	// Along the axis a wall takes what is mixed over the plume's width: the share falls with the width, heat's part with its square.
	thin := math.Sqrt(c) * math.Exp(-beside*beside/(4*s*s))
	return (thin + plumeHeat*c) / (1 + plumeHeat)
}

// Laid returns how much all of an airframe's stacks lay at a place of a view, as a share of what one lays right behind itself, 0 to 1.
func Laid(a *airframe.Airframe, v airframe.View, at airframe.Pt) float64 {
	aft := v.Aft()
	metre := 1000 / float64(a.Scale)
	sum := 0.0
	for i := range a.Features {
		f := &a.Features[i]
		if f.Kind != airframe.Stack || !f.Sees(v) {
			continue
		}
		for _, place := range f.Each() {
			from, _ := v.Of(place)
			dx, dy := at.X-from.X, at.Y-from.Y
			along, beside := dx*aft.X+dy*aft.Y, dx*aft.Y-dy*aft.X
			sum += Plume(f.SizeMM/metre, along/metre, beside/metre)
		}
	}
	return min(1, sum)
}
