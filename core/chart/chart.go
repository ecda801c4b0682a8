// Package chart is the model: a chart with its pages, lanes, steps and
// connectors, the commands that change it, and its JSON form. It holds what a
// person decided and nothing that can be computed from that, such as wrapped
// lines; but the ways of connectors, once found, are kept, so that they stay.
package chart

import (
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/symbol"
)

// Chart is one file of work.
type Chart struct {
	Name  string  `json:"name"`
	House *House  `json:"house,omitempty"` // set by SetHouse; nil for the plain look
	Pages []*Page `json:"pages"`

	Numbering *Numbering `json:"numbering,omitempty"` // nil for 1, 2, 3 along the flow
	Waived    []Waiver   `json:"waived,omitempty"`    // rules that the proof passes over; a list of them is not changed but replaced
}

// Page is what is drawn on one sheet of paper. W and H are its size in px: that of its sheet, or
// more where what stands on it has outgrown that. Steps without a lane stand in its coordinates.
type Page struct {
	ID         string       `json:"id"`
	Title      string       `json:"title"`
	W          float64      `json:"w"`
	H          float64      `json:"h"`
	Sheet      *Sheet       `json:"sheet,omitempty"` // that it is for; A4 landscape without
	Setup      *Setup       `json:"setup,omitempty"`
	Frame      Frame        `json:"frame"`
	Crossings  Crossings    `json:"crossings,omitempty"` // how they are drawn; plain without a word
	KeepOff    bool         `json:"keepOff,omitempty"`   // lines keep off labels placed by hand
	Key        *Key         `json:"key,omitempty"`       // where the symbol key stands; there is none without
	Shown      []Showing    `json:"shown,omitempty"`     // fields that steps show
	Link       *Link        `json:"link,omitempty"`      // where its title leads
	Down       bool         `json:"down,omitempty"`      // lanes run down the page, side by side; else across it
	Level      bool         `json:"level,omitempty"`     // names of lanes that run across stand level, in wider heads
	Turned     *Turned      `json:"turned,omitempty"`    // what it was before its lanes were turned
	Groups     []*LaneGroup `json:"groups,omitempty"`    // pools, and lanes that hold lanes
	Stages     []*Stage     `json:"stages,omitempty"`    // across the lanes, along the flow
	Lanes      []*Lane      `json:"lanes"`
	Steps      []*Step      `json:"steps"`
	Connectors []*Connector `json:"connectors"`
	Folded     []*Folded    `json:"folded,omitempty"` // branches of a hierarchy; one of them is not changed but replaced, and so is the list

	house *House // its chart's
}

// Folded is a branch of a hierarchy that is put away: the steps below one, and the connectors at them. They keep their
// places, and the indexes in the lists of the page to which they come back.
type Folded struct {
	Under      string       `json:"under"`
	Steps      []*Step      `json:"steps"`
	Connectors []*Connector `json:"connectors"`
	StepsAt    []int        `json:"stepsAt"`
	LinesAt    []int        `json:"linesAt"`
}

// Step is a symbol with text. X and Y are its top left corner; when it has a lane, Y counts from the
// lane's top, or X from its left edge where lanes run down.
type Step struct {
	ID      string      `json:"id"`
	Symbol  symbol.Kind `json:"symbol"`
	Lane    string      `json:"lane,omitempty"`
	X       float64     `json:"x"`
	Y       float64     `json:"y"`
	W       float64     `json:"w"`
	H       float64     `json:"h"`
	Text    string      `json:"text"`
	Runs    []Run       `json:"runs,omitempty"` // parts of the text that are set otherwise
	Number  string      `json:"number,omitempty"`
	Fields  []Field     `json:"fields,omitempty"`
	Ports   []Port      `json:"ports,omitempty"` // besides the symbol's own
	Look    *StepLook   `json:"look,omitempty"`
	Link    *Link       `json:"link,omitempty"`    // where it leads
	Files   []File      `json:"files,omitempty"`   // attached to it; a list of them is not changed but replaced
	Picture *File       `json:"picture,omitempty"` // that it shows; a picture is not changed but replaced
	Front   int         `json:"front,omitempty"`   // how far in front it is drawn; below 0 behind everything
	Locked  bool        `json:"locked,omitempty"`
	Pinned  bool        `json:"pinned,omitempty"` // its number stays when others are numbered
	Held    []Group     `json:"held,omitempty"`   // the groups that hold it, from the outside in; a list of them is not changed but replaced
}

// Port is a place on the outline, put there by hand, where connectors hold. X
// and Y are shares of the step's width and height: it stands where the way
// from the middle through that point meets the outline.
type Port struct {
	Name string  `json:"name"`
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
}

// Field is a named value on a step.
type Field struct {
	Name  string `json:"name"`
	Value string `json:"value"`
}

