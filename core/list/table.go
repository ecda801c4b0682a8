package list

import (
	"encoding/csv"
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
)

// Role is what the cells of a column say.
type Role string

// The roles.
const (
	NumberRole Role = "number"
	LaneRole   Role = "lane"
	TextRole   Role = "text"
	NextRole   Role = "next"
	BeforeRole Role = "before" // what leads there
	AboveRole  Role = "above"  // whom a person reports to
	SymbolRole Role = "symbol"
	StageRole  Role = "stage"
	YesRole    Role = "yes" // where it leads if so
	NoRole     Role = "no"
	FieldRole  Role = "field"
	Unused     Role = "none"
)

// Roles are all roles, in the order in which they are offered.
var Roles = []Role{TextRole, LaneRole, NumberRole, NextRole, YesRole, NoRole, BeforeRole, AboveRole, SymbolRole, StageRole, FieldRole, Unused}

// Table are cells as a spreadsheet puts them on the clipboard, and what each column is taken for.
type Table struct {
	Head  []string // names of the columns; nil without a heading row
	Rows  [][]string
	Roles []Role
}

// headings are the names by which columns are recognised, in the words of offices.
var headings = map[Role][]string{
	NumberRole: split("number|employee id|staff id|personalnummer|no|no.|nr|nr.|#|step no|step no.|step number|step #|id|key|ref|seq|position|pos|pos.|nummer|lfd. nr.|schritt nr.|numéro|n°|nº|número|numero|numer|lp.|lp|núm."),
	LaneRole: split("lane|role|who|responsible|responsibility|actor|owner|department|team|by|performed by|done by|person|function|unit|party|rolle|wer|verantwortlich|zuständig|abteilung|bereich|rôle|qui|responsable|service|" +
		"acteur|rol|quién|quien|departamento|área|ruolo|chi|responsabile|reparto|wie|verantwoordelijke|verantwoordelijk|afdeling|papel|quem|responsável|setor|rola|kto|odpowiedzialny|dział|roll|vem|ansvarig|avdelning|hvem|ansvarlig|afdeling"),
	TextRole: split("text|step|activity|task|action|description|what|process step|process|name|work|schritt|tätigkeit|aufgabe|aktivität|beschreibung|was|étape|activité|tâche|action|description|quoi|paso|actividad|tarea|acción|" +
		"descripción|qué|que|passo|fase|attività|compito|azione|descrizione|cosa|stap|activiteit|taak|actie|omschrijving|beschrijving|wat|etapa|atividade|ação|descrição|o quê|krok|czynność|zadanie|opis|co|steg|aktivitet|uppgift|" +
		"beskrivning|vad|trin|opgave|beskrivelse|hvad|trinn|oppgave|hva"),
	NextRole: split("next|next step|next steps|then|goes to|go to|followed by|successor|successors|to|leads to|nächster schritt|weiter|weiter mit|dann|nachfolger|suivant|étape suivante|ensuite|puis|siguiente|siguiente paso|luego|successivo|poi|" +
		"prossimo|volgende|volgende stap|dan|próximo|próximo passo|seguinte|depois|następny|dalej|potem|nästa|nästa steg|sedan|næste|derefter|neste|deretter"),
	YesRole:    split("yes|if yes|ja|wenn ja|oui|si oui|sí|si sí|sì|se sì|indien ja|als ja|sim|se sim|tak|jeśli tak|om ja|hvis ja"),
	NoRole:     split("no|if no|nein|wenn nein|non|si non|si no|se no|nee|indien nee|als nee|não|se não|nie|jeśli nie|nej|om nej|hvis nej|nei|hvis nei"),
	BeforeRole: split("predecessor|predecessors|previous|previous step|after|follows|comes from|depends on|vorgänger|nach schritt|prédécesseur|après|predecesor|anterior|precedente|voorganger|poprzednik|föregångare|forgænger|forgjenger"),
	AboveRole: split("reports to|manager|manager id|reports to id|parent|parent id|parent unit|line manager|superior|supervisor|boss|managed by|berichtet an|vorgesetzter|vorgesetzte|vorgesetzt|rend compte à|supérieur|supérieur hiérarchique|reporta a|superior jerárquico|jefe|" +
		"riporta a|rapporteert aan|leidinggevende|reporta-se a|chefe|podlega|przełożony|rapporterar till|chef|rapporterer til|leder"),
	StageRole:  split("phase|stage|milestone|etappe|abschnitt|étape du projet|fase del progetto|faza|fas"),
	SymbolRole: split("symbol|shape|type|kind|symbole|símbolo|simbolo|symbool|figura"),
}

