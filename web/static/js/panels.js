// Dialogs of the editor: export, share, fields, lane, questions, find, keys.

const $ = (id) => document.getElementById(id);
const make = (tag, props, ...kids) => {
  const el = Object.assign(document.createElement(tag), props);
  el.append(...kids);
  return el;
};

export class Panels {
  constructor(core, chart, facts, settled) {
    Object.assign(this, { core, chart, facts, settled });
    document.addEventListener('click', async (e) => {
      const b = e.target.closest('button');
      if (b?.hasAttribute('data-close')) b.closest('dialog').close();
      if (b?.dataset.copy) { await navigator.clipboard.writeText(b.dataset.copy); b.textContent = 'Copied'; }
    });
    document.addEventListener('submit', async (e) => { // a download is of what is on disk
      if (!e.target.action?.endsWith('/export') || this.ready) { this.ready = false; return; }
      e.preventDefault();
      const form = e.target, by = e.submitter;
      await this.settled();
      this.ready = true;
      form.requestSubmit(by);
    });
    $('line').addEventListener('keydown', (e) => { if (e.key === 'Escape') { e.stopPropagation(); $('line').close(); } });
    $('line-colour').addEventListener('change', (e) => this.core().act('look', JSON.stringify({ colour: e.target.value })));
    const find = $('find'), line = find.querySelector('input');
    line.addEventListener('input', () => this.find(line.value));
    find.addEventListener('keydown', (e) => {
      e.stopPropagation();
      const all = [...find.querySelectorAll('li button')], i = all.indexOf(document.activeElement);
      if (e.key === 'ArrowDown') { e.preventDefault(); (all[i + 1] || all[0])?.focus(); }
      if (e.key === 'ArrowUp') { e.preventDefault(); (all[i - 1] || line).focus(); }
      if (e.key === 'Enter' && document.activeElement === line) { e.preventDefault(); all[0]?.click(); }
    });
  }

  async open(name) {
    const f = this.facts();
    if (name === 'fields') return this.fields(f);
    if (name === 'lane') return this.lane(f);
    if (name === 'symbol') return this.symbols(f);
    if (name === 'loose') return this.loose(f);
    if (name === 'line') { if ($('line').open) $('line').close(); else $('line').show(); return; }
    const dialog = $('panel');
    const from = name === 'export' ? `/charts/${this.chart}/export/panel?chosen=${f.selected.join(',')}` : `/charts/${this.chart}/share`;
    dialog.replaceChildren();
    dialog.showModal();
    await htmx.ajax('GET', from, { target: dialog, swap: 'innerHTML' });
  }

  // fields edits the named values of the selected step.
  fields(f) {
    const dialog = $('panel');
    const list = make('div', { className: 'fieldlist' });
    const line = (field) => {
      const name = make('input', { value: field.name, placeholder: 'Name', ariaLabel: 'Name of the field' });
      const value = make('input', { value: field.value, placeholder: 'Value', ariaLabel: 'Value of the field' });
      let old = field.name;
      const keep = () => {
        if (!name.value.trim() && !old) return;
        this.core().act('field', JSON.stringify({ old, name: name.value.trim(), value: value.value }));
        old = name.value.trim();
      };
      name.onchange = keep; value.onchange = keep;
      const gone = make('button', { className: 'button', type: 'button', textContent: 'Remove' });
      const row = make('div', {}, name, value, gone);
      gone.onclick = () => { if (old) this.core().act('field', JSON.stringify({ old, name: '', value: '' })); row.remove(); };
      return row;
    };
    for (const x of f.fields) list.append(line(x));
    list.append(line({ name: '', value: '' }));
    const more = make('button', { className: 'button', type: 'button', textContent: 'Another field' });
    more.onclick = () => { list.append(line({ name: '', value: '' })); list.lastChild.querySelector('input').focus(); };
    const foot = this.closer();
    foot.prepend(more);
    dialog.replaceChildren(make('h2', { textContent: `Fields of ${f.title}` }), list, foot);
    dialog.showModal();
    list.lastChild.querySelector('input').focus();
  }

