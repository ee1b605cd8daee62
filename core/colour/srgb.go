package colour

import "math"

// Decoded is from 8 bits of sRGB to linear light, 0 to 1 (IEC 61966-2-1).
var Decoded = func() (table [256]float64) {
	for i := range table {
		if v := float64(i) / 255; v <= 0.04045 {
			table[i] = v / 12.92
		} else {
			table[i] = math.Pow((v+0.055)/1.055, 2.4)
		}
	}
	return table
}()

// Encoded is linear light in sRGB's steps, 0 to 1, and how steep that is there (IEC 61966-2-1).
func Encoded(v float64) (s, steep float64) {
	if v <= 0.0031308 {
		return 12.92 * v, 12.92
	}
	p := math.Pow(v, 1/2.4)
	return 1.055*p - 0.055, 1.055 / 2.4 * p / v
}