func split(s string) []string { return strings.Split(s, "|") }

// ReadTable takes cells apart: separated by tabs or bars, or by commas or semicolons below a heading that says
// what they are. ok is false for a text that is no table.
func ReadTable(text string) (t Table, ok bool) {
	lines := Lines(strings.ReplaceAll(text, "\r\n", "\n"))
	if cells, barred := withBars(lines); barred {
		text, lines = strings.Join(cells, "\n"), cells
	}
	tabbed := 0
	for _, l := range lines {
		if strings.Contains(strings.TrimLeft(l, "\t "), "\t") {
			tabbed++
		}
	}
	comma := '\t'
	if tabbed*2 < len(lines) || tabbed == 0 {
		if comma = headed(lines); comma == 0 {
			return Table{}, false
		}
	}
	r := csv.NewReader(strings.NewReader(text))
	r.Comma, r.LazyQuotes, r.FieldsPerRecord = comma, true, -1
	rows, err := r.ReadAll()
	if err != nil || len(rows) > chart.MaxSteps {
		return Table{}, false
	}
	columns := 0
	for _, row := range rows {
		for i, c := range row {
			if row[i] = strings.TrimSpace(c); row[i] != "" {
				columns = max(columns, i+1)
			}
		}
	}
	for i, row := range rows {
		rows[i] = append(row, make([]string, max(0, columns-len(row)))...)[:columns]
	}
	rows = slices.DeleteFunc(rows, func(row []string) bool { return strings.Join(row, "") == "" })
	if columns < 2 || len(rows) == 0 {
		return Table{}, false
	}
	t.Rows = rows
	if pairs, ok := ofPairs(rows); ok {
		return pairs, true
	}
	if roles := named(rows[0]); slices.ContainsFunc(roles, func(r Role) bool { return r != FieldRole }) {
		t.Head, t.Rows, t.Roles = rows[0], rows[1:], roles
		t.ofPeople()
		t.weigh()
		if !slices.Contains(t.Roles, TextRole) {
			t.guess()
		}
	} else {
		t.Roles = make([]Role, columns)
		t.guess()
	}
	return t, len(t.Rows) > 0
}

// withBars has tabs in the place of the bars between cells, where all lines have the same number of bars: 'Nurse | Take
// history', '| Step | Who |'. A line of dashes below the heads is left out.
func withBars(lines []string) (cells []string, ok bool) {
	bars := 0
	for i, l := range lines {
		l = strings.TrimSpace(l)
		if i == 1 && strings.Trim(l, "|-: ") == "" {
			continue
		}
		l = strings.TrimSuffix(strings.TrimPrefix(l, "|"), "|")
		n := strings.Count(l, "|")
		if i > 0 && n != bars || n == 0 || strings.Contains(l, `\|`) || strings.Contains(l, "\t") {
			return nil, false
		}
		bars = n
		cells = append(cells, strings.ReplaceAll(l, "|", "\t"))
	}
	return cells, len(cells) > 1
}

// headed is what separates the cells of a text whose first line names columns; 0 where it does not.
func headed(lines []string) rune {
	if len(lines) < 2 {
		return 0
	}
	if _, titled := titleIn(lines[0]); titled && slices.ContainsFunc(lines[1:], leadsOn) { // '# ; yes' is a title there
		return 0
	}
	for _, sep := range []rune{',', ';'} {
		n := 0
		if _, _, _, pairs := pairColumns(strings.Split(lines[0], string(sep))); pairs {
			return sep
		}
		head := strings.Split(lines[0], string(sep))
		roles := named(head)
		for i, r := range roles {
			if r != FieldRole || slices.Contains(roles, AboveRole) && slices.Contains(people, strings.ToLower(head[i])) {
				n++
			}
		}
		if n >= 2 {
			return sep
		}
	}
	return 0
}

// leadsOn reports whether a line of a list says where the step before it leads.
func leadsOn(l string) bool {
	l = strings.TrimSpace(l)
	return strings.HasPrefix(l, "-> ") || strings.HasPrefix(l, "~> ")
}

// pairColumns are those of a table whose rows each say from where to where a connector leads; label is -1 without one.
func pairColumns(head []string) (from, to, label int, ok bool) {
	column := func(names string) int {
		return slices.IndexFunc(head, func(h string) bool {
			return slices.Contains(split(names), strings.ToLower(strings.Trim(strings.TrimSpace(h), `"`)))
		})
	}
	from, to = column("from|source|von|de|desde|da|van"), column("to|target|nach|zu|à|a|hasta|para|naar")
	return from, to, column("label|condition|outcome|when|bedingung|condición|condizione"), from >= 0 && to >= 0 && from != to
}

