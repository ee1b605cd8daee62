package route

import (
	"inkysparrow/core/fact"
)

// Edge is how a mask meets the surface, and how wide the edge is that it leaves.
type Edge struct {
	ID, Words string
	WidthMM   float64
}

func edge(id, words string, width float64) Edge {
	return Edge{id, words, Numbers.Number("edge-"+id, width, "mm", "width of the edge: "+words, fact.Bench("a hard mask gives a hard edge, one lifted off the surface or freehand a soft one"))}
}

var edges = []Edge{edge("hard", "tape pressed down", 0.1), edge("lifted", "mask lifted off the surface", 2), edge("freehand", "freehand", 4)}

// Edges returns the kinds of edge; the first is meant where a mask says nothing.
func Edges() []Edge { return edges }

// EdgeNamed returns the edge with that id, the first where there is none.
func EdgeNamed(id string) Edge {
	for _, e := range edges {
		if e.ID == id {
			return e
		}
	}
	return edges[0]
}
