// The step list: one row a step, built of text nodes alone.

const make = (tag, cls, text) => {
  const el = document.createElement(tag);
  if (cls) el.className = cls;
  if (text !== undefined) el.textContent = text;
  return el;
};

export class Rows {
  constructor(list, core) {
    this.list = list;
    this.core = core;
    list.addEventListener('pointerdown', (e) => {
      const row = e.target.closest('.row');
      if (row && !e.target.closest('button')) core().act('select', row.dataset.id);
    });
    list.addEventListener('focusin', (e) => {
      const row = e.target.closest('.row');
      if (row && row.getAttribute('aria-selected') !== 'true') core().act('select', row.dataset.id);
    });
    list.addEventListener('change', (e) => {
      const row = e.target.closest('.row');
      if (row) core().act('row-text', JSON.stringify({ id: row.dataset.id, text: e.target.value }));
    });
    list.addEventListener('keydown', (e) => {
      e.stopPropagation();
      if (e.key === 'Enter' && !e.shiftKey) { e.preventDefault(); e.target.blur(); }
      if (e.key === 'Escape') { e.target.value = e.target.defaultValue; e.target.blur(); }
      if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
        const all = [...list.querySelectorAll('.words')], i = all.indexOf(e.target);
        all[i + (e.key === 'ArrowDown' ? 1 : -1)]?.focus();
      }
    });
  }

  show(rows) {
    const typing = this.list.contains(document.activeElement) && document.activeElement.matches('.words') ? document.activeElement : null;
    const id = typing?.closest('.row').dataset.id;
    const out = [];
    let lane = null;
    for (const r of rows) {
      if (r.lane !== lane && (r.lane || lane)) {
        const h = make('li', 'lane', r.lane || 'no lane');
        h.setAttribute('role', 'presentation');
        out.push(h);
      }
      lane = r.lane;
      out.push(this.row(r));
    }
    this.list.replaceChildren(...out);
    if (typing) this.goOn(this.list.querySelector(`[data-id="${CSS.escape(id)}"] .words`), typing);
    this.select(this.selected || []);
  }

  // goOn lets a person who types in a row type on in the one that took its
  // place: what is not handed over yet stays, and so do caret and selection.
  goOn(words, was) {
    if (!words) return;
    if (was.value !== was.defaultValue) words.value = was.value;
    words.focus({ preventScroll: true });
    words.setSelectionRange(was.selectionStart, was.selectionEnd, was.selectionDirection);
  }

  row(r) {
    const li = make('li', 'row');
    li.dataset.id = r.id;
    li.setAttribute('role', 'option');
    li.append(make('span', 'no', r.number));
    const body = make('div');
    const words = make('textarea', 'words', r.text);
    words.rows = 1;
    words.setAttribute('aria-label', `Text of step ${r.number || r.symbol}`);
    body.append(words);
    const ways = make('div', 'ways');
    r.ways.forEach((w, i) => {
      if (i) ways.append(' · ');
      ways.append(make('span', 'way', `${w.label ? w.label + ' ' : ''}→ ${w.to}`));
      if (i > 0) {
        const up = make('button', 'up', '‹');
        up.setAttribute('aria-label', `Outcome ${w.label || w.to} earlier`);
        up.onclick = () => this.core().act('outcome-up', w.line);
        ways.append(up);
      }
    });
    if (r.data) ways.append(`${r.ways.length ? ' · ' : ''}${r.data}`);
    if (ways.childNodes.length) body.append(ways);
    li.append(body);
    return li;
  }

  select(ids) {
    this.selected = ids;
    const chosen = new Set(ids);
    let first = null;
    for (const li of this.list.querySelectorAll('.row')) {
      const on = chosen.has(li.dataset.id);
      li.setAttribute('aria-selected', on);
      if (on && !first) first = li;
    }
    first?.scrollIntoView({ block: 'nearest' });
  }
}
