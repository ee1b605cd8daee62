package wire

// Worked is the answer of a worked example.
type Worked struct {
	Words string       `json:"words"`
	State State        `json:"state"`
	Hard  []float64    `json:"hard"`        // of a film hardening, from 0 to 1
	Every float64      `json:"every_hours"` // between two of Hard
	Marks []WorkedMark `json:"marks"`
	Film  float64      `json:"film_um"` // thickness of the film that is bitten
	Depth float64      `json:"depth_um"`
	Loss  float64      `json:"loss_um"`
	Left  float64      `json:"left"` // share of a wash that stays
}

// WorkedMark is a moment on the curve.
type WorkedMark struct {
	Label string  `json:"label"`
	Hours float64 `json:"hours"`
	Words string  `json:"words"`
}
