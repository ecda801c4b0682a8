// Package tidy makes an arrangement that a person made exact. What is nearly a row or a column becomes one, gaps
// that are nearly even become even, sizes of one symbol that are nearly equal become equal, and the rows of a lane
// stand about its middle. Nobody changes place with anybody, nobody changes lane or stage, and what was tidied once
// stays as it is when it is tidied again.
//
// Along each axis the middles of the steps are parted into as few tiers (rows, columns) as can be without two in
// one that stand one after the other in it; then each gap takes the value, of all on the page's grid, by which the
// farthest move is least. That goes on until nothing moves any more.
package tidy

import (
	"cmp"
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/style"
)

// How tells how far a tidying goes: Reach is by how much steps may be off their row, column or size, px. Strict
// puts all on rows and columns, with one gap between them all.
type How struct {
	Reach  float64
	Strict bool
}

// Degrees are the hows that are offered, from a hair to strict, and Usual is the one among them that goes without
// saying.
var Degrees = []How{{Reach: 4}, {Reach: 10}, {Reach: 20}, {Reach: 30}, {Reach: 30, Strict: true}}

// Usual is the index of the degree that goes without saying.
const Usual = 3

const (
	least      = 8.0  // between two steps, px
	around     = 10.0 // around the label of a connector between two steps, px
	edge       = 30.0 // between the heads of lanes and the first steps, px, as on a page that is laid out
	underFrame = 16.0 // above the first steps on one without lanes
	mostTurns  = 40   // of tidying until nothing moves
	still      = 0.02 // what is off by less has not moved, px: places are rounded to two decimals
)

// box is a step, or the steps of a group, that are moved together.
type box struct {
	n      int       // its index
	rect   geom.Rect // on a page whose lanes run down with x and y in each other's place
	steps  []*chart.Step
	lane   int // -1 without
	within []inStage
	began  geom.Rect
	still  bool
}

// inStage is where a step of a box stood when all began, and its stage.
type inStage struct {
	rect  geom.Rect
	stage int // 0 on a page without
}

// work is a page that is being tidied, as if its lanes ran across.
type work struct {
	how    How
	grid   float64
	down   bool
	boxes  []*box
	sheet  geom.Rect // within its margins; right of the heads of lanes
	lanes  []geom.Rect
	stages []geom.Rect
	labels map[[2]int][2]float64 // the room of labels between boxes, along and across
}

// Places are the steps that move when a page is tidied, or with chosen those among them that it wants: others stay
// where they are, as locked ones do, and what is tidied lines up with them. held are the locked steps that stand off
// the row or column they would be in.
func Places(p *chart.Page, chosen func(*chart.Step) bool, how How) (moved []chart.Place, held []*chart.Step) {
	w := newWork(p, chosen, how)
	if len(w.boxes) == 0 {
		return nil, nil
	}
	states := [][]geom.Rect{w.rects()}
	for range mostTurns {
		w.turn(states[len(states)-1])
		now := w.rects()
		if k := slices.IndexFunc(states, func(was []geom.Rect) bool { return slices.Equal(was, now) }); k >= 0 {
			w.rest(states[k:])
			break
		}
		states = append(states, now)
	}
	for _, b := range w.boxes {
		if b.still {
			if len(b.steps) == 1 && b.steps[0].Locked && w.off(b) {
				held = append(held, b.steps...)
			}
			continue
		}
		moved = append(moved, w.placesOf(p, b)...)
	}
	return moved, held
}

// turn tidies once.
func (w *work) turn(was []geom.Rect) {
	w.sizes()
	w.retreat(was)
	sized := w.rects()
	w.rows()
	w.columns()
	w.retreat(sized)
}

// rest takes of states that follow each other in a circle always the same one, so that tidying begins and ends there.
// A circle is of one state but where something locked leaves no way out.
func (w *work) rest(circle [][]geom.Rect) {
	best := slices.MinFunc(circle, func(a, b []geom.Rect) int {
		return slices.CompareFunc(a, b, func(p, q geom.Rect) int {
			return cmp.Or(cmp.Compare(p.X, q.X), cmp.Compare(p.Y, q.Y), cmp.Compare(p.W, q.W), cmp.Compare(p.H, q.H))
		})
	})
	for i, b := range w.boxes {
		b.rect = best[i]
	}
}

// far reports whether two boxes differ by more than rounding.
func far(a, b geom.Rect) bool {
	return math.Abs(a.X-b.X) > still || math.Abs(a.Y-b.Y) > still || math.Abs(a.W-b.W) > still || math.Abs(a.H-b.H) > still
}

