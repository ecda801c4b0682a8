package edit

import (
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/symbol"
)

// Steps are connected in the order in which they were picked; a symbol is placed once more by a key;
// copies keep their distance, with the connectors between them; sizes are typed in mm or inches.
func TestRepeats(t *testing.T) {
	w := open(t)
	var ids []string
	for i, x := range []float64{700, 100, 400} {
		ids = append(ids, w.put(symbol.Process, x, 200, fmt.Sprint("step ", i)).ID)
	}
	w.Do("cancel", "")
	w.Select()
	for _, x := range []float64{400, 700, 100} { // picked in that order
		w.press(x, 200, "shift")
	}
	w.Do("chain", "")
	var got []string
	for _, c := range w.Page().Connectors {
		got = append(got, w.Page().Step(c.From.Step).Text+">"+w.Page().Step(c.To.Step).Text)
	}
	if strings.Join(got, " ") != "step 2>step 0 step 0>step 1" {
		t.Errorf("connected %v", got)
	}
	w.Do("chain", "")
	if len(w.Page().Connectors) != 2 {
		t.Error("connected twice")
	}
	// Sizes.
	middle := w.Page().StepRect(w.Page().Step(ids[1])).CX()
	w.Do("step-size", `{"what":"w","value":"40 mm"}`)
	w.Do("step-size", `{"what":"h","value":"1 in"}`)
	for _, s := range w.Page().Steps {
		if s.W < 151 || s.W > 152 || s.H != 96 {
			t.Errorf("%s is %v x %v", s.Text, s.W, s.H)
		}
	}
	if x := w.Page().StepRect(w.Page().Step(ids[1])).CX(); x != middle {
		t.Errorf("its middle went from %v to %v", middle, x)
	}
	w.Do("step-size", `{"what":"h","value":"tall"}`)
	if !strings.Contains(w.Notice(), "Type a length") {
		t.Errorf("it says %q", w.Notice())
	}
	// Copies.
	w.Select(ids[0], ids[2])
	w.Do("copies", `{"n":3,"dx":"0 mm","dy":"50 mm"}`)
	if n, c := len(w.Page().Steps), len(w.Page().Connectors); n != 9 || c != 5 {
		t.Errorf("%d steps, %d connectors", n, c)
	}
	first := w.Page().StepRect(w.Page().Step(ids[0]))
	for k := 1; k <= 3; k++ {
		r := w.Page().StepRect(w.Page().Steps[3+2*(k-1)])
		if d := r.Y - first.Y - float64(k)*50*96/25.4; d < -1 || d > 1 {
			t.Errorf("copy %d stands %v off its place", k, d)
		}
	}
	w.Do("copies", `{"n":0,"dx":"1","dy":"1"}`)
	if !strings.Contains(w.Notice(), "how many") {
		t.Errorf("it says %q", w.Notice())
	}
	// Once more.
	w.Select()
	n := len(w.Page().Steps)
	w.Key("r", false, false, false)
	if len(w.Page().Steps) != n+1 || w.Only() == nil || w.Only().Symbol != symbol.Process {
		t.Error("the last symbol was not placed once more")
	}
}
