package list

import (
	"slices"
	"strings"
)

// nest puts lines below those that they belong to: by how far in they stand, and outcomes to their
// decision wherever they stand.
func nest(flat []*line) []*line {
	var roots []*line
	var open []*line // the lines that the next one may belong to
	var seen []*line
	in := func(of *line) *[]*line {
		if of == nil {
			return &roots
		}
		return &of.kids
	}
	for _, l := range flat {
		for len(open) > 0 && open[len(open)-1].indent+farther > l.indent {
			open = open[:len(open)-1]
		}
		if len(open) > 0 {
			l.of = open[len(open)-1]
		}
		if o, ok := cutOutcome(l.raw); ok && l.field == nil {
			if d := decisionOf(l, o, seen); d != nil {
				if d != l.of {
					goOn(d, *in(d.of), func(left []*line) { *in(d.of) = left })
				}
				l.of = d
				l.isOutcome()
				open = path(d)
			}
		}
		*in(l.of) = append(*in(l.of), l)
		open = append(open, l)
		seen = append(append(seen, l), l.kids...)
	}
	return roots
}

// path is a line with those that it belongs to, the outermost first.
func path(l *line) []*line {
	if l == nil {
		return nil
	}
	return append(path(l.of), l)
}

// isOutcome takes the name of an outcome off a line.
func (l *line) isOutcome() {
	o, ok := cutOutcome(l.raw)
	if !ok {
		return
	}
	l.label, l.left, l.named, l.arrow, l.raw = meant(o.label), o.left, true, o.arrow, o.rest
}

// lacks reports whether a decision has no outcome of that name yet.
func (l *line) lacks(label string) bool {
	n := 0
	for _, k := range l.kids {
		if k.named {
			n++
			if label != "" && strings.EqualFold(k.label, label) {
				return false
			}
		}
	}
	return label != "" || n > 0 || len(l.kids) > 0
}

// decisionOf is the decision that an outcome belongs to: one whose outcomes stand beside it as this one
// does, the one that the line belongs to, or the last one before it; nil when there is none.
func decisionOf(l *line, o outcome, seen []*line) *line {
	level := func(a, b *line) bool { return a.indent < b.indent+farther && b.indent < a.indent+farther }
	last := func(test func(d *line) bool) *line {
		for i := len(seen) - 1; i >= 0; i-- {
			if d := seen[i]; d.field == nil && d.asks() && d.lacks(o.label) && test(d) {
				return d
			}
		}
		return nil
	}
	if !o.sure { // a condition, which many a step begins with, must stand right behind its decision
		if l.of != nil && l.of.asks() {
			return l.of
		}
		if n := len(seen); n > 0 && seen[n-1].asks() && level(seen[n-1], l) {
			return seen[n-1]
		} else if n > 0 && seen[n-1].named && level(seen[n-1], l) && seen[n-1].of.lacks(o.label) {
			return seen[n-1].of
		}
		return nil
	}
	if o.arrow && l.of != nil && l.of.asks() {
		return l.of
	}
	if d := last(func(d *line) bool {
		return level(d, l) && d != l.of && slices.ContainsFunc(d.kids, func(k *line) bool { return k.named && level(k, d) })
	}); d != nil {
		return d
	}
	for of := l.of; of != nil; of = of.of {
		if of.asks() && (of.lacks(o.label) || of == l.of && o.label == "") {
			return of
		}
	}
	if d := last(func(d *line) bool { return level(d, l) }); d != nil {
		return d
	}
	if d := last(func(*line) bool { return true }); d != nil {
		return d
	}
	if n := len(seen); o.label == "" && n > 0 && seen[n-1].asks() {
		return seen[n-1]
	}
	return nil
}

// goOn gives what stands between a decision and a further outcome of it to the outcome before, or makes it
// the one that has no name.
func goOn(d *line, beside []*line, left func([]*line)) {
	i := slices.Index(beside, d)
	if i < 0 || i == len(beside)-1 {
		return
	}
	after := slices.Clone(beside[i+1:])
	left(beside[:i+1])
	var to *line
	for _, k := range d.kids {
		if k.field == nil {
			to = k
		}
	}
	if to == nil {
		after[0].of = d
		d.kids, to, after = append(d.kids, after[0]), after[0], after[1:]
	}
	for _, l := range after {
		l.of = to
	}
	to.kids = append(to.kids, after...)
}
