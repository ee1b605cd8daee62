package wire

// Cares are how careful one could be with a build's dates, and what each would come to.
type Cares struct {
	Rows    []CareRow `json:"rows"`    // the most careful first
	Waiting float64   `json:"waiting"` // what an evening of waiting costs, against one that is lost
}

// CareRow is one of them.
type CareRow struct {
	Care     string  `json:"care"`
	Name     string  `json:"name"`
	Is       string  `json:"is"` // how much a loss counts, in words
	Finish   string  `json:"finish"`
	Effect   string  `json:"effect"`   // against how it stands
	Mishaps  float64 `json:"mishaps"`  // that are to be expected
	Evenings float64 `json:"evenings"` // that they would cost
	Now      bool    `json:"now"`
}
