package web

import (
	"runtime"
	"sync"
	"testing"
	"time"
)

// Tests do not measure time: they wait for as long as something moves, and give up when nothing
// has for 20 s of this machine's own time.

// slowness is how much longer this machine takes for a piece of work than the one that the limits
// were set on does when it is idle; never less than 1.
func slowness() float64 {
	const idle = 25 * time.Millisecond
	begun := time.Now()
	var all sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		all.Go(func() {
			x := uint64(1)
			for range 12_000_000 {
				x ^= x << 13
				x ^= x >> 7
				x ^= x << 17
			}
			if x == 0 {
				panic("a sequence that never is 0")
			}
		})
	}
	all.Wait()
	return max(1, float64(time.Since(begun))/float64(idle))
}

var atTheStart = sync.OnceValue(slowness)

// patience is how long something that is waited for may stand still.
func patience() time.Duration { return time.Duration(20 * float64(time.Second) * atTheStart()) }

// steadily asks until something is there, for as long as it moves; what says so is asked every
// few milliseconds.
func steadily(ask func() (there, moved bool)) bool {
	still := time.Now()
	for {
		there, moved := ask()
		switch {
		case there:
			return true
		case moved:
			still = time.Now()
		case time.Since(still) > patience() && float64(time.Since(still)) > 20*float64(time.Second)*slowness(): // it may be slower by now
			return false
		}
		time.Sleep(20 * time.Millisecond)
	}
}

// eventually waits for something that has no page to look at.
func eventually(t testing.TB, what string, there func() bool) {
	t.Helper()
	if !steadily(func() (bool, bool) { return there(), false }) {
		t.Fatalf("did not come: %s", what)
	}
}
