package web

import (
	"fmt"
	"html/template"
	"slices"
	"strings"
	"time"

	"plaintracer/core/typeset"
	"plaintracer/format"
)

func many(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// name is somebody's or something's name between words that are not its own: nothing in it steers them.
func name(n string) template.HTML {
	return template.HTML("<bdi>" + template.HTMLEscapeString(typeset.Unsteered(n)) + "</bdi>")
}

// room says how many bytes something takes.
func room(bytes int64) string {
	switch {
	case bytes >= 1<<30:
		return strings.Replace(fmt.Sprintf("%.1f GB", float64(bytes)/(1<<30)), ".0 ", " ", 1)
	case bytes >= 1<<20:
		return fmt.Sprintf("%d MB", bytes>>20)
	}
	return fmt.Sprintf("%d KB", (bytes+1<<10-1)>>10)
}

// sentence makes a sentence of an error.
func sentence(err error) string {
	t := []rune(err.Error())
	return strings.ToUpper(string(t[:1])) + strings.TrimSuffix(string(t[1:]), ".") + "."
}

const untitled = "Untitled chart"

// ago says when something was, as people say it.
func ago(t time.Time) string {
	n := time.Now()
	day := func(t time.Time) int { return t.Year()*400 + t.YearDay() }
	switch {
	case day(t) == day(n):
		return "today " + t.Format("15:04")
	case day(t) == day(n.AddDate(0, 0, -1)):
		return "yesterday " + t.Format("15:04")
	case n.Sub(t) < 6*24*time.Hour:
		return t.Format("Mon 15:04")
	}
	return t.Format("2 January 2006")
}

// offered are the formats that the dialog of export has.
func offered() []format.Format {
	return slices.DeleteFunc(slices.Clone(format.Formats), func(f format.Format) bool { return f.Words == "" })
}
