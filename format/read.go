package format

import (
	"errors"
	"fmt"
	"path/filepath"
	"slices"
	"strings"
	"unicode/utf8"

	"plaintracer/core/chart"
	"plaintracer/core/list"
	"plaintracer/format/csv"
)

// Read makes a chart of a file. fresh tells that nothing stands in its place yet: it is to be laid out. Errors say
// where the file is wrong.
func Read(name string, b []byte) (c *chart.Chart, fresh bool, err error) {
	ext := strings.ToLower(filepath.Ext(name))
	f, ok := Named(Kind(strings.TrimPrefix(ext, ".")))
	if !ok || !f.Opened() {
		return nil, false, fmt.Errorf("%q cannot be opened; expected one of these: %s", ext, OpenedWords(nil))
	}
	c, err = f.read(b, strings.TrimSuffix(filepath.Base(name), filepath.Ext(name)))
	return c, f.Fresh(), err
}

func readChart(b []byte, _ string) (*chart.Chart, error) { return chart.Unmarshal(b) }

func readText(b []byte, title string) (*chart.Chart, error) {
	if !utf8.Valid(b) {
		return nil, errors.New("the file is not UTF-8; save it as UTF-8 text")
	}
	return list.Read(string(b), title)
}

func readCSV(b []byte, title string) (*chart.Chart, error) {
	c, err := csv.Read(b, title)
	var other *csv.MissingColumn
	if errors.As(err, &other) && isTable(string(b)) { // with columns as offices call them
		return list.Read(string(b), title)
	}
	return c, err
}

// isTable reports whether cells stand below heads of which one says what is done.
func isTable(text string) bool {
	t, ok := list.ReadTable(text)
	return ok && t.Head != nil && slices.Contains(t.Roles, list.TextRole)
}