func newWork(p *chart.Page, chosen func(*chart.Step) bool, how How) *work {
	w := &work{how: how, grid: p.GridSize(), down: p.Down}
	lane, stage := map[string]int{"": -1}, map[string]int{}
	f := p.Frame
	w.sheet = w.turned(geom.Rect{X: f.X, Y: f.Y + underFrame, W: f.W, H: p.H - f.Y - underFrame - p.Margin()})
	if len(p.Lanes) > 0 {
		w.sheet = w.turned(p.LanesRect())
		w.sheet.W -= p.Heads() + edge
		w.sheet.X += p.Heads() + edge
	}
	for i, l := range p.Lanes {
		lane[l.ID] = i
		w.lanes = append(w.lanes, w.turned(p.LaneSpace(l)))
	}
	for i, s := range p.Stages {
		stage[s.ID] = i
		w.stages = append(w.stages, w.turned(p.StageRect(s)))
	}
	at, of := map[string]int{}, map[string]int{}
	for _, s := range p.Steps {
		if s.Behind() {
			continue
		}
		b := &box{n: len(w.boxes), rect: w.turned(p.StepRect(s)), steps: []*chart.Step{s}, lane: lane[s.Lane], still: s.Locked || chosen != nil && !chosen(s)}
		b.within = []inStage{{rect: b.rect}}
		if st := p.StageOf(s); st != nil {
			b.within[0].stage = stage[st.ID]
		}
		if len(s.Held) > 0 { // a group lines up as one
			if i, ok := at[s.Held[0].ID]; ok {
				u := w.boxes[i]
				u.rect, u.still, of[s.ID] = u.rect.Union(b.rect), u.still || b.still, i
				u.steps, u.within = append(u.steps, s), append(u.within, b.within...)
				continue
			}
			at[s.Held[0].ID] = len(w.boxes)
		}
		of[s.ID] = len(w.boxes)
		w.boxes = append(w.boxes, b)
	}
	for _, b := range w.boxes {
		b.began = b.rect
	}
	w.labels = map[[2]int][2]float64{}
	face := style.Face(p, false)
	for _, c := range p.Connectors {
		a, one := of[c.From.Step]
		b, other := of[c.To.Step]
		if !one || !other || c.Outcome() == "" {
			continue
		}
		_, along, across := style.Label(face, c.Outcome())
		if p.Down {
			along, across = across, along
		}
		w.labels[[2]int{min(a, b), max(a, b)}] = [2]float64{along + around, across + around}
	}
	return w
}

func (w *work) turned(r geom.Rect) geom.Rect {
	if w.down {
		return r.Turned()
	}
	return r
}

func (w *work) rects() []geom.Rect {
	out := make([]geom.Rect, len(w.boxes))
	for i, b := range w.boxes {
		out[i] = b.rect
	}
	return out
}

// placesOf are the places of the steps of a box, without those that have not moved.
func (w *work) placesOf(p *chart.Page, b *box) (out []chart.Place) {
	var was geom.Rect
	for _, s := range b.steps {
		was = was.Union(p.StepRect(s))
	}
	now := w.turned(b.rect)
	for _, s := range b.steps {
		r := p.StepRect(s)
		to := geom.Rect{X: now.X + r.X - was.X, Y: now.Y + r.Y - was.Y, W: r.W, H: r.H}
		if len(b.steps) == 1 {
			to = now
		}
		if far(r, to) {
			out = append(out, p.PlaceAt(s.ID, s.Lane, to))
		}
	}
	return out
}

// off reports whether a box stands off the middle of those that it is in a row or column with.
func (w *work) off(b *box) bool {
	for _, o := range w.boxes {
		dx, dy := math.Abs(o.rect.CX()-b.rect.CX()), math.Abs(o.rect.CY()-b.rect.CY())
		if o != b && !o.still && (dx > still && dx <= w.how.Reach || dy > still && dy <= w.how.Reach && o.lane == b.lane) {
			return true
		}
	}
	return false
}

// retreat puts boxes back to where they were that have come upon others, or into another stage: what is locked, or as
// large as others, may leave no way out.
func (w *work) retreat(was []geom.Rect) {
	for again := true; again; {
		again = false
		for _, a := range w.boxes {
			if !a.still && a.rect != was[a.n] && w.amiss(a) {
				a.rect, again = was[a.n], true
			}
		}
	}
}

// amiss reports whether a step of a box stands on one that it did not stand on when all began, or has left its stage.
func (w *work) amiss(b *box) bool {
	for i, s := range b.within {
		r := b.now(i)
		if x := r.CX(); s.stage > 0 && x < w.stages[s.stage].X || s.stage < len(w.stages)-1 && x >= w.stages[s.stage].Right() {
			return true
		}
		for _, o := range w.boxes {
			if o == b || !r.Overlaps(o.rect) {
				continue
			}
			for k, t := range o.within {
				if r.Grow(-still).Overlaps(o.now(k)) && !s.rect.Grow(-still).Overlaps(t.rect) {
					return true
				}
			}
		}
	}
	return false
}

// now is where a step of a box stands.
func (b *box) now(i int) geom.Rect {
	if len(b.within) == 1 {
		return b.rect
	}
	return b.within[i].rect.Move(geom.Pt(b.rect.X-b.began.X, b.rect.Y-b.began.Y))
}
