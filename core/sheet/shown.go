package sheet

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"plaintracer/core/chart"
)

// Field is what a step shows of one of its fields.
type Field struct {
	Name, Value string
	As          chart.ShownAs
	Share       float64 // of the largest number in that field on the page, for a bar
	Rank        int     // of the value among those of the page, where each has a colour; else -1
}

// scales are what the fields that are shown are measured by: the page's largest number in
// each, and its values in the order in which they come.
type scales struct {
	most   map[string]float64
	values map[string][]string
}

// measure measures the fields when they are first asked for: in the frames of a drag they are not.
func (s *Sheet) measure() *scales {
	s.measured.Do(func() { s.scales = scalesOf(s.Page) })
	return &s.scales
}

func scalesOf(p *chart.Page) scales {
	sc := scales{map[string]float64{}, map[string][]string{}}
	for _, rule := range p.Shown {
		for _, st := range p.Steps {
			v, ok := valueOf(st, rule)
			if !ok {
				continue
			}
			if n, ok := number(v); ok {
				sc.most[rule.Field] = math.Max(sc.most[rule.Field], n)
			}
			if !slices.Contains(sc.values[rule.Field], v) {
				sc.values[rule.Field] = append(sc.values[rule.Field], v)
			}
		}
	}
	return sc
}

// valueOf is what a step has in the field of a rule that is about it.
func valueOf(st *chart.Step, rule chart.Showing) (string, bool) {
	if rule.On != "" && rule.On != st.Symbol {
		return "", false
	}
	for _, f := range st.Fields {
		if f.Name == rule.Field {
			v := strings.Join(strings.Fields(f.Value), " ")
			return v, v != ""
		}
	}
	return "", false
}

// number reads the number that a value begins with: '12,5 min' is 12.5.
func number(v string) (float64, bool) {
	end := strings.IndexFunc(v, func(r rune) bool { return !(r >= '0' && r <= '9' || r == '.' || r == ',') })
	if end < 0 {
		end = len(v)
	}
	n, err := strconv.ParseFloat(strings.Replace(v[:end], ",", ".", 1), 64)
	return n, err == nil
}

// Shown are the fields that a step shows, in the order of the page's rules.
func (s *Sheet) Shown(st *chart.Step) []Field {
	var out []Field
	for _, rule := range s.Page.Shown {
		v, ok := valueOf(st, rule)
		if !ok {
			continue
		}
		f := Field{Name: rule.Field, Value: v, As: rule.As, Rank: -1}
		if n, ok := number(v); ok && s.measure().most[rule.Field] > 0 {
			f.Share = n / s.measure().most[rule.Field]
		}
		if rule.Colour {
			f.Rank = slices.Index(s.measure().values[rule.Field], v)
		}
		out = append(out, f)
	}
	return out
}

// Values are the values of a field that is shown, in the order in which they come.
func (s *Sheet) Values(field string) []string { return s.measure().values[field] }
