package levels

import "golang.org/x/text/unicode/bidi"

// explicit resolves explicit levels (X1 to X8), and what remains (X9).
func (l *line) explicit() {
	type status struct {
		level    int
		override bidi.Class // ON for none
		isolate  bool
	}
	stack := []status{{l.base, bidi.ON, false}}
	tooManyIsolates, tooManyEmbeddings, valid := 0, 0, 0
	next := func(odd bool) int {
		top := stack[len(stack)-1].level
		if odd {
			return (top + 1) | 1
		}
		return (top + 2) &^ 1
	}
	override := func(i int) {
		if top := stack[len(stack)-1]; top.override != bidi.ON {
			l.class[i] = top.override
		}
	}
	for i, c := range l.was {
		top := stack[len(stack)-1]
		l.level[i] = top.level
		switch c {
		case bidi.RLE, bidi.LRE, bidi.RLO, bidi.LRO: // X2 to X5
			over := map[bidi.Class]bidi.Class{bidi.RLE: bidi.ON, bidi.LRE: bidi.ON, bidi.RLO: bidi.R, bidi.LRO: bidi.L}[c]
			if to := next(c == bidi.RLE || c == bidi.RLO); to <= deepest && tooManyIsolates == 0 && tooManyEmbeddings == 0 {
				stack = append(stack, status{to, over, false})
			} else if tooManyIsolates == 0 {
				tooManyEmbeddings++
			}
		case bidi.RLI, bidi.LRI, bidi.FSI: // X5a to X5c
			override(i)
			odd := c == bidi.RLI
			if c == bidi.FSI {
				odd = l.leftward(i+1, l.match[i])
			}
			if to := next(odd); to <= deepest && tooManyIsolates == 0 && tooManyEmbeddings == 0 {
				valid++
				stack = append(stack, status{to, bidi.ON, true})
			} else {
				tooManyIsolates++
			}
		case bidi.PDI: // X6a
			switch {
			case tooManyIsolates > 0:
				tooManyIsolates--
			case valid > 0:
				tooManyEmbeddings = 0
				for !stack[len(stack)-1].isolate {
					stack = stack[:len(stack)-1]
				}
				stack = stack[:len(stack)-1]
				valid--
			}
			l.level[i] = stack[len(stack)-1].level
			override(i)
		case bidi.PDF: // X7
			switch {
			case tooManyIsolates > 0:
			case tooManyEmbeddings > 0:
				tooManyEmbeddings--
			case !top.isolate && len(stack) > 1:
				stack = stack[:len(stack)-1]
			}
		case bidi.B: // X8
			l.level[i] = l.base
		case bidi.BN:
		default: // X6
			override(i)
		}
		if !removed(c) {
			l.remain = append(l.remain, i)
		}
	}
}

// leftward reports whether the first strong character from one index on, up to another or the end (-1), is written
// leftward; what is isolated there does not count (P2 and P3).
func (l *line) leftward(from, to int) bool {
	if to < 0 {
		to = len(l.was)
	}
	for i := from; i < to; i++ {
		switch c := l.was[i]; {
		case c == bidi.L:
			return false
		case c == bidi.R || c == bidi.AL:
			return true
		case initiator(c):
			if l.match[i] < 0 {
				return false
			}
			i = l.match[i]
		}
	}
	return false
}
