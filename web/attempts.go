package web

import (
	"fmt"
	"math"
	"strings"
	"sync"
	"time"

	"github.com/gofiber/fiber/v3"
)

// How sign-ins that fail are slowed down: the first few cost nothing, then each must wait
// twice as long as the one before, up to a minute. Nobody is locked out: an account is
// slowed for one address by what that address did, for all addresses only by a great many
// attempts, and not at all for a browser that has signed in to it before.
const (
	freeAttempts    = 5  // of one address at one account
	freeFromAddress = 20 // of one address at any accounts
	freeAtAccount   = 50 // at one account from anywhere
	longestWait     = time.Minute
	forgotten       = time.Hour // after that long without a failure
	mostRemembered  = 20000     // of addresses and accounts
)

// attempts counts sign-ins that failed.
type attempts struct {
	mu  sync.Mutex
	now func() time.Time
	by  map[string]*failures
}

type failures struct {
	n    int
	last time.Time
}

// newAttempts counts by a clock, the machine's without one.
func newAttempts(now func() time.Time) *attempts {
	if now == nil {
		now = time.Now
	}
	return &attempts{now: now, by: map[string]*failures{}}
}

// keys are what an attempt counts for, with how many are free.
func (a *attempts) keys(address, account string, known bool) map[string]int {
	account = strings.ToLower(strings.TrimSpace(account))
	if known { // a browser of that account's person stands for itself
		return map[string]int{"known " + address + " " + account: freeAttempts}
	}
	return map[string]int{"pair " + address + " " + account: freeAttempts, "address " + address: freeFromAddress, "account " + account: freeAtAccount}
}

// reserve is how long an attempt must wait; 0 when it may be made. It then counts as one that failed until it is good:
// those that are made at the same time know of each other before a password is looked at.
func (a *attempts) reserve(address, account string, known bool) time.Duration {
	a.mu.Lock()
	defer a.mu.Unlock()
	left := a.wait(address, account, known)
	if left <= 0 {
		a.failed(address, account, known)
	}
	return left
}

// wait is how long an attempt must wait.
func (a *attempts) wait(address, account string, known bool) time.Duration {
	left := time.Duration(0)
	for k, free := range a.keys(address, account, known) {
		if f := a.by[k]; f != nil && f.n >= free {
			pause := time.Duration(math.Min(float64(longestWait), float64(time.Second)*math.Pow(2, float64(f.n-free))))
			left = max(left, pause-a.now().Sub(f.last))
		}
	}
	return left
}

// failed counts an attempt.
func (a *attempts) failed(address, account string, known bool) {
	for k := range a.by {
		if len(a.by) < mostRemembered && a.now().Sub(a.by[k].last) < forgotten {
			break // looked at in no order: enough of them go
		}
		if a.now().Sub(a.by[k].last) >= forgotten || len(a.by) >= mostRemembered {
			delete(a.by, k)
		}
	}
	for k := range a.keys(address, account, known) {
		f := a.by[k]
		if f == nil || a.now().Sub(f.last) >= forgotten {
			f = &failures{}
			a.by[k] = f
		}
		f.n++
		f.last = a.now()
	}
}

// good takes back an attempt that was reserved, and forgets those before it by the same address at the account: what
// others do at the account or from the address still counts.
func (a *attempts) good(address, account string, known bool) {
	a.release(address, account, known, true)
}

// neither takes back one that failed for another reason than the password.
func (a *attempts) neither(address, account string, known bool) {
	a.release(address, account, known, false)
}

func (a *attempts) release(address, account string, known, good bool) {
	a.mu.Lock()
	defer a.mu.Unlock()
	for k, free := range a.keys(address, account, known) {
		if f := a.by[k]; f != nil {
			if f.n--; f.n <= 0 || good && free == freeAttempts {
				delete(a.by, k)
			}
		}
	}
}

func tooFast(wait time.Duration) error {
	n := int(math.Ceil(wait.Seconds()))
	words := fmt.Sprintf("Too many attempts. Wait %d seconds and try again.", n)
	if n == 1 {
		words = "Too many attempts. Wait a second and try again."
	}
	return fiber.NewError(fiber.StatusTooManyRequests, words)
}
