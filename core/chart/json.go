package chart

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
)

// Format and Version head every chart file.
const (
	Format  = "plain-tracer-chart"
	Version = 1
)

// file is the JSON form; see docs/file-format.md and docs/chart.schema.json.
type file struct {
	Format  string  `json:"format"`
	Version int     `json:"version"`
	Name    string  `json:"name"`
	House   *House  `json:"house,omitempty"`
	Pages   []*Page `json:"pages"`

	Numbering *Numbering `json:"numbering,omitempty"`
	Waived    []Waiver   `json:"waived,omitempty"`
}

// Marshal writes the chart as canonical JSON: the same chart gives the same
// bytes.
func Marshal(c *Chart) ([]byte, error) {
	var b bytes.Buffer
	e := json.NewEncoder(&b)
	e.SetEscapeHTML(false)
	e.SetIndent("", " ")
	err := e.Encode(file{Format, Version, c.Name, c.House, c.Pages, c.Numbering, c.Waived})
	return b.Bytes(), err
}

// Unmarshal reads a chart file. Errors say where: a line, or the JSON path.
func Unmarshal(b []byte) (*Chart, error) {
	var head struct {
		Format  string `json:"format"`
		Version int    `json:"version"`
	}
	if err := json.Unmarshal(b, &head); err != nil {
		return nil, where(b, err)
	}
	if head.Format != Format {
		return nil, fmt.Errorf(notAChart, head.Format, Format)
	}
	if head.Version > Version {
		return nil, fmt.Errorf(newerVersion, head.Version, Version)
	}
	if head.Version < 1 {
		return nil, fmt.Errorf(badVersion, Version)
	}
	var f file
	d := json.NewDecoder(bytes.NewReader(b))
	d.DisallowUnknownFields()
	if err := d.Decode(&f); err != nil {
		return nil, where(b, err)
	}
	c := &Chart{Name: f.Name, House: f.House, Pages: f.Pages, Numbering: f.Numbering, Waived: f.Waived}
	if err := c.Check(); err != nil {
		return nil, err
	}
	return c, nil
}

// Check tells what keeps the chart from being a chart file, and brings it into the form
// that one has: two decimals, no list missing. Errors say where, as a JSON path.
func (c *Chart) Check() error {
	if err := checkText("$.name", c.Name, maxName); err != nil {
		return err
	}
	if c.House != nil {
		if err := c.House.Check(); err != nil {
			return fmt.Errorf("$.%w", err)
		}
	}
	if c.Numbering != nil {
		if err := c.Numbering.check(); err != nil {
			return fmt.Errorf("$.%w", err)
		}
	}
	if err := checkWaivers(c.Waived); err != nil {
		return fmt.Errorf("$.%w", err)
	}
	if len(c.Pages) == 0 || len(c.Pages) > maxPages {
		return fmt.Errorf(badPages, maxPages)
	}
	for i, p := range c.Pages {
		if p == nil {
			return fmt.Errorf(nullPage, i)
		}
		if p.Lanes == nil {
			p.Lanes = []*Lane{}
		}
		if p.Steps == nil {
			p.Steps = []*Step{}
		}
		if p.Connectors == nil {
			p.Connectors = []*Connector{}
		}
		if err := checkPage(p); err != nil {
			return fmt.Errorf(inPage, i, err)
		}
		for _, q := range c.Pages[:i] {
			if q.ID == p.ID {
				return fmt.Errorf(pageIDTwice, i, p.ID)
			}
		}
	}
	c.SetHouse(c.House)
	return nil
}

// where adds to a JSON error the line that it speaks of.
func where(b []byte, err error) error {
	off := int64(-1)
	var syn *json.SyntaxError
	var typ *json.UnmarshalTypeError
	switch {
	case errors.As(err, &syn):
		off = syn.Offset
	case errors.As(err, &typ):
		return fmt.Errorf(badType, line(b, typ.Offset), typ.Field, typ.Value, typ.Type.Kind())
	case errors.Is(err, io.ErrUnexpectedEOF):
		off = int64(len(b))
	}
	if off < 0 {
		return err
	}
	return fmt.Errorf(badJSON, line(b, off), err)
}

func line(b []byte, off int64) int {
	return 1 + bytes.Count(b[:min(int(off), len(b))], []byte("\n"))
}
