// Package rule holds what can go wrong with a plan: a file a rule, with its reason, its evidence, what it finds and what mends that.
//
// How bad a finding is follows from what would be lost. Stop: paint, decals or an evening's work. Warn: a flaw that shows, or that is put
// right again in minutes. Note: worth knowing. A rule that cries louder than that is switched off, and then it is not there when it matters.
package rule

import (
	"inkysparrow/core/fact"
	"inkysparrow/core/timeline"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// every is the one list of rules: a new rule is a value in a file of its own and a line here.
var every = timeline.NewRules(
	&acrossFlow,
	&afterFinal,
	&bareAcrylic,
	&bite,
	&chalky,
	&chipLate,
	&chipTone,
	&chipsMuch,
	&coldFilm,
	&dampAir,
	&decalSolvent,
	&decalUnsealed,
	&dulled,
	&dustWiped,
	&fadeCovered,
	&fadedDecal,
	&freshFuel,
	&glossLost,
	&glueFace,
	&grip,
	&handled,
	&hands,
	&join,
	&lightFirst,
	&loosePart,
	&manyCoats,
	&maskLifts,
	&maskSoft,
	&maskStays,
	&medium,
	&metalDulled,
	&metalUndercoat,
	&mudAtSea,
	&noRoom,
	&noSource,
	&order,
	&orderInTime,
	&partsMatch,
	&recoat,
	&rub,
	&sameSolvent,
	&shading,
	&sheenEdge,
	&silvering,
	&slit,
	&spraySetting,
	&tableDate,
	&turpentine,
	&underMedium,
	&unsealedDust,
	&unseenStain,
	&unwiped,
	&washColour,
	&washSheen,
	&weakCover,
	&wetBelow,
	&wipeWindow,
	&youngOils,
)

// Every returns the list of all rules.
func Every() *timeline.Rules { return every }
