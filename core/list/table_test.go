package list

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
)

func rolesOf(t Table) string {
	var out []string
	for _, r := range t.Roles {
		out = append(out, string(r))
	}
	return strings.Join(out, " ")
}

// Tables of who reports to whom, as offices keep them, by hand: the columns, and who stands above whom.
func TestPeople(t *testing.T) {
	const above = "Ana >Ben >Cleo; Ben >Dan; Cleo; Dan"
	with := func(jobs ...string) string {
		return strings.NewReplacer("Ana", "Ana\n"+jobs[0], "Ben", "Ben\n"+jobs[1], "Cleo", "Cleo\n"+jobs[2], "Dan", "Dan\n"+jobs[3]).Replace(above)
	}
	for _, k := range []struct{ text, roles, want string }{
		{"Name\tJob\tReports to\nAna\tDirector\t\nBen\tHead\tAna\nCleo\tHead\tAna\nDan\tRegistrar\tBen\n", "text field above", with("Director", "Head", "Head", "Registrar")},
		{"Employee ID,Name,Title,Manager ID\n101,Ana,Director,\n102,Ben,Head,101\n103,Cleo,Head,101\n104,Dan,Registrar,102\n", "number text field above", with("Director", "Head", "Head", "Registrar")},
		{"Mitarbeiter;Abteilung;Vorgesetzter\nAna;Leitung;-\nBen;Sammlung;Ana\nCleo;Leihe;Ana\nDan;Sammlung;Ben\n", "text field above", above},
		{"Position\tBerichtet an\nAna\t\nBen\tAna\nCleo\tAna\nDan\tBen\n", "text above", above},
		{"Department\tPerson\tManager\nHall\tAna\t\nHall\tBen\tAna\nHall\tCleo\tAna\nHall\tDan\tBen\n", "field text above", above},
		{"Unit\tParent\nAna\tMinistry\nBen\tAna\nCleo\tAna\nDan\tBen\n", "text above", above},
		{"Nom;Fonction;Supérieur\nAna;Directrice;\nBen;Chef;Ana\nCleo;Chef;Ana\nDan;Registre;Ben\n", "text field above", with("Directrice", "Chef", "Chef", "Registre")},
		{"\"Name\",\"Reports to\"\n\"Marsh, Ana\",\n\"Holt, Ben\",\"Marsh, Ana\"\n", "text above", "Marsh, Ana >Holt, Ben; Holt, Ben"},
		{"Name\tReports to\nAna\t\nBen\tAna\nEve?\tBen; Ana\n", "text above", "Ana >Ben >Eve?; Ben >Eve?; Eve?"},
		{"Step\tReports to\nAna\t\nBen\tAna\n", "text above", "Ana >Ben; Ben"},
		{"Name,Job,Reports to\nAna,Director,\nBen,Assistant to the director,Ana\nCleo,Head,Ana\n", "text field above", "Ana\nDirector >Ben\nAssistant to the director >Cleo\nHead; Ben\nAssistant to the director; Cleo\nHead"},
	} {
		table, ok := ReadTable(k.text)
		if !ok {
			t.Errorf("%q is no table", k.text)
			continue
		}
		roles := rolesOf(table)
		p, err := table.Page(ids())
		if err != nil {
			t.Errorf("%q: %v", k.text, err)
			continue
		}
		if got := shape(&chart.Chart{Pages: []*chart.Page{p}}); got != k.want || roles != k.roles {
			t.Errorf("%q\ngot  %v %s\nwant %s %s", k.text, roles, got, k.roles, k.want)
		}
		if p.Setup == nil || p.Setup.Tree != chart.GrowDown || len(p.Lanes) > 0 {
			t.Errorf("%q is no hierarchy: %+v", k.text, p.Setup)
		}
		above := map[string]float64{}
		for _, s := range p.Steps {
			above[s.ID] = s.Y
			if s.Symbol != "process" {
				t.Errorf("%q: %s is a %s", k.text, s.Text, s.Symbol)
			}
		}
		for _, c := range p.Connectors {
			if assists := strings.Contains(p.Step(c.To.Step).Text, "Assistant"); assists != (c.Meaning == chart.Aside) {
				t.Errorf("%q: %s is reached by %s", k.text, p.Step(c.To.Step).Text, c.Meaning)
			}
			if above[c.From.Step] >= above[c.To.Step] {
				t.Errorf("%q: a superior does not stand above", k.text)
			}
		}
	}
}

