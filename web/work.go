package web

import (
	"context"
	"errors"
	"runtime/debug"
	"slices"
	"sync"
	"time"

	"github.com/gofiber/fiber/v3"
	"golang.org/x/sync/semaphore"
)

// Laying out, routing and writing files take a processor and memory: so much goes on at
// once, others wait for their turn.
const (
	mostAtWork  = 2
	mostWaiting = 50
	longestWork = time.Minute // waiting included
	keepJobs    = 10 * time.Second
	restAfter   = 10 * time.Second
)

// CalmMemory is what the process should do with, bytes: beyond it garbage is collected
// more often (the Go runtime's memory limit, which whoever runs a server sets for it).
const CalmMemory = 400 << 20

const busy = "The server is busy with other charts. Try again in a minute."

// workQueue is where heavy work is done.
type workQueue struct {
	places  *semaphore.Weighted
	reading *semaphore.Weighted // for what people bring
	mu      sync.Mutex
	jobs    []*job // first to last, and those that ended just now
	idle    *time.Timer
}

// job is a piece of heavy work, which its person's page may ask about.
type job struct {
	name, person string
	state        string // waiting, working, done
	at           time.Time
}

func newWorkQueue() *workQueue {
	return &workQueue{places: semaphore.NewWeighted(mostAtWork), reading: semaphore.NewWeighted(mostAtWork)}
}

// do waits for a turn and does the work, for as long as ctx goes on.
func (w *workQueue) do(ctx context.Context, places *semaphore.Weighted, name, person string, work func(ctx context.Context) error) error {
	ctx, cancel := context.WithTimeout(ctx, longestWork)
	defer cancel()
	j, ok := w.line(name, person)
	if !ok {
		return fiber.NewError(fiber.StatusServiceUnavailable, busy)
	}
	defer w.now(j, "done")
	err := places.Acquire(ctx, 1)
	if err == nil {
		defer w.rest()
		defer places.Release(1)
		w.now(j, "working")
		err = work(ctx)
	}
	if errors.Is(err, context.DeadlineExceeded) {
		return fiber.NewError(fiber.StatusServiceUnavailable, busy)
	}
	return err
}

// rest gives memory back some time after the last job: otherwise the process keeps what
// the largest took.
func (w *workQueue) rest() {
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.idle != nil {
		w.idle.Stop()
	}
	w.idle = time.AfterFunc(restAfter, debug.FreeOSMemory)
}

// line puts a job in line; it fails when that is too long.
func (w *workQueue) line(name, person string) (*job, bool) {
	w.mu.Lock()
	defer w.mu.Unlock()
	w.jobs = slices.DeleteFunc(w.jobs, func(j *job) bool { return j.state == "done" && time.Since(j.at) > keepJobs })
	waiting := 0
	for _, j := range w.jobs {
		if j.state == "waiting" {
			waiting++
		}
	}
	if waiting >= mostWaiting {
		return nil, false
	}
	j := &job{name, person, "waiting", time.Now()}
	w.jobs = append(w.jobs, j)
	return j, true
}

func (w *workQueue) now(j *job, state string) {
	w.mu.Lock()
	defer w.mu.Unlock()
	j.state, j.at = state, time.Now()
}

// progress is what a page is told of its job.
type progress struct {
	State  string `json:"state"`  // as a job's, or none
	Before int    `json:"before"` // others that have their turn first
}

func (w *workQueue) progress(name, person string) progress {
	w.mu.Lock()
	defer w.mu.Unlock()
	before := 0
	for _, j := range w.jobs {
		if j.name == name && j.person == person {
			return progress{j.state, before}
		}
		if j.state == "waiting" {
			before++
		}
	}
	return progress{State: "none"}
}
