package arrange

import (
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// across is how far a step's place lies across the lanes, in its lane, and its size that way.
func across(p *chart.Page, s *chart.Step) (at, size float64) {
	if p.Down {
		return s.X, s.W
	}
	return s.Y, s.H
}

// along is where a step stands along the flow, and its size that way.
func along(p *chart.Page, s *chart.Step) (at, size float64) {
	if p.Down {
		return s.Y, s.H
	}
	return s.X, s.W
}

// pushed is the place of a step moved across the lanes and along the flow.
func pushed(p *chart.Page, s *chart.Step, over, on float64) chart.Place {
	pl := chart.PlaceOf(s)
	if p.Down {
		over, on = on, over
	}
	pl.X, pl.Y = geom.Round2(pl.X+on), geom.Round2(pl.Y+over)
	return pl
}

// place is a part that puts steps to places; none for no places.
func place(p *chart.Page, places []chart.Place) []chart.Part {
	if len(places) == 0 {
		return nil
	}
	return []chart.Part{{Do: "step.place", Page: p.ID, Places: places}}
}

// Needs is how large a lane must be for its steps, px; least for one without.
func Needs(p *chart.Page, l *chart.Lane, least float64) float64 {
	need := least
	for _, s := range standing(p) {
		if s.Lane == l.ID {
			at, size := across(p, s)
			need = math.Max(need, geom.Round2(at+size+lanePad))
		}
	}
	return need
}

// Resized are the parts that give a lane or a stage a size, px, but no less than its steps need. A
// lane that is made larger or smaller where it begins (near) leaves its steps where they stand and
// takes the room from the lane before it, the first one from the page. What stands in later stages
// goes along when a stage is.
func Resized(p *chart.Page, id string, size float64, near bool) []chart.Part {
	if s := p.Stage(id); s != nil {
		return stageResized(p, s, size)
	}
	l := p.Lane(id)
	if l == nil {
		return nil
	}
	size = geom.Round2(size)
	if !near {
		if size = math.Max(size, Needs(p, l, 0)); size == l.Size {
			return nil
		}
		return []chart.Part{{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &size}}
	}
	first := math.Inf(1) // how far its steps stand from where it begins
	for _, s := range standing(p) {
		if s.Lane == l.ID {
			at, _ := across(p, s)
			first = math.Min(first, at)
		}
	}
	d := geom.Round2(math.Max(size-l.Size, lanePad-first))
	var parts []chart.Part
	if i := slices.Index(p.Lanes, l); i > 0 {
		before := p.Lanes[i-1]
		d = math.Min(d, geom.Round2(before.Size-math.Max(Needs(p, before, 0), leastLane)))
		rest := geom.Round2(before.Size - d)
		parts = append(parts, chart.Part{Do: "lane.set", Page: p.ID, ID: before.ID, Size: &rest})
	} else {
		frame := p.Frame
		at := &frame.Y
		if p.Down {
			at = &frame.X
		}
		d = math.Min(d, geom.Round2(*at-leastEdge))
		*at = geom.Round2(*at - d)
		parts = append(parts, chart.Part{Do: "page.set", Page: p.ID, Frame: &frame})
	}
	if d == 0 {
		return nil
	}
	size = geom.Round2(l.Size + d)
	parts = append(parts, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &size})
	return append(parts, place(p, laneShifted(p, l.ID, d))...)
}

// The smallest lane, and what the first one keeps to the edge of the page, px.
const (
	leastLane = 40.0
	leastEdge = 18.0
)

// laneShifted are the places of a lane's steps moved across it.
func laneShifted(p *chart.Page, lane string, d float64) []chart.Place {
	var out []chart.Place
	for _, s := range p.Steps {
		if s.Lane == lane {
			out = append(out, pushed(p, s, d, 0))
		}
	}
	return out
}

