package edit

import (
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// Laid out, a chart whose lines were pulled from any side is the same as one whose lines were not; only sides that
// were fixed on purpose stay.
func TestLayOutFreesSides(t *testing.T) {
	page := func(port string, fixed bool) *window {
		c := chart.New("sides")
		p := c.Pages[0]
		for i, id := range []string{"a", "b", "c", "d"} {
			p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, X: 100, Y: 100 + float64(i)*90, W: 112, H: 56})
			if i > 0 {
				p.Connectors = append(p.Connectors, &chart.Connector{ID: "to" + id, Meaning: chart.Flow, From: chart.End{Step: p.Steps[i-1].ID, Port: port, Fixed: fixed}, To: chart.End{Step: id}})
			}
		}
		return &window{t, New(c, 0, "win1")}
	}
	bends := func(w *window) (n int) {
		w.Do("layout", "")
		for _, r := range w.Sheet().Lines {
			n += len(r.Points) - 2
		}
		return n
	}
	if n := bends(page("right", false)); n != 0 {
		t.Errorf("laid out, lines pulled from the right have %d bends", n)
	}
	w := page("right", true)
	if n := bends(w); n == 0 || w.Page().Connectors[0].From.Port != "right" {
		t.Errorf("laid out, lines fixed at the right have %d bends, and hold at %q", n, w.Page().Connectors[0].From.Port)
	}
	w.Do("undo", "")
	if p := w.Page().Connectors[0].From.Port; p != "right" {
		t.Errorf("undone, it holds at %q", p)
	}
}

// Sides are fixed where lines hold, and let go again; a fixed one is told.
func TestFixSides(t *testing.T) {
	c := chart.New("sides")
	p := c.Pages[0]
	p.Steps = []*chart.Step{{ID: "a", Symbol: symbol.Process, X: 100, Y: 100, W: 112, H: 56}, {ID: "b", Symbol: symbol.Process, X: 100, Y: 300, W: 112, H: 56}}
	p.Connectors = []*chart.Connector{{ID: "ab", Meaning: chart.Flow, From: chart.End{Step: "a"}, To: chart.End{Step: "b"}}}
	w := &window{t, New(c, 0, "win1")}
	w.Select("ab")
	w.Do("fix-sides", "")
	l := func() *chart.Connector { return w.Page().Connectors[0] }
	if l().From != (chart.End{Step: "a", Port: "bottom", Fixed: true}) || l().To != (chart.End{Step: "b", Port: "top", Fixed: true}) || !w.lines.SidesFixed() {
		t.Errorf("fixed, it runs from %v to %v", l().From, l().To)
	}
	w.Do("fix-sides", "")
	if l().From.Fixed || l().To.Fixed || w.lines.SidesFixed() {
		t.Errorf("let go, it runs from %v to %v", l().From, l().To)
	}
	w.Do("best-side", "")
	if l().From.Port != "" || l().To.Port != "" {
		t.Errorf("at its best side it runs from %v to %v", l().From, l().To)
	}
}

// The main way goes on along an outcome that is marked, of each decision one; marked again, it follows the flow.
func TestMainWay(t *testing.T) {
	c := chart.New("main")
	p := c.Pages[0]
	for i, id := range []string{"a", "q", "b", "c", "x"} {
		k := symbol.Process
		if id == "q" {
			k = symbol.Decision
		}
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: k, X: 100, Y: 100 + float64(i)*120, W: 112, H: 56})
	}
	for _, w := range [][2]string{{"a", "q"}, {"q", "b"}, {"b", "c"}, {"q", "x"}} {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: w[0] + w[1], Meaning: chart.Flow, From: chart.End{Step: w[0]}, To: chart.End{Step: w[1]}})
	}
	w := &window{t, New(c, 0, "win1")}
	under := func(id string) bool {
		w.Do("layout", "")
		return w.Page().Step(id).X+w.Page().Step(id).W/2 == w.Page().Step("q").X+w.Page().Step("q").W/2
	}
	if !under("b") || under("x") {
		t.Error("the longer way is not the main one")
	}
	w.Select("qx")
	w.Do("main-way", "")
	if under("b") || !under("x") {
		t.Error("the main way does not go on along the outcome that is marked")
	}
	w.Select("qb")
	w.Do("main-way", "")
	if w.Page().Connector("qx").Main {
		t.Error("two outcomes are the main one")
	}
	w.Do("main-way", "")
	if w.Page().Connector("qb").Main || !under("b") {
		t.Error("the main way does not follow the flow again")
	}
	w.Select("aq")
	w.Do("main-way", "")
	if w.Page().Connector("aq").Main {
		t.Error("the only way on of a step is marked")
	}
}
