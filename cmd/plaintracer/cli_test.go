package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/number"
	"plaintracer/core/proof"
	"plaintracer/core/symbol"
	"plaintracer/demo"
	"plaintracer/format/outside"
)

// TestMain lets the test binary be the program itself.
func TestMain(m *testing.M) {
	if os.Getenv("PLAINTRACER_TEST_CLI") != "" || len(os.Args) > 1 && os.Args[1] == outside.Command {
		main()
		os.Exit(0)
	}
	os.Exit(m.Run())
}

func plaintracer(t *testing.T, stdin []byte, args ...string) (stdout, stderr string, code int) {
	t.Helper()
	cmd := exec.Command(os.Args[0], args...)
	cmd.Env = append(os.Environ(), "PLAINTRACER_TEST_CLI=1")
	var out, errs bytes.Buffer
	cmd.Stdin, cmd.Stdout, cmd.Stderr = bytes.NewReader(stdin), &out, &errs
	cmd.Run()
	return out.String(), errs.String(), cmd.ProcessState.ExitCode()
}

// Steps as text come out as they went in, to the byte.
func TestTextInAndOut(t *testing.T) {
	dir := t.TempDir()
	in := func(name string) string { return filepath.Join(dir, name) }
	text := "# Outgoing loans\n1. Borrower: Loan wanted\n2. Loans desk: Request complete?\n    yes -> 3\n    no ~> 1\n3. Store: Hand it out\n    form = L-1\n"
	if err := os.WriteFile(in("steps.txt"), []byte(text), 0o644); err != nil {
		t.Fatal(err)
	}
	for _, args := range [][]string{{"import", in("steps.txt"), "-o", in("c.json")}, {"export", in("c.json"), "-o", in("again.txt")}} {
		if _, errs, code := plaintracer(t, nil, args...); code != 0 || errs != "" {
			t.Fatalf("%v: exit %d, %s", args, code, errs)
		}
	}
	if b, err := os.ReadFile(in("again.txt")); err != nil || string(b) != text {
		t.Errorf("%v, %q", err, b)
	}
}

// What never ends is not read without end, by its name or through a pipe; a pipe that has a
// name is read like a file.
func TestReadsAreBounded(t *testing.T) {
	endless := bytes.Repeat([]byte("a step\n"), mostRead/7+1)
	for _, c := range []struct {
		stdin []byte
		name  string
		want  string
	}{
		{nil, "/dev/zero", "/dev/zero is a device; expected a file or a pipe"},
		{nil, t.TempDir(), "is a folder; expected a file"},
		{endless, "-", "-: more than 64 MB"},
		{endless, "/dev/stdin", "/dev/stdin: more than 64 MB"},
	} {
		for _, args := range [][]string{{"export", c.name, "--format", "svg"}, {"import", c.name}} {
			out, errs, code := plaintracer(t, c.stdin, args...)
			if code != 2 || out != "" || !strings.Contains(errs, c.want) {
				t.Errorf("%v: exit %d, %d bytes, %q", args, code, len(out), errs)
			}
		}
	}
	b, err := chart.Marshal(chart.New("Loans"))
	if err != nil {
		t.Fatal(err)
	}
	if out, errs, code := plaintracer(t, b, "number", "/dev/stdin"); code != 0 || out != string(b) {
		t.Errorf("exit %d, %q, %q", code, errs, out)
	}
}

