package chart

import (
	"fmt"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Command is one change, as a person did it: all of its parts are applied, or
// none. It carries the values that it sets, so a log of commands gives the
// same chart under every later version.
type Command struct {
	Words string `json:"words"` // what was done, for undo and history
	Parts []Part `json:"parts"`
}

// Part is one elementary change. Do names it; the other fields are those that
// it needs:
//
//	chart.set   any of Name, House (one without a name takes it away), Numbering (one that says nothing takes it away),
//	            Waived
//	page.add    NewPage, At             page.drop   Page
//	page.order  Order (ids of all pages)
//	page.set    Page and any of Title, W, H, Sheet, Setup, Frame, Crossings, KeepOff, Key, Shown, Link,
//	            Down, Level, Turned
//	lane.add    Page, Lane, At          lane.drop   Page, ID
//	lane.set    Page, ID and any of Name, Size, In, Fields, Link, LaneLook (an empty one takes it away)
//	lane.order  Page, Order (ids of all lanes)
//	group.add   Page, Group, At         group.drop  Page, ID
//	group.set   Page, ID and any of Name, In, Pool, LaneLook
//	stage.add   Page, Stage, At         stage.drop  Page, ID
//	stage.set   Page, ID and any of Name, Size, LaneLook
//	stage.order Page, Order (ids of all stages)
//	step.add    Page, Step, At          step.drop   Page, ID
//	step.place  Page, Places
//	step.set    Page, ID and any of Symbol, Text, Runs (which follow the text where only
//	            that is given), Number, Fields, Ports, Link, Files, Picture, Front, Locked, Pinned, Held, StepLook (an empty
//	            one takes it away)
//	branch.fold Page, ID, Order (ids of all below it), At; Branch recalls what one that
//	            came back lost: lanes and ends that had gone, places in lists
//	branch.unfold Page, ID
//	line.add    Page, Line, At          line.drop   Page, ID
//	line.set    Page, ID and any of From, To, Meaning, Kind, Look (an empty one
//	            gives it back to the meaning), Crossings, Pins, Labels, Main
//	line.ways   Page, Ways (by connector; nil to find it anew)
//	line.order  Page, Order (ids of some connectors, in their new order)
//
// At is the index at which a thing is put in; nil means at the end.
type Part struct {
	Do   string `json:"do"`
	Page string `json:"page,omitempty"`
	ID   string `json:"id,omitempty"`
	At   *int   `json:"at,omitempty"`

	NewPage *Page      `json:"newPage,omitempty"`
	Lane    *Lane      `json:"lane,omitempty"`
	Group   *LaneGroup `json:"group,omitempty"`
	Stage   *Stage     `json:"stage,omitempty"`
	Step    *Step      `json:"step,omitempty"`
	Line    *Connector `json:"line,omitempty"`
	Branch  *Folded    `json:"branch,omitempty"`

	Places  []Place      `json:"places,omitempty"`
	Order   []string     `json:"order,omitempty"`
	House   *House       `json:"house,omitempty"`
	Name    *string      `json:"name,omitempty"`
	Title   *string      `json:"title,omitempty"`
	W       *float64     `json:"w,omitempty"`
	H       *float64     `json:"h,omitempty"`
	Sheet   *Sheet       `json:"sheet,omitempty"`
	Setup   *Setup       `json:"setup,omitempty"` // one that says nothing takes it away
	Frame   *Frame       `json:"frame,omitempty"`
	Size    *float64     `json:"size,omitempty"`
	In      *string      `json:"in,omitempty"`
	Pool    *bool        `json:"pool,omitempty"`
	Down    *bool        `json:"down,omitempty"`
	Level   *bool        `json:"level,omitempty"`
	Turned  *Turned      `json:"turned,omitempty"` // an empty one takes it away
	Symbol  *symbol.Kind `json:"symbol,omitempty"`
	Text    *string      `json:"text,omitempty"`
	Runs    *[]Run       `json:"runs,omitempty"`
	Number  *string      `json:"number,omitempty"`
	Fields  *[]Field     `json:"fields,omitempty"`
	From    *End         `json:"from,omitempty"`
	To      *End         `json:"to,omitempty"`
	Meaning *Meaning     `json:"meaning,omitempty"`
	Labels  *[]Label     `json:"labels,omitempty"`

	Ports     *[]Port    `json:"ports,omitempty"`
	Kind      *Kind      `json:"kind,omitempty"`
	Look      *Look      `json:"look,omitempty"`
	StepLook  *StepLook  `json:"stepLook,omitempty"`
	LaneLook  *LaneLook  `json:"laneLook,omitempty"`
	Crossings *Crossings `json:"crossings,omitempty"`
	KeepOff   *bool      `json:"keepOff,omitempty"`
	Main      *bool      `json:"main,omitempty"`
	Pins      *[]Pin     `json:"pins,omitempty"`
	Key       *KeyPart   `json:"key,omitempty"`
	Shown     *[]Showing `json:"shown,omitempty"`
	Link      *LinkPart  `json:"link,omitempty"`
	Files     *[]File    `json:"files,omitempty"`
	Picture   *File      `json:"picture,omitempty"` // one without an id takes it away
	Front     *int       `json:"front,omitempty"`
	Locked    *bool      `json:"locked,omitempty"`
	Held      *[]Group   `json:"held,omitempty"`
	Pinned    *bool      `json:"pinned,omitempty"`
	Numbering *Numbering `json:"numbering,omitempty"`
	Waived    *[]Waiver  `json:"waived,omitempty"`

	Ways map[string]*Way `json:"ways,omitempty"`
}

// KeyPart puts the symbol key somewhere, or with nil takes it away.
type KeyPart struct {
	At *Key `json:"at"`
}

// insert puts v into list at the index *at, or at the end when at is nil or
// beyond it.
func insert[T any](list []T, at *int, v T) []T {
	if at == nil || *at >= len(list) {
		return append(list, v)
	}
	return slices.Insert(list, max(0, *at), v)
}

// CloneFor returns a copy to try a command on: what it does not change may be shared
// with p. Where all it does is to place steps, those alone are copied.
func (p *Page) CloneFor(cmd Command) *Page {
	for _, d := range cmd.Parts {
		if d.Do != "step.place" {
			return p.Clone()
		}
	}
	placed := map[string]bool{}
	for _, d := range cmd.Parts {
		for _, to := range d.Places {
			placed[to.ID] = true
		}
	}
	out := *p
	out.Steps = slices.Clone(p.Steps)
	for i, s := range p.Steps {
		if placed[s.ID] {
			s := *s
			out.Steps[i] = &s
		}
	}
	return &out
}

// set gives a value where a part sets one; it returns what takes that back.
func set[T any](v, to *T) (back *T) {
	if to == nil {
		return nil
	}
	was := *v
	*v = *to
	return &was
}

// setRounded is set for a length, px.
func setRounded(v, to *float64) (back *float64) {
	if back = set(v, to); back != nil {
		*v = geom.Round2(*v)
	}
	return back
}

// reorder permutes the elements whose ids are in order among the places that
// they take in list.
func reorder[T any](list []T, order []string, id func(T) string) error {
	seen := map[string]bool{}
	var slots []int
	at := map[string]T{}
	for _, o := range order {
		if seen[o] {
			return fmt.Errorf(orderTwice, o)
		}
		seen[o] = true
	}
	for i, v := range list {
		if seen[id(v)] {
			slots = append(slots, i)
			at[id(v)] = v
		}
	}
	k := 0
	for _, o := range order {
		v, ok := at[o]
		if !ok {
			continue // taken away by somebody else meanwhile
		}
		list[slots[k]] = v
		k++
	}
	return nil
}
