package hand

// selecting chooses text by dragging.
type selecting struct {
	still
	from int
}

func (e *Editor) beginSelecting(p Pointer) gesture {
	k := e.text.ByteAt(p.at())
	g := &selecting{from: k}
	if p.Shift {
		g.from, _ = e.text.Ends()
	}
	e.text.Choose(g.from, k)
	return g
}

func (g *selecting) move(e *Editor, p Pointer) {
	if e.text.Now() != nil {
		e.text.Choose(min(g.from, len(e.text.Now().Text)), e.text.ByteAt(p.at()))
	}
}

func (g *selecting) up(*Editor, Pointer) {}
func (g *selecting) cursor() string      { return ibeam }
