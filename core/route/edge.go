package route

import (
	"inkysparrow/core/fact"
)

// EdgeID names an edge.
type EdgeID string

// The edges.
const (
	HardEdge EdgeID = "hard"
	Lifted   EdgeID = "lifted"
	Freehand EdgeID = "freehand"
)

// Edge is how a mask meets the surface, and how wide the edge is that it leaves.
type Edge struct {
	ID      EdgeID
	Words   string
	WidthMM float64
}

func edge(id EdgeID, words string, width float64) Edge {
	return Edge{id, words, Numbers.Number("edge-"+string(id), width, "mm", "width of the edge: "+words, fact.Bench("a hard mask gives a hard edge, one lifted off the surface or freehand a soft one"))}
}

var edges = []Edge{edge(HardEdge, "tape pressed down", 0.1), edge(Lifted, "mask lifted off the surface", 2), edge(Freehand, "freehand", 4)}

// Edges returns the kinds of edge; the first is meant where a mask says nothing.
func Edges() []Edge { return edges }

// EdgeNamed returns the edge with that id, the first where there is none.
func EdgeNamed(id EdgeID) Edge {
	for _, e := range edges {
		if e.ID == id {
			return e
		}
	}
	return edges[0]
}
