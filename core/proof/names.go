package proof

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"
)

// leastName is how many letters a name has that is compared with others letter by letter.
const leastName = 5

// used is a word as it was written first, by what it is compared by.
type used map[string]string

// other is how the word of a key was written first, where that is not how it is written now; "" elsewhere.
func (u used) other(key, word string) string {
	was, ok := u[key]
	if !ok {
		u[key] = word
	}
	if was == word {
		return ""
	}
	return was
}

// nameTwice looks for one name in two spellings: 'e-mail' and 'email', 'PayTrace' and 'Paytrace', 'Meyer' and 'Meier'. The
// last are looked for in English texts, which write names with capitals and little else.
func nameTwice(v *view) []Finding {
	var out []Finding
	hyphens, capitals, letters := used{}, used{}, used{}
	told := map[[2]string]bool{}
	names := v.english() && !v.titleCase()
	for i := range v.nodes {
		n := &v.nodes[i]
		words := wordsOf(n.step.Text)
		for k, w := range words {
			w = strings.Trim(w, "-")
			was := hyphens.other(strings.ToLower(strings.ReplaceAll(w, "-", "")), w)
			if strings.Contains(was, "-") == strings.Contains(w, "-") {
				was = ""
			}
			if was == "" && k > 0 && capital(w) && !allCapitals(words) {
				was = capitals.other(strings.ToLower(w), w)
				for _, mask := range masks(w) {
					if was == "" && names {
						was = letters.other(mask, w)
					}
				}
			}
			if was != "" && !told[[2]string{was, w}] {
				told[[2]string{was, w}] = true
				out = append(out, n.on(fmt.Sprintf("'%s' and '%s' seem to be one name in two spellings.", was, w)))
			}
		}
	}
	return out
}

func wordsOf(text string) []string {
	return strings.FieldsFunc(text, func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsMark(r) && r != '-' })
}

func capital(w string) bool {
	first, _ := utf8.DecodeRuneInString(w)
	return unicode.IsUpper(first)
}

func allCapitals(words []string) bool {
	all := strings.Join(words, "")
	return all == strings.ToUpper(all)
}

// titleCase reports whether most words of a chart begin with a capital, as in titles: it says nothing about them there.
func (v *view) titleCase() bool {
	large, all := 0, 0
	for i := range v.nodes {
		for k, w := range wordsOf(v.nodes[i].step.Text) {
			if k == 0 || utf8.RuneCountInString(w) < 4 {
				continue
			}
			all++
			if capital(w) {
				large++
			}
		}
	}
	return 2*large > all
}

// masks are a name with each letter inside it left open, one after the other.
func masks(w string) []string {
	letters := []rune(w)
	if len(letters) < leastName {
		return nil
	}
	var out []string
	for i := 1; i < len(letters)-1; i++ {
		out = append(out, string(letters[:i])+"?"+string(letters[i+1:]))
	}
	return out
}