// ofPairs is the table of such rows: 'From, To, Label'.
func ofPairs(rows [][]string) (t Table, ok bool) {
	from, to, label, ok := pairColumns(rows[0])
	if !ok {
		return t, false
	}
	var order []string
	ways, there := map[string][]string{}, map[string]bool{}
	for _, row := range rows[1:] {
		for _, name := range []string{row[from], row[to]} {
			if name != "" && !there[name] {
				order, there[name] = append(order, name), true
			}
		}
		if row[from] == "" || row[to] == "" {
			continue
		}
		way := row[to]
		if label >= 0 && row[label] != "" {
			way = row[label] + " -> " + way
		}
		ways[row[from]] = append(ways[row[from]], way)
	}
	t = Table{Head: []string{rows[0][from], rows[0][to]}, Roles: []Role{TextRole, NextRole}}
	for _, name := range order {
		t.Rows = append(t.Rows, []string{name, strings.Join(ways[name], ";")})
	}
	return t, len(order) > 0
}

// named are the roles of columns by their names; those that nothing else is known of are fields. 'No' is a
// number, unless there is a 'Yes'.
func named(head []string) []Role {
	out := make([]Role, len(head))
	taken := map[Role]bool{}
	for i, h := range head {
		head[i] = strings.Trim(strings.TrimSpace(h), `"`)
	}
	is := func(r Role, h string) bool { return slices.Contains(headings[r], strings.ToLower(h)) }
	forked := slices.ContainsFunc(head, func(h string) bool { return is(YesRole, h) })
	for i, h := range head {
		out[i] = FieldRole
		for _, r := range append([]Role{YesRole, NoRole}, Roles...) {
			if (r != YesRole && r != NoRole || forked) && !taken[r] && is(r, h) {
				out[i], taken[r] = r, true
				break
			}
		}
	}
	return out
}

// ofPeople is for a table that says who reports to whom: its texts are the names of people, or what there is else, and
// what else is said of them are fields.
func (t *Table) ofPeople() {
	if !slices.Contains(t.Roles, AboveRole) {
		return
	}
	name := -1
	for i, h := range t.Head {
		if slices.Contains(people, strings.ToLower(h)) && name < 0 {
			name = i
		}
	}
	for i, r := range t.Roles {
		if r != AboveRole && r != SymbolRole && (r != NumberRole || !t.counts(i)) && (r != TextRole || name >= 0) {
			t.Roles[i] = FieldRole
		}
	}
	if name >= 0 {
		t.Roles[name] = TextRole
	}
}

// jobs are the heads of columns that say what somebody does.
var jobs = split("job|job title|title|position|function|role|post|funktion|stelle|fonction|poste|cargo|puesto|mansione|ruolo|functie|função|stanowisko|befattning|titel|stilling")

// assistants are how jobs begin of those who stand beside the line.
var assistants = split("assistant|assistent|personal assistant|executive assistant|pa to|secretary|sekret|secrétaire|secretari|segretari")

// people are the heads of columns of names.
var people = split("name|full name|person|employee|staff|member|position|unit|mitarbeiter|mitarbeiterin|stelle|nom|employé|personne|nombre|empleado|persona|nome|dipendente|naam|medewerker|funcionário|pracownik|imię i nazwisko|namn|anställd|navn|ansat|ansatt")

// weigh looks at what stands in columns that have a name: 'Step' above nothing but numbers is their number,
// and the next column that can be the text is it; a column that mostly leads to no step is a field.
func (t *Table) weigh() {
	if i := slices.Index(t.Roles, TextRole); i >= 0 && t.counts(i) && !slices.Contains(t.Roles, NumberRole) {
		t.Roles[i] = NumberRole
		for j, h := range t.Head {
			if t.Roles[j] == FieldRole && slices.Contains(headings[TextRole], strings.ToLower(h)) {
				t.Roles[j] = TextRole
				break
			}
		}
	}
	r := t.reading()
	for i, role := range t.Roles {
		if role != NextRole && role != YesRole && role != NoRole {
			continue
		}
		says, leads := 0, 0
		for _, row := range t.Rows {
			if row[i] != "" {
				says++
				if _, ok := r.leadsTo(row[i], ""); ok {
					leads++
				}
			}
		}
		if leads*2 < says {
			t.Roles[i] = FieldRole
		}
	}
}

