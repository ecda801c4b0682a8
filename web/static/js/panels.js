// Dialogs: export, share, questions, find, keys. What the server makes is fetched when a
// dialog opens; without a line to the server it says so, and comes when the line is back.

const $ = (id) => document.getElementById(id);
const now = Alpine.store('now');
const make = (tag, props, ...kids) => {
  const el = Object.assign(document.createElement(tag), props);
  el.append(...kids);
  return el;
};

export class Panels {
  constructor(core, perform, chart, facts, live) {
    Object.assign(this, { core, perform, chart, facts, live });
    document.addEventListener('submit', async (e) => {
      // a download is of what is on disk
      if (!e.target.action?.endsWith('/export') || e.submitter?.formMethod === 'dialog' || this.ready) {
        this.ready = false;
        return;
      }
      e.preventDefault();
      const form = e.target,
        by = e.submitter;
      await this.live.settled();
      this.ready = true;
      form.requestSubmit(by);
    });
    for (const d of document.querySelectorAll('dialog')) {
      d.addEventListener('close', () => {
        // told a while later: another one may be open by now
        if (document.querySelector('dialog[open]')) return;
        this.wanted = null;
        $('desk').focus({ preventScroll: true });
      });
    }
    const find = $('find'),
      line = find.querySelector('input');
    line.addEventListener('input', () => this.find(line.value));
    find.addEventListener('keydown', (e) => {
      e.stopPropagation();
      const all = [...find.querySelectorAll('li button')],
        i = all.indexOf(document.activeElement);
      if (e.key === 'ArrowDown') {
        e.preventDefault();
        (all[i + 1] || all[0])?.focus();
      }
      if (e.key === 'ArrowUp') {
        e.preventDefault();
        (all[i - 1] || line).focus();
      }
      if (e.key === 'Enter' && document.activeElement === line) {
        e.preventDefault();
        all[0]?.click();
      }
    });
  }

  // fetched opens a dialog that the server fills.
  async fetched(name) {
    const dialog = $('panel');
    const from = `/charts/${this.chart}/${name === 'export' ? 'export/panel' : 'share'}`;
    this.wanted = name;
    const words = name === 'export' ? 'Export' : 'Share for review';
    const say = (t) =>
      dialog.replaceChildren(
        make('h2', { textContent: words }),
        make('p', { textContent: t, role: 'status' }),
        this.closer(),
      );
    if (!dialog.open) dialog.showModal();
    if (this.live.cut) {
      say(`You are offline. ${words} opens by itself as soon as the connection is back.`);
      return;
    }
    say('Opening …');
    try {
      const r = await fetch(from, { headers: { 'HX-Request': 'true' } });
      if (r.status === 401) {
        dialog.close();
        this.live.signedOut();
        return;
      }
      if (!r.ok) {
        say(await r.text());
        return;
      }
      const html = await r.text();
      if (this.wanted !== name) return;
      dialog.innerHTML = html; // a fragment of this server's own templates
      htmx.process(dialog);
      const chosen = dialog.querySelector('[value=selection]'),
        { selected } = this.facts();
      const page = dialog.querySelector('[name=page]');
      if (page) page.value = this.facts().pages.find((p) => p.shown).id;
      if (chosen && selected.length) Object.assign(chosen, { disabled: false, value: selected.join(',') });
      dialog.querySelector('button, input')?.focus();
    } catch {
      say(`The server cannot be reached. ${words} opens by itself as soon as the connection is back.`);
    }
  }

  // back fetches what was asked for while the line was cut.
  back() {
    if (this.wanted && $('panel').open && !$('panel').querySelector('form[action], #share')) this.fetched(this.wanted);
  }

  closer() {
    return $('close').content.cloneNode(true);
  }

  ask(q) {
    const dialog = $('ask');
    if (!q) dialog.close();
    else if (!dialog.open) {
      now.question = q;
      dialog.showModal();
    }
  }

  // table asks what the columns of pasted cells say.
  table(t) {
    const dialog = $('table');
    if (!t) dialog.close();
    else if (!dialog.open) {
      now.table = t;
      dialog.showModal();
    }
  }

  openFind() {
    $('find').showModal();
    const line = $('find').querySelector('input');
    line.value = '';
    line.focus();
    this.find('');
  }

  find(q) {
    now.found = this.core().find(q).found || [];
  }

  keys() {
    const dialog = $('panel');
    dialog.replaceChildren($('keys-panel').content.cloneNode(true));
    dialog.showModal();
  }
}
