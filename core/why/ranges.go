package why

import (
	"inkysparrow/core/fact"
	"inkysparrow/core/verdict"
)

// Ranges are what can be asked of a film in a WhatIf: the room, the film's age in days, coats, and wetness times the usual.
func Ranges() []fact.Range {
	return []fact.Range{
		{ID: "age", From: 0, To: verdict.Patience.Hours() / 24, Step: 0.25},
		{ID: "contact", From: 0.1, To: 4, Step: 0.1},
		{ID: "t", From: 0, To: 40, Step: 1},
		{ID: "rh", From: 5, To: 100, Step: 5},
		{ID: "coats", From: 1, To: 10, Step: 1},
		{ID: "clear", From: 0, To: 4, Step: 1},
	}
}
