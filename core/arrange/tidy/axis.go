package tidy

import (
	"cmp"
	"math"
	"slices"

	"plaintracer/core/geom"
)

// axis is what is done along x, for columns, or along y, for rows.
type axis struct {
	*work
	up bool // y
}

func (a axis) mid(r geom.Rect) float64 {
	if a.up {
		return r.CY()
	}
	return r.CX()
}

func (a axis) half(r geom.Rect) float64 {
	if a.up {
		return r.H / 2
	}
	return r.W / 2
}

// apart reports whether it is along this axis that two boxes stand one after the other: they are farther from each
// other along it, or lie less over each other.
func (a axis) apart(r, s geom.Rect) bool {
	dx := math.Abs(r.CX()-s.CX()) - (r.W+s.W)/2
	dy := math.Abs(r.CY()-s.CY()) - (r.H+s.H)/2
	if a.up {
		return dy > dx
	}
	return dx >= dy
}

// beside reports whether two boxes would come upon each other if only their places along this axis were the same.
func (a axis) beside(r, s geom.Rect) bool {
	if a.up {
		return r.X < s.Right()-still && s.X < r.Right()-still
	}
	return r.Y < s.Bottom()-still && s.Y < r.Bottom()-still
}

// tier is a row or a column.
type tier struct {
	boxes  []*box
	pinned bool    // by a box that stays, its middle at pin
	pin    float64 // px
	lo, hi float64 // the least and the greatest middle of its boxes
	half   float64 // of the largest
	at     float64 // where it comes to stand
	first  float64 // the least it may stand at
	last   float64 // the most
}

// stack are tiers one after the other: the rows of a lane, or all columns.
type stack struct {
	tiers   []*tier
	within  geom.Rect // the lane, or the sheet
	centred bool      // they stand about its middle where they are near it
	start   float64   // where the first one would begin if it was laid out
}

// rows puts the boxes of each lane on rows.
func (w *work) rows() {
	a := axis{w, true}
	by := map[int][]*box{}
	for _, b := range w.boxes {
		by[b.lane] = append(by[b.lane], b)
	}
	var stacks []*stack
	for lane := -1; lane < len(w.lanes); lane++ {
		if len(by[lane]) == 0 {
			continue
		}
		st := &stack{tiers: a.tiers(by[lane], func(p, q *box) bool { return a.apart(p.rect, q.rect) })}
		st.within, st.centred, st.start = w.sheet, lane >= 0, w.sheet.Y
		if st.centred {
			st.within = w.lanes[lane]
			for _, t := range st.tiers {
				t.first = st.within.Y + least + t.half
			}
		}
		stacks = append(stacks, st)
	}
	a.place(stacks)
}

// stage is the stage of a box, of a group that of its first step.
func (b *box) stage() int {
	return b.within[0].stage
}

// columns puts the boxes of all lanes on columns.
func (w *work) columns() {
	a := axis{w, false}
	ts := a.tiers(w.boxes, func(p, q *box) bool { return p.stage() != q.stage() || p.lane == q.lane && a.apart(p.rect, q.rect) })
	for _, t := range ts {
		if len(w.lanes) > 0 {
			t.first = w.lanes[0].X + least + t.half
		}
		if st := t.boxes[0].stage(); len(w.stages) > 0 {
			t.first, t.last = max(t.first, w.stages[st].X+1), w.stages[st].Right()-1
		}
	}
	a.place([]*stack{{tiers: ts, within: w.sheet, start: w.sheet.X}})
}

// tiers are the tiers of boxes, in order.
func (a axis) tiers(bs []*box, clash func(p, q *box) bool) []*tier {
	bs = slices.Clone(bs)
	slices.SortStableFunc(bs, func(p, q *box) int { return cmp.Compare(a.mid(p.rect), a.mid(q.rect)) })
	vs := make([]float64, len(bs))
	sizes := make([]float64, len(bs))
	for i, b := range bs {
		vs[i], sizes[i] = a.mid(b.rect), 2*a.half(b.rect)
	}
	spread := 2 * a.how.Reach
	if a.how.Strict {
		slices.Sort(sizes)
		spread = max(spread, strictly*(sizes[len(sizes)/2]+usual))
	}
	in := tiers(vs, spread, func(i, j int) bool { return clash(bs[i], bs[j]) })
	var ts []*tier
	for i, b := range bs {
		if in[i] == len(ts) {
			ts = append(ts, &tier{lo: vs[i], first: math.Inf(-1), last: math.Inf(1)})
		}
		t := ts[in[i]]
		t.boxes, t.hi, t.half = append(t.boxes, b), vs[i], max(t.half, a.half(b.rect))
	}
	for _, t := range ts {
		t.stay(a)
		t.agree(a)
	}
	return ts
}