// Steps 2.1 and 2.2 go on a page that step 2 opens, when that is wanted.
func TestImportLevels(t *testing.T) {
	dir := t.TempDir()
	in, out := filepath.Join(dir, "s.txt"), filepath.Join(dir, "c.json")
	if err := os.WriteFile(in, []byte("1. Log\n2. Check\n2.1 Look\n2.2 Stamp\n3. File\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	for pages, args := range map[int][]string{1: {"import", in, "-o", out}, 2: {"import", in, "--levels", "-o", out}} {
		if _, errs, code := plaintracer(t, nil, args...); code != 0 {
			t.Fatal(errs)
		}
		c, err := readChart(out)
		if err != nil || len(c.Pages) != pages {
			t.Errorf("%v: %d pages, %v", args, len(c.Pages), err)
		}
	}
}

// A table through the whole line, by files and by pipes.
func TestTableToDrawing(t *testing.T) {
	dir := t.TempDir()
	in := func(name string) string { return filepath.Join(dir, name) }
	if err := os.WriteFile(in("s.csv"), demo.Stocktake(), 0o644); err != nil {
		t.Fatal(err)
	}
	for _, args := range [][]string{
		{"import", in("s.csv"), "-o", in("c.json")},
		{"layout", in("c.json"), "-o", in("l.json"), "--dir", "right"},
		{"tidy", in("l.json"), "-o", in("t.json")},
		{"tidy", in("t.json"), "-o", in("t2.json")},
		{"tidy", in("t.json"), "-o", in("strict.json"), "--strict"},
		{"number", in("l.json"), "-o", in("n.json")},
		{"export", in("n.json"), "-o", in("x.geometry.json")},
		{"export", in("n.json"), "-o", in("x.svg")},
		{"export", in("n.json"), "-o", in("x.pdf")},
		{"export", in("n.json"), "-o", in("x.png")},
		{"export", in("n.json"), "-o", in("x.csv")},
	} {
		if _, errs, code := plaintracer(t, nil, args...); code != 0 || errs != "" {
			t.Fatalf("%v: exit %d, %s", args, code, errs)
		}
	}
	b, err := os.ReadFile(in("n.json"))
	if err != nil {
		t.Fatal(err)
	}
	c, err := chart.Unmarshal(b)
	if err != nil {
		t.Fatal(err)
	}
	// The demo's stocktake, as it is promised.
	p := c.Pages[0]
	decisions := 0
	for _, s := range p.Steps {
		if s.Symbol == "decision" {
			decisions++
		}
	}
	if len(p.Steps) != 200 || len(p.Lanes) != 6 || len(p.Connectors) < 260 || decisions != 40 {
		t.Errorf("%d steps, %d lanes, %d connectors, %d decisions", len(p.Steps), len(p.Lanes), len(p.Connectors), decisions)
	}
	num := map[string]string{}
	for _, s := range p.Steps {
		num[s.ID] = s.Number
	}
	back := 0
	for _, l := range p.Connectors {
		if len(num[l.From.Step]) > len(num[l.To.Step]) || len(num[l.From.Step]) == len(num[l.To.Step]) && num[l.From.Step] >= num[l.To.Step] {
			back++
		}
	}
	if back != 15 {
		t.Errorf("%d ways back, want 15", back)
	}
	if _, again := number.Page(p); again {
		t.Error("the numbers do not stand")
	}
	var g struct {
		Pages []struct {
			Steps      []struct{ X, Y, W, H float64 }
			Connectors []struct{ Points [][2]float64 }
		}
	}
	gb, _ := os.ReadFile(in("x.geometry.json"))
	if err := json.Unmarshal(gb, &g); err != nil || len(g.Pages[0].Steps) != 200 || len(g.Pages[0].Connectors) != len(p.Connectors) {
		t.Errorf("geometry: %v", err)
	}
	// What was tidied stays when it is tidied again, and strictly it is another page.
	laid, _ := os.ReadFile(in("l.json"))
	once, _ := os.ReadFile(in("t.json"))
	twice, _ := os.ReadFile(in("t2.json"))
	strict, _ := os.ReadFile(in("strict.json"))
	if bytes.Equal(laid, once) || !bytes.Equal(once, twice) || bytes.Equal(once, strict) {
		t.Errorf("tidied: %v, twice as once: %v, strictly something else: %v", !bytes.Equal(laid, once), bytes.Equal(once, twice), !bytes.Equal(once, strict))
	}
	// A part of it.
	if _, errs, code := plaintracer(t, nil, "export", in("n.json"), "-o", in("part.svg"), "--only", "s3,s4"); code != 0 {
		t.Fatalf("exit %d, %s", code, errs)
	}
	if part, _ := os.ReadFile(in("part.svg")); strings.Count(string(part), "data-step=") != 2 || strings.Contains(string(part), "data-lane=") {
		t.Error("the part holds other things than what was asked for")
	}
	out, errs, code := plaintracer(t, b, "number", "-", "-o", "-")
	if code != 0 || out != string(b) {
		t.Errorf("through pipes: exit %d, %s", code, errs)
	}
}

// Errors are one line that says what, where and what would be right; exit 2;
// no file is left behind.
func TestErrors(t *testing.T) {
	dir := t.TempDir()
	out := filepath.Join(dir, "out.json")
	good := filepath.Join(dir, "good.json")
	b, _ := chart.Marshal(chart.New("x"))
	os.WriteFile(good, b, 0o644)
	for _, c := range []struct {
		args []string
		in   string
		want string
	}{
		{[]string{"import", "-", "-o", out}, "number,lane,symbol,text,next\n1,,,A,9\n", "line 2, column next"},
		{[]string{"number", "-", "-o", out}, `{"format":"plain-tracer-chart","version":99}`, "$.version: 99"},
		{[]string{"tidy", "missing.json", "-o", out}, "", "missing.json"},
		{[]string{"layout", good, "-o", out, "--dir", "up"}, "", "right or down"},
		{[]string{"export", good, "-o", filepath.Join(dir, "x.doc")}, "", ".svg"},
		{[]string{"export", good, "-o", filepath.Join(dir, "x.svg"), "--page", "p9"}, "", `no page "p9"`},
		{[]string{"export", good, "-o", filepath.Join(dir, "x.svg"), "--only", "nobody"}, "", "nothing is selected"},
		{[]string{"number", filepath.Join(dir, "missing.json"), "-o", out}, "", "missing.json"},
		{[]string{"import", good, "-o", out}, "", ".csv"},
		{[]string{"demo", "--addr", "0.0.0.0:80"}, "", "loopback address"},
		{[]string{"wander"}, "", "wander"},
	} {
		_, errs, code := plaintracer(t, []byte(c.in), c.args...)
		if code != 2 || strings.Count(errs, "\n") != 1 || !strings.Contains(errs, c.want) {
			t.Errorf("%v: exit %d, %q, want %q", c.args, code, errs, c.want)
		}
	}
	left, _ := filepath.Glob(filepath.Join(dir, "*"))
	if len(left) != 1 {
		t.Errorf("left behind: %v", left)
	}
}

// Standard output takes any format; a file keeps its rights and a link its goal; what is
// wrong is one line and exit 2.
func TestOutput(t *testing.T) {
	dir := t.TempDir()
	in := func(name string) string { return filepath.Join(dir, name) }
	if err := os.WriteFile(in("s.csv"), []byte("number,lane,symbol,text,next\n1,,process,A,2\n2,,process,B,\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(in("kept.json"), nil, 0o640); err != nil {
		t.Fatal(err)
	}
	if err := os.Symlink("kept.json", in("link.json")); err != nil {
		t.Fatal(err)
	}
	if _, errs, code := plaintracer(t, nil, "import", in("s.csv"), "-o", in("link.json")); code != 0 {
		t.Fatal(errs)
	}
	if i, err := os.Lstat(in("link.json")); err != nil || i.Mode()&os.ModeSymlink == 0 {
		t.Errorf("the link is %v now", i.Mode())
	}
	if i, err := os.Stat(in("kept.json")); err != nil || i.Mode().Perm() != 0o640 || i.Size() == 0 {
		t.Errorf("the file has the rights %v and %d bytes", i.Mode(), i.Size())
	}
	for format, begins := range map[string]string{"svg": "<svg", "pdf": "%PDF", "csv": "number,", "json": "{"} {
		out, errs, code := plaintracer(t, nil, "export", in("kept.json"), "-o", "-", "--format", format)
		if code != 0 || !strings.HasPrefix(strings.TrimPrefix(out, "\uFEFF"), begins) {
			t.Errorf("%s to standard output: exit %d, %s, %.20q", format, code, errs, out)
		}
	}
	for _, args := range [][]string{{"export", in("kept.json"), "-o", "-"}, {"export", in("kept.json")}, {"export", "--wrong"}, {"layout", in("kept.json"), "--dir", "up"}, {"wrong"}, {"export", in("kept.json"), "-o", "-", "--format", "doc"}} {
		out, errs, code := plaintracer(t, nil, args...)
		if code != 2 || out != "" || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d, %q, %q", args, code, out, errs)
		}
	}
	if left, _ := filepath.Glob(in(".*")); len(left) > 0 {
		t.Errorf("left behind: %v", left)
	}
}

// A proof is told in words, as JSON and as SARIF; the exit code says whether something is wrong.
func TestProof(t *testing.T) {
	c := chart.New("Loans")
	p := c.Pages[0]
	for i, text := range []string{"Loan wanted", "Fit?", "Sign"} {
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, X: 100, Y: 100 + float64(i)*120, W: 112, H: 56, Text: text})
	}
	p.Steps[1].Symbol = symbol.Decision
	p.Connectors = []*chart.Connector{
		{ID: "c1", Meaning: chart.Flow, From: chart.End{Step: "s0"}, To: chart.End{Step: "s1"}},
		{ID: "c2", Meaning: chart.Flow, From: chart.End{Step: "s1"}, To: chart.End{Step: "s2"}},
	}
	write := func() []byte {
		b, err := chart.Marshal(c)
		if err != nil {
			t.Fatal(err)
		}
		return b
	}
	wrong := write()
	out, errs, code := plaintracer(t, wrong, "proof", "/dev/stdin")
	if code != 1 || errs != "" || !strings.Contains(out, "wrong     'Fit?' is a decision with one way out: it decides nothing.  (page 1, one-way-out)\n") || !strings.Contains(out, "1 wrong, 0 doubtful, 0 of style.") {
		t.Errorf("exit %d, %q, %q", code, out, errs)
	}
	out, _, code = plaintracer(t, wrong, "proof", "--json", "/dev/stdin")
	var said struct {
		Findings []proof.Finding
		Figures  proof.Figures
	}
	if err := json.Unmarshal([]byte(out), &said); err != nil || code != 1 || len(said.Findings) != 1 || said.Findings[0].ID != "s1" || said.Figures.Steps != 3 {
		t.Errorf("exit %d, %v: %s", code, err, out)
	}
	out, _, code = plaintracer(t, wrong, "proof", "--sarif", "/dev/stdin")
	var log struct {
		Version string
		Runs    []struct {
			Tool struct {
				Driver struct{ Rules []struct{ ID string } }
			}
			Results []struct {
				RuleID    string
				RuleIndex int
				Level     string
			}
		}
	}
	if err := json.Unmarshal([]byte(out), &log); err != nil || code != 1 || log.Version != "2.1.0" || len(log.Runs) != 1 || len(log.Runs[0].Results) != 1 {
		t.Fatalf("exit %d, %v: %s", code, err, out)
	}
	r := log.Runs[0].Results[0]
	if r.Level != "error" || log.Runs[0].Tool.Driver.Rules[r.RuleIndex].ID != r.RuleID {
		t.Errorf("%+v", r)
	}
	c.Waived = []chart.Waiver{{Rule: "one-way-out", Reason: "a gate that is always open"}}
	if out, _, code = plaintracer(t, write(), "proof", "/dev/stdin"); code != 0 || !strings.Contains(out, "waived    one-way-out: a gate that is always open") {
		t.Errorf("waived: exit %d, %s", code, out)
	}
	if _, errs, code = plaintracer(t, []byte("no chart"), "proof", "/dev/stdin"); code != 2 || errs == "" {
		t.Errorf("no chart: exit %d, %q", code, errs)
	}
}

// docs/proof-rules.md has every rule, under its name, with its severity and its source.
func TestProofRulesAreTold(t *testing.T) {
	b, err := os.ReadFile("../../docs/proof-rules.md")
	if err != nil {
		t.Fatal(err)
	}
	at := 0
	for _, r := range proof.Rules() {
		head := fmt.Sprintf("## %s\n%s. *%s; source: %s.*\n", r.Name, r.Words, r.Severity, r.Source)
		i := strings.Index(string(b), head)
		if i < at {
			t.Errorf("%s is not there, or not in its order: %q", r.Name, head)
			continue
		}
		at = i
	}
	if n := strings.Count(string(b), "\n## "); n != len(proof.Rules()) {
		t.Errorf("it has %d rules, there are %d", n, len(proof.Rules()))
	}
}
