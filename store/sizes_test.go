package store

import (
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// The list of charts knows how large they are without reading them.
func TestSizesOfAList(t *testing.T) {
	s, dir, p := opened(t)
	id, err := s.AddChart(p.ID, withFiles(nil))
	if err != nil {
		t.Fatal(err)
	}
	add := chart.Command{Words: "add", Parts: []chart.Part{{Do: "step.add", Page: "p1", Step: &chart.Step{ID: "s9", Symbol: symbol.Process, W: 100, H: 50}}}}
	if _, _, err := s.Append(id, p.ID, "window", []Incoming{{1, add}}, func([]Logged) {}); err != nil {
		t.Fatal(err)
	}
	s.Close()
	if s, err = Open(dir); err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	es, err := s.Charts(p.ID, false)
	if err != nil || len(es) != 1 || es[0].Size != (Size{1, 2, 0}) || len(s.open) != 0 {
		t.Errorf("%+v, %v, %d charts read", es, err, len(s.open))
	}
}

// A chart whose commands are large is not read from more of them than its snapshot has, and its room is counted.
func TestLargeCommandsAreReadFromSnapshots(t *testing.T) {
	s, _, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("Large"))
	if err != nil {
		t.Fatal(err)
	}
	text := strings.Repeat("x", 10000)
	for n := range 9 { // a page of 1.5 MB each
		page := &chart.Page{ID: fmt.Sprint("p", n+2), W: 1000, H: 800}
		for i := range 150 {
			page.Steps = append(page.Steps, &chart.Step{ID: fmt.Sprint("s", n, "-", i), Symbol: symbol.Process, W: 100, H: 50, Text: text})
		}
		cmd := chart.Command{Words: "page", Parts: []chart.Part{{Do: "page.add", NewPage: page}}}
		if r, _, err := s.Append(id, p.ID, "window", []Incoming{{n + 1, cmd}}, func([]Logged) {}); err != nil || r[0].Refused != "" {
			t.Fatal(r, err)
		}
		var snapshot, since, all int
		if err := s.r.QueryRow(`SELECT length(snapshot), (SELECT coalesce(sum(length(body)), 0) FROM commands WHERE chart = c.id AND seq > snapshot_seq),
			length(snapshot) + (SELECT sum(length(body)) FROM commands WHERE chart = c.id) FROM charts c`).Scan(&snapshot, &since, &all); err != nil {
			t.Fatal(err)
		}
		if since > max(snapshotBytes, snapshot) {
			t.Errorf("after %d commands it is read from %d bytes of log, over a snapshot of %d", n+1, since, snapshot)
		}
		if room, err := s.Room(p.ID); err != nil || room.Charts != int64(all) {
			t.Errorf("it takes %d bytes, counted are %d, %v", all, room.Charts, err)
		}
		if n == 5 { // and counted on when it has been read again
			s.loaded.Remove(id)
		}
	}
}

// Whoever has no room left is told so, and what takes it; deleting for good gives room.
func TestRoom(t *testing.T) {
	s, _, p := opened(t)
	large, err := s.AddChart(p.ID, chart.New("Large"))
	if err != nil {
		t.Fatal(err)
	}
	id, err := s.AddChart(p.ID, chart.New("Small"))
	if err != nil {
		t.Fatal(err)
	}
	if r, err := s.Room(p.ID); err != nil || r.Full() {
		t.Errorf("at first %+v, %v", r, err)
	}
	if _, err := s.w.Exec(`UPDATE chart_sizes SET bytes = ? WHERE chart = ?`, MostRoom-300, large); err != nil {
		t.Fatal(err)
	}
	r, err := s.Room(p.ID)
	if err != nil || !r.Full() || len(r.Largest) != 2 || r.Largest[0].ID != large || r.Largest[0].Name != "Large" {
		t.Errorf("%+v, %v", r, err)
	}
	name := strings.Repeat("x", 100)
	put := func() error {
		_, _, err := s.Append(id, p.ID, "window", []Incoming{{1, chart.Command{Words: "rename", Parts: []chart.Part{{Do: "chart.set", Name: &name}}}}}, func([]Logged) {})
		return err
	}
	_, added := s.AddChart(p.ID, withFiles(nil))
	for _, err := range []error{put(), added} {
		if err == nil || !strings.Contains(err.Error(), "Delete for good") {
			t.Errorf("without room: %v", err)
		}
	}
	if c, seq, err := s.Chart(id); err != nil || seq != 0 || c.Name != "Small" {
		t.Errorf("what was refused stands: %v %v", seq, err)
	}
	if err := s.Bin(large, true); err != nil {
		t.Fatal(err)
	}
	if err := s.Destroy(large); err != nil {
		t.Fatal(err)
	}
	if err := put(); err != nil {
		t.Errorf("with room again: %v", err)
	}
}