// Outlines below a title that says what they are, as offices write them, by hand: who stands below whom, and the title.
func TestOutlines(t *testing.T) {
	for _, k := range []struct{ text, want string }{
		{"Organisation chart\nAna\n  Ben\n    Dan\n  Cleo\n", "Ana >Ben >Cleo; Ben >Dan; Dan; Cleo"},
		{"# Org chart, loans desk\n- Ana\n  - Ben\n    - Dan\n  - Cleo\n", "Ana >Ben >Cleo; Ben >Dan; Dan; Cleo"},
		{"Organigramm:\n\nAna\n\tBen\n\t\tDan\n\tCleo\n", "Ana >Ben >Cleo; Ben >Dan; Dan; Cleo"},
		{"Work breakdown structure\n1 Ana\n1.1 Ben\n1.1.1 Dan\n1.2 Cleo\n", "Ana >Ben >Cleo; Ben >Dan; Dan; Cleo"},
		{"Reporting lines\n1. Ana\n   2. Ben\n   3. Cleo\n", "Ana >Ben >Cleo; Ben; Cleo"},
		{"Hierarchy\nAna – Director\n   Ben – Head of loans\n   Cleo (Head of halls)\n", "Ana\nDirector >Ben\nHead of loans >Cleo\nHead of halls; Ben\nHead of loans; Cleo\nHead of halls"},
		{"Organization Chart\nAna\n    Ben - Assistant to Ana\n    Cleo\n", "Ana >Ben\nAssistant to Ana >Cleo; Ben\nAssistant to Ana; Cleo"},
		{"Organigramme\n* Ana\n** Ben\n", "Ana >Ben; Ben"},
		{"WHO REPORTS TO WHOM\nAna\n   Ben\n      Cleo\n         Dan\n", "Ana >Ben; Ben >Cleo; Cleo >Dan; Dan"},
		{"Org chart\n> Ana\n    > Ben\n", "Ana >Ben; Ben"},
	} {
		c, err := Read(k.text, "x")
		if err != nil {
			t.Errorf("%q: %v", k.text, err)
			continue
		}
		p := c.Pages[0]
		if got := shape(c); got != k.want || p.Setup == nil || p.Setup.Tree != chart.GrowDown || p.Title == "" || strings.ContainsAny(p.Title, "#:") {
			t.Errorf("%q below %q\ngot  %s\nwant %s", k.text, p.Title, got, k.want)
		}
		if len(Doubts(Split(k.text))) > 0 {
			t.Errorf("%q is read in two ways", k.text)
		}
		for _, s := range p.Steps {
			if s.Number != "" {
				t.Errorf("%q: %s has a number", k.text, s.Text)
			}
		}
	}
	for _, text := range []string{"Hire somebody\nAsk\n  Log\n", "Organise a chart\nAsk\n  Log\n", "Org chart\nAsk\nLog\n", "Hierarchy\nComplete?\n  yes -> Log\n  no -> Ask\nLog\nAsk\n", "# Hierarchy\n1. Ask\n   form = C-2\n2. Log\n"} {
		if c, err := Read(text, "x"); err != nil || c.Pages[0].Setup != nil {
			t.Errorf("%q is an outline: %v", text, err)
		}
	}
}

