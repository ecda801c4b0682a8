// Package side settles at which sides of their steps lines hold.
//
// What goes in: a page whose paths can be found one by one. What comes out: one path a
// line. What holds afterwards: outcomes of a decision leave by different tips as far as
// there are any, and no line has more bends for keeping off another's side or for crossing
// fewer others.
//
// The rules are our own; they follow how flowcharts are drawn by hand.
package side

import (
	"plaintracer/core/route/find"
)

// Paths finds the path of every line of the page that the finder has taken up.
func Paths(f *find.Finder) []*find.Path {
	at := endsOf(f.Page)
	paths := tips(f, at)
	if f.Meter.Gone {
		return nil
	}
	return uncross(f, at, paths)
}

// ends are the lines out of each box and into it.
type ends struct{ outs, ins [][]int }

func endsOf(p *find.Page) *ends {
	at := &ends{make([][]int, len(p.Boxes)), make([][]int, len(p.Boxes))}
	count := make([]int, 2*len(p.Boxes))
	for i := range p.Lines {
		if b := p.Lines[i].From.Box; b >= 0 {
			count[2*b]++
		}
		if b := p.Lines[i].To.Box; b >= 0 {
			count[2*b+1]++
		}
	}
	all := make([]int, 2*len(p.Lines)) // in one piece
	for b := range p.Boxes {
		n, m := count[2*b], count[2*b+1]
		at.outs[b], at.ins[b], all = all[:0:n], all[n:n:n+m], all[n+m:]
	}
	for i := range p.Lines {
		if b := p.Lines[i].From.Box; b >= 0 {
			at.outs[b] = append(at.outs[b], i)
		}
		if b := p.Lines[i].To.Box; b >= 0 {
			at.ins[b] = append(at.ins[b], i)
		}
	}
	return at
}

// find reports whether a line of a box is to find its path.
func (at *ends) find(f *find.Finder, b int) bool {
	for _, list := range [2][]int{at.outs[b], at.ins[b]} {
		for _, i := range list {
			if f.Kept[i] == nil {
				return true
			}
		}
	}
	return false
}
