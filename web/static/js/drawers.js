// Drawers rise from the bench's upper edge, one at a time. They are not modal; what is
// done in one is seen at once, and stays: Escape ends what is only tried or half typed.
import { arrows } from './bench.js';

const $ = (id) => document.getElementById(id);

export class Drawers {
  constructor(el, core, paper, facts) {
    Object.assign(this, { el, core, paper, facts, open: '' });
    arrows(el);
    el.addEventListener('keydown', (e) => {
      if (el.querySelector(':popover-open')) return; // Escape shuts that alone
      if (e.key !== 'Escape') {
        if (e.target.matches('input, textarea')) e.stopPropagation();
        return;
      }
      e.preventDefault();
      e.stopPropagation();
      // What is half typed is as it was, so that leaving the field keeps nothing of it.
      if (e.target.matches('input, textarea') && e.target === typed.in) e.target.value = typed.was;
      this.leave();
    });
    const typed = {};
    el.addEventListener('focusin', (e) => Object.assign(typed, { in: e.target, was: e.target.value }));
    el.addEventListener('change', (e) => Object.assign(typed, { in: e.target, was: e.target.value }));
    paper.onheld = () => this.sight();
    paper.desk.addEventListener(
      'pointerdown',
      () => {
        if (this.open) this.core().act('drawer-kept', '');
      },
      { capture: true },
    );
    $('line-colour').addEventListener('input', (e) =>
      this.core().act('look', JSON.stringify({ colour: e.target.value })),
    );
    $('symbol-find').addEventListener('input', (e) => {
      const words = e.target.value.toLowerCase().split(/\s+/).filter(Boolean);
      for (const b of document.querySelectorAll('.symbols-found [data-words]'))
        b.hidden = !words.every((w) => b.dataset.words.toLowerCase().includes(w));
      for (const g of document.querySelectorAll('.symbols-found .choices'))
        g.parentElement.hidden = ![...g.children].some((b) => !b.hidden);
    });
    // What a symbol means and when to use it, for whoever points at it or comes to it by key.
    for (const what of ['pointerover', 'focusin'])
      el.addEventListener(what, (e) => {
        const b = e.target.closest('.symbols-found .symbol');
        if (b) $('symbol-about').textContent = b.title;
      });
    const names = $('lane-names'),
      count = $('lane-count-wanted');
    const listed = () =>
      names.value
        .split('\n')
        .map((l) => l.trim())
        .filter(Boolean);
    let timer = 0;
    const tell = () => {
      clearTimeout(timer);
      this.core().act('lane-names', names.value);
    };
    names.addEventListener('input', () => {
      count.value = listed().length;
      clearTimeout(timer);
      timer = setTimeout(tell, 350);
    });
    names.addEventListener('change', tell);
    const stages = $('stage-names');
    const tellStages = () => this.core().act('stage-names', stages.value);
    stages.addEventListener('input', () => {
      clearTimeout(timer);
      timer = setTimeout(tellStages, 350);
    });
    stages.addEventListener('change', tellStages);
    count.addEventListener('input', () => {
      const l = listed(),
        n = Math.max(0, Math.min(40, +count.value || 0));
      while (l.length < n) l.push(`Lane ${l.length + 1}`);
      names.value = l.slice(0, n).join('\n');
      tell();
    });
  }

  toggle(name) {
    if (this.open === name) this.shut();
    else this.show(name);
  }

  show(name) {
    this.open = name;
    this.paper.held = true; // the page does not shrink, it scrolls out from under
    for (const d of this.el.querySelectorAll('[data-drawer]')) d.hidden = d.dataset.drawer !== name;
    const part = this.el.querySelector(`[data-drawer=${name}]`);
    this.el.hidden = false;
    this.el.setAttribute('aria-label', part.dataset.words);
    document.body.classList.add('drawn');
    for (const b of document.querySelectorAll('[aria-expanded][data-act^=drawer-]'))
      b.setAttribute('aria-expanded', this.of(b) === name);
    this.core().act('drawer-opened', '');
    if (name === 'lane') this.lanes(true);
    this.sight();
    [...part.querySelectorAll('.drawer-parts :is(input, textarea, button:not([aria-disabled=true]))')]
      .find((el) => el.offsetParent)
      ?.focus({ preventScroll: true });
  }

  of(b) {
    const n = b.dataset.act.slice(7);
    return n === 'lanes' ? 'lane' : n;
  }

  // lanes brings the list of names up to what the page has, but not under the hand.
  lanes(always) {
    if (this.open !== 'lane' || (!always && document.activeElement?.closest('.lanes-wanted'))) return;
    $('stage-names').value = this.facts().band?.stages.join('\n') || '';
    $('lane-names').value = this.facts().laneNames?.join('\n') || '';
    $('lane-count-wanted').value = this.facts().lanes || this.facts().laneNames?.length || 0;
  }

  // sight scrolls the page so that nothing covers what is selected.
  sight() {
    requestAnimationFrame(() => {
      const f = this.facts();
      if (this.open && f.sight) this.paper.reveal(f.sight);
    });
  }

  // leave is Escape, which may have something else to end first.
  leave() {
    if (this.core().key('Escape', false, false, false).page === 'drawer-shut') this.shut();
  }

  shut() {
    if (!this.open) return;
    this.open = '';
    this.core().act('drawer-gone', '');
    Alpine.store('now').ten.choosing = false;
    this.el.hidden = true;
    this.paper.held = false;
    document.body.classList.remove('drawn');
    for (const b of document.querySelectorAll('[aria-expanded][data-act^=drawer-]'))
      b.setAttribute('aria-expanded', 'false');
    this.paper.desk.focus({ preventScroll: true });
  }
}
