package effect

// byPencil is a pencil, or a bud with graphite.
var byPencil = chipTool("pencil", "a pencil", 0.25, 0.6, Hand{
	Tool: "A sharp pencil, dabbed and dragged on high points; a bud rubbed with graphite on single panels.",
	Undo: "An eraser, until it is sealed.",
	Seal: "A mist, or nothing: fingers take it off.",
})

var pencilled = &Effect{ID: "pencil", Name: "Pencil wear", By: []*Hand{byPencil}, plan: func(j *Job, p *Plan) { chipped(j, p) }}
