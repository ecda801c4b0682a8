package route

import (
	"context"
	"fmt"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/route/sample"
	"plaintracer/core/symbol"
)

// crowd is a page on which every step leads to every later one.
func crowd(steps int) Page {
	var p Page
	for i := range steps {
		p.Boxes = append(p.Boxes, Box{ID: fmt.Sprint("b", i), Kind: symbol.Process, Rect: geom.Rect{X: float64(i%8) * 190, Y: float64(i/8) * 130, W: 110, H: 60}})
		for j := range i {
			p.Lines = append(p.Lines, Line{ID: fmt.Sprint("l", i, "-", j), From: End{Box: j}, To: End{Box: i}, Labels: []Label{{W: 30, H: 14}}})
		}
	}
	return p
}

// ending is a context that ends when it has been asked so many times.
type ending struct {
	context.Context
	left int
}

func (e *ending) Err() error {
	if e.left--; e.left < 0 {
		return context.Canceled
	}
	return nil
}

// Whenever the context ends, little more work is done and nothing comes out; the next page
// is routed as if nothing had been.
func TestRoutingEndsWithItsContext(t *testing.T) {
	p := crowd(18)
	var fresh Router
	want := fmt.Sprint(fresh.Routes(p))
	all := &ending{t.Context(), 1 << 30}
	(&Router{}).RoutesContext(all, p)
	asked := 1<<30 - all.left
	if asked < 10 {
		t.Fatalf("the context is asked %d times: too few to tell", asked)
	}
	var r Router
	for k := 0; k < asked; k += 1 + asked/8 {
		e := &ending{t.Context(), k}
		if out := r.RoutesContext(e, p); out != nil || e.left < -100 {
			t.Fatalf("ended at the %dth time of %d, it asks %d times more; %d routes", k, asked, -e.left, len(out))
		}
	}
	if got := fmt.Sprint(r.Routes(p)); got != want {
		t.Error("routed afterwards, it is another page")
	}
}

// A page that takes more work than there is comes out whole: lines that are out of their
// turn are drawn plainly, from step to step, the same each time.
func TestTooMuchWork(t *testing.T) {
	const most = 2_000_000
	p := crowd(40)
	var r, again Router
	r.finder.Meter.Most, again.finder.Meter.Most = most, most
	out := r.Routes(p)
	if !r.Unfinished() {
		t.Fatal("the page is no more than can be done")
	}
	if got := r.finder.Meter.Done(); got > most+1_000_000 {
		t.Errorf("%d units of work were done, of %d", got, most)
	}
	for i, l := range out {
		if len(l.Points) < 2 || len(l.Labels) != 1 {
			t.Fatalf("line %d is %v", i, l)
		}
	}
	if fmt.Sprint(again.Routes(p)) != fmt.Sprint(out) {
		t.Error("routed twice, it is another page")
	}
	if fmt.Sprint(r.Routes(p)) != fmt.Sprint(out) {
		t.Error("routed once more by the same router, it is another page")
	}
}

// A label on a line across the largest page is looked for near where it would best stand.
func TestLabelOfALongLine(t *testing.T) {
	p := Page{
		Boxes: []Box{box("a", 0, 0), box("b", 1e7, 4e6)},
		Lines: []Line{{ID: "l", From: End{Box: 0}, To: End{Box: 1}, Labels: []Label{{W: 30, H: 14}, {W: 30, H: 14}}}},
	}
	var r Router
	out := r.Routes(p)
	if done := r.finder.Meter.Done(); done > 100_000 {
		t.Errorf("%d units of work", done)
	}
	for _, l := range out[0].Labels {
		if d := out[0].Points.DistTo(l.Centre()); d > 40 {
			t.Errorf("the label at %v stands %g px off its line", l, d)
		}
	}
}

// A label that nothing has touched since the last page is not looked for again.
func TestLabelsAreLookedForOnce(t *testing.T) {
	p := sample.Untidy(3)
	for i := range p.Lines {
		p.Lines[i].Labels = []Label{{W: 60, H: 14}}
	}
	var r Router
	r.Routes(p)
	first := r.finder.Meter.Done()
	r.Routes(p)
	if again := r.finder.Meter.Done(); again*10 > first*9 {
		t.Errorf("%d units of work, and %d for the same page again", first, again)
	}
}