func stageResized(p *chart.Page, s *chart.Stage, size float64) []chart.Part {
	head := p.StageRect(s)
	from, end := head.X, head.Right()
	if p.Down {
		from, end = head.Y, head.Bottom()
	}
	high, low := from, math.Inf(1) // where its steps end, and later ones begin, which may be before its end
	for _, t := range standing(p) {
		at, w := along(p, t)
		switch {
		case p.StageOf(t) == s:
			high = math.Max(high, at+w)
		case at+w/2 >= end:
			low = math.Min(low, at)
		}
	}
	size = math.Max(size, high+lanePad-from) // no smaller than its steps
	size = math.Max(size, math.Min(s.Size, s.Size+high+lanePad-low))
	if size = geom.Round2(size); size == s.Size {
		return nil
	}
	d := size - s.Size
	if last := p.Stages[len(p.Stages)-1]; last == s {
		d = 0 // nothing is behind it
	}
	parts := []chart.Part{{Do: "stage.set", Page: p.ID, ID: s.ID, Size: &size}}
	return append(parts, place(p, alongFrom(p, end, d))...)
}

// alongFrom are the places of the steps whose middles lie beyond a place along the flow, moved on.
func alongFrom(p *chart.Page, from, d float64) []chart.Place {
	var out []chart.Place
	for _, s := range p.Steps {
		if at, size := along(p, s); d != 0 && at+size/2 >= from {
			out = append(out, pushed(p, s, 0, d))
		}
	}
	return out
}

// LaneMoved are the parts that move a lane, or a group with its lanes, to where a lane stands; none
// where it stands there already.
func LaneMoved(p *chart.Page, id, over string) []chart.Part {
	mine := func(l *chart.Lane) bool {
		return l.ID == id || slices.ContainsFunc(p.Within(l.In), func(g *chart.LaneGroup) bool { return g.ID == id })
	}
	to := p.Lane(over)
	if to == nil || mine(to) {
		return nil
	}
	in := "" // the group that it stands in, which it does not leave
	if l := p.Lane(id); l != nil {
		in = l.In
	} else if g := p.Group(id); g != nil {
		in = g.In
	}
	// What it changes places with: the lane, or the group around it that stands beside it.
	block := func(l *chart.Lane) bool { return l == to }
	if to.In != in {
		gs := p.Within(to.In)
		i := slices.IndexFunc(gs, func(g *chart.LaneGroup) bool { return g.In == in })
		if i < 0 {
			return nil
		}
		block = func(l *chart.Lane) bool { return slices.Contains(p.Within(l.In), gs[i]) }
	}
	var order, moved []string
	for _, l := range p.Lanes {
		if mine(l) {
			moved = append(moved, l.ID)
		}
	}
	before := slices.IndexFunc(p.Lanes, mine) > slices.IndexFunc(p.Lanes, block)
	put := false
	for i, l := range p.Lanes {
		if mine(l) {
			continue
		}
		if before && block(l) && !put {
			order, put = append(order, moved...), true
		}
		order = append(order, l.ID)
		last := i+1 == len(p.Lanes) || !block(p.Lanes[i+1])
		if !before && block(l) && last && !put {
			order, put = append(order, moved...), true
		}
	}
	return []chart.Part{{Do: "lane.order", Page: p.ID, Order: order}}
}

// StageMoved are the parts that move a stage by so many places, with what stands in it.
func StageMoved(p *chart.Page, id string, by int) []chart.Part {
	at := slices.IndexFunc(p.Stages, func(s *chart.Stage) bool { return s.ID == id })
	to := at + by
	if at < 0 || to < 0 || to >= len(p.Stages) || by == 0 {
		return nil
	}
	stages := slices.Clone(p.Stages)
	s := stages[at]
	stages = slices.Insert(slices.Delete(stages, at, at+1), to, s)
	var order []string
	for _, s := range stages {
		order = append(order, s.ID)
	}
	parts := []chart.Part{{Do: "stage.order", Page: p.ID, Order: order}}
	last, first := p.Stages[len(p.Stages)-1], stages[0]
	shift := map[*chart.Stage]float64{} // of the steps in each
	now := 0.0
	was := map[*chart.Stage]float64{}
	for _, s := range p.Stages {
		was[s] = now
		now += s.Size
	}
	now = 0
	for _, s := range stages {
		low, high := math.Inf(1), 0.0
		for _, t := range standing(p) {
			if p.StageOf(t) == s {
				at, w := along(p, t)
				low, high = math.Min(low, at-stageStart(p, s)), math.Max(high, at+w-stageStart(p, s))
			}
		}
		size, more := s.Size, 0.0
		if s == last && stages[len(stages)-1] != last { // it had what was left of the lanes
			size = math.Max(size, geom.Round2(math.Min(high+lanePad, stageLength(p, s))))
		}
		if s == first && low < lanePad { // nothing reaches into the heads
			more = geom.Round2(lanePad - low)
		}
		if size += more; size != s.Size {
			parts = append(parts, chart.Part{Do: "stage.set", Page: p.ID, ID: s.ID, Size: &size})
		}
		shift[s] = now + more - was[s]
		now += size
	}
	var places []chart.Place
	for _, t := range p.Steps {
		if d := shift[p.StageOf(t)]; d != 0 {
			places = append(places, pushed(p, t, 0, d))
		}
	}
	return append(parts, place(p, places)...)
}

