package route

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/route/sample"
	"plaintracer/core/symbol"
)

// at is a step of the usual size with its corner at a place.
func at(kind symbol.Kind, x, y float64) Box {
	h := 60.0
	if kind == symbol.Decision {
		h = 80
	}
	return Box{ID: fmt.Sprint(kind, x, y), Kind: kind, Rect: geom.Rect{X: x, Y: y, W: 120, H: h}}
}

// joins are lines written as "0 left > 2 top": box and, where it is given, port of both ends.
func joins(boxes []Box, list ...string) []Line {
	var out []Line
	for _, s := range list {
		l := Line{ID: fmt.Sprint(len(out)), From: End{Box: -1}, To: End{Box: -1}}
		from, to, _ := strings.Cut(s, " > ")
		for k, e := range [2]*End{&l.From, &l.To} {
			fmt.Sscan([2]string{from, to}[k], &e.Box, &e.Port)
		}
		l.Outcome = boxes[l.From.Box].Kind == symbol.Decision
		out = append(out, l)
	}
	return out
}

// column are steps below each other, numbered to last, some of them decisions.
func column(last int, decisions ...int) []Box {
	var out []Box
	for i := range last + 1 {
		kind := process
		if slices.Contains(decisions, i) {
			kind = decision
		}
		out = append(out, at(kind, 0, float64(i)*130))
	}
	return out
}

// mixed reports whether a tip of a decision has lines in and out.
func mixed(p Page, rs []Route) bool {
	for i, l := range p.Lines {
		for j, k := range p.Lines {
			if l.To.Box == k.From.Box && k.Outcome && rs[i].ToPort == rs[j].FromPort {
				return true
			}
		}
	}
	return false
}

const (
	process  = symbol.Process
	decision = symbol.Decision
	data     = symbol.Data
)

