package list

import (
	"strings"
	"testing"
)

// Lists as people write them, and the chart that each says: 'text label>text' a step, in the order of the lines.
func TestLists(t *testing.T) {
	for _, k := range []struct{ text, want string }{
		// Outcomes behind a bullet, a letter, a number, or nothing; in either order; never lanes.
		{"Alarm rings\nIs it a drill?\n- No: guard calls the brigade\n- Yes: guard resets the panel\nLog it", "Alarm rings >Is it a drill?; Is it a drill? no>guard calls the brigade yes>guard resets the panel; guard calls the brigade >Log it; guard resets the panel >Log it; Log it"},
		{"Is it a drill?\n  - No: guard calls the brigade\n  - Yes: guard resets the panel", "Is it a drill? no>guard calls the brigade yes>guard resets the panel; guard calls the brigade; guard resets the panel"},
		{"Kiln cold?\nIf yes, open it\nIf no, wait an hour\nUnload", "Kiln cold? yes>open it no>wait an hour; open it >Unload; wait an hour >Unload; Unload"},
		{"Kiln cold?\n  a) yes - open it\n  b) no - wait an hour\nUnload", "Kiln cold? yes>open it no>wait an hour; open it >Unload; wait an hour >Unload; Unload"},
		{"Kiln cold?\n  If so: open it\n  Otherwise: wait an hour\nUnload", "Kiln cold? yes>open it no>wait an hour; open it >Unload; wait an hour >Unload; Unload"},
		{"Kiln cold?\nIf not, wait an hour\nUnload", "Kiln cold? no>wait an hour yes>Unload; wait an hour >Unload; Unload"},
		{"1. Kiln cold?\n1.1 Yes: open it\n1.2 No: wait an hour\n2. Unload", "Kiln cold? yes>open it no>wait an hour; open it >Unload; wait an hour >Unload; Unload"},
		{"Kiln cold?\n  (yes) open it\n  (no) wait an hour\nUnload", "Kiln cold? yes>open it no>wait an hour; open it >Unload; wait an hour >Unload; Unload"},
		{"Kiln cold?\n  Yes:\n    open it\n    unload it\n  No:\n    wait an hour\nClean it", "Kiln cold? yes>open it no>wait an hour; open it >unload it; unload it >Clean it; wait an hour >Clean it; Clean it"},
		{"Kiln cold?\nYES → open it\nNO → wait an hour\nUnload", "Kiln cold? yes>open it no>wait an hour; open it >Unload; wait an hour >Unload; Unload"},
		{"Kiln cold?\n  yes – open it\n  no — wait an hour\nUnload", "Kiln cold? yes>open it no>wait an hour; open it >Unload; wait an hour >Unload; Unload"},
		// In the decision's own line.
		{"Claim read\nApproved? yes: pay; no: return\nFile it", "Claim read >Approved?; Approved? yes>pay no>return; pay >File it; return >File it; File it"},
		{"Claim read\nApproved? If yes, pay. If no, return it.\nFile it", "Claim read >Approved?; Approved? yes>pay no>return it.; pay >File it; return it. >File it; File it"},
		{"Approved? no -> return, yes -> pay\nFile it", "Approved? no>return yes>pay; return >File it; pay >File it; File it"},
		// What follows an outcome goes on from it, until the next one.
		{"Kiln cold?\n  yes: open it\n  unload it\n  no: wait an hour\nClean it", "Kiln cold? yes>open it no>wait an hour; open it >unload it; unload it >Clean it; wait an hour >Clean it; Clean it"},
		{"Kiln cold?\nYes: open it\nUnload it\nNo: wait an hour\nClean it", "Kiln cold? yes>open it no>wait an hour; open it >Unload it; Unload it >Clean it; wait an hour >Clean it; Clean it"},
		{"Kiln cold?\nOpen it\nNo: wait an hour\nClean it", "Kiln cold? yes>Open it no>wait an hour; Open it >Clean it; wait an hour >Clean it; Clean it"},
		// Decisions in decisions, farther in or not.
		{"Ripe?\n  yes: Sweet?\n    yes: sell\n    no: cook\n  no: leave it\nDone", "Ripe? yes>Sweet? no>leave it; Sweet? yes>sell no>cook; sell >Done; cook >Done; leave it >Done; Done"},
		{"Ripe?\nyes: Sweet?\nyes: sell\nno: cook\nno: leave it\nDone", "Ripe? yes>Sweet? no>leave it; Sweet? yes>sell no>cook; sell >Done; cook >Done; leave it >Done; Done"},
		{"Ripe?\n  yes: Sweet?\n    no: cook\n  no: leave it\nSell", "Ripe? yes>Sweet? no>leave it; Sweet? no>cook yes>Sell; cook >Sell; leave it >Sell; Sell"},
		{"Ripe?\n  yes: Sweet?\n  yes: sell\n  no: cook\n  no: leave it\nDone", "Ripe? yes>Sweet? no>leave it; Sweet? yes>sell no>cook; sell >Done; cook >Done; leave it >Done; Done"},
		// Arrows farther in belong where they stand, whatever they are called.
		{"1. A?\n  no -> 3\n  -> 2\n2. B?\n  yes -> 3\n  yes -> 1\n3. C", "A? no>C yes>B?; B? yes>C yes>A?; C"},
		{"Dry?\n  no: plan\n    saw\n    -> pack\n  yes: pick\nPack", "Dry? no>plan yes>pick; plan >saw; saw >Pack; pick >Pack; Pack"},
		// An assignment is a step, and no field.
		{"Read\na = b?\n  no: a = a - b\n    -> a = b?\n  yes: print", "Read >a = b?; a = b? no>a = a - b yes>print; a = a - b >a = b?; print"},
		{"Equal?\n  no: a = a - b\n    -> Equal?\n  yes: print", "Equal? no>a = a - b yes>print; a = a - b >Equal?; print"},
		{"Read n\nMore?\n  yes: Count\n    n = n + 1\n  no: print\nEnd", "Read n >More?; More? yes>Count no>print; Count >n = n + 1; n = n + 1 >End; print >End; End"},
		// The same words behind two answers are two steps, unless an arrow leads there or they have a line of their own.
		{"Ripe?\n  yes: log it\n  no: wash it\nSweet?\n  yes: log it\n  no: cook it\nDone", "Ripe? yes>log it no>wash it; log it >Sweet?; wash it >Sweet?; Sweet? yes>log it no>cook it; log it >Done; cook it >Done; Done"},
		{"Ripe?\n  yes: log it\n  no: wash it\nLog it\nDone", "Ripe? yes>Log it no>wash it; wash it >Log it; Log it >Done; Done"},
		// Names of their own.
		{"Post comes\nWhat kind?\n  letter: put in tray\n  parcel: sign for it\n  bill: stamp it\nHand out", "Post comes >What kind?; What kind? letter>put in tray parcel>sign for it bill>stamp it; put in tray >Hand out; sign for it >Hand out; stamp it >Hand out; Hand out"},
		{"Letter or parcel?\n  letter -> put in tray\n  parcel -> sign for it\nHand out", "Letter or parcel? letter>put in tray parcel>sign for it; put in tray >Hand out; sign for it >Hand out; Hand out"},
		{"Sum known?\n  If over 200: ask the director\n  Otherwise: pay\nFile", "Sum known? over 200>ask the director otherwise>pay; ask the director >File; pay >File; File"},
		// The words of other languages.
		{"Antrag prüfen\nVollständig?\n- Nein: nachfordern\n- Ja: bewilligen\nAblegen", "Antrag prüfen >Vollständig?; Vollständig? nein>nachfordern ja>bewilligen; nachfordern >Ablegen; bewilligen >Ablegen; Ablegen"},
		{"Vollständig?\nWenn ja, bewilligen\nSonst: nachfordern\nAblegen", "Vollständig? ja>bewilligen nein>nachfordern; bewilligen >Ablegen; nachfordern >Ablegen; Ablegen"},
		{"Complet ?\n- Oui : valider\n- Non : renvoyer\nClasser", "Complet ? oui>valider non>renvoyer; valider >Classer; renvoyer >Classer; Classer"},
		{"¿Completo?\n  Sí: aprobar\n  No: devolver\nArchivar", "¿Completo? sí>aprobar no>devolver; aprobar >Archivar; devolver >Archivar; Archivar"},
		{"Completo?\n  se sì, approvare\n  altrimenti: rendere\nArchiviare", "Completo? sì>approvare no>rendere; approvare >Archiviare; rendere >Archiviare; Archiviare"},
		{"Compleet?\n  indien nee: terugsturen\nGoedkeuren", "Compleet? nee>terugsturen ja>Goedkeuren; terugsturen >Goedkeuren; Goedkeuren"},
		{"Completo?\n  não: devolver\n  sim: aprovar\nArquivar", "Completo? não>devolver sim>aprovar; devolver >Arquivar; aprovar >Arquivar; Arquivar"},
		{"Kompletny?\n  nie: zwróć\n  tak: zatwierdź\nKoniec", "Kompletny? nie>zwróć tak>zatwierdź; zwróć >Koniec; zatwierdź >Koniec; Koniec"},
		{"Klart?\n  nej: vänta\n  annars: packa\nSkicka", "Klart? nej>vänta ja>packa; vänta >Skicka; packa >Skicka; Skicka"},
		{"Klar?\n  hvis nei, vent\n  hvis ja, pakk\nSend", "Klar? nei>vent ja>pakk; vent >Send; pakk >Send; Send"},
		// Where it leads: by number, by text, before or after it, in any case.
		{"1. Measure\n2. Cut\n3. Fits?\n  no: go back to step 1\n  yes: glue it\n4. Done", "Measure >Cut; Cut >Fits?; Fits? no>Measure yes>glue it; glue it >Done; Done"},
		{"1) Measure\n2) Cut\n3) Fits?\n  - no, back to 1\n  - yes, glue it\n4) Done", "Measure >Cut; Cut >Fits?; Fits? no>Measure yes>glue it; glue it >Done; Done"},
		{"Step 1: Measure\nStep 2: Cut\nStep 3: Fits?\n  no -> Step 1\nStep 4: Done", "Measure >Cut; Cut >Fits?; Fits? no>Measure yes>Done; Done"},
		{"Measure\nCut\nFits?\n  no -> measure\n  yes -> Glue it\nDone", "Measure >Cut; Cut >Fits?; Fits? no>Measure yes>Glue it; Glue it >Done; Done"},
		{"Measure\nFits?\n  no: return to Measure\n  yes: continue with pack it\nCut\nPack it\nDone", "Measure >Fits?; Fits? no>Measure yes>Pack it; Cut >Pack it; Pack it >Done; Done"},
		{"Fits?\n  yes -> Done\n  no -> Cut again\nTry it\n-> Fits?\nDone", "Fits? yes>Done no>Cut again; Cut again >Try it; Try it >Fits?; Done"},
		{"Measure\nCut\nGo back to Measure", "Measure >Cut; Cut >Measure"},
		{"1. Measure\n2. Fits?\n  no: mend it and go back to 1\n3. Done", "Measure >Fits?; Fits? no>mend it yes>Done; mend it >Measure; Done"},
		{"Tired?\n  no -> Walk on\n  yes -> Rest an hour\nWalk on\nHungry?\n  no -> Rest an hour\nEat", "Tired? no>Walk on yes>Rest an hour; Rest an hour >Walk on; Walk on >Hungry?; Hungry? no>Rest an hour yes>Eat; Eat"},
		{"Return to sender\nFile it", "Return to sender >File it; File it"}, // no step is called 'sender'
		// It ends.
		{"Bus comes\nSeat free?\n  no -> end\nRide", "Bus comes >Seat free?; Seat free? no>End yes>Ride; Ride; End"},
		{"Bus comes\nSeat free?\n  no: stop\n  yes: get on\nRide", "Bus comes >Seat free?; Seat free? no>End yes>get on; get on >Ride; Ride; End"},
		{"Bus comes\nSeat free?\n  no: walk [terminator]\n  yes: get on\nRide", "Bus comes >Seat free?; Seat free? no>walk yes>get on; walk; get on >Ride; Ride"},
		{"Bus comes\nSeat free?\n  no -> end\n  yes -> Late?\n    yes -> end\nRide\nEnd", "Bus comes >Seat free?; Seat free? no>End yes>Late?; Late? yes>End no>Ride; Ride >End; End"},
		{"Start\nWork\n-> end", "Start >Work; Work >End; End"},
		// Lanes and outcomes.
		{"Cook: Order read\nCook: Fish left?\n  no: Waiter: Offer soup\n  yes: Cook: Fry fish\nWaiter: Serve", "Cook/Order read >Fish left?; Cook/Fish left? no>Offer soup yes>Fry fish; Waiter/Offer soup >Serve; Cook/Fry fish >Serve; Waiter/Serve"},
		{"Cook: Order read\nCook: Fish left?\n  Waiter: Offer soup\n  Cook: Fry fish\nWaiter: Serve", "Cook/Order read >Fish left?; Cook/Fish left? yes>Offer soup no>Fry fish; Waiter/Offer soup >Serve; Cook/Fry fish >Serve; Waiter/Serve"},
		{"Clerk: Read it\nClerk: Complete? yes: file it; no: Clerk: ask\nHead: Sign", "Clerk/Read it >Complete?; Clerk/Complete? yes>file it no>ask; Clerk/file it >Sign; Clerk/ask >Sign; Head/Sign"},
		// Levels of numbers follow each other, and so do runs farther in.
		{"1 Arrive\n1.1 Park\n1.2 Sign in\n2 Meet", "1 Arrive >Park; Park >Sign in; Sign in >2 Meet; 2 Meet"},
		{"1. Arrive\n1.1. Park\n1.2. Sign in\n2. Meet", "Arrive >Park; Park >Sign in; Sign in >Meet; Meet"},
		{"• Arrive\n  • Park\n  • Sign in\n• Meet", "Arrive >Park; Park >Sign in; Sign in >Meet; Meet"},
		{"Arrive\n  -> Park\nMeet", "Arrive >Park; Park >Meet; Meet"},
		// No decision gets the same name twice; the unnamed takes what is left.
		{"Ready?\n  Yes -> Go\n  Wait\nEnd", "Ready? yes>Go no>End; Go >Wait; Wait >End; End"},
		{"1. Ready?\n  yes -> 2\n  -> 3\n2. Go\n3. Wait", "Ready? yes>Go no>Wait; Go >Wait; Wait"},
		{"Fertig?\n  ja -> Los\nWarten", "Fertig? ja>Los nein>Warten; Los >Warten; Warten"},
		// What only looks like an outcome.
		{"Ask\nNo parking here\nYes, we can\nGo", "Ask >No parking here; No parking here >Yes, we can; Yes, we can >Go; Go"},
		{"If the form is wrong, send it back\nFile it", "If the form is wrong, send it back >File it; File it"},
		{"Note: wear gloves\nLift", "Note/Note: wear gloves"},
	} {
		c, err := Read(k.text, "x")
		if err != nil {
			t.Errorf("%q: %v", k.text, err)
			continue
		}
		if strings.HasPrefix(k.want, "Note/") {
			k.want = "Note/wear gloves >Lift; Note/Lift"
		}
		if got := shape(c); got != k.want {
			t.Errorf("%q\ngot  %s\nwant %s", k.text, got, k.want)
		}
	}
}
