package store

import (
	"database/sql"
	"errors"
	"fmt"
	"math"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

func opened(t *testing.T) (*Store, string, Person) {
	t.Helper()
	dir := t.TempDir()
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	p, err := s.AddPerson("mara@saltmarsh.example", "Mara Olsen", "a long password")
	if err != nil {
		t.Fatal(err)
	}
	return s, dir, p
}

func title(n int) chart.Command {
	text := fmt.Sprint("title ", n)
	return chart.Command{Words: "title", Parts: []chart.Part{{Do: "page.set", Page: "p1", Title: &text}}}
}

// Over the border of a snapshot: read anew, the chart is as it was; a command
// sent twice is done once; one that does not fit is refused alone.
func TestAppend(t *testing.T) {
	s, dir, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("Loans"))
	if err != nil {
		t.Fatal(err)
	}
	told := 0
	tell := func(ls []Logged) {
		for _, l := range ls {
			if told++; l.Seq != told {
				t.Errorf("told %d as number %d", l.Seq, told)
			}
		}
	}
	const all = 2*snapshotEvery + 1
	for n := 1; n <= all; n += 3 {
		in := []Incoming{{n, title(n)}, {n + 1, chart.Command{Words: "gone", Parts: []chart.Part{{Do: "step.drop", Page: "p1", ID: "nobody"}}}}, {n + 2, title(n + 2)}}
		res, _, err := s.Append(id, p.ID, "window", in, tell)
		if err != nil {
			t.Fatal(err)
		}
		if res[1].Refused == "" || res[0].Seq == 0 || res[2].Seq != res[0].Seq+1 {
			t.Fatalf("results %+v", res)
		}
		again, _, err := s.Append(id, p.ID, "window", in[:1], tell)
		if err != nil || again[0].Seq != res[0].Seq {
			t.Fatalf("sent again: %+v, %v", again, err)
		}
	}
	want, seq, err := s.Chart(id)
	if err != nil {
		t.Fatal(err)
	}
	a, _ := chart.Marshal(want)
	s.Close()
	other, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer other.Close()
	got, seq2, err := other.Chart(id)
	if err != nil {
		t.Fatal(err)
	}
	if b, _ := chart.Marshal(got); string(a) != string(b) || seq != seq2 || seq != told {
		t.Errorf("read anew it is another chart: %d, %d, told %d", seq, seq2, told)
	}
	var from int
	if err := other.r.QueryRow(`SELECT snapshot_seq FROM charts`).Scan(&from); err != nil || from == 0 {
		t.Errorf("no snapshot was taken: %d, %v", from, err)
	}
}

// What is taken away for good takes its comments, links and log along; only
// what is in the bin can be.
func TestDestroy(t *testing.T) {
	s, _, p := opened(t)
	id, _ := s.AddChart(p.ID, chart.New("Loans"))
	l, err := s.AddLink(id, Comment)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.AddRemark(Remark{Chart: id, Author: "Tove", Body: "Why?"}); err != nil {
		t.Fatal(err)
	}
	if err := s.Destroy(id); !errors.Is(err, ErrNone) {
		t.Errorf("taken away while in use: %v", err)
	}
	if _, err := s.Link(l.Token); err != nil {
		t.Errorf("its link died of the attempt: %v", err)
	}
	if err := s.Bin(id, true); err != nil {
		t.Fatal(err)
	}
	if err := s.Destroy(id); err != nil {
		t.Fatal(err)
	}
	if all, _, _ := s.RemarkCounts(id); all != 0 {
		t.Error("comments were left behind")
	}
	if _, _, err := s.Chart(id); !errors.Is(err, ErrNone) {
		t.Errorf("it is still there: %v", err)
	}
}

