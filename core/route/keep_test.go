package route

import (
	"fmt"
	"slices"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/route/sample"
	"plaintracer/core/symbol"
)

// kept routes a page, changes it and routes it again with what stays.
func kept(p Page, change func(*Page)) (was, now []Route, q Page) {
	var r Router
	was = r.Routes(p)
	q = Page{Boxes: slices.Clone(p.Boxes), Lines: slices.Clone(p.Lines), Borders: p.Borders}
	change(&q)
	Keep(&p, was, &q)
	return was, r.Routes(q), q
}

// What a change concerns finds its way, everything else stays.
func TestKeep(t *testing.T) {
	p := Page{
		Boxes: []Box{box("a", 0, 0), box("b", 400, 0), box("c", 0, 300), box("d", 400, 300), box("e", 700, 150)},
		Lines: []Line{
			{ID: "ab", From: End{Box: 0}, To: End{Box: 1}},
			{ID: "cd", From: End{Box: 2}, To: End{Box: 3}},
			{ID: "ad", From: End{Box: 0}, To: End{Box: 3}},
		},
	}
	move := func(d geom.Point, boxes ...int) func(*Page) {
		return func(q *Page) {
			for _, b := range boxes {
				q.Boxes[b].Rect = q.Boxes[b].Rect.Move(d)
			}
		}
	}
	for _, c := range []struct {
		name    string
		change  func(*Page)
		stay    string // ids of the lines that are firm where they were
		shifted string // and of those that are moved along
	}{
		{"a step that no line knows moves", move(geom.Pt(30, 20), 4), "ab cd ad", ""},
		{"a step at the end of one line moves", move(geom.Pt(0, -30), 1), "cd ad", ""},
		{"two steps move with the line between them", move(geom.Pt(0, 30), 2, 3), "ab", "cd"},
		{"everything moves", move(geom.Pt(-80, 30), 0, 1, 2, 3, 4), "", "ab cd ad"},
		{"a step comes into the way of two lines", move(geom.Pt(-500, 140), 4), "ab", ""},
		{"a step is dropped that none knows", func(q *Page) { q.Boxes = q.Boxes[:4] }, "ab cd ad", ""},
		{"a step changes its symbol", func(q *Page) { q.Boxes[2].Kind = symbol.Data }, "ab ad", ""},
		{"a line is glued to a port", func(q *Page) { q.Lines[0].To.Port = "top" }, "cd ad", ""},
		{"a line is pinned", func(q *Page) { q.Lines[1].Pins = []Pin{{Upright: false, At: 420}} }, "ab ad", ""},
	} {
		was, now, q := kept(p, c.change)
		var stay, shifted []string
		for i, l := range q.Lines {
			if l.Was == nil {
				continue
			}
			if d := now[i].Points[0].Sub(was[i].Points[0]); l.Firm {
				stay = append(stay, l.ID)
				if fmt.Sprint(now[i].Points) != fmt.Sprint(was[i].Points) {
					t.Errorf("%s: %s had %v, has %v", c.name, l.ID, was[i].Points, now[i].Points)
				}
			} else {
				shifted = append(shifted, l.ID)
				for k := range now[i].Points {
					if now[i].Points[k].Dist(was[i].Points[k].Add(d)) > 0.02 {
						t.Errorf("%s: %s had %v, has %v", c.name, l.ID, was[i].Points, now[i].Points)
					}
				}
			}
		}
		if a, b := fmt.Sprint(stay, shifted), "["+c.stay+"] ["+c.shifted+"]"; a != b {
			t.Errorf("%s: %s stay and are moved along, not %s", c.name, a, b)
		}
	}
}