// stageStart is where a stage begins along the flow, stageLength how long it is drawn.
func stageStart(p *chart.Page, s *chart.Stage) float64 {
	if r := p.StageRect(s); p.Down {
		return r.Y
	} else {
		return r.X
	}
}

func stageLength(p *chart.Page, s *chart.Stage) float64 {
	if r := p.StageRect(s); p.Down {
		return r.H
	} else {
		return r.W
	}
}

// StagesShared are the sizes of n stages that share the lanes, about alike, with borders where no step
// stands.
func StagesShared(p *chart.Page, n int) []float64 {
	from := p.Frame.X + p.Heads()
	if p.Down {
		from = p.Frame.Y + p.Heads()
	}
	end := from + math.Max(p.Frame.W-p.Heads(), float64(n)*leastStage)
	share := (end - from) / float64(n)
	free := func(at float64) bool {
		return !slices.ContainsFunc(standing(p), func(s *chart.Step) bool {
			a, w := along(p, s)
			return a-lanePad < at && at < a+w+lanePad
		})
	}
	var sizes []float64
	at := from
	for i := range n {
		to := from + float64(i+1)*share
		for d := 0.0; i < n-1 && d < share/2; d += 4 {
			if free(to + d) {
				to += d
				break
			}
			if free(to-d) && to-d > at+leastStage {
				to -= d
				break
			}
		}
		to = geom.Round2(to)
		sizes = append(sizes, geom.Round2(math.Max(leastStage, to-at)))
		at += sizes[i]
	}
	return sizes
}

// leastStage is the shortest stage that is made, px.
const leastStage = 60.0

// StageAdded are the parts that put a stage in at an index; what stands behind makes room.
func StageAdded(p *chart.Page, s *chart.Stage, at int) []chart.Part {
	parts := []chart.Part{{Do: "stage.add", Page: p.ID, Stage: s, At: &at}}
	if len(p.Stages) == 0 || at >= len(p.Stages) {
		if n := len(p.Stages); n > 0 { // the one that was last ends where its steps do
			last := p.Stages[n-1]
			size := last.Size
			for _, t := range standing(p) {
				if p.StageOf(t) == last {
					at, w := along(p, t)
					size = math.Max(size, geom.Round2(at+w+lanePad-stageStart(p, last)))
				}
			}
			if size != last.Size {
				parts = append([]chart.Part{{Do: "stage.set", Page: p.ID, ID: last.ID, Size: &size}}, parts...)
			}
		}
		return parts
	}
	return append(parts, place(p, alongFrom(p, stageStart(p, p.Stages[at]), s.Size))...)
}

// StageDropped are the parts that take a stage away. Its room and its steps go to the one before it,
// those of the first to the next one: nothing moves.
func StageDropped(p *chart.Page, id string) []chart.Part {
	at := slices.IndexFunc(p.Stages, func(s *chart.Stage) bool { return s.ID == id })
	if at < 0 {
		return nil
	}
	drop := chart.Part{Do: "stage.drop", Page: p.ID, ID: id}
	if len(p.Stages) == 1 {
		return []chart.Part{drop}
	}
	to := p.Stages[max(1, at)-1]
	if at == 0 {
		to = p.Stages[1]
	}
	size := geom.Round2(to.Size + p.Stages[at].Size)
	return []chart.Part{{Do: "stage.set", Page: p.ID, ID: to.ID, Size: &size}, drop}
}

