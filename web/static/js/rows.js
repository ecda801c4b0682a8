// The step list: one row a step, filled with text alone. It is the chart's twin for those
// who hear it: number, symbol, text, lane and ways on. Alpine would take half a second to
// make 200 rows; templates filled by hand take 20 ms.

// filled is a copy of a template with texts put in where its parts say data-of.
function filled(template, texts) {
  const el = document.getElementById(template).content.firstElementChild.cloneNode(true);
  for (const part of el.querySelectorAll('[data-of]')) part.textContent = texts[part.dataset.of];
  return el;
}

const learnt = 8; // steps that somebody has written who knows how

export class Rows {
  constructor(list, next, core, facts) {
    this.facts = facts;
    this.list = list;
    this.core = core;
    this.made = new Map(); // by id: the element, and what it was made like
    this.ofLane = filled('row-lane-of', {}); // in the row of the selected step
    list.addEventListener('pointerdown', (e) => {
      const row = e.target.closest('.row');
      if (!row || e.target.closest('button')) return;
      if (this.send(row.dataset.id)) {
        e.preventDefault();
        return;
      }
      if (e.shiftKey && this.from) {
        e.preventDefault(); // no text is marked
        this.reach(row.dataset.id);
      } else core().act('select', (this.from = row.dataset.id));
    });
    list.addEventListener('focusin', (e) => {
      const row = e.target.closest('.row');
      if (row && e.target.matches('.words') && !this.reaching) this.from = row.dataset.id;
      if (row && e.target.matches('.words') && !this.reaching && row.getAttribute('aria-current') !== 'true')
        core().act('select', row.dataset.id);
    });
    list.addEventListener('change', (e) => {
      const row = e.target.closest('.row');
      if (e.target === this.ofLane.lastElementChild) core().act('step-lane', e.target.value);
      else if (row && e.target.dataset.taken !== e.target.value) this.act('row-text', e.target);
    });
    // What is typed is shown on the paper at once, one call a frame.
    let trying = 0;
    list.addEventListener('input', (e) => {
      if (!e.target.matches('.words') || trying) return;
      trying = requestAnimationFrame(() => {
        trying = 0;
        if (document.activeElement === e.target && e.target.dataset.taken !== e.target.value)
          core().act(
            'row-try',
            JSON.stringify({ id: e.target.closest('.row').dataset.id, text: e.target.value.replace(/\n+$/, '') }),
          );
      });
    });
    list.addEventListener('focusout', (e) => {
      const row = e.target.closest('.row');
      if (!row || !e.target.matches('.words') || e.target.value.trim() || e.target.defaultValue) return;
      // A row that is made anew has the caret again at once.
      setTimeout(() => {
        if (document.activeElement.closest('.row')?.dataset.id !== row.dataset.id)
          core().act('row-leave', row.dataset.id);
      });
    });
    list.addEventListener('keydown', (e) => {
      e.stopPropagation();
      if (!e.target.matches('.words') || e.isComposing) return;
      const { id } = e.target.closest('.row').dataset;
      const key = `${e.altKey ? 'Alt+' : ''}${e.shiftKey ? 'Shift+' : ''}${e.key}`;
      if (key === 'Enter') {
        e.preventDefault();
        if (e.target.value.trim()) this.act('row-enter', e.target);
        else this.leave(e.target);
      }
      const row = this.rows.find((r) => r.id === id);
      if ((key === 'Tab' && row.in) || (key === 'Shift+Tab' && row.back)) {
        e.preventDefault();
        this.act('row-text', e.target);
        core().act(e.shiftKey ? 'row-back' : 'row-in', id);
      }
      if (key === 'Alt+ArrowUp' || key === 'Alt+ArrowDown') {
        e.preventDefault();
        this.act('row-text', e.target);
        core().act(e.key === 'ArrowUp' ? 'row-up' : 'row-down', id);
        return;
      }
      if (e.key === 'Escape') {
        e.target.value = e.target.defaultValue;
        core().act('row-text', JSON.stringify({ id, text: e.target.defaultValue }));
        e.target.blur();
        document.getElementById('desk').focus({ preventScroll: true });
      }
      if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
        const all = [...list.querySelectorAll('.words')],
          i = all.indexOf(e.target);
        const to = all[i + (e.key === 'ArrowDown' ? 1 : -1)];
        if (!to) return;
        if (e.shiftKey) {
          e.preventDefault();
          this.act('row-text', e.target);
          this.reach(to.closest('.row').dataset.id);
        } else to.focus();
      }
    });
    list.addEventListener('paste', (e) => {
      if (!e.target.matches('.words')) return;
      const text = e.clipboardData.getData('text/plain');
      if (!text.trim().includes('\n')) return;
      e.preventDefault(); // whole rows: they follow this one
      this.act('row-text', e.target);
      core().act('select', e.target.closest('.row').dataset.id);
      core().act('paste', text);
    });
    // Whoever has written little in this browser sees the rules while the field has the focus.
    const rules = list.parentElement.querySelector('.writing');
    const wrote = (n) => {
      try {
        return (localStorage.wrote = Math.min(learnt, (+localStorage.wrote || 0) + n)) >= learnt;
      } catch {
        return true; // the browser keeps nothing more
      }
    };
    let open = false;
    const show = (on) => {
      if (on !== open && (open || !rules.open)) rules.open = open = on;
    };
    next.addEventListener('focus', () => show(!wrote(0)));
    next.addEventListener('blur', () => show(false));
    next.addEventListener('keydown', (e) => {
      e.stopPropagation();
      if (e.key === 'Enter' && !e.isComposing && next.value.trim()) {
        e.preventDefault();
        if (wrote(1)) show(false);
        core().act('add-step', next.value);
        next.value = '';
        next.scrollIntoView({ block: 'nearest' });
      }
      // Tab begins the next outcome of the decision above, Shift+Tab comes back out of it.
      if (e.key === 'Tab' && !e.shiftKey && !next.value.trim()) {
        const { field } = core().act('field-outcome', '');
        if (!field) return;
        e.preventDefault();
        next.value = next.dataset.begun = field;
      } else if (e.key === 'Tab' && e.shiftKey && next.value && next.value === next.dataset.begun) {
        e.preventDefault();
        next.value = '';
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

  // act hands a row's text over with what is to be done.
  act(name, words) {
    words.dataset.taken = words.value; // a change that is told when the caret has gone is told already
    this.core().act(name, JSON.stringify({ id: words.closest('.row').dataset.id, text: words.value }));
  }

  // reach selects the rows from the one where that began to this one, and puts the caret there.
  reach(id) {
    const ids = this.rows.map((r) => r.id),
      [a, z] = [ids.indexOf(this.from), ids.indexOf(id)];
    if (a < 0 || z < 0) return;
    this.core().act('rows-select', JSON.stringify(ids.slice(Math.min(a, z), Math.max(a, z) + 1)));
    this.reaching = true;
    this.go(id);
    this.reaching = false;
  }

  // send leads the row that is typed in, where it ends in an arrow, to a step; it tells whether it does.
  send(to) {
    const words = document.activeElement;
    if (!words.matches?.('#rows .words')) return false;
    const { id } = words.closest('.row').dataset,
      said = this.core().onward(words.value);
    if (said == null || !to || id === to) return false;
    words.dataset.taken = words.value = said;
    this.core().act('row-send', JSON.stringify({ id, text: said, to }));
    return true;
  }

  // several tells whether what is done in a field of the list is done to several rows.
  several(field) {
    return !!field.matches?.('#rows .words') && this.selected?.length > 1;
  }

  // leave ends typing in the list.
  leave(words) {
    words.blur();
    document.getElementById('desk').focus({ preventScroll: true });
  }

  // go puts the caret into a row.
  go(id) {
    const words = this.made.get(id)?.el.querySelector('.words');
    words?.focus({ preventScroll: true });
    words?.setSelectionRange(words.value.length, words.value.length);
    words?.closest('.row').scrollIntoView({ block: 'nearest' });
  }

  // show changes the list to these rows. What is as it was stays where it is: a browser takes
  // its time to lay out hundreds of text fields.
  show(rows, pages) {
    const like = JSON.stringify(pages);
    if (!rows && like === this.pages) return;
    this.rows = rows || this.rows || [];
    this.pages = like;
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
    const shown = pages.findIndex((p) => p.shown);
    const heads = (from, to) => {
      for (let i = from; i < to && pages.length > 1; i++)
        put(`page ${pages[i].id}`, `${i} ${pages[i].name} ${i === shown}`, () => this.head(pages[i], i));
    };
    heads(0, shown + 1);
    this.rows.forEach((r, i) => {
      if (r.lane !== lane && (r.lane || lane))
        put(`lane ${i}`, r.lane, () => filled('row-lane', { lane: r.lane || 'no lane' }));
      lane = r.lane;
      put(r.id, JSON.stringify(r), () => this.row(r));
    });
    heads(shown + 1, pages.length);
    while (at) {
      const next = at.nextElementSibling;
      at.remove();
      at = next;
    }
    if (typing && !typing.isConnected) this.goOn(this.made.get(id)?.el.querySelector('.words'), typing);
    this.select(this.selected || []);
  }

  // head is the heading of a page; a press shows the page.
  head(page, i) {
    const li = filled('row-page', { number: i + 1, name: page.name });
    const b = li.querySelector('button');
    b.dataset.arg = page.id;
    if (page.shown) b.setAttribute('aria-current', 'page');
    return li;
  }

  // goOn lets a person who types in a row type on in the one that took its
  // place: what is not handed over yet stays, and so do caret and selection.
  goOn(words, was) {
    if (!words) return;
    if (was.value !== was.defaultValue && was.value !== was.dataset.taken) words.value = was.value;
    words.focus({ preventScroll: true });
    words.setSelectionRange(was.selectionStart, was.selectionEnd, was.selectionDirection);
  }

  row(r) {
    const li = filled('row', { number: r.number, text: r.text, data: r.data });
    li.dataset.id = r.id;
    if (r.pinned) {
      const no = li.querySelector('[data-of=number]');
      no.classList.add('pinned');
      no.title = 'Pinned: it stays when others are numbered';
    }
    li.querySelector('.words').setAttribute(
      'aria-label',
      [r.number ? `Step ${r.number}` : 'Step without a number', r.symbolName, r.lane && `in ${r.lane}`]
        .filter(Boolean)
        .join(', '),
    );
    const ways = li.querySelector('.ways');
    r.ways.forEach((w, i) => {
      const way = filled('row-way', w);
      for (const b of way.querySelectorAll('button')) {
        b.dataset.arg = w.line;
        b.setAttribute('aria-label', `${b.title}: ${w.label || w.to}`);
      }
      if (i === 0) way.querySelector('[data-act=outcome-up]').remove();
      if (i === r.ways.length - 1) way.querySelector('[data-act=outcome-down]').remove();
      ways.insertBefore(way, ways.lastElementChild);
    });
    if (!r.data) ways.lastElementChild.remove();
    if (r.goes) {
      const goes = filled('row-goes', r);
      goes.querySelector('button').dataset.arg = r.goesTo;
      ways.append(goes);
    }
    if (!ways.children.length) ways.remove();
    return li;
  }

  select(ids) {
    this.selected = ids;
    const chosen = new Set(ids);
    for (const li of this.list.querySelectorAll('[aria-current]'))
      if (!chosen.has(li.dataset.id)) li.removeAttribute('aria-current');
    for (const id of ids) this.made.get(id)?.el.setAttribute('aria-current', 'true');
    this.list.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' });
    this.lane();
  }

  // lane puts the choice of a lane into the row of the selected step.
  lane() {
    const { inLane = [], stepLane = '' } = this.facts(),
      row = inLane.length && this.selected?.length === 1 && this.made.get(this.selected[0])?.el,
      select = this.ofLane.lastElementChild;
    const like = JSON.stringify(inLane);
    if (select.dataset.like !== like) {
      select.dataset.like = like;
      select.replaceChildren(...inLane.map((l) => new Option(l.name, l.id)));
    }
    select.value = stepLane;
    if (!row?.classList?.contains('row')) this.ofLane.remove();
    else if (this.ofLane.parentElement !== row.lastElementChild) row.lastElementChild.append(this.ofLane);
  }
}
