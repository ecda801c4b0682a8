package arrange

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// turnGap is what steps keep to each other when lanes are turned, px.
const turnGap = 20.0

// Turned are the parts that turn the lanes of a page: those that ran across it run down it, or the
// other way round, and everything on it goes along. Steps are moved apart where they would lie on
// each other, since they stay upright; the page remembers that, so that turning it back brings
// every step back to where it stood. Connectors keep their ports, turned, and find their ways anew.
func Turned(p *chart.Page) []chart.Part {
	t := turn{p: p, next: p.Clone()}
	t.next.Down = !p.Down
	t.next.W, t.next.H = p.H, p.W
	back := p.Turned
	if back != nil {
		t.along, t.across = 1/back.Along, 1/back.Across
		if a, c := t.apart(); a > 1 || c > 1 { // they stand nearer now than they did
			back = nil
		}
	}
	now := &chart.Turned{}
	if back == nil {
		t.along, t.across = 1, 1
		t.along, t.across = t.apart()
		*now = chart.Turned{Along: t.along, Across: t.across, W: p.W, H: p.H, Frame: p.Frame.W}
	}
	down, w, h := t.next.Down, t.next.W, t.next.H
	frame := p.Frame
	frame.W = geom.Round2(t.next.Heads() + (p.Frame.W-p.Heads())*t.along)
	if back != nil {
		w, h, frame.W = back.W, back.H, back.Frame
	}
	sw, sh := p.SheetSize()
	set := chart.Part{Do: "page.set", Page: p.ID, Down: &down, W: &w, H: &h, Frame: &frame, Turned: now, Sheet: &chart.Sheet{W: sh, H: sw}}
	if k := p.Key; k != nil {
		at := *k
		at.X, at.Y = k.Y, k.X
		set.Key = &chart.KeyPart{At: &at}
	}
	parts := []chart.Part{set}
	for i, l := range p.Lanes {
		size := geom.Round2(l.Size * t.across)
		t.next.Lanes[i].Size = size
		parts = append(parts, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &size})
	}
	for _, s := range p.Stages {
		size := geom.Round2(s.Size * t.along)
		parts = append(parts, chart.Part{Do: "stage.set", Page: p.ID, ID: s.ID, Size: &size})
	}
	return append(parts, t.things()...)
}

// turn maps what stands on a page to where it stands when the lanes are turned.
type turn struct {
	p, next       *chart.Page
	along, across float64 // by how much steps are moved apart
}

// half is half a length, so that halves of both lengths add up alike on the way there and back.
func half(v float64) float64 { return geom.Round2(v / 2) }

// at is where the middle of a step lies: from the end of the heads along the flow, and from the
// beginning of its lane across it.
func (t *turn) at(s *chart.Step) (on, over float64) {
	x, y := geom.Round2(s.X+half(s.W)), geom.Round2(s.Y+half(s.H))
	f := t.p.Frame
	if t.p.Down {
		x, y, f.X, f.Y = y, x, f.Y, f.X
	}
	if s.Lane == "" {
		y -= f.Y
	}
	return geom.Round2(x - f.X - t.p.Heads()), geom.Round2(y)
}

// place is where a step stands when the lanes are turned.
func (t *turn) place(s *chart.Step) chart.Place {
	on, over := t.at(s)
	f := t.next.Frame
	if t.next.Down {
		f.X, f.Y = f.Y, f.X
	}
	x := geom.Round2(geom.Round2(on*t.along) + f.X + t.next.Heads())
	y := geom.Round2(over * t.across)
	if s.Lane == "" {
		y = geom.Round2(y + f.Y)
	}
	if t.next.Down {
		x, y = y, x
	}
	pl := chart.PlaceOf(s)
	pl.X, pl.Y = geom.Round2(x-half(s.W)), geom.Round2(y-half(s.H))
	return pl
}

// apart tells by how much more than along and across steps must be moved apart: at least 1.
func (t *turn) apart() (along, across float64) {
	along, across = 1, 1
	more := func(k *float64, need, has float64) {
		if has > 0.5 && need > has {
			*k = math.Max(*k, math.Min(10, math.Ceil(need/has*20-1e-9)/20))
		}
	}
	p := t.p
	size := func(s *chart.Step) (on, over float64) { // of a step when the lanes are turned
		if p.Down {
			return s.W, s.H
		}
		return s.H, s.W
	}
	rects := make([]geom.Rect, len(p.Steps)) // as if the lanes ran across, as they are
	for i, s := range p.Steps {
		if rects[i] = p.StepRect(s); p.Down {
			rects[i] = rects[i].Turned()
		}
	}
	for i, a := range p.Steps {
		on, over := t.at(a)
		wide, high := size(a)
		more(&along, wide/2+lanePad, on*t.along)
		if l := p.Lane(a.Lane); l != nil {
			more(&across, high/2+lanePad, over*t.across)
			more(&across, high/2+lanePad, (l.Size-over)*t.across)
		}
		for j, b := range p.Steps[:i] {
			w2, h2 := size(b)
			dOn, dOver := math.Abs(rects[i].CX()-rects[j].CX()), math.Abs(rects[i].CY()-rects[j].CY())
			needOn, needOver := (wide+w2)/2, (high+h2)/2
			if dOn*t.along >= needOn || dOver*t.across >= needOver {
				continue
			}
			// They go apart the way in which they stand apart now.
			if dOver >= (rects[i].H+rects[j].H)/2 {
				more(&across, needOver+turnGap, dOver*t.across)
			} else {
				more(&along, needOn+turnGap, dOn*t.along)
			}
		}
	}
	return along, across
}

