package sarif

import (
	"bytes"
	"encoding/json"
	"fmt"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"

	"plaintracer/core/proof"
)

// What is written is valid by the schema of SARIF 2.1.0 (OASIS, errata 01; as the Go module go-sarif 3.3.1 has it), which
// knows every property that may be there.
func TestAgainstTheSchema(t *testing.T) {
	schema, err := jsonschema.NewCompiler().Compile("testdata/sarif-schema-2.1.0.json")
	if err != nil {
		t.Fatal(err)
	}
	var fs []proof.Finding
	for i, r := range proof.Rules() {
		f := proof.Finding{Rule: r.Name, Severity: r.Severity, Words: fmt.Sprintf("Step %d <says> \"nothing\"\nÄ", i), Page: "p1"}
		if i%2 == 0 {
			f.ID = fmt.Sprint("s", i)
		}
		fs = append(fs, f)
	}
	for name, findings := range map[string][]proof.Finding{"chart.json": nil, "my charts/über 100% {1}.json": fs, "c:\\charts\\a.json": fs[:1]} {
		var b bytes.Buffer
		if err := Write(&b, name, findings); err != nil {
			t.Fatal(err)
		}
		var wrote any
		if err := json.Unmarshal(b.Bytes(), &wrote); err != nil {
			t.Fatal(err)
		}
		if err := schema.Validate(wrote); err != nil {
			t.Errorf("%s: %v", name, err)
		}
	}
	if schema.Validate(map[string]any{"version": "2.1.0", "runs": []any{map[string]any{}}}) == nil {
		t.Error("the schema takes a run without a tool")
	}
}
