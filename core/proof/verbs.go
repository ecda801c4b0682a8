package proof

import (
	"fmt"
	"strings"

	"plaintracer/core/symbol"
)

// verbs are what steps of offices, stores, shops and works mostly begin with (English, common practice).
var verbs = wordSet(`accept acknowledge act activate add address adjust administer admit advise agree align allocate allow amend analyse analyze
announce answer appeal apply appoint approach approve archive arrange ask assemble assess assign assist attach attend audit authorise authorize
award back bake balance begin bill block board book bring brief build buy calculate call calibrate cancel carry cash catch certify change charge check
choose claim classify clean clear close code collect combine come commission communicate compare compile complain complete compose compute conduct confirm
connect consider consolidate consult contact continue control convert cook cool coordinate copy correct count cover create credit cut deal
debit decide decline deduct deep define delegate delete deliver deploy deposit describe design destroy detach determine develop diagnose dig direct
disassemble discard discharge discuss dismiss dispatch display dispose distribute document donate draft drain draw drive drop dry edit eject
email enable encode end enquire enrol enroll ensure enter escalate escort establish estimate evaluate examine exchange execute expand explain export extend
extract fasten feed fetch file fill finalise finalize find finish fit fix flag flush fold follow forward freeze fulfil fulfill gather generate get give go
grade grant greet grind group guide hand handle hang harvest heat help hire hold identify implement import improve include inform initiate insert inspect
install instruct insure interview investigate invite invoice issue join keep label launch lay lead learn leave lend let level lift link list listen load locate
lock log look lower mail maintain make manage map mark match measure meet mend merge message mix modify monitor mount move name negotiate note notify
obtain offer open operate order organise organize outline overhaul pack package paint park pass pay perform phone pick place plan plant play polish post
pour prepare prescribe present press price print prioritise prioritize process procure produce program project promote propose protect prove provide publish pull pump
purchase push put qualify quote raise rank rate reach read rebuild receive recheck recommend reconcile record recruit redeem redirect reduce refer refill refund
refuse register reject release remind remove renew rent reopen repair repeat replace reply report request reschedule reserve reset resolve respond restart restock
restore resubmit resume retest retire retrieve return review revise revoke reward rework rinse roll route run sample save scan schedule scrap screen seal search
select sell send separate serve service set settle share ship shelve show sign sit sort specify split stack stamp start state sterilise sterilize
stop store study submit subscribe supervise supply support suspend switch take talk tear tell terminate test thank throw tidy tighten total trace track train
transfer transport travel treat triage try tune turn type unload unlock unpack update upgrade upload use validate verify visit wait walk warm wash watch weigh
welcome wipe withdraw work wrap write`)

// others are words that no instruction begins with.
var others = wordSet(`a all an any each every her his its my new no our some that the their these this those your`)

func wordSet(words string) map[string]bool {
	out := map[string]bool{}
	for _, w := range strings.Fields(words) {
		out[w] = true
	}
	return out
}

// base is the verb of which a word may be another form ('checking', 'sends', 'issued'); "" for none.
func base(word string, endings ...string) string {
	for _, e := range endings {
		stem, ok := strings.CutSuffix(word, e)
		if !ok || stem == "" {
			continue
		}
		tries := []string{stem, stem + "e"}
		if n := len(stem); n > 1 && stem[n-1] == stem[n-2] {
			tries = append(tries, stem[:n-1])
		}
		if s, ok := strings.CutSuffix(stem, "i"); ok {
			tries = append(tries, s+"y")
		}
		for _, t := range tries {
			if verbs[t] {
				return t
			}
		}
	}
	return ""
}

// english reports whether the steps of a chart are in English: most begin with one of its verbs, or its small words are
// among them.
func (v *view) english() bool {
	begin, small, all := 0, 0, 0
	for i := range v.nodes {
		if v.nodes[i].step.Symbol != symbol.Process {
			continue
		}
		all++
		for k, w := range strings.Fields(v.nodes[i].said) {
			switch {
			case k == 0 && verbs[w]:
				begin++
			case w == "the" || w == "and" || w == "with" || w == "from":
				small++
			}
		}
	}
	return begin > 1 && 2*begin >= all || small > 1
}

// noVerb gives advice where a step tells a thing, or what somebody does, and not what to do.
func noVerb(v *view) []Finding {
	if !v.english() {
		return nil
	}
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		words := strings.Fields(n.said)
		if n.step.Symbol != symbol.Process || len(words) == 0 || verbs[words[0]] || strings.HasSuffix(n.said, "?") {
			continue
		}
		if say := instead(words); say != "" {
			out = append(out, n.on(fmt.Sprintf("%s does not begin with what is done. Say %s.", called(n.step), say)))
		}
	}
	return out
}

// instead is with which verb a text of several words could begin; "" where it may be one of an instruction.
func instead(words []string) string {
	if b := base(words[0], "ing"); b != "" {
		return fmt.Sprintf("'%s', not '%s'", b, words[0])
	}
	for i, w := range words[1:] {
		switch w {
		case "is", "are", "gets", "be", "was", "were":
			if i+2 < len(words) {
				if b := base(words[i+2], "ed", "en", "t"); b != "" {
					return fmt.Sprintf("'%s …', not '%s %s'", b, w, words[i+2])
				}
			}
		}
	}
	if len(words) > 1 && !verbs[words[1]] {
		if b := base(words[1], "s", "es"); b != "" && len(words) > 2 {
			return fmt.Sprintf("'%s …' where the lane tells who does it", b)
		}
	}
	if others[words[0]] {
		return "what is done with it"
	}
	return ""
}