// LaneSplit are the parts that cut a lane in two across the flow, as near to the middle as no step is
// in the way, else behind all of them. Steps stay where they stand; those beyond the cut are in the new
// lane, which is like second but for its size and the group that it stands in.
func LaneSplit(p *chart.Page, l *chart.Lane, second *chart.Lane) []chart.Part {
	cut, found := geom.Round2(l.Size/2), false
	for d := 0.0; d < l.Size/2-leastLane && !found; d += 2 {
		for _, at := range [2]float64{geom.Round2(l.Size/2 + d), geom.Round2(l.Size/2 - d)} {
			inTheWay := slices.ContainsFunc(standing(p), func(s *chart.Step) bool {
				a, size := across(p, s)
				return s.Lane == l.ID && a-lanePad < at && at < a+size+lanePad
			})
			if !inTheWay && !found {
				cut, found = at, true
			}
		}
	}
	if !found {
		cut = Needs(p, l, leastLane)
	}
	rest := math.Max(leastLane, geom.Round2(l.Size-cut))
	i := slices.Index(p.Lanes, l) + 1
	n := *second
	n.Size, n.In = rest, l.In
	parts := []chart.Part{
		{Do: "lane.add", Page: p.ID, Lane: &n, At: &i},
		{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &cut},
	}
	var places []chart.Place
	for _, s := range p.Steps {
		if at, _ := across(p, s); s.Lane == l.ID && at > cut {
			pl := pushed(p, s, -cut, 0)
			pl.Lane = n.ID
			places = append(places, pl)
		}
	}
	return append(parts, place(p, places)...)
}

// LaneMerged are the parts that take a lane away and give its room and its steps to another one beside
// it; on the page nothing moves.
func LaneMerged(p *chart.Page, l, to *chart.Lane) []chart.Part {
	after := slices.Index(p.Lanes, l) > slices.Index(p.Lanes, to)
	gap := geom.Round2(p.LaneStart(l.ID) - p.LaneStart(to.ID) - to.Size) // between pools
	if !after {
		gap = geom.Round2(p.LaneStart(to.ID) - p.LaneStart(l.ID) - l.Size)
	}
	size := geom.Round2(to.Size + l.Size + gap)
	var places []chart.Place
	for _, s := range p.Steps {
		switch {
		case s.Lane == l.ID && after:
			pl := pushed(p, s, to.Size+gap, 0)
			pl.Lane = to.ID
			places = append(places, pl)
		case s.Lane == l.ID:
			pl := chart.PlaceOf(s)
			pl.Lane = to.ID
			places = append(places, pl)
		case s.Lane == to.ID && !after:
			places = append(places, pushed(p, s, l.Size+gap, 0))
		}
	}
	parts := append([]chart.Part{{Do: "lane.set", Page: p.ID, ID: to.ID, Size: &size}}, place(p, places)...)
	return append(parts, chart.Part{Do: "lane.drop", Page: p.ID, ID: l.ID})
}

// Shrunk are the parts that make lanes as small as their steps need, those moved to where they begin
// with the usual room; nothing changes places with anything.
func Shrunk(p *chart.Page, lanes []*chart.Lane) []chart.Part {
	var parts []chart.Part
	var places []chart.Place
	for _, l := range lanes {
		low, high := math.Inf(1), math.Inf(-1)
		for _, s := range standing(p) {
			if s.Lane == l.ID {
				at, size := across(p, s)
				low, high = math.Min(low, at), math.Max(high, at+size)
			}
		}
		size := emptyLane
		if high > low {
			size = geom.Round2(math.Max(leastLane, high-low+2*shrunkPad))
		}
		if size >= l.Size {
			continue
		}
		parts = append(parts, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &size})
		if d := geom.Round2(shrunkPad - low); high > low && d != 0 {
			places = append(places, laneShifted(p, l.ID, d)...)
		}
	}
	return append(parts, place(p, places)...)
}

const (
	shrunkPad = 16.0 // above and below the steps of a lane that was shrunk, px
	emptyLane = 56.0 // the size of one without steps, px
)
