package chart

import (
	"errors"
	"fmt"
	"maps"
	"slices"

	"plaintracer/core/symbol"
)

// House is a house style: how the things of a chart look that have no look of their own. It
// stands in the chart whole, so that a file needs no other. It is not changed but replaced.
type House struct {
	Name   string                   `json:"name"`
	Paper  string                   `json:"paper,omitempty"`  // ground of the pages, #rrggbb; white without
	Family Family                   `json:"family,omitempty"` // of all text
	Font   *Font                    `json:"font,omitempty"`   // of all text in place of Family, where it is known
	Step   StepLook                 `json:"step,omitzero"`    // of all steps
	Kinds  map[symbol.Kind]StepLook `json:"kinds,omitempty"`  // of some symbols, over that
	Lines  map[Meaning]Look         `json:"lines,omitempty"`  // of connectors
	Texts  map[TextStyle]TextLook   `json:"texts,omitempty"`  // what the styles of text are
	Lane   LaneLook                 `json:"lane,omitzero"`
	Page   Setup                    `json:"page,omitzero"`   // header, footer, title block and ground of the pages
	Fills  []string                 `json:"fills,omitempty"` // offered to the hand
	Inks   []string                 `json:"inks,omitempty"`  // offered for lines and text
}

// Font is a font that somebody brought. It is kept with the charts and not in them: where it is
// not known, the house style's family stands in for it.
type Font struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// mostColours is how many colours a house style offers of a sort.
const mostColours = 12

// Check tells what keeps it from being one.
func (h *House) Check() error {
	if h.Name == "" {
		return errors.New(houseNoName)
	}
	if err := checkText("house.name", h.Name, maxName); err != nil {
		return err
	}
	colours := append([]string{h.Paper, h.Lane.Head, h.Lane.Band}, slices.Concat(h.Fills, h.Inks)...)
	for _, c := range colours {
		if c != "" && !isColour(c) {
			return fmt.Errorf(inHouse, fmt.Errorf(badColour, c))
		}
	}
	if err := h.Page.check(); err != nil {
		return fmt.Errorf(inHouse, err)
	}
	if len(h.Fills) > mostColours || len(h.Inks) > mostColours {
		return fmt.Errorf(houseTooMany, mostColours)
	}
	if f := h.Font; f != nil {
		if err := checkID(f.ID); err != nil {
			return fmt.Errorf(inHouse, err)
		}
		if err := checkText("house.font.name", f.Name, maxName); err != nil {
			return err
		}
	}
	if h.Family != "" && !slices.Contains(families, h.Family) {
		return fmt.Errorf(inHouse, fmt.Errorf(badTextWord, "family", h.Family, families))
	}
	if err := checkStepLook(&h.Step); err != nil {
		return fmt.Errorf(inHouse, err)
	}
	for _, k := range slices.Sorted(maps.Keys(h.Kinds)) {
		if _, ok := symbol.Of(k); !ok {
			return fmt.Errorf(inHouse, fmt.Errorf(badSymbol, k))
		}
		l := h.Kinds[k]
		if err := checkStepLook(&l); err != nil {
			return fmt.Errorf(inHouse, err)
		}
	}
	for _, st := range slices.Sorted(maps.Keys(h.Texts)) {
		if !slices.Contains(TextStyles, st) {
			return fmt.Errorf(inHouse, fmt.Errorf(badTextWord, "style", st, TextStyles))
		}
		l := h.Texts[st]
		if err := checkTextLook(&l); err != nil {
			return fmt.Errorf(inHouse, err)
		}
	}
	for _, m := range slices.Sorted(maps.Keys(h.Lines)) {
		if !slices.Contains([]Meaning{Flow, Aside, Data, Note}, m) {
			return fmt.Errorf(inHouse, fmt.Errorf(badMeaning, m))
		}
		l := h.Lines[m]
		if err := checkLook(&l); err != nil {
			return fmt.Errorf(inHouse, err)
		}
	}
	return nil
}
