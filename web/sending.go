package web

import (
	"io"
	"net"
	"sync"
	"time"
)

// An answer is in memory until it has been read, and whoever asked may read slowly. So much of large answers may be on
// its way at once, bytes: one is always let through.
const (
	largeAnswer   = 256 << 10 // smaller ones do not count
	mostOfAddress = 64 << 20
	mostOfLink    = 128 << 20
	mostOfAll     = 256 << 20
)

// An answer goes out in pieces, each of which has to be taken within its time: some 6 KB a second.
const (
	writePiece = 64 << 10
	pieceWait  = 10 * time.Second
)

// sending counts the bytes of large answers that are on their way: by who asked, through which link, and all.
type sending struct {
	mu sync.Mutex
	by map[string]int
}

type share struct {
	of   string
	most int
}

// begin counts an answer until it is done; ok is false where there are too many.
func (s *sending) begin(size int, shares []share) (done func(), ok bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	for _, sh := range shares {
		if held := s.by[sh.of]; held > 0 && held+size > sh.most {
			return nil, false
		}
	}
	for _, sh := range shares {
		s.by[sh.of] += size
	}
	return sync.OnceFunc(func() {
		s.mu.Lock()
		defer s.mu.Unlock()
		for _, sh := range shares {
			if s.by[sh.of] -= size; s.by[sh.of] == 0 {
				delete(s.by, sh.of)
			}
		}
	}), true
}

// Steady is a listener whose connections end when what they are sent is not read.
func Steady(ln net.Listener) net.Listener { return steady{ln, pieceWait} }

type steady struct {
	net.Listener
	wait time.Duration // for a piece
}

func (s steady) Accept() (net.Conn, error) {
	c, err := s.Listener.Accept()
	if t, ok := c.(*net.TCPConn); ok {
		return steadyConn{t, s.wait}, err
	}
	return c, err
}

type steadyConn struct {
	*net.TCPConn
	wait time.Duration
}

// Write writes in pieces.
func (c steadyConn) Write(b []byte) (n int, err error) {
	for err == nil && n < len(b) {
		if err = c.SetWriteDeadline(time.Now().Add(c.wait)); err != nil {
			return n, err
		}
		var m int
		m, err = c.TCPConn.Write(b[n:min(n+writePiece, len(b))])
		n += m
	}
	return n, err
}

// ReadFrom writes in pieces what comes from elsewhere.
func (c steadyConn) ReadFrom(r io.Reader) (int64, error) {
	return io.CopyBuffer(struct{ io.Writer }{c}, r, make([]byte, writePiece))
}
