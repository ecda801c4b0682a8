// Package sarif writes what a proof has found in the Static Analysis Results Interchange Format (SARIF) 2.1.0, an OASIS
// standard that tools for reviews read.
package sarif

import (
	"encoding/json"
	"io"
	"net/url"
	"path/filepath"
	"slices"

	"plaintracer/core/proof"
)

// levels are SARIF's words for severities (SARIF 2.1.0, 3.27.10).
var levels = map[proof.Severity]string{proof.Wrong: "error", proof.Doubtful: "warning", proof.Style: "note"}

type text struct {
	Text string `json:"text"`
}

type log struct {
	Schema  string `json:"$schema"`
	Version string `json:"version"`
	Runs    []run  `json:"runs"`
}

type run struct {
	Tool struct {
		Driver driver `json:"driver"`
	} `json:"tool"`
	Results []result `json:"results"`
}

type driver struct {
	Name  string `json:"name"`
	Rules []rule `json:"rules"`
}

type rule struct {
	ID      string `json:"id"`
	Short   text   `json:"shortDescription"`
	Help    text   `json:"help"`
	Default struct {
		Level string `json:"level"`
	} `json:"defaultConfiguration"`
}

type result struct {
	Rule      string     `json:"ruleId"`
	Index     int        `json:"ruleIndex"`
	Level     string     `json:"level"`
	Message   text       `json:"message"`
	Locations []location `json:"locations"`
}

type location struct {
	Physical struct {
		Artifact struct {
			URI string `json:"uri"`
		} `json:"artifactLocation"`
	} `json:"physicalLocation"`
	Logical []logical `json:"logicalLocations"`
}

type logical struct {
	Name string `json:"name"`
	Full string `json:"fullyQualifiedName"`
	Kind string `json:"kind"`
}

// Write writes the findings on a chart that stands in a file.
func Write(w io.Writer, file string, findings []proof.Finding) error {
	var r run
	r.Tool.Driver.Name = "Plain Tracer"
	r.Results = []result{}
	rules := proof.Rules()
	for _, p := range rules {
		k := rule{ID: p.Name, Short: text{p.Words}, Help: text{"Source: " + p.Source}}
		k.Default.Level = levels[p.Severity]
		r.Tool.Driver.Rules = append(r.Tool.Driver.Rules, k)
	}
	for _, f := range findings {
		var l location
		l.Physical.Artifact.URI = (&url.URL{Path: filepath.ToSlash(file)}).String()
		place := logical{Name: f.ID, Full: f.Page + "/" + f.ID, Kind: "member"}
		if f.ID == "" {
			place = logical{Name: f.Page, Full: f.Page, Kind: "module"}
		}
		l.Logical = []logical{place}
		r.Results = append(r.Results, result{
			Rule: f.Rule, Index: slices.IndexFunc(rules, func(p proof.Rule) bool { return p.Name == f.Rule }),
			Level: levels[f.Severity], Message: text{f.Words}, Locations: []location{l},
		})
	}
	e := json.NewEncoder(w)
	e.SetIndent("", " ")
	return e.Encode(log{"https://json.schemastore.org/sarif-2.1.0.json", "2.1.0", []run{r}})
}
