package hand

import (
	"math"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// ruling pulls a guide line out of a ruler, or one that is there somewhere else; steps that stick to it go along. Let
// go beside the page it is taken away.
type ruling struct {
	press
	line chart.GuideLine // as it was; At below 0 for a new one
}

// guideAt is the guide line of the page at a point.
func (e *Editor) guideAt(q geom.Point) (chart.GuideLine, bool) {
	s := e.Page().Setup
	if s == nil {
		return chart.GuideLine{}, false
	}
	for _, g := range s.Guides {
		off := q.Y - g.At
		if g.Upright {
			off = q.X - g.At
		}
		if math.Abs(off) <= 3/e.zoom {
			return g, true
		}
	}
	return chart.GuideLine{}, false
}

func (g *ruling) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.refresh(e)
	}
}

func (g *ruling) refresh(e *Editor) { g.preview(e, g.command) }

// at is where the line is held; below 0 beside the page.
func (g *ruling) at(e *Editor) float64 {
	at, end := g.last.Y, e.Page().H
	if g.line.Upright {
		at, end = g.last.X, e.Page().W
	}
	if at < 0 || at > end {
		return -1
	}
	if grid := e.Page().GridSize(); !g.last.Alt {
		at = math.Round(at/grid) * grid
	}
	return geom.Round2(at)
}

func (g *ruling) command(e *Editor) (chart.Command, bool) {
	p, at := e.Page(), g.at(e)
	to := chart.GuideLine{Upright: g.line.Upright, At: at}
	s := chart.Setup{}
	if p.Setup != nil {
		s = *p.Setup
	}
	if to == g.line || at < 0 && g.line.At < 0 || at >= 0 && slices.Contains(s.Guides, to) {
		return chart.Command{}, false
	}
	was := s.Guides
	s.Guides = slices.DeleteFunc(slices.Clone(was), func(o chart.GuideLine) bool { return o == g.line })
	words := say.DidDropGuide
	if at >= 0 {
		s.Guides, words = append(s.Guides, to), say.DidGuide
	}
	parts := []chart.Part{{Do: "page.set", Page: p.ID, Setup: &s}}
	if moved := arrange.GuideMoved(p, g.line, at); at >= 0 && g.line.At >= 0 && len(moved) > 0 {
		parts = append(parts, chart.Part{Do: "step.place", Page: p.ID, Places: e.steps.PlacesOf(moved)})
	}
	return chart.Command{Words: words, Parts: parts}, true
}

func (g *ruling) up(e *Editor, p Pointer) {
	g.last = p
	if cmd, ok := g.command(e); g.moved && ok {
		e.Apply(cmd.Words, cmd.Parts...)
	}
}

func (g *ruling) marks(e *Editor, m scene.Pen) {
	if at := g.at(e); g.moved && at >= 0 {
		m.Say(e.Length(at), g.last.at())
	} else if g.moved {
		m.Say(say.GuideGoes, g.last.at())
	}
}

func (g *ruling) guides(*Editor, scene.Pen) {}

func (g *ruling) cursor() string {
	if g.line.Upright {
		return columnEdge
	}
	return rowEdge
}
