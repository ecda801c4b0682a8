package list

import (
	"strings"
	"testing"
)

// A line or a cell of millions of letters is refused by its length, before anything is made of it.
func TestLongLines(t *testing.T) {
	long := strings.Repeat("a", 5_000_000)
	for text, says := range map[string]string{
		"1. Ask\n2. " + long:                    "line 2 has 5000003 letters; a line can have at most 20000",
		"step\ttext\n1\tAsk\n2\t" + long + "\n": "letters; a",
	} {
		if _, err := Read(text, "x"); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%.60q: %.200v", text, err)
		}
	}
	tab := Table{Roles: []Role{TextRole}, Rows: [][]string{{"Ask"}, {long}}}
	if _, err := tab.Page(func(kind string) string { return kind }); err == nil || !strings.Contains(err.Error(), "row 2 has a cell of 5000000 letters") {
		t.Errorf("%.200v", err)
	}
	if _, err := Read("1. "+strings.Repeat("word ", 300)+"\n2. Ask\n", "x"); err != nil {
		t.Error(err)
	}
}
