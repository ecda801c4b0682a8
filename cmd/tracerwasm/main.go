//go:build js && wasm

// Command tracerwasm is the core in the browser: a thin door. It keeps one
// editing session; calls bring pointer, keys and commands in as small values
// and take the changes to be drawn out as JSON.
package main

import (
	"encoding/json"
	"fmt"
	"runtime/debug"
	"strings"
	"syscall/js"

	"plaintracer/core/chart"
	"plaintracer/core/edit"
	"plaintracer/core/list"
	"plaintracer/core/scene"
	"plaintracer/format/svg"
)

var session *edit.Editor

// update is what the browser gets: SVG to be replaced by id, and facts.
type update struct {
	SVG     string           `json:"svg,omitempty"`
	Moved   []edit.Moved     `json:"moved,omitempty"`
	Drop    []string         `json:"drop,omitempty"`
	Order   []string         `json:"order,omitempty"`
	Marks   *string          `json:"marks,omitempty"` // nil when they are as they were
	Hand    string           `json:"hand"`
	Guides  string           `json:"guides"`
	Facts   *edit.Facts      `json:"facts,omitempty"`
	Rows    []edit.Row       `json:"rows,omitempty"`
	HasRows bool             `json:"hasRows"`
	Typing  *edit.Typing     `json:"typing"`
	Ask     *edit.Question   `json:"ask"`
	Notice  string           `json:"notice,omitempty"`
	Offers  []edit.Answer    `json:"offers,omitempty"`
	Clip    string           `json:"clip,omitempty"`
	Cursor  string           `json:"cursor"`
	Open    string           `json:"open,omitempty"`  // an address to be opened
	Row     string           `json:"row,omitempty"`   // a row of the list in which typing goes on
	Field   string           `json:"field,omitempty"` // what the field for the next step begins with
	Table   *edit.TableFacts `json:"table"`
	Proof   *edit.ProofFacts `json:"proof,omitempty"`
	Prove   bool             `json:"prove,omitempty"`
	Send    []edit.Sent      `json:"send,omitempty"`
	Seq     int              `json:"seq"`
	Waiting int              `json:"waiting"`
	Handled bool             `json:"handled"`
	Gap     string           `json:"gap,omitempty"` // the log has to be read again from Seq
	Found   []edit.Found     `json:"found,omitempty"`
	Page    string           `json:"page,omitempty"` // a command that the page is to do
	Menu    []edit.MenuGroup `json:"menu,omitempty"`
	Panic   string           `json:"panic,omitempty"`
}

var told int // the last command handed out for sending

func answer(u *update, fresh bool) {
	c := session.Update(fresh)
	var b strings.Builder
	for _, e := range c.Patch {
		b.WriteString(svg.Element(e))
	}
	u.SVG, u.Moved, u.Drop, u.Order = b.String(), c.Moved, c.Drop, c.Order
	if c.Marks != nil {
		marks := inner(*c.Marks)
		u.Marks = &marks
	}
	u.Hand, u.Guides = inner(c.Hand), inner(c.Guides)
	u.Facts, u.Rows, u.HasRows = c.Facts, c.Rows, c.Rows != nil
	u.Typing, u.Ask, u.Notice, u.Offers = c.Typing, c.Ask, c.Notice, c.Offers
	u.Clip, u.Cursor, u.Open, u.Row = c.Clip, c.Cursor, c.Open, c.Row
	u.Field, u.Table, u.Proof, u.Prove = c.Field, c.Table, c.Proof, c.Prove
	pending := session.Pending()
	u.Seq, u.Waiting = session.Seq(), len(pending)
	for _, s := range pending {
		if s.N > told {
			u.Send = append(u.Send, s)
			told = s.N
		}
	}
}

func inner(e scene.Element) string {
	if len(e.Items) == 0 {
		return ""
	}
	return svg.Element(e)
}

