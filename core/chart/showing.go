package chart

import (
	"errors"
	"fmt"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Key is where the symbol key of a page stands, px, and how many lines a column of it has. It is
// not changed but replaced.
type Key struct {
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
	Rows int     `json:"rows"`
}

const mostRows = 100

func (k *Key) check() error {
	if k.Rows < 1 || k.Rows > mostRows {
		return fmt.Errorf(badRows, k.Rows, mostRows)
	}
	return checkCoord(k.X, k.Y)
}

// Showing is a rule of a page: a field of steps that is shown at them.
type Showing struct {
	Field  string      `json:"field"`
	On     symbol.Kind `json:"on,omitempty"` // a symbol; all without
	As     ShownAs     `json:"as"`
	Colour bool        `json:"colour,omitempty"` // each value has a colour
}

// ShownAs is the form in which a field is shown.
type ShownAs string

// The forms: the value in words, a small mark with its beginning, or a bar as long as its
// number among those of the page.
const (
	AsText ShownAs = "text"
	AsMark ShownAs = "mark"
	AsBar  ShownAs = "bar"
)

// ShownForms are all forms.
var ShownForms = []ShownAs{AsText, AsMark, AsBar}

// MostShown is how many fields a page can show.
const MostShown = 6

func checkShown(rules []Showing) error {
	if len(rules) > MostShown {
		return fmt.Errorf(tooManyShown, MostShown)
	}
	for i, r := range rules {
		if r.Field == "" {
			return fmt.Errorf(inShown, i, errors.New(fieldNoName))
		}
		if err := checkText("field", r.Field, maxName); err != nil {
			return fmt.Errorf(inShown, i, err)
		}
		if _, ok := symbol.Of(r.On); r.On != "" && !ok {
			return fmt.Errorf(inShown, i, fmt.Errorf(badSymbol, r.On))
		}
		if !slices.Contains(ShownForms, r.As) {
			return fmt.Errorf(inShown, i, fmt.Errorf(badShownAs, r.As))
		}
	}
	return nil
}

// rounded is the key's place with two decimals.
func (k *Key) rounded() *Key { return &Key{geom.Round2(k.X), geom.Round2(k.Y), k.Rows} }
