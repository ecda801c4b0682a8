package levels

import (
	"slices"

	"golang.org/x/text/unicode/bidi"
)

// sequence is an isolating run sequence (BD13): indexes of the line, and the classes before and behind it (X10).
type sequence struct {
	*line
	at       []int
	sos, eos bidi.Class
}

// sequences cuts what remains into isolating run sequences.
func (l *line) sequences() []sequence {
	var runs [][]int
	for k, i := range l.remain {
		if k == 0 || l.level[l.remain[k-1]] != l.level[i] {
			runs = append(runs, nil)
		}
		runs[len(runs)-1] = append(runs[len(runs)-1], i)
	}
	runOf := map[int]int{} // which run begins with a PDI
	for n, r := range runs {
		runOf[r[0]] = n
	}
	place := map[int]int{} // in what remains
	for k, i := range l.remain {
		place[i] = k
	}
	var out []sequence
	for _, r := range runs {
		if l.was[r[0]] == bidi.PDI && l.match[r[0]] >= 0 {
			continue // it goes on with the run of its initiator
		}
		s := sequence{line: l, at: slices.Clone(r)}
		for {
			last := s.at[len(s.at)-1]
			if !initiator(l.was[last]) || l.match[last] < 0 {
				break
			}
			n, ok := runOf[l.match[last]]
			if !ok {
				break
			}
			s.at = append(s.at, runs[n]...)
		}
		level := l.level[s.at[0]]
		before, behind := l.base, l.base
		if k := place[s.at[0]]; k > 0 {
			before = l.level[l.remain[k-1]]
		}
		last := s.at[len(s.at)-1]
		if k := place[last]; k+1 < len(l.remain) && !(initiator(l.was[last]) && l.match[last] < 0) {
			behind = l.level[l.remain[k+1]]
		}
		s.sos, s.eos = direction(max(level, before)), direction(max(level, behind))
		out = append(out, s)
	}
	return out
}

// direction is the strong class of a level.
func direction(level int) bidi.Class {
	if level%2 == 1 {
		return bidi.R
	}
	return bidi.L
}

// weak resolves weak classes (W1 to W7).
func (s *sequence) weak() {
	c := func(k int) bidi.Class { return s.class[s.at[k]] }
	set := func(k int, to bidi.Class) { s.class[s.at[k]] = to }
	before := s.sos
	for k := range s.at { // W1
		if c(k) == bidi.NSM {
			if initiator(before) || before == bidi.PDI {
				set(k, bidi.ON)
			} else {
				set(k, before)
			}
		}
		before = c(k)
	}
	strong := s.sos
	for k := range s.at { // W2 and W3
		switch c(k) {
		case bidi.L, bidi.R:
			strong = c(k)
		case bidi.AL:
			strong = bidi.AL
		case bidi.EN:
			if strong == bidi.AL {
				set(k, bidi.AN)
			}
		}
	}
	for k := range s.at {
		if c(k) == bidi.AL {
			set(k, bidi.R)
		}
	}
	for k := 1; k+1 < len(s.at); k++ { // W4
		if a, b := c(k-1), c(k+1); a == b && (a == bidi.EN && (c(k) == bidi.ES || c(k) == bidi.CS) || a == bidi.AN && c(k) == bidi.CS) {
			set(k, a)
		}
	}
	for k := 0; k < len(s.at); k++ { // W5
		if c(k) != bidi.ET {
			continue
		}
		to := k
		for to < len(s.at) && c(to) == bidi.ET {
			to++
		}
		if k > 0 && c(k-1) == bidi.EN || to < len(s.at) && c(to) == bidi.EN {
			for ; k < to; k++ {
				set(k, bidi.EN)
			}
		}
		k = to - 1
	}
	strong = s.sos
	for k := range s.at { // W6 and W7
		switch c(k) {
		case bidi.ET, bidi.ES, bidi.CS:
			set(k, bidi.ON)
		case bidi.L, bidi.R:
			strong = c(k)
		case bidi.EN:
			if strong == bidi.L {
				set(k, bidi.L)
			}
		}
	}
}

// strongOf is a class as N0 to N2 take it: numbers are leftward; ok is false where it is not strong.
func strongOf(c bidi.Class) (strong bidi.Class, ok bool) {
	switch c {
	case bidi.L:
		return bidi.L, true
	case bidi.R, bidi.EN, bidi.AN:
		return bidi.R, true
	}
	return c, false
}

// neutral resolves what is left (N1 and N2).
func (s *sequence) neutral() {
	for k := 0; k < len(s.at); k++ {
		if _, ok := strongOf(s.class[s.at[k]]); ok {
			continue
		}
		before, behind, to := s.sos, s.eos, k
		if k > 0 {
			before, _ = strongOf(s.class[s.at[k-1]])
		}
		for to < len(s.at) {
			if c, ok := strongOf(s.class[s.at[to]]); ok {
				behind = c
				break
			}
			to++
		}
		as := before
		if before != behind {
			as = direction(s.level[s.at[k]])
		}
		for ; k < to; k++ {
			s.class[s.at[k]] = as
		}
		k-- // the loop's own step goes on behind them
	}
}

// implicit resolves levels (I1 and I2).
func (s *sequence) implicit() {
	for _, i := range s.at {
		c, odd := s.class[i], s.level[i]%2 == 1
		switch {
		case !odd && c == bidi.R, odd && c != bidi.R:
			s.level[i]++
		case !odd && c != bidi.L:
			s.level[i] += 2
		}
	}
}
