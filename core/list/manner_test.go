package list

import (
	"strings"
	"testing"
)

// The manners in which people write lists, and the chart that each says: 'title | text label>text; ...', by hand.
func TestManners(t *testing.T) {
	for _, k := range []struct{ name, text, want string }{
		{"a title above numbers", "Refunds\n1. Form comes\n2. Check it\n3. Pay", "Refunds | Form comes >Check it; Check it >Pay; Pay"},
		{"a title above marks, with a colon", "Refunds (by night):\n\n* Desk: Form comes\n* Desk: Check it\n* Bank: Pay", "Refunds (by night) | Desk/Form comes >Check it; Desk/Check it >Pay; Bank/Pay"},
		{"a title with a rule below it", "Refunds\n=======\n1. Form comes\n2. Check it\n3. Pay", "Refunds | Form comes >Check it; Check it >Pay; Pay"},
		{"a title and an empty line", "How to return a book\n\nBring it\nDamaged?\nYes. Pay a fee.\nNo. Go on.\nSign",
			"How to return a book | Bring it >Damaged?; Damaged? yes>Pay a fee. no>Sign; Pay a fee. >Sign; Sign"},
		{"no title: empty lines all over", "Bring it\n\nSign\n\nLeave\n\nRest", " | Bring it >Sign; Sign >Leave; Leave >Rest; Rest"},
		{"no title: what it leads to is farther in", "Arrive\n  - Park\n  - Sign in\n  - Meet", " | Arrive >Park; Park >Sign in; Sign in >Meet; Meet"},
		{"no title below another", "# Refunds\nSteps\n1. Form comes\n2. Check it\n3. Pay", "Refunds | Steps >Form comes; Form comes >Check it; Check it >Pay; Pay"},
		{"headings that say who", "Sales:\n- takes the order\n- checks it\nStore:\n- packs\n", " | Sales/takes the order >checks it; Sales/checks it >packs; Store/packs"},
		{"headings without marks below", "Sales:\ntakes the order\nchecks it\n\nStore:\npacks\n", " | Sales/takes the order >checks it; Sales/checks it >packs; Store/packs"},
		{"headings without a colon", "Sales\n - takes the order\n - paid?\n   - yes: releases it\n   - no: asks\nStore\n - packs\n",
			" | Sales/takes the order >paid?; Sales/paid? yes>releases it no>asks; Sales/releases it >packs; Sales/asks >packs; Store/packs"},
		{"who does it behind each line", "1. Open ticket (Helpdesk)\n2. Mend it (Second level)\n3. Close it (Helpdesk)", " | Helpdesk/Open ticket >Mend it; Second level/Mend it >Close it; Helpdesk/Close it"},
		{"what stands in parentheses once", "1. Open ticket (Helpdesk)\n2. Mend it\n3. Close it", " | Open ticket (Helpdesk) >Mend it; Mend it >Close it; Close it"},
		{"letters for numbers", "A. Look\nB. There?\n   yes -> D\n   no -> C\nC. Order -> B\nD. Send", " | Look >There?; There? yes>Send no>Order; Order >There?; Send"},
		{"a letter that is none", "A. Smith signs\nB. Jones pays", " | A. Smith signs >B. Jones pays; B. Jones pays"},
		{"a number and a dash", "1 - Open\n2 - Till empty?\n2.1 - Yes - fetch change\n2.2 - No - count it\n3 - Serve",
			" | Open >Till empty?; Till empty? yes>fetch change no>count it; fetch change >Serve; count it >Serve; Serve"},
		{"numbers below the number of an outcome", "1. Solved?\n1.1 Yes: tell them\n1.2 No: pass it on\n1.2.1 Look at it\n1.2.2 Mend it\n2. Close",
			" | Solved? yes>tell them no>pass it on; tell them >Close; pass it on >Look at it; Look at it >Mend it; Mend it >Close; Close"},
		{"as forms have it", "In stock? (Y/N)\nY: pick it\nN: order it\nSend", " | In stock? yes>pick it no>order it; pick it >Send; order it >Send; Send"},
		{"as other forms have it", "Complete (yes/no)?\n  yes: file it\n  no: ask\nSend", " | Complete? yes>file it no>ask; file it >Send; ask >Send; Send"},
		{"a check with its answers", "Form comes\nCheck whether it is complete\n- Yes: file it\n- No: ask\nTell them",
			" | Form comes >Check whether it is complete; Check whether it is complete yes>file it no>ask; file it >Tell them; ask >Tell them; Tell them"},
		{"a check with its cases", "1. Form comes\n2. Check it\n   a. If complete: go to 3\n   b. If incomplete: send it back, end\n3. File it",
			" | Form comes >Check it; Check it complete>File it incomplete>send it back; send it back >End; File it; End"},
		{"a choice", "Shift lead: Decide on shutdown\n  - shut down: Operator: Run the list\n  - carry on: go to Hand over\nOperator: Write it down\nOperator: Hand over",
			" | Shift lead/Decide on shutdown shut down>Run the list carry on>Hand over; Operator/Run the list >Write it down; Operator/Write it down >Hand over; Operator/Hand over"},
		{"a sentence with both ways", "Look\nIF stock < 10 THEN order more ELSE do nothing\nSend", " | Look >Stock < 10?; Stock < 10? yes>order more no>do nothing; order more >Send; do nothing >Send; Send"},
		{"and its way back", "Draft it\nRead it\nIf errors are found, return to draft it; otherwise send it\nFile it",
			" | Draft it >Read it; Read it >Errors are found?; Errors are found? yes>Draft it no>send it; send it >File it; File it"},
		{"both ways behind a question", "Draft it\nGood?\nIf it has errors, return to Draft it; otherwise send it\nFile it",
			" | Draft it >Good?; Good? it has errors>Draft it no>send it; send it >File it; File it"},
		{"a sentence with a way back alone", "Draft it\nIf it has errors, go back to Draft it\nSend it", " | Draft it >It has errors?; It has errors? yes>Draft it no>Send it; Send it"},
		{"a condition that begins with another letter", "Prüfen\nWenn über 200 Euro, zurück zu Prüfen\nZahlen", " | Prüfen >Über 200 Euro?; Über 200 Euro? ja>Prüfen nein>Zahlen; Zahlen"},
		{"sentences in a list", "Look. Ask. Write.\n\n\n\n\n\n\nGo on", " | Look. Ask. Write. >Go on; Go on"},
		{"no title: one of its lines asks", "Ask\nGood? yes: take it; no: leave it\n\n- Log it\n- Send it\n- Rest",
			" | Ask >Good?; Good? yes>take it no>leave it; take it >Log it; leave it >Log it; Log it >Send it; Send it >Rest; Rest"},
		{"the same in parentheses", "1. Ask\n2. Approve it (if rejected, go back to 1).\n3. Order it", " | Ask >Approve it; Approve it rejected>Ask otherwise>Order it; Order it"},
		{"in another language", "1. Fragen\n2. Prüfen (wenn fehlerhaft, zurück zu 1)\n3. Senden", " | Fragen >Prüfen; Prüfen fehlerhaft>Fragen sonst>Senden; Senden"},
		{"a case in another language", "Fragen\nSumme?\n  wenn über 200: Leiter fragen\nZahlen", " | Fragen >Summe?; Summe? über 200>Leiter fragen sonst>Zahlen; Leiter fragen >Zahlen; Zahlen"},
		{"an answer in parentheses", "Fry it\nLooks right? (if not: fry it again)\nServe", " | Fry it >Looks right?; Looks right? no>fry it again yes>Serve; fry it again >Serve; Serve"},
		{"a condition that leads nowhere", "Take a break\nIf it rains, close the roof\nGo on", " | Take a break >If it rains, close the roof; If it rains, close the roof >Go on; Go on"},
		{"arrows through a question", "Call -> Known? -> yes: open file -> Help -> Close\n             -> no: make file -> Help",
			" | Call >Known?; Known? yes>open file no>make file; open file >Help; Help >Close; Close; make file >Help"},
		{"it ends at the end of a line", "Valid?\n  no: refuse, process ends\n  yes: pay\nFile", " | Valid? no>refuse yes>pay; refuse >End; pay >File; File; End"},
		{"no end of the process", "Switch the saw off and stop\nClean it\nEnd the lesson", " | Switch the saw off and stop >Clean it; Clean it >End the lesson; End the lesson"},
		{"a step by its text in quotes", "Call host\nHost there? no: wait, then back to \"call host\"\nGo in", " | Call host >Host there?; Host there? no>wait yes>Go in; wait >Call host; Go in"},
		{"a number and a full stop", "1. Mend it\n2. Happy? If not, go to 1.\n3. Close", " | Mend it >Happy?; Happy? no>Mend it yes>Close; Close"},
		{"a name for the beginning", "Start: order comes\nPick it\nEnd: goods sent", " | Start: order comes >Pick it; Pick it >End: goods sent; End: goods sent"},
		{"the last line goes on elsewhere", "Known?\n  yes: help -> Close\n  no: make file -> help", " | Known? yes>help no>make file; help >Close; Close; make file >help"},
		{"a title of several lines", "PROCEDURE: Hiring\nVersion: 2\n\n1. Head: opens it\n2. Desk: screens\n   - suitable: invites\n   - not suitable: rejects (end)\n3. Head: meets them",
			"PROCEDURE: Hiring; Version: 2 | Head/opens it >screens; Desk/screens suitable>invites not suitable>rejects; Desk/invites >meets them; Desk/rejects >End; Head/meets them; Desk/End"},
		{"who does it behind numbers without a mark", "1 Eingang (Post)\n2 Prüfen (Einkauf)\n3 Korrekt? (Einkauf)\n   Ja → weiter mit 4\n   Nein → zurück an Lieferant, Ende\n4 Zahlen (Bank)",
			" | Post/Eingang >Prüfen; Einkauf/Prüfen >Korrekt?; Einkauf/Korrekt? ja>Zahlen nein>zurück an Lieferant; Einkauf/zurück an Lieferant >End; Bank/Zahlen; Einkauf/End"},
		{"and then, in other words", "- Recevoir\n- Complet ?\n  - Non : demander, puis retour à Recevoir\n  - Oui : classer", " | Recevoir >Complet ?; Complet ? non>demander oui>classer; demander >Recevoir; classer"},
		{"a question with a word before it", "1. Receive it\n2. Log it\n3. Classify: minor or major?\n   Minor: write\n   Major: call\n4. Close it",
			" | Receive it >Log it; Log it >Classify: minor or major?; Classify: minor or major? Minor>write Major>call; write >Close it; call >Close it; Close it"},
		{"a paragraph", "Patient comes. Nurse weighs him. Tests needed? If yes, the lab runs them. Doctor prescribes.",
			" | Patient comes. >Nurse weighs him.; Nurse weighs him. >Tests needed?; Tests needed? yes>the lab runs them. no>Doctor prescribes.; the lab runs them. >Doctor prescribes.; Doctor prescribes."},
		{"small letters for numbers", "a) Ask\nb) Check\nc) Good? yes: d, no: a\nd) Sign", " | Ask >Check; Check >Good?; Good? yes>Sign no>Ask; Sign"},
		{"more marks the farther in", "* Order comes\n* In stock?\n** Yes: reserve it\n** No: order it\n* Ship", " | Order comes >In stock?; In stock? yes>reserve it no>order it; reserve it >Ship; order it >Ship; Ship"},
		{"an answer that just goes on", "Oil low? Yes – refill it. No – continue.\nStart it", " | Oil low? yes>refill it no>Start it; refill it >Start it; Start it"},
		{"answers between strokes in a cell", "ID;Wer;Was;Dann\n1;Lager;Vorrätig?;ja 2 / nein 3\n2;Lager;Senden;\n3;Einkauf;Bestellen;1", " | Lager/Vorrätig? ja>Senden nein>Bestellen; Lager/Senden; Einkauf/Bestellen >Vorrätig?"},
		{"answers by their texts, all else in order", "Role,Step,If yes,If no\nDesk,Known?,Look it up,Make it\nDesk,Look it up,,\nDesk,Make it,,\nDesk,Help,,",
			" | Desk/Known? yes>Look it up no>Make it; Desk/Look it up >Help; Desk/Make it >Help; Desk/Help"},
		{"who does it in brackets, cases that are opposites", "1. It comes [Clerk]\n2. Check it [Clerk]\n   - Incomplete: ask, go to 2\n   - Complete: go to 3\n3. Sign it [Head]",
			" | Clerk/It comes >Check it; Clerk/Check it Incomplete>ask Complete>Sign it; Clerk/ask >Check it; Head/Sign it"},
		{"a word for who before a heading", "Who: Waiter\n- take order\nWho: Cook\n- fry it\nWho: Waiter\n- serve", " | Waiter/take order >fry it; Cook/fry it >serve; Waiter/serve"},
		{"headings of stages", "Check\n  Clerk: Read it\n  Clerk: Ask\nDecide\n  Head: Sign it", " | Clerk/Read it >Ask; Clerk/Ask >Sign it; Head/Sign it"},
		{"who does it before an arrow", "1) Buyer -> asks\n2) Head -> agrees? (no: back to 1)\n3) Store -> sends it\n4) Buyer -> pays",
			" | Buyer/asks >agrees?; Head/agrees? no>asks yes>sends it; Store/sends it >pays; Buyer/pays"},
		{"numbers in other words", "Schritt 1: Melden\nSchritt 2: Lösbar?\n  Nein: beauftragen\n  Ja: weiter mit Schritt 3\nSchritt 3: Schließen", " | Melden >Lösbar?; Lösbar? nein>beauftragen ja>Schließen; beauftragen >Schließen; Schließen"},
		{"a condition at the end of a line", "1. Greet\n2. Examine; if tests are needed go back to 1\n3. Write it down", " | Greet >Examine; Examine tests are needed>Greet otherwise>Write it down; Write it down"},
		{"and stop, which ends an outcome", "1. Test it\n2. Good?\n  Yes: proceed to 3.\n  No: clean it and repeat 1.\n3. Safe?\n  No: report it and stop.\n4. File it",
			" | Test it >Good?; Good? yes>Safe? no>clean it; clean it >Test it; Safe? no>report it yes>File it; report it >End; File it; End"},
		{"who asks, and once", "The guest comes\nDesk: is the room ready?\n  yes: give the key\n  no: offer tea\nGuest goes\nGuest rests",
			" | Desk/The guest comes >is the room ready?; Desk/is the room ready? yes>give the key no>offer tea; Desk/give the key >Guest goes; Desk/offer tea >Guest goes; Desk/Guest goes >Guest rests; Desk/Guest rests"},
		{"other arrows", "Order >> In stock?\n >> Yes >> Ship >> End\n >> No >> Tell them >> End", " | Order >In stock?; In stock? yes>Ship no>Tell them; Ship >End; Tell them >End; End"},
		{"answers with colons in a cell", "No | Task | Who | Next\n1 | Known? | Agent | Y:2 N:3\n2 | Solve it | Agent | -\n3 | Pass it on | Agent | 2", " | Agent/Known? yes>Solve it no>Pass it on; Agent/Solve it; Agent/Pass it on >Solve it"},
		{"symbols in brackets", "1. Ask [Document]\n2. Log [Document]\n3. Send [Document]", " | Ask >Log; Log >Send; Send"},
		{"a check above marks", "Check the shelf\n- Yes: take it\n- No: order it\n- Send it", " | Check the shelf yes>take it no>order it; take it >Send it; order it >Send it; Send it"},
		{"a check with one answer", "Check the shelf\n  - No: order it\nSend it", " | Check the shelf no>order it yes>Send it; order it >Send it; Send it"},
		{"a question with cases and lanes", "Op: Alarm\nOp: Which way?\n  shut down: Op: Run the list\n  carry on: go to Hand over\nOp: Hand over",
			" | Op/Alarm >Which way?; Op/Which way? shut down>Run the list carry on>Hand over; Op/Run the list >Hand over; Op/Hand over"},
		{"no choice: one does both", "Decide on it\n  Head: reads\n  Head: signs\nSend", " | Head/Decide on it >reads; Head/reads >signs; Head/signs >Send; Head/Send"},
		{"no choice: it is farther in", "Decide on it\n  Head: good?\n    yes: signs\n    no: refuses\nSend",
			" | Head/Decide on it >good?; Head/good? yes>signs no>refuses; Head/signs >Send; Head/refuses >Send; Head/Send"},
		{"rows that say from where to where", "From,To,Label\nCheck it,Pay,good\nCheck it,Return it,not good\nPay,File\nReturn it,File,", " | Check it good>Pay not good>Return it; Pay >File; Return it >File; File"},
		{"what leads to a row", "Activity,Predecessor\nDig,\nPour,Dig\nPaint,\nRoof,Pour; Paint", " | Dig >Pour; Pour >Roof; Paint >Roof; Roof"},
		{"a text in the only cell of a row", "Who\tTask\nSales\tAsk\nGood?\t\nStore\tPack", " | Sales/Ask >Good?; Sales/Good? yes>Pack; Store/Pack"},
		{"keys, kinds and successors", "ID,Name,Type,Lane,Successors\nS,Ask,task,Desk,A\nA,There?,decision,Desk,B|C\nB,Ship,task,Store,\nC,Order,task,Desk,A", " | Desk/Ask >There?; Desk/There? yes>Ship no>Order; Store/Ship; Desk/Order >There?"},
		{"answers in a column of notes", "#\tStep\tOwner\tNotes\n1\tDraft\tLegal\tby noon\n2\tChanges?\tHead\tyes → step 1; no → step 3\n3\tSign\tHead\t", " | Legal/Draft >Changes?; Head/Changes? yes>Draft no>Sign; Head/Sign"},
		{"marks of word processors", "• Open mail\n• An invoice?\n    ◦ Yes: to Finance\n    ◦ No: to the archive\n• Log it",
			" | Open mail >An invoice?; An invoice? yes>to Finance no>to the archive; to Finance >Log it; to the archive >Log it; Log it"},
		{"cells between bars", "Nurse | Take history\nDoctor | Examine\nDoctor | Prescribe", " | Nurse/Take history >Examine; Doctor/Examine >Prescribe; Doctor/Prescribe"},
		{"a table as web pages write it", "| Step | Who | Activity |\n|---|---|---|\n| 1 | Desk | Ask |\n| 2 | Desk | Log |", " | Desk/Ask >Log; Desk/Log"},
		{"answers in columns, all else in order", "Step\tWho\tActivity\tYes\tNo\n1\tBuyer\tAsk\t\t\n2\tHead\tGood?\t3\t1\n3\tBuyer\tOrder\t\t\n4\tStore\tPack\t\t",
			" | Buyer/Ask >Good?; Head/Good? yes>Order no>Ask; Buyer/Order >Pack; Store/Pack"},
		{"answers without colons in a cell", "#,What,Who,Next\n10,Take sample,Lab,20\n20,Good?,Lab,\"yes 30, no 40\"\n30,Test it,Lab,\n40,Reject it,Lab,",
			" | Lab/Take sample >Good?; Lab/Good? yes>Test it no>Reject it; Lab/Test it; Lab/Reject it"},
	} {
		c, err := Read(k.text, "x")
		if err != nil {
			t.Errorf("%s: %v", k.name, err)
			continue
		}
		if got := c.Pages[0].Title + " | " + shape(c); got != k.want {
			t.Errorf("%s: %q\ngot  %s\nwant %s", k.name, k.text, got, k.want)
		}
		if again, err := Read(Write(c), "x"); err != nil || shape(again) == "" || Write(again) != Write(c) {
			t.Errorf("%s: written and read again it is another: %v\n%s", k.name, err, Write(c))
		}
	}
}