// counts reports whether a column has a key of its own in every row.
func (t *Table) counts(i int) bool {
	different := map[string]bool{}
	for _, row := range t.Rows {
		if !plainKey(strings.TrimRight(row[i], ".)")) {
			return false
		}
		different[row[i]] = true
	}
	return len(different) == len(t.Rows)
}

// reading is what the rows can be named by: their keys, or as they are counted, and their texts.
func (t *Table) reading() *reading {
	r := &reading{keys: map[string]bool{}, texts: map[string]bool{}}
	for i, role := range t.Roles {
		for _, row := range t.Rows {
			switch role {
			case NumberRole:
				r.keys[strings.TrimRight(row[i], ".)")] = true
			case TextRole:
				r.knows(row[i])
			}
		}
	}
	if len(r.keys) == 0 {
		for i := range t.Rows {
			r.keys[fmt.Sprint(i+1)] = true
		}
	}
	return r
}

// leadsTo reads where a row leads: '4', '5, 7', 'yes: 5; no: 7', 'yes -> 5', 'back to 2', a step by its text,
// all of them ways of that label if they have none. ok is false where one of them is no step.
func (r *reading) leadsTo(cell, label string) (ways []way, ok bool) {
	if w, is := r.target(cell); is {
		w.label, w.meaning = label, chart.Flow
		return []way{w}, true
	}
	ok = true
	if fields := strings.Fields(cell); len(fields) > 1 && !slices.ContainsFunc(fields, func(f string) bool { return !strings.Contains(strings.TrimSuffix(f, ":"), ":") }) {
		cell = strings.Join(fields, ";") // 'Y:3 N:4'
	}
	for _, part := range strings.FieldsFunc(strings.ReplaceAll(cell, " / ", ";"), func(r rune) bool { return strings.ContainsRune(";,|\n", r) }) {
		name, to := label, strings.TrimSpace(part)
		if o, is := cutOutcome(to); is && o.rest != "" {
			name, to = o.label, o.rest
		} else if before, _, after, is := cutArrow(to); is {
			name, to = before, after
		} else if before, after, is := strings.Cut(to, ":"); is {
			name, to = strings.TrimSpace(before), after
		} else if before, after, is := strings.Cut(to, " "); is && isOutcome(before) && r.knowsTarget(after) { // 'yes 30'
			name, to = strings.ToLower(before), after
		}
		if to = strings.TrimSpace(to); to == "" {
			continue
		}
		w, is := r.target(to)
		if led, leads := cutLeader(to); !is && leads {
			w, is = r.target(led)
		}
		if !is {
			w, ok = way{to: bare(to)}, false
		}
		w.label, w.meaning = name, chart.Flow
		ways = append(ways, w)
	}
	return ways, ok
}

func (r *reading) knowsTarget(s string) bool { _, ok := r.target(s); return ok }

// guess gives roles to columns that have none: the longest texts are the steps, a column with few
// different ones before it says who does them, one that counts numbers them, and one of such numbers says
// where they lead.
func (t *Table) guess() {
	long, best := -1, 0.0
	for i := range t.Roles {
		if t.Roles[i] != "" && t.Roles[i] != FieldRole {
			continue
		}
		sum := 0
		for _, row := range t.Rows {
			sum += len(row[i])
		}
		if mean := float64(sum) / float64(len(t.Rows)); mean > best {
			long, best = i, mean
		}
	}
	for i := range t.Roles {
		if i == long {
			t.Roles[i] = TextRole
			continue
		}
		if t.Roles[i] != "" {
			continue
		}
		different, says, leads := map[string]bool{}, 0, 0
		r := t.reading()
		for _, row := range t.Rows {
			different[row[i]] = true
			if row[i] != "" {
				says++
				if _, ok := r.leadsTo(row[i], ""); ok {
					leads++
				}
			}
		}
		switch {
		case t.counts(i) && !slices.Contains(t.Roles, NumberRole):
			t.Roles[i] = NumberRole
		case says > 0 && leads == says && slices.Contains(t.Roles, NumberRole) && !slices.Contains(t.Roles, NextRole):
			t.Roles[i] = NextRole
		case !slices.Contains(t.Roles, LaneRole) && (len(different)*2 <= len(t.Rows) || len(t.Rows) < 6 && i < long):
			t.Roles[i] = LaneRole
		default:
			t.Roles[i] = FieldRole
		}
	}
}
