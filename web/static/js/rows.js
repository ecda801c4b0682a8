// The step list: one row a step, built of text nodes alone. It is the chart's twin for
// those who hear it: number, symbol, text, lane and ways on.

const make = (tag, cls, text) => {
  const el = document.createElement(tag);
  if (cls) el.className = cls;
  if (text !== undefined) el.textContent = text;
  return el;
};

export class Rows {
  constructor(list, next, core) {
    this.list = list;
    this.core = core;
    this.made = new Map(); // by id: the element, and what it was made like
    list.addEventListener('pointerdown', (e) => {
      const row = e.target.closest('.row');
      if (row && !e.target.closest('button')) core().act('select', row.dataset.id);
    });
    list.addEventListener('focusin', (e) => {
      const row = e.target.closest('.row');
      if (row && e.target.matches('.words') && row.getAttribute('aria-current') !== 'true')
        core().act('select', row.dataset.id);
    });
    list.addEventListener('change', (e) => {
      const row = e.target.closest('.row');
      if (row) core().act('row-text', JSON.stringify({ id: row.dataset.id, text: e.target.value }));
    });
    list.addEventListener('keydown', (e) => {
      e.stopPropagation();
      if (!e.target.matches('.words')) return;
      if (e.key === 'Enter' && !e.shiftKey && !e.isComposing) {
        e.preventDefault();
        e.target.blur();
        document.getElementById('desk').focus({ preventScroll: true });
      }
      if (e.key === 'Escape') {
        e.target.value = e.target.defaultValue;
        e.target.blur();
        document.getElementById('desk').focus({ preventScroll: true });
      }
      if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
        const all = [...list.querySelectorAll('.words')],
          i = all.indexOf(e.target);
        all[i + (e.key === 'ArrowDown' ? 1 : -1)]?.focus();
      }
    });
    next.addEventListener('keydown', (e) => {
      e.stopPropagation();
      if (e.key === 'Enter' && !e.isComposing && next.value.trim()) {
        e.preventDefault();
        core().act('add-step', next.value);
        next.value = '';
        next.scrollIntoView({ block: 'nearest' });
      }
      if (e.key === 'Escape') {
        next.value = '';
        document.getElementById('desk').focus({ preventScroll: true });
      }
      if (e.key === 'ArrowUp') [...list.querySelectorAll('.words')].at(-1)?.focus();
    });
    next.addEventListener('paste', (e) => {
      // a whole list is not one step
      const text = e.clipboardData.getData('text/plain');
      if (!text.trim().includes('\n')) return;
      e.preventDefault();
      core().act('paste', text);
    });
  }

  get count() {
    return this.made.size;
  }

  // show changes the list to these rows. What is as it was stays where it is: a browser takes
  // its time to lay out hundreds of text fields.
  show(rows) {
    const typing =
      this.list.contains(document.activeElement) && document.activeElement.matches('.words')
        ? document.activeElement
        : null;
    const last = this.made,
      id = typing?.closest('.row').dataset.id;
    this.made = new Map();
    let lane = null,
      at = this.list.firstElementChild;
    const put = (key, like, make) => {
      const was = last.get(key);
      const el = was?.like === like ? was.el : make();
      this.made.set(key, { like, el });
      if (el === at) at = at.nextElementSibling;
      else this.list.insertBefore(el, at);
    };
    rows.forEach((r, i) => {
      if (r.lane !== lane && (r.lane || lane)) put(`lane ${i}`, r.lane, () => make('li', 'lane', r.lane || 'no lane'));
      lane = r.lane;
      put(r.id, JSON.stringify(r), () => this.row(r));
    });
    while (at) {
      const next = at.nextElementSibling;
      at.remove();
      at = next;
    }
    if (typing && !typing.isConnected) this.goOn(this.made.get(id)?.el.querySelector('.words'), typing);
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
    li.append(make('span', 'no', r.number));
    const body = make('div');
    const words = make('textarea', 'words', r.text);
    words.rows = 1;
    words.title = 'Edit the text here. Enter accepts it.';
    words.setAttribute(
      'aria-label',
      [r.number ? `Step ${r.number}` : 'Step without a number', r.symbolName, r.lane && `in ${r.lane}`]
        .filter(Boolean)
        .join(', '),
    );
    body.append(words);
    const ways = make('div', 'ways');
    r.ways.forEach((w, i) => {
      if (i) ways.append(' · ');
      const way = make('span', 'way', `${w.label ? w.label + ' ' : ''}`);
      const to = make('span', '', '→ ');
      to.setAttribute('aria-hidden', 'true');
      way.append(to, make('span', 'heard', 'to '), w.to);
      ways.append(way);
      const order = (words, act, sign) => {
        const b = make('button', 'order', sign);
        b.title = words;
        b.setAttribute('aria-label', `${words}: ${w.label || w.to}`);
        b.dataset.act = act;
        b.dataset.arg = w.line;
        ways.append(b);
      };
      if (r.ways.length > 1 && i > 0) order('Move outcome up', 'outcome-up', '‹');
      if (r.ways.length > 1 && i + 1 < r.ways.length) order('Move outcome down', 'outcome-down', '›');
    });
    if (r.data) ways.append(`${r.ways.length ? ' · ' : ''}${r.data}`);
    if (ways.childNodes.length) body.append(ways);
    li.append(body);
    return li;
  }

  select(ids) {
    this.selected = ids;
    const chosen = new Set(ids);
    for (const li of this.list.querySelectorAll('[aria-current]'))
      if (!chosen.has(li.dataset.id)) li.removeAttribute('aria-current');
    for (const id of ids) this.made.get(id)?.el.setAttribute('aria-current', 'true');
    this.list.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' });
  }
}
