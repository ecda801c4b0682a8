package chart

import (
	"math"
	"slices"

	"plaintracer/core/geom"
)

// Sizes of what lanes are drawn with, px.
const (
	LaneHead  = 28.0 // the strip that carries a lane's name
	levelHead = 104.0
	StageHead = 28.0 // the strip that carries a stage's name
	PoolGap   = 24.0 // between a pool and what is beside it
)

// Head is the depth of the strip that carries a lane's name, px.
func (p *Page) Head() float64 {
	if p.Level && !p.Down {
		return levelHead
	}
	return LaneHead
}

// turned is a rectangle of the page as if its lanes ran across, and back.
func (p *Page) turned(r geom.Rect) geom.Rect {
	if p.Down {
		return r.Turned()
	}
	return r
}

// Lane finds a lane; nil when there is none of that id.
func (p *Page) Lane(id string) *Lane {
	if i := p.laneAt(id); i >= 0 {
		return p.Lanes[i]
	}
	return nil
}

func (p *Page) laneAt(id string) int {
	return slices.IndexFunc(p.Lanes, func(l *Lane) bool { return l.ID == id })
}

// Group finds a group; nil when there is none of that id.
func (p *Page) Group(id string) *LaneGroup {
	for _, g := range p.Groups {
		if g.ID == id {
			return g
		}
	}
	return nil
}

// Stage finds a stage; nil when there is none of that id.
func (p *Page) Stage(id string) *Stage {
	for _, s := range p.Stages {
		if s.ID == id {
			return s
		}
	}
	return nil
}

// mostDeep is how many groups can stand in each other.
const mostDeep = 3

// Within are the groups that a lane or group with that In stands in, from the inside out.
func (p *Page) Within(in string) []*LaneGroup {
	var out []*LaneGroup
	for g := p.Group(in); g != nil && len(out) < mostDeep; g = p.Group(g.In) {
		out = append(out, g)
	}
	return out
}

// pool is the id of the pool that a lane stands in.
func (p *Page) pool(l *Lane) string {
	if in := p.Within(l.In); len(in) > 0 && in[len(in)-1].Pool {
		return in[len(in)-1].ID
	}
	return ""
}

// Heads is the room for names before the lanes, px: one strip more for each group in a group.
func (p *Page) Heads() float64 {
	deep := 0
	if len(p.Groups) > 0 {
		for _, l := range p.Lanes {
			deep = max(deep, len(p.Within(l.In)))
		}
	}
	return float64(deep)*LaneHead + p.Head()
}

// stack goes through the lanes with where each begins, across the flow, until f has enough; it
// returns where the last one ends.
func (p *Page) stack(f func(l *Lane, start float64) bool) float64 {
	at := p.Frame.Y
	if p.Down {
		at = p.Frame.X
	}
	if len(p.Stages) > 0 {
		at += StageHead
	}
	for i, l := range p.Lanes {
		if i > 0 && len(p.Groups) > 0 && p.pool(l) != p.pool(p.Lanes[i-1]) {
			at += PoolGap
		}
		if !f(l, at) {
			break
		}
		at += l.Size
	}
	return at
}

// LaneStart is where a lane begins, across the flow: its top, or its left edge where lanes run down;
// 0 for the id "".
func (p *Page) LaneStart(id string) float64 {
	if id == "" || p.Lane(id) == nil {
		return 0
	}
	return p.stack(func(l *Lane, _ float64) bool { return l.ID != id })
}

// LaneOrigin is the point that the places of a lane's steps count from; the page's corner for the
// id "".
func (p *Page) LaneOrigin(id string) geom.Point {
	if p.Down {
		return geom.Pt(p.LaneStart(id), 0)
	}
	return geom.Pt(0, p.LaneStart(id))
}

// LanesEnd is where the last lane ends, across the flow; the frame's beginning without lanes.
func (p *Page) LanesEnd() float64 {
	return p.stack(func(*Lane, float64) bool { return true })
}

// LanesRect is where all lanes stand, with their heads and those of stages.
func (p *Page) LanesRect() geom.Rect {
	f := p.turned(geom.Rect{X: p.Frame.X, Y: p.Frame.Y})
	return p.turned(geom.Rect{X: f.X, Y: f.Y, W: p.Frame.W, H: p.LanesEnd() - f.Y})
}

// LaneRect is where a lane stands, head included.
func (p *Page) LaneRect(l *Lane) geom.Rect {
	return p.bandRect(l.In, p.LaneStart(l.ID), l.Size)
}

// bandRect is where something stands that is in a group and of such a size across the flow.
func (p *Page) bandRect(in string, start, size float64) geom.Rect {
	f := p.turned(geom.Rect{X: p.Frame.X, Y: p.Frame.Y})
	deep := 0.0
	if in != "" {
		deep = float64(len(p.Within(in))) * LaneHead
	}
	return p.turned(geom.Rect{X: f.X + deep, Y: start, W: p.Frame.W - deep, H: size})
}

// HeadRect is the strip with a lane's name. Names of lanes in fewer groups than others have more
// room, so that all lanes begin at the same place.
func (p *Page) HeadRect(l *Lane) geom.Rect {
	r := p.turned(p.LaneRect(l))
	r.W = p.turned(geom.Rect{X: p.Frame.X, Y: p.Frame.Y}).X + p.Heads() - r.X
	return p.turned(r)
}

// LaneSpace is where a lane's steps can stand: the lane without its head.
func (p *Page) LaneSpace(l *Lane) geom.Rect {
	r, head := p.turned(p.LaneRect(l)), p.turned(p.HeadRect(l))
	r.W, r.X = r.Right()-head.Right(), head.Right()
	return p.turned(r)
}

