//go:build js && wasm

package main

import (
	"encoding/json"

	"plaintracer/core/symbol"
)

// bench tells which symbols stand on the bench. kept is what the browser keeps of a person's habit, as JSON; what is
// damaged counts for nothing. What happened: "opened", the chart that is open, by its id; "put", a symbol put there by
// hand: {"kind","shown"}; "use", the choice is given back to use.
func bench(kept, what, arg string) string {
	var h symbol.Habit
	if json.Unmarshal([]byte(kept), &h) != nil {
		h = symbol.Habit{}
	}
	ok := true
	switch what {
	case "opened":
		u := symbol.Use{ID: arg, Count: map[symbol.Kind]int{}}
		for _, p := range session.Chart().Pages {
			for _, s := range p.Steps {
				u.Count[s.Symbol]++
				u.N++
			}
		}
		h.Opened(u)
	case "put":
		var a struct {
			Kind  symbol.Kind
			Shown []symbol.Kind
		}
		ok = json.Unmarshal([]byte(arg), &a) == nil && h.Put(a.Kind, a.Shown)
	case "use":
		h.Fixed = nil
	}
	out, _ := json.Marshal(map[string]any{"ok": ok, "kept": h, "shown": h.AtHand()})
	return string(out)
}
