package typeset

import (
	"strings"
	"testing"
)

func TestClip(t *testing.T) {
	if got := Clip(1, 13, "Conservation and restoration", 80); !strings.HasSuffix(got, "…") {
		t.Errorf("%q", got)
	}
	if got := Clip(1, 13, "Short", 80); got != "Short" {
		t.Errorf("%q", got)
	}
}
