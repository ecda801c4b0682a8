package chart

import (
	"fmt"

	"plaintracer/core/geom"
)

// Way is how a connector runs: the ports that it holds at, "" at a loose end, and its
// points, px. It is found once and kept, so that a connector changes only when
// something does that concerns it. A way is not changed but replaced.
type Way struct {
	From   string        `json:"from,omitempty"`
	To     string        `json:"to,omitempty"`
	Points geom.Polyline `json:"points"`
}

// mostPoints is more than the way of a connector ever has.
const mostPoints = 1000

func (w *Way) check() error {
	if n := len(w.Points); n < 2 || n > mostPoints {
		return fmt.Errorf(badWay, n, mostPoints)
	}
	for i := range w.Points {
		q := &w.Points[i]
		q.X, q.Y = geom.Round2(q.X), geom.Round2(q.Y)
		if err := checkCoord(q.X, q.Y); err != nil {
			return fmt.Errorf(inWay, i, err)
		}
	}
	for _, port := range [2]string{w.From, w.To} {
		if err := checkText("a port of the way", port, maxID); err != nil {
			return err
		}
	}
	return nil
}
