package list

import "testing"

// A line that ends in an arrow leads to a step that is still to be told.
func TestOnward(t *testing.T) {
	for line, want := range map[string]string{"Examine ->": "Examine", " Examine → ": "Examine", "Examine -->": "Examine", "yes => ": "yes", "->": ""} {
		if said, ok := Onward(line); !ok || said != want {
			t.Errorf("%q says %q, %v", line, said, ok)
		}
	}
	for _, line := range []string{"", "Examine", "-> Examine", "a -> 2", "x > y"} {
		if said, ok := Onward(line); ok {
			t.Errorf("%q ends in no arrow, but says %q", line, said)
		}
	}
}
