package store

import (
	"errors"
	"fmt"
	"testing"

	"plaintracer/core/chart"
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
	if rs, _ := s.Remarks(id); len(rs) != 0 {
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
	if rs, _ := s.Remarks(id); len(rs) != 2 || !rs[0].Settled {
		t.Errorf("%+v", rs)
	}
	if _, err := s.AddLink(id, "edit everything"); err == nil {
		t.Error("a link with a made-up right")
	}
}

// An invitation makes one account, however many use it at the same moment.
func TestInvitationWorksOnce(t *testing.T) {
	s, _, _ := opened(t)
	old, err := s.Invite()
	if err != nil {
		t.Fatal(err)
	}
	inv, err := s.Invite()
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
}
