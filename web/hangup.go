package web

import (
	"context"
	"errors"
	"net"
	"syscall"
	"time"

	"github.com/gofiber/fiber/v3"
)

// hungUp reports whether the other side has closed a connection: nothing is read from it.
func hungUp(conn net.Conn) bool {
	c, ok := conn.(syscall.Conn)
	if !ok {
		return false
	}
	raw, err := c.SyscallConn()
	if err != nil {
		return true
	}
	gone := false
	err = raw.Control(func(fd uintptr) {
		var b [1]byte
		n, _, err := syscall.Recvfrom(int(fd), b[:], syscall.MSG_PEEK|syscall.MSG_DONTWAIT)
		gone = n == 0 && err == nil || err != nil && !errors.Is(err, syscall.EAGAIN) && !errors.Is(err, syscall.EINTR)
	})
	return gone || err != nil
}

// hangEvery is how often it is looked whether the caller is still there.
const hangEvery = 20 * time.Millisecond

// untilHangUp is a context that ends when the caller hangs up, or with end.
func untilHangUp(c fiber.Ctx) (ctx context.Context, end func()) {
	ctx, cancel := context.WithCancel(context.Background())
	conn := c.RequestCtx().Conn()
	stopped := make(chan struct{})
	go func() {
		defer close(stopped)
		t := time.NewTicker(hangEvery)
		defer t.Stop()
		for {
			select {
			case <-ctx.Done():
				return
			case <-t.C:
				if hungUp(conn) {
					cancel()
				}
			}
		}
	}()
	return ctx, func() { cancel(); <-stopped } // the connection is looked at no longer
}
