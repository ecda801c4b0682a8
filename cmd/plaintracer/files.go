package main

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/list"
	"plaintracer/core/number"
	"plaintracer/core/scene"
	"plaintracer/format"
)

// mostRead is the size in bytes of what is read: more than twice what the server takes as
// a chart at its limits.
const mostRead = 64 << 20

// read takes a file or a pipe, or standard input for "-", whole. Devices are refused, as
// some of them never end, and what is larger than mostRead is not read on.
func read(name string) ([]byte, error) {
	in := os.Stdin
	if name != "-" {
		is, err := os.Stat(name)
		if err != nil {
			return nil, err
		}
		if is.IsDir() {
			return nil, fmt.Errorf("%s is a folder; expected a file", name)
		}
		if m := is.Mode(); !m.IsRegular() && m&os.ModeNamedPipe == 0 {
			return nil, fmt.Errorf("%s is a device; expected a file or a pipe", name)
		}
		if in, err = os.Open(name); err != nil {
			return nil, err
		}
		defer in.Close()
	}
	b, err := io.ReadAll(io.LimitReader(in, mostRead+1))
	if err == nil && len(b) > mostRead {
		return nil, fmt.Errorf("%s: more than %d MB; no chart, list or table is as large", name, mostRead>>20)
	}
	return b, err
}

// write puts a finished file in place at once, so that none is left half written; "-" is
// standard output. A file that was there keeps its rights, a link goes on leading to it,
// and what is no file (a pipe, a terminal) is written to.
func write(name string, b []byte) error {
	if name == "-" {
		_, err := os.Stdout.Write(b)
		return err
	}
	if to, err := filepath.EvalSymlinks(name); err == nil {
		name = to
	}
	was, err := os.Stat(name)
	if err == nil && !was.Mode().IsRegular() {
		return os.WriteFile(name, b, 0)
	}
	temp := filepath.Join(filepath.Dir(name), fmt.Sprintf(".%s.%d", filepath.Base(name), os.Getpid()))
	f, err := os.OpenFile(temp, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o666) // less what the umask says
	if err != nil {
		return err
	}
	defer os.Remove(temp)
	if was != nil {
		err = f.Chmod(was.Mode().Perm())
	}
	if err == nil {
		_, err = f.Write(b)
	}
	if err := errors.Join(err, f.Close()); err != nil {
		return err
	}
	return os.Rename(temp, name)
}

func readChart(name string) (*chart.Chart, error) {
	b, err := read(name)
	if err != nil {
		return nil, err
	}
	c, err := chart.Unmarshal(b)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", name, err)
	}
	return c, nil
}

func writeChart(name string, c *chart.Chart) error {
	b, err := chart.Marshal(c)
	if err != nil {
		return err
	}
	return write(name, b)
}

// output adds the flag -o.
func output(cmd *cobra.Command, to *string) *cobra.Command {
	cmd.Flags().StringVarP(to, "output", "o", "-", "file to write, - for standard output")
	return cmd
}

func importCommand() *cobra.Command {
	var out string
	var levels bool
	cmd := output(&cobra.Command{
		Use:   "import FILE.(" + strings.Join(format.Kinds(format.Format.Fresh), "|") + ") -o chart.json",
		Short: "Make a chart from a steps table or from steps as text",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			b, err := read(args[0])
			if err != nil {
				return err
			}
			name := args[0]
			if name == "-" {
				name = "-.csv"
			}
			c, fresh, err := format.Read(name, b)
			if err == nil && !fresh {
				err = errors.New("a chart needs no import; expected a " + format.OpenedWords(format.Format.Fresh))
			}
			if err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			if levels {
				list.Levels(c)
			}
			if err := layout.Chart(cmd.Context(), c, layout.Down); err != nil {
				return err
			}
			return writeChart(out, c)
		},
	}, &out)
	cmd.Flags().BoolVar(&levels, "levels", false, "put steps 2.1, 2.2 on a page of their own that step 2 opens")
	return cmd
}

func layoutCommand() *cobra.Command {
	var out, dir, paper string
	var pages, asTree bool
	dirs := map[string]layout.Direction{"down": layout.Down, "right": layout.Right}
	grows := map[string]layout.Direction{"down": layout.Down, "right": layout.Right, "up": layout.Up, "left": layout.Left}
	cmd := output(&cobra.Command{
		Use:   "layout chart.json -o out.json",
		Short: "Compute places for all steps",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			d, ok := dirs[dir]
			if asTree {
				d, ok = grows[dir]
			}
			if !ok && asTree {
				return fmt.Errorf("--dir %q: expected right, down, left or up", dir)
			} else if !ok {
				return fmt.Errorf("--dir %q: expected right or down", dir)
			}
			c, err := readChart(args[0])
			if err != nil {
				return err
			}
			if asTree {
				if err := layout.Trees(cmd.Context(), c, d); err != nil {
					return err
				}
				return writeChart(out, c)
			}
			if err := layOut(cmd.Context(), c, d, paper); err != nil {
				return err
			}
			if pages {
				if err := layout.Over(cmd.Context(), c); err != nil {
					return err
				}
			}
			return writeChart(out, c)
		},
	}, &out)
	cmd.Flags().StringVar(&paper, "sheet", "", "lay out for a sheet: "+strings.Join(paperNames(), ", ")+"; without it as wide as the chart likes to be")
	cmd.Flags().BoolVar(&pages, "pages", false, "what lies beyond the sheet goes on on further pages, linked by lettered off-page connectors")
	cmd.Flags().BoolVar(&asTree, "tree", false, "lay pages without lanes out as trees, whoever leads to a step above it; --dir is where they grow: down, right, up or left")
	cmd.Flags().StringVar(&dir, "dir", "down", "reading direction of pages without lanes: right or down (pages with lanes always read to the right)")
	return cmd
}