  // loose lists the connector ends that hold at nothing.
  loose(f) {
    const dialog = $('panel');
    const key = (words, act, arg, label) => {
      const b = make('button', { className: 'button', type: 'button', textContent: words, ariaLabel: label || words });
      b.onclick = () => { this.core().act(act, arg); dialog.close(); };
      return b;
    };
    const list = make('ul', { className: 'looselist' });
    for (const l of f.loose) {
      const near = l.step ? `within reach of ${l.near}` : 'no step within reach';
      const row = make('li', {}, make('span', {}, l.words, make('br'), make('span', { className: 'quiet', textContent: `${l.which === 'from' ? 'its start' : 'its end'}: ${near}` })), key('Show', 'select', l.line, `Show ${l.words}`));
      if (l.step) row.append(key('Glue', 'glue-loose', `${l.line} ${l.which}`, `Glue to ${l.near}`));
      list.append(row);
    }
    const foot = this.closer();
    foot.prepend(key('Glue all within reach', 'glue-loose', ''), key('Select them', 'loose', ''));
    dialog.replaceChildren(make('h2', { textContent: 'Loose ends' }), list, foot);
    dialog.showModal();
  }

  lane(f) {
    const dialog = $('panel');
    const all = [['lane-rename', 'Rename'], ['lane-above', 'Insert above'], ['lane-below', 'Insert below'], ['lane-up', 'Move up'], ['lane-down', 'Move down'], ['lane-delete', 'Delete lane']];
    const keys = make('p', { className: 'does' });
    for (const [act, words] of all) {
      const b = make('button', { className: 'button', textContent: words });
      b.onclick = () => { dialog.close(); this.core().act(act, ''); };
      keys.append(b);
    }
    dialog.replaceChildren(make('h2', { textContent: f.title }), keys, this.closer());
    dialog.showModal();
  }

  // symbols makes what is selected another symbol: those of the bench.
  symbols(f) {
    const dialog = $('panel');
    const list = make('div', { className: 'choices' });
    for (const b of document.querySelectorAll('#bench [data-symbol]')) {
      const c = b.cloneNode(true);
      c.removeAttribute('data-symbol');
      c.querySelector('kbd').remove();
      c.onclick = () => { dialog.close(); this.core().act('symbol', b.dataset.symbol); };
      list.append(c);
    }
    dialog.replaceChildren(make('h2', { textContent: `Another symbol for ${f.title}` }), list, this.closer());
    dialog.showModal();
  }

  closer() {
    const p = make('p', { className: 'does' });
    const b = make('button', { className: 'button', type: 'button', textContent: 'Close' });
    b.setAttribute('data-close', '');
    p.append(b);
    return p;
  }

  ask(q) {
    const dialog = $('ask');
    if (!q) { if (dialog.open) dialog.close(); return; }
    if (dialog.open) return;
    const keys = make('p', { className: 'does' });
    for (const a of q.answers) {
      const b = make('button', { className: 'button', textContent: a.words });
      b.onclick = () => { dialog.close(); this.core().act(a.do, a.arg); };
      keys.append(b);
    }
    dialog.oncancel = () => this.core().act('cancel', '');
    dialog.replaceChildren(make('p', { textContent: q.text }), keys);
    dialog.showModal();
  }

  openFind() {
    $('find').showModal();
    const line = $('find').querySelector('input');
    line.value = '';
    line.focus();
    this.find('');
  }

  find(q) {
    const { found } = this.core().find(q);
    $('find').querySelector('ul').replaceChildren(...(found || []).map((x) => {
      const b = make('button', {}, make('span', { textContent: x.words }), make('span', { className: 'quiet', textContent: x.kind }));
      b.onclick = () => { $('find').close(); this.core().act(x.do, x.arg); $('desk').focus(); };
      return make('li', {}, b);
    }));
  }

  keys() {
    const dialog = $('panel');
    dialog.replaceChildren($('keys-panel').content.cloneNode(true));
    dialog.showModal();
  }
}
