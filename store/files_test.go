package store

import (
	"bytes"
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
	"io"
	"io/fs"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/pressly/goose/v3"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// sendFile keeps a file of a person's.
func sendFile(t *testing.T, s *Store, p Person, body string) chart.File {
	t.Helper()
	id, err := s.AddFile(p.ID, "text/plain", []byte(body))
	if err != nil {
		t.Fatal(err)
	}
	return chart.File{ID: id, Name: "form", Type: "text/plain", Size: len(body)}
}

// withFiles is a chart with files on its one step, and a picture on another when it has one.
func withFiles(picture *chart.File, files ...chart.File) *chart.Chart {
	c := chart.New("Loans")
	c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: "s1", Symbol: symbol.Process, X: 100, Y: 100, W: 112, H: 56, Files: files})
	if picture != nil {
		c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: "s2", Symbol: symbol.Picture, X: 300, Y: 100, W: 112, H: 56, Picture: picture})
	}
	return c
}

// attach puts files on a step, and tells what the answer was.
func attach(t *testing.T, s *Store, p Person, id, window string, files ...chart.File) Result {
	t.Helper()
	cmd := chart.Command{Words: "attach", Parts: []chart.Part{{Do: "step.set", Page: "p1", ID: "s1", Files: &files}}}
	res, _, err := s.Append(id, p.ID, window, []Incoming{{1, cmd}}, func([]Logged) {})
	if err != nil {
		t.Fatal(err)
	}
	return res[0]
}

// kept are those of the files that are still there.
func kept(s *Store, of ...chart.File) (out []chart.File) {
	for _, f := range of {
		if _, _, err := s.File(f.ID); err == nil {
			out = append(out, f)
		}
	}
	return out
}

// longAgo has the files sent before somebody's time to put them on a step ended.
func longAgo(t *testing.T, s *Store, but string) {
	t.Helper()
	if _, err := s.w.Exec(`UPDATE file_uploads SET at = at - ? WHERE file <> ?`, 2*fresh.Milliseconds(), but); err != nil {
		t.Fatal(err)
	}
}

// Files go with the last chart that names them, and not before; one that was just sent may be about to
// be named.
func TestDestroyTakesFilesAlong(t *testing.T) {
	s, _, p := opened(t)
	shared, alone, taken, sent := sendFile(t, s, p, "both"), sendFile(t, s, p, "one"), sendFile(t, s, p, "taken off again"), sendFile(t, s, p, "new")
	a, err := s.AddChart(p.ID, withFiles(&taken, shared, alone, taken, sent))
	if err != nil {
		t.Fatal(err)
	}
	b, err := s.AddChart(p.ID, withFiles(nil, shared))
	if err != nil {
		t.Fatal(err)
	}
	if r := attach(t, s, p, a, "window", shared, alone); r.Refused != "" {
		t.Fatal(r)
	}
	longAgo(t, s, sent.ID)
	for _, k := range []struct {
		gone         string
		before, then []chart.File
	}{{a, []chart.File{shared, alone, taken, sent}, []chart.File{shared, sent}}, {b, []chart.File{shared, sent}, []chart.File{sent}}} {
		if err := s.Bin(k.gone, true); err != nil {
			t.Fatal(err)
		}
		if got := kept(s, shared, alone, taken, sent); !slices.Equal(got, k.before) {
			t.Errorf("in the bin: %v", got)
		}
		if err := s.Destroy(k.gone); err != nil {
			t.Fatal(err)
		}
		if got := kept(s, shared, alone, taken, sent); !slices.Equal(got, k.then) {
			t.Errorf("destroyed: %v", got)
		}
	}
}

// Files that nobody put on a step go after their time, without any chart being destroyed, and no longer count; what was
// taken off again stays for undo.
func TestUnusedFilesGo(t *testing.T) {
	s, _, p := opened(t)
	never, taken := sendFile(t, s, p, "never attached"), sendFile(t, s, p, "taken off again")
	id, err := s.AddChart(p.ID, withFiles(nil, taken))
	if err != nil {
		t.Fatal(err)
	}
	attach(t, s, p, id, "window")
	if err := s.tidy(); err != nil || len(kept(s, never, taken)) != 2 {
		t.Errorf("in their time: %v, %v", kept(s, never, taken), err)
	}
	longAgo(t, s, "")
	ctx, end := context.WithCancel(t.Context())
	end()
	s.Tidy(ctx, func(err error) { t.Error(err) })
	if got := kept(s, never, taken); !slices.Equal(got, []chart.File{taken}) {
		t.Errorf("after it: %v", got)
	}
	if r := attach(t, s, p, id, "window two", taken); r.Refused != "" {
		t.Errorf("undo: %v", r)
	}
}

