package coating

// Told is what a modeller's own films say of a film: how its times lie to those that are computed, and how far they may stray from that.
type Told struct {
	Dry  Factor // until it is touch-dry
	Rub  Factor // until it stands a cloth
	Bite Factor // until it stands the next liquid
}

// Factor is how a time lies to the computed one. The zero value says nothing.
type Factor struct {
	Times float64 // in the middle; 0 stands for 1
	SD    float64 // of its logarithm; 0 where nothing is known but what holds for all
}

func (f Factor) times() float64 {
	if f.Times <= 0 {
		return 1
	}
	return f.Times
}

// Dries returns how many times as long as computed the film takes until it is touch-dry.
func (f Film) Dries() float64 {
	if f.Told == nil {
		return 1
	}
	return f.Told.Dry.times()
}

// Hardens returns the same of its hardening. A film that is dry once it gels hardens as it dries.
func (f Film) Hardens() float64 {
	switch {
	case f.Told == nil:
		return 1
	case f.Family.Gels:
		return f.Told.Dry.times()
	}
	return f.Told.Rub.times()
}

// Rubs returns how many times the hardness-hours that are computed the film wants before it stands a cloth.
func (f Film) Rubs() float64 {
	if f.Told == nil {
		return 1
	}
	return f.Told.Rub.times() / f.Hardens()
}

// Bites returns the same for the next liquid.
func (f Film) Bites() float64 {
	if f.Told == nil {
		return 1
	}
	return f.Told.Bite.times() / f.Hardens()
}
