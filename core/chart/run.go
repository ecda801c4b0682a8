package chart

import (
	"reflect"
	"slices"
	"unicode/utf8"
)

// Run is a part of a step's text, the bytes from one to another, that is set otherwise than
// the rest (in colour, family, bold, italic or underline), or that leads somewhere. Runs are in
// order and do not overlap. A list of them is not changed but replaced.
type Run struct {
	From int      `json:"from"`
	To   int      `json:"to"`
	Text TextLook `json:"text,omitzero"`
	Link *Link    `json:"link,omitempty"`
}

// mostRuns is how many runs a text can have.
const mostRuns = 200

// ForRun is what of a look of text a part of it can have by itself.
func (t TextLook) ForRun() TextLook {
	return TextLook{Colour: t.Colour, Family: t.Family, Bold: t.Bold, Italic: t.Italic, Underline: t.Underline}
}

// RunsWith are the runs of a text with a look over what the bytes from one to another have:
// what is empty in it stays as it is there.
func RunsWith(runs []Run, from, to int, look TextLook) []Run {
	return over(runs, from, to, func(r *Run) { r.Text = r.Text.With(look) })
}

// RunsLinked are the runs of a text in which the bytes from one to another lead somewhere, or with
// nil nowhere.
func RunsLinked(runs []Run, from, to int, link *Link) []Run {
	return over(runs, from, to, func(r *Run) { r.Link = link })
}

// over are the runs of a text after what the bytes from one to another are was changed.
func over(runs []Run, from, to int, change func(*Run)) []Run {
	var out []Run
	put := func(r Run, from, to int) {
		if r.From, r.To = from, to; from < to && !(r.Text.IsZero() && r.Link == nil) {
			out = append(out, r)
		}
	}
	changed := func(r Run, from, to int) {
		change(&r)
		put(r, from, to)
	}
	at := from
	for _, r := range runs {
		if r.To <= from || r.From >= to {
			if r.From >= to && at < to {
				changed(Run{}, at, to)
				at = to
			}
			put(r, r.From, r.To)
			continue
		}
		put(r, r.From, from)
		changed(Run{}, at, r.From)
		changed(r, max(r.From, from), min(r.To, to))
		at = min(r.To, to)
		put(r, to, r.To)
	}
	changed(Run{}, at, to)
	return joined(out)
}

// RunsAfter are the runs of a text after it has become another one: where both begin and end
// alike they stay, what is put in takes the look of what stands before it; it does not lead to where that leads.
func RunsAfter(runs []Run, was, now string) []Run {
	if len(runs) == 0 || was == now {
		return runs
	}
	head, last, newLast := Replaced(was, now)
	to := func(k int, start bool) int {
		switch {
		case k < head || k == head && (head < last || start && head == 0):
			return k
		case k >= last:
			return k + newLast - last
		}
		return newLast
	}
	var out []Run
	for _, r := range runs {
		behind := r.Link != nil && head == last && r.To == head
		before := r.Link != nil && head == last && r.From == head && head == 0
		if r.From, r.To = to(r.From, true), to(r.To, false); r.From >= r.To {
			continue
		}
		if before {
			if first := (Run{To: newLast, Text: r.Text}); !first.Text.IsZero() {
				out = append(out, first)
			}
			r.From = newLast
		}
		if behind {
			r.To = head
			if after := (Run{From: head, To: newLast, Text: r.Text}); !after.Text.IsZero() {
				out = append(out, r)
				r = after
			}
		}
		out = append(out, r)
	}
	return joined(out)
}

// RunsWithout are the runs without what a look names: there the whole text looks alike.
func RunsWithout(runs []Run, look TextLook) []Run {
	out := []Run{}
	for _, r := range runs {
		t := &r.Text
		if look.Colour != "" {
			t.Colour = ""
		}
		if look.Family != "" {
			t.Family = ""
		}
		for _, b := range [3][2]**bool{{&t.Bold, &look.Bold}, {&t.Italic, &look.Italic}, {&t.Underline, &look.Underline}} {
			if *b[1] != nil {
				*b[0] = nil
			}
		}
		if !t.IsZero() || r.Link != nil {
			out = append(out, r)
		}
	}
	return joined(out)
}

// Replaced is what of a text was replaced when it became another one: its bytes from head to
// last, by those from head to newLast.
func Replaced(was, now string) (head, last, newLast int) {
	for head < len(was) && head < len(now) && was[head] == now[head] {
		head++
	}
	for head > 0 && (head < len(was) && !utf8.RuneStart(was[head]) || head < len(now) && !utf8.RuneStart(now[head])) {
		head--
	}
	tail := 0
	for tail < len(was)-head && tail < len(now)-head && was[len(was)-1-tail] == now[len(now)-1-tail] {
		tail++
	}
	for tail > 0 && !utf8.RuneStart(was[len(was)-tail]) {
		tail--
	}
	return head, len(was) - tail, len(now) - tail
}

// joined are runs with those made one that meet and are alike.
func joined(runs []Run) []Run {
	var out []Run
	for _, r := range runs {
		if n := len(out) - 1; n >= 0 && out[n].To == r.From && reflect.DeepEqual(out[n].Text, r.Text) && reflect.DeepEqual(out[n].Link, r.Link) {
			out[n].To = r.To
			continue
		}
		out = append(out, r)
	}
	return slices.Clip(out)
}
