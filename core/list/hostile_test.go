package list

import (
	"os"
	"strings"
	"testing"
	"time"

	"plaintracer/core/chart"
)

// What is read takes time in proportion to its length, whatever it says: four times of it takes well below
// sixteen times as long (the least of three tries each).
func TestReadingIsLinear(t *testing.T) {
	if os.Getenv("SOAK") == "" {
		t.Skip("measures time: make soak")
	}
	for name, of := range map[string]func(n int) string{
		"answers to one question":  func(n int) string { return "Complete?\n" + strings.Repeat("yes: x\n", n) },
		"questions and answers":    func(n int) string { return strings.Repeat("Complete?\nno: x\nyes: y\n", n/3) },
		"no question":              func(n int) string { return strings.Repeat("yes: x\n", n) },
		"questions farther in":     func(n int) string { return strings.Repeat("Complete?\n  otherwise: x\n  y\n", n/3) },
		"ways by text":             func(n int) string { return "Log it\n" + strings.Repeat("Ask -> Log it\n", n) },
		"ways to the end":          func(n int) string { return strings.Repeat("Ask\n-> end\n", n/2) },
		"ways back in words":       func(n int) string { return strings.Repeat("Ask\nMend it and go back to 1\n", n/2) },
		"answers in one line":      func(n int) string { return "Complete? " + strings.Repeat("yes: x; ", n/4) },
		"what leads, in one line":  func(n int) string { return strings.Repeat("and go back to x, ", n/4) },
		"conditions":               func(n int) string { return "Complete?\n" + strings.Repeat("If x, y\n", n) },
		"lines with one answer":    func(n int) string { return strings.Repeat("Look\nYes: x\n", n/2) },
		"choices":                  func(n int) string { return strings.Repeat("Decide\n  a: x\n", n/2) },
		"sentences that decide":    func(n int) string { return strings.Repeat("If x, y; otherwise z\n", n) },
		"conditions in one line":   func(n int) string { return "If " + strings.Repeat("x otherwise ", n) },
		"headings":                 func(n int) string { return strings.Repeat("Desk:\n- x\n", n/2) },
		"who does it behind":       func(n int) string { return strings.Repeat("Ask (Desk)\n", n) },
		"bars":                     func(n int) string { return strings.Repeat("Desk | Ask\n", n/2) },
		"conditions behind a line": func(n int) string { return "Look" + strings.Repeat("; if x, y", n) },
		"what leads to rows":       func(n int) string { return "Step,After\n" + strings.Repeat("Ask,Ask\n", n) },
		"a table that leads about": func(n int) string { return "No\tStep\tThen\n" + strings.Repeat("\tAsk\tback to 2\n", n/2) },
	} {
		took := func(n int) time.Duration {
			text, least := of(n), time.Hour
			for range 3 {
				begun := time.Now()
				Read(text, "x")
				least = min(least, time.Since(begun))
			}
			return least
		}
		n := chart.MaxSteps / 8
		if small, large := took(n), took(4*n); large > 10*small+5*time.Millisecond {
			t.Errorf("%s: %d of them take %v, four times as many %v", name, n, small, large)
		}
	}
}
