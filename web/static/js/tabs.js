// The tabs of the pages: a press shows a page, a double press or F2 names it, dragging puts it
// elsewhere among the others. Alpine makes the tabs (state.js); this is the hand on them.

export class Tabs {
  constructor(strip, core) {
    Object.assign(this, { strip, core });
    strip.addEventListener('pointerdown', (e) => {
      const tab = e.target.closest('button')?.closest('.page-tab');
      if (tab && e.button === 0) this.begin(tab, e);
    });
    strip.addEventListener('click', (e) => {
      const tab = e.target.closest('button')?.closest('.page-tab');
      if (tab && !this.carried) core().act('page-go', tab.dataset.page);
    });
    strip.addEventListener('dblclick', (e) => this.name(e.target.closest('.page-tab')));
    strip.addEventListener('keydown', (e) => {
      e.stopPropagation();
      const tab = e.target.closest('.page-tab');
      if (!tab) return;
      if (e.target.matches('input')) {
        if (e.key === 'Enter') e.target.blur();
        if (e.key === 'Escape') {
          e.target.value = e.target.defaultValue;
          e.target.blur();
        }
      } else if (e.key === 'F2') this.name(tab);
      else if (e.key === 'ArrowRight') tab.nextElementSibling?.querySelector('button')?.focus();
      else if (e.key === 'ArrowLeft') tab.previousElementSibling?.querySelector('button')?.focus();
    });
  }

  // name lets the name be typed in the place of the tab.
  name(tab) {
    const field = tab?.querySelector('input');
    if (!field) return;
    field.value = field.defaultValue = tab.querySelector('.page-name').textContent;
    tab.classList.add('naming');
    field.focus();
    field.select();
    field.onblur = () => {
      tab.classList.remove('naming');
      if (field.value !== field.defaultValue) this.core().act('page-name', `${tab.dataset.page} ${field.value.trim()}`);
    };
  }

  // begin carries a tab along the strip; a line shows between which ones it would stand.
  begin(tab, from) {
    this.carried = false;
    const others = [...this.strip.querySelectorAll('.page-tab')].filter((t) => t !== tab);
    let at = null;
    const move = (e) => {
      if (!this.carried && Math.abs(e.clientX - from.clientX) < 6) return;
      this.carried = true;
      tab.classList.add('carried');
      at = others.filter((t) => {
        const r = t.getBoundingClientRect();
        return e.clientX > r.left + r.width / 2;
      }).length;
      others.forEach((t, i) => {
        t.classList.toggle('before', i === at);
        t.classList.toggle('behind', i === others.length - 1 && at === others.length);
      });
    };
    const end = (e) => {
      removeEventListener('pointermove', move);
      removeEventListener('pointerup', end);
      removeEventListener('pointercancel', end);
      removeEventListener('keydown', stop, true);
      tab.classList.remove('carried');
      for (const t of others) t.classList.remove('before', 'behind');
      if (this.carried && at !== null && e.type === 'pointerup')
        this.core().act('page-move', `${tab.dataset.page} ${at}`);
      setTimeout(() => {
        this.carried = false;
      }, 0); // the click that comes of it is none
    };
    const stop = (e) => {
      if (e.key === 'Escape') end(e);
    };
    addEventListener('pointermove', move);
    addEventListener('pointerup', end);
    addEventListener('pointercancel', end);
    addEventListener('keydown', stop, true);
  }
}
