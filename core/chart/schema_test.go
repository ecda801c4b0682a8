package chart

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"plaintracer/core/symbol"
)

// fits validates a chart file against the schema in docs.
func fits(t *testing.T, s *jsonschema.Schema, b []byte) error {
	t.Helper()
	v, err := jsonschema.UnmarshalJSON(bytes.NewReader(b))
	if err != nil {
		t.Fatal(err)
	}
	return s.Validate(v)
}

// Chart files are what the schema in docs says, up to the limits of a page; what is not, is
// no chart file either.
func TestFilesFitTheSchema(t *testing.T) {
	s, err := jsonschema.NewCompiler().Compile("../../docs/chart.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	for seed := range uint64(60) {
		r := &random{Rand: rand.New(rand.NewPCG(seed, 17))}
		c := New("by random commands")
		for range 150 {
			Apply(c, Command{Parts: []Part{r.part(c)}})
		}
		b, err := Marshal(c)
		if err != nil {
			t.Fatal(err)
		}
		if err := fits(t, s, b); err != nil {
			t.Fatalf("seed %d: %v", seed, err)
		}
	}
	full := New("full")
	for i := range MaxSteps {
		full.Pages[0].Steps = append(full.Pages[0].Steps, &Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 100, H: 50, X: maxCoord})
	}
	b, err := Marshal(full)
	if err != nil {
		t.Fatal(err)
	}
	if err := fits(t, s, b); err != nil {
		t.Errorf("a full page: %v", err)
	}
	small, err := Marshal(New("small"))
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range [][2]string{{`"name"`, `"nmae"`}, {`"version": 1`, `"version": "1"`}, {`"pages": [`, `"pages": [null,`}} {
		wrong := []byte(strings.Replace(string(small), c[0], c[1], 1))
		if bytes.Equal(wrong, small) {
			t.Fatalf("there is no %s", c[0])
		}
		_, err := Unmarshal(wrong)
		if fits(t, s, wrong) == nil || err == nil {
			t.Errorf("%s is taken", c[1])
		}
	}
}
