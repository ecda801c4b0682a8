package web

import "sync"

// Bus tells the windows on a chart what is new. One process needs no more than
// the one below; several would share another behind the same interface.
type Bus interface {
	Publish(chart string, message []byte)
	// Subscribe returns what is published from now on; the channel is closed
	// when the reader is too slow or the bus ends, and by leave.
	Subscribe(chart string) (messages <-chan []byte, leave func())
	Close()
}

// waiting is how many messages a slow window may lag behind before it has to
// connect anew and read the log.
const waiting = 512

type localBus struct {
	mu   sync.Mutex
	subs map[string]map[chan []byte]bool
	done bool
}

// NewBus is a bus within this process.
func NewBus() Bus { return &localBus{subs: map[string]map[chan []byte]bool{}} }

func (b *localBus) Publish(chart string, m []byte) {
	b.mu.Lock()
	defer b.mu.Unlock()
	for ch := range b.subs[chart] {
		select {
		case ch <- m:
		default:
			delete(b.subs[chart], ch)
			close(ch)
		}
	}
}

func (b *localBus) Subscribe(chart string) (<-chan []byte, func()) {
	b.mu.Lock()
	defer b.mu.Unlock()
	ch := make(chan []byte, waiting)
	if b.done {
		close(ch)
		return ch, func() {}
	}
	if b.subs[chart] == nil {
		b.subs[chart] = map[chan []byte]bool{}
	}
	b.subs[chart][ch] = true
	return ch, func() {
		b.mu.Lock()
		defer b.mu.Unlock()
		if b.subs[chart][ch] {
			delete(b.subs[chart], ch)
			close(ch)
		}
	}
}

func (b *localBus) Close() {
	b.mu.Lock()
	defer b.mu.Unlock()
	b.done = true
	for _, subs := range b.subs {
		for ch := range subs {
			close(ch)
		}
	}
	b.subs = map[string]map[chan []byte]bool{}
}
