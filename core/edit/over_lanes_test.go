package edit

import "testing"

// A page that goes on on further ones leaves out lanes of which it has no step, and a pool with none; undone, it is
// the same page, lanes in their order.
func TestLanesLeftOutComeBack(t *testing.T) {
	w := open(t)
	w.Do("paste", "Borrower: Ask\nDesk: Log\nDesk: Complete?\nno: Borrower: Add papers -> 2\nPanel: Agree?\nno: Desk: Decline\nyes: Store: Fetch\nRegistrar: Check\nTransport: Pack\nCourier: Drive\nBorrower: Sign")
	w.Select()
	w.Do("lane-select", w.Page().Lanes[6].ID)
	w.Do("pool-around", "")
	w.Do("cancel", "")
	before, lanes := w.json(), len(w.Page().Lanes)
	w.Do("page-over", "")
	if n := len(w.Chart().Pages); n < 2 || len(w.Chart().Pages[0].Lanes) >= lanes || len(w.Chart().Pages[0].Groups) > 0 {
		t.Fatalf("%d pages, on the first %d of %d lanes, %d pools", n, len(w.Chart().Pages[0].Lanes), lanes, len(w.Chart().Pages[0].Groups))
	}
	if err := w.Chart().Check(); err != nil {
		t.Error(err)
	}
	if w.Undo(); w.json() != before {
		t.Errorf("undone, it is another chart:\n%s\nwas\n%s", w.json(), before)
	}
}
