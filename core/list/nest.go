package list

import (
	"slices"
	"strings"
)

// nest puts lines below those that they belong to: by how far in they stand, and outcomes to their
// decision wherever they stand.
func nest(flat []*line) []*line {
	var roots []*line
	var open []*line      // the lines that the next one may belong to
	var last *line        // before this one
	var decisions []*line // before it
	byKey := map[string]*line{}
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
		o, ok := cutOutcome(l.raw)
		if p := byKey[parentKey(l.key)]; !ok && p != nil && p.named { // 3.2.1 belongs to the outcome 3.2
			l.of = p
			open = path(p)
		}
		if l.key != "" {
			byKey[l.key] = l
		}
		if ok && l.field == nil {
			if d := decisionOf(l, o, last, decisions); d != nil {
				if d != l.of {
					goOn(d, *in(d.of), func(left []*line) { *in(d.of) = left })
				}
				l.of = d
				l.isOutcome()
				if i := lastIndex(open, d); i >= 0 {
					open = open[:i+1]
				} else {
					open = path(d)
				}
			}
		}
		*in(l.of) = append(*in(l.of), l)
		open = append(open, l)
		for _, x := range append([]*line{l}, l.kids...) {
			if last = x; x.asks() {
				decisions = append(decisions, x)
			}
			if x.of != nil && x.named {
				x.of.answered(x)
			}
		}
	}
	return roots
}

// parentKey is the number of the level above: 3.2 of 3.2.1.
func parentKey(key string) string { return key[:max(0, strings.LastIndex(key, "."))] }

func lastIndex(all []*line, l *line) int {
	for i := len(all) - 1; i >= 0; i-- {
		if all[i] == l {
			return i
		}
	}
	return -1
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
	l.label, l.left, l.rest, l.named, l.arrow, l.raw = meant(o.label), o.left, o.other, true, o.arrow, o.rest
}

// answered notes an outcome of a decision.
func (l *line) answered(k *line) {
	if l.answers == nil {
		l.answers = map[string]bool{}
	}
	l.answers[strings.ToLower(k.label)] = true
	l.beside = l.beside || level(k, l)
}

// lacks reports whether a decision has no outcome of that name yet.
func (l *line) lacks(label string) bool {
	if label == "" {
		return len(l.answers) > 0 || len(l.kids) > 0
	}
	return !l.answers[strings.ToLower(label)]
}

// level reports whether two lines stand equally far in.
func level(a, b *line) bool { return a.indent < b.indent+farther && b.indent < a.indent+farther }

// farBack is how many decisions are looked at that an outcome may belong to, or lines that may belong to one.
const farBack = 40

// decisionOf is the decision that an outcome belongs to: one whose outcomes stand beside it as this one
// does, the one that the line belongs to, or the last one before it; nil when there is none.
func decisionOf(l *line, o outcome, before *line, decisions []*line) *line {
	last := func(test func(d *line) bool) *line {
		for i := len(decisions) - 1; i >= max(0, len(decisions)-farBack); i-- {
			if d := decisions[i]; d.lacks(o.label) && test(d) {
				return d
			}
		}
		return nil
	}
	if !o.sure { // a condition, which many a step begins with, must stand right behind its decision
		switch {
		case l.of != nil && l.of.asks():
			return l.of
		case before == nil || !level(before, l):
		case before.asks():
			return before
		case before.named && before.of.lacks(o.label):
			return before.of
		}
		return nil
	}
	if o.arrow && l.of != nil && l.of.asks() {
		return l.of
	}
	if d := last(func(d *line) bool { return level(d, l) && d != l.of && d.beside }); d != nil {
		return d
	}
	for of, n := l.of, 0; of != nil && n < farBack; of, n = of.of, n+1 {
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
	if o.label == "" && before != nil && before.asks() {
		return before
	}
	return nil
}

// goOn gives what stands between a decision and a further outcome of it to the outcome before, or makes it
// the one that has no name.
func goOn(d *line, beside []*line, left func([]*line)) {
	i := lastIndex(beside, d)
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