// Connector is a line from step to step. Its look follows from its meaning
// unless Look says otherwise.
type Connector struct {
	ID        string    `json:"id"`
	From      End       `json:"from"`
	To        End       `json:"to"`
	Meaning   Meaning   `json:"meaning"`
	Kind      Kind      `json:"kind,omitempty"`
	Look      *Look     `json:"look,omitempty"`
	Crossings Crossings `json:"crossings,omitempty"` // where it yields; as the page without a word
	Pins      []Pin     `json:"pins,omitempty"`
	Labels    []Label   `json:"labels,omitempty"`
	Way       *Way      `json:"way,omitempty"`  // how it runs; without, it is found
	Main      bool      `json:"main,omitempty"` // the main way goes on along it, whatever the flow says
}

// End is one end of a connector: glued to a step, at a port or, with Port
// empty, at the side that suits best; or loose at a point of the page. A port that is
// fixed stays when the page is laid out.
type End struct {
	Step  string  `json:"step,omitempty"`
	Port  string  `json:"port,omitempty"`
	Fixed bool    `json:"fixed,omitempty"`
	X     float64 `json:"x,omitempty"`
	Y     float64 `json:"y,omitempty"`
}

// Loose reports whether the end holds at no step.
func (e End) Loose() bool { return e.Step == "" }

// Label is text on a connector. A step whose number is a part of it, which it follows, is the one that Refers
// leads to. Place is where a hand put it; nil lets it find
// its place.
type Label struct {
	Text   string      `json:"text"`
	Refers *Link       `json:"refers,omitempty"`
	Place  *LabelPlace `json:"place,omitempty"`
}

// LabelPlace is a label's place relative to its line: the share of the line's
// length, and px off the line to the label's edge, positive to the right of the
// way the line runs; 0 is astride. A place is not changed but replaced.
type LabelPlace struct {
	Along  float64 `json:"along"`
	Beside float64 `json:"beside"`
}

// Outcome is the text of the connector's first label; "" without one.
func (c *Connector) Outcome() string {
	if len(c.Labels) == 0 {
		return ""
	}
	return c.Labels[0].Text
}

// NewPage returns an empty A4 landscape page.
func NewPage(id string) *Page {
	return &Page{ID: id, W: SheetW, H: SheetH, Frame: Frame{X: 18, Y: 50, W: SheetW - 36},
		Lanes: []*Lane{}, Steps: []*Step{}, Connectors: []*Connector{}}
}

// New returns a chart with one empty page.
func New(name string) *Chart { return &Chart{Name: name, Pages: []*Page{NewPage("p1")}} }

// Name is what a page is called: by its title, or by its number, counted from index 0.
func (p *Page) Name(index int) string {
	if t := strings.Join(strings.Fields(p.Title), " "); t != "" {
		return t
	}
	return fmt.Sprintf("Page %d", index+1)
}

// Page finds a page; nil when there is none of that id.
func (c *Chart) Page(id string) *Page {
	for _, p := range c.Pages {
		if p.ID == id {
			return p
		}
	}
	return nil
}

// Step finds a step; nil when there is none of that id.
func (p *Page) Step(id string) *Step {
	if i := p.stepAt(id); i >= 0 {
		return p.Steps[i]
	}
	return nil
}

// StepsByID is an index of the steps, for work that looks up many of them.
func (p *Page) StepsByID() map[string]*Step {
	out := make(map[string]*Step, len(p.Steps))
	for _, s := range p.Steps {
		out[s.ID] = s
	}
	return out
}

// finder is Step for n lookups: by an index where that pays.
func (p *Page) finder(n int) func(id string) *Step {
	if n < 8 {
		return p.Step
	}
	by := p.StepsByID()
	return func(id string) *Step { return by[id] }
}

func (p *Page) stepAt(id string) int {
	for i, s := range p.Steps {
		if s.ID == id {
			return i
		}
	}
	return -1
}

// Connector finds a connector; nil when there is none of that id.
func (p *Page) Connector(id string) *Connector {
	if i := p.connectorAt(id); i >= 0 {
		return p.Connectors[i]
	}
	return nil
}

func (p *Page) connectorAt(id string) int {
	for i, c := range p.Connectors {
		if c.ID == id {
			return i
		}
	}
	return -1
}

// Clone returns a copy that shares nothing with c.
func (c *Chart) Clone() *Chart {
	out := &Chart{Name: c.Name, House: c.House, Numbering: c.Numbering, Waived: c.Waived, Pages: make([]*Page, len(c.Pages))}
	for i, p := range c.Pages {
		out.Pages[i] = p.Clone()
	}
	return out
}