// settled reports whether all of a tier stand in line.
func (t *tier) settled() bool { return t.hi-t.lo < 2*still }

// stay pins a tier to where most of its boxes are that stay.
func (t *tier) stay(a axis) {
	many := map[float64]int{}
	for _, b := range t.boxes {
		if m := geom.Round2(a.mid(b.rect)); b.still {
			if many[m]++; !t.pinned || many[m] > many[t.pin] {
				t.pin, t.pinned = m, true
			}
		}
	}
}

// agree has a tier of which most boxes stand in line already stand there.
func (t *tier) agree(a axis) {
	vs := make([]float64, len(t.boxes))
	for i, b := range t.boxes {
		vs[i] = a.mid(b.rect)
	}
	if at, many := common(vs); many > 1 && 2*many > len(vs) {
		t.lo, t.hi = at, at
	}
}

const (
	strictly = 0.8  // of the distance from one tier to the next: as far apart are boxes of one strict tier
	usual    = 48.0 // the gap between steps where nobody has chosen another, px
)

// place finds where tiers stand and puts their boxes there.
func (a axis) place(stacks []*stack) {
	g := a.gapped(stacks)
	for _, st := range stacks {
		a.put(st, g)
		a.keepApart(st.tiers)
		if !slices.ContainsFunc(st.tiers, a.moves) {
			continue // but for a hair: rounded sums would creep
		}
		for _, t := range st.tiers {
			for _, b := range t.boxes {
				switch {
				case b.still:
				case a.up:
					b.rect.Y = geom.Round2(t.at - b.rect.H/2)
				default:
					b.rect.X = geom.Round2(t.at - b.rect.W/2)
				}
			}
		}
	}
}

// moves reports whether a box of a tier is farther from where that comes to stand than rounding puts it.
func (a axis) moves(t *tier) bool {
	return slices.ContainsFunc(t.boxes, func(b *box) bool {
		off := math.Abs(a.mid(b.rect) - t.at)
		return off > 2*still || off > still && t.hi > t.lo
	})
}

// seen is where a tier stands now, as far as one can say.
func (t *tier) seen() float64 {
	if t.pinned {
		return t.pin
	}
	return (t.lo + t.hi) / 2
}

// need is how far the middles of two tiers, one after the other, have to be from each other.
func (a axis) need(s, t *tier) float64 {
	out := math.Inf(-1)
	for _, b := range s.boxes {
		for _, o := range t.boxes {
			if b.lane == o.lane && a.beside(b.rect, o.rect) {
				out = max(out, a.half(b.rect)+a.half(o.rect)+a.gap(b, o))
			}
		}
	}
	return out
}

// gap is the least gap between two boxes: what there is, up to the room of a label between them.
func (a axis) gap(b, o *box) float64 {
	room := a.labels[[2]int{min(b.n, o.n), max(b.n, o.n)}]
	want := room[0]
	if a.up {
		want = room[1]
	}
	return max(least, min(want, a.mid(o.rect)-a.half(o.rect)-a.mid(b.rect)-a.half(b.rect)))
}

// keepApart moves tiers on that would come upon those before them, and back those that would come upon what stays.
func (a axis) keepApart(ts []*tier) {
	for i, t := range ts {
		if t.pinned {
			continue
		}
		t.at = max(t.at, t.first)
		for _, s := range ts[:i] {
			t.at = max(t.at, s.at+a.need(s, t))
		}
	}
	for i := len(ts) - 1; i >= 0; i-- {
		t := ts[i]
		if t.pinned {
			continue
		}
		t.at = min(t.at, t.last)
		for _, s := range ts[i+1:] {
			if s.pinned || !math.IsInf(s.last, 1) {
				t.at = min(t.at, s.at-a.need(t, s))
			}
		}
	}
}