func TestRemarks(t *testing.T) {
	s, _, p := opened(t)
	id, _ := s.AddChart(p.ID, chart.New("Loans"))
	for _, bad := range []Remark{{Author: "", Body: "x"}, {Author: "x", Body: "  "}, {Author: "x", Body: "x", Answers: "nobody"}} {
		bad.Chart = id
		if _, err := s.AddRemark(bad); err == nil {
			t.Errorf("%+v was kept", bad)
		}
	}
	r, err := s.AddRemark(Remark{Chart: id, Step: "s1", Author: "Tove", Body: "Why?"})
	if err != nil {
		t.Fatal(err)
	}
	a, err := s.AddRemark(Remark{Chart: id, Answers: r.ID, Author: "Mara", Body: "Because."})
	if err != nil || a.Step != "s1" {
		t.Errorf("the answer is on %q: %v", a.Step, err)
	}
	if err := s.Settle(id, a.ID, true); !errors.Is(err, ErrNone) {
		t.Error("an answer was settled by itself")
	}
	if err := s.Settle(id, r.ID, true); err != nil {
		t.Error(err)
	}
	if ts, err := s.threads(id, 0); err != nil || len(ts) != 1 || !ts[0].Settled || len(ts[0].Replies) != 1 || ts[0].Replies[0].ID != a.ID {
		t.Errorf("%+v, %v", ts, err)
	}
	if _, err := s.AddLink(id, "edit everything"); err == nil {
		t.Error("a link with a made-up right")
	}
}

// What names steps by their numbers is kept with a comment, the steps of the page that it is on before others, and is cut with it.
func TestRemarksNameSteps(t *testing.T) {
	s, _, p := opened(t)
	c := chart.New("Loans")
	c.Pages = append(c.Pages, chart.NewPage("p2"))
	for i, q := range c.Pages {
		q.Steps = append(q.Steps, &chart.Step{ID: fmt.Sprint("s", i), Number: "4", Symbol: symbol.Process, W: 100, H: 50})
	}
	id, err := s.AddChart(p.ID, c)
	if err != nil {
		t.Fatal(err)
	}
	for _, k := range []struct {
		step, body string
		want       []Reference
	}{
		{"", "  See step 4, not 5 or step 5", []Reference{{4, 10, "s0"}}},
		{"s1", "Schritt 4", []Reference{{0, 9, "s1"}}},
		{"", strings.Repeat("é", longestAmong-3) + " step 4", nil}, // behind what is shown among others
	} {
		r, err := s.AddRemark(Remark{Chart: id, Step: k.step, Author: "Tove", Body: k.body})
		if err != nil {
			t.Fatal(err)
		}
		ts, err := s.threads(id, 0)
		if err != nil {
			t.Fatal(err)
		}
		if got := ts[len(ts)-1]; got.ID != r.ID || !slices.Equal(got.Refers, k.want) {
			t.Errorf("%.30q refers to %v, want %v", k.body, got.Refers, k.want)
		}
		if alone, err := s.Thread(id, r.ID, 0); err != nil || len(alone.Refers) != 1 {
			t.Errorf("%.30q alone: %v, %v", k.body, alone.Refers, err)
		}
	}
}

