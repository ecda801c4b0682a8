package web

import (
	"encoding/json"
	"errors"
	"net/url"
	"strconv"
	"strings"
	"time"

	"github.com/fasthttp/websocket"
	"github.com/gofiber/fiber/v3"
	"github.com/valyala/fasthttp"

	"plaintracer/store"
)

// message is what goes down the live channel.
type message struct {
	Type  string        `json:"type"` // command, comments, here, or far: it lags too far behind and takes the chart anew
	Event *store.Logged `json:"event,omitempty"`
}

// tell publishes new commands of a chart.
func (s *Server) tell(chart string) func([]store.Logged) {
	return func(ls []store.Logged) {
		for _, l := range ls {
			if b, err := json.Marshal(message{"command", &l}); err == nil {
				s.bus.Publish(chart, b)
			}
		}
	}
}

func (s *Server) tellComments(chart string) {
	b, _ := json.Marshal(message{Type: "comments"})
	s.bus.Publish(chart, b)
}

const (
	// hereEvery is how often a window is told that the server is there: it takes a silence
	// of 1.8 s for a cut line.
	hereEvery = 500 * time.Millisecond
	// askEvery is how often a channel looks whether it may go on.
	askEvery  = 4 * time.Second
	writeWait = 10 * time.Second
)

var (
	hereMessage = []byte(`{"type":"here"}`)
	farMessage  = []byte(`{"type":"far"}`)
)

// mostBehind is how many commands a window is sent that it missed. A window that missed more takes the chart anew.
const mostBehind = 1000

// longestMessage is what a window may say: nothing, but for closing.
const longestMessage = 512

// upgrader takes windows of this server's own pages: of the address in the request, and of
// the public one, behind a proxy that asks by another.
func (s *Server) upgrader() *websocket.FastHTTPUpgrader {
	return &websocket.FastHTTPUpgrader{EnableCompression: true, CheckOrigin: func(ctx *fasthttp.RequestCtx) bool {
		origin := string(ctx.Request.Header.Peek(fiber.HeaderOrigin))
		if origin == "" || s.opts.Public != "" && strings.EqualFold(origin, strings.TrimSuffix(s.opts.Public, "/")) {
			return true
		}
		u, err := url.Parse(origin)
		return err == nil && strings.EqualFold(u.Host, string(ctx.Host()))
	}}
}

// mayListen reports whether a window may still listen: its session goes on, and the chart is
// there and its person's.
func (s *Server) mayListen(session, chart string) bool {
	p, err := s.store.Session(session)
	if err != nil {
		return !errors.Is(err, store.ErrNone)
	}
	e, err := s.store.Entry(chart)
	if err != nil {
		return !errors.Is(err, store.ErrNone)
	}
	return e.Owner == p.ID && !e.Binned
}

// untilGone reads from a window, which says nothing, until it is gone. stop ends that and
// waits until nobody reads any more: after that the connection's memory is used for another
// one.
func untilGone(c interface {
	ReadMessage() (int, []byte, error)
	SetReadDeadline(time.Time) error
}) (gone <-chan struct{}, stop func()) {
	ended := make(chan struct{})
	go func() {
		defer close(ended)
		for {
			if _, _, err := c.ReadMessage(); err != nil {
				return
			}
		}
	}()
	return ended, func() {
		c.SetReadDeadline(time.Now())
		<-ended
	}
}

// live sends a window every command after the one it names, those in the log
// and those to come.
func (s *Server) live(c fiber.Ctx) error {
	if !websocket.FastHTTPIsWebSocketUpgrade(c.RequestCtx()) {
		return fiber.ErrUpgradeRequired
	}
	after, err := strconv.Atoi(c.Query("after", "0"))
	if err != nil || after < 0 {
		return bad("after: expected the number of a command")
	}
	id, seq, session := entry(c).ID, entry(c).Seq, strings.Clone(c.Cookies(sessionCookie)) // c must not be touched inside
	leaveWindow, err := s.windows.enter(session, id)
	if err != nil {
		return err
	}
	err = s.upgrader().Upgrade(c.RequestCtx(), func(conn *websocket.Conn) {
		defer leaveWindow()
		defer conn.Close()
		conn.SetReadLimit(longestMessage)
		news, leave := s.bus.Subscribe(id)
		defer leave()
		gone, stop := untilGone(conn)
		defer stop()
		send := func(b []byte) bool {
			conn.SetWriteDeadline(time.Now().Add(writeWait))
			return conn.WriteMessage(websocket.TextMessage, b) == nil
		}
		if seq-after > mostBehind {
			send(farMessage)
			return
		}
		// What was published since Subscribe may be in the log as well: the
		// window passes over commands that it has.
		for l, err := range s.store.Log(id, after) {
			if err != nil {
				s.opts.Log.Error("live", "chart", id, "error", err)
				return
			}
			select {
			case <-gone:
				return
			default:
			}
			b, err := json.Marshal(message{"command", &l})
			if err != nil || !send(b) {
				return
			}
		}
		here, ask := time.NewTicker(hereEvery), time.NewTicker(askEvery)
		defer here.Stop()
		defer ask.Stop()
		for {
			select {
			case m, ok := <-news:
				if !ok || !send(m) {
					return
				}
			case <-here.C:
				if !send(hereMessage) {
					return
				}
			case <-ask.C:
				if !s.mayListen(session, id) {
					return
				}
			case <-gone:
				return
			}
		}
	})
	if err != nil {
		leaveWindow() // nobody came
	}
	var he websocket.HandshakeError
	if errors.As(err, &he) {
		return nil // it has answered already
	}
	return err
}
