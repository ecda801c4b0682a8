package chart

import (
	"strings"
	"testing"

	"plaintracer/core/symbol"
)

// branched is a hierarchy: a over b and c, d below b.
func branched() *Chart {
	c := New("People")
	p := c.Pages[0]
	for i, id := range "abcd" {
		p.Steps = append(p.Steps, &Step{ID: string(id), Symbol: symbol.Process, X: 200 * float64(i), Y: 100, W: 112, H: 56, Text: string(id)})
	}
	for _, w := range []string{"ab", "ac", "bd"} {
		p.Connectors = append(p.Connectors, &Connector{ID: w, From: End{Step: w[:1]}, To: End{Step: w[1:]}, Meaning: Flow})
	}
	return c
}

func does(t *testing.T, c *Chart, parts ...Part) Command {
	t.Helper()
	inv, err := Apply(c, Command{Words: "do", Parts: parts})
	if err != nil {
		t.Fatal(err)
	}
	return inv
}

// shownSteps are the ids of the steps and connectors that a page shows.
func shownSteps(p *Page) string {
	var out []string
	for _, s := range p.Steps {
		out = append(out, s.ID)
	}
	for _, c := range p.Connectors {
		out = append(out, c.ID)
	}
	return strings.Join(out, " ")
}

// A branch is put away with its connectors and what is put away below it, comes back where it was, is kept in files,
// and what is put away keeps its ids for itself.
func TestFold(t *testing.T) {
	c := branched()
	p := c.Pages[0]
	fold := func(id string, below ...string) Command {
		return does(t, c, Part{Do: "branch.fold", Page: p.ID, ID: id, Order: below})
	}
	begin, _ := Marshal(c)
	one := fold("b", "d")
	two := fold("a", "b", "c")
	if got := shownSteps(p); got != "a" || p.Below("a") != 3 || p.Below("b") != 1 || p.Below("c") != 0 {
		t.Errorf("shown: %q, below a: %d, below b: %d", got, p.Below("a"), p.Below("b"))
	}
	b, _ := Marshal(c)
	again, err := Unmarshal(b)
	if err != nil {
		t.Fatal(err)
	}
	if b2, _ := Marshal(again.Clone()); string(b2) != string(b) {
		t.Error("kept otherwise in a file or a copy")
	}
	for _, part := range []Part{
		{Do: "step.add", Step: &Step{ID: "d", Symbol: symbol.Process, W: 112, H: 56}},
		{Do: "line.add", Line: &Connector{ID: "bd", From: End{Step: "a"}, To: End{X: 1, Y: 1}, Meaning: Flow}},
		{Do: "branch.unfold", ID: "b"}, {Do: "branch.unfold", ID: "x"}, {Do: "branch.fold", ID: "a", Order: []string{"a"}}, {Do: "branch.fold", ID: "a"},
	} {
		part.Page = p.ID
		if _, err := Apply(c, Command{Words: "do", Parts: []Part{part}}); err == nil {
			t.Errorf("%s of %s is taken", part.Do, part.ID)
		}
	}
	does(t, c, two.Parts...)
	does(t, c, one.Parts...)
	if end, _ := Marshal(c); string(end) != string(begin) {
		t.Errorf("it came back otherwise:\n%s", end)
	}
}

// Who stands above a folded branch may be deleted meanwhile: the branch comes back with loose ends, and with it when
// the deletion is undone.
func TestFoldedWithoutItsHead(t *testing.T) {
	c := branched()
	p := c.Pages[0]
	does(t, c, Part{Do: "branch.fold", Page: p.ID, ID: "b", Order: []string{"d"}})
	back := does(t, c, Part{Do: "line.drop", Page: p.ID, ID: "ab"}, Part{Do: "step.drop", Page: p.ID, ID: "b"})
	b, _ := Marshal(c)
	if _, err := Unmarshal(b); err != nil {
		t.Fatal(err)
	}
	folded := does(t, c, Part{Do: "branch.unfold", Page: p.ID, ID: "b"})
	if l := p.Connector("bd"); l == nil || !l.From.Loose() || l.From.Y != p.Step("d").Y-looseOff || l.To.Step != "d" {
		t.Errorf("the connector of who has gone: %+v", l)
	}
	does(t, c, folded.Parts...)
	does(t, c, back.Parts...)
	if does(t, c, Part{Do: "branch.unfold", Page: p.ID, ID: "b"}); p.Step("d") == nil {
		t.Error("the branch did not come back with its head")
	}
}

// What is changed while a branch is unfolded stays changed when the unfolding is taken back.
func TestUnfoldingTakenBack(t *testing.T) {
	c := branched()
	p := c.Pages[0]
	does(t, c, Part{Do: "branch.fold", Page: p.ID, ID: "b", Order: []string{"d"}})
	back := does(t, c, Part{Do: "branch.unfold", Page: p.ID, ID: "b"})
	text := "renamed"
	does(t, c, Part{Do: "step.set", Page: p.ID, ID: "d", Text: &text})
	does(t, c, back.Parts...)
	if does(t, c, Part{Do: "branch.unfold", Page: p.ID, ID: "b"}); p.Step("d").Text != text {
		t.Errorf("it is %q again", p.Step("d").Text)
	}
}

// A copy of a page has ids of its own for what it has put away.
func TestFoldedAreRenamed(t *testing.T) {
	c := branched()
	p := c.Pages[0]
	does(t, c, Part{Do: "branch.fold", Page: p.ID, ID: "b", Order: []string{"d"}})
	was, _ := Marshal(c)
	n := p.Clone()
	n.ID = "copy"
	RenameSteps(n, map[string]string{}, c.FreshIDs("x"))
	if now, _ := Marshal(c); string(now) != string(was) {
		t.Error("the page that was copied has changed")
	}
	does(t, c, Part{Do: "page.add", NewPage: n})
	if q := c.Page("copy"); q.Below(q.Steps[1].ID) != 1 || q.Step("d") != nil || q.putAway("d") {
		t.Errorf("below the copy of b: %d", q.Below(q.Steps[1].ID))
	}
	does(t, c, Part{Do: "branch.unfold", Page: "copy", ID: c.Page("copy").Steps[1].ID})
	if q := c.Page("copy"); len(q.Steps) != 4 || q.Connector(q.Connectors[2].ID).From.Step != q.Steps[1].ID {
		t.Errorf("unfolded: %s", shownSteps(q))
	}
}

// Files and pictures of what is folded count as the chart's, and are left out with the others.
func TestFilesOfFolded(t *testing.T) {
	c := branched()
	p := c.Pages[0]
	p.Step("d").Files = []File{{ID: "f1", Name: "a.txt", Size: 3}}
	does(t, c, Part{Do: "branch.fold", Page: p.ID, ID: "b", Order: []string{"d"}})
	if len(c.Files()) != 1 {
		t.Error("the file of a folded step is not the chart's")
	}
	c.LeaveOut(func(File) bool { return true })
	if len(c.Files()) != 0 {
		t.Error("it is not left out")
	}
}