// Open comments come before settled ones, each oldest first, in parts; below each its last answers.
func TestThreads(t *testing.T) {
	s, _, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("Loans"))
	if err != nil {
		t.Fatal(err)
	}
	say := func(answers, body string) Remark {
		t.Helper()
		r, err := s.AddRemark(Remark{Chart: id, Step: "s1", Answers: answers, Author: "Tove", Body: body})
		if err != nil {
			t.Fatal(err)
		}
		return r
	}
	settled := say("", "settled")
	if err := s.Settle(id, settled.ID, true); err != nil {
		t.Fatal(err)
	}
	var first Remark
	for n := range RemarksAtOnce {
		if r := say("", fmt.Sprint("open ", n)); n == 0 {
			first = r
		}
	}
	for n := range answersAmong + 2 {
		say(first.ID, fmt.Sprint("answer ", n, strings.Repeat(" and so on", longestAmong/10)))
	}
	all, open, err := s.RemarkCounts(id)
	if err != nil || all != RemarksAtOnce+1 || len(open) != 1 || open["s1"] != RemarksAtOnce {
		t.Errorf("%d, open %v, %v", all, open, err)
	}
	ts, from, err := s.Threads(id, all, RemarksAtOnce-1)
	if err != nil || from != 0 || len(ts) != RemarksAtOnce || ts[0].Body != "open 0" || ts[RemarksAtOnce-1].Body != fmt.Sprint("open ", RemarksAtOnce-1) {
		t.Fatalf("%d: %+v, %v", len(ts), ts, err)
	}
	// A clock that was set back changes no order.
	if _, err := s.w.Exec(`UPDATE comments SET at = -at`); err != nil {
		t.Fatal(err)
	}
	if again, _, err := s.Threads(id, all, 0); err != nil || again[0].ID != first.ID || again[0].Replies[0].ID != ts[0].Replies[0].ID {
		t.Errorf("with times in another order: %+v, %v", again, err)
	}
	as := ts[0].Replies
	if len(as) != answersAmong || ts[0].Answers != answersAmong+2 || !strings.HasPrefix(as[0].Body, "answer 2 ") || !as[0].Cut || len(as[0].Body) != longestAmong {
		t.Errorf("its answers are %+v of %d", as, ts[0].Answers)
	}
	if ts, from, err := s.Threads(id, all, math.MaxInt); err != nil || from != RemarksAtOnce || len(ts) != 1 || ts[0].ID != settled.ID {
		t.Errorf("then %+v, %v", ts, err)
	}
	if alone, err := s.Thread(id, first.ID, 0); err != nil || alone.Answers != answersAmong+2 || len(alone.Replies) != answersAmong+2 || alone.Replies[0].Cut {
		t.Errorf("alone %+v, %v", alone, err)
	}
	if _, err := s.Thread(id, "nobody", 0); !errors.Is(err, ErrNone) {
		t.Error(err)
	}
}

// An invitation makes one account, however many use it at the same moment.
func TestInvitationWorksOnce(t *testing.T) {
	s, err := Open(t.TempDir()) // nobody has an account
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	old, err := s.Invite("")
	if err != nil {
		t.Fatal(err)
	}
	inv, err := s.Invite("")
	if err != nil {
		t.Fatal(err)
	}
	made := make(chan error, 4)
	for i := range 4 {
		go func() {
			_, err := s.Join(inv, fmt.Sprintf("p%d@saltmarsh.example", i), "Somebody", "ten letters or more")
			made <- err
		}()
	}
	n := 0
	for range 4 {
		if err := <-made; err == nil {
			n++
		} else if !errors.Is(err, ErrNone) {
			t.Error(err)
		}
	}
	if n != 1 {
		t.Errorf("%d accounts were made", n)
	}
	if err := s.Invited(old); !errors.Is(err, ErrNone) {
		t.Error("an older invitation lives on")
	}
	later, err := s.Invite("") // of somebody with an account
	if err != nil {
		t.Fatal(err)
	}
	next, err := s.Invite("")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.Join(later, "next@saltmarsh.example", "Next", "ten letters or more"); err != nil {
		t.Error(err)
	}
	if err := s.Invited(next); err != nil {
		t.Error("an invitation ends with another one")
	}
}

