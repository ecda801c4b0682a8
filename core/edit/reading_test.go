package edit

import (
	"strings"
	"testing"

	"plaintracer/core/edit/say"
	"plaintracer/core/symbol"
)

// A list that is pasted says which line can be read in two ways, and how it was; the other reading is one press
// away, also the next such line's; undone, all of it is gone.
func TestPastedLineIsReadOtherwise(t *testing.T) {
	w := open(t)
	do := func(name, arg string) Update {
		w.Do(name, arg)
		return w.Update(false)
	}
	before := w.json()
	u := do("paste", "Guard: Alarm rings\nIs it loud?\nMaybe: call the desk\nGo on\nIs it late?\nPerhaps: go home\nLock up")
	if !strings.Contains(u.Notice, "“Maybe: call the desk” is read as who does it") || len(u.Offers) != 2 {
		t.Fatalf("it says %q, offers %v", u.Notice, u.Offers)
	}
	lanes := func() (names []string) {
		for _, l := range w.Page().Lanes {
			names = append(names, l.Name)
		}
		return names
	}
	if n := len(lanes()); n != 3 {
		t.Errorf("lanes %v", lanes())
	}
	u = do(u.Offers[1].Do, u.Offers[1].Arg)
	if !strings.Contains(u.Notice, "Perhaps") || len(lanes()) != 3 {
		t.Fatalf("the next is %q, lanes %v", u.Notice, lanes())
	}
	u = do(u.Offers[0].Do, u.Offers[0].Arg)
	if len(lanes()) != 2 || !strings.Contains(u.Notice, "Maybe") {
		t.Errorf("read the other way there are lanes %v; it says %q", lanes(), u.Notice)
	}
	found := false
	for _, c := range w.Page().Connectors {
		found = found || strings.EqualFold(c.Outcome(), "perhaps")
	}
	if !found {
		t.Error("no outcome is called perhaps")
	}
	u = do(u.Offers[0].Do, u.Offers[0].Arg)
	if len(lanes()) != 1 || len(u.Offers) != 0 {
		t.Errorf("in the end there are lanes %v, offers %v", lanes(), u.Offers)
	}
	if w.Do("undo", ""); w.json() != before {
		t.Error("undone, something is left")
	}

	// Behind a step that is there; when something was done since, nothing is pasted anew.
	a := w.put(symbol.Decision, 300, 200, "Loud?")
	w.Select(a.ID)
	u = do("paste", "Is it late?\nPerhaps: go home\nLock up")
	if len(u.Offers) != 1 {
		t.Fatalf("it offers %v", u.Offers)
	}
	w.Do(u.Offers[0].Do, u.Offers[0].Arg)
	if ways := w.lines.Ways(w.Page().Step(a.ID)); len(ways) != 1 {
		t.Errorf("%d ways lead on from the step that was selected", len(ways))
	}
	w.Select()
	u = do("paste", "Is it late?\nPerhaps: go home\nLock up")
	w.put(symbol.Process, 900, 700, "Something else")
	was := w.json()
	if v := do(u.Offers[0].Do, u.Offers[0].Arg); w.json() != was || v.Notice != say.PasteIsPast {
		t.Errorf("after something else it says %q", v.Notice)
	}
}