// door wraps a call: a panic is reported and not fatal, since it would end the
// whole instance; the page then loads the chart anew.
func door(f func(args []js.Value, u *update) (fresh bool)) js.Func {
	return js.FuncOf(func(_ js.Value, args []js.Value) (out any) {
		var u update
		defer func() {
			if r := recover(); r != nil {
				u.Panic = fmt.Sprint(r)
			}
			// What is drawn is full of angle brackets; nothing here goes into a page as it is.
			var b strings.Builder
			e := json.NewEncoder(&b)
			e.SetEscapeHTML(false)
			if err := e.Encode(u); err != nil {
				panic(err)
			}
			out = b.String()
		}()
		fresh := f(args, &u)
		answer(&u, fresh)
		return nil
	})
}

func main() {
	// A frame makes a few hundred kilobytes; collecting less often keeps the
	// frames of a drag even.
	debug.SetGCPercent(600)
	calls := map[string]any{
		// open(chart JSON, seq, client)
		"open": door(func(a []js.Value, u *update) bool {
			c, err := chart.Unmarshal([]byte(a[0].String()))
			if err != nil {
				panic(err)
			}
			session, told = edit.New(c, a[1].Int(), a[2].String()), 0
			return true
		}),
		// pointer(type, x, y, button, shift, ctrl, alt, zoom, touch)
		"pointer": door(func(a []js.Value, u *update) bool {
			session.Pointer(edit.Pointer{Type: a[0].String(), X: a[1].Float(), Y: a[2].Float(), Button: a[3].Int(),
				Shift: a[4].Bool(), Ctrl: a[5].Bool(), Alt: a[6].Bool(), Zoom: a[7].Float(), Touch: len(a) > 8 && a[8].Bool()})
			return false
		}),
		// key(key, shift, ctrl, alt)
		"key": door(func(a []js.Value, u *update) bool {
			u.Handled, u.Page = session.Key(a[0].String(), a[1].Bool(), a[2].Bool(), a[3].Bool())
			return false
		}),
		// type(text, from, to): what a text field holds, and what is chosen in it
		"type": door(func(a []js.Value, u *update) bool {
			session.Type(a[0].String(), a[1].Int(), a[2].Int())
			return false
		}),
		// caret(key, keep): a key that moves the caret by lines as drawn
		"caret": door(func(a []js.Value, u *update) bool {
			session.MoveCaret(a[0].String(), a[1].Bool())
			return false
		}),
		// menu(): what can be done with what is selected
		"menu": door(func(_ []js.Value, u *update) bool {
			u.Menu = session.Menu()
			return false
		}),
		// do(action, arg)
		"do": door(func(a []js.Value, u *update) bool {
			session.Do(a[0].String(), a[1].String())
			return false
		}),
		// receive(event JSON)
		"receive": door(func(a []js.Value, u *update) bool {
			var ev edit.Event
			err := json.Unmarshal([]byte(a[0].String()), &ev)
			if err == nil {
				err = session.Receive(ev)
			}
			if err != nil {
				u.Gap = err.Error()
			}
			return false
		}),
		// refused(n, why)
		"refused": door(func(a []js.Value, u *update) bool {
			session.Refused(a[0].Int(), a[1].String())
			return false
		}),
		"find": door(func(a []js.Value, u *update) bool {
			u.Found = session.Find(a[0].String())
			return false
		}),
		// chart(): the canonical JSON of the chart as this window has it
		"chart": js.FuncOf(func(js.Value, []js.Value) any {
			b, err := chart.Marshal(session.Chart())
			if err != nil {
				return ""
			}
			return string(b)
		}),
	}
	// onward(text): a line of the list without the arrow that it ends in, null where it ends in none
	calls["onward"] = js.FuncOf(func(_ js.Value, a []js.Value) any {
		if said, ok := list.Onward(a[0].String()); ok {
			return said
		}
		return nil
	})
	calls["bench"] = js.FuncOf(func(_ js.Value, a []js.Value) any {
		return bench(a[0].String(), a[1].String(), a[2].String())
	})
	// rehearse(): true while there is more to rehearse
	calls["rehearse"] = js.FuncOf(func(js.Value, []js.Value) (more any) {
		defer func() {
			if recover() != nil {
				more = false
			}
		}()
		return session.Rehearse()
	})
	js.Global().Set("tracer", calls)
	js.Global().Call("dispatchEvent", js.Global().Get("Event").New("tracer-ready"))
	select {}
}
