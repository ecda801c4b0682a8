package scene

import (
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

func keyed() (*chart.Chart, *chart.Page) {
	c := chart.New("key")
	p := c.Pages[0]
	p.Lanes = []*chart.Lane{{ID: "l1", Name: "Lender", Size: 200}, {ID: "l2", Name: "Loans desk", Size: 200}}
	add := func(id string, k symbol.Kind, lane string, fields ...chart.Field) *chart.Step {
		s := &chart.Step{ID: id, Symbol: k, Lane: lane, X: 60 + float64(len(p.Steps))*160, Y: 40, W: 112, H: 56, Fields: fields}
		p.Steps = append(p.Steps, s)
		return s
	}
	add("a", symbol.Terminator, "l1")
	add("b", symbol.Process, "l2", chart.Field{Name: "minutes", Value: "12,5"}, chart.Field{Name: "system", Value: "Register"})
	add("c", symbol.Process, "l2", chart.Field{Name: "minutes", Value: "50 min"}, chart.Field{Name: "system", Value: "Mail"})
	add("d", symbol.Process, "l1", chart.Field{Name: "system", Value: "Register"})
	p.Connectors = []*chart.Connector{{ID: "c1", From: chart.End{Step: "a"}, To: chart.End{Step: "b"}, Meaning: chart.Flow}, {ID: "c2", From: chart.End{Step: "b"}, To: chart.End{Step: "c"}, Meaning: chart.Aside}}
	return c, p
}

func words(e Element) string {
	var out []string
	for _, i := range e.Items {
		if i.Text != "" {
			out = append(out, i.Text)
		}
	}
	return strings.Join(out, "|")
}

// The key tells the symbols and lines in use and no others, what colours have in common, and
// follows the page.
func TestKey(t *testing.T) {
	c, p := keyed()
	if _, ok := Key(compose(c)); ok {
		t.Error("a page without a key draws one")
	}
	k, _ := NewKey(compose(c))
	p.Key = &k
	key := func() string { e, _ := Key(compose(c)); return words(e) }
	if got := key(); got != "Key|Terminator: start or end of the flow|Process: something is done|Flow: the normal way|Aside: rework or exception" {
		t.Errorf("the key says %s", got)
	}
	look := func(fill string, ids ...string) {
		for _, s := range p.Steps {
			if slices.Contains(ids, s.ID) {
				s.Look = &chart.StepLook{Fill: fill}
			}
		}
	}
	look(style.Fills[0], "a", "d")
	look(style.Fills[1], "b", "c")
	if got := key(); !strings.HasSuffix(got, "|Lender|Loans desk") {
		t.Errorf("by lane the key says %s", got)
	}
	// A fill that has a line of its own is not told once more by the only symbol that has it.
	fills := func(fill string) (n int) {
		e, _ := Key(compose(c))
		for _, i := range e.Items {
			if strings.EqualFold(i.Fill, fill) {
				n++
			}
		}
		return n
	}
	if n := fills(style.Fills[0]); n != 1 {
		t.Errorf("the lender's fill is told %d times", n)
	}
	look(style.Fills[3], "a")
	if n := fills(style.Fills[3]); n != 1 {
		t.Errorf("a fill that all terminators have is told %d times", n)
	}
	look(style.Fills[0], "a")
	look(style.Fills[2], "a", "b")
	if got := key(); !strings.HasSuffix(got, "|minutes: 50 min|marked by hand") {
		t.Errorf("one by hand: the key says %s", got)
	}
	p.Steps[2].Look, p.Steps[1].Look, p.Steps[0].Look, p.Steps[3].Look = nil, nil, nil, nil
	p.Shown = []chart.Showing{{Field: "minutes", As: chart.AsBar}, {Field: "system", As: chart.AsText, Colour: true}}
	if got := key(); !strings.HasSuffix(got, "|minutes|system: Register|system: Mail") {
		t.Errorf("with fields the key says %s", got)
	}
	// It stands on the page, clear of lanes and title block where there is room, and nothing of it
	// is drawn outside of its box.
	p.Lanes[1].Size = 260
	for _, h := range style.Shipped() {
		c.SetHouse(&h)
		k, _ := NewKey(compose(c))
		p.Key = &k
		s := compose(c)
		box := KeyBox(s)
		e, _ := Key(s)
		if !Bounds([]Element{e}).Inside(box.Grow(1)) || box.Overlaps(blockBox(s)) || box.Y < p.LanesEnd() || box.Bottom() > p.H {
			t.Errorf("%s: the key stands at %v, draws %v", h.Name, box, Bounds([]Element{e}))
		}
	}
}

// A new key covers nothing: it finds room where it is not in its corner, between steps or in an empty lane; where
// there is none, that is told.
func TestKeyFindsRoom(t *testing.T) {
	for name, change := range map[string]func(p *chart.Page){
		"as it is": func(*chart.Page) {},
		"its corner full": func(p *chart.Page) {
			p.Steps = append(p.Steps, &chart.Step{ID: "x", Symbol: symbol.Process, X: 20, Y: p.H - 160, W: 300, H: 120})
		},
		"full": func(p *chart.Page) {
			p.Steps = append(p.Steps, &chart.Step{ID: "x", Symbol: symbol.Process, X: 0, Y: 0, W: p.W, H: p.H})
		},
	} {
		c, p := keyed()
		change(p)
		s := compose(c)
		k, ok := NewKey(s)
		if ok != (name != "full") {
			t.Errorf("%s: there is room: %v", name, ok)
		}
		p.Key = &k
		box := KeyBox(compose(c))
		for _, r := range takenBy(s) {
			if ok && box.Overlaps(r) {
				t.Errorf("%s: the key at %v lies on %v", name, box, r)
			}
		}
	}
}

// Fields are shown at their steps by the page's rules, bars as long as their numbers.
func TestFieldsShown(t *testing.T) {
	c, p := keyed()
	p.Shown = []chart.Showing{{Field: "minutes", As: chart.AsBar}, {Field: "system", As: chart.AsMark, On: symbol.Process, Colour: true}}
	s := compose(c)
	bar := func(id string) geom.Rect {
		for _, i := range fields(s, s.Shape(id)) {
			if r := i.Path.Bounds(); i.Text == "" && r.H == barHigh {
				return r
			}
		}
		return geom.Rect{}
	}
	if b, d := bar("b"), bar("c"); b.W*4 < d.W-1 || b.W*4 > d.W+1 || d.W == 0 {
		t.Errorf("12.5 and 50 minutes are bars of %v and %v px", b.W, d.W)
	}
	if bar("d").W != 0 {
		t.Error("a step without minutes has a bar")
	}
	for id, want := range map[string]string{"a": "", "b": "12,5|Reg", "c": "50 min|Mai", "d": "Reg"} {
		e := Element{Items: fields(s, s.Shape(id))}
		if got := words(e); got != want {
			t.Errorf("step %s shows %q, want %q", id, got, want)
		}
	}
	// Below the left half, off the middle, where connectors leave.
	for _, i := range fields(s, s.Shape("c")) {
		if r := i.bounds(); r.Y > s.Shape("c").Rect.Bottom() && r.Right() > s.Shape("c").Rect.CX() {
			t.Errorf("%q reaches to %v, the middle is at %v", i.Text, r.Right(), s.Shape("c").Rect.CX())
		}
	}
}
