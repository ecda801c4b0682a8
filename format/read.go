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

// Read makes a chart of a file: a chart (.json), a steps table (.csv) or steps as text (.txt). fresh
// tells that nothing stands in its place yet: it is to be laid out. Errors say where the file is wrong.
func Read(name string, b []byte) (c *chart.Chart, fresh bool, err error) {
	title := strings.TrimSuffix(filepath.Base(name), filepath.Ext(name))
	switch ext := strings.ToLower(filepath.Ext(name)); ext {
	case ".json":
		c, err = chart.Unmarshal(b)
		return c, false, err
	case ".csv":
		c, err = csv.Read(b, title)
		var other *csv.MissingColumn
		if errors.As(err, &other) && isTable(string(b)) { // with columns as offices call them
			c, err = list.Read(string(b), title)
		}
	case ".txt":
		if !utf8.Valid(b) {
			return nil, false, fmt.Errorf("the file is not UTF-8; save it as UTF-8 text")
		}
		c, err = list.Read(string(b), title)
	default:
		return nil, false, fmt.Errorf("%q cannot be opened; expected a steps table (.csv), steps as text (.txt) or a chart (.json)", ext)
	}
	return c, true, err
}

// isTable reports whether cells stand below heads of which one says what is done.
func isTable(text string) bool {
	t, ok := list.ReadTable(text)
	return ok && t.Head != nil && slices.Contains(t.Roles, list.TextRole)
}
