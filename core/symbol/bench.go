package symbol

import "slices"

// Habit is what chooses the symbols that stand on a person's bench: how often each stands in the charts that were
// opened last, or a choice made by hand.
type Habit struct {
	Charts []Use  `json:"charts,omitempty"` // the one opened last first
	Fixed  []Kind `json:"fixed,omitempty"`  // chosen by hand
}

// Use is how often a chart has each symbol, of N steps.
type Use struct {
	ID    string       `json:"id"`
	N     int          `json:"n"`
	Count map[Kind]int `json:"count"`
}

// mostCharts is how many charts a habit is made of.
const mostCharts = 30

// usual is the share of the steps of a person's charts that a symbol must be ahead by to take the place of one of
// those that stand on the bench from the first.
const usual = 0.02

// Opened remembers a chart, the one opened last.
func (h *Habit) Opened(u Use) {
	h.Charts = slices.DeleteFunc(h.Charts, func(c Use) bool { return c.ID == u.ID })
	if u.N > 0 {
		h.Charts = append([]Use{u}, h.Charts...)
	}
	h.Charts = h.Charts[:min(len(h.Charts), mostCharts)]
}

// onBench are the symbols that can stand there: a picture has to be brought first.
func onBench() []Kind {
	var out []Kind
	for _, i := range all {
		if i.Kind != Picture {
			out = append(out, i.Kind)
		}
	}
	return out
}

// first are those that stand there from the first.
func first() []Kind {
	var out []Kind
	for _, i := range Bench() {
		out = append(out, i.Kind)
	}
	return out
}

// AtHand are the symbols of the bench, ten: those chosen by hand, or those that charts have most of.
func (h Habit) AtHand() []Kind {
	out, can := first(), onBench()
	if len(h.Fixed) == len(out) && !slices.ContainsFunc(h.Fixed, func(k Kind) bool { return !slices.Contains(can, k) }) {
		return h.Fixed
	}
	share := map[Kind]float64{}
	for _, c := range h.Charts {
		for k, n := range c.Count {
			if c.N > 0 {
				share[k] += float64(n) / float64(c.N) / float64(len(h.Charts))
			}
		}
	}
	others := slices.DeleteFunc(slices.Clone(can), func(k Kind) bool { return slices.Contains(out, k) })
	slices.SortStableFunc(others, func(a, b Kind) int {
		switch {
		case share[a] > share[b]:
			return -1
		case share[a] < share[b]:
			return 1
		}
		return 0
	})
	for _, k := range others {
		least := 0 // of equals the last one
		for i := range out {
			if share[out[i]] <= share[out[least]] {
				least = i
			}
		}
		ahead := share[k] - share[out[least]]
		if slices.Contains(first(), out[least]) {
			ahead -= usual
		}
		if ahead > 0 {
			out[least] = k
		}
	}
	return out
}

// Put puts a symbol on the bench by hand, in the place of the last one that was not put there by hand, or takes it off
// again; shown are those that stand there now. ok is false for one that cannot stand there.
func (h *Habit) Put(k Kind, shown []Kind) (ok bool) {
	can := onBench()
	if !slices.Contains(can, k) {
		return false
	}
	out, usually := slices.Clone(shown), first()
	free := func(o Kind) bool { return o != k && !slices.Contains(out, o) }
	if i := slices.Index(out, k); i >= 0 {
		out = slices.Delete(out, i, i+1)
		back := slices.IndexFunc(usually, free)
		if back >= 0 {
			out = append(out, usually[back])
		} else if back = slices.IndexFunc(can, free); back >= 0 {
			out = append(out, can[back])
		}
	} else if len(out) > 0 {
		at := len(out) - 1
		for i, o := range out {
			if h.Fixed == nil || slices.Contains(usually, o) {
				at = i
			}
		}
		out[at] = k
	}
	h.Fixed = out
	return true
}