// A way that leads elsewhere than its line, or through a step, is not kept, whoever says so.
func TestUnfitWays(t *testing.T) {
	p := Page{Boxes: []Box{box("a", 0, 0), box("b", 400, 0), box("c", 200, 100)}, Lines: []Line{{ID: "ab", From: End{Box: 0}, To: End{Box: 1}}}}
	free := fmt.Sprint(new(Router).Routes(p))
	fits := Route{FromPort: "bottom", ToPort: "bottom", Points: geom.Polyline{{X: 50, Y: 50}, {X: 50, Y: 200}, {X: 450, Y: 200}, {X: 450, Y: 50}}}
	for _, c := range []struct {
		name string
		fits bool
		way  func(w *Route)
	}{
		{"one that fits", true, func(w *Route) {}},
		{"another port", false, func(w *Route) { w.ToPort = "top" }},
		{"no such port", false, func(w *Route) { w.FromPort = "middle" }},
		{"beside the step", false, func(w *Route) { w.Points[3].Y = 60 }},
		{"one point", false, func(w *Route) { w.Points = w.Points[:1] }},
		{"through a step", false, func(w *Route) { w.Points[1].Y, w.Points[2].Y = 120, 120 }},
		{"not where it is pinned", false, func(w *Route) { p.Lines[0].Pins = []Pin{{At: 300}} }},
	} {
		w := fits
		w.Points = slices.Clone(fits.Points)
		c.way(&w)
		p.Lines[0].Was, p.Lines[0].Firm = &w, true
		got := new(Router).Routes(p)
		if len(p.Lines[0].Pins) > 0 {
			if !runsAlong(got[0], p.Lines[0].Pins[0]) {
				t.Errorf("%s: it runs %v", c.name, got[0].Points)
			}
			continue
		}
		if c.fits && fmt.Sprint(got[0].Points) != fmt.Sprint(fits.Points) || !c.fits && fmt.Sprint(got) != free {
			t.Errorf("%s: it runs %v", c.name, got[0].Points)
		}
	}
}

// A line that is new beside one that stays gives way alone.
func TestKeptLinesStay(t *testing.T) {
	p := Page{Boxes: []Box{box("a", 0, 300), box("b", 400, -200), box("c", 0, 100), box("d", 400, 0)}, Lines: []Line{{ID: "ab", From: End{Box: 0, Port: "right"}, To: End{Box: 1, Port: "left"}}}}
	was, now, q := kept(p, func(q *Page) {
		q.Lines = append(slices.Clone(q.Lines), Line{ID: "cd", From: End{Box: 2, Port: "right"}, To: End{Box: 3, Port: "left"}})
	})
	if fmt.Sprint(now[0].Points) != fmt.Sprint(was[0].Points) || sample.Nearest(now[0].Points, now[1].Points) < 9.9 || sample.OnEachOther(q, now) > 0 {
		t.Errorf("%v went to %v, beside %v", was[0].Points, now[0].Points, now[1].Points)
	}
}

// Where a line has no room beside ones that stay, these make way, by a gap at most: those
// beside it, and those beside these.
func TestKeptLinesMakeWay(t *testing.T) {
	for _, c := range []struct {
		corridor float64 // px, the only way from the left to the right
		lines    int     // through it, the last of which comes new
	}{{6, 2}, {8, 4}, {32, 3}} {
		var p Page
		wall := func(x, y, w, h float64) {
			p.Boxes = append(p.Boxes, Box{ID: fmt.Sprint(len(p.Boxes)), Kind: symbol.Process, Rect: geom.Rect{X: x, Y: y, W: w, H: h}})
		}
		wall(200, -2000, 600, 2200)
		wall(200, 200+c.corridor, 600, 2200)
		wall(-150, -2000, 350, 1980)
		wall(-150, 420, 350, 2000)
		wall(-150, -20, 50, 440)
		for i := range c.lines {
			wall(0, 20+100*float64(i), 80, 40)
			wall(920, 20+100*float64(i), 80, 40)
			p.Lines = append(p.Lines, Line{ID: fmt.Sprint(i), From: End{Box: 5 + 2*i}, To: End{Box: 6 + 2*i}})
		}
		all := p.Lines
		p.Lines = all[:c.lines-1]
		was, now, q := kept(p, func(q *Page) { q.Lines = slices.Clone(all) })
		if n := sample.OnEachOther(q, now); n > 0 {
			t.Errorf("%d lines in %g px: %d segments lie on each other: %v", c.lines, c.corridor, n, now)
		}
		for i := range was {
			for k := range was[i].Points {
				if len(now[i].Points) != len(was[i].Points) || now[i].Points[k].Dist(was[i].Points[k]) > 1.5*Gap {
					t.Errorf("%d lines in %g px: %v went to %v", c.lines, c.corridor, was[i].Points, now[i].Points)
					break
				}
			}
		}
	}
}

