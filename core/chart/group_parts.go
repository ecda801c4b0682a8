package chart

import (
	"errors"
	"fmt"
	"slices"

	"plaintracer/core/geom"
)

func addGroup(p *Page, d Part) ([]Part, error) {
	if d.Group == nil {
		return nil, errors.New(noGroup)
	}
	g := *d.Group
	if p.Group(g.ID) != nil {
		return nil, fmt.Errorf(groupTwice, g.ID)
	}
	if len(p.Groups) >= maxLanes {
		return nil, fmt.Errorf(tooManyGroups, maxLanes)
	}
	if g.In != "" && p.Group(g.In) == nil {
		g.In = "" // which went away meanwhile
	}
	if err := p.checkGroup(&g); err != nil {
		return nil, err
	}
	p.Groups = insert(p.Groups, d.At, &g)
	return []Part{{Do: "group.drop", Page: p.ID, ID: g.ID}}, nil
}

// dropGroup takes a group away; what stands in it stands in the group around it then.
func dropGroup(p *Page, d Part) ([]Part, error) {
	g := p.Group(d.ID)
	if g == nil {
		return nil, gone("group", d.ID)
	}
	i := slices.Index(p.Groups, g)
	back := []Part{{Do: "group.add", Page: p.ID, Group: g, At: &i}}
	for _, o := range p.Groups {
		if o.In == g.ID {
			back = append(back, Part{Do: "group.set", Page: p.ID, ID: o.ID, In: &g.ID})
			o.In = g.In
		}
	}
	for _, l := range p.Lanes {
		if l.In == g.ID {
			back = append(back, Part{Do: "lane.set", Page: p.ID, ID: l.ID, In: &g.ID})
			l.In = g.In
		}
	}
	back = append(back, Part{Do: "lane.order", Page: p.ID, Order: p.order()})
	p.Groups = slices.Delete(p.Groups, i, i+1)
	p.gather()
	return back, nil
}

func setGroup(p *Page, d Part) ([]Part, error) {
	g := p.Group(d.ID)
	if g == nil {
		return nil, gone("group", d.ID)
	}
	next, inv := *g, Part{Do: "group.set", Page: p.ID, ID: g.ID}
	inv.Name = set(&next.Name, d.Name)
	inv.Pool, inv.In = set(&next.Pool, d.Pool), set(&next.In, d.In)
	inv.LaneLook, next.Look = setLaneLook(g.Look, d.LaneLook)
	was := *g
	*g = next
	for _, o := range p.Groups { // those in it stand deeper, too
		if err := p.checkGroup(o); err != nil {
			*g = was
			return nil, err
		}
	}
	back := []Part{inv}
	if d.In != nil {
		back = append(back, Part{Do: "lane.order", Page: p.ID, Order: p.order()})
		p.gather()
	}
	return back, nil
}

// setLaneLook is what takes a look back, and the look that a part sets.
func setLaneLook(was, to *LaneLook) (back, now *LaneLook) {
	if to == nil {
		return nil, was
	}
	if back = was; was == nil {
		back = &LaneLook{}
	}
	if *to == (LaneLook{}) {
		return back, nil
	}
	look := *to
	return back, &look
}

func addStage(p *Page, d Part) ([]Part, error) {
	if d.Stage == nil {
		return nil, errors.New(noStage)
	}
	s := *d.Stage
	s.Size = geom.Round2(s.Size)
	if p.Stage(s.ID) != nil {
		return nil, fmt.Errorf(stageTwice, s.ID)
	}
	if len(p.Stages) >= maxLanes {
		return nil, fmt.Errorf(tooManyStages, maxLanes)
	}
	if err := checkStage(&s); err != nil {
		return nil, err
	}
	p.Stages = insert(p.Stages, d.At, &s)
	return []Part{{Do: "stage.drop", Page: p.ID, ID: s.ID}}, nil
}

func dropStage(p *Page, d Part) ([]Part, error) {
	s := p.Stage(d.ID)
	if s == nil {
		return nil, gone("stage", d.ID)
	}
	i := slices.Index(p.Stages, s)
	p.Stages = slices.Delete(p.Stages, i, i+1)
	return []Part{{Do: "stage.add", Page: p.ID, Stage: s, At: &i}}, nil
}

func setStage(p *Page, d Part) ([]Part, error) {
	s := p.Stage(d.ID)
	if s == nil {
		return nil, gone("stage", d.ID)
	}
	next, inv := *s, Part{Do: "stage.set", Page: p.ID, ID: s.ID}
	inv.Name, inv.Size = set(&next.Name, d.Name), setRounded(&next.Size, d.Size)
	inv.LaneLook, next.Look = setLaneLook(s.Look, d.LaneLook)
	if err := checkStage(&next); err != nil {
		return nil, err
	}
	*s = next
	return []Part{inv}, nil
}

// orderStages brings the stages into the order given, as orderLanes does.
func orderStages(p *Page, d Part) ([]Part, error) {
	var old []string
	for _, s := range p.Stages {
		old = append(old, s.ID)
	}
	if err := reorder(p.Stages, d.Order, func(s *Stage) string { return s.ID }); err != nil {
		return nil, err
	}
	return []Part{{Do: "stage.order", Page: p.ID, Order: old}}, nil
}
