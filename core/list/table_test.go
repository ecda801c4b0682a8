package list

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
)

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
		var roles []string
		for _, r := range table.Roles {
			roles = append(roles, string(r))
		}
		if strings.Join(roles, " ") != k.roles {
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
