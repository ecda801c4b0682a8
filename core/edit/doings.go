package edit

// Doing is something under way that the chart may change under: typing, a drag. The session tells it of what
// concerns it; what the functions do they do at once.
type Doing struct {
	On      func() bool // it is under way
	Changed func()      // the chart is another, as its own commands or those of others make it
	Follow  func()      // shows itself on the chart as it now is
	Keep    func()      // ends it, and what was done so far is kept
	Cancel  func()      // ends it without a change
}

// Under adds what may be under way. Of several the first one that is on is shown.
func (e *Editor) Under(d Doing) { e.doings = append(e.doings, d) }

// UnderWay reports whether anything is.
func (e *Editor) UnderWay() bool { return e.doing() != nil }

func (e *Editor) doing() *Doing {
	for i := range e.doings {
		if e.doings[i].On() {
			return &e.doings[i]
		}
	}
	return nil
}

// Keep ends what is under way and keeps what was typed.
func (e *Editor) Keep() {
	for _, d := range e.doings {
		d.Keep()
	}
}

// Cancel ends what is under way without a change.
func (e *Editor) Cancel() {
	for _, d := range e.doings {
		d.Cancel()
	}
	e.ask = nil
	e.Preview(nil)
}

// follow shows what is under way on the chart as it now is.
func (e *Editor) follow() {
	if d := e.doing(); d != nil {
		d.Follow()
	} else { // a row is shown as typed again with its next letter
		e.Preview(nil)
	}
}