// point is a point of the page when the lanes are turned.
func (t *turn) point(q geom.Point) geom.Point {
	if t.p.Down {
		q.X, q.Y = q.Y, q.X
	}
	q.X, q.Y = t.on(q.X), t.over(q.Y)
	if t.next.Down {
		q.X, q.Y = q.Y, q.X
	}
	return q
}

// on is a place along the flow, over one across it.
func (t *turn) on(v float64) float64 {
	from, to := t.p.Frame.X, t.next.Frame.X
	if t.p.Down {
		from = t.p.Frame.Y
	}
	if t.next.Down {
		to = t.next.Frame.Y
	}
	return geom.Round2(to + t.next.Heads() + geom.Round2((v-from-t.p.Heads())*t.along))
}

func (t *turn) over(v float64) float64 {
	for _, l := range t.p.Lanes {
		if d := geom.Round2(v - t.p.LaneStart(l.ID)); d >= 0 && d < l.Size {
			return geom.Round2(t.next.LaneStart(l.ID) + geom.Round2(d*t.across))
		}
	}
	if end := t.p.LanesEnd(); v >= end {
		return geom.Round2(t.next.LanesEnd() + v - end)
	}
	from, to := t.p.Frame.Y, t.next.Frame.Y
	if t.p.Down {
		from = t.p.Frame.X
	}
	if t.next.Down {
		to = t.next.Frame.X
	}
	return geom.Round2(to + v - from)
}

// sides are the ports of a symbol when the lanes are turned.
var sides = map[string]string{
	symbol.Left.String(): symbol.Top.String(), symbol.Top.String(): symbol.Left.String(),
	symbol.Right.String(): symbol.Bottom.String(), symbol.Bottom.String(): symbol.Right.String(),
}

// things are the parts that turn steps and connectors.
func (t *turn) things() []chart.Part {
	p := t.p
	var parts []chart.Part
	var places []chart.Place
	for _, s := range p.Steps {
		places = append(places, t.place(s))
		if len(s.Ports) > 0 {
			ports := append([]chart.Port{}, s.Ports...)
			for i := range ports {
				ports[i].X, ports[i].Y = ports[i].Y, ports[i].X
			}
			parts = append(parts, chart.Part{Do: "step.set", Page: p.ID, ID: s.ID, Ports: &ports})
		}
	}
	parts = append(parts, place(p, places)...)
	ways := map[string]*chart.Way{}
	for _, c := range p.Connectors {
		if c.Way != nil {
			ways[c.ID] = nil
		}
		if d := t.line(c); d.From != nil || d.To != nil || d.Pins != nil || d.Labels != nil {
			parts = append(parts, d)
		}
	}
	if len(ways) > 0 {
		parts = append(parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	return parts
}

func (t *turn) line(c *chart.Connector) chart.Part {
	d := chart.Part{Do: "line.set", Page: t.p.ID, ID: c.ID}
	end := func(e chart.End) *chart.End {
		switch to, has := sides[e.Port]; {
		case e.Loose():
			q := t.point(geom.Pt(e.X, e.Y))
			return &chart.End{X: q.X, Y: q.Y}
		case has:
			e.Port = to
			return &e
		}
		return nil
	}
	d.From, d.To = end(c.From), end(c.To)
	if len(c.Pins) > 0 {
		pins := append([]chart.Pin{}, c.Pins...)
		for i, pin := range pins {
			on := pin.Upright != t.p.Down // holds at a place along the flow
			pins[i].Upright = !pin.Upright
			switch {
			case pin.Of != "" && on:
				pins[i].At = geom.Round2(pin.At * t.along)
			case pin.Of != "":
				pins[i].At = geom.Round2(pin.At * t.across)
			case on:
				pins[i].At = t.on(pin.At)
			default:
				pins[i].At = t.over(pin.At)
			}
		}
		d.Pins = &pins
	}
	labels, placed := append([]chart.Label{}, c.Labels...), false
	for i, l := range labels {
		if l.Place != nil { // turned, left is right
			placed = true
			labels[i].Place = &chart.LabelPlace{Along: l.Place.Along, Beside: -l.Place.Beside}
		}
	}
	if placed {
		d.Labels = &labels
	}
	return d
}
