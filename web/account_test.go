package web

import (
	"fmt"
	"net/http"
	"net/url"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/demo"
)

// A person changes the password, which wants the current one and ends other sessions, and
// invites a colleague, who makes an account of their own.
func TestAccount(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	elsewhere := mustSession(t, s)
	b := s.browse(t)
	b.signIn()
	b.open("/charts")
	b.press("Account of Mara Olsen")
	b.press("Account …")
	b.until("the account's page", `location.pathname === '/account'`)
	change := func(now, next string) {
		b.until("the form", `document.readyState === 'complete' && document.querySelector('[name=now]') && document.querySelector('[name=next]')`)
		eval[bool](b, fmt.Sprintf(`(document.querySelector('[name=now]').value = %q, document.querySelector('[name=next]').value = %q, true)`, now, next))
		b.press("Change password")
	}
	change("not the present one", "another of ten letters")
	b.until("it is refused", `/current password is wrong/.test(document.querySelector('[role=alert]')?.textContent)`)
	if _, err := s.store.Session(elsewhere); err != nil {
		t.Error("a refused change ends sessions")
	}
	change(demo.Password, "another of ten letters")
	b.until("it is changed", `/is changed/.test(document.querySelector('[role=status]')?.textContent)`)
	if _, err := s.store.Session(elsewhere); err == nil {
		t.Error("another session goes on after a change of the password")
	}
	if _, err := s.store.SignIn(demo.Email, demo.Password); err == nil {
		t.Error("the old password still works")
	}
	other, err := s.store.SignIn(demo.Email, "another of ten letters")
	if err != nil {
		t.Fatal(err)
	}
	b.press("Sign out everywhere else")
	b.until("it says so", `/1 other session ended/.test(document.querySelector('[role=status]')?.textContent)`)
	if _, err := s.store.Session(other); err == nil {
		t.Error("the other session goes on")
	}
	b.press("New invitation link")
	b.until("the link", `document.querySelector('.address')?.value.includes('/join/')`)
	address := eval[string](b, `document.querySelector('.address').value`)

	guest := s.browse(t)
	guest.run(chromedp.Navigate(address))
	for name, v := range map[string]string{"name": "Tove Berg", "email": "tove@saltmarsh.example", "password": "letters of Tove"} {
		guest.run(typeInto("[name="+name+"]", v))
	}
	guest.press("Create account")
	guest.until("her own charts", `document.querySelector('.empty')`)
	if r := s.do(t, "GET", strings.TrimPrefix(address, s.url), "", "", "", nil); r.StatusCode != http.StatusNotFound {
		t.Errorf("the invitation used again: %d", r.StatusCode)
	}
	b.open("/account")
	if n := eval[int](b, `document.querySelectorAll('.invitations').length`); n != 0 {
		t.Error("a used invitation is still open")
	}
	b.press("New invitation link")
	b.until("the link", `document.querySelector('.address')?.value.includes('/join/')`)
	address = eval[string](b, `document.querySelector('.address').value`)
	b.press("Withdraw")
	b.until("it says so", `/is withdrawn/.test(document.querySelector('[role=status]')?.textContent) && !document.querySelector('.invitations')`)
	if r := s.do(t, "GET", strings.TrimPrefix(address, s.url), "", "", "", nil); r.StatusCode != http.StatusNotFound {
		t.Errorf("the withdrawn invitation: %d", r.StatusCode)
	}
	if n := eval[int](b, `(async () => (await (await fetch('/charts')).text()).split('class="card"').length - 1)()`); n != 6 {
		t.Errorf("the first person has %d charts", n)
	}
}

// A wrong current password is slowed down like a sign-in: a session that somebody left
// open is no way to guess it.
func TestGuessingTheCurrentPassword(t *testing.T) {
	t.Parallel()
	s := newSite(t).as(t, Options{now: still})
	session := mustSession(t, s)
	token := s.token(t, session)
	try := func() int {
		r := s.do(t, "POST", "/account/password", session, token, "application/x-www-form-urlencoded", []byte(url.Values{"now": {"guess"}, "next": {"another of ten letters"}}.Encode()))
		r.Body.Close()
		return r.StatusCode
	}
	for range freeAttempts {
		if got := try(); got != 400 {
			t.Fatalf("a wrong password: %d", got)
		}
	}
	if got := try(); got != 429 {
		t.Errorf("after %d wrong ones: %d", freeAttempts, got)
	}
}
