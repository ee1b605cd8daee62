package wire

// Guide is how a step is done at the bench.
type Guide struct {
	Cup    *GuideCup    `json:"cup,omitempty"`
	Shine  *GuideShine  `json:"shine,omitempty"`
	Squint *GuideSquint `json:"squint,omitempty"`
	Blocks []GuideBlock `json:"blocks"`
	Ways   []string     `json:"ways"` // how it is done by hand, in short sentences
	Tools  []GuideRow   `json:"tools"`
	Later  *GuideBlock  `json:"later,omitempty"` // what touches it later
}

// GuideCup is what goes into the cup, and how it is sprayed. Amounts are in ml, lengths as named, pressure in psi.
type GuideCup struct {
	Mixed    float64 `json:"mixed_ml"`
	Product  float64 `json:"product_ml"`
	Thinner  float64 `json:"thinner_ml"`
	Cups     int     `json:"cups"`
	Coats    int     `json:"coats"`
	For      string  `json:"for"`   // "3 veils"
	Flash    string  `json:"flash"` // between coats
	Sprayed  bool    `json:"sprayed"`
	Use      string  `json:"use"` // what the range is for
	Needle   Dial    `json:"needle_mm"`
	Pressure Dial    `json:"psi"`
	Distance Dial    `json:"distance_cm"`
	Thinning Dial    `json:"thinning"` // parts of thinner to one of the product
	Passes   int     `json:"passes"`
	Minutes  float64 `json:"minutes"` // of spraying, for one coat
	State    State   `json:"state"`
	Words    string  `json:"words"`
	Weather  string  `json:"weather"`
	Own      bool    `json:"own"` // the step has a setting of its own
	Fit      bool    `json:"fit"` // the air is fit for spraying
	Evidence string  `json:"evidence"`
}

// Dial is a setting with its usual range.
type Dial struct {
	Is   float64 `json:"is"`
	From float64 `json:"from"`
	To   float64 `json:"to"`
}

// GuideShine is the gloss that the step meets and leaves, in gloss units at 60 degrees.
type GuideShine struct {
	Before float64       `json:"before"`
	After  float64       `json:"after"`
	Words  string        `json:"words"`
	Counts string        `json:"counts"` // coats or grades
	With   []float64     `json:"with"`   // with 1, 2, 3 ... of them
	Now    int           `json:"now"`
	Bands  []float64     `json:"bands"` // where one band ends and the next begins
	Enough []GuideEnough `json:"enough"`
}

// GuideEnough tells whether the gloss is good for something.
type GuideEnough struct {
	Words string  `json:"words"`
	Least float64 `json:"least"`
	Is    bool    `json:"is"`
	Coats int     `json:"coats"` // in which it is; 0 for not in six
}

// GuideSquint is how shading fades under further coats.
type GuideSquint struct {
	Points []SquintPoint `json:"points"` // after 0, 1, 2 ... coats
	Wanted string        `json:"wanted"`
	Words  string        `json:"words"`
	Unit   string        `json:"unit"` // coat or veil
	Blur   float64       `json:"blur_mm"`
}

// SquintPoint is the shading after so many coats.
type SquintPoint struct {
	Line  string  `json:"line"`
	Panel string  `json:"panel"`
	Seen  float64 `json:"seen"` // CIEDE2000 with half-closed eyes
	Reads string  `json:"reads"`
	Now   bool    `json:"now"` // as the step is planned
}

// GuideBlock is something more to know of the step.
type GuideBlock struct {
	Title string     `json:"title"`
	Words string     `json:"words,omitempty"`
	Rows  []GuideRow `json:"rows"`
	On    string     `json:"on,omitempty"` // zone/step that the look shows on the skin; empty for none
}

// GuideRow is a figure with what it is of.
type GuideRow struct {
	Label string `json:"label"`
	Value string `json:"value"`
	State State  `json:"state,omitempty"`
}
