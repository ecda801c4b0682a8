package chart

import (
	"errors"
	"fmt"
	"strings"
)

// Link is where something on a page leads: to an address, to a page of the chart or a step on it,
// or to another chart of the same person. It is not changed but replaced.
type Link struct {
	URL   string `json:"url,omitempty"`   // http, https or mailto
	Page  string `json:"page,omitempty"`  // id
	Step  string `json:"step,omitempty"`  // id, with Page
	Chart string `json:"chart,omitempty"` // id; its name can change
}

// LinkPart lets something lead somewhere, or with nil nowhere.
type LinkPart struct {
	To *Link `json:"to"`
}

const maxURL = 2000

// isAddress reports whether a link may lead there: http, https or mailto with something behind it,
// and no character that an address cannot have (RFC 3986, 2). net/url would make the core a tenth
// larger in the browser.
func isAddress(s string) bool {
	if len(s) > maxURL || strings.ContainsFunc(s, func(r rune) bool { return r <= ' ' || r == 0x7f || strings.ContainsRune("\"<>\\^`{|}", r) }) {
		return false
	}
	if to, ok := strings.CutPrefix(s, "mailto:"); ok {
		return to != ""
	}
	for _, scheme := range []string{"http://", "https://"} {
		if rest, ok := strings.CutPrefix(s, scheme); ok {
			host, _, _ := strings.Cut(strings.NewReplacer("?", "/", "#", "/").Replace(rest), "/")
			return host != ""
		}
	}
	return false
}

func (l *Link) check() error {
	set := 0
	for _, s := range []string{l.URL, l.Page, l.Chart} {
		if s != "" {
			set++
		}
	}
	if set != 1 || l.Step != "" && l.Page == "" {
		return errors.New(badLink)
	}
	if l.URL != "" {
		if !isAddress(l.URL) {
			return fmt.Errorf(badURL, l.URL)
		}
		return nil
	}
	for _, id := range []string{l.Page, l.Step, l.Chart} {
		if id != "" {
			if err := checkID(id); err != nil {
				return err
			}
		}
	}
	return nil
}
