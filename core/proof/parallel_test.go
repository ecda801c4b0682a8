package proof

import (
	"fmt"
	"maps"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// line makes a chart of ways as 'a>b', with bars where ids begin with |, decisions where they begin with ?.
func line(ways string) *chart.Chart {
	c := chart.New("net")
	p := c.Pages[0]
	ids := map[string]bool{}
	put := func(name string) string {
		id := strings.NewReplacer("|", "bar", "?", "dec").Replace(name)
		if !ids[id] {
			ids[id] = true
			k := symbol.Process
			switch name[0] {
			case '|':
				k = symbol.Parallel
			case '?':
				k = symbol.Decision
			}
			p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: k, W: 100, H: 50, Text: name, X: float64(len(p.Steps)) * 200})
		}
		return id
	}
	for _, w := range strings.Fields(ways) {
		from, to, _ := strings.Cut(w, ">")
		a, b := put(from), put(to)
		join(p, a, b).Labels = []chart.Label{{Text: to}}
	}
	return c
}

// Nets that the literature on workflow nets works through (van der Aalst 1998; from memory): parted and brought together
// alike they are sound; a choice that is waited for as if it were parallel never ends; parallel ways that meet as if they
// were a choice are done twice.
func TestKnownNets(t *testing.T) {
	for _, k := range []struct{ ways, waits, twice string }{
		{"a>|1 |1>b |1>c b>|2 c>|2 |2>d", "", ""},
		{"a>?1 ?1>b ?1>c b>|2 c>|2 |2>d", "bar2", ""},
		{"a>|1 |1>b |1>c b>d c>d d>e", "", "e"},
		{"a>|1 |1>b |1>c b>?3 ?3>b2 ?3>d b2>|2 c>|2 |2>e", "bar2", ""}, // one way can leave before they meet
		{"a>|1 |1>b |1>c b>?3 ?3>b ?3>x x>|2 c>|2 |2>d", "", ""},       // a loop within one of them
		{"a>|1 |1>b |1>c", "", ""},                                     // each ends by itself
		{"a>|1 |1>|2 |1>|3 |2>b |2>c |3>d |3>e b>|4 c>|4 d>|5 e>|5 |4>|6 |5>|6 |6>f", "", ""},
	} {
		c := line(k.ways)
		at := func(rule string) string {
			var out []string
			for _, f := range prove(c) {
				if f.Rule == rule {
					out = append(out, f.ID)
					if len(f.Run) == 0 || f.Run[0] != "a" {
						t.Errorf("%s: the run is %v", k.ways, f.Run)
					}
				}
			}
			return strings.Join(out, " ")
		}
		if w, d := at("waits-for-ever"), at("comes-twice"); w != k.waits || d != k.twice {
			t.Errorf("%s: waits %q, twice %q; want %q, %q", k.ways, w, d, k.waits, k.twice)
		}
	}
}

// What is chosen on the way to a fault is said.
func TestRunIsTold(t *testing.T) {
	for _, f := range prove(line("a>?1 ?1>b ?1>c b>|2 c>|2 |2>d")) {
		if f.Rule == "waits-for-ever" && (!strings.Contains(f.Words, "when '?1' is 'b'") || strings.Join(f.Run, " ") != "a dec1 b") {
			t.Errorf("%q, run %v", f.Words, f.Run)
		}
	}
}

// played goes through all runs of a chart by playing its transitions on markings, and tells whether one is stuck at a bar
// and whether a place is marked twice.
func played(c *chart.Chart, start string) (stuck, twice bool) {
	type transition struct{ takes, gives []string }
	p := c.Pages[0]
	var ts []transition
	for _, s := range p.Steps {
		var in, out []string
		for _, l := range p.Connectors {
			if l.To.Step == s.ID {
				in = append(in, l.ID)
			}
			if l.From.Step == s.ID {
				out = append(out, l.ID)
			}
		}
		if s.ID == start {
			in = append(in, "start")
		}
		if len(out) == 0 {
			out = []string{"end of " + s.ID}
		}
		if s.Symbol == symbol.Parallel && s.ID != start {
			ts = append(ts, transition{in, out})
			continue
		}
		for _, i := range in {
			if s.Symbol == symbol.Parallel {
				ts = append(ts, transition{[]string{i}, out})
				continue
			}
			for _, o := range out {
				ts = append(ts, transition{[]string{i}, []string{o}})
			}
		}
	}
	seen := map[string]bool{}
	var play func(m map[string]bool)
	play = func(m map[string]bool) {
		key := strings.Join(slices.Sorted(maps.Keys(m)), " ")
		if seen[key] {
			return
		}
		seen[key] = true
		moved := false
		for _, t := range ts {
			if slices.ContainsFunc(t.takes, func(s string) bool { return !m[s] }) || len(t.takes) == 0 {
				continue
			}
			moved = true
			next := maps.Clone(m)
			for _, s := range t.takes {
				delete(next, s)
			}
			for _, s := range t.gives {
				if next[s] {
					twice = true
				}
				next[s] = true
			}
			play(next)
		}
		if !moved {
			for s := range m {
				if !strings.HasPrefix(s, "end of ") {
					stuck = true
				}
			}
		}
	}
	play(map[string]bool{"start": true})
	return stuck, twice
}

// On small charts at random the findings are those of all runs, played through another way.
func TestParallelWaysAgainstAllRuns(t *testing.T) {
	stuckOnes, twiceOnes := 0, 0
	for seed := range uint64(400) {
		r := rand.New(rand.NewPCG(seed, 7))
		n := 4 + r.IntN(5)
		name := func(i int) string { return []string{"", "|", "?"}[(i*7+int(seed))%3] + fmt.Sprint("s", i) }
		ways := []string{"a>" + name(1)}
		for i := 1; i < n; i++ {
			for range 1 + r.IntN(2) {
				ways = append(ways, name(i)+">"+name(i+1+r.IntN(n-i)))
			}
		}
		if r.IntN(3) == 0 {
			ways = append(ways, name(2+r.IntN(n-2))+">"+name(1+r.IntN(2)))
		}
		c := line(strings.Join(ways, " "))
		v := viewOf(c, Drawn{})
		if len(starts(v.groups()[0])) != 1 || !strings.Contains(strings.Join(ways, " "), "|") {
			continue
		}
		stuck, twice := played(c, "a")
		found := func(rule string) bool {
			return slices.ContainsFunc(prove(c), func(f Finding) bool { return f.Rule == rule })
		}
		if found("waits-for-ever") != stuck || found("comes-twice") != twice {
			t.Fatalf("seed %d: %v: waits %v, twice %v; played: %v, %v", seed, ways, found("waits-for-ever"), found("comes-twice"), stuck, twice)
		}
		if stuck {
			stuckOnes++
		}
		if twice {
			twiceOnes++
		}
	}
	if stuckOnes < 20 || twiceOnes < 20 {
		t.Errorf("%d charts are stuck, %d come twice: too few to tell", stuckOnes, twiceOnes)
	}
}
