// Package format writes a chart in any of the formats that it can be exported in, and makes one of the files that
// can be opened; each format has a package of its own below this one, or of the core. All that is to be known of a
// format stands in one table (Formats): the server, its pages and the command line are made from it.
package format

import (
	"context"
	"fmt"
	"io"
	"slices"
	"strings"

	"plaintracer/core/chart"
)

// Kind is one of the formats, named by its file's extension.
type Kind string

// The formats.
const (
	SVG      Kind = "svg"
	PNG      Kind = "png"
	PDF      Kind = "pdf"
	CSV      Kind = "csv"
	Text     Kind = "txt"
	JSON     Kind = "json"
	Geometry Kind = "geometry.json"
)

// Format is what is to be known of one.
type Format struct {
	Kind  Kind
	Type  string // media type
	Name  string // as people call it, where there is little room
	Words string // in the dialog of export; "" where it is not offered there
	Hint  string // behind these, in brackets
	All   bool   // it has room for all pages
	Drawn bool   // it shows the chart as it is drawn

	write func(*job) error
	read  func(b []byte, title string) (*chart.Chart, error)
	whole bool // a chart that was read has its places
}

// Formats are all formats, in the order in which they are offered.
var Formats = []Format{
	{Kind: PDF, Name: "PDF", Type: "application/pdf", Words: "PDF, each page on its sheet", All: true, Drawn: true, write: writePDF},
	{Kind: SVG, Name: "SVG", Type: "image/svg+xml", Words: "SVG with fonts", Drawn: true, write: writeSVG},
	{Kind: PNG, Name: "PNG", Type: "image/png", Words: "PNG", Drawn: true, write: writePNG},
	{Kind: CSV, Name: "steps table", Type: "text/csv; charset=utf-8", Words: "Steps table (CSV)", Hint: "cells that a spreadsheet would run as formulas get an apostrophe",
		write: writeCSV, read: readCSV},
	{Kind: Text, Name: "steps as text", Type: "text/plain; charset=utf-8", Words: "Steps as text", All: true, write: writeText, read: readText},
	{Kind: JSON, Name: "chart file", Type: "application/json", Words: "Chart file", All: true, write: writeChart, read: readChart, whole: true},
	{Kind: Geometry, Name: "geometry", Type: "application/json", All: true, write: writeGeometry},
}

// Named is the format of a kind; ok is false where there is none.
func Named(k Kind) (f Format, ok bool) {
	i := slices.IndexFunc(Formats, func(f Format) bool { return f.Kind == k })
	if i < 0 {
		return Format{}, false
	}
	return Formats[i], true
}

// Of finds the format of a file name.
func Of(name string) (Format, error) {
	f, ok := of(name)
	if !ok {
		return f, fmt.Errorf("%s: unknown format; expected a file name ending in %s", name, Listed("."))
	}
	return f, nil
}

// of is the format with the longest extension that a file name has.
func of(name string) (found Format, ok bool) {
	for _, f := range Formats {
		if strings.HasSuffix(strings.ToLower(name), "."+string(f.Kind)) && len(f.Kind) > len(found.Kind) {
			found, ok = f, true
		}
	}
	return found, ok
}

// Opened reports whether files of a format can be opened; Fresh, whether nothing has its place yet in what they hold.
func (f Format) Opened() bool { return f.read != nil }
func (f Format) Fresh() bool  { return f.Opened() && !f.whole }

// Kinds are those of some formats, or (nil) of all.
func Kinds(some func(Format) bool) (out []string) {
	for _, f := range Formats {
		if some == nil || some(f) {
			out = append(out, string(f.Kind))
		}
	}
	return out
}

// Listed names the kinds of all formats: 'svg, png or pdf', each behind a prefix.
func Listed(prefix string) string {
	kinds := Kinds(nil)
	for i := range kinds {
		kinds[i] = prefix + kinds[i]
	}
	return or(kinds)
}

// OpenedWords says which files can be opened of some formats, or (nil) of all that can: 'steps table (.csv), steps as
// text (.txt) or chart file (.json)'.
func OpenedWords(some func(Format) bool) string {
	var out []string
	for _, f := range Formats {
		if f.Opened() && (some == nil || some(f)) {
			out = append(out, fmt.Sprintf("%s (.%s)", f.Name, f.Kind))
		}
	}
	return or(out)
}

// Names names some formats as people do: 'PDF or chart file'.
func Names(some func(Format) bool) string {
	var out []string
	for _, f := range Formats {
		if some(f) {
			out = append(out, f.Name)
		}
	}
	return or(out)
}

// or joins words with commas and an 'or'.
func or(words []string) string {
	if n := len(words) - 1; n > 0 {
		return strings.Join(words[:n], ", ") + " or " + words[n]
	}
	return strings.Join(words, "")
}

// Options say what of a chart is written and how. The zero value means the
// whole chart (its first page where the format has room for one), PNG at 2x on
// white.
type Options struct {
	Page   string               // id; "" for all, or the first
	Chosen func(id string) bool // steps and connectors; nil for whole pages
	Scale  float64              // pixels a px, for PNG; 0 means 2, or less for a huge page
	Clear  bool                 // PNG without ground
	Author string               // for PDF and title block
	Date   string               // that header, footer and title block tell
	Tile   *chart.Sheet         // for PDF: larger pages go on several sheets of that size; nil for one sheet each

	Pictures func(id string) []byte // what is in a picture of the chart; nil where none are to be had
}

// Write writes the chart in the format. It ends with the context's error soon after that
// has ended.
func Write(ctx context.Context, w io.Writer, k Kind, c *chart.Chart, o Options) error {
	f, ok := Named(k)
	if !ok {
		return fmt.Errorf("there is no format %q", k)
	}
	pages := c.Pages
	if o.Page != "" {
		p := c.Page(o.Page)
		if p == nil {
			return fmt.Errorf("the chart has no page %q", o.Page)
		}
		pages = []*chart.Page{p}
	}
	return f.write(&job{ctx, w, c, pages, o})
}
