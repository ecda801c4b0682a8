package typeset

import "testing"

// Names cannot steer what stands beside them, and keep what is written in them.
func TestIsolated(t *testing.T) {
	for name, want := range map[string]string{
		"Loans desk":                           "Loans desk",
		"form\u202efdp.exe":                    "formfdp.exe",
		"\u2066\u200fMara":                     "Mara",
		"مكتب الإعارة":                         "\u2068مكتب الإعارة\u2069",
		"א\u2069ב":                             "\u2068אב\u2069",
		"a\u200db, \U0001F469\u200d\U0001F4BB": "a\u200db, \U0001F469\u200d\U0001F4BB", // joiners belong to letters
	} {
		if got := Isolated(name); got != want {
			t.Errorf("%q is %q", name, got)
		}
	}
}

// An isolated name takes no room but its letters', and leaves the order of what stands around it.
func TestIsolatedIsSet(t *testing.T) {
	const name = "מוזיאון"
	plain, set := Width(Sans, 12, name), Width(Sans, 12, Isolated(name))
	if plain != set {
		t.Errorf("isolated it is %v px wide, else %v", set, plain)
	}
}
