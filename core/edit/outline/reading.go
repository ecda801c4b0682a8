package outline

import (
	"strconv"

	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/list"
)

// doubt is a line of the list that was pasted which can be read in two ways, by its place among those, and how
// many there are; nil where there is no such line.
func (e *Editor) doubt(place string) (d *list.Doubt, i, n int) {
	doubts := list.Doubts(e.pasted.lines)
	i, err := strconv.Atoi(place)
	if err != nil || i < 0 || i >= len(doubts) {
		return nil, 0, 0
	}
	return &doubts[i], i, len(doubts)
}

// Doubted says how such a line is read, and offers the other reading.
func (e *Editor) Doubted(place string) {
	d, i, n := e.doubt(place)
	if d == nil {
		return
	}
	offers := []session.Answer{{Words: say.ReadItAs(d.Other), Do: "read-other", Arg: strconv.Itoa(i)}}
	if n > 1 {
		next := (i + 1) % n
		offers = append(offers, session.Answer{Words: say.NextReading(next+1, n), Do: "read-next", Arg: strconv.Itoa(next)})
	}
	e.Say(say.ReadAs(e.pasted.lines[d.Line], d.Taken), offers...)
}
