package proof

import "slices"

// Sources of the rules.
const (
	iso5807  = "ISO 5807:1985"                                 // from memory
	bpmn     = "BPMN 2.0.2"                                    // from memory
	petri    = "workflow nets, soundness (van der Aalst 1998)" // from memory
	wcag     = "WCAG 2.2, 1.4.3"
	practice = "common practice" // as handbooks on flowcharts and courses teach it
)

// ofWork reports whether a rule is about steps that are done one after the other, which people in a hierarchy are not.
func (r Rule) ofWork() bool {
	return slices.Contains([]string{"no-start", "several-starts", "unreached", "endless", "dead-end", "end-goes-on", "several-ways-out", "comes-twice",
		"unconnected", "against-reading", "question", "record", "no-verb"}, r.Name)
}

// Rules are all rules, in the order in which docs/proof-rules.md has them.
func Rules() []Rule {
	return []Rule{
		{"no-start", Doubtful, "Steps that follow each other in a ring, with no first one", practice, noStart},
		{"several-starts", Style, "Several starts of one flow", practice, severalStarts},
		{"unreached", Doubtful, "A step that no way leads to", practice, unreached},
		{"endless", Wrong, "A loop without a way out", practice, endless},
		{"dead-end", Doubtful, "A way that stops before an end", practice, deadEnd},
		{"end-goes-on", Wrong, "A terminator with ways in and out", iso5807 + ", terminator", endGoesOn},
		{"one-way-out", Wrong, "A decision with fewer than two ways out", iso5807 + ", decision", oneWayOut},
		{"outcome-unnamed", Doubtful, "A decision with a way out that has no name", iso5807 + ", decision", outcomeUnnamed},
		{"outcome-twice", Wrong, "A decision with two ways out of one name", practice, outcomeTwice},
		{"several-ways-out", Doubtful, "A step that is no decision with several ways of the flow out of it", bpmn + ", 8.4.13: a way taken without a condition begins a parallel one", severalWaysOut},
		{"waits-for-ever", Wrong, "A parallel mode bar that can wait for ever", petri, waitsForEver},
		{"comes-twice", Doubtful, "Parallel ways that come to one step or end twice", petri, comesTwice},
		{"store-on-way", Wrong, "A store or an annotation as a step on the way", iso5807 + ", data symbols, annotation", storeOnWay},
		{"loose", Wrong, "A connector that is attached at one end only, or at none", practice, loose},
		{"no-mate", Wrong, "An off-page connector whose letter no other one has", iso5807 + ", connector", noMate},
		{"link-gone", Wrong, "A link to a page or step that is gone", practice, linkGone},
		{"empty-part", Doubtful, "A page that a step opens, without steps", practice, emptyPart},
		{"part-without-end", Style, "A page that a step opens, without a start or an end", practice, partWithoutEnd},
		{"unconnected", Doubtful, "A step without a connector beside others that have some", practice, unconnected},
		{"overlap", Doubtful, "Symbols on each other", practice, overlap},
		{"poor-contrast", Doubtful, "A text that hardly stands out from what it stands on", wcag, poorContrast},
		{"small-text", Style, "A text smaller than 6 pt", practice, smallText},
		{"against-reading", Doubtful, "A way against the direction of reading without an arrowhead", iso5807 + ", flow lines", againstReading},
		{"through-symbol", Doubtful, "A connector through a symbol", practice, throughSymbol},
		{"label-on", Doubtful, "A label on something else", practice, labelOn},
		{"cut-off", Doubtful, "A name that is cut off", practice, cutOff},
		{"crossings", Style, "More crossings than the page needs", practice, crossings},
		{"looks-differ", Style, "A step that looks otherwise than the others of its kind", practice, looksDiffer},
		{"many-colours", Style, "More than seven colours of steps on a page", practice, manyFills},
		{"outside-lanes", Doubtful, "A step outside of every lane", practice, outsideLanes},
		{"empty-lane", Style, "A lane without steps", practice, emptyLane},
		{"no-text", Doubtful, "A step without text", practice, noText},
		{"long-text", Style, "A very long text", practice, longText},
		{"same-text", Style, "Two steps of one text", practice, sameText},
		{"question", Doubtful, "A question in a step that is no decision", practice, question},
		{"record", Style, "Words of recording in a plain process (English)", iso5807 + ", document and stored data", record},
		{"no-verb", Style, "A step that does not begin with what is done (English)", practice, noVerb},
		{"name-twice", Style, "One name in two spellings", practice, nameTwice},
		{"role-twice", Style, "One role written in two ways", practice, roleTwice},
	}
}
