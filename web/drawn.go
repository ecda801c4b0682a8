package web

import (
	"context"
	"fmt"
)

// drawn is a chart as it is now, drawn. Who comes first has it drawn, others wait for that.
func (s *Server) drawn(ctx context.Context, id string) (*drawing, error) {
	ch, seq, err := s.store.Chart(id)
	if err != nil {
		return nil, err
	}
	d, leave := s.drawings.take(fmt.Sprintf("%s/%d", id, seq), func(ctx context.Context, d *drawing) error {
		return s.workQueue.do(ctx, s.workQueue.places, "", "", func(ctx context.Context) error { return d.draw(ctx, ch) })
	})
	defer leave()
	select {
	case <-d.done:
		return d, d.err
	case <-ctx.Done():
		return nil, ctx.Err()
	}
}
