// Package csv reads and writes the steps table (RFC 4180, UTF-8, with a header
// row): number,lane,symbol,text,next, then data and any further columns, which
// are fields. docs/file-format.md tells it whole.
package csv

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"unicode/utf8"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

var head = []string{"number", "lane", "symbol", "text", "next"}

// row is a line of the table; n is its line in the file.
type row struct {
	n                       int
	key, lane, symbol, text string
	next, data              string
	pool, within, stage     string
	fields                  []chart.Field
}

// Read makes a chart of one page out of a steps table. Steps stand in rows;
// layout gives them their places. Errors name the line and the column.
func Read(b []byte, name string) (*chart.Chart, error) {
	rows, err := parse(b)
	if err != nil {
		return nil, err
	}
	if len(rows) > chart.MaxSteps {
		return nil, fmt.Errorf("the table has %d rows; a page can have at most %d steps", len(rows), chart.MaxSteps)
	}
	c := chart.New(name)
	p := c.Pages[0]
	p.Title = name
	ids := map[string]string{}
	bands := newBands(p)
	lanes := make([]string, len(rows))
	for i, r := range rows {
		if r.key == "" {
			return nil, fmt.Errorf("line %d, column number: it is empty; expected the row's key, such as 4 or R1", r.n)
		}
		if ids[r.key] != "" {
			return nil, fmt.Errorf("line %d, column number: %q appears twice; each row needs a key of its own", r.n, r.key)
		}
		ids[r.key] = fmt.Sprintf("s%d", i+1)
		lanes[i] = bands.lane(r)
	}
	lines := 0
	type read struct { // of a store, in line n
		n   int
		key string
	}
	var reads []read
	for i, r := range rows {
		ways, err := parseNext(r)
		if err != nil {
			return nil, err
		}
		kind, err := kindOf(r, len(ways))
		if err != nil {
			return nil, err
		}
		info, _ := symbol.Of(kind)
		p.Steps = append(p.Steps, &chart.Step{ID: ids[r.key], Symbol: kind, Lane: lanes[i], Text: r.text, Number: r.key,
			X: 80 + float64(i%6)*170, Y: 20 + float64(i/6)*110*float64(b2i(lanes[i] == "")), W: info.W, H: info.H, Fields: r.fields})
		join := func(col, to string, m chart.Meaning, label string) error {
			if ids[to] == "" {
				return fmt.Errorf("line %d, column %s: there is no row %q; expected the number of a row of this table", r.n, col, to)
			}
			lines++
			l := &chart.Connector{ID: fmt.Sprintf("c%d", lines), From: chart.End{Step: ids[r.key]}, To: chart.End{Step: ids[to]}, Meaning: m}
			if label != "" {
				l.Labels = []chart.Label{{Text: label}}
			}
			p.Connectors = append(p.Connectors, l)
			return nil
		}
		for _, w := range ways {
			m := chart.Flow
			if kind.Beside() {
				m = chart.Note
			}
			if err := join("next", w.to, m, w.label); err != nil {
				return nil, err
			}
		}
		for _, to := range split(r.data) {
			if err := join("data", bare(to), chart.Data, ""); err != nil {
				return nil, err
			}
			reads = append(reads, read{r.n, bare(to)})
		}
	}
	if len(p.Lanes) > 0 && slices.ContainsFunc(rows, func(r row) bool { return r.stage != "" }) {
		bands.stage(rows, p.Steps)
	}
	steps := p.StepsByID()
	for _, d := range reads {
		if !steps[ids[d.key]].Symbol.Store() {
			return nil, fmt.Errorf(
				"line %d, column data: row %q is not a store; expected rows whose symbol is stored data, direct access storage or internal storage",
				d.n,
				d.key,
			)
		}
	}
	if err := c.Check(); err != nil {
		return nil, err
	}
	return c, nil
}

func b2i(b bool) int {
	if b {
		return 1
	}
	return 0
}

// MissingColumn says that the first line has not all the columns of a steps table: the file may be another table.
type MissingColumn struct{ Name string }

func (m *MissingColumn) Error() string {
	return fmt.Sprintf("line 1: the column %q is missing; expected the header row %s", m.Name, strings.Join(head, ","))
}