// layOut lays out each page, for a sheet where one is named.
func layOut(ctx context.Context, c *chart.Chart, d layout.Direction, paper string) error {
	to := paperNamed(paper)
	if to == nil && paper != "" {
		return fmt.Errorf("--sheet %q: expected %s", paper, strings.Join(paperNames(), ", "))
	}
	if to == nil {
		return layout.Free(ctx, c, d)
	}
	for _, p := range c.Pages {
		if _, err := chart.Apply(c, chart.Command{Parts: []chart.Part{{Do: "page.set", Page: p.ID, Sheet: to}}}); err != nil {
			return err
		}
	}
	return layout.Chart(ctx, c, d)
}

// paperNamed is a sheet of a standard size, lying across; nil where there is none of that name.
func paperNamed(name string) *chart.Sheet {
	for _, p := range chart.Papers {
		if strings.EqualFold(p.Name, name) {
			return chart.SheetOf(p.H, p.W)
		}
	}
	return nil
}

func paperNames() []string {
	var out []string
	for _, p := range chart.Papers {
		out = append(out, strings.ToLower(p.Name))
	}
	return out
}

func numberCommand() *cobra.Command {
	var out string
	return output(&cobra.Command{
		Use:   "number chart.json -o out.json",
		Short: "Number the steps along the flow",
		Args:  cobra.ExactArgs(1),
		RunE: func(_ *cobra.Command, args []string) error {
			c, err := readChart(args[0])
			if err != nil {
				return err
			}
			for _, p := range c.Pages {
				if cmd, ok := number.Chart(c, p); ok {
					if _, err := chart.Apply(c, cmd); err != nil {
						return err
					}
				}
			}
			return writeChart(out, c)
		},
	}, &out)
}

func exportCommand() *cobra.Command {
	var out string
	var only []string
	var kind, tile string
	var o format.Options
	cmd := output(&cobra.Command{
		Use:   "export chart.json -o out.(" + strings.Join(format.Kinds(nil), "|") + ")",
		Short: "Write a chart as a drawing, a table or data",
		Args:  cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			as := out
			if kind != "" {
				as = "chart." + kind
			} else if out == "-" {
				return errors.New("standard output has no name that tells the format: add --format " + format.Listed(""))
			}
			f, err := format.Of(as)
			if err != nil {
				return err
			}
			if !(o.Scale >= 0 && o.Scale <= 10) {
				return fmt.Errorf("--scale %v: expected a number above 0, at most 10", o.Scale)
			}
			c, err := readChart(args[0])
			if err != nil {
				return err
			}
			if tile != "" {
				if o.Tile = paperNamed(tile); o.Tile == nil {
					return fmt.Errorf("--tile %q: expected %s", tile, strings.Join(paperNames(), ", "))
				}
			}
			if len(only) > 0 {
				o.Chosen = func(id string) bool { return slices.Contains(only, id) }
			}
			var b bytes.Buffer
			if err := format.Write(cmd.Context(), &b, f.Kind, c, o); err != nil {
				return err
			}
			if err := write(out, b.Bytes()); err != nil {
				return err
			}
			if words := scene.UnprintableWords(c); words != "" && f.Drawn {
				fmt.Fprintln(cmd.ErrOrStderr(), words)
			}
			return nil
		},
	}, &out)
	cmd.Flags().StringVar(&kind, "format", "", format.Listed("")+" (default: as the output file's name says)")
	cmd.Flags().StringVar(&o.Page, "page", "", "ID of the page (default: all pages, or the first)")
	cmd.Flags().StringSliceVar(&only, "only", nil, "IDs of the steps and connectors to draw (default: the whole page)")
	cmd.Flags().Float64Var(&o.Scale, "scale", 0, "pixels per CSS pixel, for PNG (default 2, less for a very large page)")
	cmd.Flags().StringVar(&tile, "tile", "", "for PDF: pages that are larger go on several sheets of that size, with marks where to cut")
	cmd.Flags().BoolVar(&o.Clear, "clear", false, "PNG with a transparent background")
	return cmd
}