// A line holds at the middle of the side of a step that was changed, and slides at the other end.
func TestMiddleOfWhatWasChanged(t *testing.T) {
	p := Page{Boxes: []Box{at(process, 0, 0), at(decision, 300, -2)}, Lines: []Line{{ID: "l", From: End{Box: 0}, To: End{Box: 1}}}}
	was, now, _ := kept(p, func(q *Page) { q.Boxes[0].Rect.W += 20 })
	if y := was[0].Points[0].Y; y != 38 {
		t.Fatalf("at first it holds at %g, not at the tip", y)
	}
	if y := now[0].Points[0].Y; y != 30 {
		t.Errorf("it holds at %g, not in the middle of the side", y)
	}
}

// Of ways that lie on each other, the later line's is found anew; those into one port may.
func TestDisentangle(t *testing.T) {
	p := Page{Boxes: []Box{box("a", 0, 0), box("b", 400, 0), box("c", 0, 300), box("d", 400, 300)}}
	down := func(x float64) *Route {
		return &Route{FromPort: "right", ToPort: "left", Points: geom.Polyline{{X: 100, Y: 25}, {X: x, Y: 25}, {X: x, Y: 325}, {X: 400, Y: 325}}}
	}
	up := func(x float64) *Route {
		return &Route{FromPort: "right", ToPort: "left", Points: geom.Polyline{{X: 100, Y: 325}, {X: x, Y: 325}, {X: x, Y: 25}, {X: 400, Y: 25}}}
	}
	across := &Route{FromPort: "top", ToPort: "bottom", Points: geom.Polyline{{X: 50, Y: 300}, {X: 50, Y: 170}, {X: 450, Y: 170}, {X: 450, Y: 50}}}
	for _, c := range []struct {
		other *Route
		from  int
		kept  bool
	}{{up(250), 2, false}, {up(250.4), 2, false}, {across, 2, true}, {down(250), 0, true}} {
		p.Lines = []Line{{ID: "x", From: End{Box: 0}, To: End{Box: 3}, Was: down(250), Firm: true}, {ID: "y", From: End{Box: c.from}, To: End{Box: 3 - c.from}, Was: c.other, Firm: true}}
		Disentangle(&p)
		if p.Lines[0].Was == nil || (p.Lines[1].Was != nil) != c.kept {
			t.Errorf("beside %v: kept %v, %v", c.other.Points, p.Lines[0].Was != nil, p.Lines[1].Was != nil)
		}
		if n := sample.OnEachOther(p, new(Router).Routes(p)); n > 0 {
			t.Errorf("beside %v: %d segments on each other", c.other.Points, n)
		}
	}
}

// Two lines that are firm stay where they are, also nearer to each other than lines that are set apart.
func TestFirmLinesAreNotSetApart(t *testing.T) {
	p := Page{Boxes: []Box{box("a", 0, 0), box("b", 400, 300), box("c", 0, 600), box("d", 400, 150)}}
	for i, pts := range []geom.Polyline{
		{geom.Pt(100, 25), geom.Pt(250, 25), geom.Pt(250, 325), geom.Pt(400, 325)},
		{geom.Pt(100, 625), geom.Pt(257, 625), geom.Pt(257, 175), geom.Pt(400, 175)},
	} {
		p.Lines = append(p.Lines, Line{ID: fmt.Sprint(i), From: End{Box: 2 * i}, To: End{Box: 2*i + 1}, Firm: true, Was: &Route{Points: pts, FromPort: "right", ToPort: "left"}})
	}
	for i, r := range new(Router).Routes(p) {
		if fmt.Sprint(r.Points) != fmt.Sprint(p.Lines[i].Was.Points) {
			t.Errorf("line %d runs %v, not %v", i, r.Points, p.Lines[i].Was.Points)
		}
	}
}

// The label inside a broad line stands in the middle of its longest segment, turned where that is upright.
func TestLabelInside(t *testing.T) {
	for _, k := range []struct {
		y    float64
		want geom.Rect
	}{{0, geom.Rect{X: 220, Y: 15, W: 60, H: 20}}, {600, geom.Rect{X: 240, Y: 295, W: 20, H: 60}}} {
		p := Page{Boxes: []Box{box("a", 0, 0), box("b", 400, k.y)}, Lines: []Line{{ID: "l", From: End{Box: 0, Port: "right"}, To: End{Box: 1, Port: "left"}, Labels: []Label{{W: 60, H: 20, Inside: true}}}}}
		r := new(Router).Routes(p)[0]
		if r.Labels[0] != k.want {
			t.Errorf("along %v the label stands at %v, not %v", r.Points, r.Labels[0], k.want)
		}
	}
}
