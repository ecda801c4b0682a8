package chart

import (
	"errors"
	"fmt"
	"slices"

	"plaintracer/core/geom"
)

func addLane(p *Page, d Part) ([]Part, error) {
	if d.Lane == nil {
		return nil, errors.New(noLane)
	}
	l := *d.Lane
	l.Size = geom.Round2(l.Size)
	if p.Lane(l.ID) != nil {
		return nil, fmt.Errorf(laneTwice, l.ID)
	}
	if len(p.Lanes) >= maxLanes {
		return nil, fmt.Errorf(tooManyLanes, maxLanes)
	}
	if err := checkLane(&l); err != nil {
		return nil, err
	}
	if l.In != "" && p.Group(l.In) == nil {
		l.In = "" // the group went away meanwhile
	}
	p.Lanes = insert(p.Lanes, d.At, &l)
	p.gather()
	return []Part{{Do: "lane.drop", Page: p.ID, ID: l.ID}}, nil
}

// dropLane takes a lane away. Steps that stand in it, perhaps because somebody
// else put them there at the same moment, go to the lane beside it, or onto
// the bare page where it was the last.
func dropLane(p *Page, d Part) ([]Part, error) {
	i := p.laneAt(d.ID)
	if i < 0 {
		return nil, gone("lane", d.ID)
	}
	l := p.Lanes[i]
	at, to := p.LaneOrigin(l.ID), ""
	switch {
	case i > 0:
		to = p.Lanes[i-1].ID
	case len(p.Lanes) > 1:
		to = p.Lanes[1].ID
	}
	back := Part{Do: "step.place", Page: p.ID}
	for _, s := range p.Steps {
		if s.Lane == l.ID {
			back.Places = append(back.Places, PlaceOf(s))
			s.Lane = to
			if to == "" {
				s.X, s.Y = within(s.X+at.X), within(s.Y+at.Y)
			}
		}
	}
	p.Lanes = slices.Delete(p.Lanes, i, i+1)
	inv := []Part{{Do: "lane.add", Page: p.ID, Lane: l, At: &i}}
	if len(back.Places) > 0 {
		inv = append(inv, back)
	}
	return inv, nil
}

func setLane(p *Page, d Part) ([]Part, error) {
	l := p.Lane(d.ID)
	if l == nil {
		return nil, gone("lane", d.ID)
	}
	next, inv := *l, Part{Do: "lane.set", Page: p.ID, ID: l.ID}
	inv.Name, inv.Size = set(&next.Name, d.Name), setRounded(&next.Size, d.Size)
	inv.LaneLook, next.Look = setLaneLook(l.Look, d.LaneLook)
	if d.Link != nil {
		inv.Link, next.Link = &LinkPart{l.Link}, d.Link.To
	}
	if d.Fields != nil {
		was := append([]Field{}, l.Fields...)
		inv.Fields, next.Fields = &was, append([]Field(nil), *d.Fields...)
	}
	if inv.In = set(&next.In, d.In); inv.In != nil && next.In != "" && p.Group(next.In) == nil {
		return nil, gone("group", next.In)
	}
	if err := checkLane(&next); err != nil {
		return nil, err
	}
	*l = next
	back := []Part{inv}
	if d.In != nil {
		back = append(back, Part{Do: "lane.order", Page: p.ID, Order: p.order()})
		p.gather()
	}
	return back, nil
}

// orderLanes brings the lanes into the order given; lanes that the command
// does not know, somebody else having added them, keep their index.
func orderLanes(p *Page, d Part) ([]Part, error) {
	old := p.order()
	if err := reorder(p.Lanes, d.Order, func(l *Lane) string { return l.ID }); err != nil {
		return nil, err
	}
	p.gather()
	return []Part{{Do: "lane.order", Page: p.ID, Order: old}}, nil
}
