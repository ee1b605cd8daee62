package wire

import "time"

// When is a moment that was typed, read.
type When struct {
	At    time.Time `json:"at"`
	Date  string    `json:"date"`  // its day, "2027-03-13"
	Words string    `json:"words"` // what it was taken for
}