// Who knows the id of a file, as exported charts contain it, cannot open it by that: not in a new chart, nor by a
// command, before its owner has destroyed it and after.
func TestFilesOfOthers(t *testing.T) {
	s, _, mara := opened(t)
	tove, err := s.AddPerson("tove@saltmarsh.example", "Tove Berg", "another password")
	if err != nil {
		t.Fatal(err)
	}
	secret, logo := sendFile(t, s, mara, "insurance values"), sendFile(t, s, mara, "logo")
	hers, err := s.AddChart(mara.ID, withFiles(&logo, secret))
	if err != nil {
		t.Fatal(err)
	}
	copied := withFiles(&logo, secret)
	if left, err := s.Missing(tove.ID, copied); err != nil || len(left) != 2 {
		t.Errorf("missing: %v, %v", left, err)
	}
	his, err := s.AddChart(tove.ID, copied)
	if err != nil {
		t.Fatal(err)
	}
	c, _, err := s.Chart(his)
	if err != nil || len(c.Files()) != 0 {
		t.Errorf("his chart names %v, %v", c.Files(), err)
	}
	page := withFiles(&logo).Pages[0]
	page.ID, page.Steps[0].ID, page.Steps[1].ID = "p2", "s3", "s4"
	step := &chart.Step{ID: "s5", Symbol: symbol.Process, X: 500, Y: 100, W: 112, H: 56, Files: []chart.File{secret}}
	for i, part := range []chart.Part{
		{Do: "step.set", Page: "p1", ID: "s1", Files: &[]chart.File{secret}},
		{Do: "step.set", Page: "p1", ID: "s2", Picture: &logo},
		{Do: "step.add", Page: "p1", Step: step},
		{Do: "page.add", NewPage: page},
	} {
		res, _, err := s.Append(his, tove.ID, "window", []Incoming{{i + 1, chart.Command{Words: "attach", Parts: []chart.Part{part}}}}, func([]Logged) {})
		if err != nil || !strings.Contains(res[0].Refused, "attach the file itself") {
			t.Errorf("%s: %v, %v", part.Do, res, err)
		}
	}
	if r := attach(t, s, mara, hers, "window", secret); r.Refused != "" {
		t.Errorf("her own: %v", r)
	}
	// Sent by him as well it is his, and stays when hers goes.
	same := sendFile(t, s, tove, "insurance values")
	if r := attach(t, s, tove, his, "window two", same); r.Refused != "" {
		t.Errorf("sent by himself: %v", r)
	}
	if err := errors.Join(s.Bin(hers, true), s.Destroy(hers)); err != nil {
		t.Fatal(err)
	}
	longAgo(t, s, "")
	if err := s.tidy(); err != nil || !slices.Equal(kept(s, secret, logo), []chart.File{secret}) {
		t.Errorf("hers destroyed: %v, %v", kept(s, secret, logo), err)
	}
}

// A copy of a step keeps its files on another chart of the same person.
func TestFilesAreSeenOnOnesOwnCharts(t *testing.T) {
	s, _, p := opened(t)
	f := sendFile(t, s, p, "form 7")
	if _, err := s.AddChart(p.ID, withFiles(nil, f)); err != nil {
		t.Fatal(err)
	}
	longAgo(t, s, "")
	if err := s.tidy(); err != nil {
		t.Fatal(err)
	}
	other, err := s.AddChart(p.ID, withFiles(nil))
	if err != nil {
		t.Fatal(err)
	}
	if r := attach(t, s, p, other, "window", f); r.Refused != "" {
		t.Error(r)
	}
}

