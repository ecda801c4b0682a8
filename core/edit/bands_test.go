package edit

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/layout"
	"plaintracer/core/symbol"
)

// worked is a laid out chart of n steps in lanes, with a decision every fifth.
func worked(n, lanes int) *chart.Chart {
	c := chart.New("Lanes")
	p := c.Pages[0]
	for i := range lanes {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: fmt.Sprint("l", i), Name: fmt.Sprint("Role ", i), Size: 132})
	}
	for i := range n {
		s := &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 112, H: 56, Text: fmt.Sprintf("Do part %d", i), Lane: fmt.Sprint("l", i*7/3%lanes)}
		if i%5 == 3 {
			s.Symbol, s.W, s.H = symbol.Decision, 130, 80
		}
		p.Steps = append(p.Steps, s)
		for _, j := range []int{i - 1, i - 3} {
			if j >= 0 && (j == i-1 || j%5 == 3) {
				p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", len(p.Connectors)), From: chart.End{Step: fmt.Sprint("s", j)}, To: chart.End{Step: s.ID}, Meaning: chart.Flow})
			}
		}
	}
	if cmd, ok := layout.Page(p, layout.Down); ok {
		chart.Apply(c, cmd)
	}
	return c
}

func bytesOf(t *testing.T, c *chart.Chart) string {
	t.Helper()
	b, err := chart.Marshal(c)
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// sound tells what is wrong with the bands of a page; "" for nothing.
func sound(p *chart.Page) string {
	for i, l := range p.Lanes {
		r := p.LaneRect(l)
		for _, o := range p.Lanes[:i] {
			if q := p.LaneRect(o); q.Grow(-0.1).Overlaps(r.Grow(-0.1)) {
				return fmt.Sprintf("lanes %s and %s lie on each other: %v, %v", l.ID, o.ID, r, q)
			}
		}
		if l.In != "" && p.Group(l.In) == nil {
			return fmt.Sprintf("lane %s stands in %s, which there is not", l.ID, l.In)
		}
	}
	for _, g := range p.Groups {
		if _, ok := p.GroupRect(g); !ok {
			return fmt.Sprintf("group %s has no lanes", g.ID)
		}
		in := false
		var runs int
		for _, l := range p.Lanes {
			now := slices.Contains(p.Within(l.In), g)
			if now && !in {
				runs++
			}
			in = now
		}
		if runs != 1 {
			return fmt.Sprintf("the lanes of group %s do not stand together", g.ID)
		}
	}
	for i, s := range p.Stages {
		r := p.StageRect(s)
		for _, o := range p.Stages[:i] {
			if q := p.StageRect(o); q.Grow(-0.1).Overlaps(r.Grow(-0.1)) {
				return fmt.Sprintf("stages %s and %s lie on each other", s.ID, o.ID)
			}
		}
	}
	for _, s := range p.Steps {
		l := p.Lane(s.Lane)
		if len(p.Lanes) > 0 && l == nil {
			return fmt.Sprintf("step %s is in no lane", s.ID)
		}
		if l == nil {
			continue
		}
		r, in := p.StepRect(s), p.LaneRect(l)
		if !r.Inside(in.Grow(0.1)) || r.Overlaps(p.HeadRect(l).Grow(-0.1)) {
			return fmt.Sprintf("step %s at %v is not inside its lane %v", s.ID, r, in)
		}
		at := 0
		for _, st := range p.Stages {
			if q := p.StageRect(st).Grow(-0.01); q.Contains(r.Centre()) { // a border is the next one's
				at++
			}
		}
		if at > 1 || len(p.Stages) > 0 && p.StageOf(s) == nil {
			return fmt.Sprintf("step %s is in %d stages", s.ID, at)
		}
	}
	return ""
}

// Whatever is done to lanes, pools and stages: every step stands in one lane that there is, inside of it,
// and in one stage at most; lanes do not lie on each other; steps do not either; undo brings back
// the same bytes.
func TestRandomBands(t *testing.T) {
	kept, changed := 0, 0
	for seed := range runs(25, 1000) {
		r := rand.New(rand.NewPCG(seed, 16))
		e := New(worked(6+r.IntN(14), 2+r.IntN(3)), 0, "win1")
		e.Sheet()
		start := bytesOf(t, e.Chart())
		var log []string
		for range 50 {
			p := e.Page()
			e.Do("cancel", "")
			var ids []string
			for _, b := range p.Bands() {
				ids = append(ids, b.ID)
			}
			if len(ids) > 0 {
				e.Do("lane-select", ids[r.IntN(len(ids))])
			}
			name, arg := "", ""
			switch k := r.IntN(20); k {
			case 0, 1, 2, 3, 4, 5, 6, 7, 8, 9:
				name = []string{"lane-above", "lane-below", "lane-up", "lane-down", "lane-split", "lane-merge", "lane-inside", "pool-around", "lane-same", "lane-fit"}[k]
			case 10:
				name, arg = "lane-delete", []string{"keep", "keep", "keep", "steps"}[r.IntN(4)]
			case 11:
				name, arg = "lanes-run", []string{"down", "across"}[r.IntN(2)]
			case 12:
				name = "lanes-level"
			case 13:
				name, arg = "lane-size", fmt.Sprint(15+r.IntN(60))
			case 14:
				name, arg = "stage-names", []string{"Ask\nDecide\nDo", "Ask\nDo", ""}[r.IntN(3)]
			case 15, 16:
				if n := len(p.Groups); n > 0 {
					name, arg = "lane-in", append([]string{""}, p.Groups[r.IntN(n)].ID)[r.IntN(2)]
				}
			default:
				if len(p.Steps) > 0 && len(p.Lanes) > 0 {
					e.Do("select", p.Steps[r.IntN(len(p.Steps))].ID)
					name, arg = "step-lane", p.Lanes[r.IntN(len(p.Lanes))].ID
				}
			}
			if name == "" || len(p.Lanes) > 14 && (name == "lane-above" || name == "lane-below" || name == "lane-split" || name == "lane-inside") {
				continue
			}
			log = append(log, name+" "+arg+" on "+e.Band())
			before := within(e)
			e.Do(name, arg)
			e.Do("cancel", "")
			if name != "lanes-run" {
				for id, was := range before {
					now, there := within(e)[id]
					if there && now.from != was.from && now.from.Sub(was.from) == now.to.Sub(was.to) || there && now.from == was.from && now.to == was.to {
						kept++
						if !alike(was.way, now.way, now.from.Sub(was.from)) {
							changed++
						}
					}
				}
			}
			if wrong := sound(e.Page()); wrong != "" {
				t.Fatalf("seed %d: %s\n%v", seed, wrong, log)
			}
		}
		for i, a := range e.Page().Steps {
			for _, b := range e.Page().Steps[:i] {
				if ra, rb := e.Page().StepRect(a), e.Page().StepRect(b); ra.Grow(-0.5).Overlaps(rb.Grow(-0.5)) {
					t.Errorf("seed %d: steps %s and %s lie on each other: %v, %v\n%v", seed, a.ID, b.ID, ra, rb, log)
				}
			}
		}
		for e.Undoable() > 0 {
			e.Undo()
		}
		if now := bytesOf(t, e.Chart()); now != start {
			t.Fatalf("seed %d: undo does not lead back\n%v", seed, log)
		}
	}
	// Something came in the way of a few, or went out of it.
	t.Logf("%d of %d connectors inside a lane changed, though their steps kept their places to each other", changed, kept)
	if changed*50 > kept {
		t.Error("more than a fiftieth")
	}
}

// line is how a connector inside a lane runs, and where its steps stand.
type line struct {
	from, to geom.Point
	way      geom.Polyline
}

func within(e *Editor) map[string]line {
	out := map[string]line{}
	sh, p := e.Sheet(), e.Page()
	for i := range sh.Lines {
		l := sh.Lines[i].Line
		a, b := p.Step(l.From.Step), p.Step(l.To.Step)
		if a != nil && b != nil && a.Lane == b.Lane {
			ra, rb := p.StepRect(a), p.StepRect(b)
			out[l.ID] = line{geom.Pt(geom.Round2(ra.X), geom.Round2(ra.Y)), geom.Pt(geom.Round2(rb.X), geom.Round2(rb.Y)), slices.Clone(sh.Lines[i].Points)}
		}
	}
	return out
}

// alike reports whether a way is another one moved by d, as far as a person sees.
func alike(was, now geom.Polyline, d geom.Point) bool {
	if len(was) != len(now) {
		return false
	}
	for i := range was {
		if was[i].Add(d).Dist(now[i]) > 3 {
			return false
		}
	}
	return true
}

// Lanes turned twice are as they were, to the byte, but for the ways of connectors; on the way steps
// stand clear of each other.
func TestTurnedTwice(t *testing.T) {
	for seed := range uint64(60) {
		r := rand.New(rand.NewPCG(seed, 17))
		c := worked(5+r.IntN(30), 1+r.IntN(5))
		p := c.Pages[0]
		for _, s := range p.Steps { // untidy
			if r.IntN(3) == 0 {
				s.X, s.Y = geom.Round2(s.X+r.Float64()*9), geom.Round2(s.Y+r.Float64()*4)
			}
		}
		if seed%2 == 1 {
			p.Groups = append(p.Groups, &chart.LaneGroup{ID: "g", Name: "Museum", Pool: true})
			p.Lanes[0].In = "g"
			p.Stages = append(p.Stages, &chart.Stage{ID: "a", Name: "First", Size: 333.33}, &chart.Stage{ID: "b", Name: "Then", Size: 200})
			for _, s := range p.Steps {
				s.X = geom.Round2(s.X + chart.LaneHead)
			}
			p.Frame.W += chart.LaneHead
		}
		p.Connectors[0].Pins = []chart.Pin{{Upright: true, Of: "from", At: 71.37}}
		p.Connectors[1].To.Port = "top"
		p.Connectors[1].Labels = []chart.Label{{Text: "no", Place: &chart.LabelPlace{Along: 0.4, Beside: 7}}}
		if room := arrange.Room(p); len(room) > 0 {
			chart.Apply(c, chart.Command{Parts: room})
		}
		e := New(c, 0, "win1")
		plain := func() string {
			c := e.Chart().Clone()
			for _, l := range c.Pages[0].Connectors {
				l.Way = nil
			}
			return bytesOf(t, c)
		}
		if rooms := e.Page(); sound(rooms) != "" {
			continue // moved out of its lane above
		}
		was := plain()
		e.Do("lanes-run", "down")
		if !e.Page().Down || plain() == was {
			t.Fatalf("seed %d: not turned", seed)
		}
		if wrong := sound(e.Page()); wrong != "" {
			t.Errorf("seed %d: turned, %s", seed, wrong)
		}
		for i, a := range e.Page().Steps {
			for _, b := range e.Page().Steps[:i] {
				if ra, rb := e.Page().StepRect(a), e.Page().StepRect(b); ra.Overlaps(rb) {
					t.Errorf("seed %d: turned, steps %s and %s lie on each other: %v %v", seed, a.ID, b.ID, ra, rb)
				}
			}
		}
		e.Do("lanes-run", "across")
		if now := plain(); now != was {
			a, b := strings.Split(was, "\n"), strings.Split(now, "\n")
			for i := range a {
				if i < len(b) && a[i] != b[i] {
					t.Fatalf("seed %d: turned twice it is another: line %d was %q, is %q", seed, i, a[i], b[i])
				}
			}
			t.Fatalf("seed %d: turned twice it has %d lines, had %d", seed, len(b), len(a))
		}
	}
}

// Copied on a page whose lanes run down, steps land beside the first ones, in their lane.
func TestCopyWhereLanesRunDown(t *testing.T) {
	c := worked(8, 3)
	e := New(c, 0, "win1")
	e.Do("lanes-run", "down")
	p := e.Page()
	s := p.Steps[2]
	e.Do("select", s.ID)
	e.Do("copies", `{"n":1,"dx":"0 mm","dy":"200 mm"}`)
	made := e.Only()
	if made == nil || made.Lane != s.Lane {
		t.Fatalf("the copy stands in %v", made)
	}
	was, now := e.Page().StepRect(e.Page().Step(s.ID)), e.Page().StepRect(made)
	if now.X != was.X || now.Y < was.Y+700 {
		t.Errorf("the copy is at %v, the first at %v", now, was)
	}
	if wrong := sound(e.Page()); wrong != "" {
		t.Error(wrong)
	}
}

// Laid out larger than its sheet, the page says what other sheets it takes, and offers a larger one that it fits.
func TestLayOutOffersALargerSheet(t *testing.T) {
	e := New(worked(40, 4), 0, "win1")
	e.Do("layout", "")
	u := e.Update(false)
	var over, sheets int
	var pt float64
	var paper string
	if _, err := fmt.Sscanf(u.Notice, "The chart takes %d sheets of A4, or %d of %s at %f pt.", &sheets, &over, &paper, &pt); err != nil || over != 1 || pt < 8 || pt > 12 {
		t.Fatalf("it says %q: %v", u.Notice, err)
	}
	if len(u.Offers) != 2 || u.Offers[1].Do != "layout-on" || u.Offers[1].Arg != paper {
		t.Fatalf("it offers %v", u.Offers)
	}
	e.Do(u.Offers[1].Do, u.Offers[1].Arg)
	if p := e.Page(); len(e.Chart().Pages) != 1 || !layout.Fits(p) || !strings.HasPrefix(chart.PaperName(p.SheetSize()), paper) {
		t.Errorf("laid out for %s it stands on %s, pages %d", paper, chart.PaperName(p.SheetSize()), len(e.Chart().Pages))
	}
	e.Undo()
	e.Do(u.Offers[0].Do, u.Offers[0].Arg)
	if n := len(e.Chart().Pages); n != sheets {
		t.Errorf("it said %d sheets, and takes %d", sheets, n)
	}
}

// Laid out larger than its sheet, the page says so and offers to go on on further pages.
func TestLayOutOffersPages(t *testing.T) {
	e := New(worked(60, 4), 0, "win1")
	e.Do("layout", "")
	u := e.Update(false)
	if u.Notice == "" || len(u.Offers) == 0 || u.Offers[0].Do != "page-over" {
		t.Fatalf("it says %q, offers %v", u.Notice, u.Offers)
	}
	e.Do(u.Offers[0].Do, u.Offers[0].Arg)
	if n := len(e.Chart().Pages); n < 3 {
		t.Errorf("%d pages", n)
	}
	for _, p := range e.Chart().Pages {
		if !layout.Fits(p) {
			t.Errorf("%s does not fit its sheet", p.ID)
		}
	}
	e.Undo()
	if len(e.Chart().Pages) != 1 {
		t.Error("undo does not bring back the page")
	}
}
