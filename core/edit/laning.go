package edit

import (
	"math"

	"plaintracer/core/chart"
)

// widening drags the lower border of a lane; it stays as high as its steps.
type widening struct {
	press
	still
	id   string
	size float64
}

func (g *widening) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.refresh(e)
	}
}

func (g *widening) refresh(e *Editor) {
	if g.moved {
		cmd := g.command(e)
		e.setPreview(&cmd)
	}
}

func (g *widening) command(e *Editor) chart.Command {
	grid := e.Page().GridSize()
	size := math.Max(48, math.Round((g.size+g.last.Y-g.start.Y)/grid)*grid)
	return chart.Command{Words: didLaneSize, Parts: []chart.Part{{Do: "lane.set", Page: e.page, ID: g.id, Size: &size}}}
}

func (g *widening) up(e *Editor, p Pointer) {
	g.last = p
	if g.moved {
		cmd := g.command(e)
		e.do(cmd.Words, cmd.Parts...)
	}
}

func (g *widening) cursor() string { return rowEdge }

// reordering drags a lane by its head to another place among the lanes.
type reordering struct {
	press
	still
	id string
	on bool
}

func (g *reordering) move(e *Editor, p Pointer) {
	g.last = p
	g.refresh(e)
}

func (g *reordering) refresh(e *Editor) {
	part, ok := g.part(e)
	if g.on = ok; ok {
		e.setPreview(&chart.Command{Words: didMoveLane, Parts: []chart.Part{part}})
	} else {
		e.setPreview(nil)
	}
}

// part is the new order when the pointer lies over another lane.
func (g *reordering) part(e *Editor) (chart.Part, bool) {
	p := e.Page()
	over := p.LaneUnder(g.last.Y)
	if over == nil || over.ID == g.id {
		return chart.Part{}, false
	}
	var order []string
	down := p.LaneTop(over.ID) > p.LaneTop(g.id)
	for _, l := range p.Lanes {
		switch {
		case l.ID == g.id:
		case l.ID == over.ID && down:
			order = append(order, l.ID, g.id)
		case l.ID == over.ID:
			order = append(order, g.id, l.ID)
		default:
			order = append(order, l.ID)
		}
	}
	return chart.Part{Do: "lane.order", Page: p.ID, Order: order}, true
}

func (g *reordering) up(e *Editor, p Pointer) {
	if g.last = p; !g.on {
		return
	}
	if part, ok := g.part(e); ok {
		e.do(didMoveLane, part)
	}
}

func (g *reordering) cursor() string { return grabbing }