func parse(b []byte) ([]row, error) {
	b = bytes.TrimPrefix(b, []byte("\xef\xbb\xbf"))
	if !utf8.Valid(b) {
		n := 1
		for rest := b; len(rest) > 0; {
			r, size := utf8.DecodeRune(rest)
			if r == utf8.RuneError && size == 1 {
				break
			}
			if r == '\n' {
				n++
			}
			rest = rest[size:]
		}
		return nil, fmt.Errorf("line %d: the file is not UTF-8; save it as UTF-8 text", n)
	}
	rd := csv.NewReader(bytes.NewReader(b))
	rd.FieldsPerRecord = -1
	first, err := rd.Read()
	if err != nil {
		if errors.Is(err, io.EOF) {
			return nil, fmt.Errorf("line 1: the file is empty; expected the header row %s", strings.Join(head, ","))
		}
		return nil, place(err)
	}
	col := map[string]int{}
	for i, h := range first {
		h = strings.TrimSpace(meant(h))
		if _, twice := col[strings.ToLower(h)]; twice {
			return nil, fmt.Errorf("line 1: the column %q is there twice", h)
		}
		col[strings.ToLower(h)] = i
		first[i] = h
	}
	for _, h := range head {
		if _, ok := col[h]; !ok {
			return nil, &MissingColumn{h}
		}
	}
	var out []row
	for {
		rec, err := rd.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return nil, place(err)
		}
		n, _ := rd.FieldPos(0)
		if len(rec) > len(first) {
			return nil, fmt.Errorf("line %d: %d cells, but the header has %d; put a cell with a comma in double quotes", n, len(rec), len(first))
		}
		for i := range rec {
			rec[i] = meant(rec[i])
		}
		get := func(name string) string {
			if i, ok := col[name]; ok && i < len(rec) {
				return rec[i]
			}
			return ""
		}
		r := row{n: n, key: strings.TrimSpace(get("number")), lane: strings.TrimSpace(get("lane")), symbol: strings.TrimSpace(get("symbol")),
			text: get("text"), next: get("next"), data: get("data"),
			pool: strings.TrimSpace(get(poolColumn)), within: strings.TrimSpace(get(withinColumn)), stage: strings.TrimSpace(get(stageColumn))}
		for i, h := range first {
			switch strings.ToLower(h) {
			case "number", "lane", "symbol", "text", "next", "data", poolColumn, withinColumn, stageColumn:
				continue
			}
			if i < len(rec) && rec[i] != "" && h != "" {
				r.fields = append(r.fields, chart.Field{Name: h, Value: rec[i]})
			}
		}
		out = append(out, r)
	}
	return out, nil
}

// place puts a CSV error into the words of ours.
func place(err error) error {
	var pe *csv.ParseError
	if errors.As(err, &pe) {
		return fmt.Errorf(
			"line %d, character %d: %v; a cell with quotes begins and ends with one and doubles those inside",
			pe.Line,
			pe.Column,
			pe.Err,
		)
	}
	return err
}

type way struct{ label, to string }

// parseNext reads "4" or "yes: 5; no: 7". A key or a label with ; or : in it
// stands in double quotes.
func parseNext(r row) ([]way, error) {
	var out []way
	for _, part := range split(r.next) {
		w := way{to: part}
		if i := cut(part, ':'); i >= 0 {
			w.label, w.to = bare(part[:i]), bare(part[i+1:])
		} else {
			w.to = bare(part)
		}
		if w.to == "" {
			return nil, fmt.Errorf("line %d, column next: %q leads nowhere; expected 4, or yes: 5; no: 7", r.n, part)
		}
		out = append(out, w)
	}
	return out, nil
}

// split cuts at semicolons that are not in double quotes.
func split(s string) []string {
	var out []string
	for {
		i := cut(s, ';')
		part := s
		if i >= 0 {
			part, s = s[:i], s[i+1:]
		}
		if part = strings.TrimSpace(part); part != "" {
			out = append(out, part)
		}
		if i < 0 {
			return out
		}
	}
}

// cut finds the last sep for ':' and the first for ';', outside quotes.
func cut(s string, sep rune) int {
	at, quoted := -1, false
	for i, r := range s {
		switch {
		case r == '"':
			quoted = !quoted
		case r == sep && !quoted:
			at = i
			if sep == ';' {
				return at
			}
		}
	}
	return at
}

