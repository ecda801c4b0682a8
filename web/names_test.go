package web

import (
	"regexp"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
	"plaintracer/store"
)

// Names with controls of direction neither run into what stands beside them nor look like others: on no page, and in no
// drawing. Fields in which a name is changed keep it.
func TestNamesDoNotSteer(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	const steering = "\u202egpj.\u2066"
	p, err := s.store.AddPerson("tove@saltmarsh.example", "Tove"+steering+"exe", "another password")
	if err != nil {
		t.Fatal(err)
	}
	tove, err := s.store.SignIn("tove@saltmarsh.example", "another password")
	if err != nil {
		t.Fatal(err)
	}
	f, err := s.store.AddFile(p.ID, "text/plain", []byte("a form"))
	if err != nil {
		t.Fatal(err)
	}
	c := chart.New("Loans" + steering + "exe")
	c.SetHouse(&chart.House{Name: "Blue" + steering})
	c.Pages[0].Setup = &chart.Setup{Header: &chart.Strip{Left: "{chart} of {owner}"}}
	c.Pages[0].Steps = []*chart.Step{{ID: "s1", Symbol: symbol.Process, X: 100, Y: 100, W: 112, H: 56, Number: "1", Text: "Sign", Files: []chart.File{{ID: f, Name: "form" + steering + "exe", Type: "text/plain", Size: 6}}}}
	id, err := s.store.AddChart(p.ID, c)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.store.KeepHouse(p.ID, c.House); err != nil {
		t.Fatal(err)
	}
	if err := s.store.KeepStarter(p.ID, "Starter"+steering, "One\nTwo"); err != nil {
		t.Fatal(err)
	}
	link, err := s.store.AddLink(id, store.Comment)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.store.LetFiles(id, link.Token, true); err != nil {
		t.Fatal(err)
	}
	if _, err := s.store.AddRemark(store.Remark{Chart: id, Author: "Guest" + steering, Body: "Why?"}); err != nil {
		t.Fatal(err)
	}
	fields := regexp.MustCompile(`<input[^>]*>`)
	for path, want := range map[string]string{
		"/charts":                              "<bdi>Loansgpj.exe</bdi>",
		"/charts/" + id:                        "<bdi>Loansgpj.exe</bdi>",
		"/charts/" + id + "/comments":          "<bdi>Guestgpj.</bdi>",
		"/charts/" + id + "/print":             "<bdi>Loansgpj.exe</bdi>",
		"/charts/" + id + "/thumb.svg":         "Loansgpj.exe",
		"/charts/" + id + "/export?format=svg": "Loansgpj.exe of ",
		"/account":                             "<bdi>Tovegpj.exe</bdi>",
		"/houses":                              "<bdi>Bluegpj.</bdi>",
		"/starters":                            "<bdi>Startergpj.</bdi>",
		"/review/" + link.Token:                "<bdi>formgpj.exe</bdi>",
		"/review/" + link.Token + "/comments":  "<bdi>Guestgpj.</bdi>",
	} {
		page := body(t, s.do(t, "GET", path, tove, "", "", nil))
		if !strings.Contains(page, want) {
			t.Errorf("%s has no %s", path, want)
		}
		shown := fields.ReplaceAllString(strings.NewReplacer(`data-arg="`, `<input "`, `data-owner="`, `<input "`).Replace(page), "")
		if i := strings.IndexAny(shown, "\u202e\u2066"); i >= 0 || typeset.Unsteered(shown) != shown {
			t.Errorf("%s is steered: %q", path, shown[max(0, i-80):max(0, min(len(shown), i+20))])
		}
	}
}