// Who made an invitation sees it and withdraws it, nobody else does; a change of the password
// ends all of theirs and nobody else's.
func TestInvitationsAreTheirMakers(t *testing.T) {
	s, err := Open(t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	add := func(name string) Person {
		p, err := s.AddPerson(name+"@saltmarsh.example", name, "ten letters or more")
		if err != nil {
			t.Fatal(err)
		}
		return p
	}
	invite := func(p Person) string {
		inv, err := s.Invite(p.ID)
		if err != nil {
			t.Fatal(err)
		}
		return inv
	}
	open := func(p Person) []Invitation {
		is, err := s.Invitations(p.ID)
		if err != nil {
			t.Fatal(err)
		}
		return is
	}
	mara, tove := add("mara"), add("tove")
	first, of := invite(mara), invite(tove)
	is := open(mara)
	if len(is) != 1 || is[0].Expires.Sub(is[0].Made) != invitationLife {
		t.Fatalf("%v", is)
	}
	if err := s.Withdraw(tove.ID, is[0].ID); !errors.Is(err, ErrNone) || s.Invited(first) != nil {
		t.Errorf("another person withdraws it: %v", err)
	}
	if err := s.Withdraw(mara.ID, is[0].ID); err != nil || !errors.Is(s.Invited(first), ErrNone) || len(open(mara)) != 0 {
		t.Errorf("withdrawn: %v, %v", err, open(mara))
	}
	second := invite(mara)
	if err := s.ChangePassword(mara, "ten letters or more", "another ten letters", ""); err != nil {
		t.Fatal(err)
	}
	if !errors.Is(s.Invited(second), ErrNone) || s.Invited(of) != nil {
		t.Error("after a change of the password the invitations of another person have ended, or those of the same one have not")
	}
	for range mostInvitations {
		invite(mara)
	}
	var refusal Refusal
	if _, err := s.Invite(mara.ID); !errors.As(err, &refusal) {
		t.Errorf("one more than %d: %v", mostInvitations, err)
	}
}

// A chart that cannot be read goes back to the last state that can, and the rest is there
// to be looked at.
func TestGoBack(t *testing.T) {
	s, dir, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("First"))
	if err != nil {
		t.Fatal(err)
	}
	name := func(n int, name string) {
		t.Helper()
		if _, _, err := s.Append(id, p.ID, "window1", []Incoming{{n, chart.Command{Words: "rename", Parts: []chart.Part{{Do: "chart.set", Name: &name}}}}}, func([]Logged) {}); err != nil {
			t.Fatal(err)
		}
	}
	name(1, "Second")
	name(2, "Third")
	if _, err := s.w.Exec(`UPDATE commands SET body = '{"words":"x","parts":[{"do":"step.drop","page":"p1","id":"nobody"}]}' WHERE chart = ? AND seq = 2`, id); err != nil {
		t.Fatal(err)
	}
	s.Close()
	if s, err = Open(dir); err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	var broken *ErrUnreadable
	if _, _, err := s.Chart(id); !errors.As(err, &broken) {
		t.Fatalf("read: %v", err)
	}
	if r, err := s.Rest(id); err != nil || len(r.Commands) != 2 || len(r.Snapshot) == 0 {
		t.Errorf("the rest has %d commands: %v", len(r.Commands), err)
	}
	left, err := s.GoBack(id)
	if err != nil || left != 1 {
		t.Errorf("%d commands are left out: %v", left, err)
	}
	c, seq, err := s.Chart(id)
	if err != nil || c.Name != "Second" || seq != 2 {
		t.Errorf("it is %v at %d: %v", c, seq, err)
	}
	name(3, "On again")
	if c, _, _ := s.Chart(id); c.Name != "On again" {
		t.Error("it does not go on")
	}
}

// A backup that has something in it which runs by itself is not taken.
func TestTriggersAreRefused(t *testing.T) {
	s, dir, _ := opened(t)
	file := filepath.Join(t.TempDir(), "given.db")
	if err := Backup(dir, file); err != nil {
		t.Fatal(err)
	}
	if err := Restore(t.TempDir(), file); err != nil {
		t.Errorf("a backup of ours: %v", err)
	}
	if _, err := s.w.Exec(`CREATE TRIGGER theirs AFTER INSERT ON sessions BEGIN UPDATE people SET password = ''; END`); err != nil {
		t.Fatal(err)
	}
	s.Close()
	if s, err := Open(dir); err == nil {
		s.Close()
		t.Error("it is opened")
	} else if !strings.Contains(err.Error(), "trigger theirs") {
		t.Errorf("told as %v", err)
	}
	db, err := sql.Open("sqlite", "file:"+file)
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	if _, err := db.Exec(`CREATE VIEW theirs AS SELECT * FROM people`); err != nil {
		t.Fatal(err)
	}
	if err := Restore(t.TempDir(), file); err == nil || !strings.Contains(err.Error(), "view theirs") {
		t.Errorf("restored: %v", err)
	}
}

