package wire

import "github.com/invopop/jsonschema"

// Event is something that an open page is told of.
type Event struct {
	What     EventKind `json:"what"`
	Page     string    `json:"page,omitempty"`   // of a hello: which page the server has
	Frozen   string    `json:"frozen,omitempty"` // of a hello: why nothing can be changed; empty as usual
	Slug     string    `json:"slug,omitempty"`   // of a build
	Revision int64     `json:"revision,omitempty"`
}

// EventKind is what happened.
type EventKind string

// The kinds.
const (
	Hello       EventKind = "hello"      // the stream has begun
	BuildMoved  EventKind = "build"      // a build stands at another revision
	BuildsCame  EventKind = "builds"     // the list of builds is another
	ShelfMoved  EventKind = "shelf"      // the shelf stands at another revision
	JournalCame EventKind = "journal"    // a build's journal has another photograph or note
	Everything  EventKind = "everything" // a backup or an import took everything's place
)

// JSONSchema gives the kinds to the page.
func (EventKind) JSONSchema() *jsonschema.Schema {
	return &jsonschema.Schema{Type: "string", Enum: []any{Hello, BuildMoved, BuildsCame, ShelfMoved, JournalCame, Everything}}
}
