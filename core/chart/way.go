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

// setWays keeps ways. Connectors that are not there any more are passed over: ways
// are found beside what a person did, and not worth refusing that.
func setWays(p *Page, d Part) ([]Part, error) {
	old := map[string]*Way{}
	for id, w := range d.Ways {
		if w != nil {
			if err := w.check(); err != nil {
				return nil, fmt.Errorf(inWays, id, err)
			}
		}
	}
	for _, c := range p.Connectors {
		if w, ok := d.Ways[c.ID]; ok {
			old[c.ID], c.Way = c.Way, w
		}
	}
	return []Part{{Do: "line.ways", Page: p.ID, Ways: old}}, nil
}