// A damaged database is told when it is opened.
func TestDamageIsToldAtTheStart(t *testing.T) {
	s, dir, p := opened(t)
	for i := range 50 {
		c := chart.New(fmt.Sprint("Chart ", i))
		c.Pages[0].Title = strings.Repeat("x", 300)
		if _, err := s.AddChart(p.ID, c); err != nil {
			t.Fatal(err)
		}
	}
	s.w.Exec(`PRAGMA wal_checkpoint(TRUNCATE)`)
	s.Close()
	file := filepath.Join(dir, "plaintracer.db")
	if i, err := os.Stat(file); err != nil || i.Mode().Perm() != 0o600 {
		t.Errorf("the database has the rights %v", i.Mode())
	}
	whole, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	torn := append([]byte(nil), whole...)
	for i := 8 * 4096; i < 12*4096 && i < len(torn); i++ {
		torn[i] = 0xA5
	}
	if err := os.WriteFile(file, torn, 0o600); err != nil {
		t.Fatal(err)
	}
	if s, err := Open(dir); err == nil {
		s.Close()
		t.Error("torn pages were not noticed")
	} else if !strings.Contains(err.Error(), "backup") {
		t.Errorf("told as %v", err)
	}
}

// One program at a time; a newer one's tables are refused; a backup made while the store
// is open holds everything, and is restored into an empty folder alone.
func TestOneAtATimeAndBackup(t *testing.T) {
	s, dir, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("Kept"))
	if err != nil {
		t.Fatal(err)
	}
	if other, err := Open(dir); err == nil {
		other.Close()
		t.Error("a second one opened the folder")
	} else if !strings.Contains(err.Error(), "in use") {
		t.Error(err)
	}
	file := filepath.Join(t.TempDir(), "backup.db")
	if err := Backup(dir, file); err != nil {
		t.Fatal(err)
	}
	if err := Backup(dir, file); err == nil {
		t.Error("a backup was written over")
	}
	to := filepath.Join(t.TempDir(), "again")
	if err := Restore(to, file); err != nil {
		t.Fatal(err)
	}
	if err := Restore(to, file); err == nil {
		t.Error("a folder with a database was restored over")
	}
	again, err := Open(to)
	if err != nil {
		t.Fatal(err)
	}
	if c, _, err := again.Chart(id); err != nil || c.Name != "Kept" {
		t.Errorf("restored is %v: %v", c, err)
	}
	if _, err := again.w.Exec(`INSERT INTO goose_db_version (version_id, is_applied) VALUES (999, 1)`); err != nil {
		t.Fatal(err)
	}
	again.Close()
	if s, err := Open(to); err == nil {
		s.Close()
		t.Error("tables of a newer program were opened")
	} else if !strings.Contains(err.Error(), "newer") {
		t.Error(err)
	}
	if err := os.WriteFile(file+"x", []byte("no database"), 0o600); err != nil {
		t.Fatal(err)
	}
	if err := Restore(filepath.Join(t.TempDir(), "x"), file+"x"); err == nil {
		t.Error("a file that is no backup was restored")
	}
}