// Clone returns a copy that shares nothing with p.
func (p *Page) Clone() *Page {
	out := *p
	lanes := make([]Lane, len(p.Lanes))
	out.Lanes = make([]*Lane, len(p.Lanes))
	out.Shown = slices.Clone(p.Shown)
	out.Groups, out.Stages = copies(p.Groups), copies(p.Stages)
	for i, l := range p.Lanes {
		lanes[i] = *l
		out.Lanes[i] = &lanes[i]
	}
	steps := make([]Step, len(p.Steps))
	out.Steps = make([]*Step, len(p.Steps))
	for i, s := range p.Steps {
		steps[i] = *s
		steps[i].Fields = append([]Field(nil), s.Fields...)
		steps[i].Ports = append([]Port(nil), s.Ports...)
		out.Steps[i] = &steps[i]
	}
	cs := make([]Connector, len(p.Connectors))
	out.Connectors = make([]*Connector, len(p.Connectors))
	for i, c := range p.Connectors {
		cs[i] = *c
		cs[i].own()
		out.Connectors[i] = &cs[i]
	}
	return &out
}

// copies are copies of what a list points at; nil for an empty list.
func copies[T any](list []*T) []*T {
	var out []*T
	for _, v := range list {
		c := *v
		out = append(out, &c)
	}
	return out
}

// own makes the connector share no list with others.
func (c *Connector) own() {
	c.Labels = append([]Label(nil), c.Labels...)
	c.Pins = append([]Pin(nil), c.Pins...)
}

// Frame says where the lanes stand: the corner where the first one begins, and how long they all
// are, in px. It means nothing on a page without lanes.
type Frame struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	W float64 `json:"w"` // along the flow: their width, or their height where they run down
}

// LaneGroup is a pool, or a lane that holds lanes. The lanes of a group stand together.
type LaneGroup struct {
	ID   string    `json:"id"`
	Name string    `json:"name"`
	Pool bool      `json:"pool,omitempty"` // stands apart from what is not in it
	In   string    `json:"in,omitempty"`   // the group that it stands in; a pool stands in none
	Look *LaneLook `json:"look,omitempty"`
}

// Stage is a part of the work, from one side of the lanes to the other. Size is its length along the
// flow, px; the last one reaches to the end of the lanes. A step stands in the stage that its middle
// lies in.
type Stage struct {
	ID   string    `json:"id"`
	Name string    `json:"name"`
	Size float64   `json:"size"`
	Look *LaneLook `json:"look,omitempty"`
}

// Turned is what is needed to turn lanes back so that every step comes to where it stood: by how much
// steps were moved apart, along the flow and across it, and the size of the page and of its frame.
type Turned struct {
	Along  float64 `json:"along"`
	Across float64 `json:"across"`
	W      float64 `json:"w"`
	H      float64 `json:"h"`
	Frame  float64 `json:"frame"`
}

// Lane says who does the work. Size is its height in px, or its width where lanes run down.
type Lane struct {
	ID     string    `json:"id"`
	Name   string    `json:"name"`
	Size   float64   `json:"size"`
	In     string    `json:"in,omitempty"`     // the group that it stands in
	Fields []Field   `json:"fields,omitempty"` // of the person or role; a list of them is not changed but replaced
	Look   *LaneLook `json:"look,omitempty"`
	Link   *Link     `json:"link,omitempty"`
}

// Group is a group that holds steps together: they are selected, moved and copied as one. Groups stand in
// each other; each of its steps names it.
type Group struct {
	ID   string `json:"id"`
	Name string `json:"name,omitempty"`
}

// House is the house style of the page's chart; nil for the plain look.
func (p *Page) House() *House {
	if p == nil {
		return nil
	}
	return p.house
}

// SetHouse gives the pages of the chart a house style; nil takes it away.
func (c *Chart) SetHouse(h *House) {
	c.House = h
	for _, p := range c.Pages {
		p.house = h
	}
}

// SheetSize is the size of the page's sheet, px.
func (p *Page) SheetSize() (w, h float64) {
	if p.Sheet == nil {
		return SheetW, SheetH
	}
	return p.Sheet.W, p.Sheet.H
}

// Outgrown reports whether what stands on the page needs more than its sheet.
func (p *Page) Outgrown() bool {
	w, h := p.SheetSize()
	return p.W > w+1 || p.H > h+1
}

// Margin is what everything keeps off the page's edges, px.
func (p *Page) Margin() float64 {
	if p.Setup == nil || p.Setup.Margin == nil {
		return PlainMargin
	}
	return *p.Setup.Margin
}

// GridSize is the distance that steps keep to on the page, px: one hundredth where they keep to
// none, which is as fine as places are.
func (p *Page) GridSize() float64 {
	switch {
	case p.Setup == nil || p.Setup.Grid == nil:
		return PlainGrid
	case p.Setup.Grid.Off:
		return 0.01
	}
	return p.Setup.Grid.Size
}
