package csv

import "strings"

// A spreadsheet takes a cell that begins with one of these for a formula, and runs it
// (OWASP, 'CSV Injection'), also in full width or behind a line break. An apostrophe before it makes it text; reading takes that
// away again, so that the table comes back exact.
const formulaStarts = "=+-@\t\r\n＝＋－＠"

// harmless writes a cell that no spreadsheet runs.
func harmless(cell string) string {
	if strings.IndexAny(strings.TrimLeft(cell, "'"), formulaStarts) == 0 {
		return "'" + cell
	}
	return cell
}

// meant is the cell as it was before harmless.
func meant(cell string) string {
	if rest, ok := strings.CutPrefix(cell, "'"); ok && strings.IndexAny(strings.TrimLeft(rest, "'"), formulaStarts) == 0 {
		return rest
	}
	return cell
}