// Cells as spreadsheets copy them, what their columns are taken for, and the chart that they make, by
// hand.
func TestTables(t *testing.T) {
	for _, k := range []struct{ text, roles, want string }{
		{"Desk\tAsk the borrower\nDesk\tLog the request\nStore\tHand the object out\n", "lane text", "Desk/Ask the borrower >Log the request; Desk/Log the request >Hand the object out; Store/Hand the object out"},
		{"No\tWho\tActivity\tNext\n1\tDesk\tAsk\t2\n2\tDesk\tComplete?\tyes: 3; no: 1\n3\tStore\tHand out\t\n", "number lane text next", "Desk/Ask >Complete?; Desk/Complete? yes>Hand out no>Ask; Store/Hand out"},
		{"step,who,form\nAsk,Desk,L-1\n\"Log, then file\",Desk,\n", "text lane field", "Desk/Ask >Log, then file; Desk/Log, then file"},
		{"Task;Owner\nAsk;Desk\nLog;Desk", "text lane", "Desk/Ask >Log; Desk/Log"},
		{"Step\tWho\tWhat\tThen\n1\tDesk\tAsk\t2\n2\tDesk\tLog\tend\n", "number lane text next", "Desk/Ask >Log; Desk/Log >End; Desk/End"},
		{"No.\tRole\tActivity\tYes\tNo\n1\tDesk\tRead\t2\t\n2\tDesk\tSigned?\t3\t1\n3\tHead\tApprove\t\t\n", "number lane text yes no", "Desk/Read >Signed?; Desk/Signed? yes>Approve no>Read; Head/Approve"},
		{"Nr.\tWer\tTätigkeit\tWeiter mit\n1\tAmt\tPrüfen\t2\n2\tAmt\tVollständig?\tja: 3; nein: 1\n3\tAmt\tAblegen\t\n", "number lane text next", "Amt/Prüfen >Vollständig?; Amt/Vollständig? ja>Ablegen nein>Prüfen; Amt/Ablegen"},
		{"Responsable\tActividad\tObservación\nCaja\tCobrar\tcon recibo\nCaja\tArchivar\t\n", "lane text field", "Caja/Cobrar >Archivar; Caja/Archivar"},
		{"Who\tTask\tThen\nDesk\tAsk\tin the red folder\nDesk\tLog\tby noon\n", "lane text field", "Desk/Ask >Log; Desk/Log"},
		{"1\tAsk the borrower for it\n2\tLog\n3\tSend\n", "number text", "Ask the borrower for it >Log; Log >Send; Send"},
		{"الخطوة الأولى الطويلة\tالمكتب\nالثانية الطويلة\tالمكتب\n", "text lane", "المكتب/الخطوة الأولى الطويلة >الثانية الطويلة; المكتب/الثانية الطويلة"},
		{"\"two\nlines of it\"\tDesk\nLog it then\tDesk", "text lane", "Desk/two\nlines of it >Log it then; Desk/Log it then"},
	} {
		table, ok := ReadTable(k.text)
		if !ok {
			t.Errorf("%q is no table", k.text)
			continue
		}
		roles := rolesOf(table)
		if roles != k.roles {
			t.Errorf("%q: columns %v, want %s", k.text, roles, k.roles)
		}
		p, err := table.Page(ids())
		if err != nil {
			t.Errorf("%q: %v", k.text, err)
			continue
		}
		c := &chart.Chart{Name: "x", Pages: []*chart.Page{p}}
		if err := c.Check(); err != nil {
			t.Error(err)
		}
		if got := shape(c); got != k.want {
			t.Errorf("%q\ngot  %s\nwant %s", k.text, got, k.want)
		}
	}
	for _, text := range []string{"Ask\nLog", "Complete?\n\tno -> Ask again\nSend", "Ask, then log\nSend, too", "One\t\n"} {
		if table, ok := ReadTable(text); ok {
			t.Errorf("%q is taken for a table: %v", text, table.Roles)
		}
	}
	if _, err := (Table{Rows: [][]string{{"a"}}, Roles: []Role{LaneRole}}).Page(ids()); err == nil {
		t.Error("a table without a text makes a page")
	}
}