// Stages begin below headings, and where a column says so.
func TestStagesOfLists(t *testing.T) {
	for _, text := range []string{"Check\n  Clerk: Read it\n  Clerk: Ask\nDecide\n  Head: Sign it", "Phase\tWho\tTask\nCheck\tClerk\tRead it\nCheck\tClerk\tAsk\nDecide\tHead\tSign it"} {
		c, err := Read(text, "x")
		if err != nil {
			t.Fatal(err)
		}
		p, got := c.Pages[0], ""
		for _, s := range p.Steps {
			got += s.Text + " in " + p.StageOf(s).Name + "; "
		}
		if got != "Read it in Check; Ask in Check; Sign it in Decide; " {
			t.Errorf("%q: %s", text, got)
		}
	}
}

// What a chart has that a list would say otherwise is written so that it is read again: lanes called like a condition or a
// beginning, texts that end in parentheses.
func TestWrittenOtherwise(t *testing.T) {
	for _, text := range []string{`1. \_If late: Ask` + "\n" + `2. \_Start: Log`, "1. Ask \\(Desk)\n2. Log \\(Desk)\n3. Send \\(Desk)"} {
		c, err := Read(text, "x")
		if err != nil {
			t.Fatal(err)
		}
		if got := strings.TrimSpace(Write(c)); got != text {
			t.Errorf("%q is written as %q", text, got)
		}
		if again, err := Read(Write(c), "x"); err != nil || shape(again) != shape(c) {
			t.Errorf("%q is read again as %s: %v", text, shape(again), err)
		}
	}
}

// A title, and a heading that says who, may be steps, which is told.
func TestDoubtsOfManners(t *testing.T) {
	for _, k := range []struct{ text, want string }{
		{"Refunds\n1. Form comes\n2. Check it\n3. Pay", "0 the title: - Refunds"},
		{"Sales\n- take it\nStore\n- pack it", "0 who does it: - Sales; 2 who does it: - Store"},
		{"Sales:\n- take it\nStore:\n- pack it", ""},
	} {
		lines := Split(k.text)
		var got []string
		for _, d := range Doubts(lines) {
			got = append(got, strings.Join([]string{string(rune('0' + d.Line)), " ", d.Taken, ": ", d.Text}, ""))
			changed := append([]string{}, lines...)
			changed[d.Line] = d.Text
			c, err := Read(strings.Join(changed, "\n"), "x")
			if err != nil || !strings.Contains(shape(c), strings.Trim(d.Text, "- :")) {
				t.Errorf("%q: written as %q it is no step: %v, %s", k.text, d.Text, err, shape(c))
			}
		}
		if s := strings.Join(got, "; "); s != k.want {
			t.Errorf("%q: %s, want %s", k.text, s, k.want)
		}
	}
}
