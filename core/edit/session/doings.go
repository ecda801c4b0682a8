package session

// Doing is something under way that the chart may change under: typing, a drag. The session tells it of what
// concerns it; what the functions do they do at once.
type Doing struct {
	On      func() bool // it is under way
	Changed func()      // the chart is another, as its own commands or those of others make it
	Follow  func()      // shows itself on the chart as it now is
	Keep    func()      // ends it, and what was done so far is kept
	Cancel  func()      // ends it without a change
}

// doings are what may be under way in a window.
type doings struct{ all []Doing }

// Under adds what may be under way. Of several the first one that is on is shown.
func (ds *doings) Under(d Doing) { ds.all = append(ds.all, d) }

// UnderWay reports whether anything is.
func (ds *doings) UnderWay() bool { return ds.doing() != nil }

func (ds *doings) doing() *Doing {
	for i := range ds.all {
		if ds.all[i].On() {
			return &ds.all[i]
		}
	}
	return nil
}

// Keep ends what is under way and keeps what was typed.
func (ds *doings) Keep() {
	for _, d := range ds.all {
		d.Keep()
	}
}
