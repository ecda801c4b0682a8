package csv

import (
	"bytes"
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

const table = "number,lane,symbol,text,next,data,owner\r\n" +
	"1,Desk,terminator,Start,2,,\r\n" +
	"2,Desk,,\"Log it, all\",3,R1,Ines\r\n" +
	"3,Panel,,Agreed?,yes: 4; no: 2,,\r\n" +
	"4,Desk,,Two ways,5; 2,,\r\n" +
	"5,Desk,terminator,End,,,\r\n" +
	"R1,Desk,stored data,Register,,,\r\n"

func TestRead(t *testing.T) {
	c, err := Read([]byte("\xef\xbb\xbf"+table), "Loans")
	if err != nil {
		t.Fatal(err)
	}
	p := c.Pages[0]
	if len(p.Steps) != 6 || len(p.Lanes) != 2 || len(p.Connectors) != 7 {
		t.Fatalf("%d steps, %d lanes, %d connectors", len(p.Steps), len(p.Lanes), len(p.Connectors))
	}
	for i, k := range []symbol.Kind{symbol.Terminator, symbol.Process, symbol.Decision, symbol.Decision, symbol.Terminator, symbol.StoredData} {
		if p.Steps[i].Symbol != k {
			t.Errorf("row %d is a %s, want %s", i+1, p.Steps[i].Symbol, k)
		}
	}
	if f := p.Steps[1].Fields; len(f) != 1 || f[0] != (chart.Field{Name: "owner", Value: "Ines"}) {
		t.Errorf("fields %v", f)
	}
	if p.Steps[1].Text != "Log it, all" {
		t.Errorf("text %q", p.Steps[1].Text)
	}
	if yes, no := p.Connectors[3], p.Connectors[4]; yes.Outcome() != "yes" || yes.To.Step != "s4" || no.Outcome() != "no" || no.To.Step != "s2" {
		t.Errorf("outcomes %+v, %+v", yes, no)
	}
	data := 0
	for _, l := range p.Connectors {
		if l.Meaning == chart.Data {
			data++
		}
	}
	if data != 1 {
		t.Errorf("%d data connectors", data)
	}
}

// What is exported is read back as the same table.
func TestRoundTrip(t *testing.T) {
	c, err := Read([]byte(table), "Loans")
	if err != nil {
		t.Fatal(err)
	}
	c.Pages[0].Connectors[0].Labels = []chart.Label{{Text: `a; b: "c"`}}
	var once, twice bytes.Buffer
	if err := Write(&once, c.Pages[0]); err != nil {
		t.Fatal(err)
	}
	d, err := Read(once.Bytes(), "Loans")
	if err != nil {
		t.Fatalf("%v in\n%s", err, once.String())
	}
	if got := d.Pages[0].Connectors[0].Outcome(); got != `a; b: "c"` {
		t.Errorf("label %q", got)
	}
	if err := Write(&twice, d.Pages[0]); err != nil {
		t.Fatal(err)
	}
	if once.String() != twice.String() {
		t.Errorf("\n%s\n%s", once.String(), twice.String())
	}
	if !strings.HasPrefix(once.String(), "number,lane,symbol,text,next,data,owner\r\n") {
		t.Errorf("header %q", strings.SplitN(once.String(), "\n", 2)[0])
	}
}

func TestErrors(t *testing.T) {
	const h = "number,lane,symbol,text,next\r\n"
	for _, c := range []struct{ in, want string }{
		{"", "line 1: the file is empty"},
		{"a,b\r\n1,2\r\n", `line 1: the column "number" is missing`},
		{"number,Number,lane,symbol,text,next\r\n", "twice"},
		{h + "1,,process,A,9\r\n", `line 2, column next: there is no row "9"`},
		{h + "1,,wombat,A,\r\n", `line 2, column symbol: there is no symbol "wombat"`},
		{h + "1,,,A,2\r\n1,,,B,\r\n", `line 3, column number: "1" appears twice`},
		{h + ",,,A,\r\n", "line 2, column number: it is empty"},
		{h + "1,,,\"A,\r\n", "line 2"},
		{h + "1,,,A,,,,,\r\n", "line 2: 9 cells, but the header has 5"},
		{h + "1,,,A,yes:\r\n", "leads nowhere"},
		{"number,lane,symbol,text,next,data\r\n1,,,A,,2\r\n2,,,B,,\r\n", `line 2, column data: row "2" is not a store`},
		{h + "1,,,\xff\xfe,\r\n", "line 2: the file is not UTF-8"},
	} {
		_, err := Read([]byte(c.in), "x")
		if err == nil || !strings.Contains(err.Error(), c.want) {
			t.Errorf("%q: %v, want %q", c.in, err, c.want)
		}
	}
}

func FuzzRead(f *testing.F) {
	f.Add([]byte(table))
	f.Add([]byte("number,lane,symbol,text,next\n1,\"a\nb\",,\"x\"\"y\",\"a;b\": 1; 1\n"))
	f.Fuzz(func(t *testing.T, b []byte) {
		c, err := Read(b, "x")
		if err != nil {
			return
		}
		var out bytes.Buffer
		if err := Write(&out, c.Pages[0]); err != nil {
			t.Fatal(err)
		}
		d, err := Read(out.Bytes(), "x")
		if err != nil {
			t.Fatalf("what was written cannot be read: %v\n%q", err, out.String())
		}
		if len(d.Pages[0].Steps) != len(c.Pages[0].Steps) || len(d.Pages[0].Connectors) != len(c.Pages[0].Connectors) {
			t.Fatalf("read back, steps or connectors are missing\n%q", out.String())
		}
	})
}

// What a spreadsheet would run is made harmless, and comes back exact.
func TestFormulasAreHarmless(t *testing.T) {
	for cell, want := range map[string]string{"=1+1": "'=1+1", "＝1+1": "'＝1+1", "\n=1": "'\n=1", "+44 20": "'+44 20", "-5": "'-5", "@sum": "'@sum", "\tx": "'\tx", "'=x": "''=x", "''-": "'''-", "'tis": "'tis", "Plain": "Plain", "": "", "a=b": "a=b", "'": "'"} {
		got := harmless(cell)
		if got != want || meant(got) != cell {
			t.Errorf("%q is written as %q and read as %q", cell, got, meant(got))
		}
	}
	c, err := Read([]byte("number,lane,symbol,text,next,data,Cost\r\n1,,,Ask,2,,\r\n2,,,Pay,,,\r\n"), "x")
	if err != nil {
		t.Fatal(err)
	}
	p := c.Pages[0]
	p.Steps[0].Text, p.Steps[1].Text = "=HYPERLINK(\"x\")", "'-1"
	p.Steps[1].Fields = []chart.Field{{Name: "=Cost", Value: "+12"}}
	var b bytes.Buffer
	if err := Write(&b, p); err != nil {
		t.Fatal(err)
	}
	for _, line := range strings.Split(b.String(), "\r\n") {
		for _, cell := range strings.Split(line, ",") {
			if cell = strings.Trim(cell, "\""); cell != "" && strings.ContainsRune(formulaStarts, rune(cell[0])) {
				t.Errorf("a cell is %q", cell)
			}
		}
	}
	again, err := Read(b.Bytes(), "x")
	if err != nil {
		t.Fatal(err)
	}
	q := again.Pages[0]
	if q.Steps[0].Text != p.Steps[0].Text || q.Steps[1].Text != p.Steps[1].Text || len(q.Steps[1].Fields) != 1 || q.Steps[1].Fields[0] != p.Steps[1].Fields[0] {
		t.Errorf("read again: %+v, %+v", q.Steps[0], q.Steps[1])
	}
}

// A table of more rows than a page takes is refused before anything is done with it.
func TestTooManyRows(t *testing.T) {
	var b strings.Builder
	b.WriteString("number,lane,symbol,text,next\n")
	for i := range chart.MaxSteps + 1 {
		fmt.Fprintf(&b, "%d,,,Do it,\n", i)
	}
	if _, err := Read([]byte(b.String()), "x"); err == nil || !strings.Contains(err.Error(), "the table has 10001 rows; a page can have at most 10000 steps") {
		t.Errorf("it is %v", err)
	}
}