// Commands are worked out before the writer is taken: other charts do not wait for that.
func TestWorkedOutWithoutTheWriter(t *testing.T) {
	s, _, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("Slow"))
	if err != nil {
		t.Fatal(err)
	}
	d := s.document(id)
	if err := s.load(d, id); err != nil {
		t.Fatal(err)
	}
	tx, err := s.w.Begin() // somebody else writes for long
	if err != nil {
		t.Fatal(err)
	}
	name := "Renamed"
	b, err := s.applySafely(d, id, p.ID, "window1", []Incoming{{N: 1, Command: chart.Command{Words: "rename", Parts: []chart.Part{{Do: "chart.set", Name: &name}}}}})
	if err != nil || len(b.fresh) != 1 || d.chart.Name != name {
		t.Fatalf("%v: %+v", err, b)
	}
	if err := tx.Rollback(); err != nil {
		t.Fatal(err)
	}
	if err := s.write(id, p.ID, d, b); err != nil {
		t.Error(err)
	}
}

// Comments through a link that was switched off do not use up what others may write.
func TestRemarksOfDeadLinks(t *testing.T) {
	s, _, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("Flooded"))
	if err != nil {
		t.Fatal(err)
	}
	bad, err := s.AddLink(id, Comment)
	if err != nil {
		t.Fatal(err)
	}
	good, err := s.AddLink(id, Comment)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.w.Exec(`WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ?) INSERT INTO comments (id, chart, step, author, body, link, at) SELECT 'c' || i, ?, '', 'Flood', 'x', ?, i FROM n`, mostRemarks, id, bad.Token); err != nil {
		t.Fatal(err)
	}
	write := func() error {
		_, err := s.AddRemark(Remark{Chart: id, Author: "Tove Berg", Body: "A question", Link: good.Token})
		return err
	}
	var refusal Refusal
	if err := write(); !errors.As(err, &refusal) {
		t.Fatalf("beyond the limit: %v", err)
	}
	if err := s.SwitchOff(id, bad.Token); err != nil {
		t.Fatal(err)
	}
	if err := write(); err != nil {
		t.Errorf("with the other link switched off: %v", err)
	}
	if err := s.Mute(id, good.Token); err != nil {
		t.Fatal(err)
	}
	if l, err := s.Link(good.Token); err != nil || l.May != Read {
		t.Errorf("muted it may %s: %v", l.May, err)
	}
}

// A disk without room is the server's trouble, not that of who asked.
func TestFullDisk(t *testing.T) {
	s, _, p := opened(t)
	if _, err := s.w.Exec(`PRAGMA max_page_count = 1`); err != nil { // at once as large as it may be
		t.Fatal(err)
	}
	c := chart.New("Large")
	for i := range 400 {
		c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 100, H: 50, Text: strings.Repeat("long ", 200)})
	}
	_, err := s.AddChart(p.ID, c)
	var refusal Refusal
	if !Full(err) || errors.As(err, &refusal) {
		t.Errorf("a full disk is told as %v", err)
	}
}

// The size of a chart is known without reading it again, also when it is not in memory any
// more, and is right after each change.
func TestSize(t *testing.T) {
	s, _, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("Grows"))
	if err != nil {
		t.Fatal(err)
	}
	for n := range 3 {
		if z, err := s.Size(id); err != nil || z != (Size{1, n, 0}) {
			t.Fatalf("with %d steps: %+v %v", n, z, err)
		}
		d := s.document(id)
		s.loaded.Remove(id)
		if d.chart != nil {
			t.Fatal("it is still in memory")
		}
		if z, err := s.Size(id); err != nil || z.Steps != n || d.chart != nil {
			t.Errorf("out of memory it is %+v, read again: %v %v", z, d.chart != nil, err)
		}
		add := chart.Command{Words: "add", Parts: []chart.Part{{Do: "step.add", Page: "p1", Step: &chart.Step{ID: fmt.Sprint("s", n), Symbol: symbol.Process, W: 100, H: 50}}}}
		if _, _, err := s.Append(id, p.ID, "window1", []Incoming{{N: n + 1, Command: add}}, func([]Logged) {}); err != nil {
			t.Fatal(err)
		}
	}
}
