package web

import (
	"fmt"
	"sync"

	"github.com/gofiber/fiber/v3"
)

// So many windows may be open on one chart, and of one session.
const (
	mostWindowsOfChart   = 200
	mostWindowsOfSession = 40
)

// windows counts the live channels that are open.
type windows struct {
	mu   sync.Mutex
	open map[string]int // by session, and by chart
}

// enter counts a window until it leaves, unless there are too many.
func (w *windows) enter(session, chart string) (leave func(), err error) {
	w.mu.Lock()
	defer w.mu.Unlock()
	keys := []string{"session " + session, "chart " + chart}
	for i, most := range []int{mostWindowsOfSession, mostWindowsOfChart} {
		if w.open[keys[i]] >= most {
			return nil, fiber.NewError(fiber.StatusTooManyRequests, fmt.Sprintf("Too many windows are open (%d). Close some.", most))
		}
	}
	for _, k := range keys {
		w.open[k]++
	}
	return func() {
		w.mu.Lock()
		defer w.mu.Unlock()
		for _, k := range keys {
			if w.open[k]--; w.open[k] == 0 {
				delete(w.open, k)
			}
		}
	}, nil
}
