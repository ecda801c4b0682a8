package steps

import (
	"encoding/json"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
)

// AlignTo is what steps are aligned to; SetAlignTo chooses it.
func (e *Editor) AlignTo() To {
	if e.lining.to == "" {
		return ToSelection
	}
	return e.lining.to
}

// SetAlignTo chooses what steps are aligned to.
func (e *Editor) SetAlignTo(to To) { e.lining.to = to }

// ByMiddles reports whether middles are distributed and not gaps; SetByMiddles chooses.
func (e *Editor) ByMiddles() bool { return e.lining.middles }

// SetByMiddles chooses whether middles are distributed, or gaps.
func (e *Editor) SetByMiddles(on bool) { e.lining.middles = on }

// Align brings the selected steps to one line. In lanes each lane is aligned by itself
// from top to bottom: a step stays with who does it. What would come to lie on each
// other is spread.
func (e *Editor) Align(edge arrange.Edge, words string) {
	upDown := edge == arrange.Top || edge == arrange.Middle || edge == arrange.Bottom
	to, split := e.AlignTo(), upDown
	if to == ToLane {
		split = !e.Page().Down // by lanes, whichever way they run
	}
	e.lineUp(words, split, upDown, func(bs []arrange.Box) []arrange.Box {
		return arrange.Align(bs, edge, e.alignBox(to, bs))
	})
}

// alignBox is the box that boxes of one lane are aligned to.
func (e *Editor) alignBox(to To, bs []arrange.Box) geom.Rect {
	p := e.Page()
	switch to {
	case ToFirst:
		for _, s := range e.InOrder() {
			for _, u := range e.lined() {
				if slices.ContainsFunc(u.boxes, func(b arrange.Box) bool { return b.ID == s.ID }) {
					return u.rect()
				}
			}
		}
	case ToPage:
		m := p.Margin()
		return geom.Rect{W: p.W, H: p.H}.Grow(-m)
	case ToLane:
		if l := p.Lane(p.Step(bs[0].ID).Lane); l != nil {
			return p.LaneSpace(l)
		}
	}
	return arrange.Around(bs)
}

// Distribute makes the gaps between the selected steps equal, or the distances of their middles.
func (e *Editor) Distribute(across bool) {
	words := say.DidDistributeDown
	if across {
		words = say.DidDistributeAcross
	}
	e.lineUp(words, !across, across, func(bs []arrange.Box) []arrange.Box {
		if e.ByMiddles() {
			return arrange.DistributeMiddles(bs, across)
		}
		return arrange.Distribute(bs, across)
	})
}

// GapTyped sets the gap between the selected steps that was typed: {"what":"across" or "down","value"}. The first of
// them stays.
func (e *Editor) GapTyped(arg string) {
	var a struct{ What, Value string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	e.setGap(a.What == "across", a.Value)
}

// GapBetween is the gap between the selected steps, along the way in which they stand beside each other; SetGap sets it as it
// was typed.
func (e *Editor) GapBetween() string {
	across, down := e.gaps()
	if e.stand() {
		return across
	}
	return down
}

// SetGap sets the gap that GapBetween tells.
func (e *Editor) SetGap(typed string) { e.setGap(e.stand(), typed) }

// stand reports whether the selected steps stand beside each other across the page rather than down.
func (e *Editor) stand() bool {
	var x, y []float64
	for _, u := range e.lined() {
		c := u.rect().Centre()
		x, y = append(x, c.X), append(y, c.Y)
	}
	return len(x) > 0 && slices.Max(x)-slices.Min(x) >= slices.Max(y)-slices.Min(y)
}

func (e *Editor) setGap(across bool, typed string) {
	px, ok := e.LengthOf(typed, 0, chart.MostSide*chart.MM)
	if !ok {
		e.Say(say.StepGap)
		return
	}
	e.lineUp(say.DidSetGap, !across, across, func(bs []arrange.Box) []arrange.Box { return arrange.WithGap(bs, across, px) })
}

// gaps are the gaps between the selected steps as people write them; "" where there is none, or where they differ.
func (e *Editor) gaps() (across, down string) {
	if len(e.Steps()) < 2 {
		return "", ""
	}
	us := e.lined()
	if len(us) < 2 {
		return "", ""
	}
	told := func(along bool) string {
		out := ""
		for _, bs := range e.byLane(us, !along) {
			gap, ok := arrange.GapOf(bs, along)
			switch words := e.Length(gap); {
			case len(bs) < 2:
			case !ok || gap < 0 || out != "" && out != words:
				return ""
			default:
				out = words
			}
		}
		return out
	}
	return told(true), told(false)
}

// SameSize makes the selected steps as wide, as high or both as the largest.
func (e *Editor) SameSize(width, height bool) {
	e.Free(e.Steps())
	e.putInLine(say.DidSameSize, e.PlacesOf(arrange.SameSize(e.Boxes(), width, height)), true, false)
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
			places = append(places, e.PlacesOf(moved)...)
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

// PlacesOf are where steps stand whose boxes on the page are given, each in its lane as
// before.
func (e *Editor) PlacesOf(bs []arrange.Box) []chart.Place {
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
