package edit

// selecting chooses text by dragging.
type selecting struct {
	still
	from int
}

func (e *Editor) beginSelecting(p Pointer) gesture {
	k := e.byteAt(p.at())
	g := &selecting{from: k}
	if p.Shift {
		g.from, _ = e.Ends()
	}
	e.choose(g.from, k)
	return g
}

func (g *selecting) move(e *Editor, p Pointer) {
	if e.Now() != nil {
		e.choose(min(g.from, len(e.Now().Text)), e.byteAt(p.at()))
	}
}

func (g *selecting) up(*Editor, Pointer) {}
func (g *selecting) cursor() string      { return ibeam }
