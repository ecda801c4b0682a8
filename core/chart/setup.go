package chart

import (
	"fmt"
	"reflect"
	"slices"

	"plaintracer/core/geom"
)

// Setup is what a page has besides the chart: margins, header and footer, title block, ground,
// grid and ruler. What is not set is as the house style says, or plain. It is not changed but
// replaced.
type Setup struct {
	Margin *float64 `json:"margin,omitempty"` // px that everything keeps off the edges; PlainMargin without
	Header *Strip   `json:"header,omitempty"`
	Footer *Strip   `json:"footer,omitempty"`
	Block  *Block   `json:"block,omitempty"`
	Ground *Ground  `json:"ground,omitempty"`
	Grid   *Grid    `json:"grid,omitempty"`
	Ruler  Ruler    `json:"ruler,omitempty"` // along the edges, on the screen; none without
	Fit    bool     `json:"fit,omitempty"`   // what has outgrown the sheet is printed smaller
	Lanes  bool     `json:"lanes,omitempty"` // further pages have all lanes, not only those with steps

	Tree   Growth      `json:"tree,omitempty"`   // the page is a hierarchy that grows there; it is none without
	Guides []GuideLine `json:"guides,omitempty"` // a list of them is not changed but replaced
}

// Strip is a line of text along an edge of the page. Words in braces stand for what is so: the
// fields of Fields.
type Strip struct {
	Left   string `json:"left,omitempty"`
	Centre string `json:"centre,omitempty"`
	Right  string `json:"right,omitempty"`
}

// Fields are what header, footer and title block can tell.
var Fields = []string{"chart", "title", "page", "pages", "date", "revision", "owner"}

// Block is the title block in the page's corner: one cell for each of its fields.
type Block struct {
	Cells []string `json:"cells"` // none for no title block
}

// BlockFields are what a title block can have, in the order of its cells.
var BlockFields = []string{"chart", "revision", "date", "owner", "page"}

// Ground is what a page is painted with: a colour, or a gradient of two.
type Ground struct {
	Colour  string `json:"colour"`            // #rrggbb
	Colour2 string `json:"colour2,omitempty"` // at the other end
	Turn    int    `json:"turn,omitempty"`    // degrees: 0 to the right, 90 downward
}

// Grid is what steps keep to, and whether it is shown.
type Grid struct {
	Size  float64 `json:"size"` // px
	Shown bool    `json:"shown,omitempty"`
	Off   bool    `json:"off,omitempty"` // nothing keeps to it
}

// Growth is where a tree grows from its root; "" for a page that is none.
type Growth string

// The ways.
const (
	GrowDown  Growth = "down"
	GrowRight Growth = "right"
	GrowUp    Growth = "up"
	GrowLeft  Growth = "left"
)

// Ruler is the unit of the rulers along the edges; "" for none.
type Ruler string

// The rulers.
const (
	NoRuler Ruler = ""
	InMM    Ruler = "mm"
	InInch  Ruler = "in"
)

// PlainMargin is the margin of a page that says nothing else, px.
const PlainMargin = 18.0

// PlainGrid is the distance that steps keep to on a page that says nothing else, px.
const PlainGrid = 8.0

// Limits of a setup, px.
const (
	MostMargin = 300.0
	LeastGrid  = 2.0
	MostGrid   = 200.0
)

// With is the setup with what another one says over it.
func (s Setup) With(o Setup) Setup {
	out := s
	if o.Margin != nil {
		out.Margin = o.Margin
	}
	if o.Header != nil {
		out.Header = o.Header
	}
	if o.Footer != nil {
		out.Footer = o.Footer
	}
	if o.Block != nil {
		out.Block = o.Block
	}
	if o.Ground != nil {
		out.Ground = o.Ground
	}
	if o.Grid != nil {
		out.Grid = o.Grid
	}
	if o.Ruler != "" {
		out.Ruler = o.Ruler
	}
	if o.Tree != "" {
		out.Tree = o.Tree
	}
	if len(o.Guides) > 0 {
		out.Guides = o.Guides
	}
	out.Fit, out.Lanes = s.Fit || o.Fit, s.Lanes || o.Lanes
	return out
}

// IsZero reports whether nothing is said.
func (s Setup) IsZero() bool { return reflect.ValueOf(s).IsZero() }

func (s *Setup) check() error {
	if s.Margin != nil && !(*s.Margin >= 0 && *s.Margin <= MostMargin) {
		return fmt.Errorf(badMargin, *s.Margin, MostMargin)
	}
	for _, l := range []*Strip{s.Header, s.Footer} {
		if l == nil {
			continue
		}
		for _, t := range []string{l.Left, l.Centre, l.Right} {
			if err := checkText("header and footer", t, maxName); err != nil {
				return err
			}
		}
	}
	if s.Block != nil {
		for i, f := range s.Block.Cells {
			if !slices.Contains(BlockFields, f) || slices.Contains(s.Block.Cells[:i], f) {
				return fmt.Errorf(badCell, f, BlockFields)
			}
		}
	}
	if g := s.Ground; g != nil {
		if !isColour(g.Colour) || g.Colour2 != "" && !isColour(g.Colour2) {
			return fmt.Errorf(badColour, g.Colour+g.Colour2)
		}
		if g.Turn < 0 || g.Turn >= 360 {
			return fmt.Errorf(badTurn, g.Turn)
		}
	}
	if g := s.Grid; g != nil && !(g.Size >= LeastGrid && g.Size <= MostGrid) {
		return fmt.Errorf(badGrid, g.Size, LeastGrid, MostGrid)
	}
	if !slices.Contains([]Growth{"", GrowDown, GrowRight, GrowUp, GrowLeft}, s.Tree) {
		return fmt.Errorf(badTree, s.Tree)
	}
	if err := checkGuides(s.Guides); err != nil {
		return err
	}
	if !slices.Contains([]Ruler{NoRuler, InMM, InInch}, s.Ruler) {
		return fmt.Errorf(badRuler, s.Ruler)
	}
	return nil
}

// rounded is the setup with two decimals, itself where it has no more; nil where it says nothing.
func (s *Setup) rounded() *Setup {
	if s == nil || s.IsZero() {
		return nil
	}
	out, same := *s, true
	if s.Margin != nil && geom.Round2(*s.Margin) != *s.Margin {
		v := geom.Round2(*s.Margin)
		out.Margin, same = &v, false
	}
	if s.Grid != nil && geom.Round2(s.Grid.Size) != s.Grid.Size {
		g := *s.Grid
		g.Size = geom.Round2(g.Size)
		out.Grid, same = &g, false
	}
	for i, g := range s.Guides {
		if at := geom.Round2(g.At); at != g.At {
			out.Guides, same = slices.Clone(out.Guides), false
			out.Guides[i].At = at
		}
	}
	if same {
		return s
	}
	return &out
}
