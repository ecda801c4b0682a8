package edit

import (
	"plaintracer/core/arrange"
	"plaintracer/core/chart"
)

// align brings the selected steps to one line. In lanes each lane is aligned by itself
// from top to bottom: a step stays with who does it. What would come to lie on each
// other is spread.
func (e *Editor) align(edge arrange.Edge, words string) {
	upDown := edge == arrange.Top || edge == arrange.Middle || edge == arrange.Bottom
	var places []chart.Place
	for _, bs := range e.byLane(upDown) {
		places = append(places, e.places(arrange.Align(bs, edge))...)
	}
	e.lineUp(words, places, upDown)
}

// distribute makes the gaps between the selected steps equal.
func (e *Editor) distribute(across bool) {
	words := didDistributeDown
	if across {
		words = didDistributeAcross
	}
	var places []chart.Place
	for _, bs := range e.byLane(!across) {
		places = append(places, e.places(arrange.Distribute(bs, across))...)
	}
	e.lineUp(words, places, across)
}

func (e *Editor) sameSize() { e.lineUp(didSameSize, e.places(arrange.SameSize(e.boxes())), true) }

// lineUp brings steps to places, spread where they would lie on each other.
func (e *Editor) lineUp(words string, places []chart.Place, across bool) {
	e.do(words, chart.Part{Do: "step.place", Page: e.page, Places: arrange.Spread(e.Page(), places, across)})
}

// byLane are the selected steps, with split those of each lane by themselves.
func (e *Editor) byLane(split bool) [][]arrange.Box {
	if split == e.Page().Down || len(e.Page().Lanes) == 0 {
		return [][]arrange.Box{e.boxes()}
	}
	at := map[string]int{}
	var out [][]arrange.Box
	for _, b := range e.boxes() {
		lane := e.Page().Step(b.ID).Lane
		if _, ok := at[lane]; !ok {
			at[lane] = len(out)
			out = append(out, nil)
		}
		out[at[lane]] = append(out[at[lane]], b)
	}
	return out
}

// places are where steps stand whose boxes on the page are given, each in its lane as
// before.
func (e *Editor) places(bs []arrange.Box) []chart.Place {
	p := e.Page()
	var out []chart.Place
	for _, b := range bs {
		pl := arrange.Settle(p, b.ID, b.Rect)
		if s := p.Step(b.ID); pl.Lane != s.Lane {
			if pl = p.PlaceAt(b.ID, s.Lane, b.Rect); p.Down {
				pl.X = s.X
			} else {
				pl.Y = s.Y
			}
		}
		out = append(out, pl)
	}
	return out
}
