package looks

import (
	"testing"

	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
)

// Values are typed as people write them; what cannot be meant is answered with what can.
func TestTypedLooks(t *testing.T) {
	for _, c := range []struct{ what, value, want string }{
		{"fill", "8ad2da", `{"fill":"#8AD2DA"}`}, {"outline", " #F0a ", `{"outline":"#FF00AA"}`}, {"text", "#23282C", `{"text":{"colour":"#23282C"}}`},
		{"corner", "2,5 mm", `{"corner":9.45}`}, {"size", "12 pt", `{"text":{"size":16}}`}, {"size", "8", `{"text":{"size":10.67}}`}, {"clear", "40 %", `{"clear":40}`}, {"pad", "1", `{"text":{"pad":3.78}}`},
		{"fill", "reddish", say.TypeColour}, {"fill", "#12", say.TypeColour}, {"corner", "9", "Type a number from 0 to 4.2 mm."}, {"corner", "-1", "Type a number from 0 to 4.2 mm."},
		{"size", "7", "Type a number from 8 to 72 pt."}, {"clear", "lots", "Type a number from 0 to 90 %."}, {"pad", "NaN", "Type a number from 0 to 6.3 mm."}, {"mood", "blue", say.NoValue},
	} {
		l, why := typedLook(session.Quote(map[string]string{"what": c.what, "value": c.value}))
		if got := why; got != c.want && (why != "" || session.Quote(l) != c.want) {
			t.Errorf("%s %q: %s %q, want %s", c.what, c.value, session.Quote(l), why, c.want)
		}
	}
}
