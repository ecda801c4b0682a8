package style

import (
	"cmp"
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/symbol"
)

// Shipped are the house styles that come with the application, after the plain look: names of
// our own, few colours each, and what means something is told by more than its colour.
func Shipped() []chart.House {
	round, yes := 6.0, true
	heavy := func(h chart.House, weight float64) chart.House {
		h.Step.Weight = weight
		h.Lines = lines(h.Inks[0], weight)
		return h
	}
	wharf := of("Wharf", "", chart.Sans, "#0A4A5E", "#CDE6EC", "#F3E3C3", "#B5D3DA")
	wharf.Step.Corner = &round
	ledger := of("Ledger", "#FFFDF5", chart.Serif, "#3A2E1F", "#F4ECD8", "#E6D8B8", "#EFE4CB")
	kiln := of("Kiln", "", chart.Sans, "#5A1E0C", "#F7DDD0", "#FBEFD9", "#EBC4AF")
	fen := of("Fen", "", chart.Sans, "#1F4A2A", "#DCEBD5", "#F3F0CF", "#BFDBB5")
	fen.Step.Corner = &round
	heather := of("Heather", "", chart.Sans, "#3F2A66", "#E6DFF4", "#F6E3EC", "#CFC2E8")
	plate := of("Plate", "", chart.Mono, "#1D2B44", "#FFFFFF", "#E8ECF3", "#D5DCE8")
	plate.Step.Double = &yes
	slate := of("Slate", "#F4F5F6", chart.Sans, "#2B3440", "#E3E7EB", "#FFFFFF", "#C7CFD7")
	signal := of("Signal", "", chart.Sans, "#102A43", Fills[1], Fills[3], Fills[2])
	signal.Fills, signal.Inks = Fills, Lines
	lantern := of("Lantern", "#14202B", chart.Sans, "#F4E9C9", "#24394A", "#5C4410", "#35586B")
	nightfall := of("Nightfall", "#000000", chart.Sans, "#FFFFFF", "#1C1C1C", "#3A3A3A", "#2A2A2A")
	photocopy := heavy(of("Photocopy", "", chart.Sans, "#000000", "#FFFFFF", "#FFFFFF", "#FFFFFF"), 2)
	photocopy.Kinds = map[symbol.Kind]chart.StepLook{symbol.Decision: {Weight: 3}, symbol.Terminator: {Double: &yes}}
	photocopy.Lane = chart.LaneLook{Head: "#FFFFFF"}
	return []chart.House{wharf, ledger, kiln, fen, heather, plate, slate, signal, lantern, nightfall, heavy(photocopy, 2)}
}

// of is a house style of an ink for lines and text, a fill for steps, one for decisions and one
// for beginnings, ends and the heads of lanes, on a paper ("" for white).
func of(name, paper string, family chart.Family, ink, fill, decide, end string) chart.House {
	h := chart.House{
		Name: name, Paper: paper, Family: family,
		Step: chart.StepLook{Fill: fill, Outline: ink},
		Kinds: map[symbol.Kind]chart.StepLook{
			symbol.Decision: {Fill: decide}, symbol.Terminator: {Fill: end}, symbol.OffPage: {Fill: end},
			symbol.StoredData: {Fill: cmp.Or(paper, colour.White.String())}, symbol.DirectAccess: {Fill: cmp.Or(paper, colour.White.String())},
		},
		Lines: lines(ink, LineWeight),
		Lane:  chart.LaneLook{Head: end},
		Fills: []string{fill, decide, end}, Inks: []string{ink},
	}
	return h
}

func lines(ink string, weight float64) map[chart.Meaning]chart.Look {
	l := chart.Look{Colour: ink, Weight: weight}
	return map[chart.Meaning]chart.Look{chart.Flow: l, chart.Aside: l, chart.Data: l, chart.Note: {Colour: ink}}
}

// Made is a house style of two or three colours of a company, and what of them was changed so
// that everything can be read: the first is the ink, the others fill steps, and decisions, ends
// and lanes.
func Made(name string, family chart.Family, colours []string) (h chart.House, changed []string) {
	cs := make([]colour.RGB, 0, 3)
	for _, s := range colours {
		if c, ok := colour.Parse(s); ok {
			cs = append(cs, c)
		}
	}
	if len(cs) == 0 {
		cs = append(cs, colour.Ink)
	}
	ink := cs[0]
	fill := cs[len(cs)-1]
	if len(cs) > 1 {
		fill = cs[1]
	}
	pale := fill.Over(colour.White, 0.75)
	decide := cs[len(cs)-1].Over(colour.White, 0.55)
	end := fill.Over(colour.White, 0.5)
	mended, _ := colour.Repaired(ink, colour.ForLines, colour.White) // text finds its own colour
	if mended != ink {
		changed = append(changed, fmt.Sprintf("%s → %s", ink, mended))
	}
	h = of(name, "", family, mended.String(), pale.String(), decide.String(), end.String())
	for _, c := range cs {
		h.Fills = append(h.Fills, c.String())
	}
	return h, changed
}

// Pairing is two colours of a house style that stand on each other, and how well that reads.
type Pairing struct {
	Of    string // what it is of, in words
	On    string // the ground
	Ink   string
	Reads float64
	Needs float64
}

// Pairings are all pairings of text and of outlines on a page with a house style (nil for the
// plain look).
func Pairings(h *chart.House) []Pairing {
	c := &chart.Chart{Pages: []*chart.Page{chart.NewPage("p1")}}
	c.SetHouse(h)
	p := c.Pages[0]
	paper := Paper(p)
	var out []Pairing
	add := func(of, ink string, needs float64, on ...colour.RGB) {
		i, _ := colour.Parse(ink)
		out = append(out, Pairing{of, on[0].String(), i.String(), colour.Least(i, on...), needs})
	}
	for _, i := range symbol.All() {
		l := Of(p, &chart.Step{ID: "s", Symbol: i.Kind, W: i.W, H: i.H})
		add(i.Name+": text", l.TextColour, colour.ForText, l.Grounds()...)
		if l.Outline != "" {
			add(i.Name+": outline", l.Outline, colour.ForLines, paper)
		}
	}
	for _, m := range []chart.Meaning{chart.Flow, chart.Aside, chart.Data, chart.Note} {
		add("Connector, "+string(m), Line(p, &chart.Connector{Meaning: m}).Colour, colour.ForLines, paper)
	}
	for _, st := range chart.TextStyles {
		if c := textColour(textOf(p, st).Colour); c != "" {
			add("Text in "+string(st), c, colour.ForText, grounds(p)...)
		}
	}
	lane := Band(p, nil)
	head, _ := colour.Parse(lane.Head)
	add("Lane: name", colour.OnTop(head).String(), colour.ForText, head)
	add("Page: text", Ink(p), colour.ForText, paper)
	return out
}