// While a chart with a long log is taken away for good, others write between its steps; what a program that ended left
// of one goes later.
func TestDestroyedInSteps(t *testing.T) {
	s, dir, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("Long"))
	if err != nil {
		t.Fatal(err)
	}
	fill := func() {
		t.Helper()
		if _, err := s.w.Exec(`WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ?)
			INSERT INTO commands (chart, seq, client, n, person, body, at) SELECT ?, i, 'seed', i, ?, CASE WHEN i <= 3 THEN zeroblob(?) ELSE '{}' END, 0 FROM n`,
			3*someRows, id, p.ID, someBytes); err != nil {
			t.Fatal(err)
		}
	}
	fill()
	if err := s.Bin(id, true); err != nil {
		t.Fatal(err)
	}
	if _, err := s.w.Exec(`CREATE TEMP TABLE deletions (n); CREATE TEMP TRIGGER one AFTER DELETE ON main.commands BEGIN INSERT INTO deletions VALUES (OLD.seq); END`); err != nil {
		t.Fatal(err)
	}
	if _, err := s.w.Exec(`CREATE TEMP TRIGGER ended AFTER DELETE ON main.commands WHEN OLD.seq = 4 BEGIN SELECT RAISE(ABORT, 'the program ends'); END`); err != nil {
		t.Fatal(err)
	}
	if err := s.Destroy(id); err == nil {
		t.Fatal("it was not ended")
	}
	var n int
	if err := s.w.QueryRow(`SELECT count(*) FROM deletions`).Scan(&n); err != nil || n < 1 || n > 3 {
		t.Errorf("%d rows of %d MB each were deleted before the step that was ended: %v", n, someBytes>>20, err)
	}
	if err := s.Bin(id, false); !errors.Is(err, ErrNone) {
		t.Errorf("half of it came back out of the bin: %v", err)
	}
	s.Close()
	if s, err = Open(dir); err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if err := s.tidy(); err != nil {
		t.Fatal(err)
	}
	for _, table := range []string{"charts", "commands"} {
		if err := s.r.QueryRow(`SELECT count(*) FROM ` + table).Scan(&n); err != nil || n != 0 {
			t.Errorf("%s: %d left, %v", table, n, err)
		}
	}
}

// A file is read piece by piece, and is what was sent.
func TestFileInPieces(t *testing.T) {
	s, _, p := opened(t)
	body := bytes.Repeat([]byte("salt and marsh, "), FilePiece/8)
	id, err := s.AddFile(p.ID, "text/plain", body)
	if err != nil {
		t.Fatal(err)
	}
	kind, size, r, err := s.FileReader(id)
	if err != nil || kind != "text/plain" || size != len(body) {
		t.Fatalf("%s, %d bytes, %v", kind, size, err)
	}
	got, err := io.ReadAll(r)
	if sum := sha256.Sum256(got); err != nil || hex.EncodeToString(sum[:]) != id {
		t.Errorf("%d bytes, %v", len(got), err)
	}
	if _, _, _, err := s.FileReader("nobody"); !errors.Is(err, ErrNone) {
		t.Errorf("of none: %v", err)
	}
}

// downTo takes the tables of a data folder back to what an earlier version knew.
func downTo(t *testing.T, dir string, version int64) {
	t.Helper()
	db, err := sql.Open("sqlite", "file:"+filepath.Join(dir, database))
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		t.Fatal(err)
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, db, sub)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := p.DownTo(t.Context(), version); err != nil {
		t.Fatal(err)
	}
}

// A data folder of before knows afterwards which chart names which file: in its snapshot, in its log, and nowhere.
func TestFileUsesOfBefore(t *testing.T) {
	s, dir, p := opened(t)
	body := strings.Repeat("a scan of a form\x00", FilePiece/8)
	large := sendFile(t, s, p, body)
	inSnapshot, inLog, nowhere := sendFile(t, s, p, "a"), sendFile(t, s, p, "b"), sendFile(t, s, p, "c")
	id, err := s.AddChart(p.ID, withFiles(nil, inSnapshot))
	if err != nil {
		t.Fatal(err)
	}
	attach(t, s, p, id, "window", inLog)
	if _, err := s.w.Exec(`INSERT INTO commands (chart, seq, client, n, person, body, at) VALUES (?, 999, 'damaged', 1, ?, '{"files', 0)`, id, p.ID); err != nil {
		t.Fatal(err)
	}
	s.Close()
	downTo(t, dir, 7)
	if s, err = Open(dir); err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if _, b, err := s.File(large.ID); err != nil || string(b) != body {
		t.Errorf("a large file has %d bytes, %v", len(b), err)
	}
	ids, err := s.ids(`SELECT file FROM file_uses WHERE chart = ?`, id)
	want := []string{inSnapshot.ID, inLog.ID}
	slices.Sort(want)
	if slices.Sort(ids); err != nil || !slices.Equal(ids, want) {
		t.Errorf("it names %v, %v", ids, err)
	}
	longAgo(t, s, "")
	if err := s.tidy(); err != nil || !slices.Equal(kept(s, inSnapshot, inLog, nowhere), []chart.File{inSnapshot, inLog}) {
		t.Errorf("kept: %v, %v", kept(s, inSnapshot, inLog, nowhere), err)
	}
}
