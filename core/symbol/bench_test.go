package symbol

import (
	"fmt"
	"slices"
	"testing"
)

// The bench has the usual ten, but for what a person's charts have clearly more of; what is put there by hand stays.
func TestAtHand(t *testing.T) {
	var h Habit
	usually := h.AtHand()
	if len(usually) != 10 || usually[0] != Terminator {
		t.Fatalf("from the first: %v", usually)
	}
	h.Opened(Use{"a", 100, map[Kind]int{Process: 99, Display: 1}})
	if got := h.AtHand(); !slices.Equal(got, usually) {
		t.Errorf("one of a hundred steps brought it: %v", got)
	}
	h.Opened(Use{"b", 10, map[Kind]int{Process: 7, Display: 3}})
	if got := h.AtHand(); !slices.Contains(got, Display) || slices.Contains(got, Annotation) || len(got) != 10 || !slices.Contains(got, Process) {
		t.Errorf("with 3 of 10 steps: %v", got)
	}
	h.Opened(Use{"b", 10, map[Kind]int{Process: 10}}) // opened again, it is another
	if got := h.AtHand(); !slices.Equal(got, usually) {
		t.Errorf("and without them: %v", got)
	}
	for i := range 100 {
		h.Opened(Use{fmt.Sprint(i), 1, map[Kind]int{Delay: 1}})
	}
	if h.Opened(Use{"empty", 0, nil}); len(h.Charts) != mostCharts || h.Charts[0].ID != "99" {
		t.Errorf("%d charts are remembered, the last %s", len(h.Charts), h.Charts[0].ID)
	}

	h = Habit{}
	if h.Put(Picture, usually) || h.Put("none", usually) {
		t.Error("that cannot stand on the bench")
	}
	h.Put(Delay, usually)
	h.Put(Display, h.AtHand())
	if got := h.AtHand(); got[9] != Delay || got[8] != Display {
		t.Errorf("put there by hand: %v", got)
	}
	h.Put(Delay, h.AtHand()) // a second time takes it off
	if got := h.AtHand(); slices.Contains(got, Delay) || !slices.Contains(got, OffPage) || len(got) != 10 {
		t.Errorf("and taken off: %v", got)
	}
	h.Fixed = []Kind{"damaged"}
	if got := h.AtHand(); !slices.Equal(got, usually) {
		t.Errorf("of what is damaged: %v", got)
	}
}
