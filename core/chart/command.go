package chart

import (
	"errors"
	"fmt"
	"slices"

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
//	chart.set   Name or House (one without a name takes it away)
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
//	            that is given), Number, Fields, Ports, Link, Files, Picture, Front, Locked, Held, StepLook (an empty
//	            one takes it away)
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
	Group   *Group     `json:"group,omitempty"`
	Stage   *Stage     `json:"stage,omitempty"`
	Step    *Step      `json:"step,omitempty"`
	Line    *Connector `json:"line,omitempty"`

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
	Held      *[]Hold    `json:"held,omitempty"`

	Ways map[string]*Way `json:"ways,omitempty"`
}

// KeyPart puts the symbol key somewhere, or with nil takes it away.
type KeyPart struct {
	At *Key `json:"at"`
}

// Place is where a step stands: its lane ("" for none), corner and size.
type Place struct {
	ID   string  `json:"id"`
	Lane string  `json:"lane,omitempty"`
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
	W    float64 `json:"w"`
	H    float64 `json:"h"`
}

// PlaceOf is the place where a step stands now.
func PlaceOf(s *Step) Place { return Place{s.ID, s.Lane, s.X, s.Y, s.W, s.H} }

// Apply changes the chart by the command and returns the command that takes it
// back. When a part cannot be done, the chart is left as it was and the error
// says in plain words what stands against it.
func Apply(c *Chart, cmd Command) (inverse Command, err error) {
	if len(cmd.Parts) == 0 {
		return Command{}, fmt.Errorf(emptyCommand, cmd.Words)
	}
	if len(cmd.Parts) > maxParts {
		return Command{}, fmt.Errorf(tooManyParts, len(cmd.Parts), maxParts)
	}
	var back [][]Part
	for i, part := range cmd.Parts {
		inv, err := apply(c, part)
		if err != nil {
			for _, ps := range slices.Backward(back) {
				for _, p := range ps {
					if _, err := apply(c, p); err != nil {
						panic("chart: an inverse was refused: " + err.Error())
					}
				}
			}
			return Command{}, &partError{i, part.Do, err}
		}
		back = append(back, inv)
	}
	inverse.Words = cmd.Words
	for _, ps := range slices.Backward(back) {
		inverse.Parts = append(inverse.Parts, ps...)
	}
	return inverse, nil
}

// partError is why a part of a command cannot be done.
type partError struct {
	part int
	do   string
	why  error
}

func (e *partError) Error() string { return fmt.Sprintf(inPart, e.part, e.do, e.why) }
func (e *partError) Unwrap() error { return e.why }

// Words is an error of Apply for a person, who knows of no parts.
func Words(err error) string {
	var e *partError
	if errors.As(err, &e) {
		err = e.why
	}
	return err.Error()
}

// apply does one part and returns the parts that take it back, in order.
func apply(c *Chart, d Part) ([]Part, error) {
	switch d.Do {
	case "chart.set":
		return setChart(c, d)
	case "page.add":
		return addPage(c, d)
	case "page.order":
		return orderPages(c, d)
	}
	p := c.Page(d.Page)
	if p == nil {
		return nil, gone("page", d.Page)
	}
	f, ok := pageParts[d.Do]
	switch {
	case d.Do == "page.drop":
		return dropPage(c, d)
	case !ok:
		return nil, fmt.Errorf(badChange, d.Do)
	}
	return f(p, d)
}

// pageParts are the changes inside a page.
var pageParts = map[string]func(*Page, Part) ([]Part, error){
	"page.set": setPage,
	"lane.add": addLane, "lane.drop": dropLane, "lane.set": setLane, "lane.order": orderLanes,
	"group.add": addGroup, "group.drop": dropGroup, "group.set": setGroup,
	"stage.add": addStage, "stage.drop": dropStage, "stage.set": setStage, "stage.order": orderStages,
	"step.add": addStep, "step.drop": dropStep, "step.place": placeSteps, "step.set": setStep,
	"line.add": addLine, "line.drop": dropLine, "line.set": setLine, "line.order": orderLines, "line.ways": setWays,
}

func gone(what, id string) error {
	return fmt.Errorf(notThere, what, id)
}

// insert puts v into list at the index *at, or at the end when at is nil or
// beyond it.
func insert[T any](list []T, at *int, v T) []T {
	if at == nil || *at >= len(list) {
		return append(list, v)
	}
	return slices.Insert(list, max(0, *at), v)
}