func bare(s string) string {
	s = strings.TrimSpace(s)
	if len(s) >= 2 && s[0] == '"' && s[len(s)-1] == '"' {
		return strings.ReplaceAll(s[1:len(s)-1], `""`, `"`)
	}
	return s
}

func quoted(s string) string {
	if strings.ContainsAny(s, `;:"`) || strings.TrimSpace(s) != s {
		return `"` + strings.ReplaceAll(s, `"`, `""`) + `"`
	}
	return s
}

func kindOf(r row, ways int) (symbol.Kind, error) {
	if r.symbol == "" {
		if strings.HasSuffix(strings.TrimSpace(r.text), "?") || ways > 1 {
			return symbol.Decision, nil
		}
		return symbol.Process, nil
	}
	want := strings.ToLower(strings.ReplaceAll(r.symbol, " ", "-"))
	var names []string
	for _, i := range symbol.All() {
		if want == string(i.Kind) || strings.EqualFold(r.symbol, i.Name) {
			return i.Kind, nil
		}
		names = append(names, string(i.Kind))
	}
	return "", fmt.Errorf("line %d, column symbol: there is no symbol %q; expected one of %s", r.n, r.symbol, strings.Join(names, ", "))
}

// Write writes the steps table of a page.
func Write(w io.Writer, p *chart.Page) error {
	keys := rowKeys(p)
	var names []string
	seen := map[string]bool{}
	for _, s := range p.Steps {
		for _, f := range s.Fields {
			if !seen[f.Name] {
				seen[f.Name] = true
				names = append(names, f.Name)
			}
		}
	}
	out := csv.NewWriter(w)
	out.UseCRLF = true
	bandNames, bandsOf := bandCells(p)
	first := append(append(append([]string{}, head...), "data"), bandNames...)
	for _, n := range names {
		first = append(first, harmless(n))
	}
	out.Write(first)
	steps, next, data := p.StepsByID(), map[string][]string{}, map[string][]string{}
	for _, c := range p.Connectors {
		if c.From.Loose() || c.To.Loose() {
			continue
		}
		from, to := c.From.Step, quoted(keys[c.To.Step])
		switch {
		case c.Meaning == chart.Data && steps[c.To.Step].Symbol.Store():
			data[from] = append(data[from], to)
		case c.Meaning != chart.Data:
			if o := c.Outcome(); o != "" {
				to = quoted(o) + ": " + to
			}
			next[from] = append(next[from], to)
		}
	}
	for _, c := range p.Connectors { // read from a store: the same column, after what is written
		if c.Meaning == chart.Data && !c.From.Loose() && !c.To.Loose() && steps[c.From.Step].Symbol.Store() && !steps[c.To.Step].Symbol.Store() {
			data[c.To.Step] = append(data[c.To.Step], quoted(keys[c.From.Step]))
		}
	}
	for _, s := range p.Steps {
		lane := ""
		if l := p.Lane(s.Lane); l != nil {
			lane = l.Name
		}
		rec := []string{keys[s.ID], lane, string(s.Symbol), s.Text, strings.Join(next[s.ID], "; "), strings.Join(data[s.ID], "; ")}
		rec = append(rec, bandsOf(s)...)
		for _, n := range names {
			v := ""
			for _, f := range s.Fields {
				if f.Name == n {
					v = f.Value
				}
			}
			rec = append(rec, v)
		}
		for i := range rec {
			rec[i] = harmless(rec[i])
		}
		out.Write(rec)
	}
	out.Flush()
	return out.Error()
}

// rowKeys gives each step its number as key, and one of its own to those
// without or with a number that is taken.
func rowKeys(p *chart.Page) map[string]string {
	keys, taken := map[string]string{}, map[string]bool{}
	for _, s := range p.Steps {
		if s.Number != "" && !taken[s.Number] {
			keys[s.ID], taken[s.Number] = s.Number, true
		}
	}
	n := 0
	for _, s := range p.Steps {
		for keys[s.ID] == "" {
			n++
			if k := fmt.Sprintf("R%d", n); !taken[k] {
				keys[s.ID], taken[k] = k, true
			}
		}
	}
	return keys
}
