package style

import (
	"plaintracer/core/chart"
	"plaintracer/core/colour"
)

// The tints of light and of dark papers: all of one lightness (L* of 82, and of 30), so that none stands out; any two
// can be told apart, and those that follow each other clearly, also by those who lack one kind of cone
// (tints_test.go). They were found by a search for the greatest of the least distances.
var (
	lightTints = []string{"#E4CA88", "#A7D5D2", "#CAD0A8", "#EBC1D1", "#65DBFE", "#E2C6C2", "#89D9E3", "#D6CD99", "#EABCF9", "#C0D1B4", "#E0C3E1", "#95DAC2"}
	darkTints  = []string{"#54460D", "#36485C", "#73332F", "#564149", "#16512B", "#6C325B", "#47491C", "#0D4C68", "#5C3F42", "#374478", "#504250", "#324D36"}
)

// Tints are the fills of a page that lanes, kinds and values take in order: those that suit its paper, the one first
// that is nearest to what its house style fills steps with.
func Tints(p *chart.Page) []string {
	tints := lightTints
	if Paper(p).Luminance() < 0.18 {
		tints = darkTints
	}
	h := p.House()
	if h == nil {
		return tints
	}
	first, least := 0, 1<<30
	if fill, ok := colour.Parse(h.Step.Fill); ok {
		for i, t := range tints {
			c, _ := colour.Parse(t)
			far := 0
			for k := range c {
				d := int(c[k]) - int(fill[k])
				far += d * d
			}
			if far < least {
				first, least = i, far
			}
		}
	}
	return append(append([]string{}, tints[first:]...), tints[:first]...)
}
