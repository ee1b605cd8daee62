package wire

import (
	"time"

	"inkysparrow/shelf"
)

// Shelf is the modeller's products with what the builds will use of them.
type Shelf struct {
	Products []Shelved `json:"products"`
	Ways     []Wish    `json:"ways"` // ways of putting on that can be asked for
	Revision int64     `json:"revision"`
	Undoes   string    `json:"undoes,omitempty"` // the change that an undo takes back
	Redoes   string    `json:"redoes,omitempty"`
}

// Shelved is a product as the shelf shows it.
type Shelved struct {
	Product  shelf.Product `json:"product"`
	Family   string        `json:"family"`  // in words
	Liquids  string        `json:"liquids"` // carrier and remover in words
	NeedML   float64       `json:"need_ml"` // of all steps still to be done
	RunsOut  string        `json:"runs_out,omitempty"`
	Uses     []ShelfUse    `json:"uses"`
	Caution  string        `json:"caution,omitempty"`
	OpenDays int           `json:"open_days,omitempty"` // since it was opened
}

// ShelfUse is what a step will take.
type ShelfUse struct {
	Slug  string    `json:"slug"`
	Build string    `json:"build"`
	What  string    `json:"what"`
	ML    float64   `json:"ml"`
	At    time.Time `json:"at"`
}

// ShelfHiding is how a product hides what is below.
type ShelfHiding struct {
	Words string `json:"words"` // empty for one that lies open, such as a clear
	Dries string `json:"dries"` // what is known of how it dries; empty for what does not
}

// ShelfGood are the products that are good for something, by id.
type ShelfGood struct {
	IDs []string `json:"ids"`
}

// Follow is what one product does to a film of another, over its age.
type Follow struct {
	Below string      `json:"below"`
	Above string      `json:"above"`
	Ages  []string    `json:"ages"`
	Rows  []FollowRow `json:"rows"`
	Words string      `json:"words"`
}

// FollowRow is one way of putting it on.
type FollowRow struct {
	Way     string    `json:"way"`
	States  []string  `json:"states"`  // safe, wet, soft or bites, at each age
	Safe    string    `json:"safe"`    // from when, in words
	Chances []float64 `json:"chances"` // of harm, 0 to 1, at each age; 0 where it is too slight to be told
}

// PutShelf puts a product on the shelf; without an id it is a new one.
type PutShelf struct {
	Revision int64         `json:"revision" validate:"required,min=1"`
	Product  shelf.Product `json:"product" validate:"-"`
}

// ShelfID names a product.
type ShelfID struct {
	Revision int64  `json:"revision" validate:"required,min=1"`
	ID       string `json:"id" validate:"required,max=100"`
}

// ImportShelf asks to read a list of products or colours, or for what that would do.
type ImportShelf struct {
	As     string `json:"as" validate:"oneof=json csv palette" jsonschema:"enum=json,enum=csv,enum=palette"`
	Text   []byte `json:"text" validate:"required"`            // the file as it is, in base64
	Family string `json:"family,omitempty" validate:"max=100"` // that colours of a palette become paints of
	Try    bool   `json:"try,omitempty"`

	Revision int64 `json:"revision,omitempty" validate:"required_without=Try"` // of the shelf that the import was tried on
}

// Tint is a colour in the forms in which it can be given.
type Tint struct {
	Hex   string  `json:"hex"`
	L     float64 `json:"l"`
	A     float64 `json:"a"`
	B     float64 `json:"b"`
	Shown bool    `json:"shown"` // a screen can show it; else hex is the nearest that it can
}

// ReadPalette asks for the colours of a palette file.
type ReadPalette struct {
	Text []byte `json:"text" validate:"required"`
}

// Swatches are the colours of a palette file.
type Swatches struct {
	Colours []Swatch `json:"colours"`
	Bad     int      `json:"bad"` // lines that hold none
}

// Swatch is a named colour.
type Swatch struct {
	Name string `json:"name"`
	Hex  string `json:"hex"`
}

// ImportedShelf is what an import did or would do. The lists hold the first hundred.
type ImportedShelf struct {
	Added     int           `json:"added"`
	Changed   int           `json:"changed"`
	Same      int           `json:"same"`
	Bad       int           `json:"bad"`
	New       []string      `json:"new"`
	Different []ShelfChange `json:"different"`
	BadRows   []ShelfBadRow `json:"bad_rows"`
}

// ShelfChange is a product that is changed, and in what.
type ShelfChange struct {
	Name   string   `json:"name"`
	Fields []string `json:"fields"`
}

// ShelfBadRow is a row that could not be read.
type ShelfBadRow struct {
	Line    int    `json:"line"`
	Problem string `json:"problem"`
}
