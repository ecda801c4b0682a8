package find

import (
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Path is how one line runs, blind to all others.
type Path struct {
	Points   geom.Polyline
	From, To Gate
	Cost     float64
	Through  bool  // there is no way around: it runs straight through
	Plain    bool  // the same, since none was searched
	Direct   bool  // straight from end to end
	Pins     []Pin // those that it keeps
	Hold     Hold
	Rigid    bool // was led off others, and is not to be moved back onto them

	known []int32 // the obstacles among which it was found
}

// Hold tells how far a path may be moved when lines are set apart.
type Hold byte

// The holds.
const (
	Free     Hold = iota // anywhere
	Yielding             // by a gap: it was kept from the page before, and makes way to others
	Firm                 // not at all: it was kept from the page before, and others keep off it
)

// Stays tells of a path that is not to be found anew.
func (p *Path) Stays() bool { return p.Hold != Free }

// Finder finds paths on one page after the other. The zero value is ready for Take.
type Finder struct {
	Page  *Page
	Near  geom.Index // the boxes
	Kept  []*Path    // per line, the path that it keeps; nil where it is to be found
	Meter Meter

	leads   map[*Route]Leads
	lines   []Line          // of the page
	kept    []Path          // what Kept leads to
	ports   [][]symbol.Port // per box
	shapes  map[shape][]symbol.Port
	closeBy [][]int32 // per box, those near to it
	work    searcher
	explore explorer
}

// Take takes up a page. What is changed of its lines is changed on the finder's page alone.
func (f *Finder) Take(p Page) {
	f.lines = append(f.lines[:0], p.Lines...)
	p.Lines = f.lines
	f.Page = &p
	f.ports, f.closeBy = resize(f.ports, len(p.Boxes)), resize(f.closeBy, len(p.Boxes))
	clear(f.ports)
	clear(f.closeBy)
	f.Kept = resize(f.Kept, len(p.Lines))
	clear(f.Kept)
	f.kept = resize(f.kept, len(p.Lines))
	f.Near.Reset(p.Bounds())
	for _, b := range p.Boxes {
		if b.Flat {
			f.Near.Leave()
		} else {
			f.Near.Add(b.Rect)
		}
	}
}

// Blank is an empty path for line i to keep, good until the next page is taken up.
func (f *Finder) Blank(i int) *Path {
	f.kept[i] = Path{}
	return &f.kept[i]
}

// Looked is how many places all searches have looked at, since ever.
func (f *Finder) Looked() int { return f.work.looked }

// Path is the path of line i that does not hold at the sides given.
func (f *Finder) Path(i int, noFrom, noTo Sides) *Path {
	return f.path(i, noFrom, noTo, boundless, nil)
}

// Within is Path, but nil where that would cost more than limit or bend more often than
// like, another path of the line. The search begins with the obstacles among which that
// was found.
func (f *Finder) Within(i int, noFrom, noTo Sides, limit float64, like *Path) *Path {
	return f.path(i, noFrom, noTo, bound{limit, len(like.Points) - 2}, like)
}

// Apart is the path of line i, found once as like, that does not run along the walls; nil
// where there is none.
func (f *Finder) Apart(i int, like *Path, walls []Wall) *Path {
	x := f.explorer(&f.Page.Lines[i], like)
	if p := x.search(0, 0, walls, boundless); !p.Through && !p.Direct && !f.Meter.Out {
		return p
	}
	return nil
}

// Clear reports whether a line may run along the points: they enter no box but those that
// it ends at, there, or in.
func (f *Finder) Clear(l *Line, pts geom.Polyline) bool {
	ok := true
	for k := 1; k < len(pts) && ok; k++ {
		f.Near.Near(geom.Span(pts[k-1], pts[k]), func(b int) {
			own := k == 1 && b == l.From.Box || k == len(pts)-1 && b == l.To.Box
			if !own && geom.SegmentIn(pts[k-1], pts[k], f.Page.Boxes[b].Rect) && !f.Page.Boxes[b].swallows(l) {
				ok = false
			}
		})
	}
	return ok
}

// Leads is where the way of a line leads, and whether that is from end to end and through no step.
type Leads struct {
	From, To Gate
	There    bool
}

// Leads looks along the way that a line had. While something else on the page is dragged that is the same way in each
// frame, and looked at once.
func (f *Finder) Leads(l *Line) Leads {
	if known, ok := f.leads[l.Was]; ok && l.Sound {
		return known
	}
	var out Leads
	var too bool
	pts := l.Was.Points
	out.From, out.There = f.GateAt(&l.From, l.Was.FromPort, pts[0])
	out.To, too = f.GateAt(&l.To, l.Was.ToPort, pts[len(pts)-1])
	out.There = out.There && too && (l.Was.Plain || f.Clear(l, pts))
	if l.Sound {
		if f.leads == nil || len(f.leads) > 2*len(f.lines) {
			f.leads = map[*Route]Leads{}
		}
		f.leads[l.Was] = out
	}
	return out
}

func (f *Finder) path(i int, noFrom, noTo Sides, most bound, like *Path) *Path {
	if f.Kept[i] != nil {
		return f.Kept[i]
	}
	l := &f.Page.Lines[i]
	if !f.Meter.Spend(len(f.Page.Boxes) / 64) {
		if p := f.explorer(l, like).search(noFrom, noTo, nil, most); !f.Meter.Out {
			return p
		}
	}
	switch { // no more is searched on this page
	case most.set():
		return nil
	case l.Direct:
		return f.straight(l)
	}
	p := f.around(l)
	p.Plain = true
	return p
}

// cost is what a path costs in length and bends.
func cost(pts geom.Polyline) float64 {
	return pts.Length() + bendCost*float64(len(pts)-2)
}
