package find

import (
	"context"

	"plaintracer/core/geom"
)

// mostWork goes into one page, in units of about 50 ns (less in tests). A page of 200
// steps takes 0.3 million, one of 1,000 steps 4 million, the worst of the crammed pages in
// the tests 47 million. A page that costs more has so many lines in so little room that
// nobody could follow them one by one.
const mostWork = 60_000_000

// Other bounds.
const (
	// mostStates are known in one search: 16 bytes each.
	mostStates = 4 << 20
	// seldom is how many times work is counted before it is summed up.
	seldom = 16
	// askEvery is the work between two looks at whether somebody still waits.
	askEvery = 10_000
)

// Meter counts the work. When there has been too much, or nobody waits any more, every
// part ends where it stands: lines that have no way yet are drawn plainly, others stay
// where they are.
type Meter struct {
	Most int  // how much there may be, 0 for the usual
	Out  bool // there has been too much, or nobody waits
	Gone bool // nobody waits: what comes out does not matter

	ctx     context.Context
	indexes []*geom.Index // they count what they look at
	work    int           // beside that
	asked   int           // the work at the last look
	calls   int           // of Spend
}

// Start begins to count, beside what the indexes count, for one page.
func (m *Meter) Start(ctx context.Context, indexes ...*geom.Index) {
	*m = Meter{Most: m.Most, ctx: ctx, indexes: indexes}
	if m.Most == 0 {
		m.Most = mostWork
	}
	m.work = -m.Done()
	m.calls = seldom - 1
	m.Spend(askEvery)
}

// Done is all work that was done.
func (m *Meter) Done() int {
	all := m.work
	for _, x := range m.indexes {
		all += x.Looked / 8
	}
	return all
}

// Spend counts work and reports whether to end.
func (m *Meter) Spend(units int) (end bool) {
	m.work += units
	if m.calls++; m.calls%seldom != 0 {
		return m.Out
	}
	if all := m.Done(); all-m.asked >= askEvery {
		m.asked = all
		m.Gone = m.Gone || m.ctx.Err() != nil
		m.Out = m.Out || m.Gone || all > m.Most
	}
	return m.Out
}
