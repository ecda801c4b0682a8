package steps

import (
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// Align brings the selected steps to one line. In lanes each lane is aligned by itself
// from top to bottom: a step stays with who does it. What would come to lie on each
// other is spread.
func (e *Editor) Align(edge arrange.Edge, words string) {
	upDown := edge == arrange.Top || edge == arrange.Middle || edge == arrange.Bottom
	e.lineUp(words, upDown, upDown, func(bs []arrange.Box) []arrange.Box { return arrange.Align(bs, edge) })
}

// Distribute makes the gaps between the selected steps equal.
func (e *Editor) Distribute(across bool) {
	words := say.DidDistributeDown
	if across {
		words = say.DidDistributeAcross
	}
	e.lineUp(words, !across, across, func(bs []arrange.Box) []arrange.Box { return arrange.Distribute(bs, across) })
}

// SameSize makes the selected steps as large as the largest.
func (e *Editor) SameSize() {
	e.Free(e.Steps())
	e.putInLine(say.DidSameSize, e.places(arrange.SameSize(e.Boxes())), true, false)
}

// lineUp brings the units that are selected to where to says; with split those of each lane by themselves.
// What is held together keeps its places among itself.
func (e *Editor) lineUp(words string, split, across bool, to func([]arrange.Box) []arrange.Box) {
	e.Free(e.Steps())
	us := e.lined()
	grouped := slices.ContainsFunc(us, func(u unit) bool { return len(u.boxes) > 1 })
	by := map[string]unit{}
	for _, u := range us {
		by[u.boxes[0].ID] = u
	}
	var places []chart.Place
	for _, bs := range e.byLane(us, split) {
		for _, b := range to(bs) {
			u := by[b.ID]
			was := u.rect()
			moved := slices.Clone(u.boxes)
			for i := range moved {
				moved[i].Rect.X += b.Rect.X - was.X
				moved[i].Rect.Y += b.Rect.Y - was.Y
			}
			places = append(places, e.places(moved)...)
		}
	}
	e.putInLine(words, places, across, grouped)
}

// putInLine brings steps to places, spread where they would lie on each other; in groups they may.
func (e *Editor) putInLine(words string, places []chart.Place, across, grouped bool) {
	if !grouped {
		places = arrange.Spread(e.Page(), places, across)
	}
	if len(places) > 0 {
		e.Apply(words, chart.Part{Do: "step.place", Page: e.PageID(), Places: places})
	}
}

// byLane are units as boxes named by their first step, with split those of each lane by themselves.
func (e *Editor) byLane(us []unit, split bool) [][]arrange.Box {
	p := e.Page()
	split = split != p.Down && len(p.Lanes) > 0
	at := map[string]int{}
	var out [][]arrange.Box
	for _, u := range us {
		lane := ""
		if id := u.boxes[0].ID; split {
			lane = p.Step(id).Lane
		}
		if _, ok := at[lane]; !ok {
			at[lane] = len(out)
			out = append(out, nil)
		}
		out[at[lane]] = append(out[at[lane]], arrange.Box{ID: u.boxes[0].ID, Rect: u.rect()})
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