// What each part of routing is there for, drawn: without it the page comes out worse.
func TestDrawn(t *testing.T) {
	for _, c := range []struct {
		name  string
		boxes []Box
		lines []string
		bad   func(p Page, rs []Route) bool
	}{
		{"sides that all but face each other are joined by a straight line",
			[]Box{at(process, 0, 0), at(process, 300, 20)}, []string{"0 > 1"},
			func(_ Page, rs []Route) bool { return sample.Bends(rs) > 0 }},
		{"of these a tip is left less than a flat side",
			[]Box{at(process, 0, 0), at(decision, 300, 2)}, []string{"0 > 1"},
			func(_ Page, rs []Route) bool { return rs[0].Points[1] != geom.Pt(300, 42) }},
		{"a gap too narrow for two margins is gone through in its middle",
			[]Box{at(process, 0, 0), {ID: "over", Rect: geom.Rect{X: 200, Y: -900, W: 100, H: 955}}, {ID: "under", Rect: geom.Rect{X: 200, Y: 65, W: 100, H: 900}}, at(process, 400, 0)},
			[]string{"0 > 3"},
			func(_ Page, rs []Route) bool {
				return !slices.ContainsFunc(rs[0].Points, func(q geom.Point) bool { return q.Y == 60 })
			}},
		{"a line leaves to the right and comes in from above, where it could as well leave below and come in from the left",
			[]Box{at(process, 0, 0), at(process, 300, 300)}, []string{"0 > 1"},
			func(_ Page, rs []Route) bool { return rs[0].FromPort != "right" || rs[0].ToPort != "top" }},
		{"where left and right are as far, a line leaves to the right",
			[]Box{at(process, 0, 0), at(process, 0, 200)}, []string{"0 > 1 bottom"},
			func(_ Page, rs []Route) bool { return rs[0].FromPort != "right" }},
		{"outcomes leave by tips of their own",
			[]Box{at(decision, 0, 0), at(process, 300, 10), at(process, 300, 110)}, []string{"0 > 1", "0 > 2"},
			func(_ Page, rs []Route) bool { return rs[0].FromPort == rs[1].FromPort }},
		{"of outcomes that want one tip, that gives way which loses less",
			[]Box{at(process, 10, 310), at(process, 220, 120), at(decision, 60, 450)}, []string{"2 > 0 top", "2 > 0", "2 > 1"},
			func(_ Page, rs []Route) bool { return sample.Bends(rs) > 6 }},
		{"lines that turn off to one side do so in the order in which they cross least",
			[]Box{at(data, 60, 40), at(process, 266, 232)}, []string{"1 > 0", "0 > 1"},
			func(_ Page, rs []Route) bool { return sample.Crossings(rs) > 0 }},
		{"also where they go round corners together before they part",
			[]Box{at(process, 800, 100), at(process, 620, 320), at(process, 20, 320), at(data, 800, 200)}, []string{"0 > 2 bottom", "2 bottom > 0"},
			func(_ Page, rs []Route) bool { return sample.Crossings(rs) > 0 }},
		{"lines into one side of a step come in joined",
			[]Box{at(data, 430, 200), at(process, 420, 120)}, []string{"1 > 0", "0 > 1", "1 > 0"},
			func(_ Page, rs []Route) bool { return rs[0].Points[0] != rs[2].Points[0] }},
		{"and run there together",
			[]Box{at(process, 0, 0), at(process, 0, 200), at(process, 300, 100)}, []string{"0 right > 2 left", "1 right > 2 left"},
			func(_ Page, rs []Route) bool { return rs[0].Points[2] != rs[1].Points[2] || len(rs[0].Points) != 4 }},
		{"an end beside its port is on the outline",
			[]Box{at(data, 0, 0), at(data, 300, 20)}, []string{"0 > 1"},
			func(p Page, rs []Route) bool {
				return offOutline(p.Boxes[0], rs[0].Points[0]) || offOutline(p.Boxes[1], rs[0].Points[1])
			}},
		{"before a port is room for an arrowhead",
			[]Box{at(decision, 0, 110), at(data, 210, 200)}, []string{"1 bottom > 0 bottom", "0 > 1 bottom"},
			func(_ Page, rs []Route) bool {
				return slices.ContainsFunc(rs, func(r Route) bool {
					n := len(r.Points)
					return r.Points[n-1].Dist(r.Points[n-2]) < 10.9
				})
			}},
		{"of two lines that would cross beside a row of steps, one goes to the other side",
			[]Box{at(process, 0, 0), at(process, 0, 120), at(process, 0, 240), at(process, 0, 360), at(process, 0, 480)},
			[]string{"0 > 1", "1 > 2", "2 > 3", "3 > 4", "0 > 3", "2 > 4"},
			func(_ Page, rs []Route) bool { return sample.Crossings(rs) > 0 }},
		{"or several go over together, where none can alone",
			column(7, 1, 2, 4, 5, 6), []string{"0 > 1", "1 > 2", "2 > 3", "2 > 4", "3 > 4", "4 > 5", "4 > 6", "5 > 6", "5 > 1", "6 > 7", "6 > 3"},
			func(_ Page, rs []Route) bool { return sample.Crossings(rs) > 0 }},
		{"and three of them, where it takes three",
			column(9, 1, 2, 4, 5, 8), []string{"0 > 1", "1 > 2", "1 > 7", "2 > 3", "2 > 4", "3 > 4", "4 > 5", "4 > 1", "5 > 6", "5 > 0", "6 > 7", "7 > 8", "8 > 9", "8 > 5"},
			func(_ Page, rs []Route) bool { return sample.Crossings(rs) > 0 }},
		{"but for that no outcome shares its tip with a line in",
			column(6, 1, 2, 4, 5), []string{"0 > 1", "1 > 2", "2 > 3", "2 > 5", "3 > 4", "4 > 5", "4 > 0", "5 > 6", "5 > 3"},
			func(p Page, rs []Route) bool { return mixed(p, rs) }},
		{"a line that goes round by another side does not take the tip of an outcome",
			[]Box{at(data, 136, 196), at(decision, 112, 306), at(decision, 10, 206)}, []string{"1 > 0", "2 > 1", "0 top > 1", "1 > 0", "2 > 1"},
			func(_ Page, rs []Route) bool {
				return rs[0].FromPort == rs[3].FromPort || rs[1].FromPort == rs[4].FromPort
			}},
		{"nor a side where another comes in",
			[]Box{at(process, 650, 160), at(data, 230, 470), at(process, 480, 0)}, []string{"1 left > 2 right", "0 bottom > 2", "1 > 2 bottom", "0 > 1"},
			func(_ Page, rs []Route) bool { return rs[3].FromPort == "bottom" || rs[3].ToPort != "top" }},
		{"an outcome keeps to its tip, and what comes in beside it makes way",
			[]Box{at(decision, 0, 0), at(process, 0, 260)}, []string{"0 > 1", "1 > 0"},
			func(_ Page, rs []Route) bool { return math.Abs(rs[0].Points[0].X-60) > 2 }},
		{"lines that have room on one side of each other only stand in that order",
			[]Box{at(process, 140, 110), at(decision, 430, 120), at(process, 10, 120), at(data, 0, 0), at(decision, 0, 220), at(process, 20, 310)},
			[]string{"2 > 1 right", "2 right > 3", "5 left > 3", "0 left > 5"},
			func(_ Page, rs []Route) bool { return sample.Nearest(rs[1].Points, rs[3].Points) < 1 }},
		{"what is pushed apart pushes others on",
			[]Box{at(decision, 252, 210), at(process, 252, 400), at(process, 146, 420), at(process, 20, 0)}, []string{"3 > 1", "0 > 2", "2 > 0 bottom", "1 > 3"},
			func(_ Page, rs []Route) bool { return nearest(rs) < 9.9 }},
		{"lines that share a port are joined, whatever else is in their channel",
			[]Box{at(process, 420, 320), at(process, 440, 20), at(process, 290, 220)}, []string{"0 > 1 bottom", "0 > 2 top", "0 > 2"},
			func(_ Page, rs []Route) bool { return rs[1].Points[0] != rs[2].Points[0] }},
		{"lines that do not fit through a gap go round",
			[]Box{at(decision, 10, 10), at(data, 156, 93), at(data, 166, 20), at(process, 292, 186), at(data, 10, 93), at(data, 292, 93)},
			[]string{"1 bottom > 2", "2 > 4", "1 > 4 top", "0 bottom > 5", "2 left > 3"},
			func(_ Page, rs []Route) bool { return sample.Nearest(rs[2].Points, rs[3].Points) < 1 }},
		{"where both corners would do, a line leaves to the right and comes in from the left",
			[]Box{at(decision, 20, 130), at(decision, 440, 0)}, []string{"1 > 0", "0 > 1"},
			func(_ Page, rs []Route) bool { return rs[0].FromPort == rs[1].ToPort || rs[0].ToPort == rs[1].FromPort }},
	} {
		p := Page{Boxes: c.boxes, Lines: joins(c.boxes, c.lines...)}
		rs := new(Router).Routes(p)
		if n := sample.OnEachOther(p, rs); n > 0 {
			t.Errorf("%s: %d lines lie on each other", c.name, n)
		}
		if c.bad(p, rs) {
			t.Errorf("%s: no", c.name)
			for i, r := range rs {
				t.Logf("  %s: %s %s %v", c.lines[i], r.FromPort, r.ToPort, r.Points)
			}
		}
	}
}

// nearest is the least distance at which any two routes run side by side.
func nearest(rs []Route) float64 {
	least := math.Inf(1)
	for i := range rs {
		for j := range i {
			least = min(least, sample.Nearest(rs[i].Points, rs[j].Points))
		}
	}
	return least
}

// offOutline reports whether a point is not on the outline of a box.
func offOutline(b Box, q geom.Point) bool {
	o := b.Kind.Outline(b.Rect.W, b.Rect.H).Shift(b.Rect.X, b.Rect.Y).Flatten(0.1)
	least := math.Inf(1)
	for i := range o {
		least = min(least, geom.Polyline{o[i], o[(i+1)%len(o)]}.DistTo(q))
	}
	return least > 0.1
}
