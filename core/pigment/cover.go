package pigment

import "inkysparrow/core/colour"

// Cover is a paint in coats of a thickness. The zero Cover hides nothing.
type Cover struct {
	*Paint
	UM float64 // of a coat, dry
}

// Hiding returns a colour as a paint that hides black and white alike in so many coats (over 0; fractions mean something).
func Hiding(c colour.Colour, within float64) Cover {
	p := Of(c)
	return Cover{p, p.Hides() / within}
}

// Over returns the colour of n coats over ground. A half coat is half as thick; none leaves the ground.
func (v Cover) Over(ground colour.Colour, n float64) colour.Colour {
	if v.Paint == nil {
		return ground
	}
	return v.Paint.Over(ground, n*v.UM)
}

// Shows returns the share of the way from ground to an opaque layer that n coats go, in luminance: 0 to 1.
func (v Cover) Shows(ground colour.Colour, n float64) float64 { return v.Paint.Shows(ground, n*v.UM) }
