package number

import (
	"fmt"
	"strconv"
	"strings"
)

// between gives the steps without a number one of those between which they come.
func (s *scheme) between() {
	clear(s.want)
	clear(s.given)
	for _, p := range s.chart.Pages {
		for _, st := range p.Steps {
			if st.Number != "" {
				s.taken[st.Number] = true
			}
		}
	}
	for _, p := range s.pages {
		for _, st := range p.Steps {
			s.want[st] = st.Number // also of steps that should have none
		}
	}
	after := map[string]int{} // how many with a number are still to come, by head
	for _, k := range s.places {
		if k.step.Number != "" {
			after[k.head]++
			s.counted(k)
		}
	}
	before := map[string]string{} // the last number, by head
	for _, k := range s.places {
		if k.step.Number != "" {
			after[k.head]--
			before[k.head] = k.step.Number
			continue
		}
		n := s.decision(k)
		switch {
		case n != "" && !s.taken[n]:
		case after[k.head] > 0:
			n = s.behind(before[k.head], k.head)
		default:
			n = s.next(k.head)
		}
		s.want[k.step], s.taken[n], before[k.head] = n, true, n
	}
}

// counted has numbers go on behind that of a step.
func (s *scheme) counted(k *place) {
	rest, ok := strings.CutPrefix(k.step.Number, s.by.Prefix+k.head)
	if n, err := strconv.Atoi(rest); ok && err == nil {
		first, every, _ := s.counting(k.head)
		s.given[k.head] = max(s.given[k.head], (n-first)/every+1)
	}
}

// behind is a number that comes behind one and before whatever has come behind that until now: 4.1 behind 4, 4.2 behind
// 4.1 where nothing has that number, 4.0.1 between 4 and 4.1. Before the first one it is 0.1.
func (s *scheme) behind(number, head string) string {
	if number == "" {
		number = s.by.Prefix + head + "0"
	}
	if i := strings.LastIndexByte(number, '.'); i >= 0 && s.taken[number[:i]] {
		if last, err := strconv.Atoi(number[i+1:]); err == nil {
			if n := fmt.Sprint(number[:i+1], last+1); !s.taken[n] {
				return n
			}
		}
	}
	n := number + ".1"
	for s.taken[n] {
		number += ".0"
		n = number + ".1"
	}
	return n
}