// GroupRect is where a group stands, with its head; ok is false for one without lanes.
func (p *Page) GroupRect(g *LaneGroup) (r geom.Rect, ok bool) {
	from, to := math.Inf(1), math.Inf(-1)
	p.stack(func(l *Lane, start float64) bool {
		if slices.Contains(p.Within(l.In), g) {
			from, to = math.Min(from, start), math.Max(to, start+l.Size)
		}
		return true
	})
	if from > to {
		return geom.Rect{}, false
	}
	return p.bandRect(g.In, from, to-from), true
}

// GroupHead is the strip with a group's name.
func (p *Page) GroupHead(g *LaneGroup) geom.Rect {
	r, _ := p.GroupRect(g)
	r = p.turned(r)
	r.W = LaneHead
	return p.turned(r)
}

// StageRect is where a stage stands: from its head to the far side of the lanes.
func (p *Page) StageRect(s *Stage) geom.Rect {
	f := p.turned(geom.Rect{X: p.Frame.X, Y: p.Frame.Y})
	at := f.X + p.Heads()
	for i, o := range p.Stages {
		w := o.Size
		if i == len(p.Stages)-1 {
			w = math.Max(w, f.X+p.Frame.W-at)
		}
		if o == s {
			return p.turned(geom.Rect{X: at, Y: f.Y, W: w, H: p.LanesEnd() - f.Y})
		}
		at += w
	}
	return geom.Rect{}
}

// StageHeadRect is the strip with a stage's name.
func (p *Page) StageHeadRect(s *Stage) geom.Rect {
	r := p.turned(p.StageRect(s))
	r.H = StageHead
	return p.turned(r)
}

// StageAt is the stage that a point of the page lies in: the nearest one beyond the first and the
// last; nil on a page without stages.
func (p *Page) StageAt(q geom.Point) *Stage {
	at := q.X
	if p.Down {
		at = q.Y
	}
	var found *Stage
	for _, s := range p.Stages {
		if found == nil || at >= p.turned(p.StageRect(s)).X {
			found = s
		}
	}
	return found
}

// StageOf is the stage that a step stands in; nil without one.
func (p *Page) StageOf(s *Step) *Stage {
	if len(p.Stages) == 0 {
		return nil
	}
	return p.StageAt(p.StepRect(s).Centre())
}

// PutInto puts a step of the page into the middle of a stage.
func (p *Page) PutInto(s *Step, st *Stage) {
	r := p.StageRect(st)
	if p.Down {
		s.Y = geom.Round2(r.CY() - s.H/2)
	} else {
		s.X = geom.Round2(r.CX() - s.W/2)
	}
}

// LaneUnder is the lane at a point: the nearest one when it lies beside them all or between two;
// nil on a page without lanes.
func (p *Page) LaneUnder(q geom.Point) *Lane {
	at := q.Y
	if p.Down {
		at = q.X
	}
	var best *Lane
	least := math.Inf(1)
	p.stack(func(l *Lane, start float64) bool {
		if far := math.Max(start-at, at-start-l.Size); far <= least { // a border is the next one's
			best, least = l, far
		}
		return least >= 0
	})
	return best
}

// PlaceAt is the place of a step of a lane that is to stand at r on the page.
func (p *Page) PlaceAt(id, lane string, r geom.Rect) Place {
	at := p.LaneOrigin(lane)
	return Place{ID: id, Lane: lane, X: geom.Round2(r.X - at.X), Y: geom.Round2(r.Y - at.Y), W: r.W, H: r.H}
}

// RectOf is where a step stands on the page at a place.
func (p *Page) RectOf(pl Place) geom.Rect {
	at := p.LaneOrigin(pl.Lane)
	return geom.Rect{X: at.X + pl.X, Y: at.Y + pl.Y, W: pl.W, H: pl.H}
}

// gather brings the lanes of each group together, where the first of them stands.
func (p *Page) gather() {
	if len(p.Groups) == 0 {
		return
	}
	// A lane's place is told by the first lane of each group that it stands in, from the outside in.
	first := map[string]int{}
	key := func(l *Lane) []int {
		var out []int
		for _, g := range slices.Backward(p.Within(l.In)) {
			out = append(out, first[g.ID])
		}
		return append(out, first[l.ID])
	}
	for i, l := range p.Lanes {
		for _, id := range append([]string{l.ID}, ids(p.Within(l.In))...) {
			if _, has := first[id]; !has {
				first[id] = i
			}
		}
	}
	slices.SortStableFunc(p.Lanes, func(a, b *Lane) int { return slices.Compare(key(a), key(b)) })
}

func ids(gs []*LaneGroup) []string {
	var out []string
	for _, g := range gs {
		out = append(out, g.ID)
	}
	return out
}

// order is the order in which the lanes stand.
func (p *Page) order() []string {
	out := make([]string, len(p.Lanes))
	for i, l := range p.Lanes {
		out[i] = l.ID
	}
	return out
}

// StepRect is where a step stands on the page, as stored.
func (p *Page) StepRect(s *Step) geom.Rect {
	at := p.LaneOrigin(s.Lane)
	return geom.Rect{X: at.X + s.X, Y: at.Y + s.Y, W: s.W, H: s.H}
}

// Place is where a step stands: its lane ("" for none), corner and size.
type Place struct {
	ID   string  `json:"id"`
	Lane string  `json:"lane,omitempty"`
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
	W    float64 `json:"w"`
	H    float64 `json:"h"`
}

// PlaceOf is the place where a step stands now.
func PlaceOf(s *Step) Place { return Place{s.ID, s.Lane, s.X, s.Y, s.W, s.H} }

// refuge is the lane that takes in a step whose own is gone.
func refuge(p *Page) string {
	if len(p.Lanes) == 0 {
		return ""
	}
	return p.Lanes[0].ID
}
